"""Changes at the easel: a session begun and ended, passes painted, paused and done, things ticked, remarks.

They are pressed with full hands, so none is hard: what was done already is done, and a clock that was set back loses
nothing.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import Field

from kind_distance.clock import iso, minute_of, say_moment
from kind_distance.core.easel.clocks import clock_of
from kind_distance.core.easel.recovery import Wetness, wetness_of
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError, InUseError, NotFoundError
from kind_distance.rows import PassRecord, RemarkRecord, SessionRecord, State, StretchRecord, TickRecord, TouchRecord
from kind_distance.rows.words import RemarkKind, TouchFound
from kind_distance.stages.easel.easel_words import cards_for
from kind_distance.stages.easel.running import last_press, painted_of, session_running, stretch_running, touches_of
from kind_distance.studio.changes.arguments import Number, Text
from kind_distance.studio.changes.desk import Changed, Desk, find, next_number, put, without
from kind_distance.studio.changes.passes import add_pass, own_passes, spoil_pass
from kind_distance.studio.changes.sessions import INDOOR_WIND, OUTDOOR_SUN, OUTDOOR_WIND, checked_sessions

CHANGES = (
    "begin_session", "end_session", "start_pass", "pause_pass", "finish_pass", "tick", "touch_paint", "add_remark",
    "remove_remark", "mend_pass", "more_time",
)  # fmt: skip
EARLY_MIN = 240  # before a session's planned hour that still counts as that session
LONGEST_MIN = 720


def moment(desk: Desk) -> int:
    """Give the present, never before the last press: a clock that was set back loses no minute."""
    return max(desk.now_min, last_press(desk.state))


def _closed(state: State, at: int) -> State:
    """End the stretch that runs; one that lasted no minute was a wrong press, and goes."""
    running = stretch_running(state)
    if running is None:
        return state
    return without(state, "stretch", running.number) if at <= running.begin else put(state, replace(running, end=at))


def _as_now(record: SessionRecord, now: int) -> SessionRecord:
    """Move a session that is begun at another hour than planned; its end stays where it is begun early."""
    start = minute_of(record.start)
    if start - EARLY_MIN <= now < start + record.setup_min:
        # Set up sooner than planned: the time won is painting time.
        minutes = min(LONGEST_MIN, record.minutes + max(0, start - now))
        return replace(record, start=iso(min(start, now)), minutes=minutes, setup_min=max(0, now - min(start, now)))
    if start <= now < start + record.minutes - record.cleanup_min:
        return record
    left = record.minutes - record.setup_min
    return replace(record, start=iso(now), minutes=left, setup_min=0)


def begin_session(
    desk: Desk,
    *,
    session: Number | None = None,
    minutes: Annotated[int, Field(ge=5, le=LONGEST_MIN)] = 90,
    outdoors: bool = False,
) -> Changed:
    """Begin a session at the easel: a planned one, moved to now where it is begun at another hour, or one unplanned."""
    now = moment(desk)
    state = own_passes(desk)
    running = session_running(state)
    if running is not None and running.number == session:
        return desk.state, "The session runs already"
    if running is not None:
        state = _ended(state, running, now)
    if session is None:
        record = SessionRecord(
            next_number(state, "session"), iso(now), minutes, outdoors=outdoors,
            wind_m_s=OUTDOOR_WIND if outdoors else INDOOR_WIND, sun_w_m2=OUTDOOR_SUN if outdoors else 0.0,
        )  # fmt: skip
    else:
        record = _as_now(find(state, "session", session), now)
    record = replace(record, began=now if record.began is None else record.began, ended=None)
    others = [each for each in state.sessions if each.number != record.number]
    state = checked_sessions(state, [*others, record])
    return state, f"Session begun: {say_moment(now)}"


def _ended(state: State, record: SessionRecord, now: int) -> State:
    """End a session now, or at its last press where it was forgotten."""
    planned = minute_of(record.start) + record.minutes
    running = stretch_running(state)
    at = now
    if now > planned + EARLY_MIN:
        # It was never ended: nobody painted through the night.
        at = max(planned, *(each.end or each.begin for each in state.stretches if each.session == record.number), 0)
    state = _closed(state, at) if running is not None else state
    sessions = tuple(replace(each, ended=max(each.began or 0, at)) if each.number == record.number else each
                     for each in state.sessions)  # fmt: skip
    return replace(state, sessions=sessions)


def end_session(desk: Desk) -> Changed:
    """End the session that runs; a pass that is begun stays begun."""
    running = session_running(desk.state)
    if running is None:
        raise DomainError("No session runs.", "Begin one first.")
    now = moment(desk)
    return _ended(desk.state, running, now), f"Session ended: {say_moment(now)}"


def start_pass(desk: Desk, *, number: Number) -> Changed:
    """Begin a pass, or go on with one; whatever was painted before it is paused."""
    state, now = own_passes(desk), moment(desk)
    record: PassRecord = find(state, "pass", number)
    session = session_running(state)
    if session is None:
        raise DomainError("No session runs.", "Begin the session first; one press does.")
    if record.done_end is not None:
        raise InUseError(f"{record.title} is painted already.", "Take the mark back, or add a pass over it.")
    running = stretch_running(state)
    if running is not None and running.layer_pass == number:
        return desk.state, f"{record.title} is being painted"
    state = _closed(state, now)
    stretch = StretchRecord(next_number(state, "stretch"), number, session.number, now)
    return put(state, stretch), f"Painting: {record.title}"


def pause_pass(desk: Desk) -> Changed:
    """Lay the brush down; the pass stays begun."""
    running = stretch_running(desk.state)
    if running is None:
        return desk.state, "The brush is down already"
    return _closed(desk.state, moment(desk)), "Paused"


def finish_pass(desk: Desk, *, number: Number, go_on: bool = True) -> Changed:
    """Note that a pass is done, with the minutes that were really painted, and begin the next one that may be begun."""
    state, now = own_passes(desk), moment(desk)
    record: PassRecord = find(state, "pass", number)
    if record.done_end is not None:
        return desk.state, f"Painted already: {record.title}"
    begun = any(each.layer_pass == number for each in state.stretches)
    state = _closed(state, now)
    took = min(LONGEST_MIN, max(1, painted_of(state, number, now))) if begun else record.minutes
    planned = record.planned_min or record.minutes
    record = replace(record, minutes=took, done_start=now - took, done_end=now, planned_min=planned)
    state, said = put(state, record), f"Painted: {record.title}"
    following = _next_now(replace(desk, state=state), now) if go_on and session_running(state) is not None else None
    if following is None:
        return state, said
    session = session_running(state)
    stretch = StretchRecord(next_number(state, "stretch"), following, session.number if session else None, now)
    return put(state, stretch), said


def _next_now(desk: Desk, now: int) -> int | None:
    """Find the pass that comes next, where it may be begun now."""
    placed = desk.survey().work.schedule.placements
    return next((each.pass_id for each in placed if each.start <= now + 1), None)


def more_time(desk: Desk, *, minutes: Annotated[int, Field(ge=1, le=120)] = 10) -> Changed:
    """Give the session that runs more minutes."""
    running = session_running(desk.state)
    if running is None:
        raise DomainError("No session runs.", "Begin one first.")
    now = moment(desk)
    over = max(0, now - (minute_of(running.start) + running.minutes - running.cleanup_min))
    longer = replace(running, minutes=min(LONGEST_MIN, running.minutes + over + minutes))
    records = [longer if each.number == running.number else each for each in desk.state.sessions]
    return checked_sessions(desk.state, records), f"{minutes} minutes more"


def tick(
    desk: Desk, *, number: Number, element: Number | None = None, reserve: Number | None = None, on: bool = True
) -> Changed:
    """Tick a thing that a pass paints, or a kept light that it goes round; or take the tick away."""
    state = own_passes(desk)
    find(state, "pass", number)
    if (element is None) == (reserve is None):
        raise DomainError("Nothing was ticked.", "Tick a thing or a kept light.")
    what = find(state, "element", element) if element is not None else find(state, "reserve", reserve or 0)
    old = next(
        (each for each in state.ticks if (each.layer_pass, each.element, each.reserve) == (number, element, reserve)),
        None,
    )
    if on and old is None:
        state = put(state, TickRecord(next_number(state, "tick"), number, element, reserve))
    elif not on and old is not None:
        state = without(state, "tick", old.number)
    else:
        return desk.state, what.name
    return state, f"{what.name}: {'there' if on else 'not yet there'}"


def touch_paint(desk: Desk, *, number: Number, found: TouchFound) -> Changed:
    """Say what a finger at the rim found of a painted pass: wet, tacky or dry."""
    record: PassRecord = find(desk.state, "pass", number)
    if record.done_end is None:
        raise DomainError(f"{record.title} is not painted yet.", "Touch what is painted.")
    touch = TouchRecord(next_number(desk.state, "touch"), number, moment(desk), found)
    return put(desk.state, touch), f"{record.title}: {found} to the finger"


def add_remark(desk: Desk, *, text: Text, kind: RemarkKind = "note", number: Number | None = None) -> Changed:
    """Write something into the diary: a note, a decision, what went wrong, a test that failed and why."""
    state = desk.state
    if number is not None:
        state = own_passes(desk)
        find(state, "pass", number)
    said = " ".join(text.split())
    if not said:
        raise DomainError("The note is empty.", "Write a word, or close it.")
    session = session_running(state)
    record = RemarkRecord(
        next_number(state, "remark"), moment(desk), kind, said, None if session is None else session.number, number
    )
    return put(state, record), first_upper(said)[:60]


def remove_remark(desk: Desk, *, remark: Number) -> Changed:
    """Take a remark back; the diary keeps that it was written."""
    record = find(desk.state, "remark", remark)
    return without(desk.state, "remark", remark), f"Taken back: {record.text[:50]}"


def mend_pass(desk: Desk, *, number: Number, card: Text) -> Changed:
    """Note that a pass went wrong and which way out is taken; what needs paint becomes a pass."""
    state = own_passes(desk)
    record: PassRecord = find(state, "pass", number)
    wetness = wetness_now(replace(desk, state=state), number)
    chosen = next((each for each in cards_for(record.paint, wetness) if each.key == card), None)
    if chosen is None:
        raise NotFoundError("way out for this paint as it is now", card[:40])
    state, _ = add_remark(
        replace(desk, state=state), text=f"{record.title} went wrong. {chosen.name}.", kind="went_wrong", number=number
    )
    if chosen.kind is None:
        return state, f"{record.title}: {chosen.name.lower()}"
    if chosen.key == "cover" and record.done_end is not None:
        state, _ = spoil_pass(replace(desk, state=state), number=number)
        return state, f"{record.title}: covered again"
    planes = {plane.number: plane.rank for plane in state.planes}
    rank = planes[record.planes[0]] if record.planes else None
    state, _ = add_pass(
        replace(desk, state=state), kind=chosen.kind, plane=rank, title=f"{chosen.name.lower()}: {record.title}"[:60]
    )
    return state, f"{record.title}: {chosen.name.lower()}"


def wetness_now(desk: Desk, number: int) -> Wetness:
    """Say how wet the paint of a pass is now: what is being painted is wet."""
    films = desk.survey().work.films_by_pass()
    if number not in films:
        return "wet"
    return wetness_of(clock_of(films[number], moment(desk), touches_of(desk.state).get(number)).state)
