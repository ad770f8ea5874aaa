"""How long paint stays open, tacky and wet, under the weather it dries in.

Water-borne paint dries as fast as its water evaporates; oil hardens by taking up oxygen. Times are a dose
that adds up: paint that has dried halfway in the sun dries on through the night at the night's pace.
All constants not marked otherwise are starting values [memory] to be moved by the painter's own notes; the
result is always a range and never a promise. Labels rule.
"""

from __future__ import annotations

import math
from bisect import bisect_right
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

import numpy as np

from kind_distance.core.paint.media import Paint
from kind_distance.errors import DomainError

LATENT_HEAT_J_PER_KG = 2.45e6
PSYCHROMETRIC_HPA_PER_K = 0.66
RADIATIVE_W_PER_M2K = 5.5
BACK_LOSS = 0.5  # heat through the back of the support, as a share of that from the front
SUN_TAKEN = 0.6
SLOWEST = 0.05  # even in saturated air a film dries a little, into its ground
FIRM = 2.0  # times to touch dry after which paint carries a glaze; common practice, no source
EARLY, LATE = 0.75, 1.35  # a range round every drying time

TOUCH_MIN: dict[Paint, float] = {
    "watercolour": 14.0,
    "gouache": 10.0,
    "rewettable": 30.0,
    "acrylic": 15.0,
}  # at 20 C, 50 %, still air, thin film
OPEN_SHARE: dict[Paint, float] = {
    "watercolour": 0.35,
    "gouache": 0.4,
    "rewettable": 0.6,
    "acrylic": 0.45,
    "oil": 0.15,
}
OIL_TOUCH_MIN = 3.5 * 1440  # pigments of medium speed, 20 C
OIL_ACTIVATION_J_PER_MOL = 60e3
GAS_CONSTANT = 8.314462618  # CODATA 2018 [J/(mol K)]
THROUGH_MIN = 8 * 60.0  # acrylic, after touch dry, at 20 C
OIL_THROUGH_MIN = 180 * 1440.0  # about six months before a final varnish; common practice, no source


@dataclass(frozen=True)
class Climate:
    """Air over the painting.

    Parameters
    ----------
    temperature_c : float
        Air temperature. [C] -20 to 50.
    humidity : float
        Relative humidity. [%] 1 to 100.
    wind_m_s : float
        Air speed over the film. [m/s] 0 to 25.
    sun_w_m2 : float
        Sunlight falling on the film. [W/m2] 0 to 1200.
    """

    temperature_c: float = 20.0
    humidity: float = 50.0
    wind_m_s: float = 0.1
    sun_w_m2: float = 0.0

    def __post_init__(self) -> None:
        limits = (
            (self.temperature_c, -20, 50, "temperature", "°C"),
            (self.humidity, 1, 100, "humidity", "%"),
            (self.wind_m_s, 0, 25, "wind", "m/s"),
            (self.sun_w_m2, 0, 1200, "sunlight", "W/m²"),
        )
        for value, low, high, name, unit in limits:
            if not low <= value <= high:
                raise DomainError(
                    f"A {name} of {value:g} {unit} is outside {low} to {high}.", f"Enter a {name} in that range."
                )


REFERENCE = Climate()
STUDIO = Climate(18.0, 55.0, 0.1, 0.0)  # where a painting rests between sessions


def saturation_hpa(temperature_c: float) -> float:
    """Saturation vapour pressure over water [hPa]; Magnus formula of WMO-No. 8 (2018), annex 4.B."""
    return float(6.112 * np.exp(17.62 * temperature_c / (243.12 + temperature_c)))


def evaporation(climate: Climate) -> float:
    """Water leaving a wet film [kg/(m2 s)], by the heat balance of the film.

    A plain product of wind and dryness fails in the sun, which warms the film above the air.

    References
    ----------
    .. [1] H. L. Penman, "Natural evaporation from open water, bare soil and grass", 1948 (wind function).
    """
    air = climate.temperature_c
    vapour = climate.humidity / 100 * saturation_hpa(air)
    wind = (0.5 + 0.54 * climate.wind_m_s) / (0.5 + 0.54 * 0.1)
    convective = 5.0 * wind

    def balance(film: float) -> float:
        dry = (convective + RADIATIVE_W_PER_M2K) * (1 + BACK_LOSS) * (film - air)
        moist = convective / PSYCHROMETRIC_HPA_PER_K * (saturation_hpa(film) - vapour)
        return dry + moist - SUN_TAKEN * climate.sun_w_m2

    from scipy.optimize import brentq

    film = float(brentq(balance, air - 40, air + 80))
    return convective / PSYCHROMETRIC_HPA_PER_K * (saturation_hpa(film) - vapour) / LATENT_HEAT_J_PER_KG


@lru_cache(maxsize=256)
def _pace(climate: Climate) -> float:
    """How fast water-borne paint dries against the reference air."""
    return max(SLOWEST, evaporation(climate) / evaporation(REFERENCE))


def touch_dry_min(paint: Paint, climate: Climate, thickness: float = 1.0) -> float:
    """Minutes until a film no longer marks, if the weather stays as it is.

    Parameters
    ----------
    paint : Paint
    climate : Climate
    thickness : float
        Film thickness against a usual thin layer of this paint, 0.1 to 20.
    """
    if not 0.1 <= thickness <= 20:
        raise DomainError("A layer is between a tenth and twenty times the usual thickness.", "Choose a thickness.")
    if paint in ("dry", "varnish"):
        return 0.0
    if paint == "oil":
        humid = 1 + 0.6 * max(0.0, climate.humidity - 60) / 40
        warm = np.exp(OIL_ACTIVATION_J_PER_MOL / GAS_CONSTANT * (1 / 293.15 - 1 / (273.15 + climate.temperature_c)))
        return float(OIL_TOUCH_MIN * thickness**1.2 * humid / warm)
    return TOUCH_MIN[paint] * thickness / _pace(climate)


