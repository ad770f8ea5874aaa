"""Five layouts of practice scenes: lake, river, coast, open hills, street; each with at most one fault."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np

from kind_distance.core.practice.canvas import HALF, HIGH, WIDE, Box, Canvas
from kind_distance.core.practice.chance import Floats, chance, noise, wave
from kind_distance.core.practice.things import (
    Roof,
    Standing,
    evened,
    fence,
    ground,
    house,
    path,
    ridge,
    shadow,
    sky,
    strip_of,
    tree,
    upright,
    water,
    wood,
)


@dataclass
class Laid:
    """What a layout tells of itself: feet of posts, and where and how much of the planted fault there is."""

    posts: list[tuple[float, float]] = field(default_factory=list)
    fault_box: Box | None = None
    fault_amount: float = 0.0


def _line(canvas: Canvas, what: str, row: float, rise: float, scale: float = 260) -> Floats:
    return np.asarray(row + rise * wave(chance(canvas.seed, what), WIDE, scale), np.float32)


def _values(canvas: Canvas, steps: int) -> list[float]:
    """Planned values of land from far to near, evenly from the mood's far value to its near one."""
    return [float(v) for v in np.linspace(canvas.mood.far, canvas.mood.near + 1.0, steps)]


def _shadows(canvas: Canvas, laid: Laid, things: list[Standing], onto: int, fault: str) -> None:
    """Cast all shadows; the fault turns the first one that can be seen."""
    for at, thing in enumerate(things):
        contrary = fault == "contrary_shadow" and at == 0
        box = shadow(canvas, thing, onto, contrary=contrary)
        if contrary:
            laid.fault_box = box
            laid.fault_amount = min(2 * abs(canvas.view.sun_deg), 360 - 2 * abs(canvas.view.sun_deg))


def _rival(canvas: Canvas, laid: Laid, rows: tuple[float, float], fault: str) -> None:
    """Put something red and hot at the rim, where nobody should look."""
    if fault != "hot_rival":
        return
    rng = chance(canvas.seed, "rival")
    column, row = (0.05 if rng.random() < 0.5 else 0.93) * WIDE, rng.uniform(*rows)  # noqa: PLR2004
    left, right = column - 24, column + 24
    for top, foot, colour in ((row - 36, row, (0.80, 0.035, 0.02)), (row - 25, row - 15, (0.95, 0.62, 0.03))):
        places = ((left, top), (right, top), (right, foot), (left, foot))
        canvas.fill(places, np.array(colour, np.float32))
    laid.fault_box, laid.fault_amount = Box(int(left), int(row - 36), int(right), int(row)), 1.0


def _path_out(canvas: Canvas, laid: Laid, onto: int, start: tuple[float, float], fault: str) -> None:
    """Lead a path to the foot of the picture; as a fault it runs out at the side, wide and light."""
    rng = chance(canvas.seed, "path")
    column, row = start
    if fault != "way_out":
        away = column + rng.uniform(-90, 90)
        path(canvas, [(column, row, 3), (column + rng.uniform(-60, 60), row + 60, 14), (away, HIGH + 8, 46)], onto)
        return
    out = WIDE + 20 if column < WIDE / 2 else -20
    low = min(HIGH - 40, row + 110)
    box = path(
        canvas, [(column, row, 4), (column + 0.35 * (out - column), row + 50, 26), (out, low, 58)], onto, scale=1.3
    )
    laid.fault_box, laid.fault_amount = box, low


LEANS_DEG = (3.0, 9.0)


def _lean(canvas: Canvas, fault: str) -> float:
    """By how much uprights lean to the right; 0 where that is not the fault. [deg]."""
    if fault != "leaning_uprights":
        return 0.0
    rng = chance(canvas.seed, "lean")
    return float(rng.choice([-1, 1]) * rng.uniform(*LEANS_DEG))


def _tell_house(laid: Laid, standing: Standing, fault: str, lean: float) -> None:
    """Tell where a house leans, or touches a line behind it."""
    box = standing.box
    if fault == "leaning_uprights":
        laid.fault_box, laid.fault_amount = Box(box.left - 6, box.top, box.right + 6, box.foot), lean
    if fault == "tangent":
        laid.fault_box, laid.fault_amount = Box(box.left - 12, box.top - 16, box.right + 12, box.foot), 0.0


