"""Several paintings on one calendar, and the log of all that were painted, as the core wants them."""

from __future__ import annotations

from kind_distance.clock import minute_of
from kind_distance.core.passes.pace import Spent
from kind_distance.core.schedule.other_paintings import NextPass, Other
from kind_distance.store.records import OtherPaintings


def others_of(others: OtherPaintings) -> tuple[Other, ...]:
    """Return the sessions of the other paintings."""
    return tuple(Other(s.painting, s.number, s.title, minute_of(s.start), s.minutes) for s in others.sessions)


def following_of(others: OtherPaintings) -> tuple[NextPass, ...]:
    """Return what the other paintings would have painted next."""
    return tuple(NextPass(*each) for each in others.following)


def log_of(others: OtherPaintings) -> tuple[Spent, ...]:
    """Return the log of painted passes."""
    return tuple(Spent(each.kind, each.planned, each.took) for each in others.log)
