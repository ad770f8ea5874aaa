"""What shows through: light and warm colours over a dark ground, and lights that a transparent medium cannot make."""

from __future__ import annotations

import numpy as np

from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.judgement import Finding, found_on
from kind_distance.core.paint.media import Ground, Medium

UNDERLAY = "white underlay"  # title of the pass that answers on a plane not begun
OPAQUE_LAYER = "opaque layer"  # and on one that is: nothing can be put under paint that is there
ABOVE_GROUND = 2.5  # how much lighter than its ground a thin light layer may be [V]; common practice, no source
THIN_HUES = (35.0, 115.0)  # oranges and yellows, whose pigments mostly cover badly [degrees of hue, CIELAB]
THIN_CHROMA = 25.0
LIGHTER_THAN_PAPER = 0.3  # planned lighter than its paper by more than this, watercolour cannot be [V]


def _thin(linear: tuple[float, float, float], value: float) -> bool:
    lab = np.asarray(lab_from_linear(np.array(linear, dtype=np.float32)[None, None]))[0, 0]
    hue = float(np.degrees(np.arctan2(lab[2], lab[1]))) % 360
    return (
        value >= ABOVE_GROUND and THIN_HUES[0] <= hue <= THIN_HUES[1] and float(np.hypot(lab[1], lab[2])) >= THIN_CHROMA
    )


def audit_underlay(
    medium: Medium,
    ground: Ground,
    planes: list[tuple[int, float, tuple[float, float, float]]],
    begun: frozenset[int] = frozenset(),
) -> list[Finding]:
    """Say where the ground would show through.

    Parameters
    ----------
    medium : Medium
    ground : Ground
    planes : list of (rank, planned value, planned colour in linear sRGB)
    begun : ranks of the planes that have paint on them
    """
    found = []
    for rank, value, linear in planes:
        over = value - ground.value
        if medium.transparent and over > LIGHTER_THAN_PAPER:
            found.append(found_on("ground_too_dark", "strong", 10 * over, (rank,), value=value, ground=ground))
        elif not medium.transparent and over >= ABOVE_GROUND and _thin(linear, value):
            measures: dict[str, object] = {"value": value, "ground": ground, "begun": rank in begun}
            found.append(found_on("shows_through", "mild", over, (rank,), **measures))
    return found
