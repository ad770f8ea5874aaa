"""A painter's own picture as a scene to practise on, with the planes that are marked on it."""

from __future__ import annotations

from math import nan
from pathlib import Path
from typing import Any

import cv2
import numpy as np

from kind_distance.core.picture.crops import FORMATS, Crop
from kind_distance.core.picture.thumbnail import USUAL_SOFTNESS
from kind_distance.core.practice.canvas import HIGH, WIDE
from kind_distance.core.practice.scenes import Scene, Told, middle_of, scene_of_picture
from kind_distance.errors import DomainError
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.practice.drills.drill import Drill
from kind_distance.stages.practice.drills.masses import checked_cuts, checked_frames

LEAST_PLANES = 3


@step
def own_scene(file: Path, state: State) -> Scene:
    """Make a scene of a painting's main picture.

    Raises
    ------
    DomainError
        If no picture or too few planes are there.
    """
    source, labels = main_source(state), labels_of(file, state)
    if source is None or labels is None or len(state.planes) < LEAST_PLANES:
        raise DomainError("This painting has too few planes on a picture.", "Mark three planes or more on Planes.")
    codes = darkroom.view_codes(file, plate_of(source))
    high, wide = codes.shape[:2]
    on_view = np.asarray(cv2.resize(labels, (wide, high), interpolation=cv2.INTER_NEAREST), np.uint8)
    told: Told = [
        (plane.name, "sky" if plane.kind == "sky" else "land", nan if plane.distance_m is None else plane.distance_m)
        for plane in state.planes
    ]
    return scene_of_picture(codes, on_view, told)


def thumbnail_change(state: State, drill: Drill, given: Any) -> tuple[str, dict[str, Any]]:  # noqa: ANN401  checked here
    """Turn an answer on an own picture into a change that keeps it among the thumbnails.

    Raises
    ------
    DomainError
        If it is no answer, or the drill leaves none.
    """
    source = main_source(state)
    if source is None or drill.answer not in ("cuts", "frames"):
        raise DomainError("This drill leaves no thumbnail.", "Take one in few shapes, or six formats.")
    wide, high = plate_of(source).size_px
    part = middle_of(high, wide)

    def on_source(crop: Crop) -> list[int]:
        scale = part.width / WIDE
        x, y = part.x + round(crop.x * scale), part.y + round(crop.y * scale)
        width, height = round(crop.width * scale), round(crop.height * scale)
        return [x, y, min(width, wide - x), min(height, high - y)]

    if drill.answer == "cuts":
        cuts, smallest = checked_cuts(drill, given)
        return "keep_thumbnail", {
            "source": source.number, "steps": len(cuts) + 1, "smallest_share": smallest, "softness": USUAL_SOFTNESS,
            "cuts": list(cuts), "crop": on_source(Crop(0, 0, WIDE, HIGH)),
        }  # fmt: skip
    frames = checked_frames(drill, given)
    return "keep_formats", {
        "source": source.number, "names": [FORMATS[frame.key].name for frame in frames],
        "crops": [on_source(frame.crop()) for frame in frames],
    }  # fmt: skip
