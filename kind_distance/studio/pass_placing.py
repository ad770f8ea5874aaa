"""A pass put somewhere by hand, tried without being kept: what breaks there and what else moves."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from kind_distance.core.judgement import Judgement
from kind_distance.core.passes.model import Pass
from kind_distance.core.passes.order import SchoolOffer
from kind_distance.core.schedule.work import Easel, school_sessions, schools_of
from kind_distance.core.wording import clock
from kind_distance.rows import State
from kind_distance.stages.passes.work import derived_passes, easel_of
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.sessions import place_pass
from kind_distance.studio.survey import Survey


@dataclass(frozen=True)
class PutThere:
    """Where it would stand [clock min], what that breaks, and how many other passes would move."""

    start: int
    end: int
    breaks: list[Judgement]
    moved: int

    @property
    def span_said(self) -> str:
        """Say its time of day."""
        return f"{clock(self.start)} to {clock(self.end)}"

    @property
    def moved_said(self) -> str:
        """Say what else moves."""
        if self.moved == 0:
            return "Nothing else moves."
        return "One other pass moves." if self.moved == 1 else f"{self.moved} other passes move."


def put_there(desk: Desk, number: int, session: int, start: int) -> PutThere:
    """Put a pass at a minute of a session and look at what follows."""
    before = desk.survey()
    state, _ = place_pass(desk, number=number, session=session, start=start)
    after = replace(desk, state=state).survey()
    known = {each.key for each in before.judgements} | {each.key for each in state.meant_so}
    about = f":{number}"
    breaks = [
        each
        for each in after.judgements
        if each.stage in ("passes", "sessions") and (each.key not in known or each.key.endswith(about))
    ]
    stood = {each.pass_id: each.start for each in before.work.schedule.placements}
    stands = {each.pass_id: each for each in after.work.schedule.placements}
    moved = sum(
        stood.get(each.id) != (stands[each.id].start if each.id in stands else None)
        for each in after.work.passes
        if each.id != number
    )
    there = stands[number]
    return PutThere(there.start, there.end, breaks, moved)


@dataclass(frozen=True)
class SchoolTried:
    """A school of order on this painting: what it costs, and the sessions it takes with the passes left over."""

    offer: SchoolOffer
    sessions: tuple[int, int] | None


def _of_schools(state: State, found: Survey) -> tuple[Easel, Callable[[str], list[Pass]]]:
    easel = easel_of(state, found.scene, found.depth.given, found.work.planes, found.work.problem.not_before)

    def derived(school: str) -> list[Pass]:
        return derived_passes(state, found.scene, found.work.planes, school, found.kept)

    return easel, derived


def schools_for(state: State, found: Survey) -> list[SchoolOffer]:
    """Lay the schools of order side by side, each with its cost on this painting."""
    return schools_of(*_of_schools(state, found))


def schools_tried(desk: Desk) -> list[SchoolTried]:
    """Try every school of order on a painting."""
    easel, derived = _of_schools(desk.state, desk.survey())
    taken = school_sessions(easel, derived)
    return [SchoolTried(offer, taken.get(offer.school.key)) for offer in schools_of(easel, derived)]
