-- Every table of a painting's rows made anew, so that its columns are just the fields of its class (a test holds one
-- against the other). The words of a choice are checked where the class is, no longer here: one more word needs no
-- table made anew. What is a list is JSON. Rows that hang on one another go together in `rows/settling.py`, before they are
-- written; what is left of foreign keys only refuses to commit what does not hold together.

CREATE TABLE brief_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  title TEXT NOT NULL,
  idea TEXT NOT NULL,
  medium TEXT NOT NULL,
  support TEXT NOT NULL,
  width_cm REAL NOT NULL,
  height_cm REAL NOT NULL,
  unit TEXT NOT NULL,
  ground TEXT NOT NULL,
  school TEXT NOT NULL,
  veil TEXT NOT NULL,
  visibility_km REAL,
  pull REAL NOT NULL,
  "key" TEXT NOT NULL,
  gap REAL NOT NULL,
  main_source INTEGER,
  chosen_thumbnail INTEGER,
  passes_by_hand INTEGER NOT NULL CHECK (passes_by_hand IN (0, 1)),
  focus_x REAL,
  focus_y REAL,
  focus_reach REAL,
  drawing_medium TEXT NOT NULL,
  drawing_detail TEXT NOT NULL,
  airlight TEXT,
  deadline TEXT,
  deadline_for TEXT NOT NULL,
  light TEXT NOT NULL,
  focus_plane INTEGER,
  light_from TEXT NOT NULL,
  light_holds TEXT NOT NULL,
  ground_value REAL,
  ground_ready INTEGER NOT NULL CHECK (ground_ready IN (0, 1)),
  approach TEXT NOT NULL,
  pace REAL,
  PRIMARY KEY (painting_id)
) STRICT;
INSERT INTO brief_anew (painting_id, title, idea, medium, support, width_cm, height_cm, unit, ground, school, veil,
  visibility_km, pull, "key", gap, main_source, chosen_thumbnail, passes_by_hand, focus_x, focus_y, focus_reach,
  drawing_medium, drawing_detail, airlight, deadline, deadline_for, light, light_from, light_holds, ground_ready,
  approach)
  SELECT painting_id, title, idea, medium, support, width_cm, height_cm, unit, ground, school, veil, visibility_km,
    pull, "key", gap, main_source, chosen_thumbnail, passes_by_hand, focus_x, focus_y, focus_reach, drawing_medium,
    drawing_detail, airlight, deadline, deadline_for, light, '', '[]', 0, '' FROM brief;
DROP TABLE brief;
ALTER TABLE brief_anew RENAME TO brief;

CREATE TABLE source_anew (
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
  kind TEXT NOT NULL,
  maker TEXT NOT NULL,
  permission TEXT NOT NULL,
  standing TEXT NOT NULL,
  access TEXT NOT NULL,
  light_deg REAL,
  made_from INTEGER,
  tilt_deg REAL NOT NULL,
  horizon REAL,
  card TEXT,
  card_places TEXT NOT NULL,
  corners TEXT NOT NULL,
  air_veil TEXT,
  air_visibility_km REAL,
  PRIMARY KEY (painting_id, number)
) STRICT;
INSERT INTO source_anew (painting_id, number, picture_hash, name, purpose, format, width_px, height_px, taken_at,
  lens, latitude, longitude, place_shared, remark, kind, maker, permission, standing, access, light_deg, made_from,
  tilt_deg, horizon, card, card_places, corners, air_veil, air_visibility_km)
  SELECT painting_id, number, picture_hash, name, purpose, format, width_px, height_px, taken_at, lens, latitude,
    longitude, place_shared, remark, kind, maker, permission, standing, access, light_deg, made_from, tilt_deg,
    horizon, card, card_places, corners, air_veil, air_visibility_km FROM source;
DROP TABLE source;
ALTER TABLE source_anew RENAME TO source;

CREATE TABLE thumbnail_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  name TEXT NOT NULL,
  steps INTEGER NOT NULL,
  smallest_share REAL NOT NULL,
  softness REAL NOT NULL,
  even INTEGER NOT NULL CHECK (even IN (0, 1)),
  cuts TEXT,
  crop TEXT,
  "key" TEXT,
  departed INTEGER NOT NULL CHECK (departed IN (0, 1)),
  edits TEXT NOT NULL,
  later TEXT,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, source) REFERENCES source (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO thumbnail_anew (painting_id, number, source, name, steps, smallest_share, softness, even, cuts, crop,
  "key", departed, edits, later)
  SELECT painting_id, number, source, name, steps, smallest_share, softness, even, cuts, crop, "key", departed, edits,
    later FROM thumbnail;
DROP TABLE thumbnail;
ALTER TABLE thumbnail_anew RENAME TO thumbnail;

CREATE TABLE plane_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  rank INTEGER NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  distance_m REAL,
  locked_value REAL,
  nature TEXT NOT NULL,
  body TEXT NOT NULL,
  marks TEXT NOT NULL,
  brush TEXT NOT NULL,
  beside_last INTEGER NOT NULL CHECK (beside_last IN (0, 1)),
  "share" REAL,
  box TEXT,
  dark REAL,
  light REAL,
  detail REAL,
  chroma TEXT NOT NULL,
  hue TEXT NOT NULL,
  "over" TEXT NOT NULL,
  PRIMARY KEY (painting_id, number),
  UNIQUE (painting_id, rank)
) STRICT;
INSERT INTO plane_anew (painting_id, number, rank, name, kind, distance_m, locked_value, nature, body, marks, brush,
  beside_last, chroma, hue, "over")
  SELECT painting_id, number, rank, name, kind, distance_m, locked_value, nature, body, marks, brush, 0, '', '', '[]'
    FROM plane;
