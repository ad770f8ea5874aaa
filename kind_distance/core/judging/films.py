"""How far a film has come when another pass goes over it: a dose that adds up through the air of the sessions.

1 is the usual time to touch dry, or the usual open time. Estimates are ranges: from three quarters on nothing is said.
"""

from __future__ import annotations

from functools import lru_cache

from kind_distance.core.judging.reading import Read
from kind_distance.core.paint.drying import OPEN_SHARE, STUDIO, Weather, aided, film_thickness, touch_dry_min
from kind_distance.core.paint.media import Paint

DRY_FROM = 0.75  # an estimate is a range; common practice, no source
CLOSED_FROM = 1.2
OIL_CLASS = {"fast": 1.5 / 3.5, "medium": 1.0, "": 1.0, "slow": 2.0}  # against pigments of medium speed [memory]
VARNISH_OIL_MIN = 175 * 1440.0  # about six months, labels rule; common practice, no source


@lru_cache(maxsize=4096)
def _touch(paint: Paint, weather: Weather, begin: float, end: float, thickness: float) -> float:
    """Share of the way to touch dry between two minutes."""
    now, dose = begin, 0.0
    while now < end:
        climate, until = weather.spell_at(now)
        upto = min(end, until)
        dose += (upto - now) / touch_dry_min(paint, climate, thickness)
        now = upto
    return dose


def paint_of(each: Read) -> Paint:
    """Paint of a film; varnish and drawing in paint dry as their medium does."""
    paint = each.painted.given.paint
    return each.scene.medium.later_paint if paint in ("dry", "varnish") else paint


def dry_dose(film: Read, at: float) -> float | None:
    """Time since a film was laid over its time to touch dry; None where nothing says when it was."""
    end = film.painted.end
    if end is None:
        return None
    paint, given = paint_of(film), film.painted.given
    _, takes = aided(paint, given.aids)
    if paint == "oil":
        takes = OIL_CLASS[given.colour.dries]
    thickness = film_thickness(given.thickness, given.aids)
    return _touch(paint, film.scene.weather, float(end), float(at), thickness) / takes


def open_dose(film: Read, at: float) -> float | None:
    """Time since a film was laid over its open time; None where nothing says when it was."""
    dry = dry_dose(film, at)
    if dry is None:
        return None
    paint = paint_of(film)
    stays, takes = aided(paint, film.painted.given.aids)
    return dry * takes / (OPEN_SHARE[paint] * stays) if paint != "oil" else dry / OPEN_SHARE["oil"]


def open_minutes(each: Read) -> float | None:
    """Minutes for which the paint of a pass stays open in the air it is painted in; None without a time."""
    if each.painted.start is None:
        return None
    paint, given = paint_of(each), each.painted.given
    stays, _ = aided(paint, given.aids)
    climate, _ = each.scene.weather.spell_at(each.painted.start)
    thickness = film_thickness(given.thickness, given.aids)
    return touch_dry_min(paint, climate, thickness) * OPEN_SHARE[paint] * stays


def touch_minutes(film: Read) -> float:
    """Usual minutes to touch dry of a film, in the air it is painted in."""
    paint, given = paint_of(film), film.painted.given
    _, takes = aided(paint, given.aids)
    climate = STUDIO if film.painted.end is None else film.scene.weather.spell_at(film.painted.end)[0]
    usual = touch_dry_min(paint, climate, film_thickness(given.thickness, given.aids))
    return usual * (OIL_CLASS[given.colour.dries] if paint == "oil" else takes)


def through_minutes(film: Read) -> float:
    """Usual minutes until a film is dry through and may be varnished, at 18 degrees."""
    paint, thick = paint_of(film), film.painted.given.thickness
    if paint == "oil":
        return VARNISH_OIL_MIN
    if paint in ("acrylic", "rewettable"):
        return touch_minutes(film) + 480.0 * thick**2 * 2 ** ((20 - STUDIO.temperature_c) / 10)
    return 1.5 * touch_minutes(film)
