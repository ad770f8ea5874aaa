"""Finished works, found again by their subjects: the last photo of each, and details of it."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

from kind_distance.errors import DamagedPaintingError
from kind_distance.pictures.plates import on_painting
from kind_distance.rows import State
from kind_distance.store.database import opened
from kind_distance.store.paintings import painting_of
from kind_distance.store.records import ShelfEntry
from kind_distance.store.shelf import shelf_page

MOST_DETAILS, APART = 3, 0.15


@dataclass(frozen=True)
class Detail:
    """A place worth seeing closer, in shares of the painting."""

    name: str
    x: float
    y: float


@dataclass(frozen=True)
class FinishedWork:
    """A finished work.

    Parameters
    ----------
    entry : ShelfEntry
    photo : int or None
        The last photo of the painting that was not set aside.
    finished_min : int or None
        When its last pass was painted. [clock min]
    subjects : tuple of str
        Its planes and things.
    details : tuple of Detail
        Where the eye goes, and things with a place; none where there is no photo of the painting.
    """

    entry: ShelfEntry
    photo: int | None
    finished_min: int | None
    subjects: tuple[str, ...]
    details: tuple[Detail, ...]


def _details(state: State) -> tuple[Detail, ...]:
    """List places on the painting: where the eye goes, then things; one place once, by the name that comes first."""
    named = [("Where the eye goes", state.brief.focus_x, state.brief.focus_y)]
    named += [(each.name, each.x, each.y) for each in state.elements]
    found: list[Detail] = []
    for name, x, y in named:
        place = on_painting(state, x, y)
        if place and all(abs(place[0] - other.x) + abs(place[1] - other.y) > APART for other in found):
            found.append(Detail(name, *place))
    return tuple(found[:MOST_DETAILS])


def _work(entry: ShelfEntry, state: State) -> FinishedWork:
    photos = [each.number for each in state.sources if each.kind == "progress" and not each.set_aside]
    ends = [each.done_end for each in state.passes if each.done_end is not None]
    return FinishedWork(
        entry, photos[-1] if photos else None, max(ends, default=None),
        (*(each.name for each in state.planes), *(each.name for each in state.elements)),
        _details(state) if photos else (),
    )  # fmt: skip


def finished_works(file: Path, words: str = "", start: int = 0, count: int = 24) -> tuple[list[FinishedWork], int]:
    """List a page of the finished works that hold every word, the last one first, and how many there are."""
    works = []
    with opened(file) as db:
        page = shelf_page(db, words=words, start=start, count=count, finished=True)
        for entry in page.entries:
            with suppress(DamagedPaintingError):  # it stands on the shelf as damaged
                works.append(_work(entry, painting_of(db, entry.id).state))
    return works, page.found
