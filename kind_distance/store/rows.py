"""The rows of one painting: read them all into a `State`, write back the parts that changed.

Each table has a record whose fields are its columns, in the same order, after `painting_id`. Truth is kept as 0 and 1,
and what is a list in a record is JSON in its column.
"""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Callable
from dataclasses import dataclass, fields
from typing import Any

from kind_distance.store.packing import source_from, thumbnail_from, with_points
from kind_distance.store.records import (
    Brief,
    DepartureRecord,
    ElementRecord,
    KeptPlace,
    MeantSo,
    NoteRecord,
    PairRecord,
    PassRecord,
    PlaneRecord,
    ReserveRecord,
    SessionRecord,
    SourceRecord,
    State,
    StrokeRecord,
    ThumbnailRecord,
)

BRIEF = """SELECT title, idea, medium, support, width_cm, height_cm, unit, ground, school, veil, visibility_km, pull,
  key, gap, main_source, chosen_thumbnail, passes_by_hand, focus_x, focus_y, focus_reach, drawing_medium,
  drawing_detail, airlight, deadline, deadline_for, light FROM brief WHERE painting_id = ?"""
SOURCES = """SELECT number, picture_hash, name, purpose, format, width_px, height_px, taken_at, lens, latitude,
  longitude, place_shared, remark, kind, maker, permission, standing, access, light_deg, made_from, tilt_deg, horizon,
  card, card_places, corners, air_veil, air_visibility_km FROM source WHERE painting_id = ? ORDER BY number"""
NOTES = "SELECT number, source, kind, x, y, text, x2, y2, length_m FROM note WHERE painting_id = ? ORDER BY number"
DEPARTURES = """SELECT number, source, kind, points, reason, shift_x, shift_y, low, high
  FROM departure WHERE painting_id = ? ORDER BY number"""
ELEMENTS = """SELECT number, name, plane, x, y, body, marks, brush
  FROM element WHERE painting_id = ? ORDER BY number"""
RESERVES = "SELECT number, name, way, points FROM reserve WHERE painting_id = ? ORDER BY number"
KEPT_PLAN = "SELECT place, layer_pass, session, not_before, by_hand FROM kept_plan WHERE painting_id = ? ORDER BY place"
THUMBNAILS = """SELECT number, source, name, steps, smallest_share, softness, even, cuts, crop, key, departed, edits,
  later FROM thumbnail WHERE painting_id = ? ORDER BY number"""
PLANES = """SELECT number, rank, name, kind, distance_m, locked_value, nature, body, marks, brush
  FROM plane WHERE painting_id = ? ORDER BY rank"""
STROKES = "SELECT number, plane, kind, width, points FROM stroke WHERE painting_id = ? ORDER BY number"
PAIRS = "SELECT far, near, gap, direction FROM pair WHERE painting_id = ? ORDER BY far, near"
PASSES = """SELECT number, place, kind, plane, title, paint, minutes, thickness, why, done_start, done_end,
  planned_min, brush_mm, in_light, element, aid FROM layer_pass WHERE painting_id = ? ORDER BY place"""
SESSIONS = """SELECT number, start, minutes, place, outdoors, temperature_c, humidity, wind_m_s, sun_w_m2,
  setup_min, cleanup_min, unbroken_min FROM session WHERE painting_id = ? ORDER BY start, number"""
MEANT_SO = "SELECT key, reason FROM meant_so WHERE painting_id = ? ORDER BY key"

JSON_FIELDS = {"points", "cuts", "crop", "edits", "card_places", "corners"}
TRUE_FIELDS = {"place_shared", "even", "departed", "passes_by_hand", "outdoors", "by_hand", "in_light"}

Row = tuple[Any, ...]
Named = dict[str, Any]


def _named(record: type[Any], row: Row) -> Named:
    """Give a row's columns the names of the record's fields, and read what SQLite has no kind for."""
    found: Named = {}
    for field, value in zip(fields(record), row, strict=True):
        if field.name in JSON_FIELDS and value is not None:
            found[field.name] = json.loads(value)
        else:
            found[field.name] = bool(value) if field.name in TRUE_FIELDS else value
    return found


def _row(record: Any) -> Row:  # noqa: ANN401  any of the records
    """Write a record as a row."""
    return tuple(
        json.dumps(value, separators=(",", ":"), default=vars) if name in JSON_FIELDS and value is not None else value
        for name, value in vars(record).items()
    )


def brief_from(row: Row) -> Brief:
    """Read a brief from its columns, in the order of the table."""
    return Brief(**_named(Brief, row))


