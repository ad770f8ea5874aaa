"""Routes for trying a plan without keeping it: other plans, and a pass put somewhere by hand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated

from fastapi import APIRouter, Path, Query
from pydantic import BaseModel

from kind_distance.api.context import Here, PathNumber
from kind_distance.api.models import SchoolView
from kind_distance.api.workviews import cost_view
from kind_distance.core.palette.laid import remixes_of
from kind_distance.core.passes.model import Pass
from kind_distance.core.passes.order import OrderCost
from kind_distance.core.schedule.critical_path import find_slack
from kind_distance.errors import DomainError
from kind_distance.stages.mixes.strings import Mix, strings_of, targets_of
from kind_distance.stages.passes.pass_words import SCHOOL_WHY
from kind_distance.stages.passes.schedule_words import OFFERS, say_difference, say_slack
from kind_distance.stages.passes.work import kept_of
from kind_distance.studio.pass_placing import put_there, schools_tried
from kind_distance.studio.plan_search import Seeking

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["tries"])
Number = Annotated[int, Query(ge=1, le=100_000)]
Minute = Annotated[int, Query(ge=0, le=200_000_000)]
Seek = Annotated[int, Path(ge=1, le=1_000_000_000)]
WaitS = Annotated[float, Query(ge=0, le=2, allow_inf_nan=False)]
STOP_S = 2.0  # what a search may take to hear that it is stopped


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


@router.get("/placement", summary="Try a pass at a minute of a session")
def placement(here: Here, painting_id: PathNumber, number: Number, session: Number, start: Minute) -> PlacedThereView:
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


class FoundPlanView(PlanOfferView):
    """A plan that was found: pass, session and the minute before which it does not begin."""

    plan: list[list[int]]


class SeekingView(BaseModel):
    """How far a search for a better plan is."""

    number: int
    running: bool
    tries: int
    best_said: str
    plan: list[list[int]]
    offers: list[FoundPlanView]


def _seeking(found: Seeking) -> SeekingView:
    return SeekingView(
        number=found.number,
        running=found.running,
        tries=found.tries,
        best_said="" if found.difference is None else say_difference(found.difference),
        plan=[list(each) for each in found.listed],
        offers=[
            FoundPlanView(
                way=each.way,
                name=OFFERS[each.way],
                said=say_difference(each.difference),
                moved=each.difference.moved,
                plan=[list(one) for one in each.listed],
            )
            for each in found.offers
        ],
    )


@router.post("/seek", summary="Begin to seek a better plan", status_code=201)
def seek(here: Here, painting_id: PathNumber) -> SeekingView:
    """Begin a search that goes on while one looks on; one that runs for the same painting is stopped."""
    desk = here.studio.desk(painting_id, here.clock())
    work = desk.survey().work
    if not work.sessions:
        raise DomainError("There is no session yet.", "Add a session first.")
    return _seeking(here.seekers.begin(painting_id, work.problem, kept_of(desk.state)))


@router.get("/seek/{number}", summary="See how far a search is")
def seek_state(here: Here, painting_id: PathNumber, number: Seek, wait_s: WaitS = 0.0) -> SeekingView:
    """Say how far it is and what is the best so far; waits up to `wait_s` for its end."""
    found = here.seekers.of(painting_id, number)
    found.wait(wait_s)
    return _seeking(found)


@router.delete("/seek/{number}", summary="Stop a search")
def seek_stop(here: Here, painting_id: PathNumber, number: Seek) -> SeekingView:
    """Stop looking and keep the best so far."""
    found = here.seekers.of(painting_id, number)
    found.stop()
    found.wait(STOP_S)
    return _seeking(found)


@router.get("/schools", summary="Lay the schools of order side by side")
def schools(here: Here, painting_id: PathNumber) -> list[SchoolView]:
    """Say what every school costs on this painting, and what it takes of the sessions until something is painted."""
    desk = here.studio.desk(painting_id, here.clock())
    unit = desk.state.brief.unit
    mixes = strings_of(desk.state, targets_of(desk.file, desk.state, desk.survey().depth))
    return [
        SchoolView(
            key=each.offer.school.key,
            name=each.offer.school.name,
            reason=SCHOOL_WHY[each.offer.school.key],
            cost=cost_view(_by_real_mixes(each.offer.cost, each.offer.order, mixes), unit),
            sessions_said="" if each.sessions is None else _sessions_said(*each.sessions),
            order=[[each_pass.plane or 0, each_pass.minutes] for each_pass in each.offer.order],
        )
        for each in schools_tried(desk)
    ]


def _by_real_mixes(cost: OrderCost, order: Sequence[Pass], mixes: list[Mix]) -> OrderCost:
    """Count what has to be mixed again by the recipes, where there is a palette; else each plane is its own mix."""
    return replace(cost, remixes=remixes_of(list(order), mixes)) if mixes else cost


def _sessions_said(used: int, left: int) -> str:
    if left:
        return f"{left} {'pass finds' if left == 1 else 'passes find'} no place"
    return "1 session" if used == 1 else f"{used} sessions"


class SlackView(BaseModel):
    """How much later a pass may begin while all others stay."""

    number: int
    minutes: int
    critical: bool
    said: str


@router.get("/slack", summary="Say what the end of the plan hangs on")
def slack(here: Here, painting_id: PathNumber) -> list[SlackView]:
    """Give the slack of every pass that has a place, and whether the end hangs on it."""
    work = here.studio.desk(painting_id, here.clock()).survey().work
    names = {each.id: each.said if each.place or each.things else f"“{each.title}”" for each in work.passes}
    return [
        SlackView(number=each.pass_id, minutes=each.minutes, critical=each.critical, said=say_slack(each, names))
        for each in find_slack(work.problem, work.schedule)
    ]
