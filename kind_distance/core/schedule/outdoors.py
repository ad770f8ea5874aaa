"""What sessions outdoors are told of: the light that is wanted, and weather one does not paint in.

All of it informs and certifies nothing: local rules, official warnings and one's own eyes come first.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import datetime, timedelta

from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.light.station import (
    HEAT_C,
    RAIN_MM_H,
    WIND_M_S,
    read_station,
    sun_over,
)
from kind_distance.core.light.wanted import LightWanted

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
class Expected:
    """Weather of a session: rain [mm/h], heat [C], wind [m/s], and whether the painter said so."""

    rain: float
    heat: float
    wind: float
    own: bool


STORM_MM_H, WET_MM_H = 10.0, 1.0  # rain where the painter says a storm, or rain [memory]


def _weather(outing: Outing) -> Expected:
    """Say what weather is expected: as the painter says it, else by the station where the place is known."""
    air = outing.air
    own = Expected(
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
    return Expected(
        max(r.rain_mm_h for r in readings),
        max(r.climate.temperature_c for r in readings),
        max(r.climate.wind_m_s for r in readings),
        own=False,
    )


def _fair(outing: Outing) -> bool:
    seen = _weather(outing)
    return seen.rain < RAIN_MM_H and seen.heat < HEAT_C and seen.wind < WIND_M_S


def _about(outing: Outing, kind: str, severity: Severity, weight: float, **measures: object) -> Finding:
    known: dict[str, object] = {"outing": outing, **measures}
    return Finding(kind, severity, measures=known, weight=weight, about=str(outing.number))


def _fair_day(outing: Outing, now: datetime) -> datetime | None:
    """Find the next day on which the station expects better at the same hour; None where it is not asked."""
    if outing.place is None:
        return None
    for days in range(1, DAYS_TRIED + 1):
        later = replace(outing, start=outing.start + timedelta(days=days), air=OwnAir())
        if later.start > now and _fair(later):
            return later.start
    return None


def _bad_weather(outing: Outing, now: datetime) -> Iterator[Finding]:
    seen = _weather(outing)
    for kind, severity, weight, bad in (
        ("rain", "strong", 100 * seen.rain, seen.rain >= RAIN_MM_H),
        ("heat", "mild", seen.heat, seen.heat >= HEAT_C),
        ("blow", "mild", seen.wind, seen.wind >= WIND_M_S),
    ):
        if bad:
            yield _about(outing, kind, severity, weight, seen=seen, fair=_fair_day(outing, now))  # type: ignore[arg-type]


def _light(outing: Outing, wanted: LightWanted | None, now: datetime) -> Iterator[Finding]:
    if outing.place is None:
        return
    place = outing.place
    track = sun_over(*place, outing.start, outing.minutes)
    dark = sum(sun.height_deg < TWILIGHT_DEG for _, sun in track) / len(track)
    if dark > LEAST_SHARE:
        yield _about(outing, "dark", "mild", 50 * dark, share=dark)
        return
    if wanted is None:
        return
    inside = sum(wanted.holds(*place, at, sun) for at, sun in track) / len(track)
    if inside >= LEAST_SHARE:
        return
    window, begin = wanted.window(*place, outing.start.date()), None
    if window is not None:
        middle = window[0] + (window[1] - window[0]) / 2
        room = max(window[0], middle - timedelta(minutes=outing.minutes / 2))
        begin = room if room > now else None
    yield _about(
        outing, "other_light", "mild", 20 * (1 - inside),
        wanted=wanted, first=track[0][1], last=track[-1][1], window=window, begin=begin,
    )  # fmt: skip


def audit_outings(outings: list[Outing], wanted: LightWanted | None, now: datetime) -> list[Finding]:
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


def audit_in_light(passes: list[InLight], outings: list[Outing], wanted: LightWanted | None) -> list[Finding]:
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
        outing, sun = each.outing, None
        if outing is not None and outing.place is not None:
            track = sun_over(*outing.place, each.start, each.minutes)
            outside = [sun for at, sun in track if not wanted.holds(*outing.place, at, sun)]
            if not outside:
                continue
            sun = outside[-1]
        measures: dict[str, object] = {
            "pass": each,
            "sun": sun,
            "wanted": wanted,
            "place": _room(each, outings, wanted),
        }
        about = str(each.number)
        found.append(Finding("out_of_light", "mild", measures=measures, weight=float(each.minutes), about=about))
    return found


def _room(each: InLight, outings: list[Outing], wanted: LightWanted) -> tuple[Outing, datetime] | None:
    """Find the first session whose spell in the wanted light holds a pass, and when that begins."""
    for other in outings:
        window = _window_in(other, wanted)
        if window is not None and window[1] - window[0] >= timedelta(minutes=each.minutes):
            return other, window[0]
    return None
