"""A first guess at the planes: the sky found, the land below it in bands that widen toward the viewer.

It is a start to be corrected by strokes, never a claim: automatic plane masks are poor.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.working import WorkingPicture

SEARCH_WIDTH = 240  # the sky border needs no more detail [px]
LEAST_SKY = 0.03  # a smaller sky is taken for none, as a share of the height
STREAK = 21  # columns over which the sky border is held together [px of the search]
# A top strip so smooth, and so little darker than the rest, is taken for sky where no border of one is found [memory].
TOP, SMOOTH_TOP, LIT = 0.1, 0.02, 0.5
BAND_GROWTH = 1.5  # each nearer band is so much higher than the one behind it; common practice, no source
USUAL_NAMES = {
    2: ("Sky", "Land"),
    3: ("Sky", "Background", "Foreground"),
    4: ("Sky", "Far distance", "Middle distance", "Foreground"),
    5: ("Sky", "Far distance", "Middle distance", "Near distance", "Foreground"),
}


def usual_names(count: int) -> tuple[str, ...]:
    """Name so many planes far to near until the painter gives them better names."""
    if count in USUAL_NAMES:
        return USUAL_NAMES[count]
    middle = tuple(f"Distance {n}" for n in range(2, count))
    return ("Sky", *middle, "Foreground")


def _border_at(gradient: NDArray[np.float32], threshold: float) -> NDArray[np.int64]:
    strong = gradient > threshold
    return np.asarray(np.where(strong.any(axis=0), strong.argmax(axis=0), gradient.shape[0]), dtype=np.int64)


def _evenness(codes: NDArray[np.float32], sky: NDArray[np.bool_]) -> float:
    """How much more even both parts are than any other division; larger is better."""
    spread = 0.0
    for part, weight in ((sky, 2.0), (~sky, 1.0)):
        if part.sum() < 16:
            return 0.0
        covariance = np.cov(codes[part].T)
        spread += weight * (np.linalg.det(covariance) + np.linalg.eigvalsh(covariance)[-1])
    return float(1 / max(spread, 1e-9))


def find_sky(picture: WorkingPicture) -> NDArray[np.bool_]:
    """Mark what is probably sky.

    The first strong edge from above in each column bounds it; of many strengths, the one that leaves
    sky and land most even in colour is taken.

    Parameters
    ----------
    picture : WorkingPicture

    Returns
    -------
    bool array, shape (H, W)
        All False where no sky is found.

    References
    ----------
    .. [1] Y. Shen, Q. Wang, "Sky region detection in a single image for autonomous ground robot
       navigation", 2013 (the energy; thresholds are ours).
    """
    scale = min(1.0, SEARCH_WIDTH / picture.width)
    size = (max(1, round(picture.width * scale)), max(1, round(picture.height * scale)))
    small = np.asarray(cv2.resize(picture.codes, size, interpolation=cv2.INTER_AREA), dtype=np.float32)
    none = np.zeros(picture.value.shape, bool)
    if min(size) < 8:
        return none
    grey = np.asarray(cv2.resize(picture.value, size, interpolation=cv2.INTER_AREA) * 25.5, dtype=np.float32)
    gradient = np.hypot(cv2.Sobel(grey, cv2.CV_32F, 1, 0), cv2.Sobel(grey, cv2.CV_32F, 0, 1)).astype(np.float32)
    rows = np.arange(size[1])[:, None]
    best, best_border = 0.0, np.zeros(size[0], np.int64)
    for threshold in np.geomspace(8, 400, 28):
        border = _border_at(gradient, float(threshold))
        if not LEAST_SKY < border.mean() / size[1] < 0.9:
            continue
        found = _evenness(small, rows < border[None, :])
        if found > best:
            best, best_border = found, border
    if best == 0.0:
        return none
    from scipy.ndimage import median_filter

    # A gap between two edges lets single columns fall through to the ground: hold them to their neighbours.
    best_border = np.minimum(best_border, median_filter(best_border, STREAK, mode="nearest") + 2)
    sky = (rows < best_border[None, :]).astype(np.uint8)
    # A sky darker than what lies under it is rare by day; without light from above it is not proposed.
    if grey[sky > 0].mean() < grey[sky == 0].mean() or sky.mean() < LEAST_SKY:
        return none
    whole = cv2.resize(sky, (picture.width, picture.height), interpolation=cv2.INTER_NEAREST)
    return np.asarray(whole > 0)


def propose_planes(picture: WorkingPicture, count: int, *, with_sky: bool = True) -> NDArray[np.uint8]:
    """Guess planes 1 (farthest) to `count` (nearest): (H, W) uint8."""
    sky = find_sky(picture) if with_sky else np.zeros(picture.value.shape, bool)
    height = picture.height
    first = 2 if with_sky else 1
    bands = count - first + 1
    start = np.full(picture.width, 0) if not sky.any() else np.where(sky, np.arange(height)[:, None], 0).max(axis=0)
    if not sky.any() and with_sky:
        start = np.full(picture.width, height // 4)  # no sky seen: leave a place for it at the top
    top = int(np.median(start))
    share = np.cumsum(BAND_GROWTH ** np.arange(bands))
    limits = top + (height - top) * np.concatenate([[0.0], share / share[-1]])
    rows = np.arange(height)[:, None]
    labels = np.clip(np.searchsorted(limits[1:-1], rows, side="right"), 0, bands - 1) + first
    whole = np.broadcast_to(labels, picture.value.shape).astype(np.uint8)
    if with_sky:
        whole[np.broadcast_to(sky if sky.any() else rows < top, whole.shape)] = 1
    return whole


def has_sky(picture: WorkingPicture) -> bool:
    """Whether a picture seems to hold a sky: one is found, or its top is smooth and no darker than the rest."""
    if find_sky(picture).any():
        return True
    top = max(1, round(TOP * picture.height))
    smooth = float(picture.fine_edges[:top].mean()) < SMOOTH_TOP
    return smooth and float(picture.value[:top].mean()) >= float(np.median(picture.value[top:])) - LIT
