"""Planned departures from a photo: what the painter will move, bend, leave out or add, and how that looks in values.

What is left out is filled from its surroundings, as smoothly as they allow; what is moved leaves such a filled
place behind; what is added lies in its own value. What is to be bent is drawn and listed, and left to the hand.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.crops import Crop
from kind_distance.errors import DomainError

Kind = Literal["moved", "bent", "left_out", "added"]
KINDS: dict[str, str] = {"moved": "Moved", "bent": "Bent", "left_out": "Left out", "added": "Added"}
MOST_POINTS = 400


@dataclass(frozen=True)
class Departure:
    """One departure.

    Parameters
    ----------
    kind : "moved", "bent", "left_out" or "added"
    points : tuple of (x, y)
        The area's outline, or the line to be bent; shares of width and height.
    shift : (x, y)
        Where to: what a moved area is moved by, or a bent line's middle; shares.
    low, high : float or None
        Values an added subject may have; None leaves them open. [V]
    """

    kind: Kind
    points: tuple[tuple[float, float], ...]
    shift: tuple[float, float] = (0.0, 0.0)
    low: float | None = None
    high: float | None = None

    def __post_init__(self) -> None:
        if self.kind not in KINDS:
            raise DomainError("That is no way to depart from a photo.", "Move, bend, leave out or add.")
        least = 2 if self.kind == "bent" else 3
        if not least <= len(self.points) <= MOST_POINTS:
            raise DomainError("That is too short to be an area.", "Draw round what is meant.")
        if not all(np.isfinite((*point,)).all() and max(map(abs, point)) <= 3 for point in (*self.points, self.shift)):
            raise DomainError("That lies far outside the picture.", "Draw it on the picture.")
        if self.low is not None and self.high is not None and not 0 <= self.low <= self.high <= 10:
            raise DomainError("The darkest value comes first, the lightest after it.", "Swap the two values.")

    def mask(self, height: int, width: int) -> NDArray[np.bool_]:
        """Mark its area on a picture of this size: (height, width)."""
        return _filled(self.points, height, width)

    def goal(self, height: int, width: int) -> NDArray[np.bool_]:
        """Mark where its area comes to lie: (height, width)."""
        dx, dy = self.shift
        return _filled(tuple((x + dx, y + dy) for x, y in self.points), height, width)

    def within(self, crop: Crop, width_px: int, height_px: int) -> Departure:
        """Carry it into a crop of a photo of that full size."""
        points = tuple(crop.inward(x, y, width_px, height_px) for x, y in self.points)
        shift = (self.shift[0] * width_px / crop.width, self.shift[1] * height_px / crop.height)
        if max(abs(v) for point in points for v in point) > 3:
            points = tuple((float(np.clip(x, -3, 3)), float(np.clip(y, -3, 3))) for x, y in points)
        bounded = (float(np.clip(shift[0], -3, 3)), float(np.clip(shift[1], -3, 3)))
        return Departure(self.kind, points, bounded, self.low, self.high)


def _filled(points: tuple[tuple[float, float], ...], height: int, width: int) -> NDArray[np.bool_]:
    polygon = np.round(np.array(points) * (width, height) - 0.5).astype(np.int32)
    mask = np.zeros((height, width), np.uint8)
    cv2.fillPoly(mask, [polygon], 1)
    return np.asarray(mask, dtype=bool)


def fill_from_around(value: NDArray[np.float32], hole: NDArray[np.bool_]) -> NDArray[np.float32]:
    """Fill a hole as smoothly as its rim allows: every value in it is the mean of its neighbours (Laplace).

    Parameters
    ----------
    value : float32 array, shape (H, W)
    hole : bool array, shape (H, W)

    Returns
    -------
    float32 array, shape (H, W)
        Unchanged outside of the hole; no value in it lies beyond those on its rim.
    """
    if not hole.any() or hole.all():
        return value
    from scipy import sparse  # slow to load, and few pictures need it
    from scipy.sparse.linalg import splu

    height, width = value.shape
    at = np.full(hole.shape, -1, np.int64)
    rows, columns = np.nonzero(hole)
    count = len(rows)
    at[rows, columns] = np.arange(count)
    degree, known = np.zeros(count), np.zeros(count)
    one, other = [], []
    for dy, dx in ((-1, 0), (1, 0), (0, -1), (0, 1)):
        r, c = rows + dy, columns + dx
        inside = (r >= 0) & (r < height) & (c >= 0) & (c < width)
        degree += inside
        index = np.full(count, -1, np.int64)
        index[inside] = at[r[inside], c[inside]]
        in_hole = inside & (index >= 0)
        one.append(np.flatnonzero(in_hole))
        other.append(index[in_hole])
        rim = inside & (index < 0)
        known[rim] += value[r[rim], c[rim]]
    i, j = np.concatenate(one), np.concatenate(other)
    matrix = sparse.csc_matrix(
        (
            np.concatenate([degree, -np.ones(len(i))]),
            (np.concatenate([np.arange(count), i]), np.concatenate([np.arange(count), j])),
        ),
        shape=(count, count),
    )
    filled = value.copy()
    filled[rows, columns] = splu(matrix).solve(known)
    return filled


def depart(value: NDArray[np.float32], departures: tuple[Departure, ...]) -> NDArray[np.float32]:
    """Apply departures to a photo's values, in the order in which they were planned: (H, W) -> (H, W)."""
    for each in departures:
        mask = each.mask(*value.shape)
        if each.kind == "left_out":
            value = fill_from_around(value, _wider(mask))
        elif each.kind == "moved":
            value = _moved(value, each, mask)
        elif each.kind == "added" and (ends := [v for v in (each.low, each.high) if v is not None]):
            value = np.where(mask, np.float32(sum(ends) / len(ends)), value).astype(np.float32)
    return value


def _wider(mask: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Take the seam along: an outline drawn by hand rarely has the whole edge inside."""
    return np.asarray(cv2.dilate(mask.astype(np.uint8), np.ones((3, 3), np.uint8)), dtype=bool)


def _moved(value: NDArray[np.float32], each: Departure, mask: NDArray[np.bool_]) -> NDArray[np.float32]:
    height, width = value.shape
    dx, dy = round(each.shift[0] * width), round(each.shift[1] * height)
    rows, columns = np.nonzero(mask)
    goal_r, goal_c = rows + dy, columns + dx
    inside = (goal_r >= 0) & (goal_r < height) & (goal_c >= 0) & (goal_c < width)
    carried = value[rows[inside], columns[inside]]
    value = fill_from_around(value, _wider(mask)).copy()
    value[goal_r[inside], goal_c[inside]] = carried
    return value
