"""Crops and formats: which part of a photo becomes the painting, and which parts are worth trying.

A crop is kept in whole pixels of the straightened original, so that it returns to the pixel.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeVar

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.judgement import Why, because
from kind_distance.core.picture.divisions import GOLDEN, THIRD
from kind_distance.core.picture.focus import REACHES, Focus
from kind_distance.errors import DomainError

Scalar = TypeVar("Scalar", bound=np.generic)

LEAST_CROP_PX = 32
LARGEST_RATIO = 6.0


@dataclass(frozen=True)
class Format:
    """Proportions of a picture: width over height."""

    key: str
    name: str
    ratio: float


FORMATS = {
    each.key: each
    for each in (
        Format("landscape_5_4", "Landscape 5:4", 5 / 4),
        Format("landscape_4_3", "Landscape 4:3", 4 / 3),
        Format("landscape_3_2", "Landscape 3:2", 3 / 2),
        Format("panorama_2_1", "Panoramic 2:1", 2.0),
        Format("panorama_3_1", "Panoramic 3:1", 3.0),
        Format("square", "Square", 1.0),
        Format("tall_4_5", "Tall 4:5", 4 / 5),
        Format("tall_3_4", "Tall 3:4", 3 / 4),
        Format("tall_2_3", "Tall 2:3", 2 / 3),
    )
}


@dataclass(frozen=True)
class Crop:
    """A part of a straightened photo: left, top, width and height in its whole pixels."""

    x: int
    y: int
    width: int
    height: int

    def check(self, width_px: int, height_px: int) -> Crop:
        """Return itself; raise DomainError where it is too small or not inside a picture of this size."""
        if min(self.width, self.height) < LEAST_CROP_PX:
            raise DomainError(
                f"A crop needs at least {LEAST_CROP_PX} pixels each way.", "Pull the viewfinder wider, or let it go."
            )
        if self.x < 0 or self.y < 0 or self.x + self.width > width_px or self.y + self.height > height_px:
            raise DomainError("The crop reaches beyond the photo.", "Move the viewfinder inside.")
        check_ratio(self.width / self.height)
        return self

    def of(self, codes: NDArray[Scalar], width_px: int, height_px: int) -> NDArray[Scalar]:
        """Cut it out of a smaller copy of the photo whose full size is given: (H, W, 3) -> (h, w, 3)."""
        height, width = codes.shape[:2]
        left, top = round(self.x * width / width_px), round(self.y * height / height_px)
        right = max(left + 1, round((self.x + self.width) * width / width_px))
        bottom = max(top + 1, round((self.y + self.height) * height / height_px))
        return codes[top:bottom, left:right]

    def inward(self, x: float, y: float, width_px: int, height_px: int) -> tuple[float, float]:
        """Carry a place from shares of the photo to shares of the crop."""
        return (x * width_px - self.x) / self.width, (y * height_px - self.y) / self.height


def check_ratio(ratio: float) -> float:
    """Take proportions from 1:6 to 6:1; raise DomainError otherwise."""
    if not 1 / LARGEST_RATIO <= ratio <= LARGEST_RATIO:
        raise DomainError("Proportions go from 1:6 to 6:1.", "Choose sides that are closer to each other.")
    return ratio


def focus_in(focus: Focus | None, crop: Crop | None, width_px: int, height_px: int) -> Focus | None:
    """Carry the focus into a crop; None where the crop leaves it out."""
    if focus is None or crop is None:
        return focus
    x, y = crop.inward(focus.x, focus.y, width_px, height_px)
    if not (0 <= x <= 1 and 0 <= y <= 1):
        return None
    return Focus(x, y, float(np.clip(focus.reach * width_px / crop.width, *REACHES)))


def largest_crop(width_px: int, height_px: int, ratio: float, middle: tuple[float, float] = (0.5, 0.5)) -> Crop:
    """Largest part of a photo with these proportions, as near to a place (shares) as it can be."""
    check_ratio(ratio)
    width = min(width_px, round(height_px * ratio))
    height = min(height_px, round(width / ratio))
    x = int(np.clip(round(middle[0] * width_px - width / 2), 0, width_px - width))
    y = int(np.clip(round(middle[1] * height_px - height / 2), 0, height_px - height))
    return Crop(x, y, width, height)


@dataclass(frozen=True)
class Suggestion:
    """A crop worth trying, with what speaks for it."""

    crop: Crop
    why: Why


SIZES = (1.0, 0.88, 0.76, 0.64, 0.54)  # sides of the windows tried, against the largest
PLACES = 9  # windows tried along each side
APART, LEAST_APART = 0.5, 0.8  # suggestions that share more of their area than this are one
QUIET_RIM = 0.3  # how much fewer edges the rim has than the inside to be called quiet
LIKED = 3.0  # times as much that a division counts which the painter asked for
KEPT_OF_REACH = 0.8  # the focal shape, of which nothing is cut, as a share of the focus's reach
WEIGHTLESS = np.float32(7)  # lighter than this weighs nothing [V]; common practice, no source


def _edges(value: NDArray[np.float32]) -> NDArray[np.float32]:
    across, down = cv2.Sobel(value, cv2.CV_32F, 1, 0), cv2.Sobel(value, cv2.CV_32F, 0, 1)
    return np.asarray(np.hypot(across, down), dtype=np.float32)


@dataclass(frozen=True)
class _View:
    """Sums over any window of a photo, by integral images: edges, and how dark it is."""

    edge_sums: NDArray[np.float64]
    dark_sums: NDArray[np.float64]

    @classmethod
    def of(cls, value: NDArray[np.float32]) -> _View:
        """Shrink a photo's values, (H, W), and sum them up."""
        scale = min(1.0, 240 / max(value.shape))
        size = (max(8, round(value.shape[1] * scale)), max(8, round(value.shape[0] * scale)))
        small = np.asarray(cv2.resize(value, size, interpolation=cv2.INTER_AREA), np.float32)
        dark = np.maximum(WEIGHTLESS - small, 0).astype(np.float32)
        return cls(np.asarray(cv2.integral(_edges(small)), np.float64), np.asarray(cv2.integral(dark), np.float64))

    @staticmethod
    def _sum(table: NDArray[np.float64], x0: float, y0: float, x1: float, y1: float) -> float:
        height, width = table.shape[0] - 1, table.shape[1] - 1
        left, top = min(round(x0 * width), width - 1), min(round(y0 * height), height - 1)
        right, bottom = max(round(x1 * width), left + 1), max(round(y1 * height), top + 1)
        return float(table[bottom, right] - table[top, right] - table[bottom, left] + table[top, left])

    def edges(self, x0: float, y0: float, x1: float, y1: float) -> float:
        """Sum of edges in a window given in shares."""
        return self._sum(self.edge_sums, x0, y0, x1, y1)

    def weight(self, x0: float, y0: float, x1: float, y1: float) -> float:
        """Say what a window weighs to the eye: its darks and its edges."""
        return self._sum(self.dark_sums, x0, y0, x1, y1) + self._sum(self.edge_sums, x0, y0, x1, y1)


