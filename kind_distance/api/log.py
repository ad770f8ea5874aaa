"""Routes of the log: the diary, minutes against the plan, photos of the painting, what is left to finish."""

from __future__ import annotations

import csv
import io
from typing import Annotated, Literal

import numpy as np
from fastapi import APIRouter, Path, Query, Response
from pydantic import BaseModel, Field

from kind_distance.api.build import film_of
from kind_distance.api.context import Here, PathNumber
from kind_distance.api.judgementmodels import JudgementView
from kind_distance.api.models import PaintingView
from kind_distance.api.pictureviews import judgement_view
from kind_distance.api.views import painting_view
from kind_distance.clock import iso, minute_of, moment_of, say_date, say_moment
from kind_distance.core.build.model import BuildScene
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.progress.camera import by_a_painter, photograph
from kind_distance.core.progress.comparing import difference, read_planes
from kind_distance.core.progress.lens import Floats
from kind_distance.core.progress.trying import Way, tried
from kind_distance.core.wording import first_upper, say_minutes
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.exchange.names import file_name
from kind_distance.exchange.pictures import jpeg, png
from kind_distance.output.handover import open_before_handing_over
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import on_painting, plate_of
from kind_distance.rows import CriterionRecord, MendRecord, SourceRecord
from kind_distance.stages.easel.pictures import steps_by_now
from kind_distance.stages.log.drift_words import say_tried
from kind_distance.stages.log.photos import (
    CORNERS,
    WHY_NOT,
    PhotoRead,
    begun_by,
    checks_of,
    even_photo,
    judge_photo,
    painted_by,
    read_photo,
)
from kind_distance.stages.log.record import (
    PlaneMinutes,
    minutes_by_plane,
    much_painted,
    own_drying_said,
    return_said,
    sessions_painted,
    varnish_span,
)
from kind_distance.stages.log.surface import surface_said
from kind_distance.store.diary import KeptLine
from kind_distance.studio.changes.desk import Desk, find
from kind_distance.studio.summary import hex_colour

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["log"])
CSV_LINES = 200
MOST_DRIFTS = 6  # photos, the last ones


class DiaryLineView(BaseModel):
    """A line of the diary."""

    id: int
    at_min: int
    day_said: str
    hour_said: str
    kind: str
    said: str
    session: int | None
    layer_pass: int | None
    plane: str
    minutes: int | None
    air: str
    mix: str


class SessionPaintedView(BaseModel):
    """A session as it was painted."""

    number: int
    said: str
    minutes: int
    passes: list[str]
    running: bool


class PhotoView(BaseModel):
    """A photo of the painting."""

    number: int
    name: str
    taken_said: str
    image: str
    read: bool


class DriftView(BaseModel):
    """A plane on the painting beside the plan."""

    rank: int
    name: str
    painted: float
    planned: float = Field(description="As it should look by then.")
    final: float = Field(description="As it is planned to end.")
    off: float
    begun: bool
    colour: str = Field(description="As painted.")


class PhotoReadView(BaseModel):
    """A photo of the painting, held against the plan as it should look by then."""

    number: int
    corners: list[tuple[float, float]] = Field(description="In shares of the photo, from the top left, clockwise.")
    by_hand: bool
    found: bool
    why_not: str
    glare: float
    drifts: list[DriftView]
    checks: list[str] = Field(description="What to look at before the photo is believed, with what was measured.")
    aside: bool = Field(description="Whether the painter set it aside.")
    flat: str
    planned: str
    difference: str
    judgements: list[JudgementView]


class PlaceView(BaseModel):
    """A place, in shares of the painting."""

    x: float
    y: float


