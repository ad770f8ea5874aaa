"""What can be measured on marked planes and where they meet."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.borders import border_lengths, border_pixels
from kind_distance.core.picture.working import WorkingPicture

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


def _deepest_point(mask: NDArray[np.uint8]) -> tuple[float, float]:
    # Every fourth pixel both ways tells as well where the middle of a plane is.
    small = mask[::4, ::4] if min(mask.shape) > 32 else mask
    padded = cv2.copyMakeBorder(small, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    depth = cv2.distanceTransform(padded, cv2.DIST_L2, 3)[1:-1, 1:-1]
    if not depth.any():
        depth, small = mask.astype(np.float32), mask
    y, x = np.unravel_index(int(np.argmax(depth)), depth.shape)
    return (float(x + 0.5) / small.shape[1], float(y + 0.5) / small.shape[0])


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
    inside = _inside(labels, count)
    whole, held = _counted(labels, count), _counted(inside, count)
    # Means of colour need a quarter of the pixels, unless a plane would be left with too few.
    fields = picture.sampled
    flat = inside[::2, ::2].ravel()
    pixels = np.bincount(flat, minlength=count + 1)
    if np.any((pixels[1:] < LEAST_INSIDE_PX) & (whole[1:] > 0)):
        flat, pixels, fields = inside.ravel(), held, picture.sample(1)
    chroma, warmth, *linear = (
        np.bincount(flat, weights=field, minlength=count + 1) / np.maximum(pixels, 1) for field in fields
    )
    # Fine edges can come at a regular distance, which sampling would miss or double: count them all.
    edges = _counted(inside, count, picture.fine_edges)
    detail = edges / np.maximum(held, 1)
    rows = np.stack([np.bincount(row, minlength=count + 1) for row in labels[::2, ::4]])
    reached = np.cumsum(rows, axis=0) >= FOOT_SHARE * np.maximum(rows.sum(axis=0), 1)
    feet = (reached.argmax(axis=0) + 1) / rows.shape[0]
    accents = _percentiles(picture.hundredths, inside, count)
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
                centre=_deepest_point((labels == plane).astype(np.uint8)),
                foot=float(feet[plane]),
                linear=(red, green, blue),
            )
        )
    return readings


def _counted(labels: NDArray[np.uint8], count: int, where: NDArray[np.bool_] | None = None) -> NDArray[np.int64]:
    """Count the pixels of every label from 0 on: (count + 1,); by the library that needs no wider copy of them."""
    mask = None if where is None else where.view(np.uint8)
    found = cv2.calcHist([labels], [0], mask, [count + 1], [0, count + 1])
    return np.asarray(found).ravel().astype(np.int64)


def _inside(labels: NDArray[np.uint8], count: int) -> NDArray[np.uint8]:
    """Keep the labels of pixels well inside their plane, 0 elsewhere; of a thin plane keep all."""
    kernel = np.ones((ERODE_PX, ERODE_PX), np.uint8)
    low = cv2.erode(labels, kernel, borderType=cv2.BORDER_REPLICATE)
    high = cv2.dilate(labels, kernel, borderType=cv2.BORDER_REPLICATE)
    inside = np.where(low == high, labels, 0).astype(np.uint8)
    pixels = _counted(inside, count)
    for plane in range(1, count + 1):
        if pixels[plane] < LEAST_INSIDE_PX:
            inside[labels == plane] = plane
    return inside


def _percentiles(bins: NDArray[np.uint16], inside: NDArray[np.uint8], count: int) -> list[tuple[float, float, float]]:
    """2nd, 50th and 98th percentile of value for every label, to a hundredth of a step."""
    size = (count + 1) * 1001
    # In 16 bits there is room for 64 planes, five times as many as a painting may have.
    keys = inside.astype(np.uint16) * np.uint16(1001) + bins
    found = np.asarray(cv2.calcHist([keys], [0], None, [size], [0, size])).reshape(count + 1, 1001)
    rows = []
    for counts in found:
        rising = np.cumsum(counts) / max(1, counts.sum())
        dark, mass, light = (float((np.searchsorted(rising, share) + 0.5) / 100) for share in (0.02, 0.5, 0.98))
        rows.append((dark, mass, light))
    return rows


def _beside(value: NDArray[np.float32], labels: NDArray[np.uint8], count: int) -> list[NDArray[np.float32]]:
    """For every plane its mean value near each pixel, counting only the plane's own pixels; at half the size."""
    value, labels = value[::2, ::2], labels[::2, ::2]
    reach = max(1, round(BESIDE * max(value.shape)))
    size = 2 * reach + 1
    fields = []
    for plane in range(1, count + 1):
        field = np.zeros(value.shape, np.float32)
        held = labels == plane
        rows, columns = np.flatnonzero(held.any(axis=1)), np.flatnonzero(held.any(axis=0))
        if rows.size:
            # Beyond its neighbours nobody asks; a margin of twice the reach keeps the rim as it would be.
            part = tuple(slice(max(0, int(at[0]) - 2 * reach), int(at[-1]) + 1 + 2 * reach) for at in (rows, columns))
            mask = held[part].astype(np.float32)
            weight = cv2.blur(mask, (size, size))
            field[part] = cv2.blur(value[part] * mask, (size, size)) / np.maximum(weight, 1e-6)
        fields.append(field)
    return fields


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
    halved = np.ascontiguousarray(labels[::2, ::2])
    fields = _beside(picture.value, labels, count)
    borders = []
    for (far, near), length in sorted(lengths.items()):
        if length < LEAST_BORDER * labels.shape[1] * cm_per_px:
            continue
        along = border_pixels(halved, far, near)
        if not along.any():
            continue  # a contact so short that it falls between the sampled pixels
        step = fields[near - 1][along] - fields[far - 1][along]
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
