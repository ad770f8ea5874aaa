"""Drills of masses: a picture in few shapes and few values, and six formats in ten minutes."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations
from typing import Any

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import value_map
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.picture.crops import FORMATS, Crop
from kind_distance.core.picture.thumbnail import Thumbnail, ThumbnailSettings, make_thumbnail
from kind_distance.core.picture.thumbnail import simplify as squinted
from kind_distance.core.practice.canvas import HIGH, WIDE
from kind_distance.core.practice.scenes import Scene, is_faultless
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import Drill, DrillKind, Marked, Option, scene_for

VALUES = {1: 2, 2: 3, 3: 4}  # values by level
MOST_SHAPES = {1: 8, 2: 10, 3: 12}
MINUTES = {1: 3, 2: 3, 3: 2}
ENOUGH = 0.9  # of what the best cuts keep apart in so many shapes
GRID = np.arange(1.5, 9.51, 0.25)  # cuts that are tried for the best [V]
BORDER_PLACES = 1200
ACROSS_PX = 3
LEAST_GAP = 0.1  # between cuts [V]
SMALLEST = (0.0, 0.05)
TRIED_SMALLEST = (0.002, 0.005, 0.01, 0.02, 0.035, 0.05)
SIX = ("landscape_4_3", "panorama_2_1", "panorama_3_1", "square", "tall_4_5", "tall_2_3")
LEAST_FRAME = 0.15  # of the picture's width
ALIKE = 0.8  # of two frames' area shared, from which they are one idea


@dataclass(frozen=True)
class Massed:
    """A picture in few values and shapes.

    Parameters
    ----------
    thumbnail : Thumbnail
    kept : float
        Share of the light and dark across the borders of its planes that is still told apart, 0-1.
    """

    thumbnail: Thumbnail
    kept: float

    @property
    def shapes(self) -> int:
        """How many shapes are drawn."""
        return self.thumbnail.reading.shapes


def _across(scene: Scene) -> tuple[NDArray[np.intp], NDArray[np.intp], NDArray[np.float64], NDArray[np.float64]]:
    """Places along the borders of a scene's planes: rows, columns, and the values over and under the border. [V]."""
    labels = scene.labels
    rows, columns = np.nonzero(labels[:-1] != labels[1:])
    kept = (rows >= ACROSS_PX) & (rows < HIGH - ACROSS_PX - 1)
    rows, columns = rows[kept], columns[kept]
    some = np.linspace(0, len(rows) - 1, min(BORDER_PLACES, len(rows))).astype(int) if len(rows) else np.zeros(0, int)
    rows, columns = rows[some], columns[some]
    values = value_map(linear_from_codes(scene.codes))
    return rows, columns, values[rows - ACROSS_PX, columns], values[rows + 1 + ACROSS_PX, columns]


def best_cuts(scene: Scene, count: int) -> tuple[tuple[float, ...], float]:
    """Find the cuts that keep most apart across the borders, by trying all on a grid; and how much they keep."""
    _, _, over, under = _across(scene)
    weight = np.abs(over - under)
    if not weight.sum():
        return tuple(float(each) for each in np.linspace(3, 7, count)), 1.0
    low, high = np.minimum(over, under), np.maximum(over, under)
    between = (low[None] < GRID[:, None]) & (GRID[:, None] <= high[None])
    kept = {
        each: float(weight[between[list(each)].any(axis=0)].sum()) for each in combinations(range(len(GRID)), count)
    }
    found = max(kept, key=lambda each: kept[each])
    return tuple(float(GRID[at]) for at in found), kept[found] / float(weight.sum())


