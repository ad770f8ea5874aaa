-- The palette of a painting: tubes, settled recipes, wet and dry swatches, and what the painter holds of drying.
CREATE TABLE tube (
    painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
    number INTEGER NOT NULL,
    name TEXT NOT NULL,
    pigment TEXT NOT NULL,
    paint TEXT NOT NULL,
    opacity TEXT NOT NULL,
    masstone TEXT NOT NULL,
    tint TEXT,
    tint_parts REAL NOT NULL,
    white INTEGER NOT NULL,
    dries TEXT NOT NULL,
    stains TEXT NOT NULL,
    price REAL,
    ml REAL,
    hazard TEXT NOT NULL,
    colour_from TEXT NOT NULL,
    uncertainty REAL NOT NULL,
    barred INTEGER NOT NULL,
    PRIMARY KEY (painting_id, number)
) STRICT;

CREATE TABLE mix (
    painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
    number INTEGER NOT NULL,
    plane INTEGER,
    element INTEGER,
    part TEXT NOT NULL,
    parts TEXT NOT NULL,
    strength REAL,
    name TEXT NOT NULL,
    PRIMARY KEY (painting_id, number)
) STRICT;

CREATE TABLE wet_dry (
    painting_id INTEGER NOT NULL REFERENCES painting (id) ON DELETE CASCADE,
    number INTEGER NOT NULL,
    wet REAL NOT NULL,
    dry REAL NOT NULL,
    tube INTEGER,
    PRIMARY KEY (painting_id, number)
) STRICT;

ALTER TABLE brief ADD COLUMN dries_to TEXT NOT NULL DEFAULT '';
ALTER TABLE brief ADD COLUMN few_tubes INTEGER NOT NULL DEFAULT 0;
