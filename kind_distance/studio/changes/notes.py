"""Changes of what is pinned and drawn on a source: notes, scale marks, planned departures."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.errors import DomainError
from kind_distance.pictures.plates import departure_of
from kind_distance.rows import DepartureRecord, NoteRecord
from kind_distance.rows.words import DepartureKind, NoteKind
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Point, Points, Text
from kind_distance.studio.changes.desk import Changed, Desk, find, next_number, put, without

CHANGES = ("add_note", "set_note", "remove_note", "add_departure", "set_departure", "remove_departure")
WRITTEN = ("colour", "memory")  # kinds that say nothing without words
ARROWS = ("gaze", "line", "shadow")
DONE = {"moved": "move", "bent": "bend", "left_out": "leave out", "added": "add"}


def check_note(note: NoteRecord) -> None:
    """Raise DomainError where the words, places or length of a note make no sense."""
    if note.kind in WRITTEN and not note.text:
        raise DomainError("The note is empty.", "Write a note.")
    ends = [note.x, note.y, *(v for v in (note.x2, note.y2) if v is not None)]
    if any(not -1 <= v <= 2 for v in ends):
        raise DomainError("The note is pinned far outside the picture.", "Pin it on the picture.")
    short = note.x2 is None or note.y2 is None or abs(note.x - note.x2) + abs(note.y - note.y2) < 0.004
    if note.kind in ARROWS and short:
        raise DomainError("An arrow needs a beginning and an end.", "Draw it the way it runs.")
    if note.kind == "scale":
        if note.x2 is None or note.y2 is None or note.length_m is None:
            raise DomainError(
                "A scale mark needs two ends and a length.", "Draw along a known thing, then say how long it is."
            )
        if abs(note.x - note.x2) + abs(note.y - note.y2) < 0.004:
            raise DomainError(
                "The two ends of the scale mark are one.", "Draw from one end of a known thing to the other."
            )


def add_note(
    desk: Desk,
    *,
    source: Number,
    kind: NoteKind,
    x: FiniteFloat,
    y: FiniteFloat,
    text: Text = "",
    x2: FiniteFloat | None = None,
    y2: FiniteFloat | None = None,
    length_m: FiniteFloat | None = None,
) -> Changed:
    """Pin a note; a scale mark has a second end and its length in metres, an arrow its second end."""
    state = desk.state
    record = find(state, "source", source)
    ends = (x2, y2, length_m if kind == "scale" else None) if kind in ("scale", *ARROWS) else (None, None, None)
    note = NoteRecord(next_number(state, "note"), source, kind, round(x, 6), round(y, 6), text, *ends)
    return put(state, note, check_note), f"Note pinned on {record.name}"


def set_note(
    desk: Desk,
    *,
    note: Number,
    text: Text | None = None,
    x: FiniteFloat | None = None,
    y: FiniteFloat | None = None,
    length_m: FiniteFloat | None = None,
) -> Changed:
    """Change what a note says, or where it is pinned; a scale mark moves with both ends."""
    record: NoteRecord = find(desk.state, "note", note)
    if text is not None:
        record = replace(record, text=text)
    if x is not None and y is not None:
        if record.x2 is not None and record.y2 is not None:
            record = replace(record, x2=round(record.x2 + x - record.x, 6), y2=round(record.y2 + y - record.y, 6))
        record = replace(record, x=round(x, 6), y=round(y, 6))
    if length_m is not None and record.kind == "scale":
        record = replace(record, length_m=length_m)
    return put(desk.state, record, check_note), "Note changed"


def remove_note(desk: Desk, *, note: Number) -> Changed:
    """Delete a note."""
    return without(desk.state, "note", note), "Note deleted"


def add_departure(
    desk: Desk,
    *,
    source: Number,
    kind: DepartureKind,
    points: Points,
    reason: Text = "",
    shift: Point = (0.0, 0.0),
    low: FiniteFloat | None = None,
    high: FiniteFloat | None = None,
) -> Changed:
    """Plan a departure from a source: an area moved, a line bent, an area left out, or room for something added."""
    state = desk.state
    record = find(state, "source", source)
    each = DepartureRecord(
        next_number(state, "departure"),
        source,
        kind,
        tuple((round(x, 5), round(y, 5)) for x, y in points),
        reason,
        round(shift[0], 5),
        round(shift[1], 5),
        low,
        high,
    )
    return put(state, each, departure_of), f"{record.name}: to {DONE[kind]}"


def set_departure(
    desk: Desk,
    *,
    departure: Number,
    reason: Text | None = None,
    shift: Point | None = None,
    low: FiniteFloat | None = None,
    high: FiniteFloat | None = None,
    open_values: bool = False,
) -> Changed:
    """Give a departure's reason, where to, or which values an added subject may have."""
    record: DepartureRecord = find(desk.state, "departure", departure)
    new: dict[str, Any] = {} if reason is None else {"reason": reason}
    if shift is not None:
        new.update(shift_x=round(shift[0], 5), shift_y=round(shift[1], 5))
    if open_values:
        new.update(low=None, high=None)
    if low is not None:
        new["low"] = round(low, 2)
    if high is not None:
        new["high"] = round(high, 2)
    return put(desk.state, replace(record, **new), departure_of), f"Planned: to {DONE[record.kind]}"


def remove_departure(desk: Desk, *, departure: Number) -> Changed:
    """Follow the photo there after all."""
    return without(desk.state, "departure", departure), "Departure taken back"
