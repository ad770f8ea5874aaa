"""The colours of a thing: where it lies on the photo, what it is there, and how the plan moves it with its plane."""

from __future__ import annotations

from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.palette.parts import StringPart
from kind_distance.rows import ElementRecord

PAINT_REACH = (1.8, 9.5)  # values that paint reaches
THING_REACH = 0.07  # of the long side within which a thing is looked for, where nobody boxed it
THING_ALIKE = 16.0  # CIELAB distance from where it was pressed that still belongs to it; by eye, no source
LEAST_THING_PX = 12


def thing_area(lab: NDArray[Any], labels: NDArray[Any], thing: ElementRecord, rank: int) -> NDArray[np.bool_] | None:
    """Find where a thing lies: its box, or what is alike and connected round the point that was pressed.

    Parameters
    ----------
    lab : (h, w, 3) array
        Of the picture.
    labels : (h, w) array
        Ranks of planes.
    thing : ElementRecord
    rank : int
        Of its plane.

    Returns
    -------
    (h, w) array of bool, or None where it is too small to be measured.
    """
    height, width = labels.shape
    inside = np.zeros(labels.shape, bool)
    x, y = round((thing.x or 0) * (width - 1)), round((thing.y or 0) * (height - 1))
    if thing.box is not None:
        left, top, right, bottom = thing.box
        inside[round(top * height) : round(bottom * height), round(left * width) : round(right * width)] = True
        return inside if int(inside.sum()) >= LEAST_THING_PX else None
    reach = max(4, round(THING_REACH * max(height, width)))
    rows, columns = slice(max(0, y - reach), y + reach + 1), slice(max(0, x - reach), x + reach + 1)
    window, near = lab[rows, columns], labels[rows, columns]
    at = (y - rows.start, x - columns.start)
    middle = np.median(window[max(0, at[0] - 2) : at[0] + 3, max(0, at[1] - 2) : at[1] + 3].reshape(-1, 3), axis=0)
    alike = (np.linalg.norm(window - middle, axis=2) <= THING_ALIKE) & (near == near[at])
    alike[at] = True
    _, parts = cv2.connectedComponents(alike.astype(np.uint8), connectivity=8)
    inside[rows, columns] = parts == parts[at]
    return inside if int(inside.sum()) >= LEAST_THING_PX else None


def parts_of_thing(values: NDArray[Any], lab: NDArray[Any]) -> dict[StringPart, tuple[float, float, float]]:
    """Value and a*, b* of a thing's light, base, pattern and tint: lights, middle, darks, purest colour."""
    chroma = np.hypot(lab[:, 1], lab[:, 2])

    def middle(chosen: NDArray[np.bool_]) -> tuple[float, float, float]:
        a, b = np.median(lab[chosen][:, 1:], axis=0)
        return float(np.median(values[chosen])), float(a), float(b)

    low, high = np.percentile(values, (15, 85))
    return {
        "light": middle(values >= high),
        "base": middle((values >= np.percentile(values, 35)) & (values <= np.percentile(values, 65))),
        "pattern": middle(values <= low),
        "tint": middle(chroma >= np.percentile(chroma, 80)),
    }


def moved_with(value: float, measured: tuple[float, float, float], planned: tuple[float, float, float]) -> float:
    """Move a measured value as the plan moves its plane: between dark, mass and light evenly, beyond them alongside."""
    if not measured[0] < measured[1] < measured[2]:
        return float(np.clip(value + planned[1] - measured[1], *PAINT_REACH))
    if value < measured[0]:
        moved = value + planned[0] - measured[0]
    elif value > measured[2]:
        moved = value + planned[2] - measured[2]
    else:
        moved = float(np.interp(value, measured, planned))
    return float(np.clip(moved, *PAINT_REACH))
