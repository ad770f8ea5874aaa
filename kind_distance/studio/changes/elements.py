"""Changes of the things in the picture: named, put into a plane, taken off the list."""

from __future__ import annotations

from typing import Any

from kind_distance.core.paint.handling import Handling
from kind_distance.errors import DomainError
from kind_distance.rows import ElementRecord
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Rank, Text, settable
from kind_distance.studio.changes.desk import Changed, Desk, find, next_number, own_name, put, renamed, told, without

CHANGES = ("add_element", "set_element", "remove_element")
SETS = {"set_element": settable(ElementRecord, "x", "y")}


def check_element(thing: ElementRecord) -> None:
    """Raise DomainError for a thing that makes no sense."""
    Handling(thing.body, thing.marks, thing.brush)  # checks it
    if (thing.x is None) != (thing.y is None) or any(v is not None and not 0 <= v <= 1 for v in (thing.x, thing.y)):
        raise DomainError("That lies outside the picture.", "Press where it stands.")


def add_element(
    desk: Desk, *, name: Text, plane: Rank | None = None, x: FiniteFloat | None = None, y: FiniteFloat | None = None
) -> Changed:
    """Name a thing in the picture; null for a plane that is not known yet."""
    state = desk.state
    number = next_number(state, "element")
    into = None if plane is None else desk.plane(plane).number
    said = own_name(name, state.elements)
    thing = ElementRecord(
        number, said, into, x=None if x is None else round(x, 4), y=None if y is None else round(y, 4),
        named_late=any(each.done_end is not None for each in state.passes),
    )  # fmt: skip
    return put(state, thing, check_element), f"Listed: {said}"


def set_element(desk: Desk, *, element: Number, **said: Any) -> Changed:  # noqa: ANN401  fields of a thing
    """Say more of a thing, or put it into a plane; null takes it out of its plane."""
    record = find(desk.state, "element", element)
    record = told(desk, renamed(desk.state, record, said.pop("name", None)), said)
    return put(desk.state, record, check_element), record.name


def remove_element(desk: Desk, *, element: Number) -> Changed:
    """Take a thing off the list."""
    record = find(desk.state, "element", element)
    return without(desk.state, "element", element), f"Deleted: {record.name}"
