"""What the log tells: minutes against the plan, overworked places, the painter's own drying, what is left to finish."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.clock import minute_of
from kind_distance.core.easel.bells import Span, painted_minutes
from kind_distance.core.easel.clocks import drying_factor
from kind_distance.core.paint.drying import EARLY, LATE
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.schedule.work import Work
from kind_distance.follow import step
from kind_distance.rows import State
from kind_distance.stages.easel.running import touches_of

MUCH_PASSES, MUCH_TIMES = 5, 2.0  # of a plane, from which it is told how much was painted; common practice, no source
DAY_MIN = 1440


@dataclass(frozen=True)
class PlaneMinutes:
    """Minutes of a plane: planned and taken of what is painted, and what is still to come.

    Parameters
    ----------
    rank : int
        0 for the whole surface.
    name : str
    planned, taken, ahead : int
        [min]
    passes : int
        Layers painted on it.
    """

    rank: int
    name: str
    planned: int
    taken: int
    ahead: int
    passes: int


@dataclass(frozen=True)
class SessionPainted:
    """A session as it was painted."""

    number: int
    began: int
    ended: int | None
    minutes: int
    passes: tuple[int, ...]


@step
def minutes_by_plane(state: State, work: Work) -> tuple[PlaneMinutes, ...]:
    """Hold minutes taken against minutes planned, plane by plane; a pass over several is shared among them."""
    done = {each.pass_id: each.end - each.start for each in work.done}
    planned = {each.number: each.planned_min or each.minutes for each in state.passes}
    rows: dict[int, list[float]] = {rank: [0.0, 0.0, 0.0, 0.0] for rank in range(len(work.planes) + 1)}
    for each in work.passes:
        ranks = each.planes or (0,)
        for rank in ranks:
            row = rows[rank]
            if each.id in done:
                row[0] += planned.get(each.id, each.minutes) / len(ranks)
                row[1] += done[each.id] / len(ranks)
                row[3] += each.kind in LAYERS
            else:
                row[2] += each.minutes / len(ranks)
    names = ["Whole surface", *(plane.name for plane in work.planes)]
    return tuple(
        PlaneMinutes(rank, names[rank], round(row[0]), round(row[1]), round(row[2]), int(row[3]))
        for rank, row in rows.items()
        if rank or any(row)
    )


def sessions_painted(state: State, work: Work, now_min: int) -> tuple[SessionPainted, ...]:
    """List the sessions that were begun, the latest first: their minutes are the sum of the stretches painted."""
    found = []
    for each in state.sessions:
        if each.began is None:
            continue
        until = now_min if each.ended is None else each.ended
        spans = tuple(
            Span(one.begin, one.end if one.end is not None else max(one.begin, until))
            for one in state.stretches
            if one.session == each.number
        )
        here = tuple(done.pass_id for done in work.done if each.began <= done.end <= until)
        found.append(SessionPainted(each.number, each.began, each.ended, painted_minutes(spans), here))
    return tuple(sorted(found, key=lambda one: one.began, reverse=True))


def much_painted(minutes: tuple[PlaneMinutes, ...]) -> list[str]:
    """Tell planes with many layers, or with twice the minutes planned: only how much, never how good it is."""
    said = []
    for each in minutes:
        if not each.rank:
            continue
        if each.passes >= MUCH_PASSES:
            said.append(f"{each.name}: {each.passes} layers, {each.taken} min.")
        elif each.planned and each.taken >= MUCH_TIMES * each.planned:
            said.append(f"{each.name}: {each.taken} min for {each.planned}.")
    return said


def own_drying_said(state: State, work: Work) -> str:
    """Say how the painter's paint dries against the estimate, as a range; empty while too little was touched."""
    films = work.films_by_pass()
    told = [(films[number], touch) for number, touch in touches_of(state).items() if number in films]
    factor = drying_factor(told)
    if factor is None:
        return ""
    low, likely, high, count = factor
    return (
        f"By {count} touches your paint takes about {likely:.1f} times as long to touch dry as estimated, "
        f"between {low:.1f} and {high:.1f}."
    )


def varnish_span(work: Work, now_min: int) -> tuple[float, float] | None:
    """Give the range in which everything that is painted is dry through. [clock min]; None before anything is."""
    films = work.films_by_pass()
    paints = {each.id: each.paint for each in work.passes}
    ends = [film.through_late for number, film in films.items() if paints[number] not in ("dry", "varnish")]
    if not ends:
        return None
    late = max(ends)
    first = min(film.painted_at for film in films.values())
    early = first + (late - first) * EARLY / LATE
    return max(early, float(now_min)), max(late, float(now_min))


def return_said(state: State, work: Work, now_min: int) -> str:
    """Say when it goes on, and how long it has rested."""
    ended = [each.ended for each in state.sessions if each.ended is not None]
    ahead = [each.start for each in work.sessions if each.start > now_min]
    days = (now_min - max(ended)) // DAY_MIN if ended else 0
    rested = f"It has rested for {days} {'day' if days == 1 else 'days'}." if days else ""
    if state.brief.return_on:
        back = minute_of(state.brief.return_on)
        return f"{rested} You look at it again in {max(0, (back - now_min) // 1440)} days.".strip()
    if not ahead and len(work.done) < len(work.passes):
        return f"{rested} No session is planned: set a day, or it stays where it is.".strip()
    return rested
