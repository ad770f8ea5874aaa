"""What holds for the whole painting: the idea, the support, the materials, how depth is planned, what is wanted."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen, MinLen

from kind_distance.core.depth.ladder import USUAL_GAP
from kind_distance.rows.marks import OnPicture, RefersTo, Unit, Usual, Words
from kind_distance.rows.words import (
    Approach,
    Asked,
    BlackUse,
    BrushesTaken,
    Centimetres,
    CheapBelow,
    Coordinate,
    DivisionLiked,
    DriesTo,
    EchoHues,
    EyePath,
    Fidelity,
    Foreground,
    GlazeMedium,
    GlazeThinner,
    HandWanted,
    Kilometres,
    LengthUnit,
    LightSource,
    Line,
    Moment,
    MovingLight,
    Number,
    Purpose,
    RestOrGo,
    Share,
    Sides,
    StopAt,
    Text,
    Value,
    Word,
)

Title = Annotated[str, MinLen(1), MaxLen(120)]
Gap = Annotated[float, Ge(0), Le(3), Unit("V")]
Airlight = Annotated[str, MaxLen(9)]
Factor = Annotated[float, Ge(0.2), Le(5)]


@dataclass(frozen=True)
class LightSpan:
    """Hours of one day in which the wanted light is there; local time, ISO 8601."""

    start: Moment
    end: Moment


@dataclass(frozen=True)
class Brief:
    """What the painter wants, and the choices that hold for the whole painting."""

    title: Annotated[Title, Words("title")]
    idea: Annotated[Text, Words("idea", "What it is about, in a sentence.")] = ""
    medium: Word = "acrylic"
    support: Annotated[Line, Words("support", "What is painted on: board, canvas, paper.")] = "board"
    width_cm: Centimetres = 30.5
    height_cm: Centimetres = 22.9
    unit: LengthUnit = "cm"
    ground: Word = "white"
    school: Annotated[Word, Words("school of order", "The medium's usual one without it."), Usual()] = "far_to_near"
    veil: Word = "clear"
    visibility_km: Annotated[Kilometres | None, Words(says="That of the veil without it.")] = None
    pull: Annotated[Share, Words("pull of the veil", "How far the air is followed.")] = 0.5
    key: Word = "full"
    gap: Annotated[Gap, Words("least gap", "Least difference where planes meet.")] = USUAL_GAP
    main_source: Annotated[Number | None, RefersTo("source", "clear")] = None
    chosen_thumbnail: Annotated[Number | None, RefersTo("thumbnail", "clear")] = None
    passes_by_hand: Annotated[
        bool, Usual(), Words(says="Whether the passes are the painter's own list; else they follow from the planes.")
    ] = False
    focus_x: Annotated[Coordinate | None, OnPicture(down="focus_y", source="main", elsewhere="clear")] = None
    focus_y: Annotated[Coordinate | None, Words("place of the focus")] = None
    focus_reach: Annotated[float | None, Gt(0), Le(1), Words(says="As a share of the picture's width.")] = None
    drawing_medium: Word = "pencil"
    drawing_detail: Word = "masses"
    airlight: Annotated[Airlight | None, Words(says="Colour of the air at great distance, #rrggbb.")] = None
    deadline: Annotated[Moment | None, Words("day it is to be ready by")] = None
    deadline_for: Purpose = ""
    light: Annotated[Word, Words("light", "Light that is wanted outdoors; that of the photo without it.")] = ""
    focus_plane: Annotated[
        Number | None, RefersTo("plane", "clear"), Words("plane of the focus", "The plane that carries the idea.")
    ] = None
    light_from: Annotated[LightSource, Words("light one paints by", "From life, a photo, or imagined.")] = ""
    light_holds: Annotated[
        tuple[LightSpan, ...], MaxLen(60), Words("hours of the light", "When the wanted light is there.")
    ] = ()
    ground_value: Annotated[Value | None, Words("value of the ground", "Where it is not that of the ground named.")] = (
        None
    )
    ground_ready: Annotated[bool, Words(says="Whether the tone of the ground is on the support already, and dry.")] = (
        False
    )
    approach: Annotated[Approach, Words(says="How the medium is handled, where that matters to the order.")] = ""
    glaze_thinner: Annotated[GlazeThinner, Words(says="What a water-borne glaze is thinned with.")] = ""
    sides: Annotated[Sides, Words(says="What becomes of the sides of the support.")] = ""
    brushes_taken: Annotated[BrushesTaken, Words(says="The fewest brushes that do, or one for every mark.")] = ""
    hand: Annotated[HandWanted, Words(says="Chance or control outside the focus.")] = ""
    rest_or_go: Annotated[RestOrGo, Words(says="Put it away for a while, or finish it in one go.")] = ""
    return_on: Annotated[Moment | None, Words("day of return", "Day on which it is looked at again.")] = None
    stop_at: Annotated[StopAt, Words(says="Stop early, or refine.")] = ""
    eye_path: Annotated[EyePath, Words(says="Whether the eye is kept from the rim or may float.")] = ""
    asked: Annotated[Asked, Words(says="How much is asked and shown: every judgement, or what would spoil it.")] = ""
    foreground: Foreground = ""
    fidelity: Annotated[Fidelity, Words(says="Follow the photo, or depart from it.")] = ""
    moving_light: Annotated[MovingLight, Words(says="Fix the light at the start, or go after it.")] = ""
    division: Annotated[DivisionLiked, Words(says="Thirds, or an unusual division.")] = ""
    dries_to: Annotated[DriesTo, Words(says="Acrylic: dries darker, or darks lighter and lights darker.")] = ""
    glaze_medium: Annotated[GlazeMedium, Words(says="A medium that is clear, or milky, while it is wet.")] = ""
    black_use: Annotated[BlackUse, Words(says="Black from the tube, or darks that are mixed.")] = ""
    cheap_below: Annotated[CheapBelow, Words(says="Whether cheap paint lies under later layers.")] = ""
    echo_hues: Annotated[EchoHues, Words(says="Repeat a colour across the picture, or vary each shape.")] = ""
    few_tubes: Annotated[bool, Words(says="Whether few tubes count more than the last bit of nearness.")] = False
    step_back_min: Annotated[
        int,
        Ge(0),
        Le(60),
        Unit("min"),
        Words("minutes between steps back", "How often one steps back to look; 0 for no bell."),
    ] = 12
    pace: Annotated[
        Factor | None, Words("own pace", "Minutes taken over minutes planned, where no log tells it yet.")
    ] = None
