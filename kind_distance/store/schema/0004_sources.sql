-- What is known of a source beyond the file: what it is, whose it is, where one stood, where the light came from.
-- `made_from` is the source it was made from (sketch from page, study from photo); `tilt_deg` was straightened out;
-- `horizon` is its height as a share, set by hand; `card` and `card_places` (JSON) are the reference for colour;
-- `corners` (JSON) are those of the page's frame that a straightened sketch was cut out of.
ALTER TABLE source ADD COLUMN kind TEXT NOT NULL DEFAULT 'photo'
  CHECK (kind IN ('photo', 'page', 'sketch', 'study', 'painting'));
ALTER TABLE source ADD COLUMN maker TEXT NOT NULL DEFAULT '';
ALTER TABLE source ADD COLUMN permission TEXT NOT NULL DEFAULT '';
ALTER TABLE source ADD COLUMN standing TEXT NOT NULL DEFAULT '';
ALTER TABLE source ADD COLUMN access TEXT NOT NULL DEFAULT '';
ALTER TABLE source ADD COLUMN light_deg REAL;
ALTER TABLE source ADD COLUMN made_from INTEGER;
ALTER TABLE source ADD COLUMN tilt_deg REAL NOT NULL DEFAULT 0;
ALTER TABLE source ADD COLUMN horizon REAL;
ALTER TABLE source ADD COLUMN card TEXT;
ALTER TABLE source ADD COLUMN card_places TEXT NOT NULL DEFAULT '[]';
ALTER TABLE source ADD COLUMN corners TEXT NOT NULL DEFAULT '[]';

-- Notes pinned on a picture: shares of its width and height as straightened; a scale mark has two ends and a length.
CREATE TABLE note (
  painting_id INTEGER NOT NULL,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('colour', 'memory', 'scale')),
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

-- Planned departures from a picture; `points` is JSON like those of strokes.
CREATE TABLE departure (
  painting_id INTEGER NOT NULL,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('moved', 'bent', 'left_out', 'added')),
  points TEXT NOT NULL,
  reason TEXT NOT NULL,
  shift_x REAL NOT NULL,
  shift_y REAL NOT NULL,
  low REAL,
  high REAL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, source) REFERENCES source (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;

-- A thumbnail's crop in whole pixels of the straightened picture (JSON: left, top, width, height); the key its range
-- is squeezed into; whether departures are applied; shapes changed by hand (JSON); the note of an idea for later.
ALTER TABLE thumbnail ADD COLUMN crop TEXT;
ALTER TABLE thumbnail ADD COLUMN key TEXT;
ALTER TABLE thumbnail ADD COLUMN departed INTEGER NOT NULL DEFAULT 0 CHECK (departed IN (0, 1));
ALTER TABLE thumbnail ADD COLUMN edits TEXT NOT NULL DEFAULT '[]';
ALTER TABLE thumbnail ADD COLUMN later TEXT;

-- What is drawn with before the first layer, and how much of it.
ALTER TABLE brief ADD COLUMN drawing_medium TEXT NOT NULL DEFAULT 'pencil';
ALTER TABLE brief ADD COLUMN drawing_detail TEXT NOT NULL DEFAULT 'masses';
