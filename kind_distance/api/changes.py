"""Every change a painter can make, as a checked model: one union, told apart by `action`.

The names and fields are those of `kind_distance.studio.changes`; the remedies of judgements use them too.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat

Text = Annotated[str, Field(max_length=400)]
Number = Annotated[int, Field(ge=1, le=100_000)]
Cuts = Annotated[list[FiniteFloat], Field(max_length=6)]
Point = tuple[FiniteFloat, FiniteFloat]
Points = Annotated[list[Point], Field(min_length=1, max_length=2000)]
CropPx = tuple[int, int, int, int]
Rank = Annotated[int, Field(ge=1, le=9)]


Body = Literal["", "thin", "thick"]
Marks = Literal["", "soft", "broken"]
Way = Literal["ground", "masked", "lifted", "added"]


class _Change(BaseModel):
    model_config = ConfigDict(extra="forbid")

    def arguments(self) -> dict[str, Any]:
        """Give what the change needs, without what was left out."""
        return self.model_dump(exclude={"action"}, exclude_unset=True)


class SetBrief(_Change):
    """Change title, idea, medium, support, ground or school of order."""

    action: Literal["set_brief"]
    title: Text | None = None
    idea: Text | None = None
    medium: Text | None = None
    support: Text | None = None
    width_cm: FiniteFloat | None = None
    height_cm: FiniteFloat | None = None
    unit: Literal["cm", "in"] | None = None
    ground: Text | None = None
    school: Text | None = None
    drawing_medium: Text | None = None
    drawing_detail: Text | None = None


class SetSource(_Change):
    """Say of a source what it is, what for, whose, by which permission, where one stood, how to get there."""

    action: Literal["set_source"]
    source: Number
    name: Text | None = None
    purpose: Text | None = None
    maker: Text | None = None
    permission: Text | None = None
    standing: Text | None = None
    access: Text | None = None
    place_shared: bool | None = None
    kind: Literal["photo", "page", "sketch", "study", "painting"] | None = None


class SetLight(_Change):
    """Say where the light comes from: degrees clockwise from the top of the picture; null where it is not known."""

    action: Literal["set_light"]
    source: Number
    light_deg: FiniteFloat | None = None


class LinkSource(_Change):
    """Say from which other source one was made."""

    action: Literal["link_source"]
    source: Number
    made_from: Number | None = None


class SetHorizon(_Change):
    """Set the horizon's height by hand, as a share from the top; null lets it be found."""

    action: Literal["set_horizon"]
    source: Number
    horizon: FiniteFloat | None = None


class SetCard(_Change):
    """Press the reference for colour, in shares of the photo as it came."""

    action: Literal["set_card"]
    source: Number
    reference: Text
    x: FiniteFloat
    y: FiniteFloat
    value: FiniteFloat | None = None
    more: bool = False


class ClearCard(_Change):
    """Show the photo's colours as the camera gave them."""

    action: Literal["clear_card"]
    source: Number


class Straighten(_Change):
    """Straighten a picture by so many degrees, clockwise lean positive."""

    action: Literal["straighten"]
    source: Number
    tilt_deg: FiniteFloat


class AddNote(_Change):
    """Pin a note; a scale mark has a second end and its length in metres, an arrow its second end."""

    action: Literal["add_note"]
    source: Number
    kind: Literal["colour", "memory", "scale", "gaze", "line", "shadow"]
    x: FiniteFloat
    y: FiniteFloat
    text: Text = ""
    x2: FiniteFloat | None = None
    y2: FiniteFloat | None = None
    length_m: FiniteFloat | None = None


class SetNote(_Change):
    """Change what a note says, or where it is pinned."""

    action: Literal["set_note"]
    note: Number
    text: Text | None = None
    x: FiniteFloat | None = None
    y: FiniteFloat | None = None
    length_m: FiniteFloat | None = None


class RemoveNote(_Change):
    """Take a note off."""

    action: Literal["remove_note"]
    note: Number


class AddDeparture(_Change):
    """Plan to move, bend, leave out or add something."""

    action: Literal["add_departure"]
    source: Number
    kind: Literal["moved", "bent", "left_out", "added"]
    points: Points
    reason: Text = ""
    shift: Point = (0.0, 0.0)
    low: FiniteFloat | None = None
    high: FiniteFloat | None = None


