"""The shelf as it is listed: a page of paintings at a time, sought by words, and the ideas set aside for later."""

from __future__ import annotations

import sqlite3
from contextlib import suppress
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

from kind_distance.errors import KindDistanceError
from kind_distance.rows import Brief
from kind_distance.rows.checking import checked_brief, clean_text
from kind_distance.store.damage import UNREADABLE
from kind_distance.store.database import transaction
from kind_distance.store.records import LaterIdea, ShelfEntry
from kind_distance.store.rows import brief_columns, brief_from

Order = Literal["changed", "title", "progress"]
# Finished paintings come last; a line of the shelf that cannot be read counts as not begun.
_ORDERS: dict[Order, str] = {"changed": "", "title": "folded(title), ", "progress": "progress DESC, "}


@dataclass(frozen=True)
class ShelfPage:
    """A page of the shelf, and how many paintings hold the words, stand on the shelf, are finished, are in the bin."""

    entries: tuple[ShelfEntry, ...]
    found: int
    standing: int
    finished: int
    binned: int


def _like(word: str) -> str:
    """Write a word for LIKE, with what has a meaning there taken literally."""
    for sign in ("\\", "%", "_"):
        word = word.replace(sign, "\\" + sign)
    return f"%{word}%"


def shelf_page(
    db: sqlite3.Connection,
    *,
    binned: bool = False,
    words: str = "",
    order: Order = "changed",
    start: int = 0,
    count: int = 24,
    finished: bool = False,
) -> ShelfPage:
    """List a page of the paintings: those whose title, idea, material, planes or things hold every word.

    With `finished` only those of which every pass is painted; else these come last. All are in the order asked for,
    the latest change first.
    """
    db.create_function("folded", 1, lambda said: str(said or "").casefold(), deterministic=True)
    asked = [_like(word) for word in words.casefold().split()[:12]]
    holds = "folded(title || ' ' || idea || ' ' || material || ' ' || planes) LIKE ? ESCAPE '\\'"
    held = " AND ".join([*(["finished"] if finished else []), *[holds] * len(asked)])
    # Planes and things are looked into only where words are sought.
    planes = (
        "coalesce((SELECT group_concat(name, ' ') FROM plane WHERE painting_id = listed.id), '')"
        " || ' ' || coalesce((SELECT group_concat(name, ' ') FROM element WHERE painting_id = listed.id), '')"
        if asked
        else "''"
    )
    rows = db.execute(
        f"""WITH listed AS (
              SELECT p.id, p.changed_at, CASE WHEN json_valid(p.summary) THEN p.summary ELSE '{{}}' END AS line,
                     coalesce(b.title, '') AS title, coalesce(b.idea, '') AS idea,
                     replace(coalesce(b.medium || ' on ' || b.support || ' ' || b.ground, ''), '_', ' ') AS material
              FROM painting p LEFT JOIN brief b ON b.painting_id = p.id WHERE (p.binned_at IS NOT NULL) = ?),
            told AS (
              SELECT *, {planes} AS planes,
                     coalesce(json_extract(line, '$.passes') > 0
                              AND json_extract(line, '$.done') = json_extract(line, '$.passes'), 0) AS finished,
                     coalesce(1.0 * json_extract(line, '$.minutes_done') / json_extract(line, '$.minutes'), 0)
                       AS progress
              FROM listed)
            SELECT id, count(*) OVER () FROM told {f"WHERE {held}" if held else ""}
            ORDER BY finished, {_ORDERS[order]} changed_at DESC, id DESC LIMIT ? OFFSET ?""",  # noqa: S608  our own words
        (int(binned), *asked, count, start),
    ).fetchall()
    standing, done, in_bin = db.execute(
        """SELECT count(*) - count(binned_at), total(binned_at IS NULL AND CASE WHEN json_valid(summary)
             THEN json_extract(summary, '$.passes') > 0
                  AND json_extract(summary, '$.done') = json_extract(summary, '$.passes')
             ELSE 0 END), count(binned_at) FROM painting"""
    ).fetchone()
    entries = tuple(_entry(db, number) for number, _ in rows)
    return ShelfPage(entries, int(rows[0][1]) if rows else 0, int(standing), int(done), int(in_bin))


# The same brief is looked at each time that the shelf is.
_sound = lru_cache(2000)(checked_brief)


def _entry(db: sqlite3.Connection, painting_id: int) -> ShelfEntry:
    """Read a line of the shelf; a painting whose brief cannot be read stands there all the same."""
    version, changed_at, binned_at, summary, *values = db.execute(
        f"""SELECT p.version, p.changed_at, p.binned_at, p.summary, {brief_columns("b")}
            FROM painting p LEFT JOIN brief b ON b.painting_id = p.id WHERE p.id = ?""",  # noqa: S608  our own names
        (painting_id,),
    ).fetchone()
    brief, damaged = Brief(title=f"Painting {painting_id}"), True
    with suppress(KindDistanceError, *UNREADABLE):
        found = brief_from(tuple(values))
        brief = Brief(title=clean_text(found.title, "title", 120))
        brief, damaged = _sound(found), False
    return ShelfEntry(painting_id, version, changed_at, binned_at, brief, summary, damaged)


def latest(db: sqlite3.Connection) -> int | None:
    """Give the painting on the shelf that was changed last."""
    row = db.execute(
        "SELECT id FROM painting WHERE binned_at IS NULL ORDER BY changed_at DESC, id DESC LIMIT 1"
    ).fetchone()
    return None if row is None else int(row[0])


def keep_summary(db: sqlite3.Connection, painting_id: int, summary: str) -> None:
    """Keep the line of the shelf that was made anew."""
    with transaction(db):
        db.execute("UPDATE painting SET summary = ? WHERE id = ?", (summary, painting_id))


def later_ideas(db: sqlite3.Connection) -> list[LaterIdea]:
    """List the thumbnails set aside for later in all paintings that are not in the bin, the latest painting first."""
    rows: list[Any] = db.execute(
        """SELECT p.id, p.version, b.title, t.number, t.name, t.later
           FROM thumbnail t JOIN painting p ON p.id = t.painting_id JOIN brief b ON b.painting_id = p.id
           WHERE t.later IS NOT NULL AND p.binned_at IS NULL ORDER BY p.changed_at DESC, p.id DESC, t.number"""
    ).fetchall()
    return [LaterIdea(*row) for row in rows]
