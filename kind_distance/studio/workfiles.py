"""Passes and sessions as files: calendar, table, and the open document of the whole painting."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from datetime import UTC
from pathlib import Path
from typing import Any

from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import clock
from kind_distance.exchange.calendar import Entry, calendar_file
from kind_distance.exchange.pictures import jpeg
from kind_distance.store.records import PassRecord, State
from kind_distance.studio import darkroom
from kind_distance.studio.clock import iso, moment_of
from kind_distance.studio.plates import plate_of
from kind_distance.studio.survey import Survey

HEADINGS = (
    "number", "kind", "plane", "title", "paint", "minutes", "thickness", "start", "end", "touch_dry_from",
    "touch_dry_until", "done", "why",
)  # fmt: skip
FORMULA = ("=", "+", "-", "@", "\t", "\r")  # a table program would compute what begins so
ZIP_TIME = (2026, 1, 1, 0, 0, 0)


def sessions_calendar(painting_id: int, state: State, found: Survey, now_min: int) -> bytes:
    """Write the sessions of a painting, and the dates it waits for, as iCalendar."""
    work, title = found.work, state.brief.title
    by_id = {each.id: each for each in work.passes}
    places = {record.number: record.place for record in state.sessions}
    entries = []
    for session in work.sessions:
        placed = [p for p in work.schedule.placements if p.session_id == session.id]
        text = "\n".join(f"{clock(p.start)} {by_id[p.pass_id].said}" for p in placed)
        uid = f"painting-{painting_id}-session-{session.id}@kind-distance"
        start = moment_of(session.from_door)
        entries.append(Entry(uid, title, places.get(session.id, ""), text, start, session.whole_min))
    for milestone in work.schedule.milestones:
        each = by_id[milestone.pass_id]
        uid = f"painting-{painting_id}-pass-{each.id}@kind-distance"
        said = f"{title}: {each.said}, not before this day"
        entries.append(Entry(uid, said, "", milestone.because, moment_of(milestone.earliest), 0))
    return calendar_file(entries, moment_of(now_min).replace(tzinfo=UTC))


def passes_table(state: State, work: Work) -> bytes:
    """Write the passes as CSV (RFC 4180), UTF-8, in their order."""
    placed = {p.pass_id: p for p in work.schedule.placements}
    finished = {each.pass_id: each for each in work.done}
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(HEADINGS)
    for each in work.passes:
        at, done = placed.get(each.id), finished.get(each.id)
        start = None if at is None and done is None else (done.start if done else at.start)  # type: ignore[union-attr]
        end = None if start is None else start + each.minutes if done is None else done.end
        film = None if at is None else at.drying
        row = [
            each.id, each.kind, each.place, each.title, each.paint, each.minutes, each.thickness,
            "" if start is None else iso(start), "" if end is None else iso(end),
            "" if film is None else iso(film.touch_early), "" if film is None else iso(film.touch_late),
            "yes" if done else "", each.why,
        ]  # fmt: skip
        writer.writerow([_plain(cell) for cell in row])
    return out.getvalue().encode("utf-8")


def _plain(cell: object) -> object:
    """Keep a cell text where a table program would take it for a formula."""
    return f"'{cell}" if isinstance(cell, str) and cell.startswith(FORMULA) else cell


def document_of(state: State, found: Survey) -> dict[str, Any]:
    """Describe a painting as the open document: what was planned, without a place on earth."""
    brief, depth, work = state.brief, found.depth, found.work
    names = {plane.number: plane.name for plane in state.planes}
    ranked = [plane.name for plane in state.planes]
    return {
        "format": "kind-distance-painting",
        "version": 1,
        "title": brief.title,
        "idea": brief.idea,
        "medium": brief.medium,
        "ground": brief.ground,
        "school": brief.school,
        "unit": brief.unit,
        "support": {"name": brief.support, "width_cm": brief.width_cm, "height_cm": brief.height_cm},
        "planes": [
            {
                "name": record.name,
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
            }
            for record, reading, planned, focal in zip(
                state.planes, depth.given.readings, depth.plan.planes, depth.in_focus, strict=True
            )
        ],
        "borders": [
            {"far": ranked[b.far - 1], "near": ranked[b.near - 1], "cm": round(b.length_cm, 1)}
            for b in depth.given.borders
        ],
        "elements": [
            {"name": each.name, "plane": None if each.plane is None else names[each.plane]} for each in state.elements
        ],
        "passes": _passes(state, work),
        "sessions": [
            {
                "start": each.start[:16],
                "minutes": each.minutes,
                "place": each.place,
                "outdoors": each.outdoors,
                "temperature_c": each.temperature_c,
                "humidity": each.humidity,
                "wind_m_s": each.wind_m_s,
                "sun_w_m2": each.sun_w_m2,
                "setup_min": each.setup_min,
                "cleanup_min": each.cleanup_min,
                "unbroken_min": each.unbroken_min,
            }
            for each in state.sessions
        ],
        "plan": _plan(state, work),
        "ready_by": None
        if state.brief.deadline is None
        else {"day": state.brief.deadline, "purpose": state.brief.deadline_for or "gift"},
        "meant_so": {each.key: each.reason for each in state.meant_so},
        "pictures": [f"{each.number}.jpg" for each in state.sources],
    }


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


def _passes(state: State, work: Work) -> list[dict[str, Any]]:
    records: dict[int, PassRecord] = {each.number: each for each in state.passes}
    found = []
    for each in work.passes:
        record = records.get(each.id) if state.brief.passes_by_hand else None
        done = None
        if record is not None and record.done_start is not None and record.done_end is not None:
            done = [iso(record.done_start), iso(record.done_end)]
        found.append(
            {
                "kind": each.kind,
                "plane": each.place or None,
                "title": each.title,
                "paint": each.paint,
                "minutes": each.minutes,
                "thickness": round(each.thickness, 3),
                "done": done,
                "planned_minutes": None if record is None else record.planned_min,
                "brush_mm": each.brush_mm,
                "in_light": each.in_light,
                "thing": each.thing or None,
                "aid": each.aid,
            }
        )
    return found


def document_zip(file: Path, state: State, found: Survey) -> bytes:
    """Pack the open document with its pictures, as developed and without what a camera writes into them."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        text = json.dumps(document_of(state, found), ensure_ascii=False, indent=1)
        archive.writestr(zipfile.ZipInfo("painting.json", ZIP_TIME), text)
        for source in state.sources:
            data = jpeg(darkroom.view_codes(file, plate_of(source)))
            archive.writestr(zipfile.ZipInfo(f"{source.number}.jpg", ZIP_TIME), data)
    return out.getvalue()
