-- What a plane is to the eye: solid, seen through (mist, beams of light, glass), or thin accents (masts, grass, twigs).
ALTER TABLE plane ADD COLUMN nature TEXT NOT NULL DEFAULT 'solid' CHECK (nature IN ('solid', 'see_through', 'accents'));
