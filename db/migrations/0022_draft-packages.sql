-- Drafts as packages, for those who ask for what is next: each is of one revision, and never changes.
CREATE TABLE draft_package (
  spec_id bigint NOT NULL REFERENCES spec ON DELETE CASCADE,
  revision bigint NOT NULL CHECK (revision > 0),
  -- The least number the draft could be published under, and its revision: 2.2.0-draft.41.
  number text NOT NULL CHECK (number ~ '^\d+\.\d+\.\d+-draft\.\d+$'),
  manifest text NOT NULL,
  body bytea NOT NULL,
  sha512 bytea NOT NULL CHECK (length(sha512) = 64),
  sha1 bytea NOT NULL CHECK (length(sha1) = 20),
  files integer NOT NULL CHECK (files > 0),
  unpacked bigint NOT NULL CHECK (unpacked > 0),
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (spec_id, revision)
);