class LogView(BaseModel):
    """What the log tells of a painting."""

    painted_said: str
    minutes: list[PlaneMinutes]
    much: list[str]
    drying_said: str
    return_said: str
    sessions: list[SessionPaintedView]
    to_mend: list[MendRecord]
    surface_said: str = Field(description="How many dull and glossy places are open; empty where none.")
    surface_to_do: list[str]
    how_to_look: list[str]
    closer: PlaceView = Field(description="Where a detail is worth a photo: the focus, else the middle.")
    criteria: list[CriterionRecord]
    photos: list[PhotoView]
    varnish_said: str
    finish: list[str]


def _photos(desk: Desk, painting_id: int) -> list[PhotoView]:
    return [
        PhotoView(
            number=each.number, name=each.name,
            taken_said="" if each.taken_at is None else say_moment(minute_of(each.taken_at[:16]), desk.now_min),
            image=f"/api/pictures/{each.picture_hash}.jpg",
            read=len(each.corners) == CORNERS,
        )
        for each in desk.state.sources
        if each.kind == "progress"
    ]  # fmt: skip


def _finish(desk: Desk) -> list[str]:
    """List what is still open before it may be called finished."""
    found = desk.survey()
    said = open_before_handing_over(desk.state, found)
    if not any(each.kind == "finish" for each in found.work.passes):
        said.append("No pass for signing and checking is in the list.")
    return said


def _varnish(desk: Desk) -> str:
    """Say when it may be varnished, once all is painted: a range, and only an estimate."""
    found = desk.survey()
    done = {each.pass_id for each in found.work.done}
    span = varnish_span(found.work, desk.now_min)
    if span is None or any(each.id not in done for each in found.work.passes if each.kind != "varnish"):
        return ""
    early, late = say_date(span[0]), say_date(span[1])
    when = f"from {late} on" if early == late else f"between {early} and {late}"
    return f"Dry through {when}: an estimate, later where paint lies thick. The label of your varnish comes first."


@router.get("/log", summary="Say what the log tells")
def log(here: Here, painting_id: PathNumber) -> LogView:
    """Show minutes against the plan, sessions as painted, photos, what is to be mended and what is left to finish."""
    desk = here.studio.desk(painting_id, here.clock())
    state, work, now = desk.state, desk.survey().work, desk.now_min
    minutes = minutes_by_plane(state, work)
    said = {each.id: first_upper(each.said) for each in work.passes}
    surface = surface_said(state)
    closer = on_painting(state, state.brief.focus_x, state.brief.focus_y) or (0.5, 0.5)
    taken = sum(each.end - each.start for each in work.done)
    return LogView(
        painted_said=f"{len(work.done)} of {len(work.passes)} passes, {say_minutes(taken)} of painting",
        minutes=list(minutes), much=much_painted(minutes),
        drying_said=own_drying_said(state, work), return_said=return_said(state, work, now),
        sessions=[
            SessionPaintedView(
                number=each.number, said=say_moment(each.began), minutes=each.minutes,
                passes=[said[number] for number in each.passes if number in said], running=each.ended is None,
            )
            for each in sessions_painted(state, work, now)
        ],
        to_mend=list(state.to_mend),
        surface_said=surface.said, surface_to_do=list(surface.to_do), how_to_look=list(surface.how_to_look),
        closer=PlaceView(x=closer[0], y=closer[1]),
        criteria=list(state.criteria),
        photos=_photos(desk, painting_id),
        varnish_said=_varnish(desk),
        finish=_finish(desk),
    )  # fmt: skip


def _line(each: KeptLine) -> DiaryLineView:
    at = moment_of(each.at_min)
    return DiaryLineView(
        id=each.id, at_min=each.at_min, day_said=say_date(each.at_min), hour_said=f"{at.hour}:{at.minute:02d}",
        kind=each.kind, said=each.said, session=each.session, layer_pass=each.layer_pass, plane=each.plane,
        minutes=each.minutes, air=each.air, mix=each.mix,
    )  # fmt: skip


