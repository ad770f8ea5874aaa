"""Changes of the value thumbnails: keep, name, adjust, choose, take away."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.errors import DomainError, NotFoundError
from kind_distance.store.records import State, ThumbnailRecord
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number
from kind_distance.studio.survey import settings_of, source_of

CHANGES = ("keep_thumbnail", "set_thumbnail", "choose_thumbnail", "remove_thumbnail")
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
    name: str = "",
) -> Changed:
    """Keep a thumbnail; the first one kept is chosen."""
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
    )
    settings_of(record)
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
) -> Changed:
    """Adjust or name a kept thumbnail; what is not said stays."""
    record = _thumbnail_of(desk.state, thumbnail)
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
    settings_of(changed)
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
