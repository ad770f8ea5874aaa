"""From planned planes to passes in sessions."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import cast

from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.depth.readings import Border
from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.drying import Climate, Drying
from kind_distance.core.paint.media import Medium, Paint, ground_of, medium_of
from kind_distance.core.passes.model import SCHOOLS, Pass, PassKind, PlaneFacts, Precedence, school_of
from kind_distance.core.passes.needed import needed_passes
from kind_distance.core.passes.order import OrderCost, SchoolOffer, compare_schools, cost_of_order, judge_order
from kind_distance.core.passes.precedence import material_rules, order_rules, touching_planes
from kind_distance.core.schedule.model import Done, Help, Problem, Session
from kind_distance.core.schedule.plan import Board, Schedule, make_schedule
from kind_distance.core.schedule.reasons import Reason, explain
from kind_distance.core.wording import Unit, say_list
from kind_distance.store.records import PassRecord, PlaneRecord, SessionRecord, State
from kind_distance.studio.clock import minute_of, say_day

NO_SINGLE_HELP = " No longer session and no few more of the same kind would hold it: thin the plan, or add sessions."


@dataclass(frozen=True)
class PassSurvey:
    """Passes in the painter's order, what they ask for and cost, and where they stand in the sessions."""

    passes: list[Pass]
    done: tuple[Done, ...]
    rules: list[Precedence]
    cost: OrderCost
    offers: list[SchoolOffer]
    sessions: tuple[Session, ...]
    schedule: Schedule
    reasons: list[Reason]
    judgements: list[Judgement]
    problem: Problem

    def films_now(self) -> list[tuple[str, Drying]]:
        """List what is painted already with its film, in the order painted."""
        board = Board(self.problem)
        painted = sorted(self.done, key=lambda done: done.end)
        return [(board.passes[done.pass_id].said, board.films[done.pass_id]) for done in painted]


def plane_facts(given: DepthInput, plan: DepthPlan, area_cm2: float) -> list[PlaneFacts]:
    """Say what passes need to know of each plane, farthest first."""
    facts = []
    for spec, reading, planned in zip(given.specs, given.readings, plan.planes, strict=True):
        facts.append(
            PlaneFacts(
                name=spec.name,
                area_cm2=0.0 if reading is None else reading.share * area_cm2,
                detail=0.0 if reading is None else reading.detail,
                value=planned.value,
                dark=planned.dark,
                light=planned.light,
                contrast_left=planned.contrast_left,
                sky=spec.kind == "sky",
            )
        )
    return facts


def derived_passes(state: State, planes: list[PlaneFacts], borders: list[Border], school: str) -> list[Pass]:
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
    )


def pass_from(record: PassRecord, planes: dict[int, PlaneRecord]) -> Pass:
    """Turn a kept pass into one that the core knows."""
    plane = None if record.plane is None else planes[record.plane]
    return Pass(
        record.number,
        cast("PassKind", record.kind),
        None if plane is None else plane.rank,
        record.title,
        cast("Paint", record.paint),
        record.minutes,
        record.thickness,
        record.why,
        "" if plane is None else plane.name,
    )


def session_from(record: SessionRecord) -> Session:
    """Turn a kept session into one that the core knows."""
    start = minute_of(record.start)
    climate = Climate(record.temperature_c, record.humidity, record.wind_m_s, record.sun_w_m2)
    return Session(record.number, say_day(start), start, record.minutes, record.outdoors, climate)


def passes_of(state: State, planes: list[PlaneFacts], borders: list[Border]) -> list[Pass]:
    """Return the passes of a painting: the painter's own list, or what is derived while there is none."""
    if not state.brief.passes_by_hand:
        return derived_passes(state, planes, borders, state.brief.school)
    known = {plane.number: plane for plane in state.planes}
    return [pass_from(record, known) for record in state.passes]


def done_of(state: State) -> tuple[Done, ...]:
    """Return what is painted already."""
    return tuple(
        Done(p.number, p.done_start, p.done_end)
        for p in state.passes
        if p.done_start is not None and p.done_end is not None and state.brief.passes_by_hand
    )


