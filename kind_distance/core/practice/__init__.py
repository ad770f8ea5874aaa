"""Practice: scenes painted from a seed with all that is true of them, drills over them, and what a learner shows."""