BANK_M, HEAD_M = 280.0, 430.0  # to the far bank of the lake, and to the nearer headland
HEAD_HIGH_M = 26.0
LAMP_M = 5.2
WINDOWS_TO_M = 60.0  # farther off they are under two pixels wide


def lake(canvas: Canvas, laid: Laid, fault: str) -> None:
    """Ridges, hills and a far bank with a house over a lake; a meadow with a path before it."""
    rng, view = chance(canvas.seed, "lake"), canvas.view
    far, middle, bank, _, _ = _values(canvas, 5)
    sky(canvas)
    ridges = ridge(canvas, "ridges", view.horizon - 4, 70, 240, far, 9000)
    hills = ridge(canvas, "hills", view.horizon, 34, 170, middle, 2400)
    shore = view.row(BANK_M)
    line = np.full(WIDE, shore, np.float32)
    wood(canvas, "far bank", line, 26, 46, bank, BANK_M)
    bare = canvas.light.copy()
    slant = _lean(canvas, fault)
    roof = Roof((ridges, hills), touching=fault == "tangent")
    standing = house(canvas, "house", rng.uniform(-70, 70), BANK_M - 5, 20, roof=roof, lean_deg=slant)
    _tell_house(laid, standing, fault, slant)
    foot = _line(canvas, "near shore", view.horizon + 104, 16)
    mirrored = bare if fault == "missing_reflection" else canvas.light
    lean = rng.choice([-1, 1]) * 18.0 if fault == "leaning_water" else 0.0
    water(canvas, "water", shore, foot, mirrored.copy(), 90, lean_px=float(lean))
    box = standing.box
    if fault == "missing_reflection":
        laid.fault_box = Box(box.left, int(shore), box.right, int(shore + 1.1 * (shore - box.top)))
        laid.fault_amount = float(box.foot - box.top)
    if lean:
        laid.fault_box = Box(0, int(shore - 20), WIDE, int(shore + 20))
        laid.fault_amount = float(np.degrees(np.arctan(2 * abs(lean) / WIDE)))
    meadow = ground(canvas, "meadow", foot, canvas.mood.ground, 35)
    start = float(rng.uniform(0.3, 0.7) * WIDE)
    _path_out(canvas, laid, meadow, (start, float(foot[int(start)]) + 4), fault)
    thing = tree(canvas, "tree", float(rng.choice([-1, 1]) * rng.uniform(7, 10)), 27, 13, canvas.mood.near)
    _shadows(canvas, laid, [thing], meadow, fault)
    _rival(canvas, laid, (HIGH * 0.72, HIGH * 0.86), fault)


def river(canvas: Canvas, laid: Laid, fault: str) -> None:
    """Hills and woods; a meadow through which a river winds; a dark bank with trees near by."""
    rng, view = chance(canvas.seed, "river"), canvas.view
    far, middle, woods, _, _ = _values(canvas, 5)
    sky(canvas)
    ridge(canvas, "ridges", view.horizon - 2, 90, 280, far, 8000)
    ridge(canvas, "hills", view.horizon + 2, 40, 190, middle, 1800)
    line = _line(canvas, "wood line", view.horizon + 10, 3)
    wood(canvas, "far wood", line, 34, 50, woods, 420)
    meadow = ground(canvas, "meadow", line, canvas.mood.ground, 120)
    turn = float(rng.choice([-1, 1]))
    middle_x = WIDE / 2 + turn * rng.uniform(60, 150)
    ways = [(WIDE / 2 - turn * 190, view.horizon + 16, 7.0), (middle_x, view.horizon + 60, 26.0),
            (WIDE / 2 - turn * 130, view.horizon + 120, 62.0), (WIDE / 2 + turn * 40, HIGH + 10, 190.0)]  # fmt: skip
    rank = canvas.plane("river", 80, "flat")
    box, mask = canvas.polygon(*strip_of(ways), blur=0.8)
    mask = mask * (canvas.labels[box.slices] == meadow)
    # Calm water shows the sky, the darker the steeper one looks down on it.
    deep = np.clip((canvas.rows[box.slices[0]] - view.horizon) / (HIGH - view.horizon), 0, 1)[..., None]
    up = canvas.light[int(view.horizon * 0.55)].mean(axis=0) * (0.9 - 0.35 * deep)
    ripple = 1 + 0.06 * noise(chance(canvas.seed, "ripples"), mask.shape, 2.4, 30, 2)[..., None]
    seen = (up + canvas.seen(canvas.mood.water, 80) * (0.1 + 0.25 * deep)) * ripple
    canvas.light[box.slices] += (seen - canvas.light[box.slices]) * mask[..., None]
    canvas.labels[box.slices][mask > HALF] = rank
    single = ((turn * 30.0, 90.0, 15.0, woods - 0.9), (-turn * 24.0, 62.0, 13.0, woods - 1.4))
    things = [tree(canvas, f"tree {n}", x, d, h, v) for n, (x, d, h, v) in enumerate(single)]
    _shadows(canvas, laid, things, meadow, fault)
    foot = _line(canvas, "near bank", HIGH - 92, 24)
    bank = ground(canvas, "near bank", foot, canvas.mood.near + 1.4, 14, canvas.mood.wood)
    if fault == "way_out":
        out = WIDE + 20 if turn < 0 else -20
        laid.fault_box = path(canvas, [(WIDE / 2, HIGH, 20), (WIDE / 2 + 0.5 * (out - WIDE / 2), HIGH - 40, 24),
                                       (out, HIGH - 60, 30)], bank, scale=1.4)  # fmt: skip
        laid.fault_amount = HIGH - 60.0
    tree(canvas, "near tree", -turn * rng.uniform(6, 8), 17, 11, canvas.mood.near)
    _rival(canvas, laid, (HIGH * 0.6, HIGH * 0.74), fault)


