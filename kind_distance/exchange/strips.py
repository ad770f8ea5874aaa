"""Making a large picture small strip by strip, so that what it takes does not grow with its pixels.

A picture of 120 megapixels would take 1.4 GB in linear light; a strip of it takes a few MB.
"""

from __future__ import annotations

from collections.abc import Callable

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes

Rows = Callable[[int, int], NDArray[np.uint8]]
STRIP_PIXELS = 1_500_000


def _weights(start: int, stop: int, height: int, out: int) -> tuple[int, NDArray[np.float32]]:
    """Give how much each row of a strip counts in each row of the result: first row, and shares (rows, stop - start).

    A row of the result covers `height / out` rows of the picture; a row that it covers in part counts in part.
    """
    scale = height / out
    first = int(start / scale)
    last = min(out - 1, int(np.ceil(stop / scale)) - 1)
    rows = np.arange(first, last + 1)[:, None]
    source = np.arange(start, stop)[None, :]
    covered = np.minimum((rows + 1) * scale, source + 1) - np.maximum(rows * scale, source)
    return first, np.asarray(np.clip(covered, 0, None) / scale, dtype=np.float32)


def shrink_strips(rows: Rows, width: int, height: int, long_side: int) -> NDArray[np.uint8]:
    """Shrink a picture by area in linear light, a strip at a time.

    Parameters
    ----------
    rows : callable
        Gives the rows from a first to before a last as sRGB codes: (rows, width, 3) uint8.
    width, height : int
        Size of the picture. [px]
    long_side : int
        Longest side wanted, shorter than the picture's. [px]

    Returns
    -------
    (h, w, 3) uint8
        The same as shrinking all of it at once.
    """
    scale = long_side / max(width, height)
    small_width, small_height = max(1, round(width * scale)), max(1, round(height * scale))
    small = np.zeros((small_height, small_width * 3), dtype=np.float32)
    step = max(1, STRIP_PIXELS // width)
    for start in range(0, height, step):
        stop = min(height, start + step)
        linear = linear_from_codes(np.ascontiguousarray(rows(start, stop)))
        narrow = cv2.resize(linear, (small_width, stop - start), interpolation=cv2.INTER_AREA)
        first, weights = _weights(start, stop, height, small_height)
        small[first : first + len(weights)] += weights @ np.asarray(narrow, np.float32).reshape(stop - start, -1)
    return codes_from_linear(small.reshape(small_height, small_width, 3))
