"""What is done in wet paint, and whether the paint is still wet when it is done."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.drying import dry
from kind_distance.core.passes.kinds import KINDS, UNPAINTED, WET_ONLY
from kind_distance.core.passes.model import Pass, covers
from kind_distance.core.schedule.model import Placement, Problem
from kind_distance.core.wording import clock, first_upper

DRY_SHARE = 0.5  # of its minutes that the dry alternative takes on top; common practice, no source
STAGE = "sessions"


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


def audit_wet(problem: Problem, placements: Sequence[Placement]) -> list[Judgement]:
    """Name what was to be done in wet paint and has become its dry alternative."""
    passes = {each.id: each for each in problem.passes}
    stands = {each.pass_id: each for each in placements}
    found = []
    for each in expired(problem, placements):
        own, base = passes[each.pass_id], passes[each.base_id]
        dry_kind = KINDS[own.kind].dry_form
        dry_name = KINDS[dry_kind].name if dry_kind else ""
        remedies = [Remedy(f"Make it dry: {dry_name}", "make_dry", {"number": own.id})]
        if each.base_session > 0 and each.base_end + own.minutes <= each.open_until:
            right_after: dict[str, object] = {"number": own.id, "session": each.base_session, "start": each.base_end}
            remedies.insert(0, Remedy(f"Right after it, at {clock(each.base_end)}", "place_pass", right_after))
        found.append(
            Judgement(
                f"wet_expired:{own.id}",
                "wet_expired",
                STAGE,
                "mild",
                f"{first_upper(own.said)} comes when the paint has closed",
                f"{first_upper(base.said)} stays open until about {clock(each.open_until)}; this ends at "
                f"{clock(stands[own.id].end)}. Then nothing blends any more: it becomes {dry_name} over dry paint, "
                f"and takes about {max(1, round(own.minutes * DRY_SHARE))} min more.",
                float(own.minutes),
                (own.plane,) if own.plane else (),
                tuple(remedies),
            )
        )
    return found
