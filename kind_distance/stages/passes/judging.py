"""A painting laid before the judge, and what the judge found put into words."""

from __future__ import annotations

from dataclasses import replace

from kind_distance.clock import minute_of
from kind_distance.core.depth.plan import DepthPlan
from kind_distance.core.depth.readings import Border
from kind_distance.core.depth.veil import profile_of
from kind_distance.core.judgement import Judgement
from kind_distance.core.judging.judge import judge
from kind_distance.core.judging.model import (
    JudgedBorder,
    JudgedLight,
    JudgedLightHours,
    JudgedPlane,
    JudgedSession,
    JudgedThing,
    JudgedUnderlay,
    Scene,
)
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.paint.underlay import UNDERLAY
from kind_distance.core.passes.model import KeptFacts, PlaneFacts
from kind_distance.core.schedule.model import Session
from kind_distance.core.schedule.work import Work, painted_in
from kind_distance.rows import PlaneRecord, State
from kind_distance.stages.passes.order_words import say_finding
from kind_distance.stages.planes.strokes import plane_numbers
from kind_distance.stages.sessions.cautions import grave_dangers

AGAINST_LIGHT = ("backlit_room", "toward_sunset")
DARK_VEILS = ("storm",)  # not darker than all behind it, but what is far may be dark under it
WETNESS = ("wet_under", "glaze_too_early", "tacky_rework", "varnish_too_early")
LEAST_FOCUS = 0.3  # share of the focal area from which on a plane carries the focus
MOST_UNKNOWN_SHARE = 0.19  # of a plane of which nobody knows how large it is: one bare plane alone is never told


def darkens(veil: str) -> bool:
    """Whether what is far may be dark under a veil: at night, in a storm."""
    return profile_of(veil).darkens or veil in DARK_VEILS


def depths_of(planes: tuple[PlaneRecord, ...]) -> list[int]:
    """Depth of each plane: planes that stand side by side share one. 1 = farthest."""
    found: list[int] = []
    for plane in planes:
        found.append(found[-1] if found and plane.beside_last else (found[-1] + 1 if found else 1))
    return found


def _planes(state: State, plan: DepthPlan, facts: list[PlaneFacts], *, measured: bool) -> tuple[JudgedPlane, ...]:
    rank, area = plane_numbers(state), state.brief.width_cm * state.brief.height_cm
    found = []
    for record, planned, fact, depth in zip(state.planes, plan.planes, facts, depths_of(state.planes), strict=True):
        known = measured or record.share is not None
        share = fact.area_cm2 / area if area else 0.0
        found.append(
            JudgedPlane(
                record.rank,
                depth,
                record.name,
                record.nature,
                record.kind,
                planned.value,
                planned.dark if measured else record.dark,
                planned.light if measured else record.light,
                share if known else min(share, MOST_UNKNOWN_SHARE),
                fact.area_cm2,
                tuple(rank[number] for number in record.over),
                record.box,
                fact.in_focus,
                record.chroma,
            )
        )
    return tuple(found)


def _borders(state: State, borders: list[Border]) -> tuple[JudgedBorder, ...]:
    rank = plane_numbers(state)
    wanted = {tuple(sorted((rank[p.far], rank[p.near]))): p for p in state.pairs}
    found = []
    for border in borders:
        pair = wanted.get((border.far, border.near))
        veil = state.planes[border.near - 1].nature != "solid"
        edge = "soft" if veil else "hard"
        if pair is not None and pair.edge is not None:
            edge = pair.edge
        elif pair is not None and pair.gap == 0:
            edge = "lost"
        found.append(JudgedBorder(border.far, border.near, border.length_cm, edge, border.ragged - 1))  # type: ignore[arg-type]
    return tuple(found)


def _things(state: State) -> tuple[JudgedThing, ...]:
    rank = plane_numbers(state)
    return tuple(
        JudgedThing(
            each.number,
            each.name,
            None if each.plane is None else rank[each.plane],
            each.smallest_mm,
            each.count,
            tuple(rank[number] for number in each.over),
            tuple((rank[hidden.plane], hidden.share) for hidden in each.hidden_by),
            bool(each.given_up),
            None if each.box is None else (each.box[2] - each.box[0]) * (each.box[3] - each.box[1]),
        )
        for each in state.elements
    )


