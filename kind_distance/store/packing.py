"""A painting's state as bytes for the history, and back."""

from __future__ import annotations

import json
import zlib
from typing import Any

from kind_distance.store.records import (
    Brief,
    CardPlace,
    DepartureRecord,
    EditRecord,
    ElementRecord,
    KeptPlace,
    MeantSo,
    NoteRecord,
    PairRecord,
    PassRecord,
    PlaneRecord,
    ReserveRecord,
    SessionRecord,
    SourceRecord,
    State,
    StrokeRecord,
    ThumbnailRecord,
)


def points_from(data: list[Any]) -> tuple[tuple[float, float], ...]:
    """Read points back from JSON."""
    return tuple((float(x), float(y)) for x, y in data)


def pack(state: State) -> bytes:
    """Write a state as zlib-packed JSON."""
    return zlib.compress(json.dumps(vars(state), ensure_ascii=False, separators=(",", ":"), default=vars).encode())


def edits_from(data: list[Any]) -> tuple[EditRecord, ...]:
    """Read shapes changed by hand back from JSON."""
    return tuple(EditRecord(**{**each, "points": points_from(each["points"])}) for each in data)


def places_from(data: list[Any]) -> tuple[CardPlace, ...]:
    """Read the places of a reference for colour back from JSON."""
    return tuple(CardPlace(**each) for each in data)


def source_from(row: dict[str, Any]) -> SourceRecord:
    """Read a source back; what older states did not know has its usual value."""
    places, corners = places_from(row.get("card_places", [])), points_from(row.get("corners", []))
    return SourceRecord(**{**row, "card_places": places, "corners": corners})


def thumbnail_from(row: dict[str, Any]) -> ThumbnailRecord:
    """Read a thumbnail back; what older states did not know has its usual value."""
    cuts, crop = row.get("cuts"), row.get("crop")
    read = {
        "cuts": None if cuts is None else tuple(cuts),
        "crop": None if crop is None else (crop[0], crop[1], crop[2], crop[3]),
        "edits": edits_from(row.get("edits", [])),
    }
    return ThumbnailRecord(**{**row, **read})


def with_points(record: type[StrokeRecord] | type[DepartureRecord] | type[ReserveRecord], row: dict[str, Any]) -> Any:  # noqa: ANN401
    """Read back a record that has points."""
    return record(**{**row, "points": points_from(row["points"])})


def unpack(data: bytes) -> State:
    """Read back what :func:`pack` wrote."""
    found = json.loads(zlib.decompress(data))
    return State(
        brief=Brief(**found["brief"]),
        sources=tuple(source_from(row) for row in found["sources"]),
        notes=tuple(NoteRecord(**row) for row in found.get("notes", [])),
        departures=tuple(with_points(DepartureRecord, row) for row in found.get("departures", [])),
        elements=tuple(ElementRecord(**row) for row in found.get("elements", [])),
        reserves=tuple(with_points(ReserveRecord, row) for row in found.get("reserves", [])),
        kept_plan=tuple(KeptPlace(**row) for row in found.get("kept_plan", [])),
        thumbnails=tuple(thumbnail_from(row) for row in found["thumbnails"]),
        planes=tuple(PlaneRecord(**row) for row in found["planes"]),
        strokes=tuple(with_points(StrokeRecord, row) for row in found["strokes"]),
        pairs=tuple(PairRecord(**row) for row in found["pairs"]),
        passes=tuple(PassRecord(**row) for row in found["passes"]),
        sessions=tuple(SessionRecord(**row) for row in found["sessions"]),
        meant_so=tuple(MeantSo(**row) for row in found["meant_so"]),
    )
