"""A colour tried on a copy of the painting before any paint is touched: flat, glazed or scumbled over a plane."""

from __future__ import annotations

from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.build.tone import density, film, noise, smooth
from kind_distance.core.mixing.film import USUAL_COAT
from kind_distance.core.progress.lens import Floats

Way = Literal["flat", "glaze", "scumble"]
SEED = 11  # of the tooth that a scumble catches on: the same trial looks the same every time
OPAQUE, THIN = 0.7, 0.28  # scattering of a usual opaque film, and of one dragged over dry; by eye, no source


def tried(
    linear: Floats, labels: NDArray[np.uint8], rank: int, colour: tuple[float, float, float], way: Way, strength: float
) -> Floats:
    """Lay a colour over a plane of a painted picture; the picture itself stays as it is.

    Parameters
    ----------
    linear : (h, w, 3) array
        The painting in its own light.
    labels : (h, w) uint8 array
    rank : int
        The plane.
    colour : (r, g, b)
        Of the mix, linear.
    way : "flat", "glaze" or "scumble"
    strength : float
        1 for a usual film; 0 leaves everything as it is.
    """
    inside = cv2.GaussianBlur((labels == rank).astype(np.float32), (0, 0), 1.2)[..., None]
    paint = np.broadcast_to(np.clip(np.array(colour, np.float32), 0.012, 0.93), linear.shape)
    below = np.clip(linear, 0.006, 0.96).astype(np.float32)
    if way == "glaze":
        laid = below * np.exp(-strength * density(paint, np.float32(1)))
    elif way == "scumble":
        height, width = labels.shape
        tooth = smooth(-0.6, 1.2, noise((height, width), max(2.0, 0.004 * width), 2, SEED, SEED))
        laid = below + tooth[..., None] * (film(below, paint, USUAL_COAT * THIN * strength) - below)
    else:
        laid = film(below, paint, USUAL_COAT * OPAQUE * strength)
    return np.asarray(linear + inside * (laid - below), np.float32)
