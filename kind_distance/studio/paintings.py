"""Paintings as a whole: begun, opened, changed, stepped back, copied, put in the bin."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime
from pathlib import Path
from typing import Any

from kind_distance.errors import DomainError
from kind_distance.store import paintings as kept
from kind_distance.store.database import opened
from kind_distance.store.records import Brief, Painting, ShelfEntry, SourceRecord, State
from kind_distance.studio.changes import apply
from kind_distance.studio.changes.brief import checked_brief
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.sources import with_source
from kind_distance.studio.clock import EPOCH
from kind_distance.studio.darkroom import take_in
from kind_distance.studio.summary import summarise
from kind_distance.studio.survey import Survey, survey


def minutes_now(now: datetime) -> int:
    """Clock minute of the present."""
    return int((now - EPOCH).total_seconds() // 60)


def _stamp(now: datetime) -> str:
    return now.isoformat(timespec="seconds")


@dataclass(frozen=True)
class Opened:
    """A painting with everything that follows from its state."""

    painting: Painting
    survey: Survey


@dataclass(frozen=True)
class Studio:
    """The studio over one file of paintings.

    Parameters
    ----------
    file : Path
        SQLite file, already migrated.
    """

    file: Path

    def shelf(self, *, binned: bool = False) -> list[ShelfEntry]:
        """List the paintings, the latest change first."""
        with opened(self.file) as db:
            return kept.shelf(db, binned=binned)

    def begin(self, brief: Brief, now: datetime) -> Opened:
        """Put a new painting on the shelf."""
        return self.create(State(checked_brief(brief)), now, "Begun")

    def create(self, state: State, now: datetime, what: str) -> Opened:
        """Put a painting with a whole state on the shelf."""
        found = survey(self.file, state, minutes_now(now))
        with opened(self.file) as db:
            painting_id = kept.create(db, state, _stamp(now), what, summarise(state, found))
            return Opened(kept.painting_of(db, painting_id), found)

    def open(self, painting_id: int, now: datetime) -> Opened:
        """Open a painting."""
        with opened(self.file) as db:
            painting = kept.painting_of(db, painting_id)
        return Opened(painting, survey(self.file, painting.state, minutes_now(now)))

    def desk(self, painting_id: int, now: datetime) -> Desk:
        """Lay a painting on the desk, to look at single things of it."""
        with opened(self.file) as db:
            return Desk(self.file, kept.painting_of(db, painting_id).state, minutes_now(now))

    def change(self, painting_id: int, version: int, action: str, arguments: dict[str, Any], now: datetime) -> Opened:
        """Apply a change by its name and keep it.

        Raises
        ------
        ChangedElsewhereError
            If the painting has moved on since `version`; nothing is kept.
        """
        with opened(self.file) as db:
            painting = kept.painting_of(db, painting_id)
            state, what = apply(Desk(self.file, painting.state, minutes_now(now)), action, arguments)
            return self._keep(painting, version, state, what, now)

    def _keep(self, painting: Painting, version: int, state: State, what: str, now: datetime) -> Opened:
        found = survey(self.file, state, minutes_now(now))
        summary = summarise(state, found)
        with opened(self.file) as db:
            if state != painting.state or version != painting.version:
                kept.save(db, painting.id, version, state, at=_stamp(now), what=what, summary=summary)
            return Opened(kept.painting_of(db, painting.id), found)

    def add_source(
        self, painting_id: int, version: int, data: bytes, file_name: str, now: datetime
    ) -> tuple[Opened, SourceRecord, bool]:
        """Take in a picture for a painting; the third result is False where it was there already."""
        with opened(self.file) as db:
            painting = kept.painting_of(db, painting_id)
        picture_hash, facts = take_in(self.file, data, "This file")
        state, source, new = with_source(painting.state, picture_hash, facts, file_name)
        return self._keep(painting, version, state, f"Photo brought: {source.name}", now), source, new

    def step(self, painting_id: int, version: int, way: int, now: datetime) -> Opened:
        """Undo (-1) or redo (+1) one change."""
        with opened(self.file) as db:
            state = kept.state_at(db, painting_id, version, way)
            found = survey(self.file, state, minutes_now(now))
            kept.step_to(db, painting_id, version, way, state, at=_stamp(now), summary=summarise(state, found))
            return Opened(kept.painting_of(db, painting_id), found)

    def duplicate(self, painting_id: int, now: datetime) -> Opened:
        """Copy a painting's plan; what is marked as painted is not copied."""
        with opened(self.file) as db:
            state = kept.painting_of(db, painting_id).state
        title = f"{state.brief.title[:110]}, copy"
        fresh = tuple(replace(p, done_start=None, done_end=None) for p in state.passes)
        return self.create(replace(state, brief=replace(state.brief, title=title), passes=fresh), now, "Copied")

    def bin(self, painting_id: int, now: datetime) -> None:
        """Put a painting in the bin."""
        with opened(self.file) as db:
            kept.put_in_bin(db, painting_id, _stamp(now))

    def take_back(self, painting_id: int) -> None:
        """Take a painting back from the bin."""
        with opened(self.file) as db:
            kept.put_in_bin(db, painting_id, None)


def checked_hash(picture_hash: str) -> str:
    """Let only what can be a picture's name through."""
    if len(picture_hash) != 64 or any(c not in "0123456789abcdef" for c in picture_hash):
        raise DomainError("This is no picture's name.", "Open the picture from its painting.")
    return picture_hash
