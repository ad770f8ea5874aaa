"""One judge for every order of passes: as painted, as listed, or derived.

It reads planes, borders, things, films and passes, and tells faults of the painting only: where a material or the eye
says no. It never asks for an order of techniques. A rule returns what was measured; the sentences stand elsewhere.
"""
