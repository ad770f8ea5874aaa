"""Media, grounds and what may lie on what."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.judgement import Why, because
from kind_distance.errors import DomainError

Paint = Literal["watercolour", "gouache", "rewettable", "acrylic", "oil", "dry", "varnish"]
WATER_BORNE: tuple[Paint, ...] = ("watercolour", "gouache", "rewettable", "acrylic")
REWETS: tuple[Paint, ...] = ("watercolour", "gouache", "rewettable")  # a wet brush lifts them again when dry
Dryness = Literal["done", "not_tacky", "touch_dry", "firm", "through_dry"]


@dataclass(frozen=True)
class Medium:
    """How one paints with it.

    Parameters
    ----------
    key, name : str
    first_paint, later_paint : Paint
        Paint of the block-in and of what follows; they differ for oil over acrylic.
    over_itself : Dryness
        What a layer needs of the layer under it.
    beside : Dryness
        What a layer needs of a wet neighbour.
    usual_school : str
        School of order a painter of this medium mostly follows.
    block_in, second_layer : str
        What these passes are called in this medium.
    varnished : bool
    usual_support, usual_ground : str
        What a painter of this medium mostly begins on.
    """

    key: str
    name: str
    first_paint: Paint
    later_paint: Paint
    over_itself: Dryness
    beside: Dryness
    usual_school: str
    block_in: str = "block-in"
    second_layer: str = "second layer"
    varnished: bool = True
    usual_support: str = "board"
    usual_ground: str = "white"

    @property
    def transparent(self) -> bool:
        """Whether it cannot cover: what is darker than its ground stays so."""
        return self.first_paint == "watercolour"


# Common practice, no source: what lies on what, and when (facts of the trade).
MEDIA: dict[str, Medium] = {
    m.key: m
    for m in (
        Medium(
            "watercolour",
            "Watercolour",
            "watercolour",
            "watercolour",
            "touch_dry",
            "touch_dry",
            "light_to_dark",
            "first wash",
            "second wash",
            varnished=False,
            usual_support="paper",
        ),
        Medium("gouache", "Gouache", "gouache", "gouache", "touch_dry", "not_tacky", "far_to_near", varnished=False,
               usual_support="paper"),
        Medium("acrylic", "Acrylic", "acrylic", "acrylic", "touch_dry", "not_tacky", "far_to_near"),
        Medium(
            "rewettable_acrylic",
            "Re-wettable acrylic",
            "rewettable",
            "rewettable",
            "touch_dry",
            "not_tacky",
            "far_to_near",
        ),
        Medium("oil", "Oil, in layers", "oil", "oil", "touch_dry", "not_tacky", "far_to_near",
               usual_support="canvas", usual_ground="ochre"),
        Medium("oil_at_once", "Oil, all at once", "oil", "oil", "not_tacky", "not_tacky", "whole_at_once",
               usual_ground="ochre"),
        Medium("oil_over_acrylic", "Oil over acrylic", "acrylic", "oil", "touch_dry", "not_tacky", "far_to_near",
               usual_support="canvas"),
    )
}  # fmt: skip


@dataclass(frozen=True)
class Ground:
    """What the painting begins on: its name, its value, and whether it has to be painted first."""

    key: str
    name: str
    value: float
    toned: bool


GROUNDS: dict[str, Ground] = {
    g.key: g
    for g in (
        Ground("white", "White", 9.5, toned=False),
        Ground("warm_grey", "Warm grey", 6.5, toned=True),
        Ground("pink", "Warm pink", 7.5, toned=True),
        Ground("ochre", "Ochre", 6.5, toned=True),
        Ground("umber", "Umber", 4.0, toned=True),
        Ground("black", "Black", 2.0, toned=True),
    )
}


def medium_of(key: str) -> Medium:
    """Return a medium by its name; raise DomainError if there is none."""
    if key not in MEDIA:
        raise DomainError(f"There is no medium called {key}.", "Choose one of the list.")
    return MEDIA[key]


def ground_of(key: str) -> Ground:
    """Return a ground by its name; raise DomainError if there is none."""
    if key not in GROUNDS:
        raise DomainError(f"There is no ground called {key}.", "Choose one of the list.")
    return GROUNDS[key]


SAID: dict[Paint, str] = {
    "watercolour": "watercolour",
    "gouache": "gouache",
    "rewettable": "re-wettable acrylic",
    "acrylic": "acrylic",
    "oil": "oil",
    "dry": "a dry medium",
    "varnish": "varnish",
}


def why_not_on(upper: Paint, lower: Paint) -> Why | None:
    """Say why one paint may not lie on another, or None where it may.

    Common practice, no source: oil holds on acrylic, acrylic does not hold on oil; nothing goes on varnish.
    """
    if lower == "varnish" and upper != "varnish":
        return because("on_varnish")
    if lower == "oil" and upper in WATER_BORNE:
        return because("water_on_oil", upper=upper)
    if lower == "acrylic" and upper == "watercolour":
        return because("runs_off_acrylic")
    if upper == "oil" and lower in REWETS:
        return because("oil_sinks_in", lower=lower)
    return None
