"""From a document to a plan, on the very road that the application takes: state, what follows from it, judgements."""

from __future__ import annotations

import io
import tempfile
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any, BinaryIO

from kind_distance.clock import iso, minute_of
from kind_distance.core.judgement import Judgement
from kind_distance.core.passes.order import OrderCost, SchoolOffer
from kind_distance.core.schedule.verify import verify
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import say_minutes, say_remixes
from kind_distance.exchange.document.reading import open_document
from kind_distance.exchange.pictures import MOST_BYTES
from kind_distance.pictures.darkroom import take_in
from kind_distance.rows import State
from kind_distance.stages.passes.pass_words import say_pass
from kind_distance.stages.passes.schedule_words import say_broken, say_help, say_reason, say_unplaced
from kind_distance.stages.sessions.cautions import cautions_by_session, cautions_unplaced
from kind_distance.store.database import migrate, opened
from kind_distance.studio.document.reading import Taken, pictures_of, state_of
from kind_distance.studio.pass_placing import schools_for
from kind_distance.studio.survey import survey

RULES_VERSION = 3  # rises when the same document would give another plan
NOWHERE = Path("no file of paintings")  # a document without a picture asks none


@dataclass(frozen=True)
class Planned:
    """A document's plan: its state and work, the schools beside it, its judgements, without those meant so."""

    state: State
    work: Work
    schools: list[SchoolOffer]
    judgements: list[Judgement]


def plan_document(document: Any, file: Path = NOWHERE, taken: Mapping[str, Any] | None = None) -> Planned:  # noqa: ANN401
    """Plan a document: passes as given or derived, sessions filled, everything judged.

    Parameters
    ----------
    document : Document
    file : Path
        File of paintings that holds its pictures; not asked for where it has none.
    taken : dict
        What each of its pictures is kept as there.

    Raises
    ------
    DocumentError
        If something in it makes no sense.
    """
    known: Taken = taken or {}
    state = state_of(document, known)
    now = 0 if document.now is None else minute_of(document.now)
    found = survey(file, state, now)
    silenced = {each.key for each in state.meant_so}
    return Planned(
        state,
        found.work,
        schools_for(state, found),
        [each for each in found.judgements if each.key not in silenced],
    )


def plan_file(data: BinaryIO, name: str) -> Planned:
    """Plan a document with the pictures beside it; they are put in a file that is thrown away after."""
    document, packed = open_document(data, name)
    with packed, tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "plan.sqlite"
        with opened(file) as db:
            migrate(db)
        taken = {each: take_in(file, packed.read(each, MOST_BYTES), each) for each in pictures_of(document)}
        return plan_document(document, file, taken)


def plan_bytes(data: bytes, name: str) -> Planned:
    """Plan a document that is held in memory."""
    return plan_file(io.BytesIO(data), name)


