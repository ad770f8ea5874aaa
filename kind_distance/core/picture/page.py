"""A photographed sketch page: where its framed thumbnails are, straightened, the light taken off the paper.

A page is bright and nearly neutral; ink and pencil are darker than the paper beside them. Each cluster of ink that
is large enough is taken for a thumbnail; its frame is found side by side, as the first ink met from outside, by a
robust line through those points. Where a side holds too few of them the confidence says so, and the painter is
asked for the four corners.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import value_map
from kind_distance.core.picture.parts import part_of
from kind_distance.errors import DomainError

Corners = tuple[tuple[float, float], tuple[float, float], tuple[float, float], tuple[float, float]]

INK = 0.86  # ink is darker than so much of the paper beside it; tried on pencil, pen and marker
LEAST_FRAME = 0.015  # smallest thumbnail, as a share of the photo
MOST_FRAMES = 12
NEAR_LINE = 0.004  # how far ink may lie from a side and still belong to it, as a share of the diagonal
SURE = 0.5  # below this confidence the corners are asked for
ASK = "Put its four corners yourself."
SKETCH_SIZE = 960  # long side of a straightened sketch [px]
MARGIN = 0.06  # ring of paper around the frame from which the light is read, as a share of its sides
PAPER = 0.88  # what clean paper is set to, in linear light
HATCH = 0.0015  # hatching is read as the mean over so much of the long side; the squint does the rest
FRAME_LINE = 0.008  # width of the frame's line, as a share of the long side
THIN = 0.0075  # what is thinner is a line, as a share of the long side
OUTLINE = 0.015  # what is left of outlines is narrower than half of this, as a share of the long side
LINE_COUNTS = 0.12  # how much darker than its surroundings a line counts at most, in linear light; tried on hatching
DENSE, DENSE_FROM = 0.012, 0.45  # how far around density is read, and the darkness from which on lines are a dark
LEAST_INK = 0.12  # the least darkness that is spread over the whole scale, so that a blank sheet stays blank
SKETCH_PAPER, SKETCH_DARKEST = 9.5, 2.0  # what paper and the darkest hatching stand for [V]


@dataclass(frozen=True)
class Frame:
    """A thumbnail found on a page.

    Parameters
    ----------
    corners : four (x, y)
        Shares of the photo's width and height: top left, top right, bottom right, bottom left.
    confidence : float
        0-1; the share of the weakest side on which ink lies along the line found.
    """

    corners: Corners
    confidence: float


def check_corners(corners: list[tuple[float, float]]) -> Corners:
    """Take four corners set by hand, in any order, as top left, top right, bottom right, bottom left.

    Raises
    ------
    DomainError
        If there are not four, or they make no frame with room inside.
    """
    if len(corners) != 4:
        raise DomainError(f"A frame has four corners, not {len(corners)}.", "Press all four.")
    points = np.array(corners, dtype=float)
    if not np.isfinite(points).all() or (np.abs(points - 0.5) > 1).any():
        raise DomainError("A corner lies far outside the picture.", "Put all four on the page.")
    hull = cv2.convexHull(points.astype(np.float32))[:, 0, :]
    if len(hull) != 4 or cv2.contourArea(hull) < 0.0025:
        raise DomainError("These corners make no frame with room inside.", "Put one at each corner of the frame.")
    hull = hull[::-1] if cv2.contourArea(hull, True) < 0 else hull
    first = int(np.argmin(hull.sum(axis=1)))
    turned = np.roll(hull, -first, axis=0)
    if turned[1][0] < turned[3][0]:
        turned = turned[[0, 3, 2, 1]]
    tl, tr, br, bl = ((round(float(x), 5), round(float(y), 5)) for x, y in turned)
    return (tl, tr, br, bl)


def _page_mask(value: NDArray[np.float32]) -> NDArray[np.uint8]:
    """Find the sheet: the largest bright area with what is drawn on it; all of the photo where there is no rim."""
    soft = cv2.GaussianBlur(value, (0, 0), max(value.shape) / 150)
    codes = np.asarray(np.clip(soft * 25.5, 0, 255), np.uint8)
    limit, bright = cv2.threshold(codes, 0, 255, cv2.THRESH_BINARY + cv2.THRESH_OTSU)
    del limit
    count, labels, stats, _ = cv2.connectedComponentsWithStats(bright, connectivity=4)
    if count < 2:
        return np.full(value.shape, 255, np.uint8)
    largest = 1 + int(np.argmax(stats[1:, cv2.CC_STAT_AREA]))
    outline, _ = cv2.findContours((labels == largest).astype(np.uint8), cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)
    hull = cv2.convexHull(np.concatenate(outline))
    mask = np.zeros(value.shape, np.uint8)
    cv2.fillConvexPoly(mask, hull, 255)
    inset = max(3, round(max(value.shape) * 0.012))
    return np.asarray(cv2.erode(mask, np.ones((inset, inset), np.uint8), borderValue=0), np.uint8)


def _ink_mask(light: NDArray[np.float32], page: NDArray[np.uint8]) -> NDArray[np.bool_]:
    """Mark what is darker than the paper beside it."""
    small = cv2.resize(light, None, fx=0.25, fy=0.25, interpolation=cv2.INTER_AREA)
    inside = cv2.resize(page, (small.shape[1], small.shape[0]), interpolation=cv2.INTER_NEAREST) > 0
    # The brightest paper around: wide enough to bridge a dark thumbnail, then smoothed.
    reach = max(3, round(max(small.shape) * 0.16) | 1)
    paper = cv2.dilate(cv2.medianBlur(np.where(inside, small, 0).astype(np.float32), 5), np.ones((reach, reach)))
    paper = cv2.GaussianBlur(paper, (0, 0), reach / 3)
    local = cv2.resize(np.asarray(paper, np.float32), (light.shape[1], light.shape[0]), interpolation=cv2.INTER_LINEAR)
    soft = cv2.GaussianBlur(light, (0, 0), 0.8)
    return np.asarray((soft < INK * local * 0.98) & (page > 0))


def _clusters(ink: NDArray[np.bool_]) -> list[NDArray[np.bool_]]:
    """Part the ink into thumbnails: what lies close together belongs together."""
    reach = max(3, round(max(ink.shape) * 0.011))
    joined = cv2.morphologyEx(ink.astype(np.uint8), cv2.MORPH_CLOSE, np.ones((reach, reach), np.uint8))
    count, labels, stats, _ = cv2.connectedComponentsWithStats(joined, connectivity=8)
    order = sorted(range(1, count), key=lambda i: (-int(stats[i, cv2.CC_STAT_WIDTH] * stats[i, cv2.CC_STAT_HEIGHT]), i))
    boxes: list[tuple[int, int, int, int]] = []
    members: list[list[int]] = []
    for i in order:
        x, y, w, h = (int(v) for v in stats[i, :4])
        owner = next((at for at, box in enumerate(boxes) if _mostly_inside((x, y, w, h), box)), None)
        if owner is not None:
            # What lies inside a thumbnail that was found already is a part of it: a piece of a broken frame, say.
            members[owner].append(i)
        elif w * h >= LEAST_FRAME * ink.size and min(w, h) >= 0.05 * max(ink.shape):
            boxes.append((x, y, w, h))
            members.append([i])
    return [np.isin(labels, group) & ink for group in members[:MOST_FRAMES]]


def _mostly_inside(small: tuple[int, int, int, int], large: tuple[int, int, int, int]) -> bool:
    across = min(small[0] + small[2], large[0] + large[2]) - max(small[0], large[0])
    down = min(small[1] + small[3], large[1] + large[3]) - max(small[1], large[1])
    return across > 0 and down > 0 and across * down >= 0.7 * small[2] * small[3]


def _side_points(mask: NDArray[np.bool_], side: int) -> NDArray[np.float64]:
    """First ink from one side (0 top, 1 right, 2 bottom, 3 left) of a mask cut to its box: (N, 2) x, y."""
    height, width = mask.shape
    if side in (0, 2):
        rows = mask if side == 0 else mask[::-1]
        hit = rows.any(axis=0)
        at = rows.argmax(axis=0)
        y = at if side == 0 else height - 1 - at
        return np.stack([np.flatnonzero(hit), y[hit]], axis=1).astype(float)
    columns = mask if side == 3 else mask[:, ::-1]
    hit = columns.any(axis=1)
    at = columns.argmax(axis=1)
    x = at if side == 3 else width - 1 - at
    return np.stack([x[hit], np.flatnonzero(hit)], axis=1).astype(float)


def _line_across(
    cut: NDArray[np.bool_], line: NDArray[np.float64], near: float, length: float
) -> tuple[float, float] | None:
    """Find the frame's own line across a fitted side: where it begins from outside and how thick it is. [px].

    Hatching that runs out over the frame covers little of its length, hatching behind it less than the line does.
    """
    y, x = np.nonzero(cut)
    inward = line[2] - (x * line[0] + y * line[1])
    reach = 3 * near
    close = (inward > -reach) & (inward < reach)
    bins = 4 * round(reach)
    profile = np.histogram(inward[close], bins=bins, range=(-reach, reach))[0] / max(1.0, length / 2)
    soft = np.convolve(profile, np.ones(3) / 3, "same")
    if soft.max() <= 0:
        return None
    begins = int(np.argmax(soft >= 0.5 * soft.max()))
    ends = begins + int(np.argmin(np.append(soft[begins:] >= 0.5 * soft.max(), False)))
    width = 2 * reach / bins
    return begins * width - reach, (ends - begins) * width


def _robust_line(
    points: NDArray[np.float64], near: float, length: float, outward: NDArray[np.float64]
) -> tuple[NDArray[np.float64], float]:
    """Fit a line (a, b, c with ax + by = c) by consensus, the outermost of good ones; and how much of the side it has.

    The frame is outside of what it frames: among lines with as much ink the outer one is the frame's.
    """
    rng = np.random.default_rng(7)
    best, best_score = np.array([outward[0], outward[1], 0.0]), -1.0
    for _ in range(240):
        i, j = rng.integers(0, len(points), 2)
        along = points[j] - points[i]
        size = float(np.hypot(*along))
        if size < length * 0.2:
            continue
        normal = np.array([-along[1], along[0]]) / size
        if abs(normal @ outward) < 0.8:
            continue
        normal = normal if normal @ outward > 0 else -normal
        offset = points @ normal - normal @ points[i]
        score = float((np.abs(offset) < near).sum()) - 0.6 * float((offset > near).sum())
        if score > best_score:
            best, best_score = np.array([normal[0], normal[1], normal @ points[i]]), score
    for tolerance in (near, near * 0.7, near * 0.5):
        close = points[np.abs(points @ best[:2] - best[2]) < tolerance]
        if len(close) < 2:
            break
        centre = close.mean(axis=0)
        normal = np.linalg.svd(close - centre, full_matrices=False)[2][1]
        normal = normal if normal @ outward > 0 else -normal
        best = np.array([normal[0], normal[1], normal @ centre])
    on = np.abs(points @ best[:2] - best[2]) < near
    return best, min(1.0, float(on.sum()) / max(1.0, length))


def _meet(one: NDArray[np.float64], other: NDArray[np.float64]) -> tuple[float, float]:
    x, y = np.linalg.solve(np.stack([one[:2], other[:2]]), np.array([one[2], other[2]]))
    return float(x), float(y)


OUTWARD = (np.array([0.0, -1.0]), np.array([1.0, 0.0]), np.array([0.0, 1.0]), np.array([-1.0, 0.0]))


def _frame(mask: NDArray[np.bool_]) -> Frame | None:
    """Find the four sides of one cluster of ink."""
    height, width = mask.shape
    part = part_of(mask)
    if part is None:
        return None
    top, left = part[0].start, part[1].start
    cut = mask[part]
    near = max(1.5, NEAR_LINE * float(np.hypot(height, width)) / 2)
    lines, confidence, across = [], 1.0, []
    for side, outward in enumerate(OUTWARD):
        points = _side_points(cut, side)
        length = float(cut.shape[1] if side in (0, 2) else cut.shape[0])
        line, sure = _robust_line(points, near, length, outward)
        across.append(_line_across(cut, line, near, length))
        lines.append(line)
        confidence = min(confidence, sure)
    # One hand drew all four sides; hatching behind some of them makes those look thicker.
    half = min((thick / 2 for _, thick in filter(None, across)), default=0.0)
    for line, found in zip(lines, across, strict=True):
        if found is not None:
            line[2] -= found[0] + min(half, found[1] / 2)
    try:
        met = [_meet(lines[side - 1], lines[side]) for side in range(4)]
    except np.linalg.LinAlgError:
        return None
    # A pixel's middle lies half a pixel in.
    placed = [((x + left + 0.5) / width, (y + top + 0.5) / height) for x, y in met]
    try:
        corners = check_corners(placed)
    except DomainError:
        return None
    return Frame(corners, round(confidence, 3))


def find_frames(linear: NDArray[np.float32]) -> list[Frame]:
    """Find the framed thumbnails on a photographed page, from top left to bottom right.

    Parameters
    ----------
    linear : float32 array, shape (H, W, 3)
        The photo in linear light; long side about 1600 px.

    Returns
    -------
    list of Frame
        Empty where nothing on it looks like a thumbnail.
    """
    light = np.asarray(linear.mean(axis=2), dtype=np.float32)
    page = _page_mask(value_map(linear))
    frames = [frame for mask in _clusters(_ink_mask(light, page)) if (frame := _frame(mask)) is not None]
    rows = max(0.12, 0.5 * max((f.corners[3][1] - f.corners[0][1] for f in frames), default=1.0))
    return sorted(frames, key=lambda f: (round(f.corners[0][1] / rows), f.corners[0][0]))


def _true_size(corners: Corners, width: int, height: int) -> tuple[int, int]:
    """Size of the straightened sketch: mean lengths of opposite sides, long side 960 px."""
    points = np.array(corners) * (width, height)
    across = (np.hypot(*(points[1] - points[0])) + np.hypot(*(points[2] - points[3]))) / 2
    down = (np.hypot(*(points[3] - points[0])) + np.hypot(*(points[2] - points[1]))) / 2
    scale = SKETCH_SIZE / max(across, down)
    return max(32, round(across * scale)), max(32, round(down * scale))


def _paper_light(ring: NDArray[np.float32], outside: NDArray[np.bool_]) -> NDArray[np.float64]:
    """Light on the paper all over, by a robust quadratic through the logarithm of the ring's paper: (H, W)."""
    height, width = ring.shape
    y, x = np.mgrid[0:height, 0:width]
    x, y = 2 * x / width - 1, 2 * y / height - 1
    terms = np.stack([np.ones_like(x), x, y, x * x, x * y, y * y], axis=-1)
    points, seen = terms[outside], np.log(np.maximum(ring[outside], 1e-3))
    keep = seen > np.percentile(seen, 30)  # ink, shadow lines and holes are darker than paper
    weights = np.zeros(6)
    for _ in range(6):
        a, b = points[keep], seen[keep]
        weights = np.linalg.solve(a.T @ a + 1e-3 * len(a) * np.diag([0, 0, 0, 1, 1, 1.0]) * 0.02, a.T @ b)
        rest = seen - points @ weights
        spread = 1.4826 * np.median(np.abs(rest[keep]))
        keep = (rest > -2.5 * max(spread, 0.01)) & (rest < 4 * max(spread, 0.01))
    return np.asarray(np.exp(terms @ weights))


