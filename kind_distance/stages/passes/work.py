"""From planned planes to passes in sessions."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import cast

import numpy as np

from kind_distance.clock import minute_of, say_date, say_day
from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.deriving.needed import Around, needed_passes
from kind_distance.core.judging.model import Scene
from kind_distance.core.paint.drying import Climate
from kind_distance.core.paint.media import Medium, ground_of, medium_of
from kind_distance.core.passes.model import Colour, KeptFacts, Line, Pass, PlaneFacts
from kind_distance.core.passes.schools import school_of
from kind_distance.core.schedule.deadline import Deadline, purpose_of
from kind_distance.core.schedule.model import Done, Problem, Session
from kind_distance.core.schedule.offers import Offer, offer_plans
from kind_distance.core.schedule.search import Listed
from kind_distance.core.schedule.work import Easel
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from kind_distance.rows import CountPainted, PassRecord, PlaneRecord, SessionRecord, State
from kind_distance.rows.words import Chroma, LineRemoved, OilFat, Opacity
from kind_distance.stages.passes.pass_words import own_words, say_pass
from kind_distance.stages.planes.depth import handling_of

CAREFUL = {"masses": 1.0, "shapes": 1.5, "careful": 3.0}  # times a usual drawing; common practice, no source
DAY_MIN = 1440
LEAST_PAINTING_MIN = 5  # of a session, when it is set up and before it is cleaned up


@dataclass(frozen=True)
class Measured:
    """What was measured on the picture besides the planes.

    Parameters
    ----------
    in_focus : tuple of float
        Share of the focal area in each plane.
    smallest_mm : tuple of float or None
        Width of the smallest shape of each plane. [mm]
    kept : tuple of KeptFacts
        Reserved lights.
    """

    in_focus: tuple[float, ...] = ()
    smallest_mm: tuple[float | None, ...] = ()
    kept: tuple[KeptFacts, ...] = ()


def plane_facts(
    records: tuple[PlaneRecord, ...],
    given: DepthInput,
    plan: DepthPlan,
    area_cm2: float,
    seen: Measured | None = None,
) -> list[PlaneFacts]:
    """Say what passes need to know of each plane, farthest first: as measured, or as told where no photo shows it."""
    facts = []
    handled = tuple(handling_of(each) for each in records)
    told = told_shares(records, given)
    focal = (seen and seen.in_focus) or (0.0,) * len(given.specs)
    small = (seen and seen.smallest_mm) or (None,) * len(given.specs)
    for record, spec, reading, planned, handling, share, narrow, part in zip(
        records, given.specs, given.readings, plan.planes, handled, focal, small, told, strict=True
    ):
        colour = lab_from_linear(np.array(planned.colour)[None])[0]
        facts.append(
            PlaneFacts(
                name=spec.name,
                area_cm2=part * area_cm2,
                detail=_told_detail(record) if reading is None else reading.detail,
                value=planned.value,
                dark=planned.dark if reading is not None or record.dark is None else record.dark,
                light=planned.light if reading is not None or record.light is None else record.light,
                contrast_left=planned.contrast_left,
                sky=spec.kind == "sky",
                nature=spec.nature,
                handling=handling,
                in_focus=share,
                at_x=_told_middle(record) if reading is None else reading.centre[0],
                chroma=float(np.hypot(colour[1], colour[2])),
                hue_deg=float(np.degrees(np.arctan2(colour[2], colour[1]))) % 360,
                smallest_mm=narrow,
            )
        )
    return facts


USUAL_DETAIL = 0.1  # share of a plane on fine edges, where nothing shows or tells it


def _told_detail(record: PlaneRecord) -> float:
    return USUAL_DETAIL if record.detail is None else record.detail


def _told_middle(record: PlaneRecord) -> float:
    return 0.5 if record.box is None else (record.box[0] + record.box[2]) / 2


def told_shares(records: tuple[PlaneRecord, ...], given: DepthInput) -> list[float]:
    """Give each plane's share of the picture: as measured, as told, or an even part of what is left over."""
    if any(reading is not None for reading in given.readings):
        return [0.0 if reading is None else reading.share for reading in given.readings]
    known = [each.share for each in records if each.share is not None]
    # What lies over others takes nothing away from them.
    lying = sum(1 for each in records if each.share is None)
    usual = max(0.0, 1 - sum(known)) / lying if lying else 0.0
    return [usual if each.share is None else each.share for each in records]


