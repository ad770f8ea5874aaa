"""The same scene under another air, and what the photo's own planes say of the air it was taken in."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.veil import EXTINCTION_AT_2_PERCENT, VeilProfile
from kind_distance.errors import DomainError

LEAST_LEFT = (
    0.3  # where the air left less than this of a colour, more than this is not brought back: noise would come along
)
BRIGHTEST = 1.6  # own light of a surface that a sun may give it, against white
LEAST_VEILED = 0.03  # a plane whose darks are lifted by less says nothing of the air
FAR_KM = 0.12  # nearer planes have hardly any air before them
LEAST_APART_KM = 0.05
AIRLIGHT_DOUBT = 0.1  # how well the light of the sky stands for that of the air, as a share; common practice, no source


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


@dataclass(frozen=True)
class Fitted:
    """How far one sees in the photo, by its own planes: the best guess and the range it may lie in. [km]."""

    visibility_km: float
    low_km: float
    high_km: float
    planes: int


def fit_visibility(darks: list[tuple[float, float]], air: float) -> Fitted | None:
    """Say how far one sees from how much the air lifts the darks of planes whose distance is known.

    By Koschmieder's law the logarithm of (air less dark) falls in a straight line with distance, if the darks are
    alike. They are not quite, so the fall is the median over all pairs of planes, each weighed by how far apart its
    two stand (after Theil and Sen); what the pairs disagree about is the range.

    Parameters
    ----------
    darks : list of (distance, luminance)
        Of each land plane, near ones too: distance [km], luminance of its dark accents, 0-1.
    air : float
        Luminance of the air at great distance, 0-1; the sky right above the land comes close.

    Returns
    -------
    Fitted or None
        None where fewer than two planes stand far enough and are lifted, so that one would hang on a single guess.

    References
    ----------
    .. [1] H. Koschmieder, "Theorie der horizontalen Sichtweite", 1924.
    .. [2] P. K. Sen, "Estimates of the regression coefficient based on Kendall's tau", 1968 (the median of slopes).
    """
    usable = sorted((d, dark) for d, dark in darks if d > 0 and dark < 0.97 * air)
    if not usable:
        return None
    least = min(dark for _, dark in usable)
    far = [d for d, dark in usable if d >= FAR_KM and dark - least >= LEAST_VEILED]
    if len(far) < 2:
        return None
    best = _falls(usable, air)
    low = [rate for doubt in (1 - AIRLIGHT_DOUBT, 1.0, 1 + AIRLIGHT_DOUBT) for rate in _falls(usable, air * doubt)[::2]]
    low = [rate for rate in low if rate > 0]
    if best[1] <= 0 or not low:
        return None
    km = EXTINCTION_AT_2_PERCENT
    return Fitted(float(km / best[1]), float(km / max(low)), float(km / min(low)), len(far))


def _falls(darks: list[tuple[float, float]], air: float) -> tuple[float, float, float]:
    """Extinction by pairs of planes, weighed by their distance from each other: lower tenth, median, upper tenth."""
    points = [(d, float(np.log(air - dark))) for d, dark in darks if dark < 0.99 * air]
    pairs = [
        ((y - y2) / (d2 - d), d2 - d)
        for at, (d, y) in enumerate(points)
        for d2, y2 in points[at + 1 :]
        if d2 - d >= LEAST_APART_KM
    ]
    if not pairs:
        return (0.0, 0.0, 0.0)
    pairs.sort()
    share = np.cumsum([weight for _, weight in pairs])
    lower, middle, upper = (pairs[int(np.searchsorted(share, part * share[-1]))][0] for part in (0.1, 0.5, 0.9))
    return lower, middle, upper
