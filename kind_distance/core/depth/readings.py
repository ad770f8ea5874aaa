"""What can be measured on marked planes and where they meet."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.borders import border_lengths, border_places
from kind_distance.core.picture.working import HUNDREDTHS, WorkingPicture

ERODE_PX = 7  # a mask's rim holds the neighbour's light; leave it out of the readings
MERGED_BELOW = 0.5  # value gap below which two planes read as one mass [V]; common practice, no source
BESIDE = 0.011  # how far either side of a border is looked at, as a share of the long side
SMOOTHED = 0.0125  # half width of what is smoothed away to see how ragged a border is, as a share of the long side
LEAST_INSIDE_PX = 50  # a plane with fewer inner pixels is read whole
FOOT_SHARE = 0.95
LEAST_BORDER = 0.01  # shorter borders are chance contacts, as a share of the picture's width


@dataclass(frozen=True)
class PlaneReading:
    """What the photo shows in one plane.

    Parameters
    ----------
    plane : int
        Rank, 1 = farthest.
    share : float
        Share of the picture.
    dark, mass, light : float
        2nd, 50th and 98th percentile of value. [V]
    chroma : float
        Mean CIELAB chroma.
    warmth : float
        Mean chroma along the warm axis; negative is cool.
    detail : float
        Share of the plane that lies on fine edges, 0-1.
    centre : (float, float)
        A place well inside it, as shares of width and height, for a reading to stand on.
    linear : (float, float, float)
        Mean colour in linear sRGB, 0-1.
    foot : float
        How far down it reaches but for its lowest twentieth, as a share of the height.
    """

    plane: int
    share: float
    dark: float
    mass: float
    light: float
    chroma: float
    warmth: float
    detail: float
    centre: tuple[float, float]
    linear: tuple[float, float, float]
    foot: float = 1.0


@dataclass(frozen=True)
class Border:
    """Where two planes meet.

    Parameters
    ----------
    far, near : int
        Ranks; ``far < near``.
    length_cm : float
        Length on the support. [cm]
    difference : float
        Median over the border of near minus far value, just beside it. [V]
    merged_cm : float
        Length along which the two differ by less than half a step. [cm]
    ragged : float
        Length over that of the same border smoothed; 1 is a clean line.
    """

    far: int
    near: int
    length_cm: float
    difference: float
    merged_cm: float
    ragged: float


def _deepest_point(labels: NDArray[np.uint8], plane: int) -> tuple[float, float]:
    # Every fourth pixel both ways tells as well where the middle of a plane is.
    small = labels[::4, ::4] if min(labels.shape) > 32 else labels
    mask = (small == plane).view(np.uint8)
    padded = cv2.copyMakeBorder(mask, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    depth = cv2.distanceTransform(padded, cv2.DIST_L2, 3)[1:-1, 1:-1]
    if not depth.any():
        depth = (labels == plane).astype(np.float32)
    y, x = np.unravel_index(int(np.argmax(depth)), depth.shape)
    return (float(x + 0.5) / depth.shape[1], float(y + 0.5) / depth.shape[0])


def read_planes(picture: WorkingPicture, labels: NDArray[np.uint8], count: int) -> list[PlaneReading | None]:
    """Read every plane on the photo.

    Parameters
    ----------
    picture : WorkingPicture
    labels : uint8 array, shape (H, W)
        Plane of each pixel, 1 to count.
    count : int

    Returns
    -------
    list of PlaneReading or None
        In order of planes; None for one that holds no pixel.
    """
    inside, tally = _well_inside(picture, labels, count)
    whole, held = tally.sum(axis=1), tally[:, 1:].sum(axis=1)
    # Means of colour need a quarter of the pixels, unless a plane would be left with too few.
    fields = picture.sampled
    flat = (labels[::2, ::2] * inside[::2, ::2]).ravel().astype(np.intp)
    pixels = np.bincount(flat, minlength=count + 1)
    if np.any((pixels[1:] < LEAST_INSIDE_PX) & (whole[1:] > 0)):
        flat, pixels, fields = (labels * inside).ravel().astype(np.intp), held, picture.sample(1)
    chroma, warmth, *linear = (
        np.bincount(flat, weights=field, minlength=count + 1) / np.maximum(pixels, 1) for field in fields
    )
    # Fine edges can come at a regular distance, which sampling would miss or double: all are counted.
    detail = tally[:, 1 + HUNDREDTHS :].sum(axis=1) / np.maximum(held, 1)
    feet = _feet(labels, count)
    accents = _percentiles(tally)
    readings: list[PlaneReading | None] = []
    for plane in range(1, count + 1):
        if not whole[plane]:
            readings.append(None)
            continue
        dark, mass, light = accents[plane]
        red, green, blue = (float(channel[plane]) for channel in linear)
        readings.append(
            PlaneReading(
                plane=plane,
                share=float(whole[plane] / labels.size),
                dark=dark,
                mass=mass,
                light=light,
                chroma=float(chroma[plane]),
                warmth=float(warmth[plane]),
                detail=float(detail[plane]),
                centre=_deepest_point(labels, plane),
                foot=float(feet[plane]),
                linear=(red, green, blue),
            )
        )
    return readings


def _well_inside(
    picture: WorkingPicture, labels: NDArray[np.uint8], count: int
) -> tuple[NDArray[np.bool_], NDArray[np.int64]]:
    """Mark the pixels well inside their plane, (H, W); of a thin plane all. And tally them, as :func:`_tally` does."""
    kernel = np.ones((ERODE_PX, ERODE_PX), np.uint8)
    low = cv2.erode(labels, kernel, borderType=cv2.BORDER_REPLICATE)
    high = cv2.dilate(labels, kernel, borderType=cv2.BORDER_REPLICATE)
    inside = np.asarray(low == high)
    tally = _tally(picture, labels, inside, count)
    thin = [plane for plane in range(1, count + 1) if tally[plane, 0] and tally[plane, 1:].sum() < LEAST_INSIDE_PX]
    if thin:
        inside |= np.isin(labels, thin)
        tally = _tally(picture, labels, inside, count)
    return inside, tally


def _tally(
    picture: WorkingPicture, labels: NDArray[np.uint8], inside: NDArray[np.bool_], count: int
) -> NDArray[np.int64]:
    """Count pixels by plane and value, in one go.

    Returns
    -------
    int array, shape (count + 1, 1 + 2 * HUNDREDTHS)
        For each plane: pixels at its rim, those inside by hundredths of a step, and the same on fine edges.
    """
    slots = 1 + 2 * HUNDREDTHS
    # In 16 bits there is room for 32 planes, more than twice as many as a painting may have.
    keys = labels * np.uint16(slots) + inside * (picture.value_and_edge + np.uint16(1))
    size = (count + 1) * slots
    found = np.asarray(cv2.calcHist([keys], [0], None, [size], [0, size]))
    return found.reshape(count + 1, slots).astype(np.int64)


def _feet(labels: NDArray[np.uint8], count: int) -> NDArray[np.float64]:
    """How far down each plane reaches but for its lowest twentieth, as a share of the height: (count + 1,)."""
    sampled = labels[::2, ::4]
    height = sampled.shape[0]
    keys = np.arange(height)[:, None] * (count + 1) + sampled
    rows = np.bincount(keys.ravel(), minlength=height * (count + 1)).reshape(height, count + 1)
    reached = np.cumsum(rows, axis=0) >= FOOT_SHARE * np.maximum(rows.sum(axis=0), 1)
    return np.asarray((reached.argmax(axis=0) + 1) / height)


def _percentiles(tally: NDArray[np.int64]) -> list[tuple[float, float, float]]:
    """2nd, 50th and 98th percentile of value for every label, to a hundredth of a step."""
    rows = []
    for counts in tally[:, 1 : 1 + HUNDREDTHS] + tally[:, 1 + HUNDREDTHS :]:
        rising = np.cumsum(counts) / max(1, counts.sum())
        dark, mass, light = (float((np.searchsorted(rising, share) + 0.5) / 100) for share in (0.02, 0.5, 0.98))
        rows.append((dark, mass, light))
    return rows


class _NextToBorder:
    """For a plane its mean value near each pixel, counting only the plane's own pixels; at half the size."""

    def __init__(self, value: NDArray[np.float32], labels: NDArray[np.uint8], plane: int, reach: int) -> None:
        mask = (labels == plane).view(np.uint8)
        left, top, width, height = cv2.boundingRect(mask)
        # Beyond its neighbours nobody asks; a margin of twice the reach keeps the rim as it would be.
        self.top, self.left = max(0, top - 2 * reach), max(0, left - 2 * reach)
        part = np.s_[self.top : top + height + 2 * reach, self.left : left + width + 2 * reach]
        own = mask[part].astype(np.float32)
        size = (2 * reach + 1, 2 * reach + 1)
        self.weight = cv2.blur(own, size)
        self.total = cv2.blur(value[part] * own, size)

    def at(self, y: NDArray[np.int64], x: NDArray[np.int64]) -> NDArray[np.float32]:
        """Read at some places, (N,) each."""
        place = (y - self.top, x - self.left)
        return np.asarray(self.total[place] / np.maximum(self.weight[place], 1e-6), np.float32)


