"""Recipes in whole parts: which tubes, how many parts of each, for a colour that is wanted.

All mixes that a painter would make of a palette are laid out once: up to three tubes, with white four, in whole parts.
A target asks for its neighbours among them, and takes the simplest that is near enough. For watercolour white is the
paper, and each mix is laid out at several strengths.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations, product
from math import gcd
from typing import TYPE_CHECKING, Any, Literal

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.mixing.film import FULL_STRENGTH, PAPER_LAB, endless, film_over
from kind_distance.core.mixing.spectrum import lab_of, reflectance_of
from kind_distance.core.mixing.tubes import Tube, paint_of
from kind_distance.core.remembering import remembered

if TYPE_CHECKING:
    from scipy.spatial import cKDTree

Floats = NDArray[np.floating[Any]]
Reach = Literal["match", "close", "out_of_reach"]

MATCH, CLOSE = 2.0, 4.0  # CIEDE2000 up to which a mix is a match, and is close; common practice, no source
GOOD_ENOUGH = 1.9  # the simplest recipe within this is taken: still a match
NEIGHBOURS = 400
REFINED = 4  # of the nearest, where none is near enough
MOST_DOUBLED, MOST_TUBES = 8, 4
LEAST_GAIN = 0.5  # of nearness that another part has to bring, CIEDE2000
PAIR = (1, 2, 3, 4, 6, 8, 12, 16, 24, 32, 48, 64, 96, 128)  # parts to one, both ways round
COLOURS = ((1, 1), (1, 2), (2, 1), (1, 3), (3, 1), (2, 3), (3, 2), (1, 4), (4, 1), (1, 6), (6, 1), (1, 8), (8, 1))
THREE = ((1, 1, 1), (2, 1, 1), (1, 2, 1), (1, 1, 2), (3, 2, 1), (3, 1, 2), (2, 3, 1), (1, 3, 2), (2, 1, 3), (1, 2, 3),
         (4, 2, 1), (4, 1, 2), (2, 4, 1), (1, 4, 2), (2, 1, 4), (1, 2, 4), (3, 3, 1), (3, 1, 3), (1, 3, 3),
         (2, 2, 1), (2, 1, 2), (1, 2, 2))  # fmt: skip
WHITES = (0.25, 0.5, 1, 2, 3, 4, 6, 9, 14, 20, 30, 45, 60, 80, 110, 150)  # parts of white to all colours together
STRENGTHS: list[float] = [round(float(v), 4) for v in np.geomspace(0.02, 1.2, 18)]  # thickness of a wash (film.py)
BASES = (2, 3, 4, 5, 6, 8)  # parts of white to one of the colours in the first step
NEARLY = 0.05  # by which the white may differ
PALE = 24  # parts to one from which a mix is made in two steps
CHROMA_HALF = 30.0  # chroma counts less the higher it is, as it does to the eye
SAME_HUE_DEG = 15.0
LEAST_CHROMA = 4.0  # of less, nobody speaks of a hue


@dataclass(frozen=True)
class Recipe:
    """A mix in whole parts.

    Parameters
    ----------
    parts : tuple of (tube, count)
        Places on the palette, most first.
    strength : float or None
        Of a wash: how thick the paint in it lies (film.py); None for opaque paint.
    lab : (L*, a*, b*)
        Predicted, dry.
    difference : float
        From the target, CIEDE2000.
    """

    parts: tuple[tuple[int, int], ...]
    strength: float | None
    lab: tuple[float, float, float]
    difference: float

    @property
    def reach(self) -> Reach:
        """Whether it is a match, close, or the target is out of reach."""
        return "match" if self.difference < MATCH else "close" if self.difference <= CLOSE else "out_of_reach"

    @property
    def tubes(self) -> frozenset[int]:
        """Places on the palette."""
        return frozenset(tube for tube, _ in self.parts)


@dataclass(frozen=True)
class Mixes:
    """All mixes of a palette that are laid out.

    Parameters
    ----------
    parts : uint16 array, shape (N, tubes)
    strength : float32 array, shape (N,)
        0 for opaque paint.
    lab : float32 array, shape (N, 3)
    effort : float32 array, shape (N,)
        How much trouble a mix is: tubes and parts.
    """

    parts: NDArray[np.uint16]
    strength: NDArray[np.float32]
    lab: NDArray[np.float32]
    effort: NDArray[np.float32]
    tree: cKDTree

    @property
    def grows_by(self) -> int:
        """What the tree takes. [bytes]."""
        return 100 * len(self.lab)


def _seen_as(lab: Floats) -> Floats:
    """Draw chroma together, so that near in these numbers is near to the eye: (N, 3) -> (N, 3)."""
    chroma = np.hypot(lab[..., 1], lab[..., 2])
    scale = CHROMA_HALF * np.log1p(chroma / CHROMA_HALF) / np.maximum(chroma, 1e-6)
    return np.stack([lab[..., 0], lab[..., 1] * scale, lab[..., 2] * scale], axis=-1)


def _ratios(count: int) -> list[tuple[int, ...]]:
    """Whole parts of so many colours."""
    if count == 1:
        return [(1,)]
    return list(COLOURS) if count == 2 else list(THREE)


def _with_white(colours: tuple[int, ...], share: float) -> tuple[tuple[int, ...], int]:
    """Add so many parts of white to all colours together, in whole parts."""
    whole = sum(colours) * share
    scale = 1 if whole >= 1 or float(whole).is_integer() else int(np.ceil(1 / whole))
    parts = [each * scale for each in colours]
    white = max(1, round(whole * scale))
    common = gcd(white, *parts)
    return tuple(each // common for each in parts), white // common


def _row(tubes: int, places: tuple[int, ...], parts: tuple[int, ...]) -> tuple[int, ...]:
    row = [0] * tubes
    for at, part in zip(places, parts, strict=True):
        row[at] = part
    return tuple(row)


def _rows(tubes: tuple[Tube, ...], *, transparent: bool) -> list[tuple[int, ...]]:
    """List the parts of all mixes."""
    count = len(tubes)
    colours = [at for at, tube in enumerate(tubes) if not tube.white]
    piles = [(chosen, ratio) for n in (1, 2, 3) for chosen in combinations(colours, n) for ratio in _ratios(n)]
    rows = {_row(count, *pile) for pile in piles}
    if transparent:
        return sorted(rows)
    whites = [at for at, tube in enumerate(tubes) if tube.white]
    for (chosen, ratio), white, share in product(piles, whites, WHITES):
        parts, amount = _with_white(ratio, share)
        rows.add(_row(count, (*chosen, white), (*parts, amount)))
    rows |= {_row(count, (white,), (1,)) for white in whites}
    for pair, parts_to_one in product(combinations(colours, 2), PAIR):
        rows |= {_row(count, pair, (parts_to_one, 1)), _row(count, pair, (1, parts_to_one))}
    return sorted(rows)


@remembered
def mixes_of(tubes: tuple[Tube, ...], *, transparent: bool, paper: tuple[float, float, float] = PAPER_LAB) -> Mixes:
    """Lay out all mixes of a palette.

    Parameters
    ----------
    tubes : tuple of Tube
    transparent : bool
        Washes on paper instead of opaque paint; a white in the palette is left out of them.
    paper : (L*, a*, b*)
        What washes lie on.
    """
    k = np.stack([paint_of(tube)[0] for tube in tubes]).astype(np.float32)
    s = np.stack([paint_of(tube)[1] for tube in tubes]).astype(np.float32)
    parts = np.array(_rows(tubes, transparent=transparent), np.uint16).reshape(-1, len(tubes))
    shares = parts / np.maximum(parts.sum(axis=1, keepdims=True), 1)
    shares = shares.astype(np.float32)
    total = parts.astype(np.float32).sum(axis=1)
    effort = 4.0 * (parts > 0).sum(axis=1) + 0.9 * np.log2(total)
    if transparent:
        ground = reflectance_of(np.array(paper)).astype(np.float32)
        films = [film_over(ground, shares @ k, shares @ s, strength) for strength in STRENGTHS]
        lab = np.concatenate([lab_of(each) for each in films])
        strength = np.repeat(np.array(STRENGTHS, np.float32), len(parts))
        parts, effort = np.tile(parts, (len(STRENGTHS), 1)), np.tile(effort, len(STRENGTHS))
    else:
        lab = np.concatenate([lab_of(endless(some @ k, some @ s)) for some in np.array_split(shares, 16) if len(some)])
        strength = np.zeros(len(parts), np.float32)
    lab = lab.astype(np.float32)
    from scipy.spatial import cKDTree

    return Mixes(parts, strength, lab, effort.astype(np.float32), cKDTree(_seen_as(lab)))


def _recipe(mixes: Mixes, at: int, difference: float) -> Recipe:
    row = mixes.parts[at]
    parts = sorted(((int(tube), int(row[tube])) for tube in np.flatnonzero(row)), key=lambda each: -each[1])
    strength = float(mixes.strength[at]) or None
    light, a, b = (float(each) for each in mixes.lab[at])
    return Recipe(tuple(parts), strength, (light, a, b), float(difference))


@dataclass(frozen=True)
class Found:
    """What was found for a target: the recipe, other ways, and where it is out of reach the nearest of its hue."""

    recipe: Recipe
    others: tuple[Recipe, ...]
    same_hue: Recipe | None


def _turned(parts: tuple[tuple[int, int], ...], tubes: int, barred: frozenset[int]) -> list[dict[int, int]]:
    """List what one part more or less of a tube makes of a recipe, its parts doubled where they are few."""
    scale = 2 if sum(count for _, count in parts) <= MOST_DOUBLED else 1
    base = {at: scale * count for at, count in parts}
    found = []
    for at in range(tubes):
        if at in barred or (at not in base and len(base) >= MOST_TUBES):
            continue
        for step in (-1, 1):
            count = base.get(at, 0) + step
            if count >= 0 and (count or len(base) > 1):
                found.append({each: n for each, n in {**base, at: count}.items() if n})
    return found


def _refined(
    tubes: tuple[Tube, ...],
    recipes: list[Recipe],
    wanted: NDArray[np.float32],
    barred: frozenset[int],
    paper: tuple[float, float, float],
) -> Recipe | None:
    """Bring recipes nearer by a part more or less; None where that helps less than the trouble it is."""
    best, found = recipes[0].difference - LEAST_GAIN, None
    if recipes[0].strength is not None:
        barred = barred | frozenset(at for at, tube in enumerate(tubes) if tube.white)
    for start in recipes:
        now = start
        for _ in range(2):
            options = [
                (tuple(sorted(parts.items(), key=lambda each: -each[1])), parts)
                for parts in _turned(now.parts, len(tubes), barred)
            ]
            labs = [mix_of(tubes, parts, strength=now.strength, paper=paper) for parts, _ in options]
            away = ciede2000(np.array(labs, np.float32), wanted)
            at = int(np.argmin(away))
            # A step that helps nothing is taken too: in twice as many parts the next one may.
            now = Recipe(_in_least_parts(options[at][0]), now.strength, labs[at], float(away[at]))
            if now.difference < best:
                best, found = now.difference, now
    return found


def _in_least_parts(parts: tuple[tuple[int, int], ...]) -> tuple[tuple[int, int], ...]:
    common = gcd(*(count for _, count in parts))
    return tuple((at, count // common) for at, count in parts)


def find_recipe(
    tubes: tuple[Tube, ...],
    mixes: Mixes,
    target: tuple[float, float, float],
    barred: frozenset[int] = frozenset(),
    *,
    few: bool = False,
    paper: tuple[float, float, float] = PAPER_LAB,
) -> Found:
    """Find the simplest recipe that comes near enough to a target.

    Parameters
    ----------
    tubes : tuple of Tube
        Of the palette.
    mixes : Mixes
        All mixes of these.
    target : (L*, a*, b*)
    barred : frozenset of int
        Tubes that are not to be used.
    few : bool
        Whether few tubes count more than the last bit of nearness.
    paper : (L*, a*, b*)
        What washes lie on.
    """
    wanted = np.array(target, np.float32)
    usable = np.asarray(~mixes.parts[:, sorted(barred)].any(axis=1)) if barred else None
    count = min(NEIGHBOURS if not barred else 12 * NEIGHBOURS, len(mixes.lab))
    near = np.atleast_1d(mixes.tree.query(_seen_as(wanted), count)[1])
    if usable is not None:
        near = near[usable[near]] if usable[near].any() else np.flatnonzero(usable)
    away = ciede2000(mixes.lab[near], wanted)
    best = float(away.min())
    allowed = max(GOOD_ENOUGH * (1.6 if few else 1.0), best + 0.25)
    trouble = mixes.effort[near] + (0.8 if few else 1.6) * away
    trouble = np.where(away <= allowed, trouble, np.inf)
    order = np.argsort(trouble, kind="stable")
    chosen = int(order[0])
    recipe = _recipe(mixes, int(near[chosen]), float(away[chosen]))
    if best > GOOD_ENOUGH:
        nearest = [_recipe(mixes, int(near[at]), float(away[at])) for at in np.argsort(away, kind="stable")[:REFINED]]
        recipe = _refined(tubes, nearest, wanted, barred, paper) or recipe
    others: list[Recipe] = []
    for at in order[1:]:
        if not np.isfinite(trouble[at]) or len(others) == 3:
            break
        other = _recipe(mixes, int(near[at]), float(away[at]))
        if other.tubes not in (recipe.tubes, *(each.tubes for each in others)):
            others.append(other)
    return Found(recipe, tuple(others), _same_hue(mixes, wanted, usable) if best > CLOSE else None)


def _same_hue(mixes: Mixes, wanted: NDArray[np.float32], usable: NDArray[np.bool_] | None) -> Recipe | None:
    """Far outside of a palette's reach the nearest colour may be a grey: find the nearest of the same hue as well."""
    if np.hypot(wanted[1], wanted[2]) < LEAST_CHROMA:
        return None
    hue, target = np.arctan2(mixes.lab[:, 2], mixes.lab[:, 1]), float(np.arctan2(wanted[2], wanted[1]))
    turned = np.abs(np.angle(np.exp(1j * (hue - target))))
    alike = (np.degrees(turned) <= SAME_HUE_DEG) & (np.hypot(mixes.lab[:, 1], mixes.lab[:, 2]) >= LEAST_CHROMA)
    if usable is not None:
        alike &= usable
    places = np.flatnonzero(alike)
    if not len(places):
        return None
    away = ciede2000(mixes.lab[places], wanted)
    at = int(np.argmin(away))
    return _recipe(mixes, int(places[at]), float(away[at]))


