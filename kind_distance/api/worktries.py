"""Routes for trying a plan without keeping it: other plans, and a pass put somewhere by hand."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel

from kind_distance.api.context import Here
from kind_distance.studio.trying import put_there
from kind_distance.studio.workplan import kept_of, offered

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["tries"])
Number = Annotated[int, Query(ge=1, le=100_000)]
Minute = Annotated[int, Query(ge=0, le=200_000_000)]


class PlanOfferView(BaseModel):
    """A plan that could be taken, and what it would change."""

    way: str
    name: str
    said: str
    moved: int


class BreaksView(BaseModel):
    """One thing that would be wrong."""

    title: str
    text: str
    strong: bool


class PlacedThereView(BaseModel):
    """Where a pass would come to stand by hand, what that breaks, and how much else moves. Clock minutes."""

    start_min: int
    end_min: int
    span_said: str
    breaks: list[BreaksView]
    moved: int
    moved_said: str


@router.get("/plans", summary="Offer plans to take")
def plans(here: Here, painting_id: int) -> list[PlanOfferView]:
    """Offer three plans against the one that stands; looking for the last takes a moment."""
    desk = here.studio.desk(painting_id, here.clock())
    return [
        PlanOfferView(way=each.way, name=each.name, said=each.said, moved=each.moved)
        for each in offered(desk.survey().work.problem, kept_of(desk.state))
    ]


@router.get("/placement", summary="Try a pass at a minute of a session")
def placement(here: Here, painting_id: int, number: Number, session: Number, start: Minute) -> PlacedThereView:
    """Say where the pass would come to stand and what breaks; nothing is kept."""
    tried = put_there(here.studio.desk(painting_id, here.clock()), number, session, start)
    return PlacedThereView(
        start_min=tried.start,
        end_min=tried.end,
        span_said=tried.span_said,
        breaks=[BreaksView(title=j.title, text=j.text, strong=j.severity == "strong") for j in tried.breaks],
        moved=tried.moved,
        moved_said=tried.moved_said,
    )
