"""Shapes changed by hand on a value thumbnail: re-stepped, joined, split, or their edge pulled by a stroke.

Each edit names a place, not a shape's number, so that it still means the same when the thumbnail is made anew.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.shapes import Shapes, find_shapes
from kind_distance.errors import DomainError

Kind = Literal["step", "join", "split", "pull"]
KINDS = ("step", "join", "split", "pull")
MOST_EDITS = 60
WIDEST_PULL = 0.2


@dataclass(frozen=True)
class Edit:
    """One edit.

    Parameters
    ----------
    kind : "step", "join", "split" or "pull"
        Give a shape another step; join it to the neighbour it resembles most; part it into its lighter and
        darker half; paint a stroke in a step.
    points : tuple of (x, y)
        A place in the shape, or the stroke; shares of the thumbnail's width and height.
    step : int or None
        For "step" and "pull": the step wanted, 0 = darkest.
    width : float
        For "pull": width of the stroke as a share of the thumbnail's width.
    """

    kind: Kind
    points: tuple[tuple[float, float], ...]
    step: int | None = None
    width: float = 0.02

    def __post_init__(self) -> None:
        if self.kind not in KINDS:
            raise DomainError("A shape cannot be changed like that.", "Re-step, join, split or pull it.")
        if not self.points or len(self.points) > 2000:
            raise DomainError("The stroke has no place on the thumbnail.", "Press a shape or draw along its edge.")
        if not all(-0.01 <= v <= 1.01 for point in self.points for v in point):
            raise DomainError("That lies outside the thumbnail.", "Press inside it.")
        if self.kind in ("step", "pull") and (self.step is None or not 0 <= self.step <= 6):
            raise DomainError("That step is not on this thumbnail.", "Choose one of its steps.")
        if not 0.002 <= self.width <= WIDEST_PULL:
            raise DomainError(
                "The stroke is wider than a fifth of the thumbnail, or too fine.", "Choose another width."
            )


def _pixel(point: tuple[float, float], height: int, width: int) -> tuple[int, int]:
    x, y = point
    return int(np.clip(y * height, 0, height - 1)), int(np.clip(x * width, 0, width - 1))


def _joined(steps: NDArray[np.uint8], shapes: Shapes, shape: int, value: NDArray[np.float32]) -> NDArray[np.uint8]:
    """Give a shape the step of the neighbour with the longest border, nearer values counting more."""
    mask = shapes.ids == shape
    around = cv2.dilate(mask.astype(np.uint8), np.ones((3, 3), np.uint8)).astype(bool) & ~mask
    if not around.any():
        return steps
    mean = float(value[mask].mean())
    found, lengths = np.unique(shapes.ids[around], return_counts=True)
    best, best_pull = int(found[0]), -np.inf
    for neighbour, length in zip(found, lengths, strict=True):
        apart = abs(float(value[shapes.ids == neighbour].mean()) - mean)
        pull = float(length) / float(lengths.sum()) - 0.3 * apart
        if pull > best_pull:
            best, best_pull = int(neighbour), pull
    return np.where(mask, shapes.step[best], steps).astype(np.uint8)


def _split(
    steps: NDArray[np.uint8], mask: NDArray[np.bool_], value: NDArray[np.float32], count: int
) -> NDArray[np.uint8]:
    """Part a shape where its own values part best; the half that lies nearer to another step takes that one."""
    own = int(steps[mask][0])
    whole = np.asarray(np.clip(value * 25.5, 0, 255), np.uint8)
    codes = whole[mask]
    if codes.min() == codes.max():
        raise DomainError("This shape is of one value; there is nothing to part it by.", "Pull its edge instead.")
    limit, _ = cv2.threshold(codes.reshape(1, -1), 0, 255, cv2.THRESH_BINARY + cv2.THRESH_OTSU)
    light = cv2.medianBlur((mask & (whole > limit)).astype(np.uint8), 5).astype(bool) & mask
    up = own + 1 if own + 1 < count else None
    down = own - 1 if own > 0 else None
    # The smaller part changes, so that the mass keeps its step; at the end of the scale only one way is open.
    lighter_changes = down is None or (up is not None and light.sum() <= mask.sum() / 2)
    if lighter_changes and up is not None:
        return np.where(light, up, steps).astype(np.uint8)
    if down is None:
        return steps
    return np.where(mask & ~light, down, steps).astype(np.uint8)


def _pulled(steps: NDArray[np.uint8], edit: Edit) -> NDArray[np.uint8]:
    height, width = steps.shape
    painted = np.ascontiguousarray(steps)
    thickness = max(1, round(edit.width * width))
    track = [(_pixel(p, height, width)[1], _pixel(p, height, width)[0]) for p in edit.points]
    if len(track) == 1:
        track = track * 2
    out = painted.copy()
    cv2.polylines(out, [np.array(track, np.int32)], False, int(edit.step or 0), thickness, cv2.LINE_8)
    return out


def apply_edits(
    steps: NDArray[np.uint8], value: NDArray[np.float32], edits: tuple[Edit, ...], count: int
) -> NDArray[np.uint8]:
    """Change shapes by hand, in the order in which it was done.

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
    value : float32 array, shape (H, W)
        Munsell value after squinting, by which shapes are parted and joined.
    edits : tuple of Edit
    count : int
        Number of steps of the thumbnail; an edit with a higher step takes the lightest.

    Raises
    ------
    DomainError
        If a shape is to be parted that has nothing to part it by.
    """
    for edit in edits:
        if edit.kind == "pull":
            steps = _pulled(
                steps, edit if (edit.step or 0) < count else Edit("pull", edit.points, count - 1, edit.width)
            )
            continue
        shapes = find_shapes(steps)
        shape = int(shapes.ids[_pixel(edit.points[0], *steps.shape)])
        if edit.kind == "step":
            steps = np.where(shapes.ids == shape, min(count - 1, edit.step or 0), steps).astype(np.uint8)
        elif edit.kind == "join":
            steps = _joined(steps, shapes, shape, value)
        else:
            steps = _split(steps, shapes.ids == shape, value, count)
    return steps
