"""Films of paint: how much light comes back from one, endless or thin, alone or over what lies below.

K absorbs and S scatters, both for each unit of thickness; S of white is 1, and a brushed coat :data:`USUAL_COAT` thick.
Light is partly thrown back inside the surface.

References
----------
.. [1] P. Kubelka, "New contributions to the optics of intensely light-scattering materials. Part I", JOSA 38 (1948)
   448, doi:10.1364/JOSA.38.000448.
.. [2] J. L. Saunderson, "Calculation of the color of pigmented plastics", JOSA 32 (1942) 727,
   doi:10.1364/JOSA.32.000727.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.floating[Any]]

OUTSIDE, INSIDE = 0.04, 0.6  # thrown back at the surface from without, and from within; the gloss itself is not read
LEAST_S = 1e-5
USUAL_COAT = (
    8.0  # a coat of titanium white as it is brushed out: over black it comes to L* 88 and more; by eye, no source
)
MOST_COATS = 12
FULL_STRENGTH = 1.2  # thickness of watercolour as it comes from the tube, brushed out; by eye, no source
PAPER_LAB = (96.0, 0.0, 2.5)
SHOWS = 3.0  # CIEDE2000 from which a ground is seen through paint; common practice, no source


def seen(inner: Floats) -> Floats:
    """Give what is seen of light that comes back below the surface: reflectances 0-1, any shape."""
    return np.asarray((1 - OUTSIDE) * (1 - INSIDE) * inner / (1 - INSIDE * inner))


def below_surface(reflectance: Floats) -> Floats:
    """Turn :func:`seen` round."""
    passed = (1 - OUTSIDE) * (1 - INSIDE)
    return np.asarray(reflectance / (passed + INSIDE * reflectance))


def endless(k: Floats, s: Floats) -> Floats:
    """Reflectance of a film so thick that nothing shows through, as seen: any shape."""
    ratio = k / np.maximum(s, LEAST_S)
    return seen(1 + ratio - np.sqrt(ratio * ratio + 2 * ratio))


def film_over(ground: Floats, k: Floats, s: Floats, thickness: Floats | float) -> Floats:
    """Reflectance of a film over a ground, as seen.

    Parameters
    ----------
    ground : float array, shape (..., 36)
        Reflectance of what lies below, as seen.
    k, s : float array, shape (..., 36)
        Absorption and scattering of the paint.
    thickness : float or float array
        Of which a brushed coat is :data:`USUAL_COAT`; 0 leaves the ground as it is.

    References
    ----------
    Kubelka 1948, eq. 16 and, where nothing scatters, eq. 21.
    """
    below, s = below_surface(ground), np.maximum(s, LEAST_S)
    a = 1 + k / s
    b = np.sqrt(np.maximum(a * a - 1, 1e-12))
    power = np.clip(b * s * np.asarray(thickness), 1e-9, 40)
    coth = 1 / np.tanh(power)
    return seen((1 - below * (a - b * coth)) / (a - below + b * coth))


def coats_to_hide(
    ground: Floats, k: Floats, s: Floats, thickness: float, away: Callable[[Floats, Floats], float]
) -> int:
    """Count the coats after which the ground no longer shows; 0 where :data:`MOST_COATS` are not enough.

    Parameters
    ----------
    thickness : float
        Of one coat.
    away : callable
        Says how far two reflectances are apart to the eye (CIEDE2000).
    """
    hidden, seen_now = endless(k, s), ground
    for coat in range(1, MOST_COATS + 1):
        seen_now = film_over(seen_now, k, s, thickness)
        if away(seen_now, hidden) <= SHOWS:
            return coat
    return 0


def scumbled(over: Floats, below: Floats, share: float) -> Floats:
    """Broken colour: a share of the area is covered, the rest shows what lies below; areas add up in light."""
    return np.asarray(share * over + (1 - share) * below)


def coats_covering(tint: float, coats: int) -> float:
    """Share that so many coats of a tint cover, each covering `tint` of what still shows, 0-1."""
    return float(1 - (1 - tint) ** coats)
