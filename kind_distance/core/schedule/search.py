"""A plan sought in earnest, by constraint programming: sessions and order together, under one cost.

The model counts drying by the session a layer is painted in, a little late rather than early, so that what it
places always holds. Its answer is then put on the board again, where every film dries through the weather as it
comes, and shifted left; the cost of that is what counts. Nothing here looks at a clock: the effort is counted in the
solver's own steps, so that the same painting gives the same plan on every machine.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from typing import TYPE_CHECKING

from kind_distance.core.paint.drying import dry
from kind_distance.core.passes.kinds import UNTOUCHED
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.cost import REMIX_WEIGHT, SESSION_WEIGHT, TURN_WEIGHT
from kind_distance.core.schedule.model import Problem, Session

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

# Pass, session and the minute before which it does not begin (0: as soon as it can), in order of time.
Listed = tuple[tuple[int, int, int], ...]
EFFORT = 0.6  # deterministic time of one search, in the solver's units; about seconds on a slow machine
SEED = 7
MOST_PASSES = 70  # beyond, the model is larger than the time it is given
LEFT = 100_000
LATEST = 600 * 1440  # longer than any paint dries [min]


@dataclass(frozen=True)
class _Waits:
    """How a pass painted in a session dries: minutes after its end in that air, and clock minutes if it ends last."""

    open_min: int
    touch_min: int
    touch_at: int
    through_at: int
    firm_min: int


class _Model:
    """The variables of one problem and the rules between them."""

    def __init__(self, problem: Problem, model: cp_model.CpModel) -> None:
        self.problem, self.model = problem, model
        done = {each.pass_id for each in problem.done}
        self.done_films = {
            each.pass_id: dry(p.paint, each.end, problem.weather, p.thickness, p.aids)
            for each in problem.done
            for p in problem.passes
            if p.id == each.pass_id
        }
        self.open = [p for p in problem.passes if p.id not in done and p.kind != "varnish"]
        self.ahead = [s for s in problem.sessions if s.end > problem.free_from]
        self.start: dict[int, cp_model.IntVar] = {}
        self.here: dict[tuple[int, int], cp_model.IntVar] = {}
        self.placed: dict[int, cp_model.IntVar] = {}
        self.opens: dict[int, cp_model.IntVar] = {}
        self.touches: dict[int, cp_model.IntVar] = {}
        self.throughs: dict[int, cp_model.IntVar] = {}
        self.firms: dict[int, cp_model.IntVar] = {}
        self.waits = {(p.id, s.id): self._waits(p, s) for p in self.open for s in self.ahead}
        self._variables()

    def _waits(self, each: Pass, session: Session) -> _Waits:
        """Within a session its own air holds; what is still drying at its end is counted from the last minute."""
        weather = self.problem.weather
        inside, last = (
            dry(each.paint, end, weather, each.thickness, each.aids) for end in (session.start, session.end)
        )
        return _Waits(
            open_min=math.floor(inside.open_until - inside.painted_at),
            touch_min=math.ceil(inside.touch - inside.painted_at),
            touch_at=math.ceil(last.touch),
            through_at=math.ceil(min(last.through_late, session.end + LATEST)),
            firm_min=math.ceil(inside.firm - inside.painted_at),
        )

    def _begin(self, session: Session) -> int:
        return math.ceil(max(self.problem.free_from, session.start))

    def _variables(self) -> None:
        # What finds no place still has a start, beyond the last session, so that it binds nothing that does.
        first, last = self.ahead[0].start, self.ahead[-1].end + sum(p.minutes for p in self.open)
        intervals: dict[int, list[cp_model.IntervalVar]] = {s.id: [] for s in self.ahead}
        for each in self.open:
            start = self.model.new_int_var(first, last, f"start{each.id}")
            chosen = []
            for session in self.ahead:
                begin = self._begin(session)
                if begin + each.minutes > session.end:
                    continue
                here = self.model.new_bool_var(f"p{each.id}s{session.id}")
                self.here[each.id, session.id] = here
                chosen.append(here)
                self.model.add(start >= begin).only_enforce_if(here)
                self.model.add(start <= session.end - each.minutes).only_enforce_if(here)
                intervals[session.id].append(
                    self.model.new_optional_fixed_size_interval_var(
                        start, each.minutes, here, f"i{each.id}s{session.id}"
                    )
                )
            placed = self.model.new_bool_var(f"placed{each.id}")
            self.model.add(sum(chosen) == placed)
            self.start[each.id], self.placed[each.id] = start, placed
            self._states(each)
        for session in self.ahead:
            if intervals[session.id]:
                self.model.add_no_overlap(intervals[session.id])

    def _states(self, each: Pass) -> None:
        """Follow its film: when it stops being open, is touch dry and dry through, by the session it is painted in."""
        if each.paint in ("dry", "varnish"):
            return
        until = LATEST + self.ahead[-1].end
        made = [self.model.new_int_var(0, until, f"{state}{each.id}") for state in ("open", "touch", "through", "firm")]
        self.opens[each.id], self.touches[each.id], self.throughs[each.id], self.firms[each.id] = made
        for session in self.ahead:
            here = self.here.get((each.id, session.id))
            if here is None:
                continue
            waits, end = self.waits[each.id, session.id], self.start[each.id] + each.minutes
            self.model.add(made[0] == end + waits.open_min).only_enforce_if(here)
            self.model.add(made[1] == end + waits.touch_min).only_enforce_if(here)
            self.model.add(made[2] == waits.through_at).only_enforce_if(here)
            self.model.add(made[3] == end + waits.firm_min).only_enforce_if(here)

    def needs_touch(self, before: int, after: Pass, *lits: cp_model.LiteralT) -> None:
        """Ask that `after` begins when `before` is touch dry."""
        if before in self.touches:
            both = (self.placed[before], self.placed[after.id])
            self.model.add(self.start[after.id] >= self.touches[before]).only_enforce_if(*both, *lits)
        for session in self.ahead:
            b_here = self.here.get((before, session.id))
            if b_here is None or before not in self.touches:
                continue
            ready = self.waits[before, session.id].touch_at
            for later in self.ahead:
                # Only where two sessions lie so close that what was painted last may not be dry yet.
                a_later = self.here.get((after.id, later.id))
                if later.start >= session.end and ready > later.start and a_later is not None:
                    self.model.add(self.start[after.id] >= ready).only_enforce_if(b_here, a_later, *lits)

    def in_open(self, before: int, after: Pass, lit: cp_model.LiteralT) -> None:
        """Ask that `after` ends while `before` is still open, where `lit` holds."""
        if before in self.opens:
            both = (self.placed[before], self.placed[after.id])
            end = self.start[after.id] + after.minutes
            self.model.add(end <= self.opens[before]).only_enforce_if(*both, lit)

    def needs_firm(self, before: int, after: Pass) -> None:
        """Ask that `after` begins when `before` has been touch dry about as long again."""
        if before in self.firms:
            both = (self.placed[before], self.placed[after.id])
            self.model.add(self.start[after.id] >= self.firms[before]).only_enforce_if(*both)

    def needs_through(self, before: int, after: Pass) -> None:
        """Ask that `after` begins when `before` is dry through."""
        if before in self.throughs:
            both = (self.placed[before], self.placed[after.id])
            self.model.add(self.start[after.id] >= self.throughs[before]).only_enforce_if(*both)

    def done_needs(self, before: int, after: Pass, needs: str) -> None:
        """Ask the same of a layer that is painted already."""
        film = self.done_films[before]
        if needs in ("touch_dry", "firm"):
            ready = math.ceil(film.firm if needs == "firm" else film.touch)
            self.model.add(self.start[after.id] >= ready).only_enforce_if(self.placed[after.id])
        elif needs == "through_dry":
            ready = math.ceil(min(film.through_late, 4e9))
            if ready > self.ahead[-1].end:
                self.model.add(self.placed[after.id] == 0)
            else:
                self.model.add(self.start[after.id] >= ready).only_enforce_if(self.placed[after.id])
        elif needs == "not_tacky":
            wet = self.model.new_bool_var(f"wet{before}.{after.id}")
            end = self.start[after.id] + after.minutes
            placed = self.placed[after.id]
            self.model.add(end <= math.floor(film.open_until)).only_enforce_if(wet, placed)
            self.model.add(self.start[after.id] >= math.ceil(film.touch)).only_enforce_if(~wet, placed)


def _add_rules(built: _Model) -> set[tuple[int, int]]:
    """Add material rules and the painter's order; return the pairs whose order they fix."""
    model, by_id = built.model, {p.id: p for p in built.open}
    fixed = set()
    for rule in built.problem.rules:
        after = by_id.get(rule.after)
        if after is None:
            continue
        fixed.add((rule.before, rule.after))
        if rule.before not in by_id:
            if rule.before in built.done_films:
                built.done_needs(rule.before, after, rule.needs)
            else:
                model.add(built.placed[after.id] == 0)  # what it waits for is never painted
            continue
        before = by_id[rule.before]
        model.add_implication(built.placed[after.id], built.placed[before.id])
        both = built.placed[after.id]
        model.add(built.start[after.id] >= built.start[before.id] + before.minutes).only_enforce_if(both)
        if rule.needs == "touch_dry":
            built.needs_touch(before.id, after)
        elif rule.needs == "firm":
            built.needs_firm(before.id, after)
        elif rule.needs == "through_dry":
            built.needs_through(before.id, after)
        elif rule.needs == "not_tacky":
            _not_tacky(built, before, after)
    return fixed


