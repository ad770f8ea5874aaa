"""What the easel shows: the pass of now and the next ones, the clocks of all films, bells, light, what helps."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.clock import minute_of, moment_of
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve
from kind_distance.core.easel.bells import HOT_C, STEP_BACK_MIN, Bells, bells_of, painted_minutes, unbroken_since
from kind_distance.core.easel.clocks import FilmClock, clock_of
from kind_distance.core.easel.recovery import wetness_of
from kind_distance.core.light.station import sun_apart
from kind_distance.core.light.sun import offset_by_longitude, sun_at
from kind_distance.core.paint.drying import Drying
from kind_distance.core.paint.media import Paint
from kind_distance.core.passes.kinds import LAYERS, WET_ONLY
from kind_distance.core.passes.model import Pass
from kind_distance.core.passes.wanted import Wanted
from kind_distance.core.schedule.model import Placement
from kind_distance.core.schedule.other_paintings import find_waits
from kind_distance.core.schedule.work import Work
from kind_distance.core.wording import clock, first_upper, say_list
from kind_distance.follow import step
from kind_distance.pictures.plates import main_source
from kind_distance.rows import SessionRecord, State
from kind_distance.stages.easel.easel_words import Card, cards_for, say_film
from kind_distance.stages.easel.running import (
    painted_of,
    session_running,
    spans_of,
    stretch_running,
    touches_of,
)
from kind_distance.stages.mixes.strings import part_of
from kind_distance.stages.passes.schedule_words import say_wait
from kind_distance.stages.sessions.calendar import following_of
from kind_distance.store.records import OtherPaintings

TOUCHED = 0.1  # a light that lies in a plane with less than this share of it is not its concern
NEXT = 3
THIN, THICK = 0.8, 1.3  # films that are worth a word


@dataclass(frozen=True)
class Tickable:
    """A thing that a pass paints, or a kept light that it goes round."""

    element: int | None
    reserve: int | None
    said: str
    on: bool


@dataclass(frozen=True)
class PassNow:
    """A pass as one reads it from two metres away.

    Parameters
    ----------
    number : int
    title, place : str
    plane : int or None
        Rank of its first plane.
    kind : str
    part : str or None
        Of its plane's string that it is mixed by.
    minutes, painted : int
        Planned, and painted so far. [min]
    at, of : int
        Its place among the passes of this session.
    begun, running : bool
        Whether the brush was on it, and is now.
    not_before : int or None
        Where it may not be begun yet, when it may. [clock min]
    how : str
        Brush, film and what is left clear, in one line.
    ticks : tuple of Tickable
    ways_out : tuple of Card
        What helps if it goes wrong while it is wet.
    """

    number: int
    title: str
    place: str
    plane: int | None
    kind: str
    part: str | None
    minutes: int
    painted: int
    at: int
    of: int
    begun: bool
    running: bool
    not_before: int | None
    how: str
    ticks: tuple[Tickable, ...]
    ways_out: tuple[Card, ...]


@dataclass(frozen=True)
class FilmNow:
    """What the film of a painted pass is now."""

    number: int
    said: str
    planes: tuple[int, ...]
    clock: FilmClock
    clock_said: str
    newest: bool
    ways_out: tuple[Card, ...]


@dataclass(frozen=True)
class WetOnly:
    """A pass that wants wet paint: until when, and whether it is too late."""

    number: int
    said: str
    until: float
    late: bool


@dataclass(frozen=True)
class Guide:
    """All that the easel shows of a minute."""

    session: SessionRecord | None
    now: PassNow | None
    then: tuple[tuple[int, str], ...]
    films: tuple[FilmNow, ...]
    lean_said: str
    bells: Bells
    unbroken_min: int
    painted_min: int
    light_said: str
    light_until: int | None
    waits: tuple[str, ...]
    wet_only: tuple[WetOnly, ...]
    over_min: int


def lights_kept(each: Pass, kept: list[tuple[Reserve, KeptLight]]) -> list[Reserve]:
    """Give the lights on a pass's plane that are kept until the end, as it is painted round them."""
    return [
        reserve
        for reserve, light in kept
        if reserve.way in ("ground", "masked")
        and each.kind in LAYERS
        and any(rank == each.plane and share >= TOUCHED for rank, share in light.planes)
    ]


