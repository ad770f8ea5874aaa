"""Types of what a change is told: the API's models are made from the signatures that use them.

They only keep nonsense out; limits are those of the rows, and are told in the painter's words.
"""

from __future__ import annotations

from dataclasses import MISSING
from dataclasses import fields as fields_of_class
from typing import Annotated, Any, Literal, get_type_hints

from pydantic import Field, FiniteFloat

from kind_distance.clock import FIRST_MINUTE, LAST_MINUTE
from kind_distance.core.passes.kinds import PassKind
from kind_distance.rows.marks import NotInDocument, fields_of

__all__ = [
    "Around", "CropPx", "Cuts", "FiniteFloat", "Literal", "Minute", "Number", "PassKind", "Point", "Points", "Rank",
    "Text",
]  # fmt: skip

Text = Annotated[str, Field(max_length=400)]
Number = Annotated[int, Field(ge=1, le=1_000_000)]
Cuts = Annotated[list[FiniteFloat], Field(max_length=6)]
Point = tuple[FiniteFloat, FiniteFloat]
Points = Annotated[list[Point], Field(min_length=1, max_length=4000)]
CropPx = tuple[int, int, int, int]
Rank = Annotated[int, Field(ge=1, le=9)]
Minute = Annotated[int, Field(ge=FIRST_MINUTE, le=LAST_MINUTE)]
Earliest = Annotated[int, Field(ge=0, le=LAST_MINUTE)]  # before the calendar begins: as soon as can be
Around = Annotated[int, Field(ge=0, le=1000)]


def settable(row: type[Any], *without: str) -> dict[str, tuple[Any, Any]]:
    """Give the fields of a row that a change may set, as arguments that may be left out.

    What a change is told of a field is held against its limits when the row is put in its place, so only its type is
    taken here. A field that the open document does not tell is not set by hand either.
    """
    hints = get_type_hints(row)
    usual = {each.name: each.default for each in fields_of_class(row)}
    found: dict[str, tuple[Any, Any]] = {}
    for field in fields_of(row):
        if field.name in ("number", *without) or field.mark(NotInDocument) is not None:
            continue
        default = None if usual[field.name] is MISSING else usual[field.name]
        found[field.name] = (hints[field.name] | None, default)
    return found
