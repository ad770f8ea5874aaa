"""Layer passes: what each paints, with what paint, on what."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen

from kind_distance.core.passes.kinds import PassKind
from kind_distance.rows.marks import Moment, NotInDocument, RefersTo, Usual, Words
from kind_distance.rows.words import (
    AidName,
    Chroma,
    ClockMinute,
    Explanation,
    Line,
    LineRemoved,
    LineWeight,
    Millimetres,
    Minutes,
    Name,
    Number,
    OilFat,
    Opacity,
    Share,
    Sheet,
    Value,
    WantsOfPaint,
    Word,
)

PaintName = Literal["watercolour", "gouache", "rewettable", "acrylic", "oil", "dry", "varnish"]
DryingClass = Literal["", "fast", "medium", "slow"]
Thickness = Annotated[float, Ge(0.1), Le(20)]


@dataclass(frozen=True)
class CountPainted:
    """Of a thing that is wanted several times, how many a pass paints."""

    element: Annotated[Number, RefersTo("element", "drop")]
    count: Annotated[int, Ge(0), Le(999)]


@dataclass(frozen=True)
class PassRecord:
    """A pass, in its place in the order; clock minutes where it is done.

    What is left empty is as usual for its kind, the medium and how its planes are handled.
    """

    number: Number
    place: Annotated[int, Ge(0), Le(1000), NotInDocument()]
    kind: PassKind
    planes: Annotated[
        tuple[Number, ...], MaxLen(9), RefersTo("plane", "drop"), Usual(), Words(says="Empty for the whole surface.")
    ]
    title: Annotated[Name, Usual()]
    paint: Annotated[PaintName, Usual()]
    minutes: Annotated[Minutes, Words("minutes of a pass"), Usual()]
    thickness: Annotated[Thickness, Words("thickness", "Against the usual film of its paint.")] = 1.0
    why: Annotated[Explanation, Words("reason")] = ""
    elements: Annotated[
        tuple[Number, ...], MaxLen(60), RefersTo("element", "drop"), Words(says="Things that it paints.")
    ] = ()
    share: Annotated[Share | None, Words("share", "Share of its planes' area that it touches.")] = None
    sheet: Annotated[Sheet, Words(says="The painting itself, or another sheet: a sketchbook.")] = "painting"
    mix: Annotated[Line, Words("mix", "The colour as it is called on the palette.")] = ""
    wants: Annotated[WantsOfPaint, Words("paint under it", "What it wants of the paint under it.")] = ""
    brush_mm: Annotated[Millimetres | None, Words("brush", "Width of the brush.")] = None
    mark_mm: Annotated[Millimetres | None, Words("mark", "Narrowest mark made with it, the way it is used.")] = None
    drawing_medium: Annotated[Word, Words(says="What a drawing is made with.")] = ""
    line_weight: LineWeight = ""
    line_removed: LineRemoved = ""
    line_meant: Annotated[bool | None, Words(says="Whether its line is meant to be seen.")] = None
    aids: Annotated[tuple[AidName, ...], MaxLen(3), Words("aids", "What its film is helped with while it is wet.")] = ()
    spares: Annotated[
        tuple[Number, ...] | None,
        MaxLen(40),
        RefersTo("reserve", "drop"),
        Words(says="Kept lights that it goes round; null where nobody said."),
    ] = None
    in_light: Annotated[bool, Words(says="Whether it is judged by the light of the subject.")] = False
    value: Annotated[Value | None, Words("value", "Its value there when dry.")] = None
    chroma: Chroma = ""
    hue: Word = ""
    opacity: Opacity = ""
    hides_line: Annotated[bool | None, Words(says="Whether one coat of it hides a line.")] = None
    oil: Annotated[OilFat, Words(says="In oil: thinned, from the tube, or with more oil.")] = ""
    dries: Annotated[DryingClass, Words(says="In oil: how fast its pigments dry.")] = ""
    counts: Annotated[tuple[CountPainted, ...], MaxLen(60)] = ()
    done_start: Annotated[ClockMinute | None, Moment(), Words(says="When it was begun, where it is painted.")] = None
    done_end: Annotated[ClockMinute | None, Moment(), Words(says="When it was ended.")] = None
    planned_min: Annotated[
        Minutes | None, Words(says="What was planned, where it is painted or follows the painter's own pace.")
    ] = None
