"""What leaves the application of pictures, thumbnails and what is read on them."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, Field, FiniteFloat

from kind_distance.api.judgementmodels import JudgementView
from kind_distance.rows.words import Danger, SourceKind


class PlaceView(BaseModel):
    """Where a photo was taken; private unless shared."""

    latitude: float
    longitude: float
    shared: bool


class NoteView(BaseModel):
    """A note pinned on a source, in shares of the straightened picture; it may have come to lie outside."""

    number: int
    kind: Literal["colour", "memory", "scale", "gaze", "line", "shadow"]
    x: float
    y: float
    text: str
    x2: float | None
    y2: float | None
    length_m: float | None
    length_said: str | None
    eye_said: str | None = Field(description="Height of the eye by this mark, where the horizon is known.")
    colour: str | None = Field(description="What the picture shows there, for a note of colour.")
    value: float | None = Field(description="Munsell value there.")


class DepartureView(BaseModel):
    """A planned departure from a source."""

    number: int
    kind: Literal["moved", "bent", "left_out", "added"]
    name: str
    points: list[list[float]]
    shift: list[float]
    reason: str
    low: float | None
    high: float | None


class CardView(BaseModel):
    """The reference for colour of a photo."""

    reference: str
    name: str
    places: list[list[float]] = Field(description="Shares of the photo as it came.")
    said: str


class LostView(BaseModel):
    """Where the camera has lost darks and lights."""

    darks: float
    lights: float
    image: str


class HorizonView(BaseModel):
    """The horizon of a source."""

    height: float | None = Field(description="Share from the top; null where it is not sure.")
    tilt_deg: float
    by_hand: bool
    confidence: float
    candidates: list[float]
    skyline_tilt: float | None
    water_tilt: float | None


class SourceView(BaseModel):
    """A picture of this painting."""

    number: int
    kind: SourceKind
    picture: str = Field(description="Content hash.")
    image: str = Field(description="Address of the picture as developed.")
    as_it_came: str = Field(description="Address of the picture as it came.")
    name: str
    purpose: str
    maker: str
    permission: str
    standing: str
    access: str
    dangers: list[Danger] = Field(description="Kinds of danger where one stands.")
    cautions: list[str]
    light_deg: float | None
    made_from: int | None
    lineage: list[int] = Field(description="What it comes from, the first sketch first, itself last.")
    format: str
    width_px: int = Field(description="Of the straightened picture.")
    height_px: int
    taken_said: str | None
    lens: str | None
    place: PlaceView | None
    remark: str
    main: bool = Field(description="Planes are marked on this one.")
    tilt_deg: float
    card: CardView | None
    lost: LostView | None
    notes: list[NoteView]
    departures: list[DepartureView]
    corners: list[list[float]]
    sun_said: str | None = Field(description="Where the sun stood, where place and time are known.")
    air_veil: str | None = Field(description="The air it was taken in; null for the painting's own veil.")
    air_visibility_km: float | None


class ReadingView(BaseModel):
    """What can be measured on a thumbnail; values are Munsell 0-10."""

    darkest: float
    lightest: float
    shares: list[float]
    values: list[float]
    greys: list[str] = Field(description="The values as screen greys.")
    key: str
    shapes: int
    effective_shapes: float
    largest_share: float
    contour: float
    focus_step: float | None = Field(description="Largest value step at the focus; None without one.")
    cuts: list[float]
    histogram: list[float] = Field(description="Share of the photo in each of 128 equal parts of the scale 0-10.")


class EditView(BaseModel):
    """A shape changed by hand."""

    kind: Literal["step", "join", "split", "pull"]
    points: list[list[float]]
    step: int | None
    width: float


class ThumbnailView(BaseModel):
    """A kept thumbnail."""

    number: int
    source: int
    name: str
    steps: int
    smallest_share: float
    smallest_said: str
    softness: float
    even: bool
    cuts_by_hand: bool
    crop: list[int] | None
    key: str | None
    departed: bool
    edits: list[EditView]
    later: str | None
    differs: str = Field(description="How it differs from the chosen one, in a few words.")
    chosen: bool
    image: str
    aspect: float
    reading: ReadingView


class PreviewView(BaseModel):
    """A thumbnail being adjusted, with its picture as a data address."""

    image: str
    smallest_said: str
    aspect: float
    reading: ReadingView


class FactView(BaseModel):
    """One reading in words: what was measured, how, and what it cannot say."""

    key: str
    name: str
    said: str
    how: str


class SpotView(BaseModel):
    """A place on the photo, as shares."""

    x: float
    y: float


class SeenView(BaseModel):
    """Everything read and judged on a thumbnail, kept or only tried."""

    facts: list[FactView]
    judgements: list[JudgementView]
    hot_spots: list[SpotView]
    gaps: list[SpotView]
    horizon: HorizonView


class FormatView(BaseModel):
    """A thumbnail in one format, whole or with the crop that was tried."""

    key: str
    name: str
    ratio: float
    crop: list[int]
    image: str
    said: str
    cut_focus: bool


class SuggestionView(BaseModel):
    """A crop worth trying; never applied by itself."""

    crop: list[int]
    why: str


class DivisionView(BaseModel):
    """A division of the support with its measures in the painter's unit."""

    key: str
    name: str
    across: list[float]
    down: list[float]
    diagonals: bool
    along_top: str
    along_side: str
    focus_said: str


class PageFrameView(BaseModel):
    """A frame found on a photographed page."""

    corners: list[list[float]]
    confidence: float
    sure: bool


class SwatchView(BaseModel):
    """The colour and value at a place, with what lies around it."""

    colour: str
    value: float
    grey: str
    around: str
    around_value: float
    said: str


class IdeaView(BaseModel):
    """An idea set aside for later."""

    painting: int
    title: str
    thumbnail: int
    name: str
    note: str
    image: str


class SketchRequest(BaseModel):
    """Corners of the sketches to cut out of a page, in shares of the photo."""

    version: int
    corners: list[list[tuple[FiniteFloat, FiniteFloat]]] = Field(min_length=1, max_length=12)


class DistanceView(BaseModel):
    """A distance from what the painter knows."""

    distance_m: float
    said: str


class ShadowGuide(BaseModel):
    """Where the shadow of a marked upright falls, from its foot to its end, in shares of the picture."""

    mark: int
    foot: list[float]
    end: list[float]


class ShadowsView(BaseModel):
    """Shadows of one sun, and by what they were drawn."""

    guides: list[ShadowGuide]
    said: str


class BaysView(BaseModel):
    """Where equal bays go on: places along the line through the first and the third post, 0 and 1 being those two."""

    places: list[float]
    vanishing: float | None
