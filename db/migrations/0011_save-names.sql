-- Changes are sent under a name: sent again because no answer came, they are found by it and written once.
ALTER TABLE draft_edit ADD COLUMN save_id text CHECK (length(save_id) BETWEEN 1 AND 64);
CREATE UNIQUE INDEX draft_edit_save ON draft_edit (spec_id, save_id) WHERE save_id IS NOT NULL;
