"""Each kind of pass, as it changes the canvas."""

from __future__ import annotations

import zlib
from collections.abc import Callable
from dataclasses import replace

import cv2
import numpy as np

from kind_distance.core.build.aims import BRUSHES, Aims
from kind_distance.core.build.brushwork import Hand, cover_of, draw_into_each_other, lay, spared, strokes, wash
from kind_distance.core.build.model import BuildStep, Canvas
from kind_distance.core.build.tone import (
    Floats,
    absorbed,
    at_value,
    blur,
    density,
    distance,
    film,
    highest,
    luminance_of,
    returned,
    smooth,
    value,
)
from kind_distance.core.mixing.film import USUAL_COAT

PAPER_VALUE = 9.4
PAPER_TINT = (1.0, 0.992, 0.965)
LAID = 0.3  # share of a plane that has paint, from which blending finds some to blend
UMBER = (0.147, 0.082, 0.038)  # of an underpainting in one colour, linear sRGB

Painted = Callable[[Canvas, Hand], None]


def bare(aims: Aims) -> Canvas:
    """Give the support as it comes: paper or primed, with its grain."""
    paper = np.ones((*aims.scene.shape, 3), np.float32) * luminance_of(PAPER_VALUE)
    paper = (paper * np.array(PAPER_TINT, np.float32) * (1 + 0.012 * aims.noise(2.2, 2))[..., None]).astype(np.float32)
    return Canvas(paper, paper.copy(), np.zeros(aims.scene.shape, np.uint8), paper)


def _whole(aims: Aims, step: BuildStep) -> Floats:
    """Where a pass lies, softly: its planes, or all."""
    if not step.planes:
        return np.ones(aims.scene.shape, np.float32)
    return blur(np.isin(aims.scene.labels, step.planes).astype(np.float32), 1.0)


def _ground(canvas: Canvas, aims: Aims, step: BuildStep) -> None:
    tone = np.array(step.tint or aims.scene.ground, np.float32)
    marks = aims.bristle(0.06 * aims.width / 2.2)
    canvas.seen = film(canvas.seen, np.broadcast_to(tone, canvas.seen.shape), (1.5 + 0.22 * marks)[..., None])
    canvas.base, canvas.film = canvas.seen.copy(), canvas.seen.copy()


def _drawing(canvas: Canvas, aims: Aims, seed: int) -> None:
    """Draw the borders of the planes, in a line that wavers and presses unevenly."""
    labels = cv2.medianBlur(aims.scene.labels, 7 if aims.width >= 600 else 5)
    edge: Floats = np.zeros(aims.scene.shape, np.float32)
    edge[:, 1:] = labels[:, 1:] != labels[:, :-1]
    edge[1:] = np.maximum(edge[1:], labels[1:] != labels[:-1])
    down, across = np.mgrid[0 : aims.height, 0 : aims.width].astype(np.float32)
    waver = [0.9 * aims.noise(0.03 * aims.width, 2, seed + each) for each in (0, 1)]
    edge = np.asarray(cv2.remap(blur(edge, 0.7), across + waver[0], down + waver[1], cv2.INTER_LINEAR))
    press = np.clip(0.8 + 0.25 * aims.noise(0.05 * aims.width, 2, seed + 2), 0.2, 1.2)
    dark = 0.5 if aims.scene.transparent else 1.1
    canvas.seen *= (1 - np.clip(edge * press * dark, 0, 0.8))[..., None]


def _first_wash(aims: Aims, rank: int) -> Floats:
    """Colour of a first wash: as light as the plane's lights want it, since every later one only darkens."""
    form, plane = aims.aim(rank, "form"), aims.scene.planes[rank - 1]
    low = blur(form, 0.02 * aims.width)
    lifted = value(low) + 0.45 * (plane.light - plane.mass) + 0.15
    return at_value(low, np.minimum(np.maximum(lifted, value(form)), PAPER_VALUE))


def _block_in(canvas: Canvas, hand: Hand) -> None:
    aims, step, rank, brush = hand.aims, hand.step, hand.rank, hand.brush
    if aims.scene.transparent:
        cover = cover_of(canvas, hand, 0.4 * brush)
        dense, have = density(_first_wash(aims, rank), canvas.base), density(canvas.seen, canvas.base)
        # A paler wash may have run on under this one, which is mixed that much thinner.
        mass = np.array([0] + [plane.mass for plane in aims.scene.planes], np.float32)
        paler = (mass[canvas.owner] > mass[rank] + 0.3)[..., None]
        dense = np.where(paler, np.maximum(dense - have, 0.05 * dense), dense).astype(np.float32)
        wash(canvas, hand, dense * np.float32(step.thickness), cover)
        return
    aim = aims.aim(rank, "mass")
    if step.kind == "underpainting":
        aim = at_value(np.broadcast_to(np.array(UMBER, np.float32), aim.shape), value(aim))
    cover = cover_of(canvas, hand, brush)
    paint, loads = strokes(aim, cover, hand)
    lay(canvas, hand, paint, cover, 1.75 + 0.5 * (step.thickness - 1), loads)
    if step.beside:
        draw_into_each_other(canvas, hand)