class SetDeparture(_Change):
    """Give a departure's reason, where to, or which values an added subject may have."""

    action: Literal["set_departure"]
    departure: Number
    reason: Text | None = None
    shift: Point | None = None
    low: FiniteFloat | None = None
    high: FiniteFloat | None = None
    open_values: bool = False


class RemoveDeparture(_Change):
    """Follow the photo there after all."""

    action: Literal["remove_departure"]
    departure: Number


class SetMainSource(_Change):
    """Choose the photo on which planes are marked."""

    action: Literal["set_main_source"]
    source: Number


class RemoveSource(_Change):
    """Take a source away."""

    action: Literal["remove_source"]
    source: Number


class SetFocus(_Change):
    """Mark where the eye is to stay, as shares of the main photo's width and height."""

    action: Literal["set_focus"]
    x: FiniteFloat
    y: FiniteFloat
    reach: FiniteFloat | None = None


class ClearFocus(_Change):
    """Take the mark of the focus away."""

    action: Literal["clear_focus"]


class EditWanted(BaseModel):
    """A shape changed by hand, in shares of the thumbnail."""

    model_config = ConfigDict(extra="forbid")

    kind: Literal["step", "join", "split", "pull"]
    points: Points
    step: Annotated[int, Field(ge=0, le=6)] | None = None
    width: Annotated[FiniteFloat, Field(ge=0.002, le=0.2)] = 0.02


Edits = Annotated[list[EditWanted], Field(max_length=60)]


class KeepThumbnail(_Change):
    """Keep a value thumbnail; with `later` among the ideas for later."""

    action: Literal["keep_thumbnail"]
    source: Number
    steps: int
    smallest_share: FiniteFloat
    softness: FiniteFloat
    even: bool = False
    cuts: Cuts | None = None
    crop: CropPx | None = None
    key: Text | None = None
    departed: bool = False
    edits: Edits | None = None
    later: Text | None = None
    name: Text = ""


class SetThumbnail(_Change):
    """Adjust or name a kept thumbnail."""

    action: Literal["set_thumbnail"]
    thumbnail: Number
    name: Text | None = None
    steps: int | None = None
    smallest_share: FiniteFloat | None = None
    softness: FiniteFloat | None = None
    even: bool | None = None
    cuts: Cuts | None = None
    find_cuts: bool = False
    crop: CropPx | None = None
    whole: bool = False
    key: Text | None = None
    own_key: bool = False
    departed: bool | None = None
    edits: Edits | None = None


class SetAside(_Change):
    """Put a thumbnail with the ideas for later, with a note."""

    action: Literal["set_aside"]
    thumbnail: Number
    note: Text = ""


class TakeUpAgain(_Change):
    """Take an idea for later back among the thumbnails."""

    action: Literal["take_up_again"]
    thumbnail: Number


class ChooseThumbnail(_Change):
    """Choose the thumbnail one paints from."""

    action: Literal["choose_thumbnail"]
    thumbnail: Number


class RemoveThumbnail(_Change):
    """Take a thumbnail away."""

    action: Literal["remove_thumbnail"]
    thumbnail: Number


class AddElement(_Change):
    """Name a thing in the picture; null for a plane that is not known yet."""

    action: Literal["add_element"]
    name: Text
    plane: Rank | None = None
    x: FiniteFloat | None = None
    y: FiniteFloat | None = None


class SetElement(_Change):
    """Rename a thing, or put it into a plane; null takes it out of its plane."""

    action: Literal["set_element"]
    element: Number
    name: Text | None = None
    plane: Rank | None = None
    body: Body | None = None
    marks: Marks | None = None
    brush: Text | None = None


class AddReserve(_Change):
    """Reserve a light: its outline in shares of the main picture, its name, and how it is kept."""

    action: Literal["add_reserve"]
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(min_length=3, max_length=4000)]
    name: Text
    way: Way = "ground"


class SetReserve(_Change):
    """Rename a reserved light, or keep it another way."""

    action: Literal["set_reserve"]
    reserve: Number
    name: Text | None = None
    way: Way | None = None


class RemoveReserve(_Change):
    """Give a reserved light up."""

    action: Literal["remove_reserve"]
    reserve: Number


class RemoveElement(_Change):
    """Take a thing off the list."""

    action: Literal["remove_element"]
    element: Number


