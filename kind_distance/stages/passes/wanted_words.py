"""How what is wanted in a painting is seen to, in words."""

from __future__ import annotations

from collections.abc import Callable

from kind_distance.core.judgement import Why

HOW: dict[str, str | Callable[[Why], str]] = {
    "unpainted": "Nothing paints it.",
    "in_no_plane": "It lies in no plane and nothing paints it.",
    "plane_unpainted": lambda why: f"Nothing paints {why['plane']}, which it lies in.",
    "with_plane": lambda why: f"With the {why['title']} of {why['plane']}.",
    "light_ground": "The ground is left bare: painted round by everything that lies there.",
    "light_masked": "Under the mask until it is taken off.",
    "light_lifted": "Lifted out of the paint.",
    "light_added": "Set on top with the lights.",
    "no_pass": "No pass does it.",
    "minded_drawing": "Minded while drawing.",
    "minded_painting": "Minded with the brush.",
}


def say_seen_to(how: Why | None) -> str:
    """Say how something is seen to; nothing where its passes say it all."""
    if how is None:
        return ""
    said = HOW[how.kind]
    return said if isinstance(said, str) else said(how)
