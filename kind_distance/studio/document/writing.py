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

from kind_distance.core.schedule.work import Work
from kind_distance.exchange.document.part import Part
from kind_distance.exchange.document.pictures import (
    CardPlace,
    DeparturePart,
    Depth,
    EditPart,
    NotePart,
    ReservePart,
    Source,
    StrokePart,
    ThumbnailPart,
)
from kind_distance.exchange.document.planning import SessionPart
from kind_distance.exchange.document.reading import FORMAT, NAME_IN_ZIP, VERSION
from kind_distance.exchange.pictures import jpeg
from kind_distance.store import pictures
from kind_distance.store.database import opened
from kind_distance.store.records import PassRecord, SourceRecord, State, ThumbnailRecord
from kind_distance.studio import darkroom
from kind_distance.studio.changes.desk import numbered_name
from kind_distance.studio.clock import iso
from kind_distance.studio.plates import plate_of, source_of
from kind_distance.studio.survey import Survey

ZIP_TIME = (2026, 1, 1, 0, 0, 0)
ENDINGS = {"JPEG": "jpg", "PNG": "png", "WEBP": "webp", "TIFF": "tif", "HEIF": "heic"}


def _part(record: object, part: type[Part], **said: object) -> dict[str, Any]:
    """Describe a record by the fields of its part of the document; some are said otherwise than they are kept."""
    return {field: said[field] if field in said else getattr(record, field) for field in part.model_fields}


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
    brief, depth, work = state.brief, found.depth, found.work
    ranked = told_apart([plane.name for plane in state.planes])
    names = {plane.number: name for plane, name in zip(state.planes, ranked, strict=True)}
    things = dict(zip((e.number for e in state.elements), told_apart([e.name for e in state.elements]), strict=True))
    focus = None
    if brief.focus_x is not None and brief.focus_y is not None:
        focus = {"x": brief.focus_x, "y": brief.focus_y, "reach": brief.focus_reach}
    return {
        "format": FORMAT,
        "version": VERSION,
        "title": brief.title,
        "idea": brief.idea,
        "medium": brief.medium,
        "ground": brief.ground,
        "school": brief.school,
        "unit": brief.unit,
        "support": {"name": brief.support, "width_cm": brief.width_cm, "height_cm": brief.height_cm},
        "light": brief.light,
        "drawing": {"medium": brief.drawing_medium, "detail": brief.drawing_detail},
        "depth": _part(brief, Depth),
        "planes": _planes(state, found, ranked),
        "borders": [
            {"far": ranked[b.far - 1], "near": ranked[b.near - 1], "cm": round(b.length_cm, 1)}
            for b in depth.given.borders
        ],
        "pairs": [
            {
                "far": names[pair.far],
                "near": names[pair.near],
                "gap": pair.gap,
                "lighter": None if pair.direction is None else "far" if pair.direction > 0 else "near",
            }
            for pair in state.pairs
        ],
        "elements": [
            {
                "name": things[each.number],
                "plane": None if each.plane is None else names[each.plane],
                "at": None if each.x is None or each.y is None else [each.x, each.y],
                "body": each.body,
                "marks": each.marks,
                "brush": each.brush,
                "number": each.number,
            }
            for each in state.elements
        ],
        "passes": _passes(state, work, names, things),
        "passes_by_hand": brief.passes_by_hand,
        "sessions": [_part(each, SessionPart, start=each.start[:16]) for each in state.sessions],
        "plan": _plan(state, work),
        "ready_by": {"day": brief.deadline, "purpose": brief.deadline_for or "gift"}
        if brief.deadline or brief.deadline_for
        else None,
        "meant_so": {each.key: each.reason for each in state.meant_so},
        "pictures": [_file_of(each, originals=originals) for each in state.sources],
        "sources": [_source(each, originals=originals) for each in state.sources],
        "main_source": brief.main_source,
        "focus": focus,
        "strokes": [_part(each, StrokePart, plane=names[each.plane]) for each in state.strokes],
        "reserves": [_part(each, ReservePart) for each in state.reserves],
        "notes": [_part(each, NotePart) for each in state.notes],
        "departures": [_part(each, DeparturePart) for each in state.departures],
        "thumbnails": [_thumbnail(state, each) for each in state.thumbnails],
        "chosen_thumbnail": brief.chosen_thumbnail,
    }


