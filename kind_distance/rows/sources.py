"""Pictures of a painting and what was put on them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen

from kind_distance.rows.marks import (
    CropOfPicture,
    HeightOnPicture,
    NotInDocument,
    OnPicture,
    Personal,
    RefersTo,
    Shift,
    Unit,
    Usual,
    Words,
)
from kind_distance.rows.words import (
    Coordinate,
    Danger,
    Degrees,
    DepartureKind,
    EditKind,
    KeepWay,
    Kilometres,
    Line,
    Metres,
    Moment,
    Name,
    NoteKind,
    Number,
    Place,
    Share,
    SourceKind,
    StrokeKind,
    Text,
    Track,
    Value,
    Word,
)

Gain = Annotated[float, Gt(0), Le(8)]
Pixels = Annotated[int, Ge(1), Le(1_000_000)]
Latitude = Annotated[float, Ge(-90), Le(90), Unit("°")]
Longitude = Annotated[float, Ge(-180), Le(180), Unit("°")]
Tilt = Annotated[float, Ge(-15), Le(15), Unit("°")]
CropPx = tuple[int, int, int, int]


@dataclass(frozen=True)
class CardPlace:
    """Where a thing of known colour was pressed on the picture as it came, and what each channel is multiplied by."""

    x: Coordinate
    y: Coordinate
    red: Gain
    green: Gain
    blue: Gain


@dataclass(frozen=True)
class SourceRecord:
    """A picture of a painting, and what is known of it.

    Places on it (strokes, notes, crops, focus, departures) are shares of the picture as straightened.
    """

    number: Number
    picture_hash: Annotated[str, MaxLen(64), NotInDocument()]
    name: Name
    purpose: Annotated[Line, Usual(), Words(says="What it is for.")]
    format: Annotated[str, MaxLen(10), NotInDocument()]
    width_px: Annotated[Pixels, NotInDocument()]
    height_px: Annotated[Pixels, NotInDocument()]
    taken_at: Annotated[Moment | None, Words(says="Local time, ISO 8601.")] = None
    lens: Text | None = None
    latitude: Annotated[Latitude | None, NotInDocument()] = None
    longitude: Annotated[Longitude | None, NotInDocument()] = None
    place_shared: Annotated[bool, Words(says="Whether the place in the picture's own file may be shown on paper.")] = (
        False
    )
    remark: Annotated[Text, NotInDocument()] = ""
    kind: SourceKind = "photo"
    maker: Annotated[Line, Personal()] = ""
    permission: Annotated[Text, Personal()] = ""
    standing: Annotated[Text, Personal(), Words("place one stood", "Where one stood.")] = ""
    access: Annotated[Text, Personal(), Words("way there", "How to get there, and what to beware of.")] = ""
    light_deg: Annotated[
        Degrees | None, Words("light", "Where the light comes from, clockwise from the top of the picture.")
    ] = None
    made_from: Annotated[Number | None, RefersTo("source", "clear")] = None
    tilt_deg: Annotated[Tilt, Words("tilt", "What was straightened out of it.")] = 0.0
    horizon: Annotated[Share | None, HeightOnPicture(), Words("horizon", "Its height, set by hand.")] = None
    card: Annotated[Word | None, Words(says="What was pressed as known colour.")] = None
    card_places: Annotated[tuple[CardPlace, ...], MaxLen(6)] = ()
    corners: Annotated[tuple[Place, ...], MaxLen(4), Words(says="Of the frame it was cut out of on a page.")] = ()
    air_veil: Annotated[Word | None, Words(says="The air it was taken in, where it is not the painting's own.")] = None
    air_visibility_km: Kilometres | None = None
    dangers: Annotated[tuple[Danger, ...], MaxLen(12), Words("dangers", "Kinds of danger where one stands.")] = ()
    set_aside: Annotated[
        bool, Words(says="Whether what the painter sees counts, and not this photo of the painting.")
    ] = False


@dataclass(frozen=True)
class NoteRecord:
    """A note pinned on a source.

    A scale mark spans from (x, y) to (x2, y2) and says how long that is; gaze, leading line and cast shadow run from
    the one to the other.
    """

    number: Number
    source: Annotated[Number, RefersTo("source", "drop")]
    kind: NoteKind
    x: Annotated[Coordinate, OnPicture(down="y")]
    y: Coordinate
    text: Annotated[Text, Words("note")] = ""
    x2: Annotated[Coordinate | None, OnPicture(down="y2")] = None
    y2: Coordinate | None = None
    length_m: Annotated[Metres | None, Words("length")] = None


@dataclass(frozen=True)
class DepartureRecord:
    """A planned departure from a source, drawn on it, with its reason."""

    number: Number
    source: Annotated[Number, RefersTo("source", "drop")]
    kind: DepartureKind
    points: Annotated[Track, OnPicture()]
    reason: Text = ""
    shift_x: Annotated[Coordinate, Shift(down="shift_y", of="points")] = 0.0
    shift_y: Coordinate = 0.0
    low: Annotated[Value | None, Words("darkest value")] = None
    high: Annotated[Value | None, Words("lightest value")] = None


@dataclass(frozen=True)
class EditRecord:
    """A shape of a thumbnail changed by hand, in shares of the thumbnail; steps count from 0, the darkest."""

    kind: EditKind
    points: Track
    step: Annotated[int | None, Ge(0), Le(6)] = None
    width: Annotated[float, Ge(0.002), Le(0.2)] = 0.02


@dataclass(frozen=True)
class ThumbnailRecord:
    """The settings of a value thumbnail that was kept; the picture follows from them."""

    number: Number
    source: Annotated[Number, RefersTo("source", "refuse")]
    name: Name
    steps: Annotated[int, Ge(2), Le(7)]
    smallest_share: Annotated[float, Ge(0), Le(0.25), Words("smallest shape")]
    softness: Annotated[float, Gt(0), Le(0.1)]
    even: bool = False
    cuts: Annotated[tuple[Value, ...] | None, MaxLen(6), Words(says="Set by hand, rising.")] = None
    crop: Annotated[
        CropPx | None, CropOfPicture(), Words(says="Left, top, width and height, as shares of the source.")
    ] = None
    key: Word | None = None
    departed: Annotated[bool, Words(says="Whether the planned departures are made in it.")] = False
    edits: Annotated[tuple[EditRecord, ...], MaxLen(60)] = ()
    later: Annotated[Text | None, Words("note", "Its note, where it is an idea for later.")] = None


@dataclass(frozen=True)
class StrokeRecord:
    """A stroke on the main picture."""

    number: Number
    plane: Annotated[Number, RefersTo("plane", "drop")]
    kind: StrokeKind
    width: Annotated[float, Gt(0), Le(0.25), Words("width", "As a share of the picture's width.")]
    points: Annotated[Track, OnPicture(source="main", elsewhere="drop")]


@dataclass(frozen=True)
class ReserveRecord:
    """A light that is kept free: how, how light it is, where it lies on the main picture or in which plane."""

    number: Number
    name: Name
    way: KeepWay
    points: Annotated[
        tuple[Place, ...], MaxLen(4000), OnPicture(source="main", elsewhere="drop"), Words("outline")
    ] = ()
    plane: Annotated[
        Number | None, RefersTo("plane", "clear"), Words("plane", "Where no outline on a picture says it.")
    ] = None
    value: Annotated[Value | None, Words("value of the light")] = None
