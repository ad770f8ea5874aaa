-- Sides that a painter takes where practitioners disagree on mixing; empty leaves it to what is usual.
ALTER TABLE brief ADD COLUMN glaze_medium TEXT NOT NULL DEFAULT '';
ALTER TABLE brief ADD COLUMN black_use TEXT NOT NULL DEFAULT '';
ALTER TABLE brief ADD COLUMN cheap_below TEXT NOT NULL DEFAULT '';
ALTER TABLE brief ADD COLUMN echo_hues TEXT NOT NULL DEFAULT '';
