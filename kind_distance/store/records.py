"""What the store knows of paintings beyond their state: versions, history, the shelf, the painter's other paintings."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from kind_distance.rows import Brief, State


@dataclass(frozen=True)
class HistoryEntry:
    """One change: its number, when, and what was done in the painter's words."""

    number: int
    at: str
    what: str


@dataclass(frozen=True)
class Told:
    """What is told of a change that is kept.

    Parameters
    ----------
    at : str
        When, ISO 8601.
    what : str
        What was done, in the painter's words; empty for a step through the history, which has its word already.
    summary : str
        JSON for the shelf.
    diary : tuple of lines
        What the diary gets with it (:mod:`kind_distance.store.diary`).
    """

    at: str
    what: str
    summary: str
    diary: tuple[tuple[Any, ...], ...] = ()


@dataclass(frozen=True)
class Painting:
    """A painting as it stands."""

    id: int
    version: int
    created_at: str
    changed_at: str
    binned_at: str | None
    state: State
    undo: HistoryEntry | None = field(default=None)
    redo: HistoryEntry | None = field(default=None)


@dataclass(frozen=True)
class ShelfEntry:
    """A painting as the shelf lists it; `summary` is JSON made when it was last changed.

    `damaged` says that its rows cannot all be read; the brief may be a stand-in then.
    """

    id: int
    version: int
    changed_at: str
    binned_at: str | None
    brief: Brief
    summary: str
    damaged: bool = False


@dataclass(frozen=True)
class OtherSession:
    """A session of another painting on the same calendar; `start` is local time, ISO 8601 to the minute."""

    painting: int
    number: int
    title: str
    start: str
    minutes: int


@dataclass(frozen=True)
class PaintedPass:
    """An entry of the log over all paintings: kind of pass, minutes planned, minutes it took."""

    kind: str
    planned: int
    took: int


@dataclass(frozen=True)
class OtherPaintings:
    """What a painter's other paintings say to one: their sessions, what comes next on each, and the log of all.

    `following` holds painting, title, pass and minutes.
    """

    sessions: tuple[OtherSession, ...] = ()
    following: tuple[tuple[int, str, str, int], ...] = ()
    log: tuple[PaintedPass, ...] = ()


@dataclass(frozen=True)
class LaterIdea:
    """A thumbnail set aside for later, as the shelf finds it."""

    painting: int
    version: int
    title: str
    thumbnail: int
    name: str
    note: str
