"""What happens at the easel: stretches of painting, things ticked, paint touched, remarks, what is to be mended.

Stretches hold how long was really painted; the diary, which is only ever added to, is kept beside the rows.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le, MinLen

from kind_distance.rows.marks import Moment, RefersTo, Unit, Words
from kind_distance.rows.words import (
    ClockMinute,
    Coordinate,
    Number,
    RemarkKind,
    Settled,
    Share,
    SurfaceFound,
    Text,
    TouchFound,
)

Written = Annotated[Text, MinLen(1)]
Allowed = Annotated[int, Ge(1), Le(240), Unit("min")]


@dataclass(frozen=True)
class StretchRecord:
    """A stretch of painting on one pass, from one press to the next; open while it is painted."""

    number: Number
    layer_pass: Annotated[Number, RefersTo("pass", "drop")]
    session: Annotated[Number | None, RefersTo("session", "clear")] = None
    begin: Annotated[ClockMinute, Moment()] = 0
    end: Annotated[ClockMinute | None, Moment()] = None


@dataclass(frozen=True)
class TickRecord:
    """Something that was wanted in a pass and is painted, or a kept light that it went round."""

    number: Number
    layer_pass: Annotated[Number, RefersTo("pass", "drop")]
    element: Annotated[Number | None, RefersTo("element", "drop")] = None
    reserve: Annotated[Number | None, RefersTo("reserve", "drop")] = None


@dataclass(frozen=True)
class TouchRecord:
    """What a finger at the rim found of a painted pass."""

    number: Number
    layer_pass: Annotated[Number, RefersTo("pass", "drop")]
    at: Annotated[ClockMinute, Moment()] = 0
    found: TouchFound = "dry"


@dataclass(frozen=True)
class RemarkRecord:
    """Something written down while painting: a note, a decision, what went wrong, a test that failed."""

    number: Number
    at: Annotated[ClockMinute, Moment()]
    kind: RemarkKind
    text: Annotated[Written, Words("remark")]
    session: Annotated[Number | None, RefersTo("session", "clear")] = None
    layer_pass: Annotated[Number | None, RefersTo("pass", "clear")] = None


@dataclass(frozen=True)
class MendRecord:
    """Something to mend next time, pinned to a place of the painting where one is named.

    The place is in shares of the painting itself, so that every photo of it shows it.
    """

    number: Number
    text: Annotated[Written, Words("goal")]
    made: Annotated[ClockMinute, Moment()] = 0
    minutes: Annotated[Allowed | None, Words("minutes allowed")] = None
    source: Annotated[Number | None, RefersTo("source", "clear")] = None
    x: Annotated[Coordinate | None, Words(says="Of the painting, from its left.")] = None
    y: Annotated[Coordinate | None, Words(says="Of the painting, from its top.")] = None
    settled: Annotated[Settled, Words(says="Whether it is mended, or waived with a reason.")] = ""
    reason: Text = ""
    surface: Annotated[SurfaceFound, Words("surface", "How it shines, where it shines otherwise than the rest.")] = ""
    reach: Annotated[Share | None, Words(says="Radius of such a place, as a share of the painting's width.")] = None


@dataclass(frozen=True)
class CriterionRecord:
    """A sentence by which the painting is finished."""

    number: Number
    text: Annotated[Written, Words("criterion")]
    settled: Annotated[Settled, Words(says="Whether it is met, or waived with a reason.")] = ""
    reason: Text = ""
