"""Routes of the easel and of the log: what is to be done now, how it should look, and what was written down."""

from __future__ import annotations

from typing import Annotated, Any

import numpy as np
from fastapi import APIRouter, File, Form, Query, Response, UploadFile
from numpy.typing import NDArray
from pydantic import BaseModel, Field

from kind_distance.api.build import film_of
from kind_distance.api.context import Here, PathNumber
from kind_distance.api.models import PaintingView
from kind_distance.api.views import painting_view
from kind_distance.clock import minute_of, say_moment
from kind_distance.core.paint.media import medium_of
from kind_distance.core.wording import clock, first_upper
from kind_distance.errors import DomainError
from kind_distance.exchange.field.reading import MOST_BYTES, read_field_log
from kind_distance.exchange.field.writing import write_field_sheet
from kind_distance.exchange.names import file_name
from kind_distance.exchange.pictures import jpeg, png
from kind_distance.output.field import field_sheet, painting_key
from kind_distance.stages.easel.easel_words import Card
from kind_distance.stages.easel.guide import Guide, PassNow, WetOnly, cleaning_of, goal_of, guide, step_back_said
from kind_distance.stages.easel.pictures import lit, steps_by_now, wet_map
from kind_distance.stages.mixes.build import scene_of_build, steps_of
from kind_distance.stages.sessions.cautions import cautions_by_session
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.easel import EARLY_MIN

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["easel"])
SOON_DAYS = 14


class FilmNowView(BaseModel):
    """What the film of a painted pass is now."""

    number: int
    said: str
    planes: list[int]
    state: str
    clock_said: str
    lean: bool
    newest: bool
    early: float | None
    late: float | None
    ways_out: list[Card]


class ThenView(BaseModel):
    """A pass that comes after."""

    number: int
    said: str


class StartView(BaseModel):
    """The card before a session."""

    session: int
    said: str
    start_min: int
    minutes: int
    goal: str
    passes: list[str]
    numbers: list[int] = Field(description="Of its passes.")
    cautions: list[str]
    light_said: str
    to_mend: list[str]
    begun: bool
    now: bool = Field(description="Whether it may be begun now without being moved.")


class EndView(BaseModel):
    """The card after a session."""

    session: int
    said: str
    painted_min: int
    passes: list[str]
    wet: list[str]
    cleaning: list[str]
    next_said: str


class EaselView(BaseModel):
    """What the easel shows of a minute."""

    now_min: int
    running: int | None = Field(description="Number of the session that runs.")
    began_said: str
    left_min: int = Field(description="Of the session as planned.")
    over_min: int
    now: PassNow | None
    then: list[ThenView]
    films: list[FilmNowView]
    lean_said: str
    step_back_said: str
    step_back_min: int | None
    rest_min: int | None
    shade_min: int | None
    unbroken_min: int
    painted_min: int
    light_said: str
    waits: list[str]
    wet_only: list[WetOnly]
    air_said: str
    start: list[StartView]
    end: EndView | None
    picture: bool = Field(description="Whether there is a picture to light.")
    picture_mark: str


def _guide(desk: Desk) -> Guide:
    found = desk.survey()
    return guide(desk.state, found.work, found.depth.kept, found.wanted, desk.others.following, desk.now_min)


