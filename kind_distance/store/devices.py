"""Phones and tablets that may take part, in plain SQL. A device that is shut out has its row deleted."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass

from kind_distance.errors import NotFoundError


@dataclass(frozen=True)
class Device:
    """A phone or tablet: its number, the name it gave itself, and when it was let in and last seen (local ISO)."""

    number: int
    name: str
    paired_at: str
    seen_at: str


def add_device(db: sqlite3.Connection, name: str, token_hash: bytes, at: str) -> Device:
    """Keep a device that was let in."""
    row = db.execute(
        "INSERT INTO device (name, token_hash, paired_at, seen_at) VALUES (?, ?, ?, ?) RETURNING number",
        (name, token_hash, at, at),
    ).fetchone()
    return Device(int(row[0]), name, at, at)


def find_device(db: sqlite3.Connection, token_hash: bytes) -> Device | None:
    """Find the device that a token belongs to, or none."""
    row = db.execute(
        "SELECT number, name, paired_at, seen_at FROM device WHERE token_hash = ?", (token_hash,)
    ).fetchone()
    return None if row is None else Device(*row)


def seen_device(db: sqlite3.Connection, number: int, at: str) -> None:
    """Note when a device was last here."""
    db.execute("UPDATE device SET seen_at = ? WHERE number = ?", (at, number))


def list_devices(db: sqlite3.Connection) -> list[Device]:
    """List the devices that may take part, the newest first."""
    rows = db.execute("SELECT number, name, paired_at, seen_at FROM device ORDER BY number DESC").fetchall()
    return [Device(*row) for row in rows]


def remove_device(db: sqlite3.Connection, number: int) -> None:
    """Shut a device out, at once and for good.

    Raises
    ------
    NotFoundError
        If no such device takes part.
    """
    if not db.execute("DELETE FROM device WHERE number = ?", (number,)).rowcount:
        raise NotFoundError("device", number)
