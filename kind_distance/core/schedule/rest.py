"""Rest or momentum: a painting that is put away until a day of return, or one that is to be finished in one go.

Common practice, no source: some put a painting away before its last lights, to see it new; others finish it while they
are in it.
"""

from __future__ import annotations

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.plan import Schedule
from kind_distance.core.wording import say_list

STAGE = "sessions"
DAY = 1440
LONGEST_GAP_DAYS = 2  # without a session, after which momentum is gone; common practice, no source
WAITS_FOR_RETURN = ("lights", "unify", "finish")


def audit_return(problem: Problem, schedule: Schedule, back_min: int | None, day_said: str) -> list[Judgement]:
    """Tell which last passes stand before the day of return.

    Parameters
    ----------
    problem : Problem
    schedule : Schedule
    back_min : int or None
        Midnight of the day of return [clock min]; None where it is not said.
    day_said : str
        That day in words.
    """
    if not problem.passes:
        return []
    if back_min is None:
        return [
            Judgement(
                "no_return", "no_return", STAGE, "note", "You put it away: until when?",
                "A rest without a day of return becomes a painting that is never finished. Say in the brief when you "
                "look at it again.", 3.0, (),
            )
        ]  # fmt: skip
    named: dict[int, Pass] = {each.id: each for each in problem.passes}
    early = [
        p for p in schedule.placements if named[p.pass_id].kind in WAITS_FOR_RETURN and p.start < back_min
    ]  # fmt: skip
    if not early:
        return []
    said = say_list(list(dict.fromkeys(named[p.pass_id].said for p in early)))
    first = min(early, key=lambda p: p.start)
    last = next(s for s in problem.sessions if s.id == first.session_id)
    days = max(1, -(-(back_min - last.start // DAY * DAY) // DAY))
    again = Remedy(
        f"A session on {day_said}", "copy_session",
        {"session": last.id, "minutes": last.whole_min, "days": days, "times": 1},
    )  # fmt: skip
    return [
        Judgement(
            "before_return", "before_return", STAGE, "mild", f"{said} before the rest",
            f"You put it away until {day_said}, to see it new before the last decisions; this stands before that day.",
            float(sum(named[p.pass_id].minutes for p in early)), (), (again,),
        )
    ]  # fmt: skip


def audit_momentum(problem: Problem) -> list[Judgement]:
    """Tell of the longest spell of days without a session, where it is to be finished in one go."""
    pairs = list(zip(problem.sessions, problem.sessions[1:], strict=False))
    gaps = [(two.start // DAY - one.start // DAY, one, two) for one, two in pairs]
    long = [each for each in gaps if each[0] > LONGEST_GAP_DAYS]
    if not long:
        return []
    days, one, two = max(long, key=lambda each: each[0])
    nearer = Remedy(
        f"A session the day after {one.name}", "copy_session",
        {"session": one.id, "minutes": one.whole_min, "days": 1, "times": 1},
    )  # fmt: skip
    return [
        Judgement(
            f"gap:{one.id}", "gap", STAGE, "note", f"{days} days without a session",
            f"Between {one.name} and {two.name}; you want to finish it in one go. Where paint has to dry so long, "
            "nothing is lost by it.", float(days), (), (nearer,),
        )
    ]  # fmt: skip
