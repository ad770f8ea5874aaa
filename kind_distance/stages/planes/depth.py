"""Planes as measured on the picture and planned: readings, values, edges, detail, reserved lights, judgements."""

from __future__ import annotations

from dataclasses import dataclass, replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.edges import BorderAdvice, advise_edges, share_detail, shares_at_focus
from kind_distance.core.depth.elements import Element
from kind_distance.core.depth.marking import Stroke
from kind_distance.core.depth.plan import (
    DepthInput,
    DepthPlan,
    DepthSettings,
    PairChoice,
    PlaneSpec,
    plan_depth,
)
from kind_distance.core.depth.readings import Border, PlaneReading, read_borders, read_planes
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve
from kind_distance.core.in_parallel import in_parallel
from kind_distance.core.judgement import Judgement
from kind_distance.core.paint.handling import Handling
from kind_distance.core.picture.crops import Crop
from kind_distance.core.picture.working import Fit, WorkingPicture, fit_on_support
from kind_distance.core.remembering import remembered
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.pictures.plates import crop_of_plan, focus_of, main_source, plate_of
from kind_distance.rows import PlaneRecord, State
from kind_distance.rows.planes import ElementRecord
from kind_distance.stages.planes.plane_words import judge_depth, judge_elements, judge_handling
from kind_distance.stages.planes.reserved_lights import judge_kept, kept_lights
from kind_distance.stages.planes.strokes import drawn, labels_of, plane_numbers, strokes_by_rank

CHROMA_AIMS = {"": 1.0, "push": 1.25, "mute": 0.67}
FRONT_LEANS = {"dark_frame": -0.8, "light_path": 0.6}  # of the nearest land [V]; common practice, no source


def handling_of(record: PlaneRecord | ElementRecord) -> Handling:
    """Say how a plane or a thing is handled."""
    return Handling(record.body, record.marks, record.brush)


@dataclass(frozen=True)
class DepthSurvey:
    """Planes as measured and planned; lists are in order of planes, farthest first.

    Parameters
    ----------
    given : DepthInput
    plan : DepthPlan
    fit : Fit or None
        How the part of the main picture that is painted lies on the support; None without a picture.
    judgements : list of Judgement
    area_cm2 : float
        Area that is painted: that part of the picture, or the support without one. [cm2]
    """

    given: DepthInput
    plan: DepthPlan
    fit: Fit | None
    judgements: list[Judgement]
    edges: list[BorderAdvice]
    detail: list[float]
    kept: list[tuple[Reserve, KeptLight]]
    in_focus: tuple[float, ...]
    area_cm2: float

    @property
    def settled(self) -> bool:
        """Whether the painter has marked a plane, or told all of them: nothing is judged on what was only guessed."""
        return self.fit is None or any(spec.marked for spec in self.given.specs)


def _painted(file: Path, plate: Plate, crop: Crop | None) -> WorkingPicture:
    """Return the part of a picture that is painted, at the working size of the whole."""
    return darkroom.working(file, plate) if crop is None else _part_painted(file, plate, crop)


@remembered
def _part_painted(file: Path, plate: Plate, crop: Crop) -> WorkingPicture:
    return WorkingPicture.of(np.ascontiguousarray(crop.of(darkroom.working(file, plate).codes, *plate.size_px)))


def _part(labels: NDArray[np.uint8], plate: Plate, crop: Crop | None) -> NDArray[np.uint8]:
    return labels if crop is None else np.ascontiguousarray(crop.of(labels, *plate.size_px))


@remembered
def _read(
    file: Path, plate: Plate, crop: Crop | None, count: int, with_sky: bool, strokes: tuple[Stroke, ...]
) -> tuple[tuple[PlaneReading | None, ...], tuple[Border, ...]]:
    """Measure readings and borders, with lengths in pixels; the support's size comes in later."""
    picture = _painted(file, plate, crop)
    # Nobody cuts round a twig: borders are those of the masses.
    labels, masses = (_part(each, plate, crop) for each in drawn(file, plate, count, with_sky, strokes))
    readings, borders = in_parallel(
        lambda: read_planes(picture, labels, count), lambda: read_borders(picture, masses, count, 1.0)
    )
    whole = (each if each is None or crop is None else _on_whole(each, crop, plate) for each in readings)
    return tuple(whole), tuple(borders)


def _on_whole(reading: PlaneReading, crop: Crop, plate: Plate) -> PlaneReading:
    """Say in shares of the whole picture where the middle of a plane lies that was measured in a crop."""
    (x, y), (width, height) = reading.centre, plate.size_px
    return replace(reading, centre=((crop.x + x * crop.width) / width, (crop.y + y * crop.height) / height))


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


def _lean(state: State, plane: PlaneRecord) -> float:
    front = max((each.rank for each in state.planes if each.kind == "land"), default=0)
    return FRONT_LEANS.get(state.brief.foreground, 0.0) if plane.rank == front else 0.0


def _spec(plane: PlaneRecord, state: State) -> PlaneSpec:
    touched = any(
        # The farthest plane ends where the next one's line begins: that settles it too.
        stroke.plane == plane.number or (plane.rank == 1 and stroke.kind == "level")
        for stroke in state.strokes
    )
    return PlaneSpec(
        plane.name,
        plane.kind,
        plane.distance_m,
        plane.locked_value,
        touched,
        plane.nature,
        CHROMA_AIMS[plane.chroma_aim],
        _lean(state, plane),
    )


