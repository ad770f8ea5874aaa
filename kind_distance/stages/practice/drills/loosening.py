"""Exercises by the clock that nobody scores."""

from __future__ import annotations

from kind_distance.core.practice.chance import chance
from kind_distance.stages.practice.drills.drill import Drill, DrillKind, Marked

LOOSENING = (
    ("Draw what stands before you with the thickest thing you have, without an eraser.", 4),
    ("The same with the other hand.", 3),
    ("Three values only: paper, one grey, one dark. No line.", 5),
    ("One line, never lifted, slower than you like.", 3),
    ("Only the shapes between things.", 4),
    ("Six thumbnails in six formats, a minute each.", 6),
)


def loosening(seed: int, level: int) -> Drill:
    """Give an exercise by the clock that nobody scores."""
    text, minutes = LOOSENING[int(chance(seed, "loosening").integers(len(LOOSENING)))]
    how = "Nothing is scored, and nobody sees it. Stop when the clock has run down."
    return Drill("loosening", seed, level, text, how, None, "done", None, minutes=minutes)


def _mark_done(drill: Drill, given: None) -> Marked:  # noqa: ARG001  there is nothing to mark
    return Marked(right=True, off=None, measured="Done.", rule="", sure="")


KINDS = (DrillKind("loosening", "Loosening", "By the clock", loosening, _mark_done, scored=False),)
