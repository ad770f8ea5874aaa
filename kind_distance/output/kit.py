"""The kit list of a session: what its passes, its place and its air ask for, with what was packed; on paper too."""

from __future__ import annotations

from pathlib import Path

from kind_distance.clock import minute_of, say_moment
from kind_distance.core.kit import Outfit, brushes_for, kit_for
from kind_distance.core.paint.drawing import drawing_medium_of
from kind_distance.core.paint.drying import dry
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import say_size
from kind_distance.errors import DomainError
from kind_distance.exchange.kitsheet import KitSheet, draw_kit
from kind_distance.rows import SessionRecord, State
from kind_distance.stages.mixes.batches import Batch, batches_of
from kind_distance.stages.mixes.palette import palette_of
from kind_distance.stages.mixes.strings import strings_of, targets_of
from kind_distance.stages.sessions.kit_words import GROUPS, say_item
from kind_distance.studio.survey import Survey

SUN_W_M2 = 50.0  # on the panel, from which it dazzles
STILL_WET_MIN = 15  # after the end of a session, with which one still waits beside the easel


def _in_session(work: Work, number: int) -> list[Pass]:
    placed = {each.pass_id for each in work.schedule.placements if each.session_id == number}
    return [each for each in work.passes if each.id in placed]


def _still_wet(work: Work, passes: list[Pass], end: float) -> bool:
    last = [each for each in passes if each.paint not in ("dry", "varnish")][-2:]
    return any(dry(each.paint, end, work.problem.weather, each.thickness).touch > end + STILL_WET_MIN for each in last)


Group = tuple[str, list[tuple[str, str, str]]]  # title, and (key, name, why) of its things


def kit_of(state: State, session: SessionRecord, work: Work, batches: list[Batch]) -> list[Group]:
    """List what to take to a session: groups of (key, name, why); without passes in it, what all of them ask for."""
    passes = _in_session(work, session.number) or work.passes
    numbers = {each.id for each in passes}
    palette = palette_of(state)
    used = sorted({at for batch in batches if numbers & set(batch.passes) for at, _ in batch.parts})
    areas = {rank: facts.area_cm2 for rank, facts in enumerate(work.planes, start=1)}
    narrow = {rank: facts.smallest_mm for rank, facts in enumerate(work.planes, start=1) if facts.smallest_mm}
    brief = state.brief
    draws = any(each.kind == "drawing" for each in passes)
    end = max((each.end for each in work.schedule.placements if each.session_id == session.number), default=0)
    outfit = Outfit(
        brief.medium,
        frozenset(each.paint for each in passes),
        f"{brief.support.capitalize()}, {say_size(brief.width_cm, brief.height_cm, brief.unit)}",
        tuple(palette.records[at].name.lower() for at in used),
        tuple(brushes_for(passes, areas, narrow)),
        session.outdoors,
        session.temperature_c,
        session.wind_m_s,
        session.humidity,
        session.sun_w_m2 >= SUN_W_M2,
        session.sky in ("rain", "storm"),
        drawing_medium_of(brief.drawing_medium).name if draws else "",
        any(each.kind in ("mask", "unmask") for each in passes) or brief.sides == "taped",
        frozenset(aid for each in passes for aid in each.aids),
        _still_wet(work, passes, end),
    )
    found = [(GROUPS[group], [(item.kind, *say_item(item)) for item in items]) for group, items in kit_for(outfit)]
    if session.kit_own:
        found.append(("Your own", [(f"own:{name}", name, "") for name in session.kit_own]))
    return found


CAUTION = "Labels, safety data sheets and local rules come first. The list reminds you; it certifies nothing."


def kit_of_session(file: Path, state: State, found: Survey, number: int | None) -> tuple[SessionRecord, list[Group]]:
    """Find the kit of a session, else of the first there is; raise DomainError without a session."""
    session = next((each for each in state.sessions if number is None or each.number == number), None)
    if session is None:
        raise DomainError("There is no such session.", "Add a session first.")
    mixes = strings_of(state, targets_of(file, state, found.depth))
    return session, kit_of(state, session, found.work, batches_of(state, mixes, found.work))


def kit_sheet(file: Path, state: State, found: Survey, now_min: int, number: int | None) -> bytes:
    """Draw the kit list of a session as PDF, with what is packed ticked."""
    session, groups = kit_of_session(file, state, found, number)
    lines = tuple(
        (title, tuple((f"{name} ({why})" if why else name, key in session.packed) for key, name, why in items))
        for title, items in groups
    )
    when = f"{say_moment(minute_of(session.start), now_min)}{f', {session.place}' if session.place else ''}"
    return draw_kit(KitSheet(state.brief.title, when, lines, CAUTION))
