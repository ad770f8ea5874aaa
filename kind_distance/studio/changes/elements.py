"""Changes of the things in the picture: named, put into a plane, taken off the list."""

from __future__ import annotations

from dataclasses import replace

from kind_distance.errors import DomainError, NotFoundError
from kind_distance.store.records import ElementRecord, State
from kind_distance.studio.changes.desk import Changed, Desk, next_number, own_name
from kind_distance.studio.changes.planes import handled

CHANGES = ("add_element", "set_element", "remove_element")
MOST_ELEMENTS = 60


def _element_of(state: State, number: int) -> ElementRecord:
    for element in state.elements:
        if element.number == number:
            return element
    raise NotFoundError("thing", number)


def add_element(
    desk: Desk, *, name: str, plane: int | None = None, x: float | None = None, y: float | None = None
) -> Changed:
    """Name a thing; without a plane it is said to be missing until it has one."""
    state = desk.state
    said = own_name(name, state.elements)
    if len(state.elements) >= MOST_ELEMENTS:
        raise DomainError(f"{MOST_ELEMENTS} things are listed already.", "Take one off the list first.")
    if (x is None) != (y is None) or any(v is not None and not 0 <= v <= 1 for v in (x, y)):
        raise DomainError("That lies outside the picture.", "Press where it stands.")
    number = next_number([each.number for each in state.elements])
    into = None if plane is None else desk.plane(plane).number
    element = ElementRecord(number, said, into, None if x is None else round(x, 4), None if y is None else round(y, 4))
    return replace(state, elements=(*state.elements, element)), f"Listed: {said}"


def set_element(
    desk: Desk,
    *,
    element: int,
    name: str | None = None,
    plane: int | None = None,
    body: str | None = None,
    marks: str | None = None,
    brush: str | None = None,
) -> Changed:
    """Rename a thing, say how it is handled, or put it into a plane; None takes it out unless more is said."""
    record, state = _element_of(desk.state, element), desk.state
    if name is not None:
        record = replace(record, name=own_name(name, [each for each in state.elements if each.number != element]))
    handling = handled(record, body, marks, brush)
    record = replace(
        record,
        body=handling.get("body", record.body),
        marks=handling.get("marks", record.marks),
        brush=handling.get("brush", record.brush),
    )
    if plane is not None or (name is None and not handling):
        record = replace(record, plane=None if plane is None else desk.plane(plane).number)
    elements = tuple(record if each.number == element else each for each in state.elements)
    return replace(state, elements=elements), f"{record.name}: {'its handling' if handling else 'its plane'}"


def remove_element(desk: Desk, *, element: int) -> Changed:
    """Take a thing off the list."""
    record = _element_of(desk.state, element)
    left = tuple(each for each in desk.state.elements if each.number != element)
    return replace(desk.state, elements=left), f"Off the list: {record.name}"
