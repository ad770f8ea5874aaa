"""Changes of reserved lights: drawn on the main picture, named, kept one way or another, given up."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from kind_distance.core.depth.reserved_lights import Reserve
from kind_distance.errors import DomainError
from kind_distance.rows import ReserveRecord
from kind_distance.rows.words import KeepWay
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Rank, Text, settable
from kind_distance.studio.changes.desk import Changed, Desk, find, next_number, put, told, without

CHANGES = ("add_reserve", "set_reserve", "remove_reserve")
SETS = {"set_reserve": settable(ReserveRecord, "points")}


def check_reserve(record: ReserveRecord) -> None:
    """Raise DomainError for a reserved light whose outline makes no sense."""
    if record.points:
        Reserve(record.number, record.name, record.way, record.points)  # checks it


def add_reserve(
    desk: Desk,
    *,
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(max_length=4000)] | None = None,
    name: Text,
    way: KeepWay = "ground",
    plane: Rank | None = None,
    value: FiniteFloat | None = None,
) -> Changed:
    """Reserve a light: by its outline on the main picture, or by its plane; its name, and how it is kept."""
    state = desk.state
    if points and state.brief.main_source is None:
        raise DomainError("There is no photo to draw on.", "Bring a photo first, or name its plane.")
    if not points and plane is None:
        raise DomainError("Nothing says where the light lies.", "Draw round it, or name its plane.")
    track = tuple((round(float(x), 4), round(float(y), 4)) for x, y in points or ())
    into = None if plane is None else desk.plane(plane).number
    record = ReserveRecord(next_number(state, "reserve"), name, way, track, into, value)
    state = put(state, record, check_reserve)
    return state, f"Reserved: {state.reserves[-1].name}"


def set_reserve(desk: Desk, *, reserve: Number, **said: Any) -> Changed:  # noqa: ANN401  fields of a reserved light
    """Rename a reserved light, or keep it another way."""
    record = told(desk, find(desk.state, "reserve", reserve), said)
    return put(desk.state, record, check_reserve), f"{record.name}: how it is kept"


def remove_reserve(desk: Desk, *, reserve: Number) -> Changed:
    """Give a reserved light up."""
    record = find(desk.state, "reserve", reserve)
    return without(desk.state, "reserve", reserve), f"Given up: {record.name}"
