"""Thumbnails: what is read on them, in numbers and words."""
