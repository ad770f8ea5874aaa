"""A colour that lives in one corner of the picture, and where it could be echoed."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np

from kind_distance.core.picture.lonely_hue import LonelyHue, corner_said, lonely_among
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import crop_of_plan, focus_of, main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.sources.horizon import Labels

ENOUGH = 0.1  # share of a corner from which on a plane has room there for a touch of colour; by eye, no source


@dataclass(frozen=True)
class Unanswered:
    """A colour in one corner only, with the corner and the plane in which it could be answered (rank; None: any)."""

    hue: LonelyHue
    corner: str
    plane: int | None


def _answer(hue: LonelyHue, labels: Labels, skies: list[int]) -> Unanswered:
    """Find room for an answer: land or water in the corner across, else beside it; nobody puts a red roof in a sky."""
    for down in (1 - hue.down, hue.down):
        part = np.array_split(np.array_split(labels, 2)[down], 2, 1)[1 - hue.across].ravel()
        counts = np.bincount(part)
        counts[[rank for rank in (0, *skies) if rank < len(counts)]] = 0
        if counts.max() >= ENOUGH * part.size:
            return Unanswered(hue, corner_said(down, 1 - hue.across), int(counts.argmax()))
    return Unanswered(hue, hue.opposite, None)


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
    plate = plate_of(source)
    if crop is not None:
        labels = np.ascontiguousarray(crop.of(labels, *plate.size_px))
    skies = [plane.rank for plane in state.planes if plane.kind == "sky"]
    for hue in lonely_among(darkroom.hue_families_of(file, plate, crop), np.isin(labels, skies)):
        if not hue.belongs_to(focus, labels.shape[0] / labels.shape[1]):
            return _answer(hue, labels, skies)
    return None
