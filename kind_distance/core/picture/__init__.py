"""From a photograph to a few large shapes of value."""
