"""Every change a painter can make, as a checked model: one union, told apart by `action`.

The names and fields are those of `kind_distance.studio.changes`; the remedies of judgements use them too.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat

Text = Annotated[str, Field(max_length=400)]
Number = Annotated[int, Field(ge=1, le=100_000)]
Cuts = Annotated[list[FiniteFloat], Field(max_length=6)]
Rank = Annotated[int, Field(ge=1, le=9)]


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


class SetSource(_Change):
    """Name a source, say what it is for, or let its place be shared."""

    action: Literal["set_source"]
    source: Number
    name: Text | None = None
    purpose: Text | None = None
    place_shared: bool | None = None


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


class KeepThumbnail(_Change):
    """Keep a value thumbnail."""

    action: Literal["keep_thumbnail"]
    source: Number
    steps: int
    smallest_share: FiniteFloat
    softness: FiniteFloat
    even: bool = False
    cuts: Cuts | None = None
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


class ChooseThumbnail(_Change):
    """Choose the thumbnail one paints from."""

    action: Literal["choose_thumbnail"]
    thumbnail: Number


class RemoveThumbnail(_Change):
    """Take a thumbnail away."""

    action: Literal["remove_thumbnail"]
    thumbnail: Number


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
    distance_m: FiniteFloat | None = None


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
    kind: Literal["mark", "brush", "level"]
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(min_length=1, max_length=4000)]
    width: FiniteFloat = 0.012


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
    """Rename a pass, or change its minutes or thickness."""

    action: Literal["set_pass"]
    number: Number
    title: Text | None = None
    minutes: int | None = None
    thickness: FiniteFloat | None = None


class AddPass(_Change):
    """Add a pass."""

    action: Literal["add_pass"]
    kind: Literal["ground", "drawing", "block_in", "second_layer", "details", "lights", "varnish", "finish"]
    plane: Rank | None = None
    title: Text = ""
    minutes: int | None = None


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
    | SetMainSource
    | RemoveSource
    | SetFocus
    | ClearFocus
    | KeepThumbnail
    | SetThumbnail
    | ChooseThumbnail
    | RemoveThumbnail
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
    | SetPlannedValue
    | UnlockPlane
    | SetPairGap
    | SetPairDirection
    | ForgetPair
    | DerivePasses
    | SetPass
    | AddPass
    | RemovePass
    | MoveBefore
    | MovePass
    | MarkDone
    | MarkNotDone
    | AddSession
    | SetSession
    | CopySession
    | RemoveSession
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
