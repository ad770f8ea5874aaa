-- Thin things are drawn round. What a plane or a thing is to be painted like: body of the paint, its marks, the brush.
-- Reserved lights: outlines on the main picture where the ground or a light is kept. Arrows on a source: where a figure
-- looks, a line leads, or a cast shadow runs.
CREATE TABLE stroke_anew (
  painting_id INTEGER NOT NULL,
  number INTEGER NOT NULL,
  plane INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('mark', 'brush', 'level', 'area', 'thin', 'erase')),
  width REAL NOT NULL CHECK (width > 0),
  points TEXT NOT NULL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO stroke_anew SELECT * FROM stroke;
DROP TABLE stroke;
ALTER TABLE stroke_anew RENAME TO stroke;

CREATE TABLE note_anew (
  painting_id INTEGER NOT NULL,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('colour', 'memory', 'scale', 'gaze', 'line', 'shadow')),
  x REAL NOT NULL,
  y REAL NOT NULL,
  text TEXT NOT NULL,
  x2 REAL,
  y2 REAL,
  length_m REAL CHECK (length_m > 0),
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, source) REFERENCES source (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO note_anew SELECT * FROM note;
DROP TABLE note;
ALTER TABLE note_anew RENAME TO note;

ALTER TABLE plane ADD COLUMN body TEXT NOT NULL DEFAULT '' CHECK (body IN ('', 'thin', 'thick'));
ALTER TABLE plane ADD COLUMN marks TEXT NOT NULL DEFAULT '' CHECK (marks IN ('', 'soft', 'broken'));
ALTER TABLE plane ADD COLUMN brush TEXT NOT NULL DEFAULT '';
ALTER TABLE element ADD COLUMN body TEXT NOT NULL DEFAULT '' CHECK (body IN ('', 'thin', 'thick'));
ALTER TABLE element ADD COLUMN marks TEXT NOT NULL DEFAULT '' CHECK (marks IN ('', 'soft', 'broken'));
ALTER TABLE element ADD COLUMN brush TEXT NOT NULL DEFAULT '';

CREATE TABLE reserve (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  name TEXT NOT NULL,
  way TEXT NOT NULL CHECK (way IN ('ground', 'masked', 'lifted', 'added')),
  points TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;

-- A plan that the painter took: passes and their sessions in order of time. Passes that are derived count by number too.
CREATE TABLE kept_plan (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  layer_pass INTEGER NOT NULL,
  session INTEGER NOT NULL,
  not_before INTEGER NOT NULL,
  PRIMARY KEY (painting_id, place)
) STRICT;
