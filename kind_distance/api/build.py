"""Routes of the build: the picture as it should look after each pass, shown, told and exported."""

from __future__ import annotations

import hashlib
import io
import zipfile
from dataclasses import replace
from typing import Annotated

from fastapi import APIRouter, Path, Query, Response
from pydantic import BaseModel, Field

from kind_distance.api.context import Here, PathNumber, forever
from kind_distance.core.build.film import Film
from kind_distance.core.build.model import BuildStep
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.exchange.pictures import animated_webp, jpeg, png
from kind_distance.exchange.stagesheet import draw_stages, places_for
from kind_distance.stages.mixes.build import GROUND_COLOURS, off_plan, scene_of_build, steps_of
from kind_distance.studio.changes.desk import Desk

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["build"])


class BuildStageView(BaseModel):
    """A stage of the build: the picture after a pass."""

    number: int | None = Field(description="The pass; None for the bare support.")
    said: str
    plane: int | None
    image: str


class BuildView(BaseModel):
    """How the painting builds, pass by pass; the pictures are made as they are asked for."""

    width: int
    height: int
    stages: list[BuildStageView]


class BuildToldView(BaseModel):
    """What the finished build says of the plan: planes that stand off it, and what stays bare."""

    off_plan: list[str]
    bare_said: str


Ground = Annotated[
    str, Query(max_length=20, pattern="^[a-z_]*$", description="Another ground to try; empty: as planned.")
]


def film_of(here: Here, painting_id: int, ground: str = "") -> tuple[Film, tuple[BuildStep, ...], Desk]:
    """Lay a painting before the simulator, on another ground where one is tried; passes and mixes stay as planned."""
    desk = here.studio.desk(painting_id, here.clock())
    found = desk.survey()
    if ground and ground not in GROUND_COLOURS:
        raise NotFoundError("ground", ground)
    scene = scene_of_build(desk.file, desk.state, found.depth)
    if scene is not None and ground:
        scene = replace(scene, ground=GROUND_COLOURS[ground])
    if scene is None:
        raise DomainError("There is no picture of this painting to build.", "Bring a photo and mark its planes first.")
    return here.films.film(scene), steps_of(desk.state, found.depth, found.work), desk


@router.get("/build", summary="Say how the painting builds")
def build(here: Here, painting_id: PathNumber, ground: Ground = "") -> BuildView:
    """List the stages from the bare support to the last pass, each with the address of its picture."""
    film, steps, desk = film_of(here, painting_id, ground)
    said = {each.id: each for each in desk.survey().work.passes}
    height, width = film.scene.shape
    stages = [
        BuildStageView(number=None, said="the bare support", plane=None, image=_stage_at(painting_id, film, (), ground))
    ]
    for at, each in enumerate(steps, start=1):
        stages.append(
            BuildStageView(
                number=each.number, said=said[each.number].said, plane=each.planes[0] if each.planes else None,
                image=_stage_at(painting_id, film, steps[:at], ground),
            )
        )  # fmt: skip
    return BuildView(width=width, height=height, stages=stages)


def _stage_at(painting_id: int, film: Film, steps: tuple[BuildStep, ...], ground: str) -> str:
    """Address of a stage; it changes when anything does that it shows."""
    mark = hashlib.sha256(f"{film.name} {steps!r}".encode()).hexdigest()[:16]
    return f"/api/paintings/{painting_id}/build/{len(steps)}.jpg?ground={ground}&k={mark}"


@router.get("/build/{at}.jpg", response_class=Response, summary="Show a stage")
def build_stage(
    here: Here, painting_id: PathNumber, at: Annotated[int, Path(ge=0, le=200)], ground: Ground = ""
) -> Response:
    """Show the picture as it should look after so many passes."""
    film, steps, _ = film_of(here, painting_id, ground)
    if at > len(steps):
        raise NotFoundError("stage of the build", at)
    return forever(jpeg(film.stage(steps[:at]).codes), "image/jpeg")


@router.get("/build/told", summary="Say what the finished build tells of the plan")
def build_told(here: Here, painting_id: PathNumber, ground: Ground = "") -> BuildToldView:
    """Work the build out to the end; tell planes that stand off their plan, and how much ground shows."""
    film, steps, _ = film_of(here, painting_id, ground)
    last = film.stage(steps)
    bare = f"{last.bare:.0%} of the surface stays bare" if last.bare >= 0.005 else "no ground stays bare"
    rims = f", and ground shows along {last.rims:.0%} of the borders" if last.rims >= 0.02 else ""
    return BuildToldView(off_plan=off_plan(last, film.scene), bare_said=first_upper(f"{bare}{rims}."))


@router.get("/build.webp", response_class=Response, summary="Export the build as a film")
def buildfilm_of(here: Here, painting_id: PathNumber, ground: Ground = "") -> Response:
    """Give an animated WebP: each stage for a second, the last for three."""
    film, steps, _ = film_of(here, painting_id, ground)
    codes = [film.stage(steps[:at]).codes for at in range(len(steps) + 1)]
    return Response(
        animated_webp(codes, [1000] * len(steps) + [3000]), media_type="image/webp",
        headers={"Content-Disposition": "attachment; filename=build.webp"},
    )  # fmt: skip


@router.get("/build.zip", response_class=Response, summary="Export the build as pictures")
def build_pictures(here: Here, painting_id: PathNumber, ground: Ground = "") -> Response:
    """Give every stage as PNG, numbered in order, in a ZIP."""
    film, steps, _ = film_of(here, painting_id, ground)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as packed:
        for at in range(len(steps) + 1):
            entry = zipfile.ZipInfo(f"stage-{at:02d}.png", (2000, 1, 1, 0, 0, 0))
            packed.writestr(entry, png(film.stage(steps[:at]).codes))
    return Response(
        out.getvalue(), media_type="application/zip",
        headers={"Content-Disposition": "attachment; filename=build.zip"},
    )  # fmt: skip


@router.get("/build.pdf", response_class=Response, summary="Print six stages of the build")
def build_sheet(here: Here, painting_id: PathNumber, ground: Ground = "") -> Response:
    """Print six stages, evenly from the first mark to the last, on one sheet."""
    film, steps, desk = film_of(here, painting_id, ground)
    said = {each.id: each.said for each in desk.survey().work.passes}
    pictures = [
        (f"{at + 1}. {said[steps[at].number]}", film.stage(steps[: at + 1]).codes) for at in places_for(len(steps))
    ]
    return Response(draw_stages(desk.state.brief.title, pictures), media_type="application/pdf")
