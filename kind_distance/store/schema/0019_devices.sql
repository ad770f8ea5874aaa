-- Phones and tablets in the same network that were let in. The token itself is never kept, only its hash.
CREATE TABLE device (
  number INTEGER PRIMARY KEY,
  name TEXT NOT NULL, token_hash BLOB NOT NULL UNIQUE, paired_at TEXT NOT NULL, seen_at TEXT NOT NULL
) STRICT;
