"""The smallest shape of each plane: what a brush has to be able to set."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray


def shapes_of(steps: NDArray[np.uint8]) -> tuple[NDArray[np.int32], NDArray[np.float64]]:
    """Part a thumbnail into its shapes and measure each.

    The width of a shape is that of the largest circle inside it: what a round brush sets in one touch.

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
        Step of each pixel.

    Returns
    -------
    int32 array, shape (H, W)
        Number of the shape of each pixel, from 0.
    float array, shape (N,)
        Width of each shape. [px]
    """
    numbers = np.zeros(steps.shape, np.int32)
    inside = np.zeros(steps.shape, np.float32)
    count = 0
    for step in np.unique(steps):
        mask = (steps == step).astype(np.uint8)
        # A rim of nothing round it, so that a shape at the edge is as wide as what is seen of it.
        rimmed = cv2.copyMakeBorder(mask, 1, 1, 1, 1, cv2.BORDER_CONSTANT)
        far = cv2.distanceTransform(rimmed, cv2.DIST_L2, 5)[1:-1, 1:-1]
        found, shapes = cv2.connectedComponents(mask, connectivity=4)
        here = mask > 0
        numbers[here] = shapes[here] - 1 + count
        inside[here] = far[here]
        count += found - 1
    widths = np.zeros(count)
    np.maximum.at(widths, numbers.ravel(), 2.0 * inside.ravel())
    return numbers, widths


def smallest_widths(
    shapes: NDArray[np.int32], widths: NDArray[np.float64], labels: NDArray[np.uint8], count: int
) -> list[float | None]:
    """Find the narrowest shape of each plane; a shape belongs to the plane that most of it lies in.

    Parameters
    ----------
    shapes : int32 array, shape (H, W)
    widths : float array, shape (N,)
        As :func:`shapes_of` gives them. [px]
    labels : uint8 array, shape (H, W)
        Rank of the plane of each pixel, 1 = farthest; 0 where there is none.
    count : int
        Number of planes.

    Returns
    -------
    list of float or None
        Width by plane, farthest first; None for a plane without a shape of its own. [px]
    """
    held = np.bincount(shapes.ravel() * (count + 1) + labels.ravel(), minlength=len(widths) * (count + 1))
    rank = held.reshape(len(widths), count + 1).argmax(axis=1)
    own = [widths[rank == plane] for plane in range(1, count + 1)]
    return [float(each.min()) if each.size else None for each in own]
