"""Every change a painter can make, as a checked model: one union, told apart by `action`.

The names and fields are those of `kind_distance.studio.changes`; the remedies of judgements use them too.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat

from kind_distance.api.given import Body, CropPx, Cuts, Given, Marks, Number, Point, Points, Rank, Text, Way
from kind_distance.api.workchanges import WorkChange


class SetBrief(Given):
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
    deadline: Text | None = None
    deadline_for: Literal["gift", "trip", "sale"] | None = None
    light: Text | None = None


class SetSource(Given):
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


class SetLight(Given):
    """Say where the light comes from: degrees clockwise from the top of the picture; null where it is not known."""

    action: Literal["set_light"]
    source: Number
    light_deg: FiniteFloat | None = None


class LinkSource(Given):
    """Say from which other source one was made."""

    action: Literal["link_source"]
    source: Number
    made_from: Number | None = None


class SetHorizon(Given):
    """Set the horizon's height by hand, as a share from the top; null lets it be found."""

    action: Literal["set_horizon"]
    source: Number
    horizon: FiniteFloat | None = None


class SetCard(Given):
    """Press the reference for colour, in shares of the photo as it came."""

    action: Literal["set_card"]
    source: Number
    reference: Text
    x: FiniteFloat
    y: FiniteFloat
    value: FiniteFloat | None = None
    more: bool = False


class ClearCard(Given):
    """Show the photo's colours as the camera gave them."""

    action: Literal["clear_card"]
    source: Number


class Straighten(Given):
    """Straighten a picture by so many degrees, clockwise lean positive."""

    action: Literal["straighten"]
    source: Number
    tilt_deg: FiniteFloat


class AddNote(Given):
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


class SetNote(Given):
    """Change what a note says, or where it is pinned."""

    action: Literal["set_note"]
    note: Number
    text: Text | None = None
    x: FiniteFloat | None = None
    y: FiniteFloat | None = None
    length_m: FiniteFloat | None = None


class RemoveNote(Given):
    """Take a note off."""

    action: Literal["remove_note"]
    note: Number


class AddDeparture(Given):
    """Plan to move, bend, leave out or add something."""

    action: Literal["add_departure"]
    source: Number
    kind: Literal["moved", "bent", "left_out", "added"]
    points: Points
    reason: Text = ""
    shift: Point = (0.0, 0.0)
    low: FiniteFloat | None = None
    high: FiniteFloat | None = None


class SetDeparture(Given):
    """Give a departure's reason, where to, or which values an added subject may have."""

    action: Literal["set_departure"]
    departure: Number
    reason: Text | None = None
    shift: Point | None = None
    low: FiniteFloat | None = None
    high: FiniteFloat | None = None
    open_values: bool = False


class RemoveDeparture(Given):
    """Follow the photo there after all."""

    action: Literal["remove_departure"]
    departure: Number


class SetMainSource(Given):
    """Choose the photo on which planes are marked."""

    action: Literal["set_main_source"]
    source: Number


class RemoveSource(Given):
    """Take a source away."""

    action: Literal["remove_source"]
    source: Number


class SetFocus(Given):
    """Mark where the eye is to stay, as shares of the main photo's width and height."""

    action: Literal["set_focus"]
    x: FiniteFloat
    y: FiniteFloat
    reach: FiniteFloat | None = None


class ClearFocus(Given):
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


class KeepThumbnail(Given):
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


class SetThumbnail(Given):
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


class SetAside(Given):
    """Put a thumbnail with the ideas for later, with a note."""

    action: Literal["set_aside"]
    thumbnail: Number
    note: Text = ""


class TakeUpAgain(Given):
    """Take an idea for later back among the thumbnails."""

    action: Literal["take_up_again"]
    thumbnail: Number


class ChooseThumbnail(Given):
    """Choose the thumbnail one paints from."""

    action: Literal["choose_thumbnail"]
    thumbnail: Number


class RemoveThumbnail(Given):
    """Take a thumbnail away."""

    action: Literal["remove_thumbnail"]
    thumbnail: Number


