"""Parts of a picture: the rows and columns in which something lies."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

Part = tuple[slice, slice]  # rows and columns


def part_of(wanted: NDArray[np.bool_], room: float = 0) -> Part | None:
    """Give the rows and columns that hold all that is wanted, with some room round it [px]; None where nothing is."""
    rows, columns = np.flatnonzero(wanted.any(axis=1)), np.flatnonzero(wanted.any(axis=0))
    if not rows.size:
        return None
    part = slice(int(rows[0]), int(rows[-1]) + 1), slice(int(columns[0]), int(columns[-1]) + 1)
    return grown(part, room)


def grown(part: Part, room: float) -> Part:
    """Give a part with more room round it; it may end beyond the picture. [px]."""
    rows, columns = part
    more = math.ceil(room)
    return (
        slice(max(0, rows.start - more), rows.stop + more),
        slice(max(0, columns.start - more), columns.stop + more),
    )


def place_in(outer: Part, part: Part) -> Part:
    """Say where in a larger part a part lies."""
    (top, left), (rows, columns) = (outer[0].start, outer[1].start), part
    return slice(rows.start - top, rows.stop - top), slice(columns.start - left, columns.stop - left)
