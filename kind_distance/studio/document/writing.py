"""Writing a painting as the open document, beside its pictures.

To be given away, the pictures are as developed, without what a camera writes into them. To be kept or moved, they are
the very files that were brought, and what is read back is the painting as it was.
"""

from __future__ import annotations

import json
import zipfile
from collections.abc import Sequence
from pathlib import Path
from typing import IO, Any

from kind_distance.clock import iso
from kind_distance.exchange.document import NAME_IN_ZIP
from kind_distance.exchange.document.schema import FORMAT, LISTS, VERSION, by_name
from kind_distance.exchange.pictures import jpeg
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import plate_of, source_of
from kind_distance.rows import SourceRecord, State
from kind_distance.rows.marks import CropOfPicture, Field, Moment, NotInDocument, RefersTo, fields_of, inner_row
from kind_distance.rows.plain import to_plain
from kind_distance.rows.state import rows_of
from kind_distance.stages.passes.pass_words import say_pass
from kind_distance.store import pictures
from kind_distance.store.database import opened
from kind_distance.studio.changes.desk import numbered_name
from kind_distance.studio.survey import Survey

ZIP_TIME = (2026, 1, 1, 0, 0, 0)
ENDINGS = {"JPEG": "jpg", "PNG": "png", "WEBP": "webp", "TIFF": "tif", "HEIF": "heic"}


def told_apart(names: Sequence[str]) -> list[str]:
    """Give names by which each can be told from the others."""
    said: list[str] = []
    for name in names:
        said.append(numbered_name(name, said))
    return said


def document_of(state: State, found: Survey, *, originals: bool = False) -> dict[str, Any]:
    """Describe a painting as the open document, without a place on earth.

    Parameters
    ----------
    state : State
    found : Survey
    originals : bool
        The pictures beside it are the very files that were brought; else they are developed already.
    """
    writing = _Writing(state)
    document: dict[str, Any] = {"format": FORMAT, "version": VERSION, **writing.part(state.brief)}
    for field, kind in LISTS.items():
        parts = [writing.part(row) for row in rows_of(state, kind)]
        if kind.named:
            names = writing.names[kind.name].values()
            parts = [{**part, "name": name} for part, name in zip(parts, names, strict=True)]
        document[field] = parts
    for part, source in zip(document["sources"], state.sources, strict=True):
        part["file"] = _file_of(source, originals=originals)
        if not originals:
            # What is developed already is neither straightened nor balanced again, and says nothing of the camera.
            part |= {"tilt_deg": 0.0, "card": None, "card_places": [], "taken_at": None, "lens": None}
    document["measured"] = _measured(state, found, list(writing.names["plane"].values()))
    return document


class _Writing:
    """A state being written: what its rows are called."""

    def __init__(self, state: State) -> None:
        self.state = state
        self.names = {
            kind.name: dict(zip((row.number for row in rows), told_apart([row.name for row in rows]), strict=True))
            for kind in LISTS.values()
            if kind.named
            for rows in [rows_of(state, kind)]
        }

    def part(self, row: Any) -> dict[str, Any]:  # noqa: ANN401  any row
        """Describe a row by the fields of its part of the document."""
        said: dict[str, Any] = {}
        for field in fields_of(type(row)):
            if field.mark(NotInDocument) is None:
                said[field.name] = self._told(row, field, getattr(row, field.name))
        return said

    def _told(self, row: Any, field: Field, value: Any) -> Any:  # noqa: ANN401  what a field of a row holds
        if inner_row(field) is not None:
            return [self.part(each) for each in value]
        if not value and field.mark(Moment) is not None:
            return None
        if value is None:
            return None
        if field.mark(Moment) is not None:
            return iso(value)
        if field.mark(CropOfPicture) is not None:
            width, height = plate_of(source_of(self.state, row.source)).size_px
            return [at / side for at, side in zip(value, (width, height, width, height), strict=True)]
        if by_name(field):
            known = self.names[field.mark(RefersTo).row]
            return [known[number] for number in value] if isinstance(value, tuple) else known[value]
        return to_plain(value)


def _measured(state: State, found: Survey, names: list[str]) -> dict[str, Any]:
    """Tell what follows from the painting: planes as measured and planned, borders, passes."""
    depth = found.depth
    planes = [
        {
            "name": name,
            "share": None if reading is None else round(reading.share, 4),
            "value": round(planned.value, 2),
            "dark": round(planned.dark, 2),
            "light": round(planned.light, 2),
            "detail": None if reading is None else round(reading.detail, 4),
            "contrast_left": None if planned.contrast_left is None else round(planned.contrast_left, 4),
            "in_focus": round(focal, 4),
        }
        for name, reading, planned, focal in zip(
            names, depth.given.readings, depth.plan.planes, depth.in_focus, strict=True
        )
    ]
    borders = [
        {"far": names[b.far - 1], "near": names[b.near - 1], "cm": round(b.length_cm, 1)} for b in depth.given.borders
    ]
    passes = [
        {
            "number": each.id,
            "kind": each.kind,
            "planes": [names[rank - 1] for rank in each.planes],
            "title": each.title,
            "paint": each.paint,
            "minutes": each.minutes,
            "why": say_pass(each),
        }
        for each in found.work.passes
    ]
    return {"planes": planes, "borders": borders, "passes": [] if state.brief.passes_by_hand else passes}


def _file_of(source: SourceRecord, *, originals: bool) -> str:
    ending = ENDINGS.get(source.format, source.format.lower()) if originals else "jpg"
    return f"{source.number}.{ending}"


def written(document: dict[str, Any]) -> str:
    """Write a document as JSON that a person can read: a field a line, and of a list a part a line."""
    lines = []
    for field, value in document.items():
        if isinstance(value, list) and value:
            parts = ",\n  ".join(json.dumps(each, ensure_ascii=False) for each in value)
            lines.append(f" {json.dumps(field)}: [\n  {parts}\n ]")
        else:
            lines.append(f" {json.dumps(field)}: {json.dumps(value, ensure_ascii=False)}")
    return "{\n" + ",\n".join(lines) + "\n}\n"


def write_document(file: Path, state: State, found: Survey, out: IO[bytes], *, originals: bool = False) -> None:
    """Pack the open document with its pictures into a ZIP; the same painting gives the same bytes.

    Parameters
    ----------
    file : Path
    state : State
    found : Survey
    out : binary file
    originals : bool
        The pictures as they were brought, with all that a camera wrote into them, places on earth as well.
    """
    with zipfile.ZipFile(out, "w") as archive:
        text = zipfile.ZipInfo(NAME_IN_ZIP, ZIP_TIME)
        text.compress_type = zipfile.ZIP_DEFLATED
        archive.writestr(text, written(document_of(state, found, originals=originals)))
        for source in state.sources:
            if originals:
                with opened(file) as db:
                    data = pictures.original(db, source.picture_hash)
            else:
                data = jpeg(darkroom.view_codes(file, plate_of(source)))
            # A picture is packed already: it is stored as it is.
            archive.writestr(zipfile.ZipInfo(_file_of(source, originals=originals), ZIP_TIME), data)
