-- Letters about one account are written when they are sent, from what they are for: whether an address has an account shows in
-- no answer, and no secret waits in the queue. They have a queue of their own.
ALTER TABLE outbox ADD COLUMN purpose text CHECK (purpose IN ('password', 'email', 'sign-up'));
ALTER TABLE outbox ADD COLUMN person_id bigint REFERENCES person ON DELETE CASCADE;
DROP INDEX outbox_due;
CREATE INDEX outbox_due ON outbox ((purpose IS NULL), next_at) WHERE state = 'waiting';

-- A session ends when it is not used for a while.
ALTER TABLE session ADD COLUMN used_at timestamptz NOT NULL DEFAULT now();

-- A body that several files of versions have is kept once, by its hash.
CREATE TABLE file_body (
  sha512 bytea PRIMARY KEY CHECK (length(sha512) = 64),
  body bytea NOT NULL
);
INSERT INTO file_body (sha512, body) SELECT sha512, body FROM version_file ON CONFLICT DO NOTHING;
ALTER TABLE version_file ADD COLUMN bytes bigint;
ALTER TABLE version_file DISABLE TRIGGER version_file_is_immutable;
UPDATE version_file SET bytes = length(body);
ALTER TABLE version_file ENABLE TRIGGER version_file_is_immutable;
ALTER TABLE version_file ALTER COLUMN bytes SET NOT NULL;
ALTER TABLE version_file DROP COLUMN body;
ALTER TABLE version_file ADD FOREIGN KEY (sha512) REFERENCES file_body ON DELETE RESTRICT;
CREATE TRIGGER file_body_is_immutable BEFORE UPDATE OR DELETE ON file_body
  FOR EACH ROW EXECUTE FUNCTION refuse_version_change();
CREATE TRIGGER file_body_is_not_truncated BEFORE TRUNCATE ON file_body
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_version_change();

-- Bytes kept of each spec, by what they are of; quotas add them up. Written with what is kept, in the same transaction.
CREATE TABLE kept_bytes (
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  kind text NOT NULL CHECK (kind IN ('versions', 'designs', 'history')),
  bytes bigint NOT NULL CHECK (bytes >= 0),
  PRIMARY KEY (spec_id, kind)
);
INSERT INTO kept_bytes (spec_id, kind, bytes)
  SELECT v.spec_id, 'versions', sum(pg_column_size(v.layout) + coalesce((SELECT sum(f.bytes) FROM version_file f WHERE f.version_id = v.id), 0))
  FROM version v GROUP BY v.spec_id;
INSERT INTO kept_bytes (spec_id, kind, bytes) SELECT spec_id, 'designs', sum(length(list::text)) FROM kept_design GROUP BY spec_id;
INSERT INTO kept_bytes (spec_id, kind, bytes)
  SELECT spec_id, 'history', sum(bytes) FROM (
    SELECT spec_id, length(changes::text) AS bytes FROM draft_edit UNION ALL SELECT spec_id, length(layout::text) FROM draft_moment) kept
  GROUP BY spec_id;

-- What checks say of a draft is worked out after an edit, by a worker, from a queue: no save waits for it.
CREATE TABLE draft_counts (
  spec_id bigint PRIMARY KEY REFERENCES draft ON DELETE RESTRICT,
  -- The revision and version the counts are of; null before they were first worked out.
  revision bigint,
  version_id bigint REFERENCES version ON DELETE RESTRICT,
  problems integer,
  cautions integer,
  changes integer,
  -- When they are to be worked out again; null where they are as the draft is.
  next_at timestamptz DEFAULT now(),
  leased_until timestamptz,
  attempts integer NOT NULL DEFAULT 0
);
CREATE INDEX draft_counts_due ON draft_counts (next_at) WHERE next_at IS NOT NULL;
INSERT INTO draft_counts (spec_id, revision, version_id, problems, cautions, changes, next_at)
  SELECT spec_id, (summary ->> 'revision')::bigint, (summary ->> 'versionId')::bigint, (summary ->> 'problems')::integer,
    (summary ->> 'cautions')::integer, (summary ->> 'changes')::integer, CASE WHEN (summary ->> 'revision')::bigint = revision THEN NULL ELSE now() END
  FROM draft;
