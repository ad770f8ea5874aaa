-- Kinds of danger at a place, who is near, what is used, and the weather that is expected: cautions follow from them.
ALTER TABLE source ADD COLUMN dangers TEXT NOT NULL DEFAULT '[]';
ALTER TABLE session ADD COLUMN dangers TEXT;
ALTER TABLE session ADD COLUMN company TEXT NOT NULL DEFAULT '[]';
ALTER TABLE session ADD COLUMN uses TEXT NOT NULL DEFAULT '[]';
ALTER TABLE session ADD COLUMN sky TEXT NOT NULL DEFAULT '';
