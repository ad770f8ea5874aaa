"""What in a document names something that is not there, or stands in it twice; each is told by its place."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from kind_distance.exchange.document.schema import LISTS, by_name
from kind_distance.rows import Brief
from kind_distance.rows.marks import RefersTo, fields_of, inner_row
from kind_distance.rows.state import Kind, kind_named


def numbers_of(parts: Sequence[Any]) -> list[int]:
    """Give the number of each part: its own, or its place in the list, from 1."""
    return [at if part.number is None else int(part.number) for at, part in enumerate(parts, start=1)]


def faults_of(document: Any) -> list[str]:  # noqa: ANN401  a document
    """List all that stands in the way of reading a document as a painting."""
    return [*_twice(document), *_unnamed(document), *_paired(document)]


def _repeated(said: list[Any]) -> list[Any]:
    return sorted({each for each in said if said.count(each) > 1})


def _twice(document: Any) -> Iterator[str]:  # noqa: ANN401
    for field, kind in LISTS.items():
        parts = getattr(document, field)
        if kind.named:
            for name in _repeated([part.name for part in parts]):
                yield f"{field}: two are called {name!r}"
        if kind.numbered:
            for number in _repeated(numbers_of(parts)):
                yield f"{field}: two have the number {number}"
    for name in ("pairs", "borders"):
        both = ["\n".join(sorted((each.far, each.near))) for each in getattr(document, name)]
        if _repeated(both):
            yield f"{name}: two planes stand in it twice"
    if _repeated([each.layer_pass for each in document.kept_plan]):
        yield "kept_plan: a pass stands in it twice"


def known_of(document: Any, kind: Kind) -> list[Any]:  # noqa: ANN401
    """List what the rows of a kind are called in a document: names, or numbers."""
    parts = getattr(document, kind.field)
    return [part.name for part in parts] if kind.named else numbers_of(parts)


def _unnamed(document: Any) -> Iterator[str]:  # noqa: ANN401
    yield from _missing(document, document, Brief, "")
    for field, kind in LISTS.items():
        for at, part in enumerate(getattr(document, field)):
            yield from _missing(document, part, kind.row, f"{field}[{at}].")


def _missing(document: Any, part: Any, row: type[Any], place: str) -> Iterator[str]:  # noqa: ANN401
    """Tell of references in a part that name nothing."""
    for field in fields_of(row):
        inner = inner_row(field)
        if inner is not None:
            for at, each in enumerate(getattr(part, field.name, ())):
                yield from _missing(document, each, inner, f"{place}{field.name}[{at}].")
            continue
        mark = field.mark(RefersTo)
        # A plan may name passes that follow from the planes: they have no list here.
        if mark is None or (mark.row == "pass" and not document.passes):
            continue
        known = known_of(document, kind_named(mark.row))
        for value in _told(getattr(part, field.name)):
            if value not in known:
                called = "is called" if by_name(field) else "has the number"
                yield f"{place}{field.name}: no {mark.row} {called} {value!r}"


def _told(value: Any) -> list[Any]:  # noqa: ANN401
    return [] if value is None else list(value) if isinstance(value, tuple) else [value]


def _paired(document: Any) -> Iterator[str]:  # noqa: ANN401
    rank = {plane.name: at for at, plane in enumerate(document.planes)}
    for at, border in enumerate(document.borders):
        if border.far in rank and border.near in rank and rank[border.far] >= rank[border.near]:
            yield f"borders[{at}]: {border.far!r} does not stand behind {border.near!r} in planes"
    for at, pair in enumerate(document.pairs):
        if pair.far == pair.near:
            yield f"pairs[{at}]: {pair.far!r} meets itself"
    if document.main_source is None:
        yield from ["strokes: there is no main_source to draw on"] if document.strokes else []
        for at, light in enumerate(document.reserves):
            if light.points:
                yield f"reserves[{at}]: there is no main_source to draw on"
