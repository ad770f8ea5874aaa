"""Outlines of areas, for drawing over a picture."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

CLOSE_ENOUGH_PX = 0.8  # how far an outline may leave the true edge [px]
FINE_FROM = 2.0  # times larger: from here on single pixels are seen
SMALLEST_PX = 12  # smaller islands are not outlined [px2]


def outlines(labels: NDArray[np.integer], label: int, closeness: float = 1.0) -> list[NDArray[np.float64]]:
    """Outline all parts of one label, holes included.

    Parameters
    ----------
    labels : int array, shape (H, W)
    label : int
    closeness : float
        How many times larger than whole the outlines are to be looked at; from twice on they follow the very pixels.

    Returns
    -------
    list of float array, shape (N, 2)
        Closed polygons; x and y as shares of width and height, 0-1.
    """
    height, width = labels.shape
    # A contour runs through the middles of pixels: in a picture twice as fine, nearer to their edges.
    fine = 2 if closeness >= FINE_FROM else 1
    whole = np.kron((labels == label).astype(np.uint8), np.ones((fine, fine), np.uint8))
    mask = cv2.copyMakeBorder(whole, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    found, _ = cv2.findContours(mask, cv2.RETR_CCOMP, cv2.CHAIN_APPROX_NONE)
    parts = []
    for contour in found:
        if cv2.contourArea(contour) < SMALLEST_PX * fine / max(1.0, closeness):
            continue
        near = CLOSE_ENOUGH_PX * fine / max(1.0, closeness)
        smooth = np.asarray(cv2.approxPolyDP(contour, near, True))[:, 0, :].astype(float)
        parts.append((smooth - 0.5) / (fine * width, fine * height))
    return [np.clip(part, 0, 1) for part in parts]


def border_steps(labels: NDArray[np.uint8], one: int, other: int) -> list[tuple[float, float, float, float]]:
    """List the pixel edges between two labels, straight runs joined: (x1, y1, x2, y2) as shares, 0-1."""
    height, width = labels.shape
    runs: list[tuple[float, float, float, float]] = []
    pair = {one, other}
    up_down = _meeting(labels[:-1], labels[1:], pair)
    for row in np.flatnonzero(up_down.any(axis=1)):
        for start, end in _spans(up_down[row]):
            runs.append((start / width, (row + 1) / height, end / width, (row + 1) / height))
    left_right = _meeting(labels[:, :-1], labels[:, 1:], pair)
    for column in np.flatnonzero(left_right.any(axis=0)):
        for start, end in _spans(left_right[:, column]):
            runs.append(((column + 1) / width, start / height, (column + 1) / width, end / height))
    return runs


def _meeting(a: NDArray[np.uint8], b: NDArray[np.uint8], pair: set[int]) -> NDArray[np.bool_]:
    one, other = sorted(pair)
    return np.asarray(((a == one) & (b == other)) | ((a == other) & (b == one)))


def _spans(line: NDArray[np.bool_]) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate([[0], line.astype(np.int8), [0]])))
    return [(int(a), int(b)) for a, b in zip(edges[::2], edges[1::2], strict=True)]
