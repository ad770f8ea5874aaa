"""Lengths of the borders between areas of a label picture.

Counting pixel edges overstates a slanting border by up to 27 %; counting crossings in four directions
(Cauchy and Crofton's formula) stays within about 5 % in any direction.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Pairs = dict[tuple[int, int], float]
# Neighbour offsets (rows, columns) and their weights: spacing of the scan lines times pi / 8.
DIRECTIONS = (((0, 1), 1.0), ((1, 0), 1.0), ((1, 1), 1 / np.sqrt(2)), ((1, -1), 1 / np.sqrt(2)))
CROFTON = np.pi / 8


def _neighbours(labels: NDArray[np.integer], dy: int, dx: int) -> tuple[NDArray[np.integer], NDArray[np.integer]]:
    if dx < 0:
        return labels[:-dy, -dx:], labels[dy:, :dx]
    rows = labels.shape[0] - dy
    columns = labels.shape[1] - dx
    return labels[:rows, :columns], labels[dy:, dx:]


def border_lengths(labels: NDArray[np.integer], *, cm_per_px: float = 1.0) -> Pairs:
    """Length of the border between every two labels that touch.

    Parameters
    ----------
    labels : int array, shape (H, W)
        Labels from 0 up.
    cm_per_px : float
        Size of a pixel. [cm]

    Returns
    -------
    dict of (int, int) to float
        For each pair (smaller label first) the length of their border. [cm]

    References
    ----------
    .. [1] L. A. Santalo, "Integral Geometry and Geometric Probability", 1976, ch. 7 (Crofton's formula).
    """
    count = int(labels.max()) + 1 if labels.size else 0
    totals = np.zeros(count * count)
    for (dy, dx), weight in DIRECTIONS:
        one, other = _neighbours(labels, dy, dx)
        differs = one != other
        a, b = one[differs].astype(np.int64), other[differs].astype(np.int64)
        keys = np.minimum(a, b) * count + np.maximum(a, b)
        if keys.size:
            found, hits = np.unique(keys, return_counts=True)
            totals[found] += weight * hits
    where = np.flatnonzero(totals)
    return {(int(k // count), int(k % count)): float(totals[k] * CROFTON * cm_per_px) for k in where}


def border_pixels(labels: NDArray[np.integer], one: int, other: int) -> NDArray[np.bool_]:
    """Mark the pixels of `one` that touch `other` to the right, left, above or below: (H, W) bool."""
    a, b = labels == one, labels == other
    touch = np.zeros_like(a)
    touch[:, :-1] |= b[:, 1:]
    touch[:, 1:] |= b[:, :-1]
    touch[:-1] |= b[1:]
    touch[1:] |= b[:-1]
    return np.asarray(a & touch)