def _planes(state: State, found: Survey, names: list[str]) -> list[dict[str, Any]]:
    depth = found.depth
    return [
        {
            "name": name,
            "kind": record.kind,
            "nature": record.nature,
            "distance_m": record.distance_m,
            "share": None if reading is None else round(reading.share, 4),
            "value": round(planned.value, 2),
            "dark": round(planned.dark, 2),
            "light": round(planned.light, 2),
            "detail": 0.0 if reading is None else round(reading.detail, 4),
            "contrast_left": None if planned.contrast_left is None else round(planned.contrast_left, 4),
            "in_focus": round(focal, 4),
            "body": record.body,
            "marks": record.marks,
            "brush": record.brush,
            "held": record.locked_value,
            "number": record.number,
        }
        for name, record, reading, planned, focal in zip(
            names, state.planes, depth.given.readings, depth.plan.planes, depth.in_focus, strict=True
        )
    ]


def _plan(state: State, work: Work) -> list[dict[str, Any]]:
    """Describe the plan that was taken, by places in the lists of passes and sessions."""
    passes = {each.id: at for at, each in enumerate(work.passes, start=1)}
    sessions = {each.number: at for at, each in enumerate(state.sessions, start=1)}
    return [
        {
            "layer_pass": passes[each.layer_pass],
            "session": sessions[each.session],
            "start": iso(each.not_before) if each.not_before else None,
            "by_hand": each.by_hand,
        }
        for each in state.kept_plan
        if each.layer_pass in passes and each.session in sessions
    ]


def _passes(state: State, work: Work, names: dict[int, str], things: dict[int, str]) -> list[dict[str, Any]]:
    records: dict[int, PassRecord] = {each.number: each for each in state.passes}
    ranked = [names[plane.number] for plane in state.planes]
    found = []
    for each in work.passes:
        record = records.get(each.id) if state.brief.passes_by_hand else None
        done = None
        if record is not None and record.done_start is not None and record.done_end is not None:
            done = [iso(record.done_start), iso(record.done_end)]
        found.append(
            {
                "kind": each.kind,
                "plane": None if each.plane is None else ranked[each.plane - 1],
                "title": each.title,
                "paint": each.paint,
                "minutes": each.minutes,
                "thickness": each.thickness,
                "done": done,
                "planned_minutes": None if record is None else record.planned_min,
                "brush_mm": each.brush_mm,
                "in_light": each.in_light,
                "thing": None if record is None or record.element is None else things.get(record.element),
                "aid": each.aid,
                "why": each.why,
                "number": each.id,
            }
        )
    return found


def _file_of(source: SourceRecord, *, originals: bool) -> str:
    ending = ENDINGS.get(source.format, source.format.lower()) if originals else "jpg"
    return f"{source.number}.{ending}"


def _source(source: SourceRecord, *, originals: bool) -> dict[str, Any]:
    places = [_part(each, CardPlace) for each in source.card_places]
    # What is developed already is neither straightened nor balanced again, and says nothing of the camera.
    developed = {} if originals else {"tilt_deg": 0.0, "card": None, "taken_at": None, "lens": None}
    file = _file_of(source, originals=originals)
    return _part(source, Source, file=file, card_places=places if originals else [], **developed)


def _thumbnail(state: State, record: ThumbnailRecord) -> dict[str, Any]:
    crop = None
    if record.crop is not None:
        width, height = plate_of(source_of(state, record.source)).size_px
        sides = (width, height, width, height)
        crop = [at / side for at, side in zip(record.crop, sides, strict=True)]
    return _part(record, ThumbnailPart, crop=crop, edits=[_part(each, EditPart) for each in record.edits])


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
