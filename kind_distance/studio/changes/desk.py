"""What every change has before it: the state as it stands, and what follows from it where that is needed.

A change makes a new state with `put` and `without`; what hangs on what, the limits of each row, and what becomes of
places on a picture follow from the rows (`rows.settling`, `rows.checking`).
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from kind_distance.errors import DomainError, NotFoundError
from kind_distance.rows import ElementRecord, PlaneRecord, State, next_number
from kind_distance.rows.checking import check_count, checked, clean_text
from kind_distance.rows.marks import RefersTo, fields_of
from kind_distance.rows.state import Kind, kind_named, kinds, rows_of, with_parts
from kind_distance.rows.words import LONGEST_NAME
from kind_distance.store.records import OtherPaintings
from kind_distance.studio.survey import Survey, survey

Changed = tuple[State, str]
SAID = {"element": "thing", "reserve": "reserved light"}  # kinds of rows that a painter calls otherwise


@dataclass(frozen=True)
class Desk:
    """A painting on the desk.

    Parameters
    ----------
    file : Path
        The file of paintings, where the pictures are.
    state : State
    now_min : int
        The present. [clock min]
    others : OtherPaintings
        What the painter's other paintings say to this one.
    """

    file: Path
    state: State
    now_min: int
    others: OtherPaintings = OtherPaintings()

    def survey(self) -> Survey:
        """Work out what follows from the state."""
        return survey(self.file, self.state, self.now_min, self.others)

    def plane(self, rank: int) -> PlaneRecord:
        """Return the plane of a rank; raise NotFoundError if there is none."""
        for plane in self.state.planes:
            if plane.rank == rank:
                return plane
        raise NotFoundError("plane", rank)


def find(state: State, name: str, number: int) -> Any:  # noqa: ANN401  a row of that kind
    """Return a row by the name of its kind and its number; raise NotFoundError if there is none."""
    for row in rows_of(state, kind_named(name)):
        if row.number == number:
            return row
    raise NotFoundError(SAID.get(name, name), number)


def _kind_of(row: object) -> Kind:
    return next(each for each in kinds() if each.row is type(row))


def put(state: State, row: object, check: Callable[[Any], object] | None = None) -> State:
    """Put a row in its place: that of the one with its number, or after all others.

    Parameters
    ----------
    state : State
    row : row
    check : callable or None
        What else must hold of it, besides the limits of its fields.

    Raises
    ------
    DomainError
        If it breaks a limit, or there are more of its kind than a painting may have.
    """
    kind = _kind_of(row)
    row = checked(row)
    if check is not None:
        check(row)
    rows = rows_of(state, kind)
    number = getattr(row, "number")  # noqa: B009  every kind that is put has one
    if any(each.number == number for each in rows):
        return with_parts(state, **{kind.field: tuple(row if each.number == number else each for each in rows)})
    state = with_parts(state, **{kind.field: (*rows, row)})
    check_count(state, kind)
    return state


def without(state: State, name: str, number: int) -> State:
    """Take a row out; what hangs on it follows when the change is settled."""
    kind = kind_named(name)
    find(state, name, number)
    return with_parts(state, **{kind.field: tuple(each for each in rows_of(state, kind) if each.number != number)})


def told(desk: Desk, row: Any, said: dict[str, Any]) -> Any:  # noqa: ANN401  a row of any kind, and that row anew
    """Give a row what a change says of it; planes are said by rank and kept by number. Lists become tuples."""
    new: dict[str, Any] = {}
    for field in fields_of(type(row)):
        if field.name not in said:
            continue
        value, mark = said[field.name], field.mark(RefersTo)
        value = tuple(value) if isinstance(value, list) else value
        if mark is not None and mark.row == "plane" and value is not None:
            ranks = value if isinstance(value, tuple) else (value,)
            numbers = tuple(desk.plane(rank).number for rank in ranks)
            value = numbers if isinstance(value, tuple) else numbers[0]
        elif mark is not None and value is not None:
            for number in value if isinstance(value, tuple) else (value,):
                find(desk.state, mark.row, number)
        new[field.name] = value
    return replace(row, **new)


def numbered_name(name: str, taken: Iterable[str]) -> str:
    """Tell a name from those that are taken: the second of a name is numbered; large and small letters are one."""
    known = {each.casefold() for each in taken}
    own, at = name, 2
    while own.casefold() in known:
        ending = f" {at}"
        own, at = name[: LONGEST_NAME - len(ending)] + ending, at + 1
    return own


def own_name(said: str, others: Iterable[PlaneRecord | ElementRecord]) -> str:
    """Clean a name that is given; raise DomainError where another has it: sentences and documents go by names."""
    name = clean_text(said, "name", LONGEST_NAME)
    if name.casefold() in {each.name.casefold() for each in others}:
        raise DomainError(f"{name} is named already.", "Give this one a name of its own.")
    return name


def renamed(state: State, row: Any, name: str | None) -> Any:  # noqa: ANN401  a row with a name
    """Give a plane or a thing another name, one that no other of its kind has."""
    if name is None:
        return row
    others = [each for each in rows_of(state, _kind_of(row)) if each.number != row.number]
    return replace(row, name=own_name(name, others))


__all__ = [
    "LONGEST_NAME", "Changed", "Desk", "clean_text", "find", "next_number", "numbered_name", "own_name", "put",
    "renamed", "told", "without",
]  # fmt: skip
