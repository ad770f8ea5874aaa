"""A photographed painting held against the plan as it should look now, plane by plane.

Nothing is fitted to the plan: what the painter made lighter, warmer or greyer stays so.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import lab_from_linear, warmth
from kind_distance.core.colour.munsell import value_map
from kind_distance.core.progress.finding import DEPARTS, SURE, Found, find_mat, find_painting
from kind_distance.core.progress.lens import Floats, straightened, unbend
from kind_distance.core.progress.light import glare_of, light_of
from kind_distance.errors import DomainError

INSET = 5  # px of a plane's rim that are left out
LEAST_SHARE = 0.0025  # of the painting, from which a plane is read
MUCH_GLARE = 0.15  # of the painting, from which another photo is asked for
FINE_PX = 2.0
OUT_OF_SHAPE = 0.10  # by which the sides found may differ from the painting's, in logarithms; a tilt makes 3 %
UNEVEN_WHITE = 0.018  # of the light on the white round it, in logarithms, from which it is no mat


@dataclass(frozen=True)
class Flat:
    """A painting taken out of a photo.

    Parameters
    ----------
    linear : (h, w, 3) float32 array
        Its own colour in linear light.
    hidden : (h, w) bool array
        Under glare.
    corners : (4, 2) array
        As photographed. [px]
    sure : float
        0-1; 1 where the painter set the corners.
    lit : bool
        Whether white round it said what the light is; without it values are only relative.
    rest : float
        How far the white lies off one light, in logarithms.
    found : Found or None
        Its corners with the bend taken out, and the white round it; None where no painting was found or set.
    """

    linear: Floats
    hidden: NDArray[np.bool_]
    corners: Floats
    sure: float
    lit: bool
    rest: float
    found: Found | None = None


@dataclass(frozen=True)
class PlaneRead:
    """What a plane is on a painting.

    Parameters
    ----------
    value : float
        Of its mean light. [V]
    chroma, warm : float
        CIELAB chroma; warmth along the axis from blue to orange.
    fine : float
        Mean difference of values within a few pixels: detail. [V]
    seen : float
        Share of the plane that was read.
    colour : (r, g, b)
        Its mean, linear.
    """

    value: float
    chroma: float
    warm: float
    fine: float
    seen: float
    colour: tuple[float, float, float] = (0.0, 0.0, 0.0)


def take_out(linear: Floats, size: tuple[int, int], corners: Floats | None = None) -> Flat | None:
    """Take the painting out of a photo, flat and in its own light.

    Parameters
    ----------
    linear : (h, w, 3) float32 array
        The photo in linear light.
    size : (int, int)
        Width and height the painting is to have. [px]
    corners : (4, 2) array or None
        Set by hand, as photographed; the mat round it is still looked for. [px]

    Returns
    -------
    None where nothing that could be a painting is found and no corners are set.
    """
    outer = find_mat(linear)
    found = None if outer is None else find_painting(linear, outer)
    full = (linear.shape[1], linear.shape[0])
    if corners is not None:
        near = None if found is None else float(np.abs(found.inner - corners).max()) / full[0]
        k1 = found.k1 if found is not None and near is not None and near < 0.03 else 0.0  # noqa: PLR2004
        straight = unbend(corners, k1, full)
        known = found if k1 or (near is not None and near < 0.03) else None  # noqa: PLR2004
        return _flat(linear, corners, straight, k1, 1.0, size, known)
    if found is None or outer is None:
        return None
    flat = _flat(linear, found.inner, found.straight, found.k1, found.sure, size, found)
    for departs in DEPARTS[1:]:
        if trusted(flat) != "corners":
            break
        # A pale wash beside white paper: a smaller step may be its rim.
        again = find_painting(linear, outer, departs)
        if again is not None:
            other = _flat(linear, again.inner, again.straight, again.k1, again.sure, size, again)
            flat = other if trusted(other) != "corners" else flat
    return flat


def _flat(
    linear: Floats, inner: Floats, straight: Floats, k1: float, sure: float, size: tuple[int, int], mat: Found | None
) -> Flat:
    full = (linear.shape[1], linear.shape[0])
    flat = straightened(linear, straight, size, k1)
    rest, lit = 0.0, mat is not None
    if mat is not None:
        light, rest = light_of(linear, mat.outer, inner)
        flat = flat / np.maximum(straightened(light, straight, size, k1, full), 1e-3)
    flat = flat.astype(np.float32)
    hidden = glare_of(flat) if lit else np.zeros(flat.shape[:2], bool)
    place = Found(inner if mat is None else mat.outer, inner, straight, k1, sure)
    return Flat(np.clip(flat, 0, 1.2), hidden, inner, sure, lit, rest, place)


def enlarged(flat: Flat, photo: Floats, large: Floats, size: tuple[int, int]) -> Floats:
    """Take the same painting out of a larger copy of the photo it was found on: even light, straight sides.

    Parameters
    ----------
    flat : Flat
        As found on `photo`.
    photo : (h, w, 3) array
        In linear light.
    large : (H, W, 3) array
        The same photo, larger.
    size : (int, int)
        Width and height that the painting is to have. [px]

    Returns
    -------
    (height, width, 3) float32 array, linear
    """
    if flat.found is None:
        raise DomainError("No painting was found on this photo.", "Put its four corners first.")
    scale = large.shape[1] / photo.shape[1]
    straight = (flat.found.straight + 0.5) * scale - 0.5
    out = straightened(large, straight, size, flat.found.k1)
    if flat.lit:
        light, _ = light_of(photo, flat.found.outer, flat.corners)
        full = (large.shape[1], large.shape[0])
        out = out / np.maximum(straightened(light, straight, size, flat.found.k1, full), 1e-3)
    return np.asarray(np.clip(out, 0, 1), np.float32)


def read_planes(
    linear: Floats, labels: NDArray[np.uint8], hidden: NDArray[np.bool_] | None = None
) -> dict[int, PlaneRead]:
    """Read every plane of a flat painting; those too small or hidden are left out.

    Parameters
    ----------
    linear : (h, w, 3) array
    labels : (h, w) uint8 array
        Planes by rank.
    hidden : (h, w) bool array or None
    """
    values, lab = value_map(np.clip(linear, 0, 1)), lab_from_linear(np.clip(linear, 0, 1))
    fine = np.abs(values - cv2.GaussianBlur(values, (0, 0), FINE_PX))
    found = {}
    for rank in (int(each) for each in np.unique(labels) if each):
        whole = labels == rank
        inside = cv2.erode(whole.astype(np.uint8), np.ones((2 * INSET + 1,) * 2, np.uint8)) > 0
        if hidden is not None:
            inside &= ~hidden
        if inside.sum() < LEAST_SHARE * labels.size:
            continue
        mean = linear[inside].reshape(-1, 3).mean(axis=0, keepdims=True)
        colour = lab[inside].reshape(-1, 3).mean(axis=0)
        found[rank] = PlaneRead(
            float(value_map(np.clip(mean, 0, 1)[None])[0, 0]), float(np.hypot(colour[1], colour[2])),
            float(warmth(colour[None])[0]), float(fine[inside].mean()), float(inside.sum() / max(1, whole.sum())),
            (float(mean[0, 0]), float(mean[0, 1]), float(mean[0, 2])),
        )  # fmt: skip
    return found


def _out_of_shape(flat: Flat) -> bool:
    """Whether the sides found are not those of the painting: something else was taken for it."""
    sides = np.linalg.norm(flat.corners - np.roll(flat.corners, -1, axis=0), axis=1)
    high, wide = flat.linear.shape[:2]
    return bool(abs(np.log((sides[0] + sides[2]) / max(1e-6, sides[1] + sides[3]) * high / wide)) > OUT_OF_SHAPE)


def trusted(flat: Flat) -> str:
    """Say why a photo is not to be trusted; empty where it is.

    Corners set by hand are taken as they are; those that were found have to lie on their lines, to have the painting's
    shape, and white of one light round them.
    """
    if flat.sure < SURE or flat.sure < 1 and (_out_of_shape(flat) or flat.rest > UNEVEN_WHITE):
        return "corners"
    if flat.hidden.mean() > MUCH_GLARE:
        return "glare"
    return "" if flat.lit else "light"


def difference(painted: Floats, planned: Floats, hidden: NDArray[np.bool_]) -> NDArray[np.uint8]:
    """Draw where a painting is darker or lighter than planned: grey where it is as planned, (h, w, 3).

    Black stands for two steps darker, white for two steps lighter; glare is hatched.
    """
    off = value_map(np.clip(painted, 0, 1)) - value_map(np.clip(planned, 0, 1))
    soft = cv2.GaussianBlur(np.asarray(off, np.float32), (0, 0), 2.0)
    grey = np.clip(128 + 64 * soft, 0, 255).astype(np.uint8)
    out = np.repeat(grey[..., None], 3, axis=2)
    down, across = np.mgrid[0 : grey.shape[0], 0 : grey.shape[1]]
    out[hidden & ((across + down) % 8 < 4)] = 255  # noqa: PLR2004
    out[hidden & ((across + down) % 8 >= 4)] = 0  # noqa: PLR2004
    return out
