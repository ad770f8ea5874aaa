"""What is found of rests, of momentum and of several paintings at once, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.core.schedule.model import Problem, Session
from kind_distance.core.schedule.other_paintings import Other, audit_hands
from kind_distance.core.schedule.plan import Schedule
from kind_distance.core.schedule.rest import audit_momentum, audit_return
from kind_distance.core.wording import clock, say_list, say_minutes
from kind_distance.stages.telling import Said, Told, say

STAGE = "sessions"


@dataclass(frozen=True)
class _Told(Told):
    """A finding, and the day of return in words."""

    day_said: str = ""


def _copied(label: str, session: Session, days: int) -> Remedy:
    change: dict[str, object] = {"session": session.id, "minutes": session.whole_min, "days": days, "times": 1}
    return Remedy(label, "copy_session", change)


def _no_return(_: _Told) -> Said:
    return (
        "You put it away: until when?",
        "A rest without a day of return becomes a painting that is never finished. Say in the brief when you "
        "look at it again.",
        (),
    )


def _before_return(told: _Told) -> Said:
    said, day = say_list(list(dict.fromkeys(each.said for each in told["passes"]))), told.day_said
    return (
        f"{said} before the rest",
        f"You put it away until {day}, to see it new before the last decisions; this stands before that day.",
        (_copied(f"A session on {day}", told["session"], told["days"]),),
    )


def _gap(told: _Told) -> Said:
    one, two = told["before"], told["after"]
    return (
        f"{told['days']} days without a session",
        f"Between {one.name} and {two.name}; you want to finish it in one go. Where paint has to dry so long, "
        "nothing is lost by it.",
        (_copied(f"A session the day after {one.name}", one, 1),),
    )


def _two_at_once(told: _Told) -> Said:
    session, other, met = told["session"], told["other"], told["met"]
    more = f" {met - 1} more want you then." if met > 1 else ""
    after: dict[str, object] = {"session": session.id, "start_min": told["free"]}
    return (
        f"{'Two' if met == 1 else met + 1} paintings want you on {session.name}",
        f"“{other.title}” has you from {clock(other.start)} to {clock(other.end)}, {say_minutes(told['shared_min'])} "
        f"of it in this session.{more} You have one pair of hands: either paint them one after the other, or let the "
        "one dry while you are on the other, and mean it so.",
        (Remedy(f"Begin after it, at {clock(told['free'])}", "set_session", after),),
    )


WORDS: dict[str, Callable[[_Told], Said]] = {
    "no_return": _no_return,
    "before_return": _before_return,
    "gap": _gap,
    "two_at_once": _two_at_once,
}


def _said(found: list[Finding], day_said: str = "") -> list[Judgement]:
    return [say(each, STAGE, WORDS[each.kind](_Told(each, day_said))) for each in found]


def judge_return(problem: Problem, schedule: Schedule, back_min: int | None, day_said: str) -> list[Judgement]:
    """Judge which last passes stand before the day of return, which is said in words."""
    return _said(audit_return(problem, schedule, back_min), day_said)


def judge_momentum(problem: Problem) -> list[Judgement]:
    """Judge the longest spell of days without a session."""
    return _said(audit_momentum(problem))


def judge_hands(problem: Problem, others: tuple[Other, ...]) -> list[Judgement]:
    """Judge sessions that meet those of other paintings."""
    return _said(audit_hands(problem, others))
