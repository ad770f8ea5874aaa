"""What calm water shows: reflections straight below, as wide as their things, a little nearer to the middle values."""

from __future__ import annotations

import math

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.errors import DomainError

# A little: darks lighter, lights darker; common practice, no source.
DRAWN_IN = 0.12
MIDDLE = 5.0
MOST_OFFSET = 0.005  # sideways offset that is not seen, as a share of the picture's width; common practice, no source

SHORTEST_PX = 6  # shorter bits of a guide are noise of the outline


def reflected_value(value: float) -> float:
    """Value of a thing's reflection in calm water: darks a little lighter, lights a little darker. [V]."""
    if not 0 <= value <= 10:
        raise DomainError("A value lies between 0 and 10.", "Enter the value of the thing itself.")
    return value + DRAWN_IN * (MIDDLE - value)


def reflection_length(height_m: float, distance_m: float, eye_m: float, set_back_m: float = 0.0) -> float:
    """How much of a thing is seen in the water before it, as a height on the thing. [m].

    Parameters
    ----------
    height_m : float
        Of the thing above the water.
    distance_m : float
        From the eye to the thing.
    eye_m : float
        Height of the eye above the water.
    set_back_m : float
        How far the thing stands behind the water's edge: the bank hides that much of its reflection's foot.

    Returns
    -------
    float
        The reflection reaches from the hidden foot to the thing's own top; 0 where the bank hides it all.
    """
    if min(height_m, distance_m, eye_m) <= 0 or not 0 <= set_back_m < distance_m:
        raise DomainError("Heights and distances are above zero.", "Enter what stands where.")
    # A ray from the eye to the water's edge goes on, mirrored, to this height at the thing.
    hidden = eye_m * set_back_m / (distance_m - set_back_m)
    return max(0.0, height_m - hidden)


def offset_seen(offset_share: float) -> bool:
    """Whether a reflection that is not straight below its thing is seen to be off."""
    return math.isfinite(offset_share) and abs(offset_share) > MOST_OFFSET


def _mirrored_row(column: NDArray[np.uint8], water: int, standing: frozenset[int]) -> int | None:
    """Row to which what stands at the water's far edge reaches down in it, or None where that is not to be seen."""
    wet = np.flatnonzero(column == water)
    if not wet.size or wet[0] == 0 or int(column[wet[0] - 1]) not in standing:
        return None
    edge = int(wet[0])
    top = edge
    while top > 0 and int(column[top - 1]) in standing:
        top -= 1
    if top == 0 or int(column[top - 1]) > water:
        return None  # it goes on outside the picture, or something nearer hides its top
    row = 2 * edge - top
    return row if row < len(column) and int(column[row]) == water else None


def reflection_guide(labels: NDArray[np.uint8], water: int, standing: frozenset[int]) -> list[NDArray[np.float64]]:
    """Outline where things at the far edge of calm water end in their reflection: as far below it as they rise above.

    Parameters
    ----------
    labels : uint8 array, shape (H, W)
        Rank of the plane at each pixel.
    water : int
        Rank of the water.
    standing : frozenset of int
        Ranks of what stands behind it; the sky is not among them.

    Returns
    -------
    list of float array, shape (N, 2)
        Open lines; x and y as shares of width and height, 0-1.
    """
    height, width = labels.shape
    lines, run = [], []
    for x in range(width + 1):
        row = None if x == width else _mirrored_row(labels[:, x], water, standing)
        if row is not None:
            run.append((x, row))
            continue
        if len(run) >= SHORTEST_PX:
            smooth = np.asarray(cv2.approxPolyDP(np.array(run, dtype=np.int32)[:, None], 0.8, False))[:, 0]
            lines.append((smooth + 0.5) / (width, height))
        run = []
    return lines
