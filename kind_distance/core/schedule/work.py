"""Passes put to work: their rules and cost, the schools beside them, where they stand in the sessions, all judged.

The one way from passes to a plan, for a painting that is kept as for a document that is only read.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache

from kind_distance.core.depth.readings import Border
from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.drawing import DrawingMedium
from kind_distance.core.paint.drying import Drying
from kind_distance.core.paint.media import Medium
from kind_distance.core.passes.advice import audit_brushes, audit_covered, audit_crossed, audit_lines
from kind_distance.core.passes.audit import audit_blends
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts, Precedence
from kind_distance.core.passes.order import OrderCost, SchoolOffer, compare_schools, cost_of_order, judge_order
from kind_distance.core.passes.precedence import material_rules, order_rules, touching_planes
from kind_distance.core.passes.schools import SCHOOLS, School
from kind_distance.core.schedule.byhand import audit_by_hand
from kind_distance.core.schedule.conflict import say_conflict
from kind_distance.core.schedule.deadline import Deadline, judge_deadline
from kind_distance.core.schedule.model import Done, Help, Problem, Session
from kind_distance.core.schedule.plan import Board, Schedule, make_schedule, sessions_used
from kind_distance.core.schedule.reasons import Reason, explain
from kind_distance.core.schedule.search import Listed
from kind_distance.core.schedule.wet import audit_wet
from kind_distance.core.wording import Unit, first_upper, say_list

NO_SINGLE_HELP = " No longer session and no few more of the same kind would hold it: thin the plan, or add sessions."


@dataclass(frozen=True)
class Work:
    """Passes in the painter's order, what they ask for and cost, and where they stand in the sessions."""

    planes: list[PlaneFacts]
    passes: list[Pass]
    done: tuple[Done, ...]
    rules: list[Precedence]
    cost: OrderCost
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


@dataclass(frozen=True)
class Easel:
    """What passes are put to work with.

    Parameters
    ----------
    planes : list of PlaneFacts
        Farthest first.
    borders : list of Border
    medium : Medium
    school : School
    unit : "cm" or "in"
    sessions : tuple of Session
    done : tuple of Done
    now : int or None
        The present: nothing is placed earlier. [clock min]
    kept : tuple of (pass, session, minute)
        A plan the painter took; empty without one.
    fixed : frozenset of int
        Passes of it that were put there by hand.
    reserves : tuple of KeptFacts
        Lights that are kept.
    drawing : DrawingMedium or None
    deadline : Deadline or None
    say_day : callable
        Says a clock minute as a day.
    """

    planes: list[PlaneFacts]
    borders: list[Border]
    medium: Medium
    school: School
    unit: Unit
    sessions: tuple[Session, ...]
    done: tuple[Done, ...] = ()
    now: int | None = None
    kept: Listed = ()
    fixed: frozenset[int] = frozenset()
    reserves: tuple[KeptFacts, ...] = ()
    drawing: DrawingMedium | None = None
    deadline: Deadline | None = None
    say_day: Callable[[float], str] = str


@lru_cache(maxsize=64)
def _scheduled(problem: Problem, kept: Listed) -> tuple[Schedule, list[Reason]]:
    schedule = make_schedule(problem, kept)
    return schedule, explain(problem, schedule)


@lru_cache(maxsize=128)
def _used(problem: Problem) -> tuple[int, int]:
    return sessions_used(problem)


def school_sessions(easel: Easel, derived: Callable[[str], list[Pass]]) -> dict[str, tuple[int, int]]:
    """Count what each school would take of the sessions, and the passes it would leave over.

    Asked for apart, since it plans the painting once for every school. Empty without a session, and once something
    is painted.
    """
    if not easel.sessions or easel.done:
        return {}
    touching = frozenset(touching_planes(easel.borders))
    found = {}
    for key in SCHOOLS:
        passes = derived(key)
        rules = (
            *material_rules(passes, easel.medium, easel.planes),
            *order_rules(passes, easel.borders, easel.planes, easel.unit),
        )
        found[key] = _used(Problem(tuple(passes), rules, touching, easel.medium.beside, easel.sessions, (), easel.now))
    return found


def schools_of(easel: Easel, derived: Callable[[str], list[Pass]]) -> list[SchoolOffer]:
    """Lay the schools of order side by side with their cost; asked for apart, as it derives the passes for each.

    Parameters
    ----------
    easel : Easel
    derived : callable
        The passes that a school of order would have, by its key.
    """
    orders = {key: derived(key) for key in SCHOOLS}
    return compare_schools(list(SCHOOLS.values()), orders, easel.borders, easel.medium, easel.planes, easel.unit)


