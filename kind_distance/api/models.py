"""What leaves the application: view models, in the painter's units. Planes are named by rank, 1 = farthest."""

from __future__ import annotations

from typing import TYPE_CHECKING, Literal

from pydantic import BaseModel, Field

from kind_distance.api.judgementmodels import JudgementView
from kind_distance.api.picturemodels import SourceView, ThumbnailView
from kind_distance.api.row_views import view_of
from kind_distance.rows import PassRecord, SessionRecord
from kind_distance.rows.words import (
    Asked,
    Danger,
)


class FocusView(BaseModel):
    """Where the eye is to stay, as shares of the main photo's width and height; `reach` of its width."""

    x: float
    y: float
    reach: float


class BriefView(BaseModel):
    """What the painter wants."""

    title: str
    idea: str
    medium: str
    medium_name: str
    support: str
    width_cm: float
    height_cm: float
    unit: Literal["cm", "in"]
    size_said: str = Field(description="Size of the support in the painter's unit.")
    ground: str
    ground_name: str
    school: str
    school_name: str
    passes_by_hand: bool
    focus: FocusView | None
    drawing_medium: str
    drawing_detail: str
    taken: dict[str, str] = Field(description="Side taken of each question that painters disagree on; empty: usual.")
    return_on: str | None
    asked: Asked


class PlaneReadingView(BaseModel):
    """What the photo shows in a plane."""

    share: float
    area_said: str
    dark: float
    mass: float
    light: float
    chroma: float
    warmth: float
    warmth_said: str
    detail: float
    at_x: float = Field(description="A place well inside it, as a share of the width.")
    at_y: float = Field(description="The same place, as a share of the height.")


class PlannedView(BaseModel):
    """What is planned for a plane."""

    target: float
    value: float
    dark: float
    light: float
    contrast_left: float | None
    detail: float = Field(description="Share of the strokes it is worth.")
    room_said: str = Field(description="Least and greatest value while the others stay, and what sets them.")
    colour: str
    ink: str = Field(description="Colour of text on it, black or white.")


class HandlingView(BaseModel):
    """How an area is painted; what is empty is left to the hand."""

    body: Literal["", "thin", "thick"]
    marks: Literal["", "soft", "broken"]
    brush: str
    said: str


class PlaneView(BaseModel):
    """A plane, measured and planned."""

    rank: int
    name: str
    kind: Literal["sky", "land", "water"]
    nature: Literal["solid", "see_through", "accents"]
    handling: HandlingView
    taken: dict[str, str] = Field(description="Side taken of each question that is asked of a plane.")
    distance_m: float | None
    distance_said: str
    locked: bool
    strokes: int
    reading: PlaneReadingView | None
    planned: PlannedView


class BorderView(BaseModel):
    """Where two planes meet."""

    far: int
    near: int
    length_cm: float
    length_said: str
    difference: float
    merged_said: str
    planned_difference: float
    own_gap: float | None
    own_direction: int | None
    ragged: float = Field(description="Length over that of the same border smoothed.")
    edge: Literal["lost", "soft", "firm", "hard"]
    edge_said: str


class ElementView(BaseModel):
    """A thing in the picture."""

    number: int
    name: str
    plane: int | None
    stands_in: int | None = Field(description="The plane that the marks give its place.")
    x: float | None
    y: float | None
    handling: HandlingView


class ReserveView(BaseModel):
    """A reserved light, as it lies on the marked planes."""

    number: int
    name: str
    way: Literal["ground", "masked", "lifted", "added"]
    points: list[list[float]]
    said: str = Field(description="Where it lies, how large, how light it will be.")


class HazeView(BaseModel):
    """How much of its own contrast a plane keeps at a distance."""

    distance_m: float
    contrast_left: float


class DepthView(BaseModel):
    """Choices for the whole ladder."""

    veil: str
    veil_name: str
    visibility_km: float
    visibility_own: bool
    pull: float
    key: str
    gap: float
    low: float
    high: float
    airlight: str
    haze: list[HazeView]
    airlight_own: bool
    air_said: str | None = Field(description="How far one sees in the photo, by its own planes.")
    warmest_said: str | None


class StrokeView(BaseModel):
    """A stroke that was drawn."""

    number: int
    plane: int
    kind: Literal["mark", "brush", "level", "area", "thin", "erase"]
    width: float
    points: list[list[float]] = Field(description="Pairs of x and y, as shares of width and height.")


class WaitView(BaseModel):
    """What a pass waits for."""

    number: int
    title: str
    needs_said: str
    reason: str
    material: bool


if TYPE_CHECKING:

    class PassShown(BaseModel):
        """What is shown of the row of a pass."""

    class SessionShown(BaseModel):
        """What is shown of the row of a session."""