def _spares(crop: Crop, focus: Focus, width_px: int, height_px: int) -> bool:
    """Whether a crop leaves the focal shape whole."""
    reach = KEPT_OF_REACH * focus.reach * width_px
    x, y = focus.x * width_px, focus.y * height_px
    return (
        crop.x <= x - reach
        and x + reach <= crop.x + crop.width
        and crop.y <= y - reach
        and y + reach <= crop.y + crop.height
    )


def near_division(at: float) -> tuple[float, float]:
    """How near a share lies to the nearest of thirds and golden section (0-1), and which."""
    marks = (THIRD, 1 - THIRD, GOLDEN, 1 - GOLDEN)
    best = min(marks, key=lambda m: abs(m - at))
    return float(np.exp(-((abs(best - at) / 0.06) ** 2))), best


def suggest_crops(
    value: NDArray[np.float32],
    width_px: int,
    height_px: int,
    ratio: float,
    focus: Focus,
    horizon: float | None,
    wanted: int = 3,
    division: str = "",
) -> list[Suggestion]:
    """Suggest crops of one format that keep the focus well placed, its surroundings whole and the rim quiet.

    Parameters
    ----------
    value : float32 array, shape (H, W)
        Munsell value of the whole straightened photo, any size.
    width_px, height_px : int
        Full size of the photo.
    ratio : float
        Width over height.
    focus : Focus
    horizon : float or None
        Height of the horizon as a share of the photo's height, from the top.
    wanted : int
    division : "", "thirds" or "unusual"
        Where the painter likes the horizon.

    Returns
    -------
    list of Suggestion
        At most `wanted`, best first, none of which shares over half of its area with a better one.
    """
    view = _View.of(value)
    found: list[tuple[float, Crop, Why]] = []
    for size in SIZES:
        largest = largest_crop(width_px, height_px, ratio)
        cw, ch = round(largest.width * size), round(largest.height * size)
        if min(cw, ch) < LEAST_CROP_PX:
            continue
        for left in np.unique(np.linspace(0, width_px - cw, PLACES).round().astype(int)):
            for top in np.unique(np.linspace(0, height_px - ch, PLACES).round().astype(int)):
                crop = Crop(int(left), int(top), cw, ch)
                if _spares(crop, focus, width_px, height_px):
                    score, why = _weigh(crop, view, focus, horizon, width_px, height_px, division)
                    found.append((score + 0.25 * size, crop, why))
    found.sort(key=lambda each: (-each[0], each[1].x, each[1].y, each[1].width))
    chosen: list[Suggestion] = []
    # Where windows overlap by nature (one wide strip, say) nearly equal ones are better than none.
    for apart in (APART, LEAST_APART):
        for _, crop, why in found:
            if len(chosen) < wanted and all(_shared(crop, other.crop) < apart for other in chosen):
                chosen.append(Suggestion(crop, why))
    return chosen


