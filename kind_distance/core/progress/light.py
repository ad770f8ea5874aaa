"""The light on a photographed painting: read off the white round it and taken out; glare found and left out."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.progress.finding import LUMINANCE
from kind_distance.core.progress.lens import Floats

MAT: Floats = np.array([0.83, 0.825, 0.80], np.float32)  # what a white mat gives back; common practice, no source
QUARTER = 4
BURNT = 0.985
STIFF = (0.0, 0.0, 0.0, 1.0, 1.0, 1.0)  # how little the curved parts of the light are believed
BRIGHTEST_PAINT = 0.91  # light beyond what paint gives back: glare
OVER_AROUND = 0.07


def _terms(x: Floats, y: Floats) -> Floats:
    return np.stack([np.ones_like(x), x, y, x * x, x * y, y * y], axis=-1)


def light_of(linear: Floats, outer: Floats, inner: Floats) -> tuple[Floats, float]:
    """Give the light over a photo, read off the ring between the mat's corners and the painting's.

    Parameters
    ----------
    linear : (h, w, 3) float32 array
    outer, inner : (4, 2) array
        [px]

    Returns
    -------
    (h / 4, w / 4, 3) of light to divide by, and how far the ring lies off it, in logarithms.
    """
    height, width = linear.shape[:2]
    small = cv2.resize(linear, (width // QUARTER, height // QUARTER), interpolation=cv2.INTER_AREA)
    ring = np.zeros(small.shape[:2], np.uint8)
    for corners, share, filled in ((outer, 0.985, 1), (inner, 1.015, 0)):
        middle = corners.mean(0)
        cv2.fillPoly(ring, [np.round((middle + (corners - middle) * share) / QUARTER).astype(np.int32)], (filled,))
    rows, columns = np.nonzero(ring)
    places = _terms((columns + 0.5) * QUARTER / width * 2 - 1, (rows + 0.5) * QUARTER / height * 2 - 1)
    read = np.log(np.maximum(small[rows, columns], 1e-3) / MAT)
    down, across = np.mgrid[0 : small.shape[0], 0 : small.shape[1]]
    whole = _terms((across + 0.5) * QUARTER / width * 2 - 1, (down + 0.5) * QUARTER / height * 2 - 1)
    light: Floats = np.empty(small.shape, np.float32)
    rests: list[float] = []
    for channel in range(3):
        weight: Floats = np.where(small[rows, columns, channel] > BURNT, 0.05, 1.0)
        fitted: Floats = np.zeros(6)
        rest = 0.0
        for _ in range(8):
            weighed = places * weight[:, None]
            fitted = np.linalg.solve(weighed.T @ places + 0.02 * np.diag(STIFF), weighed.T @ read[:, channel])
            off = read[:, channel] - places @ fitted
            rest = float(1.4826 * np.median(np.abs(off)) + 1e-4)
            weight = 1 / np.maximum(1, (np.abs(off) / (2 * rest)) ** 2)
        rests.append(rest)
        light[..., channel] = np.exp(whole @ fitted)
    return light, float(np.mean(rests))


def glare_of(flat: Floats) -> NDArray[np.bool_]:
    """Mark glare on a straightened painting: light beyond what paint gives back, grown to where it fades.

    Parameters
    ----------
    flat : (h, w, 3) array
        In linear light, the light of the room taken out.
    """
    height, width = flat.shape[:2]
    small = cv2.resize(flat, (width // QUARTER, height // QUARTER), interpolation=cv2.INTER_AREA)
    light = cv2.GaussianBlur(small @ LUMINANCE, (0, 0), 1)
    around = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (max(3, width // 24 * 2 + 1),) * 2)
    soft = light - cv2.morphologyEx(light, cv2.MORPH_OPEN, around)
    hot, faint = (light > BRIGHTEST_PAINT).astype(np.uint8), (soft > OVER_AROUND).astype(np.uint8)
    count, spots, stats, _ = cv2.connectedComponentsWithStats(hot)
    _, parts = cv2.connectedComponents(faint)
    out = np.zeros_like(hot)
    for at in range(1, count):
        if stats[at, cv2.CC_STAT_AREA] < max(4, light.size * 2e-4):
            continue
        left, top, wide, high = stats[at, :4]
        mine = np.isin(parts, np.unique(parts[(spots == at) & (parts > 0)])) & (faint > 0)
        reach = 1.4 * max(wide, high, 4)  # no farther than the light of a lamp falls off
        down, across = np.ogrid[: light.shape[0], : light.shape[1]]
        near = (across - left - wide / 2) ** 2 + (down - top - high / 2) ** 2 < reach**2
        out |= ((mine & near) | (spots == at)).astype(np.uint8)
    grow = max(2, width // 200)
    out = np.asarray(cv2.dilate(out, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * grow + 1,) * 2)), np.uint8)
    return np.asarray(cv2.resize(out, (width, height), interpolation=cv2.INTER_NEAREST) > 0)
