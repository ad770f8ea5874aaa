"""A painting whose rows can be read only in part: told as damaged, and given back as far as it can be read."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from typing import Any

from kind_distance.errors import DamagedPaintingError, DomainError, KindDistanceError, NotFoundError
from kind_distance.rows import Brief, State
from kind_distance.rows.checking import checked, checked_brief
from kind_distance.rows.settling import settle
from kind_distance.rows.state import Kind, kinds, rows_of
from kind_distance.store.packing import parts_from_bytes, unpack
from kind_distance.store.rows import read_row, select_of

# What reading something that is not what we wrote may raise; JSON that breaks off is a ValueError.
UNREADABLE = (ValueError, TypeError, KeyError, IndexError, AttributeError)
WAY_OUT = (
    "On the shelf, Duplicate and Export take along what can be read; the copy's history names what is left out. "
    "A backup may hold it whole."
)


@dataclass(frozen=True)
class Readable:
    """What can be read of a painting, and what had to be left out, in words."""

    state: State
    left_out: tuple[str, ...]


def faults_in(state: State) -> list[str]:
    """Say which rows of a state break their own limits; none do that were kept by the application."""
    found = []
    rows = [
        ("brief", state.brief),
        *((kind.name.replace("_", " "), row) for kind in kinds() for row in rows_of(state, kind)),
    ]
    for name, row in rows:
        try:
            checked_brief(row) if isinstance(row, Brief) else checked(row)
        except (KindDistanceError, *UNREADABLE) as error:
            said = error.message if isinstance(error, KindDistanceError) else "it cannot be read."
            number = getattr(row, "number", None)
            found.append(f"{name}{'' if number is None else f' {number}'}: {said}")
    return found


@contextmanager
def damage_told(painting_id: int, state: State | None = None, *, opening: bool = False) -> Iterator[None]:
    """Tell damage of a painting from a fault of our own: where its rows are sound, what went wrong goes on.

    Parameters
    ----------
    painting_id : int
    state : State or None
        As it was read; None while it is read.
    opening : bool
        Nothing of the painter's is added: what makes no sense is what was kept.

    Raises
    ------
    DamagedPaintingError
    """
    try:
        yield
    except DomainError as error:
        if not opening:
            raise
        raise DamagedPaintingError(f"Painting {painting_id} is damaged: {error.message}", WAY_OUT) from error
    except (KindDistanceError, sqlite3.Error):  # the whole file, or the disk
        raise
    except Exception as error:
        faults = ["its rows cannot be read."] if state is None else faults_in(state)
        if not faults:
            raise
        raise DamagedPaintingError(f"Painting {painting_id} is damaged: {faults[0]}", WAY_OUT) from error


def readable(db: sqlite3.Connection, painting_id: int) -> Readable:
    """Read what can be read of a painting, row by row; what names a row that is left out goes with it.

    Raises
    ------
    NotFoundError
        If there is no such painting.
    """
    if db.execute("SELECT 1 FROM painting WHERE id = ?", (painting_id,)).fetchone() is None:
        raise NotFoundError("painting", painting_id)
    left_out: list[str] = []
    parts: dict[str, tuple[Any, ...]] = {}
    whole: dict[str, tuple[Any, ...]] = {}
    for kind in kinds():
        rows, lost = _rows_of(db, kind, painting_id)
        parts[kind.field] = rows
        # What names a row that is gone is found by what is known of its number.
        stand_in = rows[:1] if kind.numbered else ()
        whole[kind.field] = rows + tuple(replace(row, number=number) for row in stand_in for number in lost if number)
        left_out += [f"{kind.name.replace('_', ' ')} {number or ''}".strip() for number in lost]
    brief = _brief_of(db, painting_id, left_out)
    state = settle(State(brief=brief, **whole), State(brief=brief, **parts))
    return Readable(state, tuple(left_out))


def _rows_of(db: sqlite3.Connection, kind: Kind, painting_id: int) -> tuple[tuple[Any, ...], list[int]]:
    """Read the sound rows of a kind, and the numbers of those that are not (0 where not even that is known)."""
    good, lost = [], []
    try:
        found = db.execute(*select_of(kind.row, kind.many.kept_in, kind.many.order, painting_id)).fetchall()
    except sqlite3.DatabaseError:
        return (), [0]
    for values in found:
        try:
            good.append(checked(read_row(kind.row, values)))
        except (KindDistanceError, *UNREADABLE):
            lost.append(int(values[0]) if kind.numbered and isinstance(values[0], int) else 0)
    return tuple(good), lost


def _brief_of(db: sqlite3.Connection, painting_id: int, left_out: list[str]) -> Brief:
    """Read the brief, else the latest one of the history that can be read, else begin a new one."""
    try:
        row = db.execute(*select_of(Brief, "brief", "painting_id", painting_id)).fetchone()
        found: Brief = checked_brief(read_row(Brief, row))
    except (KindDistanceError, sqlite3.DatabaseError, *UNREADABLE):
        left_out.insert(0, "brief")
        return _earlier_brief(db, painting_id) or Brief(title=f"Painting {painting_id}")
    return found


def _earlier_brief(db: sqlite3.Connection, painting_id: int) -> Brief | None:
    rows = db.execute(
        "SELECT parts FROM history WHERE painting_id = ? AND parts IS NOT NULL ORDER BY number DESC LIMIT 20",
        (painting_id,),
    ).fetchall()

    def piece(name: bytes) -> bytes:
        return bytes(db.execute("SELECT data FROM content WHERE name = ?", (name,)).fetchone()[0])

    for (parts,) in rows:
        try:
            return checked_brief(unpack({"brief": parts_from_bytes(parts)["brief"]}, piece).brief)
        except (KindDistanceError, *UNREADABLE, OSError):
            continue
    return None