@lru_cache(maxsize=64)
def _scheduled(problem: Problem) -> tuple[Schedule, list[Reason]]:
    schedule = make_schedule(problem)
    return schedule, explain(problem, schedule)


def present_for(sessions: tuple[Session, ...], now_min: int) -> int:
    """Round the present so that a plan changes only where it has to: to the minute within a session, else its end."""
    for session in sessions:
        if session.start < now_min < session.end:
            return now_min
    ahead = any(session.start >= now_min for session in sessions)
    past = [session.end for session in sessions if session.end <= now_min]
    return max(past) if past and ahead else now_min


def survey_passes(state: State, given: DepthInput, plan: DepthPlan, area_cm2: float, now_min: int) -> PassSurvey:
    """Work out passes, order, cost, sessions and reasons."""
    medium, unit = medium_of(state.brief.medium), cast("Unit", state.brief.unit)
    planes = plane_facts(given, plan, area_cm2)
    passes = passes_of(state, planes, given.borders)
    done = done_of(state)
    sessions = tuple(session_from(record) for record in state.sessions)
    rules = [*material_rules(passes, medium, planes), *order_rules(passes, given.borders, planes, unit)]
    offers = compare_schools(
        list(SCHOOLS.values()),
        {key: derived_passes(state, planes, given.borders, key) for key in SCHOOLS},
        given.borders,
        medium,
        planes,
        unit,
    )
    problem = Problem(
        tuple(passes),
        tuple(rules),
        frozenset(touching_planes(given.borders)),
        medium.beside,
        sessions,
        done,
        present_for(sessions, now_min),
    )
    schedule, reasons = _scheduled(problem)
    finished = {each.pass_id for each in done}
    judged = judge_order(passes, given.borders, medium, planes, school_of(state.brief.school), unit, finished)
    judged = [j for j in judged if not _about_done_only(j, finished)]
    return PassSurvey(
        passes,
        done,
        rules,
        cost_of_order(passes, given.borders, medium, planes),
        offers,
        sessions,
        schedule,
        reasons,
        [*judged, *_unplaced(passes, schedule, sessions)],
        problem,
    )


def _about_done_only(judgement: Judgement, finished: set[int]) -> bool:
    """Whether a judgement on an order speaks only of what is painted already and cannot be changed."""
    named = {int(part) for part in judgement.key.split(":")[1:]}
    return judgement.kind == "broken_rule" and named <= finished


def _unplaced(passes: list[Pass], schedule: Schedule, sessions: tuple[Session, ...]) -> list[Judgement]:
    """Say what found no place, once, with what would help."""
    if not schedule.unplaced or not sessions:
        return []
    by_id = {each.id: each for each in passes}
    left = [by_id[each.pass_id] for each in schedule.unplaced]
    minutes = sum(each.minutes for each in left)
    titles = [each.said for each in left]
    said = say_list(titles[:3]) + (f" and {len(titles) - 3} more" if len(titles) > 3 else "")
    offers = schedule.helps
    would = f" What would do: {' or '.join(offer.said for offer in offers)}." if offers else NO_SINGLE_HELP
    return [
        Judgement(
            key="does_not_fit",
            kind="does_not_fit",
            stage="sessions",
            severity="strong",
            title=f"{len(left)} {'pass finds' if len(left) == 1 else 'passes find'} no place",
            text=f"{said[:1].upper()}{said[1:]}: {minutes} min. {schedule.unplaced[0].why}{would}",
            weight=float(minutes),
            remedies=tuple(_remedy(offer) for offer in offers),
        )
    ]


def _remedy(offer: Help) -> Remedy:
    label = f"{offer.said[:1].upper()}{offer.said[1:]}"
    if offer.days == 0:
        return Remedy(label, "set_session", {"session": offer.session_id, "minutes": offer.minutes})
    more: dict[str, object] = {
        "session": offer.session_id,
        "minutes": offer.minutes,
        "days": offer.days,
        "times": offer.times,
    }
    return Remedy(label, "copy_session", more)


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
            None if each.plane is None else number[each.plane],
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