def say_how(each: Pass, kept: list[tuple[Reserve, KeptLight]]) -> str:
    """Say brush, film and what is left clear, in one line."""
    words = [] if each.brush_mm is None else [f"{each.brush_mm:g} mm brush"]
    if each.paint not in ("dry", "varnish"):
        words += ["thin"] if each.thickness <= THIN else ["full"] if each.thickness >= THICK else []
    aids = {"mist": "misted", "wetted": "on wetted paper", "dryer": "then the dryer"}
    words += [aids[aid] for aid in each.aids]
    lights = [reserve.name for reserve in lights_kept(each, kept)]
    clear = f" Keep clear: {say_list(lights)}." if lights else ""
    return f"{first_upper(', '.join(words))}.{clear}" if words else clear.strip()


def _ticks(state: State, each: Pass, wanted: list[Wanted], kept: list[tuple[Reserve, KeptLight]]) -> list[Tickable]:
    on = {(tick.element, tick.reserve) for tick in state.ticks if tick.layer_pass == each.id}
    found = [
        Tickable(one.number, None, first_upper(one.name), (one.number, None) in on)
        for one in wanted
        if one.sort == "thing" and each.id in one.passes
    ]
    found += [
        Tickable(None, reserve.number, f"{first_upper(reserve.name)} left clear", (None, reserve.number) in on)
        for reserve in lights_kept(each, kept)
    ]
    return found


def films_now(state: State, work: Work, now_min: int) -> tuple[FilmNow, ...]:
    """Say what every film is now, the newest first; films that are dry through and covered are left out."""
    films, touches = work.films_by_pass(), touches_of(state)
    by_id = {each.id: each for each in work.passes}
    found: list[FilmNow] = []
    covered: set[int] = set()
    for done in sorted(work.done, key=lambda each: each.end, reverse=True):
        each = by_id[done.pass_id]
        if each.paint in ("dry", "varnish") or each.other_sheet:
            continue
        planes = each.planes or tuple(range(1, len(work.planes) + 1))
        newest = not set(planes) <= covered
        covered |= set(planes)
        at = clock_of(films[each.id], now_min, touches.get(each.id))
        if not newest and at.state == "dry_through":
            continue
        ways = cards_for(each.paint, wetness_of(at.state))
        found.append(FilmNow(each.id, each.said, planes, at, say_film(at, now_min), newest, ways))
    return tuple(found)


def _lean(films: tuple[FilmNow, ...]) -> str:
    """Say where a hand may lean: no other word, since a wrong one smears."""
    off = [each for each in films if not each.clock.lean]
    if not off:
        return "A hand may lean anywhere that is painted." if films else "Nothing is wet."
    latest = max((each.clock.late or 0.0) for each in off if each.clock.state == "tacky") if any(
        each.clock.state == "tacky" for each in off) else None  # fmt: skip
    until = f" until about {clock(latest)}" if latest and len(off) == 1 else ""
    return f"Keep your hand off: {say_list([each.said for each in off[:3]])}{until}."


def _light(state: State, session: SessionRecord, now_min: int) -> tuple[str, int | None]:
    """Say how long the wanted light is there still, and how far the sun has moved since the session began."""
    for span in state.brief.light_holds:
        begin, end = minute_of(span.start), minute_of(span.end)
        if begin <= now_min < end:
            return f"The wanted light holds for {end - now_min} min, until {clock(end)}.", end
        if end <= now_min and end // 1440 == now_min // 1440:
            fixed = state.brief.moving_light != "chase"
            way = "Paint by what you fixed, stop, or begin a second study." if fixed else "Go after it, or stop."
            return f"The wanted light went at {clock(end)}. {way}", end
    source = main_source(state)
    if not session.outdoors or session.began is None or source is None or source.latitude is None:
        return "", None
    longitude = source.longitude or 0.0
    then, now = (
        sun_at(source.latitude, longitude, moment_of(at), offset_by_longitude(longitude))
        for at in (session.began, now_min)
    )
    moved = sun_apart(then, now)
    return (f"The sun has moved {moved:.0f}° since you began." if moved >= 1 else ""), None


