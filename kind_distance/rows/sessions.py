"""Sessions at the easel, a plan that was taken for them, and judgements that were silenced."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Le, MaxLen, MinLen

from kind_distance.rows.marks import Moment as ClockTime
from kind_distance.rows.marks import NotInDocument, Personal, RefersTo, Unit, Words
from kind_distance.rows.words import (
    ClockMinute,
    Company,
    Danger,
    LightSource,
    Line,
    Moment,
    Number,
    Sky,
    Text,
    UsedThing,
)

Around = Annotated[int, Ge(0), Le(240), Unit("min")]


@dataclass(frozen=True)
class SessionRecord:
    """A painting session with its air; `start` is local time, ISO 8601 to the minute."""

    number: Number
    start: Annotated[Moment, Words("start", "Local time, ISO 8601 to the minute.")]
    minutes: Annotated[int, Ge(5), Le(720), Unit("min"), Words("minutes of a session")]
    place: Annotated[str, MaxLen(120), Personal(), Words("place")] = ""
    outdoors: bool = False
    temperature_c: Annotated[float, Ge(-20), Le(50), Unit("°C"), Words("temperature")] = 20.0
    humidity: Annotated[float, Ge(1), Le(100), Unit("%"), Words("humidity")] = 50.0
    wind_m_s: Annotated[float, Ge(0), Le(25), Unit("m/s"), Words("wind")] = 0.1
    sun_w_m2: Annotated[float, Ge(0), Le(1200), Unit("W/m²"), Words("sun")] = 0.0
    setup_min: Annotated[Around, Words("setting up")] = 0
    cleanup_min: Annotated[Around, Words("cleaning up")] = 0
    unbroken_min: Annotated[
        int | None, Ge(20), Le(240), Unit("min"),
        Words("painting without a break", "Painting without a break that is not gone beyond."),
    ] = None  # fmt: skip
    hazards: Annotated[tuple[Text, ...], MaxLen(12), Words("dangers", "What is dangerous at this place.")] = ()
    dangers: Annotated[
        tuple[Danger, ...] | None,
        MaxLen(12),
        Words("kinds of danger", "Of this place; those on the main photo's place card where nobody said."),
    ] = None
    company: Annotated[tuple[Company, ...], MaxLen(4), Words("company", "Who is near, or nobody.")] = ()
    uses: Annotated[tuple[UsedThing, ...], MaxLen(9), Words("things used", "Besides brushes and paint.")] = ()
    sky: Annotated[Sky, Words("weather", "What the painter expects.")] = ""
    looks_at: Annotated[LightSource, Words(says="What is looked at: life, a photo, or what is imagined.")] = ""
    packed: Annotated[tuple[Line, ...], MaxLen(60), Words("things packed", "Of the kit list, what is packed.")] = ()
    began: Annotated[ClockMinute | None, ClockTime(), Words(says="When it was really begun.")] = None
    ended: Annotated[ClockMinute | None, ClockTime(), Words(says="When it was really ended.")] = None
    kit_own: Annotated[tuple[Line, ...], MaxLen(20), Words("own things", "Taken along besides the kit list.")] = ()


@dataclass(frozen=True)
class KeptPlace:
    """One place in a plan that was taken: a pass, its session, and the clock minute it does not begin before.

    By hand it begins just then, whatever the paint says.
    """

    place: Annotated[int, Ge(1), Le(1000), NotInDocument()]
    layer_pass: Annotated[Number, RefersTo("pass", "drop")]
    session: Annotated[Number, RefersTo("session", "drop")]
    not_before: Annotated[ClockMinute, ClockTime(), Words(says="Time before which it does not begin.")] = 0
    by_hand: bool = False


@dataclass(frozen=True)
class MeantSo:
    """A judgement the painter silenced, with the reason."""

    key: Annotated[str, MinLen(1), MaxLen(200)]
    reason: Text


@dataclass(frozen=True)
class Counter:
    """The last number that was given to a kind of row: no number is given twice."""

    kind: Annotated[str, MaxLen(20)]
    last: Annotated[int, Ge(0), Le(1_000_000)]
