-- What the areas of a spec hold where its draft is tried in a page: sample content of the draft, published nowhere.
CREATE TABLE area_content (
  spec_id bigint NOT NULL REFERENCES spec ON DELETE CASCADE,
  area text NOT NULL CHECK (length(area) BETWEEN 1 AND 40),
  content jsonb NOT NULL,
  -- The picture it holds, encoded anew by the server, where one was chosen.
  picture bytea CHECK (length(picture) BETWEEN 1 AND 5242880),
  person_id bigint NOT NULL REFERENCES person,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (spec_id, area)
);
-- It counts towards what a team keeps.
ALTER TABLE kept_bytes DROP CONSTRAINT kept_bytes_kind_check;
ALTER TABLE kept_bytes ADD CONSTRAINT kept_bytes_kind_check CHECK (kind IN ('versions', 'designs', 'content', 'history'));
