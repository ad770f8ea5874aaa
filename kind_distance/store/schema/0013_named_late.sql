-- A thing that was named after painting had begun: planes, focus and edges are looked at again.
ALTER TABLE element ADD COLUMN named_late INTEGER NOT NULL DEFAULT 0;
