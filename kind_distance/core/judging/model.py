"""What the judge reads, and what it tells."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

from kind_distance.core.paint.drying import Weather
from kind_distance.core.paint.media import Medium
from kind_distance.core.passes.model import Pass

MASS = ("block_in", "blend", "second_layer", "underpainting")
FINE = ("details", "lights")
VEILS = ("see_through", "glass")
# A line drawn in thin paint dries while one draws on, or is painted into: nobody waits for it.
NO_FILM = ("scratch", "sides", "mask", "unmask", "lift", "soften", "drawing")
Box = tuple[float, float, float, float]


@dataclass(frozen=True)
class JudgedPlane:
    """A plane, as planned.

    Parameters
    ----------
    rank : int
        Its place in the list, 1 = farthest.
    depth : int
        The same for planes that stand side by side. 1 = farthest.
    name : str
    nature : "solid", "see_through", "glass" or "accents"
    kind : "sky", "land" or "water"
    value : float
        Planned for its mass. [V]
    dark, light : float or None
        What it may hold; None where nothing tells it. [V]
    share : float
        Of the surface, 0-1.
    area_cm2 : float
        [cm2]
    over : tuple of int
        Planes that it lies over as a veil, or before as thin things.
    box : Box or None
    in_focus : float
        Share of the focal area in it.
    chroma : str
        "low", "mid" or "high" where it is told.
    """

    rank: int
    depth: int
    name: str
    nature: str
    kind: str
    value: float
    dark: float | None
    light: float | None
    share: float
    area_cm2: float
    over: tuple[int, ...] = ()
    box: Box | None = None
    in_focus: float = 0.0
    chroma: str = ""

    @property
    def range(self) -> float | None:
        """How far its lights lie from its darks; None where nothing tells it. [V]."""
        return None if self.dark is None or self.light is None else self.light - self.dark


@dataclass(frozen=True)
class JudgedBorder:
    """Where two planes meet: how long, and which edge is wanted."""

    far: int
    near: int
    cm: float
    edge: Literal["hard", "soft", "lost"]
    ragged: float = 0.0


@dataclass(frozen=True)
class JudgedThing:
    """A thing to be painted.

    Parameters
    ----------
    number : int
    name : str
    rank : int or None
        Of its plane.
    smallest_mm : float or None
        Narrowest mark that is wanted. [mm]
    count : int
    over : tuple of int
        Planes that it crosses.
    hidden_by : tuple of (int, float)
        Nearer planes that cover a share of it.
    given_up : bool
    share : float or None
        Of the surface that it takes, where that is told.
    """

    number: int
    name: str
    rank: int | None
    smallest_mm: float | None = None
    count: int = 1
    over: tuple[int, ...] = ()
    hidden_by: tuple[tuple[int, float], ...] = ()
    given_up: bool = False
    share: float | None = None


@dataclass(frozen=True)
class JudgedLight:
    """A light that is kept free: its plane, its value where known, and whether the bare ground is what keeps it."""

    name: str
    ranks: tuple[int, ...]
    value: float | None = None
    kept_bare: bool = True


@dataclass(frozen=True)
class JudgedUnderlay:
    """A colour that needs a pale base, and the passes that lay it."""

    ranks: tuple[int, ...]
    things: tuple[str, ...]
    passes: tuple[int, ...]


@dataclass(frozen=True)
class JudgedSession:
    """A session: when, where one stands, what is looked at. Clock minutes."""

    number: int
    name: str
    start: int
    end: int
    outdoors: bool
    hazards: tuple[str, ...] = ()
    from_life: bool | None = None


@dataclass(frozen=True)
class JudgedLightHours:
    """Hours in which the wanted light is there, and whether the painter told them. Clock minutes."""

    spans: tuple[tuple[int, int], ...]
    told: bool


@dataclass(frozen=True)
class Painted:
    """A pass with when it is painted. Clock minutes; None where nothing says it.

    Parameters
    ----------
    given : Pass
    start, end : int or None
    finished : bool
        It is painted already and cannot be changed.
    """

    given: Pass
    start: int | None = None
    end: int | None = None
    finished: bool = False


@dataclass(frozen=True)
class Scene:
    """All that an order is judged by; passes stand in the order in which they are painted."""

    planes: tuple[JudgedPlane, ...]
    borders: tuple[JudgedBorder, ...]
    things: tuple[JudgedThing, ...]
    lights: tuple[JudgedLight, ...]
    underlays: tuple[JudgedUnderlay, ...]
    sessions: tuple[JudgedSession, ...]
    passes: tuple[Painted, ...]
    medium: Medium
    school: str
    ground_value: float
    darkening_veil: bool = False
    against_light: bool = False
    focus: int | None = None
    light_hours: JudgedLightHours = JudgedLightHours((), told=False)
    weather: Weather = field(default_factory=Weather)
    support_cm2: float = 700.0
    measured: bool = False  # planes are as a photo shows them: what is plain there may be meant so
    # Sides that the painter takes where practitioners disagree; empty leaves it to what is usual.
    foreground: str = ""
    moving_light: str = ""
    hand: str = ""

    @cached_property
    def rank_of_thing(self) -> dict[str, int | None]:
        """Plane of each thing by its name."""
        return {each.name: each.rank for each in self.things}

    @cached_property
    def thing_named(self) -> dict[str, JudgedThing]:
        """Each thing by its name."""
        return {each.name: each for each in self.things}

    @property
    def nearest_depth(self) -> int:
        """Depth of the nearest plane."""
        return max((plane.depth for plane in self.planes), default=0)

    def plane(self, rank: int) -> JudgedPlane:
        """Give a plane by its place in the list."""
        return self.planes[rank - 1]

    def solid(self, rank: int) -> bool:
        """Whether a plane is cut round: solid, or laid as a mass though one sees through it, or the farthest."""
        return rank in self.solids

    @cached_property
    def solids(self) -> frozenset[int]:
        """Planes that are cut round."""
        found = set()
        for rank, plane in enumerate(self.planes, start=1):
            laid = plane.nature in VEILS and not plane.over and rank in self.laid_as_mass
            if plane.nature == "solid" or plane.depth == 1 or laid:
                found.add(rank)
        return frozenset(found)

    @cached_property
    def laid_as_mass(self) -> frozenset[int]:
        """Planes that some block-in or blend lays."""
        return frozenset(
            rank for each in self.passes if each.given.kind in ("block_in", "blend") for rank in each.given.planes
        )

    def far_half(self, rank: int) -> bool:
        """Whether a plane stands in the farther half."""
        return self.plane(rank).depth <= self.nearest_depth / 2

    def is_focus(self, rank: int) -> bool:
        """Whether a plane carries what the painting is about."""
        return rank == self.focus
