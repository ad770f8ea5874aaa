"""What a plan costs: the one function by which plans are compared, whoever made them.

In this order of weight: minutes without a place, sessions used, how late it ends, mixes made again, what was to be
done in wet paint and comes too late for that, and how far it leaves the painter's order. Border to cut round is not
among them: the painter's order decides it before anything is placed.
"""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from kind_distance.core.passes.order import count_remixes
from kind_distance.core.schedule.model import Placement, Problem
from kind_distance.core.schedule.wet import DRY_SHARE, expired

LEFT_WEIGHT = 1000.0  # a minute of painting that finds no place
SESSION_WEIGHT = 240.0  # a session more, in minutes of ending later
REMIX_WEIGHT = 3.0  # to mix a plane's colour again [min]
TURN_WEIGHT = 0.5  # two neighbours in the painter's order that change places [min]


def session_clock(problem: Problem, minute: int, session_id: int) -> int:
    """Minutes of sessions that have gone by at a minute of a session: nights cost nothing. [min]."""
    gone = 0
    for session in problem.sessions:
        if session.id == session_id:
            return gone + minute - session.start
        gone += session.minutes
    return gone


def plan_cost(problem: Problem, placements: Sequence[Placement]) -> float:
    """Add up what a plan costs. [min of equal worth]; smaller is better.

    Parameters
    ----------
    problem : Problem
    placements : sequence of Placement
        In order of time.
    """
    passes = {each.id: each for each in problem.passes}
    placed = {each.pass_id for each in placements} | {each.pass_id for each in problem.done}
    left = sum(each.minutes for each in problem.passes if each.id not in placed and each.kind != "varnish")
    ends = [session_clock(problem, each.end, each.session_id) for each in placements]
    rank = {each.id: at for at, each in enumerate(problem.passes)}
    order = [rank[each.pass_id] for each in placements]
    turns = sum(later < earlier for earlier, later in pairwise(order))
    return (
        LEFT_WEIGHT * left
        + SESSION_WEIGHT * len({each.session_id for each in placements})
        + max(ends, default=0)
        + REMIX_WEIGHT * count_remixes([passes[each.pass_id] for each in placements])
        + TURN_WEIGHT * turns
        + DRY_SHARE * sum(passes[each.pass_id].minutes for each in expired(problem, placements))
    )
