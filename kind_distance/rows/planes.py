"""Planes from far to near, where they meet, and the things in them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen

from kind_distance.rows.marks import NotInDocument, OnPicture, RefersTo, Unit, Words
from kind_distance.rows.words import (
    Body,
    Chroma,
    ChromaAim,
    Coordinate,
    EdgeKind,
    GroundShown,
    Marks,
    Metres,
    Millimetres,
    Name,
    Nature,
    Number,
    PlaneKind,
    Share,
    Text,
    Value,
)

Brush = Annotated[str, MaxLen(20)]
Rank = Annotated[int, Ge(1), Le(9)]
Gap = Annotated[float, Ge(0), Le(3), Unit("V")]
Length = Annotated[float, Ge(0), Le(100_000), Unit("cm")]
Box = tuple[Share, Share, Share, Share]  # left, top, right, bottom, as shares of the picture


@dataclass(frozen=True)
class PlaneRecord:
    """A plane as the painter named it; they are listed farthest first, and rank 1 is the farthest.

    What a document tells of a plane (share, box, accents ...) holds where no photo shows it.
    """

    number: Number
    rank: Annotated[Rank, NotInDocument()]
    name: Name
    kind: PlaneKind = "land"
    distance_m: Annotated[Metres | None, Words("distance")] = None
    locked_value: Annotated[
        Value | None, Words("held value", "Value at which the painter holds it, whatever the air says.")
    ] = None
    nature: Nature = "solid"
    body: Body = ""
    marks: Marks = ""
    brush: Brush = ""
    beside_last: Annotated[bool, Words(says="Whether it stands as far off as the plane before it in the list.")] = False
    share: Annotated[Share | None, Words(says="Share of the picture, where no photo shows it.")] = None
    box: Annotated[Box | None, Words(says="Left, top, right, bottom, where no photo shows it.")] = None
    dark: Annotated[Value | None, Words("darkest value", "Darkest value it may hold.")] = None
    light: Annotated[Value | None, Words("lightest value", "Lightest value it may hold.")] = None
    detail: Annotated[Share | None, Words(says="Share of it on fine edges, where no photo shows it.")] = None
    chroma: Chroma = ""
    hue: Annotated[str, MaxLen(40)] = ""
    chroma_aim: Annotated[ChromaAim, Words(says="Whether its colour is pushed or muted.")] = ""
    ground_shown: Annotated[GroundShown, Words(says="Whether the ground is left in gaps or hidden.")] = ""
    over: Annotated[
        tuple[Number, ...], MaxLen(9), RefersTo("plane", "drop"), Words(says="Planes that it lies over as a veil.")
    ] = ()


@dataclass(frozen=True)
class PairRecord:
    """What the painter wants where two planes meet; direction 1 wants the far one lighter, -1 the near one."""

    far: Annotated[Number, RefersTo("plane", "drop")]
    near: Annotated[Number, RefersTo("plane", "drop")]
    gap: Annotated[Gap | None, Words("gap", "Least difference of their values.")] = None
    direction: Literal[-1, 1] | None = None
    edge: Annotated[EdgeKind | None, Words("edge", "The edge that is wanted.")] = None


@dataclass(frozen=True)
class BorderRecord:
    """Where two planes meet, as told: it holds where no photo shows it."""

    far: Annotated[Number, RefersTo("plane", "drop")]
    near: Annotated[Number, RefersTo("plane", "drop")]
    cm: Annotated[Length, Words("length of the border", "Along how many centimetres of the support.")]
    ragged: Annotated[Share, Words(says="From 0, smooth, to 1.")] = 0.0


@dataclass(frozen=True)
class HiddenBy:
    """A nearer plane that covers a share of a thing."""

    plane: Annotated[Number, RefersTo("plane", "drop")]
    share: Share


@dataclass(frozen=True)
class ElementRecord:
    """A thing in the picture and the plane it belongs to; none for one that has none yet."""

    number: Number
    name: Name
    plane: Annotated[Number | None, RefersTo("plane", "clear")] = None
    x: Annotated[
        Coordinate | None, OnPicture(down="y", source="main", elsewhere="clear", cut_off="clear"),
        Words("place", "Where it stands on the main picture."),
    ] = None  # fmt: skip
    y: Coordinate | None = None
    body: Body = ""
    marks: Marks = ""
    brush: Brush = ""
    smallest_mm: Annotated[Millimetres | None, Words("narrowest mark", "Narrowest mark that is wanted.")] = None
    count: Annotated[int, Ge(1), Le(999), Words("number of them")] = 1
    box: Box | None = None
    over: Annotated[
        tuple[Number, ...], MaxLen(9), RefersTo("plane", "drop"), Words(says="Other planes it crosses.")
    ] = ()
    hidden_by: Annotated[tuple[HiddenBy, ...], MaxLen(9)] = ()
    named_late: Annotated[bool, Words(says="Whether it was named after painting had begun.")] = False
    given_up: Annotated[Text, Words("reason", "Why it is no longer wanted; empty while it is.")] = ""


@dataclass(frozen=True)
class UnderlayRecord:
    """A colour that needs a pale opaque base under it, and the passes that lay it."""

    number: Number
    plane: Annotated[Number | None, RefersTo("plane", "clear")] = None
    element: Annotated[Number | None, RefersTo("element", "clear")] = None
    value: Annotated[Value | None, Words("value of the base")] = None
    passes: Annotated[tuple[Number, ...], MaxLen(20), RefersTo("pass", "drop")] = ()
