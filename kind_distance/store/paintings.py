"""Paintings and their history. Every change is one transaction that leaves one history entry."""

from __future__ import annotations

import sqlite3

from kind_distance.errors import ChangedElsewhereError, NotFoundError, NothingToUndoError
from kind_distance.store.database import transaction
from kind_distance.store.packing import pack, unpack
from kind_distance.store.records import (
    Beside,
    HistoryEntry,
    LaterIdea,
    OtherSession,
    PaintedPass,
    Painting,
    ShelfEntry,
    State,
)
from kind_distance.store.rows import brief_from, read_state, write_state

KEPT_STEPS = 400  # older history entries are let go


def create(db: sqlite3.Connection, state: State, at: str, what: str, summary: str = "{}") -> int:
    """Put a new painting on the shelf; return its id."""
    with transaction(db):
        cursor = db.execute(
            "INSERT INTO painting (version, history_at, created_at, changed_at, summary) VALUES (1, 1, ?, ?, ?)",
            (at, at, summary),
        )
        painting_id = int(cursor.lastrowid or 0)
        write_state(db, painting_id, state, None)
        db.execute("INSERT INTO history VALUES (?, 1, ?, ?, ?)", (painting_id, at, what, pack(state)))
    return painting_id


def _entry(db: sqlite3.Connection, painting_id: int, number: int) -> HistoryEntry | None:
    row = db.execute(
        "SELECT number, at, what FROM history WHERE painting_id = ? AND number = ?", (painting_id, number)
    ).fetchone()
    return None if row is None else HistoryEntry(*row)


def painting_of(db: sqlite3.Connection, painting_id: int, known: State | None = None) -> Painting:
    """Return a painting, with a state just kept or read anew; raise NotFoundError if there is none with that id."""
    row = db.execute(
        "SELECT version, history_at, created_at, changed_at, binned_at FROM painting WHERE id = ?", (painting_id,)
    ).fetchone()
    state = (known or read_state(db, painting_id)) if row else None
    if state is None:
        raise NotFoundError("painting", painting_id)
    version, history_at, created_at, changed_at, binned_at = row
    before = _entry(db, painting_id, history_at - 1)
    return Painting(
        id=painting_id,
        version=version,
        created_at=created_at,
        changed_at=changed_at,
        binned_at=binned_at,
        state=state,
        # What undo takes back is the entry that now holds, if there is an older one to return to.
        undo=None if before is None else _entry(db, painting_id, history_at),
        redo=_entry(db, painting_id, history_at + 1),
    )


def _check_version(db: sqlite3.Connection, painting_id: int, version: int) -> int:
    row = db.execute("SELECT version, history_at FROM painting WHERE id = ?", (painting_id,)).fetchone()
    if row is None:
        raise NotFoundError("painting", painting_id)
    if row[0] != version:
        raise ChangedElsewhereError(
            "This painting was changed in another window since this one read it.",
            "Look at what changed there; what you entered here is still in its field, press it again if you want it.",
        )
    return int(row[1])


def save(
    db: sqlite3.Connection,
    painting_id: int,
    version: int,
    state: State,
    *,
    at: str,
    what: str,
    summary: str,
    was: State | None = None,
) -> None:
    """Keep a change: rows, history entry and summary, all or nothing.

    Parameters
    ----------
    version : int
        Version of the painting that the change was made on.
    was : State or None
        The state at that version, where it was read before.

    Raises
    ------
    ChangedElsewhereError
        If the painting has moved on since.
    NotFoundError
    """
    with transaction(db):
        at_entry = _check_version(db, painting_id, version)
        write_state(db, painting_id, state, was or read_state(db, painting_id))
        db.execute("DELETE FROM history WHERE painting_id = ? AND number > ?", (painting_id, at_entry))
        number = at_entry + 1
        db.execute("INSERT INTO history VALUES (?, ?, ?, ?, ?)", (painting_id, number, at, what, pack(state)))
        db.execute("DELETE FROM history WHERE painting_id = ? AND number <= ?", (painting_id, number - KEPT_STEPS))
        db.execute(
            "UPDATE painting SET version = version + 1, history_at = ?, changed_at = ?, summary = ? WHERE id = ?",
            (number, at, summary, painting_id),
        )


