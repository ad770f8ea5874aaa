"""Straightening a tilted picture: turned about its middle, cut to the largest upright part of its own proportions."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.errors import DomainError

Point = tuple[float, float]
MOST_TILT = 15.0  # more is no camera held askew [degrees]


def check_tilt(tilt_deg: float) -> float:
    """Take a tilt in degrees, clockwise positive; raise DomainError beyond 15."""
    if not -MOST_TILT <= tilt_deg <= MOST_TILT:
        raise DomainError(
            f"A picture is straightened by up to {MOST_TILT:.0f}°.", "Turn the photo first if it lies on its side."
        )
    return tilt_deg


def _left(width: float, height: float, tilt_deg: float) -> float:
    """How much of each side is left after straightening, 0-1."""
    angle = np.deg2rad(abs(tilt_deg))
    sin, cos = np.sin(angle), np.cos(angle)
    return float(min(width / (width * cos + height * sin), height / (width * sin + height * cos)))


def straightened_size(width: int, height: int, tilt_deg: float) -> tuple[int, int]:
    """Size of a picture after straightening. [px]."""
    if tilt_deg == 0:
        return width, height
    left = _left(width, height, tilt_deg)
    return max(1, round(width * left)), max(1, round(height * left))


def straighten(codes: NDArray[np.uint8], tilt_deg: float) -> NDArray[np.uint8]:
    """Straighten a picture that leans clockwise by so many degrees: (H, W, 3) uint8 -> (h, w, 3) uint8."""
    if tilt_deg == 0:
        return codes
    height, width = codes.shape[:2]
    new_width, new_height = straightened_size(width, height, tilt_deg)
    matrix = cv2.getRotationMatrix2D(((width - 1) / 2, (height - 1) / 2), tilt_deg, 1.0)
    matrix[:, 2] += ((new_width - width) / 2, (new_height - height) / 2)
    turned = cv2.warpAffine(
        codes, matrix, (new_width, new_height), flags=cv2.INTER_CUBIC, borderMode=cv2.BORDER_REPLICATE
    )
    return np.asarray(turned, dtype=np.uint8)


def turned_point(point: Point, aspect: float, before_deg: float, now_deg: float) -> Point:
    """Carry a place on a picture from one straightening to another.

    Parameters
    ----------
    point : (x, y)
        Shares of the width and height of the picture as straightened before.
    aspect : float
        Width over height of the original.
    before_deg, now_deg : float
        Tilt taken out before and now. [degrees]

    Returns
    -------
    (x, y)
        Shares of the picture as straightened now; outside 0-1 where the place is cut off, so that nothing is lost.
    """
    if before_deg == now_deg:
        return point
    x = (point[0] - 0.5) * aspect * _left(aspect, 1, before_deg)
    y = (point[1] - 0.5) * _left(aspect, 1, before_deg)
    angle = np.deg2rad(now_deg - before_deg)
    sin, cos = float(np.sin(angle)), float(np.cos(angle))
    left = _left(aspect, 1, now_deg)
    return (x * cos + y * sin) / (aspect * left) + 0.5, (y * cos - x * sin) / left + 0.5
