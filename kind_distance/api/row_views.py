"""Views made of rows: what a row holds is shown under its own name, unless the view leaves it out."""

from __future__ import annotations

from collections.abc import Iterable
from types import NoneType
from typing import Any, get_args, get_origin

from pydantic import BaseModel, Field, create_model

from kind_distance.rows.marks import Moment, Words, bare, fields_of, inner_row


def _type(hint: Any) -> Any:  # noqa: ANN401  a type hint
    """Give the type of a field as it is shown: without its limits, lists for tuples."""
    plain = bare(hint)
    if get_origin(plain) is tuple:
        plain = list[_type(get_args(plain)[0])]  # type: ignore[misc]
    return plain | None if NoneType in get_args(hint) else plain


def view_of(row: type[Any], *, leaves_out: Iterable[str] = ()) -> type[BaseModel]:
    """Make the base of a view: all fields of a row but what is left out, clock times, and lists of rows within it."""
    wanted: dict[str, Any] = {}
    for field in fields_of(row):
        if field.name in set(leaves_out) or field.mark(Moment) is not None or inner_row(field) is not None:
            continue
        words = field.mark(Words)
        says = {} if words is None or not words.says else {"description": words.says}
        wanted[field.name] = (_type(field.type), Field(**says))
    return create_model(f"{row.__name__}Shown", **wanted)


def shown(record: Any, view: type[BaseModel]) -> dict[str, Any]:  # noqa: ANN401  any row
    """Give what a view shows of a row under its own name."""
    held = {name: getattr(record, name) for name in view.model_fields}
    return {name: list(value) if isinstance(value, tuple) else value for name, value in held.items()}
