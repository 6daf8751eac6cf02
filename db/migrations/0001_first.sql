-- People, teams and what they may do.
CREATE TABLE person (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  email text NOT NULL UNIQUE CHECK (email = lower(email) AND length(email) <= 254),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  password_hash text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE team (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  slug text NOT NULL UNIQUE CHECK (slug ~ '^[a-z][a-z0-9-]{0,59}$'),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE membership (
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  role text NOT NULL CHECK (role IN ('reader', 'author', 'lead')),
  PRIMARY KEY (team_id, person_id)
);
CREATE INDEX membership_person ON membership (person_id);

-- Sessions are kept by the hash of their token, so that a copy of the table signs nobody in.
CREATE TABLE session (
  token_hash bytea PRIMARY KEY,
  person_id bigint NOT NULL REFERENCES person ON DELETE CASCADE,
  created_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL
);
CREATE INDEX session_expiry ON session (expires_at);

CREATE TABLE sign_in_failure (
  subject text NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX sign_in_failure_subject ON sign_in_failure (subject, at);

-- Specs: one draft each, and versions that never change.
CREATE TABLE spec (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  slug text NOT NULL CHECK (slug ~ '^[a-z][a-z0-9-]{0,59}$'),
  description text NOT NULL DEFAULT '' CHECK (length(description) <= 2000),
  public boolean NOT NULL DEFAULT false,
  created_at timestamptz NOT NULL DEFAULT now(),
  created_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  UNIQUE (team_id, slug)
);

CREATE TABLE draft (
  spec_id bigint PRIMARY KEY REFERENCES spec ON DELETE RESTRICT,
  revision bigint NOT NULL CHECK (revision >= 1),
  layout jsonb NOT NULL CHECK (layout ->> 'format' = 'ypsiline-layout'),
  updated_at timestamptz NOT NULL DEFAULT now(),
  updated_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT
);

-- Every accepted edit, by the revision it made.
CREATE TABLE draft_edit (
  spec_id bigint NOT NULL REFERENCES draft ON DELETE RESTRICT,
  revision bigint NOT NULL,
  changes jsonb NOT NULL,
  made_on bigint NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  PRIMARY KEY (spec_id, revision)
);

CREATE TABLE version (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  major integer NOT NULL CHECK (major >= 0),
  minor integer NOT NULL CHECK (minor >= 0),
  patch integer NOT NULL CHECK (patch >= 0),
  layout jsonb NOT NULL CHECK (layout ->> 'format' = 'ypsiline-layout'),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 2000),
  published_at timestamptz NOT NULL DEFAULT now(),
  published_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  UNIQUE (spec_id, major, minor, patch)
);

CREATE FUNCTION refuse_version_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'a published version can be neither changed nor deleted' USING ERRCODE = 'restrict_violation';
END
$$;

CREATE TRIGGER version_is_immutable BEFORE UPDATE OR DELETE ON version
  FOR EACH ROW EXECUTE FUNCTION refuse_version_change();
CREATE TRIGGER version_is_not_truncated BEFORE TRUNCATE ON version
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_version_change();

-- A new number is higher than every number of its spec before it.
CREATE FUNCTION require_rising_version() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM version v
    WHERE v.spec_id = NEW.spec_id AND (v.major, v.minor, v.patch) >= (NEW.major, NEW.minor, NEW.patch)
  ) THEN
    RAISE EXCEPTION 'the version number must be higher than the last' USING ERRCODE = 'check_violation', CONSTRAINT = 'version_rises';
  END IF;
  RETURN NEW;
END
$$;
CREATE TRIGGER version_rises BEFORE INSERT ON version FOR EACH ROW EXECUTE FUNCTION require_rising_version();
