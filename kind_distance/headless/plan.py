"""From a document to a plan: passes in order, placed in sessions, with reasons and judgements."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from kind_distance.core.depth.elements import Element, audit_elements
from kind_distance.core.depth.readings import Border
from kind_distance.core.judgement import Judgement, most_costly_first
from kind_distance.core.paint.drying import Climate
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import Medium, ground_of, medium_of
from kind_distance.core.passes.kinds import paint_in, title_in
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.passes.needed import estimate_minutes, needed_passes
from kind_distance.core.passes.order import OrderCost, SchoolOffer
from kind_distance.core.passes.schools import school_of
from kind_distance.core.passes.wanted import audit_wanted, everything_wanted
from kind_distance.core.schedule.deadline import Deadline, purpose_of
from kind_distance.core.schedule.model import Done, Session
from kind_distance.core.schedule.search import Listed
from kind_distance.core.schedule.verify import verify
from kind_distance.core.schedule.work import Easel, Work, put_to_work, schools_of
from kind_distance.core.wording import say_minutes
from kind_distance.errors import DocumentError, DomainError
from kind_distance.exchange.document.whole import Document
from kind_distance.studio.clock import iso, minute_of, say_date, say_day
from kind_distance.studio.workplan import LEAST_PAINTING_MIN

RULES_VERSION = 1  # rises when the same document would give another plan
FAR_VALUE, NEAR_VALUE = 8.2, 3.4  # values of planes that name none, farthest to nearest [V]
ACCENT = 1.0  # accents of planes that name none lie so far above and below [V]


@dataclass(frozen=True)
class Planned:
    """A document's plan: its work, the schools beside it, its judgements, most costly first, without those meant so."""

    document: Document
    work: Work
    schools: list[SchoolOffer]
    judgements: list[Judgement]


def facts_of(document: Document) -> list[PlaneFacts]:
    """Say what passes need to know of each plane; what the document leaves out has its usual value."""
    area = document.support.width_cm * document.support.height_cm
    known = [plane.share for plane in document.planes if plane.share is not None]
    open_planes = len(document.planes) - len(known)
    usual = max(0.0, 1 - sum(known)) / open_planes if open_planes else 0.0
    facts = []
    for at, plane in enumerate(document.planes):
        step = at / max(1, len(document.planes) - 1)
        value = FAR_VALUE + step * (NEAR_VALUE - FAR_VALUE) if plane.value is None else plane.value
        facts.append(
            PlaneFacts(
                name=plane.name,
                area_cm2=area * (usual if plane.share is None else plane.share),
                detail=plane.detail,
                value=value,
                dark=value - ACCENT if plane.dark is None else plane.dark,
                light=value + ACCENT if plane.light is None else plane.light,
                contrast_left=plane.contrast_left,
                sky=plane.kind == "sky",
                nature=plane.nature,
                handling=Handling(plane.body, plane.marks, plane.brush),
                in_focus=plane.in_focus,
            )
        )
    return facts


def _given_passes(document: Document, facts: list[PlaneFacts], medium: Medium) -> list[Pass]:
    ranks = {plane.name: rank for rank, plane in enumerate(document.planes, start=1)}
    area = document.support.width_cm * document.support.height_cm
    found = []
    for number, each in enumerate(document.passes, start=1):
        rank = None if each.plane is None else ranks[each.plane]
        plane = None if rank is None else facts[rank - 1]
        covered, detail = (area, 0.25) if plane is None else (plane.area_cm2, plane.detail)
        found.append(
            Pass(
                number,
                each.kind,
                rank,
                each.title or title_in(each.kind, medium),
                each.paint or paint_in(each.kind, medium),
                each.minutes or estimate_minutes(each.kind, covered, detail, area),
                each.thickness,
                "Given.",
                "" if plane is None else plane.name,
                each.brush_mm,
                each.in_light,
                each.thing or "",
                each.aid,
            )
        )
    return found


def _minute(said: str, place: str) -> int:
    try:
        return minute_of(said)
    except DomainError as error:
        raise DocumentError(f"{place}: {error.message}", error.way_out) from None