def depth_settings(state: State) -> DepthSettings:
    """Choices for the whole ladder, checked."""
    brief = state.brief
    return DepthSettings(brief.veil, brief.visibility_km, brief.pull, brief.key, brief.gap, brief.airlight)


def keyed_by_number(state: State, judgement: Judgement) -> Judgement:
    """Turn ranks in a judgement's name into numbers, which stay when planes change places."""
    if judgement.key != ":".join([judgement.kind, *map(str, judgement.planes)]):
        return judgement  # it is named by a thing or a light
    number = {plane.rank: plane.number for plane in state.planes}
    return replace(judgement, key=":".join([judgement.kind, *(f"p{number[rank]}" for rank in judgement.planes)]))


def _read_from(file: Path, state: State) -> tuple[list[PlaneReading | None], list[Border]]:
    """Measure the planes of a painting; nothing is measured without a photo."""
    source, count = main_source(state), len(state.planes)
    if source is None or not count:
        return [None] * count, []
    sky = state.planes[0].kind == "sky"
    readings, borders = _read(file, plate_of(source), crop_of_plan(state), count, sky, strokes_by_rank(state))
    return list(readings), list(borders)


def told_borders(state: State) -> list[Border]:
    """Return the borders that a document tells, where no photo shows them."""
    if state.brief.main_source is not None:
        return []
    rank = plane_numbers(state)
    found = []
    for border in state.borders:
        far, near = sorted((rank[border.far], rank[border.near]))
        found.append(Border(far, near, border.cm, 0.0, 0.0, 1.0 + border.ragged))
    return found


@step
def survey_depth(file: Path, state: State) -> DepthSurvey:
    """Read and plan the planes of a painting."""
    brief, source, count = state.brief, main_source(state), len(state.planes)
    readings, in_pixels = _read_from(file, state)
    borders = told_borders(state)
    fit, area = None, brief.width_cm * brief.height_cm
    if source is not None:
        picture = _painted(file, plate_of(source), crop_of_plan(state))
        fit = fit_on_support(picture.width, picture.height, brief.width_cm, brief.height_cm)
        area = picture.width * picture.height * fit.cm_per_px**2
        # What is seen through, or thin before others, has no edge to keep apart and none to cut round.
        solid = {plane.rank for plane in state.planes if plane.nature == "solid"}
        borders = [
            replace(b, length_cm=b.length_cm * fit.cm_per_px, merged_cm=b.merged_cm * fit.cm_per_px)
            for b in in_pixels
            if b.far in solid and b.near in solid
        ]
    specs = [_spec(plane, state) for plane in state.planes]
    given = DepthInput(specs, readings, borders, depth_settings(state), _pairs(state))
    plan = plan_depth(given)
    judgements = judge_depth(given, plan, brief.unit, brief.width_cm) if fit else []
    at_focus, in_focus = _focal_shares(file, state, borders, count)
    if source is None and brief.focus_plane is not None:
        in_focus = [float(plane.number == brief.focus_plane) for plane in state.planes]
    names = [plane.name for plane in state.planes]
    judgements += judge_elements(elements_of(file, state), names)
    left = [planned.contrast_left for planned in plan.planes]
    judgements += judge_handling(names, [handling_of(plane) for plane in state.planes], left, in_focus)
    kept = kept_lights(file, state, given, plan, _painted_labels(file, state))
    judgements += judge_kept(state, given, plan, kept, 0.0 if fit is None else area)
    return DepthSurvey(
        given,
        plan,
        fit,
        [keyed_by_number(state, each) for each in judgements],
        advise_edges(given, plan, at_focus),
        share_detail(given, plan, in_focus),
        kept,
        tuple(in_focus),
        area,
    )


def _painted_labels(file: Path, state: State) -> NDArray[np.uint8] | None:
    """Plane of each pixel of what is painted; None while there is no picture or no plane."""
    labels, source = labels_of(file, state), main_source(state)
    return labels if labels is None or source is None else _part(labels, plate_of(source), crop_of_plan(state))


def elements_of(file: Path, state: State) -> list[Element]:
    """Return the things in the picture with the plane each is in and the one its place is marked as."""
    if not state.elements:
        return []
    rank, labels = plane_numbers(state), labels_of(file, state)

    def marked_as(x: float | None, y: float | None) -> int | None:
        if labels is None or x is None or y is None:
            return None
        height, width = labels.shape
        return int(labels[min(height - 1, int(y * height)), min(width - 1, int(x * width))])

    return [
        Element(e.number, e.name, None if e.plane is None else rank[e.plane], marked_as(e.x, e.y))
        for e in state.elements
    ]


def _focal_shares(file: Path, state: State, borders: list[Border], count: int) -> tuple[list[float], list[float]]:
    """Share of each border at the focus, and share of the focal area in each plane."""
    source = main_source(state)
    focus = None if source is None else focus_of(state, source.number, crop_of_plan(state))
    labels = _painted_labels(file, state) if focus is not None and borders else None
    if labels is None or focus is None:
        return [0.0] * len(borders), [0.0] * count
    small = np.ascontiguousarray(labels[::2, ::2])
    held = np.bincount(small[focus.area(*small.shape)], minlength=count + 1)[1 : count + 1]
    at_focus = shares_at_focus(small, focus)
    return (
        [at_focus.get((border.far, border.near), 0.0) for border in borders],
        [float(v) / max(1, int(held.sum())) for v in held],
    )