def _wet_only(work: Work, films: dict[int, Drying], now_min: int) -> tuple[WetOnly, ...]:
    """List what wants wet paint and lies on paint that is there already: it counts down, then turns dry."""
    done = {each.pass_id for each in work.done}
    ends = sorted(work.done, key=lambda each: each.end)
    by_id = {each.id: each for each in work.passes}
    found = []
    for each in work.passes:
        if each.kind not in WET_ONLY or each.id in done or not each.planes:
            continue
        below = [d.pass_id for d in ends if set(by_id[d.pass_id].planes) & set(each.planes)]
        if below:
            until = films[below[-1]].open_until
            found.append(WetOnly(each.id, each.said, until, late=until < now_min))
    return tuple(found)


def _placed_in(work: Work, session: int) -> list[Placement]:
    return sorted((p for p in work.schedule.placements if p.session_id == session), key=lambda p: p.start)


def _pass_now(
    state: State, work: Work, session: SessionRecord, wanted: list[Wanted], kept: list[tuple[Reserve, KeptLight]],
    now_min: int,
) -> tuple[PassNow | None, list[Placement]]:  # fmt: skip
    """Find the pass of now: the one the brush is on, the one that was paused, or the next one that is placed here."""
    ahead = _placed_in(work, session.number)
    done = {each.pass_id for each in work.done}
    running = stretch_running(state)
    own = [each for each in state.stretches if each.session == session.number and each.layer_pass not in done]
    number = own[-1].layer_pass if own else ahead[0].pass_id if ahead else None
    each = next((one for one in work.passes if one.id == number), None)
    if each is None:
        return None, ahead
    began = session.began or now_min
    done_here = sum(1 for one in work.done if one.end >= began and one.end <= (session.ended or now_min))
    start = next((place.start for place in ahead if place.pass_id == each.id), None)
    begun = any(one.layer_pass == each.id for one in state.stretches)
    others = [place for place in ahead if place.pass_id != each.id]
    shown = PassNow(
        each.id, first_upper(each.title), say_list(list(each.things)) or each.place, each.plane, each.kind,
        part_of(each),
        each.minutes, painted_of(state, each.id, now_min), done_here + 1, done_here + 1 + len(others), begun,
        running is not None and running.layer_pass == each.id,
        start if not begun and start is not None and start > now_min else None,
        say_how(each, kept), tuple(_ticks(state, each, wanted, kept)), cards_for(each.paint, "wet"),
    )  # fmt: skip
    return shown, others


def _then(work: Work, others: list[Placement], now_min: int, at_least: int) -> tuple[tuple[int, str], ...]:
    by_id = {each.id: each for each in work.passes}
    found, free = [], at_least
    for place in others[:NEXT]:
        each = by_id[place.pass_id]
        wait = f", not before {clock(place.start)}" if place.start > max(free, now_min) + 1 else ""
        found.append((each.id, f"{first_upper(each.said)}, {each.minutes} min{wait}"))
        free = place.end
    return tuple(found)


