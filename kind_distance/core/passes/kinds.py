"""The kinds of pass: when in a painting each belongs, what it wants of the paint under it, and what it is for.

Common practice, no source, unless said otherwise: painters of all media order their layers so.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

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
    why : str
        What it is for.
    dry_form : PassKind or None
        What it becomes when the paint is no longer wet: only for what is done in wet paint.
    """

    key: PassKind
    name: str
    where: Where
    wants: Dryness | None
    why: str
    dry_form: PassKind | None = None


# In the order nobody reverses: a kind further down never lies under one further up.
KINDS: dict[PassKind, Kind] = {
    each.key: each
    for each in (
        Kind("ground", "tone the ground", "whole", None, "A middle value to judge all others against."),
        Kind("drawing", "draw the planes", "whole", None, "Places the borders before paint hides the support."),
        Kind("mask", "mask the lights", "either", None,
             "Keeps small lights bare; needs its quarter of an hour to dry. Ventilate; labels come first."),
        Kind("underpainting", "underpainting", "either", None,
             "Values in one colour first, so that colour can be thought of alone later."),
        Kind("block_in", "block-in", "plane", None, "Sets the mass of a plane."),
        Kind("blend", "blend while wet", "plane", "not_tacky",
             "Soft passages are drawn into each other while the paint is open.", "scumble"),
        Kind("second_layer", "second layer", "plane", None, "Darks and lights within a plane."),
        Kind("scumble", "scumble", "plane", "touch_dry",
             "Thin opaque paint dragged over dry paint, so that what is under it shimmers through: mist, dust, bloom."),
        Kind("glaze", "glaze", "plane", "through_dry",
             "Transparent paint over paint that is dry through: deepens and turns the colour, keeps the drawing."),
        Kind("lift", "lift lights", "plane", "not_tacky",
             "Lights taken out of the paint with a damp brush or a cloth."),
        Kind("details", "details", "plane", None, "What the eye looks for near the focus."),
        Kind("scratch", "scratch out", "plane", "not_tacky",
             "Stems and sparks scratched into wet paint down to what lies under it.", "lights"),
        Kind("soften", "soften edges", "either", "not_tacky",
             "Edges that are to be lost are drawn over with a clean brush while they still move.", "scumble"),
        Kind("unmask", "take the mask off", "either", "touch_dry",
             "Only on dry paper: wet, it tears and smears. What is bare is then tied in."),
        Kind("lights", "lights and accents", "either", "touch_dry",
             "The lightest light and the darkest dark, last and few."),
        Kind("unify", "unify", "whole", "through_dry",
             "One thin glaze over the whole, so that all planes stand in one light."),
        Kind("sides", "sides of the support", "whole", None, "Edges of a support that hangs unframed."),
        Kind("finish", "sign and check", "whole", None, "Signed before anything seals the surface."),
        Kind("isolating", "isolating coat", "whole", "through_dry",
             "Parts the painting from its varnish, or shuts paint that would lift. Labels come first."),
        Kind("varnish", "varnish", "whole", "through_dry",
             "Evens the surface and protects it. Follow the label and its safety sheet; ventilate."),
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


def cannot(kind: PassKind, paint: Paint) -> str | None:
    """Say why a kind of pass does not work in a paint, or None where it does. Common practice, no source."""
    if kind == "lift" and paint not in (*REWETS, "oil"):
        return "Acrylic does not lift once it has set; paint the light on top instead."
    if kind in ("mask", "unmask") and paint == "oil":
        return "Masking fluid does not hold on oil; keep the light bare, or set it on top."
    if kind == "isolating" and paint == "oil":
        return "An isolating coat of acrylic does not hold on oil; varnish it, when it is dry through."
    return None
