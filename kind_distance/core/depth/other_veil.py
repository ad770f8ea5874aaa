"""The same scene under another air."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.veil import VeilProfile
from kind_distance.errors import DomainError

LEAST_LEFT = (
    0.3  # where the air left less than this of a colour, more than this is not brought back: noise would come along
)
BRIGHTEST = 1.6  # own light of a surface that a sun may give it, against white


@dataclass(frozen=True)
class Air:
    """A kind of air, how far one sees through it [km], and its light in linear sRGB where that was measured."""

    profile: VeilProfile
    visibility_km: float | None = None
    measured: tuple[float, float, float] | None = None

    @property
    def airlight(self) -> NDArray[np.float64]:
        """Linear light of the air at great distance: (3,)."""
        if self.measured is not None:
            return np.array(self.measured, dtype=np.float64)
        return np.asarray(self.profile.airlight_linear(), dtype=np.float64)

    def left(self, distance_m: float) -> NDArray[np.float64]:
        """Share of its own light that a surface keeps at a distance: (3,)."""
        return np.asarray(np.exp(-self.profile.extinction_per_km(self.visibility_km) * distance_m / 1000))


def distances_for(distances_m: list[float | None], skies: list[bool]) -> list[float | None]:
    """Fill distances that were not said from their neighbours, on a logarithmic scale; a sky has none.

    Parameters
    ----------
    distances_m : list of float or None
        In order of planes, farthest first.
    skies : list of bool

    Returns
    -------
    list of float or None
        None for skies, and for all where no distance is known.
    """
    known = [(i, np.log(d)) for i, (d, sky) in enumerate(zip(distances_m, skies, strict=True)) if d and not sky]
    if not known:
        return [None] * len(distances_m)
    places, logs = zip(*known, strict=True)
    filled = np.exp(np.interp(np.arange(len(distances_m)), places, logs))
    return [None if sky else float(d) for d, sky in zip(filled, skies, strict=True)]


def reveil(
    linear: NDArray[np.float32],
    labels: NDArray[np.uint8],
    distances_m: list[float | None],
    was: Air,
    now: Air,
) -> NDArray[np.float32]:
    """See a photographed scene through another air.

    Every plane's own light is won back from the air before it, then put behind the other air. The sky takes the
    other air's colour, keeping its own lights and darks.

    Parameters
    ----------
    linear : float32 array, shape (H, W, 3)
        The photo in linear light.
    labels : uint8 array, shape (H, W)
        Plane of each pixel, 1 = farthest.
    distances_m : list of float or None
        Distance of each plane; None for a sky.
    was, now : Air

    Returns
    -------
    float32 array, shape (H, W, 3)
        0-1.
    """
    count = len(distances_m)
    if labels.size and int(labels.max()) > count:
        raise DomainError("A plane of this picture has no distance.", "Reload the page.")
    scale, shift = np.ones((count + 1, 3), np.float32), np.zeros((count + 1, 3), np.float32)
    air_was, air_now = was.airlight, now.airlight
    lit = now.profile.light / was.profile.light
    for rank, distance in enumerate(distances_m, start=1):
        if distance is None:
            scale[rank] = air_now / np.maximum(air_was, 1e-3)
            continue
        before, after = np.maximum(was.left(distance), LEAST_LEFT), now.left(distance)
        scale[rank] = lit * after / before
        shift[rank] = air_now * (1 - after) - air_was * (1 - before) * lit * after / before
    # What was lighter or darker than any surface under that air stays within what a surface can be under this one.
    out = linear * scale[labels] + shift[labels]
    low, high = _bounds(distances_m, now)
    return np.asarray(np.clip(np.clip(out, low[labels], high[labels]), 0, 1), dtype=np.float32)


def _bounds(distances_m: list[float | None], now: Air) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    low, high = np.zeros((len(distances_m) + 1, 3), np.float32), np.ones((len(distances_m) + 1, 3), np.float32)
    air = now.airlight
    for rank, distance in enumerate(distances_m, start=1):
        if distance is not None:
            left = now.left(distance)
            low[rank] = air * (1 - left)
            high[rank] = BRIGHTEST * left + air * (1 - left)
    return low, high
