"""The references of a painting as they are judged: their light, whose they are, casts, what the camera lost."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from pathlib import Path

from kind_distance.core.judgement import Judgement
from kind_distance.core.light.references import Reference, audit_references
from kind_distance.core.light.sun import Sun
from kind_distance.core.picture.balance import Cast, Clipping, find_clipping, guessed_cast
from kind_distance.core.remembering import remembered
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import SourceRecord, State
from kind_distance.stages.sources.arrows import sun_of
from kind_distance.stages.sources.reference_words import say_reference


@remembered
def clipping_of(file: Path, picture_hash: str) -> Clipping:
    """Find where the camera has lost darks and lights of a picture."""
    return find_clipping(darkroom.original_codes(file, picture_hash))


@lru_cache(maxsize=256)
def lost_shares(file: Path, picture_hash: str) -> tuple[float, float]:
    """Shares of a picture whose darks and whose lights are lost; asked for each photo whenever one is judged."""
    found = clipping_of(file, picture_hash)
    return found.dark_share, found.light_share


@lru_cache(maxsize=16)
def cast_noticed(file: Path, plate: Plate) -> Cast | None:
    """Notice a cast on a developed picture without a card."""
    return guessed_cast(darkroom.working(file, plate).lab)


def _sun(source: SourceRecord) -> Sun | None:
    try:
        return sun_of(source)
    except DomainError:
        return None


def _reference(file: Path, source: SourceRecord) -> Reference:
    """Lay a source on the board; of a drawing nobody wants to know what light it was photographed in."""
    seen = Reference(
        source.number,
        source.light_deg,
        _sun(source),
        source.purpose == "texture",
        source.maker,
        source.permission,
    )
    # The painting itself is corrected when it is read.
    if source.kind in ("sketch", "page", "progress"):
        return seen
    plate = plate_of(source)
    darks, lights = lost_shares(file, source.picture_hash)
    cast = None if plate.places else cast_noticed(file, plate)
    return replace(seen, places=plate.places, cast=cast, lost_darks=darks, lost_lights=lights)


def judge_sources(file: Path, state: State) -> list[Judgement]:
    """Judge the references of a painting."""
    board = [_reference(file, source) for source in state.sources]
    return [say_reference(each, state) for each in audit_references(board)]
