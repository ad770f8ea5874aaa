"""A first scheduler: serial, greedy, repeatable to the minute.

At every moment it takes, of the passes that may be painted, the one that can begin first, so that the drying of
one place is used to paint another. How much the painter's order weighs against an earlier beginning is tried in
several degrees, and the best plan is kept.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import cast

from kind_distance.core.judgement import Why, because
from kind_distance.core.paint.drying import Drying, Weather, dry
from kind_distance.core.paint.media import Dryness
from kind_distance.core.passes.kinds import UNTOUCHED, WET_ONLY
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.passes.order import ready_at
from kind_distance.core.schedule.conflict import Conflict, find_conflict
from kind_distance.core.schedule.cost import plan_cost
from kind_distance.core.schedule.model import (
    BREAK_MIN,
    LONGEST_SESSION_MIN,
    Help,
    Milestone,
    Placement,
    Problem,
    Session,
    Unplaced,
)
from kind_distance.core.schedule.search import Listed

MOST_EXTENSION_MIN = 240
EXTENSION_STEP_MIN = 5
# Minutes that one place in the painter's order is worth: from none, for shortest waits, to strictly as listed.
PATIENCE_MIN = (0.0, 0.5, 1.0, 2.0, 4.0, 10.0, 1000.0)
QUICK_PATIENCE = (0.0, 2.0)  # tried where many plans are only asked whether they fit
ADDED = ((1, 1), (7, 1), (1, 2), (7, 2), (7, 3), (7, 5))  # days apart and number of sessions that are tried


@dataclass(frozen=True)
class Block:
    """What holds a pass back until a minute: an earlier pass and the state wanted of it."""

    until: float
    by: int
    needs: str
    why: Why


@dataclass(frozen=True)
class Schedule:
    """The plan: placements in order of time, dated milestones, what found no place, why, and what would help."""

    placements: tuple[Placement, ...]
    milestones: tuple[Milestone, ...]
    unplaced: tuple[Unplaced, ...]
    helps: tuple[Help, ...] = ()
    conflict: Conflict = Conflict()


Wants = dict[int, dict[int, tuple[Dryness, Why]]]


@dataclass(frozen=True, eq=False)
class _Order:
    """What is asked of the passes of a problem; the same for all problems that share them and differ in sessions."""

    problem: Problem

    def _parts(self) -> tuple[int, int, int, str]:
        given = self.problem
        return id(given.passes), id(given.rules), id(given.touching), given.beside

    def __hash__(self) -> int:
        """Tell by identity: comparing fifty passes costs as much as working them out again."""
        return hash(self._parts())

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Order) and self._parts() == other._parts()


@dataclass(frozen=True)
class _Ruled:
    """Rules by the passes they bear on: states wanted, rules before each and their number, whom each holds up."""

    passes: dict[int, Pass]
    wants: Wants
    needed: dict[int, list[Precedence]]
    held_up: dict[int, int]
    followers: dict[int, list[int]]


@lru_cache(maxsize=32)
def _ruled(order: _Order) -> _Ruled:
    problem = order.problem
    passes = {each.id: each for each in problem.passes}
    needed: dict[int, list[Precedence]] = {}
    followers: dict[int, list[int]] = {}
    held_up = dict.fromkeys(passes, 0)
    for rule in problem.rules:
        needed.setdefault(rule.after, []).append(rule)
        if rule.after in held_up:
            held_up[rule.after] += 1
            followers.setdefault(rule.before, []).append(rule.after)
    return _Ruled(passes, _wants(problem), needed, held_up, followers)


def _wants(problem: Problem) -> Wants:
    """List by pass, and by every other one under or beside it, the state wanted of that one's film and why."""
    ruled: Wants = {each.id: {} for each in problem.passes}
    for rule in problem.rules:
        if rule.needs != "done" and rule.after in ruled:
            ruled[rule.after].setdefault(rule.before, (rule.needs, rule.why))
    if problem.beside == "done":
        return ruled  # what is asked of neighbours is among the rules
    beside = (cast("Dryness", problem.beside), because("wet_beside"))
    for each in problem.passes:
        if each.kind not in UNTOUCHED:
            for lower in problem.passes:
                if lower.id != each.id and lower.paint != "dry" and problem.meet(each, lower):
                    ruled[each.id].setdefault(lower.id, beside)
    return ruled


