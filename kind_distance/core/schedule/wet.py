"""What is done in wet paint, and whether the paint is still wet when it is done."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from kind_distance.core.judgement import Finding
from kind_distance.core.paint.drying import dry
from kind_distance.core.passes.kinds import UNPAINTED, WET_ONLY
from kind_distance.core.passes.model import Pass, covers
from kind_distance.core.schedule.model import Placement, Problem

DRY_SHARE = 0.5  # of its minutes that the dry alternative takes on top; common practice, no source


@dataclass(frozen=True)
class Expired:
    """A pass for wet paint that comes when it is not wet any more.

    Parameters
    ----------
    pass_id, base_id : int
        It, and the pass whose paint it was to go into.
    base_session, base_end : int
        Where that ends. [clock min]
    open_until : float
        [clock min]
    """

    pass_id: int
    base_id: int
    base_session: int
    base_end: int
    open_until: float


def expired(problem: Problem, placements: Sequence[Placement]) -> list[Expired]:
    """Find the passes for wet paint whose paint has closed by the time they end.

    Parameters
    ----------
    problem : Problem
    placements : sequence of Placement
        In order of time.
    """
    passes = {each.id: each for each in problem.passes}
    wanted = [each for each in placements if passes[each.pass_id].kind in WET_ONLY]
    if not wanted:
        return []
    weather = problem.weather
    films = [
        (done.end, -1, own.id, dry(own.paint, done.end, weather, own.thickness, own.aids))
        for done in problem.done
        if (own := passes.get(done.pass_id)) is not None
    ]
    films += [(each.end, each.session_id, each.pass_id, each.drying) for each in placements]
    found = []
    for each in wanted:
        own = passes[each.pass_id]
        under = [film for film in films if film[0] <= each.start and _under(own, passes[film[2]])]
        if not under:
            continue
        end, session, base, film = max(under, key=lambda one: one[0])
        if each.end > film.open_until:
            found.append(Expired(each.pass_id, base, session, end, film.open_until))
    return found


def _under(own: Pass, other: Pass) -> bool:
    return own.id != other.id and covers(own, other) and other.kind not in UNPAINTED and other.kind != "ground"


def audit_wet(problem: Problem, placements: Sequence[Placement]) -> list[Finding]:
    """Name what was to be done in wet paint and has become its dry alternative."""
    passes = {each.id: each for each in problem.passes}
    stands = {each.pass_id: each for each in placements}
    found = []
    for each in expired(problem, placements):
        own = passes[each.pass_id]
        measures: dict[str, object] = {
            "pass": own, "base": passes[each.base_id], "expired": each, "end": stands[own.id].end,
            "more_min": max(1, round(own.minutes * DRY_SHARE)),
            "fits": each.base_session > 0 and each.base_end + own.minutes <= each.open_until,
        }  # fmt: skip
        ranks = (own.plane,) if own.plane else ()
        weight, about = float(own.minutes), str(own.id)
        found.append(Finding("wet_expired", "mild", ranks=ranks, measures=measures, weight=weight, about=about))
    return found
