"""Drills over practice scenes: a question, what may be answered, and what is true. The same seed gives the same drill.

Three levels: what has to be told apart comes closer. Answers are marked by what was measured on the picture.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from math import isnan
from typing import Any, Literal

import cv2
import numpy as np

from kind_distance.core.colour.lab import ciede2000, lab_from_linear, linear_from_lab, warmth
from kind_distance.core.colour.munsell import value_from_lightness, value_from_luminance, value_map
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.mixing.drying_shift import usual_shift
from kind_distance.core.mixing.recipes import mix_of
from kind_distance.core.mixing.tubes import WHITE, Tube
from kind_distance.core.practice.canvas import HIGH, LUMA, WIDE
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.orders import order_puzzle
from kind_distance.core.practice.scenes import (
    FAULTS,
    Scene,
    SceneBorder,
    ScenePlane,
    is_faultless,
    layout_of,
    paint_scene,
    scene_with,
)
from kind_distance.core.wording import first_upper, say_list
from kind_distance.errors import DomainError

AnswerKind = Literal["number", "choice", "order", "done"]
LETTERS = "ABCDEF"
PATCH_PX = 13  # radius of a ringed place
DARK, LIGHT = 4.0, 6.5  # bands of value [V]
CLEARLY_NEARER = 1.25
NO_SCENE = ("No scene fits this drill.", "Take another seed.")
TOO_LITTLE = ("Too little is marked on your picture for this drill.", "Mark more planes, or take another.")
OWN_TRIES = 40  # choices of places on a painter's own picture
SEEDS = 400  # neighbouring seeds that are looked through for a scene that fits


@dataclass(frozen=True)
class Mark:
    """A place on the picture with its letter; what is ringed has a radius. [px]."""

    key: str
    x: float
    y: float
    radius: float = 0.0


@dataclass(frozen=True)
class Option:
    """What may be chosen; a swatch where it is a colour."""

    key: str
    said: str
    colour: str = ""


@dataclass(frozen=True)
class Drill:
    """A question over a picture.

    Parameters
    ----------
    kind : str
        Key of :data:`DRILLS`.
    seed, level : int
    question, how : str
    scene : Scene or None
        None where there is no picture.
    marks : tuple of Mark
    answer : AnswerKind
    low, high, step : float
        Of a number.
    unit : str
        "V" shows a grey beside, "row" a line over the picture, "line" a place between the first and the last mark.
    options : tuple of Option
    truth : Any
        A number, a key or keys in order.
    within : float
        How far off a number may be.
    facts : dict
        What may bias an answer: band of value, hue, surround.
    minutes : int
        Of an exercise by the clock; 0 without.
    horizon : float
        Row of the eye level where it is shown; 0 elsewhere. [px]
    """

    kind: str
    seed: int
    level: int
    question: str
    how: str
    scene: Scene | None
    answer: AnswerKind
    truth: Any
    marks: tuple[Mark, ...] = ()
    low: float = 0.0
    high: float = 10.0
    step: float = 0.5
    unit: str = ""
    options: tuple[Option, ...] = ()
    within: float = 0.0
    facts: dict[str, str] = field(default_factory=dict)
    minutes: int = 0
    horizon: float = 0.0


def _scene_for(seed: int, fits: Callable[[Scene], bool], own: Scene | None = None) -> Scene:
    """Paint the first scene from a seed on that fits a drill; a painter's own picture fits or does not."""
    if own is not None:
        if fits(own):
            return own
        raise DomainError(*TOO_LITTLE)
    for more in range(SEEDS):
        scene = paint_scene(seed + 104_729 * more)
        if fits(scene):
            return scene
    raise DomainError(*NO_SCENE)


def _spots(scene: Scene, rng: np.random.Generator, count: int) -> list[tuple[int, int, float]]:
    """Choose quiet places of a scene: column, row and value of the mean light there; most even first of many tries."""
    light = linear_from_codes(scene.codes)
    luminance = light @ LUMA
    size = 2 * PATCH_PX + 1
    mean = cv2.blur(luminance, (size, size))
    spread = cv2.blur(luminance * luminance, (size, size)) - mean * mean
    columns = rng.integers(40, WIDE - 40, 40 * count)
    rows = rng.integers(40, HIGH - 60, 40 * count)
    even = np.sqrt(np.maximum(0, spread[rows, columns])) / np.maximum(0.02, mean[rows, columns])
    found: list[tuple[int, int, float]] = []
    for at in np.argsort(even):
        column, row = int(columns[at]), int(rows[at])
        if all(abs(column - c) + abs(row - r) > 5 * PATCH_PX for c, r, _ in found):
            found.append((column, row, float(value_from_luminance(100 * float(mean[row, column])))))
        if len(found) == count:
            break
    return found


