"""Chance from a seed: each thing in a scene draws from a stream of its own, so that a fault moves nothing else."""

from __future__ import annotations

import zlib

import cv2
import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float32]


def chance(seed: int, what: str) -> np.random.Generator:
    """Give the stream of chance that belongs to a thing of a scene."""
    return np.random.default_rng([seed, zlib.crc32(what.encode())])


def noise(rng: np.random.Generator, shape: tuple[int, int], down: float, across: float, octaves: int = 2) -> Floats:
    """Give smooth noise of about unit spread; lumps of so many pixels down and across, each octave half as large."""
    high, wide = shape
    out, share = np.zeros(shape, np.float32), np.float32(1.0)
    for _ in range(octaves):
        grid = rng.standard_normal((int(high / down) + 3, int(wide / across) + 3), dtype=np.float32)
        out += share * np.asarray(cv2.resize(grid, (wide, high), interpolation=cv2.INTER_CUBIC), np.float32)
        share *= np.float32(0.5)
        down, across = max(1.0, down / 2), max(1.0, across / 2)
    return out


def wave(rng: np.random.Generator, wide: int, scale: float, octaves: int = 4) -> Floats:
    """Give a line of chance, about -1 to 1; waves of so many pixels, each octave half as long and half as high."""
    at, out, share = np.arange(wide), np.zeros(wide), 1.0
    for _ in range(octaves):
        knots = rng.uniform(-1, 1, int(wide / scale) + 4)
        place = at / scale + 1
        low = place.astype(int)
        part = place - low
        part = part * part * (3 - 2 * part)
        out += share * (knots[low] * (1 - part) + knots[low + 1] * part)
        scale, share = max(2.0, scale / 2), share / 2
    return out.astype(np.float32)
