"""What stands on the sheet for the easel."""

from __future__ import annotations

from pathlib import Path
from typing import cast

from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.colour.srgb import encode
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.schedule.model import Session
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import Unit, clock, say_distance, say_range, say_size
from kind_distance.errors import NotFoundError
from kind_distance.exchange.sheet import Sheet, SheetPass, SheetPlane, draw_sheet
from kind_distance.store.records import State
from kind_distance.studio.clock import say_moment
from kind_distance.studio.exporting import departure_said
from kind_distance.studio.survey import Survey


def _planes(found: Survey) -> tuple[SheetPlane, ...]:
    rows = []
    for rank, (spec, plan) in enumerate(zip(found.depth.given.specs, found.depth.plan.planes, strict=True), start=1):
        far = "" if spec.kind == "land" and spec.distance_m is None else say_distance(spec.distance_m, spec.kind)
        accents = f"{plan.dark:.1f} to {plan.light:.1f}"
        red, green, blue = (float(c) for c in encode(plan.colour))  # type: ignore[arg-type]
        grey = float(encode(luminance_from_value(plan.value) / 100))
        rows.append(
            SheetPlane(rank, spec.name, f"{far}, {accents}" if far else accents, plan.value, grey, (red, green, blue))
        )
    return tuple(rows)


def _session_for(work: Work, now_min: int, wanted: int | None) -> Session | None:
    if wanted is not None:
        for session in work.sessions:
            if session.id == wanted:
                return session
        raise NotFoundError("session", wanted)
    ahead = [s for s in work.sessions if s.end > now_min]
    return ahead[0] if ahead else (work.sessions[-1] if work.sessions else None)


def _passes(work: Work, session: Session | None) -> tuple[SheetPass, ...]:
    by_id = {each.id: each for each in work.passes}
    finished = {each.pass_id for each in work.done}

    def row(number: int, when: str, remark: str) -> SheetPass:
        each = by_id[number]
        plane = each.place or "whole surface"
        return SheetPass(when, each.title, plane, each.minutes, remark, number in finished)

    if session is None:
        return tuple(row(each.id, f"{place}.", "") for place, each in enumerate(work.passes, start=1))
    rows = []
    for placement in work.schedule.placements:
        if placement.session_id == session.id:
            film = placement.drying
            dry = film.touch_late > film.painted_at
            span = say_range(film.touch_early - film.painted_at, film.touch_late - film.painted_at) if dry else ""
            rows.append(row(placement.pass_id, clock(placement.start), f"dry in {span}" if dry else ""))
    return tuple(rows)


def sheet_of(file: Path, state: State, found: Survey, now_min: int, wanted: int | None = None) -> bytes:
    """Print the sheet of a painting as PDF.

    Parameters
    ----------
    file : Path
    state : State
    found : Survey
    now_min : int
        The present. [clock min]
    wanted : int or None
        Session whose passes are printed; None for the next one.
    """
    brief = state.brief
    chosen = found.thumbnails.get(brief.chosen_thumbnail or -1)
    session = _session_for(found.work, now_min, wanted)
    heading, air = "All passes in order", "No session is planned yet."
    if session is not None:
        heading = say_moment(session.start)
        climate = session.climate
        air = (
            f"{'Outdoors' if session.outdoors else 'Indoors'}, {session.minutes} min, "
            f"{climate.temperature_c:g} °C, {climate.humidity:g} %. Drying times are estimates; touch before you trust."
        )
    said = ""
    if chosen is not None:
        steps = " / ".join(f"{value:.1f}" for value in reversed(chosen.reading.values))
        said = f"Values, light to dark: {steps}"
    reasons = {each.key: each.reason for each in state.meant_so}
    silenced = [f"Meant so: {j.title}. {reasons[j.key]}" for j in found.judgements if j.key in reasons]
    departing = [f"Not as in the photo: {departure_said(each)}" for each in state.departures]
    size = say_size(brief.width_cm, brief.height_cm, cast("Unit", brief.unit))
    sheet = Sheet(
        brief.title,
        brief.idea,
        f"{medium_of(brief.medium).name} on {brief.support}, {size}, {ground_of(brief.ground).name.lower()} ground",
        None if chosen is None else chosen.grey(),
        said,
        _planes(found),
        heading,
        air,
        _passes(found.work, session),
        tuple(departing + silenced),
    )
    return draw_sheet(sheet)
