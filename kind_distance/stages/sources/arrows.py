"""Arrows drawn on the sources: gazes, leading lines, cast shadows, and the sun over a picture."""

from __future__ import annotations

from datetime import datetime
from pathlib import Path

from kind_distance.core.judgement import Judgement
from kind_distance.core.light.shadows import CastShadow, audit_shadows, cast, from_sun, per_height
from kind_distance.core.light.sun import Sun, offset_by_longitude, sun_at
from kind_distance.core.picture.leading import Arrow, audit_leading
from kind_distance.core.picture.post_rows import Post, as_post, audit_post_rows
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import NoteRecord, SourceRecord, State
from kind_distance.stages.sources.arrow_words import say_arrows
from kind_distance.stages.sources.horizon import horizon_of

BELOW_HORIZON = 0.01  # a foot so far below the horizon stands on the ground [share of the height]
SAME_FOOT = 0.03  # a shadow begins at a mark's foot within this [share of the width]


def _ends(note: NoteRecord) -> tuple[tuple[float, float], tuple[float, float]]:
    return (note.x, note.y), (note.x2 or 0.0, note.y2 or 0.0)


def horizon_height(file: Path, state: State, source: SourceRecord) -> float | None:
    """Return the height of a source's horizon as a share; None while it is not sure."""
    if source.horizon is not None:
        return source.horizon
    line = horizon_of(file, state, source, None).line
    return None if line is None else line.height


def _aspect(source: SourceRecord) -> float:
    width, height = plate_of(source).size_px
    return width / height


def judge_arrows(file: Path, state: State) -> list[Judgement]:
    """Judge gazes, leading lines and cast shadows drawn on the sources."""
    found = []
    for source in state.sources:
        notes = [n for n in state.notes if n.source == source.number and n.x2 is not None]
        leading = [Arrow(n.number, n.kind, n.text, *_ends(n)) for n in notes if n.kind in ("gaze", "line")]
        brief = state.brief
        focus = None
        if source.number == brief.main_source and brief.focus_x is not None and brief.focus_y is not None:
            focus = (brief.focus_x, brief.focus_y)
        if leading:
            found += say_arrows(audit_leading(leading, focus, _aspect(source)), source.number)
        shadows = [CastShadow(n.number, n.text, *_ends(n)) for n in notes if n.kind == "shadow"]
        if shadows:
            horizon = horizon_height(file, state, source)
            cast_wrong = audit_shadows(shadows, horizon, _aspect(source), source.light_deg)
            found += say_arrows(cast_wrong, source.number)
        found += say_arrows(audit_post_rows(_posts(state, source), _aspect(source), source.number), source.number)
    return found


def _posts(state: State, source: SourceRecord) -> list[Post]:
    """List the scale marks on a source that stand upright."""
    aspect = _aspect(source)
    marks = [
        note for note in state.notes if note.source == source.number and note.kind == "scale" and note.x2 is not None
    ]
    posts = (as_post(note.number, note.text, note.length_m, _ends(note), aspect) for note in marks)
    return [post for post in posts if post is not None]


Upright = tuple[int, tuple[float, float], float]


def _uprights(state: State, source: SourceRecord, horizon: float) -> list[Upright]:
    """List the scale marks that stand upright on the ground: number, foot, height of the top in the picture."""
    return [
        (post.number, post.foot, post.top[1])
        for post in _posts(state, source)
        if post.foot[1] - horizon > BELOW_HORIZON
    ]


def _drawn(
    state: State, source: SourceRecord, uprights: list[Upright], horizon: float, aspect: float
) -> tuple[float, float] | None:
    """Take the shadow per height from the first drawn one that begins at the foot of an upright."""
    for note in state.notes:
        if note.source != source.number or note.kind != "shadow" or note.x2 is None:
            continue
        foot, end = _ends(note)
        for _, at, top in uprights:
            if abs(at[0] - foot[0]) + abs(at[1] - foot[1]) / aspect < SAME_FOOT:
                return per_height(foot, top + foot[1] - at[1], end, horizon, aspect)
    return None


def sun_of(source: SourceRecord, local: datetime | None = None) -> Sun:
    """Say where the sun stood over a source, when it was taken or at another wall time there.

    Raises
    ------
    DomainError
        If its place or its time is not known.
    """
    if source.latitude is None or source.longitude is None:
        raise DomainError("Where the picture was taken is not known.", "Use a photo that keeps its place.")
    if local is None and source.taken_at is None:
        raise DomainError("When the picture was taken is not known.", "Say the day and hour.")
    try:
        moment = local or datetime.fromisoformat(source.taken_at or "")
    except ValueError as error:
        raise DomainError("The photo's own time cannot be read.", "Say the day and hour.") from error
    return sun_at(source.latitude, source.longitude, moment.replace(tzinfo=None), offset_by_longitude(source.longitude))


def shadow_guides(
    file: Path, state: State, source: SourceRecord, sun: Sun | None, facing_deg: float, lens_mm: float
) -> tuple[list[tuple[int, tuple[float, float], tuple[float, float]]], str]:
    """Work out where the shadows of upright scale marks fall, and say by what.

    Parameters
    ----------
    file : Path
    state : State
    source : SourceRecord
    sun : Sun or None
        None to go by the first drawn shadow that begins at the foot of a mark.
    facing_deg : float
        Where one looks, for the sun. [degrees clockwise from north]
    lens_mm : float
        As for the 35 mm frame, for the sun.

    Returns
    -------
    list of (number of the mark, foot, end), str
    """
    horizon, aspect = horizon_height(file, state, source), _aspect(source)
    if horizon is None:
        raise DomainError("The horizon is not known.", "Set it with the tool Horizon first.")
    uprights = _uprights(state, source, horizon)
    if not uprights:
        raise DomainError(
            "No upright stands on the ground yet.", "Draw a scale mark from the foot of a thing to its top."
        )
    if sun is not None:
        shadow = from_sun(sun, facing_deg, lens_mm)
        if shadow is None:
            raise DomainError("The sun is too low for a shadow with an end.", "Choose another hour.")
        by = "by the sun of that hour"
    else:
        shadow = _drawn(state, source, uprights, horizon, aspect)
        if shadow is None:
            raise DomainError(
                "No drawn shadow begins at the foot of a mark.",
                "Draw the shadow of one marked upright, or give the hour and where you look.",
            )
        by = "by the shadow you drew"
    ends = [(number, foot, cast(foot, top, shadow, horizon, aspect)) for number, foot, top in uprights]
    seen = [(number, foot, end) for number, foot, end in ends if end is not None]
    behind = [f"mark {number}" for number, _, end in ends if end is None]
    said = f"Shadows {by}."
    if behind:
        said += f" {say_list(behind).capitalize()}: the shadow ends behind you."
    return seen, said
