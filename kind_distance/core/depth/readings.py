"""What can be measured on marked planes and where they meet."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import chroma, warmth
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.picture.borders import border_lengths, border_pixels
from kind_distance.core.picture.working import WorkingPicture

ERODE_PX = 7  # a mask's rim holds the neighbour's light; leave it out of the readings
EDGE_STEP = 0.5  # value difference over two pixels that counts as detail [V]
MERGED_BELOW = 0.5  # value gap below which two planes read as one mass [V]; common practice, no source
BESIDE = 0.011  # how far either side of a border is looked at, as a share of the long side
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


def _fine_edges(value: NDArray[np.float32]) -> NDArray[np.bool_]:
    soft = cv2.GaussianBlur(value, (0, 0), 1.0)
    across = np.abs(cv2.Sobel(soft, cv2.CV_32F, 1, 0, ksize=3)) / 4
    down = np.abs(cv2.Sobel(soft, cv2.CV_32F, 0, 1, ksize=3)) / 4
    return np.asarray(np.hypot(across, down) > EDGE_STEP)


def _deepest_point(mask: NDArray[np.uint8]) -> tuple[float, float]:
    padded = cv2.copyMakeBorder(mask, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    depth = cv2.distanceTransform(padded, cv2.DIST_L2, 3)[1:-1, 1:-1]
    y, x = np.unravel_index(int(np.argmax(depth)), depth.shape)
    return (float(x + 0.5) / mask.shape[1], float(y + 0.5) / mask.shape[0])


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
    edges = _fine_edges(picture.value)
    picture_chroma, picture_warmth = chroma(picture.lab), warmth(picture.lab)
    kernel = np.ones((ERODE_PX, ERODE_PX), np.uint8)
    readings: list[PlaneReading | None] = []
    for plane in range(1, count + 1):
        mask = (labels == plane).astype(np.uint8)
        if not mask.any():
            readings.append(None)
            continue
        inner = cv2.erode(mask, kernel, borderType=cv2.BORDER_REPLICATE) > 0
        inside = inner if inner.sum() >= 50 else mask > 0
        dark, mass, light = np.percentile(picture.value[inside], (2, 50, 98))
        mean = linear_from_codes(picture.codes[inside]).mean(axis=0)
        readings.append(
            PlaneReading(
                plane=plane,
                share=float(mask.mean()),
                dark=float(dark),
                mass=float(mass),
                light=float(light),
                chroma=float(picture_chroma[inside].mean()),
                warmth=float(picture_warmth[inside].mean()),
                detail=float(edges[inside].mean()),
                centre=_deepest_point(mask),
                linear=(float(mean[0]), float(mean[1]), float(mean[2])),
            )
        )
    return readings


def _beside(value: NDArray[np.float32], labels: NDArray[np.uint8], count: int) -> list[NDArray[np.float32]]:
    """For every plane its mean value near each pixel, counting only the plane's own pixels."""
    size = 2 * max(2, round(BESIDE * max(value.shape))) + 1
    fields = []
    for plane in range(1, count + 1):
        mask = (labels == plane).astype(np.float32)
        weight = cv2.blur(mask, (size, size))
        fields.append(np.asarray(cv2.blur(value * mask, (size, size)) / np.maximum(weight, 1e-6), np.float32))
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
    smooth_kernel = 2 * max(2, round(0.012 * max(labels.shape))) + 1
    smooth = border_lengths(np.asarray(cv2.medianBlur(labels, smooth_kernel)), cm_per_px=cm_per_px)
    fields = _beside(picture.value, labels, count)
    borders = []
    for (far, near), length in sorted(lengths.items()):
        if length < LEAST_BORDER * labels.shape[1] * cm_per_px:
            continue
        along = border_pixels(labels, far, near)
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
