"""What in a document names something that is not there, or stands in it twice; each is told by its place."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from kind_distance.core.paint.media import GROUNDS, MEDIA
from kind_distance.core.passes.schools import SCHOOLS
from kind_distance.exchange.document.whole import Document

NUMBERED = (
    "planes", "elements", "passes", "sessions", "sources", "strokes", "reserves", "notes", "departures", "thumbnails",
)  # fmt: skip


def numbers_of(parts: Sequence[Any]) -> list[int]:
    """Give the number of each part: its own, or its place in the list, from 1."""
    return [at if part.number is None else int(part.number) for at, part in enumerate(parts, start=1)]


def faults_of(document: Document) -> list[str]:
    """List all that stands in the way of reading a document as a painting."""
    return [
        *_unknown_words(document),
        *_twice(document),
        *_names(document),
        *_behind(document),
        *_plan(document),
        *_pictures(document),
    ]


def _unknown_words(document: Document) -> Iterator[str]:
    for what, value, known in (
        ("medium", document.medium, MEDIA),
        ("ground", document.ground, GROUNDS),
        ("school", document.school, SCHOOLS),
    ):
        if value is not None and value not in known:
            yield f"{what}: there is no {value!r}; it is one of {', '.join(known)}"


def _repeated(said: list[Any]) -> list[Any]:
    return sorted({each for each in said if said.count(each) > 1})


def _twice(document: Document) -> Iterator[str]:
    for what in ("planes", "elements"):
        for name in _repeated([part.name for part in getattr(document, what)]):
            yield f"{what}: two are called {name!r}"
    for what in NUMBERED:
        for number in _repeated(numbers_of(getattr(document, what))):
            yield f"{what}: two have the number {number}"
    if _repeated(["\n".join(sorted((pair.far, pair.near))) for pair in document.pairs]):
        yield "pairs: two planes are paired twice"


def _missing(document: Document, what: str, field: str, known: list[Any], said: str) -> Iterator[str]:
    """Tell of parts whose field names nothing that is known."""
    for at, part in enumerate(getattr(document, what)):
        value = getattr(part, field)
        if value is not None and value not in known:
            yield f"{what}[{at}].{field}: no {said} {value!r}"


def _names(document: Document) -> Iterator[str]:
    planes = [plane.name for plane in document.planes]
    for what, field in (
        ("borders", "far"), ("borders", "near"), ("pairs", "far"), ("pairs", "near"),
        ("elements", "plane"), ("passes", "plane"), ("strokes", "plane"),
    ):  # fmt: skip
        yield from _missing(document, what, field, planes, "plane is called")
    things = [each.name for each in document.elements]
    yield from _missing(document, "passes", "thing", things, "element is called")
    sources = numbers_of(document.sources)
    for what, field in (
        ("thumbnails", "source"),
        ("notes", "source"),
        ("departures", "source"),
        ("sources", "made_from"),
    ):
        yield from _missing(document, what, field, sources, "source has the number")


def _behind(document: Document) -> Iterator[str]:
    rank = {plane.name: at for at, plane in enumerate(document.planes)}
    for at, border in enumerate(document.borders):
        if border.far in rank and border.near in rank and rank[border.far] >= rank[border.near]:
            yield f"borders[{at}]: {border.far!r} does not stand behind {border.near!r} in planes"
    for at, pair in enumerate(document.pairs):
        if pair.far == pair.near:
            yield f"pairs[{at}]: {pair.far!r} meets itself"


def _plan(document: Document) -> Iterator[str]:
    for at, each in enumerate(document.plan):
        if each.layer_pass > len(document.passes):
            yield f"plan[{at}].layer_pass: there are {len(document.passes)} passes"
        if each.session > len(document.sessions):
            yield f"plan[{at}].session: there are {len(document.sessions)} sessions"
    if _repeated([each.layer_pass for each in document.plan]):
        yield "plan: a pass stands in it twice"


def _pictures(document: Document) -> Iterator[str]:
    main, chosen = document.main_source, document.chosen_thumbnail
    if main is not None and main not in numbers_of(document.sources):
        yield f"main_source: no source has the number {main}"
    if chosen is not None and chosen not in numbers_of(document.thumbnails):
        yield f"chosen_thumbnail: no thumbnail has the number {chosen}"
    for what in ("strokes", "reserves"):
        if main is None and getattr(document, what):
            yield f"{what}: there is no main_source to draw on"
