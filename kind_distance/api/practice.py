"""Routes of practice: learners, drills and their pictures, answers, what they show."""

from __future__ import annotations

import csv
import io
from typing import Annotated, Any

import numpy as np
from fastapi import APIRouter, BackgroundTasks, Path, Query, Response
from pydantic import BaseModel, Field

from kind_distance.api.context import Here, PathNumber, forever
from kind_distance.clock import say_moment
from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.practice.canvas import HIGH, WIDE
from kind_distance.errors import NotFoundError
from kind_distance.exchange.pictures import jpeg, png, png_address
from kind_distance.stages.practice.drills.drill import Drill
from kind_distance.stages.practice.drills.masses import checked_cuts, mass
from kind_distance.stages.practice.drills.table import DRILLS, make_drill
from kind_distance.studio.paintings import minutes_now
from kind_distance.studio.practice import Practice, Shown

router = APIRouter(prefix="/api/practice", tags=["practice"])
Kind = Annotated[str, Field(max_length=20)]
Seed = Annotated[int, Field(ge=1, le=10_000_000)]
Positive = Annotated[int, Field(ge=1, le=1_000_000_000)]
Level = Annotated[int, Field(ge=1, le=3)]
PathSeed = Annotated[int, Path(ge=1, le=10_000_000)]
PathLevel = Annotated[int, Path(ge=1, le=3)]


class LearnerView(BaseModel):
    """Somebody who practises on this machine."""

    id: int
    name: str
    answers: int


class DrillKindView(BaseModel):
    """A kind of drill."""

    key: str
    skill: str
    name: str
    own: bool = Field(description="Whether it can be done on a painter's own picture.")


class PracticeView(BaseModel):
    """Who practises here, and what there is."""

    learners: list[LearnerView]
    kinds: list[DrillKindView]
    greys: list[str] = Field(description="Screen greys of the values 0 to 10, by half a step.")


class LearnerRequest(BaseModel):
    """A name to practise under."""

    name: Annotated[str, Field(max_length=200)]


class PointView(BaseModel):
    """Ten answers: the share right, with its interval."""

    share: float
    low: float
    high: float


class SkillView(BaseModel):
    """What a learner shows in a skill."""

    skill: str
    kinds: list[str]
    count: int
    line: list[PointView]
    due_said: str


class ShownView(BaseModel):
    """What a learner's answers show."""

    learner: LearnerView
    skills: list[SkillView]
    biases: list[str]
    next_kind: str
    why: str


class MarkView(BaseModel):
    """A place on the picture, in shares of its width and height."""

    key: str
    x: float
    y: float
    radius: float = Field(description="Of a ring, in shares of the width; 0 without one.")


class OptionView(BaseModel):
    """What may be chosen."""

    key: str
    said: str
    colour: str


class DrillView(BaseModel):
    """A question over a picture."""

    kind: str
    name: str
    skill: str
    seed: int
    level: int
    question: str
    how: str
    picture: str
    marks: list[MarkView]
    answer: str
    low: float
    high: float
    step: float
    unit: str
    options: list[OptionView]
    shown: list[OptionView] = Field(description="Colours that belong to the question.")
    values: int = Field(description="Values to part the picture into; 0 where that is not asked.")
    minutes: int
    scored: bool
    painting: int | None = Field(description="The painting whose own picture it is.")
    version: int | None
    horizon: float = Field(description="Height of the eye level from the top, where it is shown; else 0.")


class AnswerRequest(BaseModel):
    """An answer to a drill."""

    kind: Kind
    seed: Seed
    level: Level
    given: Any
    painting: Positive | None = None
    version: Positive | None = None
    seconds: Annotated[float, Field(ge=0, le=36_000, allow_inf_nan=False)]


class BoxView(BaseModel):
    """Where to look, in shares of the picture."""

    left: float
    top: float
    right: float
    foot: float


class MarkedView(BaseModel):
    """An answer, marked."""

    right: bool
    counted: bool
    off: float | None = Field(description="By how much a number was off, given less true.")
    measured: str
    rule: str
    sure: str
    otherwise: str
    box: BoxView | None
    place: MarkView | None
    shown: ShownView


def _practice(here: Here) -> Practice:
    return Practice(here.studio.file)


@router.get("", summary="Say who practises here, and what there is")
def practice(here: Here) -> PracticeView:
    """List learners and kinds of drill."""
    return PracticeView(
        learners=[LearnerView(id=each.id, name=each.name, answers=each.answers) for each in _practice(here).learners()],
        kinds=[DrillKindView(key=each.key, skill=each.skill, name=each.name, own=each.own) for each in DRILLS.values()],
        greys=[f"#{int(code):02x}{int(code):02x}{int(code):02x}" for code in grey_code(np.arange(0, 10.5, 0.5))],
    )


