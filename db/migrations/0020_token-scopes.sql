-- What an access token may be used for, until when, and for which specs (none named: all of its team). Tokens made until now read versions.
ALTER TABLE access_token ADD COLUMN scopes text[] NOT NULL DEFAULT '{read}'
  CHECK (scopes <@ '{read,draft,review,publish,manage}' AND 'read' = ANY (scopes));
ALTER TABLE access_token ADD COLUMN expires_at timestamptz;
CREATE TABLE access_token_spec (
  token_id bigint NOT NULL REFERENCES access_token ON DELETE RESTRICT,
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  PRIMARY KEY (token_id, spec_id)
);

-- The token something was done with; null if a person did it on a page. A transaction that writes for a token says which it is.
ALTER TABLE activity ADD COLUMN token_id bigint REFERENCES access_token ON DELETE RESTRICT
  DEFAULT nullif(current_setting('ypsiline.token', true), '')::bigint;

-- A version published under a key: the same request, sent again because no answer came, finds it.
ALTER TABLE version ADD COLUMN publish_key bytea, ADD COLUMN publish_request bytea,
  ADD CHECK ((publish_key IS NULL) = (publish_request IS NULL));
CREATE UNIQUE INDEX version_publish_key ON version (spec_id, publish_key) WHERE publish_key IS NOT NULL;
