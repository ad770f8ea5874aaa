"""The log of a field sheet taken into a painting: what was pressed out there, each thing once.

Two sheets of one session are merged without loss: a press that is known already changes nothing, and of a pass that was
done on both the earlier hour holds.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from typing import Protocol

from kind_distance.clock import minute_of, say_moment
from kind_distance.core.easel.bells import painted_minutes
from kind_distance.errors import DomainError
from kind_distance.rows import RemarkRecord, State, StretchRecord, TickRecord
from kind_distance.stages.easel.running import spans_of
from kind_distance.studio.changes.desk import Changed, Desk, next_number, put, without
from kind_distance.studio.changes.passes import own_passes

AHEAD_MIN = 15  # by which the clock of a phone may be ahead
LONGEST_MIN = 720


class Press(Protocol):
    """A press on the sheet, checked already."""

    @property
    def at(self) -> str: ...  # noqa: D102

    @property
    def kind(self) -> str: ...  # noqa: D102

    @property
    def pass_number(self) -> int | None: ...  # noqa: D102

    @property
    def thing(self) -> str | None: ...  # noqa: D102

    @property
    def on(self) -> bool: ...  # noqa: D102

    @property
    def text(self) -> str: ...  # noqa: D102


def take_field_log(desk: Desk, session: int, events: Iterable[Press]) -> Changed:
    """Take the presses of a field sheet into a painting.

    Raises
    ------
    DomainError
        Where it names what this painting does not have, or lies ahead of the clock: nothing is taken then.
    """
    presses = sorted(((minute_of(each.at), at, each) for at, each in enumerate(events)), key=lambda told: told[:2])
    if not presses:
        raise DomainError("This log holds no press.", "Paint by the sheet first.")
    if presses[-1][0] > desk.now_min + AHEAD_MIN:
        raise DomainError(
            f"Its last press was {say_moment(presses[-1][0], desk.now_min)}, which is still to come.",
            "Set the clocks of both machines right, and bring it then.",
        )
    state = before = own_passes(desk)
    _check_known(state, session, [each for _, _, each in presses])
    state = _stretches(state, session, presses)
    for at, _, each in presses:
        state = _pressed(state, session, at, each)
    began, ended = presses[0][0], next((at for at, _, each in reversed(presses) if each.kind == "end"), None)
    state = _of_session(state, session, began, ended)
    new = sum(
        len(getattr(state, field)) - len(getattr(before, field)) for field in ("stretches", "ticks", "remarks")
    ) + sum(one.done_end != other.done_end for one, other in zip(state.passes, before.passes, strict=True))
    said = f"Field sheet taken: {len(presses)} presses"
    return (
        (state, f"{said}, {new} new") if new or state != before else (desk.state, f"{said}, all of them here already")
    )


def _check_known(state: State, session: int, presses: list[Press]) -> None:
    numbers = {each.number for each in state.passes}
    wrong = next((each.pass_number for each in presses if each.pass_number and each.pass_number not in numbers), None)
    if wrong is not None or not any(each.number == session for each in state.sessions):
        raise DomainError(
            "This log belongs to an older plan: it names a pass or a session that is no longer there.",
            "Undo what took it away, bring the log, and change the plan then.",
        )


def _stretches(state: State, session: int, presses: list[tuple[int, int, Press]]) -> State:
    """Add the stretches that are not known yet."""
    open_on: tuple[int, int] | None = None
    for at, _, each in presses:
        ends = each.kind in ("start", "pause", "end") or (
            each.kind == "done" and open_on is not None and each.pass_number == open_on[0]
        )
        if open_on is not None and ends:
            number, begin = open_on
            known = any(one.layer_pass == number and one.begin == begin for one in state.stretches)
            if at > begin and not known:
                record = StretchRecord(next_number(state, "stretch"), number, session, begin, at)
                state = put(state, record)
            open_on = None
        if each.kind == "start" and each.pass_number is not None:
            open_on = (each.pass_number, at)
    return state


def _pressed(state: State, session: int, at: int, each: Press) -> State:
    """Take one press that is no stretch."""
    if each.kind == "note" and each.text.strip():
        said = " ".join(each.text.split())
        if any((one.at, one.text) == (at, said) for one in state.remarks):
            return state
        record = RemarkRecord(next_number(state, "remark"), at, "note", said, session, each.pass_number)
        return put(state, record)
    if each.pass_number is None:
        return state
    if each.kind == "done":
        return _done(state, each.pass_number, at)
    if each.kind == "undone":
        return _undone(state, each.pass_number, at)
    return _ticked(state, each) if each.kind == "tick" and each.thing else state


def _done(state: State, number: int, at: int) -> State:
    record = next(one for one in state.passes if one.number == number)
    if record.done_end is not None and record.done_end <= at:
        return state
    planned = record.planned_min or record.minutes
    took = painted_minutes(tuple(span for span in spans_of(state, at, layer_pass=number) if span.end <= at))
    took = min(LONGEST_MIN, took or planned)
    return put(state, replace(record, minutes=took, done_start=at - took, done_end=at, planned_min=planned))


def _undone(state: State, number: int, at: int) -> State:
    """Take a mark back that was set before; one set later, elsewhere, stays."""
    record = next(one for one in state.passes if one.number == number)
    if record.done_end is None or record.done_end > at:
        return state
    minutes = record.planned_min or record.minutes
    return put(state, replace(record, minutes=minutes, done_start=None, done_end=None, planned_min=None))


def _ticked(state: State, each: Press) -> State:
    sort, number = (each.thing or ":0").split(":")
    element, reserve = (int(number), None) if sort == "thing" else (None, int(number))
    rows = state.elements if sort == "thing" else state.reserves
    if not any(one.number == int(number) for one in rows):
        return state  # the thing was let go meanwhile
    place = (each.pass_number, element, reserve)
    old = next((one for one in state.ticks if (one.layer_pass, one.element, one.reserve) == place), None)
    if each.on and old is None and each.pass_number is not None:
        return put(state, TickRecord(next_number(state, "tick"), each.pass_number, element, reserve))
    return without(state, "tick", old.number) if old is not None and not each.on else state


def _of_session(state: State, session: int, began: int, ended: int | None) -> State:
    """Say when the session was begun and ended, by the earliest and the latest press of all sheets."""
    record = next(each for each in state.sessions if each.number == session)
    first = began if record.began is None else min(record.began, began)
    last = record.ended if ended is None else max(ended, record.ended or 0)
    changed = replace(record, began=first, ended=last)
    return replace(state, sessions=tuple(changed if each.number == session else each for each in state.sessions))
