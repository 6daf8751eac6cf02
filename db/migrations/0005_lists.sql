-- What a card of the list of specs shows of a draft: worked out once for a revision of it and the version it is held against.
ALTER TABLE draft ADD COLUMN summary jsonb;

-- Lists that grow are read by their own order.
CREATE INDEX comment_thread ON comment (thread_id) WHERE thread_id IS NOT NULL;
CREATE INDEX inbox_item_unread ON inbox_item (person_id) WHERE read_at IS NULL;
CREATE INDEX presence_age ON presence (seen_at);
CREATE INDEX draft_changed ON draft (updated_at DESC);
CREATE INDEX project_team ON project (team_id, name);