def around_of(state: State, kept: tuple[KeptFacts, ...]) -> Around:
    """Say what a painting stands in, for its passes to be derived."""
    brief = state.brief
    looked_at = {session.looks_at or brief.light_from for session in state.sessions} | {brief.light_from}
    return Around(
        kept,
        brief.support,
        ground_of(brief.ground),
        brief.ground_ready,
        brief.drawing_medium,
        CAREFUL[brief.drawing_detail],
        brief.approach,
        brief.pace or 1.0,
        "life" in looked_at and "photo" not in looked_at,
        brief.sides,
        brief.hand,
        brief.stop_at,
        brief.foreground,
        brief.brushes_taken,
        brief.glaze_thinner,
        brief.glaze_medium,
        brief.moving_light,
        {plane.rank: plane.ground_shown for plane in state.planes if plane.ground_shown},
    )


def derived_passes(
    state: State, scene: Scene, planes: list[PlaneFacts], school: str, kept: tuple[KeptFacts, ...] = ()
) -> list[Pass]:
    """Derive the passes that a painting needs, in the order of a school."""
    if not planes:
        return []
    return needed_passes(replace(scene, school=school), planes, around_of(state, kept))


def pass_from(record: PassRecord, state: State) -> Pass:
    """Turn a kept pass into one that the core knows."""
    planes = sorted((p for p in state.planes if p.number in record.planes), key=lambda each: each.rank)
    things = tuple(each.name for each in state.elements if each.number in record.elements)
    named = {each.number: each.name for each in state.elements}
    return Pass(
        record.number,
        record.kind,
        tuple(plane.rank for plane in planes),
        record.title,
        record.paint,
        record.minutes,
        record.thickness,
        own_words(record.why),
        say_list([plane.name for plane in planes]) if planes else "",
        record.brush_mm,
        record.in_light,
        things,
        record.aids,
        record.mark_mm,
        record.share,
        record.sheet == "other",
        record.wants,
        None if record.spares is None else tuple(r.name for r in state.reserves if r.number in record.spares),
        Colour(record.mix, record.value, record.chroma, record.hue, record.opacity, record.hides_line, record.oil,
               record.dries),
        Line(record.drawing_medium, record.line_weight, record.line_removed, record.line_meant),
        tuple((named[each.element], each.count) for each in record.counts),
    )  # fmt: skip


def session_from(record: SessionRecord) -> Session:
    """Turn a kept session into one that the core knows."""
    start = minute_of(record.start)
    climate = Climate(record.temperature_c, record.humidity, record.wind_m_s, record.sun_w_m2)
    before, after = record.setup_min, record.cleanup_min
    painting = record.minutes - before - after
    if record.ended is not None:
        # What is left of a session that was ended is no time to paint.
        painting = min(painting, max(LEAST_PAINTING_MIN, record.ended - start - before))
    if painting < LEAST_PAINTING_MIN:
        raise DomainError(
            f"Setting up ({before} min) and cleaning up ({after} min) leave no time to paint in {record.minutes} min.",
            "Make the session longer.",
        )
    return Session(
        record.number,
        say_day(start),
        start + before,
        painting,
        record.outdoors,
        climate,
        before,
        after,
        record.unbroken_min,
    )


def own_list(state: State) -> list[Pass]:
    """Return the painter's own list of passes."""
    return [pass_from(record, state) for record in state.passes]


def passes_of(state: State, scene: Scene, planes: list[PlaneFacts], kept: tuple[KeptFacts, ...] = ()) -> list[Pass]:
    """Return the passes of a painting: the painter's own list, or what is derived while there is none."""
    if state.brief.passes_by_hand:
        return own_list(state)
    return derived_passes(state, scene, planes, state.brief.school, kept)


