"""Changes of the value thumbnails: keep, name, adjust, choose, take away."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field

from kind_distance.core.picture.focus import USUAL_REACH, Focus
from kind_distance.core.picture.thumbnail import ThumbnailSettings
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import (
    crop_of,
    framing_of,
    plate_of,
    settings_of,
    source_of,
    thumbnail_of,
)
from kind_distance.rows import EditRecord, State, ThumbnailRecord
from kind_distance.studio.changes.arguments import CropPx, Cuts, FiniteFloat, Number, Text
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number, put, without

CHANGES = (
    "set_focus",
    "clear_focus",
    "keep_thumbnail",
    "keep_formats",
    "set_thumbnail",
    "set_aside",
    "take_up_again",
    "choose_thumbnail",
    "remove_thumbnail",
)
LONGEST_NOTE = 240
MOST_FORMATS = 9
Edits = Annotated[list[EditRecord], Field(max_length=60)]


def usual_name(record: ThumbnailRecord) -> str:
    """Say in few words what a thumbnail is, where the painter gave it no name."""
    key = f", {record.key} key" if record.key else ""
    return f"{record.steps} {'equal ' if record.even else ''}steps{key}"


def edits_from(said: list[EditRecord]) -> tuple[EditRecord, ...]:
    """Take changes by hand as they come from outside."""
    return tuple(
        EditRecord(
            each.kind,
            tuple((round(x, 5), round(y, 5)) for x, y in each.points),
            each.step,
            round(float(each.width), 4),
        )
        for each in said
    )


def _checked(state: State, record: ThumbnailRecord) -> ThumbnailRecord:
    """Check a thumbnail's settings; a crop of everything is none."""
    if record.crop is not None:
        x, y, width, height = record.crop
        whole = crop_of((x, y, width, height), source_of(state, record.source)) is None
        record = replace(record, crop=None if whole else (x, y, width, height))
    settings_of(state, record)
    return record


def _recropped(state: State, record: ThumbnailRecord, crop: CropPx | None) -> ThumbnailRecord:
    """Give a thumbnail another crop; what was done by hand goes along as far as it is still inside."""
    width, height = plate_of(source_of(state, record.source)).size_px
    old, new = record.crop or (0, 0, width, height), crop or (0, 0, width, height)

    def carried(point: tuple[float, float]) -> tuple[float, float]:
        x, y = old[0] + point[0] * old[2], old[1] + point[1] * old[3]
        return round((x - new[0]) / new[2], 5), round((y - new[1]) / new[3], 5)

    edits = []
    for edit in record.edits:
        points = tuple(carried(point) for point in edit.points)
        if all(0 <= v <= 1 for point in points for v in point):
            edits.append(replace(edit, points=points))
    return replace(record, crop=crop, edits=tuple(edits))


def keep_thumbnail(
    desk: Desk,
    *,
    source: Number,
    steps: int,
    smallest_share: FiniteFloat,
    softness: FiniteFloat,
    even: bool = False,
    cuts: Cuts | None = None,
    crop: CropPx | None = None,
    key: Text | None = None,
    departed: bool = False,
    edits: Edits | None = None,
    later: Text | None = None,
    name: Text = "",
) -> Changed:
    """Keep a thumbnail; the first one kept is chosen. Cuts that are not set by hand are found.

    With `later` it goes to the ideas for later, with that note.
    """
    state = desk.state
    source_of(state, source)
    record = ThumbnailRecord(
        next_number(state, "thumbnail"),
        source,
        "",
        steps,
        smallest_share,
        softness,
        even,
        None if cuts is None else tuple(round(cut, 3) for cut in cuts),
        crop,
        key,
        departed,
        edits_from(edits or []),
        None if later is None else clean_text(later, "note", LONGEST_NOTE, needed=False),
    )
    record = _checked(state, replace(record, name=clean_text(name or usual_name(record), "name", LONGEST_NAME)))
    darkroom.thumbnail(desk.file, framing_of(state, record), settings_of(state, record))  # a hand's edit may not fit
    brief = state.brief
    if brief.chosen_thumbnail is None and later is None:
        brief = replace(brief, chosen_thumbnail=record.number)
    what = "Kept for later" if later is not None else "Thumbnail kept"
    return replace(put(state, record), brief=brief), f"{what}: {record.name}"


