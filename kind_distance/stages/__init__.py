"""One room for each stage on the horizon line: what follows there from a painting, and what is judged."""
