-- The picture that a saved design was read from, encoded anew by the server.
CREATE TABLE design_picture (
  design_id bigint PRIMARY KEY REFERENCES kept_design ON DELETE CASCADE,
  bytes bytea NOT NULL CHECK (length(bytes) BETWEEN 1 AND 5242880),
  -- Device px of the picture to a CSS px of the page.
  density real NOT NULL CHECK (density > 0),
  width integer NOT NULL CHECK (width > 0),
  height integer NOT NULL CHECK (height > 0)
);
