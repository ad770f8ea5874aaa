"""Rest or momentum: a painting that is put away until a day of return, or one that is to be finished in one go.

Common practice, no source: some put a painting away before its last lights, to see it new; others finish it while they
are in it.
"""

from __future__ import annotations

from kind_distance.core.judgement import Finding
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.plan import Schedule

DAY = 1440
LONGEST_GAP_DAYS = 2  # without a session, after which momentum is gone; common practice, no source
WAITS_FOR_RETURN = ("lights", "unify", "finish")


def audit_return(problem: Problem, schedule: Schedule, back_min: int | None) -> list[Finding]:
    """Tell which last passes stand before the day of return.

    Parameters
    ----------
    problem : Problem
    schedule : Schedule
    back_min : int or None
        Midnight of the day of return [clock min]; None where it is not said.
    """
    if not problem.passes:
        return []
    if back_min is None:
        return [Finding("no_return", "note", weight=3.0)]
    named: dict[int, Pass] = {each.id: each for each in problem.passes}
    early = [
        p for p in schedule.placements if named[p.pass_id].kind in WAITS_FOR_RETURN and p.start < back_min
    ]  # fmt: skip
    if not early:
        return []
    first = min(early, key=lambda p: p.start)
    last = next(s for s in problem.sessions if s.id == first.session_id)
    days = max(1, -(-(back_min - last.start // DAY * DAY) // DAY))
    measures = {"passes": [named[p.pass_id] for p in early], "session": last, "days": days}
    weight = float(sum(named[p.pass_id].minutes for p in early))
    return [Finding("before_return", "mild", measures=measures, weight=weight)]


def audit_momentum(problem: Problem) -> list[Finding]:
    """Tell of the longest spell of days without a session, where it is to be finished in one go."""
    pairs = list(zip(problem.sessions, problem.sessions[1:], strict=False))
    gaps = [(two.start // DAY - one.start // DAY, one, two) for one, two in pairs]
    long = [each for each in gaps if each[0] > LONGEST_GAP_DAYS]
    if not long:
        return []
    days, one, two = max(long, key=lambda each: each[0])
    measures: dict[str, object] = {"days": days, "before": one, "after": two}
    return [Finding("gap", "note", measures=measures, weight=float(days), about=str(one.id))]
