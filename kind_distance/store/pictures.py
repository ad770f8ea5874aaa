"""Pictures, named by their content: the same bytes are kept once, and never altered."""

from __future__ import annotations

import hashlib
import sqlite3

from kind_distance.errors import NotFoundError
from kind_distance.store.database import transaction


def content_hash(data: bytes) -> str:
    """Name of a picture: the SHA-256 of its bytes, in hexadecimal."""
    return hashlib.sha256(data).hexdigest()


def keep(
    db: sqlite3.Connection, data: bytes, picture_format: str, size: tuple[int, int], copies: dict[str, bytes]
) -> str:
    """Keep an original with its working copies in one transaction; return its hash."""
    name = content_hash(data)
    with transaction(db):
        db.execute("INSERT OR IGNORE INTO picture VALUES (?, ?, ?, ?, ?)", (name, data, picture_format, *size))
        db.executemany(
            "INSERT OR REPLACE INTO derived VALUES (?, ?, ?)", [(name, kind, copy) for kind, copy in copies.items()]
        )
    return name


def original(db: sqlite3.Connection, name: str) -> bytes:
    """Return the bytes of an original; raise NotFoundError if it is not kept."""
    row = db.execute("SELECT bytes FROM picture WHERE hash = ?", (name,)).fetchone()
    if row is None:
        raise NotFoundError("picture", name[:12])
    return bytes(row[0])


def derived(db: sqlite3.Connection, name: str, kind: str) -> bytes | None:
    """Return a working copy, or None if it has to be made."""
    row = db.execute("SELECT bytes FROM derived WHERE hash = ? AND kind = ?", (name, kind)).fetchone()
    return None if row is None else bytes(row[0])


def keep_derived(db: sqlite3.Connection, name: str, kind: str, data: bytes) -> None:
    """Keep a working copy, unless its picture was deleted while it was made."""
    with transaction(db):
        db.execute(
            "INSERT OR REPLACE INTO derived SELECT ?, ?, ? WHERE EXISTS (SELECT 1 FROM picture WHERE hash = ?)",
            (name, kind, data, name),
        )
