-- Things inside planes: a boat, a shed. Each belongs to one plane, or to none yet; (x, y) is where it stands on the main
-- picture, as shares of its width and height.
CREATE TABLE element (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  name TEXT NOT NULL,
  plane INTEGER,
  x REAL,
  y REAL,
  PRIMARY KEY (painting_id, number),
  FOREIGN KEY (painting_id, plane) REFERENCES plane (painting_id, number) DEFERRABLE INITIALLY DEFERRED
) STRICT;