DROP TABLE plane;
ALTER TABLE plane_anew RENAME TO plane;

CREATE TABLE stroke_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  plane INTEGER NOT NULL,
  kind TEXT NOT NULL,
  width REAL NOT NULL,
  points TEXT NOT NULL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO stroke_anew (painting_id, number, plane, kind, width, points)
  SELECT painting_id, number, plane, kind, width, points FROM stroke;
DROP TABLE stroke;
ALTER TABLE stroke_anew RENAME TO stroke;

CREATE TABLE pair_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  far INTEGER NOT NULL,
  near INTEGER NOT NULL,
  gap REAL,
  direction INTEGER,
  edge TEXT,
  PRIMARY KEY (painting_id, far, near),
  FOREIGN KEY (painting_id, far) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (painting_id, near) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO pair_anew (painting_id, far, near, gap, direction)
  SELECT painting_id, far, near, gap, direction FROM pair;
DROP TABLE pair;
ALTER TABLE pair_anew RENAME TO pair;

CREATE TABLE layer_pass_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  place INTEGER NOT NULL,
  kind TEXT NOT NULL,
  planes TEXT NOT NULL,
  title TEXT NOT NULL,
  paint TEXT NOT NULL,
  minutes INTEGER NOT NULL,
  thickness REAL NOT NULL,
  why TEXT NOT NULL,
  elements TEXT NOT NULL,
  "share" REAL,
  sheet TEXT NOT NULL,
  mix TEXT NOT NULL,
  wants TEXT NOT NULL,
  brush_mm REAL,
  mark_mm REAL,
  drawing_medium TEXT NOT NULL,
  line_weight TEXT NOT NULL,
  line_removed TEXT NOT NULL,
  line_meant INTEGER CHECK (line_meant IN (0, 1)),
  aids TEXT NOT NULL,
  spares TEXT,
  in_light INTEGER NOT NULL CHECK (in_light IN (0, 1)),
  value REAL,
  chroma TEXT NOT NULL,
  hue TEXT NOT NULL,
  opacity TEXT NOT NULL,
  hides_line INTEGER CHECK (hides_line IN (0, 1)),
  oil TEXT NOT NULL,
  dries TEXT NOT NULL,
  counts TEXT NOT NULL,
  done_start INTEGER,
  done_end INTEGER,
  planned_min INTEGER,
  PRIMARY KEY (painting_id, number)
) STRICT;
INSERT INTO layer_pass_anew (painting_id, number, place, kind, planes, title, paint, minutes, thickness, why,
  elements, sheet, mix, wants, brush_mm, drawing_medium, line_weight, line_removed, aids, spares, in_light, chroma,
  hue, opacity, oil, dries, counts, done_start, done_end, planned_min)
  SELECT painting_id, number, place, kind, iif(plane IS NULL, '[]', json_array(plane)), title, paint, minutes,
    thickness, why, iif(element IS NULL, '[]', json_array(element)), 'painting', '', '', brush_mm, '', '', '', iif(aid
    = '', '[]', json_array(aid)), '[]', in_light, '', '', '', '', '', '[]', done_start, done_end, planned_min FROM
    layer_pass;
DROP TABLE layer_pass;
ALTER TABLE layer_pass_anew RENAME TO layer_pass;

CREATE TABLE session_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  start TEXT NOT NULL,
  minutes INTEGER NOT NULL,
  place TEXT NOT NULL,
  outdoors INTEGER NOT NULL CHECK (outdoors IN (0, 1)),
  temperature_c REAL NOT NULL,
  humidity REAL NOT NULL,
  wind_m_s REAL NOT NULL,
  sun_w_m2 REAL NOT NULL,
  setup_min INTEGER NOT NULL,
  cleanup_min INTEGER NOT NULL,
  unbroken_min INTEGER,
  hazards TEXT NOT NULL,
  looks_at TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;
INSERT INTO session_anew (painting_id, number, start, minutes, place, outdoors, temperature_c, humidity, wind_m_s,
  sun_w_m2, setup_min, cleanup_min, unbroken_min, hazards, looks_at)
  SELECT painting_id, number, start, minutes, place, outdoors, temperature_c, humidity, wind_m_s, sun_w_m2, setup_min,
    cleanup_min, unbroken_min, '[]', '' FROM session;
