"""Moods of light for practice scenes. All colours are our own choice [memory]; sRGB hex, as one names a colour."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.srgb import linear_from_codes


@dataclass(frozen=True)
class Mood:
    """A light and its colours.

    Parameters
    ----------
    name : str
    zenith, air : str
        The sky on top, and at the horizon: what distance fades into.
    visibility_km : float
        At 2 % contrast (Koschmieder).
    sun, shade : (r, g, b)
        What multiplies a colour in the sun and in the shade.
    sun_height_deg : (float, float)
    casts : bool
        Whether things cast shadows that can be seen.
    ridge, wood, grass, earth, wall, roof, water : str
        Colours of things near by.
    far, near, ground : float
        Planned values of the farthest land, of near dark things, and of lit ground. [V]
    """

    name: str
    zenith: str
    air: str
    visibility_km: float
    sun: tuple[float, float, float]
    shade: tuple[float, float, float]
    sun_height_deg: tuple[float, float]
    casts: bool
    ridge: str
    wood: str
    grass: str
    earth: str
    wall: str
    roof: str
    water: str
    far: float
    near: float
    ground: float


def linear(colour: str) -> NDArray[np.float32]:
    """Give a colour "5f93c4" in linear light, (3,)."""
    codes = np.array([[[int(colour[at : at + 2], 16) for at in (0, 2, 4)]]], np.uint8)
    return np.asarray(linear_from_codes(codes)[0, 0], np.float32)


MOODS = (
    Mood("clear morning", "6a9cc8", "e2e8e4", 42, (1.05, 0.96, 0.80), (0.52, 0.60, 0.74), (20, 34), True, "5a7694",
         "4a6c3e", "8fa24e", "c8b48a", "efe6d4", "a4583f", "3f6678", 7.5, 2.9, 6.3),
    Mood("haze", "b4c3c8", "e9e3d3", 15, (1.0, 0.94, 0.82), (0.66, 0.68, 0.70), (30, 44), True, "6c7a82", "637548",
         "a3a86a", "cdbf9c", "e8dfcf", "96684f", "6a7f86", 8.0, 3.2, 6.7),
    Mood("evening", "6f74a2", "f3c99a", 36, (1.12, 0.84, 0.56), (0.50, 0.48, 0.60), (9, 15), True, "615c80", "5a5534",
         "a08a4c", "cfa57c", "ecd0a8", "8c4538", "54607e", 7.0, 2.4, 5.5),
    Mood("mist", "bcc7cb", "dfe2de", 3.2, (0.98, 0.97, 0.94), (0.82, 0.84, 0.86), (18, 30), False, "6a7880", "4c6152",
         "96a07c", "bfb79e", "d9d4c8", "806258", "7b8d92", 8.2, 3.0, 6.3),
    Mood("autumn", "7aa0c0", "ece5d6", 30, (1.08, 0.95, 0.74), (0.54, 0.58, 0.70), (17, 28), True, "667a94", "9a6a30",
         "b3a055", "d3bb8c", "f0e6d6", "8e4e3c", "44687a", 7.6, 2.8, 6.4),
    Mood("snow", "87a6c6", "efe7e3", 30, (1.0, 0.95, 0.90), (0.60, 0.70, 0.86), (11, 20), True, "7888a4", "4f5654",
         "dde2e8", "c4c2c6", "caae94", "7c4c42", "5a728a", 7.5, 2.7, 8.0),
    Mood("storm light", "566476", "bcc0b8", 26, (1.12, 1.04, 0.82), (0.50, 0.54, 0.62), (22, 32), True, "58677a",
         "466038", "a2a850", "bfae84", "f2e8d4", "9a513d", "485a68", 6.4, 2.5, 6.5),
)  # fmt: skip
