"""Rows as plain data, for JSON, and back. Nothing is checked here: what was kept once is always read again."""

from __future__ import annotations

from dataclasses import is_dataclass
from types import NoneType
from typing import Any, TypeVar, get_args, get_origin

from kind_distance.rows.marks import OncePerRow, bare, fields_of

Row = TypeVar("Row")


def to_plain(value: Any) -> Any:  # noqa: ANN401  any row or part of one
    """Write a row, or what a field of one holds, as dicts, lists and plain values."""
    if is_dataclass(value):
        return {name: to_plain(each) for name, each in vars(value).items()}
    if isinstance(value, tuple):
        return [to_plain(each) for each in value] if value and not _flat(value) else list(value)
    return value


def _flat(value: tuple[Any, ...]) -> bool:
    return not isinstance(value[0], tuple) and not is_dataclass(value[0])


def from_plain(row: type[Row], data: dict[str, Any]) -> Row:
    """Read a row back; a field that is not there has its usual value, and one that is no longer known is left out."""
    readers = _READERS[row]
    return row(**{name: readers[name](value) for name, value in data.items() if name in readers})


def _same(value: Any) -> Any:  # noqa: ANN401  a plain value
    return value


def _reader(hint: Any) -> Any:  # noqa: ANN401  a type hint, and what reads such a value
    plain = bare(hint)
    if NoneType in get_args(hint) or NoneType in get_args(plain):
        inner = _reader(plain) if plain is not hint else _same
        return _same if inner is _same else lambda value: None if value is None else inner(value)
    if is_dataclass(plain):
        row: Any = plain
        return lambda value: from_plain(row, value)
    if get_origin(plain) is not tuple:
        return float if plain is float else _same
    parts = get_args(plain)
    one = _reader(parts[0])
    if one is _same or one is float:
        return tuple
    return lambda value: tuple(one(each) for each in value)


_READERS: OncePerRow[dict[str, Any]] = OncePerRow(
    lambda row: {field.name: _reader(field.type) for field in fields_of(row)}
)
