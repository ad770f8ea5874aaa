"""A colour that lives in one corner of the picture, and where it could be echoed."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np

from kind_distance.core.picture.lonely_hue import LonelyHue, find_lonely_hues
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import crop_of_plan, focus_of, main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.strokes import labels_of


@dataclass(frozen=True)
class Unanswered:
    """A colour in one corner only, with the rank of the plane that has most of the corner across."""

    hue: LonelyHue
    echo_plane: int


@step
def unanswered_hue(file: Path, state: State) -> Unanswered | None:
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
    sky = np.isin(labels, [plane.rank for plane in state.planes if plane.kind == "sky"])
    for hue in find_lonely_hues(lab, sky):
        if not hue.belongs_to(focus, lab.shape[0] / lab.shape[1]):
            across = np.array_split(np.array_split(labels, 2)[1 - hue.down], 2, 1)[1 - hue.across]
            return Unanswered(hue, int(np.bincount(across.ravel()).argmax()))
    return None
