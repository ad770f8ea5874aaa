"""A plan sought in earnest: the solver's answer on the board, then every pass tried elsewhere nearby.

Whoever waits may look on: plans are reported as they get better, and the search can be stopped with the best so far.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol

from kind_distance.core.schedule.exact import plan_exactly
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.plan import Placed, listed_of, merit, put_listed, tried
from kind_distance.core.schedule.search import EFFORT, Listed, search, search_watched

SOUGHT_WHOLE = 34  # passes from which on a move at the end costs so much that fewer are tried
NEARBY = 4  # places in the order that a pass is moved by, at the end
MOST_TRIES = 400  # moves tried at the end; counted, not timed, so that every machine does the same
LARGE_SHARE = 4  # a large painting's moves cost more each, so fewer are tried


class Watch(Protocol):
    """Somebody who looks on."""

    def report(self, tries: int, listed: Listed, cost: float) -> None:
        """Hear of the plans tried so far and the best of them."""

    def stopped(self) -> bool:
        """Say whether the best so far will do."""

    def when_stopped(self, stop: Callable[[], None]) -> None:
        """Keep what has to be called when it is stopped meanwhile."""


def _at_ease(listed: Listed) -> Listed:
    return tuple((number, session, 0) for number, session, _ in listed)


def _answered(problem: Problem, listed: Listed) -> tuple[Listed, Placed]:
    """Put the solver's answer on the board, begun when it says and as soon as can be; take the better of the two.

    Sooner is not always better: paint begun earlier is tacky earlier, and what was to go into it wet has to wait.
    """
    tried = [(each, put_listed(problem, each)) for each in (_at_ease(listed), listed)]
    return min(tried, key=lambda found: merit(problem, found[1]))


def sought(problem: Problem, *, patiently: bool = False, watch: Watch | None = None) -> Listed:
    """Seek the plan of least cost in earnest.

    The solver's answer is put on the board, a small painting is planned through and through, and every pass is then
    tried elsewhere nearby; only what costs less is kept. `patiently` takes many times the effort, to know what could be
    had.

    Parameters
    ----------
    problem : Problem
    patiently : bool
    watch : Watch or None
        Who looks on, and may stop it; without one the same problem always gives the same plan.
    """
    best = min(tried(problem), key=lambda found: merit(problem, found))
    tries = MOST_TRIES * (10 if patiently else 1)
    effort = EFFORT * (20 if patiently else 1)
    standing = listed_of(best[0])
    if watch is None:
        found = search(problem, standing, effort)
    else:
        watch.report(1, standing, merit(problem, best))
        if watch.stopped():
            return standing
        found = search_watched(problem, standing, effort, watch.when_stopped)
    answer = _answered(problem, found)
    if merit(problem, answer[1]) < merit(problem, best):
        standing, best = answer
    exact, _ = plan_exactly(problem, merit(problem, best))
    if exact:
        standing, best = exact, put_listed(problem, exact)
    if watch is not None:
        watch.report(2, standing, merit(problem, best))
    if len(standing) > SOUGHT_WHOLE:
        tries //= LARGE_SHARE
    return _polished(problem, standing, best, tries, watch)


def _polished(problem: Problem, listed: Listed, best: Placed, most: int, watch: Watch | None) -> Listed:
    """Try to put every pass elsewhere nearby or into another session: what the model only estimates is counted here."""
    cost, tries, at = merit(problem, best), 0, 0
    sessions = [session.id for session in problem.sessions]
    since = 0  # passes looked at since the last one that moved
    while since < len(listed) and tries < most and not (watch and watch.stopped()):
        number, session, start = listed[at]
        rest = (*listed[:at], *listed[at + 1 :])
        spots = [(to, session) for to in range(max(0, at - NEARBY), min(len(rest), at + NEARBY) + 1)]
        spots += [(at, other) for other in sessions if other != session]
        since += 1
        for to, into in spots:
            if (to, into, start) == (at, session, 0):
                continue
            tries += 1
            moved = (*rest[:to], (number, into, 0), *rest[to:])
            found = merit(problem, put_listed(problem, moved))
            if found < cost - 1e-9:
                listed, cost, since = moved, found, 0
                break
        at = (at + 1) % len(listed)
        if watch is not None:
            watch.report(2 + tries, listed, cost)
    return listed
