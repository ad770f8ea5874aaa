"""The horizon: where it is, how much it leans, and how the skyline and the water lie.

A level line is sought along lines of small slope (a Radon-like sum of the change in value across the line). Where
the sky's own border agrees the horizon is said; else candidates are offered to be dragged.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

LEAST, MOST = 0.06, 0.94  # where a horizon is sought, as shares of the height
ANGLES: list[float] = [float(a) for a in np.arange(-8.0, 8.01, 0.25)]  # [degrees]
WIDTH = 320  # width at which lines are sought [px]
SURE = 0.5  # confidence told of a sure horizon at least
TILT_TOLL = 0.04  # how much less likely a line is with each degree it leans; tried on photographs
MOST_SURE_TILT = 4.0  # what leans more is a slope until the painter says otherwise [degrees]
SKY_STRAYS = 0.03  # how far from the line half of the marked sky may end, as a share of the height
# A line is a horizon by itself where so much of the width lies on it, so straight, with so little above it; tried on
# 108 views of outdoor panoramas whose horizon is known.
LONG, RULED, QUIET = 0.8, 0.68, 0.3
NOT_FAINT = 0.35  # of the strongest line that a likely horizon has at least
SEA_STRAYS, STRAIGHT, STEEPEST_SEA = 0.012, 0.7, 8.0  # of a border drawn by hand between sky and sea
OPEN_SEA = 0.5  # share of the sky's border under which water has to lie
CANDIDATES = 4
LEAST_STEP = 0.04  # change of value over a row that belongs to a line [V]; tried on photographs
RULED_PX = 0.75  # how far from one straight line a far sea may lie, at that width [px]
EDGE_OF_WATER = 0.05  # edges that even quiet water has [V per px]
LEVEL_TOLERANCE = 0.5  # a waterline that leans more is seen to lean [degrees]; common practice, no source


@dataclass(frozen=True)
class Line:
    """A nearly level line.

    Parameters
    ----------
    height : float
        Where it crosses the picture's middle, as a share of the height from the top.
    tilt_deg : float
        How much it leans; positive where it falls to the right (clockwise).
    strength : float
        Mean step in value across it, 0-10.
    length : float
        Share of the width along which the step is there.
    ruled : float
        Share of the width along which it lies on one straight line, as a far sea does and a skyline does not.
    quiet : float
        How few edges lie above it, 0-1: over a horizon there is mostly sky.
    """

    height: float
    tilt_deg: float
    strength: float
    length: float
    ruled: float = 0.0
    quiet: float = 0.0


@dataclass(frozen=True)
class SkyLine:
    """Where a marked sky ends.

    Parameters
    ----------
    border : float32 array, shape (W,)
        Its lower border in each column it has, as a share of the height; where it meets open water only that part.
    sea : bool
        Whether marked water lies under most of it: that border is the horizon.
    """

    border: NDArray[np.float32]
    sea: bool = False


@dataclass(frozen=True)
class Horizon:
    """What was found.

    Parameters
    ----------
    line : Line or None
        The horizon where it is sure.
    candidates : list of Line
        Nearly level lines, strongest first; to be dragged where unsure.
    confidence : float
        0-1.
    """

    line: Line | None
    candidates: list[Line]
    confidence: float


def _sheared(field: NDArray[np.float32], angle: float) -> NDArray[np.float32]:
    """Shift columns so that lines of this tilt become level; what comes from outside counts nothing."""
    slope = float(np.tan(np.deg2rad(angle)))
    height, width = field.shape
    matrix = np.array([[1.0, 0.0, 0.0], [slope, 1.0, -slope * (width - 1) / 2]])
    # warpAffine maps the goal back to the source with WARP_INVERSE_MAP.
    return np.asarray(
        cv2.warpAffine(field, matrix, (width, height), flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP), np.float32
    )


def level_lines(value: NDArray[np.float32], most: int = CANDIDATES) -> list[Line]:
    """Find the strongest nearly level lines of a picture: (H, W) values -> at most `most` lines, strongest first."""
    scale = min(1.0, WIDTH / value.shape[1])
    size = (max(16, round(value.shape[1] * scale)), max(16, round(value.shape[0] * scale)))
    small = np.asarray(cv2.resize(value, size, interpolation=cv2.INTER_AREA), np.float32)
    soft = cv2.GaussianBlur(small, (0, 0), 1.2)
    step = np.asarray(cv2.Sobel(soft, cv2.CV_32F, 0, 1, ksize=3) / 8, np.float32)
    # A line counts by its length more than by its strength: a strong short step must not outdo a long soft one.
    held = np.asarray(np.clip(step, -0.25, 0.25), np.float32)
    height, width = held.shape
    scores = np.empty((len(ANGLES), height), np.float32)
    for at, angle in enumerate(ANGLES):
        scores[at] = np.abs(_sheared(held, angle).mean(axis=1))
    scores[:, : round(LEAST * height)] = 0
    scores[:, round(MOST * height) :] = 0
    # Level is more likely than leaning.
    scores *= (1 - TILT_TOLL * np.abs(np.array(ANGLES, np.float32)))[:, None]
    found: list[Line] = []
    apart = max(2, round(0.045 * height))
    while len(found) < most:
        index, row = np.unravel_index(int(scores.argmax()), scores.shape)
        if scores[index, row] < 0.02:
            break
        along = _sheared(step, ANGLES[index])[max(0, row - 1) : row + 2]
        strongest = along[np.abs(along).argmax(axis=0), np.arange(width)]
        sign = 1 if strongest.mean() >= 0 else -1
        middle, tilt, ruled = _refined(sign * step, float(row), ANGLES[index])
        found.append(
            Line(
                round(float((middle + 0.5) / height), 4),
                round(tilt, 2),
                float(abs(strongest.mean()) * 8 / 2),
                float((sign * strongest > LEAST_STEP).mean()),
                round(ruled, 3),
                round(_quiet_above(np.asarray(soft, np.float32), middle, tilt), 3),
            )
        )
        scores[:, max(0, row - apart) : row + apart + 1] = 0
    return found


def _quiet_above(soft: NDArray[np.float32], middle: float, tilt: float) -> float:
    """How few edges lie above a line, against those below it: 1 with none above, 0 with as many as below."""
    height, width = soft.shape
    edges = np.hypot(cv2.Sobel(soft, cv2.CV_32F, 1, 0, ksize=3), cv2.Sobel(soft, cv2.CV_32F, 0, 1, ksize=3)) / 8
    rows = np.arange(height)[:, None] - (middle + (np.arange(width) - (width - 1) / 2) * np.tan(np.deg2rad(tilt)))
    clear = max(3.0, 0.02 * height)
    above, below = edges[rows < -clear], edges[rows > clear]
    if not above.size or not below.size:
        return 0.0
    return float(np.clip(1 - np.percentile(above, 90) / max(np.percentile(below, 90), EDGE_OF_WATER), 0, 1))


def _refined(step: NDArray[np.float32], row: float, angle: float) -> tuple[float, float, float]:
    """Say row and tilt of a line more finely, and how straight it is: in each column the place of its own step nearby.

    The place between pixels is the centre of the step's own rise; the line is Theil and Sen's, which a few trees or
    boats on it do not move.
    """
    height, width = step.shape
    x = np.arange(width)
    expected = row + (x - (width - 1) / 2) * np.tan(np.deg2rad(angle))
    reach = max(3, round(0.02 * height))
    offsets = np.arange(-reach, reach + 1)
    rows = np.clip(np.round(expected)[None, :] + offsets[:, None], 0, height - 1).astype(int)
    rise = np.maximum(step[rows, x[None, :]], 0)
    total = rise.sum(axis=0)
    seen = rise.max(axis=0) > LEAST_STEP
    if seen.mean() < 0.3:
        return row, angle, 0.0
    at = (rise * rows).sum(axis=0)[seen] / total[seen]
    xs = x[seen]
    sample = np.linspace(0, len(xs) - 1, min(len(xs), 121)).astype(int)
    slope = _theil_sen(xs[sample].astype(float), at[sample], 0.1 * width)
    if slope is None:
        return row, angle, 0.0
    middle = float(np.median(at - slope * (xs - (width - 1) / 2)))
    away = np.abs(at - middle - slope * (xs - (width - 1) / 2))
    return middle, float(np.degrees(np.arctan(slope))), float((away <= RULED_PX).sum() / width)


def _theil_sen(xs: NDArray[np.float64], ys: NDArray[np.float64], least_apart: float) -> float | None:
    """Median slope of all pairs that lie far enough apart; None where there are none."""
    i, j = np.triu_indices(len(xs), 1)
    far = xs[j] - xs[i] > least_apart
    return float(np.median((ys[j] - ys[i])[far] / (xs[j] - xs[i])[far])) if far.any() else None


def find_horizon(value: NDArray[np.float32], sky: SkyLine | None = None) -> Horizon:
    """Find the horizon of a picture.

    Parameters
    ----------
    value : float32 array, shape (H, W)
        Munsell value.
    sky : SkyLine or None
        Where the marked sky ends; None where no sky is marked.
    """
    return choose_horizon(level_lines(value), value.shape, sky)


def _sure_alone(line: Line) -> bool:
    """Whether a line is a horizon by itself: one straight line across, with little but sky above it."""
    level = abs(line.tilt_deg) <= MOST_SURE_TILT
    return level and line.length >= LONG and line.ruled >= RULED and line.quiet >= QUIET


def choose_horizon(lines: Sequence[Line], shape: tuple[int, ...], sky: SkyLine | None = None) -> Horizon:
    """Choose the horizon among level lines that were found before: rarely, and then right.

    A skyline is no horizon, however strong: hills, woods and quays lie above or below it. What is one is a far sea
    under the sky: where the painter marked both it is sure, and without marks only where a line is ruled straight
    across the picture with quiet sky above it.

    Parameters
    ----------
    lines : list of Line
        From :func:`level_lines`, strongest first.
    shape : (H, W)
        Of the picture.
    sky : SkyLine or None
    """
    if sky is not None and sky.sea:
        line = _sea_line(sky.border, shape)
        if line is not None:
            return Horizon(line, list(lines), 0.95)
    if not lines:
        return Horizon(None, [], 0.0)
    best = max(lines, key=lambda line: (_sure_alone(line), line.ruled * line.length * (0.5 + line.quiet)))
    confidence = best.length * best.ruled * (0.5 + 0.5 * best.quiet)
    sure = _sure_alone(best) and _highest(lines) == best and (sky is None or _ends_at(best, sky.border, shape))
    confidence = max(confidence, SURE) if sure else min(confidence, SURE - 0.05)
    return Horizon(best if sure else None, list(lines), round(float(confidence), 2))


def likeliest(horizon: Horizon) -> Line | None:
    """Give the horizon, or where it is not sure the line that is most likely one: the highest that is not faint."""
    if horizon.line is not None or not horizon.candidates:
        return horizon.line
    return _highest(horizon.candidates)


def _highest(lines: Sequence[Line]) -> Line:
    """Give the highest line that is not faint: over the horizon there is only sky."""
    strongest = max(line.strength * line.length for line in lines)
    return min(
        (line for line in lines if line.strength * line.length >= NOT_FAINT * strongest), key=lambda line: line.height
    )


def _ends_at(line: Line, border: NDArray[np.float32], shape: tuple[int, ...]) -> bool:
    """Whether a marked sky ends at a line, but for trees and masts that stand up into it."""
    height, width = shape
    x = np.linspace(-0.5, 0.5, len(border))
    at = line.height + x * np.tan(np.deg2rad(line.tilt_deg)) * width / height
    return bool(np.median(np.abs(border - at)) < SKY_STRAYS)


def _sea_line(border: NDArray[np.float32], shape: tuple[int, ...]) -> Line | None:
    """Lay a line through the border of sky and sea; None where it is not straight."""
    height, width = shape
    tilt = border_slope(border, width / height)
    x = np.linspace(-0.5, 0.5, len(border))
    rise = x * np.tan(np.deg2rad(tilt)) * width / height
    middle = float(np.median(border - rise))
    straight = float((np.abs(border - rise - middle) < SEA_STRAYS).mean())
    if straight < STRAIGHT or abs(tilt) > STEEPEST_SEA:
        return None
    return Line(round(middle, 4), round(tilt, 2), 0.0, 1.0, round(straight, 3), 1.0)


def border_slope(border: NDArray[np.float32], aspect: float) -> float:
    """Slope of a skyline or a waterline, by a robust line through it (Theil and Sen): degrees, falling right positive.

    Parameters
    ----------
    border : float array, shape (W,)
        Height of the border in each column, as a share of the picture's height from the top.
    aspect : float
        Width over height of the picture.

    References
    ----------
    .. [1] P. K. Sen, "Estimates of the regression coefficient based on Kendall's tau", 1968.
    """
    x = (np.arange(len(border)) + 0.5) / len(border)
    sample = np.linspace(0, len(border) - 1, min(len(border), 121)).astype(int)
    slope = _theil_sen(x[sample], np.asarray(border, float)[sample], 0.1)
    return 0.0 if slope is None else float(np.degrees(np.arctan(slope / aspect)))


def upper_border(mask: NDArray[np.bool_]) -> NDArray[np.float32] | None:
    """Upper border of an area in each column it has, as shares of the height; None where it is hardly there."""
    has = mask.any(axis=0)
    if has.mean() < 0.15:
        return None
    return np.asarray(mask.argmax(axis=0)[has] / mask.shape[0], dtype=np.float32)


def lower_border(mask: NDArray[np.bool_]) -> NDArray[np.float32] | None:
    """Lower border of an area, such as the sky, in each column it has; None where it is hardly there."""
    has = mask.any(axis=0)
    if has.mean() < 0.15:
        return None
    return np.asarray(1 - mask[::-1].argmax(axis=0)[has] / mask.shape[0], dtype=np.float32)
