"""Why a plan is impossible: the smallest set of passes that cannot all stand, and what to give up.

Passes are taken out one by one as long as the rest still finds no place; what is left is a conflict in which every
pass counts. Whether a set fits is asked of the scheduler, so this names what it cannot place, which is no proof.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Problem

MOST_PASSES = 40  # beyond, the sum of minutes says enough
SPARED = ("ground", "drawing", "mask", "unmask", "block_in", "underpainting", "finish", "varnish")
MOST_GIVEN_UP = 2

Fits = Callable[[Problem], bool]


@dataclass(frozen=True)
class Conflict:
    """What cannot all stand.

    Parameters
    ----------
    passes : tuple of int
        Ids of the smallest set found; empty where only the sum says it.
    give_up : tuple of int
        Ids of passes without any one of which all else fits, the shortest first.
    """

    passes: tuple[int, ...] = ()
    give_up: tuple[int, ...] = ()


def only(problem: Problem, kept: Sequence[Pass]) -> Problem:
    """Restrict a problem to some of its passes, and to those that are painted already."""
    ids = {each.id for each in kept} | {done.pass_id for done in problem.done}
    return replace(
        problem,
        passes=tuple(each for each in problem.passes if each.id in ids),
        rules=tuple(rule for rule in problem.rules if rule.before in ids and rule.after in ids),
    )


def find_conflict(problem: Problem, fits: Fits) -> Conflict:
    """Find the smallest set of passes that does not fit, and single passes that could be given up.

    Parameters
    ----------
    problem : Problem
        One that does not fit.
    fits : callable
        Whether a problem finds a place for everything.
    """
    done = {each.pass_id for each in problem.done}
    left = [each for each in problem.passes if each.id not in done and each.kind != "varnish"]
    if len(left) > MOST_PASSES:
        return Conflict()
    core = list(left)
    size = max(1, len(core) // 2)
    while size:
        at = 0
        while at < len(core):
            rest = core[:at] + core[at + size :]
            if rest and not fits(only(problem, rest)):
                core = rest
            else:
                at += size
        size //= 2
    candidates = sorted((each for each in core if each.kind not in SPARED), key=lambda each: each.minutes)
    give_up = [each.id for each in candidates if fits(only(problem, [p for p in left if p.id != each.id]))]
    return Conflict(tuple(each.id for each in core), tuple(give_up[:MOST_GIVEN_UP]))