DROP TABLE session;
ALTER TABLE session_anew RENAME TO session;

CREATE TABLE meant_so_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  "key" TEXT NOT NULL,
  reason TEXT NOT NULL,
  PRIMARY KEY (painting_id, "key")
) STRICT;
INSERT INTO meant_so_anew (painting_id, "key", reason)
  SELECT painting_id, "key", reason FROM meant_so;
DROP TABLE meant_so;
ALTER TABLE meant_so_anew RENAME TO meant_so;

CREATE TABLE note_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  kind TEXT NOT NULL,
  x REAL NOT NULL,
  y REAL NOT NULL,
  text TEXT NOT NULL,
  x2 REAL,
  y2 REAL,
  length_m REAL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, source) REFERENCES source (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO note_anew (painting_id, number, source, kind, x, y, text, x2, y2, length_m)
  SELECT painting_id, number, source, kind, x, y, text, x2, y2, length_m FROM note;
DROP TABLE note;
ALTER TABLE note_anew RENAME TO note;

CREATE TABLE departure_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  source INTEGER NOT NULL,
  kind TEXT NOT NULL,
  points TEXT NOT NULL,
  reason TEXT NOT NULL,
  shift_x REAL NOT NULL,
  shift_y REAL NOT NULL,
  low REAL,
  high REAL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, source) REFERENCES source (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO departure_anew (painting_id, number, source, kind, points, reason, shift_x, shift_y, low, high)
  SELECT painting_id, number, source, kind, points, reason, shift_x, shift_y, low, high FROM departure;
DROP TABLE departure;
ALTER TABLE departure_anew RENAME TO departure;

CREATE TABLE element_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  name TEXT NOT NULL,
  plane INTEGER,
  x REAL,
  y REAL,
  body TEXT NOT NULL,
  marks TEXT NOT NULL,
  brush TEXT NOT NULL,
  smallest_mm REAL,
  count INTEGER NOT NULL,
  box TEXT,
  "over" TEXT NOT NULL,
  hidden_by TEXT NOT NULL,
  given_up TEXT NOT NULL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO element_anew (painting_id, number, name, plane, x, y, body, marks, brush, count, "over", hidden_by,
  given_up)
  SELECT painting_id, number, name, plane, x, y, body, marks, brush, 1, '[]', '[]', '' FROM element;
DROP TABLE element;
ALTER TABLE element_anew RENAME TO element;

CREATE TABLE reserve_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  name TEXT NOT NULL,
  way TEXT NOT NULL,
  points TEXT NOT NULL,
  plane INTEGER,
  value REAL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
INSERT INTO reserve_anew (painting_id, number, name, way, points)
  SELECT painting_id, number, name, way, points FROM reserve;
DROP TABLE reserve;
ALTER TABLE reserve_anew RENAME TO reserve;

CREATE TABLE kept_plan_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  layer_pass INTEGER NOT NULL,
  session INTEGER NOT NULL,
  not_before INTEGER NOT NULL,
  by_hand INTEGER NOT NULL CHECK (by_hand IN (0, 1)),
  PRIMARY KEY (painting_id, place)
) STRICT;
INSERT INTO kept_plan_anew (painting_id, place, layer_pass, session, not_before, by_hand)
  SELECT painting_id, place, layer_pass, session, not_before, by_hand FROM kept_plan;
DROP TABLE kept_plan;
ALTER TABLE kept_plan_anew RENAME TO kept_plan;

CREATE TABLE border (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  far INTEGER NOT NULL,
  near INTEGER NOT NULL,
  cm REAL NOT NULL,
  ragged REAL NOT NULL,
  PRIMARY KEY (painting_id, far, near),
  FOREIGN KEY (painting_id, far) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (painting_id, near) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;

CREATE TABLE underlay (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  plane INTEGER,
  element INTEGER,
  value REAL,
  passes TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;

CREATE TABLE counter (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  kind TEXT NOT NULL,
  last INTEGER NOT NULL,
  PRIMARY KEY (painting_id, kind)
) STRICT;

CREATE INDEX source_by_picture ON source (picture_hash);

-- The history keeps what changed: `parts` (JSON) names the content of each part of a state by its hash, and each
-- content
-- is kept once, for all entries and all paintings. Entries from before hold their whole `state` instead.
CREATE TABLE history_anew (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  at TEXT NOT NULL,
  what TEXT NOT NULL,
  state BLOB,
  parts BLOB,
  PRIMARY KEY (painting_id, number),
  CHECK ((state IS NULL) <> (parts IS NULL))
) STRICT;
INSERT INTO history_anew (painting_id, number, at, what, state) SELECT painting_id, number, at, what, state FROM
  history;
DROP TABLE history;
ALTER TABLE history_anew RENAME TO history;

CREATE TABLE content (
  name BLOB PRIMARY KEY,
  data BLOB NOT NULL
) STRICT, WITHOUT ROWID;