class Board:
    """The wet painting: what has been painted so far and when each place is ready for what."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        ruled = _ruled(_Order(problem))
        self.passes, self.wants, self.needed, self.followers = ruled.passes, ruled.wants, ruled.needed, ruled.followers
        # Rules still open by the pass they hold up: asked a hundred times for every pass that is put.
        self.held_up = dict(ruled.held_up)
        self.weather: Weather = problem.weather
        self.films: dict[int, Drying] = {}
        self.spells: list[tuple[float, float, int]] = []
        for done in sorted(problem.done, key=lambda each: each.end):
            if done.pass_id in self.passes:
                self.paint(self.passes[done.pass_id], done.end)

    def paint(self, each: Pass, end: float) -> Drying:
        """Note that a pass ended, and follow its film."""
        film = dry(each.paint, end, self.weather, each.thickness, each.aids)
        self.lay(each.id, film)
        self.spells.append((end - each.minutes, end, each.id))
        return film

    def lay(self, number: int, film: Drying) -> None:
        """Note the film of a pass: what it held up it holds up no longer."""
        if number not in self.films:
            for later in self.followers.get(number, ()):
                self.held_up[later] -= 1
        self.films[number] = film

    def unpaint(self, each: Pass) -> None:
        """Take back the pass that was painted last."""
        del self.films[each.id]
        for later in self.followers.get(each.id, ()):
            self.held_up[later] += 1
        self.spells.pop()

    def unbroken(self, session: Session, now: float) -> float:
        """Minutes painted without a break up to now; waits shorter than a break are none."""
        begun = now
        for start, end, _ in reversed(self.spells):
            if end <= session.start or begun - end >= BREAK_MIN:
                break
            begun = min(begun, start)
        return now - begun

    def _rested(self, each: Pass, start: float, session: Session) -> tuple[float, Block | None]:
        """First minute from `start` that keeps to the painter's cap on unbroken painting."""
        if session.unbroken_min is None or not self.spells:
            return start, None
        painted = self.unbroken(session, start)
        if painted <= 0 or painted + each.minutes <= session.unbroken_min:
            return start, None
        _, last, number = self.spells[-1]
        return last + BREAK_MIN, Block(last + BREAK_MIN, number, "break", because("break", painted_min=painted))

    def waiting_for(self, each: Pass) -> list[int]:
        """List the passes that have to be painted before this one can be thought of."""
        return [rule.before for rule in self.needed.get(each.id, []) if rule.before not in self.films]

    def needs_of(self, each: Pass, painted: int) -> tuple[Dryness, Why] | None:
        """State wanted of an earlier film under or beside a pass, with the reason; None where they never meet."""
        return self.wants[each.id].get(painted)

    def wet_for(self, each: Pass, start: float) -> bool:
        """Whether the paint that a pass goes into is still open, and stays so until the pass would end."""
        own = [film for painted, film in self.films.items() if self.passes[painted].plane == each.plane]
        own = [film for film in own if film.touch_late > film.painted_at]
        return bool(own) and start + each.minutes <= max(film.open_until for film in own)

    def earliest(self, each: Pass, start: float, session: Session | None = None) -> tuple[float, Block | None]:
        """First minute from `start` at which a pass may begin, and what held it back last; with breaks in a session."""
        block: Block | None = None
        now = start
        while True:
            moved = now
            if session is not None:
                moved, held = self._rested(each, now, session)
                block = held or block
            wants = self.wants[each.id]
            for painted, film in self.films.items():
                if max(film.through_late, film.firm) <= moved or painted not in wants:
                    continue
                wanted = wants[painted]
                if film.touch <= moved and wanted[0] not in ("through_dry", "firm"):
                    continue
                until = (film.open_until, film.touch, film.through_late, film.firm)
                ready = math.ceil(ready_at(wanted[0], until, moved, each.minutes) - 1e-6)
                if ready > moved:
                    moved, block = ready, Block(ready, painted, *wanted)
            if moved == now:
                return now, block
            now = moved  # having waited for one film, an open one may have turned tacky: look again


