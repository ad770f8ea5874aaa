"""One pair of hands and several paintings: sessions that meet, and waits that another painting may use."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judgement import Finding
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.plan import Schedule

LEAST_WAIT_MIN = 12  # a shorter wait is a look from three metres; common practice, no source


@dataclass(frozen=True)
class Other:
    """A session of another painting.

    Parameters
    ----------
    painting, session : int
    title : str
        Of that painting.
    start, minutes : int
        [clock min], [min]
    """

    painting: int
    session: int
    title: str
    start: int
    minutes: int

    @property
    def end(self) -> int:
        """Clock minute at which it ends."""
        return self.start + self.minutes


@dataclass(frozen=True)
class NextPass:
    """What another painting would have painted next, and how long that takes."""

    painting: int
    title: str
    said: str
    minutes: int


@dataclass(frozen=True)
class Wait:
    """Idle minutes within a session, until which pass, and what of another painting fits into them best."""

    session: int
    start: int
    end: int
    until: Pass
    room_for: NextPass | None


def audit_hands(problem: Problem, others: tuple[Other, ...]) -> list[Finding]:
    """Name sessions still to come that meet a session of another painting.

    Parameters
    ----------
    problem : Problem
    others : tuple of Other
    """
    found = []
    for session in problem.sessions:
        met = [
            other
            for other in others
            if session.end > problem.free_from and other.start < session.to_door and session.from_door < other.end
        ]
        if not met:
            continue
        first = max(met, key=lambda other: min(session.to_door, other.end) - max(session.from_door, other.start))
        shared = min(session.to_door, first.end) - max(session.from_door, first.start)
        free = max(other.end for other in met)
        measures: dict[str, object] = {
            "session": session, "other": first, "shared_min": shared, "free": free, "met": len(met),
        }  # fmt: skip
        about = f"{session.id}:{first.painting}:{first.session}"
        found.append(Finding("two_at_once", "mild", measures=measures, weight=float(shared), about=about))
    return found


def find_waits(problem: Problem, schedule: Schedule, following: tuple[NextPass, ...]) -> list[Wait]:
    """Find the waits within sessions still to come, and a pass of another painting for each.

    Parameters
    ----------
    problem : Problem
    schedule : Schedule
    following : tuple of NextPass
        What the other paintings would have painted next.
    """
    by_id = {each.id: each for each in problem.passes}
    waits = []
    for session in problem.sessions:
        here = [each for each in schedule.placements if each.session_id == session.id]
        if session.end <= problem.free_from or not here:
            continue
        free = int(max(session.start, problem.free_from))
        for each in here:
            gap = each.start - free
            fitting = [other for other in following if other.minutes <= gap]
            if gap >= LEAST_WAIT_MIN:
                best = max(fitting, key=lambda other: other.minutes, default=None)
                waits.append(Wait(session.id, free, each.start, by_id[each.pass_id], best))
            free = each.end
    return waits
