-- Who may publish is the team's to say.
ALTER TABLE team ADD COLUMN publishers text NOT NULL DEFAULT 'leads' CHECK (publishers IN ('leads', 'authors'));

-- A withdrawn version stays readable and marked; the version itself does not change.
CREATE TABLE version_withdrawal (
  version_id bigint PRIMARY KEY REFERENCES version ON DELETE RESTRICT,
  reason text NOT NULL CHECK (length(reason) BETWEEN 1 AND 2000),
  at timestamptz NOT NULL DEFAULT now(),
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT
);

-- A review asked for, of the draft as it stood at a revision.
CREATE TABLE review (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  revision bigint NOT NULL,
  words text NOT NULL DEFAULT '' CHECK (length(words) <= 2000),
  asked_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  asked_at timestamptz NOT NULL DEFAULT now(),
  decision text CHECK (decision IN ('approved', 'sent-back', 'overtaken')),
  decision_words text NOT NULL DEFAULT '' CHECK (length(decision_words) <= 2000),
  decided_by bigint REFERENCES person ON DELETE RESTRICT,
  decided_at timestamptz,
  CHECK ((decision IS NULL) = (decided_at IS NULL))
);
CREATE INDEX review_spec ON review (spec_id, asked_at DESC);
CREATE UNIQUE INDEX review_open ON review (spec_id) WHERE decision IS NULL;

-- Comments on a spec, a breakpoint of it, one of its numbers or an area; answers name the comment they follow.
CREATE TABLE comment (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  thread_id bigint REFERENCES comment ON DELETE RESTRICT,
  about text NOT NULL CHECK (length(about) BETWEEN 1 AND 100),
  words text NOT NULL CHECK (length(words) BETWEEN 1 AND 2000),
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  resolved_at timestamptz,
  resolved_by bigint REFERENCES person ON DELETE RESTRICT
);
CREATE INDEX comment_spec ON comment (spec_id, at);

-- Invitations by link; the link's secret is kept as a hash. The outbox stands in for mail.
CREATE TABLE invitation (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  email text NOT NULL CHECK (email = lower(email) AND length(email) BETWEEN 3 AND 254),
  role text NOT NULL CHECK (role IN ('reader', 'author', 'lead')),
  token_hash bytea NOT NULL UNIQUE,
  invited_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  accepted_at timestamptz,
  accepted_by bigint REFERENCES person ON DELETE RESTRICT,
  revoked_at timestamptz
);
CREATE INDEX invitation_team ON invitation (team_id, at DESC);

CREATE TABLE outbox (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  recipient text NOT NULL,
  subject text NOT NULL,
  body text NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX outbox_team ON outbox (team_id, at DESC);

-- Products that use specs, and the version of each they are on.
CREATE TABLE project (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  owner_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (team_id, name)
);
CREATE TABLE project_use (
  project_id bigint NOT NULL REFERENCES project ON DELETE RESTRICT,
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  version_id bigint NOT NULL REFERENCES version ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  PRIMARY KEY (project_id, spec_id)
);
CREATE INDEX project_use_spec ON project_use (spec_id);

-- A project's access tokens, kept as hashes, and which versions each has fetched.
CREATE TABLE access_token (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  project_id bigint NOT NULL REFERENCES project ON DELETE RESTRICT,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  token_hash bytea NOT NULL UNIQUE,
  made_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  last_used_at timestamptz,
  revoked_at timestamptz
);
CREATE TABLE version_fetch (
  token_id bigint NOT NULL REFERENCES access_token ON DELETE RESTRICT,
  version_id bigint NOT NULL REFERENCES version ON DELETE RESTRICT,
  fetches bigint NOT NULL DEFAULT 1,
  last_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (token_id, version_id)
);

-- Webhooks, and the durable queue of what is to be delivered to them. The secret signs and so is kept as it is.
CREATE TABLE webhook (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  url text NOT NULL CHECK (length(url) <= 2000),
  secret text NOT NULL,
  made_by bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  removed_at timestamptz
);
CREATE TABLE webhook_delivery (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  webhook_id bigint NOT NULL REFERENCES webhook ON DELETE RESTRICT,
  event text NOT NULL,
  body jsonb NOT NULL,
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'delivered', 'failed')),
  attempts integer NOT NULL DEFAULT 0,
  next_at timestamptz DEFAULT now(),
  answer text NOT NULL DEFAULT '',
  at timestamptz NOT NULL DEFAULT now(),
  delivered_at timestamptz
);
CREATE INDEX webhook_delivery_due ON webhook_delivery (next_at) WHERE state = 'waiting';
CREATE INDEX webhook_delivery_of ON webhook_delivery (webhook_id, at DESC);

-- What concerns a person, and what was done in a team.
CREATE TABLE inbox_item (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  person_id bigint NOT NULL REFERENCES person ON DELETE CASCADE,
  kind text NOT NULL,
  spec_id bigint REFERENCES spec ON DELETE RESTRICT,
  words text NOT NULL,
  path text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  read_at timestamptz
);
CREATE INDEX inbox_item_person ON inbox_item (person_id, at DESC);

CREATE TABLE activity (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  spec_id bigint REFERENCES spec ON DELETE RESTRICT,
  person_id bigint REFERENCES person ON DELETE RESTRICT,
  what text NOT NULL,
  words text NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX activity_team ON activity (team_id, at DESC);
CREATE INDEX activity_spec ON activity (spec_id, at DESC);

-- Who is in a draft now. Nothing is lost with it, so it is not logged.
CREATE UNLOGGED TABLE presence (
  spec_id bigint NOT NULL,
  tab text NOT NULL CHECK (length(tab) <= 64),
  person_id bigint NOT NULL REFERENCES person ON DELETE CASCADE,
  breakpoint text NOT NULL CHECK (length(breakpoint) <= 60),
  seen_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (spec_id, tab)
);
