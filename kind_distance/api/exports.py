"""Routes of files that leave the application: thumbnails in open formats, the drawing at true size, a source's card."""

from __future__ import annotations

from functools import partial
from tempfile import SpooledTemporaryFile
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel
from starlette.background import BackgroundTask
from starlette.responses import StreamingResponse

from kind_distance.api.context import Here, PathNumber
from kind_distance.exchange.names import file_name
from kind_distance.exchange.pictures import png_address
from kind_distance.rows import State
from kind_distance.studio.document.personal import personal_in, without_personal

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["files"])
MEDIA_TYPES = {
    "ics": "text/calendar; charset=utf-8",
    "csv": "text/csv; charset=utf-8",
    "zip": "application/zip",
    "png": "image/png",
    "svg": "image/svg+xml",
    "ora": "image/openraster",
    "pdf": "application/pdf",
    "gpl": "text/plain; charset=utf-8",
}
MOST_IN_MEMORY, PIECE = 32 * 1024 * 1024, 1024 * 1024
Grid = Annotated[float | None, Query(ge=0.5, le=50, allow_inf_nan=False)]
Division = Annotated[str, Query(max_length=40)]


class PageView(BaseModel):
    """One page of print as a picture, and the size of the paper."""

    image: str
    width_cm: float
    height_cm: float


class PrintedView(BaseModel):
    """All pages as they will be printed, and the address of the file itself."""

    pages: list[PageView]
    file: str


class DrawingView(BaseModel):
    """What the drawing on the support asks for, in words, and how large it is."""

    said: str
    width_cm: float
    height_cm: float


def _named(here: Here, state: State, what: str) -> str:
    return file_name(state.brief.title, what, f"{here.clock():%Y-%m-%d}")


def _file(data: bytes, kind: str, name: str, *, inline: bool = False) -> Response:
    shown = "inline" if inline else "attachment"
    headers = {"Content-Disposition": f'{shown}; filename="{name}.{kind}"'}
    return Response(data, media_type=MEDIA_TYPES[kind], headers=headers)


@router.get("/thumbnails/{number}/file.{kind}", response_class=Response, summary="Take a thumbnail out")
def thumbnail_out(
    here: Here, painting_id: PathNumber, number: PathNumber, kind: Literal["png", "svg", "ora"]
) -> Response:
    """Give a kept thumbnail as PNG, as SVG with one path per shape, or as OpenRaster with one layer per step."""
    from kind_distance.output.exporting import thumbnail_file  # the PDF writer comes along

    state = here.studio.desk(painting_id, here.clock()).state
    return _file(
        thumbnail_file(here.studio.file, state, number, kind), kind, _named(here, state, f"thumbnail-{number}")
    )


@router.get("/thumbnails/{number}/drawing.{kind}", response_class=Response, summary="Print the drawing at true size")
def drawing_out(
    here: Here,
    painting_id: PathNumber,
    number: PathNumber,
    kind: Literal["pdf", "svg"],
    division: Division = "thirds",
    grid_cm: Grid = None,
    paper: Annotated[str, Query(max_length=12)] = "a4",
) -> Response:
    """Print contours, grid, division and a 10 cm bar at true size, tiled as PDF or in one piece as SVG."""
    from kind_distance.output.exporting import transfer_file, transfer_of

    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    transfer = transfer_of(file, state, number, division, grid_cm)
    return _file(transfer_file(kind, paper, transfer), kind, _named(here, state, f"drawing-{number}"), inline=True)


@router.get("/thumbnails/{number}/drawing", summary="Say what the drawing asks for")
def drawing(here: Here, painting_id: PathNumber, number: PathNumber) -> DrawingView:
    """Say how much line there is to draw, how long that takes and what it does under paint."""
    from kind_distance.output.exporting import drawing_said, transfer_of

    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    transfer = transfer_of(file, state, number, "none", None)
    return DrawingView(
        said=drawing_said(state, transfer),
        width_cm=round(transfer.width_cm, 2),
        height_cm=round(transfer.height_cm, 2),
    )


@router.get("/sources/{number}/card.pdf", response_class=Response, summary="Print the card of a source")
def card(here: Here, painting_id: PathNumber, number: PathNumber) -> Response:
    """Print a source with its pins, departures and what is known of the place."""
    from kind_distance.output.exporting import card_of

    state = here.studio.desk(painting_id, here.clock()).state
    return _file(card_of(here.studio.file, state, number), "pdf", _named(here, state, f"card-{number}"), inline=True)


