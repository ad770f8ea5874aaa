"""An independent check of a schedule. It shares no code with the scheduler but the drying of one minute.

Films are followed here minute by minute instead of spell by spell, and every rule is looked at again.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.core.judgement import Why, because
from kind_distance.core.paint.drying import (
    EARLY,
    FIRM,
    LATE,
    OPEN_SHARE,
    STUDIO,
    Climate,
    aided,
    film_thickness,
    through_dry_min,
    touch_dry_min,
)
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.model import BREAK_MIN, Problem, Session
from kind_distance.core.schedule.plan import Schedule

TOLERANCE_MIN = 2.0  # stepping by the minute rounds each change of state
THROUGH_STEP_MIN = 5.0  # drying through takes hours to months; five minutes are fine enough


@dataclass
class _Film:
    open_until: float
    touch: float
    through: float
    firm: float


def _climate_at(problem: Problem, minute: float) -> Climate:
    for session in problem.sessions:
        if session.start <= minute < session.end:
            return session.climate
    return STUDIO


def _follow(problem: Problem, each: Pass, end: float, until: float) -> _Film:
    """Step a film through the minutes up to `until`; states not reached by then are infinite."""
    film = _Film(end, end, end, end)
    if each.paint in ("dry", "varnish"):
        return film
    film = _Film(float("inf"), float("inf"), float("inf"), float("inf"))
    pace: dict[tuple[str, Climate], float] = {}

    def share_of(state: str, climate: Climate) -> float:
        """Share of the way to a state that one minute brings."""
        if (state, climate) not in pace:
            measure = touch_dry_min if state == "touch" else through_dry_min
            pace[state, climate] = 1.0 / measure(each.paint, climate, film_thickness(each.thickness, each.aids))
        return pace[state, climate]

    dose, deep, minute = 0.0, 0.0, end
    stays_open, takes = aided(each.paint, each.aids)
    while minute < until and dose < takes:
        dose += share_of("touch", _climate_at(problem, minute))
        if dose >= OPEN_SHARE[each.paint] * EARLY * stays_open:
            film.open_until = min(film.open_until, minute)
        minute += 1
    if dose >= takes:
        film.touch = minute
    film.firm = _firm(problem, each, (minute, dose), until, FIRM * takes, share_of)
    while minute < until and deep < LATE:
        deep += THROUGH_STEP_MIN * share_of("through", _climate_at(problem, minute))
        minute += THROUGH_STEP_MIN
    if deep >= LATE:
        film.through = minute
    return film


def _firm(
    problem: Problem,
    each: Pass,
    reached: tuple[float, float],
    until: float,
    wanted: float,
    share_of: Callable[[str, Climate], float],
) -> float:
    """Step on to where a film carries a glaze; oil does when it is touch dry."""
    minute, dose = reached
    if each.paint == "oil":
        return minute if dose >= 1 else float("inf")
    while minute < until and dose < wanted:
        dose += share_of("touch", _climate_at(problem, minute))
        minute += 1
    return minute if dose >= wanted else float("inf")


def _state_broken(needs: str, film: _Film, start: float, end: float) -> bool:
    if needs == "touch_dry":
        return start + TOLERANCE_MIN < film.touch
    if needs == "firm":
        return start + TOLERANCE_MIN < film.firm
    if needs == "through_dry":
        return start + TOLERANCE_MIN + THROUGH_STEP_MIN < film.through
    if needs == "not_tacky":
        return end > film.open_until + TOLERANCE_MIN and start + TOLERANCE_MIN < film.touch
    return False


def verify(problem: Problem, schedule: Schedule) -> list[Why]:
    """Look over a schedule; return what it breaks, once for each, none where it holds."""
    passes = {each.id: each for each in problem.passes}
    spans = {done.pass_id: (done.start, done.end) for done in problem.done}
    broken = _places_broken(problem, passes, schedule, spans)
    horizon = max((end for _, end in spans.values()), default=0)
    films = {i: _follow(problem, passes[i], end, horizon + 1) for i, (_, end) in spans.items()}
    broken += _rules_broken(problem, passes, spans, films)
    ruled = {(rule.before, rule.after) for rule in problem.rules if rule.needs != "done"}
    return broken + _beside_broken(problem, passes, spans, films, ruled)


def _places_broken(
    problem: Problem, passes: dict[int, Pass], schedule: Schedule, spans: dict[int, tuple[int, int]]
) -> list[Why]:
    """Look at sessions, lengths and the painter's one pair of hands; adds the placements to `spans`."""
    broken: list[Why] = []
    sessions = {s.id: s for s in problem.sessions}
    for placement in schedule.placements:
        each, session = passes[placement.pass_id], sessions[placement.session_id]
        if placement.pass_id in spans:
            broken.append(because("painted_twice", title=each.title))
        spans[placement.pass_id] = (placement.start, placement.end)
        if placement.end - placement.start != each.minutes:
            broken.append(because("other_minutes", title=each.title, minutes=each.minutes))
        if placement.start < session.start or placement.end > session.end:
            broken.append(because("outside_session", title=each.title, session=session.name))
        if problem.not_before is not None and placement.start < problem.not_before:
            broken.append(because("in_the_past", title=each.title))
    broken += [
        because("no_break", session=session.name) for session in problem.sessions if _unbroken(problem, spans, session)
    ]
    ordered = sorted(spans.items(), key=lambda item: item[1])
    for (one, (_, end)), (other, (start, _)) in zip(ordered, ordered[1:], strict=False):
        if start < end:
            broken.append(because("two_at_once", title=passes[one].title, other=passes[other].title))
    accounted = set(spans) | {u.pass_id for u in schedule.unplaced} | {m.pass_id for m in schedule.milestones}
    waiting_varnish = {p.id for p in problem.passes if p.kind == "varnish" and schedule.unplaced}
    return broken + [because("lost", title=p.title) for p in problem.passes if p.id not in accounted | waiting_varnish]


