"""Routes of pictures: photos as shown, thumbnails, previews, outlines of planes, the printed sheet."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response

from kind_distance.api.context import Here, PathNumber, forever
from kind_distance.api.models import MirrorView, OutlineView
from kind_distance.core.picture.outlines import border_steps, outlines
from kind_distance.exchange.names import file_name
from kind_distance.exchange.pictures import jpeg, png
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import framing_of, plate_of, settings_of, source_of, thumbnail_of
from kind_distance.stages.planes.fitted_air import seen_under
from kind_distance.stages.planes.mirrors import mirrored
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.sources.source_views import looked_at, lost_marks
from kind_distance.studio.paintings import checked_hash

router = APIRouter(prefix="/api", tags=["pictures"])
Visibility = Annotated[float | None, Query(ge=0.01, le=340, allow_inf_nan=False)]
Closeness = Annotated[float, Query(ge=1, le=64, allow_inf_nan=False)]
Look = Literal["grey", "squint", "covered", "plane"]


@router.get("/pictures/{picture_hash}.jpg", response_class=Response, summary="Show a photo")
def picture(here: Here, picture_hash: str) -> Response:
    """Show it upright in sRGB, long side at most 1600 px, without metadata."""
    return forever(darkroom.view_jpeg(here.studio.file, checked_hash(picture_hash)), "image/jpeg")


@router.get("/paintings/{painting_id}/thumbnails/{number}.png", response_class=Response, summary="Show a thumbnail")
def thumbnail(here: Here, painting_id: PathNumber, number: PathNumber) -> Response:
    """Show a kept thumbnail in its values."""
    state = here.studio.desk(painting_id, here.clock()).state
    record = thumbnail_of(state, number)
    made = darkroom.thumbnail(here.studio.file, framing_of(state, record), settings_of(state, record))
    return forever(png(made.grey()), "image/png")


@router.get("/paintings/{painting_id}/sources/{number}.jpg", response_class=Response, summary="Show a source")
def source_picture(here: Here, painting_id: PathNumber, number: PathNumber) -> Response:
    """Show a source as developed: its cast taken out, straightened."""
    source = source_of(here.studio.desk(painting_id, here.clock()).state, number)
    return forever(darkroom.developed_jpeg(here.studio.file, plate_of(source)), "image/jpeg")


@router.get("/paintings/{painting_id}/sources/{number}/lost.png", response_class=Response, summary="Show what is lost")
def lost(here: Here, painting_id: PathNumber, number: PathNumber) -> Response:
    """Mark where the camera has lost darks and lights, to be laid over the photo."""
    source = source_of(here.studio.desk(painting_id, here.clock()).state, number)
    return forever(png(lost_marks(here.studio.file, plate_of(source))), "image/png")


@router.get("/paintings/{painting_id}/sources/{number}/look.jpg", response_class=Response, summary="Look another way")
def look(here: Here, painting_id: PathNumber, number: PathNumber, way: Look, plane: int = 1) -> Response:
    """Show a source in grey, squinted at, with its whites covered, or with one plane alone."""
    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    source = source_of(state, number)
    labels = labels_of(file, state) if source.number == state.brief.main_source else None
    return Response(jpeg(looked_at(file, plate_of(source), way, labels, plane)), media_type="image/jpeg")


@router.get("/paintings/{painting_id}/outlines", summary="Outline the planes")
def plane_outlines(here: Here, painting_id: PathNumber, closeness: Closeness = 1.0) -> list[OutlineView]:
    """Outline every plane as SVG path data in a box of 1000 x 1000, the finer the closer it is looked at."""
    state = here.studio.desk(painting_id, here.clock()).state
    labels = labels_of(here.studio.file, state)
    if labels is None:
        return []
    shown = []
    for plane in state.planes:
        parts = []
        for polygon in outlines(labels, plane.rank, closeness):
            points = " L".join(f"{1000 * x:.2f} {1000 * y:.2f}" for x, y in polygon)
            parts.append(f"M{points}Z")
        shown.append(OutlineView(rank=plane.rank, path="".join(parts)))
    return shown


@router.get("/paintings/{painting_id}/veil.jpg", response_class=Response, summary="See the scene under another veil")
def veil(here: Here, painting_id: PathNumber, veil: str, visibility_km: Visibility = None) -> Response:
    """Show the main photo as it would look through another air; computed from planes and distances."""
    state = here.studio.desk(painting_id, here.clock()).state
    seen = seen_under(here.studio.file, state, veil, visibility_km)
    return Response(jpeg(seen), media_type="image/jpeg")


@router.get("/paintings/{painting_id}/border", summary="Show where two planes meet")
def border(here: Here, painting_id: PathNumber, far: int, near: int) -> OutlineView:
    """Draw the border of two planes as SVG path data in a box of 1000 x 1000."""
    labels = labels_of(here.studio.file, here.studio.desk(painting_id, here.clock()).state)
    steps = [] if labels is None or far == near else border_steps(labels, far, near)
    path = "".join(f"M{1000 * x1:.1f} {1000 * y1:.1f}L{1000 * x2:.1f} {1000 * y2:.1f}" for x1, y1, x2, y2 in steps)
    return OutlineView(rank=far, path=path)


@router.get("/paintings/{painting_id}/mirror", summary="Show what water mirrors")
def mirror(here: Here, painting_id: PathNumber, plane: int) -> MirrorView:
    """Draw where the reflections in a plane of water end, and tell the values they have."""
    found = mirrored(here.studio.file, here.studio.desk(painting_id, here.clock()).state, plane)
    parts = [" L".join(f"{1000 * x:.1f} {1000 * y:.1f}" for x, y in line) for line in found.lines]
    return MirrorView(path="".join(f"M{part}" for part in parts), said=found.said)


@router.get("/paintings/{painting_id}/sheet.pdf", response_class=Response, summary="Print the sheet for the easel")
def sheet(here: Here, painting_id: PathNumber, session: int | None = None) -> Response:
    """Print one sheet: thumbnail, planes, planned values and the passes of a session (else the next one)."""
    from kind_distance.output.printing import sheet_of  # the PDF writer is needed for nothing else

    opened = here.studio.open(painting_id, here.clock())
    data = sheet_of(here.studio.file, opened.painting.state, opened.survey, here.now_min, session)
    name = file_name(opened.painting.state.brief.title, "sheet", f"{here.clock():%Y-%m-%d}")
    headers = {"Content-Disposition": f'inline; filename="{name}.pdf"'}
    return Response(data, media_type="application/pdf", headers=headers)