def facts_of(scene: Scene, column: int, row: int, value: float) -> dict[str, str]:
    """Say what may bias the reading of a place: its band of value, its hue, and whether what is round it is lighter."""
    light = linear_from_codes(scene.codes)
    near = light[max(0, row - PATCH_PX) : row + PATCH_PX, max(0, column - PATCH_PX) : column + PATCH_PX]
    lab = lab_from_linear(near.reshape(-1, 3).mean(axis=0, keepdims=True))
    wide = light[max(0, row - 70) : row + 70, max(0, column - 70) : column + 70] @ LUMA
    round_it = float(value_from_luminance(100 * float(wide.mean())))
    warm, chroma = float(warmth(lab)[0]), float(np.hypot(lab[0, 1], lab[0, 2]))
    return {
        "band": "dark" if value < DARK else "light" if value > LIGHT else "middle",
        "hue": "grey" if chroma < 8 else "warm" if warm > 0 else "cool",  # noqa: PLR2004
        "round": "among lights"
        if round_it > value + 0.6
        else "among darks"
        if round_it < value - 0.6
        else "among its like",
    }


def value_name(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Name the value of a ringed place."""
    scene, rng = own or paint_scene(seed), chance(seed, "place")
    spots = _spots(scene, rng, 6)
    column, row, value = spots[int(rng.integers(len(spots)))]
    return Drill(
        "value_name", seed, level, "Which value has the ringed place?",
        "0 is black, 10 is white. Squint: compare it with the lightest and the darkest place first.", scene, "number",
        round(value, 2), (Mark("", column, row, PATCH_PX),), 0, 10, 0.5, "V", within=(0.9, 0.7, 0.5)[level - 1],
        facts=facts_of(scene, column, row, value),
    )  # fmt: skip


DRYING = (("watercolour", "wash of watercolour"), ("gouache", "gouache"), ("acrylic", "acrylic"))


def wet_dry(seed: int, level: int) -> Drill:
    """Say what a wet mix will be when it is dry."""
    rng = chance(seed, "wet")
    medium, said = DRYING[int(rng.integers(len(DRYING)))]
    wet = round(float(rng.uniform(2.5, 8.0)) * 2) / 2
    dry = usual_shift(medium).dry(wet)
    return Drill(
        "wet_dry", seed, level, f"A {said} stands at {wet:.1f} while it is wet. What is it when it is dry?",
        "Washes dry lighter, towards the paper; gouache comes together in the middle; acrylic dries a little darker.",
        None, "number", round(dry, 2), (), 0, 10, 0.1, "V", within=(0.6, 0.45, 0.3)[level - 1],
        facts={"medium": medium, "wet": f"{wet:.1f}"},
    )  # fmt: skip


def value_pair(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Find the two of four ringed places that have one value."""
    gap = (1.2, 0.8, 0.5)[level - 1]
    for more in range(SEEDS if own is None else OWN_TRIES):
        scene, rng = own or paint_scene(seed + 104_729 * more), chance(seed + more, "places")
        spots = _spots(scene, rng, 14 if own is None else 24)
        # A painter's own picture may have no gaps as wide: smaller ones will do on it.
        chosen = _pair_among(spots, gap if own is None else gap / (1 + more // 8), rng)
        if chosen:
            break
    else:
        raise DomainError(*(NO_SCENE if own is None else TOO_LITTLE))
    order = rng.permutation(4)
    places = [chosen[at] for at in order]
    keys = sorted(LETTERS[list(order).index(at)] for at in (0, 1))
    marks = tuple(Mark(LETTERS[n], c, r, PATCH_PX) for n, (c, r, _) in enumerate(places))
    pairs = [f"{LETTERS[a]}{LETTERS[b]}" for a in range(4) for b in range(a + 1, 4)]
    return Drill(
        "value_pair", seed, level, "Which two places have the same value?",
        "Hue misleads: a bright green and a dull violet may be equally light. Squint until colour fades.", scene,
        "choice", "".join(keys), marks, options=tuple(Option(each, f"{each[0]} and {each[1]}") for each in pairs),
    )  # fmt: skip


def _pair_among(
    spots: list[tuple[int, int, float]], gap: float, rng: np.random.Generator
) -> list[tuple[int, int, float]] | None:
    """Take two spots of one value, and two that differ from them and from each other by a gap."""
    for one, other in ((a, b) for a in range(len(spots)) for b in range(a + 1, len(spots))):
        if abs(spots[one][2] - spots[other][2]) > 0.12:  # noqa: PLR2004  nobody sees less
            continue
        rest = [s for n, s in enumerate(spots) if n not in (one, other)]
        rng.shuffle(rest)
        kept: list[tuple[int, int, float]] = []
        for spot in rest:
            if all(abs(spot[2] - each[2]) >= gap for each in (spots[one], *kept)):
                kept.append(tuple(spot))  # type: ignore[arg-type]
        if len(kept) > 1:
            return [spots[one], spots[other], *kept[:2]]
    return None


def _named(scene: Scene, border: SceneBorder) -> str:
    names = {plane.rank: plane.name for plane in scene.planes}
    return f"{names[border.far]} and {names[border.near]}"


def edge_rank(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Put three borders in order, from lost to hard."""
    gap = (0.9, 0.6, 0.4)[level - 1] if own is None else 0.2  # a painter's own picture is as it is

    def three(scene: Scene) -> list[SceneBorder]:
        kept: list[SceneBorder] = []
        for border in sorted(scene.borders, key=lambda each: -each.length_px):
            far = all(np.hypot(border.middle[0] - k.middle[0], border.middle[1] - k.middle[1]) > 60 for k in kept)
            if far and all(abs(border.contrast - each.contrast) > gap for each in kept):
                kept.append(border)
        return kept[:3]

    scene = _scene_for(seed, lambda each: len(three(each)) == 3, own)  # noqa: PLR2004
    rng, borders = chance(seed, "borders"), three(scene)
    shuffled = [borders[at] for at in rng.permutation(3)]
    marks = tuple(Mark(LETTERS[n], *each.middle) for n, each in enumerate(shuffled))
    truth = [LETTERS[n] for n, _ in sorted(enumerate(shuffled), key=lambda each: each[1].contrast)]
    return Drill(
        "edge_rank", seed, level, "Put the borders in order, from the one that is nearly lost to the hardest.",
        "Ask of each: how far apart are the values on its two sides?", scene, "order", truth, marks,
        options=tuple(Option(mark.key, _named(scene, each)) for mark, each in zip(marks, shuffled, strict=True)),
    )  # fmt: skip


def depth_sort(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Sort planes from far to near."""
    count = (3, 4, 5)[level - 1]

    def standing(scene: Scene) -> list[ScenePlane]:
        """Those that stand at one distance, each clearly nearer than the one before it."""
        kept: list[ScenePlane] = []
        for plane in scene.planes:
            stands = plane.kind in ("land", "thing") and not isnan(plane.distance_m)
            if stands and (not kept or plane.distance_m < kept[-1].distance_m / CLEARLY_NEARER):
                kept.append(plane)
        return kept

    scene, rng = _scene_for(seed, lambda each: len(standing(each)) >= count, own), chance(seed, "planes")
    land = standing(scene)
    chosen = [land[at] for at in rng.permutation(len(land))[:count]]
    marks = tuple(Mark(LETTERS[n], *plane.centre) for n, plane in enumerate(chosen))
    truth = [LETTERS[n] for n, _ in sorted(enumerate(chosen), key=lambda each: -each[1].distance_m)]
    return Drill(
        "depth_sort", seed, level, "Sort the places from far to near.",
        "What covers another stands before it; the air lightens and cools what lies far off; on flat ground what "
        "stands lower stands nearer.", scene, "order", truth, marks,
        options=tuple(Option(mark.key, mark.key) for mark in marks),
    )  # fmt: skip


def fault(seed: int, level: int) -> Drill:
    """Say what is wrong with a scene, or that nothing is."""
    rng = chance(seed, "fault drill")
    truth = str(rng.choice(list(FAULTS))) if rng.random() < 0.5 else "none"  # noqa: PLR2004  as many without
    scene = _scene_for(seed, is_faultless) if truth == "none" else scene_with(seed, truth)
    # Only what could be wrong with such a scene: no posts are asked about where none stand.
    asked = [(key, said) for key, said in FAULTS.items() if key in layout_of(scene.seed).faults]
    options = (Option("none", "Nothing is wrong"), *(Option(key, said) for key, said in asked))
    return Drill(
        "fault", seed, level, "Is something wrong with this picture?",
        "About half of them are as they should be. Walk through it: light, distances, borders, where the eye goes.",
        scene, "choice", truth, options=options,
    )  # fmt: skip


def bays(seed: int, level: int) -> Drill:
    """Say where the next of evenly spaced posts stands."""

    def fits(scene: Scene) -> bool:
        shown = [p for p in scene.posts if 20 < p[0] < WIDE - 20 and p[1] < HIGH - 6]  # noqa: PLR2004
        return len(shown) >= 5 and np.hypot(shown[0][0] - shown[-1][0], shown[0][1] - shown[-1][1]) > 120  # noqa: PLR2004

    scene = _scene_for(seed, fits)
    posts = [p for p in scene.posts if 20 < p[0] < WIDE - 20 and p[1] < HIGH - 6]  # noqa: PLR2004
    first, last, third = np.array(posts[0]), np.array(posts[-1]), np.array(posts[2])
    whole = float(np.hypot(*(last - first)))
    marks = (Mark("1", *posts[0]), Mark("2", *posts[1]), Mark(f"{len(posts)}", *posts[-1]))
    return Drill(
        "bays", seed, level, "The posts stand evenly on the ground. How far from the first to the last is the third?",
        "Diagonals of two bays cross under the rail in the middle of a bay; equal steps on paper are never equal steps "
        "in depth.", None, "number", round(float(np.hypot(*(third - first))) / whole, 3), marks, 0, 1, 0.01, "line",
        within=(0.06, 0.04, 0.025)[level - 1], horizon=0.0 if scene.view is None else scene.view.horizon,
    )  # fmt: skip


def level_line(seed: int, level: int) -> Drill:
    """Lay a line at the height of the eye."""
    scene = paint_scene(seed)
    horizon = 0.0 if scene.view is None else scene.view.horizon
    return Drill(
        "level", seed, level, "At which height is your eye?",
        "Level lines above it fall towards it, those below rise; heads of people of your size lie on it.", scene,
        "number", round(100 * (1 - horizon / HIGH), 1), (), 20, 90, 0.5, "row",
        within=(5.0, 3.5, 2.5)[level - 1],
    )  # fmt: skip


# Tubes for guessing: what they look like is from memory, as everywhere in this application where nothing was read.
TUBES = (
    ("ultramarine", Tube((20.0, 12.0, -38.0), (62.0, -2.0, -38.0), opacity="ST")),
    ("cadmium yellow", Tube((79.0, 9.0, 84.0), (90.0, -4.0, 52.0), opacity="O")),
    ("burnt sienna", Tube((31.0, 21.0, 25.0), (66.0, 15.0, 20.0), opacity="ST")),
    ("viridian", Tube((24.0, -24.0, 2.0), (68.0, -28.0, 2.0), opacity="T")),
    ("quinacridone rose", Tube((31.0, 46.0, 12.0), (68.0, 38.0, -6.0), opacity="T")),
    ("yellow ochre", Tube((58.0, 14.0, 48.0), (82.0, 6.0, 30.0), opacity="SO")),
)


RATIOS = ((1, 1, 0), (2, 1, 0), (1, 2, 0), (1, 1, 1), (2, 1, 1), (1, 1, 3), (3, 1, 2), (1, 2, 4), (1, 3, 1))
TOLD_APART = 4.0  # CIEDE2000 between two swatches that are offered


def _hex(lab: tuple[float, float, float]) -> str:
    codes = codes_from_linear(np.clip(linear_from_lab(np.array([[lab]])), 0, 1))[0, 0]
    return "#" + "".join(f"{int(each):02x}" for each in codes)


def mix_guess(seed: int, level: int) -> Drill:
    """Say what a mix of two paints and white will look like."""
    for more_seeds in range(SEEDS):
        rng = chance(seed + more_seeds, "mix")
        one, other = (int(at) for at in rng.choice(len(TUBES), 2, replace=False))
        tubes = (TUBES[one][1], TUBES[other][1], Tube(WHITE, white=True))
        more, less, white = RATIOS[int(rng.integers(len(RATIOS)))]
        spread = (3, 2, 1)[level - 1]
        recipes = [(more, less, white), (more + spread, less, white), (more, less + spread, white),
                   (more, less, white + 2 * spread)]  # fmt: skip
        made = [mix_of(tubes, tuple((at, count) for at, count in enumerate(parts) if count)) for parts in recipes]
        apart = [float(ciede2000(np.array(made[a]), np.array(made[b]))) for a in range(4) for b in range(a)]
        if min(apart) > TOLD_APART:
            break
    order = [int(at) for at in rng.permutation(4)]
    said = [f"{more} {'part' if more == 1 else 'parts'} of {TUBES[one][0]}", f"{less} of {TUBES[other][0]}"]
    said += [f"{white} of white"] if white else []
    options = tuple(
        Option(LETTERS[n], f"{LETTERS[n]}, value {value_from_lightness(made[at][0]):.1f}", _hex(made[at]))
        for n, at in enumerate(order)
    )
    return Drill(
        "mix_guess", seed, level, f"What do {say_list(said)} make?",
        "The stronger tinter wins by far more than its share; white lightens and greys.", None, "choice",
        LETTERS[order.index(0)], options=options, facts={"made": f"{made[0][0]:.0f} {made[0][1]:.0f} {made[0][2]:.0f}"},
    )  # fmt: skip


def order(seed: int, level: int) -> Drill:
    """Put passes in an order that can be painted."""
    puzzle = order_puzzle(seed, level)
    shuffled = [int(at) for at in chance(seed, "order").permutation(len(puzzle.passes))]
    keys = {puzzle.passes[at].id: LETTERS[n] for n, at in enumerate(shuffled)}
    return Drill(
        "order", seed, level, f"In which order do you paint this in {puzzle.medium}?",
        "More than one order may be right: what counts is that nothing lies over what is not there yet, and how much "
        "you have to cut round.", puzzle.scene, "order", [keys[each.id] for each in puzzle.passes],
        options=tuple(
            Option(LETTERS[n], first_upper(puzzle.passes[at].said)) for n, at in enumerate(shuffled)
        ),
    )  # fmt: skip


LOOSENING = (
    ("Draw what stands before you with the thickest thing you have, without an eraser.", 4),
    ("The same with the other hand.", 3),
    ("Three values only: paper, one grey, one dark. No line.", 5),
    ("One line, never lifted, slower than you like.", 3),
    ("Only the shapes between things.", 4),
    ("Six thumbnails in six formats, a minute each.", 6),
)


def loosening(seed: int, level: int) -> Drill:
    """Give an exercise by the clock that nobody scores."""
    text, minutes = LOOSENING[int(chance(seed, "loosening").integers(len(LOOSENING)))]
    how = "Nothing is scored, and nobody sees it. Stop when the clock has run down."
    return Drill("loosening", seed, level, text, how, None, "done", None, minutes=minutes)


@dataclass(frozen=True)
class DrillKind:
    """A kind of drill: its skill, what it is called, how one is made, and whether a painter's own picture will do."""

    key: str
    skill: str
    name: str
    make: Callable[..., Drill]
    own: bool = False


DRILLS: dict[str, DrillKind] = {
    each.key: each
    for each in (
        DrillKind("value_name", "Values", "Name the value", value_name, own=True),
        DrillKind("value_pair", "Values", "Find the equal pair", value_pair, own=True),
        DrillKind("wet_dry", "Values", "Wet against dry", wet_dry),
        DrillKind("edge_rank", "Edges", "From lost to hard", edge_rank, own=True),
        DrillKind("depth_sort", "Depth", "From far to near", depth_sort, own=True),
        DrillKind("fault", "Spot the fault", "What is wrong here?", fault),
        DrillKind("order", "Order", "Put the passes in order", order),
        DrillKind("level", "Perspective", "Find the eye level", level_line),
        DrillKind("bays", "Perspective", "Place the third post", bays),
        DrillKind("mix_guess", "Mixing", "What will it make?", mix_guess),
        DrillKind("loosening", "Loosening", "By the clock", loosening),
    )
}


def make_drill(kind: str, seed: int, level: int = 1, own: Scene | None = None) -> Drill:
    """Make the drill of a seed, on a painter's own picture where one is given.

    Raises
    ------
    DomainError
        If there is no such kind or level, or the own picture does not do for it.
    """
    if kind not in DRILLS or not 1 <= level <= 3:  # noqa: PLR2004
        raise DomainError("There is no such drill.", "Choose one of the list.")
    if own is None:
        return DRILLS[kind].make(seed, level)
    if not DRILLS[kind].own:
        raise DomainError("This drill needs a painted scene.", "Take it without your own picture.")
    return DRILLS[kind].make(seed, level, own)


def value_range(scene: Scene) -> tuple[float, float]:
    """Darkest and lightest value of a scene, as one sees it squinting: 1st and 99th percentile. [V]."""
    values = value_map(linear_from_codes(scene.codes[::4, ::4]))
    return float(np.percentile(values, 1)), float(np.percentile(values, 99))


def patch_value(scene: Scene, column: int, row: int) -> float:
    """Value of the mean light within a ringed place. [V]."""
    near = linear_from_codes(
        scene.codes[row - PATCH_PX : row + PATCH_PX + 1, column - PATCH_PX : column + PATCH_PX + 1]
    )
    return float(value_from_luminance(100 * float((near @ LUMA).mean())))
