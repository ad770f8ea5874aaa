-- So that a file of paintings is told from somebody else's database: "KDIS" in the header's own place for it.
PRAGMA application_id = 1262766419;
