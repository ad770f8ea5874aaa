"""Changes of what is pinned and drawn on a source: notes, scale marks, planned departures."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.errors import DomainError, NotFoundError
from kind_distance.store.records import DepartureRecord, NoteRecord, State
from kind_distance.studio.changes.desk import Changed, Desk, clean_text, next_number
from kind_distance.studio.plates import departure_of, source_of

CHANGES = ("add_note", "set_note", "remove_note", "add_departure", "set_departure", "remove_departure")
WRITTEN = ("colour", "memory")  # kinds that say nothing without words
MOST_NOTES, MOST_DEPARTURES = 120, 40
LONGEST_NOTE = 240
FARTHEST_M = 100_000.0
KINDS = ("colour", "memory", "scale", "gaze", "line", "shadow")
ARROWS = ("gaze", "line", "shadow")
DONE = {"moved": "move", "bent": "bend", "left_out": "leave out", "added": "add"}


def _note_of(state: State, number: int) -> NoteRecord:
    for note in state.notes:
        if note.number == number:
            return note
    raise NotFoundError("note", number)


def checked_note(note: NoteRecord) -> NoteRecord:
    """Return a note itself; raise DomainError where its places or its length make no sense."""
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
        if not 0 < note.length_m <= FARTHEST_M:
            raise DomainError("That length makes no sense here.", "Enter it in metres, above zero.")
    return note


def add_note(
    desk: Desk,
    *,
    source: int,
    kind: str,
    x: float,
    y: float,
    text: str = "",
    x2: float | None = None,
    y2: float | None = None,
    length_m: float | None = None,
) -> Changed:
    """Pin a note on a source: a colour, a memory, a scale mark with its length in metres, or an arrow."""
    state = desk.state
    record = source_of(state, source)
    if kind not in KINDS:
        raise DomainError("That is no kind of note.", "Pin a colour or a memory, mark a scale, or draw an arrow.")
    if len(state.notes) >= MOST_NOTES:
        raise DomainError(f"{MOST_NOTES} notes are pinned already.", "Take one away first.")
    ends = (x2, y2, length_m if kind == "scale" else None) if kind in ("scale", *ARROWS) else (None, None, None)
    said = clean_text(text, "note", LONGEST_NOTE, needed=kind in WRITTEN)
    number = next_number([n.number for n in state.notes])
    note = checked_note(NoteRecord(number, source, kind, round(x, 6), round(y, 6), said, *ends))
    return replace(state, notes=(*state.notes, note)), f"Note pinned on {record.name}"


def set_note(
    desk: Desk,
    *,
    note: int,
    text: str | None = None,
    x: float | None = None,
    y: float | None = None,
    length_m: float | None = None,
) -> Changed:
    """Change what a note says, or where it is pinned; a scale mark moves with both ends."""
    record = _note_of(desk.state, note)
    new: dict[str, Any] = {}
    if text is not None:
        new["text"] = clean_text(text, "note", LONGEST_NOTE, needed=record.kind in WRITTEN)
    if x is not None and y is not None:
        new.update(x=round(x, 6), y=round(y, 6))
        if record.x2 is not None and record.y2 is not None:
            new.update(x2=round(record.x2 + x - record.x, 6), y2=round(record.y2 + y - record.y, 6))
    if length_m is not None and record.kind == "scale":
        new["length_m"] = length_m
    changed = checked_note(replace(record, **new))
    return replace(
        desk.state, notes=tuple(changed if n.number == note else n for n in desk.state.notes)
    ), "Note changed"


def remove_note(desk: Desk, *, note: int) -> Changed:
    """Take a note off."""
    _note_of(desk.state, note)
    return replace(desk.state, notes=tuple(n for n in desk.state.notes if n.number != note)), "Note taken off"


def _departure_in(state: State, number: int) -> DepartureRecord:
    for each in state.departures:
        if each.number == number:
            return each
    raise NotFoundError("departure", number)


def add_departure(
    desk: Desk,
    *,
    source: int,
    kind: str,
    points: list[tuple[float, float]],
    reason: str = "",
    shift: tuple[float, float] = (0.0, 0.0),
    low: float | None = None,
    high: float | None = None,
) -> Changed:
    """Plan a departure from a source: an area moved, a line bent, an area left out, or room for something added."""
    state = desk.state
    record = source_of(state, source)
    if len(state.departures) >= MOST_DEPARTURES:
        raise DomainError(f"{MOST_DEPARTURES} departures are planned already.", "Take one back first.")
    each = DepartureRecord(
        next_number([d.number for d in state.departures]),
        source,
        kind,
        tuple((round(x, 5), round(y, 5)) for x, y in points),
        clean_text(reason, "reason", LONGEST_NOTE, needed=False),
        round(shift[0], 5),
        round(shift[1], 5),
        low,
        high,
    )
    departure_of(each)  # checks it
    return replace(state, departures=(*state.departures, each)), f"{record.name}: to {DONE[kind]}"


def set_departure(
    desk: Desk,
    *,
    departure: int,
    reason: str | None = None,
    shift: tuple[float, float] | None = None,
    low: float | None = None,
    high: float | None = None,
    open_values: bool = False,
) -> Changed:
    """Give the reason, say where to, or which values an added subject may have."""
    record = _departure_in(desk.state, departure)
    new: dict[str, Any] = {}
    if reason is not None:
        new["reason"] = clean_text(reason, "reason", LONGEST_NOTE, needed=False)
    if shift is not None:
        new.update(shift_x=round(shift[0], 5), shift_y=round(shift[1], 5))
    if open_values:
        new.update(low=None, high=None)
    if low is not None:
        new["low"] = round(low, 2)
    if high is not None:
        new["high"] = round(high, 2)
    changed = replace(record, **new)
    departure_of(changed)  # checks it
    departures = tuple(changed if d.number == departure else d for d in desk.state.departures)
    return replace(desk.state, departures=departures), f"Planned: to {DONE[record.kind]}"


def remove_departure(desk: Desk, *, departure: int) -> Changed:
    """Follow the photo there after all."""
    _departure_in(desk.state, departure)
    left = tuple(d for d in desk.state.departures if d.number != departure)
    return replace(desk.state, departures=left), "Departure taken back"
