-- Originals, byte for byte, named by the SHA-256 of their content.
CREATE TABLE picture (
  hash TEXT PRIMARY KEY,
  bytes BLOB NOT NULL,
  format TEXT NOT NULL,
  width_px INTEGER NOT NULL CHECK (width_px > 0),
  height_px INTEGER NOT NULL CHECK (height_px > 0)
) STRICT;

-- Working copies; may be thrown away at any time and are made again from the original.
CREATE TABLE derived (
  hash TEXT NOT NULL REFERENCES picture (hash) ON DELETE CASCADE,
  kind TEXT NOT NULL,
  bytes BLOB NOT NULL,
  PRIMARY KEY (hash, kind)
) STRICT;

-- `version` rises with every change, undo and redo included; `history_at` is the history entry that now holds;
-- `summary` is derived (JSON): what the shelf shows without reading the pictures again.
CREATE TABLE painting (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  version INTEGER NOT NULL,
  history_at INTEGER NOT NULL,
  created_at TEXT NOT NULL,
  changed_at TEXT NOT NULL,
  binned_at TEXT,
  summary TEXT NOT NULL
) STRICT;

-- What the painter wants, and the choices that hold for the whole painting.
CREATE TABLE brief (
  painting_id INTEGER PRIMARY KEY REFERENCES painting (id) ON DELETE CASCADE,
  title TEXT NOT NULL,
  idea TEXT NOT NULL,
  medium TEXT NOT NULL,
  support TEXT NOT NULL,
  width_cm REAL NOT NULL CHECK (width_cm > 0),
  height_cm REAL NOT NULL CHECK (height_cm > 0),
  unit TEXT NOT NULL CHECK (unit IN ('cm', 'in')),
  ground TEXT NOT NULL,
  school TEXT NOT NULL,
  veil TEXT NOT NULL,
  visibility_km REAL,
  pull REAL NOT NULL,
  key TEXT NOT NULL,
  gap REAL NOT NULL,
  main_source INTEGER,
  chosen_thumbnail INTEGER,
  passes_by_hand INTEGER NOT NULL CHECK (passes_by_hand IN (0, 1))
) STRICT;

CREATE TABLE source (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  picture_hash TEXT NOT NULL REFERENCES picture (hash),
  name TEXT NOT NULL,
  purpose TEXT NOT NULL,
  format TEXT NOT NULL,
  width_px INTEGER NOT NULL,
  height_px INTEGER NOT NULL,
  taken_at TEXT,
  lens TEXT,
  latitude REAL,
  longitude REAL,
  place_shared INTEGER NOT NULL CHECK (place_shared IN (0, 1)),
  remark TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;

CREATE TABLE thumbnail (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  name TEXT NOT NULL,
  steps INTEGER NOT NULL CHECK (steps BETWEEN 2 AND 7),
  smallest_share REAL NOT NULL,
  softness REAL NOT NULL,
  even INTEGER NOT NULL CHECK (even IN (0, 1)),
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, source) REFERENCES source (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;

-- `rank` 1 is the farthest plane; `number` stays with a plane wherever it moves.
CREATE TABLE plane (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  rank INTEGER NOT NULL CHECK (rank >= 1),
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('sky', 'land', 'water')),
  distance_m REAL,
  locked_value REAL,
  PRIMARY KEY (painting_id, number),
  UNIQUE (painting_id, rank)
) STRICT;

-- `points` is JSON: [[x, y], ...] as shares of the picture's width and height.
CREATE TABLE stroke (
  painting_id INTEGER NOT NULL,
  number INTEGER NOT NULL,
  plane INTEGER NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('mark', 'brush', 'level')),
  width REAL NOT NULL,
  points TEXT NOT NULL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE TABLE pair (
  painting_id INTEGER NOT NULL,
  far INTEGER NOT NULL,
  near INTEGER NOT NULL,
  gap REAL,
  direction INTEGER CHECK (direction IN (-1, 1)),
  PRIMARY KEY (painting_id, far, near),
  FOREIGN KEY (painting_id, far) REFERENCES plane (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (painting_id, near) REFERENCES plane (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;

-- Only for passes that the painter changed by hand; otherwise they are derived from the plan each time.
CREATE TABLE layer_pass (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  place INTEGER NOT NULL,
  kind TEXT NOT NULL,
  plane INTEGER,
  title TEXT NOT NULL,
  paint TEXT NOT NULL,
  minutes INTEGER NOT NULL CHECK (minutes BETWEEN 1 AND 720),
  thickness REAL NOT NULL,
  why TEXT NOT NULL,
  done_start INTEGER,
  done_end INTEGER,
  PRIMARY KEY (painting_id, number),
  UNIQUE (painting_id, place),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number)
    ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
) STRICT;

-- `start` is local wall time, ISO 8601 to the minute, without zone.
CREATE TABLE session (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  start TEXT NOT NULL,
  minutes INTEGER NOT NULL CHECK (minutes BETWEEN 5 AND 720),
  place TEXT NOT NULL,
  outdoors INTEGER NOT NULL CHECK (outdoors IN (0, 1)),
  temperature_c REAL NOT NULL,
  humidity REAL NOT NULL,
  wind_m_s REAL NOT NULL,
  sun_w_m2 REAL NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;

-- "I mean it so": a judgement silenced by the painter, with the reason.
CREATE TABLE meant_so (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  key TEXT NOT NULL,
  reason TEXT NOT NULL,
  PRIMARY KEY (painting_id, key)
) STRICT;

-- The whole state of a painting after each change: zlib-packed JSON. Undo and redo move `painting.history_at`.
CREATE TABLE history (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  at TEXT NOT NULL,
  what TEXT NOT NULL,
  state BLOB NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;

CREATE INDEX source_by_picture ON source (picture_hash);
