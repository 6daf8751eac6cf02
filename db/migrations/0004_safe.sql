-- Attempts to sign in, by account, browser or address: counted before a password is looked at, with a growing wait.
DROP TABLE sign_in_failure;
CREATE TABLE sign_in_attempt (
  subject text PRIMARY KEY CHECK (length(subject) <= 400),
  failures integer NOT NULL,
  next_at timestamptz NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX sign_in_attempt_age ON sign_in_attempt (at);

-- Browsers an account was signed in with: others' failures do not make them wait.
CREATE TABLE known_browser (
  token_hash bytea PRIMARY KEY,
  person_id bigint NOT NULL REFERENCES person ON DELETE CASCADE,
  used_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX known_browser_person ON known_browser (person_id, used_at DESC);

-- What a browser says it is, so that a person knows their sessions apart.
ALTER TABLE session ADD COLUMN browser text NOT NULL DEFAULT '' CHECK (length(browser) <= 200);
CREATE INDEX session_person ON session (person_id);

-- How a person reads numbers that are not whole: as fractions, or as decimals of two or three places.
ALTER TABLE person ADD COLUMN numbers text NOT NULL DEFAULT 'fractions' CHECK (numbers IN ('fractions', 'decimals-2', 'decimals-3'));

-- While one process sends a delivery, others leave it alone.
ALTER TABLE webhook_delivery ADD COLUMN leased_until timestamptz;
CREATE INDEX webhook_delivery_leased ON webhook_delivery (leased_until) WHERE leased_until IS NOT NULL;

-- Inbox items belong to a team, and go with the membership in it.
ALTER TABLE inbox_item ADD COLUMN team_id bigint REFERENCES team ON DELETE RESTRICT;
UPDATE inbox_item i SET team_id = s.team_id FROM spec s WHERE s.id = i.spec_id;
UPDATE inbox_item i SET team_id = t.id FROM team t WHERE i.spec_id IS NULL AND i.path = '/teams/' || t.slug;
CREATE INDEX inbox_item_team ON inbox_item (team_id, person_id);
