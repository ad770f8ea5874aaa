"""What every change has before it: the state as it stands, and what follows from it where that is needed."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path

from kind_distance.errors import DomainError, NotFoundError
from kind_distance.store.records import Beside, ElementRecord, PlaneRecord, State
from kind_distance.studio.survey import Survey, survey

Changed = tuple[State, str]
LONGEST_NAME = 60


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
    beside : Beside
        What the painter's other paintings say to this one.
    """

    file: Path
    state: State
    now_min: int
    beside: Beside = Beside()

    def survey(self) -> Survey:
        """Work out what follows from the state."""
        return survey(self.file, self.state, self.now_min, self.beside)

    def plane(self, rank: int) -> PlaneRecord:
        """Return the plane of a rank; raise NotFoundError if there is none."""
        for plane in self.state.planes:
            if plane.rank == rank:
                return plane
        raise NotFoundError("plane", rank)


def next_number(numbers: list[int]) -> int:
    """Give the next free number of a list."""
    return max(numbers, default=0) + 1


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


def clean_text(said: str, what: str, longest: int, *, needed: bool = True) -> str:
    """Take out what cannot be shown and bring white space in order.

    Raises
    ------
    DomainError
        If nothing is left where something is needed, or it is too long.
    """
    text = " ".join("".join(c if c.isprintable() else " " for c in said).split())
    if needed and not text:
        raise DomainError(f"The {what} is empty.", f"Write a {what}.")
    if len(text) > longest:
        raise DomainError(
            f"The {what} has {len(text)} characters; {longest} fit on every page.", f"Write a shorter {what}."
        )
    return text
