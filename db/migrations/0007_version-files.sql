-- What is published is written once: the files of a version, made when it is published and never again.
CREATE TABLE version_file (
  version_id bigint NOT NULL REFERENCES version ON DELETE RESTRICT,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  media_type text NOT NULL,
  body bytea NOT NULL,
  sha512 bytea NOT NULL CHECK (length(sha512) = 64),
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (version_id, name)
);

-- A version as a package: what its metadata says. The package itself is the file package.tgz.
CREATE TABLE version_package (
  version_id bigint PRIMARY KEY REFERENCES version ON DELETE RESTRICT,
  -- package.json as it is in the package.
  manifest text NOT NULL,
  readme text NOT NULL,
  -- What the version changed, in words: its part of CHANGELOG.md.
  changes text NOT NULL,
  sha1 bytea NOT NULL CHECK (length(sha1) = 20),
  files integer NOT NULL CHECK (files > 0),
  unpacked bigint NOT NULL CHECK (unpacked > 0)
);

CREATE TRIGGER version_file_is_immutable BEFORE UPDATE OR DELETE ON version_file
  FOR EACH ROW EXECUTE FUNCTION refuse_version_change();
CREATE TRIGGER version_file_is_not_truncated BEFORE TRUNCATE ON version_file
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_version_change();
CREATE TRIGGER version_package_is_immutable BEFORE UPDATE OR DELETE ON version_package
  FOR EACH ROW EXECUTE FUNCTION refuse_version_change();
CREATE TRIGGER version_package_is_not_truncated BEFORE TRUNCATE ON version_package
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_version_change();

-- The registry serves the command under this scope; a team of that name would hide it.
ALTER TABLE team ADD CONSTRAINT team_slug_free CHECK (slug <> 'ypsiline');

-- The command for builds as the same registry serves it: each release is kept, so that what was depended on stays.
CREATE TABLE command_release (
  version text PRIMARY KEY CHECK (length(version) BETWEEN 5 AND 60),
  manifest text NOT NULL,
  readme text NOT NULL,
  body bytea NOT NULL,
  sha512 bytea NOT NULL CHECK (length(sha512) = 64),
  sha1 bytea NOT NULL CHECK (length(sha1) = 20),
  files integer NOT NULL CHECK (files > 0),
  unpacked bigint NOT NULL CHECK (unpacked > 0),
  at timestamptz NOT NULL DEFAULT now()
);
