"""Routes of the log: the diary, minutes against the plan, photos of the painting, what is left to finish."""

from __future__ import annotations

import csv
import io
from typing import Annotated

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, ConfigDict

from kind_distance.api.build import Number
from kind_distance.api.context import Here
from kind_distance.clock import iso, moment_of, say_date, say_moment
from kind_distance.core.wording import first_upper, say_minutes
from kind_distance.rows.words import Settled
from kind_distance.stages.log.record import (
    minutes_by_plane,
    much_painted,
    own_drying_said,
    return_said,
    sessions_painted,
    varnish_said,
)
from kind_distance.store.diary import KeptLine
from kind_distance.studio.changes.desk import Desk

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["log"])
CSV_LINES = 200


class _View(BaseModel):
    model_config = ConfigDict(from_attributes=True)


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


class PlaneMinutesView(_View):
    """Minutes of a plane, planned and taken; rank 0 is the whole surface."""

    rank: int
    name: str
    planned: int
    taken: int
    ahead: int
    passes: int


class SessionPaintedView(BaseModel):
    """A session as it was painted."""

    number: int
    said: str
    minutes: int
    passes: list[str]
    running: bool


class MendView(_View):
    """Something to mend next time."""

    number: int
    text: str
    minutes: int | None
    source: int | None
    x: float | None
    y: float | None
    settled: Settled
    reason: str


class CriterionView(_View):
    """A sentence by which the painting is finished."""

    number: int
    text: str
    settled: Settled
    reason: str


class PhotoView(BaseModel):
    """A photo of the painting."""

    number: int
    name: str
    taken_said: str
    image: str
    read: bool


class LogView(BaseModel):
    """What the log tells of a painting."""

    painted_said: str
    minutes: list[PlaneMinutesView]
    much: list[str]
    drying_said: str
    return_said: str
    sessions: list[SessionPaintedView]
    to_mend: list[MendView]
    criteria: list[CriterionView]
    photos: list[PhotoView]
    varnish_said: str
    finish: list[str]


def _photos(desk: Desk, painting_id: int) -> list[PhotoView]:
    return [
        PhotoView(
            number=each.number, name=each.name,
            taken_said="" if each.taken_at is None else each.taken_at.replace("T", " "),
            image=f"/api/pictures/{each.picture_hash}.jpg",
            read=len(each.corners) == CORNERS,
        )
        for each in desk.state.sources
        if each.kind == "progress"
    ]  # fmt: skip


CORNERS = 4


def _finish(desk: Desk) -> list[str]:
    """List what is still open before it may be called finished."""
    state = desk.state
    found = desk.survey()
    done = {each.pass_id for each in found.work.done}
    left = [each for each in found.work.passes if each.id not in done]
    said = [] if not left else [f"{len(left)} {'pass is' if len(left) == 1 else 'passes are'} not painted yet."]
    if not any(each.kind == "finish" for each in found.work.passes):
        said.append("No pass for signing and checking is in the list.")
    said += [f"Not met: {each.text}" for each in state.criteria if not each.settled]
    said += [f"To mend: {each.text}" for each in state.to_mend if not each.settled]
    return said


def _varnish(desk: Desk) -> str:
    """Say when it may be varnished, once all is painted: a range, and only an estimate."""
    found = desk.survey()
    done = {each.pass_id for each in found.work.done}
    span = varnish_said(found.work, desk.now_min)
    if span is None or any(each.id not in done for each in found.work.passes if each.kind != "varnish"):
        return ""
    early, late = say_date(span[0]), say_date(span[1])
    when = f"from {late} on" if early == late else f"between {early} and {late}"
    return f"Dry through {when}: an estimate, later where paint lies thick. The label of your varnish comes first."


@router.get("/log", summary="Say what the log tells")
def log(here: Here, painting_id: Number) -> LogView:
    """Show minutes against the plan, sessions as painted, photos, what is to be mended and what is left to finish."""
    desk = here.studio.desk(painting_id, here.clock())
    state, work, now = desk.state, desk.survey().work, desk.now_min
    minutes = minutes_by_plane(state, work)
    said = {each.id: first_upper(each.said) for each in work.passes}
    taken = sum(each.end - each.start for each in work.done)
    return LogView(
        painted_said=f"{len(work.done)} of {len(work.passes)} passes, {say_minutes(taken)} of painting",
        minutes=[PlaneMinutesView.model_validate(each) for each in minutes], much=much_painted(minutes),
        drying_said=own_drying_said(state, work), return_said=return_said(state, work, now),
        sessions=[
            SessionPaintedView(
                number=each.number, said=say_moment(each.began), minutes=each.minutes,
                passes=[said[number] for number in each.passes if number in said], running=each.ended is None,
            )
            for each in sessions_painted(state, work, now)
        ],
        to_mend=[MendView.model_validate(each) for each in state.to_mend],
        criteria=[CriterionView.model_validate(each) for each in state.criteria],
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
    here: Here, painting_id: Number, words: Annotated[str, Query(max_length=80)] = "",
    kind: Annotated[str, Query(max_length=20)] = "", session: Annotated[int | None, Query(ge=1)] = None,
    before: Annotated[int | None, Query(ge=1)] = None, most: Annotated[int, Query(ge=1, le=200)] = 60,
) -> list[DiaryLineView]:  # fmt: skip
    """Read lines of the diary, the newest first; by word, kind or session."""
    lines = here.studio.diary(painting_id, before=before, most=most, words=words, kind=kind, session=session)
    return [_line(each) for each in lines]


@router.get("/diary.csv", response_class=Response, summary="Export the diary as a table")
def diary_table(here: Here, painting_id: Number) -> Response:
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
