"""What speaks for a crop, in a few words."""

from __future__ import annotations

from kind_distance.core.judgement import Why
from kind_distance.core.picture.crops import near_division
from kind_distance.core.picture.divisions import GOLDEN

NEAR = 0.6  # from which a place is told by the division beside it, and not in per cent


def say_crop(why: Why) -> str:
    """Say where the focus and the horizon lie in a crop, whether it is in balance, and whether its rim is quiet."""
    (x, y), down, heavier = why["focus"], why["horizon"], why["heavier"]
    parts = [f"the focus {_place(x, 'across')} and {_place(y, 'down')}"]
    if down is not None:
        parts.append(f"the horizon {100 * down:.0f} % down")
    parts.append(f"a little heavier on the {heavier}" if heavier else "left and right in balance")
    if why["quiet_rim"]:
        parts.append("a quiet rim")
    return ", ".join(parts)


def _place(at: float, way: str) -> str:
    """Say where a place lies along one side, by the nearest division where it is near one."""
    near, mark = near_division(at)
    if near < NEAR:
        return f"{100 * at:.0f} % {way}"
    name = "golden section" if mark in (GOLDEN, 1 - GOLDEN) else "third"
    return f"near the {'first' if mark < 0.5 else 'second'} {name} {way}"
