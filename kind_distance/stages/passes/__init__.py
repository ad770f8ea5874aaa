"""Passes: derived, ordered, judged, and the sides that painters take."""
