-- The registry serves several packages of its own: the command, and a plugin with its rules.
ALTER TABLE command_release RENAME TO own_release;
ALTER TABLE own_release ADD COLUMN name text NOT NULL DEFAULT 'cli' CHECK (name IN ('cli', 'stylelint'));
ALTER TABLE own_release ALTER COLUMN name DROP DEFAULT;
ALTER TABLE own_release DROP CONSTRAINT command_release_pkey;
ALTER TABLE own_release ADD PRIMARY KEY (name, version);