@router.get("/sessions.ics", response_class=Response, summary="Take the sessions to a calendar")
def sessions_out(here: Here, painting_id: PathNumber) -> Response:
    """Give the sessions, and the days that are waited for, as iCalendar."""
    from kind_distance.output.workfiles import sessions_calendar

    desk = here.studio.desk(painting_id, here.clock())
    return _file(
        sessions_calendar(painting_id, desk.state, desk.survey(), here.now_min),
        "ics",
        _named(here, desk.state, "sessions"),
    )


@router.get("/passes.csv", response_class=Response, summary="Take the passes to a table")
def passes_out(here: Here, painting_id: PathNumber) -> Response:
    """Give the passes in their order as CSV."""
    from kind_distance.output.workfiles import passes_table

    desk = here.studio.desk(painting_id, here.clock())
    return _file(passes_table(desk.state, desk.survey().work), "csv", _named(here, desk.state, "passes"))


@router.get("/mixes.csv", response_class=Response, summary="Take the recipes to a table")
def mixes_out(here: Here, painting_id: PathNumber) -> Response:
    """Give all recipes as CSV."""
    from kind_distance.output.mixing import mixes_table

    desk = here.studio.desk(painting_id, here.clock())
    return _file(mixes_table(here.studio.file, desk.state, desk.survey()), "csv", _named(here, desk.state, "mixes"))


@router.get("/palette.gpl", response_class=Response, summary="Take tubes and mixes as a palette")
def palette_out(here: Here, painting_id: PathNumber) -> Response:
    """Give tubes and mixes as open palette text."""
    from kind_distance.output.mixing import palette_text

    desk = here.studio.desk(painting_id, here.clock())
    return _file(palette_text(here.studio.file, desk.state, desk.survey()), "gpl", _named(here, desk.state, "palette"))


@router.get("/mixing.pdf", response_class=Response, summary="Print the mixing sheet")
def mixing_out(here: Here, painting_id: PathNumber) -> Response:
    """Print every mix with its recipe and an empty box for a swatch."""
    from kind_distance.output.mixing import mixing_sheet

    desk = here.studio.desk(painting_id, here.clock())
    return _file(
        mixing_sheet(here.studio.file, desk.state, desk.survey()),
        "pdf",
        _named(here, desk.state, "mixing"),
        inline=True,
    )


class PersonalView(BaseModel):
    """Something of people, places or ways there."""

    key: str
    where: str
    what: str
    said: str


@router.get("/personal", summary="List what is personal in a painting")
def personal(here: Here, painting_id: PathNumber) -> list[PersonalView]:
    """List, word by word, what is left out of a painting that is given away unless it is let go."""
    found = personal_in(here.studio.readable(painting_id).state)
    return [PersonalView(key=each.key, where=each.where, what=each.what, said=each.said) for each in found]


@router.get("/document.zip", response_class=Response, summary="Take the painting as an open document")
def document_out(
    here: Here,
    painting_id: PathNumber,
    originals: bool = False,
    let_go: Annotated[list[str] | None, Query(max_length=500)] = None,
) -> Response:
    """Give the painting as JSON beside its pictures, without places or what a camera writes into a file.

    What the painter typed of people, places and ways there is left out, but for what is let go by its key. With
    `originals` it is for the painter's own keeping: the files as they were brought, and all that was typed. Of a
    damaged painting all that can be read is given.
    """
    from kind_distance.studio.document.writing import write_document

    desk = here.studio.readable_desk(painting_id, here.clock())
    packed = SpooledTemporaryFile(max_size=MOST_IN_MEMORY)  # noqa: SIM115  it is closed once it is sent
    state = desk.state if originals else without_personal(desk.state, let_go or ())
    write_document(here.studio.file, state, desk.survey(), packed, originals=originals)
    packed.seek(0)
    name = _named(here, desk.state, "to-keep" if originals else "")
    headers = {"Content-Disposition": f'attachment; filename="{name}.zip"'}
    pieces = iter(partial(packed.read, PIECE), b"")
    return StreamingResponse(
        pieces, media_type=MEDIA_TYPES["zip"], headers=headers, background=BackgroundTask(packed.close)
    )


