"""How a painting builds: the picture as it should look after each pass."""
