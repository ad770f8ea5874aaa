"""Plans to choose from: in the painter's order, with few moves, or anew; each with what it would change."""

from __future__ import annotations

from dataclasses import dataclass, replace

from kind_distance.core.passes.order import count_remixes
from kind_distance.core.schedule.cost import plan_cost, session_clock
from kind_distance.core.schedule.model import Placement, Problem
from kind_distance.core.schedule.plan import (
    in_order,
    listed_of,
    make_schedule,
    pinned,
    place_listed,
    tried_plans,
)
from kind_distance.core.schedule.search import Listed
from kind_distance.core.schedule.seek import sought
from kind_distance.core.wording import say_minutes

FEW = 3  # passes that may change their session where few are to move
WAYS = {
    "order": "Keep my order",
    "few": "Move as little as helps",
    "anew": "Plan it anew",
}


@dataclass(frozen=True)
class Offer:
    """One plan that could be taken.

    Parameters
    ----------
    way : "order", "few" or "anew"
    name : str
    listed : tuple of (pass, session, minute)
    moved : int
        Passes that change their session.
    said : str
        What it would change, against the plan as it stands.
    cost : float
    """

    way: str
    name: str
    listed: Listed
    moved: int
    said: str
    cost: float


def _moved(now: Listed, then: Listed) -> int:
    before, after = ({number: session for number, session, _ in plan} for plan in (now, then))
    return sum(before.get(each) != after.get(each) for each in set(before) | set(after))


def _ends(problem: Problem, placements: list[Placement]) -> int:
    return max((session_clock(problem, each.end, each.session_id) for each in placements), default=0)


def _count(number: int, one: str, many: str) -> str:
    return one if number == 1 else f"{number} {many}"


def say_difference(problem: Problem, kept: Listed, then: Listed) -> str:
    """Say what a listed plan would change against the one that stands."""
    now = list(make_schedule(problem, kept).placements)
    loose = replace(problem, fixed=frozenset())
    return _difference(loose, now, place_listed(loose, then), _moved(kept or pinned(now), then))


def _difference(problem: Problem, now: list[Placement], then: list[Placement], moved: int) -> str:
    passes = {each.id: each for each in problem.passes}
    orders = [[passes[p.pass_id] for p in plan] for plan in (now, then)]
    left = sum(each.minutes for each in orders[0]) - sum(each.minutes for each in orders[1])
    fewer = len({p.session_id for p in now}) - len({p.session_id for p in then})
    sooner = _ends(problem, now) - _ends(problem, then)
    mixes = count_remixes(orders[0]) - count_remixes(orders[1])
    parts = []
    if left:
        parts.append(f"{say_minutes(abs(left))} {'less' if left > 0 else 'more'} find a place")
    if fewer:
        parts.append(f"{'saves' if fewer > 0 else 'costs'} {_count(abs(fewer), 'a session', 'sessions')}")
    if sooner and not left:
        parts.append(f"done {say_minutes(abs(sooner))} {'sooner' if sooner > 0 else 'later'} at the easel")
    if mixes:
        parts.append(f"{'saves' if mixes > 0 else 'costs'} {_count(abs(mixes), 'a remix', 'remixes')}")
    if moved:
        parts.append(f"{_count(moved, 'one pass', 'passes')} in another session")
    if parts:
        return ", ".join(parts)
    return "as it stands" if orders[0] == orders[1] else "the same sessions and end, in another order"


def offer_plans(problem: Problem, kept: Listed, found: Listed | None = None) -> list[Offer]:
    """Offer three plans.

    Parameters
    ----------
    problem : Problem
    kept : tuple of (pass, session, minute)
        The plan that the painter took; empty without one.
    found : tuple of (pass, session, minute) or None
        What was sought already; None to seek it here.
    """
    now = list(make_schedule(problem, kept).placements)
    problem = replace(problem, fixed=frozenset())  # what was put by hand may move when another plan is taken
    standing = kept or pinned(now)
    anew, strict = sought(problem) if found is None else found, in_order(problem)
    candidates = [*(listed_of(plan) for plan in tried_plans(problem)), anew, strict]
    near = [listed for listed in candidates if _moved(standing, listed) <= FEW]
    few = min([standing, *near], key=lambda listed: plan_cost(problem, place_listed(problem, listed)))
    offers = []
    for way, listed in (("order", strict), ("few", few), ("anew", anew)):
        plan = place_listed(problem, listed)
        moved = _moved(standing, listed)
        said = _difference(problem, now, plan, moved)
        offers.append(Offer(way, WAYS[way], listed, moved, said, plan_cost(problem, plan)))
    return offers
