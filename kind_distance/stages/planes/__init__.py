"""Planes: strokes and the planes they make, depth, reserved lights, air and water."""
