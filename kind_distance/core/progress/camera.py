"""A camera that stands in: photographs a flat painting on its easel, with tilt, lens, cast, glare and their truth.

Seeded: the same seed takes the same photo. Its ranges are choices, not measured on real cameras.
"""

from __future__ import annotations

import zlib
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.progress.lens import Floats, bend, carry, unbend
from kind_distance.core.progress.light import MAT

DARKEST, BRIGHTEST = 0.012, 0.875  # what paint gives back
SIZE = (1600, 1200)


@dataclass(frozen=True)
class Shot:
    """A photo and its truth.

    Parameters
    ----------
    codes : (h, w, 3) uint8 array
    corners : (4, 2) array
        Of the painting, as photographed. [px]
    k1 : float
    glare : float
        Share of the mat and painting under glare.
    """

    codes: NDArray[np.uint8]
    corners: Floats
    k1: float
    glare: float


def on_board(painting: Floats, hand: np.random.Generator) -> tuple[Floats, int]:
    """Lay a painting in its mat: the board with its grain and bevel, and how wide the mat is. [px]."""
    height, width = painting.shape[:2]
    mat = round(width * hand.uniform(0.06, 0.11))
    wide, high = width + 2 * mat, height + 2 * mat
    grain = hand.standard_normal((high // 3, wide // 3)).astype(np.float32)
    board = (MAT * (1 + 0.008 * cv2.resize(grain, (wide, high))[..., None])).astype(np.float32)
    board[mat:-mat, mat:-mat] = np.clip(painting, DARKEST, BRIGHTEST)
    rim = board[mat - 3 : high - mat + 3, mat - 3 : wide - mat + 3]
    for part in (np.s_[:3], np.s_[-3:]):
        rim[part] *= 0.86
        rim[3:-3, part] *= 0.86
    return board, mat


def _view(board: Floats, hand: np.random.Generator) -> Floats:
    """Stand a camera before a board, turned a little off: homography from the board to the photo, straight."""
    high, wide = board.shape[:2]
    ax, ay, az = np.radians([hand.uniform(-12, 12), hand.uniform(-14, 14), hand.uniform(-3, 3)])
    pitch = np.array([[1, 0, 0], [0, np.cos(ax), -np.sin(ax)], [0, np.sin(ax), np.cos(ax)]])
    yaw = np.array([[np.cos(ay), 0, np.sin(ay)], [0, 1, 0], [-np.sin(ay), 0, np.cos(ay)]])
    roll = np.array([[np.cos(az), -np.sin(az), 0], [np.sin(az), np.cos(az), 0], [0, 0, 1]])
    turned = roll @ pitch @ yaw
    filled, focal = hand.uniform(0.72, 0.90), 1.25 * SIZE[0]
    away = focal * max(wide / (SIZE[0] * filled), high / (SIZE[1] * filled))
    across, down = (side / 2 + hand.uniform(-0.02, 0.02) * side for side in SIZE)
    inside = np.array([[focal, 0, across], [0, focal, down], [0, 0, 1]])
    to_middle = np.array([[1, 0, -wide / 2], [0, 1, -high / 2], [0, 0, 1]])
    made = inside @ np.stack([turned[:, 0], turned[:, 1], np.array([0, 0, away])], axis=1) @ to_middle
    return np.asarray(made / made[2, 2])


def _room(inside: NDArray[np.bool_], hand: np.random.Generator) -> Floats:
    """Paint what stands behind the easel: a room, or a bright window at one side."""
    high, wide = inside.shape
    dark = np.array([0.10, 0.09, 0.08], np.float32) * hand.uniform(0.5, 2.6)
    dark = dark * (1 + 0.25 * hand.standard_normal(3).astype(np.float32).clip(-1, 1))
    noise = np.zeros((high, wide), np.float32)
    for cells, weight in ((4, 0.30), (14, 0.22), (60, 0.12)):
        rough = hand.standard_normal((cells, cells * 4 // 3)).astype(np.float32)
        noise += weight * cv2.resize(rough, (wide, high), interpolation=cv2.INTER_CUBIC)
    back = dark * np.exp(noise)[..., None]
    if hand.random() < 0.5:  # noqa: PLR2004  in half of them
        left = int(hand.choice([0, round(wide * 0.82)]))
        back[: int(high * hand.uniform(0.2, 0.6)), left : left + int(wide * 0.18)] = 0.75
    shadow = np.roll(inside.astype(np.float32), (14, int(hand.choice([-12, 12]))), (0, 1))
    return np.asarray(back * (1 - 0.55 * cv2.GaussianBlur(shadow, (0, 0), 12))[..., None], np.float32)


def _lamps(inside: NDArray[np.bool_], hand: np.random.Generator) -> Floats:
    """Light the scene: uneven, a little different in each channel, with a cast."""
    high, wide = inside.shape
    down, across = np.mgrid[0:high, 0:wide]
    x, y = across / wide * 2 - 1, down / high * 2 - 1
    slopes = hand.normal(0, [0.16, 0.12, 0.05, 0.05, 0.05])
    slopes[:2] += np.array([hand.choice([-1, 1]) * hand.uniform(0.04, 0.18), hand.uniform(-0.18, 0.02)])
    terms = np.stack([x, y, x * x, x * y, y * y], axis=-1).astype(np.float32)
    cast = (np.exp(hand.normal(0, 0.14)), 1.0, np.exp(hand.normal(0, 0.20)))
    light = np.stack(
        [np.exp(terms @ (slopes * (1 + hand.normal(0, 0.12, 5))).astype(np.float32)) * each for each in cast], axis=-1
    ).astype(np.float32)
    return np.asarray(light * (hand.uniform(0.80, 1.0) * 0.93 / np.percentile((light * MAT)[inside], 99.5)))


def _glare(view: Floats, mat: int, size: tuple[int, int], hand: np.random.Generator) -> Floats:
    """Lay one soft spot of lamp light on the painting."""
    width, height = size
    place = np.array([[mat + width * hand.uniform(0.15, 0.85), mat + height * hand.uniform(0.12, 0.88)]])
    at = carry(view, place)[0]
    long, short, turn = SIZE[0] * hand.uniform(0.018, 0.05), SIZE[0] * hand.uniform(0.012, 0.03), hand.uniform(0, np.pi)
    down, across = np.mgrid[0 : SIZE[1], 0 : SIZE[0]]
    u = (across - at[0]) * np.cos(turn) + (down - at[1]) * np.sin(turn)
    v = -(across - at[0]) * np.sin(turn) + (down - at[1]) * np.cos(turn)
    return np.asarray(np.exp(-0.5 * ((u / long) ** 2 + (v / short) ** 2)) * hand.uniform(0.5, 1.1), np.float32)


def photograph(painting: Floats, seed: int, *, glare: bool = True) -> Shot:
    """Photograph a painting on its easel.

    Parameters
    ----------
    painting : (h, w, 3) array
        What it gives back, linear, 0-1.
    seed : int
    glare : bool
        Whether a lamp may shine on it; it does in four of five photos.
    """
    hand = np.random.default_rng([seed, zlib.crc32(b"camera")])
    height, width = painting.shape[:2]
    board, mat = on_board(np.asarray(painting, np.float32), hand)
    high, wide = board.shape[:2]
    view, k1 = _view(board, hand), float(hand.uniform(-0.035, 0.012))
    down, across = np.mgrid[0 : SIZE[1], 0 : SIZE[0]]
    straight = unbend(np.stack([across.ravel(), down.ravel()], axis=1), k1, SIZE)
    there = carry(np.linalg.inv(view), straight).astype(np.float32).reshape(SIZE[1], SIZE[0], 2)
    soft = cv2.GaussianBlur(board, (0, 0), max(0.3, 0.36 * wide / SIZE[0]))
    photo = cv2.remap(soft, there[..., 0], there[..., 1], cv2.INTER_LINEAR, borderMode=cv2.BORDER_CONSTANT)
    inside = (there[..., 0] > -0.5) & (there[..., 0] < wide - 0.5) & (there[..., 1] > -0.5)  # noqa: PLR2004
    inside &= there[..., 1] < high - 0.5
    edge = cv2.GaussianBlur(inside.astype(np.float32), (0, 0), 0.7)[..., None]
    photo = np.where(inside[..., None], photo, MAT * 0.9) * edge + _room(inside, hand) * (1 - edge)
    photo = photo * _lamps(inside, hand)
    shine = np.zeros(inside.shape, np.float32)
    if glare and hand.random() < 0.8:  # noqa: PLR2004
        shine = _glare(view, mat, (width, height), hand) * inside
        photo = photo + shine[..., None] * np.array([1, 0.98, 0.95], np.float32)
    noise = hand.standard_normal(photo.shape) * np.sqrt(np.maximum(photo, 0) * 2.5e-4 + 9e-6)
    codes = codes_from_linear(np.clip(photo + noise, 0, 1).astype(np.float32))
    corners = np.array([[mat, mat], [wide - mat, mat], [wide - mat, high - mat], [mat, high - mat]], float) - 0.5
    _, packed = cv2.imencode(".jpg", codes[..., ::-1], [cv2.IMWRITE_JPEG_QUALITY, int(hand.integers(78, 94))])
    codes = np.ascontiguousarray(np.asarray(cv2.imdecode(packed, cv2.IMREAD_COLOR), np.uint8)[..., ::-1])
    return Shot(codes, bend(carry(view, corners), k1, SIZE), k1, float((shine > 0.02).sum() / max(1, inside.sum())))


def by_a_painter(
    painting: NDArray[np.uint8], labels: NDArray[np.uint8], seed: int, begun: frozenset[int] | None = None
) -> tuple[Floats, dict[int, float]]:
    """Paint a plan with a painter's deviations: each plane a little off in value, and mostly one far off.

    Parameters
    ----------
    painting : (h, w, 3) uint8 array
        As planned.
    labels : (h, w) uint8 array
        Planes by rank.
    seed : int
    begun : frozenset of int or None
        Ranks of the planes that have paint; the others are bare and stay so. All of them without it.

    Returns
    -------
    What it gives back, linear; and by how much each plane's light was multiplied.
    """
    hand = np.random.default_rng([seed, zlib.crc32(b"painter")])
    linear, factors = linear_from_codes(painting).astype(np.float32), {}
    ranks = [int(each) for each in np.unique(labels) if each and (begun is None or int(each) in begun)]
    off = int(hand.choice(ranks)) if ranks and hand.random() < 0.7 else 0  # noqa: PLR2004
    for rank in ranks:
        factor = float(np.exp(hand.normal(0, 0.08)))
        if rank == off:
            factor *= float(hand.choice([0.55, 1.6]))
        factors[rank] = factor
    field = np.ones(labels.shape, np.float32)
    for rank, factor in factors.items():
        field[labels == rank] = factor
    return linear * cv2.GaussianBlur(field, (0, 0), 1.2)[..., None], factors