def _sessions(document: Document) -> tuple[Session, ...]:
    sessions = []
    for at, each in enumerate(document.sessions):
        start = _minute(each.start, f"sessions[{at}].start")
        climate = Climate(each.temperature_c, each.humidity, each.wind_m_s, each.sun_w_m2)
        painting = each.minutes - each.setup_min - each.cleanup_min
        if painting < LEAST_PAINTING_MIN:
            raise DocumentError(f"sessions[{at}]: setting up and cleaning up leave no time.", "Make it longer.")
        sessions.append(
            Session(
                at + 1,
                say_day(start),
                start + each.setup_min,
                painting,
                each.outdoors,
                climate,
                each.setup_min,
                each.cleanup_min,
                each.unbroken_min,
            )
        )
    return tuple(sorted(sessions, key=lambda session: session.start))


def _done(document: Document) -> tuple[Done, ...]:
    found = []
    for at, each in enumerate(document.passes):
        if each.done is not None:
            start, end = (_minute(said, f"passes[{at}].done") for said in each.done)
            if end <= start:
                raise DocumentError(f"passes[{at}].done: it ends before it begins.", "Swap the two times.")
            found.append(Done(at + 1, start, end))
    return tuple(found)


def _taken(document: Document, sessions: dict[int, Session]) -> Listed:
    """Give the plan that was taken; a pass without a begin begins as soon as it can."""
    found = []
    for at, each in enumerate(document.plan):
        session = sessions[each.session]
        start = 0 if each.start is None else _minute(each.start, f"plan[{at}].start")
        if each.by_hand and not session.start <= start < session.end:
            raise DocumentError(f"plan[{at}].start: it lies outside its session.", "Give an hour within it.")
        found.append((each.layer_pass, each.session, start))
    return tuple(found)


