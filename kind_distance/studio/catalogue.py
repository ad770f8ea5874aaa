"""Finished works, found again by their subjects: the last photo of each, and details of it."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

from kind_distance.errors import DamagedPaintingError
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
        Where the eye goes, and things with a place.
    """

    entry: ShelfEntry
    photo: int | None
    finished_min: int | None
    subjects: tuple[str, ...]
    details: tuple[Detail, ...]


def _work(entry: ShelfEntry, state: State) -> FinishedWork:
    photos = [each.number for each in state.sources if each.kind == "progress" and not each.set_aside]
    ends = [each.done_end for each in state.passes if each.done_end is not None]
    x, y = state.brief.focus_x, state.brief.focus_y
    named = [] if x is None or y is None else [Detail("Where the eye goes", x, y)]
    named += [Detail(each.name, each.x, each.y) for each in state.elements if each.x is not None and each.y is not None]
    details: list[Detail] = []
    for each in named:
        # One place is shown once, by the name that comes first.
        if all(abs(each.x - other.x) + abs(each.y - other.y) > APART for other in details):
            details.append(each)
    return FinishedWork(
        entry, photos[-1] if photos else None, max(ends, default=None),
        (*(each.name for each in state.planes), *(each.name for each in state.elements)), tuple(details[:MOST_DETAILS]),
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