@router.post("/learners", status_code=201, summary="Begin to practise under a name")
def begin_practice(here: Here, wanted: LearnerRequest) -> ShownView:
    """Begin under a name, or go on under it."""
    return _shown(here, _practice(here).begin(wanted.name))


def _shown(here: Here, learner_id: int) -> ShownView:
    found: Shown = _practice(here).shown(learner_id, here.clock())
    now = here.now_min
    return ShownView(
        learner=LearnerView(id=found.learner.id, name=found.learner.name, answers=found.learner.answers),
        skills=[
            SkillView(
                skill=each.skill, kinds=list(each.kinds), count=each.count,
                line=[PointView(share=share, low=low, high=high) for share, low, high in each.line],
                due_said="" if each.due is None
                else "due now" if each.due.replace(tzinfo=None) <= here.clock()
                else f"again {say_moment(minutes_now(each.due.replace(tzinfo=None)), now)}",
            )
            for each in found.skills
        ],
        biases=list(found.biases), next_kind=found.next_kind, why=found.why,
    )  # fmt: skip


@router.get("/learners/{learner_id}", summary="Tell what a learner's answers show")
def learner(here: Here, learner_id: PathNumber) -> ShownView:
    """Tell what a learner's answers show, and what to practise next and why."""
    return _shown(here, learner_id)


@router.delete("/learners/{learner_id}", status_code=204, summary="Delete a learner, or the answers in one skill")
def forget(here: Here, learner_id: PathNumber, skill: Annotated[str | None, Query(max_length=40)] = None) -> Response:
    """Delete a learner with every answer, or only the answers in one skill."""
    _practice(here).forget(learner_id, skill)
    return Response(status_code=204)


def _view(drill: Drill, painting: int | None = None, version: int | None = None) -> DrillView:
    kind = DRILLS[drill.kind]
    picture = f"/api/practice/pictures/{drill.kind}/{drill.level}/{drill.seed}.jpg" if drill.scene is not None else ""
    if painting is not None:
        picture = f"/api/practice/own/{painting}/{version}.jpg"
    return DrillView(
        kind=drill.kind, name=kind.name, skill=kind.skill, seed=drill.seed, level=drill.level,
        question=drill.question, how=drill.how, picture=picture,
        marks=[MarkView(key=m.key, x=m.x / WIDE, y=m.y / HIGH, radius=m.radius / WIDE) for m in drill.marks],
        answer=drill.answer, low=drill.low, high=drill.high, step=drill.step, unit=drill.unit,
        options=[OptionView(key=each.key, said=each.said, colour=each.colour) for each in drill.options],
        shown=[OptionView(key=each.key, said=each.said, colour=each.colour) for each in drill.shown],
        values=drill.known.get("values", 0),
        minutes=drill.minutes, scored=kind.scored, horizon=drill.horizon / HIGH,
        painting=painting, version=version,
    )  # fmt: skip


@router.get("/learners/{learner_id}/drill", summary="Give the next drill")
def next_drill(
    here: Here, learner_id: PathNumber, afterwards: BackgroundTasks,
    kind: Annotated[str | None, Query(max_length=20)] = None,
    painting: Annotated[int | None, Query(ge=1, le=1_000_000_000)] = None,
) -> DrillView:  # fmt: skip
    """Give the next drill: of a kind, or what is due; on a painting's own picture where one is named."""
    chosen = _practice(here).next_drill(learner_id, kind, here.clock(), painting)
    if painting is not None:
        scene, version = _practice(here).own(painting)
        return _view(make_drill(*chosen, scene), painting, version)
    afterwards.add_task(_make_ahead, here, learner_id)
    return _view(make_drill(*chosen))


@router.get("/own/{painting_id}/{version}.jpg", response_class=Response, summary="Show an own picture to practise on")
def own_picture(here: Here, painting_id: PathNumber, version: PathNumber) -> Response:
    """Show a painting's picture as it is practised on; its address changes with the painting."""
    scene, _ = _practice(here).own(painting_id, version)
    return forever(jpeg(scene.codes), "image/jpeg")


class ThumbnailsRequest(BaseModel):
    """An answer on an own picture that is to be kept among the painting's thumbnails."""

    kind: Kind
    seed: Seed
    level: Level
    given: Any


class ThumbnailsKeptView(BaseModel):
    """The painting's version once it is kept."""

    version: int


