-- A team has several templates: specs that come first when somebody creates one, as a copy of their draft. They were one until now.
ALTER TABLE spec ADD COLUMN template boolean NOT NULL DEFAULT false;
UPDATE spec SET template = true FROM team WHERE team.start_spec_id = spec.id AND spec.team_id = team.id;
ALTER TABLE team DROP COLUMN start_spec_id;
CREATE INDEX spec_template ON spec (team_id) WHERE template;
