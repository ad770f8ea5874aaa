-- A photo of the painting that the painter does not believe: what was seen counts.
ALTER TABLE source ADD COLUMN set_aside INTEGER NOT NULL DEFAULT 0 CHECK (set_aside IN (0, 1));
