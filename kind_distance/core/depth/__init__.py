"""Planes of depth: marking them on a photo, reading them, and planning their values."""