def _second_layer(canvas: Canvas, hand: Hand) -> None:
    aims, step, rank, brush = hand.aims, hand.step, hand.rank, hand.brush
    form = aims.aim(rank, "form")
    if aims.scene.transparent:
        dense = np.clip(density(form, np.clip(_first_wash(aims, rank), 0.01, 1)), 0, 3)
        cover = cover_of(canvas, hand, 0.4 * brush)
        dense, _ = strokes(dense, cover, hand)
        mean = (dense[..., 0] + dense[..., 1] + dense[..., 2]) / np.float32(3)
        crisp = 1 + 0.5 * np.clip(mean - blur(mean, 1.5), 0, 0.3)
        dense = dense * (smooth(0.03, 0.08, mean) * crisp)[..., None]
        wash(canvas, hand, blur(dense, 0.6), cover)
        return
    mass = aims.aim(rank, "mass")
    differs = np.abs(value(form) - value(mass)) + 4 * highest(np.abs(form - mass))
    need = np.maximum(smooth(0.12, 0.45, differs), np.where(canvas.owner != rank, np.float32(1), np.float32(0.7)))
    cover = cover_of(canvas, hand, brush) * need
    paint, loads = strokes(form, cover, hand)
    lay(canvas, hand, paint, cover, 2.0 + 0.5 * (step.thickness - 1.2), loads)
    if step.beside:
        draw_into_each_other(canvas, hand)


def _details(canvas: Canvas, hand: Hand) -> None:
    aims, step, rank, brush = hand.aims, hand.step, hand.rank, hand.brush
    fine, form, near = aims.want, aims.aim(rank, "form"), aims.near
    limit = 0.75 - 0.5 * near  # fewer marks away from the focus
    odd = np.abs(value(fine) - value(form)) + 3 * highest(np.abs(fine - form)) * near
    need = smooth(limit, limit + 0.35, odd)
    unsaid = aims.inside(rank) & (canvas.owner < rank)  # twigs that no brush has said yet
    need = np.maximum(need, unsaid.astype(np.float32))
    cover = cover_of(canvas, hand, 1.0) * blur(need, 0.5)
    soft = blur(fine, max(0.5, 0.3 * brush))
    paint = soft + near[..., None] * (fine - soft)
    if aims.scene.transparent:
        dense = np.clip(density(paint, np.clip(canvas.seen, 0.01, 1)), 0, 3)
        wash(canvas, replace(hand, step=replace(step, beside=(), damp=())), dense, cover, edge=0.1)
    else:
        lay(canvas, hand, paint, cover, 2.6)


def _lights(canvas: Canvas, aims: Aims, step: BuildStep, seed: int) -> None:
    """Set the lightest lights and the darkest darks, few, by the focus; none in a sky."""
    lights, darks = np.zeros(aims.scene.shape, np.float32), np.zeros(aims.scene.shape, np.float32)
    for rank, plane in enumerate(aims.scene.planes, start=1):
        if plane.sky or (step.planes and rank not in step.planes):
            continue
        inside = aims.inside(rank)
        lights = np.where(inside, smooth(plane.light - 0.25, plane.light + 0.1, aims.want_value), lights)
        darks = np.where(inside, 1 - smooth(plane.dark - 0.1, plane.dark + 0.2, aims.want_value), darks)
    few = smooth(0.35, 0.75, aims.near + 0.22 * aims.noise(0.03 * aims.width, 2, seed))
    up = at_value(aims.want, np.minimum(aims.want_value + 0.35, 9.3))
    down = at_value(aims.want, np.maximum(aims.want_value - 0.3, 1.8))
    light = np.clip(blur(cv2.dilate(lights, np.ones((2, 2), np.uint8)).astype(np.float32), 0.5) * few * 1.2, 0, 1)
    dark = np.clip(blur(darks, 0.6) * few, 0, 1)
    if aims.scene.transparent:
        dense = np.clip(density(down, np.clip(canvas.seen, 0.01, 1)), 0, 2)
        canvas.seen *= np.exp(-dark[..., None] * dense)
        canvas.seen += (0.75 * light)[..., None] * np.maximum(up - canvas.seen, 0)
        return
    for share, paint, thickness in ((dark, down, 1.0), (light, up, step.thickness)):
        canvas.seen += share[..., None] * (film(canvas.seen, paint, USUAL_COAT * 0.9 * thickness) - canvas.seen)


def _glaze(canvas: Canvas, aims: Aims, step: BuildStep, brush: float) -> None:
    tint = np.array(step.tint or (0.75, 0.7, 0.6), np.float32)
    where = spared(canvas, aims, _whole(aims, step) * np.float32(step.share))[..., None]
    dense = -np.log(np.clip(tint, 0.02, 1)) * step.thickness * (1 + 0.10 * aims.bristle(brush))[..., None]
    canvas.seen = (canvas.seen * np.exp(-where * dense)).astype(np.float32)


