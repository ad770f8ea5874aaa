"""Opening the one file: pragmas, numbered migrations, and a transaction that either holds or leaves no trace."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from importlib import resources
from pathlib import Path

from kind_distance.errors import DomainError


def connect(path: Path) -> sqlite3.Connection:
    """Open the file with the settings that every connection needs; the caller closes it.

    `check_same_thread` is off because one request may be served by several worker threads, one at a time.
    """
    db = sqlite3.connect(path, check_same_thread=False, isolation_level=None, timeout=10)
    for pragma in ("foreign_keys=ON", "journal_mode=WAL", "synchronous=FULL", "busy_timeout=10000"):
        db.execute(f"PRAGMA {pragma}")
    return db


@contextmanager
def opened(path: Path) -> Iterator[sqlite3.Connection]:
    """Open the file for a block and close it after."""
    with closing(connect(path)) as db:
        yield db


@contextmanager
def transaction(db: sqlite3.Connection) -> Iterator[None]:
    """Take the file for writing at once; commit at the end, roll back if anything goes wrong."""
    db.execute("BEGIN IMMEDIATE")
    try:
        yield
    except BaseException:
        db.execute("ROLLBACK")
        raise
    db.execute("COMMIT")


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


def migrate(db: sqlite3.Connection) -> int:
    """Bring the file up to date; return its version. Each migration and its note are one transaction.

    Raises
    ------
    DomainError
        If the file was written by a newer version of the application.
    """
    version = int(db.execute("PRAGMA user_version").fetchone()[0])
    known = migrations()
    if version > known[-1][0]:
        raise DomainError(
            "This file of paintings was written by a newer Kind Distance.", "Open it with that one, or a newer."
        )
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
