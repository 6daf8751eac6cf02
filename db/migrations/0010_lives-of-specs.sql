-- Every address a spec ever had leads to it, and to no other spec: renamed or moved, what was linked goes on. The current one is the spec's own.
CREATE TABLE spec_address (
  team_id bigint NOT NULL REFERENCES team ON DELETE RESTRICT,
  slug text NOT NULL CHECK (slug ~ '^[a-z][a-z0-9-]{0,59}$'),
  spec_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (team_id, slug)
);
CREATE INDEX spec_address_spec ON spec_address (spec_id);
INSERT INTO spec_address (team_id, slug, spec_id) SELECT team_id, slug, id FROM spec;

CREATE FUNCTION keep_spec_address() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NOT EXISTS (SELECT 1 FROM spec_address a WHERE a.team_id = NEW.team_id AND a.slug = NEW.slug AND a.spec_id = NEW.id) THEN
    INSERT INTO spec_address (team_id, slug, spec_id) VALUES (NEW.team_id, NEW.slug, NEW.id);
  END IF;
  RETURN NULL;
END
$$;
CREATE TRIGGER spec_keeps_its_addresses AFTER INSERT OR UPDATE OF team_id, slug ON spec FOR EACH ROW EXECUTE FUNCTION keep_spec_address();

-- The name a spec's package has in the registry: its first address, for good, so that what depends on it goes on.
ALTER TABLE spec ADD COLUMN package text;
UPDATE spec s SET package = '@' || t.slug || '/' || s.slug FROM team t WHERE t.id = s.team_id;
ALTER TABLE spec ALTER COLUMN package SET NOT NULL;
ALTER TABLE spec ADD CONSTRAINT spec_package UNIQUE (package);

CREATE FUNCTION name_spec_package() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT '@' || t.slug || '/' || NEW.slug INTO NEW.package FROM team t WHERE t.id = NEW.team_id;
  RETURN NEW;
END
$$;
CREATE TRIGGER spec_has_a_package BEFORE INSERT ON spec FOR EACH ROW EXECUTE FUNCTION name_spec_package();

-- A spec that was put away: readable as it was, changed by nobody until it is brought back.
ALTER TABLE spec ADD COLUMN archived_at timestamptz;
ALTER TABLE spec ADD COLUMN archived_by bigint REFERENCES person ON DELETE RESTRICT;

-- A spec that was made from a version of another and follows it; its draft says which version of it it has taken. What follows was made
-- later than what it follows, so that nothing follows itself, however far round.
CREATE TABLE spec_follow (
  spec_id bigint PRIMARY KEY REFERENCES spec ON DELETE RESTRICT,
  follows_id bigint NOT NULL REFERENCES spec ON DELETE RESTRICT,
  person_id bigint NOT NULL REFERENCES person ON DELETE RESTRICT,
  at timestamptz NOT NULL DEFAULT now(),
  CONSTRAINT spec_follow_no_circle CHECK (follows_id < spec_id)
);
CREATE INDEX spec_follow_follows ON spec_follow (follows_id);
