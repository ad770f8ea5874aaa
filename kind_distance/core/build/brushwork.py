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
    returned,
    signed_distance,
    smooth,
)
from kind_distance.core.mixing.film import USUAL_COAT

UNDER_NEARER = 1.0  # brush widths that paint runs on under a nearer plane that is still to come
PALE_UNDER = 0.4  # the same of a pale wash under a darker neighbour
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
    front = canvas.owner > hand.rank
    wet = np.isin(canvas.owner, step.beside) if step.beside else np.zeros_like(front)
    for block, gap in ((front & ~wet, brush * (0.13 + 0.17 * uneven)), (front & wet, -0.08 * brush)):
        if block.any():
            into = np.minimum(into, -signed_distance(block) - gap)
    return smooth(-0.7, 0.7, into)


def strokes(aim: Floats, cover: Floats, hand: Hand) -> tuple[Floats, Floats | None]:
    """Lay an aim down in strokes: each carries the one colour that the aim has at its middle.

    Returns
    -------
    Colour of the strokes, and how loaded each was; None for that where the brush is too small to tell strokes.
    """
    aims, brush = hand.aims, hand.brush
    if brush < 2.2 or not (cover > 0.25).any():
        return aim, None
    rows, columns = np.flatnonzero((cover > 0.25).any(axis=1)), np.flatnonzero((cover > 0.25).any(axis=0))
    chance = np.random.default_rng(hand.seed)
    across, down = 1.0 * brush, 0.55 * brush
    grid = np.meshgrid(
        np.arange(rows[0] - brush, rows[-1] + 1 + brush, down),
        np.arange(columns[0] - brush, columns[-1] + 1 + brush, across),
        indexing="ij",
    )
    y = (grid[0] + chance.uniform(-0.5, 0.5, grid[0].shape) * down).ravel()
    x = (grid[1] + chance.uniform(-0.5, 0.5, grid[1].shape) * across).ravel()
    row = np.clip(y, 0, aims.height - 1).astype(int)
    column = np.clip(x, 0, aims.width - 1).astype(int)
    painted = np.flatnonzero(cover[row, column] > 0.25)
    painted = painted[chance.permutation(len(painted))]
    y, x, row, column = y[painted], x[painted], row[painted], column[painted]
    slant = aims.slant[row, column] + chance.normal(0, 0.12, len(y))
    half = 1.1 * brush * chance.uniform(0.6, 1.2, len(y))
    bright = (aim @ LUMINANCE) ** 0.4
    for sign in (-1, 1):
        # A stroke stops where the form turns.
        end_y = np.clip(y + sign * np.sin(slant) * half, 0, aims.height - 1).astype(int)
        end_x = np.clip(x + sign * np.cos(slant) * half, 0, aims.width - 1).astype(int)
        turns = np.abs(bright[end_y, end_x] - bright[row, column]) > 0.05
        half = np.where(turns, np.minimum(half, 0.3 * brush), half)
    dx, dy = np.cos(slant) * half, np.sin(slant) * half
    ends = np.round(np.stack([x - dx, y - dy, x + dx, y + dy], axis=1) * 8).astype(int).tolist()
    numbered = np.zeros(aims.scene.shape, np.int32)
    wide = max(1, round(brush * 0.8))
    for number, (ax, ay, bx, by) in enumerate(ends, start=1):
        cv2.line(numbered, (ax, ay), (bx, by), number, wide, cv2.LINE_8, 3)
    colour = aim[row, column] * (1 + 0.035 * chance.standard_normal(len(row)).astype(np.float32))[:, None]
    table = np.concatenate([np.zeros((1, 3), np.float32), colour]).astype(np.float32)
    loads = np.concatenate([[0], chance.uniform(0.75, 1.2, len(row))]).astype(np.float32)
    out = table[numbered]
    out[numbered == 0] = aim[numbered == 0]
    return blur(out, 0.55), blur(loads[numbered], 0.55)


def _part(cover: Floats) -> tuple[slice, slice] | None:
    """Rows and columns that a cover touches; None where it touches nothing."""
    rows, columns = np.flatnonzero((cover > 0.01).any(axis=1)), np.flatnonzero((cover > 0.01).any(axis=0))
    if not len(rows):
        return None
    return np.s_[rows[0] : rows[-1] + 1, columns[0] : columns[-1] + 1]


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
    bristle = aims.bristle(brush)
    load = np.clip(1 + 0.28 * bristle, 0.25, 1.7)
    if loads is not None:
        load = load * np.where(loads > 0, loads, 0.45)
    holes = smooth(tooth - 0.3, tooth + 0.5, -(0.75 * bristle + 0.66 * aims.noise(1.0)))
    laid = spared(canvas, aims, cover * (1 - 0.85 * holes))
    part = _part(laid)
    if part is None:
        return
    colour, share, below = paint[part], laid[part][..., None], canvas.seen[part]
    there = (canvas.owner[part] > 0)[..., None]
    if step.under == "wet":
        takes = np.clip(TAKES_UP + 0.12 * bristle[part], 0.12, 0.62)[..., None] * there
        colour = mixed(colour, blur(canvas.film, 0.35 * brush)[part], takes.astype(np.float32))
    made = film(below, colour, USUAL_COAT * step.opacity * step.thickness * load[part][..., None])
    if step.under == "tacky":
        torn = smooth(0.5, 0.9, aims.noise(max(2.0, 0.3 * brush), 3, hand.seed + 5)[part])[..., None] * there
        made = made + torn * (0.6 * canvas.base[part] + 0.4 * colour - made)
    canvas.seen[part] = below + share * (made - below)
    canvas.film[part] += share * (colour - canvas.film[part])
    own = canvas.owner[part]
    own[laid[part] > 0.45] = hand.rank


def draw_into_each_other(canvas: Canvas, hand: Hand) -> None:
    """Where wet meets wet both are drawn over the border, as mixed paint."""
    brush = hand.brush
    other, mine = np.isin(canvas.owner, hand.step.beside), canvas.owner == hand.rank
    if not other.any() or not mine.any():
        return
    away = np.maximum(distance(other), distance(mine))
    weight = np.exp(-((away / (0.6 * brush)) ** 2))[..., None].astype(np.float32)
    # The brush drags paint along its strokes over the border; a plain blur would look like a lens out of focus.
    aims = hand.aims
    down, across = np.mgrid[0 : aims.height, 0 : aims.width].astype(np.float32)
    pulled = (0.9 * brush * aims.bristle(max(3.0, 0.4 * brush))).astype(np.float32)
    ratio = absorbed(canvas.seen)
    dragged = cv2.remap(
        np.asarray(ratio, np.float32), across + pulled * np.cos(aims.slant), down + pulled * np.sin(aims.slant),
        cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE,
    )  # fmt: skip
    soft = returned(0.55 * np.asarray(dragged) + 0.45 * blur(ratio, 0.2 * brush))
    canvas.seen += weight * (soft - canvas.seen)
    canvas.film += weight * (canvas.seen - canvas.film)


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
