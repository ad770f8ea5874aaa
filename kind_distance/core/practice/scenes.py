"""Practice scenes with all that is true of them: planes, distances, values, borders, and at most one planted fault.

Answers are graded by what is measured on the painted scene, never by what was planned.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import value_from_luminance, value_map
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.picture.crops import Crop
from kind_distance.core.practice.canvas import HIGH, LUMA, WIDE, Box, Canvas, PlaneKind, View
from kind_distance.core.practice.chance import Floats, chance, noise
from kind_distance.core.practice.layouts import LAYOUTS, Laid, Layout
from kind_distance.core.practice.moods import MOODS
from kind_distance.core.remembering import remembered
from kind_distance.errors import DomainError

LEAST_SHARE = 0.004  # of the picture, from which a plane is asked about
LEAST_BORDER = 60  # px
ACROSS = 3  # px to each side of a border at which values are read
LOST, SOFT, FIRM = 0.45, 1.0, 2.0  # contrast across a border, V; methods of this project
SHOWS_V, SHOWS_SHARE = 0.4, 0.05  # a fault shows where so much of its box changes by so much
TRIES = 12
OWN = "own"  # the layout of a painter's own picture
LONG_BORDER = WIDE // 6  # px
APART = 0.5  # by which land is lighter than land before it in a faultless scene [V]
LEAST_BOX = 400  # px that a fault has to take
FAULTS = (
    "merged_edge",
    "dark_too_far",
    "contrary_shadow",
    "leaning_water",
    "way_out",
    "missing_reflection",
    "hot_rival",
    "wrong_bays",
    "tangent",
    "leaning_uprights",
)


@dataclass(frozen=True)
class ScenePlane:
    """A plane of a scene: its rank from far to near, what it is, how far off, its share and measured value."""

    rank: int
    name: str
    kind: PlaneKind
    distance_m: float
    share: float
    value: float
    centre: tuple[float, float]


@dataclass(frozen=True)
class SceneBorder:
    """Where two planes meet: how long, how much their values differ across it, and its middle. [px, V]."""

    far: int
    near: int
    length_px: int
    contrast: float
    middle: tuple[float, float]

    @property
    def kind(self) -> str:
        """Lost, soft, firm or hard."""
        return ("lost", "soft", "firm", "hard")[int(np.searchsorted([LOST, SOFT, FIRM], self.contrast, side="right"))]


@dataclass(frozen=True)
class Scene:
    """A scene and its truth.

    Parameters
    ----------
    seed : int
    layout, mood : str
    codes : (H, W, 3) uint8 array
    labels : (H, W) uint8 array
        Planes by rank, far to near.
    planes : tuple of ScenePlane
    borders : tuple of SceneBorder
    view : View or None
        None for a painter's own picture.
    posts : tuple of (column, row)
        Feet of posts that stand evenly on the ground, or should.
    fault : str
        Key of :data:`FAULTS`; empty where none was planted.
    fault_box : Box or None
    fault_amount : float
        In the fault's own unit: V, degrees or px.
    """

    seed: int
    layout: str
    mood: str
    codes: NDArray[np.uint8]
    labels: NDArray[np.uint8]
    planes: tuple[ScenePlane, ...]
    borders: tuple[SceneBorder, ...]
    view: View | None
    posts: tuple[tuple[float, float], ...]
    fault: str
    fault_box: Box | None
    fault_amount: float


def _canvas(seed: int, layout: Layout) -> Canvas:
    rng = chance(seed, "view")
    mood = MOODS[int(rng.integers(len(MOODS)))]
    turn = float(rng.choice([-1, 1]))
    away = float(rng.uniform(48, 72) if rng.random() < 0.6 else rng.uniform(112, 136))  # noqa: PLR2004
    horizon = HIGH * float(rng.uniform(0.36, 0.44))
    view = View(
        horizon, layout.eye_m, float(rng.uniform(820, 920)), turn * away, float(rng.uniform(*mood.sun_height_deg))
    )
    return Canvas(seed, mood, view)


def _finished(canvas: Canvas) -> NDArray[np.uint8]:
    """Give it a little tooth, and code it."""
    grain = noise(chance(canvas.seed, "grain"), (HIGH, WIDE), 1.6, 1.6, 1)
    return codes_from_linear(np.clip(canvas.light * (1 + 0.018 * grain[..., None]), 0, 1))


Told = Sequence[tuple[str, PlaneKind, float]]  # of planes, far to near: name, kind, distance [m]


def _planes(luminance: Floats, labels: NDArray[np.uint8], told: Told) -> tuple[ScenePlane, ...]:
    found = []
    for rank, (name, kind, distance) in enumerate(told, start=1):
        mask = labels == rank
        share = float(mask.mean())
        if share < LEAST_SHARE:
            continue
        deep = cv2.distanceTransform(np.pad(mask[::2, ::2], 1).astype(np.uint8), cv2.DIST_L2, 3)[1:-1, 1:-1]
        row, column = np.unravel_index(int(deep.argmax()), deep.shape)
        value = float(value_from_luminance(100 * float(np.clip(luminance[mask].mean(), 0, 1))))
        found.append(ScenePlane(rank, name, kind, distance, share, value, (2.0 * column, 2.0 * row)))
    return tuple(found)


def _borders(light: Floats, labels: NDArray[np.uint8], planes: tuple[ScenePlane, ...]) -> tuple[SceneBorder, ...]:
    """Find where planes meet, one over the other, and how much values differ across."""
    values = cv2.GaussianBlur(value_map(np.clip(light, 0, 1)), (0, 0), 1.0)
    above, below = labels[:-1], labels[1:]
    rows, columns = np.nonzero(above != below)
    kept = (rows >= ACROSS) & (rows < HIGH - ACROSS - 1)
    rows, columns = rows[kept], columns[kept]
    step = np.abs(values[rows - ACROSS, columns] - values[rows + 1 + ACROSS, columns])
    far = np.minimum(labels[rows, columns], labels[rows + 1, columns]).astype(int)
    near = np.maximum(labels[rows, columns], labels[rows + 1, columns]).astype(int)
    shown = {plane.rank for plane in planes}
    found = []
    for key in np.unique(far * 256 + near):
        pair = (int(key) // 256, int(key) % 256)
        here = (far == pair[0]) & (near == pair[1])
        if here.sum() < LEAST_BORDER or not set(pair) <= shown:
            continue
        middle = np.argsort(columns[here])[int(here.sum()) // 2]
        place = (float(columns[here][middle]), float(rows[here][middle]))
        found.append(SceneBorder(*pair, int(here.sum()), float(step[here].mean()), place))
    return tuple(found)


def _painted(seed: int, layout: Layout, fault: str, planned: dict[str, float]) -> tuple[Canvas, Laid]:
    canvas, laid = _canvas(seed, layout), Laid()
    canvas.planned.update(planned)
    layout.paint(canvas, laid, fault)
    return canvas, laid


def _truth(canvas: Canvas, laid: Laid, layout: Layout, fault: str) -> Scene:
    told = list(zip(canvas.names, canvas.kinds, canvas.distances, strict=True))
    planes = _planes(canvas.light @ LUMA, canvas.labels, told)
    borders = _borders(canvas.light, canvas.labels, planes)
    return Scene(
        canvas.seed, layout.key, canvas.mood.name, _finished(canvas), canvas.labels, planes, borders, canvas.view,
        tuple(laid.posts), fault, laid.fault_box, laid.fault_amount,
    )  # fmt: skip


def middle_of(high: int, wide: int) -> Crop:
    """Give the middle of a picture in the proportions of a scene. [px]."""
    part_high, part_wide = min(high, round(wide * HIGH / WIDE)), min(wide, round(high * WIDE / HIGH))
    return Crop((wide - part_wide) // 2, (high - part_high) // 2, part_wide, part_high)


def scene_of_picture(codes: NDArray[np.uint8], labels: NDArray[np.uint8], told: Told) -> Scene:
    """Make a scene of a painter's own picture with its marked planes: its middle, in the proportions of a scene.

    Parameters
    ----------
    codes : (h, w, 3) uint8 array
    labels : (h, w) uint8 array
        Planes by rank; 0 where none is marked.
    told : sequence of (name, kind, distance)
        Of the planes, far to near; NaN for a distance that nobody said. [m]
    """
    part = middle_of(*labels.shape)
    box = np.s_[part.y : part.y + part.height, part.x : part.x + part.width]
    light = np.asarray(
        cv2.resize(linear_from_codes(codes[box]), (WIDE, HIGH), interpolation=cv2.INTER_AREA), np.float32
    )
    shown = np.asarray(cv2.resize(labels[box], (WIDE, HIGH), interpolation=cv2.INTER_NEAREST), np.uint8)
    planes, drawn = _planes(light @ LUMA, shown, told), codes_from_linear(np.clip(light, 0, 1))
    return Scene(0, OWN, "", drawn, shown, planes, _borders(light, shown, planes), None, (), "", None, 0.0)


def layout_of(seed: int) -> Layout:
    """Give the layout that a seed paints."""
    return LAYOUTS[int(chance(seed, "layout").integers(len(LAYOUTS)))]


@remembered
def paint_scene(seed: int) -> Scene:
    """Paint the faultless scene of a seed."""
    layout = layout_of(seed)
    return _truth(*_painted(seed, layout, "", {}), layout, "")


def _land(scene: Scene) -> list[tuple[ScenePlane, ScenePlane]]:
    """Pairs of land, the far one first, that meet along a long border: where depth is told by values."""
    by_rank = {plane.rank: plane for plane in scene.planes}
    pairs = [(by_rank[each.far], by_rank[each.near]) for each in scene.borders if each.length_px > LONG_BORDER]
    return [(far, near) for far, near in pairs if far.kind == near.kind == "land"]


def is_faultless(scene: Scene) -> bool:
    """Whether a scene has no fault by its values either: all land is lighter than the land that stands before it."""
    return scene.fault == "" and all(far.value - near.value > APART for far, near in _land(scene))


def _plan_fault(clean: Scene, fault: str) -> tuple[dict[str, float], tuple[int, int]] | None:
    """Choose the plane whose value is changed, and its neighbour; None where no pair would show it."""
    pairs = [(far, near) for far, near in _land(clean) if far.value - near.value > APART]
    if not pairs:
        return None
    far, near = pairs[int(chance(clean.seed, "which").integers(len(pairs)))]
    value = near.value if fault == "merged_edge" else max(1.8, near.value - 1.1)
    return {far.name: value}, (far.rank, near.rank)


def _shows(clean: Scene, faulty: Scene) -> bool:
    """Whether what was planted can be seen: enough of its box differs from the faultless twin."""
    if faulty.fault_box is None:
        return False
    left, top, right, foot = faulty.fault_box
    box = np.s_[max(0, top) : max(0, foot), max(0, left) : max(0, right)]
    one, other = clean.codes[box], faulty.codes[box]
    if one.size < 3 * LEAST_BOX:
        return False
    apart = np.abs(value_map(linear_from_codes(one)) - value_map(linear_from_codes(other)))
    return float((apart > SHOWS_V).mean()) >= SHOWS_SHARE


def _box_of(labels: NDArray[np.uint8], rank: int) -> Box:
    return Box(0, 0, WIDE, HIGH).shrunk(labels == rank)


@remembered
def paint_fault(seed: int, fault: str) -> Scene:
    """Paint a scene with one fault planted; its faultless twin is :func:`paint_scene` of the same seed.

    Raises
    ------
    DomainError
        If this fault cannot be planted in the scene of this seed, or would not show.
    """
    layout = layout_of(seed)
    if fault not in layout.faults:
        raise DomainError(f"A scene of {layout.name} has no such fault.", "Take another seed.")
    clean = paint_scene(seed)
    if not is_faultless(clean):
        raise DomainError("This scene has a fault of its own.", "Take another seed.")
    planned: dict[str, float] = {}
    pair = (0, 0)
    if fault in ("merged_edge", "dark_too_far"):
        found = _plan_fault(clean, fault)
        if found is None:
            raise DomainError("Nothing in this scene would show this fault.", "Take another seed.")
        planned, pair = found
    canvas, laid = _painted(seed, layout, fault, planned)
    if planned:
        laid.fault_box = _box_of(canvas.labels, pair[0])
        by_rank = {plane.rank: plane for plane in clean.planes}
        laid.fault_amount = by_rank[pair[0]].value - next(iter(planned.values()))
    faulty = _truth(canvas, laid, layout, fault)
    if not _shows(clean, faulty) or (planned and not _as_meant(faulty, fault, pair)):
        raise DomainError("In this scene the fault does not show.", "Take another seed.")
    return faulty


def _as_meant(scene: Scene, fault: str, pair: tuple[int, int]) -> bool:
    """Whether the measured values say what the fault says."""
    by_rank = {plane.rank: plane for plane in scene.planes}
    if not set(pair) <= set(by_rank):
        return False
    apart = by_rank[pair[0]].value - by_rank[pair[1]].value
    return abs(apart) < 0.3 if fault == "merged_edge" else apart < -0.5  # noqa: PLR2004


def scene_with(seed: int, fault: str) -> Scene:
    """Paint a scene with a fault from a seed or one of the next, where the fault shows.

    Raises
    ------
    DomainError
        If none of the next dozen can show it.
    """
    for more in range(TRIES * len(LAYOUTS)):
        try:
            return paint_fault(seed + more * 7919, fault)
        except DomainError:
            continue
    raise DomainError("No scene shows this fault.", "Take another seed.")
