"""Files and sheets made of a painting."""
