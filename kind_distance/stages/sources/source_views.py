"""Ways of looking at a source: in grey, squinted at, its whites covered, one plane alone, what the camera has lost."""

from __future__ import annotations

from pathlib import Path
from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.picture.turning import straighten
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.stages.sources.references import clipping_of

Way = Literal["grey", "squint", "covered", "plane"]
COVERED_FROM = 8.0  # whites from here on are covered when colours are judged [V]; common practice, no source
MAT = 119  # a mid grey mat: L* 50, sRGB code 119
SQUINT = 0.03


def _as_rgb(grey: NDArray[np.uint8]) -> NDArray[np.uint8]:
    return np.repeat(grey[..., None], 3, axis=2)


def looked_at(file: Path, plate: Plate, way: Way, labels: NDArray[np.uint8] | None, plane: int) -> NDArray[np.uint8]:
    """Show a developed picture another way: (H, W, 3) uint8 at working size.

    Parameters
    ----------
    file : Path
    plate : Plate
    way : "grey", "squint", "covered" or "plane"
    labels : uint8 array, shape (H, W), or None
        Plane of each pixel; for one plane alone.
    plane : int
        Its rank.
    """
    picture = darkroom.working(file, plate)
    if way == "grey":
        return _as_rgb(grey_code(picture.value).astype(np.uint8))
    if way == "squint":
        kernel = max(3, round(SQUINT * max(picture.value.shape)) | 1)
        soft = cv2.medianBlur(np.asarray(picture.value * 25.5, np.uint8), kernel) / np.float32(25.5)
        return _as_rgb(grey_code(np.asarray(cv2.GaussianBlur(soft, (0, 0), kernel / 6), np.float32)).astype(np.uint8))
    if way == "covered":
        return np.where((picture.value >= COVERED_FROM)[..., None], np.uint8(MAT), picture.codes).astype(np.uint8)
    if labels is None:
        return picture.codes
    return np.where((labels == plane)[..., None], picture.codes, np.uint8(MAT)).astype(np.uint8)


def lost_marks(file: Path, plate: Plate) -> NDArray[np.uint8]:
    """Draw hatching where darks (white) and lights (black) are lost: (H, W, 4) uint8, clear elsewhere."""
    found = clipping_of(file, plate.picture_hash)
    height, width = found.darks.shape
    rows, columns = np.mgrid[0:height, 0:width]
    rising, falling = (rows + columns) % 12 < 4, (rows - columns) % 12 < 4
    marks = np.zeros((height, width, 4), np.uint8)
    marks[found.darks & rising] = (255, 255, 255, 255)
    marks[found.lights & falling] = (0, 0, 0, 255)
    return straighten(marks, plate.tilt_deg)
