"""How long a pass takes: minutes by what there is to do.

Fitted to the minutes of sixteen worked paintings: half of the masses lie within a factor of 1.25, half of the fine work
within 1.5. The painter's own log moves them. Common practice, no source.
"""

from __future__ import annotations

from kind_distance.core.passes.kinds import PassKind

MASS_MIN, MASS_POWER = 1.28, 0.38  # minutes for a mass of 1 cm2, and how they grow with its area
FINE_MIN, FINE_POWER, KINDS_POWER = 0.85, 0.43, 0.78
OIL = 1.4  # oil takes so much longer
SPREAD = 1.3  # half of all passes lie within this factor
FIXED: dict[str, float] = {
    "glaze": 7.0, "scumble": 7.0, "drawing": 11.0, "sides": 8.0, "finish": 2.0, "varnish": 18.0, "lift": 4.0,
    "scratch": 4.0, "soften": 4.0, "ground": 8.0, "unify": 10.0, "isolating": 12.0,
}  # fmt: skip
DRAWN_CM2 = 700.0  # support for which a drawing takes its usual time
LEAST_MIN = 2


def estimate_minutes(kind: PassKind, area_cm2: float, kinds: int = 1, *, oil: bool = False) -> int:
    """Estimate the painting minutes of a pass.

    Parameters
    ----------
    kind : PassKind
    area_cm2 : float
        Area that it touches; that of its things for fine work. [cm2]
    kinds : int
        How many kinds of things fine work paints.
    oil : bool

    Returns
    -------
    int
        Whole minutes, at least 2; mixing included.
    """
    area: float = max(area_cm2, 1.0)
    if kind in ("details", "lights"):
        minutes: float = FINE_MIN * area**FINE_POWER * (kinds + 1) ** KINDS_POWER
    elif kind in ("drawing", "ground", "unify", "sides", "varnish"):
        minutes = FIXED[kind] * (area / DRAWN_CM2) ** 0.25
    elif kind in FIXED:
        minutes = FIXED[kind]
    elif kind in ("mask", "unmask"):
        minutes = 5.0
    else:
        minutes = MASS_MIN * area**MASS_POWER
    return max(LEAST_MIN, round(minutes * (OIL if oil and kind not in ("drawing", "varnish", "sides") else 1.0)))
