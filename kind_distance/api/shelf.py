"""Routes of the shelf: list, begin, copy, bin."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, File, Query, Response, UploadFile
from pydantic import BaseModel

from kind_distance.api.context import Here, PathNumber, forever
from kind_distance.api.models import (
    BeginRequest,
    ChoicesView,
    ChoiceView,
    FormatChoiceView,
    MediumView,
    PaintingView,
    PassKindView,
    QuestionView,
    RangeView,
    ShelfPageView,
    SideView,
    VeilChoiceView,
    VersionView,
)
from kind_distance.api.picturemodels import IdeaView
from kind_distance.api.views import painting_view, shelf_view
from kind_distance.clock import say_date
from kind_distance.core.colour.keys import KEYS, key_range
from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.core.depth.reserved_lights import WAYS
from kind_distance.core.depth.veil import PROFILES
from kind_distance.core.light.wanted import NAMES as LIGHTS
from kind_distance.core.paint.drawing import DRAWING_DETAILS, DRAWING_MEDIA
from kind_distance.core.paint.handling import BRUSHES
from kind_distance.core.paint.media import GROUNDS, MEDIA, medium_of
from kind_distance.core.passes.kinds import KINDS
from kind_distance.core.passes.schools import SCHOOLS
from kind_distance.core.picture.balance import REFERENCES
from kind_distance.core.picture.crops import FORMATS
from kind_distance.core.picture.focus import REACHES
from kind_distance.core.picture.thumbnail import SMALLEST_RANGE, SOFTNESS_RANGE
from kind_distance.core.wording import first_upper
from kind_distance.rows import Brief
from kind_distance.stages.passes.disagreements import OF_BRIEF, OF_PLANE, Question
from kind_distance.stages.passes.drawing_words import HOW_MUCH, UNDER_PAINT
from kind_distance.stages.passes.pass_words import KIND_WHY, SCHOOL_WHY
from kind_distance.stages.sessions.cautions import COMPANY, DANGERS, SKIES, USES
from kind_distance.store.shelf import Order
from kind_distance.studio.samples import sample_picture

router = APIRouter(prefix="/api", tags=["shelf"])
KEYS_SAID = {"full": "all that paint reaches", "high": "light", "middle": "neither end", "low": "dark"}


@router.get("/health", summary="Say that the application answers")
def health() -> dict[str, str]:
    """Answer."""
    return {"status": "ready"}


def _named(names: dict[str, str]) -> list[ChoiceView]:
    return [ChoiceView(key=key, name=name) for key, name in names.items()]


def _question(each: Question) -> QuestionView:
    sides = [SideView(key=side.key, name=side.name, changes=side.changes) for side in each.sides]
    return QuestionView(field=each.field, asks=each.asks, usual=each.usual, sides=sides)


def _range(ends: tuple[float, float]) -> RangeView:
    return RangeView(low=ends[0], high=ends[1])


@router.get("/choices", summary="List what can be chosen")
def choices() -> ChoicesView:
    """List media, grounds, schools, veils and keys, with the limits of sliders."""
    keys = []
    for key in KEYS:
        low, high = key_range(key)
        keys.append(
            ChoiceView(key=key, name=f"{key.capitalize()} key", said=f"{low:.1f} to {high:.1f}, {KEYS_SAID[key]}")
        )
    return ChoicesView(
        media=[
            MediumView(
                key=each.key,
                name=each.name,
                school=each.usual_school,
                ground=each.usual_ground,
                support=each.usual_support,
            )
            for each in MEDIA.values()
        ],
        grounds=[ChoiceView(key=g.key, name=g.name, said=f"value {g.value:.1f}") for g in GROUNDS.values()],
        schools=[ChoiceView(key=s.key, name=s.name, said=SCHOOL_WHY[s.key]) for s in SCHOOLS.values()],
        veils=[
            VeilChoiceView(
                key=v.key,
                name=v.name,
                said=f"one sees {v.visibility_km:g} km",
                visibility_km=v.visibility_km,
                airlight="#{:02x}{:02x}{:02x}".format(*v.airlight),
            )
            for v in PROFILES.values()
        ],
        keys=keys,
        references=[
            ChoiceView(key=r.key, name=r.name, said="" if r.value is None else f"value {r.value:g}")
            for r in REFERENCES.values()
        ],
        formats=[FormatChoiceView(key=f.key, name=f.name, ratio=f.ratio) for f in FORMATS.values()],
        drawing_media=[ChoiceView(key=d.key, name=d.name, said=UNDER_PAINT[d.key]) for d in DRAWING_MEDIA.values()],
        drawing_details=[ChoiceView(key=d.key, name=d.name, said=HOW_MUCH[d.key]) for d in DRAWING_DETAILS.values()],
        brushes=_named(BRUSHES),
        ways_to_keep=_named(WAYS),
        pass_kinds=[
            PassKindView(key=k.key, name=first_upper(k.name), said=KIND_WHY[k.key], of_planes=k.where != "whole")
            for k in KINDS.values()
        ],
        lights=_named(LIGHTS),
        dangers=_named(DANGERS),
        company=_named(COMPANY),
        uses=_named(USES),
        skies=_named(SKIES),
        questions=[_question(each) for each in OF_BRIEF],
        plane_questions=[_question(each) for each in OF_PLANE],
        softness=_range(SOFTNESS_RANGE),
        smallest_share=_range(SMALLEST_RANGE),
        focus_reach=_range(REACHES),
        paint_range=_range((PAINT_DARKEST, PAINT_LIGHTEST)),
    )


@router.get("/paintings", summary="List the paintings on the shelf, or those in the bin")
def shelf(
    here: Here,
    binned: bool = False,
    word: Annotated[str, Query(max_length=120)] = "",
    order: Order = "changed",
    start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    count: Annotated[int, Query(ge=1, le=200)] = 24,
) -> ShelfPageView:
    """List a page of them: those that hold every word, finished ones last."""
    page = here.studio.shelf(binned=binned, words=word, order=order, start=start, count=count)
    now = here.now_min
    return ShelfPageView(
        paintings=[shelf_view(entry, now) for entry in page.entries],
        found=page.found, standing=page.standing, finished=page.finished, binned=page.binned,
    )  # fmt: skip


class FailedTestView(BaseModel):
    """A test that failed, with its reason."""

    painting: int
    title: str
    day_said: str
    plane: str
    said: str


@router.get("/failed-tests", summary="Find tests that failed")
def failed_tests(here: Here, word: Annotated[str, Query(max_length=120)] = "") -> list[FailedTestView]:
    """Find tests that failed in all paintings, by words of their reason or of the painting's title."""
    return [
        FailedTestView(painting=painting, title=title, day_said=say_date(at), plane=plane, said=said)
        for painting, title, at, plane, said in here.studio.failed_tests(word)
    ]


