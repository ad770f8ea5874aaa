"""Passes put at a minute of a session by hand: where they come to stand, and what the paint says to it.

Whoever drags a pass wants to see at once what breaks, so nothing is refused that can be painted at all; it is judged,
and the remedy leads to the first minute at which it holds.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.paint.drying import Drying
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.schedule.model import Placement, Problem, Session
from kind_distance.core.schedule.plan import Board, Schedule, pinned
from kind_distance.core.schedule.reasons import board_before
from kind_distance.core.schedule.search import Listed
from kind_distance.core.wording import clock
from kind_distance.errors import DomainError, NotFoundError

MOST_NAMED = 3


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


def _family(each: Pass, needs: str) -> str:
    """Name what is wrong by the state that is wanted."""
    if needs == "firm":
        return "glaze_early"
    if needs == "through_dry":
        return {"varnish": "varnish_early", "glaze": "glaze_early"}.get(each.kind, "undry_through")
    return "tacky" if needs == "not_tacky" else "undry"


def _ready(needs: str, film: Drying, placement: Placement) -> float | None:
    """Minute at which a film allows it; None where it does already."""
    if needs == "not_tacky":
        fine = placement.end <= film.open_until or placement.start >= film.touch
        return None if fine else film.touch
    until = {"touch_dry": film.touch, "through_dry": film.through_late, "firm": film.firm}.get(needs, placement.start)
    return until if until > placement.start else None


Fault = tuple[str, float, dict[str, object]]  # its kind, its weight and what was measured


def _films(board: Board, placement: Placement) -> list[Fault]:
    each = board.passes[placement.pass_id]
    worst: dict[str, Fault] = {}
    for painted, film in board.films.items():
        wanted = board.needs_of(each, painted)
        ready = None if wanted is None else _ready(wanted[0], film, placement)
        if wanted is None or ready is None:
            continue
        kind, short = _family(each, wanted[0]), ready - placement.start
        if kind not in worst or short > worst[kind][1]:
            worst[kind] = (
                kind,
                short,
                {"lower": board.passes[painted], "needs": wanted[0], "ready": ready, "short_min": short},
            )
    return list(worst.values())


def _missing(board: Board, placement: Placement) -> list[Fault]:
    left: list[Precedence] = [
        rule for rule in board.needed.get(placement.pass_id, []) if rule.before not in board.films
    ]
    material = [rule for rule in left if rule.material]
    cut = [rule for rule in left if not rule.material]
    faults: list[Fault] = []
    if material:
        before = [board.passes[rule.before] for rule in material[:MOST_NAMED]]
        faults.append(("before_base", 1000.0, {"before": before, "why": material[0].why}))
    if cut:
        length = sum(rule.border_cm for rule in cut)
        before = [board.passes[rule.before] for rule in cut[:MOST_NAMED]]
        faults.append(("cut_by_hand", length, {"before": before, "cm": length}))
    return faults


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


def audit_by_hand(problem: Problem, schedule: Schedule) -> list[Finding]:
    """Judge the passes that were put by hand: undry or tacky paint, glaze or varnish too early, base not painted."""
    found = []
    for at, placement in enumerate(schedule.placements):
        if placement.pass_id not in problem.fixed:
            continue
        board = board_before(problem, schedule, at)
        each = board.passes[placement.pass_id]
        faults = [*_missing(board, placement), *_films(board, placement)]
        place = first_that_holds(problem, board, placement) if faults else None
        if any(kind in ("before_base", "cut_by_hand") for kind, _, _ in faults):
            place = None
        for kind, weight, measures in faults:
            known: dict[str, object] = {"pass": each, "placement": placement, "place": place, **measures}
            severity: Severity = "mild" if kind == "cut_by_hand" else "strong"
            ranks, about = ((each.plane,) if each.plane else ()), str(each.id)
            found.append(Finding(kind, severity, ranks=ranks, measures=known, weight=weight, about=about))
    return found
