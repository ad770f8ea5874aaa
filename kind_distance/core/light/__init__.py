"""Light: where the sun stands, how long shadows are, what a reflection shows."""
