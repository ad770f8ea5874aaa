"""Which of the usual cautions apply to a session, from what the painter entered.

Common practice, no source: local rules, product labels, safety data sheets, official warnings and licensed practice
come first, always. A caution is said once a session, and names the passes that it belongs to.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.core.paint.media import WATER_BORNE
from kind_distance.core.passes.model import Pass

WARM_C = 27.0  # outdoors, and in a room, from here on one takes care of heat; common practice, no source
STRONG_SUN_W_M2 = 400.0  # outdoors; about half of a clear summer noon; common practice, no source
STORM_WIND_M_S = 8.0  # an umbrella and a canvas are sails from here on; common practice, no source
SPELL_MIN = 60  # about an hour of painting, then rest; common practice, no source
LARGE_CM2 = 2000.0  # a support that one person carries badly, with its easel; common practice, no source
DRAWN_IN_DUST = ("charcoal",)
SHARP_BRUSHES = ("knife",)
DAYLIGHT_MIN = (6 * 60, 21 * 60)  # hours outside these are dark where nobody knows the sun


@dataclass(frozen=True)
class Circumstances:
    """What is known of a session.

    Parameters
    ----------
    start, end : int
        From door to door. [clock min]
    outdoors : bool
    temperature_c, wind_m_s, sun_w_m2 : float
        Of its air. [C], [m/s], [W/m2]
    sky : "", "dry", "rain" or "storm"
        Weather that the painter expects.
    dangers, company, uses : frozenset of str
        Kinds of danger of the place, who is near, and what is used.
    unbroken_min : int or None
        Most painting without a break. [min]
    toward_sun : bool
        One looks toward a low sun.
    dark : bool or None
        Whether the sun is under the horizon; None where nobody knows.
    support_cm2 : float
        [cm2]
    passes : tuple of Pass
        What is painted in it.
    brushes : dict
        Brush by which a plane is handled, by its rank.
    """

    start: int
    end: int
    outdoors: bool
    temperature_c: float
    wind_m_s: float
    sun_w_m2: float
    sky: str
    dangers: frozenset[str]
    company: frozenset[str]
    uses: frozenset[str]
    unbroken_min: int | None
    toward_sun: bool
    dark: bool | None
    support_cm2: float
    passes: tuple[Pass, ...]
    brushes: dict[int, str]

    @property
    def at_night(self) -> bool:
        """Whether it is dark for a part of it, by the sun where it is known, else by the clock."""
        if self.dark is not None:
            return self.dark
        return self.start % 1440 < DAYLIGHT_MIN[0] or (self.end - 1) % 1440 >= DAYLIGHT_MIN[1]


@dataclass(frozen=True)
class Caution:
    """A caution that applies, and the passes it belongs to; no passes where it belongs to the whole session."""

    kind: str
    passes: tuple[int, ...] = ()


Applies = Callable[[Circumstances], bool]
Concerns = Callable[[Pass, Circumstances], bool]


def _danger(*kinds: str) -> Applies:
    return lambda seen: bool(seen.dangers & set(kinds))


def _heat(seen: Circumstances) -> bool:
    return seen.temperature_c >= WARM_C or (seen.outdoors and seen.sun_w_m2 >= STRONG_SUN_W_M2)


def _storm(seen: Circumstances) -> bool:
    rough = seen.sky == "storm" or seen.wind_m_s >= STORM_WIND_M_S
    return "storm_damage" in seen.dangers or (seen.outdoors and rough)


def _lifting(seen: Circumstances) -> bool:
    carried = seen.outdoors and seen.support_cm2 >= LARGE_CM2
    return carried or "heavy_gear" in seen.uses or "uphill" in seen.dangers


def _sitting(seen: Circumstances) -> bool:
    spell = seen.end - seen.start if seen.unbroken_min is None else seen.unbroken_min
    return spell > SPELL_MIN


def _alone(seen: Circumstances) -> bool:
    return "alone" in seen.company or (seen.outdoors and seen.at_night)


# What belongs to the whole session, in the order in which it is said: what can kill first.
OF_SESSION: dict[str, Applies] = {
    "road": _danger("road"),
    "from_a_car": _danger("from_a_car"),
    "edge": _danger("edge"),
    "water": _danger("water"),
    "storm": _storm,
    "heat": _heat,
    "alone": _alone,
    "wild": _danger("wildlife", "remote"),
    "sun_glare": lambda seen: seen.outdoors and seen.toward_sun,
    "electric": lambda seen: "mains" in seen.uses and seen.outdoors,
    "solvent": lambda seen: "solvent" in seen.uses,
    "spray": lambda seen: "spray" in seen.uses,
    "paint_mist": lambda seen: "paint_mist" in seen.uses,
    "bare_fingers": lambda seen: "bare_fingers" in seen.uses,
    "dust": lambda seen: "dust" in seen.uses,
    "sharp": lambda seen: "sharp_tools" in seen.uses,
    "children_pets": lambda seen: bool(seen.company & {"children", "pets"}),
    "public": lambda seen: "crowd" in seen.company,
    "permission": _danger("private_land", "protected", "drone"),
    "living_things": _danger("living_things"),
    "natural_water": lambda seen: "natural_water" in seen.uses,
    "lifting": _lifting,
    "long_sitting": _sitting,
}
# What belongs to passes.
OF_PASS: dict[str, Concerns] = {
    "solvent": lambda each, seen: each.paint == "oil" and (each.colour.oil == "lean" or "solvent" in seen.uses),
    "oil_rags": lambda each, seen: each.paint == "oil",
    "spray": lambda each, seen: each.kind in ("varnish", "isolating", "mask"),
    "dust": lambda each, seen: each.line is not None and each.line.medium in DRAWN_IN_DUST,
    "electric": lambda each, seen: "dryer" in each.aids,
    "sharp": lambda each, seen: each.kind == "scratch" or any(
        seen.brushes.get(rank) in SHARP_BRUSHES for rank in each.planes
    ),
    "natural_water": lambda each, seen: seen.outdoors and each.paint in WATER_BORNE,
    "stepping_back": lambda each, seen: each.kind == "finish" or (
        each.kind == "lights" and bool(seen.dangers & {"edge", "water", "road"})
    ),
}  # fmt: skip
ORDER = tuple(dict.fromkeys((*OF_SESSION, *OF_PASS)))


def cautions_of(seen: Circumstances) -> list[Caution]:
    """List the cautions of a session, each once, the gravest first."""
    found = []
    for kind in ORDER:
        whole = OF_SESSION.get(kind)
        concerns = OF_PASS.get(kind)
        passes = () if concerns is None else tuple(each.id for each in seen.passes if concerns(each, seen))
        if passes or (whole is not None and whole(seen)):
            found.append(Caution(kind, passes))
    return found
