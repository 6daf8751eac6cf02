-- Designs kept beside a spec: boxes, or a picture's edges, measured at one width, to be held against each new draft and version.
-- Taken away they stay, so that it can be undone.
CREATE TABLE kept_design (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  source text NOT NULL CHECK (source IN ('boxes', 'drawing', 'picture', 'page')),
  width numeric NOT NULL,
  boxes integer NOT NULL CHECK (boxes BETWEEN 1 AND 5000),
  -- The box list as docs/fit.md says it.
  list jsonb NOT NULL,
  -- Edges off the grid on purpose, by "12 left", each with its reason.
  purposes jsonb NOT NULL DEFAULT '{}',
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  removed_at timestamptz
);
CREATE INDEX kept_design_spec ON kept_design (spec_id, id DESC) WHERE removed_at IS NULL;
