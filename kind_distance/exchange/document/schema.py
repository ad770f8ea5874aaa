"""The parts of a document, made from the rows: nothing unknown in them, and nothing without a bound."""

from __future__ import annotations

from dataclasses import MISSING
from dataclasses import fields as fields_of_class
from typing import Annotated, Any, Literal, get_type_hints

from pydantic import BaseModel, ConfigDict, Field, create_model

from kind_distance.rows import Brief
from kind_distance.rows.marks import (
    CropOfPicture,
    Moment,
    NotInDocument,
    RefersTo,
    Unit,
    Usual,
    Words,
    fields_of,
    inner_row,
)
from kind_distance.rows.marks import Field as RowField
from kind_distance.rows.state import Kind, kind_named, kinds
from kind_distance.rows.words import Coordinate, Name, Number

FORMAT, VERSION = "kind-distance-painting", 2
# What a document may hold of a kind of row by other names than a state does.
LISTS = {kind.field: kind for kind in kinds() if kind.told}
ExternalName = Annotated[str, Field(max_length=300)]
LocalTime = Annotated[str, Field(max_length=25, description="Local time, ISO 8601.")]


class Part(BaseModel):
    """A part of a document; what it does not know is a fault."""

    model_config = ConfigDict(extra="forbid", frozen=True)


def by_name(field: RowField) -> bool:
    """Whether a field names rows that documents tell apart by their names."""
    mark = field.mark(RefersTo)
    return mark is not None and kind_named(mark.row).named


def _hint(row: type[Any], field: RowField) -> Any:  # noqa: ANN401  a type hint
    """Give the type that a document tells a field in."""
    inner = inner_row(field)
    if inner is not None:
        part: Any = part_of(inner)
        return tuple[part, ...]
    many = "tuple" in str(field.type)
    if by_name(field):
        found: Any = tuple[Name, ...] if many else Name
    elif field.mark(Moment) is not None:
        found = LocalTime
    elif field.mark(CropOfPicture) is not None:
        found = tuple[Coordinate, Coordinate, Coordinate, Coordinate]
    else:
        return get_type_hints(row, include_extras=True)[field.name]
    may_miss = field.optional or any(field.mark(mark) is not None for mark in (Usual, Moment))
    return found | None if may_miss else found


_PARTS: dict[type[Any], type[Part]] = {}


def part_of(row: type[Any]) -> type[Part]:
    """Give the part of a document that tells a row, made once."""
    if row not in _PARTS:
        _PARTS[row] = _made(row)
    return _PARTS[row]


def _made(row: type[Any]) -> type[Part]:
    usual = {each.name: each.default for each in fields_of_class(row)}
    wanted: dict[str, Any] = {}
    for field in fields_of(row):
        if field.mark(NotInDocument) is not None:
            continue
        hint, default = _hint(row, field), usual[field.name]
        if field.name == "number":
            hint, default = Number | None, None
        elif field.mark(Usual) is not None or field.mark(Moment) is not None:
            hint, default = hint | None, None
        words, unit = field.mark(Words), field.mark(Unit)
        says = " ".join(filter(None, [words.says if words else "", f"[{unit.name}]" if unit else ""])) or None
        wanted[field.name] = (hint, Field(... if default is MISSING else default, description=says))
    if row.__name__ == "SourceRecord":
        wanted["file"] = (ExternalName, Field(description="Its name beside the document."))
    return create_model(row.__name__.removesuffix("Record"), __base__=Part, __doc__=row.__doc__, **wanted)


def _list_of(kind: Kind) -> Any:  # noqa: ANN401  a field of a model
    part: Any = part_of(kind.row)
    return (tuple[part, ...], Field((), max_length=kind.many.most))


_WHOLE: dict[str, Any] = {
    "format": (Literal["kind-distance-painting"], ...),
    "version": (Literal[2], ...),
    "now": (LocalTime | None, Field(None, description="The present; nothing is planned before it.")),
    "pictures": (
        Annotated[tuple[ExternalName, ...], Field(max_length=40)],
        Field((), description="Names of pictures beside it that no source tells more of."),
    ),
    "measured": (
        dict[str, Any],
        Field(default_factory=dict, description="What follows from the rest, for other readers; never read back."),
    ),
    **{name: (info.annotation, info) for name, info in part_of(Brief).model_fields.items()},
    **{field: _list_of(kind) for field, kind in LISTS.items()},
}
Document: Any = create_model("Document", __base__=Part, __doc__="A painting as an open document.", **_WHOLE)