def coast(canvas: Canvas, laid: Laid, fault: str) -> None:
    """Two headlands into the sea, the nearer one with a house; a pale beach with posts before them."""
    rng, view = chance(canvas.seed, "coast"), canvas.view
    far, middle, _, _ = _values(canvas, 4)
    side = float(rng.choice([-1, 1]))
    sky(canvas)
    lean = side * 16.0 if fault == "leaning_water" else 0.0
    foot = _line(canvas, "tide line", view.horizon + 130, 14, 400)
    sea = canvas.light.copy()
    water(canvas, "sea", view.horizon, foot, sea, 1500, lean_px=lean)
    if lean:
        laid.fault_box = Box(0, int(view.horizon - 18), WIDE, int(view.horizon + 18))
        laid.fault_amount = float(np.degrees(np.arctan(2 * abs(lean) / WIDE)))
    for name, reach, rise, value, distance in (
        ("far headland", 0.62, 58, far - 0.2, 5200.0), ("near headland", 0.40, 120, middle - 0.6, HEAD_M),
    ):  # fmt: skip
        _headland(canvas, name, side, reach, rise, value, distance)
    slant = _lean(canvas, fault)
    standing = house(canvas, "house", side * 105, HEAD_M - 10, 22, raised=HEAD_HIGH_M, lean_deg=slant)
    _tell_house(laid, standing, fault, slant)
    beach = ground(canvas, "beach", foot, canvas.mood.ground + 0.5, 40, canvas.mood.earth)
    things = [tree(canvas, "pine", -side * rng.uniform(9, 12), 32, 13, canvas.mood.near)]
    _shadows(canvas, laid, things, beach, fault)
    equal = 0.75 if fault == "wrong_bays" else 0.0
    laid.posts, box = fence(canvas, (side * 0.6, 12.5), (side * 15.0, 43), int(rng.integers(5, 10)), equal=equal)
    if equal:
        laid.fault_box, laid.fault_amount = box, equal
    if fault == "way_out":
        _path_out(canvas, laid, beach, (WIDE / 2, float(foot[WIDE // 2]) + 30), fault)
    _rival(canvas, laid, (HIGH * 0.7, HIGH * 0.85), fault)


def _headland(canvas: Canvas, name: str, side: float, reach: float, rise: float, value: float, distance: float) -> None:
    rank, row = canvas.plane(name, distance), canvas.view.row(distance)
    share = np.clip(((canvas.columns[0] / WIDE - 0.5) * side + 0.5 - (1 - reach)) / reach, 0, 1)
    steep = np.clip(share / 0.35, 0, 1) ** 0.8
    line = row - rise * steep * (0.8 + 0.2 * wave(chance(canvas.seed, name), WIDE, 90))
    cover = canvas.under(np.asarray(line, np.float32)) * (canvas.rows <= row) * (share > 0)
    tones = np.array(canvas.seen(canvas.mood.wood, 0.0)) * 0.5 + np.array(canvas.seen(canvas.mood.earth, 0.0)) * 0.5
    canvas.lay(np.asarray(cover, np.float32), tones.astype(np.float32), value, distance, rank)


def hills(canvas: Canvas, laid: Laid, fault: str) -> None:
    """Hills behind hills with woods on them; a meadow with a fence, a path and a tree."""
    rng, view = chance(canvas.seed, "hills"), canvas.view
    values = _values(canvas, 6)
    sky(canvas)
    lines: list[Floats] = []
    for n, (name, rise, distance) in enumerate(
        (("far ridge", 110, 11000), ("blue hills", 76, 4200), ("middle hills", 46, 1500), ("near hill", 18, 520))
    ):
        lines.append(ridge(canvas, name, view.horizon + 6 + 9 * n, rise, 330 - 55 * n, values[n], distance))
    wood(canvas, "wood", lines[-1] + 6, 22, 22, values[4], 430, (0.05, 0.6))
    low = _line(canvas, "meadow line", view.horizon + 58, 14)
    meadow = ground(canvas, "meadow", low, canvas.mood.ground, 60)
    side = float(rng.choice([-1, 1]))
    slant, roof = _lean(canvas, fault), Roof(tuple(lines[1:]), touching=fault == "tangent")
    standing = house(canvas, "house", side * rng.uniform(10, 16), 74, 6.5, roof=roof, lean_deg=slant)
    _tell_house(laid, standing, fault, slant)
    _path_out(canvas, laid, meadow, (0.5 * (standing.box.left + standing.box.right), standing.box.foot + 2.0), fault)
    equal = 0.75 if fault == "wrong_bays" else 0.0
    laid.posts, box = fence(
        canvas,
        (-side * 5.0, 15),
        (-side * rng.uniform(3, 11), rng.uniform(60, 80)),
        int(rng.integers(6, 11)),
        equal=equal,
    )
    if equal:
        laid.fault_box, laid.fault_amount = box, equal
    thing = tree(canvas, "tree", -side * rng.uniform(2.0, 3.5), 25, 10, canvas.mood.near)
    _shadows(canvas, laid, [thing, standing], meadow, fault)
    _rival(canvas, laid, (HIGH * 0.66, HIGH * 0.82), fault)


def street(canvas: Canvas, laid: Laid, fault: str) -> None:
    """Rows of houses along a street towards a far hill; lamp posts on one side."""
    view = canvas.view
    far, middle, _, near = _values(canvas, 4)
    sky(canvas)
    ridge(canvas, "hill", view.horizon, 92, 300, far, 4500)
    pavement = ground(
        canvas, "street", np.full(WIDE, view.horizon + 5, np.float32), canvas.mood.ground, 40, canvas.mood.earth
    )
    blocks = (
        ("far houses", 90.0, 320.0, middle, 9.0),
        ("houses", 42.0, 88.0, middle - 0.8, 11.0),
        ("near houses", 9.0, 40.0, near + 0.9, 12.0),
    )
    for name, begin, end, value, tall in blocks:
        _row(canvas, name, begin, end, value, tall)
    equal = 0.75 if fault == "wrong_bays" else 0.0
    side = 1.0 if view.sun_deg < 0 else -1.0
    slant = _lean(canvas, fault)
    laid.posts, box = _lamps(canvas, side, equal, slant)
    if equal or slant:
        laid.fault_box, laid.fault_amount = box, equal or slant
    thing = tree(canvas, "tree", -side * 3.4, 24, 6.5, canvas.mood.near)
    _shadows(canvas, laid, [thing], pavement, fault)
    _rival(canvas, laid, (HIGH * 0.8, HIGH * 0.9), fault)


HALF_STREET = 6.5


def _row(canvas: Canvas, name: str, begin: float, end: float, value: float, tall: float) -> None:
    """Paint houses along both sides from one distance to another: one side in the sun, one in the shade."""
    rank, view, rng = canvas.plane(name, (begin * end) ** 0.5), canvas.view, chance(canvas.seed, name)
    cover, tones = np.zeros((HIGH, WIDE), np.float32), np.zeros((HIGH, WIDE, 3), np.float32)
    tone = np.array(canvas.seen(canvas.mood.wall, 0.0))
    for side in (-1.0, 1.0):
        lit = (side < 0) != (view.sun_deg < 0)
        cuts = np.exp(np.linspace(np.log(begin), np.log(end), 4))
        for first, last in zip(cuts[:-1], cuts[1:], strict=True):
            height = tall * rng.uniform(0.75, 1.2)
            own = tone * rng.uniform(0.75, 1.1) * (1.0 if lit else 0.62)
            along = [
                view.place(side * HALF_STREET, d, h)
                for d, h in ((first, 0), (first, height), (last, height), (last, 0))
            ]
            front = [
                view.place(side * x, first, h)
                for x, h in ((HALF_STREET, 0), (HALF_STREET, height), (60, height), (60, 0))
            ]
            for places, share in ((front, 0.9), (along, 1.0)):
                box, mask = canvas.polygon(*places)
                tones[box.slices] += (own * share - tones[box.slices]) * mask[..., None]
                cover[box.slices] = np.maximum(cover[box.slices], mask)
    canvas.lay(cover, tones.astype(np.float32), value, (begin * end) ** 0.5, rank)
    if begin < WINDOWS_TO_M:
        _windows(canvas, begin, end, tall, rank)


def _windows(canvas: Canvas, begin: float, end: float, tall: float, rank: int) -> None:
    view = canvas.view
    wide = 1.1
    for side in (-1.0, 1.0):
        for distance in np.arange(begin + 1.5, min(end, begin * 2.6), 3.6):
            for sill in (1.2, 4.2, 7.2):
                if sill + 2 < 0.75 * tall:
                    far, top = distance + wide, sill + 1.7
                    corners = ((distance, sill), (distance, top), (far, top), (far, sill))
                    pane = [view.place(side * HALF_STREET, d, h) for d, h in corners]
                    canvas.fill(pane, canvas.seen("38363c", float(distance), lit=False), only=rank)


def _lamps(canvas: Canvas, side: float, equal: float, lean_deg: float) -> tuple[list[tuple[float, float]], Box]:
    view, rng = canvas.view, chance(canvas.seed, "lamps")
    distances = rng.uniform(11, 15) + rng.uniform(6.5, 12) * np.arange(7)
    placed = evened([view.place(side * 4.6, float(d)) for d in distances], equal)
    for column, row in placed:
        tall = (row - view.horizon) * LAMP_M / view.eye_m
        wide = max(0.7, 0.011 * tall)
        out = tall * float(np.tan(np.radians(lean_deg)))
        top = column + out
        lamp = ((top - 4 * wide, row - tall), (top + 4 * wide, row - tall), (column + 1.08 * out, row - 1.08 * tall))
        for places in (upright((column, row), tall, wide, out), lamp):
            canvas.fill(places, canvas.seen("2e2c2e", 20.0, lit=False))
    tall = (placed[0][1] - view.horizon) * 1.08 * LAMP_M / view.eye_m
    out = tall * float(np.tan(np.radians(lean_deg)))
    columns, rows = [p[0] + part * out for p in placed for part in (0, 1)], [p[1] for p in placed]
    return placed, Box(int(min(columns)), int(max(0.0, max(rows) - tall)), int(max(columns)), int(max(rows)))


@dataclass(frozen=True)
class Layout:
    """A layout: how it is painted, the eye's height, and the faults that can be planted in it."""

    key: str
    name: str
    paint: Callable[[Canvas, Laid, str], None]
    eye_m: float
    faults: tuple[str, ...]


VALUE_FAULTS = ("merged_edge", "dark_too_far")
SUN = ("contrary_shadow", "hot_rival")
LEANING = "leaning_uprights"
HOUSE = (LEANING, "tangent")
LAYOUTS = (
    Layout(
        "lake", "a lake", lake, 8.0, (*VALUE_FAULTS, *SUN, "leaning_water", "way_out", "missing_reflection", *HOUSE)
    ),
    Layout("river", "a river", river, 8.0, (*VALUE_FAULTS, *SUN, "way_out")),
    Layout("coast", "a coast", coast, 7.0, (*VALUE_FAULTS, *SUN, "leaning_water", "way_out", "wrong_bays", LEANING)),
    Layout("hills", "open hills", hills, 7.5, (*VALUE_FAULTS, *SUN, "way_out", "wrong_bays", *HOUSE)),
    Layout("street", "a street", street, 1.65, (*VALUE_FAULTS, *SUN, "wrong_bays", LEANING)),
)
