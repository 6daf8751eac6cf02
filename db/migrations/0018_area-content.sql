-- What the areas of a spec hold where its draft is tried in a page: sample content of the draft, published nowhere.
CREATE TABLE area_content (
  spec_id bigint NOT NULL REFERENCES spec ON DELETE CASCADE,
  area text NOT NULL CHECK (length(area) BETWEEN 1 AND 40),
  content jsonb NOT NULL,
  person_id bigint NOT NULL REFERENCES person,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (spec_id, area)
);
