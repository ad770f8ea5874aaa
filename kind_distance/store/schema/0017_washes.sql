-- What was read of a watercolour's dilutions, strongest first: [[L, a, b], ...].
ALTER TABLE tube ADD COLUMN washes TEXT NOT NULL DEFAULT '[]';