@router.get("/diary", summary="Read the diary")
def diary(
    here: Here, painting_id: PathNumber, words: Annotated[str, Query(max_length=80)] = "",
    kind: Annotated[str, Query(max_length=20)] = "", session: Annotated[int | None, Query(ge=1)] = None,
    before: Annotated[int | None, Query(ge=1)] = None, most: Annotated[int, Query(ge=1, le=200)] = 60,
) -> list[DiaryLineView]:  # fmt: skip
    """Read lines of the diary, the newest first; by word, kind or session."""
    lines = here.studio.diary(painting_id, before=before, most=most, words=words, kind=kind, session=session)
    return [_line(each) for each in lines]


@router.get("/diary.csv", response_class=Response, summary="Export the diary as a table")
def diary_table(here: Here, painting_id: PathNumber) -> Response:
    """Give every line of the diary as CSV, the oldest first."""
    lines: list[KeptLine] = []
    before: int | None = None
    while True:
        some = here.studio.diary(painting_id, before=before, most=CSV_LINES)
        lines += some
        if len(some) < CSV_LINES:
            break
        before = some[-1].id
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(["at", "kind", "said", "plane", "minutes", "air", "mix"])
    for each in reversed(lines):
        # A cell that begins like a formula is told as the words it is.
        row = [iso(each.at_min), each.kind, each.said, each.plane, each.minutes or "", each.air, each.mix]
        table.writerow(
            [f"'{cell}" if isinstance(cell, str) and cell[:1] in "=+-@\t\r" and cell else cell for cell in row]
        )
    return Response(
        out.getvalue(), media_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": "attachment; filename=diary.csv"},
    )  # fmt: skip


def _read(here: Here, painting_id: int, number: int) -> tuple[PhotoRead, Desk, SourceRecord]:
    film, steps, desk = film_of(here, painting_id)
    source = find(desk.state, "source", number)
    if source.kind != "progress":
        raise DomainError(f"{source.name} is no photo of the painting.", "Choose one on Log.")
    by_number = {each.number: each for each in steps}
    found = desk.survey()
    read = read_photo(
        desk.file, desk.state, found.depth, found.work, source, film.scene,
        lambda painted: film.stage(tuple(by_number[each] for each in painted if each in by_number)).codes,
        desk.now_min,
    )  # fmt: skip
    return read, desk, source


Photo = Annotated[int, Path(ge=1, le=1_000_000)]
HAND = (0.3, 0.3), (0.7, 0.3), (0.7, 0.7), (0.3, 0.7)  # where corners begin that nobody found


@router.get("/photos/{number}", summary="Read a photo of the painting")
def photo(here: Here, painting_id: PathNumber, number: Photo) -> PhotoReadView:
    """Find the painting on a photo, take the light out, and hold each plane against the plan by then."""
    read, desk, source = _read(here, painting_id, number)
    found, address = desk.survey(), f"/api/paintings/{painting_id}/photos/{number}"
    corners = [(x, y) for x, y in HAND]
    if read.flat is not None:
        size = np.array(darkroom.view_codes(desk.file, plate_of(source)).shape[1::-1])
        corners = [(round(float(x), 5), round(float(y), 5)) for x, y in read.flat.corners / size]
    mark = f"{len(found.work.done)}-{hash(tuple(corners)) & 0xFFFFFF:x}"
    reasons = {each.key: each.reason for each in desk.state.meant_so}
    return PhotoReadView(
        number=number, corners=corners, by_hand=len(source.corners) == CORNERS,
        found=read.flat is not None, why_not=WHY_NOT.get(read.why_not, ""),
        glare=0.0 if read.flat is None else round(float(read.flat.hidden.mean()), 3),
        drifts=[
            DriftView(
                rank=each.rank, name=each.name, painted=round(each.painted.value, 2),
                planned=round(each.planned.value, 2), final=round(each.final, 2), off=round(each.off, 2),
                begun=each.begun, colour=hex_colour(each.painted.colour),
            )
            for each in read.drifts
            if read.why_not != "corners"  # what lies elsewhere than it seems has no values
        ],
        checks=checks_of(read, desk.state.brief), aside=source.set_aside,
        flat=f"{address}/flat.jpg?k={mark}", planned=f"{address}/planned.jpg?k={mark}",
        difference=f"{address}/difference.jpg?k={mark}",
        judgements=[
            judgement_view(each, reasons.get(each.key))
            for each in judge_photo(read, desk.state, found.depth, found.work, number, desk.now_min)
        ],
    )  # fmt: skip


