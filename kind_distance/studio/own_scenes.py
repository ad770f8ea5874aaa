"""A painter's own picture as a scene to practise on, with the planes that are marked on it."""

from __future__ import annotations

from math import nan
from pathlib import Path

import cv2
import numpy as np

from kind_distance.core.practice.scenes import Scene, Told, scene_of_picture
from kind_distance.errors import DomainError
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.strokes import labels_of

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
