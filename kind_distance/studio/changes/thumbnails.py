"""Changes of the value thumbnails: keep, name, adjust, choose, take away."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.core.picture.focus import USUAL_REACH, Focus
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.store.records import State, ThumbnailRecord
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number
from kind_distance.studio.survey import settings_of, source_of

CHANGES = ("set_focus", "clear_focus", "keep_thumbnail", "set_thumbnail", "choose_thumbnail", "remove_thumbnail")
MOST_THUMBNAILS = 24


def _thumbnail_of(state: State, number: int) -> ThumbnailRecord:
    for thumbnail in state.thumbnails:
        if thumbnail.number == number:
            return thumbnail
    raise NotFoundError("thumbnail", number)


def keep_thumbnail(
    desk: Desk,
    *,
    source: int,
    steps: int,
    smallest_share: float,
    softness: float,
    even: bool = False,
    cuts: list[float] | None = None,
    name: str = "",
) -> Changed:
    """Keep a thumbnail; the first one kept is chosen. Cuts that are not set by hand are found."""
    state = desk.state
    source_of(state, source)
    if len(state.thumbnails) >= MOST_THUMBNAILS:
        raise DomainError(f"{MOST_THUMBNAILS} thumbnails are kept already.", "Take one away first.")
    usual = f"{steps} {'equal ' if even else ''}steps"
    record = ThumbnailRecord(
        next_number([t.number for t in state.thumbnails]),
        source,
        clean_text(name or usual, "name", LONGEST_NAME),
        steps,
        smallest_share,
        softness,
        even,
        None if cuts is None else tuple(round(cut, 3) for cut in cuts),
    )
    settings_of(state, record)  # checks it
    brief = state.brief
    if brief.chosen_thumbnail is None:
        brief = replace(brief, chosen_thumbnail=record.number)
    return replace(state, brief=brief, thumbnails=(*state.thumbnails, record)), f"Thumbnail kept: {record.name}"


def set_thumbnail(
    desk: Desk,
    *,
    thumbnail: int,
    name: str | None = None,
    steps: int | None = None,
    smallest_share: float | None = None,
    softness: float | None = None,
    even: bool | None = None,
    cuts: list[float] | None = None,
    find_cuts: bool = False,
) -> Changed:
    """Adjust or name a kept thumbnail; what is not said stays, but other steps need other cuts."""
    record = _thumbnail_of(desk.state, thumbnail)
    other = (steps is not None and steps != record.steps) or (even is not None and even != record.even)
    if cuts is not None:
        record = replace(record, cuts=tuple(round(cut, 3) for cut in cuts))
    elif find_cuts or other:
        record = replace(record, cuts=None)
    wanted: dict[str, Any] = {
        "name": None if name is None else clean_text(name, "name", LONGEST_NAME),
        "steps": steps,
        "smallest_share": smallest_share,
        "softness": softness,
        "even": even,
    }
    changed = replace(record, **{key: value for key, value in wanted.items() if value is not None})
    usual = f"{record.steps} {'equal ' if record.even else ''}steps"
    if name is None and record.name == usual:
        changed = replace(changed, name=f"{changed.steps} {'equal ' if changed.even else ''}steps")
    settings_of(desk.state, changed)  # checks it
    thumbnails = tuple(changed if t.number == thumbnail else t for t in desk.state.thumbnails)
    return replace(desk.state, thumbnails=thumbnails), f"Thumbnail: {changed.name}"


def choose_thumbnail(desk: Desk, *, thumbnail: int) -> Changed:
    """Choose the thumbnail one paints from."""
    record = _thumbnail_of(desk.state, thumbnail)
    return replace(desk.state, brief=replace(desk.state.brief, chosen_thumbnail=thumbnail)), f"Chosen: {record.name}"


def remove_thumbnail(desk: Desk, *, thumbnail: int) -> Changed:
    """Take a thumbnail away."""
    record = _thumbnail_of(desk.state, thumbnail)
    left = tuple(t for t in desk.state.thumbnails if t.number != thumbnail)
    brief = desk.state.brief
    if brief.chosen_thumbnail == thumbnail:
        brief = replace(brief, chosen_thumbnail=left[0].number if left else None)
    return replace(desk.state, brief=brief, thumbnails=left), f"Thumbnail taken away: {record.name}"


def set_focus(desk: Desk, *, x: float, y: float, reach: float | None = None) -> Changed:
    """Mark where the eye is to stay, on the main photo; what is not said of its reach stays."""
    if desk.state.brief.main_source is None:
        raise DomainError("There is no photo to mark the focus on.", "Bring a photo first.")
    kept = desk.state.brief.focus_reach or USUAL_REACH
    focus = Focus(round(x, 4), round(y, 4), round(reach if reach is not None else kept, 4))
    brief = replace(desk.state.brief, focus_x=focus.x, focus_y=focus.y, focus_reach=focus.reach)
    return replace(desk.state, brief=brief), "Focus marked" if reach is None else "Reach of the focus"


def clear_focus(desk: Desk) -> Changed:
    """Take the mark of the focus away."""
    brief = replace(desk.state.brief, focus_x=None, focus_y=None, focus_reach=None)
    return replace(desk.state, brief=brief), "Focus taken away"
