-- When somebody put the pointers of their first visit away, for good.
ALTER TABLE person ADD COLUMN pointers_seen_at timestamptz;
