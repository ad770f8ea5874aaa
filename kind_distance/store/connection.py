"""A connection that remembers what it read until somebody writes, and those that wait for the next request."""

from __future__ import annotations

import sqlite3
from contextlib import suppress
from pathlib import Path
from threading import Lock
from typing import Any

from kind_distance.rows import State

MOST_IDLE = 4  # connections that wait; a page asks for a few things at once
MOST_STATES = 8  # remembered by one connection

Moment = tuple[int, int]


class Connection(sqlite3.Connection):
    """A connection that remembers which states it read, until anybody writes anything to the file."""

    def __init__(self, *given: Any, **named: Any) -> None:  # noqa: ANN401  as sqlite3 takes them
        super().__init__(*given, **named)
        self._moment: Moment = (0, 0)
        self._states: dict[int, State] = {}

    def moment(self) -> Moment:
        """Say at which moment of the file this connection stands: another one after every write, whoever wrote.

        SQLite's `data_version` is another number after others have committed, `total_changes` counts what was written
        through this connection, rolled back or not (sqlite.org, "Pragma statements" and "sqlite3_total_changes").
        Ask for it in the transaction in which is read or written.
        """
        return int(self.execute("PRAGMA data_version").fetchone()[0]), self.total_changes

    def recall(self, painting_id: int) -> State | None:
        """Give the state of a painting that was read or written last; None where anything was written since."""
        return self._states.get(painting_id) if self._states and self.moment() == self._moment else None

    def remember(self, painting_id: int, state: State, moment: Moment) -> None:
        """Remember a state as it stood in the file at a moment."""
        if moment != self._moment or len(self._states) >= MOST_STATES:
            self._states.clear()
        self._moment = moment
        self._states[painting_id] = state


class Idle:
    """Connections to one file that wait for the next block.

    To open the file, read its schema and prepare the statements takes longer than most of what is asked. A file that
    was altered by any hand but SQLite's, or is another one now, is opened anew.

    Parameters
    ----------
    path : Path
    """

    def __init__(self, path: Path) -> None:
        self._path = path
        self._lock = Lock()
        self._waiting: list[tuple[Connection, object]] = []
        self._over = False

    def take(self) -> Connection | None:
        """Take the connection that was used last; None where none waits that still holds."""
        with self._lock:
            waiting, self._waiting = self._waiting, []
            stands = self._stands()
            good = [db for db, stood in waiting if stood == stands]
            self._waiting = [(db, stands) for db in good[:-1]]
        for db, stood in waiting:
            if stood != stands:
                db.close()
        return good[-1] if good else None

    def put(self, db: Connection) -> None:
        """Put a connection back whose block went well; it is closed where enough wait already."""
        with self._lock:
            room = not self._over and len(self._waiting) < MOST_IDLE and not db.in_transaction
            if room:
                self._waiting.append((db, self._stands()))
        if not room:
            db.close()

    def close(self) -> None:
        """Close those that wait, and from now on each that is put back."""
        with self._lock:
            self._over = True
            waiting, self._waiting = self._waiting, []
        for db, _ in waiting:
            db.close()

    def _stands(self) -> object:
        """Say how the file stands; one that is gone never stands as it did."""
        with suppress(OSError):
            held = self._path.stat()
            return held.st_dev, held.st_ino, held.st_size, held.st_mtime_ns
        return object()
