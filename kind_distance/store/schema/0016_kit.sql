-- What is packed of a session's kit list, and what the painter adds to it.
ALTER TABLE session ADD COLUMN packed TEXT NOT NULL DEFAULT '[]';
ALTER TABLE session ADD COLUMN kit_own TEXT NOT NULL DEFAULT '[]';
