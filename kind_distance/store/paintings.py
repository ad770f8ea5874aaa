"""Paintings and their history. Every change is one transaction that leaves one history entry."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from typing import Any

from kind_distance.clock import minute_of
from kind_distance.errors import (
    ChangedElsewhereError,
    DamagedPaintingError,
    DomainError,
    NotFoundError,
    NothingToUndoError,
)
from kind_distance.rows import State, TubeRecord
from kind_distance.store.connection import Connection
from kind_distance.store.damage import UNREADABLE, WAY_OUT, damage_told
from kind_distance.store.database import read_at_once, transaction
from kind_distance.store.diary import add_lines
from kind_distance.store.packing import (
    names_in,
    pack,
    parts_as_bytes,
    parts_from_bytes,
    unpack,
    unpack_first,
)
from kind_distance.store.records import (
    HistoryEntry,
    OtherPaintings,
    OtherSession,
    PaintedPass,
    Painting,
    Told,
)
from kind_distance.store.rows import columns_of, read_row, read_state, write_state

KEPT_STEPS = 400  # older entries of the history are deleted
MOST_OTHER_SESSIONS, MOST_FOLLOWING, MOST_LOGGED = 60, 40, 1000
SWEPT_EVERY = 200  # entries after which content that no entry needs is deleted


def create(
    db: Connection,
    state: State,
    at: str,
    what: str,
    summary: str = "{}",
    diary: tuple[tuple[Any, ...], ...] = (),
) -> int:
    """Put a new painting on the shelf, with a diary where it has one; return its id."""
    with transaction(db):
        cursor = db.execute(
            "INSERT INTO painting (version, history_at, created_at, changed_at, summary) VALUES (1, 1, ?, ?, ?)",
            (at, at, summary),
        )
        painting_id = int(cursor.lastrowid or 0)
        write_state(db, painting_id, state, None)
        _keep_entry(db, painting_id, HistoryEntry(1, at, what), state, None)
        add_lines(db, painting_id, diary)
    return painting_id


def _keep_entry(db: Connection, painting_id: int, entry: HistoryEntry, state: State, was: State | None) -> None:
    """Keep an entry of the history, and what of its content is new; inside the caller's transaction."""
    row = db.execute(
        "SELECT parts FROM history WHERE painting_id = ? AND number = ?", (painting_id, entry.number - 1)
    ).fetchone()
    before = None if was is None or row is None or row[0] is None else (was, parts_from_bytes(row[0]))
    parts, pieces = pack(state, before)
    db.executemany("INSERT OR IGNORE INTO content (name, data) VALUES (?, ?)", list(pieces.items()))
    db.execute(
        "INSERT INTO history (painting_id, number, at, what, parts) VALUES (?, ?, ?, ?, ?)",
        (painting_id, entry.number, entry.at, entry.what, parts_as_bytes(parts)),
    )


def _entry(db: Connection, painting_id: int, number: int) -> HistoryEntry | None:
    row = db.execute(
        "SELECT number, at, what FROM history WHERE painting_id = ? AND number = ?", (painting_id, number)
    ).fetchone()
    return None if row is None else HistoryEntry(*row)


def version_of(db: Connection, painting_id: int) -> int:
    """Give the version of a painting; raise NotFoundError if there is none with that id."""
    row = db.execute("SELECT version FROM painting WHERE id = ?", (painting_id,)).fetchone()
    if row is None:
        raise NotFoundError("painting", painting_id)
    return int(row[0])


def painting_of(db: Connection, painting_id: int, known: State | None = None) -> Painting:
    """Return a painting, with a state just kept or read anew; raise NotFoundError if there is none with that id."""
    alone = not db.in_transaction
    with read_at_once(db):
        return _painting_of(db, painting_id, known, remember=alone)


def _painting_of(db: Connection, painting_id: int, known: State | None, *, remember: bool) -> Painting:
    row = db.execute(
        "SELECT version, history_at, created_at, changed_at, binned_at FROM painting WHERE id = ?", (painting_id,)
    ).fetchone()
    if row is None:
        raise NotFoundError("painting", painting_id)
    with damage_told(painting_id):
        state = known or _state_of(db, painting_id, remember=remember)
    if state is None:
        raise DamagedPaintingError(f"Painting {painting_id} is damaged: its brief is gone.", WAY_OUT)
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


def _state_of(db: Connection, painting_id: int, *, remember: bool = False) -> State | None:
    """Read a state, or take it as this connection knows it where nothing was written since; in a transaction.

    What is read in a transaction that also writes may yet be rolled back: it must not be remembered.
    """
    state = db.recall(painting_id)
    if state is None:
        state = read_state(db, painting_id)
        if remember and state is not None:
            db.remember(painting_id, state, db.moment())
    return state