def _deadline(document: Document) -> Deadline | None:
    ready = document.ready_by
    if ready is None or ready.day is None:
        return None
    return Deadline(_minute(ready.day, "ready_by.day") // 1440 * 1440, purpose_of(ready.purpose))


def plan_document(document: Document) -> Planned:
    """Plan a document: passes as given or derived, sessions filled, everything judged.

    Raises
    ------
    DocumentError
        If a time in it is none.
    DomainError
        If two sessions overlap.
    """
    medium, ground = medium_of(document.medium), ground_of(document.ground)
    school = school_of(document.school or medium.usual_school)
    facts = facts_of(document)
    ranks = {plane.name: rank for rank, plane in enumerate(document.planes, start=1)}
    borders = [Border(ranks[b.far], ranks[b.near], b.cm, 0.0, 0.0, 1.0) for b in document.borders]
    area, edge = document.support.width_cm * document.support.height_cm, sum(b.cm for b in document.borders)

    def derived(key: str) -> list[Pass]:
        return needed_passes(facts, medium, ground, school_of(key), area, edge) if facts else []

    passes = _given_passes(document, facts, medium) if document.passes else derived(school.key)
    now = None if document.now is None else _minute(document.now, "now")
    sessions = _sessions(document)
    easel = Easel(
        facts,
        borders,
        medium,
        school,
        document.unit,
        sessions,
        _done(document),
        now,
        _taken(document, {session.id: session for session in sessions}),
        frozenset(each.layer_pass for each in document.plan if each.by_hand),
        deadline=_deadline(document),
        say_day=say_date,
    )
    work = put_to_work(passes, easel)
    elements = [
        Element(number, each.name, None if each.plane is None else ranks[each.plane], None)
        for number, each in enumerate(document.elements, start=1)
    ]
    wanted = everything_wanted(facts, elements, (), [], work.passes)
    judgements = [
        *work.judgements,
        *audit_elements(elements, [plane.name for plane in document.planes]),
        *audit_wanted(wanted, work.passes, facts),
    ]
    return Planned(
        document,
        work,
        schools_of(easel, derived),
        [j for j in most_costly_first(judgements) if j.key not in document.meant_so],
    )


def as_data(plan: Planned) -> dict[str, Any]:
    """Give a plan as plain data, for JSON."""
    work, schedule = plan.work, plan.work.schedule
    by_id = {each.id: each for each in work.passes}
    sessions = {session.id: session for session in work.sessions}
    reasons = {reason.pass_id: reason for reason in work.reasons}
    return {
        "rules_version": RULES_VERSION,
        "title": plan.document.title,
        "passes": [
            {
                "number": each.id,
                "kind": each.kind,
                "plane": each.place or None,
                "title": each.title,
                "paint": each.paint,
                "minutes": each.minutes,
                "thickness": each.thickness,
                "why": each.why,
            }
            for each in work.passes
        ],
        "schedule": [
            {
                "pass": placed.pass_id,
                "said": by_id[placed.pass_id].said,
                "session_start": iso(sessions[placed.session_id].from_door),
                "start": iso(placed.start),
                "end": iso(placed.end),
                "touch_dry": [iso(placed.drying.touch_early), iso(placed.drying.touch_late)],
                "not_earlier": reasons[placed.pass_id].not_earlier,
                "not_session_before": reasons[placed.pass_id].not_session_before,
            }
            for placed in schedule.placements
        ],
        "milestones": [
            {"pass": each.pass_id, "said": by_id[each.pass_id].said, "earliest": iso(each.earliest)}
            for each in schedule.milestones
        ],
        "unplaced": [
            {"pass": each.pass_id, "said": by_id[each.pass_id].said, "why": each.why} for each in schedule.unplaced
        ],
        "would_help": [each.said for each in schedule.helps],
        "broken_rules": verify(work.problem, schedule),
        "judgements": [
            {
                "key": each.key,
                "kind": each.kind,
                "severity": each.severity,
                "title": each.title,
                "text": each.text,
                "remedies": [remedy.label for remedy in each.remedies],
            }
            for each in plan.judgements
        ],
        "cost": _cost(work.cost),
        "schools": [{"name": offer.school.name, **_cost(offer.cost)} for offer in plan.schools],
    }


def _cost(cost: OrderCost) -> dict[str, float]:
    return {
        "cut_round_cm": round(cost.cut_round_cm, 1),
        "remixes": cost.remixes,
        "wait_min": round(cost.wait_min),
        "painting_min": cost.painting_min,
    }


def as_text(plan: Planned) -> str:
    """Say a plan in lines to be read."""
    data = as_data(plan)
    cost = data["cost"]
    lines = [
        data["title"],
        f"{len(plan.work.passes)} passes, {say_minutes(cost['painting_min'])} of painting; "
        f"{cost['cut_round_cm']:.0f} cm to cut round, {cost['remixes']} remixes.",
    ]
    last = ""
    for placed in data["schedule"]:
        if placed["session_start"] != last:
            last = placed["session_start"]
            lines += ["", f"Session {last.replace('T', ' ')}"]
        lines.append(f"  {placed['start'][11:]}-{placed['end'][11:]}  {placed['said']}")
        lines.append(f"               {placed['not_earlier']}")
    if not data["schedule"]:
        lines += ["", "In this order:", *(f"  {n}. {each.said}" for n, each in enumerate(plan.work.passes, start=1))]
    if data["milestones"]:
        lines += ["", *(f"Not before {each['earliest'][:10]}: {each['said']}" for each in data["milestones"])]
    if data["unplaced"]:
        lines += ["", "No place for:", *(f"  {each['said']}: {each['why']}" for each in data["unplaced"])]
        lines += [f"  What would do: {said}." for said in data["would_help"]]
    if data["judgements"]:
        lines += ["", "Judgements:"]
        for each in data["judgements"]:
            lines += [f"  {each['title']} ({each['severity']})", f"    {each['text']}"]
            lines += [f"    -> {label}" for label in each["remedies"]]
    lines += ["", "Drying times are estimates: touch the paint before you trust them. Labels come first."]
    return "\n".join(lines)
