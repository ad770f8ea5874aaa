"""What stands on the sheet for the easel."""

from __future__ import annotations

from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.clock import say_date, say_day, say_moment
from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.colour.srgb import encode
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.schedule.model import Session
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import clock, first_upper, say_distance, say_minutes, say_range, say_size
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.exchange.scorepage import ScoreBar, ScorePage, ScoreSession
from kind_distance.exchange.sheet import Sheet, SheetPass, SheetPlane, draw_sheet, draw_sheets, with_edges
from kind_distance.output.exporting import departure_said
from kind_distance.pictures.plates import chosen_thumbnail, crop_of_plan, main_source, plate_of
from kind_distance.rows import State, ThumbnailRecord
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.sessions.cautions import CautionSaid, cautions_by_session, cautions_unplaced
from kind_distance.studio.survey import Survey

FEW = 3  # passes that a caution names
TICK_MIN = 30  # hours are marked on the score so often


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


def _on_main(state: State) -> ThumbnailRecord | None:
    """Return the chosen thumbnail where it is one of the photo that planes are marked on."""
    chosen = chosen_thumbnail(state)
    return chosen if chosen is not None and chosen.source == state.brief.main_source else None


def _drawn_over(file: Path, state: State, found: Survey, grey: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """Draw the planes' outlines into the thumbnail, broken where edges are to be soft."""
    labels, source = labels_of(file, state), main_source(state)
    if labels is None or source is None or _on_main(state) is None:
        return grey
    crop = crop_of_plan(state)
    part = labels if crop is None else crop.of(labels, *plate_of(source).size_px)
    fitted = cv2.resize(np.ascontiguousarray(part), grey.shape[::-1], interpolation=cv2.INTER_NEAREST)
    soft = frozenset(
        (border.far, border.near)
        for border, advice in zip(found.depth.given.borders, found.depth.edges, strict=True)
        if advice.edge in ("soft", "lost")
    )
    return with_edges(grey, np.asarray(fitted, np.uint8), soft)


def _marks(state: State, found: Survey) -> tuple[tuple[float, float, str], ...]:
    """Say where each plane's number stands on the thumbnail."""
    source = main_source(state)
    if source is None or _on_main(state) is None:
        return ()
    crop, size = crop_of_plan(state), plate_of(source).size_px
    placed = []
    for rank, reading in enumerate(found.depth.given.readings, start=1):
        if reading is not None:
            x, y = reading.centre if crop is None else crop.inward(*reading.centre, *size)
            placed.append((x, y, str(rank)))
    return tuple(placed)


def _caution(caution: CautionSaid, work: Work) -> str:
    """Say a caution with the passes it belongs to, where those are few."""
    names = list(dict.fromkeys(each.title for each in work.passes if each.id in caution.passes))
    return f"{caution.said} (For: {', '.join(names)}.)" if 0 < len(names) <= FEW else caution.said


def _sheet(file: Path, state: State, found: Survey, session: Session | None) -> Sheet:
    brief = state.brief
    chosen = found.thumbnails.get(brief.chosen_thumbnail or -1)
    heading, air = "All passes in order", "No session is planned yet."
    if session is not None:
        heading = say_moment(session.from_door)
        climate = session.climate
        air = (
            f"{'Outdoors' if session.outdoors else 'Indoors'}, {session.whole_min} min, "
            f"{climate.temperature_c:g} °C, {climate.humidity:g} %. Drying times are estimates; touch before you trust."
        )
    said = ""
    if chosen is not None:
        steps = " / ".join(f"{value:.1f}" for value in reversed(chosen.reading.values))
        said = f"Values, light to dark: {steps}"
    reasons = {each.key: each.reason for each in state.meant_so}
    silenced = [f"Meant so: {j.title}. {reasons[j.key]}" for j in found.judgements if j.key in reasons]
    cautions = (
        cautions_unplaced(state, found.work) if session is None else cautions_by_session(state, found.work)[session.id]
    )
    departing = [f"Not as in the photo: {departure_said(each)}" for each in state.departures]
    size = say_size(brief.width_cm, brief.height_cm, brief.unit)
    return Sheet(
        brief.title,
        brief.idea,
        f"{medium_of(brief.medium).name} on {brief.support}, {size}, {ground_of(brief.ground).name.lower()} ground",
        None if chosen is None else _drawn_over(file, state, found, chosen.grey()),
        said,
        _planes(found),
        heading,
        air,
        _passes(found.work, session),
        tuple(departing + silenced),
        tuple(_caution(each, found.work) for each in cautions),
        _marks(state, found),
    )


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
    return draw_sheet(_sheet(file, state, found, _session_for(found.work, now_min, wanted)))


def _score(state: State, found: Survey) -> ScorePage:
    """Lay out the score: planes far to near, the whole surface last."""
    work = found.work
    rows = [(f"{at} {plane.name}", plane.colour) for at, plane in enumerate(_planes(found), start=1)]
    by_id = {each.id: each for each in work.passes}
    sessions = []
    for each in work.sessions:
        first = -(-each.start // TICK_MIN) * TICK_MIN
        ticks = tuple((float(m), clock(m)) for m in range(first, each.end - 9, TICK_MIN))
        sessions.append(ScoreSession(each.id, say_day(each.start), each.start, each.end, ticks))
    bars = [
        ScoreBar(
            (by_id[p.pass_id].plane or len(rows) + 1) - 1,
            p.session_id,
            p.start,
            p.end,
            p.drying.touch_late,
            by_id[p.pass_id].title,
        )
        for p in work.schedule.placements
    ]
    minutes = sum(each.minutes for each in work.passes)
    count = len(sessions)
    said = f"{len(work.passes)} passes, {say_minutes(minutes)} in {count} {'session' if count == 1 else 'sessions'}."
    dates = [
        f"{first_upper(by_id[each.pass_id].said)} not before {say_date(each.earliest)}; the label rules."
        for each in work.schedule.milestones
    ]
    whole = ("Whole surface", (1.0, 1.0, 1.0))
    said = " ".join([said, *dates, "A tail falls to touch dry."])
    return ScorePage(state.brief.title, said, (*rows, whole), tuple(sessions), tuple(bars))


def plan_of(file: Path, state: State, found: Survey) -> bytes:
    """Print the whole plan as PDF: the score on one page, then a sheet for every session.

    Raises
    ------
    DomainError
        If no session is planned.
    """
    if not found.work.sessions:
        raise DomainError("There is no session yet.", "Add a session first.")
    sheets = [_sheet(file, state, found, session) for session in found.work.sessions]
    return draw_sheets(sheets, _score(state, found))
