"""A painting as the open document: written, and brought in again. Both sides name the same things in the same order."""
