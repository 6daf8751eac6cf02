-- What a webhook is sent: all that is known as JSON, or one sentence for a chat.
ALTER TABLE webhook ADD COLUMN form text NOT NULL DEFAULT 'json' CHECK (form IN ('json', 'text'));