@router.get("/plan.pdf", response_class=Response, summary="Print the whole plan")
def plan_out(here: Here, painting_id: PathNumber) -> Response:
    """Print the score on one page, then a sheet for every session, as one PDF."""
    from kind_distance.output.printing import plan_of

    desk = here.studio.desk(painting_id, here.clock())
    return _file(
        plan_of(here.studio.file, desk.state, desk.survey()), "pdf", _named(here, desk.state, "plan"), inline=True
    )


@router.get("/kit.pdf", response_class=Response, summary="Print the kit list")
def kit_out(here: Here, painting_id: PathNumber, session: int | None = None) -> Response:
    """Print what to take along to a session, else to the first one."""
    from kind_distance.output.kit import kit_sheet

    desk = here.studio.desk(painting_id, here.clock())
    data = kit_sheet(here.studio.file, desk.state, desk.survey(), here.now_min, session)
    return _file(data, "pdf", _named(here, desk.state, "kit"), inline=True)


class KitItemView(BaseModel):
    """A thing to take along."""

    key: str
    name: str
    why: str
    packed: bool
    own: bool


class KitGroupView(BaseModel):
    """Things to take along for one purpose."""

    title: str
    items: list[KitItemView]


class KitView(BaseModel):
    """The kit list of a session."""

    session: int
    groups: list[KitGroupView]
    said: str


@router.get("/kit", summary="List what to take along")
def kit(here: Here, painting_id: PathNumber, session: int | None = None) -> KitView:
    """List what a session's passes, place and air ask for, with what is packed."""
    from kind_distance.output.kit import kit_of_session

    desk = here.studio.desk(painting_id, here.clock())
    record, groups = kit_of_session(here.studio.file, desk.state, desk.survey(), session)
    views = [
        KitGroupView(
            title=title,
            items=[
                KitItemView(key=key, name=name, why=why, packed=key in record.packed, own=key.startswith("own:"))
                for key, name, why in items
            ],
        )
        for title, items in groups
    ]
    every = [item for group in views for item in group.items]
    said = f"{sum(item.packed for item in every)} of {len(every)} packed"
    return KitView(session=record.number, groups=views, said=said)


@router.get("/handover.pdf", response_class=Response, summary="Print the hand-over sheet")
def hand_over_out(here: Here, painting_id: PathNumber) -> Response:
    """Print what goes with a finished painting; while something required is open, say what."""
    from kind_distance.output.handover import hand_over_sheet

    desk = here.studio.desk(painting_id, here.clock())
    data = hand_over_sheet(desk.state, desk.survey(), here.now_min)
    return _file(data, "pdf", _named(here, desk.state, "hand-over"), inline=True)


Printed = Literal["sheet", "plan", "mixing", "kit", "handover"]


@router.get("/printed/{sort}", summary="Look at what will be printed")
def printed_pages(here: Here, painting_id: PathNumber, sort: Printed, session: int | None = None) -> PrintedView:
    """Draw the pages of a print as pictures; the sheet is that of a session, else of the next one."""
    from kind_distance.exchange.preview import page_pictures
    from kind_distance.output import mixing, printing
    from kind_distance.output.handover import hand_over_sheet
    from kind_distance.output.kit import kit_sheet

    desk = here.studio.desk(painting_id, here.clock())
    state, survey, file = desk.state, desk.survey(), here.studio.file
    match sort:
        case "sheet":
            data = printing.sheet_of(file, state, survey, here.now_min, session)
        case "plan":
            data = printing.plan_of(file, state, survey)
        case "mixing":
            data = mixing.mixing_sheet(file, state, survey)
        case "kit":
            data = kit_sheet(file, state, survey, here.now_min, session)
        case "handover":
            data = hand_over_sheet(state, survey, here.now_min)
    pages = [
        PageView(
            image=png_address(each.png),
            width_cm=round(each.width_cm, 1),
            height_cm=round(each.height_cm, 1),
        )
        for each in page_pictures(data)
    ]
    chosen = "" if session is None or sort not in ("sheet", "kit") else f"?session={session}"
    return PrintedView(pages=pages, file=f"/api/paintings/{painting_id}/{sort}.pdf{chosen}")