def put_to_work(passes: list[Pass], easel: Easel) -> Work:
    """Work out rules, cost, sessions and judgements of passes.

    Parameters
    ----------
    passes : list of Pass
        In the painter's order.
    easel : Easel
    """
    planes, borders, medium, unit = easel.planes, easel.borders, easel.medium, easel.unit
    rules = [*material_rules(passes, medium, planes), *order_rules(passes, borders, planes, unit)]
    problem = Problem(
        tuple(passes),
        tuple(rules),
        frozenset(touching_planes(borders)),
        medium.beside,
        easel.sessions,
        easel.done,
        easel.now,
        easel.fixed,
    )
    schedule, reasons = _scheduled(problem, easel.kept)
    finished = {each.pass_id for each in easel.done}
    judged = judge_order(passes, borders, medium, planes, easel.school, unit, finished)
    films = {placed.pass_id: placed.drying for placed in schedule.placements}
    return Work(
        planes,
        passes,
        easel.done,
        rules,
        cost_of_order(passes, borders, medium, planes),
        easel.sessions,
        schedule,
        reasons,
        [
            *(each for each in judged if not _about_done_only(each, finished)),
            *audit_blends(passes, planes, films.get, finished, unit),
            *_advice(passes, easel, finished),
            *audit_wet(problem, schedule.placements),
            *audit_by_hand(problem, schedule, unit),
            *_unplaced(problem, passes, schedule, easel),
            *_late(problem, schedule, easel),
        ],
        problem,
    )


def _advice(passes: list[Pass], easel: Easel, finished: set[int]) -> list[Judgement]:
    """Judge single passes: covered detail, brushes, lights that are crossed, lines that show."""
    planes, medium = easel.planes, easel.medium
    return [
        *audit_covered(passes, easel.borders, planes, easel.school, finished, easel.unit),
        *audit_brushes(passes, planes, finished),
        *audit_crossed(passes, easel.reserves, medium, finished),
        *([] if easel.drawing is None else audit_lines(passes, planes, easel.drawing, medium, finished)),
    ]


def _about_done_only(judgement: Judgement, finished: set[int]) -> bool:
    """Whether a judgement on an order speaks only of what is painted already and cannot be changed."""
    named = {int(part) for part in judgement.key.split(":")[1:]}
    return judgement.kind == "broken_rule" and named <= finished


def _late(problem: Problem, schedule: Schedule, easel: Easel) -> list[Judgement]:
    if easel.deadline is None:
        return []
    return judge_deadline(problem, schedule, easel.kept, easel.deadline, easel.say_day)


def _unplaced(problem: Problem, passes: list[Pass], schedule: Schedule, easel: Easel) -> list[Judgement]:
    """Say what found no place, once, with what would help."""
    if not schedule.unplaced or not easel.sessions:
        return []
    by_id = {each.id: each for each in passes}
    left = [by_id[each.pass_id] for each in schedule.unplaced]
    minutes = sum(each.minutes for each in left)
    titles = [each.said for each in left]
    said = say_list(titles[:3]) + (f" and {len(titles) - 3} more" if len(titles) > 3 else "")
    offers = schedule.helps
    knot = f" {say_conflict(problem, schedule.conflict)}" if not easel.kept else ""
    would = f" What would do: {' or '.join(offer.said for offer in offers)}." if offers else NO_SINGLE_HELP
    remedies = [_remedy(offer) for offer in offers]
    for number in schedule.conflict.give_up:
        each = by_id[number]
        remedies.append(Remedy(f"Leave out {each.said} ({each.minutes} min)", "remove_pass", {"number": number}))
    if easel.kept:
        would = " It is the plan you took that leaves it; worked out afresh, it may fit."
        remedies = [Remedy("Let the plan go", "let_plan_go"), Remedy("Plan it anew", "take_plan", {"way": "anew"})]
    return [
        Judgement(
            key="does_not_fit",
            kind="does_not_fit",
            stage="sessions",
            severity="strong",
            title=f"{len(left)} {'pass finds' if len(left) == 1 else 'passes find'} no place",
            text=f"{first_upper(said)}: {minutes} min. {schedule.unplaced[0].why}{knot}{would}",
            weight=float(minutes),
            remedies=tuple(remedies),
        )
    ]


def _remedy(offer: Help) -> Remedy:
    label = first_upper(offer.said)
    if offer.days == 0:
        return Remedy(label, "set_session", {"session": offer.session_id, "minutes": offer.minutes})
    more: dict[str, object] = {
        "session": offer.session_id,
        "minutes": offer.minutes,
        "days": offer.days,
        "times": offer.times,
    }
    return Remedy(label, "copy_session", more)
