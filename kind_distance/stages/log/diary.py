"""Lines of the diary, read off two states of a painting: as it was before a change, and after.

So every way to a change leaves its line, undo as well, and nobody can forget one. A line is never altered: what is
taken back is told by a further line.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, Literal, TypeVar

from kind_distance.core.wording import first_upper, say_list
from kind_distance.rows import CriterionRecord, MendRecord, PassRecord, SessionRecord, State
from kind_distance.stages.easel.running import session_running

DiaryKind = Literal["session", "pass", "brush", "thing", "touch", "note", "decision", "wrong", "failed_test", "photo",
                    "mend", "criterion", "taken_back"]  # fmt: skip
Row = TypeVar("Row", bound=Any)
Ended = MendRecord | CriterionRecord
ENDED = "Session ended"
SETTLED = {"done": "done", "waived": "waived", "": "open again"}
# What the diary calls a remark; any other kind is a note.
REMARKS: dict[str, DiaryKind] = {"decision": "decision", "went_wrong": "wrong", "failed_test": "failed_test"}
TOLD_ELSEWHERE = (
    "sessions", "passes", "stretches", "ticks", "touches", "remarks", "to_mend", "criteria", "counters", "sources",
)  # fmt: skip


@dataclass(frozen=True)
class DiaryLine:
    """A line of the diary.

    Parameters
    ----------
    at_min : int
        [clock min]
    kind : DiaryKind
    said : str
    session, layer_pass : int or None
        Their numbers.
    plane : str
        Names of the planes.
    minutes : int or None
        Painted. [min]
    air : str
        Of the session.
    mix : str
        As it is called on the palette.
    """

    at_min: int
    kind: DiaryKind
    said: str
    session: int | None = None
    layer_pass: int | None = None
    plane: str = ""
    minutes: int | None = None
    air: str = ""
    mix: str = ""


def lines_between(before: State, after: State, what: str, now_min: int, *, back: bool = False) -> list[DiaryLine]:
    """Give the lines that a change leaves.

    Parameters
    ----------
    before, after : State
    what : str
        What the change is called; told as a decision where a session runs and it changes the plan.
    now_min : int
        [clock min]
    back : bool
        Whether it was undone, or done again.
    """
    session = session_running(after) or session_running(before)
    of = _Titles(before, after)
    number, air = (None, "") if session is None else (session.number, air_of(session))
    found = [
        *_of_sessions(before, after), *_of_passes(before, after, now_min, number, air),
        *_of_stretches(before, after, of), *_of_ticks(before, after, of, now_min, number),
        *_of_words(before, after, of, now_min, number), *_of_ends(before, after, now_min),
    ]  # fmt: skip
    found.sort(key=lambda line: line.said == ENDED)  # what ends in a session's last minute was done in it
    if back and found:
        return [DiaryLine(now_min, "taken_back", f"Stepped through the history: {what}", number), *found]
    changed = [name for name in vars(after) if getattr(before, name) != getattr(after, name)]
    if not found and session is not None and any(name not in TOLD_ELSEWHERE for name in changed):
        found.append(DiaryLine(now_min, "decision", what, number))
    return found


def unpainted(state: State) -> State:
    """Give a painting as it stood before anything was painted, ticked, written or photographed of it."""
    return replace(
        state,
        passes=tuple(replace(each, done_start=None, done_end=None) for each in state.passes),
        sessions=tuple(replace(each, began=None, ended=None) for each in state.sessions),
        sources=tuple(each for each in state.sources if each.kind != "progress"),
        stretches=(), ticks=(), touches=(), remarks=(), to_mend=(),
        criteria=tuple(replace(each, settled="", reason="") for each in state.criteria),
    )  # fmt: skip


def air_of(session: SessionRecord) -> str:
    """Say the air of a session."""
    where = "outdoors" if session.outdoors else "indoors"
    wind = f", wind {session.wind_m_s:g} m/s" if session.wind_m_s >= 0.5 else ""  # noqa: PLR2004  a breath of air
    return f"{where}, {session.temperature_c:g} °C, {session.humidity:g} %{wind}"


def _pairs(was: tuple[Row, ...], has: tuple[Row, ...]) -> list[tuple[Row | None, Row | None]]:
    """Pair the rows of a kind that differ: (before, after), None where there was or is none."""
    if was is has:
        return []
    old, new = {row.number: row for row in was}, {row.number: row for row in has}
    return [(old.get(n), new.get(n)) for n in sorted({*old, *new}) if old.get(n) != new.get(n)]


def _of_sessions(before: State, after: State) -> list[DiaryLine]:
    found = []
    for was, new in _pairs(before.sessions, after.sessions):
        if new is None:
            continue
        if new.began is not None and (was is None or was.began is None):
            place = f", {new.place}" if new.place else ""
            found.append(DiaryLine(new.began, "session", f"Session begun{place}", new.number, air=air_of(new)))
        if new.ended is not None and (was is None or was.ended != new.ended):
            spent = new.ended - (new.ended if new.began is None else new.began)
            found.append(DiaryLine(new.ended, "session", ENDED, new.number, minutes=spent))
        if was is None or was.began is None or new.ended is not None:
            continue
        if was.ended is not None:
            found.append(DiaryLine(was.ended, "session", "Session goes on", new.number))
        if air_of(was) != air_of(new):
            found.append(DiaryLine(was.began, "session", "Air as read", new.number, air=air_of(new)))
    return found


def _planes_of(state: State, record: PassRecord) -> str:
    return say_list([plane.name for plane in state.planes if plane.number in record.planes])


def _of_passes(before: State, after: State, now_min: int, session: int | None, air: str) -> list[DiaryLine]:
    found = []
    for was, has in _pairs(before.passes, after.passes):
        if has is not None and has.done_end is not None and (was is None or was.done_end is None):
            planned = "" if has.planned_min in (None, has.minutes) else f", {has.planned_min} planned"
            said = f"{first_upper(has.title)} painted: {has.minutes} min{planned}"
            plane = _planes_of(after, has)
            found.append(DiaryLine(has.done_end, "pass", said, session, has.number, plane, has.minutes, air, has.mix))
        elif was is not None and was.done_end is not None and (has is None or has.done_end is None):
            said = f"{first_upper(was.title)}: not painted after all"
            found.append(DiaryLine(now_min, "taken_back", said, session, was.number, _planes_of(before, was)))
    return found


class _Titles:
    """What the passes of a change are called, and where they lie."""

    def __init__(self, before: State, after: State) -> None:
        self.state = after
        self.passes = {each.number: each for each in (*before.passes, *after.passes)}

    def title(self, number: int) -> str:
        record = self.passes.get(number)
        return "A pass" if record is None else first_upper(record.title)

    def plane(self, number: int | None) -> str:
        record = self.passes.get(number or 0)
        return "" if record is None else _planes_of(self.state, record)


def _of_stretches(before: State, after: State, of: _Titles) -> list[DiaryLine]:
    found, done = [], {each.number for each in after.passes if each.done_end is not None}
    for old, new in _pairs(before.stretches, after.stretches):
        if new is None:
            continue
        title, number, plane = of.title(new.layer_pass), new.layer_pass, of.plane(new.layer_pass)
        again = any(each.layer_pass == number and each.number < new.number for each in after.stretches)
        if old is None and again:
            found.append(DiaryLine(new.begin, "brush", f"{title}: brush on", new.session, number, plane))
        if new.end is not None and (old is None or old.end is None) and number not in done:
            # Where the pass is done with it, its own line says how long it took.
            spent = new.end - new.begin
            found.append(DiaryLine(new.end, "brush", f"{title}: brush down", new.session, number, plane, spent))
    return found


def _of_ticks(before: State, after: State, of: _Titles, now_min: int, session: int | None) -> list[DiaryLine]:
    things = {each.number: each.name for each in after.elements}
    lights = {each.number: each.name for each in after.reserves}
    found = []
    for old, new in _pairs(before.ticks, after.ticks):
        row = new or old
        name = "" if row is None else things.get(row.element or 0) or lights.get(row.reserve or 0)
        if row is not None and name:
            said = f"{name}: {'there' if new is not None else 'not there after all'}"
            found.append(DiaryLine(now_min, "thing", said, session, row.layer_pass, of.plane(row.layer_pass)))
    return found


def _of_words(before: State, after: State, of: _Titles, now_min: int, session: int | None) -> list[DiaryLine]:
    found = []
    for was, now in _pairs(before.touches, after.touches):
        if was is None and now is not None:
            said = f"{of.title(now.layer_pass)}: {now.found} to the finger"
            found.append(DiaryLine(now.at, "touch", said, session, now.layer_pass, of.plane(now.layer_pass)))
    for old, new in _pairs(before.remarks, after.remarks):
        if old is None and new is not None:
            plane = of.plane(new.layer_pass)
            found.append(DiaryLine(new.at, REMARKS.get(new.kind, "note"), new.text, new.session, new.layer_pass, plane))
        elif new is None and old is not None:
            found.append(DiaryLine(now_min, "taken_back", f"Taken back: {old.text}", session))
    return found


def _of_ends(before: State, after: State, now_min: int) -> list[DiaryLine]:
    had = {each.number for each in before.sources}
    found = [
        DiaryLine(now_min, "photo", f"Photo of the painting: {each.name}")
        for each in after.sources
        if each.kind == "progress" and each.number not in had
    ]
    for was, has in _pairs(before.to_mend, after.to_mend):
        at = has.made if was is None and has is not None else now_min
        found += _settled(was, has, "mend", "To mend", at)
    for old, new in _pairs(before.criteria, after.criteria):
        found += _settled(old, new, "criterion", "Finished when", now_min)
    return found


def _settled(old: Ended | None, new: Ended | None, kind: DiaryKind, said: str, now_min: int) -> list[DiaryLine]:
    if old is None and new is not None:
        return [DiaryLine(now_min, kind, f"{said}: {new.text}")]
    if new is None and old is not None:
        return [DiaryLine(now_min, "taken_back", f"{said}, taken back: {old.text}")]
    if old is not None and new is not None and old.settled != new.settled:
        why = f" ({new.reason})" if new.reason else ""
        return [DiaryLine(now_min, kind, f"{new.text}: {SETTLED[new.settled]}{why}")]
    return []
