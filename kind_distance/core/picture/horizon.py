"""The horizon: where it is, how much it leans, and how the skyline and the water lie.

A level line is sought along lines of small slope (a Radon-like sum of the change in value across the line). Where
the sky's own border agrees the horizon is said; else candidates are offered to be dragged.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

LEAST, MOST = 0.06, 0.94  # where a horizon is sought, as shares of the height
ANGLES: list[float] = [float(a) for a in np.arange(-8.0, 8.01, 0.25)]  # [degrees]
WIDTH = 320  # width at which lines are sought [px]
SURE = 0.5
TILT_TOLL = 0.04  # how much less likely a line is with each degree it leans; tried on photographs
MOST_SURE_TILT = 4.0  # what leans more is a slope until the painter says otherwise [degrees]
SKY_AGREES = 0.01  # how close to the line the sky has to end, as a share of the height: hills are no ruler
SKY_STRAYS = 0.05  # where a tenth of it may stray further, for trees and masts that stand up
CANDIDATES = 4
LEAST_STEP = 0.04  # change of value over a row that belongs to a line [V]; tried on photographs
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
    """

    height: float
    tilt_deg: float
    strength: float
    length: float


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
        middle, tilt = _refined(sign * step, float(row), ANGLES[index])
        found.append(
            Line(
                round(float((middle + 0.5) / height), 4),
                round(tilt, 2),
                float(abs(strongest.mean()) * 8 / 2),
                float((sign * strongest > LEAST_STEP).mean()),
            )
        )
        scores[:, max(0, row - apart) : row + apart + 1] = 0
    return found


def _refined(step: NDArray[np.float32], row: float, angle: float) -> tuple[float, float]:
    """Say row and tilt of a line more finely: in each column the place of its own step nearby, and a line through them.

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
        return row, angle
    at = (rise * rows).sum(axis=0)[seen] / total[seen]
    xs = x[seen]
    sample = np.linspace(0, len(xs) - 1, min(len(xs), 121)).astype(int)
    slope = _theil_sen(xs[sample].astype(float), at[sample], 0.1 * width)
    if slope is None:
        return row, angle
    middle = float(np.median(at - slope * (xs - (width - 1) / 2)))
    return middle, float(np.degrees(np.arctan(slope)))


def _theil_sen(xs: NDArray[np.float64], ys: NDArray[np.float64], least_apart: float) -> float | None:
    """Median slope of all pairs that lie far enough apart; None where there are none."""
    i, j = np.triu_indices(len(xs), 1)
    far = xs[j] - xs[i] > least_apart
    return float(np.median((ys[j] - ys[i])[far] / (xs[j] - xs[i])[far])) if far.any() else None


def find_horizon(value: NDArray[np.float32], sky_border: NDArray[np.float32] | None = None) -> Horizon:
    """Find the horizon of a picture.

    Parameters
    ----------
    value : float32 array, shape (H, W)
        Munsell value.
    sky_border : float array, shape (W,), or None
        Lower border of the sky in each column, as a share of the height; None where no sky is marked.
    """
    return choose_horizon(level_lines(value), value.shape, sky_border)


def choose_horizon(lines: list[Line], shape: tuple[int, ...], sky_border: NDArray[np.float32] | None = None) -> Horizon:
    """Choose the horizon among level lines that were found before, by the border of the sky where one is marked.

    Parameters
    ----------
    lines : list of Line
        From :func:`level_lines`, strongest first.
    shape : (H, W)
        Of the picture.
    sky_border : float array, shape (W,), or None
    """
    if not lines:
        return Horizon(None, [], 0.0)
    best = lines[0]
    runner = lines[1].strength * lines[1].length if len(lines) > 1 else 0.0
    clear = 1 - runner / max(best.strength * best.length, 1e-6)
    confidence = best.length * (0.5 + 0.5 * max(0.0, clear))
    if sky_border is not None and len(sky_border):
        agreeing = [line for line in lines if _agrees(line, sky_border, shape)]
        if agreeing:
            best = agreeing[0]
            confidence = max(confidence, 0.5 + 0.4 * best.length)
        else:
            confidence = min(confidence, 0.45)
    return Horizon(
        best if confidence >= SURE and abs(best.tilt_deg) <= MOST_SURE_TILT else None,
        lines,
        round(float(confidence), 2),
    )


def _agrees(line: Line, border: NDArray[np.float32], shape: tuple[int, ...]) -> bool:
    height, width = shape
    x = np.linspace(-0.5, 0.5, len(border))
    at = line.height + x * np.tan(np.deg2rad(line.tilt_deg)) * width / height
    away = np.abs(border - at)
    return bool(np.median(away) < SKY_AGREES and np.percentile(away, 80) < SKY_STRAYS)


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