class CameraRequest(BaseModel):
    """A press on the camera that stands in."""

    version: int


@router.post("/camera", status_code=201, summary="Photograph the painting with the camera that stands in")
def camera(here: Here, painting_id: PathNumber, wanted: CameraRequest) -> PaintingView:
    """Photograph the simulated painting at its present stage, painted a little off the plan, and bring the photo."""
    film, steps, desk = film_of(here, painting_id)
    taken = sum(1 for each in desk.state.sources if each.kind == "progress")
    seed = painting_id * 1000 + taken
    work = desk.survey().work
    planned = film.stage(steps_by_now(steps, work, None)).codes
    begun = frozenset(begun_by(work, painted_by(work, desk.now_min)))
    painted, _ = by_a_painter(planned, film.scene.labels, painting_id, begun)
    shot = photograph(painted, seed)
    opened, _, _ = here.studio.add_source(
        painting_id, wanted.version, jpeg(shot.codes), "stand-in.jpg", here.clock(), "progress"
    )
    return here.shown.whole(painting_view(here.studio, opened, here.now_min))


class TriedView(BaseModel):
    """What a colour does that is tried on a copy of the painting."""

    value: float = Field(description="Of the plane with it.")
    before: float
    wanted: float = Field(description="As it is planned to end.")
    said: str
    image: str


Colour = Annotated[str, Query(pattern="^#[0-9a-f]{6}$")]
Strength = Annotated[float, Query(ge=0, le=3, allow_inf_nan=False)]


def _tried(
    here: Here, painting_id: int, number: int, plane: int, colour: str, way: Way, strength: float
) -> tuple[PhotoRead, Floats, Desk, BuildScene]:
    read, desk, _ = _read(here, painting_id, number)
    film, _, _ = film_of(here, painting_id)
    if read.flat is None:
        raise NotFoundError("painting on this photo", number)
    if not any(each.rank == plane for each in read.drifts):
        raise NotFoundError("plane that this photo shows", plane)
    codes = np.array([[[int(colour[at : at + 2], 16) for at in (1, 3, 5)]]], np.uint8)
    red, green, blue = (float(each) for each in linear_from_codes(codes)[0, 0])
    made = tried(read.flat.linear, film.scene.labels, plane, (red, green, blue), way, strength)
    return read, made, desk, film.scene


@router.get("/photos/{number}/tried", summary="Try a colour on a copy of the painting")
def photo_tried(
    here: Here, painting_id: PathNumber, number: Photo, plane: Annotated[int, Query(ge=1, le=9)], colour: Colour,
    way: Way = "flat", strength: Strength = 1.0,
) -> TriedView:  # fmt: skip
    """Say what a colour over a plane does to its value and to the borders it has; the photo stays as it is."""
    read, made, desk, scene = _tried(here, painting_id, number, plane, colour, way, strength)
    hidden = None if read.flat is None else read.flat.hidden
    after = read_planes(made, scene.labels, hidden)
    drift = next(each for each in read.drifts if each.rank == plane)
    said = say_tried(read.drifts, after, plane, desk.survey().depth, desk.state)
    query = f"plane={plane}&colour=%23{colour[1:]}&way={way}&strength={strength:g}"
    return TriedView(
        value=round(after[plane].value, 2), before=round(drift.painted.value, 2), wanted=round(drift.final, 2),
        said=said,
        image=f"/api/paintings/{painting_id}/photos/{number}/tried.jpg?{query}",
    )  # fmt: skip


