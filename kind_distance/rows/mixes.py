"""The palette: tubes, recipes that are settled, and own swatches of wet and dry paint."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen, MinLen

from kind_distance.core.palette.parts import StringPart
from kind_distance.rows.marks import RefersTo, Unit, Words
from kind_distance.rows.passes import DryingClass, PaintName
from kind_distance.rows.words import Line, Name, Number, Text, Value

OpacityClass = Literal["T", "ST", "SO", "O"]
Stains = Literal["", "stains", "lifts"]
ColourFrom = Literal["memory", "own"]
Lightness = Annotated[float, Ge(0), Le(100)]
Opponent = Annotated[float, Ge(-130), Le(130)]
LabColour = tuple[Lightness, Opponent, Opponent]
TintParts = Annotated[float, Ge(0.5), Le(200)]
Millilitres = Annotated[float, Ge(0.1), Le(5000), Unit("ml")]
Price = Annotated[float, Ge(0), Le(10_000)]
Difference = Annotated[float, Ge(0), Le(50)]
Count = Annotated[int, Ge(1), Le(2000)]
Strength = Annotated[float, Ge(0.005), Le(4)]


@dataclass(frozen=True)
class TubeRecord:
    """A tube of paint on the palette of a painting."""

    number: Number
    name: Name
    pigment: Annotated[Line, Words(says="Colour Index name, as on the label.")] = ""
    paint: PaintName = "acrylic"
    opacity: Annotated[OpacityClass, Words(says="Transparent, semi-transparent, semi-opaque or opaque.")] = "SO"
    masstone: Annotated[LabColour, Words("masstone", "CIELAB of a film through which nothing shows.")] = (
        50.0,
        0.0,
        0.0,
    )
    tint: Annotated[LabColour | None, Words("tint", "CIELAB of a tint with white.")] = None
    tint_parts: Annotated[TintParts, Words("parts of white", "Parts of white to one in the tint.")] = 10.0
    white: Annotated[bool, Words(says="Whether it is a white.")] = False
    dries: Annotated[DryingClass, Words(says="Oil: how fast its pigment dries.")] = ""
    stains: Annotated[Stains, Words(says="Watercolour: whether it stains or lifts.")] = ""
    price: Annotated[Price | None, Words("price")] = None
    ml: Annotated[Millilitres | None, Words("size of the tube")] = None
    hazard: Annotated[Text, Words("hazard", "Words of the label and the safety data sheet.")] = ""
    colour_from: Annotated[ColourFrom, Words(says="From memory, or read from the painter's own swatches.")] = "memory"
    uncertainty: Annotated[Difference, Words(says="How far its readings may be off, CIEDE2000.")] = 3.0
    washes: Annotated[
        tuple[LabColour, ...], MaxLen(5), Words("washes", "Watercolour: CIELAB of its dilutions, strongest first.")
    ] = ()
    barred: Annotated[bool, Words(says="Whether it stays in the box for this painting.")] = False


@dataclass(frozen=True)
class MixPart:
    """So many parts of a tube."""

    tube: Annotated[Number, RefersTo("tube", "refuse")]
    count: Count


@dataclass(frozen=True)
class MixRecord:
    """A recipe that is settled for a plane's light, mass or dark, or for a thing: locked, or the painter's own."""

    number: Number
    plane: Annotated[Number | None, RefersTo("plane", "drop")] = None
    element: Annotated[Number | None, RefersTo("element", "drop")] = None
    part: StringPart = "mass"
    parts: Annotated[tuple[MixPart, ...], MinLen(1), MaxLen(6)] = ()
    strength: Annotated[Strength | None, Words("strength of the wash", "How thick the paint in it lies.")] = None
    name: Annotated[Line, Words("name of the mix")] = ""


@dataclass(frozen=True)
class WetDryRecord:
    """A swatch read wet and again dry."""

    number: Number
    wet: Value
    dry: Value
    tube: Annotated[Number | None, RefersTo("tube", "clear")] = None
