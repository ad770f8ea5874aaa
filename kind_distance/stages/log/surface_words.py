"""How one looks for places that shine otherwise than the rest, and what is usual to do about them.

Facts of the trade, common practice, no source: paint sinks in where the layer below drinks its oil; the medium of an
acrylic shines, its pigment does not; gouache that is rubbed shines. What is to be done comes after the paint has dried,
and before the varnish.
"""

from __future__ import annotations

from kind_distance.core.progress.surface import Surface

HOW_TO_LOOK = (
    "One light alone, from the side: a window or a lamp, low and far to the left, then to the right.",
    "Look along the surface from beside and from below, until the light lies on it.",
    "Wet paint shines by itself: look again when it is dry.",
    "Press the middle of each place that shines otherwise than the rest, and say how wide it is.",
)
_USUAL: dict[tuple[str, Surface], str] = {
    ("oil", "dull"): (
        "Sunken in. When it is touch dry: rub a very little of your medium in, wipe off all that does not stay, and "
        "let it dry before the next layer; or use a retouching varnish by its label. Fresh air; oily rags lie out "
        "flat or in water, in a closed metal tin."
    ),
    ("oil", "glossy"): (
        "Much medium in the paint. Leaner paint over it may not hold: lay the next layer no leaner, or leave it."
    ),
    ("acrylic", "dull"): "Thinned with water. A thin even coat of medium over the whole evens it, before the varnish.",
    ("acrylic", "glossy"): "Much medium. A matt medium over it, or one even coat over the whole, before the varnish.",
    ("gouache", "dull"): "Gouache is matt; leave it. Glass, not varnish, brings its darks back.",
    ("gouache", "glossy"): "Rubbed, or with much gum. A last thin layer over it, laid and not rubbed, is matt again.",
    ("watercolour", "dull"): "Often rough or lifted paper. Leave it, or glaze once over the whole shape.",
    (
        "watercolour",
        "glossy",
    ): "Too little water or too much gum. Lift it with a damp brush when dry, and lay it thinner.",
}


def usual_remedy(paint: str, surface: Surface) -> str:
    """Say what is usual to do about such a place in a paint; what has no word of its own is treated as acrylic."""
    return _USUAL.get((paint, surface)) or _USUAL["acrylic", surface]
