"""Everything that follows from a painting's state: readings, plan, passes, schedule, judgements.

Nothing here is kept; it is worked out afresh, and remembered only as long as what it follows from is the same.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from pathlib import Path
from typing import cast

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.audit import audit_depth
from kind_distance.core.depth.marking import Stroke, StrokeKind, line_sides, mark_planes
from kind_distance.core.depth.plan import (
    DepthInput,
    DepthPlan,
    DepthSettings,
    PairChoice,
    PlaneKind,
    PlaneSpec,
    plan_depth,
)
from kind_distance.core.depth.proposal import propose_planes
from kind_distance.core.depth.readings import Border, PlaneReading, read_borders, read_planes
from kind_distance.core.depth.segments import Segments, build_segments
from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.picture.audit import audit_thumbnail
from kind_distance.core.picture.cuts import MOST
from kind_distance.core.picture.focus import LEAST_STEP, USUAL_REACH, Focus
from kind_distance.core.picture.thumbnail import SOFTNESS_RANGE, Thumbnail, ThumbnailSettings
from kind_distance.core.picture.working import Fit, fit_on_support
from kind_distance.core.wording import Unit
from kind_distance.errors import NotFoundError
from kind_distance.store.records import PlaneRecord, SourceRecord, State, StrokeRecord, ThumbnailRecord
from kind_distance.studio import darkroom
from kind_distance.studio.workplan import PassSurvey, survey_passes


@dataclass(frozen=True)
class DepthSurvey:
    """Planes as measured and planned; lists are in order of planes, farthest first.

    Parameters
    ----------
    given : DepthInput
    plan : DepthPlan
    fit : Fit or None
        How the main picture lies on the support; None without a picture.
    judgements : list of Judgement
    """

    given: DepthInput
    plan: DepthPlan
    fit: Fit | None
    judgements: list[Judgement]


@dataclass(frozen=True)
class Survey:
    """All that follows from a state, stage by stage."""

    thumbnails: dict[int, Thumbnail]
    depth: DepthSurvey
    work: PassSurvey
    judgements: list[Judgement]


def source_of(state: State, number: int) -> SourceRecord:
    """Return a source of this painting; raise NotFoundError if there is none."""
    for source in state.sources:
        if source.number == number:
            return source
    raise NotFoundError("source", number)


def main_source(state: State) -> SourceRecord | None:
    """Return the photo on which planes are marked, if there is one."""
    return None if state.brief.main_source is None else source_of(state, state.brief.main_source)


def plane_numbers(state: State) -> dict[int, int]:
    """Rank of each plane by its number."""
    return {plane.number: plane.rank for plane in state.planes}


def focus_of(state: State, source: int) -> Focus | None:
    """Return the marked focus for a photo; it lies on the main one."""
    brief = state.brief
    if brief.focus_x is None or brief.focus_y is None or source != brief.main_source:
        return None
    return Focus(brief.focus_x, brief.focus_y, USUAL_REACH if brief.focus_reach is None else brief.focus_reach)


def settings_of(state: State, record: ThumbnailRecord) -> ThumbnailSettings:
    """Return the settings of a kept thumbnail, as the computation wants them."""
    focus = focus_of(state, record.source)
    return ThumbnailSettings(record.steps, record.smallest_share, record.softness, record.cuts, record.even, focus)


def strokes_by_rank(state: State) -> tuple[Stroke, ...]:
    """Strokes in the order drawn, each with the rank of its plane."""
    rank = plane_numbers(state)
    return tuple(Stroke(cast("StrokeKind", s.kind), rank[s.plane], s.points, s.width) for s in state.strokes)


@lru_cache(maxsize=16)
def marked(file: Path, picture_hash: str, count: int, with_sky: bool, strokes: tuple[Stroke, ...]) -> NDArray[np.uint8]:
    """Divide a picture among planes: (H, W) uint8, 1 (farthest) to count."""
    picture = darkroom.working(file, picture_hash)
    proposal = _proposal(file, picture_hash, count, with_sky)
    if not any(stroke.kind == "mark" for stroke in strokes):
        # Without a stroke to spread there is no need to find the patches.
        return mark_planes(picture, None, proposal, list(strokes), count)
    lines = tuple(stroke for stroke in strokes if stroke.kind == "level")
    return mark_planes(picture, _cut(file, picture_hash, lines), proposal, list(strokes), count)


@lru_cache(maxsize=8)
def _cut(file: Path, picture_hash: str, lines: tuple[Stroke, ...]) -> Segments:
    """Find the patches of a picture, cut at the level lines."""
    ids = darkroom.patches(file, picture_hash)
    picture = darkroom.working(file, picture_hash)
    return build_segments(picture, ids, [line_sides(line, picture.height, picture.width) for line in lines])


@lru_cache(maxsize=16)
def _proposal(file: Path, picture_hash: str, count: int, with_sky: bool) -> NDArray[np.uint8]:
    return propose_planes(darkroom.working(file, picture_hash), count, with_sky=with_sky)


def labels_of(file: Path, state: State) -> NDArray[np.uint8] | None:
    """Plane of each pixel of the main picture, or None while there is no picture or no plane."""
    source = main_source(state)
    if source is None or not state.planes:
        return None
    sky = state.planes[0].kind == "sky"
    return marked(file, source.picture_hash, len(state.planes), sky, strokes_by_rank(state))


@lru_cache(maxsize=16)
def _read(
    file: Path, picture_hash: str, count: int, with_sky: bool, strokes: tuple[Stroke, ...]
) -> tuple[list[PlaneReading | None], list[Border]]:
    """Measure readings and borders, with lengths in pixels; the support's size comes in later."""
    picture = darkroom.working(file, picture_hash)
    labels = marked(file, picture_hash, count, with_sky, strokes)
    return read_planes(picture, labels, count), read_borders(picture, labels, count, 1.0)


