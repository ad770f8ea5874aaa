"""Everything that is kept: one SQLite file, plain SQL, repositories that return frozen dataclasses."""