def _not_tacky(built: _Model, before: Pass, after: Pass, *lits: cp_model.LiteralT) -> None:
    """Ask that `after` is painted into `before` while it is open, or on it when it is dry: never while it is tacky."""
    wet = built.model.new_bool_var(f"wet{before.id}.{after.id}")
    for lit in lits:
        built.model.add_implication(wet, lit)
    built.in_open(before.id, after, wet)
    built.needs_touch(before.id, after, ~wet, *lits)


def _add_neighbours(built: _Model, fixed: set[tuple[int, int]]) -> None:
    """Add what wet neighbours ask of each other, in whichever order they come."""
    states = {(rule.before, rule.after) for rule in built.problem.rules if rule.needs != "done"}
    for at, one in enumerate(built.open):
        for other in built.open[at + 1 :]:
            if not built.problem.meet(one, other):
                continue
            if (one.id, other.id) in fixed:
                _beside(built, one, other, states)
            elif (other.id, one.id) in fixed:
                _beside(built, other, one, states)
            else:
                lit = built.model.new_bool_var(f"first{one.id}.{other.id}")
                for before, after, holds in ((one, other, lit), (other, one, ~lit)):
                    after_it = built.start[after.id] >= built.start[before.id] + before.minutes
                    built.model.add(after_it).only_enforce_if(holds)
                    _beside(built, before, after, states, holds)


