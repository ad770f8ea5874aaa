"""Strokes on the main picture, and the planes they divide it into; remembered as long as they are the same."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.marking import (
    Stroke,
    draw_planes,
    fit_proposal,
    line_sides,
    middles,
    spread_marks,
    spread_planes,
)
from kind_distance.core.depth.proposal import propose_planes
from kind_distance.core.depth.segments import Segments, build_segments
from kind_distance.core.remembering import remembered
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import PlaneRecord, State, StrokeRecord


def plane_numbers(state: State) -> dict[int, int]:
    """Rank of each plane by its number."""
    return {plane.number: plane.rank for plane in state.planes}


def strokes_by_rank(state: State) -> tuple[Stroke, ...]:
    """Strokes in the order drawn, each with the rank of its plane; without those that straightening has cut off."""
    return _ranked(state.planes, state.strokes)


@remembered
def _ranked(planes: tuple[PlaneRecord, ...], strokes: tuple[StrokeRecord, ...]) -> tuple[Stroke, ...]:
    rank = {plane.number: plane.rank for plane in planes}
    ranked = (stroke_of(each, rank[each.plane]) for each in strokes)
    return tuple(stroke for stroke in ranked if stroke is not None)


@remembered
def stroke_of(kept: StrokeRecord, rank: int) -> Stroke | None:
    """Check a kept stroke, once; None where straightening has cut it off."""
    if not any(0 <= x <= 1 and 0 <= y <= 1 for x, y in kept.points):
        return None
    return Stroke(kept.kind, rank, kept.points, kept.width)


@remembered
def _spread(file: Path, plate: Plate, count: int, with_sky: bool, strokes: tuple[Stroke, ...]) -> NDArray[np.uint8]:
    """Divide a picture among planes by marks and level lines: (H, W) uint8, before anything is laid over."""
    picture = darkroom.working(file, plate)
    lines = tuple(stroke for stroke in strokes if stroke.kind == "level")
    proposal = _fitted(file, plate, count, with_sky, lines)
    if not any(stroke.kind == "mark" for stroke in strokes):
        # Without a stroke to spread there is no need to find the patches.
        return spread_planes(picture, None, proposal, list(strokes), count)
    middle = _middles(file, plate, count, with_sky, lines)
    return spread_planes(picture, _cut(file, plate, lines), proposal, list(strokes), count, middle)


@remembered
def _middles(
    file: Path, plate: Plate, count: int, with_sky: bool, lines: tuple[Stroke, ...]
) -> tuple[NDArray[np.int64], ...]:
    return middles(_cut(file, plate, lines), _fitted(file, plate, count, with_sky, lines), count)


@remembered
def drawn(
    file: Path, plate: Plate, count: int, with_sky: bool, strokes: tuple[Stroke, ...]
) -> tuple[NDArray[np.uint8], NDArray[np.uint8]]:
    """Divide a picture among planes, with and without thin things: (H, W) uint8 each, 1 (farthest) to count."""
    # A brush stroke spreads nothing: what the marks spread stays as it is.
    spreading = tuple(stroke for stroke in strokes if stroke.kind in ("mark", "level"))
    return draw_planes(darkroom.working(file, plate), _spread(file, plate, count, with_sky, spreading), strokes)


def marked(file: Path, plate: Plate, count: int, with_sky: bool, strokes: tuple[Stroke, ...]) -> NDArray[np.uint8]:
    """Divide a picture among planes: (H, W) uint8, 1 (farthest) to count."""
    return drawn(file, plate, count, with_sky, strokes)[0]


@remembered
def _cut(file: Path, plate: Plate, lines: tuple[Stroke, ...]) -> Segments:
    """Find the patches of a picture, cut at the level lines."""
    ids = darkroom.patches(file, plate)
    picture = darkroom.working(file, plate)
    return build_segments(picture, ids, [line_sides(line, picture.height, picture.width) for line in lines])


@remembered
def _fitted(file: Path, plate: Plate, count: int, with_sky: bool, lines: tuple[Stroke, ...]) -> NDArray[np.uint8]:
    return fit_proposal(_proposal(file, plate, count, with_sky), lines)


@remembered
def _proposal(file: Path, plate: Plate, count: int, with_sky: bool) -> NDArray[np.uint8]:
    return propose_planes(darkroom.working(file, plate), count, with_sky=with_sky)


def prepare(file: Path, state: State) -> None:
    """Find what the first stroke that spreads will want, while nobody waits for it: half a second on a new photo."""
    source = main_source(state)
    if source is None:
        return
    plate, strokes = plate_of(source), strokes_by_rank(state)
    lines = tuple(stroke for stroke in strokes if stroke.kind == "level")
    _cut(file, plate, lines)
    if not state.planes:
        return
    count, with_sky = len(state.planes), state.planes[0].kind == "sky"
    _middles(file, plate, count, with_sky, lines)
    if any(stroke.kind == "thin" for stroke in strokes) and not any(stroke.kind == "mark" for stroke in strokes):
        _thin_ahead(file, plate, count, with_sky, strokes)


@remembered
def _thin_ahead(file: Path, plate: Plate, count: int, with_sky: bool, strokes: tuple[Stroke, ...]) -> None:
    """Find what stands out inside thin outlines once a first mark has divided the planes; the picture remembers it."""
    picture = darkroom.working(file, plate)
    lines = tuple(stroke for stroke in strokes if stroke.kind == "level")
    middle = _middles(file, plate, count, with_sky, lines)
    draw_planes(picture, spread_marks(picture, _cut(file, plate, lines), [], count, middle), strokes)


def labels_of(file: Path, state: State) -> NDArray[np.uint8] | None:
    """Plane of each pixel of the main picture, or None while there is no picture or no plane."""
    source = main_source(state)
    if source is None or not state.planes:
        return None
    sky = state.planes[0].kind == "sky"
    return marked(file, plate_of(source), len(state.planes), sky, strokes_by_rank(state))