def _starts(desk: Desk) -> list[StartView]:
    """List the sessions that may be begun: those of the next days, the nearest first."""
    state, found, now = desk.state, desk.survey(), desk.now_min
    cautions = cautions_by_session(state, found.work)
    said = {each.id: each.said for each in found.work.passes}
    listed = []
    for record in sorted(state.sessions, key=lambda each: minute_of(each.start)):
        start = minute_of(record.start)
        if record.ended is not None or record.began is not None or start + record.minutes <= now:
            continue
        if start > now + SOON_DAYS * 1440:
            continue
        here = [each for each in found.work.schedule.placements if each.session_id == record.number]
        holds = next((span for span in state.brief.light_holds if minute_of(span.start) // 1440 == start // 1440), None)
        light = (
            ""
            if holds is None
            else f"The wanted light: {clock(minute_of(holds.start))} to {clock(minute_of(holds.end))}."
        )
        listed.append(
            StartView(
                session=record.number, said=first_upper(say_moment(start, now)), start_min=start,
                minutes=record.minutes, goal=goal_of(found.work, record.number),
                passes=[f"{first_upper(said[each.pass_id])}, {each.end - each.start} min" for each in here],
                numbers=[each.pass_id for each in here],
                cautions=[each.said for each in cautions[record.number]], light_said=light,
                to_mend=[each.text for each in state.to_mend if not each.settled], begun=record.began is not None,
                now=start - EARLY_MIN <= now,
            )
        )  # fmt: skip
    return listed[:6]


def _end(desk: Desk, shown: Guide) -> EndView | None:
    """Make the card of the session that was ended last, where that was today."""
    ended = [each for each in desk.state.sessions if each.ended is not None]
    last = max(ended, key=lambda each: each.ended or 0, default=None)
    if last is None or last.ended is None or desk.now_min - last.ended > 1440:
        return None
    found = desk.survey()
    by_id = {each.id: each for each in found.work.passes}
    began = last.began or last.ended
    here = [each for each in found.work.done if began <= each.end <= last.ended + 1]
    paints = {by_id[each.pass_id].paint for each in here} | {medium_of(desk.state.brief.medium).later_paint}
    ahead = [each for each in found.work.sessions if each.start > desk.now_min]
    return EndView(
        session=last.number, said=say_moment(last.ended, desk.now_min),
        painted_min=sum(each.end - each.start for each in here),
        passes=[first_upper(by_id[each.pass_id].said) for each in here],
        wet=[
            f"{first_upper(each.said)}: {each.clock_said}" for each in shown.films
            if each.clock.state != "dry_through"
        ],
        cleaning=cleaning_of(paints),
        next_said="No session ahead." if not ahead else f"Next: {say_moment(ahead[0].from_door, desk.now_min)}.",
    )  # fmt: skip


@router.get("/easel", summary="Say what is to be done now")
def easel(here: Here, painting_id: PathNumber) -> EaselView:
    """Show the pass of now and the next ones, what every film is, bells, light, and the cards before and after."""
    desk = here.studio.desk(painting_id, here.clock())
    shown = _guide(desk)
    found, session, now = desk.survey(), shown.session, desk.now_min
    end = None if session is None else minute_of(session.start) + session.minutes - session.cleanup_min
    air = "" if session is None else f"{session.temperature_c:g}\u00a0°C, {session.humidity:g}\u00a0%"
    number = None if shown.now is None else shown.now.number
    return EaselView(
        now_min=now, running=None if session is None else session.number,
        began_said="" if session is None or session.began is None else say_moment(session.began, now),
        left_min=0 if end is None else max(0, end - now), over_min=shown.over_min,
        now=shown.now,
        then=[ThenView(number=each, said=said) for each, said in shown.then],
        films=[
            FilmNowView(
                number=each.number, said=first_upper(each.said), planes=list(each.planes), state=each.clock.state,
                clock_said=each.clock_said, lean=each.clock.lean, newest=each.newest, early=each.clock.early,
                late=each.clock.late, ways_out=list(each.ways_out),
            )
            for each in shown.films
        ],
        lean_said=shown.lean_said, step_back_said=step_back_said(shown.bells, now),
        step_back_min=shown.bells.step_back, rest_min=shown.bells.rest, shade_min=shown.bells.shade,
        unbroken_min=shown.unbroken_min, painted_min=shown.painted_min, light_said=shown.light_said,
        waits=list(shown.waits), wet_only=list(shown.wet_only), air_said=air,
        start=_starts(desk) if session is None else [], end=_end(desk, shown) if session is None else None,
        picture=desk.state.brief.main_source is not None and found.depth.fit is not None,
        picture_mark=f"{desk.state.brief.main_source}-{len(found.work.done)}-{number}-{_wet_mark(shown)}",
    )  # fmt: skip


def _wet_mark(shown: Guide) -> str:
    return "".join(f"{each.number}{each.clock.state[0]}" for each in shown.films)


@router.get("/easel/picture.jpg", response_class=Response, summary="Light the place of a pass")
def easel_picture(
    here: Here, painting_id: PathNumber, number: Annotated[int | None, Query(ge=1, le=1_000_000)] = None,
    lit_only: bool = True,
) -> Response:  # fmt: skip
    """Show how the painting should look after a pass, or by now; only the place of the pass is lit."""
    film, steps, desk = film_of(here, painting_id)
    work = desk.survey().work
    chosen = next((each for each in work.passes if each.id == number), None)
    codes = film.stage(steps_by_now(steps, work, number)).codes
    if chosen is not None and lit_only:
        codes = lit(codes, film.scene, chosen.planes)
    return Response(jpeg(codes), media_type="image/jpeg", headers={"Cache-Control": "no-cache"})


@router.get("/easel/wet.png", response_class=Response, summary="Map where paint is wet")
def easel_wet(here: Here, painting_id: PathNumber) -> Response:
    """Draw where paint is wet and tacky, in patterns, to lie over the picture."""
    film, _, desk = film_of(here, painting_id)
    states: dict[int, Any] = {}
    for each in reversed(_guide(desk).films):
        for rank in each.planes:
            states[rank] = each.clock.state
    return Response(
        png(np.ascontiguousarray(wet_map(film.scene, states))), media_type="image/png",
        headers={"Cache-Control": "no-cache"},
    )  # fmt: skip


@router.get("/field.html", response_class=Response, summary="Take a session along as one file")
def field_out(
    here: Here, painting_id: PathNumber, session: Annotated[int | None, Query(ge=1, le=1_000_000)] = None
) -> Response:
    """Give the field sheet of a session, else of the next one: pictures, passes, mixes and ticks in one HTML file."""
    desk, painting = here.studio.desk(painting_id, here.clock()), here.studio.facts(painting_id)
    found = desk.survey()
    scene = scene_of_build(desk.file, desk.state, found.depth)
    film = None if scene is None else here.films.film(scene)
    steps = steps_of(desk.state, found.depth, found.work)

    def shown(number: int) -> NDArray[np.uint8]:
        at = next(at for at, each in enumerate(steps) if each.number == number)
        return np.zeros((1, 1, 3), np.uint8) if film is None else film.stage(steps[: at + 1]).codes

    name = file_name(desk.state.brief.title, "field", f"{here.clock():%Y-%m-%d}")
    key = painting_key(painting_id, painting.created_at)
    pictures = None if scene is None else (scene, shown)
    sheet = field_sheet(desk.file, desk.state, found, (key, name), session, desk.now_min, pictures)
    return Response(
        write_field_sheet(sheet), media_type="text/html; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{name}.html"'},
    )  # fmt: skip


@router.post("/field-log", status_code=201, summary="Bring the log of a field sheet")
def field_log(
    here: Here, painting_id: PathNumber, file: Annotated[UploadFile, File()], version: Annotated[int, Form()]
) -> PaintingView:
    """Take the log of a field sheet into the painting; what is here already is taken once."""
    log = read_field_log(file.file.read(MOST_BYTES + 1))
    if log.painting != painting_key(painting_id, here.studio.facts(painting_id).created_at):
        raise DomainError("This log belongs to another painting.", "Open that painting, and bring it there.")
    opened = here.studio.take_field_log(painting_id, version, log.session, log.events, here.clock())
    return here.shown.whole(painting_view(here.studio, opened, here.now_min))
