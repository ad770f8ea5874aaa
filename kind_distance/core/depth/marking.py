"""From a few strokes to planes.

Strokes are seeds; each patch of the picture goes to the plane whose strokes a random walk from it
reaches first. Brush and level line then say outright what belongs where. A plane without a stroke of its own
keeps a thin line of seeds in the middle of its proposed place.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.segments import Segments
from kind_distance.core.depth.thin import find_thin
from kind_distance.core.picture.parts import part_of
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.core.remembering import remembered
from kind_distance.errors import DomainError

StrokeKind = Literal["mark", "brush", "level", "area", "thin", "erase"]
GUIDE_RADIUS = 5  # half width of the filter that fits masks to the picture's edges [px]
GUIDE_EPSILON = 0.02  # squared value steps below which an edge is no edge
NO_CHANCE = 2e-3  # what a fence still lets through
MOST_POINTS = 4000
WIDEST = 0.25


@dataclass(frozen=True)
class Stroke:
    """One stroke of the painter's.

    Parameters
    ----------
    kind : "mark", "brush", "level", "area", "thin" or "erase"
        ``mark`` spreads to what looks alike; ``brush`` colours exactly what it covers; ``level`` is the upper
        edge of the plane: below it nothing is farther, and no mark spreads across it; ``area`` is the outline of
        something with hard edges, all of which belongs to the plane; ``thin`` is drawn round twigs, reeds or masts, and
        what stands out there from what lies behind belongs to the plane; ``erase`` takes what it covers out of the
        plane.
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
        least = {"level": 2, "area": 3, "thin": 3}.get(self.kind, 1)
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
        if self.kind in ("area", "thin"):
            cv2.fillPoly(canvas, [track.reshape(-1, 1, 2)], color=1)
        elif len(track) == 1:
            cv2.circle(canvas, (int(track[0][0]), int(track[0][1])), max(1, thick // 2), 1, -1)
        else:
            cv2.polylines(canvas, [track.reshape(-1, 1, 2)], isClosed=False, color=1, thickness=thick)
        return np.asarray(canvas > 0)


@remembered
def raster(stroke: Stroke, height: int, width: int) -> NDArray[np.bool_]:
    """Pixels under a stroke, remembered: every later stroke asks for those of all before it."""
    under = stroke.raster(height, width)
    under.setflags(write=False)  # it is kept
    return under


@remembered
def covered(stroke: Stroke, height: int, width: int) -> NDArray[np.int64]:
    """Places of the pixels under a stroke, remembered: most strokes cover little. [row * width + column]."""
    places = np.flatnonzero(raster(stroke, height, width))
    places.setflags(write=False)  # it is kept
    return places


Patches = NDArray[np.int64]


def middles(segments: Segments, proposal: NDArray[np.uint8], count: int) -> tuple[Patches, ...]:
    """Find the patches along the middle of each plane's proposed place, column by column.

    They seed the planes that nobody has marked yet, and stay the same from stroke to stroke.
    """
    found = []
    for plane in range(1, count + 1):
        inside = proposal == plane
        columns = np.flatnonzero(inside.any(axis=0))
        first, last = inside.argmax(axis=0)[columns], proposal.shape[0] - 1 - inside[::-1].argmax(axis=0)[columns]
        middle = (first + last) // 2
        true_middle = inside[middle, columns]
        found.append(np.unique(segments.ids[middle[true_middle], columns[true_middle]]))
    return tuple(found)


def _seeds(segments: Segments, marks: list[Stroke], middle: tuple[Patches, ...]) -> NDArray[np.int64]:
    seeds = np.zeros(segments.count, np.int64)
    ids = segments.ids.ravel()
    for stroke in marks:
        seeds[ids[covered(stroke, *segments.ids.shape)]] = stroke.plane
    marked = {stroke.plane for stroke in marks}
    for plane, patches in enumerate(middle, start=1):
        if plane not in marked:
            seeds[patches[seeds[patches] == 0]] = plane
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


def _guided(guide: NDArray[np.float32], chance: NDArray[np.float32], segments: Segments) -> NDArray[np.uint8]:
    """Fit masks to the picture's own edges and give each pixel the likeliest plane.

    The filter's coefficients are found at half the size, which its blur hides, and applied at full size.
    Source: K. He, J. Sun, "Fast guided filter", 2015.

    Parameters
    ----------
    guide : float32 array, shape (H, W)
    chance : float32 array, shape (P, N)
        Of each patch for each plane.
    segments : Segments

    Returns
    -------
    uint8 array, shape (H, W)
        Plane of each pixel, from 0.
    """
    height, width = guide.shape
    patches = segments.halved
    (rows, columns), count = patches.shape, chance.shape[1]
    size = (GUIDE_RADIUS, GUIDE_RADIUS)  # half the diameter at half the size

    def mean(a: NDArray[np.float32]) -> NDArray[np.float32]:
        return np.asarray(cv2.blur(a, size), dtype=np.float32)

    small = np.asarray(cv2.resize(guide, (columns, rows), interpolation=cv2.INTER_AREA), dtype=np.float32)
    guide_mean = mean(small)
    variance = mean(small * small) - guide_mean * guide_mean
    firmness = np.asarray(1 / (variance + GUIDE_EPSILON), np.float32)
    steepness, start = np.zeros((2, count, rows, columns), np.float32)
    best, coarse = np.zeros(small.shape, np.float32), np.zeros(small.shape, np.uint8)
    for plane in range(count):
        # Where a plane has no chance at all there is nothing to fit.
        part = segments.around(chance[:, plane] > NO_CHANCE, 3 * GUIDE_RADIUS)
        if not small[part].size:
            continue  # a plane that has no patch yet, or only patches finer than the halved picture
        one = np.ascontiguousarray(chance[:, plane])[patches[part]]
        one_mean, middle, own = mean(one), guide_mean[part], small[part]
        slope = np.asarray((mean(own * one) - middle * one_mean) * firmness[part], np.float32)
        steepness[plane][part] = mean(slope)
        start[plane][part] = mean(np.asarray(one_mean - slope * middle, np.float32))
        fitted = steepness[plane][part] * own + start[plane][part]
        np.copyto(coarse[part], np.uint8(plane), where=fitted > best[part])
        np.maximum(best[part], fitted, out=best[part])
    plane_of = np.asarray(cv2.resize(coarse, (2 * columns, 2 * rows), interpolation=cv2.INTER_NEAREST), np.uint8)
    # Full size matters only beside a border; the coefficients change too slowly to be interpolated.
    kernel = np.ones((3, 3), np.uint8)
    y, x = np.divmod(np.flatnonzero(cv2.dilate(coarse, kernel) != cv2.erode(coarse, kernel)), columns)
    steep, begun = steepness[:, y, x], start[:, y, x]
    for down, right in ((0, 0), (0, 1), (1, 0), (1, 1)):
        # Of an odd size the last row or column is there twice, and cut off in the end.
        row, column = 2 * y + down, 2 * x + right
        own = guide[np.minimum(row, height - 1), np.minimum(column, width - 1)]
        plane_of[row, column] = (steep * own + begun).argmax(axis=0)
    return np.ascontiguousarray(plane_of[:height, :width])


@remembered
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
    sides.setflags(write=False)  # it is kept
    return sides


@remembered
def _nearest_above(stroke: Stroke, height: int, width: int) -> tuple[tuple[slice, slice], NDArray[np.uint8]]:
    """Say which part of the picture a level line bears on, and the least plane of each of its pixels."""
    below = line_sides(stroke, height, width) == 2
    part = part_of(below)
    if part is None:
        return (slice(0, 0), slice(0, 0)), np.zeros((0, 0), np.uint8)
    return part, np.ascontiguousarray(below[part]).view(np.uint8) * np.uint8(stroke.plane)


def fit_proposal(proposal: NDArray[np.uint8], lines: Iterable[Stroke]) -> NDArray[np.uint8]:
    """Fit the first guess to the level lines: above its line a plane has not begun, below it all farther have ended.

    Parameters
    ----------
    proposal : uint8 array, shape (H, W)
    lines : iterable of Stroke

    Returns
    -------
    uint8 array, shape (H, W)
    """
    labels = proposal.copy()
    # The nearest plane's line first: what lies above it falls to the plane before, whose own line then takes it on.
    for stroke in sorted(lines, key=lambda each: -each.plane):
        above = line_sides(stroke, *labels.shape) == 1
        labels[above] = np.minimum(labels[above], max(1, stroke.plane - 1))
    for stroke in sorted(lines, key=lambda each: each.plane):
        below = line_sides(stroke, *labels.shape) == 2
        labels[below] = np.maximum(labels[below], stroke.plane)
    return labels


def spread_planes(
    picture: WorkingPicture,
    segments: Segments | None,
    proposal: NDArray[np.uint8],
    strokes: list[Stroke],
    count: int,
    middle: tuple[Patches, ...] | None = None,
) -> NDArray[np.uint8]:
    """Divide the picture among its planes by the strokes that spread to what looks alike.

    Parameters
    ----------
    picture : WorkingPicture
    segments : Segments or None
        Patches of the picture, cut at the level lines; needed only where there is a stroke that spreads.
    proposal : uint8 array, shape (H, W)
        First guess, 1 (farthest) to count, from :func:`fit_proposal`.
    strokes : list of Stroke
        In the order drawn; a later one wins where two say different things.
    count : int
        Number of planes.
    middle : tuple of int array, or None
        From :func:`middles`, where that is known already.

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
        middle = middles(segments, proposal, count) if middle is None else middle
        return spread_marks(picture, segments, marks, count, middle)
    return proposal.copy()


def spread_marks(
    picture: WorkingPicture, segments: Segments, marks: list[Stroke], count: int, middle: tuple[Patches, ...]
) -> NDArray[np.uint8]:
    """Spread marks, and the middles of planes without any, to what looks alike: (H, W) uint8, 1 (farthest) to count.

    Without a mark it is what a first one will find, but for its own surroundings.
    """
    chance = walk(segments, _seeds(segments, marks, middle), count)
    return _guided(picture.value, chance, segments) + np.uint8(1)


def draw_planes(
    picture: WorkingPicture, labels: NDArray[np.uint8], strokes: Iterable[Stroke]
) -> tuple[NDArray[np.uint8], NDArray[np.uint8]]:
    """Give planes what was drawn outright: level lines, brush, areas, thin things, eraser, in the order drawn.

    Parameters
    ----------
    picture : WorkingPicture
    labels : uint8 array, shape (H, W)
        From :func:`spread_planes`; left as it is.
    strokes : iterable of Stroke

    Returns
    -------
    labels : uint8 array, shape (H, W)
    masses : uint8 array, shape (H, W)
        The same without the thin things, which have no border that anyone would follow.
    """
    labels = labels.copy()
    # Until the first thin thing both are one.
    masses = labels
    for stroke in strokes:
        if stroke.kind == "thin":
            masses = masses.copy() if masses is labels else masses
            labels[find_thin(picture, labels, raster(stroke, *labels.shape), stroke.plane)] = stroke.plane
            continue
        both = (labels,) if masses is labels else (labels, masses)
        for each in both:
            _draw_outright(each, stroke)
    return labels, masses


def _draw_outright(labels: NDArray[np.uint8], stroke: Stroke) -> None:
    """Lay a level line, brush, area or eraser over the planes, in place."""
    if stroke.kind == "level":
        # Only below the line's highest point and between its ends can anything change.
        part, least = _nearest_above(stroke, *labels.shape)
        np.maximum(labels[part], least, out=labels[part])
    elif stroke.kind == "erase":
        _erase(labels, stroke)
    else:
        labels.reshape(-1)[covered(stroke, *labels.shape)] = stroke.plane


def mark_planes(
    picture: WorkingPicture,
    segments: Segments | None,
    proposal: NDArray[np.uint8],
    strokes: list[Stroke],
    count: int,
) -> NDArray[np.uint8]:
    """Divide the picture among its planes: what spreads first, then what was drawn outright."""
    return draw_planes(picture, spread_planes(picture, segments, proposal, strokes, count), strokes)[0]


def _erase(labels: NDArray[np.uint8], stroke: Stroke) -> None:
    """Take what a stroke covers out of its plane, in place: each pixel goes to the nearest of another plane."""
    gone = raster(stroke, *labels.shape) & (labels == stroke.plane)
    others = (labels != stroke.plane).astype(np.uint8)
    if not gone.any() or not others.any():
        return
    _, nearest = cv2.distanceTransformWithLabels(1 - others, cv2.DIST_L2, 5, labelType=cv2.DIST_LABEL_PIXEL)
    plane_of = np.zeros(int(nearest.max()) + 1, np.uint8)
    at = others > 0
    plane_of[nearest[at]] = labels[at]
    labels[gone] = plane_of[nearest[gone]]
