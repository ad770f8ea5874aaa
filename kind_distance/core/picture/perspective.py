"""Perspective by measuring: the eye-level rule, equal bays by the cross ratio, distances from what is known."""

from __future__ import annotations

import math

import numpy as np

from kind_distance.errors import DomainError

FRAME_MM = 24.0  # short side of the 35 mm frame, to which lenses are usually compared
KM_PER_ROOT_M = 3.57  # distance of the horizon for an eye at 1 m, curvature alone [km]; arithmetic, radius 6371 km


def horizon_km(eye_m: float) -> float:
    """Distance of the sea's horizon from an eye at a height [m], by the earth's curvature alone. [km]."""
    if not 0 < eye_m <= 9000:
        raise DomainError("The eye stands above the sea, up to a mountain's height.", "Enter its height in metres.")
    return KM_PER_ROOT_M * math.sqrt(eye_m)


def distance_by_height(height_m: float, share: float, focal_35_mm: float) -> float:
    """Distance of a thing whose height is known, by how much of the picture's short side it takes. [m].

    Parameters
    ----------
    height_m : float
        Its true height.
    share : float
        Its height in the picture, as a share of the picture's short side, 0-1.
    focal_35_mm : float
        Focal length of the lens, as for the 35 mm frame (a phone's main camera has about 26).
    """
    if not (0 < height_m <= 10_000 and 0 < share <= 1 and 5 <= focal_35_mm <= 2000):
        raise DomainError(
            "That gives no distance.", "Enter its height in metres, what it takes of the picture, and the lens in mm."
        )
    return height_m * focal_35_mm / (share * FRAME_MM)


def height_by_eye_level(base: float, top: float, horizon: float, eye_m: float) -> float:
    """Height of a thing that stands on level ground, by where the horizon cuts it. [m].

    People as tall as the viewer have their eyes on the horizon however far they are: a thing's height is to the
    eye's as its length in the picture is to what lies of it below the horizon.

    Parameters
    ----------
    base, top, horizon : float
        Heights in the picture, as shares from the top; `base` below `horizon`.
    eye_m : float
        Height of the eye above that ground.
    """
    if not base > horizon or not base > top or eye_m <= 0:
        raise DomainError(
            "Its foot has to stand below the horizon.", "Mark it from its foot to its top, on the eye's own ground."
        )
    return eye_m * (base - top) / (base - horizon)


def equal_bays(posts: tuple[float, float, float], count: int) -> list[float]:
    """Where equal bays go on along a line in perspective, from the first three posts; places along that line.

    Parameters
    ----------
    posts : (a, b, c)
        Places of three posts that stand equally far apart in truth, along the line as it is seen.
    count : int
        How many more are wanted.

    Returns
    -------
    list of float
        The next posts; fewer where they would lie beyond the vanishing point.

    References
    ----------
    .. [1] The cross ratio of four points on a line is the same in every view (Pappus of Alexandria).
    """
    a, b, c = posts
    first, second = b - a, c - b
    if first == 0 or second == 0 or (first > 0) != (second > 0):
        raise DomainError("The three posts follow each other along one line.", "Press them in their order.")
    # Equally spaced points 0, 1, 2 are seen as a, b, c: x(n) = (a + p n) / (1 + q n).
    q = _shrink(a, b, c)
    p = b * (1 + q) - a
    found: list[float] = []
    for n in range(3, 3 + count):
        below = 1 + q * n
        if below <= 1e-9:
            break
        found.append((a + p * n) / below)
    return found


def _shrink(a: float, b: float, c: float) -> float:
    """How fast a projective scale shrinks: q in x(n) = (a + p n) / (1 + q n), from its first three places."""
    # From x(1) = b and x(2) = c: p = b (1 + q) - a, and c (1 + 2 q) = a + 2 p.
    return float((2 * b - a - c) / (2 * (c - b)))


def vanishing_place(posts: tuple[float, float, float]) -> float | None:
    """Where equal bays run together along their line; None where they are seen square on."""
    a, b, c = posts
    q = _shrink(a, b, c)
    return None if abs(q) < 1e-9 else float(b * (1 + q) - a) / q


def lean_deg(top: tuple[float, float], foot: tuple[float, float], aspect: float) -> float:
    """How much an upright leans, by its two ends in shares: degrees, to the right positive."""
    across, down = (top[0] - foot[0]) * aspect, foot[1] - top[1]
    return float(np.degrees(np.arctan2(across, down)))


def leans_apart(across: list[float], leans: list[float]) -> list[float]:
    """Take from each upright's lean what looking up or down gives it; what is left is its own.

    A view that looks up draws uprights together towards the top: nothing in the middle, more to either side, in step
    with the distance from it. The median of the slopes of all pairs (Theil 1950, Sen 1968) holds against one that leans
    by itself.

    Parameters
    ----------
    across : list of float
        Where each stands, as a share of the width.
    leans : list of float
        [degrees]
    """
    if len(leans) < 4 or max(across) - min(across) < 0.2:
        return leans
    from scipy import stats

    slope = float(stats.theilslopes(leans, across)[0])
    return [lean - slope * (x - 0.5) for x, lean in zip(across, leans, strict=True)]


def bays_by_height(heights: list[float]) -> list[float] | None:
    """Say how wide the bays are between equally high posts in a row, the first bay as 1; None where they are no row.

    What stands twice as far off is half as tall: depth goes with one over height. In a row that recedes heights only
    fall, or only rise, from one end to the other.

    Parameters
    ----------
    heights : list of float
        Heights in the picture, in order along it; at least three.
    """
    if len(heights) < 3 or min(heights) <= 0:
        return None
    depths = [1 / height for height in heights]
    bays = [after - before for before, after in zip(depths, depths[1:], strict=False)]
    if not (all(bay > 0 for bay in bays) or all(bay < 0 for bay in bays)):
        return None
    return [bay / bays[0] for bay in bays]
