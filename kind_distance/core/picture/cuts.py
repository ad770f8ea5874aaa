"""Where to cut the value scale so that few steps say most about a picture."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.errors import DomainError

BINS = 128
LEAST_APART = 0.6  # cuts closer than this make steps nobody can mix apart [V]; common practice, no source
CONTOUR_PENALTY = 0.02  # squared value steps per contour of one width plus height; tried on photographs
# How much more a contour costs by how many bins the value steps from one pixel to the next; tried on photographs.
FAINT_EDGE = np.array([4.0, 4.0, 2.0, 1.0])
FEWEST, MOST = 2, 7


def histogram(value: NDArray[np.float32]) -> NDArray[np.float64]:
    """Share of the picture in each of 128 equal parts of the value scale 0-10: (128,), sums to 1."""
    counts = np.bincount(_bins(value).ravel(), minlength=BINS)
    return counts / max(1, value.size)


def _bins(value: NDArray[np.float32]) -> NDArray[np.int64]:
    return np.clip((value * (BINS / 10)).astype(np.int64), 0, BINS - 1)


def contour_at_cuts(value: NDArray[np.float32]) -> NDArray[np.float64]:
    """How much contour a cut at the lower edge of each bin would draw: (129,), in (width + height)."""
    # A quarter of the pixels tell as well: contours halve with the sides.
    value = value[::2, ::2] if min(value.shape) > 64 else value
    bins = _bins(value).astype(np.uint8)
    rise = np.zeros(BINS + 1)
    for one, other in ((bins[:, :-1], bins[:, 1:]), (bins[:-1], bins[1:])):
        # Most neighbours share a bin and draw nothing.
        differs = one != other
        low, high = np.minimum(one[differs], other[differs]), np.maximum(one[differs], other[differs])
        # Where values glide there is no edge to draw: a cut there makes rings, and costs more.
        weight = FAINT_EDGE[np.minimum(high - low, len(FAINT_EDGE) - 1)]
        rise[1:] += np.bincount(low, weight, BINS) - np.bincount(high, weight, BINS)
    return np.cumsum(rise) / sum(value.shape)


def check_steps(steps: int) -> None:
    """Raise DomainError unless a thumbnail may have so many steps."""
    if not FEWEST <= steps <= MOST:
        raise DomainError(
            f"A value thumbnail has {FEWEST} to {MOST} steps, not {steps}.", "Choose a number in that range."
        )


@dataclass(frozen=True)
class ValueProfile:
    """What cuts are found from: shares of the values (128,) and the contour that a cut at each edge draws (129,)."""

    share: NDArray[np.float64]
    contour: NDArray[np.float64]


def value_profile(value: NDArray[np.float32]) -> ValueProfile:
    """Measure a picture once for any number of cuts: (H, W) values -> ValueProfile."""
    return ValueProfile(histogram(value), contour_at_cuts(value))


def best_cuts(value: NDArray[np.float32], steps: int) -> tuple[float, ...]:
    """Find the cuts of a picture that lose least; see :func:`cuts_of`."""
    return cuts_of(value_profile(value), steps)


def cuts_of(profile: ValueProfile, steps: int) -> tuple[float, ...]:
    """Find the cuts that lose least, by exact dynamic programming on the histogram.

    Half of each bin's weight is its share and half the root of its share, so that a large sky does not
    take every step for itself; a cut that would draw much contour costs a little.

    Parameters
    ----------
    profile : ValueProfile
    steps : int
        Number of steps, 2-7.

    Returns
    -------
    tuple of float
        ``steps - 1`` values, rising, at least 0.6 apart (closer only where the scale has no room).

    Raises
    ------
    DomainError
        If the number of steps is outside 2-7.

    References
    ----------
    .. [1] W. D. Fisher, "On grouping for maximum homogeneity", 1958 (the dynamic programme).
    """
    check_steps(steps)
    share = profile.share
    weight = 0.5 * share + 0.5 * np.sqrt(share) / max(np.sqrt(share).sum(), 1e-12)
    centre = (np.arange(BINS) + 0.5) * 10 / BINS
    sums = [np.concatenate([[0.0], np.cumsum(weight * centre**power)]) for power in range(3)]
    n = np.arange(BINS + 1)
    w, s, q = (total[None, :] - total[:, None] for total in sums)
    with np.errstate(divide="ignore", invalid="ignore"):
        spread = np.where(w > 1e-12, q - s * s / w, 0.0)
    width = (n[None, :] - n[:, None]) * 10 / BINS
    spread = np.where(width >= LEAST_APART, spread, np.inf)
    toll = CONTOUR_PENALTY * profile.contour
    best = spread[0].copy()
    back: list[NDArray[np.int64]] = []
    for _ in range(steps - 1):
        through = best[:, None] + toll[:, None] + spread
        back.append(np.argmin(through, axis=0))
        best = np.min(through, axis=0)
    cuts: list[float] = []
    at = BINS
    for came in reversed(back):
        at = int(came[at])
        cuts.append(at * 10 / BINS)
    return tuple(sorted(cuts))


def even_cuts(value: NDArray[np.float32], steps: int) -> tuple[float, ...]:
    """Cut the picture's own range (2nd to 98th percentile) into equal steps."""
    check_steps(steps)
    low, high = np.percentile(value, (2, 98))
    return tuple(float(v) for v in np.linspace(low, high, steps + 1)[1:-1])
