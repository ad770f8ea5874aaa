-- Two more pens: a stroke that takes away from its plane, and an area with hard edges. SQLite cannot alter a check, so
-- the table is made anew; nothing refers to it.
CREATE TABLE stroke_anew (
  painting_id INTEGER NOT NULL,
  number INTEGER NOT NULL,
  plane INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('mark', 'brush', 'level', 'area', 'erase')),
  width REAL NOT NULL,
  points TEXT NOT NULL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO stroke_anew SELECT painting_id, number, plane, kind, width, points FROM stroke;
DROP TABLE stroke;
ALTER TABLE stroke_anew RENAME TO stroke;

-- The air of the planned picture where it is picked and not the profile's own ('#rrggbb', at great distance), and the
-- air that lay before the photo.
ALTER TABLE brief ADD COLUMN airlight TEXT;
ALTER TABLE source ADD COLUMN air_veil TEXT;
ALTER TABLE source ADD COLUMN air_visibility_km REAL CHECK (air_visibility_km > 0);