def through_dry_min(paint: Paint, climate: Climate, thickness: float = 1.0) -> float:
    """Minutes from touch dry until the film is dry through, if the weather stays as it is."""
    if paint == "oil":
        return OIL_THROUGH_MIN
    if paint in ("acrylic", "rewettable"):
        return float(THROUGH_MIN * thickness**2 * 2 ** ((20 - climate.temperature_c) / 10))
    if paint in ("watercolour", "gouache"):
        return 0.5 * touch_dry_min(paint, climate, thickness)
    return 0.0


@dataclass(frozen=True)
class Weather:
    """The air over time: climates that begin at given minutes; the first also holds before.

    Parameters
    ----------
    spells : tuple of (float, Climate)
        Clock minute from which a climate holds, rising.
    """

    spells: tuple[tuple[float, Climate], ...] = ((0.0, STUDIO),)
    starts: tuple[float, ...] = field(init=False, repr=False, compare=False)
    hashed: int = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "starts", tuple(start for start, _ in self.spells))
        # Films are remembered by the weather they dry in, and asked for by the ten thousand.
        object.__setattr__(self, "hashed", hash(self.spells))

    def __hash__(self) -> int:
        """Return what was worked out once."""
        return self.hashed

    def spell_at(self, minute: float) -> tuple[Climate, float]:
        """Climate at a minute, and the minute at which it ends."""
        at = max(0, bisect_right(self.starts, minute) - 1)
        end = self.spells[at + 1][0] if at + 1 < len(self.spells) else float("inf")
        return self.spells[at][1], end


@dataclass(frozen=True)
class Drying:
    """When a painted film passes from state to state. All in clock minutes.

    Parameters
    ----------
    painted_at : float
    open_until : float
        Earliest end of the open time: until then it can be worked into.
    touch_early, touch_late : float
        Range in which it becomes touch dry. Between open and touch dry it is tacky.
    through_late : float
        Latest minute at which it is dry through.
    firm : float
        When it has been touch dry about as long again, so that a glaze neither lifts nor drags it.
    touch : float
        When it is touch dry by the usual time: what is planned by, and proved by a touch.
    """

    painted_at: float
    open_until: float
    touch_early: float
    touch_late: float
    through_late: float
    firm: float = 0.0
    touch: float = 0.0


def _reach(
    start: float,
    dose: float,
    weather: Weather,
    minutes_for_one: dict[int, float],
    paint: Paint,
    thick: float,
    stage: str,
) -> float:
    now, left = start, dose
    while True:
        climate, end = weather.spell_at(now)
        cached = id(climate)
        if cached not in minutes_for_one:
            measure = touch_dry_min if stage == "touch" else through_dry_min
            minutes_for_one[cached] = measure(paint, climate, thick)
        whole = minutes_for_one[cached]
        if now + left * whole <= end:
            return now + left * whole
        left -= (end - now) / whole
        now = end


Aid = Literal["mist", "wetted", "dryer"]
# Times as long that a film stays open, and that it takes to touch dry [memory]; only for paint that dries by water.
AIDS: dict[Aid, tuple[float, float]] = {"mist": (1.6, 1.15), "wetted": (1.0, 1.0), "dryer": (0.4, 0.4)}
SOAKED = 2.5  # films of a usual wash that a soaked sheet holds [memory]


def film_thickness(thickness: float, aids: tuple[Aid, ...]) -> float:
    """Thickness of a film against a usual one; on soaked paper it is at least that of the soaked sheet."""
    return max(thickness, SOAKED) if "wetted" in aids else thickness


def aided(paint: Paint, aids: tuple[Aid, ...]) -> tuple[float, float]:
    """Return times as long that a film stays open and takes to touch dry, with its aids; oil heeds none."""
    if paint not in TOUCH_MIN:
        return 1.0, 1.0
    return math.prod(AIDS[aid][0] for aid in aids), math.prod(AIDS[aid][1] for aid in aids)


@lru_cache(maxsize=8192)
def dry(
    paint: Paint, painted_at: float, weather: Weather, thickness: float = 1.0, aids: tuple[Aid, ...] = ()
) -> Drying:
    """Follow one film from the minute it is painted through the weather that comes.

    Parameters
    ----------
    paint : Paint
    painted_at : float
        Clock minute at which the pass ends.
    weather : Weather
    thickness : float
        Against a usual thin layer.
    aids : tuple of "mist", "wetted" or "dryer"
        What it is helped with while it is wet.

    Returns
    -------
    Drying
    """
    if paint in ("dry", "varnish"):
        return Drying(painted_at, painted_at, painted_at, painted_at, painted_at, painted_at, painted_at)
    thickness = film_thickness(thickness, aids)
    touch: dict[int, float] = {}
    through: dict[int, float] = {}

    def at_touch(dose: float) -> float:
        return _reach(painted_at, dose, weather, touch, paint, thickness, "touch")

    stays_open, takes = aided(paint, aids)
    late = at_touch(LATE * takes)
    return Drying(
        painted_at=painted_at,
        open_until=at_touch(OPEN_SHARE[paint] * EARLY * stays_open),
        touch_early=at_touch(EARLY * takes),
        touch_late=late,
        through_late=_reach(late, LATE, weather, through, paint, thickness, "through"),
        firm=late if paint == "oil" else at_touch(FIRM * takes),
        touch=at_touch(takes),
    )
