"""A day by which a painting has to be ready: counted backward from it, and refused honestly when it cannot be.

What ready means depends on what for: a gift is touched, what is packed for a trip is leaned on, what is sold is
varnished. Common practice, no source; labels and whoever carries the painting come first.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Literal

from kind_distance.core.judgement import Finding
from kind_distance.core.paint.drying import STUDIO, Drying, Weather, dry
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.plan import Board, Schedule, make_schedule
from kind_distance.errors import DomainError

DAY = 1440
VARNISH_DRY_MIN = DAY  # before it is wrapped; common practice, labels rule
BY_HOUR_MIN = 8 * 60  # a day it has to be ready by begins at eight
THINNER = 0.6  # of the thickness, tried as one thing to give up


@dataclass(frozen=True)
class Purpose:
    """What a painting has to be ready for.

    Parameters
    ----------
    key, name : str
    through : bool
        Whether paint that dries within days has to be dry through.
    varnished : bool
        Whether it has to be varnished, and the varnish dry.
    said : str
        What that asks for.
    """

    key: str
    name: str
    through: bool
    varnished: bool


PURPOSES: dict[str, Purpose] = {
    each.key: each
    for each in (
        Purpose("gift", "a gift", through=False, varnished=False),
        Purpose("trip", "a trip", through=True, varnished=False),
        Purpose("sale", "a sale or a show", through=True, varnished=True),
    )
}  # fmt: skip


def purpose_of(key: str) -> Purpose:
    """Return a purpose by its name; raise DomainError if there is none."""
    if key not in PURPOSES:
        raise DomainError("A painting is ready for a gift, a trip or a sale here.", "Choose one of the three.")
    return PURPOSES[key]


@dataclass(frozen=True)
class Deadline:
    """The day by which it has to be ready [clock min of its midnight], and for what."""

    day: int
    purpose: Purpose

    @property
    def minute(self) -> int:
        """Minute by which it has to be ready."""
        return self.day + BY_HOUR_MIN


@dataclass(frozen=True)
class Ready:
    """When a plan is ready, and which pass it waits for last.

    Parameters
    ----------
    minute : float
        [clock min]
    last : Pass or None
    painted_at : float
        When that ends. [clock min]
    varnish : bool
        Whether the varnish is what comes last.
    """

    minute: float
    last: Pass | None
    painted_at: float
    varnish: bool = False


def _dry_for(purpose: Purpose, each: Pass, film: Drying) -> float:
    if each.paint in ("dry", "varnish"):
        return film.painted_at
    wants_through = purpose.through and (each.paint != "oil" or purpose.varnished)
    return film.through_late if wants_through else film.touch_late


def ready_at(problem: Problem, schedule: Schedule, purpose: Purpose) -> Ready | None:
    """Work out when a plan is ready for a purpose; None while something has no place or nothing is planned."""
    if schedule.unplaced:
        return None
    board = Board(problem)
    films = dict(board.films)
    films.update({each.pass_id: each.drying for each in schedule.placements})
    if not films:
        return None
    best = max(films, key=lambda number: (_dry_for(purpose, board.passes[number], films[number]), number))
    ready = Ready(_dry_for(purpose, board.passes[best], films[best]), board.passes[best], films[best].painted_at)
    varnish = [each for each in schedule.milestones if board.passes[each.pass_id].kind == "varnish"]
    if purpose.varnished and varnish:
        return replace(ready, minute=max(ready.minute, varnish[0].earliest) + VARNISH_DRY_MIN, varnish=True)
    return ready


def latest_end(each: Pass, deadline: Deadline) -> float:
    """Latest minute at which a pass may end so that it is ready in time, in the air of the studio. [clock min]."""
    film = dry(each.paint, 0.0, Weather(((0.0, STUDIO),)), each.thickness, each.aids)
    extra = VARNISH_DRY_MIN if deadline.purpose.varnished else 0
    return deadline.minute - _dry_for(deadline.purpose, each, film) - extra


def _without(problem: Problem, number: int) -> Problem:
    """Take a pass out; what stood on it stands on what it stood on."""
    left = tuple(each for each in problem.passes if each.id != number)
    rules = tuple(rule for rule in problem.rules if number not in (rule.before, rule.after))
    return replace(problem, passes=left, rules=rules)


@dataclass(frozen=True)
class GivenUp:
    """One thing with which it would be ready when it is given up: the varnish, a pass, or its thickness."""

    what: Literal["varnish", "pass", "thickness"]
    each: Pass | None = None
    thickness: float = 0.0


def _give_up(problem: Problem, deadline: Deadline, ready: Ready) -> list[GivenUp]:
    """Find single things to give up with which it would be ready, each tried by planning without it."""
    found: list[GivenUp] = []
    last = ready.last

    def holds(changed: Problem, purpose: Purpose) -> bool:
        then = ready_at(changed, make_schedule(changed), purpose)
        return then is not None and then.minute <= deadline.minute

    if ready.varnish and holds(problem, PURPOSES["gift"]):
        found.append(GivenUp("varnish"))
    if last is not None and last.kind not in ("block_in", "ground", "finish"):
        if holds(_without(problem, last.id), deadline.purpose):
            found.append(GivenUp("pass", last))
        thin = round(max(0.1, last.thickness * THINNER), 2)
        thinner = tuple(replace(p, thickness=thin) if p.id == last.id else p for p in problem.passes)
        if holds(replace(problem, passes=thinner), deadline.purpose):
            found.append(GivenUp("thickness", last, thin))
    return found


def audit_deadline(problem: Problem, schedule: Schedule, deadline: Deadline) -> list[Finding]:
    """Judge a plan against the day it has to be ready by, counted backward.

    Parameters
    ----------
    problem : Problem
    schedule : Schedule
        What is given up is tried on a fresh one.
    deadline : Deadline
    """
    if not problem.sessions and not problem.done:
        return []
    known: dict[str, object] = {"deadline": deadline}
    if schedule.unplaced:
        left = {each.pass_id for each in schedule.unplaced}
        minutes = sum(p.minutes for p in problem.passes if p.id in left)
        before = sum(s.minutes for s in problem.sessions if s.end <= deadline.minute and s.end > problem.free_from)
        return [
            Finding("too_late", "strong", measures={**known, "left_min": minutes, "hold_min": before}, weight=minutes)
        ]
    ready = ready_at(problem, schedule, deadline.purpose)
    if ready is None or ready.last is None or ready.minute <= deadline.minute:
        return []
    late, latest = ready.minute - deadline.minute, latest_end(ready.last, deadline)
    over = problem.done and latest <= problem.free_from
    measures: dict[str, object] = {
        **known, "ready": ready, "late_min": late, "latest": latest, "can": latest > problem.free_from,
        "needs_min": ready.minute - ready.painted_at - (VARNISH_DRY_MIN if ready.varnish else 0),
        "give_up": [] if over else _give_up(problem, deadline, ready),
    }  # fmt: skip
    ranks = (ready.last.plane,) if ready.last.plane else ()
    return [Finding("too_late", "strong", ranks=ranks, measures=measures, weight=late / 60)]


def next_day(minute: float) -> int:
    """Midnight of the first day by which something at a minute is ready."""
    return math.ceil((minute - BY_HOUR_MIN) / DAY) * DAY


def say_iso(minute: float) -> str:
    """Write the first day by which something at a minute is ready, in ISO 8601."""
    return (date(1970, 1, 1) + timedelta(days=next_day(minute) // DAY)).isoformat()