def _check_version(db: Connection, painting_id: int, version: int) -> int:
    row = db.execute("SELECT version, history_at FROM painting WHERE id = ?", (painting_id,)).fetchone()
    if row is None:
        raise NotFoundError("painting", painting_id)
    if row[0] != version:
        raise ChangedElsewhereError(
            "This painting was changed in another window since this one read it.",
            "Look at what changed there; what you entered here is kept, and one press sends it again.",
        )
    return int(row[1])


def save(
    db: Connection,
    painting_id: int,
    version: int,
    state: State,
    told: Told,
    *,
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
        was = was or _state_of(db, painting_id)
        write_state(db, painting_id, state, was)
        db.execute("DELETE FROM history WHERE painting_id = ? AND number > ?", (painting_id, at_entry))
        number = at_entry + 1
        _keep_entry(db, painting_id, HistoryEntry(number, told.at, told.what), state, was)
        add_lines(db, painting_id, told.diary)
        db.execute("DELETE FROM history WHERE painting_id = ? AND number <= ?", (painting_id, number - KEPT_STEPS))
        if number % SWEPT_EVERY == 0:
            sweep_content(db)
        db.execute(
            "UPDATE painting SET version = version + 1, history_at = ?, changed_at = ?, summary = ? WHERE id = ?",
            (number, told.at, told.summary, painting_id),
        )
        moment = db.moment()
    db.remember(painting_id, state, moment)


def _piece(db: Connection, name: bytes) -> bytes | None:
    row = db.execute("SELECT data FROM content WHERE name = ?", (name,)).fetchone()
    return None if row is None else bytes(row[0])


def sweep_content(db: Connection) -> int:
    """Delete content of the history that no entry names any more; return how much; inside a transaction."""
    needed: set[bytes] = set()
    read: dict[bytes, bytes | None] = {}

    def piece(name: bytes) -> bytes | None:
        if name not in read:
            read[name] = _piece(db, name)
        return read[name]

    seen: set[bytes] = set()
    for (data,) in db.execute("SELECT parts FROM history WHERE parts IS NOT NULL").fetchall():
        parts = {field: name for field, name in parts_from_bytes(data).items() if name not in seen}
        seen |= set(parts.values())
        needed |= names_in(parts, piece)
    gone = [(name,) for (name,) in db.execute("SELECT name FROM content").fetchall() if bytes(name) not in needed]
    db.executemany("DELETE FROM content WHERE name = ?", gone)
    return len(gone)


def _state_in(db: Connection, state: bytes | None, parts: bytes | None) -> State:
    """Read the state of a history entry, kept whole or in parts."""
    if parts is None:
        return unpack_first(state or b"")

    def piece(name: bytes) -> bytes:
        found = _piece(db, name)
        if found is None:
            raise NotFoundError("content of the history", name.hex()[:12])
        return found

    return unpack(parts_from_bytes(parts), piece)


def state_at(db: Connection, painting_id: int, version: int, step: int) -> State:
    """Return the state one step back (-1) or on (+1) in the history.

    Raises
    ------
    NothingToUndoError
        If there is no such step.
    """
    at_entry = _check_version(db, painting_id, version)
    row = db.execute(
        "SELECT state, parts FROM history WHERE painting_id = ? AND number = ?", (painting_id, at_entry + step)
    ).fetchone()
    if row is None:
        way = "undo" if step < 0 else "redo"
        raise NothingToUndoError(f"There is nothing to {way}.", "The painting stands where it began or as you left it.")
    return _state_in(db, *row)


def step_to(
    db: Connection,
    painting_id: int,
    version: int,
    step: int,
    state: State,
    told: Told,
) -> None:
    """Move one step through the history to a state that :func:`state_at` gave."""
    with transaction(db):
        at_entry = _check_version(db, painting_id, version)
        was = _state_of(db, painting_id)
        write_state(db, painting_id, state, was)
        add_lines(db, painting_id, told.diary)
        db.execute(
            "UPDATE painting SET version = version + 1, history_at = ?, changed_at = ?, summary = ? WHERE id = ?",
            (at_entry + step, told.at, told.summary, painting_id),
        )
        moment = db.moment()
    db.remember(painting_id, state, moment)


def delete_for_good(db: Connection, painting_id: int) -> None:
    """Delete a painting that is in the bin, with its history and every picture that no other painting needs.

    The file gives the space back.

    Raises
    ------
    NotFoundError
        If there is no such painting in the bin.
    """
    with transaction(db):
        done = db.execute("DELETE FROM painting WHERE id = ? AND binned_at IS NOT NULL", (painting_id,))
        if done.rowcount == 0:
            raise NotFoundError("painting in the bin", painting_id)
        sweep_content(db)
        _delete_pictures(db, unowned_pictures(db))
    db.execute("VACUUM")
    db.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def _delete_pictures(db: Connection, names: Iterable[str]) -> None:
    db.executemany("DELETE FROM picture WHERE hash = ?", [(name,) for name in names])


def unowned_pictures(db: Connection) -> list[str]:
    """Name the pictures that no painting has and no step of a history may return to."""
    loose = db.execute("SELECT hash FROM picture WHERE hash NOT IN (SELECT picture_hash FROM source)").fetchall()
    if not loose:
        return []
    needed = _pictures_needed(db)
    return [name for (name,) in loose if name not in needed]


def let_go_of_pictures(db: Connection, names: Collection[str] | None = None) -> int:
    """Delete pictures that nobody owns, of these or of all; return how many.

    A picture is kept before the change that uses it, so that the file is not held while it is worked out: what is
    refused, or dies in between, leaves a picture behind.
    """
    with transaction(db):
        gone = [name for name in unowned_pictures(db) if names is None or name in names]
        _delete_pictures(db, gone)
    return len(gone)


def _pictures_needed(db: Connection) -> set[str]:
    """Name every picture that a painting has, or had at some step of its history, to which undo may return."""
    needed = {name for (name,) in db.execute("SELECT picture_hash FROM source").fetchall()}
    seen: set[bytes] = set()
    for state, parts in db.execute("SELECT state, parts FROM history").fetchall():
        if parts is not None:
            names = parts_from_bytes(parts)
            if names["sources"] in seen:
                continue
            seen.add(names["sources"])
        needed |= {source.picture_hash for source in _state_in(db, state, parts).sources}
    return needed


def put_in_bin(db: Connection, painting_id: int, at: str | None) -> None:
    """Put a painting in the bin, or take it back with None."""
    with transaction(db):
        done = db.execute("UPDATE painting SET binned_at = ? WHERE id = ?", (at, painting_id))
        if done.rowcount == 0:
            raise NotFoundError("painting", painting_id)


def tubes_of_others(db: Connection, painting_id: int) -> list[tuple[str, TubeRecord]]:
    """List the tubes of all other paintings that are not in the bin, each with a title, the latest painting first."""
    rows = db.execute(
        f"""SELECT b.title, {columns_of(TubeRecord, "t")}
           FROM tube t JOIN painting p ON p.id = t.painting_id JOIN brief b ON b.painting_id = p.id
           WHERE p.binned_at IS NULL AND p.id != ? ORDER BY p.changed_at DESC, p.id DESC, t.number""",  # noqa: S608  our own names
        (painting_id,),
    ).fetchall()
    return [(row[0], tube) for row in rows if (tube := _tube_from(row[1:])) is not None]


def _tube_from(values: tuple[Any, ...]) -> TubeRecord | None:
    """Read a tube of another painting; None where that painting is damaged."""
    try:
        found: TubeRecord = read_row(TubeRecord, values)
    except UNREADABLE:
        return None
    return found


def _is_moment(said: str) -> bool:
    try:
        minute_of(said)
    except DomainError:
        return False
    return True


def others_of(db: Connection, painting_id: int, since: str = "") -> OtherPaintings:
    """Read what the other paintings on the shelf say to one; the log holds its own painted passes too.

    However many paintings there are, no more is read than a painter looks at: sessions from `since` on (ISO 8601),
    what comes next on the paintings changed last, the passes painted last.
    """
    sessions = db.execute(
        """SELECT p.id, s.number, b.title, s.start, s.minutes
           FROM session s JOIN painting p ON p.id = s.painting_id JOIN brief b ON b.painting_id = p.id
           WHERE p.binned_at IS NULL AND p.id != ? AND s.start >= ? ORDER BY s.start, p.id, s.number LIMIT ?""",
        (painting_id, since, MOST_OTHER_SESSIONS),
    ).fetchall()
    # The line of a damaged painting must not stand in the way of the others.
    following = db.execute(
        """WITH told AS (SELECT id, CASE WHEN json_valid(summary) THEN summary ELSE '{}' END AS summary
                         FROM painting WHERE binned_at IS NULL AND id != ?
                         ORDER BY changed_at DESC, id DESC LIMIT ?)
           SELECT p.id, b.title, json_extract(p.summary, '$.next.said'), json_extract(p.summary, '$.next.minutes')
           FROM told p JOIN brief b ON b.painting_id = p.id
           WHERE json_type(p.summary, '$.next.minutes') IN ('integer', 'real') ORDER BY p.id""",
        (painting_id, MOST_FOLLOWING),
    ).fetchall()
    log = db.execute(
        """SELECT kind, planned_min, minutes FROM (
             SELECT kind, planned_min, minutes, done_end, p.id, number
             FROM layer_pass l JOIN painting p ON p.id = l.painting_id
             WHERE p.binned_at IS NULL AND done_end IS NOT NULL AND planned_min IS NOT NULL
             ORDER BY done_end DESC, p.id DESC, number DESC LIMIT ?)
           ORDER BY done_end, id, number""",
        (MOST_LOGGED,),
    ).fetchall()
    return OtherPaintings(
        tuple(OtherSession(*row) for row in sessions if _is_moment(row[3])),
        tuple((row[0], row[1], row[2], row[3]) for row in following),
        tuple(PaintedPass(*row) for row in log),
    )
