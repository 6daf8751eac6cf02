-- The spec that a team's new specs may begin as a copy of. It counts while it is the team's own and not archived.
ALTER TABLE team ADD COLUMN start_spec_id bigint REFERENCES spec (id) ON DELETE SET NULL;
CREATE INDEX team_start ON team (start_spec_id) WHERE start_spec_id IS NOT NULL;
