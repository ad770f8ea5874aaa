"""sRGB codes and linear light.

Pictures come as sRGB codes; every average, shrink and measure is done in linear light, because a mean
of codes is darker than what the eye sees from across the room.
"""

from __future__ import annotations

from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

FloatArray = NDArray[np.floating]

# Luminance of linear sRGB, second row of the matrix in IEC 61966-2-1.
LUMINANCE_WEIGHTS = np.array([0.2126, 0.7152, 0.0722])

# Linear sRGB to CIE XYZ (D65), IEC 61966-2-1.
TO_XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])


def decode(codes: FloatArray) -> FloatArray:
    """Turn sRGB codes into linear light.

    Parameters
    ----------
    codes : float array, any shape
        sRGB codes, 0-1.

    Returns
    -------
    float array, same shape
        Linear light, 0-1.

    References
    ----------
    .. [1] IEC 61966-2-1:1999, 5.2.
    """
    codes = np.asarray(codes, dtype=float)
    return np.where(codes <= 0.04045, codes / 12.92, ((codes + 0.055) / 1.055) ** 2.4)


def encode(linear: FloatArray) -> FloatArray:
    """Turn linear light (0-1) into sRGB codes (0-1); the inverse of :func:`decode`."""
    linear = np.clip(np.asarray(linear, dtype=float), 0.0, None)
    return np.where(linear <= 0.0031308, 12.92 * linear, 1.055 * linear ** (1 / 2.4) - 0.055)


@lru_cache(maxsize=1)
def decode_table() -> NDArray[np.float32]:
    """Linear light for each 8-bit code: (256,) float32, 0-1."""
    return decode(np.arange(256) / 255.0).astype(np.float32)


@lru_cache(maxsize=1)
def _encode_table() -> NDArray[np.uint8]:
    """8-bit code for each of 65,536 steps of linear light; a step is at most a twentieth of a code."""
    return np.asarray(np.round(encode(np.arange(65536) / 65535) * 255), dtype=np.uint8)


def linear_from_codes(picture: NDArray[np.uint8]) -> NDArray[np.float32]:
    """Linear light of an 8-bit picture by table: (H, W, 3) uint8 -> (H, W, 3) float32, 0-1."""
    return np.asarray(cv2.LUT(picture, decode_table())) if picture.ndim == 3 else decode_table()[picture]


def codes_from_linear(linear: FloatArray) -> NDArray[np.uint8]:
    """Turn linear light 0-1 into 8-bit codes of the same shape."""
    fine = np.asarray(np.clip(linear, 0, 1) * 65535 + 0.5, dtype=np.uint16)
    return np.take(_encode_table(), fine, mode="clip")  # quicker than an index, and none lies outside


def luminance(linear: FloatArray) -> FloatArray:
    """Relative luminance Y of linear sRGB: (..., 3) 0-1 -> (...) 0-1."""
    linear = np.asarray(linear)
    return np.asarray(linear @ LUMINANCE_WEIGHTS.astype(linear.dtype))
