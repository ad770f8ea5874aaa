"""The open document of a painting: JSON, or a ZIP that holds it as painting.json beside its pictures.

Every field has a plain name and a unit in it; what is left out has its usual value. Places on a picture are shares of
its width and height, from the top left. `planning` holds what a plan needs, `pictures` what was put on pictures.
"""
