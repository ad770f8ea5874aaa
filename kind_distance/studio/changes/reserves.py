"""Changes of reserved lights: drawn on the main picture, named, kept one way or another, given up."""

from __future__ import annotations

from dataclasses import replace

from kind_distance.core.depth.kept import Reserve
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.store.records import Point, ReserveRecord, State
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number

CHANGES = ("add_reserve", "set_reserve", "remove_reserve")
MOST_RESERVES = 40


def _reserve_of(state: State, number: int) -> ReserveRecord:
    for reserve in state.reserves:
        if reserve.number == number:
            return reserve
    raise NotFoundError("reserved light", number)


def add_reserve(desk: Desk, *, points: list[Point], name: str, way: str = "ground") -> Changed:
    """Reserve a light: its outline on the main picture, its name, how it is kept."""
    state = desk.state
    if state.brief.main_source is None:
        raise DomainError("There is no photo to draw on.", "Bring a photo first.")
    if len(state.reserves) >= MOST_RESERVES:
        raise DomainError(f"{MOST_RESERVES} lights are reserved already.", "Give one up first.")
    number = next_number([each.number for each in state.reserves])
    track = tuple((round(float(x), 4), round(float(y), 4)) for x, y in points)
    record = ReserveRecord(number, clean_text(name, "name", LONGEST_NAME), way, track)
    Reserve(number, record.name, way, track)  # checks it
    return replace(state, reserves=(*state.reserves, record)), f"Reserved: {record.name}"


def set_reserve(desk: Desk, *, reserve: int, name: str | None = None, way: str | None = None) -> Changed:
    """Rename a reserved light, or keep it another way."""
    record = _reserve_of(desk.state, reserve)
    if name is not None:
        record = replace(record, name=clean_text(name, "name", LONGEST_NAME))
    if way is not None:
        record = replace(record, way=way)
    Reserve(record.number, record.name, record.way, record.points)  # checks it
    reserves = tuple(record if each.number == reserve else each for each in desk.state.reserves)
    return replace(desk.state, reserves=reserves), f"{record.name}: how it is kept"


def remove_reserve(desk: Desk, *, reserve: int) -> Changed:
    """Give a reserved light up."""
    record = _reserve_of(desk.state, reserve)
    left = tuple(each for each in desk.state.reserves if each.number != reserve)
    return replace(desk.state, reserves=left), f"Given up: {record.name}"
