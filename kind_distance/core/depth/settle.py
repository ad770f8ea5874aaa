"""A line drawn by hand settles on the edge it was meant for.

A hand on a screen misses an edge by some pixels, which is nothing on a near field and all of a far shore. The line
may move up or down by a small reach in each column; the way that runs along the strongest change of colour, without
jumping and without leaving the drawn line for little, is found by dynamic programming.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.working import WorkingPicture

REACH = 0.012  # how far a line may move [share of the picture's height]
JUMP = 0.35  # cost of a row up or down from one column to the next, against an edge of full strength
STRAY = 0.25  # cost of standing at the end of the reach all along
FULL_EDGE = 9.0  # change of colour across the line that counts as a full edge [CIELAB over 4 px]
COARSE = 0.0012  # what a settled line may leave out when its points are thinned [share of the height]


def settle_line(
    picture: WorkingPicture, points: tuple[tuple[float, float], ...], reach: float = REACH
) -> tuple[tuple[float, float], ...]:
    """Move a drawn line to the edge beside it.

    Parameters
    ----------
    picture : WorkingPicture
    points : tuple of (float, float)
        The line as drawn, in shares of width and height; taken from left to right.
    reach : float
        How far it may move. [share of the height]

    Returns
    -------
    tuple of (float, float)
        The settled line with as many points as it needs; the drawn one where it is too short to settle.
    """
    height, width = picture.height, picture.width
    drawn = sorted(points)
    xs = np.array([x * (width - 1) for x, _ in drawn])
    ys = np.array([y * (height - 1) for _, y in drawn])
    first, last = max(0, int(np.ceil(xs[0]))), min(width - 1, int(np.floor(xs[-1])))
    span = max(2, round(reach * height))
    if last - first < 8:
        return points
    columns = np.arange(first, last + 1)
    line = np.interp(columns, xs, ys)
    offsets = np.arange(-span, span + 1)
    rows = np.clip(np.round(line)[:, None] + offsets, 2, height - 3).astype(np.int64)
    # Half a pixel too far up or down is said by the pair of rows between which the change is greatest.
    lab = cv2.GaussianBlur(picture.lab, (0, 0), 0.8)
    at = columns[:, None]
    change = np.linalg.norm(lab[rows + 1, at] - lab[rows - 2, at], axis=-1)
    cost = -np.minimum(change / FULL_EDGE, 1.0) - 0.25 * change / max(1.0, float(change.max()))
    cost += STRAY * (offsets / span) ** 2
    way = _cheapest_way(cost)
    settled = rows[np.arange(columns.size), way] - 0.5
    track = np.stack([columns, settled], axis=-1).astype(np.float32).reshape(-1, 1, 2)
    thinned = cv2.approxPolyDP(track, COARSE * height, closed=False).reshape(-1, 2)
    inner = [(float(x) / (width - 1), float(y) / (height - 1)) for x, y in thinned]
    # What of the line lies beyond the picture, or between its end and the next column, stays as drawn.
    ends = [p for p in drawn if p[0] * (width - 1) < first] + inner + [p for p in drawn if p[0] * (width - 1) > last]
    return tuple((round(x, 4), round(y, 4)) for x, y in ends)


def _cheapest_way(cost: NDArray[np.float64]) -> NDArray[np.int64]:
    """Choose one place in each column: (C, K) costs to (C,) places, at most two rows of jump at a time."""
    count, places = cost.shape
    best = np.empty_like(cost)
    came = np.zeros((count, places), np.int64)
    best[0] = cost[0]
    jumps = np.arange(-2, 3)
    padded = np.full(places + 4, np.inf)
    for column in range(1, count):
        padded[2:-2] = best[column - 1]
        choices = np.stack([padded[2 + j : 2 + j + places] + JUMP * abs(j) for j in jumps])
        chosen = choices.argmin(axis=0)
        came[column] = np.arange(places) + jumps[chosen]
        best[column] = cost[column] + choices[chosen, np.arange(places)]
    way = np.empty(count, np.int64)
    way[-1] = int(best[-1].argmin())
    for column in range(count - 1, 0, -1):
        way[column - 1] = came[column, way[column]]
    return way