def _next_in(
    board: Board, session: Session, now: float, open_passes: list[Pass], patience: float
) -> tuple[Pass, int] | None:
    """Choose the pass that can begin first; one further on in the painter's order counts as later by `patience`."""
    best: tuple[float, int, Pass, int] | None = None
    for each in open_passes:
        # What goes into wet paint does not wait while it can be done.
        if each.kind in WET_ONLY and not board.held_up[each.id] and board.wet_for(each, now):
            start, _ = board.earliest(each, now, session)
            if start == now and start + each.minutes <= session.end:
                return each, int(start)
    for rank, each in enumerate(open_passes):
        if board.held_up[each.id]:
            continue
        start, _ = board.earliest(each, now, session)
        if start + each.minutes > session.end:
            continue
        if best is None or (start + patience * rank, rank) < best[:2]:
            best = (start + patience * rank, rank, each, int(start))
    return None if best is None else (best[2], best[3])


def _milestones(board: Board, later: list[Pass]) -> list[Milestone]:
    found = []
    for each in later:
        if board.waiting_for(each):
            continue
        last = max([board.problem.free_from, *(f.painted_at for f in board.films.values())])
        earliest, block = board.earliest(each, last)
        found.append(Milestone(each.id, earliest, None if block is None else block.by))
    return found


Placed = tuple[list[Placement], list[Pass], Board]


def _place_with(problem: Problem, patience: float) -> Placed:
    board = Board(problem)
    open_passes = [p for p in problem.passes if p.id not in board.films and p.kind != "varnish"]
    placements = []
    for session in problem.sessions:
        now: float = max(session.start, problem.free_from)
        while (found := _next_in(board, session, now, open_passes, patience)) is not None:
            each, start = found
            end = start + each.minutes
            placements.append(Placement(each.id, session.id, start, end, board.paint(each, end)))
            open_passes.remove(each)
            now = end
    return placements, open_passes, board


def _still_open(problem: Problem, board: Board) -> list[Pass]:
    """List what is not painted yet; a varnish is a date, unless it was put by hand."""
    left = [each for each in problem.passes if each.id not in board.films]
    return [each for each in left if each.kind != "varnish" or each.id in problem.fixed]


def put_listed(problem: Problem, listed: Listed) -> Placed:
    """Place passes in a given order and session; what no longer fits moves on, what is not listed fills the rest."""
    board = Board(problem)
    open_passes = _still_open(problem, board)
    by_id = {each.id: each for each in open_passes}
    known = {session.id for session in problem.sessions}
    wanted = [(i, s) for i, s, _ in listed if i in by_id and s in known]
    not_before = {i: minute for i, _, minute in listed}
    homes = {session.id: {i for i, s in wanted if s == session.id} for session in problem.sessions}
    placements: list[Placement] = []
    carried: list[int] = []

    def put(each: Pass, session: Session, start: float) -> float:
        end = int(start) + each.minutes
        placements.append(Placement(each.id, session.id, int(start), end, board.paint(each, end)))
        open_passes.remove(each)
        return end

    for session in problem.sessions:
        now: float = max(session.start, problem.free_from)
        queue = carried + [i for i, s in wanted if s == session.id]
        carried = []
        while queue:
            number = queue.pop(0)
            each = by_id[number]
            start = max(now, not_before[number])
            by_hand = number in problem.fixed and number in homes[session.id]
            if not by_hand:
                start, _ = board.earliest(each, start, session)
            if start + each.minutes > session.end or (not by_hand and board.waiting_for(each)):
                carried.append(number)
                continue
            now = put(each, session, start)
            # What was put later by hand may have held others up: they come right after it.
            freed = [i for i in carried if not board.waiting_for(by_id[i])] if number in problem.fixed else []
            queue, carried = freed + queue, [i for i in carried if i not in freed]
        listed_later = set(carried) | {i for i, s in wanted if s != session.id}
        free = [each for each in open_passes if each.id not in listed_later and each.kind != "varnish"]
        while (found := _next_in(board, session, now, free, PATIENCE_MIN[-1])) is not None:
            free.remove(found[0])
            now = put(found[0], session, found[1])
    return placements, open_passes, board