class AddElement(Given):
    """Name a thing in the picture; null for a plane that is not known yet."""

    action: Literal["add_element"]
    name: Text
    plane: Rank | None = None
    x: FiniteFloat | None = None
    y: FiniteFloat | None = None


class SetElement(Given):
    """Rename a thing, or put it into a plane; null takes it out of its plane."""

    action: Literal["set_element"]
    element: Number
    name: Text | None = None
    plane: Rank | None = None
    body: Body | None = None
    marks: Marks | None = None
    brush: Text | None = None


class AddReserve(Given):
    """Reserve a light: its outline in shares of the main picture, its name, and how it is kept."""

    action: Literal["add_reserve"]
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(min_length=3, max_length=4000)]
    name: Text
    way: Way = "ground"


class SetReserve(Given):
    """Rename a reserved light, or keep it another way."""

    action: Literal["set_reserve"]
    reserve: Number
    name: Text | None = None
    way: Way | None = None


class RemoveReserve(Given):
    """Give a reserved light up."""

    action: Literal["remove_reserve"]
    reserve: Number


class RemoveElement(Given):
    """Take a thing off the list."""

    action: Literal["remove_element"]
    element: Number


class ProposePlanes(Given):
    """Begin with so many planes."""

    action: Literal["propose_planes"]
    count: int


class AddPlane(Given):
    """Add a plane nearer than the plane `after`."""

    action: Literal["add_plane"]
    name: Text
    after: Annotated[int, Field(ge=0, le=9)]
    kind: Literal["sky", "land", "water"] = "land"
    distance_m: FiniteFloat | None = None


class SetPlane(Given):
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


class MovePlane(Given):
    """Give a plane another place between far and near."""

    action: Literal["move_plane"]
    plane: Rank
    to: Rank


class RemovePlane(Given):
    """Take a plane away."""

    action: Literal["remove_plane"]
    plane: Rank


class SwapDistances(Given):
    """Swap the distances of two planes."""

    action: Literal["swap_distances"]
    one: Rank
    other: Rank


class AddStroke(Given):
    """Draw a stroke on the picture; points are shares of its width and height."""

    action: Literal["add_stroke"]
    plane: Rank
    kind: Literal["mark", "brush", "level", "area", "thin", "erase"]
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(min_length=1, max_length=4000)]
    width: FiniteFloat = 0.012
    settle: bool = False
    closeness: Annotated[FiniteFloat, Field(ge=1, le=64)] = 1.0


class RemoveStroke(Given):
    """Take one stroke away."""

    action: Literal["remove_stroke"]
    stroke: Number


class ClearStrokes(Given):
    """Take all strokes away, or those of one plane."""

    action: Literal["clear_strokes"]
    plane: Rank | None = None


class SetDepth(Given):
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


class SetAir(Given):
    """Say in which air a photo was taken; null for the painting's own veil."""

    action: Literal["set_air"]
    source: Number
    veil: Text | None = None
    visibility_km: FiniteFloat | None = None


class SetPlannedValue(Given):
    """Hold a plane at a value."""

    action: Literal["set_planned_value"]
    plane: Rank
    value: FiniteFloat


class UnlockPlane(Given):
    """Let the ladder plan a plane again."""

    action: Literal["unlock_plane"]
    plane: Rank


class SetPairGap(Given):
    """Want an own gap where two planes meet; 0 lets them merge."""

    action: Literal["set_pair_gap"]
    far: Rank
    near: Rank
    gap: FiniteFloat


class SetPairDirection(Given):
    """Say which of two planes is to be the lighter: 1 the far one, -1 the near one."""

    action: Literal["set_pair_direction"]
    far: Rank
    near: Rank
    direction: Literal[-1, 1]


class ForgetPair(Given):
    """Take back what was wanted of a pair."""

    action: Literal["forget_pair"]
    far: Rank
    near: Rank


class MeanItSo(Given):
    """Silence a judgement, with the reason."""

    action: Literal["mean_it_so"]
    key: Text
    reason: Text = ""


class HearAgain(Given):
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
    | WorkChange
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
