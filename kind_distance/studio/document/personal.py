"""What a painter typed of people, places and ways there: left out of what is given away, unless let go one by one."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from typing import Any

from kind_distance.clock import minute_of, say_date
from kind_distance.rows import State
from kind_distance.rows.checking import said_of
from kind_distance.rows.marks import Field, Personal, fields_of
from kind_distance.rows.state import Kind, kinds, rows_of


@dataclass(frozen=True)
class Said:
    """One personal thing in a painting.

    Parameters
    ----------
    key : str
        Kind of row, its number and the field, e.g. ``"source.2.access"``.
    where : str
        The row as the painter knows it.
    what : str
        The field as the painter knows it.
    said : str
        What stands there, word by word.
    """

    key: str
    where: str
    what: str
    said: str


def _found(state: State) -> Iterator[tuple[Kind, Any, Field, str]]:
    for kind in kinds():
        marked = [field for field in fields_of(kind.row) if field.mark(Personal) is not None]
        for row in rows_of(state, kind) if marked else ():
            for field in marked:
                if getattr(row, field.name):
                    yield kind, row, field, f"{kind.name}.{row.number}.{field.name}"


def _name(row: Any) -> str:  # noqa: ANN401  any row
    if hasattr(row, "name"):
        return str(row.name)
    return f"Session of {say_date(minute_of(row.start))}" if hasattr(row, "start") else f"Number {row.number}"


def personal_in(state: State) -> list[Said]:
    """List what is personal in a painting, in the order of its rows."""
    return [
        Said(key, _name(row), said_of(field), str(getattr(row, field.name))) for _, row, field, key in _found(state)
    ]


def without_personal(state: State, let_go: Collection[str] = ()) -> State:
    """Give a painting without what is personal in it, but for the keys that the painter lets go."""
    emptied: dict[tuple[str, int], dict[str, str]] = {}
    for kind, row, field, key in _found(state):
        if key not in let_go:
            emptied.setdefault((kind.field, row.number), {})[field.name] = ""
    parts: dict[str, Any] = {
        kind.field: tuple(replace(row, **emptied.get((kind.field, getattr(row, "number", 0)), {})) for row in rows)
        for kind in kinds()
        if any(field == kind.field for field, _ in emptied)
        for rows in [rows_of(state, kind)]
    }
    return replace(state, **parts)
