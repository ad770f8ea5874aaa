"""Where the painting is on a photo of it: the corners inside its mat or white border, and how sure that is.

What was tried and how near it comes is told in the docs (methods, photos of the painting).
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np

from kind_distance.core.progress.lens import Floats, bend, carry, onto, unbend

LUMINANCE: Floats = np.array([0.2126, 0.7152, 0.0722], np.float32)
SMALL = 640  # width at which the mat is looked for [px]
BRIGHT = (*np.linspace(0.30, 0.80, 9), 0.84, 0.88, 0.92, 0.96)  # of the lights of the photo, tried one after the other
LEAST_MAT, LEAST_HOLE = 0.2, 0.12  # of the photo
OUTER_OF_HOLE = ((-45, -60), (1045, -60), (1045, 1060), (-45, 1060))  # a mat round a painting that is seen as a hole
DEPARTS = (
    0.30,
    0.16,
    0.09,
)  # of the logarithms of light, from which a place is no mat; less where a pale wash meets it
PLACES, LEAST_PLACES = 150, 30
LEAST_APART_PX = 40  # of a pair that says the direction of a line
SURE = 0.5  # least share of places on a line, below which the painter is asked
INWARD = (((0, 0), (1000, 0), (0, 1)), ((1000, 0), (1000, 1000), (-1, 0)), ((1000, 1000), (0, 1000), (0, -1)),
          ((0, 1000), (0, 0), (1, 0)))  # fmt: skip


@dataclass(frozen=True)
class Found:
    """A painting on a photo.

    Parameters
    ----------
    outer, inner : (4, 2) array
        Corners of the mat and of the painting as photographed, from the top left, clockwise. [px]
    straight : (4, 2) array
        Those of the painting with the bend of the lens taken out. [px]
    k1 : float
        Bend of the lens.
    sure : float
        Least share of the places of a side that lie on its line, 0-1.
    """

    outer: Floats
    inner: Floats
    straight: Floats
    k1: float
    sure: float


Line = tuple[Floats, Floats, float]  # a place on it, its direction, share of places on it


def _line(places: Floats, tolerance: float, turns: int = 200) -> Line | None:
    """Lay a line through most of the places: pairs drawn by chance with one seed, then least squares."""
    pairs = np.random.default_rng(1).integers(len(places), size=(turns, 2))
    ways = places[pairs[:, 1]] - places[pairs[:, 0]]
    lengths = np.hypot(ways[:, 0], ways[:, 1])
    far = lengths >= LEAST_APART_PX
    pairs, ways, lengths = pairs[far], ways[far], lengths[far]
    if not len(pairs):
        return None
    across = np.stack([-ways[:, 1], ways[:, 0]], axis=1) / lengths[:, None]
    away = places @ across.T - (places[pairs[:, 0]] * across).sum(1)
    near = np.abs(away) < tolerance
    on = near[:, int(np.argmax(near.sum(0)))]
    middle, way = places[on].mean(0), np.zeros(2)
    for _ in range(2):
        middle = places[on].mean(0)
        way = np.linalg.svd(places[on] - middle)[2][0]
        on = np.abs((places - middle) @ np.array([-way[1], way[0]])) < tolerance
        if not on.any():
            return None
    return middle, way, float(on.mean())


def _crossing(one: Line, other: Line) -> Floats | None:
    matrix = np.stack([one[1], -other[1]], axis=1)
    if abs(np.linalg.det(matrix)) < 1e-6:  # noqa: PLR2004  as good as parallel
        return None
    return np.asarray(one[0] + one[1] * np.linalg.solve(matrix, other[0] - one[0])[0])


def _four_sides(hull: Floats) -> Floats | None:
    """Shrink the polygon of a hull to four corners, from the top left, clockwise."""
    around = cv2.arcLength(hull, closed=True)
    for share in np.linspace(0.01, 0.08, 15):
        corners = cv2.approxPolyDP(hull, share * around, closed=True)[:, 0]
        if len(corners) == 4:  # noqa: PLR2004
            corners = corners.astype(float)
            away = corners - corners.mean(0)
            corners = corners[np.argsort(np.arctan2(away[:, 1], away[:, 0]))]
            return np.asarray(np.roll(corners, -int(np.argmin(corners.sum(1))), 0))
        if len(corners) < 4:  # noqa: PLR2004
            return None
    return None


def _uneven(log_light: Floats, corners: Floats) -> float:
    """Say how far the ring inside four corners is from one even sheet, after a slope of the light is taken out."""
    along = np.linspace(20, 980, 60)
    rows = [np.stack([along, np.full(60, at)], axis=1) for at in (14.0, 24.0, 976.0, 986.0)]
    columns = [np.stack([np.full(60, at), along], axis=1) for at in (12.0, 20.0, 980.0, 988.0)]
    places = np.concatenate([*rows, *columns])
    there = carry(onto(corners), places).astype(np.float32)
    read = cv2.remap(log_light, there[None, :, 0], there[None, :, 1], cv2.INTER_LINEAR,
                     borderMode=cv2.BORDER_REPLICATE)[0]  # fmt: skip
    slope = np.concatenate([np.ones((len(places), 1)), places / 500 - 1], axis=1)
    rest = read - slope @ np.linalg.lstsq(slope, read, rcond=None)[0]
    return float(np.quantile(np.abs(rest).max(1), 0.93))


def find_mat(linear: Floats) -> Floats | None:
    """Find the outer corners of the mat: bright, even, with four sides; or the painting as a hole in it. [px]."""
    height, width = linear.shape[:2]
    scale = SMALL / width
    small = cv2.resize(linear, (SMALL, round(height * scale)), interpolation=cv2.INTER_AREA)
    light = small @ LUMINANCE
    log_light = np.log(cv2.GaussianBlur(small, (0, 0), 1) + 0.01).astype(np.float32)
    best: tuple[float, Floats] | None = None
    for share in BRIGHT:
        bright = (light > share * np.percentile(light, 97)).astype(np.uint8)
        bright = np.asarray(cv2.morphologyEx(bright, cv2.MORPH_OPEN, np.ones((3, 3), np.uint8)), np.uint8)
        contours, tree = cv2.findContours(bright, cv2.RETR_CCOMP, cv2.CHAIN_APPROX_NONE)
        for at, contour in enumerate(contours):
            hole = bool(tree[0][at][3] >= 0)
            told = _candidate(np.asarray(contour), log_light, share, hole=hole)
            if told is not None and (best is None or told[0] > best[0]):
                best = told
    return None if best is None else best[1] / scale


def _candidate(contour: Floats, log_light: Floats, share: float, *, hole: bool) -> tuple[float, Floats] | None:
    """Weigh a contour as a mat: how well four sides hold it, whether it is whole, how even its ring is."""
    size = log_light.shape[0] * log_light.shape[1]
    if len(contour) < 100:  # noqa: PLR2004  px round it
        return None
    hull = cv2.convexHull(contour)
    if cv2.contourArea(hull) < (LEAST_HOLE if hole else LEAST_MAT) * size:
        return None
    corners = _four_sides(np.asarray(hull))
    if corners is None:
        return None
    full = cv2.contourArea(contour if hole else hull) / max(1.0, cv2.contourArea(corners.astype(np.float32)))
    if hole:
        corners = carry(onto(corners), np.array(OUTER_OF_HOLE, float))
    height, width = log_light.shape[:2]
    whole = sum((corners[:, 0].min() > 2, corners[:, 0].max() < width - 3,
                 corners[:, 1].min() > 2, corners[:, 1].max() < height - 3))  # fmt: skip  # noqa: PLR2004
    weight = -5 * abs(1 - full) + 0.5 * whole - 3 * _uneven(log_light, corners) - 0.1 * abs(share - 0.6) - 0.1 * hole
    return float(weight), corners


def _side(linear: Floats, square: Floats, side: int, departs: float) -> Floats:
    """Run inwards from one side of the mat at many places, to the first departure from it. [px]."""
    begin, end, inward = (np.array(each, float) for each in INWARD[side])
    depth, shares = np.linspace(12, 190, 360), np.linspace(0.07, 0.93, PLACES)
    lines = (begin + (end - begin) * shares[:, None])[:, None] + inward * depth[:, None]
    there = carry(square, lines.reshape(-1, 2)).astype(np.float32).reshape(PLACES, len(depth), 2)
    log_light = np.log(cv2.remap(linear, there[..., 0], there[..., 1], cv2.INTER_LINEAR) + 0.02)
    off = np.abs(log_light - np.median(log_light[:, 4:40], axis=1)[:, None]).sum(2)
    hits = off > departs
    hits[:, :25] = False  # the rim of the mat itself
    found = []
    for at in np.flatnonzero(hits.any(axis=1)):
        first = min(int(np.argmax(hits[at])), len(depth) - 15)
        low = max(1, first - 10)
        steep = np.abs(log_light[at, low + 2 : first + 14] - log_light[at, low : first + 12]).sum(1)
        found.append(lines[at, low + 1 + int(np.argmax(steep > 0.5 * steep.max()))])
    return carry(square, np.array(found)) if found else np.zeros((0, 2))


def _bend_of(sides: list[Floats], size: tuple[int, int], tolerance: float) -> float:
    """Find the bend of the lens that makes the four sides straightest; a little bend is likelier than much."""

    def crooked(k1: float) -> float:
        off = 0.0
        for places in sides:
            straight = unbend(places, k1, size)
            straight = straight - straight.mean(0)
            across = np.linalg.svd(straight, full_matrices=False)[2][1]
            off += float(np.minimum(np.abs(straight @ across), tolerance).mean()) / tolerance
        return off + 0.08 * (k1 / 0.02) ** 2

    tried = np.linspace(-0.06, 0.04, 41)
    return float(tried[int(np.argmin([crooked(float(k1)) for k1 in tried]))])


def _past_bevel(linear: Floats, line: Line, places: Floats, middle: Floats, k1: float) -> Line:
    """Move a side on past the bevel of the mat: of the edges along all of it, the painting's is the innermost."""
    height, width = linear.shape[:2]
    at, way, sure = line
    along = (places - at) @ way
    inward = np.array([-way[1], way[0]])
    inward = -inward if (middle - at) @ inward < 0 else inward
    steps = np.arange(-6, 9.01, 0.5) * width / 1600
    told = np.linspace(np.quantile(along, 0.02), np.quantile(along, 0.98), 220)
    grid = at + told[:, None, None] * way + steps[None, :, None] * inward
    there = bend(grid.reshape(-1, 2), k1, (width, height)).astype(np.float32).reshape(len(told), len(steps), 2)
    read = np.log(cv2.remap(linear, there[..., 0], there[..., 1], cv2.INTER_LINEAR) + 0.02)
    steep = np.quantile(np.abs(read[:, 2:] - read[:, :-2]).sum(2), 0.30, axis=0)
    peaks = [
        at for at in range(1, len(steep) - 1)
        if steep[at] >= steep[at - 1] and steep[at] >= steep[at + 1] and steep[at] > 0.30 * steep.max()
        and steep[at] > 2.0 * np.median(steep)
    ]  # fmt: skip
    moved = float(steps[1:-1][peaks[-1]]) if peaks else 0.0
    return at + moved * inward, way, sure


