"""From what the photo shows and the chosen veil to planned values for every plane.

A plane's target lies between the value measured in the photo and the value the veil would give a surface
like the nearest land at that plane's distance; `pull` says how far toward the veil, and the air itself how much of that
it takes: a near plane stays as it is seen. Which of two planes is the lighter is the painter's to say, else the air's
where it really parts them, else the photo's. The ladder then keeps planes that meet apart.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

import numpy as np

from kind_distance.core.colour.keys import key_range
from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST, luminance_from_value, value_from_luminance
from kind_distance.core.colour.srgb import luminance
from kind_distance.core.depth.ladder import USUAL_GAP, Gap, Ladder, Rung, solve_ladder
from kind_distance.core.depth.readings import Border, PlaneReading
from kind_distance.core.depth.veil import VeilProfile, profile_of, value_seen, with_airlight
from kind_distance.errors import DomainError

PlaneKind = Literal["sky", "land", "water"]
Nature = Literal["solid", "see_through", "glass", "accents"]
ACCENTS_KEPT = 0.6  # share of the photo's range around the mass that is planned; common practice, no source
TOO_CLOSE_TO_ORDER = 0.02  # closer values are ordered by what the photo shows at the border itself [V]
AIR_PARTS = 0.1  # difference of contrast left from which on the air parts two planes; common practice, no source
UNREAD = 5.5  # target of a plane that holds nothing yet [V]


@dataclass(frozen=True)
class PlaneSpec:
    """What the painter says of a plane.

    Parameters
    ----------
    name : str
    kind : "sky", "land" or "water"
    distance_m : float or None
        Rough distance of its middle. [m] None where not said; the sky has none.
    locked_value : float or None
        Planned value fixed by hand. [V]
    marked : bool
        Whether the painter has put a stroke into it.
    nature : "solid", "see_through" or "accents"
        Mist, beams and glass are seen through and merge by their nature; accents are thin things before others.
    chroma : float
        Times the measured chroma that is planned: pushed above 1, muted below.
    lean : float
        How much lighter than measured the painter wants it: a dark frame leans down. [V]
    """

    name: str
    kind: PlaneKind = "land"
    distance_m: float | None = None
    locked_value: float | None = None
    marked: bool = True
    nature: Nature = "solid"
    chroma: float = 1.0
    lean: float = 0.0


@dataclass(frozen=True)
class PairChoice:
    """What the painter wants where two planes meet: an own gap, or an own direction (+1 far lighter)."""

    far: int
    near: int
    gap: float | None = None
    direction: int | None = None


@dataclass(frozen=True)
class DepthSettings:
    """Choices for the whole ladder.

    Parameters
    ----------
    veil : str
        Name of a veil profile.
    visibility_km : float or None
        How far one sees, if not as the profile says. [km]
    pull : float
        0 keeps the photo's values, 1 takes the veil's.
    key : "full", "high", "middle" or "low"
    gap : float
        Value steps between planes that meet. [V]
    airlight : str or None
        Colour of the air at great distance where it was picked, ``"#rrggbb"``.
    """

    veil: str = "clear"
    visibility_km: float | None = None
    pull: float = 0.5
    key: str = "full"
    gap: float = USUAL_GAP
    airlight: str | None = None

    @property
    def profile(self) -> VeilProfile:
        """The air, with its picked light."""
        return with_airlight(profile_of(self.veil), self.airlight)

    def __post_init__(self) -> None:
        with_airlight(profile_of(self.veil), self.airlight)
        key_range(self.key)
        if not 0 <= self.pull <= 1:
            raise DomainError("The pull of the veil lies between 0 and 1.", "Move the slider back.")
        if not 0 <= self.gap <= 3:
            raise DomainError("The gap between planes lies between 0 and 3 value steps.", "Choose a smaller gap.")
        if self.visibility_km is not None and not 0.01 <= self.visibility_km <= 340:
            raise DomainError("One sees between 10 m and 340 km far.", "Enter a visibility in that range.")


@dataclass(frozen=True)
class PlannedPlane:
    """The plan for one plane.

    Parameters
    ----------
    target : float
        Wanted before the planes were held apart. [V]
    value, dark, light : float
        Planned mass, dark accent and light accent. [V]
    contrast_left : float or None
        Share of its own contrast that the veil leaves it at its distance.
    colour : (float, float, float)
        Linear sRGB of the measured hue at the planned value, 0-1.
    """

    target: float
    value: float
    dark: float
    light: float
    contrast_left: float | None
    colour: tuple[float, float, float]


@dataclass(frozen=True)
class DepthPlan:
    """Planned planes in order, the gaps that were asked for, and the ladder with its conflicts."""

    planes: tuple[PlannedPlane, ...]
    gaps: tuple[Gap, ...]
    ladder: Ladder
    low: float
    high: float


@dataclass(frozen=True)
class DepthInput:
    """All that the plan is made from; lists are in order of planes, farthest first."""

    specs: list[PlaneSpec]
    readings: list[PlaneReading | None]
    borders: list[Border]
    settings: DepthSettings = field(default_factory=DepthSettings)
    pairs: list[PairChoice] = field(default_factory=list)


def nearest_land(given: DepthInput) -> float:
    """Mass of the nearest land plane: what a surface looks like with hardly any air before it. [V]."""
    for spec, reading in zip(reversed(given.specs), reversed(given.readings), strict=True):
        if spec.kind == "land" and reading is not None:
            return reading.mass
    return UNREAD


def _targets(given: DepthInput, profile: VeilProfile, own_value: float) -> list[float]:
    own = np.full(3, float(luminance_from_value(own_value)) / 100)
    targets = []
    for spec, reading in zip(given.specs, given.readings, strict=True):
        measured = UNREAD if reading is None else reading.mass
        target = measured + spec.lean
        if spec.kind == "land" and spec.distance_m is not None:
            veiled = value_seen(profile, own, spec.distance_m, given.settings.visibility_km)
            left = contrast_left(spec, given.settings)
            taken = 0.0 if left is None else 1 - left
            target += given.settings.pull * taken * (veiled - measured)
            # Nothing at that distance can look darker than the air lets it, nor lighter than it dims white.
            target = float(np.clip(target, darkest_by_air(given.settings, spec), lightest_by_air(given.settings, spec)))
        targets.append(float(np.clip(target, PAINT_DARKEST, PAINT_LIGHTEST)))
    return targets


def contrast_left(spec: PlaneSpec, settings: DepthSettings) -> float | None:
    """Share of its own contrast that the air leaves a plane; None for the sky or where no distance is known."""
    if spec.kind == "sky" or spec.distance_m is None:
        return None
    per_km = float(settings.profile.extinction_per_km(settings.visibility_km)[1])
    return float(np.exp(-per_km * spec.distance_m / 1000))


def air_direction(given: DepthInput, border: Border, air_is_lighter: bool) -> int:
    """Which of two land planes the air makes the lighter: +1 the far one; 0 where it hardly parts them."""
    if not _of_land(given, border) or given.settings.pull == 0:
        return 0
    far, near = (contrast_left(given.specs[rank - 1], given.settings) for rank in (border.far, border.near))
    if far is None or near is None or near - far < AIR_PARTS:
        return 0
    return 1 if air_is_lighter else -1


def _held_direction(given: DepthInput, border: Border) -> int:
    """Which of two planes is the lighter where the painter holds both: +1 the far one; 0 where it is open."""
    far, near = given.specs[border.far - 1].locked_value, given.specs[border.near - 1].locked_value
    return 0 if far is None or near is None or far == near else 1 if far > near else -1


def _own_direction(given: DepthInput, border: Border) -> int | None:
    for choice in given.pairs:
        if (choice.far, choice.near) == (border.far, border.near):
            return choice.direction
    return None


def _of_land(given: DepthInput, border: Border) -> bool:
    return {given.specs[border.far - 1].kind, given.specs[border.near - 1].kind} == {"land"}


def pair_signs(given: DepthInput, targets: list[float], air_is_lighter: bool, low: float, high: float) -> list[int]:
    """Say for each border which plane is to be the lighter: +1 the far one.

    The painter's word first, also where both planes are held; then the air, where it parts two land planes; else the
    photo, measured against where the planes end up, so that no three of them ask for a circle.
    """
    by_veil = 1 if air_is_lighter else -1
    ruled = [
        _own_direction(given, b) or _held_direction(given, b) or air_direction(given, b, air_is_lighter)
        for b in given.borders
    ]
    rungs = [Rung(t, s.locked_value) for t, s in zip(targets, given.specs, strict=True)]
    land = [
        Gap(b.far - 1, b.near - 1, sign, _gap_wanted(given, b))
        for b, sign in zip(given.borders, ruled, strict=True)
        if sign
    ]
    settled = solve_ladder(rungs, land, low, high).planned if rungs else ()
    signs = []
    for border, sign in zip(given.borders, ruled, strict=True):
        if sign:
            signs.append(sign)
            continue
        apart = settled[border.far - 1] - settled[border.near - 1]
        if abs(apart) < TOO_CLOSE_TO_ORDER:
            apart = -border.difference or float(by_veil)
        signs.append(1 if apart > 0 else -1)
    return signs


def _gap_wanted(given: DepthInput, border: Border) -> float:
    for choice in given.pairs:
        if (choice.far, choice.near) == (border.far, border.near) and choice.gap is not None:
            return choice.gap
    return given.settings.gap


def _colour_at(reading: PlaneReading | None, value: float, chroma: float = 1.0) -> tuple[float, float, float]:
    """Measured hue at the planned value, as linear light that a screen can show; pushed or muted by a factor."""
    wanted = float(luminance_from_value(value)) / 100
    if reading is None:
        return (wanted, wanted, wanted)
    own = np.array(reading.linear)
    scaled = own * wanted / max(float(luminance(own)), 1e-6)
    scaled = np.maximum(wanted + chroma * (scaled - wanted), 0.0)
    scaled *= wanted / max(float(luminance(scaled)), 1e-6)
    # What leaves the screen's range is drawn toward grey of the same value, so that the value stays true.
    over = float(scaled.max())
    if over > 1:
        keep = (1 - wanted) / max(over - wanted, 1e-9)
        scaled = wanted + keep * (scaled - wanted)
    return (float(scaled[0]), float(scaled[1]), float(scaled[2]))


@lru_cache(maxsize=256)
def lightest_by_air(settings: DepthSettings, spec: PlaneSpec) -> float:
    """Greatest value a plane can have: as light as the air lets a white be there, as far as it is followed. [V]."""
    if spec.kind != "land" or spec.distance_m is None:
        return PAINT_LIGHTEST
    dimmed = value_seen(settings.profile, np.ones(3), spec.distance_m, settings.visibility_km)
    return min(PAINT_LIGHTEST, PAINT_LIGHTEST + settings.pull * (dimmed - PAINT_LIGHTEST))


@lru_cache(maxsize=256)
def darkest_by_air(settings: DepthSettings, spec: PlaneSpec) -> float:
    """Least value a plane can have: as dark as the air lets a black be there, as far as the air is followed. [V]."""
    if spec.kind != "land" or spec.distance_m is None or settings.profile.darkens:
        return PAINT_DARKEST
    lifted = value_seen(settings.profile, np.zeros(3), spec.distance_m, settings.visibility_km)
    return max(PAINT_DARKEST, PAINT_DARKEST + settings.pull * (lifted - PAINT_DARKEST))


def plan_depth(given: DepthInput) -> DepthPlan:
    """Plan the value of every plane.

    Parameters
    ----------
    given : DepthInput

    Returns
    -------
    DepthPlan
        Always an answer; ``ladder.conflicts`` says what could not be had.
    """
    profile = given.settings.profile
    low, high = key_range(given.settings.key)
    own_value = nearest_land(given)
    air = float(value_from_luminance(100 * luminance(profile.airlight_linear())))
    targets = _targets(given, profile, own_value)
    rungs = [
        Rung(
            target,
            None if spec.locked_value is None else float(np.clip(spec.locked_value, PAINT_DARKEST, PAINT_LIGHTEST)),
            0.05 + (0 if reading is None else reading.share),
        )
        for target, spec, reading in zip(targets, given.specs, given.readings, strict=True)
    ]
    signs = pair_signs(given, targets, air > own_value, low, high)
    gaps = [
        Gap(b.far - 1, b.near - 1, sign, _gap_wanted(given, b)) for b, sign in zip(given.borders, signs, strict=True)
    ]
    ladder = solve_ladder(rungs, gaps, low, high)
    planes = []
    for spec, reading, target, value in zip(given.specs, given.readings, targets, ladder.planned, strict=True):
        below = 0.0 if reading is None else ACCENTS_KEPT * (reading.mass - reading.dark)
        above = 0.0 if reading is None else ACCENTS_KEPT * (reading.light - reading.mass)
        left = contrast_left(spec, given.settings)
        darkest = darkest_by_air(given.settings, spec)
        planes.append(
            PlannedPlane(
                target=target,
                value=value,
                dark=min(value, max(darkest, value - below)),
                light=min(PAINT_LIGHTEST, value + above),
                contrast_left=left,
                colour=_colour_at(reading, value, spec.chroma),
            )
        )
    return DepthPlan(tuple(planes), tuple(gaps), ladder, low, high)
