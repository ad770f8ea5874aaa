"""Places of a painting that shine otherwise than the rest: how much of it they are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

Surface = Literal["dull", "glossy"]
GRID = 200


@dataclass(frozen=True)
class Spot:
    """A round place of a painting.

    Parameters
    ----------
    x, y : float
        Its middle, in shares of the painting.
    reach : float
        Its radius, as a share of the painting's width.
    surface : "dull" or "glossy"
    """

    x: float
    y: float
    reach: float
    surface: Surface


def covered_share(spots: Sequence[Spot], aspect: float) -> float:
    """Share of the painting that lies in any of the places, overlaps counted once.

    Parameters
    ----------
    spots : sequence of Spot
    aspect : float
        Width over height of the painting.

    Returns
    -------
    float
        0 to 1, within about 0.5 % (a grid of 200 by 200).
    """
    across, down = np.meshgrid((np.arange(GRID) + 0.5) / GRID, (np.arange(GRID) + 0.5) / GRID)
    inside = np.zeros((GRID, GRID), dtype=bool)
    for spot in spots:
        inside |= (across - spot.x) ** 2 + ((down - spot.y) / aspect) ** 2 <= spot.reach**2
    return float(inside.mean())
