"""All that a painter can change of a painting, as one frozen record of rows; what undo brings back."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Annotated, Any, get_args

from kind_distance.rows.brief import Brief
from kind_distance.rows.easel import (
    CriterionRecord,
    MendRecord,
    RemarkRecord,
    StretchRecord,
    TickRecord,
    TouchRecord,
)
from kind_distance.rows.marks import Many, NotInDocument, bare, fields_of
from kind_distance.rows.mixes import MixRecord, TubeRecord, WetDryRecord
from kind_distance.rows.passes import PassRecord
from kind_distance.rows.planes import BorderRecord, ElementRecord, PairRecord, PlaneRecord, UnderlayRecord
from kind_distance.rows.sessions import Counter, KeptPlace, MeantSo, SessionRecord
from kind_distance.rows.sources import (
    DepartureRecord,
    NoteRecord,
    ReserveRecord,
    SourceRecord,
    StrokeRecord,
    ThumbnailRecord,
)


@dataclass(frozen=True)
class State:
    """All that a painter can change of a painting. A change makes a new one; nothing is altered in place."""

    brief: Brief
    sources: Annotated[tuple[SourceRecord, ...], Many("source", 40, "sources")] = ()
    thumbnails: Annotated[tuple[ThumbnailRecord, ...], Many("thumbnail", 36, "thumbnails")] = ()
    planes: Annotated[tuple[PlaneRecord, ...], Many("plane", 9, "planes", order="rank")] = ()
    strokes: Annotated[tuple[StrokeRecord, ...], Many("stroke", 400, "strokes")] = ()
    pairs: Annotated[tuple[PairRecord, ...], Many("pair", 80, "pairs", order="far, near")] = ()
    passes: Annotated[tuple[PassRecord, ...], Many("pass", 120, "passes", "layer_pass", "place")] = ()
    sessions: Annotated[tuple[SessionRecord, ...], Many("session", 60, "sessions", order="start, number")] = ()
    meant_so: Annotated[tuple[MeantSo, ...], Many("meant_so", 400, "silenced judgements", order="key")] = ()
    notes: Annotated[tuple[NoteRecord, ...], Many("note", 120, "notes")] = ()
    departures: Annotated[tuple[DepartureRecord, ...], Many("departure", 40, "departures")] = ()
    elements: Annotated[tuple[ElementRecord, ...], Many("element", 60, "things")] = ()
    reserves: Annotated[tuple[ReserveRecord, ...], Many("reserve", 40, "kept lights")] = ()
    kept_plan: Annotated[tuple[KeptPlace, ...], Many("kept_place", 120, "places in a plan", "kept_plan", "place")] = ()
    borders: Annotated[tuple[BorderRecord, ...], Many("border", 80, "borders", order="far, near")] = ()
    underlays: Annotated[tuple[UnderlayRecord, ...], Many("underlay", 40, "pale bases")] = ()
    tubes: Annotated[tuple[TubeRecord, ...], Many("tube", 40, "tubes")] = ()
    mixes: Annotated[tuple[MixRecord, ...], Many("mix", 90, "recipes")] = ()
    wet_dry: Annotated[tuple[WetDryRecord, ...], Many("wet_dry", 60, "wet and dry swatches")] = ()
    stretches: Annotated[tuple[StretchRecord, ...], Many("stretch", 600, "stretches of painting")] = ()
    ticks: Annotated[tuple[TickRecord, ...], Many("tick", 600, "ticks")] = ()
    touches: Annotated[tuple[TouchRecord, ...], Many("touch", 200, "touches")] = ()
    remarks: Annotated[tuple[RemarkRecord, ...], Many("remark", 400, "remarks")] = ()
    to_mend: Annotated[tuple[MendRecord, ...], Many("mend", 120, "things to mend")] = ()
    criteria: Annotated[tuple[CriterionRecord, ...], Many("criterion", 20, "criteria")] = ()
    counters: Annotated[tuple[Counter, ...], Many("counter", 40, "counters", order="kind"), NotInDocument()] = ()


@dataclass(frozen=True)
class Kind:
    """A kind of row: where it stands in a state, and its class."""

    field: str
    row: type[Any]
    many: Many
    told: bool

    @property
    def name(self) -> str:
        """Name of the kind, as references and messages use it."""
        return self.many.name

    @property
    def numbered(self) -> bool:
        """Whether its rows have numbers of their own."""
        return "number" in self.row.__dataclass_fields__

    @property
    def named(self) -> bool:
        """Whether sentences and documents tell its rows apart by their names."""
        return self.name in ("plane", "element")


@lru_cache(maxsize=1)
def kinds() -> tuple[Kind, ...]:
    """List all kinds of rows that a state has many of."""
    found = []
    for field in fields_of(State):
        many = field.mark(Many)
        if many is not None:
            row = bare(get_args(bare(field.type))[0])
            found.append(Kind(field.name, row, many, field.mark(NotInDocument) is None))
    return tuple(found)


def kind_named(name: str) -> Kind:
    """Find a kind of row by its name."""
    return next(each for each in kinds() if each.name == name)


def rows_of(state: State, kind: Kind) -> tuple[Any, ...]:
    """Give the rows of a kind."""
    found: tuple[Any, ...] = getattr(state, kind.field)
    return found


def with_parts(state: State, **parts: Any) -> State:  # noqa: ANN401  any part of a state
    """Give a state with other parts."""
    return State(**{**vars(state), **parts})


def next_number(state: State, name: str, more: int = 0) -> int:
    """Give the next number of a kind of row, counted on from all that were ever given."""
    kind = kind_named(name)
    last = next((each.last for each in state.counters if each.kind == name), 0)
    return int(max([last, *(row.number for row in rows_of(state, kind))])) + 1 + more
