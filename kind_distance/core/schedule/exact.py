"""A small painting planned through and through: every order the rules allow, every cut between sessions.

A pass begins as soon as it can be, or so that it begins or ends when another film has become dry, since paint begun
sooner is tacky sooner. A branch is left where its least possible cost is no better than the best plan, or where another
one stands no worse in every respect: the same passes painted, no later, no dearer, no film wetter. What is counted is
branches, never time, so that every machine finds the same.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from kind_distance.core.paint.drying import Drying
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.cost import LEFT_WEIGHT, REMIX_WEIGHT, SESSION_WEIGHT, TURN_WEIGHT, plan_cost
from kind_distance.core.schedule.model import Placement, Problem, Session
from kind_distance.core.schedule.plan import Board, pinned
from kind_distance.core.schedule.search import Listed

MOST_PASSES = 16  # open passes up to which all is tried
MOST_BRANCHES = 6000  # beyond, the painting is larger than it looks; what was found so far is given


@dataclass(frozen=True)
class _Stand:
    """What is placed so far, as far as cost goes.

    Parameters
    ----------
    sessions, remixes, turns : int
    mixed : frozenset of int
        Planes whose colour was mixed.
    current, last : int or None
        Plane that was painted last, and pass that was placed last.
    """

    sessions: int = 0
    remixes: int = 0
    turns: int = 0
    mixed: frozenset[int] = frozenset()
    current: int | None = None
    last: int | None = None

    @property
    def cost(self) -> float:
        """Cost without the clock. [min of equal worth]."""
        return SESSION_WEIGHT * self.sessions + REMIX_WEIGHT * self.remixes + TURN_WEIGHT * self.turns

    def after(self, each: Pass, *, new_session: bool, turned: bool) -> _Stand:
        """Add a pass."""
        again = each.plane is not None and each.plane != self.current and each.plane in self.mixed
        return _Stand(
            self.sessions + new_session,
            self.remixes + again,
            self.turns + turned,
            self.mixed if each.plane is None else self.mixed | {each.plane},
            self.current if each.plane is None else each.plane,
            each.id,
        )


Seen = list[tuple[float, float, dict[int, Drying]]]


@dataclass
class _Search:
    problem: Problem
    board: Board
    open: dict[int, Pass]
    rank: dict[int, int]
    gone: list[int]
    best: float
    found: tuple[Placement, ...] = ()
    placements: list[Placement] = field(default_factory=list)
    seen: dict[tuple[object, ...], Seen] = field(default_factory=dict)
    branches: int = 0

    def starts(self, each: Pass, now: float, session: Session) -> list[int]:
        """Minutes worth beginning a pass at."""
        latest = session.end - each.minutes
        soonest = int(self.board.earliest(each, now, session)[0])
        dry = [math.ceil(f.touch_late) for f in self.board.films.values() if f.touch_late > soonest]
        wanted = {soonest, *dry, *(minute - each.minutes for minute in dry)}
        held = (start for start in wanted if soonest <= start <= latest)
        return sorted(start for start in held if self.board.earliest(each, start, session)[0] == start)

    def bound(self, stand: _Stand, left: frozenset[int], clock: float) -> float:
        """Least cost of any plan that goes on from here: all that is left without a wait, remix or session more."""
        minutes = sum(self.open[n].minutes for n in left)
        room = self.gone[-1] - clock
        return stand.cost + clock + min(minutes, max(0.0, room)) + LEFT_WEIGHT * max(0.0, minutes - room)

    def dominated(self, key: tuple[object, ...], now: float, cost: float) -> bool:
        """Whether a branch that was looked at stands no worse in every respect; else this one is remembered."""
        films = {n: f for n, f in self.board.films.items() if max(f.touch_late, f.through_late, f.firm) > now}
        for other_now, other_cost, other in self.seen.get(key, []):
            wet = (n for n, f in other.items() if max(f.through_late, f.firm) > now)
            if (
                other_now <= now
                and other_cost <= cost + 1e-9
                and all(n in films and _no_wetter(other[n], films[n], now) for n in wet)
            ):
                return True
        self.seen.setdefault(key, []).append((now, cost, films))
        return False

    def end(self) -> None:
        """Hold the plan as it stands against the best."""
        cost = plan_cost(self.problem, self.placements)
        if cost < self.best - 1e-9:
            self.best, self.found = cost, tuple(self.placements)

    def go(self, left: frozenset[int], at: int, now: float, stand: _Stand) -> None:
        """Try all that may come next in session `at`, then leave it."""
        self.branches += 1
        if not left:
            self.end()
            return
        session = self.problem.sessions[at]
        clock = self.gone[at] + now - session.start
        if self.branches > MOST_BRANCHES or self.bound(stand, left, clock) >= self.best - 1e-9:
            return
        run = None if session.unbroken_min is None else self.board.unbroken(session, now)
        if self.dominated((left, at, stand.last, stand.current, run), now, stand.cost + clock):
            return
        fresh = not self.placements or self.placements[-1].session_id != session.id
        for number in sorted(left, key=lambda n: self.rank[n]):
            each = self.open[number]
            if self.board.held_up[each.id]:
                continue
            turned = stand.last is not None and self.rank[number] < self.rank[stand.last]
            for start in self.starts(each, now, session):
                end = start + each.minutes
                self.placements.append(Placement(number, session.id, start, end, self.board.paint(each, end)))
                self.go(left - {number}, at, end, stand.after(each, new_session=fresh, turned=turned))
                self.placements.pop()
                self.board.unpaint(each)
        if at + 1 < len(self.problem.sessions):
            self.go(left, at + 1, max(self.problem.sessions[at + 1].start, self.problem.free_from), stand)
        else:
            self.end()


def _no_wetter(one: Drying, other: Drying, now: float) -> bool:
    """Whether a film allows all that another allows, from a minute on."""
    as_open = one.open_until >= other.open_until or other.open_until <= now
    as_dry = one.touch <= max(now, other.touch) and one.through_late <= max(now, other.through_late)
    as_dry = as_dry and one.firm <= max(now, other.firm)
    return as_open and as_dry


def plan_exactly(problem: Problem, best: float) -> tuple[Listed, bool]:
    """Look for a plan of less cost than a known one, through and through.

    Parameters
    ----------
    problem : Problem
    best : float
        Cost of a plan that is known.

    Returns
    -------
    tuple of (pass, session, minute), bool
        Empty where none is better, or the painting is too large; and whether all was looked at.
    """
    board = Board(problem)
    left = {p.id: p for p in problem.passes if p.kind != "varnish" and p.id not in board.films}
    if not 1 < len(left) <= MOST_PASSES or not problem.sessions:
        return (), False
    gone = [0]
    for session in problem.sessions:
        gone.append(gone[-1] + session.minutes)
    rank = {each.id: at for at, each in enumerate(problem.passes)}
    search = _Search(problem, board, left, rank, gone, best)
    begin = max(problem.sessions[0].start, problem.free_from)
    search.go(frozenset(left), 0, begin, _Stand())
    return pinned(search.found), search.branches <= MOST_BRANCHES
