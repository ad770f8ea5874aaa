"""Usual tubes by Colour Index name, to begin a palette with.

All readings are from memory, not measurements: CIELAB (D65, 2 degrees) of the masstone and of a tint with ten parts of
titanium white. The painter's own swatches replace them. What is said of hazards is the usual caution: the label and the
safety data sheet come first.
"""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.rows.mixes import OpacityClass, Stains
from kind_distance.rows.passes import DryingClass

Lab = tuple[float, float, float]

NO_DUST = "Do not sand or spray it dry; keep it off food and skin; dispose of it as the label says."
COBALT = f"Cobalt: {NO_DUST}"
CADMIUM = f"Cadmium: {NO_DUST}"
MANGANESE = "Manganese: do not breathe its dust; wash hands."


@dataclass(frozen=True)
class Pigment:
    """A usual tube: the name painters use, and what is known of it.

    `index` tells it from all others: the Colour Index name, with a word after it where two tubes share one.
    """

    index: str
    name: str
    opacity: OpacityClass
    masstone: Lab
    tint: Lab | None
    dries: DryingClass
    stains: Stains
    hazard: str = ""
    white: bool = False

    @property
    def label(self) -> str:
        """Colour Index name, as on the tube."""
        return self.index.split()[0]


PIGMENTS: tuple[Pigment, ...] = (
    Pigment("PW6", "Titanium white", "O", (96.5, -0.6, 2.2), None, "slow", "", white=True),
    Pigment("PY3", "Lemon yellow", "ST", (84, -6, 84), (92, -10, 48), "slow", "stains"),
    Pigment("PY35", "Cadmium yellow", "O", (77, 16, 82), (88, 0, 55), "slow", "", CADMIUM),
    Pigment("PY83", "Indian yellow hue", "T", (53, 33, 60), (81, 13, 60), "slow", "stains"),
    Pigment("PY42", "Yellow ochre", "SO", (55, 17, 49), (82, 4, 31), "medium", "lifts"),
    Pigment("PBr7 raw", "Raw sienna", "ST", (44, 15, 36), (77, 6, 26), "fast", "lifts"),
    Pigment("PR108", "Cadmium red", "O", (41, 58, 38), (63, 41, 19), "slow", "", CADMIUM),
    Pigment("PR101", "Burnt sienna", "ST", (28, 21, 20), (63, 18, 20), "fast", "lifts"),
    Pigment("PR177", "Crimson", "T", (20, 36, 13), (56, 40, -2), "slow", "stains"),
    Pigment("PV19", "Permanent rose", "T", (28, 49, 13), (58, 49, -7), "slow", "stains"),
    Pigment("PB29", "Ultramarine", "T", (16, 21, -38), (60, 8, -37), "medium", "lifts"),
    Pigment("PB28", "Cobalt blue", "SO", (28, 19, -49), (64, 0, -33), "fast", "lifts", COBALT),
    Pigment("PB35", "Cerulean blue", "SO", (41, -9, -33), (74, -10, -19), "fast", "lifts", COBALT),
    Pigment("PB15:3", "Phthalo blue", "T", (12, 5, -22), (46, -7, -40), "slow", "stains"),
    Pigment("PG7", "Phthalo green", "T", (15, -17, -1), (54, -39, 3), "slow", "stains"),
    Pigment("PG18", "Viridian", "T", (24, -28, 2), (69, -30, 2), "fast", "lifts"),
    Pigment("PBr7 umber", "Raw umber", "ST", (25, 4, 11), (61, 3, 13), "fast", "lifts", MANGANESE),
    Pigment("PBr7", "Burnt umber", "ST", (19, 6, 7), (55, 6, 12), "fast", "lifts", MANGANESE),
    Pigment("PBk9", "Ivory black", "SO", (14, 0.3, 0.5), (54, -0.5, -2.5), "slow", ""),
)
BY_INDEX = {each.index: each for each in PIGMENTS}

# Nine tubes that many landscape painters carry; watercolour leaves the white at home. Common practice, no source.
USUAL_BOX = ("PW6", "PY35", "PY42", "PR101", "PV19", "PB29", "PB35", "PG18", "PBr7")
USUAL_PAN_BOX = ("PY3", "PY42", "PR101", "PR177", "PB29", "PB35", "PB15:3", "PG18", "PBr7")


def usual_box(medium: str) -> tuple[str, ...]:
    """Colour Index names of a usual box of nine for a medium."""
    return USUAL_PAN_BOX if medium == "watercolour" else USUAL_BOX
