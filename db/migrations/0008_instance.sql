-- What an instance knows of itself: the hash of the code its set-up asks for.
CREATE TABLE instance (key text PRIMARY KEY, value text NOT NULL, at timestamptz NOT NULL DEFAULT now());

-- Letters are sent by mail where the instance has a mail server, from a queue like that of webhooks; those of no team concern one account alone.
ALTER TABLE outbox ALTER COLUMN team_id DROP NOT NULL;
ALTER TABLE outbox ADD COLUMN state text NOT NULL DEFAULT 'kept' CHECK (state IN ('kept', 'waiting', 'sent', 'failed'));
ALTER TABLE outbox ADD COLUMN attempts integer NOT NULL DEFAULT 0;
ALTER TABLE outbox ADD COLUMN next_at timestamptz;
ALTER TABLE outbox ADD COLUMN leased_until timestamptz;
ALTER TABLE outbox ADD COLUMN answer text NOT NULL DEFAULT '';
CREATE INDEX outbox_due ON outbox (next_at) WHERE state = 'waiting';

-- Links sent by mail: each works once and for a while, and is kept by its hash.
CREATE TABLE mailed_link (
  token_hash bytea PRIMARY KEY,
  purpose text NOT NULL CHECK (purpose IN ('password', 'email', 'sign-up')),
  email text NOT NULL CHECK (email = lower(email) AND length(email) BETWEEN 3 AND 254),
  person_id bigint REFERENCES person ON DELETE CASCADE,
  at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  used_at timestamptz,
  CHECK ((purpose = 'sign-up') = (person_id IS NULL))
);
CREATE INDEX mailed_link_person ON mailed_link (person_id, purpose) WHERE used_at IS NULL;

-- A closed account: what it wrote stays, nobody signs in with it.
ALTER TABLE person ADD COLUMN closed_at timestamptz;
