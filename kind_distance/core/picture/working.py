"""Working sizes of a picture: shrunk in linear light, as the eye mixes colours at a distance."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import chroma, lab_from_linear, warmth
from kind_distance.core.colour.munsell import value_map
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.errors import DomainError

VIEW_SIZE = 1600  # long side shown on screen [px]
WORKING_SIZE = 960  # long side on which planes are marked and measured [px]
COARSE = 4  # side of the squares over which surroundings are looked at [px]
EDGE_STEP = 0.5  # value difference over two pixels that counts as detail [V]
HUNDREDTHS = 1001  # of a step, from 0 to 10
GRAIN_PX = 4  # farther than a grain is softened [px]
THUMBNAIL_SIZE = 480  # long side on which value thumbnails are made [px]


def shrink(linear: NDArray[np.float32], long_side: int) -> NDArray[np.float32]:
    """Shrink a picture by area in linear light until its long side fits; never enlarge.

    Parameters
    ----------
    linear : float32 array, shape (H, W, 3) or (H, W)
        Linear light, 0-1.
    long_side : int
        Longest side wanted. [px] At least 1.

    Returns
    -------
    float32 array, shape (h, w, 3) or (h, w)

    Raises
    ------
    DomainError
        If the wanted side is under one pixel.
    """
    if long_side < 1:
        raise DomainError(f"A picture cannot be {long_side} pixels wide.", "Ask for at least one pixel.")
    height, width = linear.shape[:2]
    scale = long_side / max(height, width)
    if scale >= 1:
        return linear
    size = (max(1, round(width * scale)), max(1, round(height * scale)))
    return np.asarray(cv2.resize(linear, size, interpolation=cv2.INTER_AREA), dtype=np.float32)


@dataclass(frozen=True)
class WorkingPicture:
    """A photo at working size with what is measured again and again.

    Parameters
    ----------
    codes : uint8 array, shape (H, W, 3)
        sRGB codes, upright, long side at most 960 px.
    value : float32 array, shape (H, W)
        Munsell value 0-10.
    lab : float32 array, shape (H, W, 3)
        CIELAB, D65.
    """

    codes: NDArray[np.uint8]
    value: NDArray[np.float32]
    lab: NDArray[np.float32]

    @classmethod
    def of(cls, codes: NDArray[np.uint8]) -> WorkingPicture:
        """Measure a picture: (H, W, 3) uint8 sRGB, any size; shrunk to working size first."""
        linear = shrink(linear_from_codes(codes), WORKING_SIZE)
        return cls(codes_from_linear(linear), value_map(linear), lab_from_linear(linear).astype(np.float32))

    @property
    def grows_by(self) -> int:
        """What is worked out on it later comes to at most, some of it of every other pixel only. [bytes]."""
        return 18 * self.width * self.height

    @cached_property
    def chroma(self) -> NDArray[np.float32]:
        """CIELAB chroma: (H, W)."""
        return chroma(self.lab).astype(np.float32)

    @cached_property
    def warmth(self) -> NDArray[np.float32]:
        """Chroma along the warm axis: (H, W)."""
        return warmth(self.lab).astype(np.float32)

    @cached_property
    def value_and_edge(self) -> NDArray[np.uint16]:
        """Value in whole hundredths of a step, 0-1000, and `HUNDREDTHS` more on a fine edge: (H, W)."""
        hundredths = np.minimum((self.value * 100).astype(np.uint16), np.uint16(HUNDREDTHS - 1))
        return np.asarray(hundredths + self.fine_edges * np.uint16(HUNDREDTHS), np.uint16)

    def sample(self, every: int) -> tuple[NDArray[np.float32], ...]:
        """Chroma, warmth and the three channels of linear light of every so many pixels both ways: flat, each."""
        light = linear_from_codes(np.ascontiguousarray(self.codes[::every, ::every]))
        fields = (self.chroma[::every, ::every], self.warmth[::every, ::every], *np.moveaxis(light, -1, 0))
        return tuple(field.ravel() for field in fields)

    @cached_property
    def sampled(self) -> tuple[NDArray[np.float32], ...]:
        """The same of every other pixel, kept: every stroke asks for its means."""
        return self.sample(2)

    def soft_lab(self, rows: slice, columns: slice) -> NDArray[np.float32]:
        """CIELAB of a part without the grain of single pixels: (h, w, 3), as if all of it had been softened."""
        top, left = max(0, rows.start - GRAIN_PX), max(0, columns.start - GRAIN_PX)
        part = self.lab[top : rows.stop + GRAIN_PX, left : columns.stop + GRAIN_PX]
        soft = cv2.GaussianBlur(part, (0, 0), 0.6)
        down, across = rows.start - top, columns.start - left
        high, wide = rows.stop - rows.start, columns.stop - columns.start
        return np.asarray(soft[down : down + high, across : across + wide], np.float32)

    @cached_property
    def coarse_lab(self) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
        """Means over squares of pixels: of the colour, (h, w, 3), and of its squared length, (h, w)."""
        size = (max(1, self.width // COARSE), max(1, self.height // COARSE))
        colour = cv2.resize(self.lab, size, interpolation=cv2.INTER_AREA)
        squared = cv2.resize((self.lab**2).sum(axis=-1), size, interpolation=cv2.INTER_AREA)
        return np.asarray(colour, np.float32), np.asarray(squared, np.float32)

    @cached_property
    def remembered(self) -> dict[object, NDArray[np.bool_]]:
        """What was found on this picture and may be asked for again."""
        return {}

    @property
    def linear(self) -> NDArray[np.float32]:
        """Linear light: (H, W, 3), 0-1. Read from a table each time: kept, it would be the largest thing of all."""
        return linear_from_codes(self.codes)

    @cached_property
    def fine_edges(self) -> NDArray[np.bool_]:
        """Where the value changes quickly, as it does on leaves and ripples: (H, W)."""
        soft = cv2.GaussianBlur(self.value, (0, 0), 1.0)
        across = np.abs(cv2.Sobel(soft, cv2.CV_32F, 1, 0, ksize=3)) / 4
        down = np.abs(cv2.Sobel(soft, cv2.CV_32F, 0, 1, ksize=3)) / 4
        return np.asarray(np.hypot(across, down) > EDGE_STEP)

    @property
    def height(self) -> int:
        """Rows. [px]."""
        return int(self.codes.shape[0])

    @property
    def width(self) -> int:
        """Columns. [px]."""
        return int(self.codes.shape[1])


@dataclass(frozen=True)
class Fit:
    """How a picture lies on its support when all of it is shown.

    Parameters
    ----------
    cm_per_px : float
        Size of a picture's pixel on the support. [cm]
    spare_width_cm, spare_height_cm : float
        What of the support stays outside the picture. [cm] One of them is 0.
    """

    cm_per_px: float
    spare_width_cm: float
    spare_height_cm: float


def fit_on_support(width_px: int, height_px: int, support_width_cm: float, support_height_cm: float) -> Fit:
    """Lay a whole picture on a support as large as it goes, so that lengths can be said in cm.

    Raises
    ------
    DomainError
        If a size is not positive.
    """
    if min(width_px, height_px) < 1 or min(support_width_cm, support_height_cm) <= 0:
        raise DomainError("A support needs a width and a height above zero.", "Enter both sizes.")
    scale = min(support_width_cm / width_px, support_height_cm / height_px)
    return Fit(scale, support_width_cm - width_px * scale, support_height_cm - height_px * scale)
