"""The focus: the one place where the eye is to stay, spared when everything else is simplified."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.remembering import remembered
from kind_distance.errors import DomainError

REACHES = (0.03, 0.5)  # as a share of the picture's width
USUAL_REACH = 0.12  # a focal area of about 5 to 15 % of the surface; common practice, no source
SPARED = 12.0  # a pixel at the focus counts as so many when shapes are too small to be kept; tried on photographs
LEAST_MASS = 0.05  # share of the focal area that a step has to hold to be seen there
LEAST_STEP = 1.0  # value step without which nothing stands out at the focus [V]; common practice, no source
OF_THING = 0.6  # values that belong to the thing the focus is marked on lie so near to the mark's own [V]
THING = (0.004, 0.5)  # share of the focal area that it takes: less is a grain, more a mass


@dataclass(frozen=True)
class Focus:
    """A place on a picture.

    Parameters
    ----------
    x, y : float
        Shares of width and height, 0-1.
    reach : float
        How far it is spared, as a share of the picture's width: at this distance half of the sparing is left.
    """

    x: float
    y: float
    reach: float = USUAL_REACH

    def __post_init__(self) -> None:
        if not (0 <= self.x <= 1 and 0 <= self.y <= 1):
            raise DomainError("The focus lies outside the picture.", "Mark it inside.")
        if not REACHES[0] <= self.reach <= REACHES[1]:
            raise DomainError(
                "The focus reaches from a thirtieth to half of the width.", "Choose a reach in that range."
            )

    def nearness(self, height: int, width: int) -> NDArray[np.float32]:
        """Say how near each pixel is: 1 at the focus, a half at its reach, 0 far off; (height, width)."""
        return _fields(self, height, width)[0]

    def area(self, height: int, width: int) -> NDArray[np.bool_]:
        """Mark the focal area, within the reach: (height, width)."""
        return _fields(self, height, width)[1]


@remembered
def _fields(focus: Focus, height: int, width: int) -> tuple[NDArray[np.float32], NDArray[np.bool_]]:
    """Nearness and focal area; the same for every setting of a slider, so worked out once."""
    x = (((np.arange(width, dtype=np.float32) + 0.5) / width - focus.x) / focus.reach) ** 2
    y = (((np.arange(height, dtype=np.float32) + 0.5) / height - focus.y) * height / width / focus.reach) ** 2
    away = y[:, None] + x[None, :]
    near = np.exp2(-away).astype(np.float32)
    for field in (near, inside := np.asarray(away <= 1)):
        field.flags.writeable = False
    return near, inside


def step_at_focus(steps: NDArray[np.uint8], values: tuple[float, ...], focus: Focus) -> float:
    """Largest value step that is to be seen within the focal area. [V].

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
        Step of each pixel.
    values : tuple of float
        Value of each step. [V]
    focus : Focus

    Returns
    -------
    float
        0 where a single step holds the whole area; steps that hold under 5 % of it do not count.
    """
    held = np.bincount(steps[focus.area(*steps.shape)], minlength=len(values))
    seen = [value for value, count in zip(values, held, strict=True) if count >= LEAST_MASS * max(1, held.sum())]
    return max(seen) - min(seen) if seen else 0.0


def thing_at(value: NDArray[np.float32], focus: Focus) -> tuple[NDArray[np.bool_], NDArray[np.bool_]] | None:
    """Find the thing that the focus is marked on, and what lies right around it.

    Parameters
    ----------
    value : float32 array, shape (H, W)
        Munsell value of the photo before squinting.
    focus : Focus

    Returns
    -------
    bool array, bool array or None
        Masks of the picture's shape; None where the mark lies on a large mass, or on nothing that stands out.
    """
    height, width = value.shape
    soft = np.asarray(cv2.GaussianBlur(value, (0, 0), 0.8), np.float32)
    seed = min(width - 1, int(focus.x * width)), min(height - 1, int(focus.y * height))
    area = focus.area(height, width)
    blocked = np.ones((height + 2, width + 2), np.uint8)
    blocked[1:-1, 1:-1] = ~area
    if blocked[seed[1] + 1, seed[0] + 1]:
        return None
    flags = 4 | cv2.FLOODFILL_MASK_ONLY | cv2.FLOODFILL_FIXED_RANGE | (2 << 8)
    cv2.floodFill(soft.copy(), blocked, seed, 0, OF_THING, OF_THING, flags)
    thing = blocked[1:-1, 1:-1] == 2
    share = thing.sum() / max(1, int(area.sum()))
    if not THING[0] <= share <= THING[1]:
        return None
    reach = max(3, 2 * round(0.3 * float(np.sqrt(thing.sum()))) + 3)
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (reach, reach))
    around = (cv2.dilate(thing.view(np.uint8), kernel) > 0) & ~(
        cv2.dilate(thing.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
    )
    if not around.any() or abs(float(np.median(value[thing]) - np.median(value[around]))) < LEAST_STEP:
        return None
    return thing, around


def step_of_thing(
    steps: NDArray[np.uint8], values: tuple[float, ...], thing: NDArray[np.bool_], around: NDArray[np.bool_]
) -> float:
    """Say how far a thing stands apart from what is around it in a thumbnail: difference of their means. [V]."""
    seen = np.asarray(values)[steps]
    return float(abs(seen[thing].mean() - seen[around].mean()))
