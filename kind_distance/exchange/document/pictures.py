"""Parts of a document that lie on pictures: sources, strokes, reserved lights, notes, departures, thumbnails.

Places are shares of a picture's width and height as it was straightened. Sources and thumbnails are named by their
numbers, planes by their names.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from kind_distance.exchange.document.part import Name, Number, Part, Point, Points, Share, Text, Value

Gain = Annotated[float, Field(gt=0, le=8, allow_inf_nan=False)]
Metres = Annotated[float, Field(gt=0, le=100_000, allow_inf_nan=False)]
Kilometres = Annotated[float, Field(gt=0, le=400, allow_inf_nan=False)]
Word = Annotated[str, Field(max_length=40)]


class CardPlace(Part):
    """Where a thing of known colour was pressed on the picture as it came, and what each channel is multiplied by."""

    x: Share
    y: Share
    red: Gain
    green: Gain
    blue: Gain


class Source(Part):
    """A picture beside the document, and what is known of it; never where on earth it was taken."""

    number: Number
    file: Text = Field(description="Its name beside the document.")
    name: Name
    kind: Literal["photo", "page", "sketch", "study", "painting"] = "photo"
    purpose: Annotated[str, Field(max_length=60)] = ""
    maker: Annotated[str, Field(max_length=60)] = ""
    permission: Text = ""
    standing: Text = Field("", description="Where one stood.")
    access: Text = Field("", description="How to get there, and what to beware of.")
    place_shared: bool = Field(False, description="Whether the place in the picture's own file may be shown on paper.")
    taken_at: Annotated[str, Field(max_length=25)] | None = Field(None, description="Local time, ISO 8601.")
    lens: Text | None = None
    light_deg: Annotated[float, Field(ge=0, le=360)] | None = Field(
        None, description="Where the light comes from, clockwise from the top of the picture."
    )
    made_from: Number | None = Field(None, description="Number of the source it was made from.")
    tilt_deg: Annotated[float, Field(ge=-15, le=15)] = Field(0.0, description="What was straightened out of it.")
    horizon: Annotated[float, Field(ge=0, le=1)] | None = Field(None, description="Its height, set by hand.")
    card: Word | None = Field(None, description="What was pressed as known colour.")
    card_places: Annotated[tuple[CardPlace, ...], Field(max_length=6)] = ()
    corners: Annotated[tuple[Point, ...], Field(max_length=4)] = Field(
        (), description="Of the frame on the page that it was cut out of."
    )
    air_veil: Word | None = Field(None, description="The air it was taken in, where it is not the painting's own.")
    air_visibility_km: Kilometres | None = None


class StrokePart(Part):
    """A stroke on the main picture."""

    number: Number
    plane: Name
    kind: Literal["mark", "brush", "level", "area", "thin", "erase"]
    width: Annotated[float, Field(gt=0, le=0.25)] = Field(description="As a share of the picture's width.")
    points: Points


class ReservePart(Part):
    """A light on the main picture that is kept."""

    number: Number
    name: Name
    way: Literal["ground", "masked", "lifted", "added"]
    points: Points


class Pair(Part):
    """What is wanted where two planes meet."""

    far: Name
    near: Name
    gap: Annotated[float, Field(ge=0, le=3)] | None = Field(None, description="Least difference of their values.")
    lighter: Literal["far", "near"] | None = None


class NotePart(Part):
    """A note pinned on a source; a scale mark and an arrow have a second end."""

    number: Number
    source: Number
    kind: Literal["colour", "memory", "scale", "gaze", "line", "shadow"]
    x: Share
    y: Share
    text: Text = ""
    x2: Share | None = None
    y2: Share | None = None
    length_m: Metres | None = None


class DeparturePart(Part):
    """A planned departure from a source."""

    number: Number
    source: Number
    kind: Literal["moved", "bent", "left_out", "added"]
    points: Points
    reason: Text = ""
    shift_x: Share = 0.0
    shift_y: Share = 0.0
    low: Value | None = None
    high: Value | None = None


class EditPart(Part):
    """A shape of a thumbnail changed by hand, in shares of the thumbnail; steps count from 0, the darkest."""

    kind: Literal["step", "join", "split", "pull"]
    points: Points
    step: Annotated[int, Field(ge=0, le=6)] | None = None
    width: Annotated[float, Field(ge=0.002, le=0.2)] = 0.02


class ThumbnailPart(Part):
    """The settings of a value thumbnail; the picture follows from them."""

    number: Number
    source: Number
    name: Name
    steps: Annotated[int, Field(ge=2, le=7)]
    smallest_share: Annotated[float, Field(ge=0, le=0.25)]
    softness: Annotated[float, Field(gt=0, le=0.1)]
    even: bool = False
    cuts: Annotated[tuple[Value, ...], Field(max_length=6)] | None = Field(None, description="Set by hand, rising.")
    crop: tuple[Share, Share, Share, Share] | None = Field(
        None, description="Left, top, width and height, as shares of the source."
    )
    key: Word | None = None
    departed: bool = Field(False, description="Whether the planned departures are made in it.")
    edits: Annotated[tuple[EditPart, ...], Field(max_length=60)] = ()
    later: Text | None = Field(None, description="Its note, where it is an idea for later.")


class Focus(Part):
    """Where the eye is to stay, on the main picture."""

    x: Share
    y: Share
    reach: Annotated[float, Field(gt=0, le=1)] | None = Field(None, description="As a share of the picture's width.")


class Depth(Part):
    """How the values of the planes are planned."""

    veil: Word = "clear"
    visibility_km: Kilometres | None = Field(default=None, description="That of the veil without it.")
    pull: Annotated[float, Field(ge=0, le=1)] = Field(default=0.5, description="How far the air is followed.")
    key: Word = "full"
    gap: Annotated[float, Field(ge=0, le=3)] = Field(default=0.6, description="Least difference where planes meet.")
    airlight: Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")] | None = Field(
        default=None, description="Colour of the air at great distance, where it is not the veil's own."
    )


class Drawing(Part):
    """What is drawn before the first layer, and with what."""

    medium: Word = "pencil"
    detail: Word = "masses"
