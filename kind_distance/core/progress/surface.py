"""Places of a painting that shine otherwise than the rest: how much of it they are, and what is usual to do.

Facts of the trade, common practice, no source: paint sinks in where the layer below drinks its oil; the medium of an
acrylic shines, its pigment does not; gouache that is rubbed shines. What is to be done comes after the paint has dried,
and before the varnish.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

Surface = Literal["dull", "glossy"]
GRID = 200
HOW_TO_LOOK = (
    "One light alone, from the side: a window or a lamp, low and far to the left, then to the right.",
    "Look along the surface from beside and from below, until the light lies on it.",
    "Wet paint shines by itself: look again when it is dry.",
    "Press the middle of each place that shines otherwise than the rest, and say how wide it is.",
)
_USUAL: dict[tuple[str, Surface], str] = {
    ("oil", "dull"): (
        "Sunken in. When it is touch dry: rub a very little of your medium in, wipe off all that does not stay, and "
        "let it dry before the next layer; or use a retouching varnish by its label. Fresh air; oily rags lie out "
        "flat or in water, in a closed metal tin."
    ),
    ("oil", "glossy"): (
        "Much medium in the paint. Leaner paint over it may not hold: lay the next layer no leaner, or leave it."
    ),
    ("acrylic", "dull"): "Thinned with water. A thin even coat of medium over the whole evens it, before the varnish.",
    ("acrylic", "glossy"): "Much medium. A matt medium over it, or one even coat over the whole, before the varnish.",
    ("gouache", "dull"): "Gouache is matt; leave it. Glass, not varnish, brings its darks back.",
    ("gouache", "glossy"): "Rubbed, or with much gum. A last thin layer over it, laid and not rubbed, is matt again.",
    ("watercolour", "dull"): "Often rough or lifted paper. Leave it, or glaze once over the whole shape.",
    (
        "watercolour",
        "glossy",
    ): "Too little water or too much gum. Lift it with a damp brush when dry, and lay it thinner.",
}


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


def usual_remedy(paint: str, surface: Surface) -> str:
    """Say what is usual to do about such a place in a paint; what has no word of its own is treated as acrylic."""
    return _USUAL.get((paint, surface)) or _USUAL["acrylic", surface]
