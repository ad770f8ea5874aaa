"""Mixes: the palette, a recipe for every plane's light, mass and dark, how much of each, and what is judged of them."""