def _shared(one: Crop, other: Crop) -> float:
    across = min(one.x + one.width, other.x + other.width) - max(one.x, other.x)
    down = min(one.y + one.height, other.y + other.height) - max(one.y, other.y)
    if across <= 0 or down <= 0:
        return 0.0
    both = one.width * one.height + other.width * other.height
    return across * down / (both - across * down)


def _weigh(
    crop: Crop,
    view: _View,
    focus: Focus,
    horizon: float | None,
    width_px: int,
    height_px: int,
    division: str = "",
) -> tuple[float, Why]:
    """Score one crop and measure what speaks for it most."""
    x0, y0 = crop.x / width_px, crop.y / height_px
    x1, y1 = (crop.x + crop.width) / width_px, (crop.y + crop.height) / height_px
    at_x, at_y = crop.inward(focus.x, focus.y, width_px, height_px)
    (near_x, _), (near_y, _) = near_division(at_x), near_division(at_y)
    middle = (x0 + x1) / 2
    left, right = view.weight(x0, y0, middle, y1), view.weight(middle, y0, x1, y1)
    balance = 1 - abs(left - right) / max(left + right, 1e-6)
    rim_x, rim_y = 0.05 * (x1 - x0), 0.05 * (y1 - y0)
    inside = view.edges(x0 + rim_x, y0 + rim_y, x1 - rim_x, y1 - rim_y)
    rim = (view.edges(x0, y0, x1, y1) - inside) / 0.19
    quiet = 1 - min(1.0, rim / max(inside / 0.81, 1e-6)) if inside > 0 else 0.5
    level, down = 0.5, None
    if horizon is not None and y0 + 0.03 < horizon < y1 - 0.03:
        at = (horizon - y0) / (y1 - y0)
        level, down = near_division(at)[0], at
        level = max(level, 0.6) if at < 0.25 or at > 0.75 else level
        level -= 0.6 * float(np.exp(-(((at - 0.5) / 0.05) ** 2)))
        if division == "unusual":
            level = LIKED * float(at < 0.25 or at > 0.75 or abs(at - 0.5) < 0.05)
        elif division == "thirds":
            level *= LIKED
    score = 1.2 * (near_x + near_y) + 0.8 * level + 0.6 * balance + 0.5 * quiet
    sides = "" if balance > 0.9 else "left" if left > right else "right"
    return score, because(
        "crop", focus=(at_x, at_y), horizon=down, heavier=sides, quiet_rim=quiet > QUIET_RIM,
    )  # fmt: skip