@router.get("/ideas", summary="Find ideas set aside for later")
def ideas(here: Here, word: Annotated[str, Query(max_length=120)] = "") -> list[IdeaView]:
    """Find them by words in their note, name or painting; all of them without one."""
    return [
        IdeaView(
            painting=each.painting,
            title=each.title,
            thumbnail=each.thumbnail,
            name=each.name,
            note=each.note,
            image=f"/api/paintings/{each.painting}/thumbnails/{each.thumbnail}.png?k=v{each.version}",
        )
        for each in here.studio.ideas(word)
    ]


@router.post("/paintings", status_code=201, summary="Begin a new painting")
def begin(here: Here, wanted: BeginRequest) -> PaintingView:
    """Begin a painting; the school of order is the medium's usual one where none is chosen."""
    school = wanted.school or medium_of(wanted.medium).usual_school
    brief = Brief(
        title=wanted.title,
        idea=wanted.idea,
        medium=wanted.medium,
        support=wanted.support,
        width_cm=wanted.width_cm,
        height_cm=wanted.height_cm,
        unit=wanted.unit,
        ground=wanted.ground,
        school=school,
    )
    return here.shown.whole(painting_view(here.studio, here.studio.begin(brief, here.clock()), here.now_min))


@router.get("/paintings/begin", summary="Say what a new painting begins with")
def usual_beginning(here: Here) -> BeginRequest:
    """Give medium, support, size and units of the painting that was changed last; the usual ones on an empty shelf."""
    last = here.studio.last_brief()
    if last is None:
        return BeginRequest(title="")
    return BeginRequest(
        title="",
        medium=last.medium,
        support=last.support,
        width_cm=last.width_cm,
        height_cm=last.height_cm,
        unit=last.unit,
        ground=last.ground,
        school=None,
    )


@router.get("/sample.jpg", response_class=Response, summary="Show the sample")
def sample_shown() -> Response:
    """Give the photo of the sample painting."""
    return forever(sample_picture(), "image/jpeg")


@router.post("/paintings/sample", status_code=201, summary="Put the sample on the shelf")
def add_sample(here: Here) -> PaintingView:
    """Put a made-up painting on the shelf, to open and play with; it goes into the bin like any other."""
    return here.shown.whole(painting_view(here.studio, here.studio.add_sample(here.clock()), here.now_min))


@router.post("/paintings/brought", status_code=201, summary="Bring a painting in")
def bring(here: Here, file: Annotated[UploadFile, File()]) -> PaintingView:
    """Put a painting on the shelf that comes as an open document: JSON, or a ZIP with its pictures."""
    opened = here.studio.bring(file.file, file.filename or "This file", here.clock())
    return here.shown.whole(painting_view(here.studio, opened, here.now_min))


@router.post("/paintings/{painting_id}/duplicate", status_code=201, summary="Copy a painting's plan")
def duplicate(here: Here, painting_id: PathNumber) -> PaintingView:
    """Copy it; nothing of the copy is marked as painted."""
    copied = here.studio.duplicate(painting_id, here.clock())
    return here.shown.whole(painting_view(here.studio, copied, here.now_min))


@router.post("/paintings/{painting_id}/bin", status_code=204, summary="Put a painting in the bin")
def put_in_bin(here: Here, painting_id: PathNumber) -> None:
    """Put it there; it can be taken back."""
    here.studio.bin(painting_id, here.clock())


@router.delete("/paintings/{painting_id}", status_code=204, summary="Delete a painting in the bin for good")
def delete_for_good(here: Here, painting_id: PathNumber) -> None:
    """Delete it with its history and the pictures that no other painting needs; the file gives the space back."""
    here.studio.delete_for_good(painting_id)


@router.get("/paintings/{painting_id}/version", summary="Say which version of a painting is kept")
def version(here: Here, painting_id: PathNumber) -> VersionView:
    """Say it, so that a page that was left open knows whether the painting was changed elsewhere."""
    return VersionView(version=here.studio.version(painting_id))


@router.post("/paintings/{painting_id}/take-back", status_code=204, summary="Take a painting back from the bin")
def take_back(here: Here, painting_id: PathNumber) -> None:
    """Take it back, as it was."""
    here.studio.take_back(painting_id)
