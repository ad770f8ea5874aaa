"""The open document of a painting: JSON, or a ZIP that holds it as painting.json beside its pictures.

Its parts are the rows of a painting, field for field: planes and things are named by their names, all else by its
number; times are local, ISO 8601; what is left out has its usual value. What follows from the rest is told under
`measured`, for other readers, and is never read back.
"""

NAME_IN_ZIP = "painting.json"
