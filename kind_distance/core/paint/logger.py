"""A climate logger that ships with the application: the made-up air of a room, seeded by the day.

It stands in for a real one beside the easel. What it follows is common knowledge of rooms (heated air is dry in winter,
a room is warmest in the evening, airing shows as a dip); its numbers are our own [memory].
"""

from __future__ import annotations

import hashlib
import math
from datetime import date, datetime

from kind_distance.core.paint.drying import Climate

STILL_AIR_M_S = 0.1
WARMEST_HOUR = 19.0
AIRED_HOURS = 0.5


def _chances(day: date) -> tuple[float, float, float]:
    found = hashlib.sha256(f"room {day.isoformat()}".encode()).digest()
    one, two, three = (int.from_bytes(found[4 * n : 4 * n + 4], "big") / 0xFFFFFFFF for n in range(3))
    return one, two, three


def read_logger(local: datetime, *, north: bool = True) -> Climate:
    """Read the logger in the room at a local wall time; no sun falls on the painting there.

    Parameters
    ----------
    local : datetime
        Wall time, without zone.
    north : bool
        Whether the house stands north of the equator: which half of the year is heated.
    """
    warm, damp, aired = _chances(local.date())
    season = math.cos(2 * math.pi * (local.timetuple().tm_yday - 200) / 365.25) * (1 if north else -1)
    hour = local.hour + local.minute / 60
    temperature = 20.5 + 2.0 * season + 2.0 * (warm - 0.5) + 0.8 * math.cos(2 * math.pi * (hour - WARMEST_HOUR) / 24)
    humidity = 48 + 9 * season + 14 * (damp - 0.5)
    if 0 <= hour - (7 + 3 * aired) < AIRED_HOURS:
        temperature -= 2.0
        humidity -= 6 if season < 0 else 0
    return Climate(round(temperature, 1), round(humidity, 0), STILL_AIR_M_S, 0.0)