def read_state(db: sqlite3.Connection, painting_id: int) -> State | None:
    """Read all rows of a painting; None if there is none."""

    def rows(query: str, record: type[Any]) -> list[Named]:
        return [_named(record, row) for row in db.execute(query, (painting_id,))]

    brief = rows(BRIEF, Brief)
    if not brief:
        return None
    return State(
        brief=Brief(**brief[0]),
        sources=tuple(source_from(row) for row in rows(SOURCES, SourceRecord)),
        notes=tuple(NoteRecord(**row) for row in rows(NOTES, NoteRecord)),
        departures=tuple(with_points(DepartureRecord, row) for row in rows(DEPARTURES, DepartureRecord)),
        elements=tuple(ElementRecord(**row) for row in rows(ELEMENTS, ElementRecord)),
        reserves=tuple(with_points(ReserveRecord, row) for row in rows(RESERVES, ReserveRecord)),
        kept_plan=tuple(KeptPlace(**row) for row in rows(KEPT_PLAN, KeptPlace)),
        thumbnails=tuple(thumbnail_from(row) for row in rows(THUMBNAILS, ThumbnailRecord)),
        planes=tuple(PlaneRecord(**row) for row in rows(PLANES, PlaneRecord)),
        strokes=tuple(with_points(StrokeRecord, row) for row in rows(STROKES, StrokeRecord)),
        pairs=tuple(PairRecord(**row) for row in rows(PAIRS, PairRecord)),
        passes=tuple(PassRecord(**row) for row in rows(PASSES, PassRecord)),
        sessions=tuple(SessionRecord(**row) for row in rows(SESSIONS, SessionRecord)),
        meant_so=tuple(MeantSo(**row) for row in rows(MEANT_SO, MeantSo)),
    )


@dataclass(frozen=True)
class _Part:
    """One table of a painting: how to clear it, how to fill it, its records, and whose rows it falls with."""

    clear: str
    insert: str
    records: Callable[[State], tuple[Any, ...]]
    falls_with: str = ""


PARTS = (
    _Part(
        "DELETE FROM brief WHERE painting_id = ?",
        "INSERT INTO brief VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: (state.brief,),
    ),
    _Part(
        "DELETE FROM source WHERE painting_id = ?",
        "INSERT INTO source VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, "
        "?, ?, ?)",
        lambda state: state.sources,
    ),
    _Part(
        "DELETE FROM note WHERE painting_id = ?",
        "INSERT INTO note VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.notes,
        falls_with="sources",
    ),
    _Part(
        "DELETE FROM departure WHERE painting_id = ?",
        "INSERT INTO departure VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.departures,
        falls_with="sources",
    ),
    _Part(
        "DELETE FROM thumbnail WHERE painting_id = ?",
        "INSERT INTO thumbnail VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.thumbnails,
    ),
    _Part(
        "DELETE FROM plane WHERE painting_id = ?",
        "INSERT INTO plane VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.planes,
        falls_with="planes",
    ),
    _Part(
        "DELETE FROM element WHERE painting_id = ?",
        "INSERT INTO element VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.elements,
    ),
    _Part(
        "DELETE FROM reserve WHERE painting_id = ?",
        "INSERT INTO reserve VALUES (?, ?, ?, ?, ?)",
        lambda state: state.reserves,
    ),
    _Part(
        "DELETE FROM kept_plan WHERE painting_id = ?",
        "INSERT INTO kept_plan VALUES (?, ?, ?, ?, ?, ?)",
        lambda state: state.kept_plan,
    ),
    _Part(
        "DELETE FROM stroke WHERE painting_id = ?",
        "INSERT INTO stroke VALUES (?, ?, ?, ?, ?, ?)",
        lambda state: state.strokes,
        falls_with="planes",
    ),
    _Part(
        "DELETE FROM pair WHERE painting_id = ?",
        "INSERT INTO pair VALUES (?, ?, ?, ?, ?)",
        lambda state: state.pairs,
        falls_with="planes",
    ),
    _Part(
        "DELETE FROM layer_pass WHERE painting_id = ?",
        "INSERT INTO layer_pass VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.passes,
        falls_with="planes",
    ),
    _Part(
        "DELETE FROM session WHERE painting_id = ?",
        "INSERT INTO session VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: state.sessions,
    ),
    _Part(
        "DELETE FROM meant_so WHERE painting_id = ?",
        "INSERT INTO meant_so VALUES (?, ?, ?)",
        lambda state: state.meant_so,
    ),
)


def write_state(db: sqlite3.Connection, painting_id: int, state: State, before: State | None) -> None:
    """Write the parts of a state that differ from `before`; inside the caller's transaction."""
    for part in PARTS:
        records = part.records(state)
        # Taking planes out takes their strokes, pairs and passes along (and sources their notes): written again.
        same_owner = before is not None and (
            not part.falls_with or getattr(state, part.falls_with) == getattr(before, part.falls_with)
        )
        if before is not None and same_owner and records == part.records(before):
            continue
        db.execute(part.clear, (painting_id,))
        db.executemany(part.insert, [(painting_id, *_row(record)) for record in records])
