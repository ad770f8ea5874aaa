"""A weather station that ships with the application: made up, seeded by place and day, never a forecast.

It stands in for a real one, so that plans can be tried in weather that changes and goes bad. Its numbers follow what
everybody knows of weather (warmer in summer and in the afternoon, damper at dawn, less sun under cloud); all of them
are our own [memory]. The same place and hour give the same weather on every machine.
"""

from __future__ import annotations

import hashlib
import math
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from kind_distance.core.light.sun import Sun, offset_by_longitude, sun_at
from kind_distance.core.paint.drying import Climate

NOON_SUN_W_M2 = 950.0
WARMEST_HOUR = 15.0
RAIN_FROM = 0.72  # cloud from which on it may rain
HEAT_C, WIND_M_S, RAIN_MM_H = 30.0, 8.0, 0.1  # from here on a word of caution; common practice, no source


@dataclass(frozen=True)
class StationReading:
    """What the station expects at an hour.

    Parameters
    ----------
    climate : Climate
    cloud : float
        Share of the sky, 0-1.
    rain_mm_h : float
        Rain. [mm/h]
    """

    climate: Climate
    cloud: float
    rain_mm_h: float


def _chances(latitude: float, longitude: float, day: date) -> list[float]:
    """Six numbers from 0 to 1 that belong to a place and a day."""
    told = f"{latitude:.1f} {longitude:.1f} {day.isoformat()}".encode()
    found = hashlib.sha256(told).digest()
    return [int.from_bytes(found[4 * n : 4 * n + 4], "big") / 0xFFFFFFFF for n in range(6)]


def read_station(latitude: float, longitude: float, local: datetime) -> StationReading:
    """Read the station at a place and local wall time.

    Parameters
    ----------
    latitude, longitude : float
        [degrees], north and east positive.
    local : datetime
        Wall time there, without zone.

    Raises
    ------
    DomainError
        If the place makes no sense.
    """
    sun = sun_at(latitude, longitude, local, offset_by_longitude(longitude))  # checks the place
    today = _chances(latitude, longitude, local.date())
    before = _chances(latitude, longitude, local.date() - timedelta(days=1))
    # Weather lasts: a day is half what it was and half its own.
    cloud, warmth, damp, blow = (0.5 * (a + b) for a, b in zip(today[:4], before[:4], strict=True))
    wet, spell = today[4:]
    hour = local.hour + local.minute / 60
    season = math.cos(2 * math.pi * (local.timetuple().tm_yday - 200) / 365.25) * (1 if latitude >= 0 else -1)
    mean = 27 * math.cos(math.radians(latitude)) ** 1.2 - 2 + 0.22 * abs(latitude) * season + 10 * (warmth - 0.5)
    swing = 2.0 + 4.5 * (1 - cloud)
    temperature = mean + swing * math.cos(2 * math.pi * (hour - WARMEST_HOUR) / 24)
    humidity = 62 + 24 * (cloud - 0.5) + 30 * (damp - 0.5) - 2.4 * (temperature - mean)
    wind = 0.4 + 9 * blow**2 * (0.7 + 0.3 * math.cos(2 * math.pi * (hour - WARMEST_HOUR) / 24))
    height = math.sin(math.radians(max(0.0, sun.height_deg)))
    light = NOON_SUN_W_M2 * height * (1 - 0.8 * cloud)
    # Rain comes in a spell of some hours on a cloudy day.
    begins = 24 * spell
    raining = cloud > RAIN_FROM and (hour - begins) % 24 < 5
    rain = round(0.3 + 4 * wet, 1) if raining else 0.0
    climate = Climate(
        round(min(48.0, max(-19.0, temperature)), 1),
        round(min(100.0, max(15.0, humidity + (15 if raining else 0))), 0),
        round(wind, 1),
        round(0.2 * light if raining else light, 0),
    )
    return StationReading(climate, round(cloud, 2), rain)


def sun_over(
    latitude: float, longitude: float, start: datetime, minutes: int, step: int = 5
) -> list[tuple[datetime, Sun]]:
    """Follow the sun through a spell of time, every few minutes.

    Parameters
    ----------
    latitude, longitude : float
        [degrees]
    start : datetime
        Local wall time.
    minutes, step : int
        Length, and how often. [min]
    """
    offset = offset_by_longitude(longitude)
    times = [start + timedelta(minutes=n) for n in range(0, minutes + 1, step)]
    return [(at, sun_at(latitude, longitude, at, offset)) for at in times]


def light_window(
    latitude: float, longitude: float, day: date, wanted: Sun, apart_deg: float
) -> tuple[datetime, datetime] | None:
    """When on a day the sun stands as wanted: first and last minute, None where it never does.

    Parameters
    ----------
    latitude, longitude : float
        [degrees]
    day : date
    wanted : Sun
    apart_deg : float
        How far from it, over the sky, is still the same light. [degrees]
    """
    midnight = datetime(day.year, day.month, day.day)  # noqa: DTZ001  local wall time has no zone here
    inside = [at for at, sun in sun_over(latitude, longitude, midnight, 1439, 1) if sun_apart(sun, wanted) <= apart_deg]
    return (inside[0], inside[-1]) if inside else None


def sun_apart(one: Sun, other: Sun) -> float:
    """Angle between two places of the sun, over the sky. [degrees]."""
    a, b = math.radians(one.height_deg), math.radians(other.height_deg)
    turn = math.radians(one.bearing_deg - other.bearing_deg)
    near = math.sin(a) * math.sin(b) + math.cos(a) * math.cos(b) * math.cos(turn)
    return math.degrees(math.acos(max(-1.0, min(1.0, near))))
