"""Everything that follows from a painting's state: readings, plan, passes, schedule, judgements.

Nothing here is kept; it is worked out afresh, and remembered only as long as what it follows from is the same.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.audit import audit_depth
from kind_distance.core.depth.edges import BorderAdvice, advise_edges, share_detail, shares_at_focus
from kind_distance.core.depth.elements import Element, audit_elements
from kind_distance.core.depth.kept import KeptLight, Reserve
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
from kind_distance.core.judgement import Judgement, most_costly_first
from kind_distance.core.judging.model import Scene
from kind_distance.core.paint.handling import audit_handling
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.paint.underlay import OPAQUE_LAYER, UNDERLAY, audit_underlay
from kind_distance.core.passes.model import KeptFacts
from kind_distance.core.passes.wanted import Wanted, audit_wanted, everything_wanted
from kind_distance.core.picture.crops import Crop
from kind_distance.core.picture.departures import KINDS
from kind_distance.core.picture.thumbnail import Thumbnail
from kind_distance.core.picture.working import Fit, WorkingPicture, fit_on_support
from kind_distance.core.remembering import remembered
from kind_distance.core.schedule.hands import Other, audit_hands
from kind_distance.core.schedule.work import Work, put_to_work
from kind_distance.core.together import together
from kind_distance.follow import step
from kind_distance.rows import PlaneRecord, State
from kind_distance.store.records import OtherPaintings
from kind_distance.studio import darkroom
from kind_distance.studio.arrows import judge_arrows
from kind_distance.studio.brushes import smallest_mm
from kind_distance.studio.calendar import others_of
from kind_distance.studio.choices import judge_choices
from kind_distance.studio.darkroom import Plate
from kind_distance.studio.judging import judge_painting, scene_of
from kind_distance.studio.keeping import judge_kept, kept_lights
from kind_distance.studio.looking import look_at
from kind_distance.studio.outside import judge_outdoors
from kind_distance.studio.plates import crop_of_plan, focus_of, framing_of, main_source, plate_of, settings_of
from kind_distance.studio.proportions import judge_proportions
from kind_distance.studio.references import judge_sources
from kind_distance.studio.strokes import drawn, labels_of, plane_numbers, strokes_by_rank
from kind_distance.studio.workplan import (
    Measured,
    easel_of,
    handling_of,
    passes_of,
    plane_facts,
    present_for,
    sessions_of,
)

NO_OTHERS = OtherPaintings()


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


@dataclass(frozen=True)
class Worked:
    """Passes put to work, with the scene and the reserved lights that they are judged by."""

    scene: Scene
    work: Work
    kept: tuple[KeptFacts, ...]


@dataclass(frozen=True)
class Survey:
    """All that follows from a state, stage by stage."""

    thumbnails: dict[int, Thumbnail]
    depth: DepthSurvey
    work: Work
    judgements: list[Judgement]
    wanted: list[Wanted]
    kept: tuple[KeptFacts, ...]
    scene: Scene


@remembered
def _painted(file: Path, plate: Plate, crop: Crop | None) -> WorkingPicture:
    """Return the part of a picture that is painted, at the working size of the whole."""
    picture = darkroom.working(file, plate)
    if crop is None:
        return picture
    return WorkingPicture.of(np.ascontiguousarray(crop.of(picture.codes, *plate.size_px)))


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
    readings, borders = together(
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


CHROMA_AIMS = {"": 1.0, "push": 1.25, "mute": 0.67}
FRONT_LEANS = {"dark_frame": -0.8, "light_path": 0.6}  # of the nearest land [V]; common practice, no source


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


def _keyed_by_number(state: State, judgement: Judgement) -> Judgement:
    """Name a judgement by the numbers of its planes, which stay when planes change places."""
    number = {plane.rank: plane.number for plane in state.planes}
    if not judgement.planes or judgement.stage != "planes":
        return judgement
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
    judgements = audit_depth(given, plan, brief.unit, brief.width_cm) if fit else []
    at_focus, in_focus = _focal_shares(file, state, borders, count)
    if source is None and brief.focus_plane is not None:
        in_focus = [float(plane.number == brief.focus_plane) for plane in state.planes]
    names = [plane.name for plane in state.planes]
    judgements += audit_elements(elements_of(file, state), names)
    left = [planned.contrast_left for planned in plan.planes]
    judgements += audit_handling(names, [handling_of(plane) for plane in state.planes], left, in_focus)
    kept = kept_lights(file, state, given, plan, _painted_labels(file, state))
    judgements += judge_kept(state, given, plan, kept, 0.0 if fit is None else area)
    return DepthSurvey(
        given,
        plan,
        fit,
        [_keyed_by_number(state, each) for each in judgements],
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


@step
def _judge_ground(state: State, depth: DepthSurvey, work: Work) -> list[Judgement]:
    """Judge what of the ground would show through; a plane that has its underlay, or one more coat, is well."""
    if depth.fit is None:
        return []
    covered = {each.plane for each in work.passes if each.title in (UNDERLAY, OPAQUE_LAYER)}
    planes = [
        (rank, spec.name, planned.value, planned.colour)
        for rank, (spec, planned) in enumerate(zip(depth.given.specs, depth.plan.planes, strict=True), start=1)
        if rank not in covered
    ]
    rank_of = plane_numbers(state)
    begun = frozenset(rank_of[plane] for p in state.passes if p.done_end is not None for plane in p.planes)
    found = audit_underlay(medium_of(state.brief.medium), ground_of(state.brief.ground), planes, begun)
    return [_keyed_by_number(state, each) for each in found]


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


@step
def _thumbnails(file: Path, state: State) -> dict[int, Thumbnail]:
    return {
        each.number: darkroom.thumbnail(file, framing_of(state, each), settings_of(state, each))
        for each in state.thumbnails
    }


@step
def _judge_chosen(file: Path, state: State) -> list[Judgement]:
    chosen = next((t for t in state.thumbnails if t.number == state.brief.chosen_thumbnail), None)
    if chosen is None:
        return []
    seen = look_at(file, state, chosen, labels_of(file, state))
    return list(seen.judgements)


def _measured(file: Path, state: State, depth: DepthSurvey) -> Measured:
    return Measured(depth.in_focus, smallest_mm(file, state), _kept_facts(depth, depth.area_cm2))


@step
def survey_work(file: Path, state: State, depth: DepthSurvey, present: int) -> Worked:
    """Work out passes, order, cost, sessions and reasons, and the scene that they are judged by.

    Parameters
    ----------
    present : int
        The present, rounded to where a plan changes by it. [clock min]
    """
    given, plan, seen = depth.given, depth.plan, _measured(file, state, depth)
    planes = plane_facts(state.planes, given, plan, depth.area_cm2, seen)
    scene = scene_of(state, plan, given.borders, seen.kept, planes, sessions_of(state))
    passes = passes_of(state, scene, planes, seen.kept)
    work = put_to_work(passes, easel_of(state, scene, given, planes, present))
    return Worked(scene, work, seen.kept)


_judged_sources = step(judge_sources)
_judged_arrows = step(judge_arrows)
_judged_proportions = step(judge_proportions)
_judged_outdoors = step(judge_outdoors)
_judged_choices = step(judge_choices)
_judged_painting = step(judge_painting)


@step
def _judged_hands(work: Work, others: tuple[Other, ...]) -> list[Judgement]:
    return audit_hands(work.problem, others)


@step
def _judged_wanted(wanted: list[Wanted], work: Work) -> list[Judgement]:
    return audit_wanted(wanted, work.passes)


@step
def _in_order(state: State, settled: bool, *found: list[Judgement]) -> list[Judgement]:  # noqa: FBT001  of the planes
    """Put the judgements of all stages in one order: what costs most first, what the painter means so last."""
    silenced = {each.key for each in state.meant_so}
    every = [each for some in found[:-1] for each in some]
    every += [each for each in found[-1] if each.stage != "planes" or settled]
    loud = most_costly_first([each for each in every if each.key not in silenced])
    return loud + [each for each in every if each.key in silenced]


def survey(file: Path, state: State, now_min: int, others: OtherPaintings = NO_OTHERS) -> Survey:
    """Work out everything that follows from a state; only those steps are done anew of which something changed.

    Parameters
    ----------
    file : Path
        The file of paintings, where the pictures are.
    state : State
    now_min : int
        The present. [clock min]
    others : OtherPaintings
        What the painter's other paintings say to this one.
    """
    depth = survey_depth(file, state)
    worked = survey_work(file, state, depth, present_for(sessions_of(state), now_min))
    work = worked.work
    wanted = wanted_of(file, state, depth, work)
    judgements = _in_order(
        state,
        depth.settled,
        _judged_sources(file, state),
        _judged_arrows(file, state),
        _judged_proportions(state, depth.fit, depth.area_cm2),
        _judge_chosen(file, state),
        depth.judgements,
        _judge_ground(state, depth, work),
        work.judgements,
        _judged_outdoors(state, work, now_min),
        _judged_hands(work, others_of(others)),
        _judged_choices(state, work, now_min),
        _judged_wanted(wanted, work),
        _judged_painting(worked.scene, work, state),
    )
    return Survey(_thumbnails(file, state), depth, work, judgements, wanted, worked.kept, worked.scene)


@step
def wanted_of(file: Path, state: State, depth: DepthSurvey, work: Work) -> list[Wanted]:
    """List everything that is wanted in the painting, each with its passes."""
    departing = [(each.number, f"{KINDS[each.kind]}: {each.reason}".rstrip(": ")) for each in state.departures]
    return everything_wanted(
        work.planes, elements_of(file, state), _kept_facts(depth, depth.area_cm2), departing, work.passes
    )


def _kept_facts(depth: DepthSurvey, area_cm2: float) -> tuple[KeptFacts, ...]:
    """Say what passes need to know of the reserved lights."""
    return tuple(
        KeptFacts(
            reserve.name,
            reserve.way,
            max(light.planes, key=lambda each: each[1])[0] if light.planes else None,
            light.share * area_cm2,
        )
        for reserve, light in depth.kept
    )