def mix_of(
    tubes: tuple[Tube, ...],
    parts: tuple[tuple[int, int], ...],
    *,
    strength: float | None = None,
    paper: tuple[float, float, float] = PAPER_LAB,
) -> tuple[float, float, float]:
    """Say what parts of tubes make: CIELAB, dry; as a wash on paper where a strength is given."""
    total = sum(count for _, count in parts)
    k = sum(paint_of(tubes[at])[0] * count for at, count in parts) / total
    s = sum(paint_of(tubes[at])[1] * count for at, count in parts) / total
    if strength is None:
        seen = endless(np.asarray(k), np.asarray(s))
    else:
        seen = film_over(reflectance_of(np.array(paper)), np.asarray(k), np.asarray(s), strength)
    light, a, b = (float(each) for each in lab_of(seen))
    return light, a, b


@dataclass(frozen=True)
class TwoSteps:
    """A pale mix in two steps: colours with some white first, then one part of that to so many of white."""

    first: tuple[tuple[int, int], ...]
    base_parts: int
    white: int
    white_parts: int


def two_steps(recipe: Recipe, whites: frozenset[int]) -> TwoSteps | None:
    """Part a recipe into two steps where one part of a colour meets very many of white; None where it needs none.

    The white comes to that of the recipe within a few hundredths, which no eye tells in so pale a mix.
    """
    white = next((at for at, _ in recipe.parts if at in whites), None)
    if white is None:
        return None
    amount = dict(recipe.parts)[white]
    colours = tuple((at, count) for at, count in recipe.parts if at != white)
    total = sum(count for _, count in colours)
    if not colours or amount < PALE * min(count for _, count in colours):
        return None
    choices = []
    for each in BASES:
        base = total * (1 + each)
        times = round((amount - total * each) / base)
        if times >= 2:
            missed = abs(total * each + times * base - amount) / amount
            choices.append((missed > NEARLY, each if missed <= NEARLY else missed, each, times))
    if not choices:
        return None
    _, _, each, times = min(choices)
    return TwoSteps(((white, total * each), *colours), 1, white, times)


