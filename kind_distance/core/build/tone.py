"""Values, films and noise of the build: three channels of light, since nobody reads a recipe off a stage."""

from __future__ import annotations

from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import luminance_from_value, value_map
from kind_distance.core.remembering import remembered

Floats = NDArray[np.floating[Any]]

LEAST, MOST = 0.006, 0.96  # reflectances that paint has
LUMINANCE: Floats = np.array([0.2126, 0.7152, 0.0722], np.float32)
_VALUES = np.linspace(0, 10, 8193)
_LUMINANCES: Floats = (luminance_from_value(_VALUES) / 100).astype(np.float32)


def value(linear: Floats) -> NDArray[np.float32]:
    """Munsell value of linear light: (..., 3) -> (...)."""
    return value_map(linear)


def luminance_of(values: Any) -> Floats:  # noqa: ANN401  numbers or arrays
    """Luminance 0-1 of Munsell values."""
    return np.asarray(
        _LUMINANCES[np.clip(np.asarray(values, np.float32) * 819.2 + 0.5, 0, 8192).astype(np.int32)], np.float32
    )


def highest(picture: Floats) -> Floats:
    """Give the highest channel of each place: by hand, since numpy is slow along an axis of three."""
    return np.maximum(np.maximum(picture[..., 0], picture[..., 1]), picture[..., 2])


def lowest(picture: Floats) -> Floats:
    """Give the lowest channel of each place."""
    return np.minimum(np.minimum(picture[..., 0], picture[..., 1]), picture[..., 2])


def at_value(linear: Floats, values: Any) -> Floats:  # noqa: ANN401  numbers or arrays
    """Carry colours to other values: hue kept, drawn to grey only where a channel leaves what paint can give."""
    y = luminance_of(values)[..., None]
    out = linear * (y / np.maximum((linear @ LUMINANCE)[..., None], 1e-4))
    top, low = highest(out)[..., None], lowest(out)[..., None]
    room = np.minimum((0.93 - y) / np.maximum(top - y, 1e-5), (y - 0.004) / np.maximum(y - low, 1e-5))
    return np.asarray(y + (out - y) * np.clip(np.minimum(room, 1), 0, 1), np.float32)


def film(ground: Floats, paint: Floats, power: Any) -> Floats:  # noqa: ANN401  a number or an array
    """Kubelka-Munk film in closed form: `paint` is its masstone, `power` its scattering power; films add up exactly."""
    # In place where it can be: making room for a picture takes longer than what is worked out in it.
    p = np.clip(paint, LEAST, MOST)
    over = 1 / p
    g = power * (over - p)
    np.exp(np.negative(np.minimum(g, 60, out=g), out=g), out=g)
    g = g * (ground - p)
    q = over - ground
    p, over = p * q, over * g
    over += p
    q += g
    return np.asarray(np.divide(over, q, out=over), np.float32)


def absorbed(paint: Floats) -> Floats:
    """K over S of a masstone."""
    p = np.clip(paint, LEAST, MOST)
    return np.asarray((1 - p) ** 2 / (2 * p), np.float32)


def returned(ratio: Floats) -> Floats:
    """Masstone of a K over S."""
    return np.asarray(1 + ratio - np.sqrt(ratio * ratio + 2 * ratio), np.float32)


def mixed(paint: Floats, other: Floats, share: Floats) -> Floats:
    """Give a paint with a share of another in it, as pigments mix: this is what makes mud."""
    return returned((1 - share) * absorbed(paint) + share * absorbed(other))


def density(linear: Floats, below: Any) -> Floats:  # noqa: ANN401  a colour or an array
    """How dense a wash has to be to be seen so over what lies below."""
    return np.asarray(-np.log(np.clip(linear / below, 0.01, 1)), np.float32)


def smooth(low: Any, high: float | Floats, at: Floats) -> Floats:  # noqa: ANN401
    """0 below, 1 above, and smoothly between."""
    t = np.clip((at - low) / (high - low), 0, 1)
    return np.asarray(t * t * (3 - 2 * t), np.float32)


