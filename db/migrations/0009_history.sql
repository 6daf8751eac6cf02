-- Drafts as they stood now and then: any moment is the one before it with the edits since put on top. Edits of a time before are told, and not shown.
CREATE TABLE draft_moment (
  spec_id bigint NOT NULL REFERENCES draft ON DELETE RESTRICT,
  revision bigint NOT NULL CHECK (revision >= 1),
  layout jsonb NOT NULL CHECK (layout ->> 'format' = 'ypsiline-layout'),
  PRIMARY KEY (spec_id, revision)
);
INSERT INTO draft_moment (spec_id, revision, layout) SELECT spec_id, revision, layout FROM draft;
