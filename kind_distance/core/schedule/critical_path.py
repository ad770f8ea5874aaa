"""What the end of a plan hangs on, and how much later everything else may come."""

from __future__ import annotations

import math
from dataclasses import dataclass

from kind_distance.core.paint.drying import dry
from kind_distance.core.passes.order import ready_at
from kind_distance.core.schedule.model import Placement, Problem
from kind_distance.core.schedule.plan import Board, Schedule

LATEST_MIN = 720  # slack is not looked for beyond


@dataclass(frozen=True)
class Slack:
    """How much later a pass may begin while all others stay where they stand.

    Parameters
    ----------
    pass_id : int
    minutes : int
        [min]
    held_by : int or None
        The pass that would have to move first; None where its session ends.
    critical : bool
        Whether the end of the plan hangs on it.
    into_wet : bool
        Whether that pass is an earlier one, whose paint would have turned tacky.
    """

    pass_id: int
    minutes: int
    held_by: int | None
    critical: bool
    into_wet: bool = False


def _asks(board: Board, placed: Placement, other: Placement) -> tuple[bool, str | None]:
    """Whether a later pass has to come after this one, and the state it wants of this one's film."""
    upper = board.passes[other.pass_id]
    after = any(rule.before == placed.pass_id for rule in board.needed.get(upper.id, []))
    wanted = board.needs_of(upper, placed.pass_id)
    return after, None if wanted is None else wanted[0]


def _allows(problem: Problem, board: Board, placed: Placement, other: Placement, delay: int) -> bool:
    """Whether a later pass still holds when this one comes so much later."""
    after, needs = _asks(board, placed, other)
    end = placed.end + delay
    if needs == "not_tacky" and placed.drying.touch <= other.start:
        needs = "touch_dry"  # it goes on dry paint: through the tacky time there is no way into the open one
    if needs is None or needs == "done":
        return not after or end <= other.start
    own = board.passes[placed.pass_id]
    film = dry(own.paint, end, problem.weather, own.thickness, own.aids)
    until = (film.open_until, film.touch, film.through_late, film.firm)
    return end <= other.start and ready_at(needs, until, other.start, other.end - other.start) <= other.start  # type: ignore[arg-type]


def _window(board: Board, placements: tuple[Placement, ...], at: int) -> tuple[int, int | None]:
    """How much later it may come before the open paint that it goes into, or beside, turns tacky."""
    placed = placements[at]
    each = board.passes[placed.pass_id]
    most, held = LATEST_MIN, None
    later = {other.pass_id for other in placements[at:]}
    for painted, film in board.films.items():
        if painted in later:
            continue
        wanted = board.needs_of(each, painted)
        if wanted is not None and wanted[0] == "not_tacky" and placed.end <= film.open_until:
            left = math.floor(film.open_until) - placed.end
            if left < most:
                most, held = left, painted
    return most, held


def _slack(problem: Problem, board: Board, placements: tuple[Placement, ...], at: int) -> tuple[int, set[int]]:
    """Find the minutes it may come later, and the passes that keep it from coming a minute later still."""
    placed = placements[at]
    session = next(s for s in problem.sessions if s.id == placed.session_id)
    window, wet = _window(board, placements, at)
    most, held = session.end - placed.end, set[int]()

    def limit(minutes: int, by: int) -> None:
        nonlocal most, held
        if minutes < most:
            most, held = minutes, {by}
        elif minutes == most:
            held.add(by)

    after = placements[at + 1] if at + 1 < len(placements) else None
    if after is not None and after.session_id == placed.session_id:
        limit(after.start - placed.end, after.pass_id)
    if wet is not None:
        limit(max(0, window), wet)
    for other in placements[at + 1 :]:
        if _allows(problem, board, placed, other, most + 1):
            continue
        low, high = 0, most + 1  # it holds as it stands, and not so much later: halve between
        while low + 1 < high:
            middle = (low + high) // 2
            low, high = (middle, high) if _allows(problem, board, placed, other, middle) else (low, middle)
        limit(low, other.pass_id)
    return most, held


def find_slack(problem: Problem, schedule: Schedule) -> list[Slack]:
    """Work out the slack of every placement, and which the end of the plan hangs on.

    The end hangs on the last pass, on whatever holds that where it stands without slack, and so on back.

    Parameters
    ----------
    problem : Problem
    schedule : Schedule
    """
    placements = tuple(sorted(schedule.placements, key=lambda each: each.start))
    if not placements:
        return []
    board = Board(problem)
    for each in placements:
        board.lay(each.pass_id, each.drying)
    found = [_slack(problem, board, placements, at) for at in range(len(placements))]
    begin = {each.pass_id: each.start for each in placements}
    critical = {placements[-1].pass_id}
    for placed, (minutes, held) in zip(reversed(placements), reversed(found), strict=True):
        if minutes == 0 and held & critical:
            critical.add(placed.pass_id)
    slacks = []
    for placed, (minutes, held) in zip(placements, found, strict=True):
        # Of several, the one that comes last is named: it waits for the paint rather than for the hands.
        by = max(held, key=lambda number: (number in critical, begin.get(number, 0), number)) if held else None
        wet = by is not None and begin.get(by, 0) < placed.start
        slacks.append(Slack(placed.pass_id, minutes, by, placed.pass_id in critical, wet))
    return slacks