def keep_formats(
    desk: Desk,
    *,
    source: Number,
    names: Annotated[list[Text], Field(min_length=1, max_length=MOST_FORMATS)],
    crops: Annotated[list[CropPx], Field(min_length=1, max_length=MOST_FORMATS)],
) -> Changed:
    """Keep a thumbnail for each of some parts of a picture, with the usual settings; all of them or none."""
    if len(names) != len(crops):
        raise DomainError("Each part needs its name.", "Name as many parts as there are.")
    usual = ThumbnailSettings()
    for name, crop in zip(names, crops, strict=True):
        state, _ = keep_thumbnail(
            desk, source=source, steps=usual.steps, smallest_share=usual.smallest_share, softness=usual.softness,
            crop=crop, name=name,
        )  # fmt: skip
        desk = replace(desk, state=state)
    count = len(names)
    return desk.state, f"{count} formats kept" if count > 1 else f"Format kept: {names[0]}"


def _set_cuts(record: ThumbnailRecord, cuts: list[float] | None, *, find: bool) -> ThumbnailRecord:
    if cuts is not None:
        return replace(record, cuts=tuple(round(cut, 3) for cut in cuts))
    return replace(record, cuts=None) if find else record


def set_thumbnail(
    desk: Desk,
    *,
    thumbnail: Number,
    name: Text | None = None,
    steps: int | None = None,
    smallest_share: FiniteFloat | None = None,
    softness: FiniteFloat | None = None,
    even: bool | None = None,
    cuts: Cuts | None = None,
    find_cuts: bool = False,
    crop: CropPx | None = None,
    whole: bool = False,
    key: Text | None = None,
    own_key: bool = False,
    departed: bool | None = None,
    edits: Edits | None = None,
) -> Changed:
    """Adjust or name a kept thumbnail; what is not said stays, but other steps or another key need other cuts.

    `whole` takes a crop back, `own_key` a key, `find_cuts` cuts set by hand.
    """
    state = desk.state
    before = thumbnail_of(state, thumbnail)
    wanted: dict[str, Any] = {
        "steps": steps,
        "smallest_share": smallest_share,
        "softness": softness,
        "even": even,
        "departed": departed,
        "key": key,
    }
    record = replace(before, **{field: value for field, value in wanted.items() if value is not None})
    if own_key:
        record = replace(record, key=None)
    other = (record.steps, record.even, record.key) != (before.steps, before.even, before.key)
    record = _set_cuts(record, cuts, find=find_cuts or other)
    if whole or crop is not None:
        record = _recropped(state, record, None if whole else crop)
    if edits is not None:
        record = replace(record, edits=edits_from(edits))
    if name is not None:
        record = replace(record, name=clean_text(name, "name", LONGEST_NAME))
    elif before.name == usual_name(before):
        record = replace(record, name=usual_name(record))
    record = _checked(state, record)
    if record.edits:
        darkroom.thumbnail(desk.file, framing_of(state, record), settings_of(state, record))
    return put(state, record), f"Thumbnail: {record.name}"


def set_aside(desk: Desk, *, thumbnail: Number, note: Text = "") -> Changed:
    """Put a thumbnail with the ideas for later, with a note; it is no longer the one painted from."""
    record, brief = thumbnail_of(desk.state, thumbnail), desk.state.brief
    kept = replace(record, later=clean_text(note, "note", LONGEST_NOTE, needed=False))
    state = put(desk.state, kept)
    if brief.chosen_thumbnail == thumbnail:
        others = [t.number for t in state.thumbnails if t.later is None]
        state = replace(state, brief=replace(brief, chosen_thumbnail=others[0] if others else None))
    return state, f"For later: {record.name}"


def take_up_again(desk: Desk, *, thumbnail: Number) -> Changed:
    """Take an idea for later back among the thumbnails."""
    record = thumbnail_of(desk.state, thumbnail)
    return put(desk.state, replace(record, later=None)), f"Taken up again: {record.name}"


def choose_thumbnail(desk: Desk, *, thumbnail: Number) -> Changed:
    """Choose the thumbnail one paints from."""
    record = thumbnail_of(desk.state, thumbnail)
    state = put(desk.state, replace(record, later=None))
    return replace(state, brief=replace(state.brief, chosen_thumbnail=thumbnail)), f"Chosen: {record.name}"


def remove_thumbnail(desk: Desk, *, thumbnail: Number) -> Changed:
    """Delete a thumbnail."""
    record = thumbnail_of(desk.state, thumbnail)
    left = without(desk.state, "thumbnail", thumbnail)
    if left.brief.chosen_thumbnail == thumbnail:
        others = [t.number for t in left.thumbnails if t.later is None]
        left = replace(left, brief=replace(left.brief, chosen_thumbnail=others[0] if others else None))
    return left, f"Thumbnail deleted: {record.name}"


def set_focus(desk: Desk, *, x: FiniteFloat, y: FiniteFloat, reach: FiniteFloat | None = None) -> Changed:
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