def _pairs(state: State) -> list[PairChoice]:
    """Give what the painter wants of pairs by rank; a pair that changed places keeps its sense."""
    rank = plane_numbers(state)
    choices = []
    for pair in state.pairs:
        far, near, direction = rank[pair.far], rank[pair.near], pair.direction
        if far > near:
            far, near = near, far
            direction = None if direction is None else -direction
        choices.append(PairChoice(far, near, pair.gap, direction))
    return choices


def _spec(plane: PlaneRecord, strokes: tuple[StrokeRecord, ...]) -> PlaneSpec:
    touched = any(stroke.plane == plane.number for stroke in strokes)
    return PlaneSpec(plane.name, cast("PlaneKind", plane.kind), plane.distance_m, plane.locked_value, touched)


def depth_settings(state: State) -> DepthSettings:
    """Choices for the whole ladder, checked."""
    brief = state.brief
    return DepthSettings(brief.veil, brief.visibility_km, brief.pull, brief.key, brief.gap)


def _keyed_by_number(state: State, judgement: Judgement) -> Judgement:
    """Name a judgement by the numbers of its planes, which stay when planes change places."""
    number = {plane.rank: plane.number for plane in state.planes}
    if not judgement.planes or judgement.stage != "planes":
        return judgement
    return replace(judgement, key=":".join([judgement.kind, *(f"p{number[rank]}" for rank in judgement.planes)]))


def survey_depth(file: Path, state: State) -> DepthSurvey:
    """Read and plan the planes of a painting."""
    brief, source, count = state.brief, main_source(state), len(state.planes)
    readings: list[PlaneReading | None] = [None] * count
    borders: list[Border] = []
    fit = None
    if source is not None:
        picture = darkroom.working(file, source.picture_hash)
        fit = fit_on_support(picture.width, picture.height, brief.width_cm, brief.height_cm)
        if count:
            sky = state.planes[0].kind == "sky"
            readings, in_pixels = _read(file, source.picture_hash, count, sky, strokes_by_rank(state))
            borders = [
                replace(b, length_cm=b.length_cm * fit.cm_per_px, merged_cm=b.merged_cm * fit.cm_per_px)
                for b in in_pixels
            ]
    specs = [_spec(plane, state.strokes) for plane in state.planes]
    given = DepthInput(specs, readings, borders, depth_settings(state), _pairs(state))
    plan = plan_depth(given)
    judgements = audit_depth(given, plan, cast("Unit", brief.unit), brief.width_cm) if fit else []
    return DepthSurvey(given, plan, fit, [_keyed_by_number(state, each) for each in judgements])


