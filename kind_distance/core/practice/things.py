"""Things that stand in practice scenes: skies, woods, trees, houses, fences, paths, water, and shadows."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.practice.canvas import HIGH, WIDE, Box, Canvas
from kind_distance.core.practice.chance import Floats, chance, noise, wave
from kind_distance.core.practice.moods import linear
from kind_distance.errors import DomainError


def sky(canvas: Canvas) -> None:
    """Paint the sky: deep overhead, the air's own light at the horizon, and a few long clouds."""
    mood, height = canvas.mood, np.clip(canvas.rows / max(1.0, canvas.view.horizon), 0, 1)
    fade = (height**1.3)[..., None]
    canvas.light[:] = linear(mood.zenith) * (1 - fade) + canvas.air * fade
    rng = chance(canvas.seed, "clouds")
    lumps = noise(rng, (HIGH // 2, WIDE // 2), 16, 120, 3).repeat(2, 0).repeat(2, 1)
    cloud = np.clip((lumps - 0.7) / 0.9, 0, 1) * np.clip(1.15 - height, 0, 1) * 0.75
    bright = np.minimum(1.0, canvas.air * np.float32(1.12) + np.float32(0.05))
    canvas.light += (bright - canvas.light) * np.asarray(cloud, np.float32)[..., None]
    canvas.labels[:] = canvas.plane("sky", 60_000.0, "sky")


def ridge(canvas: Canvas, name: str, base: float, rise: float, scale: float, value: float, distance: float) -> Floats:
    """Paint a line of hills over a row; return its line, (W,) of rows."""
    line = base - rise * (0.55 + 0.45 * wave(chance(canvas.seed, name), WIDE, scale))
    rank = canvas.plane(name, distance)
    grass = linear(canvas.mood.grass) * 0.5 + linear(canvas.mood.wood) * 0.5
    near = float(np.clip(1.4 - distance / 4000, 0, 1))
    tones = (linear(canvas.mood.ridge) * (1 - near) + grass * near).astype(np.float32)
    fold = noise(chance(canvas.seed, name + " folds"), (HIGH, WIDE), 24, 60, 2) if near else None

    def folded(box: tuple[slice, slice]) -> Floats:
        shape = (box[0].stop - box[0].start, box[1].stop - box[1].start, 3)
        if fold is None:
            return np.broadcast_to(tones, shape)
        return np.asarray(tones * (1 + np.float32(0.10 * near) * fold[box][..., None]), np.float32)

    # Nearer land covers all but the first rows under the line.
    canvas.lay(canvas.under(line) * (canvas.rows < base + RIDGE_DEEP), folded, value, distance, rank)
    return np.asarray(line, np.float32)


def ground(canvas: Canvas, name: str, line: Floats, value: float, distance: float, colour: str | None = None) -> int:
    """Paint ground from a line of rows to the foot of the picture; return its rank."""
    rank = canvas.plane(name, distance, "flat")
    base = linear(colour or canvas.mood.grass)
    rng = chance(canvas.seed, name)
    # Flecks grow towards the viewer.
    fine, broad = noise(rng, (HIGH, WIDE), 3, 12, 2), noise(rng, (HIGH, WIDE), 14, 90, 2)
    near = np.clip((canvas.rows - canvas.view.horizon) / (HIGH - canvas.view.horizon), 0, 1).astype(np.float32)
    lit = (base * np.array(canvas.mood.sun, np.float32)).astype(np.float32)

    def flecked(box: tuple[slice, slice]) -> Floats:
        rough = 1 + np.float32(0.10) * fine[box] * near[box[0]] + np.float32(0.09) * broad[box]
        return np.asarray(lit * np.maximum(rough, np.float32(0.05))[..., None], np.float32)

    canvas.lay(canvas.under(line), flecked, value, distance, rank)
    return rank


def wood(
    canvas: Canvas, name: str, line: Floats, size: float, count: int, value: float, distance: float,
    span: tuple[float, float] = (0.0, 1.0),
) -> int:  # fmt: skip
    """Paint trees that stand along a line, their lit sides to the sun; return their rank."""
    rng = chance(canvas.seed, name)
    columns = rng.uniform(span[0] * WIDE, span[1] * WIDE, count)
    places = []
    for column in columns:
        foot = float(line[int(np.clip(column, 0, WIDE - 1))])
        tall = size * rng.uniform(0.6, 1.25)
        places += [
            (column + rng.normal(0, 0.4 * tall), foot - tall * rng.uniform(0.15, 0.9), tall * 0.42) for _ in range(5)
        ]
    rank = canvas.plane(name, distance)
    _leaves(canvas, name, np.array(places), value, distance, rank)
    return rank


def _leaves(canvas: Canvas, what: str, places: NDArray[np.float64], value: float, distance: float, rank: int) -> None:
    whole, lit = canvas.lumps(what, places, torn=max(2.5, float(places[:, 2].mean()) / 3))
    dark = linear(canvas.mood.wood) * np.array(canvas.mood.shade, np.float32)
    light = linear(canvas.mood.wood) * np.array(canvas.mood.sun, np.float32) * np.float32(1.5)
    light = light * np.float32(0.75) + linear(canvas.mood.grass) * np.float32(0.25)
    canvas.lay(whole, lambda box: dark + (light - dark) * lit[box][..., None], value, distance, rank)


RIDGE_DEEP = 110  # px under its base, to which land goes on behind what stands before it
FENCE_M = 1.15
LEAVES = 70  # lumps of a crown


@dataclass(frozen=True)
class Standing:
    """A thing that stands on the ground: where, how tall, its box on the picture."""

    x: float
    distance: float
    height: float
    half: float
    box: Box


def tree(canvas: Canvas, what: str, x: float, distance: float, height: float, value: float) -> Standing:
    """Paint a tree with its trunk; return where it stands."""
    rng, view = chance(canvas.seed, what), canvas.view
    column, foot = view.place(x, distance)
    _, top = view.place(x, distance, height)
    tall = foot - top
    rank = canvas.plane(what, distance, "thing")
    # Boughs grow out of one crown, so that none flies about.
    turn, out = rng.uniform(0, 2 * np.pi, LEAVES), np.sqrt(rng.uniform(0, 1, LEAVES))
    wide = rng.uniform(0.26, 0.36)
    crown = np.stack([
        column + wide * tall * out * np.cos(turn) + 0.04 * tall * rng.normal(0, 1, LEAVES),
        top + tall * (0.36 + 0.29 * out * np.sin(turn)), tall * rng.uniform(0.035, 0.085, LEAVES),
    ], axis=1)  # fmt: skip
    trunk = ((column - 0.026 * tall, foot), (column + 0.026 * tall, foot),
             (column + 0.010 * tall, top + 0.3 * tall), (column - 0.010 * tall, top + 0.3 * tall))  # fmt: skip
    canvas.fill(trunk, canvas.seen("4a3c30", distance, lit=False), rank)
    _leaves(canvas, what, crown, value, distance, rank)
    left, right = float((crown[:, 0] - crown[:, 2]).min()), float((crown[:, 0] + crown[:, 2]).max())
    box = Box(int(left), int(top), int(right), int(foot))
    return Standing(x, distance, height, 0.26 * height, box)


def shadow(canvas: Canvas, thing: Standing, onto: int, *, contrary: bool = False) -> Box:
    """Cast a thing's shadow on a plane of ground; contrary, it falls as if the sun stood on the other side."""
    view, rounds = canvas.view, np.linspace(0, 2 * np.pi, 14)
    side = -1.0 if contrary else 1.0
    places = []
    for turn in rounds:
        x, distance = view.shadow(thing.x, thing.distance, thing.height * (0.62 + 0.33 * float(np.sin(turn))))
        x = thing.x + side * (x - thing.x) + thing.half * float(np.cos(turn))
        places.append(view.place(x, max(2.0, distance)))
    foot, (x, distance) = view.place(thing.x, thing.distance), view.shadow(thing.x, thing.distance, 0.5 * thing.height)
    middle = view.place(thing.x + side * (x - thing.x), max(2.0, distance))
    wide = 0.02 * (thing.box.foot - thing.box.top)
    stem = [(foot[0] - wide, foot[1]), (foot[0] + wide, foot[1]), (middle[0] + wide, middle[1]),
            (middle[0] - wide, middle[1])]  # fmt: skip
    canvas.cast(onto, stem, 0.9)
    return canvas.cast(onto, places, 0.95)


@dataclass(frozen=True)
class Roof:
    """How a roof stands to the lines behind it.

    Parameters
    ----------
    lines : tuple of (W,) arrays
        Rows of skylines behind it.
    touching : bool
        Whether it just touches one of them, which is a fault; else it stands clear of all.
    """

    lines: tuple[Floats, ...] = ()
    touching: bool = False

    def scale(self, column: float, foot: float, peak: float) -> float:
        """By how much a house grows or shrinks for it; its foot stays. [px].

        Raises
        ------
        DomainError
            If no line is near enough to be touched.
        """
        at = int(np.clip(column, 0, WIDE - 1))
        rows = [float(line[at]) for line in self.lines]
        if self.touching:
            scales = [(foot - row) / (foot - peak) for row in rows]
            fitting = [each for each in scales if TOUCHING[0] <= each <= TOUCHING[1]]
            if not fitting:
                raise DomainError("No line stands near this roof.", "Take another seed.")
            return min(fitting, key=lambda each: abs(each - 1))
        for scale in CLEAR_SCALES:
            if all(abs(foot - scale * (foot - peak) - row) > CLEAR_PX for row in rows):
                return scale
        return 1.0


CLEAR_PX = 14.0
CLEAR_SCALES = (1.0, 0.88, 1.15, 0.76, 1.3, 0.66, 1.45)
TOUCHING = (0.6, 1.65)


def house(
    canvas: Canvas, what: str, x: float, distance: float, size: float, *,
    raised: float = 0.0, roof: Roof = Roof(), lean_deg: float = 0.0,  # noqa: B008  it is frozen
) -> Standing:  # fmt: skip
    """Paint a small house: a lit wall, a wall in shade, a roof; leaning, its walls fall to the right."""
    view, mood = canvas.view, canvas.mood
    rank = canvas.plane(what, distance, "thing")
    lit_left = view.sun_deg < 0
    foot, peak = view.place(x, distance, raised), view.place(x, distance, 1.06 * size + raised)
    size *= roof.scale(peak[0], foot[1], peak[1])
    tall, ridge_m, deep = 0.62 * size, 1.06 * size, 0.75 * size
    slope = float(np.tan(np.radians(lean_deg)))

    def at(along: float, height: float, back: float = 0.0) -> tuple[float, float]:
        column, row = view.place(x + along, distance + back, height + raised)
        return column + slope * (view.place(x + along, distance + back, raised)[1] - row), row

    half = 0.5 * size
    gable = (at(-half, 0), at(half, 0), at(half, tall), at(0, ridge_m), at(-half, tall))
    far = 1.0 if lit_left else -1.0
    # The long wall runs back on the side away from the sun, so that form shows.
    wall = (
        at(far * half, 0),
        at(far * (half + deep), 0, deep),
        at(far * (half + deep), tall, deep),
        at(far * half, tall),
    )
    slates = (at(far * half, tall), at(far * (half + deep), tall, deep), at(far * deep, ridge_m, deep), at(0, ridge_m))
    for places, colour, lit, scale in (
        (wall, mood.wall, False, 0.92), (gable, mood.wall, True, 0.92), (slates, mood.roof, False, 1.1),
    ):  # fmt: skip
        canvas.fill(places, canvas.seen(colour, distance, lit, scale), rank)
    for along in (-0.2 * size, 0.16 * size):
        pane = (at(along, 0.2 * size), at(along + 0.1 * size, 0.2 * size), at(along + 0.1 * size, 0.4 * size),
                at(along, 0.4 * size))  # fmt: skip
        canvas.fill(pane, canvas.seen("2c2a2c", distance, lit=False), rank)
    columns = [place[0] for place in (*gable, *wall)]
    rows = [place[1] for place in (*gable, *wall)]
    box = Box(int(min(columns)), int(min(rows)), int(max(columns)), int(max(rows)))
    return Standing(x, distance, ridge_m, half, box)


def evened(feet: list[tuple[float, float]], equal: float) -> list[tuple[float, float]]:
    """Shift feet of posts towards even steps on the picture: 0 leaves them as the ground has them, 1 is all wrong."""
    true = np.array(feet)
    even = true[0] + (true[-1] - true[0]) * np.linspace(0, 1, len(feet))[:, None]
    return [(float(column), float(row)) for column, row in true + equal * (even - true)]


def upright(at: tuple[float, float], tall: float, wide: float, lean_px: float = 0.0) -> list[tuple[float, float]]:
    """Outline a post on its foot, so tall and to each side so wide, its top so far to the right. [px]."""
    column, row = at
    top = column + lean_px
    return [(column - wide, row), (column + wide, row), (top + wide, row - tall), (top - wide, row - tall)]


def fence(
    canvas: Canvas, near: tuple[float, float], far: tuple[float, float], posts: int, *, equal: float = 0.0
) -> tuple[list[tuple[float, float]], Box]:
    """Paint a fence from a near to a far place, (x, distance) in m; return the feet of its posts and its box.

    Parameters
    ----------
    equal : float
        0 for posts evenly spaced on the ground; towards 1 they are spaced evenly on the picture, which is wrong.
    """
    view, share = canvas.view, np.linspace(0, 1, posts)
    placed = evened([view.place(*(n + (f - n) * s for n, f in zip(near, far, strict=True))) for s in share], equal)
    talls = [(row - view.horizon) * FENCE_M / view.eye_m for _, row in placed]
    tops = [(column, row - tall) for (column, row), tall in zip(placed, talls, strict=True)]
    for at, tall in zip(placed, talls, strict=True):
        canvas.fill(upright(at, tall, max(0.6, 0.055 * tall)), canvas.seen("5a4a3a", 20.0, lit=False))
    for part in (0.35, 0.8):
        rail = [(c, f + part * (t - f)) for (c, f), (_, t) in ((placed[0], tops[0]), (placed[-1], tops[-1]))]
        thick = [0.04 * (placed[0][1] - tops[0][1]), 0.04 * (placed[-1][1] - tops[-1][1])]
        strip = ((rail[0][0], rail[0][1] - thick[0]), (rail[1][0], rail[1][1] - thick[1]),
                 (rail[1][0], rail[1][1] + thick[1]), (rail[0][0], rail[0][1] + thick[0]))  # fmt: skip
        canvas.fill(strip, canvas.seen("6a5846", 20.0, lit=True))
    columns, rows = [p[0] for p in placed], [p[1] for p in placed] + [t[1] for t in tops]
    return placed, Box(int(min(columns)), int(min(rows)), int(max(columns)), int(max(rows)))


def path(
    canvas: Canvas, ways: list[tuple[float, float, float]], onto: int, colour: str | None = None, scale: float = 1.0
) -> Box:
    """Paint a path through places (column, row, half width in px) on a plane of ground; return its box."""
    return canvas.fill(
        strip_of(ways), canvas.seen(colour or canvas.mood.earth, 20.0, lit=True, scale=scale), only=onto, blur=0.8
    )


def strip_of(ways: list[tuple[float, float, float]]) -> list[tuple[float, float]]:
    """Give the outline of a winding strip through places (column, row, half width)."""
    at = np.array(ways, float)
    along = np.linspace(0, len(at) - 1, 40)
    smooth = [np.interp(along, range(len(at)), at[:, n]) for n in range(3)]
    smooth[0] = np.convolve(np.pad(smooth[0], 4, mode="edge"), np.ones(9) / 9, mode="valid")
    left = [(float(column - half), float(row)) for column, row, half in zip(*smooth, strict=True)]
    right = [(float(column + half), float(row)) for column, row, half in zip(*smooth, strict=True)]
    return [*left, *reversed(right)]


def water(
    canvas: Canvas, name: str, line: float, foot: Floats, above: Floats, distance: float, *, lean_px: float = 0.0
) -> int:
    """Paint calm water from its far line to the near shore: what stands over it turned about that line, and ripples.

    Parameters
    ----------
    line : float
        Row of the far shore. [px]
    foot : (W,) array
        Rows of the near shore.
    above : (H, W, 3) array
        What is mirrored.
    lean_px : float
        By how much the far shore rises to the right and falls to the left: water that leans.
    """
    rank = canvas.plane(name, distance, "flat")
    tilt = lean_px * (canvas.columns / WIDE - 0.5) * 2
    cover = canvas.under(np.broadcast_to(line - tilt, (1, WIDE))[0].astype(np.float32)) * (1 - canvas.under(foot))
    rng = chance(canvas.seed, name)
    deep = np.clip((canvas.rows - line) / max(1.0, HIGH - line), 0, 1)
    ripple = noise(rng, (HIGH, WIDE), 2.2, 36, 2) * (0.6 + 9 * deep)
    mirrored = np.clip(2 * line - canvas.rows + ripple, 0, HIGH - 1).astype(np.int32)
    turned = above[mirrored, np.arange(WIDE)[None, :]]
    share = (0.90 - 0.30 * deep)[..., None].astype(np.float32)
    body = linear(canvas.mood.water) * np.array(canvas.mood.shade, np.float32)
    canvas.touch(cover.astype(np.float32), turned * share + body * (1 - share), rank)
    return rank
