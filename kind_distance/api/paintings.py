"""Routes of one painting: open, change, step through its history, bring a photo."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, BackgroundTasks, File, Form, UploadFile

from kind_distance.api.answers import PaintingChanged
from kind_distance.api.changes import ChangeRequest, VersionRequest
from kind_distance.api.context import Here, PathNumber
from kind_distance.api.models import PaintingView, SketchesView, TakenView
from kind_distance.api.picturemodels import SketchRequest
from kind_distance.api.views import painting_view
from kind_distance.studio.survey import prepare

router = APIRouter(prefix="/api/paintings", tags=["painting"])


@router.get("/{painting_id}", summary="Open a painting")
def open_painting(here: Here, painting_id: PathNumber, afterwards: BackgroundTasks) -> PaintingView:
    """Open it with everything that follows from its state."""
    opened = here.studio.open(painting_id, here.clock())
    afterwards.add_task(prepare, here.studio.file, opened.painting.state)
    return here.shown.whole(painting_view(here.studio, opened, here.now_min))


@router.post("/{painting_id}/changes", summary="Change a painting")
def change(here: Here, painting_id: PathNumber, wanted: ChangeRequest) -> PaintingView | PaintingChanged:
    """Apply one change; answered with what differs from the view `shown`, where one is named.

    Refused with `changed_elsewhere` if the painting has moved on since `version`.
    """
    made = wanted.change
    opened = here.studio.change(painting_id, wanted.version, made.action, made.arguments(), here.clock())
    return here.shown.changed(painting_view(here.studio, opened, here.now_min), wanted.shown)


@router.post("/{painting_id}/undo", summary="Undo the last change")
def undo(here: Here, painting_id: PathNumber, wanted: VersionRequest) -> PaintingView | PaintingChanged:
    """Step one change back."""
    opened = here.studio.step(painting_id, wanted.version, -1, here.clock())
    return here.shown.changed(painting_view(here.studio, opened, here.now_min), wanted.shown)


@router.post("/{painting_id}/redo", summary="Redo what was undone")
def redo(here: Here, painting_id: PathNumber, wanted: VersionRequest) -> PaintingView | PaintingChanged:
    """Step one change on."""
    opened = here.studio.step(painting_id, wanted.version, 1, here.clock())
    return here.shown.changed(painting_view(here.studio, opened, here.now_min), wanted.shown)


@router.post("/{painting_id}/sources", status_code=201, summary="Bring a photo")
def add_source(
    here: Here,
    painting_id: PathNumber,
    file: Annotated[UploadFile, File()],
    version: Annotated[int, Form()],
    afterwards: BackgroundTasks,
    kind: Annotated[Literal["photo", "progress"], Form()] = "photo",
) -> TakenView:
    """Take in a picture, or a photo of the painting itself; the same picture twice is recognised (`new` is false)."""
    opened, source, new = here.studio.add_source(
        painting_id, version, file.file.read(), file.filename or "photo", here.clock(), kind
    )
    if source.kind != "progress":  # nothing is marked or traced on a photo of the painting
        afterwards.add_task(prepare, here.studio.file, opened.painting.state)
    shown = here.shown.whole(painting_view(here.studio, opened, here.now_min))
    return TakenView(source=source.number, name=source.name, new=new, painting=shown)


@router.post("/{painting_id}/sources/{number}/sketches", status_code=201, summary="Cut sketches out of a page")
def cut_sketches(here: Here, painting_id: PathNumber, number: PathNumber, wanted: SketchRequest) -> SketchesView:
    """Cut sketches out of a photographed page, straight and evenly lit, each a source of its own."""
    corners = [[(x, y) for x, y in frame] for frame in wanted.corners]
    opened, made = here.studio.cut_sketches(painting_id, wanted.version, number, corners, here.clock())
    shown = here.shown.whole(painting_view(here.studio, opened, here.now_min))
    return SketchesView(sources=[source.number for source in made], painting=shown)
