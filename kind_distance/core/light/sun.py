"""Where the sun stands at a place and time, and what follows for shadows."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone
from functools import lru_cache

from astral import Observer
from astral.sun import azimuth, elevation

from kind_distance.errors import DomainError

LOWEST_SHADOW = 1.0  # under this height of the sun shadows run out of every picture [degrees]
WINDS = ("north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west")


@dataclass(frozen=True)
class Sun:
    """Where the sun stands.

    Parameters
    ----------
    height_deg : float
        Above the horizon, refraction included. [degrees]
    bearing_deg : float
        Clockwise from north. [degrees]
    """

    height_deg: float
    bearing_deg: float

    @property
    def shadow_ratio(self) -> float | None:
        """Length of a shadow on level ground against the height of what throws it; None without a useful sun."""
        if self.height_deg < LOWEST_SHADOW:
            return None
        return 1 / math.tan(math.radians(self.height_deg))

    @property
    def shadow_bearing_deg(self) -> float:
        """Where shadows point. [degrees clockwise from north]."""
        return (self.bearing_deg + 180) % 360


def offset_by_longitude(longitude: float) -> float:
    """Guess the hours that clocks there are ahead of universal time, without summer time or borders."""
    return float(round(longitude / 15))


@lru_cache(maxsize=1024)
def sun_at(latitude: float, longitude: float, local: datetime, offset_h: float) -> Sun:
    """Say where the sun stands.

    Parameters
    ----------
    latitude, longitude : float
        [degrees], north and east positive.
    local : datetime
        Wall time there, without zone.
    offset_h : float
        Hours that the clock is ahead of universal time.

    Raises
    ------
    DomainError
        If the place or the offset makes no sense.

    References
    ----------
    .. [1] Computed by the package astral after J. Meeus, "Astronomical Algorithms", 1991.
    """
    if not (-90 <= latitude <= 90 and -180 <= longitude <= 180):
        raise DomainError("There is no such place on earth.", "Enter latitude -90 to 90, longitude -180 to 180.")
    if not -12 <= offset_h <= 14:
        raise DomainError(
            "Clocks are from 12 hours behind to 14 ahead of universal time.", "Enter the offset in hours."
        )
    moment = local.replace(tzinfo=timezone(timedelta(hours=offset_h)))
    here = Observer(latitude=latitude, longitude=longitude, elevation=0.0)
    return Sun(float(elevation(here, moment, with_refraction=True)), float(azimuth(here, moment)))


def noon_height(latitude: float, declination: float) -> float:
    """Height of the sun at noon: 90 less the distance of latitude and declination. [degrees]."""
    return 90 - abs(latitude - declination)


def wind(bearing_deg: float) -> str:
    """Name a bearing: ``"south-east"``."""
    return WINDS[round((bearing_deg % 360) / 45) % 8]