def _scumble(canvas: Canvas, aims: Aims, step: BuildStep, brush: float) -> None:
    """Drag thin opaque paint over: only the tops of the strokes below take it."""
    where = _whole(aims, step) * np.float32(step.share)
    if step.tint is None:
        paint = at_value(canvas.seen, np.minimum(value(canvas.seen) + 0.6, 9.3))
    else:
        paint = np.broadcast_to(np.array(step.tint, np.float32), canvas.seen.shape).astype(np.float32)
    if aims.scene.transparent:
        dense = np.clip(density(paint, np.float32(1)), 0, 3) * 0.3
        canvas.seen = (canvas.seen * np.exp(-where[..., None] * dense)).astype(np.float32)
        return
    tops = smooth(-1.0, 1.5, aims.bristle(brush) + 0.6 * aims.noise(1.0))
    made = film(canvas.seen, paint, USUAL_COAT * step.opacity * step.thickness * 0.4)
    canvas.seen += (where * tops)[..., None] * (made - canvas.seen)


def _blend(canvas: Canvas, aims: Aims, step: BuildStep, brush: float) -> None:
    """Draw the paint of a plane into itself; where none lies yet it is laid wet first."""
    for rank in step.planes:
        inside = aims.inside(rank)
        if inside.any() and (canvas.owner[inside] == rank).mean() < LAID:
            wide = BRUSHES["block_in"] * aims.width
            _block_in(canvas, Hand(aims, step, rank, wide, _seed(canvas, aims, step.kind, rank)))
        mine = (canvas.owner == rank).astype(np.float32)
        held = np.maximum(blur(mine, 0.45 * brush), 0.02)[..., None]
        soft = returned(blur(absorbed(canvas.seen) * mine[..., None], 0.45 * brush) / held)
        canvas.seen += (0.85 * mine)[..., None] * (soft - canvas.seen)


def _soften(canvas: Canvas, aims: Aims, brush: float) -> None:
    """Let go the borders that the plan lets go: near in value, away from the focus."""
    owner = aims.said_by(2 * brush)
    mass = np.array([0] + [plane.mass for plane in aims.scene.planes], np.float32)[owner]
    lost = np.zeros(aims.scene.shape, bool)
    for one, other in ((np.s_[:, 1:], np.s_[:, :-1]), (np.s_[1:], np.s_[:-1])):
        lost[one] |= (owner[one] != owner[other]) & (np.abs(mass[one] - mass[other]) < 0.8)
    if not lost.any():
        return
    where = np.exp(-((distance(lost) / (0.5 * brush)) ** 2)) * (1 - aims.near)
    soft = returned(blur(absorbed(canvas.seen), 0.3 * brush))
    canvas.seen += where[..., None] * (soft - canvas.seen)


def _lift(canvas: Canvas, aims: Aims, step: BuildStep) -> None:
    """Take paint out of the reserved lights, back towards the support."""
    if aims.scene.kept is None:
        return
    share = (0.72 * aims.scene.kept * step.share)[..., None]
    canvas.seen = (canvas.seen ** (1 - share) * canvas.base**share).astype(np.float32)


BY_PLANE: dict[str, Painted] = {
    "underpainting": _block_in, "block_in": _block_in, "second_layer": _second_layer, "details": _details,
    "scratch": _details,
}  # fmt: skip


def painted(before: Canvas, aims: Aims, step: BuildStep) -> Canvas:
    """Paint one pass; the canvas before it stays as it was.

    What a pass does follows from its kind, its planes and how often it came before, never from its place in the order:
    a pass that is moved keeps its strokes.
    """
    canvas = before.copy()
    brush = (step.brush or BRUSHES.get(step.kind, 0.02)) * aims.width
    if step.kind in BY_PLANE:
        for rank in step.planes or tuple(range(1, len(aims.scene.planes) + 1)):
            if aims.inside(rank).any():
                seed = _seed(canvas, aims, step.kind, rank)
                BY_PLANE[step.kind](canvas, Hand(aims, step, rank, brush, seed))
        return canvas
    seed = _seed(canvas, aims, step.kind, step.planes[0] if step.planes else 0)
    deeds: dict[str, Callable[[], None]] = {
        "ground": lambda: _ground(canvas, aims, step),
        "drawing": lambda: _drawing(canvas, aims, seed),
        "lights": lambda: _lights(canvas, aims, step, seed),
        "glaze": lambda: _glaze(canvas, aims, step, brush),
        "unify": lambda: _glaze(canvas, aims, step, brush),
        "scumble": lambda: _scumble(canvas, aims, step, brush),
        "blend": lambda: _blend(canvas, aims, step, brush),
        "soften": lambda: _soften(canvas, aims, brush),
        "lift": lambda: _lift(canvas, aims, step),
    }
    if step.kind in deeds:
        deeds[step.kind]()
    elif step.kind in ("mask", "unmask"):
        canvas.masked = step.kind == "mask"
    canvas.seen = np.clip(canvas.seen, 0, 1).astype(np.float32)
    return canvas


def _seed(canvas: Canvas, aims: Aims, kind: str, rank: int) -> int:
    times = canvas.times.get((kind, rank), 0)
    canvas.times[kind, rank] = times + 1
    return aims.scene.seed * 1009 + zlib.crc32(f"{kind}:{rank}:{times}".encode()) % 1_000_003