def mass(scene: Scene, cuts: tuple[float, ...], smallest: float) -> Massed:
    """Put a scene into few values by cuts and leave out what is small; measure what is kept.

    Raises
    ------
    DomainError
        If the cuts do not rise, or something is out of its range.
    """
    settings = ThumbnailSettings(len(cuts) + 1, smallest, cuts=cuts)
    made = make_thumbnail(squinted(value_map(linear_from_codes(scene.codes))), settings)
    rows, columns, over, under = _across(scene)
    high, wide = made.steps.shape

    def steps(at: NDArray[np.intp]) -> NDArray[np.uint8]:
        found = made.steps[(at * high // HIGH).clip(0, high - 1), (columns * wide // WIDE).clip(0, wide - 1)]
        return np.asarray(found, np.uint8)

    weight = np.abs(over - under)
    apart = steps(rows - ACROSS_PX) != steps(rows + 1 + ACROSS_PX)
    kept = float(weight[apart].sum() / weight.sum()) if weight.sum() else 1.0
    return Massed(made, kept)


def masses(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Put a picture into few values and few shapes."""
    scene = own if own is not None else scene_for(seed, is_faultless)
    values, shapes = VALUES[level], MOST_SHAPES[level]
    return Drill(
        "masses", seed, level, f"Say it in {values} values and at most {shapes} shapes.",
        "Set the cuts where they keep the large shapes apart, then leave out what is small until few enough are left.",
        scene, "cuts", shapes, (), 1.0, 9.5, 0.1, minutes=MINUTES[level], known={"values": values},
    )  # fmt: skip


def checked_cuts(drill: Drill, given: Any) -> tuple[tuple[float, ...], float]:  # noqa: ANN401  from outside
    """Take cuts and the smallest shape from outside.

    Raises
    ------
    DomainError
        If they are none, or not so many as asked for.
    """
    wrong = DomainError("Those are no cuts for this picture.", "Move the sliders, then answer.")
    if not isinstance(given, dict) or set(given) != {"cuts", "smallest"}:
        raise wrong
    cuts, smallest = given["cuts"], given["smallest"]
    if not isinstance(cuts, list) or len(cuts) != drill.known["values"] - 1:
        raise wrong
    numbers = [*cuts, smallest]
    if any(isinstance(each, bool) or not isinstance(each, int | float) for each in numbers):
        raise wrong
    inside = all(drill.low <= each <= drill.high for each in cuts) and SMALLEST[0] <= smallest <= SMALLEST[1]
    if not inside or any(b - a < LEAST_GAP - 1e-9 for a, b in zip(cuts, cuts[1:], strict=False)):
        raise DomainError("Each cut has to lie above the one before it.", "Move them apart, then answer.")
    return tuple(round(float(each), 3) for each in cuts), float(smallest)


def _reachable(scene: Scene, cuts: tuple[float, ...], shapes: int) -> float:
    """How much these cuts keep once what is small is left out until few enough shapes are left."""
    tried = (mass(scene, cuts, smallest) for smallest in TRIED_SMALLEST)
    return next((each.kept for each in tried if each.shapes <= shapes), 0.0)


def _mark_masses(drill: Drill, given: tuple[tuple[float, ...], float]) -> Marked:
    assert drill.scene  # noqa: S101
    found = mass(drill.scene, *given)
    best, _ = best_cuts(drill.scene, len(given[0]))
    most = _reachable(drill.scene, best, int(drill.truth))
    few, enough = found.shapes <= drill.truth, found.kept >= ENOUGH * most
    told = f"{found.shapes} shapes of {drill.truth} allowed, {found.kept:.0%} of the contrast between planes kept"
    could = f"; the best cuts, at {say_list([f'{each:.1f}' for each in best])}, keep {most:.0%}"
    missed = (
        " Too many shapes are left."
        if not few
        else " Too much has run together: planes that ought to stand apart have one value."
        if not enough
        else ""
    )
    return Marked(
        few and enough, None, f"{told}{could}.{missed}",
        "A thumbnail that reads has few shapes, and keeps the steps between planes: a cut belongs where many borders "
        "cross it, not halfway up the scale.",
        "Counted and measured on this picture, along all borders of its planes; another size would count a little "
        "otherwise.",
        "How few is a matter of school: some stop at three shapes, some want seven values.",
    )  # fmt: skip


def six_formats(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Find a picture in each of six formats."""
    scene = own if own is not None else scene_for(seed, is_faultless)
    return Drill(
        "six_formats", seed, level, "Find a picture in each of six formats.",
        "A minute or two for each, and do not stop at the first. Nothing is scored; on a picture of your "
        "own they can be kept as thumbnails.", scene, "frames", None, (), LEAST_FRAME, 1.0, 0.01, minutes=10,
        options=tuple(Option(key, FORMATS[key].name) for key in SIX),
    )  # fmt: skip


@dataclass(frozen=True)
class Frame:
    """A part of the picture in a format: its middle and its width, as shares of the picture."""

    key: str
    x: float
    y: float
    width: float

    def crop(self) -> Crop:
        """Give it in pixels of the scene, moved and shrunk until it lies inside."""
        ratio = FORMATS[self.key].ratio
        wide = min(self.width * WIDE, WIDE, HIGH * ratio)
        high = wide / ratio
        left = min(max(self.x * WIDE - wide / 2, 0), WIDE - wide)
        top = min(max(self.y * HIGH - high / 2, 0), HIGH - high)
        return Crop(round(left), round(top), min(round(wide), WIDE), min(round(high), HIGH))


def checked_frames(drill: Drill, given: Any) -> tuple[Frame, ...]:  # noqa: ANN401  from outside
    """Take frames from outside: one for each format that was placed, in the order of the list.

    Raises
    ------
    DomainError
        If there is none, or one lies outside.
    """
    keys = [option.key for option in drill.options]
    if not isinstance(given, list) or not 1 <= len(given) <= len(keys):
        raise DomainError("No format has a frame yet.", "Press on the picture, then answer.")
    frames: list[Frame] = []
    for each in given:
        good = isinstance(each, dict) and set(each) == {"key", "x", "y", "width"} and each["key"] in keys
        numbers: list[Any] = [each[name] for name in ("x", "y", "width")] if good else [None]
        if any(isinstance(n, bool) or not isinstance(n, int | float) or not 0 <= n <= 1 for n in numbers):
            raise DomainError("A frame lies outside the picture.", "Move it inside, then answer.")
        frames.append(Frame(each["key"], *(float(n) for n in numbers)))
    if [frame.key for frame in frames] != [key for key in keys if key in {frame.key for frame in frames}]:
        raise DomainError("A format comes twice.", "Place each once, then answer.")
    return tuple(frames)


def _shared(one: Crop, other: Crop) -> float:
    wide = min(one.x + one.width, other.x + other.width) - max(one.x, other.x)
    high = min(one.y + one.height, other.y + other.height) - max(one.y, other.y)
    both = max(0, wide) * max(0, high)
    return both / (one.width * one.height + other.width * other.height - both)


def _mark_frames(drill: Drill, given: tuple[Frame, ...]) -> Marked:
    assert drill.scene  # noqa: S101
    crops = [frame.crop() for frame in given]
    names = {option.key: option.said for option in drill.options}
    values = value_map(linear_from_codes(drill.scene.codes))
    told = []
    for frame, crop in zip(given, crops, strict=True):
        part = values[crop.y : crop.y + crop.height, crop.x : crop.x + crop.width]
        low, high = np.percentile(part, (2, 98))
        told.append(f"{names[frame.key]}: {_key(float(np.median(part)))}, {high - low:.1f} V from dark to light")
    alike = [
        f"{names[a.key]} and {names[b.key]}" for (a, one), (b, other) in combinations(zip(given, crops, strict=True), 2)
        if _shared(one, other) > ALIKE
    ]  # fmt: skip
    same = (
        f" {', '.join(alike)} show nearly the same."
        if alike
        else " Each is a different picture."
        if len(given) > 1
        else ""
    )
    return Marked(
        right=True, off=None, measured="; ".join(told) + "." + same,
        rule="The format decides before the first value does: a long one tells of width, a tall one stacks depth, a "
        "square one holds the eye in the middle.",
        sure="Measured on each part of the picture.", otherwise="Many paint on what support they have; then choose the "
        "place for the format, not the format for the place.",
    )  # fmt: skip


def _key(median: float) -> str:
    return "a low key" if median < 4.2 else "a high key" if median > 6.6 else "a middle key"  # noqa: PLR2004


KINDS = (
    DrillKind("masses", "Simplify", "In few shapes", masses, _mark_masses, own=True),
    DrillKind("six_formats", "Simplify", "Six formats", six_formats, _mark_frames, own=True, scored=False),
)