else:
    PassShown = view_of(PassRecord, leaves_out=("place", "planes", "sheet", "drawing_medium", "hue", "planned_min"))
    SessionShown = view_of(SessionRecord, leaves_out=("looks_at", "packed", "kit_own"))


class PassView(PassShown):
    """One layer pass: its row, and what follows for it."""

    place: int
    plane: int | None
    keeps: str = Field(description="Reserved lights on its plane that it has to go round; empty without any.")
    smallest_mm: float | None
    aid: Literal["", "mist", "wetted", "dryer"]
    thing: str
    planes: list[int] = Field(description="Ranks of the planes it paints; none for the whole surface.")
    done: bool
    waits_for: list[WaitView]


class CostView(BaseModel):
    """What an order costs."""

    cut_round_said: str
    cut_round_cm: float
    remixes_said: str
    wait_min: float
    wait_said: str
    buried_min: float
    buried_said: str
    painting_min: int
    painting_said: str


class SchoolView(BaseModel):
    """A school of order with its cost on this painting."""

    key: str
    name: str
    reason: str
    cost: CostView
    sessions_said: str
    order: list[list[int]] = Field(description="Each pass: rank of its plane (0: whole surface), minutes.")


class CautionView(BaseModel):
    """A usual caution that applies; labels, safety data sheets, local rules and official warnings come first."""

    kind: str
    said: str
    passes: list[int] = Field(description="Passes that it belongs to; none where it belongs to the whole session.")


class SessionView(SessionShown):
    """A painting session: its row, and what follows for it."""

    name: str
    start_min: int
    end_min: int
    air_said: str
    sky_said: str = Field(description="Sun and weather outdoors, by the made-up station; empty indoors.")
    dangers: list[Danger] = Field(description="Kinds of danger: as said, else those on the place card.")
    cautions: list[CautionView] = Field(description="Each once, the gravest first.")
    over: bool
    used_min: int


class PlacementView(BaseModel):
    """Where a pass stands in time, what its film does, and why it stands there. Clock minutes."""

    number: int
    session: int | None
    start_min: int
    end_min: int
    open_until: float
    touch_early: float
    touch_late: float
    through_late: float
    span_said: str
    dry_said: str
    done: bool
    by_hand: bool
    kind: str
    not_earlier: str
    not_session_before: str
    wait_min: int = Field(description="Minutes in the session in which one waits before it.")
    dryer_for: int | None = Field(description="The pass that a dryer would dry sooner; none where it would not help.")


class MilestoneView(BaseModel):
    """A date outside the sessions, such as varnishing."""

    number: int
    earliest_min: float
    earliest_said: str
    because: str


class UnplacedView(BaseModel):
    """A pass that found no place."""

    number: int
    title: str
    why: str


class WantedView(BaseModel):
    """One thing that is wanted in the painting, and the passes that see to it."""

    sort: Literal["plane", "thing", "light", "departure"]
    number: int
    name: str
    passes: list[int]
    said: str


class PassRangeView(BaseModel):
    """Minutes of a pass as the painter's log has them."""

    number: int
    said: str


class PaceView(BaseModel):
    """The painter's own pace against what is reckoned."""

    factor: float
    said: str
    ranges: list[PassRangeView]


class WaitingView(BaseModel):
    """Idle minutes within a session, and what else may be painted in them. Clock minutes."""

    session: int
    start_min: int
    end_min: int
    said: str


class OtherSessionView(BaseModel):
    """A session of another painting. Clock minutes."""

    painting: int
    title: str
    start_min: int
    end_min: int
    said: str


class AroundView(BaseModel):
    """What else lies on the calendar."""

    waits: list[WaitingView]
    others: list[OtherSessionView]


class ReadyView(BaseModel):
    """The day by which the painting is to be ready (ISO 8601), for what, and when it will be."""

    day: str | None
    purpose: str
    said: str
    light: str


class WorkView(BaseModel):
    """Passes, sessions and where they stand."""

    passes: list[PassView]
    cost: CostView
    sessions: list[SessionView]
    placements: list[PlacementView]
    milestones: list[MilestoneView]
    unplaced: list[UnplacedView]
    now_min: int
    drying: list[str] = Field(description="Films that are drying now, said in words.")
    next_said: str
    plan_kept: bool = Field(description="A plan was taken and stands until it is let go.")
    ready: ReadyView
    wanted: list[WantedView]
    pace: PaceView | None
    around: AroundView


class HistoryView(BaseModel):
    """What can be undone and redone."""

    undo: str | None
    redo: str | None
    saved_said: str


