"""A colour that lives in one corner of the picture, and where it could be echoed."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import crop_of_plan, focus_of, main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.strokes import labels_of

# By eye, no source: what is seen as a colour of its own, how much of the picture, and when it lives in one corner.
WIDE_PX = 200
LEAST_CHROMA, ABOVE_REST = 22.0, 14.0
FAMILY_DEG = 24.0
SHARES = (0.002, 0.1)
IN_ONE = 0.94
FROM_FOCUS = 1.6  # reaches of the focus within which the colour belongs to it

NAMES: tuple[tuple[float, str], ...] = (
    (20, "pink"), (50, "red"), (75, "orange"), (105, "yellow"), (135, "yellow-green"), (185, "green"),
    (230, "blue-green"), (290, "blue"), (335, "violet"), (360, "pink"),
)  # fmt: skip
CORNERS = (("upper left", "upper right"), ("lower left", "lower right"))


@dataclass(frozen=True)
class LonelyHue:
    """A colour in one corner only.

    Parameters
    ----------
    name : str
        Of the hue.
    share : float
        Of the picture.
    corner, echo_corner : str
        Where it lives, and the corner across from it.
    echo_plane : int
        Rank of the plane that has most of the corner across.
    """

    name: str
    share: float
    corner: str
    echo_corner: str
    echo_plane: int


def _families(lab: NDArray[np.float64]) -> list[tuple[float, NDArray[np.bool_]]]:
    """Hues that stand out, by their middle angle, with where they are; strongest first."""
    chroma, hue = np.hypot(lab[..., 1], lab[..., 2]), np.degrees(np.arctan2(lab[..., 2], lab[..., 1])) % 360
    pure = chroma >= max(LEAST_CHROMA, float(np.median(chroma)) + ABOVE_REST)
    weights = np.bincount((hue[pure] / 6).astype(int), minlength=60).astype(float)[:60]
    found: list[tuple[float, NDArray[np.bool_]]] = []
    left = pure.copy()
    for _ in range(6):
        around = np.sum([np.roll(weights, shift) for shift in range(-3, 4)], axis=0)
        peak = int(np.argmax(around))
        if around[peak] < SHARES[0] * pure.size:
            break
        middle = 6.0 * peak + 3
        near = np.abs((hue - middle + 180) % 360 - 180) <= FAMILY_DEG
        found.append((middle, left & near))
        left &= ~near
        weights = np.bincount((hue[left] / 6).astype(int), minlength=60).astype(float)[:60]
    return found


@step
def lonely_hue(file: Path, state: State) -> LonelyHue | None:
    """Find a colour that stands in one corner of the picture alone, away from the focus; None without a focus."""
    source, labels = main_source(state), labels_of(file, state)
    if source is None or labels is None or state.brief.echo_hues == "vary":
        return None
    crop = crop_of_plan(state)
    focus = focus_of(state, source.number, crop)
    if focus is None:
        return None  # a colour alone is what a focus is made of: nobody can say which it is
    lab = darkroom.working(file, plate_of(source)).lab
    if crop is not None:
        size = plate_of(source).size_px
        lab, labels = (np.ascontiguousarray(crop.of(each, *size)) for each in (lab, labels))
    wide = min(WIDE_PX, lab.shape[1])
    high = max(8, round(lab.shape[0] * wide / lab.shape[1]))
    small = np.asarray(cv2.resize(lab.astype(np.float32), (wide, high), interpolation=cv2.INTER_AREA), np.float64)
    planes = np.asarray(cv2.resize(labels, (wide, high), interpolation=cv2.INTER_NEAREST))
    sky = np.isin(planes, [plane.rank for plane in state.planes if plane.kind == "sky"])
    for middle, there in _families(small):
        if 2 * int((there & sky).sum()) > int(there.sum()):
            continue  # a glow in the sky is the light itself
        share = float(there.mean())
        if not SHARES[0] <= share <= SHARES[1]:
            continue
        quarters = np.array([[half.sum() for half in np.array_split(rows, 2, 1)] for rows in np.array_split(there, 2)])
        down, across = divmod(int(quarters.argmax()), 2)
        if quarters.max() < IN_ONE * there.sum():
            continue
        rows, columns = np.nonzero(there)
        if np.hypot(columns.mean() / wide - focus.x, rows.mean() / high - focus.y) < FROM_FOCUS * focus.reach:
            continue
        other = np.array_split(np.array_split(planes, 2)[1 - down], 2, 1)[1 - across]
        echo = int(np.bincount(other.ravel()).argmax())
        name = next(name for limit, name in NAMES if middle <= limit)
        return LonelyHue(name, share, CORNERS[down][across], CORNERS[1 - down][1 - across], echo)
    return None
