"""Changes of the painting sessions."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import Field

from kind_distance.clock import FIRST_MINUTE, iso, minute_of, say_moment
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.placed_by_hand import put_by_hand
from kind_distance.core.schedule.plan import later_starts
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError, InUseError, NotFoundError
from kind_distance.rows import KeptPlace, SessionRecord, State
from kind_distance.rows.checking import check_count, checked
from kind_distance.rows.state import kind_named
from kind_distance.stages.passes.schedule_words import OFFERS, say_difference
from kind_distance.stages.passes.work import fixed_of, kept_of, offered, session_from
from kind_distance.stages.sessions.outdoors import logger_at, station_at
from kind_distance.studio.changes.arguments import Earliest, FiniteFloat, Minute, Number, Text, settable
from kind_distance.studio.changes.desk import Changed, Desk, clean_text, find, next_number, told, without
from kind_distance.studio.changes.passes import own_passes

CHANGES = (
    "add_session",
    "set_session",
    "copy_session",
    "remove_session",
    "take_station_air",
    "take_plan",
    "take_found",
    "place_pass",
    "free_pass",
    "let_plan_go",
    "pack",
    "add_to_kit",
    "take_off_kit",
)
AT_THE_EASEL = ("packed", "kit_own", "began", "ended")
SETS = {
    "add_session": settable(SessionRecord, "start", "minutes", "outdoors", "wind_m_s", "sun_w_m2", *AT_THE_EASEL),
    "set_session": settable(SessionRecord, "start", *AT_THE_EASEL),
}
# Air and light over the panel to begin with; common practice, no source.
INDOOR_WIND, OUTDOOR_WIND, OUTDOOR_SUN = 0.1, 2.0, 100.0


def checked_sessions(state: State, records: list[SessionRecord]) -> State:
    """Check all sessions together: each in itself, and that none overlap."""
    ordered = sorted((checked(each) for each in records), key=lambda r: (minute_of(r.start), r.number))
    Problem((), (), frozenset(), "touch_dry", tuple(session_from(record) for record in ordered))
    state = replace(state, sessions=tuple(ordered))
    check_count(state, kind_named("session"))
    return state


def add_session(
    desk: Desk,
    *,
    start: Text,
    minutes: int,
    outdoors: bool = False,
    wind_m_s: FiniteFloat | None = None,
    sun_w_m2: FiniteFloat | None = None,
    **said: Any,  # noqa: ANN401  fields of a session
) -> Changed:
    """Add a painting session; `start` is local time, ISO 8601. Where no wind or sun is said, it has the usual."""
    usual = SessionRecord(
        next_number(desk.state, "session"),
        iso(minute_of(start)),
        minutes,
        outdoors=outdoors,
        wind_m_s=(OUTDOOR_WIND if outdoors else INDOOR_WIND) if wind_m_s is None else wind_m_s,
        sun_w_m2=(OUTDOOR_SUN if outdoors else 0.0) if sun_w_m2 is None else sun_w_m2,
    )
    said["unbroken_min"] = said.get("unbroken_min") or None
    record = told(desk, usual, {name: value for name, value in said.items() if value is not None})
    state = checked_sessions(desk.state, [*desk.state.sessions, record])
    return state, f"Session added: {say_moment(minute_of(record.start))}"


def set_session(
    desk: Desk,
    *,
    session: Number,
    start: Text | None = None,
    start_min: Minute | None = None,
    **said: Any,  # noqa: ANN401  fields of a session
) -> Changed:
    """Change a session; what is not said stays, but air and sun follow when it moves indoors or out.

    Its beginning is said in ISO 8601 or as a clock minute. No cap on unbroken painting is said as 0.
    """
    record: SessionRecord = find(desk.state, "session", session)
    said = {name: value for name, value in said.items() if value is not None}
    if start_min is not None or start is not None:
        said["start"] = iso(start_min if start_min is not None else minute_of(start or ""))
    if said.get("outdoors", record.outdoors) != record.outdoors:
        said.setdefault("wind_m_s", OUTDOOR_WIND if said["outdoors"] else INDOOR_WIND)
        said.setdefault("sun_w_m2", OUTDOOR_SUN if said["outdoors"] else 0.0)
    if said.get("unbroken_min") == 0:
        said["unbroken_min"] = None
    changed = told(desk, record, said)
    records = [changed if s.number == session else s for s in desk.state.sessions]
    return checked_sessions(desk.state, records), f"Session: {say_moment(minute_of(changed.start))}"


def copy_session(desk: Desk, *, session: Number, minutes: int, days: int = 1, times: int = 1) -> Changed:
    """Add sessions like another one, so many days after it and after each other, never in the past."""
    if not 1 <= days <= 366 or not 1 <= times <= 12:
        raise DomainError("A copy stands a day to a year later, at most twelve at once.", "Choose fewer.")
    original = find(desk.state, "session", session)
    copies: list[SessionRecord] = []
    for more, start in enumerate(later_starts(minute_of(original.start), days, times, desk.now_min)):
        number = next_number(desk.state, "session", more)
        copies.append(replace(original, number=number, start=iso(start), minutes=minutes, began=None, ended=None))
    state = checked_sessions(desk.state, [*desk.state.sessions, *copies])
    return state, f"Session added: {say_moment(minute_of(copies[0].start))}" + (
        f" and {times - 1} more" if times > 1 else ""
    )


def remove_session(desk: Desk, *, session: Number) -> Changed:
    """Delete a session; its passes look for another place."""
    record = find(desk.state, "session", session)
    said = say_moment(minute_of(record.start))
    return without(desk.state, "session", session), f"Session deleted: {said}"


def take_station_air(desk: Desk, *, session: Number) -> Changed:
    """Give a session the air in its middle: outdoors as the station expects it, indoors as the logger in the room."""
    record = find(desk.state, "session", session)
    where = "station" if record.outdoors else "logger"
    climate = station_at(desk.state, record).climate if record.outdoors else logger_at(desk.state, record)
    changed = replace(
        record,
        temperature_c=climate.temperature_c,
        humidity=climate.humidity,
        wind_m_s=climate.wind_m_s,
        sun_w_m2=climate.sun_w_m2,
    )
    records = [changed if s.number == session else s for s in desk.state.sessions]
    return checked_sessions(desk.state, records), f"Air as the {where} has it: {say_moment(minute_of(record.start))}"


def take_plan(desk: Desk, *, way: Literal["order", "few", "anew"]) -> Changed:
    """Take one of the offered plans: in the painter's order, with few moves, or anew."""
    if not desk.state.sessions:
        raise DomainError("There is no session yet.", "Add a session first.")
    offer = next(each for each in offered(desk.survey().work.problem, kept_of(desk.state)) if each.way == way)
    plan = tuple(KeptPlace(at, *each) for at, each in enumerate(offer.listed, start=1))
    return replace(desk.state, kept_plan=plan), f"{OFFERS[offer.way]}: {say_difference(offer.difference)}"


