-- Where the eye is to stay: a place on the main picture and how far it is spared, as shares of its width and height.
ALTER TABLE brief ADD COLUMN focus_x REAL;
ALTER TABLE brief ADD COLUMN focus_y REAL;
ALTER TABLE brief ADD COLUMN focus_reach REAL;
