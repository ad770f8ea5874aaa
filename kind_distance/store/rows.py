"""The rows of one painting in SQLite: all of them read into a `State`, and those that changed written back.

The SQL follows from the dataclass of each kind of row: its columns are the fields, by name, after `painting_id`. Truth
is kept as 0 and 1, and what is no plain value is JSON in its column. Tables are made by the numbered migrations.
"""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable
from typing import Any

from kind_distance.rows import Brief, State
from kind_distance.rows.marks import Field, OncePerRow, fields_of
from kind_distance.rows.plain import from_plain, to_plain
from kind_distance.rows.state import Kind, kinds, rows_of

Row = tuple[Any, ...]


_COLUMNS: OncePerRow[str] = OncePerRow(lambda row: ", ".join(f'"{field.name}"' for field in fields_of(row)))


def select_of(row: type[Any], table: str, order: str, painting_id: int) -> tuple[str, tuple[int]]:
    """Give the statement that reads a kind of row of one painting, with what it asks for."""
    return f'SELECT {_COLUMNS[row]} FROM "{table}" WHERE painting_id = ? ORDER BY {order}', (painting_id,)  # noqa: S608  our own names


def _insert(row: type[Any], table: str) -> str:
    marks = ", ".join("?" for _ in fields_of(row))
    return f'INSERT INTO "{table}" (painting_id, {_COLUMNS[row]}) VALUES (?, {marks})'  # noqa: S608  our own names


def _key(kind: Kind) -> tuple[str, ...]:
    """Columns that tell the rows of a kind apart."""
    if kind.numbered:
        return ("number",)
    return tuple(name.strip() for name in kind.many.order.split(","))


def _kept(field: Field, value: Any) -> Any:  # noqa: ANN401  any value of a row
    """Write what a field holds as SQLite keeps it."""
    if value is None or field.scalar is not None:
        return int(value) if isinstance(value, bool) else value
    return json.dumps(to_plain(value), separators=(",", ":"))


_UNPACK: OncePerRow[tuple[tuple[str, Any], ...]] = OncePerRow(
    lambda row: tuple(
        (field.name, bool if field.scalar is bool else json.loads if field.scalar is None else None)
        for field in fields_of(row)
    )
)


def read_row(row: type[Any], values: Iterable[Any]) -> Any:  # noqa: ANN401  a row of that class
    """Read a row from the values of its columns, in their order."""
    found = {
        name: value if value is None or unpack is None else unpack(value)
        for (name, unpack), value in zip(_UNPACK[row], values, strict=True)
    }
    return from_plain(row, found)


def _row(record: Any) -> Row:  # noqa: ANN401  any row
    return tuple(_kept(field, getattr(record, field.name)) for field in fields_of(type(record)))


def brief_columns(table: str) -> str:
    """List the columns of a brief, for a query over several tables."""
    return columns_of(Brief, table)


def brief_from(values: Row) -> Brief:
    """Read a brief from its columns."""
    found: Brief = read_row(Brief, values)
    return found


def columns_of(row: type[Any], table: str) -> str:
    """List the columns of a kind of row, for a query over several tables."""
    return ", ".join(f'{table}."{field.name}"' for field in fields_of(row))


def read_state(db: sqlite3.Connection, painting_id: int) -> State | None:
    """Read all rows of a painting; None if there is none."""
    brief = db.execute(*select_of(Brief, "brief", "painting_id", painting_id)).fetchone()
    if brief is None:
        return None
    parts = {}
    for kind in kinds():
        select = select_of(kind.row, kind.many.kept_in, kind.many.order, painting_id)
        parts[kind.field] = tuple(read_row(kind.row, row) for row in db.execute(*select))
    return State(brief=brief_from(brief), **parts)


def write_state(db: sqlite3.Connection, painting_id: int, state: State, before: State | None) -> None:
    """Write the rows of a state that differ from `before`; inside the caller's transaction."""
    if before is None or before.brief != state.brief:
        db.execute("DELETE FROM brief WHERE painting_id = ?", (painting_id,))
        db.execute(_insert(Brief, "brief"), (painting_id, *_row(state.brief)))
    for kind in kinds():
        after = rows_of(state, kind)
        was = () if before is None else rows_of(before, kind)
        if after is not was and after != was:
            _write_rows(db, painting_id, kind, was, after)


def _write_rows(db: sqlite3.Connection, painting_id: int, kind: Kind, was: Row, now: Row) -> None:
    """Write the rows of one kind that are new or other, and delete those that are gone."""
    names = _key(kind)
    old = {tuple(getattr(row, name) for name in names): row for row in was}
    new = {tuple(getattr(row, name) for name in names): row for row in now}
    where = " AND ".join(f'"{name}" = ?' for name in names)
    table = kind.many.kept_in
    # All that differ are deleted before any is written: rows that change places would else stand in each other's way.
    gone = [(painting_id, *key) for key, row in old.items() if new.get(key) is not row and new.get(key) != row]
    db.executemany(f'DELETE FROM "{table}" WHERE painting_id = ? AND {where}', gone)  # noqa: S608  our own names
    made = [row for key, row in new.items() if old.get(key) is not row and old.get(key) != row]
    db.executemany(_insert(kind.row, table), [(painting_id, *_row(row)) for row in made])
