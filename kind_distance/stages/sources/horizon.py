"""The horizon of a source, and how its skyline and its water lie."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.horizon import (
    OPEN_SEA,
    Horizon,
    Line,
    SkyLine,
    border_slope,
    choose_horizon,
    level_lines,
    lower_border,
)
from kind_distance.core.remembering import remembered
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.pictures.plates import (
    plate_of,
)
from kind_distance.rows import SourceRecord, State

Labels = NDArray[np.uint8]


@remembered
def _lines(file: Path, plate: Plate) -> tuple[tuple[Line, ...], tuple[int, ...]]:
    """Find the level lines of a picture; strokes only choose among them."""
    value = darkroom.working(file, plate).value
    return tuple(level_lines(value)), value.shape


def sky_border(state: State, source: SourceRecord, labels: Labels | None) -> SkyLine | None:
    """Lower border of the marked sky, where the painter has marked it on this source; over a sea that part alone."""
    if labels is None or source.number != state.brief.main_source or not state.planes:
        return None
    sky = state.planes[0]
    if sky.kind != "sky" or not any(stroke.plane == sky.number for stroke in state.strokes):
        return None
    border = lower_border(labels == sky.rank)
    if border is None:
        return None
    over_sea = _over_water(state, labels, sky.rank)
    if over_sea is not None and len(over_sea) >= OPEN_SEA * labels.shape[1]:
        return SkyLine(over_sea, sea=True)
    return SkyLine(border)


def _over_water(state: State, labels: Labels, sky: int) -> NDArray[np.float32] | None:
    """Lower border of the sky in the columns in which marked water lies right under it; None without any."""
    marked = {stroke.plane for stroke in state.strokes}
    water = [plane.rank for plane in state.planes if plane.kind == "water" and plane.number in marked]
    if not water:
        return None
    inside = labels == sky
    ends = labels.shape[0] - 1 - inside[::-1].argmax(axis=0)
    below = labels[np.minimum(ends + 2, labels.shape[0] - 1), np.arange(labels.shape[1])]
    meets = inside.any(axis=0) & np.isin(below, water)
    return np.asarray((ends[meets] + 1) / labels.shape[0], dtype=np.float32) if meets.any() else None


def horizon_of(file: Path, state: State, source: SourceRecord, border: SkyLine | None) -> Horizon:
    """Find the horizon of a source, by the border of its marked sky if there is one; one set by hand is sure."""
    found = choose_horizon(*_lines(file, plate_of(source)), border)
    if source.horizon is None:
        return found
    near = [line for line in found.candidates if abs(line.height - source.horizon) < 0.02]
    tilt, strength, length = (near[0].tilt_deg, near[0].strength, near[0].length) if near else (0.0, 0.0, 0.0)
    return Horizon(Line(source.horizon, tilt, strength, length), found.candidates, 1.0)


def slopes_of(
    state: State, source: SourceRecord, labels: Labels | None, sky: SkyLine | None
) -> tuple[float | None, float | None]:
    """Slope of the marked skyline, whose border was found before, and of open water under the sky. [degrees].

    The far shore of a lake runs as it likes: only where water meets the sky does its edge have to be level.
    """
    if labels is None or source.number != state.brief.main_source:
        return None, None
    aspect = labels.shape[1] / labels.shape[0]
    if sky is None:
        return None, None
    slope = round(border_slope(sky.border, aspect), 2)
    line = choose_horizon([], labels.shape, sky).line if sky.sea else None
    return (None, line.tilt_deg) if line is not None else (slope, None)
