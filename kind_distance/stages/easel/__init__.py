"""What follows from a painting at the easel: which session runs, which pass, what is painted of it."""
