"""Changes of the sources: photos added, named, used, taken away."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.errors import DomainError, InUseError
from kind_distance.exchange.pictures import PictureFacts
from kind_distance.store.records import SourceRecord, State
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number
from kind_distance.studio.survey import source_of

CHANGES = ("set_source", "set_main_source", "remove_source")
MOST_SOURCES = 40


def name_from_file(file_name: str) -> str:
    """Make a name for a picture from its file's: no path, no ending, nothing that cannot be shown."""
    last = file_name.replace("\\", "/").rsplit("/", 1)[-1]
    stem = last.rsplit(".", 1)[0] if "." in last else last
    plain = "".join(c if c.isprintable() and c not in '<>:"|?*' else " " for c in stem).replace("_", " ").strip(" .")
    return " ".join(plain.split())[:LONGEST_NAME].strip() or "Photo"


def with_source(
    state: State, picture_hash: str, facts: PictureFacts, file_name: str
) -> tuple[State, SourceRecord, bool]:
    """Add a picture to a painting; the same picture twice is recognised (third result False)."""
    for source in state.sources:
        if source.picture_hash == picture_hash:
            return state, source, False
    if len(state.sources) >= MOST_SOURCES:
        raise DomainError(f"This painting has {MOST_SOURCES} sources already.", "Take one away first.")
    source = SourceRecord(
        next_number([s.number for s in state.sources]),
        picture_hash,
        name_from_file(file_name),
        "whole scene" if not state.sources else "an element",
        facts.format,
        facts.width_px,
        facts.height_px,
        facts.taken_at,
        facts.lens,
        facts.latitude,
        facts.longitude,
        False,
        facts.remark,
    )
    brief = state.brief
    if brief.main_source is None:
        brief = replace(brief, main_source=source.number)
    return replace(state, brief=brief, sources=(*state.sources, source)), source, True


def set_source(
    desk: Desk, *, source: int, name: str | None = None, purpose: str | None = None, place_shared: bool | None = None
) -> Changed:
    """Name a source, say what it is for, or let its place be printed."""
    record = source_of(desk.state, source)
    new: dict[str, Any] = {}
    if name is not None:
        new["name"] = clean_text(name, "name", LONGEST_NAME)
    if purpose is not None:
        new["purpose"] = clean_text(purpose, "purpose", LONGEST_NAME, needed=False)
    if place_shared is not None:
        new["place_shared"] = place_shared
    changed = replace(record, **new)
    sources = tuple(changed if s.number == source else s for s in desk.state.sources)
    return replace(desk.state, sources=sources), f"Source: {changed.name}"


def set_main_source(desk: Desk, *, source: int) -> Changed:
    """Choose the photo on which planes are marked; strokes drawn on another one are let go."""
    record = source_of(desk.state, source)
    if desk.state.brief.main_source == source:
        return desk.state, f"Planes on {record.name}"
    state = replace(
        desk.state, brief=replace(desk.state.brief, main_source=source, focus_x=None, focus_y=None), strokes=()
    )
    return state, f"Planes on {record.name}"


def remove_source(desk: Desk, *, source: int) -> Changed:
    """Take a source away; refused while a thumbnail or strokes stand on it."""
    record, state = source_of(desk.state, source), desk.state
    users = [t.name for t in state.thumbnails if t.source == source]
    if users:
        raise InUseError(
            f"{record.name} is what {', '.join(users[:3])} {'is' if len(users) == 1 else 'are'} made from.",
            "Take the thumbnails away first, or keep the photo.",
        )
    is_main = state.brief.main_source == source
    if is_main and state.strokes:
        raise InUseError(
            f"Your planes are marked on {record.name}.",
            "Choose another photo for the planes first, or clear the strokes.",
        )
    left = tuple(s for s in state.sources if s.number != source)
    main = (left[0].number if left else None) if is_main else state.brief.main_source
    return replace(state, brief=replace(state.brief, main_source=main), sources=left), f"{record.name} taken away"