@router.get("/photos/{number}/tried.jpg", response_class=Response, summary="Show a colour tried on a copy")
def photo_tried_picture(
    here: Here, painting_id: PathNumber, number: Photo, plane: Annotated[int, Query(ge=1, le=9)], colour: Colour,
    way: Way = "flat", strength: Strength = 1.0,
) -> Response:  # fmt: skip
    """Show the painting with a colour tried over a plane."""
    _, made, _, _ = _tried(here, painting_id, number, plane, colour, way, strength)
    codes = codes_from_linear(np.clip(made, 0, 1))
    return Response(jpeg(codes), media_type="image/jpeg", headers={"Cache-Control": "no-cache"})


Share = Annotated[float, Query(ge=0, le=1, allow_inf_nan=False)]


@router.get("/photos/{number}/even.{kind}", response_class=Response, summary="Export a straight photo in even light")
def photo_even(
    here: Here, painting_id: PathNumber, number: Photo, kind: Literal["png", "jpg"],
    x: Share | None = None, y: Share | None = None, size: Annotated[float, Query(ge=0.05, le=1)] = 0.4,
) -> Response:  # fmt: skip
    """Give the painting alone, straight and in even light; with a place, a detail round it. Shares of the painting."""
    film, _, desk = film_of(here, painting_id)
    source = find(desk.state, "source", number)
    part = None if x is None or y is None else (x, y, size)
    codes = even_photo(desk.file, desk.state, source, film.scene.shape, part)
    name = file_name(desk.state.brief.title, "whole" if part is None else "detail", f"{here.clock():%Y-%m-%d}")
    data, sort = (png(codes), "image/png") if kind == "png" else (jpeg(codes), "image/jpeg")
    return Response(data, media_type=sort, headers={"Content-Disposition": f'attachment; filename="{name}.{kind}"'})


class PlaneDriftView(BaseModel):
    """By how much a plane stood off the plan on each photo; nothing where it was not seen or had no layer yet. [V]."""

    rank: int
    name: str
    offs: list[float | None]


class DriftsView(BaseModel):
    """How the planes stood off the plan, photo by photo, the oldest first."""

    photos: list[str]
    planes: list[PlaneDriftView]


@router.get("/drifts", summary="Tell how each plane drifted from photo to photo")
def drifts(here: Here, painting_id: PathNumber) -> DriftsView:
    """Tell how far each plane stood off the plan on the last photos that can be trusted."""
    _, _, desk = film_of(here, painting_id)
    taken = [each for each in desk.state.sources if each.kind == "progress"][-MOST_DRIFTS:]
    reads = [(each, _read(here, painting_id, each.number)[0]) for each in taken]
    sure = [(each, read) for each, read in reads if read.flat is not None and not read.why_not]
    offs = [{each.rank: round(each.off, 1) for each in read.drifts if each.begun} for _, read in sure]
    return DriftsView(
        photos=[each.name for each, _ in sure],
        planes=[
            PlaneDriftView(rank=rank, name=plane.name, offs=[one.get(rank) for one in offs])
            for rank, plane in enumerate(desk.state.planes, start=1)
            if any(rank in one for one in offs)
        ],
    )


@router.get("/photos/{number}/{what}.jpg", response_class=Response, summary="Show a photo of the painting, flat")
def photo_picture(
    here: Here, painting_id: PathNumber, number: Photo, what: Literal["flat", "planned", "difference"]
) -> Response:
    """Show the painting flat in its own light, the plan by then, or where the two differ."""
    read, _, _ = _read(here, painting_id, number)
    if read.flat is None:
        raise NotFoundError("painting on this photo", number)
    if what == "difference":
        codes = difference(read.flat.linear, read.planned, read.flat.hidden)
    else:
        codes = codes_from_linear(np.clip(read.flat.linear if what == "flat" else read.planned, 0, 1))
    return Response(jpeg(codes), media_type="image/jpeg", headers={"Cache-Control": "no-cache"})
