-- Cuts of the value scale set by hand, as JSON, darkest first; NULL where they are found.
ALTER TABLE thumbnail ADD COLUMN cuts TEXT;
