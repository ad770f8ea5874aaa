"""Where figures look and lines lead: drawn by the painter as arrows, judged by what lies before them."""

from __future__ import annotations

import math
from dataclasses import dataclass

from kind_distance.core.judgement import Finding

AT_RIM = 0.035  # an arrow that ends so near the rim leads out [share of the width]; common practice, no source
TOWARD_FOCUS_DEG = 30.0  # a gaze within this of the focus stays inside; common practice, no source
ROOM_BEFORE = 0.8  # a figure wants about as much room before it as behind it; common practice, no source


@dataclass(frozen=True)
class Arrow:
    """A drawn arrow.

    Parameters
    ----------
    number : int
    kind : "gaze" or "line"
    name : str
    start, end : (float, float)
        In shares of the picture.
    """

    number: int
    kind: str
    name: str
    start: tuple[float, float]
    end: tuple[float, float]


def room_along(at: tuple[float, float], toward: tuple[float, float], aspect: float) -> float:
    """Length from a place to the rim along a direction, in widths of the picture; 0 from outside.

    Parameters
    ----------
    at : (float, float)
        In shares.
    toward : (float, float)
        Direction in shares.
    aspect : float
        Width over height.
    """
    if not (0 <= at[0] <= 1 and 0 <= at[1] <= 1) or toward == (0.0, 0.0):
        return 0.0
    steps = [((1 if d > 0 else 0) - p) / d for p, d in zip(at, toward, strict=True) if abs(d) > 1e-9]
    step = min(steps)
    return step * math.hypot(toward[0], toward[1] / aspect)


def _turn(one: tuple[float, float], other: tuple[float, float], aspect: float) -> float:
    """Angle between two directions given in shares. [degrees]."""
    a = math.atan2(one[1] / aspect, one[0])
    b = math.atan2(other[1] / aspect, other[0])
    apart = abs(math.degrees(a - b)) % 360
    return min(apart, 360 - apart)


def audit_leading(arrows: list[Arrow], focus: tuple[float, float] | None, aspect: float) -> list[Finding]:
    """Judge drawn gazes and lines.

    Parameters
    ----------
    arrows : list of Arrow
    focus : (float, float) or None
        In shares of the picture.
    aspect : float
        Width over height.
    """
    found = []
    for arrow in arrows:
        along = (arrow.end[0] - arrow.start[0], arrow.end[1] - arrow.start[1])
        to_focus = None if focus is None else (focus[0] - arrow.start[0], focus[1] - arrow.start[1])
        if arrow.kind == "gaze":
            before = room_along(arrow.start, along, aspect)
            behind = room_along(arrow.start, (-along[0], -along[1]), aspect)
            inward = to_focus is not None and _turn(along, to_focus, aspect) <= TOWARD_FOCUS_DEG
            if not inward and before < ROOM_BEFORE * behind:
                measures = {"arrow": arrow, "before": before, "behind": behind}
                weight = 10 * (behind - before)
                found.append(Finding("looks_out", "mild", measures=measures, weight=weight, about=f"n{arrow.number}"))
            continue
        ahead = room_along(arrow.end, along, aspect)
        if ahead > AT_RIM or min(arrow.end) < 0 or max(arrow.end) > 1:
            continue
        inward = focus is not None and math.hypot(
            focus[0] - arrow.end[0], (focus[1] - arrow.end[1]) / aspect
        ) < math.hypot(focus[0] - arrow.start[0], (focus[1] - arrow.start[1]) / aspect)
        if not inward:
            measures = {"arrow": arrow, "ahead": ahead}
            found.append(Finding("line_out", "mild", measures=measures, weight=5.0, about=f"n{arrow.number}"))
    return found
