"""What shows through: light and warm colours over a dark ground, and lights that a transparent medium cannot make."""

from __future__ import annotations

import numpy as np

from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.media import Ground, Medium

STAGE = "planes"
UNDERLAY = "white underlay"  # title of the pass that answers on a plane not begun
OPAQUE_LAYER = "opaque layer"  # and on one that is: nothing can be put under paint that is there
ABOVE_GROUND = 2.5  # how much lighter than its ground a thin light layer may be [V]; common practice, no source
THIN_HUES = (35.0, 115.0)  # oranges and yellows, whose pigments mostly cover badly [degrees of hue, CIELAB]
THIN_CHROMA = 25.0


def _thin(linear: tuple[float, float, float], value: float) -> bool:
    lab = np.asarray(lab_from_linear(np.array(linear, dtype=np.float32)[None, None]))[0, 0]
    hue = float(np.degrees(np.arctan2(lab[2], lab[1]))) % 360
    return (
        value >= ABOVE_GROUND and THIN_HUES[0] <= hue <= THIN_HUES[1] and float(np.hypot(lab[1], lab[2])) >= THIN_CHROMA
    )


def audit_underlay(
    medium: Medium,
    ground: Ground,
    planes: list[tuple[int, str, float, tuple[float, float, float]]],
    begun: frozenset[int] = frozenset(),
) -> list[Judgement]:
    """Say where the ground would show through.

    Parameters
    ----------
    medium : Medium
    ground : Ground
    planes : list of (rank, name, planned value, planned colour in linear sRGB)
    begun : ranks of the planes that have paint on them
    """
    found = []
    transparent = medium.transparent
    for rank, name, value, linear in planes:
        if transparent and value > ground.value + 0.3:
            found.append(
                Judgement(
                    f"ground_too_dark:p{rank}", "ground_too_dark", STAGE, "strong", f"{name} is lighter than "
                    "its ground",
                    f"Planned {value:.1f}, on {ground.name.lower()} of {ground.value:.1f}: transparent paint "
                    "only darkens. Take white paper, or say it with body colour.",
                    10 * (value - ground.value), (rank,), (Remedy("White ground", "set_brief", {"ground": "white"}),),
                )
            )  # fmt: skip
        elif not transparent and value - ground.value >= ABOVE_GROUND and _thin(linear, value):
            if rank in begun:
                layer = {"kind": "second_layer", "plane": rank, "title": OPAQUE_LAYER}
                helps = "It is begun: cover it once more, opaque."
                remedy = Remedy("Add an opaque layer", "add_pass", layer)
            else:
                helps = "A white or mid underlay, dry before the colour, helps."
                remedy = Remedy("Add an underlay", "add_underlay", {"plane": rank})
            found.append(
                Judgement(
                    f"shows_through:p{rank}", "shows_through", STAGE, "mild", f"The ground will show through {name}",
                    f"Planned {value:.1f} over a ground of {ground.value:.1f}. Yellows and oranges cover "
                    f"badly: one layer will look dull or green. {helps}",
                    value - ground.value, (rank,), (remedy,),
                )
            )  # fmt: skip
    return found
