"""The document as a whole."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from kind_distance.exchange.document.part import Number, Part, Text
from kind_distance.exchange.document.pictures import (
    DeparturePart,
    Depth,
    Drawing,
    Focus,
    NotePart,
    Pair,
    ReservePart,
    Source,
    StrokePart,
    ThumbnailPart,
)
from kind_distance.exchange.document.planning import (
    Border,
    Element,
    LayerPass,
    Plane,
    PlanPart,
    ReadyBy,
    SessionPart,
    Support,
)


class Document(Part):
    """A painting as an open document."""

    format: Literal["kind-distance-painting"]
    version: Literal[1]
    title: Annotated[str, Field(max_length=120)] = "Untitled"
    idea: Text = ""
    medium: str = "acrylic"
    ground: str = "white"
    school: str | None = None
    unit: Literal["cm", "in"] = "cm"
    support: Support = Support()
    light: Annotated[str, Field(max_length=40)] = Field("", description="Light wanted outdoors; that of the photo.")
    drawing: Drawing = Drawing()
    depth: Depth = Depth()
    planes: Annotated[tuple[Plane, ...], Field(max_length=9)] = ()
    borders: Annotated[tuple[Border, ...], Field(max_length=80)] = ()
    pairs: Annotated[tuple[Pair, ...], Field(max_length=80)] = ()
    elements: Annotated[tuple[Element, ...], Field(max_length=120)] = ()
    passes: Annotated[tuple[LayerPass, ...], Field(max_length=200)] = ()
    passes_by_hand: bool = Field(
        True, description="Whether the passes are the painter's own list; else they follow from the planes."
    )
    sessions: Annotated[tuple[SessionPart, ...], Field(max_length=60)] = ()
    plan: Annotated[tuple[PlanPart, ...], Field(max_length=200)] = Field(
        (), description="A plan that was taken, in order of time; without it one is worked out."
    )
    ready_by: ReadyBy | None = None
    now: str | None = Field(None, max_length=25, description="The present; nothing is planned before it.")
    meant_so: dict[Annotated[str, Field(max_length=200)], Text] = Field(
        default_factory=dict, max_length=400, description="Judgements silenced, each with its reason."
    )
    pictures: Annotated[tuple[Text, ...], Field(max_length=40)] = Field(
        (), description="Names of the pictures beside it in a ZIP."
    )
    sources: Annotated[tuple[Source, ...], Field(max_length=40)] = ()
    main_source: Number | None = Field(None, description="Number of the source on which planes are marked.")
    focus: Focus | None = None
    strokes: Annotated[tuple[StrokePart, ...], Field(max_length=400)] = ()
    reserves: Annotated[tuple[ReservePart, ...], Field(max_length=40)] = ()
    notes: Annotated[tuple[NotePart, ...], Field(max_length=120)] = ()
    departures: Annotated[tuple[DeparturePart, ...], Field(max_length=40)] = ()
    thumbnails: Annotated[tuple[ThumbnailPart, ...], Field(max_length=36)] = ()
    chosen_thumbnail: Number | None = Field(None, description="Number of the thumbnail one paints from.")
