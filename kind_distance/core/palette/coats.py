"""How a ground shows through coats of a mix."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.colour.munsell import lightness_from_value
from kind_distance.core.mixing.film import USUAL_COAT, coats_to_hide, endless, film_over
from kind_distance.core.mixing.spectrum import lab_of, reflectance_of
from kind_distance.core.mixing.tubes import paint_of
from kind_distance.core.palette.model import MixingPalette, PlannedMix

Bands = NDArray[Any]


def _paint(palette: MixingPalette, mix: PlannedMix) -> tuple[Bands, Bands]:
    """Absorption and scattering of a mix, 36 bands each."""
    paints = [(paint_of(palette.tubes[at]), count) for at, count in mix.recipe.parts]
    k, s = (sum(paint[part] * count for paint, count in paints) / mix.parts for part in (0, 1))
    return np.asarray(k), np.asarray(s)


def _grey(value: float) -> Bands:
    return np.asarray(reflectance_of(np.array([lightness_from_value(value), 0.0, 0.0])))


def _apart(one: Bands, other: Bands) -> float:
    return float(ciede2000(lab_of(one)[None], lab_of(other)[None])[0])


def ground_shows(palette: MixingPalette, mix: PlannedMix, ground: float, coats: int) -> float:
    """Tell how far a mix stays off itself over a grey ground of a value after so many coats (CIEDE2000)."""
    k, s = _paint(palette, mix)
    seen_now = _grey(ground)
    for _ in range(coats):
        seen_now = film_over(seen_now, k, s, USUAL_COAT)
    return _apart(seen_now, endless(k, s))


def coats_over(palette: MixingPalette, mix: PlannedMix, ground: float) -> int:
    """Count the coats of a mix after which a grey ground of that value no longer shows; 0 where it always does."""
    return coats_to_hide(_grey(ground), *_paint(palette, mix), USUAL_COAT, _apart)
