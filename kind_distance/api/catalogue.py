"""Routes of the catalogue: finished works and details of them."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from kind_distance.api.context import Here
from kind_distance.api.views import shelf_view
from kind_distance.clock import say_date
from kind_distance.studio.catalogue import FinishedWork, finished_works

router = APIRouter(prefix="/api/catalogue", tags=["shelf"])


class DetailView(BaseModel):
    """A place worth seeing closer, in shares of the painting."""

    name: str
    x: float
    y: float


class FinishedView(BaseModel):
    """A finished work."""

    id: int
    title: str
    idea: str
    facts: str
    finished_said: str
    subjects: str
    image: str | None = Field(description="Its last photo, flat and in even light; else the picture it was planned by.")
    is_photo: bool = Field(description="Whether it is the painting itself that is shown.")
    aspect: float
    details: list[DetailView]


class CatalogueView(BaseModel):
    """A page of the catalogue."""

    works: list[FinishedView]
    found: int


def _view(work: FinishedWork, now_min: int) -> FinishedView:
    shown = shelf_view(work.entry, now_min)
    image = shown.image
    if work.photo is not None:
        image = f"/api/paintings/{shown.id}/photos/{work.photo}/flat.jpg?k=v{work.entry.version}"
    brief = work.entry.brief
    return FinishedView(
        id=shown.id, title=shown.title, idea=shown.idea, facts=shown.facts,
        finished_said="" if work.finished_min is None else f"Finished {say_date(work.finished_min)}",
        subjects=", ".join(work.subjects), image=image, is_photo=work.photo is not None,
        aspect=brief.width_cm / brief.height_cm if work.photo is not None else shown.aspect,
        details=[DetailView(name=each.name, x=each.x, y=each.y) for each in work.details],
    )  # fmt: skip


@router.get("", summary="List finished works")
def catalogue(
    here: Here,
    word: Annotated[str, Query(max_length=120)] = "",
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    count: Annotated[int, Query(ge=1, le=100)] = 24,
) -> CatalogueView:
    """List those whose title, idea, material, planes or things hold every word, the last one first."""
    works, found = finished_works(here.studio.file, word, start, count)
    return CatalogueView(works=[_view(each, here.now_min) for each in works], found=found)