def strength_in(water: float) -> float:
    """Give the strength of a wash of so many parts of water to one of paint. By eye, no source."""
    return FULL_STRENGTH / (1 + water)


def water_parts(strength: float) -> int:
    """Parts of water to one of paint that make a wash of a strength; 0 for paint as it comes. By eye, no source."""
    return max(0, round(FULL_STRENGTH / strength - 1))


def fewest_tubes(
    mixes: Mixes, targets: list[tuple[float, float, float]], tolerance: float, tubes: int
) -> tuple[list[int], list[bool]]:
    """Find few tubes of a palette that still reach every target within a tolerance.

    Returns
    -------
    list of int
        Places of the tubes that stay.
    list of bool
        Which targets they reach; what the whole palette does not reach is not asked of them.
    """
    bits = 1 << np.arange(tubes, dtype=np.int64)
    used = (mixes.parts > 0) @ bits
    reaching: list[NDArray[np.int64]] = []
    for target in targets:
        wanted = np.array(target, np.float32)
        near = np.array(mixes.tree.query_ball_point(_seen_as(wanted), 2.2 * tolerance + 2), np.int64)
        within = near[ciede2000(mixes.lab[near], wanted) <= tolerance] if len(near) else near
        reaching.append(np.unique(used[within]))
    asked = [each for each in reaching if len(each)]
    kept = int(bits.sum())

    def holds(mask: int) -> bool:
        return all(bool(((each & ~mask) == 0).any()) for each in asked)

    # The tube that the fewest mixes lean on is let go first; then each that is left is tried once more.
    wanting = [sum(int(((each >> at) & 1).mean() * 1000) for each in asked) for at in range(tubes)]
    for at in sorted(range(tubes), key=lambda tube: (wanting[tube], -tube)):
        if holds(kept & ~(1 << at)):
            kept &= ~(1 << at)
    stay = [at for at in range(tubes) if kept >> at & 1]
    return stay, [bool(len(each)) and bool(((each & ~kept) == 0).any()) for each in reaching]
