"""Where a painting shines otherwise than the rest, as the painter marked it, and what is usual to do about it."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.paint.media import medium_of
from kind_distance.core.progress.surface import Spot, Surface, covered_share
from kind_distance.core.wording import say_list
from kind_distance.rows import State
from kind_distance.stages.log.surface_words import HOW_TO_LOOK, usual_remedy

SORTS: tuple[Surface, ...] = ("dull", "glossy")


@dataclass(frozen=True)
class SurfaceSaid:
    """The map in words.

    Parameters
    ----------
    said : str
        How many places are open, and how much of the painting they are; empty where none.
    to_do : tuple of str
        What is usual, for each sort of place that is open.
    how_to_look : tuple of str
    """

    said: str
    to_do: tuple[str, ...]
    how_to_look: tuple[str, ...] = HOW_TO_LOOK


def open_spots(state: State) -> list[Spot]:
    """List the places that are marked and not settled."""
    return [
        Spot(each.x, each.y, each.reach, each.surface)
        for each in state.to_mend
        if each.surface and not each.settled and each.x is not None and each.y is not None and each.reach is not None
    ]


def surface_said(state: State) -> SurfaceSaid:
    """Put the map of a painting into words."""
    spots, brief = open_spots(state), state.brief
    if not spots:
        return SurfaceSaid("", ())
    counted = [(sort, sum(each.surface == sort for each in spots)) for sort in SORTS]
    named = say_list([f"{count} {sort} {'place' if count == 1 else 'places'}" for sort, count in counted if count])
    share = covered_share(spots, brief.width_cm / brief.height_cm)
    much = f"about {100 * share:.0f} %" if share >= 0.01 else "less than 1 %"
    paint = medium_of(brief.medium).later_paint
    to_do = tuple(f"{sort.capitalize()}: {usual_remedy(paint, sort)}" for sort, count in counted if count)
    return SurfaceSaid(f"{named[:1].upper()}{named[1:]}, {much} of the painting.", to_do)
