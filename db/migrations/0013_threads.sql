-- Threads of a spec are read a page at a time, the open ones first, and what is open by what it is about.
CREATE INDEX comment_threads ON comment (spec_id, (resolved_at IS NOT NULL), id DESC) WHERE thread_id IS NULL;
DROP INDEX comment_thread;
CREATE INDEX comment_thread ON comment (thread_id, id DESC) WHERE thread_id IS NOT NULL;
