-- A pass that the painter put at a minute of a session by hand stands there, whatever the paint says.
ALTER TABLE kept_plan ADD COLUMN by_hand INTEGER NOT NULL DEFAULT 0 CHECK (by_hand IN (0, 1));

-- What was planned before a pass was painted, so that the log can be held against it; the brush; whether it has to be
-- painted in the light of the photo; the thing it belongs to.
ALTER TABLE layer_pass ADD COLUMN planned_min INTEGER CHECK (planned_min BETWEEN 1 AND 720);
ALTER TABLE layer_pass ADD COLUMN brush_mm REAL CHECK (brush_mm > 0);
ALTER TABLE layer_pass ADD COLUMN in_light INTEGER NOT NULL DEFAULT 0 CHECK (in_light IN (0, 1));
ALTER TABLE layer_pass ADD COLUMN element INTEGER;

-- The day by which the painting has to leave the house, and for what.
ALTER TABLE brief ADD COLUMN deadline TEXT;
ALTER TABLE brief ADD COLUMN deadline_for TEXT NOT NULL DEFAULT '';
-- The light that is wanted outdoors; empty for that of the photo.
ALTER TABLE brief ADD COLUMN light TEXT NOT NULL DEFAULT '';

-- What a film is helped with while it is wet.
ALTER TABLE layer_pass ADD COLUMN aid TEXT NOT NULL DEFAULT '' CHECK (aid IN ('', 'mist', 'dryer'));

-- What belongs to a session and not to painting, and the cap on painting without a break.
ALTER TABLE session ADD COLUMN setup_min INTEGER NOT NULL DEFAULT 0 CHECK (setup_min BETWEEN 0 AND 240);
ALTER TABLE session ADD COLUMN cleanup_min INTEGER NOT NULL DEFAULT 0 CHECK (cleanup_min BETWEEN 0 AND 240);
ALTER TABLE session ADD COLUMN unbroken_min INTEGER CHECK (unbroken_min BETWEEN 20 AND 240);
