"""How far one sees in a photo, by its own planes whose distance is known.

What a plane is painted like by nature is not known, only that planes of one place are of like stuff: so every pair of
visibility and airlight is asked how likely it makes what the planes look like, and what holds together best wins.
Both the mass of a plane and its darks are asked. The mass is not changed by texture that becomes too fine to see, but
needs like stuff; the darks are much alike everywhere, but belong to the nearest part of a deep plane.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.veil import EXTINCTION_AT_2_PERCENT

Floats = NDArray[np.float64]

FAR_KM = 0.12  # nearer planes have hardly any air before them
LEAST_FAR = 2  # with one far plane all would hang on a single guess of its stuff
LEAST_VEILED = 0.03  # planes whose darks are lifted by less say nothing of the air
WIDEST = 12.0  # a range wider than this factor is no answer
# Spread of what planes are by nature, as a logarithm, and of what is measured [luminance]; common practice, no source.
MASSES_SPREAD, DARKS_SPREAD, MEASURED_WITHIN = 0.3, 0.6, 0.03
# How bright the air at great distance is against the sky right above the land, and how likely each is: clouds and the
# shoulder of a camera's curve make the sky look darker, rarely lighter.
AIR_AGAINST_SKY = np.array([0.9, 1.0, 1.1, 1.2, 1.3, 1.4, 1.5])
AIR_LIKELY = np.array([0.7, 1.0, 1.0, 0.9, 0.8, 0.6, 0.4])
ODD = 0.15  # chance that a plane does not belong: snow, mist of its own, a shadow over all of it
# Where the darks of a plane stand between its own distance (0) and that of the next nearer one (1), on a log scale.
DARKS_AT = (0.0, 0.25, 0.5)
VISIBILITIES_KM = np.geomspace(0.5, 300.0, 64)
MASSES, DARKS = np.log(np.geomspace(0.02, 0.5, 12)), np.log(np.geomspace(0.003, 0.15, 12))
LEAST_LIGHT = 1e-4
LOW, HIGH = 0.1, 0.9  # the range leaves out a tenth at each end


@dataclass(frozen=True)
class PlaneLight:
    """What the photo shows of a plane: distance [km], and luminance of its mass and of its darks, 0-1 of the file."""

    distance_km: float
    mass: float
    dark: float


@dataclass(frozen=True)
class Fitted:
    """How far one sees in the photo, by its own planes: the middle guess and the range it may lie in. [km]."""

    visibility_km: float
    low_km: float
    high_km: float
    planes: int


def scene_light(shown: Floats | float) -> Floats:
    """Undo what cameras do to light before they save it: a toe that deepens darks, a shoulder that spares lights.

    Parameters
    ----------
    shown : float array, any shape
        Linear light of the file, 0-1.

    Returns
    -------
    float array, same shape
        Light of the scene, in units of its own.

    References
    ----------
    .. [1] K. Narkowicz, "ACES filmic tone mapping curve", 2015 (a fit of a usual curve; its figures from memory).
    """
    y = np.minimum(np.asarray(shown, dtype=float), 0.97)
    square, linear, constant = 2.51 - 2.43 * y, 0.03 - 0.59 * y, -0.14 * y
    return np.asarray((np.sqrt(linear * linear - 4 * square * constant) - linear) / (2 * square))


def fit_visibility(planes: list[PlaneLight], sky: float) -> Fitted | None:
    """Say how far one sees from planes whose distance is known.

    Parameters
    ----------
    planes : list of PlaneLight
        Land planes, near ones too.
    sky : float
        Luminance of the sky right above the land, 0-1 of the file.

    Returns
    -------
    Fitted or None
        None where fewer than two planes stand far enough and are lifted, or where everything would do.

    References
    ----------
    .. [1] H. Koschmieder, "Theorie der horizontalen Sichtweite", 1924.
    """
    usable = tuple(sorted(((p.distance_km, p.mass, p.dark) for p in planes if p.distance_km > 0), reverse=True))
    if not usable:
        return None
    least = min(dark for _, _, dark in usable)
    far = [d for d, _, dark in usable if d >= FAR_KM and dark - least >= LEAST_VEILED and dark < 0.97 * sky]
    if len(far) < LEAST_FAR:
        return None
    low, middle, high = _posterior(usable, sky)
    return Fitted(middle, low, high, len(far)) if high <= WIDEST * low else None


@lru_cache(maxsize=64)
def _posterior(planes: tuple[tuple[float, float, float], ...], sky: float) -> tuple[float, float, float]:
    """Lower end, middle and upper end of the visibility, from planes far to near. [km]."""
    visibility = VISIBILITIES_KM[:, None]
    air = float(scene_light(sky)) * AIR_AGAINST_SKY[None, :]
    likely = np.ones((visibility.size, air.size, MASSES.size, DARKS.size))
    # A plane that does not belong may look like anything between black and the brightest air.
    anything = ODD / air.max() ** 2
    for index, (distance, mass, dark) in enumerate(planes):
        nearer = planes[index + 1][0] / distance if index + 1 < len(planes) else 1.0
        own_mass = _likely(float(scene_light(mass)), distance, visibility, air, MASSES, MASSES_SPREAD)
        at_each = [
            _likely(float(scene_light(dark)), distance * nearer**part, visibility, air, DARKS, DARKS_SPREAD)
            for part in (DARKS_AT if nearer < 1 else (0.0,))
        ]
        own_dark = np.mean(at_each, axis=0)
        likely *= (1 - ODD) * own_mass[..., :, None] * own_dark[..., None, :] + anything
        likely /= likely.max()  # only what is likelier than what counts; numbers stay in range
    chance = (likely.sum(axis=(2, 3)) * AIR_LIKELY).sum(axis=1)
    share = np.cumsum(chance) / chance.sum()
    low, middle, high = np.exp(np.interp((LOW, 0.5, HIGH), share, np.log(VISIBILITIES_KM)))
    return float(low), float(middle), float(high)


def _likely(seen: float, distance: float, visibility: Floats, air: Floats, natures: Floats, spread: float) -> Floats:
    """How likely a luminance is, for each visibility, airlight and nature of the stuff: (V, A, N).

    What stands behind the air is won back by Koschmieder's law; what it may be is spread around a common nature.
    """
    left = np.exp(-EXTINCTION_AT_2_PERCENT * distance / visibility) + 0 * air
    own = (seen - air * (1 - left)) / left
    bright = np.maximum(own, LEAST_LIGHT)
    width = np.hypot(spread, MEASURED_WITHIN / np.maximum(left * bright, 0.1 * LEAST_LIGHT))
    away = (np.log(bright)[..., None] - natures) / width[..., None]
    chance = -0.5 * away**2 - np.log(width * left * bright)[..., None]
    # Nothing is darker than black: what would have to be counts against this air, the more the darker.
    missing = np.clip((LEAST_LIGHT - own) / MEASURED_WITHIN, 0, 50)
    return np.asarray(np.exp(chance - 4 * missing[..., None]))
