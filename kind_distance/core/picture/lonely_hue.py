"""Colours that live in one corner of a picture alone: the eye goes there, finds no answer elsewhere, and stays."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.hues import hue_degrees, hue_name
from kind_distance.core.picture.focus import Focus

WIDE_PX = 200  # width at which hues are looked for
# By eye, no source: what is seen as a colour of its own, how much of the picture, and when it lives in one corner.
LEAST_CHROMA, ABOVE_REST = 22.0, 14.0  # [CIELAB]
FAMILY_DEG = 24.0  # hues this near to the middle of a family belong to it
SHARES = (0.002, 0.1)  # more than this is a mass and no accent
IN_ONE = 0.94
BESIDE_FOCUS = 1.6  # reaches of the focus within which a colour belongs to it
STEP_DEG, REACH = 6, 3  # of the histogram of hues, and how many steps to each side make one colour
REACH_DEG = STEP_DEG * (REACH + 0.5)
MOST_FAMILIES = 6


@dataclass(frozen=True)
class LonelyHue:
    """A colour in one corner only.

    Parameters
    ----------
    name : str
        Of the hue.
    share : float
        Of the picture.
    down, across : int
        The corner: 0 for upper and left, 1 for lower and right.
    x, y : float
        Its middle, as shares of the picture.
    """

    name: str
    share: float
    down: int
    across: int
    x: float
    y: float

    @property
    def corner(self) -> str:
        """The corner in words."""
        return corner_said(self.down, self.across)

    @property
    def opposite(self) -> str:
        """The corner across from it, in words."""
        return corner_said(1 - self.down, 1 - self.across)

    def belongs_to(self, focus: Focus, aspect: float) -> bool:
        """Whether it is what the picture is about; `aspect` is the picture's height by its width."""
        return bool(np.hypot(self.x - focus.x, (self.y - focus.y) * aspect) < BESIDE_FOCUS * focus.reach)


def corner_said(down: int, across: int) -> str:
    """Say which corner it is: 0 for upper and left, 1 for lower and right."""
    return f"{('upper', 'lower')[down]} {('left', 'right')[across]}"


def _from(hue: NDArray[np.float64], middle: float) -> NDArray[np.float64]:
    """How far hues lie from one, the shorter way round. [degrees]."""
    return np.asarray((hue - middle + 180) % 360 - 180)


@dataclass(frozen=True)
class Family:
    """Hues that stand out together.

    Parameters
    ----------
    middle : float
        Hue angle. [degrees]
    there : bool array, shape (H, W)
        Where they are, in the picture at `WIDE_PX`.
    """

    middle: float
    there: NDArray[np.bool_]


def hue_families(lab: NDArray[np.float32]) -> tuple[Family, ...]:
    """Find the hues that stand out in a picture, (H, W, 3) CIELAB of any size; strongest first."""
    wide = min(WIDE_PX, lab.shape[1])
    high = max(8, round(lab.shape[0] * wide / lab.shape[1]))
    small = np.asarray(cv2.resize(lab.astype(np.float32), (wide, high), interpolation=cv2.INTER_AREA), np.float64)
    chroma, hue = np.hypot(small[..., 1], small[..., 2]), hue_degrees(small)
    left = chroma >= max(LEAST_CHROMA, float(np.median(chroma)) + ABOVE_REST)
    least = SHARES[0] * left.size
    found: list[Family] = []
    for _ in range(MOST_FAMILIES):
        weights = np.bincount((hue[left] / STEP_DEG).astype(int), minlength=360 // STEP_DEG)
        around = np.sum([np.roll(weights, shift) for shift in range(-REACH, REACH + 1)], axis=0)
        peak = int(np.argmax(around))
        if around[peak] < least:
            break
        # The window is full wherever a narrow hue lies in it: what it holds says where its middle is.
        off = _from(hue, STEP_DEG * (peak + 0.5))
        middle = STEP_DEG * (peak + 0.5) + float(off[left & (np.abs(off) <= REACH_DEG)].mean())
        near = np.abs(_from(hue, middle)) <= FAMILY_DEG
        found.append(Family(middle, left & near))
        left &= ~near
    return tuple(found)


def find_lonely_hues(lab: NDArray[np.float32], sky: NDArray[np.bool_] | None = None) -> list[LonelyHue]:
    """Find colours that live in one corner of a picture, (H, W, 3) CIELAB of any size; see :func:`lonely_among`."""
    return lonely_among(hue_families(lab), sky)


def lonely_among(families: Iterable[Family], sky: NDArray[np.bool_] | None = None) -> list[LonelyHue]:
    """Find colours that are seen in one quarter of the picture and nowhere else, the strongest first.

    Parameters
    ----------
    families : iterable of Family
        Of the picture.
    sky : bool array, any size, or None
        Where the sky is in the same picture, if that is known: a glow in it is the light itself.
    """
    found = []
    for family in families:
        there = family.there
        high, wide = there.shape
        size = int(there.sum())
        if not SHARES[0] <= size / there.size <= SHARES[1] or _lies_in(sky, there):
            continue
        quarters = np.array([[half.sum() for half in np.array_split(rows, 2, 1)] for rows in np.array_split(there, 2)])
        if quarters.max() < IN_ONE * size:
            continue
        down, across = divmod(int(quarters.argmax()), 2)
        rows, columns = np.nonzero(there)
        x, y = float(columns.mean() + 0.5) / wide, float(rows.mean() + 0.5) / high
        found.append(LonelyHue(hue_name(family.middle), size / there.size, down, across, round(x, 3), round(y, 3)))
    return found


def _lies_in(sky: NDArray[np.bool_] | None, there: NDArray[np.bool_]) -> bool:
    """Whether more than half of a colour lies in the sky."""
    if sky is None:
        return False
    above = cv2.resize(sky.astype(np.uint8), there.shape[::-1], interpolation=cv2.INTER_NEAREST) > 0
    return bool(2 * (there & above).sum() > there.sum())