def _thumbnails(file: Path, state: State) -> dict[int, Thumbnail]:
    return {
        each.number: darkroom.thumbnail(file, source_of(state, each.source).picture_hash, settings_of(state, each))
        for each in state.thumbnails
    }


def picture_area_cm2(state: State, source: SourceRecord) -> float:
    """Area that a photo takes on the support when all of it is shown. [cm2]."""
    brief = state.brief
    fit = fit_on_support(source.width_px, source.height_px, brief.width_cm, brief.height_cm)
    return source.width_px * source.height_px * fit.cm_per_px**2


def _focus_remedies(file: Path, state: State, record: ThumbnailRecord) -> tuple[Remedy, ...]:
    """Try what brings a lost focus back; offer what does, the gentlest first."""
    picture_hash, settings = source_of(state, record.source).picture_hash, settings_of(state, record)
    if settings.focus is None:
        return ()
    trials: list[tuple[str, dict[str, object]]] = [
        (f"{record.steps + 1} steps", {"steps": min(MOST, record.steps + 1)}),
        ("Smaller shapes", {"smallest_share": round(record.smallest_share / 3, 5)}),
        ("Squint less", {"softness": max(SOFTNESS_RANGE[0], round(record.softness / 2, 4))}),
        (f"{record.steps + 2} steps", {"steps": min(MOST, record.steps + 2)}),
    ]
    found = []
    for label, change in trials:
        # Other steps need other cuts: those are found.
        tried = replace(settings, **{"cuts": None, **change} if "steps" in change else change)  # type: ignore[arg-type]
        step = darkroom.thumbnail(file, picture_hash, tried).reading.focus_step
        if step is not None and step >= LEAST_STEP:
            found.append(Remedy(label, "set_thumbnail", {"thumbnail": record.number, **change}))
    return tuple(found[:2])


def _judge_chosen(file: Path, state: State, thumbnails: dict[int, Thumbnail]) -> list[Judgement]:
    chosen = next((t for t in state.thumbnails if t.number == state.brief.chosen_thumbnail), None)
    if chosen is None:
        return []
    area = picture_area_cm2(state, source_of(state, chosen.source))
    reading = thumbnails[chosen.number].reading
    lost = reading.focus_step is not None and reading.focus_step < LEAST_STEP
    remedies = _focus_remedies(file, state, chosen) if lost else ()
    unit = cast("Unit", state.brief.unit)
    return audit_thumbnail(chosen.number, settings_of(state, chosen), reading, area, unit, remedies)


def survey(file: Path, state: State, now_min: int) -> Survey:
    """Work out everything that follows from a state.

    Parameters
    ----------
    file : Path
        The file of paintings, where the pictures are.
    state : State
    now_min : int
        The present. [clock min]
    """
    thumbnails = _thumbnails(file, state)
    depth = survey_depth(file, state)
    area = 0.0 if depth.fit is None else _area(file, state, depth.fit)
    work = survey_passes(state, depth.given, depth.plan, area, now_min)
    silenced = {each.key for each in state.meant_so}
    found = [*_judge_chosen(file, state, thumbnails), *depth.judgements, *work.judgements]
    loud = most_costly_first([each for each in found if each.key not in silenced])
    return Survey(thumbnails, depth, work, loud + [each for each in found if each.key in silenced])


def _area(file: Path, state: State, fit: Fit) -> float:
    source = main_source(state)
    if source is None:
        return 0.0
    picture = darkroom.working(file, source.picture_hash)
    return picture.width * picture.height * fit.cm_per_px**2