def _lights(state: State, kept: tuple[KeptFacts, ...]) -> tuple[JudgedLight, ...]:
    rank = plane_numbers(state)
    measured = {light.name: light for light in kept}
    found = []
    for each in state.reserves:
        seen = measured.get(each.name)
        at = rank[each.plane] if each.plane is not None else None if seen is None else seen.rank
        if at is not None:
            found.append(JudgedLight(each.name, (at,), each.value, each.way in ("ground", "masked")))
    return tuple(found)


def _underlays(state: State) -> tuple[JudgedUnderlay, ...]:
    rank = plane_numbers(state)
    named = {each.number: each.name for each in state.elements}
    return tuple(
        JudgedUnderlay(
            () if each.plane is None else (rank[each.plane],),
            () if each.element is None else (named[each.element],),
            each.passes,
        )
        for each in state.underlays
    )


def _from_life(looks_at: str, light_from: str) -> bool | None:
    said = looks_at or light_from
    return None if not said else said == "life"


def _sessions(state: State, sessions: tuple[Session, ...]) -> tuple[JudgedSession, ...]:
    records = {each.number: each for each in state.sessions}
    return tuple(
        JudgedSession(
            session.id,
            session.name,
            session.from_door,
            session.to_door,
            session.outdoors,
            grave_dangers(state, records[session.id]),
            _from_life(records[session.id].looks_at, state.brief.light_from),
        )
        for session in sessions
    )


def focus_rank(state: State, in_focus: tuple[float, ...]) -> int | None:
    """Give the plane that carries the focus: as told, else the one that holds most of the marked focus."""
    if state.brief.focus_plane is not None:
        return plane_numbers(state)[state.brief.focus_plane]
    most = max(in_focus, default=0.0)
    return None if most < LEAST_FOCUS else in_focus.index(most) + 1


def scene_of(
    state: State,
    plan: DepthPlan,
    borders: list[Border],
    kept: tuple[KeptFacts, ...],
    facts: list[PlaneFacts],
    sessions: tuple[Session, ...],
) -> Scene:
    """Lay a painting before the judge, without its passes."""
    brief = state.brief
    ground = brief.ground_value if brief.ground_value is not None else ground_of(brief.ground).value
    spans = tuple((minute_of(span.start), minute_of(span.end)) for span in brief.light_holds)
    return Scene(
        _planes(state, plan, facts, measured=brief.main_source is not None),
        _borders(state, borders),
        _things(state),
        _lights(state, kept),
        _underlays(state),
        _sessions(state, sessions),
        (),
        medium_of(brief.medium),
        brief.school,
        ground,
        darkening_veil=darkens(brief.veil),
        against_light=brief.veil in AGAINST_LIGHT,
        focus=focus_rank(state, tuple(fact.in_focus for fact in facts)),
        light_hours=JudgedLightHours(spans, told=bool(spans)),
        support_cm2=brief.width_cm * brief.height_cm,
        measured=brief.main_source is not None,
        foreground=brief.foreground,
        moving_light=brief.moving_light,
        hand=brief.hand,
    )


def judge_painting(scene: Scene, work: Work, state: State) -> list[Judgement]:
    """Judge the passes of a painting where they stand, in words.

    What was put by hand and goes on wet paint is told where it was put, with the minute at which it holds.
    """
    by_list = state.brief.passes_by_hand and not state.kept_plan
    laid = tuple(JudgedUnderlay(each.planes, each.things, (each.id,)) for each in work.passes if each.title == UNDERLAY)
    scene = replace(
        scene,
        passes=painted_in(work, by_list=by_list),
        weather=work.problem.weather,
        underlays=(*scene.underlays, *laid),
    )
    number_of = {plane.rank: plane.number for plane in state.planes}
    return [
        say_finding(finding, scene, state.brief.unit, number_of)
        for finding in judge(scene)
        if not (finding.kind in WETNESS and set(finding.passes) <= work.problem.fixed)
    ]
