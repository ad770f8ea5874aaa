-- Places that shine otherwise than the rest: what they are, and how wide.
ALTER TABLE mend ADD COLUMN surface TEXT NOT NULL DEFAULT '';
ALTER TABLE mend ADD COLUMN reach REAL;
