"""Judgements on sessions outdoors: the light that is wanted, and weather one does not paint in.

All of it informs and certifies nothing: local rules, official warnings and one's own eyes come first.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.light.station import (
    HEAT_C,
    RAIN_MM_H,
    WIND_M_S,
    read_station,
    sun_apart,
    sun_over,
)
from kind_distance.core.light.sun import wind
from kind_distance.core.light.wanted import LightWanted
from kind_distance.core.wording import first_upper, say_minutes

STAGE = "sessions"
TWILIGHT_DEG = -3.0  # under this height of the sun one no longer judges colour; common practice, no source
LEAST_SHARE = 0.34  # of a session in the wanted light, under which it is told
DAYS_TRIED = 10


@dataclass(frozen=True)
class Outing:
    """One session outdoors, at a place on earth.

    Parameters
    ----------
    number : int
    name : str
    start : datetime
        Local wall time.
    minutes : int
    latitude, longitude : float
        [degrees]
    """

    number: int
    name: str
    start: datetime
    minutes: int
    latitude: float
    longitude: float


def _weather(outing: Outing) -> tuple[float, float, float]:
    """Most rain [mm/h], heat [C] and wind [m/s] in the session, by the hour."""
    hours = [outing.start + timedelta(minutes=n) for n in range(0, outing.minutes + 1, 30)]
    readings = [read_station(outing.latitude, outing.longitude, at) for at in hours]
    return (
        max(r.rain_mm_h for r in readings),
        max(r.climate.temperature_c for r in readings),
        max(r.climate.wind_m_s for r in readings),
    )


def _fair(outing: Outing) -> bool:
    rain, heat, blow = _weather(outing)
    return rain < RAIN_MM_H and heat < HEAT_C and blow < WIND_M_S


def _judge(
    outing: Outing, kind: str, severity: str, title: str, text: str, weight: float, *remedies: Remedy
) -> Judgement:
    return Judgement(f"{kind}:{outing.number}", kind, STAGE, severity, title, text, weight, (), remedies)  # type: ignore[arg-type]


def _moved(outing: Outing, start: datetime, label: str) -> Remedy:
    return Remedy(label, "set_session", {"session": outing.number, "start": start.isoformat(timespec="minutes")})


def _fair_day(outing: Outing, now: datetime) -> list[Remedy]:
    """Offer the next day on which the station expects better at the same hour."""
    for days in range(1, DAYS_TRIED + 1):
        later = Outing(**{**vars(outing), "start": outing.start + timedelta(days=days)})
        if later.start > now and _fair(later):
            return [_moved(outing, later.start, f"To {later.start:%A} {later.start.day} {later.start:%B}")]
    return []


def _bad_weather(outing: Outing, now: datetime) -> list[Judgement]:
    rain, heat, blow = _weather(outing)
    inside = Remedy("Paint it indoors", "set_session", {"session": outing.number, "outdoors": False})
    found = []
    if rain >= RAIN_MM_H:
        found.append(
            _judge(
                outing, "rain", "strong", f"Rain on {outing.name}",
                f"The made-up station of this application, no forecast, has up to {rain:.1f} mm an hour. "
                "Water-borne paint runs, paper buckles, and a storm is no place to stand: look at the official "
                "weather, and leave early.",
                100 * rain, *_fair_day(outing, now), inside,
            )
        )  # fmt: skip
    if heat >= HEAT_C:
        found.append(
            _judge(
                outing, "heat", "mild", f"Heat on {outing.name}",
                f"Up to {heat:.0f} °C by the made-up station of this application. Shade, water, hat, breaks; know "
                "the signs of heat illness from your health service. Acrylic dries in a minute or two.",
                heat, *_fair_day(outing, now), inside,
            )
        )  # fmt: skip
    if blow >= WIND_M_S:
        found.append(
            _judge(
                outing, "blow", "mild", f"Wind on {outing.name}",
                f"Up to {blow:.0f} m/s by the made-up station of this application. An easel catches it like a sail: "
                "weigh it down, keep away from edges and water, or stay in.",
                blow, *_fair_day(outing, now), inside,
            )
        )  # fmt: skip
    return found


def _light(outing: Outing, wanted: LightWanted | None, now: datetime) -> list[Judgement]:
    track = sun_over(outing.latitude, outing.longitude, outing.start, outing.minutes)
    dark = sum(sun.height_deg < TWILIGHT_DEG for _, sun in track) / len(track)
    if dark > LEAST_SHARE:
        return [
            _judge(
                outing, "dark", "mild", f"It is dark on {outing.name}",
                f"For {100 * dark:.0f} % of it the sun stands more than {-TWILIGHT_DEG:.0f}° under the horizon. "
                "A night painting wants a lamp, a companion and a way home that you know; else begin in daylight.",
                50 * dark,
            )
        ]  # fmt: skip
    if wanted is None:
        return []
    place = (outing.latitude, outing.longitude)
    inside = sum(wanted.holds(*place, at, sun) for at, sun in track) / len(track)
    if inside >= LEAST_SHARE:
        return []
    first, last = track[0][1], track[-1][1]
    window = wanted.window(*place, outing.start.date())
    remedies = []
    said = "On that day it never stands so."
    if window is not None:
        begin, end = window
        span = say_minutes((end - begin).total_seconds() / 60)
        said = f"On that day it does from {begin:%H:%M} to {end:%H:%M}, {span}."
        room = max(begin, begin + (end - begin) / 2 - timedelta(minutes=outing.minutes / 2))
        if room > now:
            remedies.append(_moved(outing, room.replace(second=0), f"Begin at {room:%H:%M}"))
    then = " Follow the photo's light from memory, or make a second study." if wanted.sun is not None else ""
    return [
        _judge(
            outing, "other_light", "mild", f"Another light on {outing.name}",
            f"You want {wanted.said}; here the sun goes from {first.height_deg:.0f}° in the {wind(first.bearing_deg)} "
            f"to {last.height_deg:.0f}° in the {wind(last.bearing_deg)}, so shadows fall elsewhere. {said}{then}",
            20 * (1 - inside), *remedies,
        )
    ]  # fmt: skip


def audit_outings(outings: list[Outing], wanted: LightWanted | None, now: datetime) -> list[Judgement]:
    """Judge sessions outdoors that are still to come.

    Parameters
    ----------
    outings : list of Outing
    wanted : LightWanted or None
        Of the photo, or of an hour; None where any will do, or nobody knows.
    now : datetime
        Local wall time.
    """
    found = []
    for outing in outings:
        if outing.start + timedelta(minutes=outing.minutes) > now:
            found += [*_bad_weather(outing, now), *_light(outing, wanted, now)]
    return found


@dataclass(frozen=True)
class InLight:
    """A pass that has to be painted in the light of the photo, and where it stands.

    Parameters
    ----------
    number : int
    said : str
    start : datetime
        Local wall time.
    minutes : int
    outing : Outing or None
        Its session outdoors; None where it stands indoors.
    """

    number: int
    said: str
    start: datetime
    minutes: int
    outing: Outing | None


def _window_in(outing: Outing, wanted: LightWanted) -> tuple[datetime, datetime] | None:
    """Part of a session in which the sun stands as wanted."""
    window = wanted.window(outing.latitude, outing.longitude, outing.start.date())
    if window is None:
        return None
    begin = max(window[0], outing.start)
    end = min(window[1], outing.start + timedelta(minutes=outing.minutes))
    return (begin, end) if begin < end else None


def audit_in_light(passes: list[InLight], outings: list[Outing], wanted: LightWanted | None) -> list[Judgement]:
    """Name passes that need the light of the photo and are painted in another.

    Parameters
    ----------
    passes : list of InLight
    outings : list of Outing
        Sessions outdoors, in order of time.
    wanted : LightWanted or None
        None where any will do, or nobody knows, and nothing can be said.
    """
    if wanted is None:
        return []
    found = []
    for each in passes:
        outing = each.outing
        if outing is None:
            said = "It stands indoors, where the sun does not come."
        else:
            track = sun_over(outing.latitude, outing.longitude, each.start, each.minutes)
            outside = [sun for at, sun in track if not wanted.holds(outing.latitude, outing.longitude, at, sun)]
            if not outside:
                continue
            sun = outside[-1]
            said = f"There the sun stands {sun.height_deg:.0f}° high in the {wind(sun.bearing_deg)}"
            said += f", {sun_apart(sun, wanted.sun):.0f}° from it." if wanted.sun is not None else "."
        remedies = []
        for other in outings:
            window = _window_in(other, wanted)
            if window is not None and window[1] - window[0] >= timedelta(minutes=each.minutes):
                minute = int((window[0] - datetime(1970, 1, 1)).total_seconds() // 60)  # noqa: DTZ001  local wall time
                remedies.append(
                    Remedy(f"At {window[0]:%H:%M}, {other.name}", "place_pass",
                           {"number": each.number, "session": other.number, "start": minute})
                )  # fmt: skip
                break
        found.append(
            Judgement(
                f"out_of_light:{each.number}", "out_of_light", STAGE, "mild",
                f"{first_upper(each.said)} stands outside its light",
                f"You want it painted in {wanted.said}. {said} Shadows and colour of light are other ones then.",
                float(each.minutes), (), (*remedies, Remedy("It needs no certain light", "set_pass",
                                              {"number": each.number, "in_light": False})),
            )
        )  # fmt: skip
    return found
