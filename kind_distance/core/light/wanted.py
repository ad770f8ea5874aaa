"""The light a painter wants: that of the photo, or one of the day's own, wherever and whenever it is painted.

Common practice, no source: how painters of places name the hours; heights of the sun are ours.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from functools import lru_cache

from kind_distance.core.light.station import sun_apart, sun_over
from kind_distance.core.light.sun import Sun
from kind_distance.errors import DomainError

SAME_LIGHT_DEG = 22.5  # how far the sun goes in 90 minutes: from there on it is another light; common practice
HIGH_SHARE = 0.85  # of its height at noon from which on the sun counts as high
# Lowest and highest the sun stands [degrees], and whether it rises.
HOURS: dict[str, tuple[str, float, float, bool]] = {
    "dawn": ("first light", -6.0, 6.0, True),
    "low_morning": ("low morning sun", 6.0, 22.0, True),
    "low_evening": ("low evening sun", 6.0, 22.0, False),
    "dusk": ("last light", -6.0, 6.0, False),
}
NAMES = {"": "as in the photo", "any": "any", "high": "high sun", **{key: hour[0] for key, hour in HOURS.items()}}


@lru_cache(maxsize=64)
def _noon_deg(latitude: float, longitude: float, day: date) -> float:
    """Greatest height of the sun on a day. [degrees]."""
    midnight = datetime(day.year, day.month, day.day)  # noqa: DTZ001  local wall time has no zone here
    return max(sun.height_deg for _, sun in sun_over(latitude, longitude, midnight, 1439, 10))


@dataclass(frozen=True)
class LightWanted:
    """A light that is wanted.

    Parameters
    ----------
    key : str
        One of the hours, ``"high"``, or empty for a place of the sun.
    sun : Sun or None
        That place.
    """

    key: str = ""
    sun: Sun | None = None

    def holds(self, latitude: float, longitude: float, at: datetime, sun: Sun) -> bool:
        """Whether the sun stands so at a place and time."""
        if self.sun is not None:
            return sun_apart(sun, self.sun) <= SAME_LIGHT_DEG
        if self.key == "high":
            noon = _noon_deg(latitude, longitude, at.date())
            return noon > 0 and sun.height_deg >= HIGH_SHARE * noon
        _, low, high, rising = HOURS[self.key]
        return low <= sun.height_deg <= high and (sun.bearing_deg < 180) == rising

    def window(self, latitude: float, longitude: float, day: date) -> tuple[datetime, datetime] | None:
        """Return the longest spell of a day in which it holds: first and last minute; None where it never does."""
        midnight = datetime(day.year, day.month, day.day)  # noqa: DTZ001  local wall time has no zone here
        best: tuple[datetime, datetime] | None = None
        begin = last = None
        for at, sun in sun_over(latitude, longitude, midnight, 1439, 1):
            if not self.holds(latitude, longitude, at, sun):
                begin = None
                continue
            begin, last = begin or at, at
            if best is None or last - begin > best[1] - best[0]:
                best = (begin, last)
        return best


def light_wanted(key: str, photo: Sun | None) -> LightWanted | None:
    """Return the light of a name; None where any will do, or the photo's is not known.

    Raises
    ------
    DomainError
        If there is no such light.
    """
    if key not in NAMES:
        raise DomainError(f"There is no light called {key}.", "Choose one of the list.")
    if key == "any" or (key == "" and photo is None):
        return None
    return LightWanted(sun=photo) if key == "" else LightWanted(key)
