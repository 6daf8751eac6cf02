-- The simulated devices a team holds its grids against; a team without a row has the usual ones.
CREATE TABLE team_devices (
  team_id bigint PRIMARY KEY REFERENCES team ON DELETE RESTRICT,
  revision bigint NOT NULL CHECK (revision >= 1),
  devices jsonb NOT NULL CHECK (jsonb_typeof(devices) = 'array'),
  updated_at timestamptz NOT NULL DEFAULT now(),
  updated_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT
);
