"""Why a pass stands where it stands: what blocks the minute before, and why not in the session before."""

from __future__ import annotations

from dataclasses import dataclass, replace

from kind_distance.core.schedule.model import Done, Placement, Problem
from kind_distance.core.schedule.plan import Block, Board, Schedule
from kind_distance.core.wording import clock, first_upper, say_minutes


@dataclass(frozen=True)
class Reason:
    """The reasons of one placement.

    Parameters
    ----------
    pass_id : int
    kind : "session", "painter", "drying", "order", "break" or "hand"
        What blocks the minute before.
    not_earlier : str
    not_session_before : str
        Empty in the first session.
    wait_min : int
        Minutes in the session in which one waits before it.
    waits_on : int or None
        The pass whose paint it then waits for.
    """

    pass_id: int
    kind: str
    not_earlier: str
    not_session_before: str
    wait_min: int = 0
    waits_on: int | None = None


def board_before(problem: Problem, schedule: Schedule, at: int) -> Board:
    """Build the painting as it stands when placement number `at` is about to begin."""
    earlier = [Done(p.pass_id, p.start, p.end) for p in schedule.placements[:at]]
    return Board(replace(problem, done=(*problem.done, *earlier)))


def _said_block(board: Board, block: Block) -> str:
    if block.needs == "break":
        return block.reason
    lower = board.passes[block.by]
    film = board.films[block.by]
    day = 1440
    if block.until - film.painted_at > 12 * 60:
        span = say_minutes(block.until - film.painted_at)
        return f"{first_upper(lower.said)} needs up to {span} to dry. {block.reason}"
    state = "tacky" if block.needs == "not_tacky" else "wet"
    when = clock(block.until) if block.until // day == film.painted_at // day else "the next day"
    return f"{first_upper(lower.said)} is {state} until about {when}. {block.reason}"


def _not_earlier(problem: Problem, board: Board, placement: Placement, before: Placement | None) -> tuple[str, str]:
    session = next(s for s in problem.sessions if s.id == placement.session_id)
    each = board.passes[placement.pass_id]
    if each.id in problem.fixed:
        return "hand", "You put it there by hand."
    if placement.start == session.start:
        after = f", {session.setup_min} min after you come" if session.setup_min else ""
        return "session", f"{session.name} begins at {clock(session.start)}{after}."
    free_from = before.end if before and before.session_id == session.id else session.start
    if placement.start > free_from:
        _, block = board.earliest(each, free_from, session)
        if block is not None:
            return ("break" if block.needs == "break" else "drying"), _said_block(board, block)
    if before is None:
        return "painter", "You are still on what was begun before."
    busy = board.passes[before.pass_id]
    on_what = f"the {busy.said}" if busy.place else f"'{busy.said}'"
    rule = next((r for r in board.needed.get(each.id, []) if r.before == before.pass_id), None)
    if rule is not None:
        return "order", f"You are on {on_what} until {clock(before.end)}. {rule.reason}"
    return "painter", f"You are on {on_what} until {clock(before.end)}."


def _not_session_before(problem: Problem, schedule: Schedule, at: int) -> str:
    placement = schedule.placements[at]
    order = [s.id for s in problem.sessions]
    index = order.index(placement.session_id)
    if index == 0:
        return ""
    earlier = problem.sessions[index - 1]
    board = board_before(problem, schedule, at)
    each = board.passes[placement.pass_id]
    used_until = max(
        [p.end for p in schedule.placements if p.session_id == earlier.id],
        default=earlier.start,
    )
    for rule in board.needed.get(each.id, []):
        where = next((p for p in schedule.placements if p.pass_id == rule.before), None)
        if where is not None and where.session_id == placement.session_id:
            return f"It follows {board.passes[rule.before].said}, which stands in the same session."
    start, block = board.earliest(each, used_until)
    if start + each.minutes <= earlier.end:
        return f"What was painted last in {earlier.name} came first in your order."
    left = max(0, earlier.end - used_until)
    if block is None:
        return f"It takes {each.minutes} min; {earlier.name} had {left} left."
    lower = first_upper(board.passes[block.by].said)
    return f"{lower} was not ready in time: {earlier.name} ends at {clock(earlier.end)}."


def explain(problem: Problem, schedule: Schedule) -> list[Reason]:
    """Give the reasons of every placement, in order of time."""
    reasons = []
    for at, placement in enumerate(schedule.placements):
        board = board_before(problem, schedule, at)
        before = schedule.placements[at - 1] if at else None
        kind, why = _not_earlier(problem, board, placement, before)
        earlier = "" if kind == "hand" else _not_session_before(problem, schedule, at)
        wait, on = _waited(problem, board, placement, before) if kind == "drying" else (0, None)
        reasons.append(Reason(placement.pass_id, kind, why, earlier, wait, on))
    return reasons


def _waited(problem: Problem, board: Board, placement: Placement, before: Placement | None) -> tuple[int, int | None]:
    """Say how long one waits in the session before a pass, and for the paint of which."""
    session = next(s for s in problem.sessions if s.id == placement.session_id)
    free_from = before.end if before and before.session_id == session.id else session.start
    _, block = board.earliest(board.passes[placement.pass_id], free_from, session)
    return placement.start - free_from, None if block is None or block.needs == "break" else block.by
