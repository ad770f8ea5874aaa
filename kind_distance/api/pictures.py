"""Routes of pictures: photos as shown, thumbnails, previews, outlines of planes, the printed sheet."""

from __future__ import annotations

import base64
from typing import Annotated, cast

from fastapi import APIRouter, Query, Response

from kind_distance.api.context import Here, forever
from kind_distance.api.models import OutlineView, PreviewView
from kind_distance.api.views import reading_view
from kind_distance.core.picture.outlines import border_steps, outlines
from kind_distance.core.picture.thumbnail import USUAL_SMALLEST, USUAL_SOFTNESS, ThumbnailSettings
from kind_distance.core.wording import Unit, say_area
from kind_distance.errors import NotFoundError
from kind_distance.exchange.pictures import png
from kind_distance.studio import darkroom
from kind_distance.studio.paintings import checked_hash
from kind_distance.studio.survey import focus_of, labels_of, picture_area_cm2, settings_of, source_of

router = APIRouter(prefix="/api", tags=["pictures"])
Share = Annotated[float, Query(ge=0, le=1, allow_inf_nan=False)]


@router.get("/pictures/{picture_hash}.jpg", response_class=Response, summary="Show a photo")
def picture(here: Here, picture_hash: str) -> Response:
    """Show it upright in sRGB, long side at most 1600 px, without metadata."""
    return forever(darkroom.view_jpeg(here.studio.file, checked_hash(picture_hash)), "image/jpeg")


@router.get("/paintings/{painting_id}/thumbnails/{number}.png", response_class=Response, summary="Show a thumbnail")
def thumbnail(here: Here, painting_id: int, number: int) -> Response:
    """Show a kept thumbnail in its values."""
    state = here.studio.desk(painting_id, here.clock()).state
    record = next((t for t in state.thumbnails if t.number == number), None)
    if record is None:
        raise NotFoundError("thumbnail", number)
    source = source_of(state, record.source)
    made = darkroom.thumbnail(here.studio.file, source.picture_hash, settings_of(state, record))
    return forever(png(made.grey()), "image/png")


@router.get("/paintings/{painting_id}/preview", summary="Try a thumbnail")
def preview(
    here: Here,
    painting_id: int,
    source: int,
    steps: int = 4,
    smallest_share: Share = USUAL_SMALLEST,
    softness: Share = USUAL_SOFTNESS,
    even: bool = False,
    cuts: Annotated[list[float] | None, Query(max_length=6)] = None,
) -> PreviewView:
    """Make a thumbnail with these settings, without keeping it."""
    state = here.studio.desk(painting_id, here.clock()).state
    settings = ThumbnailSettings(
        steps, smallest_share, softness, None if cuts is None else tuple(cuts), even, focus_of(state, source)
    )
    record = source_of(state, source)
    file = here.studio.file
    made = darkroom.thumbnail(file, record.picture_hash, settings)
    soft = darkroom.simplified(file, record.picture_hash, softness, settings.focus)
    image = base64.b64encode(png(made.grey())).decode()
    area = smallest_share * picture_area_cm2(state, record)
    return PreviewView(
        image=f"data:image/png;base64,{image}",
        smallest_said=say_area(area, cast("Unit", state.brief.unit)),
        reading=reading_view(made, soft),
    )


@router.get("/paintings/{painting_id}/outlines", summary="Outline the planes")
def plane_outlines(here: Here, painting_id: int) -> list[OutlineView]:
    """Outline every plane as SVG path data in a box of 1000 x 1000."""
    state = here.studio.desk(painting_id, here.clock()).state
    labels = labels_of(here.studio.file, state)
    if labels is None:
        return []
    shown = []
    for plane in state.planes:
        parts = []
        for polygon in outlines(labels, plane.rank):
            points = " L".join(f"{1000 * x:.1f} {1000 * y:.1f}" for x, y in polygon)
            parts.append(f"M{points}Z")
        shown.append(OutlineView(rank=plane.rank, path="".join(parts)))
    return shown


@router.get("/paintings/{painting_id}/border", summary="Show where two planes meet")
def border(here: Here, painting_id: int, far: int, near: int) -> OutlineView:
    """Draw the border of two planes as SVG path data in a box of 1000 x 1000."""
    labels = labels_of(here.studio.file, here.studio.desk(painting_id, here.clock()).state)
    steps = [] if labels is None or far == near else border_steps(labels, far, near)
    path = "".join(f"M{1000 * x1:.1f} {1000 * y1:.1f}L{1000 * x2:.1f} {1000 * y2:.1f}" for x1, y1, x2, y2 in steps)
    return OutlineView(rank=far, path=path)


@router.get("/paintings/{painting_id}/sheet.pdf", response_class=Response, summary="Print the sheet for the easel")
def sheet(here: Here, painting_id: int, session: int | None = None) -> Response:
    """Print one sheet: thumbnail, planes, planned values and the passes of a session (else the next one)."""
    from kind_distance.studio.printing import sheet_of  # the PDF writer is needed for nothing else

    opened = here.studio.open(painting_id, here.clock())
    data = sheet_of(here.studio.file, opened.painting.state, opened.survey, here.now_min, session)
    return Response(data, media_type="application/pdf", headers={"Content-Disposition": 'inline; filename="sheet.pdf"'})
