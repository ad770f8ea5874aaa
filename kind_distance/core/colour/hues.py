"""The names of hues, one table for all: what a cast leans to, what lives in one corner, what a tube is."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

# Where each name ends, as a hue angle in CIELAB [degrees]. The ends are those of the Munsell hue families, by the mean
# of the renotated colours of value 3 to 8 and chroma 6 to 14 (Newhall, Nickerson and Judd 1943,
# doi:10.1364/JOSA.33.000385), each within 9 degrees of its mean. English calls a lemon yellow yellow and most leaves
# green: of the family of yellow-greens only the middle keeps that name (common practice, no source).
ENDS: tuple[tuple[float, str], ...] = (
    (10, "magenta"), (44, "red"), (76, "orange"), (105, "yellow"), (124, "yellow-green"), (175, "green"),
    (206, "blue-green"), (300, "blue"), (333, "violet"), (360, "magenta"),
)  # fmt: skip


def hue_degrees(lab: NDArray[np.floating]) -> NDArray[np.float64]:
    """Hue angle of colours in CIELAB. [degrees, 0 up to 360]; (..., 3) -> (...)."""
    return np.asarray(np.degrees(np.arctan2(lab[..., 2], lab[..., 1])) % 360, np.float64)


def hue_name(degrees: float) -> str:
    """Name a hue by its angle in CIELAB [degrees]; it says nothing of greys, which have none."""
    return next(name for end, name in ENDS if degrees % 360 < end)
