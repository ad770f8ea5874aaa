"""Passes and sessions as files: calendar and table."""

from __future__ import annotations

import csv
import io
from datetime import UTC

from kind_distance.clock import iso, moment_of
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import clock
from kind_distance.exchange.calendar import Entry, calendar_file
from kind_distance.rows import State
from kind_distance.stages.passes.pass_words import say_pass
from kind_distance.stages.passes.schedule_words import say_milestone
from kind_distance.studio.survey import Survey

HEADINGS = (
    "number", "kind", "plane", "title", "paint", "minutes", "thickness", "start", "end", "touch_dry_from",
    "touch_dry_until", "done", "why",
)  # fmt: skip
FORMULA = ("=", "+", "-", "@", "\t", "\r")  # a table program would compute what begins so


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
        entries.append(Entry(uid, said, "", say_milestone(milestone, by_id), moment_of(milestone.earliest), 0))
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
            "yes" if done else "", say_pass(each),
        ]  # fmt: skip
        writer.writerow([plain_cell(cell) for cell in row])
    return out.getvalue().encode("utf-8")


def plain_cell(cell: object) -> object:
    """Keep a cell text where a table program would take it for a formula."""
    return f"'{cell}" if isinstance(cell, str) and cell.startswith(FORMULA) else cell
