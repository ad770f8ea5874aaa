"""A photographed page of swatches: where its patches of even colour are, in rows, to be corrected by hand."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import ciede2000

LONG_SIDE = 480  # at which the page is looked at [px]
# What is a patch: how little its colour changes from pixel to pixel, how large and how full it is. By eye, no source.
STEEP = 2.2  # CIELAB change over a pixel, from which there is an edge
SHARES = (0.0008, 0.12)  # of the photo
LEAST_FULL, LONGEST = 0.72, 5.0  # share of its bounding box; longer side over shorter
LEAST_OFF_PAPER = 4.0  # CIEDE2000 between a patch and what lies round all of them
UNEVEN = 7.0  # CIEDE2000 that its pixels lie off their middle at most
SHRUNK = 0.16  # of each side that is left out of the reading: rims are uneven
MOST_BOXES = 120


@dataclass(frozen=True)
class Box:
    """A patch of even colour.

    Parameters
    ----------
    left, top, right, bottom : float
        Shares of the photo's width and height.
    lab : (L*, a*, b*)
        Its middle.
    row : int
        From the top, 0 first.
    """

    left: float
    top: float
    right: float
    bottom: float
    lab: tuple[float, float, float]
    row: int

    @property
    def middle(self) -> tuple[float, float]:
        """Place of its middle."""
        return (self.left + self.right) / 2, (self.top + self.bottom) / 2


def _even(lab: NDArray[np.float32]) -> NDArray[np.uint8]:
    """Mark pixels beside which colour does not change."""
    steep = np.zeros(lab.shape[:2], np.float32)
    for channel in range(3):
        layer = np.ascontiguousarray(lab[..., channel])
        across, down = cv2.Sobel(layer, cv2.CV_32F, 1, 0, scale=0.125), cv2.Sobel(layer, cv2.CV_32F, 0, 1, scale=0.125)
        steep = np.maximum(steep, np.hypot(across, down))
    return np.asarray(steep < STEEP, np.uint8)


def propose_boxes(lab: NDArray[Any]) -> list[Box]:
    """Find the patches of a page, row by row from the top and from left to right.

    Parameters
    ----------
    lab : (h, w, 3) array
        CIELAB of the photo.
    """
    high, wide = lab.shape[:2]
    scale = min(1.0, LONG_SIDE / max(high, wide))
    size = (max(8, round(wide * scale)), max(8, round(high * scale)))
    small = np.asarray(cv2.resize(np.asarray(lab, np.float32), size, interpolation=cv2.INTER_AREA), np.float32)
    small = np.dstack([cv2.medianBlur(np.ascontiguousarray(small[..., channel]), 3) for channel in range(3)])
    count, parts, stats, _ = cv2.connectedComponentsWithStats(_even(small), connectivity=4)
    if count < 3:
        return []
    paper = np.median(small[parts == 1 + int(np.argmax(stats[1:, cv2.CC_STAT_AREA]))], axis=0)
    found = []
    for at in range(1, count):
        left, top, width, height, area = (int(each) for each in stats[at])
        if not SHARES[0] <= area / parts.size <= SHARES[1] or min(width, height) < 4:
            continue
        if area < LEAST_FULL * width * height or max(width, height) > LONGEST * min(width, height):
            continue
        rims = (round(SHRUNK * height), round(SHRUNK * width))
        inside = small[top + rims[0] : top + height - rims[0], left + rims[1] : left + width - rims[1]].reshape(-1, 3)
        middle = np.median(inside, axis=0)
        off = float(ciede2000(middle[None].astype(float), paper[None].astype(float))[0])
        spread = float(np.mean(ciede2000(inside.astype(float), middle.astype(float))))
        if off < LEAST_OFF_PAPER or spread > UNEVEN:
            continue
        light, a, b = (round(float(each), 2) for each in middle)
        found.append((top + height / 2, height, left / size[0], top / size[1], (left + width) / size[0],
                      (top + height) / size[1], (light, a, b)))  # fmt: skip
    return _in_rows(sorted(found)[:MOST_BOXES])


def _in_rows(found: list[tuple[float, int, float, float, float, float, tuple[float, float, float]]]) -> list[Box]:
    """Gather patches into rows: a row goes on while the next one's middle lies within half a usual height."""
    if not found:
        return []
    usual = float(np.median([each[1] for each in found]))
    rows: list[list[Any]] = []
    for each in found:
        if rows and each[0] - np.mean([one[0] for one in rows[-1]]) <= usual / 2:
            rows[-1].append(each)
        else:
            rows.append([each])
    return [
        Box(left, top, right, bottom, lab, at)
        for at, row in enumerate(rows)
        for _, _, left, top, right, bottom, lab in sorted(row, key=lambda each: each[2])
    ]
