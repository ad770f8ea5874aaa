"""Divisions of a support: thirds, golden section and others, with the measures to mark along its sides.

Thirds and golden section are not the same (0.333 against 0.382 of a side); they are labelled apart.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from kind_distance.core.wording import Unit, say_length_fine
from kind_distance.errors import DomainError

THIRD = 1 / 3
GOLDEN = (3 - 5**0.5) / 2  # 0.382, the smaller part of the golden section


@dataclass(frozen=True)
class Division:
    """Where a support is divided: shares of its width and height; `diagonals` where corners are joined as well."""

    key: str
    name: str
    across: tuple[float, ...]
    down: tuple[float, ...]
    diagonals: bool = False


DIVISIONS = {
    each.key: each
    for each in (
        Division("thirds", "Thirds", (THIRD, 1 - THIRD), (THIRD, 1 - THIRD)),
        Division("golden", "Golden section", (GOLDEN, 1 - GOLDEN), (GOLDEN, 1 - GOLDEN)),
        Division("halves", "Halves and diagonals", (0.5,), (0.5,), diagonals=True),
        Division("quarters", "Quarters", (0.25, 0.5, 0.75), (0.25, 0.5, 0.75)),
        Division("fifths", "Fifths", (0.2, 0.4, 0.6, 0.8), (0.2, 0.4, 0.6, 0.8)),
        Division("high_low", "High and low horizon", (), (0.2, 0.8)),
    )
}


def division_of(key: str) -> Division:
    """Find a division by its key; raise DomainError if it is none."""
    try:
        return DIVISIONS[key]
    except KeyError:
        raise DomainError("This is no division.", "Choose thirds, golden section or another from the list.") from None


def rabatment(width_cm: float, height_cm: float) -> Division:
    """Fold the square on the shorter side in from both ends: a division that depends on the proportions."""
    short = min(width_cm, height_cm)
    across = tuple(sorted({short / width_cm, 1 - short / width_cm})) if width_cm > height_cm * 1.02 else ()
    down = tuple(sorted({short / height_cm, 1 - short / height_cm})) if height_cm > width_cm * 1.02 else ()
    return Division("squares", "Squares from both ends", across, down)


def measures(shares: tuple[float, ...], side_cm: float, unit: Unit) -> list[str]:
    """Say where to mark a side, e.g. ``["4 in", "8 in"]``."""
    return [say_length_fine(share * side_cm, unit) for share in shares]


def say_measures(shares: tuple[float, ...], side_cm: float, unit: Unit, along: str) -> str:
    """Say it as one phrase: ``"4 in and 8 in along the top"``; empty where there is nothing to mark."""
    said = measures(shares, side_cm, unit)
    if not said:
        return ""
    joined = said[0] if len(said) == 1 else ", ".join(said[:-1]) + " and " + said[-1]
    return f"{joined} {along}"


def distance_to(division: Division, x: float, y: float, width_cm: float, height_cm: float) -> float:
    """How far a place (shares) lies from the nearest crossing of a division, or line where none cross. [cm]."""
    across = [abs(x - share) * width_cm for share in division.across]
    down = [abs(y - share) * height_cm for share in division.down]
    if across and down:
        return float(np.hypot(min(across), min(down)))
    return float(min([*across, *down], default=0.0))
