"""The rows of one painting: read them all into a `State`, write back the parts that changed."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Callable
from dataclasses import astuple, dataclass
from typing import Any

from kind_distance.store.packing import points_from
from kind_distance.store.records import (
    Brief,
    MeantSo,
    PairRecord,
    PassRecord,
    PlaneRecord,
    SessionRecord,
    SourceRecord,
    State,
    StrokeRecord,
    ThumbnailRecord,
)

BRIEF = """SELECT title, idea, medium, support, width_cm, height_cm, unit, ground, school, veil, visibility_km, pull,
  key, gap, main_source, chosen_thumbnail, passes_by_hand, focus_x, focus_y, focus_reach
  FROM brief WHERE painting_id = ?"""
SOURCES = """SELECT number, picture_hash, name, purpose, format, width_px, height_px, taken_at, lens, latitude,
  longitude, place_shared, remark FROM source WHERE painting_id = ? ORDER BY number"""
THUMBNAILS = """SELECT number, source, name, steps, smallest_share, softness, even, cuts
  FROM thumbnail WHERE painting_id = ? ORDER BY number"""
PLANES = """SELECT number, rank, name, kind, distance_m, locked_value
  FROM plane WHERE painting_id = ? ORDER BY rank"""
STROKES = "SELECT number, plane, kind, width, points FROM stroke WHERE painting_id = ? ORDER BY number"
PAIRS = "SELECT far, near, gap, direction FROM pair WHERE painting_id = ? ORDER BY far, near"
PASSES = """SELECT number, place, kind, plane, title, paint, minutes, thickness, why, done_start, done_end
  FROM layer_pass WHERE painting_id = ? ORDER BY place"""
SESSIONS = """SELECT number, start, minutes, place, outdoors, temperature_c, humidity, wind_m_s, sun_w_m2
  FROM session WHERE painting_id = ? ORDER BY start, number"""
MEANT_SO = "SELECT key, reason FROM meant_so WHERE painting_id = ? ORDER BY key"


Row = tuple[Any, ...]


def _truth(row: Row, at: int) -> Row:
    """SQLite keeps truth as 0 and 1; the records want bool."""
    return (*row[:at], bool(row[at]), *row[at + 1 :])


def brief_from(row: Row) -> Brief:
    """Read a brief from its columns, in the order of the table."""
    return Brief(*_truth(row, 16))


def _thumbnail_from(row: Row) -> ThumbnailRecord:
    known = (*_truth(row, 6)[:7], None if row[7] is None else tuple(json.loads(row[7])))
    return ThumbnailRecord(*known)


def _thumbnail_row(thumbnail: ThumbnailRecord) -> Row:
    cuts = None if thumbnail.cuts is None else json.dumps(thumbnail.cuts)
    return (*astuple(thumbnail)[:7], cuts)


def _stroke_from(row: Row) -> StrokeRecord:
    return StrokeRecord(row[0], row[1], row[2], row[3], points_from(json.loads(row[4])))


def read_state(db: sqlite3.Connection, painting_id: int) -> State | None:
    """Read all rows of a painting; None if there is none."""

    def rows(query: str) -> list[Row]:
        return db.execute(query, (painting_id,)).fetchall()

    brief = rows(BRIEF)
    if not brief:
        return None
    return State(
        brief=brief_from(brief[0]),
        sources=tuple(SourceRecord(*_truth(row, 11)) for row in rows(SOURCES)),
        thumbnails=tuple(_thumbnail_from(row) for row in rows(THUMBNAILS)),
        planes=tuple(PlaneRecord(*row) for row in rows(PLANES)),
        strokes=tuple(_stroke_from(row) for row in rows(STROKES)),
        pairs=tuple(PairRecord(*row) for row in rows(PAIRS)),
        passes=tuple(PassRecord(*row) for row in rows(PASSES)),
        sessions=tuple(SessionRecord(*_truth(row, 4)) for row in rows(SESSIONS)),
        meant_so=tuple(MeantSo(*row) for row in rows(MEANT_SO)),
    )


def _stroke_row(stroke: StrokeRecord) -> Row:
    return (stroke.number, stroke.plane, stroke.kind, stroke.width, json.dumps(stroke.points, separators=(",", ":")))


@dataclass(frozen=True)
class _Part:
    """One table of a painting: how to clear it, how to fill it, and the rows of a state."""

    clear: str
    insert: str
    rows: Callable[[State], list[Row]]
    of_planes: bool = False  # its rows fall with their plane


PARTS = (
    _Part(
        "DELETE FROM brief WHERE painting_id = ?",
        "INSERT INTO brief VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: [astuple(state.brief)],
    ),
    _Part(
        "DELETE FROM source WHERE painting_id = ?",
        "INSERT INTO source VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: [astuple(row) for row in state.sources],
    ),
    _Part(
        "DELETE FROM thumbnail WHERE painting_id = ?",
        "INSERT INTO thumbnail VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: [_thumbnail_row(row) for row in state.thumbnails],
    ),
    _Part(
        "DELETE FROM plane WHERE painting_id = ?",
        "INSERT INTO plane VALUES (?, ?, ?, ?, ?, ?, ?)",
        lambda state: [astuple(row) for row in state.planes],
        of_planes=True,
    ),
    _Part(
        "DELETE FROM stroke WHERE painting_id = ?",
        "INSERT INTO stroke VALUES (?, ?, ?, ?, ?, ?)",
        lambda state: [_stroke_row(row) for row in state.strokes],
        of_planes=True,
    ),
    _Part(
        "DELETE FROM pair WHERE painting_id = ?",
        "INSERT INTO pair VALUES (?, ?, ?, ?, ?)",
        lambda state: [astuple(row) for row in state.pairs],
        of_planes=True,
    ),
    _Part(
        "DELETE FROM layer_pass WHERE painting_id = ?",
        "INSERT INTO layer_pass VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: [astuple(row) for row in state.passes],
        of_planes=True,
    ),
    _Part(
        "DELETE FROM session WHERE painting_id = ?",
        "INSERT INTO session VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lambda state: [astuple(row) for row in state.sessions],
    ),
    _Part(
        "DELETE FROM meant_so WHERE painting_id = ?",
        "INSERT INTO meant_so VALUES (?, ?, ?)",
        lambda state: [astuple(row) for row in state.meant_so],
    ),
)


def write_state(db: sqlite3.Connection, painting_id: int, state: State, before: State | None) -> None:
    """Write the parts of a state that differ from `before`; inside the caller's transaction."""
    planes_changed = before is None or state.planes != before.planes
    for part in PARTS:
        rows = part.rows(state)
        # Taking planes out takes their strokes, pairs and passes along, so those are written again.
        if before is not None and not (part.of_planes and planes_changed) and rows == part.rows(before):
            continue
        db.execute(part.clear, (painting_id,))
        db.executemany(part.insert, [(painting_id, *row) for row in rows])
