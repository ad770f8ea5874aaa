"""The kinds of pass: when in a painting each belongs, and what it wants of the paint under it.

Common practice, no source, unless said otherwise: painters of all media order their layers so.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.judgement import Why, because
from kind_distance.core.paint.media import REWETS, Dryness, Medium, Paint
from kind_distance.errors import DomainError

PassKind = Literal[
    "ground",
    "drawing",
    "mask",
    "underpainting",
    "block_in",
    "blend",
    "second_layer",
    "scumble",
    "glaze",
    "lift",
    "details",
    "scratch",
    "soften",
    "unmask",
    "lights",
    "unify",
    "sides",
    "finish",
    "isolating",
    "varnish",
]
Where = Literal["whole", "plane", "either"]


@dataclass(frozen=True)
class Kind:
    """One kind of pass.

    Parameters
    ----------
    key : PassKind
    name : str
        As said on screen.
    where : "whole", "plane" or "either"
        What it lies on.
    wants : Dryness or None
        What it needs of the paint under it; None where the medium decides.
    dry_form : PassKind or None
        What it becomes when the paint is no longer wet: only for what is done in wet paint.
    """

    key: PassKind
    name: str
    where: Where
    wants: Dryness | None
    dry_form: PassKind | None = None


# In the order nobody reverses: a kind further down never lies under one further up.
KINDS: dict[PassKind, Kind] = {
    each.key: each
    for each in (
        Kind("ground", "tone the ground", "whole", None),
        Kind("drawing", "draw the planes", "whole", None),
        Kind("mask", "mask the lights", "either", None),
        Kind("underpainting", "underpainting", "either", None),
        Kind("block_in", "block-in", "plane", None),
        Kind("blend", "blend while wet", "plane", "not_tacky", "scumble"),
        Kind("second_layer", "second layer", "plane", None),
        Kind("scumble", "scumble", "plane", "touch_dry"),
        Kind("glaze", "glaze", "plane", "through_dry"),
        Kind("lift", "lift lights", "plane", "not_tacky"),
        Kind("details", "details", "plane", None),
        Kind("scratch", "scratch out", "plane", "not_tacky", "lights"),
        Kind("soften", "soften edges", "either", "not_tacky", "scumble"),
        Kind("unmask", "take the mask off", "either", "touch_dry"),
        Kind("lights", "lights and accents", "either", "touch_dry"),
        Kind("unify", "unify", "whole", "through_dry"),
        Kind("sides", "sides of the support", "whole", None),
        Kind("finish", "sign and check", "whole", None),
        Kind("isolating", "isolating coat", "whole", "through_dry"),
        Kind("varnish", "varnish", "whole", "through_dry"),
    )
}  # fmt: skip
# Stages of a painting in that order; passes of one level may be ordered among themselves.
LEVEL: dict[str, int] = {key: at for at, key in enumerate(KINDS)}
LAYERS = ("underpainting", "block_in", "second_layer", "scumble", "glaze", "details")
OPAQUE = ("underpainting", "block_in", "second_layer")  # what covers all that lies under it
WET_ONLY = tuple(key for key, each in KINDS.items() if each.dry_form is not None)
UNPAINTED = ("drawing", "mask", "unmask")  # kinds that lay no paint
UNTOUCHED = ("drawing", "mask", "sides", "finish", "isolating", "varnish")  # what a wet neighbour does not keep from


def kind_of(key: str) -> Kind:
    """Return a kind of pass by its name; raise DomainError if there is none."""
    found = KINDS.get(key)  # type: ignore[call-overload]
    if found is None:
        raise DomainError(f"There is no kind of pass called {key}.", "Choose one of the list.")
    return found  # type: ignore[no-any-return]


def title_in(kind: PassKind, medium: Medium) -> str:
    """Say what a kind of pass is called in a medium."""
    if kind == "block_in":
        return medium.block_in
    return medium.second_layer if kind == "second_layer" else KINDS[kind].name


def paint_in(kind: PassKind, medium: Medium) -> Paint:
    """Paint that a kind of pass takes in a medium."""
    if kind in UNPAINTED:
        return "dry"
    if kind == "varnish":
        return "varnish"
    if kind == "isolating":
        return "acrylic"
    return medium.first_paint if LEVEL[kind] <= LEVEL["blend"] else medium.later_paint


def cannot(kind: PassKind, paint: Paint) -> Why | None:
    """Say why a kind of pass does not work in a paint, or None where it does. Common practice, no source."""
    if kind == "lift" and paint not in (*REWETS, "oil"):
        return because("acrylic_lifted")
    if kind in ("mask", "unmask") and paint == "oil":
        return because("mask_on_oil")
    if kind == "isolating" and paint == "oil":
        return because("coat_on_oil")
    return None
