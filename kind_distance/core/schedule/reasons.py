"""Why a pass stands where it stands: what blocks the minute before, and why not in the session before."""

from __future__ import annotations

from dataclasses import dataclass, replace

from kind_distance.core.judgement import Why, because
from kind_distance.core.schedule.model import Done, Placement, Problem
from kind_distance.core.schedule.plan import Block, Board, Schedule


@dataclass(frozen=True)
class Reason:
    """The reasons of one placement.

    Parameters
    ----------
    pass_id : int
    kind : "session", "painter", "drying", "order", "break" or "hand"
        What blocks the minute before.
    not_earlier : Why
    not_session_before : Why or None
        None in the first session.
    wait_min : int
        Minutes in the session in which one waits before it.
    waits_on : int or None
        The pass whose paint it then waits for.
    """

    pass_id: int
    kind: str
    not_earlier: Why
    not_session_before: Why | None
    wait_min: int = 0
    waits_on: int | None = None


def board_before(problem: Problem, schedule: Schedule, at: int) -> Board:
    """Build the painting as it stands when placement number `at` is about to begin."""
    earlier = [Done(p.pass_id, p.start, p.end) for p in schedule.placements[:at]]
    return Board(replace(problem, done=(*problem.done, *earlier)))


def _why_blocked(board: Board, block: Block) -> Why:
    if block.needs == "break":
        return block.why
    painted_at = board.films[block.by].painted_at
    return because(
        "film", lower=board.passes[block.by].said, needs=block.needs, painted_at=painted_at, until=block.until,
        why=block.why,
    )  # fmt: skip


def _not_earlier(problem: Problem, board: Board, placement: Placement, before: Placement | None) -> tuple[str, Why]:
    session = next(s for s in problem.sessions if s.id == placement.session_id)
    each = board.passes[placement.pass_id]
    if each.id in problem.fixed:
        return "hand", because("hand")
    if placement.start == session.start:
        begins = because("session", name=session.name, start=session.start, setup_min=session.setup_min)
        return "session", begins
    free_from = before.end if before and before.session_id == session.id else session.start
    if placement.start > free_from:
        _, block = board.earliest(each, free_from, session)
        if block is not None:
            return ("break" if block.needs == "break" else "drying"), _why_blocked(board, block)
    if before is None:
        return "painter", because("still_on_it")
    busy = board.passes[before.pass_id]
    rule = next((r for r in board.needed.get(each.id, []) if r.before == before.pass_id), None)
    why = because("busy", on=busy, until=before.end, rule=None if rule is None else rule.why)
    return "painter" if rule is None else "order", why


def _not_session_before(problem: Problem, schedule: Schedule, at: int) -> Why | None:
    placement = schedule.placements[at]
    order = [s.id for s in problem.sessions]
    index = order.index(placement.session_id)
    if index == 0:
        return None
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
            return because("follows_in_session", before=board.passes[rule.before].said)
    start, block = board.earliest(each, used_until)
    if start + each.minutes <= earlier.end:
        return because("came_first", session=earlier.name)
    left = max(0, earlier.end - used_until)
    if block is None:
        return because("no_room", minutes=each.minutes, session=earlier.name, left_min=left)
    return because("not_ready", lower=board.passes[block.by].said, session=earlier.name, end=earlier.end)


def explain(problem: Problem, schedule: Schedule) -> list[Reason]:
    """Give the reasons of every placement, in order of time."""
    reasons = []
    for at, placement in enumerate(schedule.placements):
        board = board_before(problem, schedule, at)
        before = schedule.placements[at - 1] if at else None
        kind, why = _not_earlier(problem, board, placement, before)
        earlier = None if kind == "hand" else _not_session_before(problem, schedule, at)
        wait, on = _waited(problem, board, placement, before) if kind == "drying" else (0, None)
        reasons.append(Reason(placement.pass_id, kind, why, earlier, wait, on))
    return reasons


def _waited(problem: Problem, board: Board, placement: Placement, before: Placement | None) -> tuple[int, int | None]:
    """Say how long one waits in the session before a pass, and for the paint of which."""
    session = next(s for s in problem.sessions if s.id == placement.session_id)
    free_from = before.end if before and before.session_id == session.id else session.start
    _, block = board.earliest(board.passes[placement.pass_id], free_from, session)
    return placement.start - free_from, None if block is None or block.needs == "break" else block.by