def read_borders(picture: WorkingPicture, labels: NDArray[np.uint8], count: int, cm_per_px: float) -> list[Border]:
    """Measure every border between planes: how long, how clear, how ragged.

    Parameters
    ----------
    picture : WorkingPicture
    labels : uint8 array, shape (H, W)
    count : int
    cm_per_px : float
        Size of a working pixel on the support. [cm]

    Returns
    -------
    list of Border
        Far to near.
    """
    lengths = border_lengths(labels, cm_per_px=cm_per_px)
    # A quarter of the size is enough to say how long a border would be if it were smooth.
    kernel = 2 * max(1, round(SMOOTHED * max(labels.shape) / 4)) + 1
    quartered = np.ascontiguousarray(labels[::4, ::4])
    smooth = border_lengths(np.asarray(cv2.medianBlur(quartered, kernel)), cm_per_px=4 * cm_per_px)
    halved, value = np.ascontiguousarray(labels[::2, ::2]), picture.value[::2, ::2]
    reach = max(1, round(BESIDE * max(value.shape)))
    places = border_places(halved)
    fields: dict[int, _NextToBorder] = {}
    borders = []
    for (far, near), length in sorted(lengths.items()):
        # A contact may be so short that it falls between the sampled pixels.
        if length < LEAST_BORDER * labels.shape[1] * cm_per_px or (far, near) not in places:
            continue
        for plane in (far, near):
            if plane not in fields:
                fields[plane] = _NextToBorder(value, halved, plane, reach)
        along = np.divmod(places[far, near], halved.shape[1])
        step = fields[near].at(*along) - fields[far].at(*along)
        borders.append(
            Border(
                far=far,
                near=near,
                length_cm=length,
                difference=float(np.median(step)),
                merged_cm=length * float(np.mean(np.abs(step) < MERGED_BELOW)),
                ragged=max(1.0, length / max(smooth.get((far, near), 0.0), 0.2 * length)),
            )
        )
    return borders
