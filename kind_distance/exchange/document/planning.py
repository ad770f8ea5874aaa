"""Parts of a document that a plan needs: planes and where they meet, things, passes, sessions, a plan taken."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from kind_distance.core.passes.kinds import PassKind
from kind_distance.exchange.document.part import Name, Number, Part, Point, Value

Centimetres = Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
PaintName = Literal["watercolour", "gouache", "rewettable", "acrylic", "oil", "dry", "varnish"]


class Plane(Part):
    """A plane; they are listed farthest first."""

    name: Name
    kind: Literal["sky", "land", "water"] = "land"
    nature: Literal["solid", "see_through", "accents"] = "solid"
    distance_m: Annotated[float, Field(gt=0, le=400_000, allow_inf_nan=False)] | None = None
    share: Annotated[float, Field(ge=0, le=1)] | None = Field(
        None, description="Share of the picture; even without it."
    )
    value: Value | None = Field(None, description="Planned mass, Munsell value.")
    dark: Value | None = Field(None, description="Planned dark accent.")
    light: Value | None = Field(None, description="Planned light accent.")
    detail: Annotated[float, Field(ge=0, le=1)] = Field(0.1, description="Share of it on fine edges.")
    contrast_left: Annotated[float, Field(ge=0, le=1)] | None = Field(None, description="What the air leaves.")
    in_focus: Annotated[float, Field(ge=0, le=1)] = Field(0.0, description="Share of the focal area in it.")
    body: Literal["", "thin", "thick"] = ""
    marks: Literal["", "soft", "broken"] = ""
    brush: Annotated[str, Field(max_length=20)] = ""
    held: Value | None = Field(None, description="Value at which the painter holds it, whatever the air says.")
    number: Number | None = Field(None, description="Stays with it wherever it moves; its place in the list without.")


class Border(Part):
    """Where two planes meet, by their names, and along how many centimetres of the support."""

    far: Name
    near: Name
    cm: Centimetres


class Element(Part):
    """A thing in the picture and the plane it belongs to; null for one that has none yet."""

    name: Name
    plane: Name | None = None
    at: Point | None = Field(None, description="Where it stands on the main picture.")
    body: Literal["", "thin", "thick"] = ""
    marks: Literal["", "soft", "broken"] = ""
    brush: Annotated[str, Field(max_length=20)] = ""
    number: Number | None = None


class LayerPass(Part):
    """A pass; those given are taken in the order given."""

    kind: PassKind
    plane: Name | None = None
    title: Annotated[str, Field(max_length=60)] = ""
    paint: PaintName | None = None
    minutes: Annotated[int, Field(ge=1, le=720)] | None = None
    thickness: Annotated[float, Field(ge=0.1, le=20)] = 1.0
    done: tuple[str, str] | None = Field(None, description="Begin and end where it is painted, local ISO 8601.")
    planned_minutes: Annotated[int, Field(ge=1, le=720)] | None = Field(
        None, description="What was planned, where it is painted or follows the painter's own pace."
    )
    brush_mm: Annotated[float, Field(ge=0.5, le=300)] | None = None
    in_light: bool = Field(False, description="Whether it has to be painted in the light of the photo.")
    thing: Name | None = Field(None, description="Name of the element it paints.")
    aid: Literal["", "mist", "dryer"] = Field("", description="What its film is helped with while it is wet.")
    why: Annotated[str, Field(max_length=600)] = ""
    number: Number | None = None


class SessionPart(Part):
    """A spell at the easel with its air."""

    start: Annotated[str, Field(max_length=25)] = Field(description="Local time, ISO 8601 to the minute.")
    minutes: Annotated[int, Field(ge=5, le=720)]
    place: Annotated[str, Field(max_length=60)] = ""
    outdoors: bool = False
    temperature_c: Annotated[float, Field(ge=-20, le=50)] = 20.0
    humidity: Annotated[float, Field(ge=1, le=100)] = 50.0
    wind_m_s: Annotated[float, Field(ge=0, le=25)] = 0.1
    sun_w_m2: Annotated[float, Field(ge=0, le=1200)] = 0.0
    setup_min: Annotated[int, Field(ge=0, le=240)] = 0
    cleanup_min: Annotated[int, Field(ge=0, le=240)] = 0
    unbroken_min: Annotated[int, Field(ge=20, le=240)] | None = Field(
        None, description="Painting without a break that is not gone beyond."
    )
    number: Number | None = None


class PlanPart(Part):
    """Where a pass stands in a plan that was taken; passes and sessions count from 1 in their lists."""

    layer_pass: Annotated[int, Field(ge=1, le=200)]
    session: Annotated[int, Field(ge=1, le=60)]
    start: Annotated[str, Field(max_length=25)] | None = Field(
        None, description="Local time before which it does not begin, ISO 8601."
    )
    by_hand: bool = Field(False, description="It begins just then, whatever the paint says.")


class ReadyBy(Part):
    """The day by which the painting has to be ready, and for what."""

    day: Annotated[str, Field(max_length=25)] | None = None
    purpose: Literal["gift", "trip", "sale"] = "gift"


class Support(Part):
    """What is painted on. [cm]"""  # noqa: D400, D415  the unit ends the line

    name: Annotated[str, Field(max_length=40)] = "board"
    width_cm: Annotated[float, Field(gt=0, le=1000)] = 30.5
    height_cm: Annotated[float, Field(gt=0, le=1000)] = 22.9
