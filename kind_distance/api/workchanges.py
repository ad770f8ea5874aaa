"""Changes of passes and sessions, as checked models."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, FiniteFloat

from kind_distance.api.given import Given, Minute, Number, Rank, Text
from kind_distance.core.passes.kinds import PassKind

Around = Annotated[int, Field(ge=0, le=1000)]


class DerivePasses(Given):
    """Derive the passes from the plan again."""

    action: Literal["derive_passes"]


class SetPass(Given):
    """Rename a pass, or change its minutes, thickness or paint."""

    action: Literal["set_pass"]
    number: Number
    title: Text | None = None
    minutes: int | None = None
    thickness: FiniteFloat | None = None
    paint: Literal["watercolour", "gouache", "rewettable", "acrylic", "oil"] | None = None
    brush_mm: FiniteFloat | None = None
    in_light: bool | None = None
    aid: Literal["", "mist", "dryer"] | None = None


class SplitPass(Given):
    """Divide a pass into two parts."""

    action: Literal["split_pass"]
    number: Number


class AddPass(Given):
    """Add a pass."""

    action: Literal["add_pass"]
    kind: PassKind
    plane: Rank | None = None
    title: Text = ""
    minutes: int | None = None
    before: Number | None = None


class AddUnderlay(Given):
    """Add a white underlay before everything else on a plane."""

    action: Literal["add_underlay"]
    plane: Rank


class RemovePass(Given):
    """Take a pass away."""

    action: Literal["remove_pass"]
    number: Number


class MoveBefore(Given):
    """Put a pass right before another."""

    action: Literal["move_before"]
    number: Number
    before: Number
    reason: Text = ""


class MovePass(Given):
    """Give a pass another place in the order."""

    action: Literal["move_pass"]
    number: Number
    to: Number
    reason: Text = ""


class SpoilPass(Given):
    """Note that a painted pass is spoiled and has to be done again."""

    action: Literal["spoil_pass"]
    number: Number


class MakeDry(Given):
    """Turn what was to be done in wet paint into its dry alternative."""

    action: Literal["make_dry"]
    number: Number


class AddRecipe(Given):
    """Give a thing passes of its own."""

    action: Literal["add_recipe"]
    element: Number


class CopyRecipe(Given):
    """Give other things the same passes as one."""

    action: Literal["copy_recipe"]
    element: Number
    to: Annotated[list[Number], Field(min_length=1, max_length=60)]


class TiePass(Given):
    """Say which thing a pass paints; null for its plane."""

    action: Literal["tie_pass"]
    number: Number
    element: Number | None = None


class TakeOwnPace(Given):
    """Reckon what is still to paint with the painter's own pace."""

    action: Literal["take_own_pace"]


class MarkDone(Given):
    """Note that a pass is painted."""

    action: Literal["mark_done"]
    number: Number
    at: Text | None = None
    minutes: int | None = None


class MarkNotDone(Given):
    """Take the mark back."""

    action: Literal["mark_not_done"]
    number: Number


class AddSession(Given):
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
    setup_min: Around = 0
    cleanup_min: Around = 0
    unbroken_min: Around | None = None


class SetSession(Given):
    """Change a session."""

    action: Literal["set_session"]
    session: Number
    start: Text | None = None
    start_min: Minute | None = None
    minutes: int | None = None
    outdoors: bool | None = None
    place: Text | None = None
    temperature_c: FiniteFloat | None = None
    humidity: FiniteFloat | None = None
    wind_m_s: FiniteFloat | None = None
    sun_w_m2: FiniteFloat | None = None
    setup_min: Around | None = None
    cleanup_min: Around | None = None
    unbroken_min: Around | None = None


class CopySession(Given):
    """Add a session like another, some days later."""

    action: Literal["copy_session"]
    session: Number
    minutes: int
    days: int = 1
    times: int = 1


class TakePlan(Given):
    """Take one of the offered plans."""

    action: Literal["take_plan"]
    way: Literal["order", "few", "anew"]


class TakeFound(Given):
    """Take a plan that was found: pass, session and earliest clock minute, in order of time."""

    action: Literal["take_found"]
    plan: Annotated[list[tuple[Number, Number, Minute]], Field(min_length=1, max_length=200)]


class PlacePass(Given):
    """Put a pass at a minute of a session by hand; `start` is a clock minute as `start_min` of sessions."""

    action: Literal["place_pass"]
    number: Number
    session: Number
    start: Minute


class FreePass(Given):
    """Let a pass that was put by hand find its place again."""

    action: Literal["free_pass"]
    number: Number


class TakeStationAir(Given):
    """Give a session outdoors the air that the station expects."""

    action: Literal["take_station_air"]
    session: Number


class LetPlanGo(Given):
    """Let the plan be worked out afresh with every change."""

    action: Literal["let_plan_go"]


class RemoveSession(Given):
    """Take a session away."""

    action: Literal["remove_session"]
    session: Number


WorkChange = (
    DerivePasses
    | SetPass
    | SplitPass
    | AddPass
    | AddUnderlay
    | RemovePass
    | MoveBefore
    | MovePass
    | SpoilPass
    | MakeDry
    | AddRecipe
    | CopyRecipe
    | TiePass
    | TakeOwnPace
    | MarkDone
    | MarkNotDone
    | AddSession
    | SetSession
    | CopySession
    | TakePlan
    | TakeFound
    | PlacePass
    | FreePass
    | TakeStationAir
    | LetPlanGo
    | RemoveSession
)
