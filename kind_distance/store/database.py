"""Opening the one file: pragmas, numbered migrations, and a transaction that either holds or leaves no trace."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from importlib import resources
from pathlib import Path

from kind_distance.errors import DomainError, StorageError
from kind_distance.store import trouble
from kind_distance.store.connection import Connection, Idle

OURS = 1262766419  # "KDIS": the application id in the header of a file of paintings, set by migration 22
BUSY_S = 10.0  # how long another writer is waited for
STATEMENTS = 256  # kept ready by a connection: to read a painting and to keep a change takes about a hundred


_IDLE: dict[Path, Idle] = {}  # of each file that is kept open


def connect(path: Path) -> Connection:
    """Open the file with the settings that every connection needs; the caller closes it.

    `check_same_thread` is off because one request may be served by several worker threads, one at a time.
    """
    db = sqlite3.connect(
        path,
        check_same_thread=False,
        isolation_level=None,
        timeout=BUSY_S,
        factory=Connection,
        cached_statements=STATEMENTS,
    )
    for pragma in ("foreign_keys=ON", "journal_mode=WAL", "synchronous=FULL"):
        db.execute(f"PRAGMA {pragma}")
    return db


@contextmanager
def opened(path: Path) -> Iterator[Connection]:
    """Open the file for a block and close it after; where it is kept open, by a connection that waits for that.

    Raises
    ------
    StorageError
        If the disk or the file does not do what is asked of it.
    """
    idle = _IDLE.get(path)
    with trouble.told(path):
        db = (idle and idle.take()) or connect(path)
        try:
            yield db
        except BaseException:
            db.close()
            raise
        if idle is None:
            db.close()
        else:
            idle.put(db)


@contextmanager
def kept_open(path: Path) -> Iterator[None]:
    """Keep a file open for a block: connections wait for the next request instead of being closed.

    One more stays open all the time: closing the last one writes the whole journal back.
    """
    with closing(connect(path)) as db:
        db.execute("SELECT count(*) FROM sqlite_schema").fetchone()  # the file is opened when it is first read
        idle = _IDLE[path] = Idle(path)
        try:
            yield
        finally:
            if _IDLE.get(path) is idle:  # else another block keeps the file open as well
                del _IDLE[path]
            idle.close()


@contextmanager
def looked_at(path: Path) -> Iterator[sqlite3.Connection]:
    """Open a file for reading alone: nothing in it is altered, not even its journal mode.

    Raises
    ------
    StorageError
    """
    with (
        trouble.told(path),
        closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True, timeout=BUSY_S)) as db,
    ):
        yield db


@contextmanager
def transaction(db: sqlite3.Connection) -> Iterator[None]:
    """Take the file for writing at once; commit at the end, roll back if anything goes wrong."""
    db.execute("BEGIN IMMEDIATE")
    try:
        yield
        db.execute("COMMIT")
    except BaseException:
        # On a full disk SQLite may have rolled back itself; the reason must not be hidden by a second error.
        if db.in_transaction:
            db.execute("ROLLBACK")
        raise


@contextmanager
def read_at_once(db: sqlite3.Connection) -> Iterator[None]:
    """Read all of a block at one moment of the file, whatever others write meanwhile."""
    if db.in_transaction:
        yield
        return
    db.execute("BEGIN")
    try:
        yield
    finally:
        if db.in_transaction:
            db.execute("ROLLBACK")


def migrations() -> list[tuple[int, str, str]]:
    """List the numbered migrations that ship with the application: (number, name, SQL)."""
    folder = resources.files("kind_distance.store") / "schema"
    found = [(int(f.name[:4]), f.name, f.read_text("utf-8")) for f in folder.iterdir() if f.name.endswith(".sql")]
    return sorted(found)


def _statements(script: str) -> Iterator[str]:
    """Divide a script into statements; `executescript` would commit in between."""
    statement = ""
    for line in script.splitlines(keepends=True):
        statement += line
        if sqlite3.complete_statement(statement):
            yield statement
            statement = ""


def known_version(db: sqlite3.Connection) -> int:
    """Give the version of a file of paintings; 0 for one in which nothing is yet.

    Raises
    ------
    StorageError
        If it is somebody else's database: nothing of ours may be added to it.
    DomainError
        If the file was written by a newer version of the application.
    """
    version = int(db.execute("PRAGMA user_version").fetchone()[0])
    owner = int(db.execute("PRAGMA application_id").fetchone()[0])
    newest = migrations()[-1][0]
    if owner == OURS and version > newest:
        raise DomainError(
            "This file of paintings was written by a newer Kind Distance.", "Open it with that one, or a newer."
        )
    tables = {name for (name,) in db.execute("SELECT name FROM sqlite_schema WHERE type = 'table'")}
    ours = {"painting", "brief", "history"} <= tables if version else not tables
    if owner == OURS and not ours:
        raise trouble.damaged()
    if owner not in (0, OURS) or not ours or version > newest:
        raise StorageError(
            "This is a database of another program; nothing in it was touched.", "Name another file for the paintings."
        )
    return version


def migrate(db: sqlite3.Connection) -> int:
    """Bring the file up to date; return its version. Each migration and its note are one transaction.

    Raises
    ------
    StorageError, DomainError
        If it is not ours, or was written by a newer version (:func:`known_version`).
    """
    known = migrations()
    version = known_version(db)
    if version < known[-1][0]:
        # A table that is made anew is dropped on the way: its children must not go with it.
        db.execute("PRAGMA foreign_keys=OFF")
        try:
            for number, _, script in known:
                if number > version:
                    with transaction(db):
                        for statement in _statements(script):
                            db.execute(statement)
                        db.execute(f"PRAGMA user_version = {number}")
        finally:
            db.execute("PRAGMA foreign_keys=ON")
    return known[-1][0]
