"""Where paint goes, in which strokes, and how a film or a wash lies there. All weights are by eye, no source."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.build.aims import Aims
from kind_distance.core.build.model import BuildStep, Canvas
from kind_distance.core.build.tone import (
    LUMINANCE,
    Floats,
    absorbed,
    blur,
    density,
    distance,
    film,
    mixed,
    reach_of_blur,
    returned,
    signed_distance,
    smooth,
)
from kind_distance.core.mixing.film import USUAL_COAT
from kind_distance.core.picture.parts import Part, grown, part_of, place_in

UNDER_NEARER = 1.0  # brush widths that paint runs on under a nearer plane that is still to come
LEAST_COVER = 0.01  # below it nothing is laid
STROKE_BLUR = 0.55  # [px]
PALE_UNDER = 0.4  # the same of a pale wash under a darker neighbour
SOFT_PX = 0.7  # to either side of the edge of a cover
FADES_AT = 3.5  # so many widths off a soft border nothing of it is left to be seen
TAKES_UP = 0.38  # share of wet paint below that a brush takes up


@dataclass(frozen=True)
class Hand:
    """What paints one pass on one plane.

    Parameters
    ----------
    aims : Aims
    step : BuildStep
    rank : int
        Of the plane.
    brush : float
        Width of the brush. [px]
    seed : int
    """

    aims: Aims
    step: BuildStep
    rank: int
    brush: float
    seed: int


def _spread(aims: Aims, rank: int, brush: float) -> Floats:
    """How far paint may run on beyond its shape: under what stands nearer, since that comes later. [px]."""
    nearer = np.maximum(aims.scene.labels, aims.said_by(brush)) > rank
    if not aims.scene.transparent:
        return np.where(nearer, np.float32(UNDER_NEARER * brush), np.float32(0))
    mass = np.array([0] + [plane.mass for plane in aims.scene.planes], np.float32)
    paler = mass[aims.scene.labels] < mass[rank] - 0.3
    return np.asarray(np.where(nearer, np.where(paler, PALE_UNDER * brush, -0.02 * brush), 0), np.float32)


def cover_of(canvas: Canvas, hand: Hand, shape: float) -> Floats:
    """Cover 0-1 of a pass on a plane.

    A brush-wide shape with the hand's unevenness: run on under what comes later, cut round what stands in front and is
    dry, touching what is wet beside it.

    Parameters
    ----------
    shape : float
        Width at which the shape is said: a wash follows it closer than its brush is wide. [px]
    """
    aims, step, brush = hand.aims, hand.step, hand.brush
    uneven = aims.noise(max(3.0, 1.6 * brush), 3, hand.seed)
    into = aims.into(hand.rank, shape) + _spread(aims, hand.rank, shape) + 0.10 * brush * uneven
    cover = np.zeros(aims.scene.shape, np.float32)
    part = part_of(into > -SOFT_PX, brush)  # what stands farther off keeps no brush away
    if part is None:
        return cover
    into, uneven, owner = into[part], uneven[part], canvas.owner[part]
    front = owner > hand.rank
    wet = np.isin(owner, step.beside) if step.beside else np.zeros_like(front)
    for block, gap in ((front & ~wet, brush * (0.13 + 0.17 * uneven)), (front & wet, -0.08 * brush)):
        if block.any():
            into = np.minimum(into, -signed_distance(block) - gap)
    cover[part] = smooth(-SOFT_PX, SOFT_PX, into)
    return cover


def strokes(aim: Floats, cover: Floats, hand: Hand) -> tuple[Floats, Floats | None]:
    """Lay an aim down in strokes: each carries the one colour that the aim has at its middle.

    Returns
    -------
    Colour of the strokes, and how loaded each was; None for that where the brush is too small to tell strokes.
    """
    solid = part_of(cover > 0.25)
    if hand.brush < 2.2 or solid is None:
        return aim, None
    chance = np.random.default_rng(hand.seed)
    y, x = _middles(cover, hand, solid, chance)
    row, column = _pixels(y, x, hand.aims)
    half, slant = _half_lengths(aim, hand, (y, x), chance)
    dx, dy = np.cos(slant) * half, np.sin(slant) * half
    ends = np.round(np.stack([x - dx, y - dy, x + dx, y + dy], axis=1) * 8).astype(int).tolist()
    numbered = np.zeros(hand.aims.scene.shape, np.int32)
    wide = max(1, round(hand.brush * 0.8))
    for number, (ax, ay, bx, by) in enumerate(ends, start=1):
        cv2.line(numbered, (ax, ay), (bx, by), number, wide, cv2.LINE_8, 3)
    colour = aim[row, column] * (1 + 0.035 * chance.standard_normal(len(row)).astype(np.float32))[:, None]
    colours = np.concatenate([np.zeros((1, 3), np.float32), colour]).astype(np.float32)
    loads = np.concatenate([[0], chance.uniform(0.75, 1.2, len(row))]).astype(np.float32)
    part = part_of(cover > LEAST_COVER, reach_of_blur(STROKE_BLUR)) or solid
    which = numbered[part]
    painted, laid, loaded = np.take(colours, which, axis=0), aim.copy(), np.zeros(numbered.shape, np.float32)
    painted[which == 0] = aim[part][which == 0]
    laid[part], loaded[part] = blur(painted, STROKE_BLUR), blur(loads[which], STROKE_BLUR)
    return laid, loaded


def _pixels(y: Floats, x: Floats, aims: Aims) -> tuple[NDArray[np.int64], NDArray[np.int64]]:
    """Give the pixels in which places lie; those outside the picture at its rim."""
    return np.clip(y, 0, aims.height - 1).astype(int), np.clip(x, 0, aims.width - 1).astype(int)


def _middles(cover: Floats, hand: Hand, solid: Part, chance: np.random.Generator) -> tuple[Floats, Floats]:
    """Give the middles of strokes, in the order in which they are laid: rows and columns. [px]."""
    brush, (rows, columns) = hand.brush, solid
    across, down = 1.0 * brush, 0.55 * brush
    grid = np.meshgrid(
        np.arange(rows.start - brush, rows.stop + brush, down),
        np.arange(columns.start - brush, columns.stop + brush, across),
        indexing="ij",
    )
    y = (grid[0] + chance.uniform(-0.5, 0.5, grid[0].shape) * down).ravel()
    x = (grid[1] + chance.uniform(-0.5, 0.5, grid[1].shape) * across).ravel()
    painted = np.flatnonzero(cover[_pixels(y, x, hand.aims)] > 0.25)
    painted = painted[chance.permutation(len(painted))]
    return y[painted], x[painted]


def _half_lengths(
    aim: Floats, hand: Hand, middles: tuple[Floats, Floats], chance: np.random.Generator
) -> tuple[Floats, Floats]:
    """Give half the lengths of strokes [px] and their slants [radians]; a stroke stops where the form turns."""
    aims, brush, (y, x) = hand.aims, hand.brush, middles
    here = _pixels(y, x, aims)
    slant = aims.slant[here] + chance.normal(0, 0.12, len(y))
    half = 1.1 * brush * chance.uniform(0.6, 1.2, len(y))
    bright = (aim[here] @ LUMINANCE) ** 0.4
    for sign in (-1, 1):
        end = _pixels(y + sign * np.sin(slant) * half, x + sign * np.cos(slant) * half, aims)
        turns = np.abs((aim[end] @ LUMINANCE) ** 0.4 - bright) > 0.05
        half = np.where(turns, np.minimum(half, 0.3 * brush), half)
    return half, slant


def spared(canvas: Canvas, aims: Aims, cover: Floats) -> Floats:
    """Leave lights that are under a mask."""
    return cover * (1 - aims.scene.kept) if canvas.masked and aims.scene.kept is not None else cover


def lay(canvas: Canvas, hand: Hand, paint: Floats, cover: Floats, tooth: float, loads: Floats | None = None) -> None:
    """Lay an opaque or half-opaque film with bristles; wet paint below mixes in, tacky paint tears.

    Parameters
    ----------
    paint : float32 array, shape (H, W, 3)
        Colour as mixed.
    tooth : float
        How far bristles fail on the tooth of the support: small for a thin first film.
    loads : float32 array or None
        How loaded each stroke is.
    """
    aims, step, brush = hand.aims, hand.step, hand.brush
    cover = spared(canvas, aims, cover)
    part = part_of(cover > LEAST_COVER)
    if part is None:
        return
    bristle = aims.bristle(brush)[part]
    load = np.clip(1 + 0.28 * bristle, 0.25, 1.7)
    if loads is not None:
        load = load * np.where(loads[part] > 0, loads[part], 0.45)
    holes = smooth(tooth - 0.3, tooth + 0.5, -(0.75 * bristle + 0.66 * aims.noise(1.0)[part]))
    laid = cover[part] * (1 - 0.85 * holes)
    colour, share, below = paint[part], laid[..., None], canvas.seen[part]
    there = (canvas.owner[part] > 0)[..., None]
    if step.under == "wet":
        takes = np.clip(TAKES_UP + 0.12 * bristle, 0.12, 0.62)[..., None] * there
        soft = 0.35 * brush
        around = grown(part, reach_of_blur(soft))
        colour = mixed(colour, blur(canvas.film[around], soft)[place_in(around, part)], takes.astype(np.float32))
    made = film(below, colour, USUAL_COAT * step.opacity * step.thickness * load[..., None])
    if step.under == "tacky":
        torn = smooth(0.5, 0.9, aims.noise(max(2.0, 0.3 * brush), 3, hand.seed + 5)[part])[..., None] * there
        made = made + torn * (0.6 * canvas.base[part] + 0.4 * colour - made)
    canvas.seen[part] = below + share * (made - below)
    canvas.film[part] += share * (colour - canvas.film[part])
    canvas.owner[part][laid > 0.45] = hand.rank


def draw_into_each_other(canvas: Canvas, hand: Hand) -> None:
    """Where wet meets wet both are drawn over the border, as mixed paint."""
    brush = hand.brush
    other, mine = np.isin(canvas.owner, hand.step.beside), canvas.owner == hand.rank
    if not other.any() or not mine.any():
        return
    away = np.maximum(distance(other), distance(mine))
    reach = 0.6 * brush
    part = part_of(away < FADES_AT * reach)
    if part is None:
        return
    weight = np.exp(-((away[part] / reach) ** 2))[..., None].astype(np.float32)
    # The brush drags paint along its strokes over the border; a plain blur would look like a lens out of focus.
    pulled = (0.9 * brush * hand.aims.bristle(max(3.0, 0.4 * brush))[part]).astype(np.float32)
    slant, drawn = hand.aims.slant[part], 0.2 * brush
    around = grown(part, max(float(np.abs(pulled).max()) + 2, reach_of_blur(drawn)))
    here = place_in(around, part)
    down, across = np.mgrid[here].astype(np.float32)
    ratio = absorbed(canvas.seen[around])
    dragged = cv2.remap(
        ratio, across + pulled * np.cos(slant), down + pulled * np.sin(slant),
        cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE,
    )  # fmt: skip
    soft = returned(0.55 * np.asarray(dragged) + 0.45 * blur(ratio, drawn)[here])
    canvas.seen[part] += weight * (soft - canvas.seen[part])
    canvas.film[part] += weight * (canvas.seen[part] - canvas.film[part])


def wash(canvas: Canvas, hand: Hand, dense: Floats, cover: Floats, edge: float = 0.16) -> None:
    """Lay a transparent wash: densities add. Paper grain, a dark dried edge, bleeding into wet, backruns into damp."""
    aims, step, brush, seed = hand.aims, hand.step, hand.brush, hand.seed
    laid = spared(canvas, aims, cover)
    rim = np.clip(laid - blur(laid, 1.6), 0, 1) * 2
    grain = 1 + 0.05 * aims.noise(2.2, 2) + 0.07 * aims.noise(0.05 * aims.width, 2, seed + 2)
    added: Floats = dense * (laid * np.clip(grain + edge * rim, 0.4, 2))[..., None]
    if step.under == "wet":
        added = blur(added, 0.7 * brush)
    elif step.under == "tacky":
        added = _backrun(aims, added, added, laid > 0.5, None, seed)
    if step.beside:
        added = _bled(canvas, aims, step, added, laid, seed)
    for other in step.damp:
        have = density(canvas.seen, canvas.base)
        added = _backrun(aims, added, have, canvas.owner == other, laid > 0.5, seed + other)
    canvas.seen *= np.exp(-added)
    canvas.film = np.where((laid > 0.5)[..., None], canvas.seen, canvas.film)
    canvas.owner[laid > 0.45] = hand.rank


def _bled(canvas: Canvas, aims: Aims, step: BuildStep, added: Floats, laid: Floats, seed: int) -> Floats:
    """Let the pigment of two wet washes even out across their border: it moves, it is not added twice."""
    reach = 0.03 * aims.width
    mine, wet = laid > 0.3, np.isin(canvas.owner, step.beside)
    have = density(canvas.seen, canvas.base)
    both = cv2.morphologyEx((mine | wet).astype(np.uint8), cv2.MORPH_CLOSE, np.ones((7, 7), np.uint8)).astype(
        np.float32
    )
    held = np.maximum(blur(both, 0.5 * reach), 0.05)[..., None]
    even: Floats = blur((have + added) * both[..., None], 0.5 * reach) / held
    down, across = np.mgrid[0 : aims.height, 0 : aims.width].astype(np.float32)
    moved = [0.35 * reach * aims.noise(0.02 * aims.width, 4, seed + each) for each in (3, 4)]
    even = np.asarray(
        cv2.remap(even, across + moved[0], down + moved[1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE)
    )
    away = np.maximum(distance(wet), distance(mine))
    weight = (np.exp(-((away / (0.8 * reach)) ** 2)) * both)[..., None]
    return np.asarray(added + weight * (even - have - added), np.float32)


def _backrun(
    aims: Aims, added: Floats, have: Floats, into: NDArray[np.bool_], water: NDArray[np.bool_] | None, seed: int
) -> Floats:
    """Let water push pigment before it: pale inside, with a dark ragged rim."""
    ragged = aims.noise(0.035 * aims.width, 5, seed + 6)
    if water is None:
        front = (1.0 - aims.noise(0.16 * aims.width, 2, seed + 7) - 0.16 * ragged) * 0.09 * aims.width
    else:
        front = distance(water) - 0.05 * aims.width * np.clip(0.55 + 0.45 * ragged, 0, 2)
    inside, rim = 1 - smooth(-2.5, 0.5, front), np.exp(-((front / 1.4) ** 2))
    change = (-0.38 * inside + 0.42 * rim)[..., None] * have * into[..., None]
    return np.asarray(added + np.maximum(change, -have), np.float32)