def _unbroken(problem: Problem, spans: dict[int, tuple[int, int]], session: Session) -> bool:
    """Whether passes follow each other for longer than the painter's cap; one long pass alone is the painter's."""
    if session.unbroken_min is None:
        return False
    inside = sorted((s, e, i) for i, (s, e) in spans.items() if session.start <= s < session.end)
    first = last = None
    for start, end, number in inside:
        if last is None or start - last >= BREAK_MIN:
            first = start
        elif first is not None and end - first > session.unbroken_min and number not in problem.fixed:
            return True
        last = end
    return False


def _rules_broken(
    problem: Problem, passes: dict[int, Pass], spans: dict[int, tuple[int, int]], films: dict[int, _Film]
) -> list[Why]:
    """Look at every precedence: the order, and the state wanted of the earlier film."""
    broken = []
    for rule in problem.rules:
        if rule.after not in spans:
            continue
        after = passes[rule.after].title
        if rule.before not in spans:
            broken.append(because("before_unplaced", title=after, other=passes[rule.before].title))
            continue
        before = passes[rule.before].title
        start, end = spans[rule.after]
        if start < spans[rule.before][1]:
            broken.append(because("before_its_base", title=after, other=before))
        if _state_broken(rule.needs, films[rule.before], start, end):
            broken.append(because("not_dry", title=after, other=before, needs=rule.needs))
    return broken


def _beside_broken(
    problem: Problem,
    passes: dict[int, Pass],
    spans: dict[int, tuple[int, int]],
    films: dict[int, _Film],
    ruled: set[tuple[int, int]],
) -> list[Why]:
    """Look at wet neighbours that no rule names."""
    placed_now = set(spans) - {done.pass_id for done in problem.done}
    broken = []
    for after in placed_now:
        upper = passes[after]
        if upper.kind in ("drawing", "mask", "sides", "finish", "isolating", "varnish"):
            continue
        for before, (_, ended) in spans.items():
            lower = passes[before]
            start, end = spans[after]
            if before == after or ended > start or (before, after) in ruled or lower.paint == "dry":
                continue
            if problem.meet(upper, lower) and _state_broken(problem.beside, films[before], start, end):
                broken.append(because("beside_not_dry", title=upper.title, other=lower.title, needs=problem.beside))
    return broken