def merit(problem: Problem, found: Placed) -> float:
    """Add up what a plan on the board costs."""
    return plan_cost(problem, found[0])


def tried(problem: Problem) -> list[Placed]:
    """Place a problem with every degree of patience."""
    return [_place_with(problem, patience) for patience in PATIENCE_MIN]


def _place(problem: Problem, kept: Listed = ()) -> Placed:
    """Try several degrees of patience and keep the plan of least cost; a plan that the painter took stands."""
    if kept:
        return put_listed(problem, kept)
    return min(tried(problem), key=lambda found: merit(problem, found))


def listed_of(placements: Iterable[Placement]) -> Listed:
    """Give the order and the sessions of placements, each to begin as soon as it can."""
    return tuple((p.pass_id, p.session_id, 0) for p in placements)


def pinned(placements: Iterable[Placement]) -> Listed:
    """Give the same with the minute at which each begins, so that it comes out just so again."""
    return tuple((p.pass_id, p.session_id, p.start) for p in placements)


def place_listed(problem: Problem, listed: Listed) -> list[Placement]:
    """Put a listed plan on the board; see :func:`listed_of`."""
    return put_listed(problem, listed)[0]


def tried_plans(problem: Problem) -> list[list[Placement]]:
    """Give the plans of all degrees of patience."""
    return [found[0] for found in tried(problem)]


def sessions_used(problem: Problem) -> tuple[int, int]:
    """Count the sessions that the painter's order takes without much waiting, and the passes left over."""
    placements, left, _ = _place_with(problem, 1.0)
    return len({each.session_id for each in placements}), len(left)


def in_order(problem: Problem) -> Listed:
    """Give the plan that keeps the painter's order, whatever it waits."""
    return listed_of(_place_with(problem, PATIENCE_MIN[-1])[0])


def _fits(problem: Problem, patiences: tuple[float, ...] = QUICK_PATIENCE) -> bool:
    """Whether one of a few degrees of patience places everything."""
    return any(not _place_with(problem, patience)[1] for patience in patiences)


def _fits_with(problem: Problem, sessions: tuple[Session, ...]) -> bool:
    return _fits(replace(problem, sessions=sessions), PATIENCE_MIN)


def _least(fits: Callable[[int], bool], lengths: range) -> int | None:
    """Find the shortest length that fits by halving; None where not even the longest does."""
    if not lengths or not fits(lengths[-1]):
        return None
    low, high = 0, len(lengths) - 1
    while low < high:
        middle = (low + high) // 2
        if fits(lengths[middle]):
            high = middle
        else:
            low = middle + 1
    return lengths[high]


