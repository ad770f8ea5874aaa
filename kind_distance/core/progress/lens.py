"""Perspective and the mild bend of a lens. Places are in pixels of the photo, pixel centres at whole numbers."""

from __future__ import annotations

from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.floating[Any]]
UNIT: Floats = np.array([[0, 0], [1000, 0], [1000, 1000], [0, 1000]], np.float32)
ROUNDS = 8


def bend(places: Floats, k1: float, size: tuple[int, int]) -> Floats:
    """Carry straight places to where a lens puts them on a photo: radial, by the square of the distance.

    Parameters
    ----------
    places : (N, 2) array
        [px]
    k1 : float
        Bend at half the width from the middle.
    size : (int, int)
        Width and height of the photo. [px]
    """
    middle, half = np.array([size[0] / 2, size[1] / 2]), size[0] / 2
    q = (np.asarray(places, np.float64) - middle) / half
    return np.asarray(middle + q * (1 + k1 * (q**2).sum(-1, keepdims=True)) * half)


def unbend(places: Floats, k1: float, size: tuple[int, int]) -> Floats:
    """Turn :func:`bend` round."""
    middle, half = np.array([size[0] / 2, size[1] / 2]), size[0] / 2
    bent = (np.asarray(places, np.float64) - middle) / half
    q = bent.copy()
    for _ in range(ROUNDS):
        q = bent / (1 + k1 * (q**2).sum(-1, keepdims=True))
    return np.asarray(middle + q * half)


def carry(homography: Floats, places: Floats) -> Floats:
    """Carry places by a homography: (N, 2) -> (N, 2)."""
    places = np.asarray(places, np.float64)
    carried = np.concatenate([places, np.ones((len(places), 1))], axis=1) @ np.asarray(homography).T
    return np.asarray(carried[:, :2] / carried[:, 2:])


def onto(corners: Floats, target: Floats = UNIT) -> Floats:
    """Give the homography from a target, usually a square of 1000, onto four corners."""
    return np.asarray(cv2.getPerspectiveTransform(np.asarray(target, np.float32), np.asarray(corners, np.float32)))


def straightened(
    photo: Floats, corners: Floats, size: tuple[int, int], k1: float = 0.0, full: tuple[int, int] | None = None
) -> Floats:
    """Take a painting out of a photo, flat.

    Parameters
    ----------
    photo : (h, w, 3) array
        In linear light; may be smaller than the photo that the corners are on.
    corners : (4, 2) array
        Of the painting from the top left, clockwise, with the bend of the lens taken out. [px]
    size : (int, int)
        Width and height that it is to have. [px]
    k1 : float
    full : (int, int) or None
        Size of the photo that the corners are on; that of `photo` without it.
    """
    width, height = size
    whole = full or (photo.shape[1], photo.shape[0])
    rim = np.array([[-0.5, -0.5], [width - 0.5, -0.5], [width - 0.5, height - 0.5], [-0.5, height - 0.5]])
    down, across = np.mgrid[0:height, 0:width]
    places = carry(onto(corners, rim), np.stack([across.ravel(), down.ravel()], axis=1))
    if k1:
        places = bend(places, k1, whole)
    scale = photo.shape[1] / whole[0]
    if scale != 1:
        places = (places + 0.5) * scale - 0.5
    grid = places.reshape(height, width, 2).astype(np.float32)
    return np.asarray(cv2.remap(photo, grid[..., 0], grid[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE))
