"""From a few strokes to planes.

Strokes are seeds; each patch of the picture goes to the plane whose strokes a random walk from it
reaches first. Brush and level line then say outright what belongs where. A plane without a stroke of its own
keeps a thin line of seeds in the middle of its proposed place.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.segments import Segments
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.errors import DomainError

StrokeKind = Literal["mark", "brush", "level"]
GUIDE_RADIUS = 5  # half width of the filter that fits masks to the picture's edges [px]
GUIDE_EPSILON = 0.02  # squared value steps below which an edge is no edge
MOST_POINTS = 4000
WIDEST = 0.25


@dataclass(frozen=True)
class Stroke:
    """One stroke of the painter's.

    Parameters
    ----------
    kind : "mark", "brush" or "level"
        ``mark`` spreads to what looks alike; ``brush`` colours exactly what it covers; ``level`` is the upper
        edge of the plane: below it nothing is farther, and no mark spreads across it.
    plane : int
        Rank of the plane, 1 = farthest.
    points : tuple of (float, float)
        Track, as shares of the picture's width and height, 0-1.
    width : float
        Width of the stroke as a share of the picture's width.
    """

    kind: StrokeKind
    plane: int
    points: tuple[tuple[float, float], ...]
    width: float = 0.012

    def __post_init__(self) -> None:
        least = 2 if self.kind == "level" else 1
        if not least <= len(self.points) <= MOST_POINTS:
            raise DomainError("A stroke needs a beginning and an end.", "Draw it again, a little longer.")
        if not all(np.isfinite(v) for point in self.points for v in point):
            raise DomainError("A stroke holds a point that is no place.", "Draw it again.")
        if not any(0 <= x <= 1 and 0 <= y <= 1 for x, y in self.points):
            raise DomainError("This stroke lies wholly outside the picture.", "Draw it inside the picture.")
        if any(not -1 <= v <= 2 for point in self.points for v in point):
            raise DomainError("This stroke runs far outside the picture.", "Draw it inside the picture.")
        if not 0 < self.width <= WIDEST:
            raise DomainError("A stroke is wider than nothing and at most a quarter of the picture.", "Choose a width.")

    def raster(self, height: int, width: int) -> NDArray[np.bool_]:
        """Pixels under the stroke: (height, width) bool; may be all False for a stroke off the picture."""
        canvas = np.zeros((height, width), np.uint8)
        track = np.array([[round(x * (width - 1)), round(y * (height - 1))] for x, y in self.points], np.int32)
        thick = max(1, round(self.width * width))
        if len(track) == 1:
            cv2.circle(canvas, (int(track[0][0]), int(track[0][1])), max(1, thick // 2), 1, -1)
        else:
            cv2.polylines(canvas, [track.reshape(-1, 1, 2)], isClosed=False, color=1, thickness=thick)
        return np.asarray(canvas > 0)


def _seed_from_proposal(seeds: NDArray[np.int64], segments: Segments, proposal: NDArray[np.uint8], plane: int) -> None:
    """Seed a plane nobody has marked yet along the middle row of its proposed place, in each column."""
    inside = proposal == plane
    if not inside.any():
        return
    rows = np.arange(proposal.shape[0])[:, None]
    count = inside.sum(axis=0)
    columns = np.flatnonzero(count)
    middle = ((inside * rows).sum(axis=0)[columns] / count[columns]).astype(np.int64)
    middle = np.clip(middle, 0, proposal.shape[0] - 1)
    true_middle = inside[middle, columns]
    patches = np.unique(segments.ids[middle[true_middle], columns[true_middle]])
    seeds[patches[seeds[patches] == 0]] = plane


def _seeds(segments: Segments, proposal: NDArray[np.uint8], marks: list[Stroke], count: int) -> NDArray[np.int64]:
    seeds = np.zeros(segments.count, np.int64)
    for stroke in marks:
        under = stroke.raster(*segments.ids.shape)
        seeds[np.unique(segments.ids[under])] = stroke.plane
    marked = {stroke.plane for stroke in marks}
    for plane in range(1, count + 1):
        if plane not in marked:
            _seed_from_proposal(seeds, segments, proposal, plane)
    return seeds


def walk(segments: Segments, seeds: NDArray[np.int64], count: int) -> NDArray[np.float32]:
    """Probability that a random walk from each patch meets each plane's seeds first.

    Parameters
    ----------
    segments : Segments
    seeds : int array, shape (N,)
        Plane of each seeded patch, 0 where not seeded.
    count : int
        Number of planes.

    Returns
    -------
    float32 array, shape (N, count)
        Rows sum to 1.

    References
    ----------
    .. [1] L. Grady, "Random walks for image segmentation", 2006.
    """
    from scipy import sparse
    from scipy.sparse.linalg import splu

    n = segments.count
    i, j = segments.edges[:, 0], segments.edges[:, 1]
    one_way = sparse.coo_array((segments.weights, (i, j)), shape=(n, n)).tocsr()
    ease = one_way + one_way.T
    laplace = (sparse.diags_array(np.asarray(ease.sum(axis=1)).ravel() + 1e-9) - ease).tocsr()
    known, free = np.flatnonzero(seeds), np.flatnonzero(seeds == 0)
    chance = np.zeros((n, count), np.float32)
    chance[known, seeds[known] - 1] = 1
    if known.size == 0:
        chance[:] = 1 / count
        return chance
    if free.size:
        rows = laplace[free]
        right = -(rows[:, known] @ chance[known].astype(np.float64))
        chance[free] = splu(rows[:, free].tocsc()).solve(np.asarray(right))
    return chance


def _guided(guide: NDArray[np.float32], chance: NDArray[np.float32]) -> NDArray[np.uint8]:
    """Fit masks to the picture's own edges and give each pixel the likeliest plane.

    The filter's coefficients are found at half the size, which its blur hides, and applied at full size.
    Source: K. He, J. Sun, "Fast guided filter", 2015.

    Parameters
    ----------
    guide : float32 array, shape (H, W)
    chance : float32 array, shape (ceil(H / 2), ceil(W / 2), N)

    Returns
    -------
    uint8 array, shape (H, W)
        Plane of each pixel, from 0.
    """
    height, width = guide.shape
    rows, columns, count = chance.shape
    size = (GUIDE_RADIUS, GUIDE_RADIUS)  # half the diameter at half the size

    def mean(a: NDArray[np.float32]) -> NDArray[np.float32]:
        return np.asarray(cv2.blur(a, size), dtype=np.float32)

    small = np.asarray(cv2.resize(guide, (columns, rows), interpolation=cv2.INTER_AREA), dtype=np.float32)
    guide_mean = mean(small)
    variance = mean(small * small) - guide_mean * guide_mean
    best = np.full(guide.shape, -np.inf, np.float32)
    plane_of = np.zeros(guide.shape, np.uint8)
    for plane in range(count):
        one = np.ascontiguousarray(chance[..., plane])
        one_mean = mean(one)
        slope = np.asarray((mean(small * one) - guide_mean * one_mean) / (variance + GUIDE_EPSILON), np.float32)
        start = np.asarray(one_mean - slope * guide_mean, np.float32)
        steepness = cv2.resize(mean(slope), (width, height), interpolation=cv2.INTER_LINEAR)
        fitted = steepness * guide + cv2.resize(mean(start), (width, height), interpolation=cv2.INTER_LINEAR)
        np.copyto(plane_of, np.uint8(plane), where=fitted > best)
        np.maximum(best, fitted, out=best)
    return plane_of


def line_sides(stroke: Stroke, height: int, width: int) -> NDArray[np.uint8]:
    """Say where each pixel lies against a level line: (H, W) uint8, 1 above, 2 below, 0 beyond its ends."""
    points = sorted(stroke.points)
    xs = np.array([x * (width - 1) for x, _ in points])
    ys = np.array([y * (height - 1) for _, y in points])
    first, last = max(0, int(np.floor(xs[0]))), min(width - 1, int(np.ceil(xs[-1])))
    line = np.interp(np.arange(first, last + 1), xs, ys)
    sides = np.zeros((height, width), np.uint8)
    below = np.arange(height, dtype=np.float32)[:, None] > line.astype(np.float32)[None, :]
    sides[:, first : last + 1] = below.view(np.uint8) + np.uint8(1)
    return sides


def mark_planes(
    picture: WorkingPicture,
    segments: Segments | None,
    proposal: NDArray[np.uint8],
    strokes: list[Stroke],
    count: int,
) -> NDArray[np.uint8]:
    """Divide the picture among its planes.

    Parameters
    ----------
    picture : WorkingPicture
    segments : Segments or None
        Patches of the picture, cut at the level lines; needed only where there is a stroke that spreads.
    proposal : uint8 array, shape (H, W)
        First guess, 1 (farthest) to count.
    strokes : list of Stroke
        In the order drawn; a later one wins where two say different things.
    count : int
        Number of planes.

    Returns
    -------
    uint8 array, shape (H, W)
        Plane of each pixel, 1 (farthest) to count.

    Raises
    ------
    DomainError
        If a stroke names a plane that does not exist.
    """
    if any(not 1 <= stroke.plane <= count for stroke in strokes):
        raise DomainError("A stroke belongs to a plane that this painting does not have.", "Choose a plane.")
    marks = [stroke for stroke in strokes if stroke.kind == "mark"]
    if marks and segments is not None:
        chance = walk(segments, _seeds(segments, proposal, marks, count), count)
        labels = _guided(picture.value, chance[segments.ids[::2, ::2]]) + np.uint8(1)
    else:
        labels = proposal.copy()
    for stroke in strokes:
        if stroke.kind == "level":
            below = line_sides(stroke, *labels.shape) == 2
            labels[below] = np.maximum(labels[below], stroke.plane)
        else:
            labels[stroke.raster(*labels.shape)] = stroke.plane
    return labels