def blur(picture: Floats, sigma: float) -> Floats:
    """Gaussian blur by its standard deviation. [px]."""
    return np.asarray(cv2.GaussianBlur(picture, (0, 0), max(0.3, sigma)), np.float32)


def reach_of_blur(sigma: float) -> int:
    """How far a blur looks. [px]."""
    return int(4 * max(0.3, sigma)) + 2


def distance(inside: NDArray[np.bool_]) -> Floats:
    """Distance of each place outside to what is inside. [px]."""
    return np.asarray(cv2.distanceTransform((~inside).astype(np.uint8), cv2.DIST_L2, 3), np.float32)


def signed_distance(inside: NDArray[np.bool_]) -> Floats:
    """Distance into a shape, negative outside; the rim of the picture is no border. [px]."""
    padded = cv2.copyMakeBorder(inside.astype(np.uint8), 1, 1, 1, 1, cv2.BORDER_REPLICATE)
    within = cv2.distanceTransform(padded, cv2.DIST_L2, 3)[1:-1, 1:-1]
    return np.asarray(within - distance(inside), np.float32)


@remembered
def _field(shape: tuple[int, int], scale: float, octaves: int, seed: int) -> Floats:
    """Smooth noise, mean 0 and spread 1, of one and a half times the size both ways."""
    height, width = shape[0] + shape[0] // 2, shape[1] + shape[1] // 2
    hand = np.random.default_rng(seed)
    out, weight = np.zeros((height, width), np.float32), 1.0
    for _ in range(octaves):
        cells = hand.standard_normal((int(height / scale) + 4, int(width / scale) + 4)).astype(np.float32)
        grown = cv2.resize(cells, None, fx=scale, fy=scale, interpolation=cv2.INTER_CUBIC) if scale > 1.5 else cells
        if grown.shape[0] < height + 2 or grown.shape[1] < width + 2:
            grown = cv2.resize(cells, (width + 4, height + 4), interpolation=cv2.INTER_CUBIC)
        out += weight * grown[2 : height + 2, 2 : width + 2]
        weight, scale = weight / 2, max(1.0, scale / 2)
    return np.asarray((out - out.mean()) / (out.std() + 1e-6), np.float32)


def noise(shape: tuple[int, int], scale: float, octaves: int, seed: int, base: int) -> Floats:
    """Give a window of one larger field for each scale: seamless, and the same for the same seeds."""
    field = _field(shape, round(scale, 2), octaves, base * 31 + int(scale * 10))
    hand = np.random.default_rng(seed + 1)
    top, left = int(hand.integers(0, max(1, shape[0] // 2))), int(hand.integers(0, max(1, shape[1] // 2)))
    return field[top : top + shape[0], left : left + shape[1]]


@remembered
def drawn_out(shape: tuple[int, int], length: int, fine: float, seed: int) -> tuple[Floats, ...]:
    """Bristles: noise drawn out along 0, 45, 90 and 135 degrees."""
    hand = np.random.default_rng(seed)
    grain = cv2.GaussianBlur(hand.standard_normal(shape).astype(np.float32), (0, 0), fine)
    found = []
    size, middle = length | 1, (length | 1) // 2
    for turn in range(4):
        kernel = np.zeros((size, size), np.float32)
        across, down = np.cos(np.deg2rad(45 * turn)) * middle, np.sin(np.deg2rad(45 * turn)) * middle
        ends = [(round(middle - sign * across), round(middle - sign * down)) for sign in (1, -1)]
        cv2.line(kernel, ends[0], ends[1], 1.0, 1)
        kernel /= kernel.sum()
        drawn = cv2.filter2D(grain, -1, kernel, borderType=cv2.BORDER_REFLECT)
        found.append(np.asarray((drawn - drawn.mean()) / (drawn.std() + 1e-6), np.float32))
    return tuple(found)