def as_data(plan: Planned) -> dict[str, Any]:
    """Give a plan as plain data, for JSON."""
    work, schedule, unit = plan.work, plan.work.schedule, plan.state.brief.unit
    by_id = {each.id: each for each in work.passes}
    sessions = {session.id: session for session in work.sessions}
    reasons = {reason.pass_id: reason for reason in work.reasons}
    return {
        "rules_version": RULES_VERSION,
        "title": plan.state.brief.title,
        "passes": [
            {
                "number": each.id,
                "kind": each.kind,
                "planes": [plan.state.planes[rank - 1].name for rank in each.planes],
                "title": each.title,
                "paint": each.paint,
                "minutes": each.minutes,
                "thickness": each.thickness,
                "why": say_pass(each),
            }
            for each in work.passes
        ],
        "schedule": [
            {
                "pass": placed.pass_id,
                "said": by_id[placed.pass_id].said,
                "session_start": iso(sessions[placed.session_id].from_door),
                "start": iso(placed.start),
                "end": iso(placed.end),
                "touch_dry": [iso(placed.drying.touch_early), iso(placed.drying.touch_late)],
                "not_earlier": say_reason(reasons[placed.pass_id].not_earlier, unit),
                "not_session_before": say_reason(reasons[placed.pass_id].not_session_before, unit),
            }
            for placed in schedule.placements
        ],
        "milestones": [
            {"pass": each.pass_id, "said": by_id[each.pass_id].said, "earliest": iso(each.earliest)}
            for each in schedule.milestones
        ],
        "unplaced": [
            {"pass": each.pass_id, "said": by_id[each.pass_id].said, "why": say_unplaced(each.why)}
            for each in schedule.unplaced
        ],
        "would_help": [say_help(work.problem, each) for each in schedule.helps],
        "broken_rules": [say_broken(each) for each in verify(work.problem, schedule)],
        "judgements": [
            {
                "key": each.key,
                "kind": each.kind,
                "severity": each.severity,
                "title": each.title,
                "text": each.text,
                "remedies": [remedy.label for remedy in each.remedies],
            }
            for each in plan.judgements
        ],
        "cautions": _cautions(plan),
        "cost": _cost(work.cost),
        "schools": [{"name": offer.school.name, **_cost(offer.cost)} for offer in plan.schools],
    }


def _cautions(plan: Planned) -> list[dict[str, Any]]:
    """Give the cautions of every session, or of all passes where none is planned."""
    state, work = plan.state, plan.work
    by_session = cautions_by_session(state, work)
    found = [
        {"session_start": session.start, "kind": each.kind, "text": each.said, "passes": list(each.passes)}
        for session in state.sessions
        for each in by_session[session.number]
    ]
    return found + [
        {"session_start": None, "kind": each.kind, "text": each.said, "passes": list(each.passes)}
        for each in cautions_unplaced(state, work)
    ]


def _cost(cost: OrderCost) -> dict[str, float]:
    return {
        "cut_round_cm": round(cost.cut_round_cm, 1),
        "remixes": cost.remixes,
        "wait_min": round(cost.wait_min),
        "painting_min": cost.painting_min,
    }


def as_text(plan: Planned) -> str:
    """Say a plan in lines to be read."""
    data = as_data(plan)
    cost = data["cost"]
    lines = [
        data["title"],
        f"{len(plan.work.passes)} passes, {say_minutes(cost['painting_min'])} of painting; "
        f"{cost['cut_round_cm']:.0f} cm to cut round, {say_remixes(cost['remixes'])}.",
    ]
    last = ""
    for placed in data["schedule"]:
        if placed["session_start"] != last:
            last = placed["session_start"]
            lines += ["", f"Session {last.replace('T', ' ')}"]
        lines.append(f"  {placed['start'][11:]}-{placed['end'][11:]}  {placed['said']}")
        lines.append(f"               {placed['not_earlier']}")
    if not data["schedule"]:
        lines += ["", "In this order:", *(f"  {n}. {each.said}" for n, each in enumerate(plan.work.passes, start=1))]
    if data["milestones"]:
        lines += ["", *(f"Not before {each['earliest'][:10]}: {each['said']}" for each in data["milestones"])]
    if data["unplaced"]:
        lines += ["", "No place for:", *(f"  {each['said']}: {each['why']}" for each in data["unplaced"])]
        lines += [f"  What would do: {said}." for said in data["would_help"]]
    if data["judgements"]:
        lines += ["", "Judgements:"]
        for each in data["judgements"]:
            lines += [f"  {each['title']} ({each['severity']})", f"    {each['text']}"]
            lines += [f"    -> {label}" for label in each["remedies"]]
    if data["cautions"]:
        lines += ["", "Take care:", *(f"  {said}" for said in dict.fromkeys(each["text"] for each in data["cautions"]))]
    lines += ["", "Drying times are estimates: touch the paint before you trust them. Labels come first."]
    return "\n".join(lines)
