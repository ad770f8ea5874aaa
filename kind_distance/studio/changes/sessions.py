"""Changes of the painting sessions."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.core.schedule.byhand import put_by_hand
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.offers import WAYS
from kind_distance.core.schedule.plan import later_starts
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError, InUseError, NotFoundError
from kind_distance.store.records import KeptPlace, SessionRecord, State
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number
from kind_distance.studio.changes.passes import own_passes
from kind_distance.studio.clock import iso, minute_of, say_moment
from kind_distance.studio.outside import station_at
from kind_distance.studio.workplan import fixed_of, kept_of, offered, session_from

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
)
MOST_SESSIONS = 60
MOST_AROUND_MIN, LEAST_UNBROKEN_MIN = 240, 20
# Air and light over the panel to begin with; common practice, no source.
INDOOR_WIND, OUTDOOR_WIND, OUTDOOR_SUN = 0.1, 2.0, 100.0


def _session_of(state: State, number: int) -> SessionRecord:
    for record in state.sessions:
        if record.number == number:
            return record
    raise NotFoundError("session", number)


def checked_sessions(state: State, records: list[SessionRecord]) -> State:
    """Check all sessions together: each in itself, and that none overlap."""
    if len(records) > MOST_SESSIONS:
        raise DomainError(f"{MOST_SESSIONS} sessions are the most that are planned.", "Take one away first.")
    ordered = sorted(records, key=lambda r: (minute_of(r.start), r.number))
    Problem((), (), frozenset(), "touch_dry", tuple(session_from(record) for record in ordered))
    return replace(state, sessions=tuple(ordered))


def _cap(minutes: int | None) -> int | None:
    """Check a cap on unbroken painting; 0 is none."""
    if not minutes:
        return None
    if not LEAST_UNBROKEN_MIN <= minutes <= MOST_AROUND_MIN:
        raise DomainError(
            f"A break after {minutes} minutes is no plan.", f"Enter {LEAST_UNBROKEN_MIN} to {MOST_AROUND_MIN} minutes."
        )
    return minutes


def _check_around(record: SessionRecord) -> None:
    if not 0 <= record.setup_min <= MOST_AROUND_MIN or not 0 <= record.cleanup_min <= MOST_AROUND_MIN:
        raise DomainError("Setting up or cleaning up takes between nothing and four hours.", "Enter its minutes.")


def add_session(
    desk: Desk,
    *,
    start: str,
    minutes: int,
    outdoors: bool = False,
    place: str = "",
    temperature_c: float = 20.0,
    humidity: float = 50.0,
    wind_m_s: float | None = None,
    sun_w_m2: float | None = None,
    setup_min: int = 0,
    cleanup_min: int = 0,
    unbroken_min: int | None = None,
) -> Changed:
    """Add a session."""
    record = SessionRecord(
        next_number([s.number for s in desk.state.sessions]),
        iso(minute_of(start)),
        minutes,
        clean_text(place, "place", LONGEST_NAME, needed=False),
        outdoors,
        temperature_c,
        humidity,
        (OUTDOOR_WIND if outdoors else INDOOR_WIND) if wind_m_s is None else wind_m_s,
        (OUTDOOR_SUN if outdoors else 0.0) if sun_w_m2 is None else sun_w_m2,
        setup_min,
        cleanup_min,
        _cap(unbroken_min),
    )
    _check_around(record)
    state = checked_sessions(desk.state, [*desk.state.sessions, record])
    return state, f"Session added: {say_moment(minute_of(record.start))}"


def set_session(
    desk: Desk,
    *,
    session: int,
    start: str | None = None,
    start_min: int | None = None,
    minutes: int | None = None,
    outdoors: bool | None = None,
    place: str | None = None,
    temperature_c: float | None = None,
    humidity: float | None = None,
    wind_m_s: float | None = None,
    sun_w_m2: float | None = None,
    setup_min: int | None = None,
    cleanup_min: int | None = None,
    unbroken_min: int | None = None,
) -> Changed:
    """Change a session; what is not said stays, but air and sun follow when it moves indoors or out.

    Its beginning is said in ISO 8601 or as a clock minute. No cap on unbroken painting is said as 0.
    """
    record = _session_of(desk.state, session)
    wanted: dict[str, Any] = {
        "start": iso(start_min) if start_min is not None else None if start is None else iso(minute_of(start)),
        "minutes": minutes,
        "outdoors": outdoors,
        "place": None if place is None else clean_text(place, "place", LONGEST_NAME, needed=False),
        "temperature_c": temperature_c,
        "humidity": humidity,
        "wind_m_s": wind_m_s,
        "sun_w_m2": sun_w_m2,
        "setup_min": setup_min,
        "cleanup_min": cleanup_min,
    }
    new = {name: value for name, value in wanted.items() if value is not None}
    if outdoors is not None and outdoors != record.outdoors:
        new.setdefault("wind_m_s", OUTDOOR_WIND if outdoors else INDOOR_WIND)
        new.setdefault("sun_w_m2", OUTDOOR_SUN if outdoors else 0.0)
    changed = replace(record, **new)
    if unbroken_min is not None:
        changed = replace(changed, unbroken_min=_cap(unbroken_min))
    _check_around(changed)
    records = [changed if s.number == session else s for s in desk.state.sessions]
    return checked_sessions(desk.state, records), f"Session: {say_moment(minute_of(changed.start))}"


def copy_session(desk: Desk, *, session: int, minutes: int, days: int = 1, times: int = 1) -> Changed:
    """Add sessions like another one, so many days after it and after each other, never in the past."""
    if not 1 <= days <= 366 or not 1 <= times <= 12:
        raise DomainError("A copy stands a day to a year later, at most twelve at once.", "Choose fewer.")
    original = _session_of(desk.state, session)
    numbers = [s.number for s in desk.state.sessions]
    copies: list[SessionRecord] = []
    for start in later_starts(minute_of(original.start), days, times, desk.now_min):
        number = next_number([*numbers, *(copy.number for copy in copies)])
        copies.append(replace(original, number=number, start=iso(start), minutes=minutes))
    state = checked_sessions(desk.state, [*desk.state.sessions, *copies])
    return state, f"Session added: {say_moment(minute_of(copies[0].start))}" + (
        f" and {times - 1} more" if times > 1 else ""
    )


def remove_session(desk: Desk, *, session: int) -> Changed:
    """Take a session away; its passes look for another place."""
    record = _session_of(desk.state, session)
    left = tuple(s for s in desk.state.sessions if s.number != session)
    return replace(desk.state, sessions=left), f"Session taken away: {say_moment(minute_of(record.start))}"


def take_station_air(desk: Desk, *, session: int) -> Changed:
    """Give a session the air that the station expects in its middle; indoors the rain and the wind stay outside."""
    record = _session_of(desk.state, session)
    if not record.outdoors:
        raise DomainError("The station stands outdoors.", "Set the air of your room by hand.")
    climate = station_at(desk.state, record).climate
    changed = replace(
        record,
        temperature_c=climate.temperature_c,
        humidity=climate.humidity,
        wind_m_s=climate.wind_m_s,
        sun_w_m2=climate.sun_w_m2,
    )
    records = [changed if s.number == session else s for s in desk.state.sessions]
    return checked_sessions(desk.state, records), f"Air as the station has it: {say_moment(minute_of(record.start))}"


def take_plan(desk: Desk, *, way: str) -> Changed:
    """Take one of the offered plans: in the painter's order, with few moves, or anew."""
    if way not in WAYS:
        raise DomainError(f"There is no plan called {way}.", "Choose one of the three.")
    if not desk.state.sessions:
        raise DomainError("There is no session yet.", "Add a session first.")
    offer = next(each for each in offered(desk.survey().work.problem, kept_of(desk.state)) if each.way == way)
    plan = tuple(KeptPlace(at, *each) for at, each in enumerate(offer.listed, start=1))
    return replace(desk.state, kept_plan=plan), f"{offer.name}: {offer.said}"


