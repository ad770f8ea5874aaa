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

FEW = 3  # passes that may change their session where few are to move


@dataclass(frozen=True)
class Difference:
    """What a plan would change against the one that stands; what it saves is above 0.

    Parameters
    ----------
    placed_min : int
        Minutes more that find a place. [min]
    sessions : int
        Sessions fewer.
    sooner_min : int
        How much sooner it ends, in minutes at the easel. [min]
    remixes : int
        Mixes fewer to be made again.
    moved : int
        Passes that change their session.
    same_order : bool
    """

    placed_min: int
    sessions: int
    sooner_min: int
    remixes: int
    moved: int
    same_order: bool


@dataclass(frozen=True)
class Offer:
    """One plan that could be taken.

    Parameters
    ----------
    way : "order", "few" or "anew"
        In the painter's order, moving as little as helps, or planned anew.
    listed : tuple of (pass, session, minute)
    difference : Difference
        Against the plan as it stands.
    cost : float
    """

    way: str
    listed: Listed
    difference: Difference
    cost: float


def _moved(now: Listed, then: Listed) -> int:
    before, after = ({number: session for number, session, _ in plan} for plan in (now, then))
    return sum(before.get(each) != after.get(each) for each in set(before) | set(after))


def _ends(problem: Problem, placements: list[Placement]) -> int:
    return max((session_clock(problem, each.end, each.session_id) for each in placements), default=0)


def difference_to(problem: Problem, kept: Listed, then: Listed) -> Difference:
    """Measure what a listed plan would change against the one that stands."""
    now = list(make_schedule(problem, kept).placements)
    loose = replace(problem, fixed=frozenset())
    return _difference(loose, now, place_listed(loose, then), _moved(kept or pinned(now), then))


def _difference(problem: Problem, now: list[Placement], then: list[Placement], moved: int) -> Difference:
    passes = {each.id: each for each in problem.passes}
    orders = [[passes[p.pass_id] for p in plan] for plan in (now, then)]
    left = sum(each.minutes for each in orders[0]) - sum(each.minutes for each in orders[1])
    fewer = len({p.session_id for p in now}) - len({p.session_id for p in then})
    sooner = _ends(problem, now) - _ends(problem, then)
    mixes = count_remixes(orders[0]) - count_remixes(orders[1])
    return Difference(left, fewer, sooner, mixes, moved, orders[0] == orders[1])


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
        difference = _difference(problem, now, plan, _moved(standing, listed))
        offers.append(Offer(way, listed, difference, plan_cost(problem, plan)))
    return offers
