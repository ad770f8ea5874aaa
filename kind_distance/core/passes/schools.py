"""Schools of order: a name, and where it puts a pass. What each costs is worked out on the painting."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.passes.kinds import LEVEL, PassKind
from kind_distance.core.passes.model import PlaneFacts
from kind_distance.errors import DomainError

By = Literal["depth", "light", "dark", "plane", "mass", "sky_last", "focus", "mix", "side"]
GREY_BELOW = 8.0  # chroma under which a mix has no hue of its own; common practice, no source
HUE_FAMILIES = 6
FIRST_LAYERS = LEVEL["block_in"]
WHOLE_LATE = 100.0  # passes over the whole surface that come after all planes


@dataclass(frozen=True)
class School:
    """A school of order.

    Parameters
    ----------
    key, name : str
    by : By
        What it sorts by.
    """

    key: str
    name: str
    by: By


# Common practice, no source: how painters of different schools order their work.
SCHOOLS: dict[str, School] = {
    s.key: s
    for s in (
        School(
            "far_to_near",
            "Far to near",
            "depth",
        ),
        School(
            "sky_last",
            "Sky last",
            "sky_last",
        ),
        School(
            "focus_first",
            "Focus first",
            "focus",
        ),
        School(
            "light_to_dark",
            "Light to dark",
            "light",
        ),
        School(
            "dark_to_light",
            "Dark to light",
            "dark",
        ),
        School(
            "whole_at_once",
            "The whole at once",
            "mass",
        ),
        School(
            "one_mix",
            "One mix everywhere",
            "mix",
        ),
        School(
            "plane_by_plane",
            "Plane by plane",
            "plane",
        ),
        School(
            "area_by_area",
            "Area by area",
            "side",
        ),
    )
}


def school_of(key: str) -> School:
    """Return a school of order by its name; raise DomainError if there is none."""
    if key not in SCHOOLS:
        raise DomainError(f"There is no school of order called {key}.", "Choose one of the list.")
    return SCHOOLS[key]


def mix_of(plane: PlaneFacts) -> int:
    """Family of the mix a plane is painted with: 0 for greys, else 1 to 6 round the circle of hues."""
    if plane.chroma < GREY_BELOW:
        return 0
    return 1 + int(plane.hue_deg % 360 // (360 / HUE_FAMILIES))


FAMILIES = ("greys", "reds", "yellows", "greens", "blue-greens", "blues", "violets")
UNSEEN = 0.5  # chroma under which no photo has shown a colour
PALE, DARK = 6.8, 3.6  # values from which on a family has its pale and its dark mix; common practice, no source


def mix_name(plane: PlaneFacts) -> str:
    """Name the mix a plane is painted with, e.g. ``"pale blues"``; empty where no colour was seen."""
    if plane.chroma < UNSEEN:
        return ""
    family = FAMILIES[mix_of(plane)]
    return f"pale {family}" if plane.value >= PALE else f"dark {family}" if plane.value < DARK else family


def place_in(school: School, kind: PassKind, rank: int | None, planes: list[PlaneFacts]) -> tuple[float, ...]:
    """Where a school puts a pass, as a key to sort by.

    Parameters
    ----------
    school : School
    kind : PassKind
    rank : int or None
        Of its plane; None for the whole surface.
    planes : list of PlaneFacts
        Farthest first.
    """
    level = LEVEL[kind]
    if rank is None:
        early = level < LEVEL["block_in"]
        return (level if early else WHOLE_LATE + level, 0.0, 0.0, 0.0)
    plane = planes[rank - 1]
    if school.by == "plane":
        return (FIRST_LAYERS, rank, level, 0.0)
    if school.by == "side":
        return (FIRST_LAYERS, plane.at_x, rank, level)
    within: float = {
        "depth": float(rank),
        "sky_last": float(rank + (len(planes) if plane.sky else 0)),
        "focus": -plane.in_focus,
        "light": -plane.value,
        "dark": plane.value,
        "mass": -plane.area_cm2,
        "mix": float(mix_of(plane)),
    }[school.by]
    return (level, within, rank, 0.0)