def take_found(desk: Desk, *, plan: list[tuple[int, int, int]]) -> Changed:
    """Take a plan that was found: pass, session and earliest minute, in order of time; checked on the board."""
    work = desk.survey().work
    passes = {each.id for each in work.passes} - {each.pass_id for each in work.done}
    sessions = {each.id for each in work.sessions}
    numbers = [number for number, _, _ in plan]
    if len(set(numbers)) != len(numbers) or not set(numbers) <= passes or not {s for _, s, _ in plan} <= sessions:
        raise DomainError("This plan is for other passes or sessions.", "Look for a better one again.")
    kept = tuple(KeptPlace(at, *each) for at, each in enumerate(plan, start=1))
    return replace(desk.state, kept_plan=kept), "A plan taken"


def place_pass(desk: Desk, *, number: int, session: int, start: int) -> Changed:
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


def free_pass(desk: Desk, *, number: int) -> Changed:
    """Let a pass that was put by hand find its place again; all else stays."""
    if number not in fixed_of(desk.state):
        raise NotFoundError("pass put by hand", number)
    left = [each for each in desk.state.kept_plan if each.layer_pass != number]
    plan = tuple(replace(each, place=at) for at, each in enumerate(left, start=1))
    return replace(desk.state, kept_plan=plan), "A pass finds its own place again"


def let_plan_go(desk: Desk) -> Changed:
    """Let the plan be worked out afresh with every change."""
    return replace(desk.state, kept_plan=()), "The plan follows every change again"