class PaintingView(BaseModel):
    """A painting with everything that follows from its state."""

    id: int
    version: int
    brief: BriefView
    history: HistoryView
    sources: list[SourceView]
    thumbnails: list[ThumbnailView]
    planes: list[PlaneView]
    strokes: list[StrokeView]
    borders: list[BorderView]
    elements: list[ElementView]
    reserves: list[ReserveView]
    depth: DepthView
    judgements: list[JudgementView]
    work: WorkView
    outline_key: str = Field(description="Changes when the division among planes does.")
    mark: str = Field(description="Names this view; a change that names it is answered with what differs from it.")


class TakenView(BaseModel):
    """A picture that was brought, and whether it is new to this painting."""

    source: int
    name: str
    new: bool
    painting: PaintingView


class SketchesView(BaseModel):
    """Sketches that were cut out, and the painting as it then stands."""

    sources: list[int]
    painting: PaintingView


class ShelfPlaneView(BaseModel):
    """A plane as a slab on the shelf."""

    name: str
    value: float
    colour: str
    share: float


class ShelfView(BaseModel):
    """A painting as a strip on the shelf."""

    id: int
    title: str
    idea: str
    facts: str
    planes: list[ShelfPlaneView]
    image: str | None
    image_is_value: bool
    aspect: float
    passes: int
    done: int
    progress: float
    progress_said: str
    next_head: str
    next_text: str
    binned: bool
    damaged: bool = Field(default=False, description="Not all of it can be read; only copied and exported.")


class ShelfPageView(BaseModel):
    """A page of the shelf."""

    paintings: list[ShelfView]
    found: int = Field(description="How many hold the words, on all pages.")
    standing: int = Field(description="How many stand on the shelf.")
    finished: int = Field(description="How many of these are finished.")
    binned: int = Field(description="How many lie in the bin.")


class OutlineView(BaseModel):
    """Outline of a plane as SVG path data in a box of 1000 x 1000."""

    rank: int
    path: str


class MirrorView(BaseModel):
    """Ends of the reflections in a water as SVG path data in a box of 1000 x 1000, and the values they have."""

    path: str
    said: str


class ChoiceView(BaseModel):
    """One choice of a list."""

    key: str
    name: str
    said: str = ""


class VeilChoiceView(ChoiceView):
    """A veil profile."""

    visibility_km: float
    airlight: str


class RangeView(BaseModel):
    """Both ends of what can be set."""

    low: float
    high: float


class FormatChoiceView(BaseModel):
    """Proportions a picture may have: width over height."""

    key: str
    name: str
    ratio: float


class PassKindView(BaseModel):
    """A kind of pass: its name, what it is for, and whether it may belong to one plane."""

    key: str
    name: str
    said: str
    of_planes: bool


class MediumView(BaseModel):
    """A medium, and what a painter of it mostly begins on and how."""

    key: str
    name: str
    school: str
    ground: str
    support: str


class SideView(BaseModel):
    """One side of a question, and what it changes."""

    key: str
    name: str
    changes: str


class QuestionView(BaseModel):
    """What practitioners disagree on: the field that keeps the side taken."""

    field: str
    asks: str
    usual: str
    sides: list[SideView]


class ChoicesView(BaseModel):
    """What can be chosen, and the limits of sliders."""

    media: list[MediumView]
    grounds: list[ChoiceView]
    schools: list[ChoiceView]
    veils: list[VeilChoiceView]
    keys: list[ChoiceView]
    references: list[ChoiceView] = Field(description="Cards, mats and tape that take a cast out.")
    formats: list[FormatChoiceView]
    drawing_media: list[ChoiceView]
    drawing_details: list[ChoiceView]
    brushes: list[ChoiceView]
    ways_to_keep: list[ChoiceView]
    pass_kinds: list[PassKindView]
    lights: list[ChoiceView]
    dangers: list[ChoiceView]
    company: list[ChoiceView]
    uses: list[ChoiceView]
    skies: list[ChoiceView]
    questions: list[QuestionView] = Field(description="Of the brief.")
    plane_questions: list[QuestionView]
    softness: RangeView
    smallest_share: RangeView
    focus_reach: RangeView
    paint_range: RangeView


class VersionView(BaseModel):
    """Which version of a painting is kept."""

    version: int


class BeginRequest(BaseModel):
    """A new painting."""

    title: str = Field(max_length=400)
    idea: str = Field(default="", max_length=400)
    medium: str = Field(default="acrylic", max_length=40)
    support: str = Field(default="board", max_length=100)
    width_cm: float = Field(default=30.5, allow_inf_nan=False)
    height_cm: float = Field(default=22.9, allow_inf_nan=False)
    unit: Literal["cm", "in"] = "cm"
    ground: str = Field(default="white", max_length=40)
    school: str | None = Field(default=None, max_length=40)