def take_found(
    desk: Desk, *, plan: Annotated[list[tuple[Number, Number, Earliest]], Field(min_length=1, max_length=200)]
) -> Changed:
    """Take a plan that was found: pass, session and earliest minute, in order of time; checked on the board."""
    work = desk.survey().work
    passes = {each.id for each in work.passes} - {each.pass_id for each in work.done}
    sessions = {each.id for each in work.sessions}
    numbers = [number for number, _, _ in plan]
    if len(set(numbers)) != len(numbers) or not set(numbers) <= passes or not {s for _, s, _ in plan} <= sessions:
        raise DomainError("This plan is for other passes or sessions.", "Look for a better one again.")
    begun = [(number, session, earliest if earliest >= FIRST_MINUTE else 0) for number, session, earliest in plan]
    kept = tuple(KeptPlace(at, *each) for at, each in enumerate(begun, start=1))
    return replace(desk.state, kept_plan=kept), "A plan taken"


def place_pass(desk: Desk, *, number: Number, session: Number, start: Minute) -> Changed:
    """Put a pass at a minute of a session by hand; the rest of the plan stands, pushed on only where it has to be.

    The passes become the painter's own with it, so that it is this one that stands there whatever planes are added.
    """
    work, state = desk.survey().work, own_passes(desk)
    if number in {each.pass_id for each in work.done}:
        raise InUseError("It is painted already.", "Take the mark back first.")
    listed = put_by_hand(work.problem, work.schedule.placements, number, session, start)
    by_hand = fixed_of(state) | {number}
    plan = tuple(KeptPlace(at, *each, each[0] in by_hand) for at, each in enumerate(listed, start=1))
    said = next(each.said for each in work.passes if each.id == number)
    begin = next(minute for pass_id, _, minute in listed if pass_id == number)
    return replace(state, kept_plan=plan), f"{first_upper(said)}: at {say_moment(begin)}"


def free_pass(desk: Desk, *, number: Number) -> Changed:
    """Let a pass that was put by hand find its place again; all else stays."""
    if number not in fixed_of(desk.state):
        raise NotFoundError("pass put by hand", number)
    left = [each for each in desk.state.kept_plan if each.layer_pass != number]
    plan = tuple(replace(each, place=at) for at, each in enumerate(left, start=1))
    return replace(desk.state, kept_plan=plan), "A pass finds its own place again"


def let_plan_go(desk: Desk) -> Changed:
    """Discard the plan that was taken: it is worked out again with every change."""
    return replace(desk.state, kept_plan=()), "Plan discarded"


def _with_session(desk: Desk, record: SessionRecord) -> State:
    sessions = tuple(record if each.number == record.number else each for each in desk.state.sessions)
    return replace(desk.state, sessions=sessions)


def pack(desk: Desk, *, session: Number, item: Text, packed: bool = True) -> Changed:
    """Tick a thing of a session's kit list, or take the tick away."""
    record: SessionRecord = find(desk.state, "session", session)
    rest = tuple(each for each in record.packed if each != item)
    changed = replace(record, packed=(*rest, item) if packed else rest)
    checked(changed)
    return _with_session(desk, changed), "Packed" if packed else "Not packed yet"


def add_to_kit(desk: Desk, *, session: Number, name: Text) -> Changed:
    """Put a thing of one's own on a session's kit list."""
    record: SessionRecord = find(desk.state, "session", session)
    wanted = clean_text(name, "thing to take along", 80)
    if wanted in record.kit_own:
        raise DomainError(f"{wanted} is on the list already.", "Write something else.")
    changed = replace(record, kit_own=(*record.kit_own, wanted))
    checked(changed)
    return _with_session(desk, changed), f"To take along: {wanted}"


def take_off_kit(desk: Desk, *, session: Number, name: Text) -> Changed:
    """Take a thing of one's own off a session's kit list."""
    record: SessionRecord = find(desk.state, "session", session)
    if name not in record.kit_own:
        raise NotFoundError("thing to take along", name[:40])
    rest = tuple(each for each in record.kit_own if each != name)
    packed = tuple(each for each in record.packed if each != f"own:{name}")
    return _with_session(desk, replace(record, kit_own=rest, packed=packed)), f"Left at home: {name}"
