"""Passes put to work: derived or the painter's own, in sessions, with what is wanted and how the ground shows."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from kind_distance.core.judgement import Judgement
from kind_distance.core.judging.model import Scene
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.paint.underlay import OPAQUE_LAYER, UNDERLAY
from kind_distance.core.passes.model import KeptFacts
from kind_distance.core.passes.wanted import Wanted, everything_wanted
from kind_distance.core.picture.departures import KINDS
from kind_distance.core.schedule.work import Work, work_out
from kind_distance.follow import step
from kind_distance.rows import State
from kind_distance.stages.passes.judging import scene_of
from kind_distance.stages.passes.plan_words import judge_work
from kind_distance.stages.passes.work import (
    Measured,
    easel_of,
    passes_of,
    plane_facts,
    sessions_of,
)
from kind_distance.stages.planes.depth import DepthSurvey, elements_of, keyed_by_number
from kind_distance.stages.planes.plane_words import judge_underlay
from kind_distance.stages.planes.strokes import plane_numbers
from kind_distance.stages.thumbnails.smallest_shapes import smallest_mm


@dataclass(frozen=True)
class Worked:
    """Passes put to work and judged, with the scene and the reserved lights that they are judged by."""

    scene: Scene
    work: Work
    kept: tuple[KeptFacts, ...]
    judgements: list[Judgement]


def kept_facts(depth: DepthSurvey, area_cm2: float) -> tuple[KeptFacts, ...]:
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


def _measured(file: Path, state: State, depth: DepthSurvey) -> Measured:
    return Measured(depth.in_focus, smallest_mm(file, state), kept_facts(depth, depth.area_cm2))


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
    easel = easel_of(state, scene, given, planes, present)
    work = work_out(passes, easel)
    return Worked(scene, work, seen.kept, judge_work(work, easel))


@step
def wanted_of(file: Path, state: State, depth: DepthSurvey, work: Work) -> list[Wanted]:
    """List everything that is wanted in the painting, each with its passes."""
    departing = [(each.number, f"{KINDS[each.kind]}: {each.reason}".rstrip(": ")) for each in state.departures]
    return everything_wanted(
        work.planes, elements_of(file, state), kept_facts(depth, depth.area_cm2), departing, work.passes
    )


@step
def judge_ground(state: State, depth: DepthSurvey, work: Work) -> list[Judgement]:
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
    found = judge_underlay(medium_of(state.brief.medium), ground_of(state.brief.ground), planes, begun)
    return [keyed_by_number(state, each) for each in found]
