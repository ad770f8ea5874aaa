"""Passes put to work: their rules and cost, the schools beside them, and where they stand in the sessions.

The one way from passes to a plan, for a painting that is kept as for a document that is only read.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import lru_cache

from kind_distance.core.depth.readings import Border
from kind_distance.core.judging.model import Painted, Scene
from kind_distance.core.paint.drying import Drying
from kind_distance.core.paint.media import Medium
from kind_distance.core.passes.model import Pass, PlaneFacts, Precedence
from kind_distance.core.passes.order import OrderCost, SchoolOffer, compare_schools, cost_of_order
from kind_distance.core.passes.schools import SCHOOLS, School
from kind_distance.core.schedule.deadline import Deadline
from kind_distance.core.schedule.model import Done, Problem, Session
from kind_distance.core.schedule.plan import Board, Schedule, make_schedule, sessions_used
from kind_distance.core.schedule.reasons import Reason, explain
from kind_distance.core.schedule.rules import plain_scene, rules_of
from kind_distance.core.schedule.search import Listed
from kind_distance.core.wording import Unit


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
    problem: Problem

    def films_by_pass(self) -> dict[int, Drying]:
        """Give the film of everything that is painted already, by its pass."""
        board = Board(self.problem)
        return {done.pass_id: board.films[done.pass_id] for done in self.done}

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
    scene : Scene or None
        The painting as the judge reads it, without its passes.
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
    scene: Scene | None = None
    deadline: Deadline | None = None
    say_day: Callable[[float], str] = str

    def scene_for(self, school: str) -> Scene:
        """Give the painting as the judge reads it, in the order of a school."""
        scene = self.scene or plain_scene(self.planes, self.borders, self.medium, school)
        return replace(scene, school=school)


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
    found = {}
    for key in SCHOOLS:
        passes = derived(key)
        rules = tuple(rules_of(easel.scene_for(key), passes))
        found[key] = _used(Problem(tuple(passes), rules, frozenset(), "done", easel.sessions, (), easel.now))
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
    rules = {key: rules_of(easel.scene_for(key), passes) for key, passes in orders.items()}
    return compare_schools(list(SCHOOLS.values()), orders, easel.borders, rules, easel.planes, easel.unit)


def work_out(passes: list[Pass], easel: Easel) -> Work:
    """Work out rules, cost and sessions of passes.

    Parameters
    ----------
    passes : list of Pass
        In the painter's order.
    easel : Easel
    """
    planes, borders = easel.planes, easel.borders
    scene = easel.scene_for(easel.school.key)
    rules = rules_of(scene, passes)
    problem = Problem(
        tuple(passes), tuple(rules), frozenset(), "done", easel.sessions, easel.done, easel.now, easel.fixed
    )
    schedule, reasons = _scheduled(problem, easel.kept)
    cost = cost_of_order(passes, borders, rules, planes)
    if easel.sessions and not schedule.unplaced:
        cost = replace(cost, wait_min=waited(problem, schedule))
    return Work(
        planes,
        passes,
        easel.done,
        rules,
        cost,
        easel.sessions,
        schedule,
        reasons,
        problem,
    )


def waited(problem: Problem, schedule: Schedule) -> float:
    """Add up the minutes within sessions in which one waits before the next pass. [min]."""
    idle, last = 0.0, {session.id: float(max(session.start, problem.free_from)) for session in problem.sessions}
    for each in schedule.placements:
        idle += max(0.0, each.start - last[each.session_id])
        last[each.session_id] = float(each.end)
    return idle


def painted_in(work: Work, *, by_list: bool) -> tuple[Painted, ...]:
    """Lay passes in the order they are painted: an own list as it stands, a derived one by its times."""
    done = {each.pass_id: each for each in work.done}
    placed = {each.pass_id: each for each in work.schedule.placements}
    found: list[tuple[tuple[int, float, int], Painted]] = []
    for at, each in enumerate(work.passes):
        if each.id in done:
            painted = Painted(each, done[each.id].start, done[each.id].end, finished=True)
            found.append(((0, float(done[each.id].start), at), painted))
        elif each.id in placed:
            there = placed[each.id]
            found.append(((1, float(at if by_list else there.start), at), Painted(each, there.start, there.end)))
        else:
            found.append(((1 if by_list else 2, float(at), at), Painted(each)))
    return tuple(painted for _, painted in sorted(found, key=lambda pair: pair[0]))
