"""Thin things before other planes: twigs, reeds, masts. Drawn round, and found by what they are not.

No brush follows a birch against the sky. The painter draws round it; inside the outline, what looks like the planes
behind it as they look nearby stays with them, and all else is the thin thing. How the thing itself looks is then known
as well, and whatever could be either goes to the one it is more like and more of which is around: a crown is whole,
and the sky between twigs stays sky.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.working import COARSE, WorkingPicture

NEARBY = 0.05  # width of the surroundings that show how the plane behind looks [share of the long side]
STANDS_OUT = 2.4  # how many times its own scatter something must differ from what is behind
PLAINLY = 1.3 * STANDS_OUT  # from here on it is no longer asked whether it is like the thing itself
OWN_LOOK = 0.5  # surroundings that show how the thing itself looks, against those of what is behind
ROUNDS = 2  # how often how the thing looks and where it is are found from each other
LEAST_PRESENT = 0.02  # neither the thing nor what is behind is ever ruled out by what is around
LEAST_SCATTER = 5.0  # of a flat wash, from noise and compression [CIELAB]
BLURRED = 7  # how near a border of what lies behind both its sides count [px]
REMEMBERED = 40  # thin things found that a picture keeps in mind
LEAST_SEEN = 0.002  # share of the surroundings in which a plane must show to be known there


def _spread(a: NDArray[np.float32], width: float) -> NDArray[np.float32]:
    """Blur widely: two boxes come close to a bell and cost the same at any width."""
    side = 2 * round(width * 1.2) + 1
    return np.asarray(cv2.blur(cv2.blur(a, (side, side)), (side, side)), np.float32)


def _looks(
    colour: NDArray[np.float32], squared: NDArray[np.float32], weight: NDArray[np.float32], width: float
) -> NDArray[np.float32]:
    """Say how a plane looks around each pixel: (h, w, 5) mean colour, variance, and how much of it is to be seen."""
    return _mean_and_variance(_spread(np.dstack([colour * weight[..., None], squared * weight, weight]), width))


def _mean_and_variance(spread: NDArray[np.float32]) -> NDArray[np.float32]:
    """From spread sums of colour, squared length and weight to mean, variance and weight: (h, w, 5) each."""
    seen = spread[..., 4]
    safe = np.maximum(seen, 1e-6)
    mean = spread[..., :3] / safe[..., None]
    variance = np.maximum(spread[..., 3] / safe - (mean**2).sum(axis=-1), 0.0) / 3
    return np.dstack([mean, np.maximum(variance, LEAST_SCATTER**2), seen]).astype(np.float32)


def _magnified(
    looks: NDArray[np.float32], shape: tuple[int, ...], box: tuple[slice, slice]
) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """Bring a part of what was found coarsely to full size: mean colour, (h, w, 3), and the rest, (h, w, 2)."""
    (top, bottom), (left, right) = ((part.start, part.stop) for part in box)
    down, across = looks.shape[0] / shape[0], looks.shape[1] / shape[1]
    place = np.array([[across, 0, (left + 0.5) * across - 0.5], [0, down, (top + 0.5) * down - 0.5]])
    how = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP

    def warped(part: NDArray[np.float32]) -> NDArray[np.float32]:
        size = (right - left, bottom - top)
        found = cv2.warpAffine(np.ascontiguousarray(part), place, size, flags=how, borderMode=cv2.BORDER_REPLICATE)
        return np.asarray(found, np.float32)

    return warped(looks[..., :3]), warped(looks[..., 3:])


def find_thin(
    picture: WorkingPicture, labels: NDArray[np.uint8], outline: NDArray[np.bool_], plane: int
) -> NDArray[np.bool_]:
    """Find what stands out, inside an outline, from the planes behind it.

    How a plane looks is found at a quarter of the size, which so wide a blur hides. What was found is remembered with
    the picture as long as nothing around the outline changes: every stroke elsewhere asks for it again.

    Parameters
    ----------
    picture : WorkingPicture
    labels : uint8 array, shape (H, W)
        Plane of each pixel as far as it is known; inside the outline, what is behind the thin thing.
    outline : bool array, shape (H, W)
        What the painter drew round.
    plane : int
        Plane of the thin thing.

    Returns
    -------
    bool array, shape (H, W)
        What belongs to the thin thing; all of the outline where nothing shows how it looks behind.
    """
    rows, columns = np.flatnonzero(outline.any(axis=1)), np.flatnonzero(outline.any(axis=0))
    found = np.zeros(outline.shape, np.bool_)
    if not rows.size:
        return found
    width = NEARBY * max(outline.shape)
    # The part worked on begins and ends between two squares of the coarse picture.
    border = COARSE * round(3 * width / COARSE)
    top, left = ((max(0, int(at[0]) - border)) // COARSE * COARSE for at in (rows, columns))
    bottom, right = (
        min(size // COARSE * COARSE or size, (int(at[-1]) + border) // COARSE * COARSE + COARSE)
        for at, size in zip((rows, columns), outline.shape, strict=True)
    )
    bottom, right = max(bottom, int(rows[-1]) + 1), max(right, int(columns[-1]) + 1)
    part = np.s_[top:bottom, left:right]
    around, inside = np.ascontiguousarray(labels[part]), np.ascontiguousarray(outline[part])
    key = (top, left, plane, around.tobytes(), np.packbits(inside).tobytes())
    known = picture.remembered
    stands = known.get(key)
    if stands is None:
        stands = _stands_out(picture, around, inside, plane, (top, left), width / COARSE)
        known[key] = stands
        # Several requests may look at one picture at a time: what another has dropped already is no fault.
        for oldest in list(known)[:-REMEMBERED]:
            known.pop(oldest, None)
    found[part] = stands
    return found


def _stands_out(
    picture: WorkingPicture,
    labels: NDArray[np.uint8],
    outline: NDArray[np.bool_],
    plane: int,
    corner: tuple[int, int],
    width: float,
) -> NDArray[np.bool_]:
    """Mark what stands out inside an outline, on a part of the picture that begins at a corner."""
    top, left = corner
    height, across = outline.shape
    coarse = np.s_[
        top // COARSE : max(top // COARSE + 1, (top + height) // COARSE),
        left // COARSE : max(left // COARSE + 1, (left + across) // COARSE),
    ]
    colour, squared = (each[coarse] for each in picture.coarse_lab)
    size = (colour.shape[1], colour.shape[0])
    free = cv2.resize(outline.view(np.uint8), size, interpolation=cv2.INTER_NEAREST) == 0
    rows, columns = np.flatnonzero(outline.any(axis=1)), np.flatnonzero(outline.any(axis=0))
    box = (slice(int(rows[0]), int(rows[-1]) + 1), slice(int(columns[0]), int(columns[-1]) + 1))
    lab = picture.soft_lab(*(slice(at + part.start, at + part.stop) for at, part in zip(corner, box, strict=True)))
    own, inside = labels[box], outline[box]
    # How far each pixel is from the nearest of what may be behind it, squared, and how little it is to be expected.
    apart, odd = np.full((2, *inside.shape), np.inf, np.float32)
    for other in [int(p) for p in np.unique(own[inside]) if p != plane]:
        held = (labels == other).view(np.uint8) * np.uint8(255)
        there = np.where(free, cv2.resize(held, size, interpolation=cv2.INTER_AREA), np.uint8(0))
        if not there.any():
            continue
        there = there.astype(np.float32) / np.float32(255)
        looks = _looks(colour, squared, there, width)
        if (looks[..., 4][~free] < LEAST_SEEN).any():
            # Deep inside the outline nothing is near: how it looks farther off has to do.
            looks = np.where(looks[..., 4:] < LEAST_SEEN, _looks(colour, squared, there, 4 * width), looks)
        mean, rest = _magnified(looks, labels.shape, box)
        # A dark twig before the sky looks like the hill beside it: only what lies behind at this place counts.
        here = cv2.dilate((own == other).view(np.uint8), np.ones((BLURRED, BLURRED), np.uint8)) > 0
        here &= rest[..., 1] > LEAST_SEEN
        away, oddness = _against(lab, mean, rest[..., 0])
        np.minimum(apart, away, out=apart, where=here)
        np.minimum(odd, oddness, out=odd, where=here)
    stands = np.zeros(outline.shape, np.bool_)
    stands[box] = _more_like_itself(lab, inside, apart, odd, OWN_LOOK * width)
    return stands


def _against(
    lab: NDArray[np.float32], mean: NDArray[np.float32], variance: NDArray[np.float32]
) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """Hold colours against a look: squared distance in its scatters, and minus the logarithm of its density."""
    off = cv2.subtract(lab, mean)
    away = cv2.transform(cv2.multiply(off, off), np.ones((1, 3), np.float32))
    away = cv2.divide(away, np.ascontiguousarray(variance))
    odd = cv2.addWeighted(away, 0.5, cv2.log(variance), 1.5, 0.0)
    return np.asarray(away, np.float32), np.asarray(odd, np.float32)


def _more_like_itself(
    lab: NDArray[np.float32],
    inside: NDArray[np.bool_],
    apart: NDArray[np.float32],
    odd: NDArray[np.float32],
    width: float,
) -> NDArray[np.bool_]:
    """Part the thin thing from what is behind it by how both look and how much of each is around.

    Parameters
    ----------
    lab : float32 array, shape (h, w, 3)
    inside : bool array, shape (h, w)
        The outline.
    apart, odd : float32 array, shape (h, w)
        Of the nearest look behind: squared distance in its scatters, and how unlikely the pixel is in it.
    width : float
        Surroundings looked at. [squares of the coarse picture]

    References
    ----------
    .. [1] A. P. Dempster et al., "Maximum likelihood from incomplete data via the EM algorithm", 1977 (two rounds).
    """
    stands = inside & (apart >= STANDS_OUT**2)
    plain = inside & (apart >= PLAINLY**2)
    height, across = inside.shape
    size = (max(1, across // COARSE), max(1, height // COARSE))
    lab = np.ascontiguousarray(lab)
    squared = cv2.transform(cv2.multiply(lab, lab), np.ones((1, 3), np.float32))

    def shrunk(a: NDArray[np.generic]) -> NDArray[np.float32]:
        return np.asarray(cv2.resize(np.asarray(a), size, interpolation=cv2.INTER_AREA), np.float32)

    def grown(a: NDArray[np.float32]) -> NDArray[np.float32]:
        whole = cv2.resize(np.ascontiguousarray(a), (across, height), interpolation=cv2.INTER_LINEAR)
        return np.asarray(whole, np.float32)

    drawn = _spread(shrunk(inside.astype(np.float32)), width)
    for _ in range(ROUNDS):
        if not stands.any():
            break
        held = stands.view(np.uint8)
        own = [shrunk(cv2.copyTo(lab, held)), shrunk(cv2.copyTo(squared, held)), shrunk(stands.astype(np.float32))]
        spread = _spread(np.dstack(own), width)
        looks = _mean_and_variance(spread)
        share = np.clip(spread[..., 4] / np.maximum(drawn, 1e-6), LEAST_PRESENT, 1 - LEAST_PRESENT)
        _, own_odd = _against(lab, grown(looks[..., :3]), grown(looks[..., 3]))
        # The logarithm of how much more of it there is around than of what is behind.
        stands = plain | (inside & (own_odd - odd < grown(np.log(share / (1 - share)))))
    return stands