def state_at(db: sqlite3.Connection, painting_id: int, version: int, step: int) -> State:
    """Return the state one step back (-1) or on (+1) in the history.

    Raises
    ------
    NothingToUndoError
        If there is no such step.
    """
    at_entry = _check_version(db, painting_id, version)
    row = db.execute(
        "SELECT state FROM history WHERE painting_id = ? AND number = ?", (painting_id, at_entry + step)
    ).fetchone()
    if row is None:
        way = "undo" if step < 0 else "redo"
        raise NothingToUndoError(f"There is nothing to {way}.", "The painting stands where it began or as you left it.")
    return unpack(row[0])


def step_to(
    db: sqlite3.Connection, painting_id: int, version: int, step: int, state: State, *, at: str, summary: str
) -> None:
    """Move one step through the history to a state that :func:`state_at` gave."""
    with transaction(db):
        at_entry = _check_version(db, painting_id, version)
        write_state(db, painting_id, state, read_state(db, painting_id))
        db.execute(
            "UPDATE painting SET version = version + 1, history_at = ?, changed_at = ?, summary = ? WHERE id = ?",
            (at_entry + step, at, summary, painting_id),
        )


def put_in_bin(db: sqlite3.Connection, painting_id: int, at: str | None) -> None:
    """Put a painting in the bin, or take it back with None."""
    with transaction(db):
        done = db.execute("UPDATE painting SET binned_at = ? WHERE id = ?", (at, painting_id))
        if done.rowcount == 0:
            raise NotFoundError("painting", painting_id)


def later_ideas(db: sqlite3.Connection) -> list[LaterIdea]:
    """List the thumbnails set aside for later in all paintings that are not in the bin, the latest painting first."""
    rows = db.execute(
        """SELECT p.id, p.version, b.title, t.number, t.name, t.later
           FROM thumbnail t JOIN painting p ON p.id = t.painting_id JOIN brief b ON b.painting_id = p.id
           WHERE t.later IS NOT NULL AND p.binned_at IS NULL ORDER BY p.changed_at DESC, p.id DESC, t.number"""
    ).fetchall()
    return [LaterIdea(*row) for row in rows]


def shelf(db: sqlite3.Connection, *, binned: bool = False) -> list[ShelfEntry]:
    """List the paintings, the latest change first."""
    rows = db.execute(
        """SELECT p.id, p.version, p.changed_at, p.binned_at, p.summary, b.title, b.idea, b.medium, b.support,
             b.width_cm, b.height_cm, b.unit, b.ground, b.school, b.veil, b.visibility_km, b.pull, b.key, b.gap,
             b.main_source, b.chosen_thumbnail, b.passes_by_hand, b.focus_x, b.focus_y, b.focus_reach,
             b.drawing_medium, b.drawing_detail, b.airlight, b.deadline, b.deadline_for, b.light
           FROM painting p JOIN brief b ON b.painting_id = p.id
           WHERE (p.binned_at IS NOT NULL) = ? ORDER BY p.changed_at DESC, p.id DESC""",
        (int(binned),),
    ).fetchall()
    return [ShelfEntry(r[0], r[1], r[2], r[3], brief_from(r[5:]), r[4]) for r in rows]


def beside(db: sqlite3.Connection, painting_id: int) -> Beside:
    """Read what the other paintings on the shelf say to one; the log holds its own painted passes too."""
    sessions = db.execute(
        """SELECT p.id, s.number, b.title, s.start, s.minutes
           FROM session s JOIN painting p ON p.id = s.painting_id JOIN brief b ON b.painting_id = p.id
           WHERE p.binned_at IS NULL AND p.id != ? ORDER BY s.start, p.id, s.number""",
        (painting_id,),
    ).fetchall()
    following = db.execute(
        """SELECT p.id, b.title, json_extract(p.summary, '$.next.said'), json_extract(p.summary, '$.next.minutes')
           FROM painting p JOIN brief b ON b.painting_id = p.id
           WHERE p.binned_at IS NULL AND p.id != ? AND json_extract(p.summary, '$.next.minutes') IS NOT NULL
           ORDER BY p.id""",
        (painting_id,),
    ).fetchall()
    log = db.execute(
        """SELECT kind, planned_min, minutes FROM layer_pass l JOIN painting p ON p.id = l.painting_id
           WHERE p.binned_at IS NULL AND done_end IS NOT NULL AND planned_min IS NOT NULL
           ORDER BY done_end, p.id, number"""
    ).fetchall()
    return Beside(
        tuple(OtherSession(*row) for row in sessions),
        tuple((row[0], row[1], row[2], row[3]) for row in following),
        tuple(PaintedPass(*row) for row in log),
    )
