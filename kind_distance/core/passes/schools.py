"""Schools of order: a name, its reason, and where it puts a pass. What each costs is worked out on the painting."""

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
    key, name, reason : str
    by : By
        What it sorts by.
    """

    key: str
    name: str
    reason: str
    by: By


# Common practice, no source: how painters of different schools order their work.
SCHOOLS: dict[str, School] = {
    s.key: s
    for s in (
        School(
            "far_to_near",
            "Far to near",
            "Each nearer plane goes over the edge of the one behind it, so nothing is cut round.",
            "depth",
        ),
        School(
            "sky_last",
            "Sky last",
            "The land sets the light, and the sky is tuned to it; its edges are cut round what stands.",
            "sky_last",
        ),
        School(
            "focus_first",
            "Focus first",
            "What the painting is about is set at once, and all else is held against it.",
            "focus",
        ),
        School(
            "light_to_dark",
            "Light to dark",
            "Transparent paint only gets darker: the palest planes come first and stay clean.",
            "light",
        ),
        School(
            "dark_to_light",
            "Dark to light",
            "The darks set the depth first; opaque lights are judged against them.",
            "dark",
        ),
        School(
            "whole_at_once",
            "The whole at once",
            "Largest masses first over the whole surface, so that values are judged against each other.",
            "mass",
        ),
        School(
            "one_mix",
            "One mix everywhere",
            "A mix is used wherever its colour belongs before the next is made: fewer mixes, one family of colour.",
            "mix",
        ),
        School(
            "plane_by_plane",
            "Plane by plane",
            "One plane is brought as far as it goes before the next is begun: few mixes, little return.",
            "plane",
        ),
        School(
            "area_by_area",
            "Area by area",
            "From left to right, each area finished before the next: the hand never leans on wet paint.",
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