class ProposePlanes(_Change):
    """Begin with so many planes."""

    action: Literal["propose_planes"]
    count: int


class AddPlane(_Change):
    """Add a plane nearer than the plane `after`."""

    action: Literal["add_plane"]
    name: Text
    after: Annotated[int, Field(ge=0, le=9)]
    kind: Literal["sky", "land", "water"] = "land"
    distance_m: FiniteFloat | None = None


class SetPlane(_Change):
    """Name a plane, say what it is or how far it stands."""

    action: Literal["set_plane"]
    plane: Rank
    name: Text | None = None
    kind: Literal["sky", "land", "water"] | None = None
    nature: Literal["solid", "see_through", "accents"] | None = None
    distance_m: FiniteFloat | None = None
    body: Body | None = None
    marks: Marks | None = None
    brush: Text | None = None


class MovePlane(_Change):
    """Give a plane another place between far and near."""

    action: Literal["move_plane"]
    plane: Rank
    to: Rank


class RemovePlane(_Change):
    """Take a plane away."""

    action: Literal["remove_plane"]
    plane: Rank


class SwapDistances(_Change):
    """Swap the distances of two planes."""

    action: Literal["swap_distances"]
    one: Rank
    other: Rank


class AddStroke(_Change):
    """Draw a stroke on the picture; points are shares of its width and height."""

    action: Literal["add_stroke"]
    plane: Rank
    kind: Literal["mark", "brush", "level", "area", "thin", "erase"]
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(min_length=1, max_length=4000)]
    width: FiniteFloat = 0.012
    settle: bool = False


class RemoveStroke(_Change):
    """Take one stroke away."""

    action: Literal["remove_stroke"]
    stroke: Number


class ClearStrokes(_Change):
    """Take all strokes away, or those of one plane."""

    action: Literal["clear_strokes"]
    plane: Rank | None = None


class SetDepth(_Change):
    """Choose veil, visibility, pull, key or least gap."""

    action: Literal["set_depth"]
    veil: Text | None = None
    visibility_km: FiniteFloat | None = None
    usual_visibility: bool = False
    pull: FiniteFloat | None = None
    key: Text | None = None
    gap: FiniteFloat | None = None
    airlight: Annotated[str, Field(max_length=9)] | None = None
    usual_airlight: bool = False


class SetAir(_Change):
    """Say in which air a photo was taken; null for the painting's own veil."""

    action: Literal["set_air"]
    source: Number
    veil: Text | None = None
    visibility_km: FiniteFloat | None = None


class SetPlannedValue(_Change):
    """Hold a plane at a value."""

    action: Literal["set_planned_value"]
    plane: Rank
    value: FiniteFloat


class UnlockPlane(_Change):
    """Let the ladder plan a plane again."""

    action: Literal["unlock_plane"]
    plane: Rank


class SetPairGap(_Change):
    """Want an own gap where two planes meet; 0 lets them merge."""

    action: Literal["set_pair_gap"]
    far: Rank
    near: Rank
    gap: FiniteFloat


class SetPairDirection(_Change):
    """Say which of two planes is to be the lighter: 1 the far one, -1 the near one."""

    action: Literal["set_pair_direction"]
    far: Rank
    near: Rank
    direction: Literal[-1, 1]


class ForgetPair(_Change):
    """Take back what was wanted of a pair."""

    action: Literal["forget_pair"]
    far: Rank
    near: Rank


class DerivePasses(_Change):
    """Derive the passes from the plan again."""

    action: Literal["derive_passes"]


class SetPass(_Change):
    """Rename a pass, or change its minutes, thickness or paint."""

    action: Literal["set_pass"]
    number: Number
    title: Text | None = None
    minutes: int | None = None
    thickness: FiniteFloat | None = None
    paint: Literal["watercolour", "gouache", "rewettable", "acrylic", "oil"] | None = None


class SplitPass(_Change):
    """Divide a pass into two parts."""

    action: Literal["split_pass"]
    number: Number


class AddPass(_Change):
    """Add a pass."""

    action: Literal["add_pass"]
    kind: Literal["ground", "drawing", "block_in", "second_layer", "details", "lights", "varnish", "finish"]
    plane: Rank | None = None
    title: Text = ""
    minutes: int | None = None