def find_painting(linear: Floats, outer: Floats, departs: float = DEPARTS[0]) -> Found | None:
    """Find the painting inside its mat or white border.

    Parameters
    ----------
    linear : (h, w, 3) float32 array
        The photo in linear light.
    outer : (4, 2) array
        Of :func:`find_mat`.
    departs : float
        How far a place has to be from the mat's colour to be the painting.

    Returns
    -------
    None where nothing with four sides lies in it.
    """
    height, width = linear.shape[:2]
    square, size, tolerance = onto(outer), (width, height), max(1.6, width * 0.0012)
    sides = [_side(linear, square, side, departs) for side in range(4)]
    if any(len(each) < LEAST_PLACES for each in sides):
        return None
    kept = []
    for places in sides:
        rough = _line(places, 2.5 * tolerance)
        if rough is None:
            return None
        kept.append(places[np.abs((places - rough[0]) @ np.array([-rough[1][1], rough[1][0]])) < 3 * tolerance])
    k1 = _bend_of(kept, size, tolerance)
    straight = [unbend(each, k1, size) for each in sides]
    lines = [_line(each, tolerance) for each in straight]
    told = [each for each in lines if each is not None]
    if len(told) < len(sides):
        return None
    middle = np.mean([each[0] for each in told], 0)
    told = [_past_bevel(linear, each, places, middle, k1) for each, places in zip(told, straight, strict=True)]
    corners = [_crossing(told[at - 1], told[at]) for at in range(4)]
    if any(each is None for each in corners):
        return None
    flat = np.array(corners, float)
    return Found(outer, bend(flat, k1, size), flat, k1, min(each[2] for each in told))
