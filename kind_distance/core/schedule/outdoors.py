"""Judgements on sessions outdoors: the light that is wanted, and weather one does not paint in.

All of it informs and certifies nothing: local rules, official warnings and one's own eyes come first.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
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
class OwnAir:
    """The weather that the painter expects of a session: heat [C], wind [m/s], and "", "dry", "rain" or "storm"."""

    temperature_c: float = 20.0
    wind_m_s: float = 0.1
    sky: str = ""


@dataclass(frozen=True)
class Outing:
    """One session outdoors.

    Parameters
    ----------
    number : int
    name : str
    start : datetime
        Local wall time.
    minutes : int
    latitude, longitude : float or None
        Place on earth, where it is known. [degrees]
    air : OwnAir
    """

    number: int
    name: str
    start: datetime
    minutes: int
    latitude: float | None
    longitude: float | None
    air: OwnAir = OwnAir()

    @property
    def place(self) -> tuple[float, float] | None:
        """Place on earth; None where nobody knows it."""
        return None if self.latitude is None or self.longitude is None else (self.latitude, self.longitude)


@dataclass(frozen=True)
class _Expected:
    """Weather of a session: rain [mm/h], heat [C], wind [m/s], and whether the painter said so."""

    rain: float
    heat: float
    wind: float
    own: bool


STORM_MM_H, WET_MM_H = 10.0, 1.0  # rain where the painter says a storm, or rain [memory]


def _weather(outing: Outing) -> _Expected:
    """Say what weather is expected: as the painter says it, else by the station where the place is known."""
    air = outing.air
    own = _Expected(
        STORM_MM_H if air.sky == "storm" else WET_MM_H if air.sky == "rain" else 0.0,
        air.temperature_c,
        air.wind_m_s,
        own=True,
    )
    rough = own.heat >= HEAT_C or own.wind >= WIND_M_S
    if air.sky or rough or outing.place is None:
        return own
    hours = [outing.start + timedelta(minutes=n) for n in range(0, outing.minutes + 1, 30)]
    readings = [read_station(*outing.place, at) for at in hours]
    return _Expected(
        max(r.rain_mm_h for r in readings),
        max(r.climate.temperature_c for r in readings),
        max(r.climate.wind_m_s for r in readings),
        own=False,
    )


def _fair(outing: Outing) -> bool:
    seen = _weather(outing)
    return seen.rain < RAIN_MM_H and seen.heat < HEAT_C and seen.wind < WIND_M_S


def _judge(
    outing: Outing, kind: str, severity: str, title: str, text: str, weight: float, *remedies: Remedy
) -> Judgement:
    return Judgement(f"{kind}:{outing.number}", kind, STAGE, severity, title, text, weight, (), remedies)  # type: ignore[arg-type]


def _moved(outing: Outing, start: datetime, label: str) -> Remedy:
    return Remedy(label, "set_session", {"session": outing.number, "start": start.isoformat(timespec="minutes")})


def _fair_day(outing: Outing, now: datetime) -> list[Remedy]:
    """Offer the next day on which the station expects better at the same hour; nothing where it is not asked."""
    if outing.place is None:
        return []
    for days in range(1, DAYS_TRIED + 1):
        later = replace(outing, start=outing.start + timedelta(days=days), air=OwnAir())
        if later.start > now and _fair(later):
            return [_moved(outing, later.start, f"To {later.start:%A} {later.start.day} {later.start:%B}")]
    return []


def _bad_weather(outing: Outing, now: datetime) -> list[Judgement]:
    seen = _weather(outing)
    by = "You expect" if seen.own else "The made-up station of this application, no forecast, has"
    inside = Remedy("Paint it indoors", "set_session", {"session": outing.number, "outdoors": False})
    found = []
    if seen.rain >= RAIN_MM_H:
        what = f"up to {seen.rain:.1f} mm an hour"
        if seen.own:
            what = "a storm" if outing.air.sky == "storm" else "rain"
        found.append(
            _judge(
                outing, "rain", "strong", f"Rain on {outing.name}",
                f"{by} {what}. Water-borne paint runs, paper buckles, and a storm is no place to stand: look at the "
                "official weather, and leave early.",
                100 * seen.rain, *_fair_day(outing, now), inside,
            )
        )  # fmt: skip
    if seen.heat >= HEAT_C:
        found.append(
            _judge(
                outing, "heat", "mild", f"Heat on {outing.name}",
                f"{by} {seen.heat:.0f} °C. Shade, water, hat, breaks; know the signs of heat illness from your health "
                "service. Acrylic dries in a minute or two.",
                seen.heat, *_fair_day(outing, now), inside,
            )
        )  # fmt: skip
    if seen.wind >= WIND_M_S:
        found.append(
            _judge(
                outing, "blow", "mild", f"Wind on {outing.name}",
                f"{by} {seen.wind:.0f} m/s. An easel catches it like a sail: weigh it down, keep away from edges and "
                "water, or stay in.",
                seen.wind, *_fair_day(outing, now), inside,
            )
        )  # fmt: skip
    return found


def _light(outing: Outing, wanted: LightWanted | None, now: datetime) -> list[Judgement]:
    if outing.place is None:
        return []
    place = outing.place
    track = sun_over(*place, outing.start, outing.minutes)
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
    window = None if outing.place is None else wanted.window(*outing.place, outing.start.date())
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
        if outing is None or outing.place is None:
            said = "It stands indoors, where the sun does not come."
        else:
            track = sun_over(*outing.place, each.start, each.minutes)
            outside = [sun for at, sun in track if not wanted.holds(*outing.place, at, sun)]
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
