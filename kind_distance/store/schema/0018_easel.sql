-- What happens at the easel, and the diary of it, which is only ever added to.
ALTER TABLE session ADD COLUMN began INTEGER;
ALTER TABLE session ADD COLUMN ended INTEGER;
ALTER TABLE brief ADD COLUMN step_back_min INTEGER NOT NULL DEFAULT 12;
CREATE TABLE stretch (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL, layer_pass INTEGER NOT NULL, session INTEGER, "begin" INTEGER NOT NULL, "end" INTEGER,
  PRIMARY KEY (painting_id, number)
) STRICT;
CREATE TABLE tick (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL, layer_pass INTEGER NOT NULL, element INTEGER, reserve INTEGER,
  PRIMARY KEY (painting_id, number)
) STRICT;
CREATE TABLE touch (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL, layer_pass INTEGER NOT NULL, at INTEGER NOT NULL, found TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;
CREATE TABLE remark (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL, at INTEGER NOT NULL, kind TEXT NOT NULL, text TEXT NOT NULL, session INTEGER,
  layer_pass INTEGER,
  PRIMARY KEY (painting_id, number)
) STRICT;
CREATE TABLE mend (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL, text TEXT NOT NULL, made INTEGER NOT NULL, minutes INTEGER, source INTEGER, x REAL, y REAL,
  settled TEXT NOT NULL, reason TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;
CREATE TABLE criterion (
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  number INTEGER NOT NULL, text TEXT NOT NULL, settled TEXT NOT NULL, reason TEXT NOT NULL,
  PRIMARY KEY (painting_id, number)
) STRICT;
CREATE TABLE diary (
  id INTEGER PRIMARY KEY,
  painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
  at_min INTEGER NOT NULL, kind TEXT NOT NULL, said TEXT NOT NULL, session INTEGER, layer_pass INTEGER,
  plane TEXT NOT NULL DEFAULT '', minutes INTEGER, air TEXT NOT NULL DEFAULT '', mix TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX diary_of_painting ON diary (painting_id, id);
CREATE TRIGGER diary_stands BEFORE UPDATE ON diary BEGIN SELECT RAISE(ABORT, 'the diary is only added to'); END;
CREATE VIRTUAL TABLE diary_words USING fts5 (
  said, plane, air, mix, content = 'diary', content_rowid = 'id', tokenize = "unicode61 remove_diacritics 2"
);
CREATE TRIGGER diary_added AFTER INSERT ON diary BEGIN
  INSERT INTO diary_words (rowid, said, plane, air, mix) VALUES (new.id, new.said, new.plane, new.air, new.mix);
END;
CREATE TRIGGER diary_gone AFTER DELETE ON diary BEGIN
  INSERT INTO diary_words (diary_words, rowid, said, plane, air, mix)
  VALUES ('delete', old.id, old.said, old.plane, old.air, old.mix);
END;