@step
def guide(
    state: State, work: Work, kept: list[tuple[Reserve, KeptLight]], wanted: list[Wanted],
    following: tuple[tuple[int, str, str, int], ...], now_min: int,
) -> Guide:  # fmt: skip
    """Work out what the easel shows of a minute.

    Parameters
    ----------
    state : State
    work : Work
    kept : list of (Reserve, KeptLight)
    wanted : list of Wanted
    following : tuple
        What the other paintings would have painted next.
    now_min : int
        [clock min]
    """
    films = films_now(state, work, now_min)
    session = session_running(state)
    if session is None:
        none = Bells(None, None, None)
        return Guide(None, None, (), films, _lean(films), none, 0, 0, "", None, (), (), 0)
    shown, others = _pass_now(state, work, session, wanted, kept, now_min)
    spans = spans_of(state, now_min, session=session.number)
    bells = bells_of(
        spans, now_min, began=session.began or now_min, step_back_min=state.brief.step_back_min,
        unbroken_min=session.unbroken_min, hot=session.temperature_c >= HOT_C,
    )  # fmt: skip
    said, until = _light(state, session, now_min)
    left = 0 if shown is None else max(0, shown.minutes - shown.painted)
    since = unbroken_since(spans, now_min)
    waits = [
        say_wait(each)
        for each in find_waits(work.problem, work.schedule, following_of(OtherPaintings(following=following)))
        if each.session == session.number and each.end > now_min
    ]
    end = minute_of(session.start) + session.minutes - session.cleanup_min
    return Guide(
        session, shown, _then(work, others, now_min, now_min + left), films, _lean(films), bells,
        0 if since is None else now_min - since, painted_minutes(spans), said, until, tuple(waits),
        _wet_only(work, work.films_by_pass(), now_min), max(0, now_min - end),
    )  # fmt: skip


def goal_of(work: Work, session: int) -> str:
    """Say in a sentence what a session is for."""
    by_id = {each.id: each for each in work.passes}
    here = [by_id[each.pass_id] for each in _placed_in(work, session)]
    if not here:
        return "Nothing is planned in it: choose a pass, or look at what is there."
    places: dict[str, list[int]] = {}
    for each in here:
        places.setdefault(each.title, []).extend(each.planes)
    names = [plane.name for plane in work.planes]
    said = [_where(title, sorted(set(ranks)), names) for title, ranks in places.items()]
    more = f", and {len(said) - GOALS} more" if len(said) > GOALS + 1 else ""
    return first_upper("; ".join(said[: GOALS if more else GOALS + 1]) + more) + "."


GOALS = 3  # kinds of pass that a goal names
FROM_TO = 3  # planes from which on the first and the last stand for all


def _where(title: str, ranks: list[int], names: list[str]) -> str:
    """Say a kind of pass with its planes; many that lie one behind the other by the first and the last."""
    if not ranks:
        return title
    if len(ranks) >= FROM_TO and ranks[-1] - ranks[0] < len(ranks) + 1:
        return f"{title} from {names[ranks[0] - 1]} to {names[ranks[-1] - 1]}"
    return f"{title} of {say_list([names[rank - 1] for rank in ranks])}"


# What to clean and where it goes. Common practice, no source; labels, safety data sheets and local rules come first.
WATER_CLEAN = (
    "Wipe brushes on paper first, then wash them before the paint sets. Let the jar settle, pour the clear water off "
    "as your local rules allow, and keep the sludge out of the drain."
)
OIL_CLEAN = (
    "Wipe brushes, then clean them as the label of your thinner says: fresh air, no flame, lids on. Rags go into a "
    "lidded metal can with water, or flat outdoors to dry, never in a heap."
)


def cleaning_of(paints: set[Paint]) -> list[str]:
    """Say what to clean after a session, by its paints."""
    said = [OIL_CLEAN] if "oil" in paints else []
    if paints - {"oil", "dry", "varnish"}:
        said.insert(0, WATER_CLEAN)
    return said or ["Pencil and charcoal want no washing; wipe dust up wet."]


def step_back_said(bells: Bells, now_min: int) -> str:
    """Say when to step back."""
    if bells.step_back is None:
        return ""
    left = bells.step_back - now_min
    return (
        f"Step back, {STEP_BACK_MIN} min, about 1.5 m away."
        if left <= 0
        else f"Step back in {left} min, at {clock(bells.step_back)}."
    )
