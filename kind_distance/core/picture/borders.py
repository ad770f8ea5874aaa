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


def _crossings(labels: NDArray[np.integer], dy: int, dx: int) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Find neighbours that differ: the place of the one and of the other, each (N,). [row * W + column]."""
    height, width = labels.shape
    left, right = max(0, -dx), width - max(0, dx)
    here = labels[: height - dy, left:right]
    there = labels[dy:, left + dx : right + dx]
    row, column = np.divmod(np.flatnonzero(here != there), max(1, right - left))
    at = row * width + column + left
    return at, at + dy * width + dx


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
    totals, flat = np.zeros(count * count), labels.ravel()
    for (dy, dx), weight in DIRECTIONS:
        a, b = (flat[at].astype(np.int64) for at in _crossings(labels, dy, dx))
        totals += weight * np.bincount(np.minimum(a, b) * count + np.maximum(a, b), minlength=totals.size)
    where = np.flatnonzero(totals)
    return {(int(k // count), int(k % count)): float(totals[k] * CROFTON * cm_per_px) for k in where}


def border_places(labels: NDArray[np.integer]) -> dict[tuple[int, int], NDArray[np.int64]]:
    """Find where labels touch to the right, left, above or below.

    Parameters
    ----------
    labels : int array, shape (H, W)
        Labels from 0 up.

    Returns
    -------
    dict of (int, int) to int array
        For each pair (smaller label first) the pixels of the smaller label that touch the larger, each once, in order.
        [row * W + column]
    """
    size, flat = max(1, labels.size), labels.ravel()
    count = int(labels.max()) + 1 if labels.size else 0
    found = []
    for dy, dx in ((0, 1), (1, 0)):
        here, there = _crossings(labels, dy, dx)
        a, b = flat[here].astype(np.int64), flat[there].astype(np.int64)
        pair = np.minimum(a, b) * count + np.maximum(a, b)
        found.append(pair * size + np.where(a < b, here, there))
    keys = np.unique(np.concatenate(found))
    pairs, first = np.unique(keys // size, return_index=True)
    parts = np.split(keys % size, first[1:])
    return {(int(k // count), int(k % count)): part for k, part in zip(pairs, parts, strict=False)}
