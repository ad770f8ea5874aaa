-- Practice, kept apart from paintings: learners by a name, their answers, and when each kind of drill is due again.
CREATE TABLE learner (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE COLLATE NOCASE
) STRICT;
CREATE TABLE answer (
  id INTEGER PRIMARY KEY,
  learner_id INTEGER NOT NULL REFERENCES learner (id) ON DELETE CASCADE,
  kind TEXT NOT NULL, seed INTEGER NOT NULL, level INTEGER NOT NULL, at TEXT NOT NULL,
  correct INTEGER NOT NULL CHECK (correct IN (0, 1)), off REAL, facts TEXT NOT NULL, seconds REAL NOT NULL,
  UNIQUE (learner_id, kind, seed, level)
) STRICT;
CREATE TABLE spacing (
  learner_id INTEGER NOT NULL REFERENCES learner (id) ON DELETE CASCADE,
  kind TEXT NOT NULL, card TEXT NOT NULL,
  PRIMARY KEY (learner_id, kind)
) STRICT;
