"""Joining small shapes to their neighbours, as a painter does who squints.

The picture's steps fall into connected shapes. The smallest goes first: it takes the step of the
neighbour it resembles most and shares most border with, and shapes of one step that now touch become
one. This goes on until no shape is smaller than what the painter wants to paint.
"""

from __future__ import annotations

import heapq
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

BORDER_SHARE_PULL = 0.5  # value steps that a fully shared border is worth; tried on photographs


@dataclass(frozen=True)
class Shapes:
    """Connected shapes of a step picture.

    Parameters
    ----------
    ids : int32 array, shape (H, W)
        Shape number of each pixel, from 0.
    area_px : int array, shape (N,)
    step : int array, shape (N,)
        Step of each shape, 0 = darkest.
    """

    ids: NDArray[np.int32]
    area_px: NDArray[np.int64]
    step: NDArray[np.int64]


def find_shapes(steps: NDArray[np.uint8]) -> Shapes:
    """Find and number the connected shapes of a step picture: (H, W) uint8 -> Shapes (4-connected)."""
    ids = np.zeros(steps.shape, np.int32)
    step_of: list[int] = []
    for step in np.flatnonzero(np.bincount(steps.ravel())):
        mask = steps == step
        count, found = cv2.connectedComponents(mask.view(np.uint8), connectivity=4)
        found += len(step_of) - 1
        np.copyto(ids, found, where=mask)
        step_of += [int(step)] * (count - 1)
    area = np.bincount(ids.ravel(), minlength=len(step_of))
    return Shapes(ids, area.astype(np.int64), np.array(step_of, dtype=np.int64))


def _adjacency(ids: NDArray[np.int32], count: int) -> list[dict[int, int]]:
    keys = []
    for one, other in ((ids[:, :-1], ids[:, 1:]), (ids[:-1], ids[1:])):
        differs = one != other
        a, b = one[differs].astype(np.int64), other[differs].astype(np.int64)
        keys.append(np.minimum(a, b) * count + np.maximum(a, b))
    found, hits = np.unique(np.concatenate(keys), return_counts=True)
    touching: list[dict[int, int]] = [{} for _ in range(count)]
    for key, hit in zip(found.tolist(), hits.tolist(), strict=True):
        a, b = divmod(key, count)
        touching[a][b] = hit
        touching[b][a] = hit
    return touching


class _Merging:
    """The shapes while they are being joined; `parent` leads from a lost shape to the one that took it."""

    def __init__(self, shapes: Shapes, value: NDArray[np.float32], weight: NDArray[np.float32] | None = None) -> None:
        count = len(shapes.area_px)
        sums = np.bincount(shapes.ids.ravel(), weights=value.ravel(), minlength=count)
        self.area: list[float] = weighed_areas(shapes, weight).tolist()
        self.mean = (sums / np.maximum(shapes.area_px, 1)).tolist()
        self.step = shapes.step.tolist()
        self.touching = _adjacency(shapes.ids, count)
        self.parent = list(range(count))

    def best_neighbour(self, shape: int) -> int:
        """Choose whom to join: least difference in value, less what the shared border is worth."""
        touching = self.touching[shape]
        whole = sum(touching.values())
        mean = self.mean[shape]
        return min(
            touching,
            key=lambda n: (abs(self.mean[n] - mean) - BORDER_SHARE_PULL * touching[n] / whole, n),
        )

    def join(self, lost: int, kept: int) -> None:
        """Let `kept` take `lost` with its border."""
        self.parent[lost] = kept
        total = self.area[lost] + self.area[kept]
        self.mean[kept] = (self.mean[lost] * self.area[lost] + self.mean[kept] * self.area[kept]) / total
        self.area[kept] = total
        mine = self.touching[kept]
        for neighbour, length in self.touching[lost].items():
            theirs = self.touching[neighbour]
            del theirs[lost]
            if neighbour != kept:
                theirs[kept] = mine[neighbour] = mine.get(neighbour, 0) + length
        self.touching[lost] = {}

    def join_equals(self, shape: int) -> int:
        """Unite a shape with all neighbours of its own step; return the one that stays."""
        while True:
            equal = [n for n in self.touching[shape] if self.step[n] == self.step[shape]]
            if not equal:
                return shape
            for neighbour in equal:
                if self.area[neighbour] > self.area[shape]:
                    self.join(shape, neighbour)
                    shape = neighbour
                    break
                self.join(neighbour, shape)


def weighed_areas(shapes: Shapes, weight: NDArray[np.float32] | None) -> NDArray[np.float64]:
    """Area of each shape, a pixel counting as much as its weight: (N,)."""
    if weight is None:
        return shapes.area_px.astype(np.float64)
    return np.asarray(np.bincount(shapes.ids.ravel(), weight.ravel(), len(shapes.area_px)), dtype=np.float64)


def merge_small(
    shapes: Shapes, value: NDArray[np.float32], least_px: float, weight: NDArray[np.float32] | None = None
) -> NDArray[np.uint8]:
    """Give every shape smaller than `least_px` the step of its best neighbour.

    Parameters
    ----------
    shapes : Shapes
        Connected shapes of a step picture, from :func:`find_shapes`.
    value : float32 array, shape (H, W)
        Munsell value 0-10.
    least_px : float
        Smallest shape to keep. [px]
    weight : float32 array, shape (H, W), or None
        What each pixel counts; more than 1 where small shapes are to be spared.

    Returns
    -------
    uint8 array, shape (H, W)
        Steps; no shape is smaller than asked unless it is the whole picture.
    """
    merging = _Merging(shapes, value, weight)
    heap = [(area, shape) for shape, area in enumerate(merging.area) if area < least_px]
    heapq.heapify(heap)
    while heap:
        area, shape = heapq.heappop(heap)
        if merging.parent[shape] != shape or merging.area[shape] != area or not merging.touching[shape]:
            continue
        kept = merging.best_neighbour(shape)
        merging.join(shape, kept)
        kept = merging.join_equals(kept)
        if merging.area[kept] < least_px:
            heapq.heappush(heap, (merging.area[kept], kept))
    final = np.empty(len(merging.parent), np.uint8)
    for shape in range(len(merging.parent)):
        root = shape
        while merging.parent[root] != root:
            root = merging.parent[root]
        final[shape] = merging.step[root]
    return final[shapes.ids]


def effective_shapes(area_px: NDArray[np.int64]) -> float:
    """Say how many equal shapes the picture is worth to the eye: exp of the entropy of the areas.

    Unlike a raw count this hardly moves when a picture is resized or recompressed.
    """
    share = area_px[area_px > 0] / area_px.sum()
    return float(np.exp(-np.sum(share * np.log(share))))