def _beside(built: _Model, before: Pass, after: Pass, states: set[tuple[int, int]], *lits: cp_model.LiteralT) -> None:
    """Ask that `before` is dry enough beside `after`, where the literals hold; a rule of their own goes first."""
    if (before.id, after.id) in states or before.paint == "dry" or after.kind in UNTOUCHED:
        return
    if built.problem.beside == "touch_dry":
        built.needs_touch(before.id, after, *lits)
    elif built.problem.beside == "not_tacky":
        _not_tacky(built, before, after, *lits)


def _add_done(built: _Model) -> None:
    """Add what layers that are painted already ask of those beside and above them."""
    states = {(rule.before, rule.after) for rule in built.problem.rules if rule.needs != "done"}
    for lower in built.problem.passes:
        if lower.id not in built.done_films or lower.paint == "dry":
            continue
        for each in built.open:
            meets = each.kind not in UNTOUCHED and built.problem.meet(each, lower)
            if meets and (lower.id, each.id) not in states:
                built.done_needs(lower.id, each, built.problem.beside)


def _objective(built: _Model) -> None:
    """Minimise the cost of a plan, as far as it is linear: what has no place, sessions, end, turns in the order."""
    model = built.model
    terms = [LEFT * each.minutes * ~built.placed[each.id] for each in built.open]
    clock, gone = [], 0
    spans = sum(s.minutes for s in built.problem.sessions)
    end = model.new_int_var(0, spans, "end")
    for session in built.problem.sessions:
        if session not in built.ahead:
            gone += session.minutes
            continue
        used = model.new_bool_var(f"used{session.id}")
        for each in built.open:
            here = built.here.get((each.id, session.id))
            if here is not None:
                model.add_implication(here, used)
                into = built.start[each.id] + each.minutes - session.start + gone
                model.add(end >= into).only_enforce_if(here)
        clock.append(used)
        gone += session.minutes
    terms += [int(100 * SESSION_WEIGHT) * used for used in clock]
    terms.append(100 * end)
    for one, other in zip(built.open, built.open[1:], strict=False):
        turned = model.new_bool_var(f"turned{one.id}.{other.id}")
        model.add(built.start[one.id] <= built.start[other.id]).only_enforce_if(turned.negated())
        terms.append(int(100 * (TURN_WEIGHT + REMIX_WEIGHT / 3)) * turned)
    model.minimize(sum(terms))


@lru_cache(maxsize=16)
def search(problem: Problem, hint: Listed, effort: float = EFFORT) -> Listed:
    """Seek a plan of small cost.

    Parameters
    ----------
    problem : Problem
    hint : tuple of (pass, session, minute)
        A plan to begin from, in order of time.
    effort : float
        How long to look, in the solver's own steps.

    Returns
    -------
    tuple of (pass, session, minute)
        In order of time; the hint itself where nothing was found or nothing is to be sought.
    """
    return _search(problem, hint, effort, lambda _: None)


def search_watched(
    problem: Problem, hint: Listed, effort: float, when_stopped: Callable[[Callable[[], None]], None]
) -> Listed:
    """Seek the same, but let it be stopped: `when_stopped` is given what to call for that."""
    return _search(problem, hint, effort, when_stopped)


def _search(
    problem: Problem, hint: Listed, effort: float, when_stopped: Callable[[Callable[[], None]], None]
) -> Listed:
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    done = {each.pass_id for each in problem.done}
    open_passes = [p for p in problem.passes if p.id not in done and p.kind != "varnish"]
    if not 2 <= len(open_passes) <= MOST_PASSES or not any(s.end > problem.free_from for s in problem.sessions):
        return hint
    built = _Model(problem, model)
    _add_neighbours(built, _add_rules(built))
    _add_done(built)
    _objective(built)
    session_of = {number: session for number, session, _ in hint}
    for (number, session), here in built.here.items():
        model.add_hint(here, session_of.get(number) == session)
    for each in built.open:
        model.add_hint(built.placed[each.id], each.id in session_of)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = SEED
    solver.parameters.max_deterministic_time = effort
    solver.parameters.linearization_level = 0
    when_stopped(solver.stop_search)
    status = solver.solve(model)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return hint
    found = [
        (solver.value(built.start[number]), number, session)
        for (number, session), here in built.here.items()
        if solver.boolean_value(here)
    ]
    return tuple((number, session, start) for start, number, session in sorted(found))