def _longer(problem: Problem) -> list[Help]:
    """Try to make one of the sessions ahead longer."""
    offers = []
    for at, session in enumerate(problem.sessions):
        if session.end <= problem.free_from:
            continue
        after = problem.sessions[at + 1] if at + 1 < len(problem.sessions) else None
        room = MOST_EXTENSION_MIN if after is None else after.from_door - session.to_door
        limit = min(MOST_EXTENSION_MIN, room, LONGEST_SESSION_MIN - session.minutes)

        def fits(extra: int, at: int = at, session: Session = session) -> bool:
            longer = (
                *problem.sessions[:at],
                replace(session, minutes=session.minutes + extra),
                *problem.sessions[at + 1 :],
            )
            return _fits_with(problem, longer)

        extra = _least(fits, range(EXTENSION_STEP_MIN, limit + 1, EXTENSION_STEP_MIN))
        if extra is not None:
            offers.append(Help(session.id, session.whole_min + extra, 0, 0))
    return sorted(offers, key=lambda offer: offer.minutes)[:1]


def later_starts(start: int, days: int, times: int, present: float) -> list[int]:
    """Begin of sessions added so many days after one, and after each other; never in the past. [clock min]."""
    first = start + days * 1440
    if present > first:
        first += 1440 * math.ceil((present - first) / 1440)
    return [first + turn * days * 1440 for turn in range(times)]


def _more(problem: Problem) -> list[Help]:
    """Try to add sessions like the last one, a day or a week apart; the fewest that do."""
    last = problem.sessions[-1]
    for days, times in ADDED:
        starts = later_starts(last.start, days, times, problem.free_from)

        def fits(minutes: int, starts: list[int] = starts) -> bool:
            added = [replace(last, id=-n, start=at, minutes=minutes) for n, at in enumerate(starts, start=1)]
            return _fits_with(problem, (*problem.sessions, *added))

        minutes = _least(fits, range(15, 241, 15))
        if minutes is not None:
            minutes += last.whole_min - last.minutes
            return [Help(last.id, minutes, days, times)]
    return []


def _what_would_help(problem: Problem) -> list[Help]:
    """Find the smallest single change with which all fits: a longer session, or more of them."""
    return [*_longer(problem), *_more(problem)] if problem.sessions else []


def _unplaced(problem: Problem, left: list[Pass], board: Board) -> list[Unplaced]:
    if not problem.sessions:
        return [Unplaced(each.id, because("no_session")) for each in left]
    found = []
    ahead = [session for session in problem.sessions if session.end > problem.free_from]
    longest = max((session.minutes for session in ahead), default=0)
    for each in left:
        before = [board.passes[i] for i in board.waiting_for(each)]
        if before:
            why = because("waits_for_unplaced", before=before[0].said)
        elif not ahead:
            why = because("all_over")
        elif each.minutes > longest:
            why = because("longer_than_any", minutes=each.minutes, longest_min=longest)
        else:
            last = problem.sessions[-1]
            start, block = board.earliest(each, last.start)
            if block is not None and start + each.minutes > last.end:
                lower = board.passes[block.by].said
                why = because(
                    "ready_late", minutes=each.minutes, lower=lower, session=last.name, wait_min=start - last.start
                )
            else:
                why = because("none_free", minutes=each.minutes)
        found.append(Unplaced(each.id, why))
    return found


def make_schedule(problem: Problem, kept: Listed = ()) -> Schedule:
    """Place passes in sessions.

    Parameters
    ----------
    problem : Problem
    kept : tuple of (pass, session, minute)
        A plan the painter took, in order of time: it stands, whatever another would cost.

    Returns
    -------
    Schedule
        Same input, same plan, to the minute.
    """
    placements, left, board = _place(problem, kept)
    unplaced = _unplaced(problem, left, board) if left else []
    helps = _what_would_help(problem) if left and not kept else []
    later = [p for p in problem.passes if p.kind == "varnish" and p.id not in board.films]
    milestones = _milestones(board, later) if not left else []
    conflict = find_conflict(problem, _fits) if left and not kept and problem.sessions else Conflict()
    return Schedule(tuple(placements), tuple(milestones), tuple(unplaced), tuple(helps), conflict)