class AddUnderlay(_Change):
    """Add a white underlay before everything else on a plane."""

    action: Literal["add_underlay"]
    plane: Rank


class RemovePass(_Change):
    """Take a pass away."""

    action: Literal["remove_pass"]
    number: Number


class MoveBefore(_Change):
    """Put a pass right before another."""

    action: Literal["move_before"]
    number: Number
    before: Number


class MovePass(_Change):
    """Give a pass another place in the order."""

    action: Literal["move_pass"]
    number: Number
    to: Number


class MarkDone(_Change):
    """Note that a pass is painted."""

    action: Literal["mark_done"]
    number: Number
    at: Text | None = None
    minutes: int | None = None


class MarkNotDone(_Change):
    """Take the mark back."""

    action: Literal["mark_not_done"]
    number: Number


class AddSession(_Change):
    """Add a painting session; `start` is local time, ISO 8601."""

    action: Literal["add_session"]
    start: Text
    minutes: int
    outdoors: bool = False
    place: Text = ""
    temperature_c: FiniteFloat = 20.0
    humidity: FiniteFloat = 50.0
    wind_m_s: FiniteFloat | None = None
    sun_w_m2: FiniteFloat | None = None


class SetSession(_Change):
    """Change a session."""

    action: Literal["set_session"]
    session: Number
    start: Text | None = None
    minutes: int | None = None
    outdoors: bool | None = None
    place: Text | None = None
    temperature_c: FiniteFloat | None = None
    humidity: FiniteFloat | None = None
    wind_m_s: FiniteFloat | None = None
    sun_w_m2: FiniteFloat | None = None


class CopySession(_Change):
    """Add a session like another, some days later."""

    action: Literal["copy_session"]
    session: Number
    minutes: int
    days: int = 1
    times: int = 1


class TakePlan(_Change):
    """Take one of the offered plans."""

    action: Literal["take_plan"]
    way: Literal["order", "few", "anew"]


class TakeStationAir(_Change):
    """Give a session outdoors the air that the station expects."""

    action: Literal["take_station_air"]
    session: Number


class LetPlanGo(_Change):
    """Let the plan be worked out afresh with every change."""

    action: Literal["let_plan_go"]


class RemoveSession(_Change):
    """Take a session away."""

    action: Literal["remove_session"]
    session: Number


class MeanItSo(_Change):
    """Silence a judgement, with the reason."""

    action: Literal["mean_it_so"]
    key: Text
    reason: Text = ""


class HearAgain(_Change):
    """Listen to a silenced judgement again."""

    action: Literal["hear_again"]
    key: Text


AnyChange = Annotated[
    SetBrief
    | SetSource
    | SetLight
    | LinkSource
    | SetHorizon
    | SetCard
    | ClearCard
    | Straighten
    | AddNote
    | SetNote
    | RemoveNote
    | AddDeparture
    | SetDeparture
    | RemoveDeparture
    | SetMainSource
    | RemoveSource
    | SetFocus
    | ClearFocus
    | KeepThumbnail
    | SetThumbnail
    | SetAside
    | TakeUpAgain
    | ChooseThumbnail
    | RemoveThumbnail
    | AddElement
    | SetElement
    | RemoveElement
    | AddReserve
    | SetReserve
    | RemoveReserve
    | ProposePlanes
    | AddPlane
    | SetPlane
    | MovePlane
    | RemovePlane
    | SwapDistances
    | AddStroke
    | RemoveStroke
    | ClearStrokes
    | SetDepth
    | SetAir
    | SetPlannedValue
    | UnlockPlane
    | SetPairGap
    | SetPairDirection
    | ForgetPair
    | DerivePasses
    | SetPass
    | SplitPass
    | AddPass
    | AddUnderlay
    | RemovePass
    | MoveBefore
    | MovePass
    | MarkDone
    | MarkNotDone
    | AddSession
    | SetSession
    | CopySession
    | RemoveSession
    | TakePlan
    | LetPlanGo
    | TakeStationAir
    | MeanItSo
    | HearAgain,
    Field(discriminator="action"),
]


class ChangeRequest(BaseModel):
    """A change, made on a certain version of the painting."""

    version: int
    change: AnyChange


class VersionRequest(BaseModel):
    """A step through the history, made on a certain version of the painting."""

    version: int
