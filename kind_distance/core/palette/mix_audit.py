"""What is found of a palette and its mixes: out of reach, told apart by nobody, running away with a pale one."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations

import numpy as np

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.judgement import Finding, Severity
from kind_distance.core.mixing.recipes import find_recipe, mixes_of
from kind_distance.core.mixing.tubes import Tube, paint_of, role_of, warmth_of
from kind_distance.core.palette.model import Lab, MixingPalette, PlannedMix

STRONG_K = 30.0  # absorption from which a tube runs away with a pale mix; phthalos and some yellows have it
PALE_VALUE = 6.5  # [V]
SAME_TO_THE_EYE = 1.0  # CIEDE2000 that nobody tells apart in two places of a picture; common practice, no source
BLACK_SHARE = 0.34  # of a mix from which it is a black one
TRIED = 2  # tubes that are offered where one is missing
OTHERS = 9  # tubes of the palette that are tried beside another one
NEARER = 1.0  # CIEDE2000 that another tube has to bring a colour nearer, to be offered
LIGHTER = 4.0  # L* that an opaque colour may be lighter than its mix before a white is missed
TOO_LIGHT, TOO_DULL = 5.0, 2.0  # by which a mix misses its colour for want of a dark (L*), or of a pure one (chroma)
ALIKE_TOLD = 3

# What a landscape palette wants of its tubes, and which roles play it. Common practice, no source.
PARTS: tuple[tuple[str, tuple[tuple[str, str], ...]], ...] = (
    ("white", (("white", ""),)),
    ("yellow", (("yellow", ""), ("orange", "warm"))),
    ("red", (("red", ""), ("orange", ""), ("violet", ""))),
    ("blue", (("blue", ""),)),
    ("warm_dark", (("earth", ""),)),
    ("cool_dark", (("blue", ""), ("black", ""), ("green", "cool"))),
)


@dataclass(frozen=True)
class Judged:
    """What mixes are judged by.

    Parameters
    ----------
    palette : MixingPalette
    mixes : sequence of PlannedMix
    planes : tuple of int
        Numbers of the planes, farthest first.
    usual : tuple of (str, Tube)
        Usual tubes that the painter does not have, by Colour Index name.
    black_is_meant : bool
        In the dark, black is what far things are; and who paints with black knows it.
    """

    palette: MixingPalette
    mixes: Sequence[PlannedMix]
    planes: tuple[int, ...]
    usual: tuple[tuple[str, Tube], ...] = ()
    black_is_meant: bool = False


def is_strong(tube: Tube) -> bool:
    """Whether a tube takes over a pale mix by the least part too much."""
    return not tube.white and float(paint_of(tube)[0].max()) >= STRONG_K


def missing_parts(palette: MixingPalette) -> list[str]:
    """Name the parts that nothing on the palette plays (:data:`PARTS`); a wash needs no white."""
    played = {(role_of(palette.tubes[at]), warmth_of(palette.tubes[at])) for at in palette.allowed}
    return [
        part
        for part, by in PARTS
        if not (part == "white" and palette.transparent)
        and not any(role == wanted and warmth in ("", warm) for role, warm in played for wanted, warmth in by)
    ]


def reaching_tubes(
    palette: MixingPalette, usual: Sequence[tuple[str, Tube]], target: Lab, best: float
) -> list[tuple[str, float]]:
    """Find usual tubes with which a target would be reached.

    Parameters
    ----------
    palette : MixingPalette
    usual : sequence of (str, Tube)
        Tubes that are tried, by Colour Index name.
    target : (L*, a*, b*)
    best : float
        How far the palette stays off it now, CIEDE2000.

    Returns
    -------
    list of (str, float)
        Colour Index name and the distance left, the nearest first.
    """
    found = []
    for index, tube in usual:
        if tube.white and (palette.transparent or palette.has_white):
            continue
        # With it and any two of the others: enough to see whether it helps.
        tubes = (*(palette.tubes[at] for at in palette.allowed[:OTHERS]), tube)
        away = find_recipe(tubes, mixes_of(tubes, transparent=palette.transparent), target).recipe.difference
        if away < best - NEARER:
            found.append((index, away))
    return sorted(found, key=lambda each: each[1])[:TRIED]


def _no_white(given: Judged) -> Iterator[Finding]:
    """Opaque paint without a white reaches no pale colour: said once, and not again of every plane."""
    if given.palette.transparent or given.palette.has_white:
        return
    pale = [each for each in given.mixes if each.recipe.lab[0] < each.target.lab[0] - LIGHTER]
    if pale:
        planes = tuple(sorted({each.target.plane for each in pale}))
        severity: Severity = "strong" if 2 * len(pale) > len(given.mixes) else "mild"
        measures: dict[str, object] = {"pale": len(pale), "all": len(given.mixes)}
        yield Finding("no_white", severity, ranks=planes, measures=measures, weight=float(len(pale)))


def _missed_by(mix: PlannedMix) -> str:
    """For want of what a mix misses its colour: of a dark, of a pure colour, or of any that comes near."""
    if mix.recipe.lab[0] > mix.target.lab[0] + TOO_LIGHT:
        return "dark"
    wanted, reached = (float(np.hypot(*lab[1:])) for lab in (mix.target.lab, mix.recipe.lab))
    return "chroma" if wanted > reached + TOO_DULL else "any"


def _out_of_reach(given: Judged) -> Iterator[Finding]:
    """Find what the palette does not reach: one finding for each plane or thing, with the worst of its string."""
    for rank, element in dict.fromkeys((each.target.plane, each.target.element) for each in given.mixes):
        own = [each for each in given.mixes if (each.target.plane, each.target.element) == (rank, element)]
        far = [each for each in own if each.recipe.reach == "out_of_reach"]
        if not far:
            continue
        worst = max(far, key=lambda each: each.recipe.difference)
        helps = reaching_tubes(given.palette, given.usual, worst.target.lab, worst.recipe.difference)
        yield Finding(
            "out_of_reach", "mild", ranks=(rank,), weight=worst.recipe.difference,
            about=f"e{element}" if element else f"p{given.planes[rank - 1]}",
            measures={"mix": worst, "missed_by": _missed_by(worst), "helps": [index for index, _ in helps]},
        )  # fmt: skip


def _alike(given: Judged) -> Iterator[Finding]:
    """Find mixes of different planes that nobody will tell apart, though they are mixed differently."""
    alike = []
    for one, other in combinations([each for each in given.mixes if not each.target.element], 2):
        if one.target.plane == other.target.plane or one.recipe.parts == other.recipe.parts:
            continue
        away = float(ciede2000(np.array([one.recipe.lab]), np.array([other.recipe.lab]))[0])
        if away < SAME_TO_THE_EYE:
            alike.append((one.target, other.target))
    if alike:
        one_place, other_place = alike[0]
        yield Finding(
            "alike_mixes", "note", ranks=(one_place.plane, other_place.plane), weight=float(len(alike)),
            measures={"pairs": alike[:ALIKE_TOLD], "count": len(alike)},
        )  # fmt: skip


def _strong_in_pale(given: Judged) -> Iterator[Finding]:
    if given.palette.transparent:
        return
    strong = {at for at, tube in enumerate(given.palette.tubes) if is_strong(tube)}
    used = [each for each in given.mixes if each.target.value >= PALE_VALUE and strong & each.recipe.tubes]
    if used:
        planes = tuple(sorted({each.target.plane for each in used}))
        tubes = sorted({at for each in used for at in strong & each.recipe.tubes})
        yield Finding("strong_in_pale", "note", ranks=planes, measures={"tubes": tubes})


def _black_far(given: Judged) -> Iterator[Finding]:
    if given.black_is_meant:
        return
    blacks = frozenset(at for at, tube in enumerate(given.palette.tubes) if role_of(tube) == "black")
    for each in given.mixes:
        rank, black = each.target.plane, each.share_of(blacks)
        if each.target.part == "mass" and rank < len(given.planes) and black >= BLACK_SHARE:
            yield Finding(
                "black_far", "note", ranks=(rank,), weight=black, about=f"p{given.planes[rank - 1]}",
                measures={"share": black, "tube": min(blacks)},
            )  # fmt: skip


def _missing(given: Judged) -> Iterator[Finding]:
    # Of a missing white is told by what it keeps from being reached.
    missing = [each for each in missing_parts(given.palette) if each != "white"]
    if missing and given.palette.tubes:
        yield Finding("missing_part", "note", measures={"parts": missing}, weight=float(len(missing)))


def audit_mixes(given: Judged) -> list[Finding]:
    """Judge a palette and its mixes."""
    reach = list(_no_white(given)) or list(_out_of_reach(given))
    rest = (_strong_in_pale, _alike, _black_far, _missing)
    return [*reach, *(finding for part in rest for finding in part(given))]