def straighten_sketch(linear: NDArray[np.float32], corners: Corners) -> NDArray[np.float32]:
    """Cut a sketch out of a photographed page, straight and evenly lit.

    Parameters
    ----------
    linear : float32 array, shape (H, W, 3)
        The photo in linear light.
    corners : four (x, y)
        Shares of its width and height: top left, top right, bottom right, bottom left.

    Returns
    -------
    float32 array, shape (h, w)
        Linear light with clean paper at 0.88; long side 960 px.
    """
    height, width = linear.shape[:2]
    light = np.asarray(linear @ np.array([0.2126, 0.7152, 0.0722], np.float32), dtype=np.float32)
    w, h = _true_size(corners, width, height)
    rim = round(MARGIN * max(w, h))
    goal = np.array([[rim, rim], [rim + w, rim], [rim + w, rim + h], [rim, rim + h]], np.float32)
    source = (np.array(corners) * (width, height)).astype(np.float32)
    matrix = cv2.getPerspectiveTransform(source, goal)
    whole = cv2.warpPerspective(
        light, matrix, (w + 2 * rim, h + 2 * rim), flags=cv2.INTER_AREA, borderMode=cv2.BORDER_REPLICATE
    )
    step = max(1, max(whole.shape) // 240)
    small = cv2.resize(whole, (whole.shape[1] // step, whole.shape[0] // step), interpolation=cv2.INTER_AREA)
    gap = max(2, round(rim / step * 0.25))
    inner = round(rim / step) - gap
    outside = np.ones(small.shape, bool)
    outside[inner:-inner, inner:-inner] = False
    field = cv2.resize(
        _paper_light(np.asarray(small, np.float32), outside).astype(np.float32), (whole.shape[1], whole.shape[0])
    )
    flat = whole / np.maximum(field, 1e-3) * PAPER
    return np.asarray(np.clip(flat[rim : rim + h, rim : rim + w], 0, 1), dtype=np.float32)


def _even_paper(light: NDArray[np.float32]) -> NDArray[np.float32]:
    """Replace the frame's own line, which says nothing of the picture, by what lies right inside it."""
    rim = max(1, round(FRAME_LINE * max(light.shape)))
    inner = np.ascontiguousarray(light[rim:-rim, rim:-rim])
    return np.asarray(cv2.copyMakeBorder(inner, rim, rim, rim, rim, cv2.BORDER_REPLICATE), np.float32)


def sketch_values(light: NDArray[np.float32]) -> NDArray[np.float32]:
    """Read the values of a straightened sketch: how much of the paper is covered, as the eye takes hatching.

    A single outline is darker than light hatching but means no value, so no thin line counts for more than a
    light one. The root of the coverage spreads the first, lightest hatchings, as they are meant.

    Parameters
    ----------
    light : float32 array, shape (H, W)
        Linear light with clean paper at 0.88, from :func:`straighten_sketch`.

    Returns
    -------
    float32 array, shape (H, W)
        Munsell value: paper 9.5, the darkest hatching 2.
    """
    size = max(light.shape)
    inner = _even_paper(light)
    kernel = max(3, round(THIN * size) | 1)
    closed = cv2.morphologyEx(inner, cv2.MORPH_CLOSE, np.ones((kernel, kernel), np.uint8))
    # Where they lie so close that little paper is left, lines are a dark and count in full.
    near = cv2.GaussianBlur(inner, (0, 0), DENSE * size, borderType=cv2.BORDER_REPLICATE)
    counts = LINE_COUNTS + 4 * np.maximum(0, PAPER - near - DENSE_FROM)
    capped = np.maximum(inner, closed - counts)
    soft = cv2.GaussianBlur(capped, (0, 0), max(0.8, HATCH * size), borderType=cv2.BORDER_REPLICATE)
    darkest = min(float(np.percentile(soft, 1)), PAPER - LEAST_INK)
    covered = np.sqrt(np.clip((PAPER - soft) / (PAPER - darkest), 0, 1))
    # What is left of outlines is narrower than half of this median, so it goes and the borders of areas stay.
    even = cv2.medianBlur(np.asarray(255 * covered + 0.5, np.uint8), max(3, round(OUTLINE * size) | 1))
    return np.asarray(SKETCH_PAPER - (SKETCH_PAPER - SKETCH_DARKEST) / 255 * even, dtype=np.float32)
