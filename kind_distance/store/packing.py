"""A painting's state as bytes for the history, and back."""

from __future__ import annotations

import json
import zlib
from dataclasses import asdict
from typing import Any

from kind_distance.store.records import (
    Brief,
    MeantSo,
    PairRecord,
    PassRecord,
    PlaneRecord,
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
    return zlib.compress(json.dumps(asdict(state), ensure_ascii=False, separators=(",", ":")).encode())


def _thumbnail(row: dict[str, Any]) -> ThumbnailRecord:
    cuts = row.get("cuts")
    return ThumbnailRecord(**{**row, "cuts": None if cuts is None else tuple(cuts)})


def unpack(data: bytes) -> State:
    """Read back what :func:`pack` wrote."""
    found = json.loads(zlib.decompress(data))
    return State(
        brief=Brief(**found["brief"]),
        sources=tuple(SourceRecord(**row) for row in found["sources"]),
        thumbnails=tuple(_thumbnail(row) for row in found["thumbnails"]),
        planes=tuple(PlaneRecord(**row) for row in found["planes"]),
        strokes=tuple(StrokeRecord(**{**row, "points": points_from(row["points"])}) for row in found["strokes"]),
        pairs=tuple(PairRecord(**row) for row in found["pairs"]),
        passes=tuple(PassRecord(**row) for row in found["passes"]),
        sessions=tuple(SessionRecord(**row) for row in found["sessions"]),
        meant_so=tuple(MeantSo(**row) for row in found["meant_so"]),
    )
