"""From planned planes to passes in sessions."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.depth.readings import Border
from kind_distance.core.paint.drawing import drawing_medium_of
from kind_distance.core.paint.drying import Climate
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import Medium, ground_of, medium_of
from kind_distance.core.passes.model import Colour, KeptFacts, Line, Pass, PlaneFacts
from kind_distance.core.passes.needed import Around, needed_passes
from kind_distance.core.passes.schools import school_of
from kind_distance.core.schedule.deadline import Deadline, purpose_of
from kind_distance.core.schedule.model import Done, Problem, Session
from kind_distance.core.schedule.offers import Offer, offer_plans
from kind_distance.core.schedule.search import Listed
from kind_distance.core.schedule.work import Easel, Work, put_to_work
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from kind_distance.rows import ElementRecord, PassRecord, PlaneRecord, SessionRecord, State
from kind_distance.studio.clock import minute_of, say_date, say_day

LEAST_PAINTING_MIN = 5  # of a session, when it is set up and before it is cleaned up


def handling_of(record: PlaneRecord | ElementRecord) -> Handling:
    """Say how a plane or a thing is handled."""
    return Handling(record.body, record.marks, record.brush)


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


def derived_passes(
    state: State, planes: list[PlaneFacts], borders: list[Border], school: str, kept: tuple[KeptFacts, ...] = ()
) -> list[Pass]:
    """Derive the passes that a painting needs, in the order of a school."""
    brief = state.brief
    if not planes:
        return []
    return needed_passes(
        planes,
        medium_of(brief.medium),
        ground_of(brief.ground),
        school_of(school),
        brief.width_cm * brief.height_cm,
        sum(border.length_cm for border in borders),
        Around(kept, brief.support, brief.drawing_medium != "none"),
    )


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
        record.why,
        say_list([plane.name for plane in planes]) if planes else "",
        record.brush_mm,
        record.in_light,
        things,
        record.aids,
        record.mark_mm,
        record.share,
        record.sheet == "other",
        record.wants,
        tuple(each.name for each in state.reserves if each.number in record.spares),
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
    if record.minutes - before - after < LEAST_PAINTING_MIN:
        raise DomainError(
            f"Setting up ({before} min) and cleaning up ({after} min) leave no time to paint in {record.minutes} min.",
            "Make the session longer.",
        )
    return Session(
        record.number,
        say_day(start),
        start + before,
        record.minutes - before - after,
        record.outdoors,
        climate,
        before,
        after,
        record.unbroken_min,
    )


def passes_of(
    state: State, planes: list[PlaneFacts], borders: list[Border], kept: tuple[KeptFacts, ...] = ()
) -> list[Pass]:
    """Return the passes of a painting: the painter's own list, or what is derived while there is none."""
    if not state.brief.passes_by_hand:
        return derived_passes(state, planes, borders, state.brief.school, kept)
    return [pass_from(record, state) for record in state.passes]


def done_of(state: State) -> tuple[Done, ...]:
    """Return what is painted already."""
    return tuple(
        Done(p.number, p.done_start, p.done_end)
        for p in state.passes
        if p.done_start is not None and p.done_end is not None and state.brief.passes_by_hand
    )


def present_for(sessions: tuple[Session, ...], now_min: int) -> int:
    """Round the present so that a plan changes only where it has to: to the minute within a session, else its end."""
    for session in sessions:
        if session.start < now_min < session.end:
            return now_min
    ahead = any(session.start >= now_min for session in sessions)
    past = [session.end for session in sessions if session.end <= now_min]
    return max(past) if past and ahead else now_min


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
    return Deadline(minute_of(brief.deadline), purpose_of(brief.deadline_for))


def easel_of(state: State, given: DepthInput, planes: list[PlaneFacts], now_min: int, seen: Measured) -> Easel:
    """Lay out what passes are put to work with."""
    sessions = tuple(session_from(record) for record in state.sessions)
    return Easel(
        planes,
        given.borders,
        medium_of(state.brief.medium),
        school_of(state.brief.school),
        state.brief.unit,
        sessions,
        done_of(state),
        present_for(sessions, now_min),
        kept_of(state),
        fixed_of(state),
        seen.kept,
        drawing_medium_of(state.brief.drawing_medium),
        deadline_of(state),
        say_date,
    )


def survey_passes(
    state: State,
    given: DepthInput,
    plan: DepthPlan,
    area_cm2: float,
    now_min: int,
    seen: Measured,
) -> Work:
    """Work out passes, order, cost, sessions and reasons."""
    planes = plane_facts(state.planes, given, plan, area_cm2, seen)
    return put_to_work(
        passes_of(state, planes, given.borders, seen.kept),
        easel_of(state, given, planes, now_min, seen),
    )


def by_hand(state: State, passes: list[Pass]) -> State:
    """Make the derived passes the painter's own, so that they can be changed one by one."""
    if state.brief.passes_by_hand:
        return state
    number = {plane.rank: plane.number for plane in state.planes}
    kept = tuple(
        PassRecord(
            each.id,
            place,
            each.kind,
            tuple(number[rank] for rank in each.planes),
            each.title,
            each.paint,
            each.minutes,
            each.thickness,
            each.why,
        )
        for place, each in enumerate(passes, start=1)
    )
    return replace(state, brief=replace(state.brief, passes_by_hand=True), passes=kept)


def medium_for(state: State) -> Medium:
    """Return the medium of a painting."""
    return medium_of(state.brief.medium)