@router.post("/own/{painting_id}/{version}/thumbnails", status_code=201, summary="Keep an answer among the thumbnails")
def keep_thumbnails(
    here: Here, painting_id: PathNumber, version: PathNumber, said: ThumbnailsRequest
) -> ThumbnailsKeptView:
    """Keep the thumbnail of an answer, or one for each of six formats, with the painting it was made on."""
    action, arguments = _practice(here).thumbnail_change(
        painting_id, version, (said.kind, said.seed, said.level), said.given
    )
    opened = here.studio.change(painting_id, version, action, arguments, here.clock())
    return ThumbnailsKeptView(version=opened.painting.version)


Cut = Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)]
Cuts = Annotated[list[Cut], Query(max_length=6)]
Smallest = Annotated[float, Query(ge=0, le=0.05, allow_inf_nan=False)]
OwnPainting = Annotated[int | None, Query(ge=1, le=1_000_000_000)]


class MassesView(BaseModel):
    """A picture in few values: how many shapes, how many there may be, and what of the contrast is left."""

    shapes: int
    most: int
    kept: float
    picture: str


@router.get("/masses/{level}/{seed}", summary="Put the picture of a drill into few values")
def masses(
    here: Here, level: PathLevel, seed: PathSeed, cuts: Cuts, smallest: Smallest = 0.004,
    painting: OwnPainting = None, version: OwnPainting = None,
) -> MassesView:  # fmt: skip
    """Show it in the values that its cuts make, count the shapes, and say how much of the contrast is kept."""
    scene = None if painting is None else _practice(here).own(painting, version)[0]
    drill = make_drill("masses", seed, level, scene)
    taken = checked_cuts(drill, {"cuts": list(cuts), "smallest": smallest})
    assert drill.scene is not None  # noqa: S101  it has a picture
    found = mass(drill.scene, *taken)
    return MassesView(
        shapes=found.shapes, most=int(drill.truth), kept=round(found.kept, 3),
        picture=png_address(png(found.thumbnail.grey())),
    )  # fmt: skip


def _make_ahead(here: Here, learner_id: int) -> None:
    """Paint what is likely asked next, while the learner looks at this one."""
    make_drill(*_practice(here).next_drill(learner_id, None, here.clock()))


@router.get("/pictures/{kind}/{level}/{seed}.jpg", response_class=Response, summary="Show the picture of a drill")
def drill_picture(kind: Annotated[str, Path(max_length=20)], level: PathLevel, seed: PathSeed) -> Response:  # fmt: skip
    """Show the picture of a drill, without its answer."""
    scene = make_drill(kind, seed, level).scene
    if scene is None:
        raise NotFoundError("picture of drill", seed)
    return forever(jpeg(scene.codes), "image/jpeg")


@router.post("/learners/{learner_id}/answers", summary="Answer a drill")
def answer_drill(here: Here, learner_id: PathNumber, said: AnswerRequest) -> MarkedView:
    """Mark an answer, explain it, and keep it."""
    own = None if said.painting is None else _practice(here).own(said.painting, said.version)[0]
    drill, marked, counted = _practice(here).answer(
        learner_id, (said.kind, said.seed, said.level), said.given, said.seconds, here.clock(), own
    )
    box, place = marked.box, marked.place
    return MarkedView(
        right=marked.right, counted=counted, off=marked.off, measured=marked.measured,
        rule=marked.rule, sure=marked.sure,
        otherwise=marked.otherwise,
        box=None if box is None else BoxView(
            left=max(0.0, box.left / WIDE), top=max(0.0, box.top / HIGH), right=min(1.0, box.right / WIDE),
            foot=min(1.0, box.foot / HIGH),
        ),
        place=None if place is None else MarkView(key=drill.kind, x=place[0] / WIDE, y=place[1] / HIGH, radius=0),
        shown=_shown(here, learner_id),
    )  # fmt: skip


@router.get("/learners/{learner_id}/answers.csv", response_class=Response, summary="Export a learner's answers")
def answers_table(here: Here, learner_id: PathNumber) -> Response:
    """Give every answer as CSV, the oldest first."""
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(["at", "drill", "skill", "level", "seed", "right", "off", "seconds"])
    for each in _practice(here).answers(learner_id):
        skill = DRILLS[each.kind].skill if each.kind in DRILLS else ""
        off = "" if each.off is None else each.off
        table.writerow([each.at, each.kind, skill, each.level, each.seed, int(each.correct), off, each.seconds])
    return Response(
        out.getvalue(), media_type="text/csv; charset=utf-8",
        headers={"Content-Disposition": "attachment; filename=practice.csv"},
    )  # fmt: skip
