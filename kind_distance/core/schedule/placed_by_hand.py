"""Passes put at a minute of a session by hand: where they come to stand, and what the paint says to it.

Whoever drags a pass wants to see at once what breaks, so nothing is refused that can be painted at all; it is judged,
and the remedy leads to the first minute at which it holds.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.drying import Drying
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.schedule.model import Placement, Problem, Session
from kind_distance.core.schedule.plan import Board, Schedule, pinned
from kind_distance.core.schedule.reasons import board_before
from kind_distance.core.schedule.search import Listed
from kind_distance.core.wording import Unit, clock, first_upper, say_length, say_list, say_minutes
from kind_distance.errors import DomainError, NotFoundError

STAGE = "sessions"
FREE = "free_pass"


def _session_of(problem: Problem, number: int) -> Session:
    for session in problem.sessions:
        if session.id == number:
            return session
    raise NotFoundError("session", number)


def put_by_hand(problem: Problem, standing: Sequence[Placement], number: int, session_id: int, minute: int) -> Listed:
    """Put a pass at a minute of a session; all else keeps its place and is only pushed on where it has to be.

    Parameters
    ----------
    problem : Problem
    standing : sequence of Placement
        The plan as it stands, in order of time.
    number, session_id : int
    minute : int
        Wanted begin; moved to where the hands are free. [clock min]

    Returns
    -------
    tuple of (pass, session, minute)

    Raises
    ------
    DomainError
        If it is too long for what is free there, or that is past.
    """
    session = _session_of(problem, session_id)
    each = next((p for p in problem.passes if p.id == number), None)
    if each is None:
        raise NotFoundError("pass", number)
    if session.end <= problem.free_from:
        raise DomainError(f"{session.name} is over.", "Choose a session that is still to come.")
    if each.minutes > session.minutes:
        raise DomainError(
            f"It takes {each.minutes} min; {session.name} has {session.minutes}.",
            "Make the session longer, or divide the pass.",
        )
    others = [p for p in standing if p.pass_id != number]
    before = [p for p in others if p.session_id == session_id and (p.start + p.end) / 2 < minute + each.minutes / 2]
    hands_free = max([math.ceil(max(session.start, problem.free_from)), *(p.end for p in before)])
    start = min(max(minute, hands_free), session.end - each.minutes)
    if start < hands_free:
        raise DomainError(
            f"It takes {each.minutes} min; from {clock(hands_free)} on {session.name} has "
            f"{session.end - hands_free} left.",
            "Put it earlier, or make the session longer.",
        )
    at = sum((p.start, p.end) <= (start, start) for p in others)
    listed = list(pinned(others))
    listed.insert(at, (number, session_id, start))
    return tuple(listed)


@dataclass(frozen=True)
class _Fault:
    """One thing that is wrong where a pass stands."""

    kind: str
    said: str
    weight: float


# What is wrong by the state that is wanted: family of the finding, and why it matters. Common practice, no source.
UNDRY = ("undry", "What lies there is picked up by the brush and goes to mud.")
TACKY = ("tacky", "Half-dry paint tears and lifts in patches: wait, or be quicker.")
GLAZE = ("glaze_early", "A glaze over paint that is not firm lifts it or drags it.")
VARNISH = ("varnish_early", "Varnish shuts the film: what still dries under it clouds and cracks. Labels come first.")
THROUGH = ("undry_through", "The upper layer shuts the lower one, which still moves.")


def _family(each: Pass, needs: str) -> tuple[str, str]:
    if needs == "firm":
        return GLAZE
    if needs == "through_dry":
        return VARNISH if each.kind == "varnish" else GLAZE if each.kind == "glaze" else THROUGH
    return TACKY if needs == "not_tacky" else UNDRY


def _ready(needs: str, film: Drying, placement: Placement) -> float | None:
    """Minute at which a film allows it; None where it does already."""
    if needs == "not_tacky":
        fine = placement.end <= film.open_until or placement.start >= film.touch
        return None if fine else film.touch
    until = {"touch_dry": film.touch, "through_dry": film.through_late, "firm": film.firm}.get(needs, placement.start)
    return until if until > placement.start else None


def _films(board: Board, placement: Placement) -> list[_Fault]:
    each = board.passes[placement.pass_id]
    worst: dict[str, tuple[float, str]] = {}
    for painted, film in board.films.items():
        wanted = board.needs_of(each, painted)
        ready = None if wanted is None else _ready(wanted[0], film, placement)
        if wanted is None or ready is None:
            continue
        kind, why = _family(each, wanted[0])
        short = ready - placement.start
        state = {"tacky": "tacky", "undry": "wet"}.get(kind, "not dry through")
        when = clock(ready) if short < 12 * 60 else f"{say_minutes(short)} later"
        lower = board.passes[painted].said
        said = f"{first_upper(lower)} is {state} until about {when}: {say_minutes(short)} too soon. {why}"
        if kind not in worst or short > worst[kind][0]:
            worst[kind] = (short, said)
    return [_Fault(kind, said, short) for kind, (short, said) in worst.items()]


def _missing(board: Board, placement: Placement, unit: Unit) -> list[_Fault]:
    left: list[Precedence] = [
        rule for rule in board.needed.get(placement.pass_id, []) if rule.before not in board.films
    ]
    material = [rule for rule in left if rule.material]
    cut = [rule for rule in left if not rule.material]
    faults = []
    if material:
        names = say_list([board.passes[rule.before].said for rule in material[:3]])
        faults.append(_Fault("before_base", f"It stands before {names}. {material[0].reason}", 1000.0))
    if cut:
        length = sum(rule.border_cm for rule in cut)
        names = say_list([board.passes[rule.before].said for rule in cut[:3]])
        said = f"By your order {names} comes first: {say_length(length, unit)} of border would be cut round later."
        faults.append(_Fault("cut_by_hand", said, length))
    return faults


TITLES = {
    "undry": "goes on wet paint",
    "tacky": "is painted into tacky paint",
    "glaze_early": "comes before what it lies on is dry through",
    "varnish_early": "comes before the painting is dry through",
    "undry_through": "comes before what it lies on is dry through",
    "before_base": "stands before what it lies on",
    "cut_by_hand": "comes out of your order",
}


def first_that_holds(problem: Problem, board: Board, placement: Placement) -> tuple[Session, int] | None:
    """Find the first session and minute from where a pass stands at which the paint allows it."""
    each = board.passes[placement.pass_id]
    if board.waiting_for(each):
        return None
    for session in problem.sessions:
        if session.end <= placement.start:
            continue
        begin = max(placement.start, session.start)
        start, _ = board.earliest(each, begin, session)
        if start + each.minutes <= session.end:
            return session, math.ceil(start)
    return None


def audit_by_hand(problem: Problem, schedule: Schedule, unit: Unit = "cm") -> list[Judgement]:
    """Judge the passes that were put by hand: undry or tacky paint, glaze or varnish too early, base not painted.

    Parameters
    ----------
    problem : Problem
    schedule : Schedule
    unit : "cm" or "in"
    """
    found = []
    for at, placement in enumerate(schedule.placements):
        if placement.pass_id not in problem.fixed:
            continue
        board = board_before(problem, schedule, at)
        each = board.passes[placement.pass_id]
        faults = [*_missing(board, placement, unit), *_films(board, placement)]
        remedies = [Remedy("Let the plan find its place", FREE, {"number": each.id})]
        place = first_that_holds(problem, board, placement) if faults else None
        if place is not None and all(fault.kind not in ("before_base", "cut_by_hand") for fault in faults):
            session, start = place
            where = "" if session.id == placement.session_id else f"{session.name}, "
            remedies.insert(0, Remedy(f"Begin at {where}{clock(start)}", "place_pass",
                                      {"number": each.id, "session": session.id, "start": start}))  # fmt: skip
        found += [
            Judgement(
                f"{fault.kind}:{each.id}",
                fault.kind,
                STAGE,
                "mild" if fault.kind == "cut_by_hand" else "strong",
                f"{first_upper(each.said)} {TITLES[fault.kind]}",
                f"You put it at {clock(placement.start)}. {fault.said}",
                fault.weight,
                (each.plane,) if each.plane else (),
                tuple(remedies),
            )
            for fault in faults
        ]
    return found
