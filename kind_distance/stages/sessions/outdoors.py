"""Sessions outdoors, at the place where the main photo was taken."""

from __future__ import annotations

from functools import lru_cache

from kind_distance.clock import minute_of, moment_of, say_day
from kind_distance.core.judgement import Judgement
from kind_distance.core.light.station import StationReading, read_station, sun_over
from kind_distance.core.light.sun import wind
from kind_distance.core.light.wanted import LightWanted, light_wanted
from kind_distance.core.paint.drying import Climate
from kind_distance.core.paint.logger import read_logger
from kind_distance.core.schedule.outdoors import InLight, Outing, OwnAir
from kind_distance.core.schedule.work import Work
from kind_distance.errors import DomainError
from kind_distance.pictures.plates import main_source
from kind_distance.rows import SessionRecord, SourceRecord, State
from kind_distance.stages.sessions.outdoor_words import judge_in_light, judge_outings
from kind_distance.stages.sources.arrows import sun_of


def station_at(state: State, session: SessionRecord) -> StationReading:
    """Read the station in the middle of a session; raise DomainError where the place is not known."""
    source = main_source(state)
    if source is None or source.latitude is None or source.longitude is None:
        raise DomainError("Where you paint is not known on earth.", "Paint from a photo that keeps its place.")
    middle = moment_of(minute_of(session.start) + session.minutes / 2)
    return read_station(source.latitude, source.longitude, middle)


def logger_at(state: State, session: SessionRecord) -> Climate:
    """Read the logger of the room in the middle of a session; without a place on earth it stands in the north."""
    source = main_source(state)
    north = source is None or source.latitude is None or source.latitude >= 0
    return read_logger(moment_of(minute_of(session.start) + session.minutes / 2), north=north)


def say_sky(state: State, session: SessionRecord) -> str:
    """Say where the sun goes in a session outdoors and what the station has; empty indoors or without a place."""
    source = main_source(state)
    if not session.outdoors or source is None or source.latitude is None or source.longitude is None:
        return ""
    track = sun_over(source.latitude, source.longitude, moment_of(minute_of(session.start)), session.minutes, 30)
    first, last = track[0][1], track[-1][1]
    reading = station_at(state, session)
    rain = f"rain, {reading.rain_mm_h:g} mm an hour" if reading.rain_mm_h else "dry"
    clouds = "clear" if reading.cloud < 0.3 else "some cloud" if reading.cloud < 0.7 else "overcast"
    ways = [wind(first.bearing_deg), wind(last.bearing_deg)]
    way = ways[0] if ways[0] == ways[1] else " to ".join(ways)
    return f"sun {first.height_deg:.0f}° to {last.height_deg:.0f}°, {way}; {clouds}, {rain}"


def judge_outdoors(state: State, work: Work, now_min: int) -> list[Judgement]:
    """Judge the light and the weather of the sessions outdoors.

    The weather is the painter's own word, else the station's where the place on earth is known; the sun needs a place.
    """
    source = main_source(state)
    outside = tuple(session for session in state.sessions if session.outdoors)
    placed = source is not None and source.latitude is not None and source.longitude is not None
    wanted = _wanted(source, state.brief.light) if source is not None and placed else None
    lit = _in_light(source, outside, work, now_min, wanted) if source is not None and placed else []
    return [*(_judged(source, outside, now_min, wanted) if outside else []), *lit]


def _wanted(source: SourceRecord, light: str) -> LightWanted | None:
    try:
        photo = sun_of(source)
    except DomainError:
        photo = None
    return light_wanted(light, photo)


def _outings(source: SourceRecord | None, sessions: tuple[SessionRecord, ...]) -> list[Outing]:
    return [
        Outing(
            each.number,
            say_day(minute_of(each.start)),
            moment_of(minute_of(each.start)),
            each.minutes,
            None if source is None else source.latitude,
            None if source is None else source.longitude,
            OwnAir(each.temperature_c, each.wind_m_s, each.sky),
        )
        for each in sessions
    ]


@lru_cache(maxsize=16)
def _judged(
    source: SourceRecord | None, sessions: tuple[SessionRecord, ...], now_min: int, wanted: LightWanted | None
) -> list[Judgement]:
    return judge_outings(_outings(source, sessions), wanted, moment_of(now_min))


def _in_light(
    source: SourceRecord,
    sessions: tuple[SessionRecord, ...],
    work: Work,
    now_min: int,
    wanted: LightWanted | None,
) -> list[Judgement]:
    """Judge the passes that need the light of the photo."""
    critical = {each.id: each for each in work.passes if each.in_light}
    if not critical:
        return []
    ahead = _outings(source, tuple(each for each in sessions if minute_of(each.start) + each.minutes > now_min))
    at = {outing.number: outing for outing in ahead}
    placed = [
        InLight(
            each.pass_id,
            critical[each.pass_id].said,
            moment_of(each.start),
            each.end - each.start,
            at.get(each.session_id),
        )
        for each in work.schedule.placements
        if each.pass_id in critical
    ]
    return judge_in_light(placed, ahead, wanted)