def done_of(state: State) -> tuple[Done, ...]:
    """Return what is painted already."""
    return tuple(
        Done(p.number, p.done_start, p.done_end)
        for p in state.passes
        if p.done_start is not None and p.done_end is not None and state.brief.passes_by_hand
    )


def present_for(sessions: tuple[Session, ...], now_min: int) -> int:
    """Round the present so that a plan changes only where it has to.

    Within a session it is the minute. Outside of all nothing can be painted: then it is the end of the last one, or the
    beginning of the day where that is later.
    """
    for session in sessions:
        if session.start < now_min < session.end:
            return now_min
    past = (session.end for session in sessions if session.end <= now_min)
    return max(now_min // DAY_MIN * DAY_MIN, *past, 0)


@lru_cache(maxsize=8)
def offered(problem: Problem, kept: Listed) -> list[Offer]:
    """Offer three plans against the one that stands; remembered, since taking one asks for it again."""
    return offer_plans(problem, kept)


def kept_of(state: State) -> Listed:
    """Return the plan that the painter took; empty without one."""
    return tuple((each.layer_pass, each.session, each.not_before) for each in state.kept_plan)


def fixed_of(state: State) -> frozenset[int]:
    """Return the passes of that plan that were put where they stand by hand."""
    return frozenset(each.layer_pass for each in state.kept_plan if each.by_hand)


def deadline_of(state: State) -> Deadline | None:
    """Return the day by which a painting has to be ready, and for what."""
    brief = state.brief
    if brief.deadline is None:
        return None
    return Deadline(minute_of(brief.deadline), purpose_of(brief.deadline_for or "gift"))


def easel_of(state: State, scene: Scene, given: DepthInput, planes: list[PlaneFacts], present: int | None) -> Easel:
    """Lay out what passes are put to work with."""
    sessions = sessions_of(state)
    return Easel(
        planes,
        given.borders,
        medium_of(state.brief.medium),
        school_of(state.brief.school),
        state.brief.unit,
        sessions,
        done_of(state),
        present,
        kept_of(state),
        fixed_of(state),
        scene,
        deadline_of(state),
        say_date,
    )


def sessions_of(state: State) -> tuple[Session, ...]:
    """Return the sessions of a painting as the core knows them."""
    return tuple(session_from(record) for record in state.sessions)


def pass_records(state: State, passes: list[Pass]) -> tuple[PassRecord, ...]:
    """Give passes as the rows they are, or would be once they are the painter's own."""
    if state.brief.passes_by_hand:
        return state.passes
    number = {plane.rank: plane.number for plane in state.planes}
    things = {each.name: each.number for each in state.elements}
    lights = {each.name: each.number for each in state.reserves}
    return tuple(
        PassRecord(
            each.id,
            place,
            each.kind,
            tuple(number[rank] for rank in each.planes),
            each.title,
            each.paint,
            each.minutes,
            each.thickness,
            say_pass(each),
            elements=tuple(things[name] for name in each.things),
            share=each.share,
            mix=each.colour.mix,
            wants=each.wants,
            brush_mm=each.brush_mm,
            mark_mm=each.mark_mm,
            drawing_medium=each.line.medium,
            line_removed=cast("LineRemoved", each.line.removed),
            line_meant=each.line.meant,
            aids=each.aids,
            spares=None if each.spares is None else tuple(lights[name] for name in each.spares),
            in_light=each.in_light,
            value=each.colour.value,
            chroma=cast("Chroma", each.colour.chroma),
            opacity=cast("Opacity", each.colour.opacity),
            hides_line=each.colour.hides_line,
            oil=cast("OilFat", each.colour.oil),
            counts=tuple(CountPainted(things[name], count) for name, count in each.counts),
        )
        for place, each in enumerate(passes, start=1)
    )


def by_hand(state: State, passes: list[Pass]) -> State:
    """Make the derived passes the painter's own, so that they can be changed one by one."""
    if state.brief.passes_by_hand:
        return state
    return replace(state, brief=replace(state.brief, passes_by_hand=True), passes=pass_records(state, passes))


def medium_for(state: State) -> Medium:
    """Return the medium of a painting."""
    return medium_of(state.brief.medium)
