"""The canvas of a practice scene: layers laid from far to near, each put to its planned value behind its air.

All colour is linear light; all places are pixels. The ground is flat: ``row = horizon + f (eye - height) / distance``,
``column = middle + f x / distance``.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from math import cos, exp, log, radians, sin, tan
from typing import Literal, NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.colour.srgb import LUMINANCE_WEIGHTS
from kind_distance.core.practice.chance import Floats, chance, noise
from kind_distance.core.practice.moods import Mood, linear

WIDE, HIGH = 960, 640
LUMA = LUMINANCE_WEIGHTS.astype(np.float32)
LEAST_CONTRAST = 0.02  # by which visibility is defined (Koschmieder)
FINE = 8  # positions are drawn to so many parts of a pixel
SHIFT = 3

PlaneKind = Literal["sky", "land", "flat", "thing"]  # what lies flat reaches from near to far
Tones = Callable[[tuple[slice, slice]], Floats]
HALF = 0.5  # covered by more, a pixel belongs to what covers it


class Box(NamedTuple):
    """A box on the picture. [px]."""

    left: int
    top: int
    right: int
    foot: int

    @property
    def slices(self) -> tuple[slice, slice]:
        """The part of an array that it takes."""
        return slice(self.top, self.foot), slice(self.left, self.right)

    def shrunk(self, covered: NDArray[np.bool_]) -> Box:
        """Give the box of what is covered inside it; an empty one where nothing is."""
        left, top, wide, high = cv2.boundingRect(covered.astype(np.uint8))
        return Box(self.left + left, self.top + top, self.left + left + wide, self.top + top + high)


@dataclass(frozen=True)
class View:
    """From where a scene is seen, and where the sun stands.

    Parameters
    ----------
    horizon : float
        Row of the eye level. [px]
    eye_m : float
        Height of the eye over the ground. [m]
    focal_px : float
    sun_deg, sun_height_deg : float
        Azimuth off the view axis, to the right; height.
    """

    horizon: float
    eye_m: float
    focal_px: float
    sun_deg: float
    sun_height_deg: float

    def place(self, x: float, distance: float, height: float = 0.0) -> tuple[float, float]:
        """Column and row of a place on the ground or over it. [px]."""
        return (
            WIDE / 2 + self.focal_px * x / distance,
            self.horizon + self.focal_px * (self.eye_m - height) / distance,
        )

    def row(self, distance: float) -> float:
        """Row at which the ground lies so far off. [px]."""
        return self.horizon + self.focal_px * self.eye_m / distance

    def shadow(self, x: float, distance: float, height: float) -> tuple[float, float]:
        """Where on the ground the shadow of a place falls: x and distance. [m]."""
        reach = height / tan(radians(self.sun_height_deg))
        return x - reach * sin(radians(self.sun_deg)), distance - reach * cos(radians(self.sun_deg))


@dataclass
class Canvas:
    """A scene while it is painted.

    Parameters
    ----------
    seed : int
    mood : Mood
    view : View
    light : (H, W, 3) array
    labels : (H, W) array
        Planes by rank, far to near.
    names, distances, kinds : list
        Of the planes: what they are called, how far they lie [m], and whether they are sky, land, flat ground or water,
        or a single thing.
    planned : dict
        Planned value by name, where a fault asks for another than the usual one. [V]
    """

    seed: int
    mood: Mood
    view: View
    light: Floats = field(default_factory=lambda: np.zeros((HIGH, WIDE, 3), np.float32))
    labels: NDArray[np.uint8] = field(default_factory=lambda: np.zeros((HIGH, WIDE), np.uint8))
    names: list[str] = field(default_factory=list)
    distances: list[float] = field(default_factory=list)
    kinds: list[PlaneKind] = field(default_factory=list)
    planned: dict[str, float] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.air = linear(self.mood.air)
        self.rows = np.arange(HIGH, dtype=np.float32)[:, None]
        self.columns = np.arange(WIDE, dtype=np.float32)[None, :]

    def clear_share(self, distance: float) -> float:
        """Share of a thing's own light that comes through the air."""
        return exp(log(LEAST_CONTRAST) * distance / (1000 * self.mood.visibility_km))

    def plane(self, name: str, distance: float, kind: PlaneKind = "land") -> int:
        """Begin a plane nearer than those before; return its rank."""
        self.kinds.append(kind)
        self.names.append(name)
        self.distances.append(distance)
        return len(self.names)

    def lay(self, alpha: Floats, tones: Floats | Tones, value: float, distance: float, rank: int) -> None:
        """Lay a plane's own colour behind its air, put to a value on the mean, over what is there.

        Parameters
        ----------
        alpha : (H, W) array
            How much it covers.
        tones : (3,) array, (H, W, 3) array, or a function that gives it for a part of the picture
            Its own light.
        value : float
            Planned value; that of ``planned`` where the plane has one. [V]
        """
        wanted = self.planned.get(self.names[rank - 1], value)
        where = cv2.boundingRect((alpha > 0.01).astype(np.uint8))
        box = np.s_[where[1] : where[1] + where[3], where[0] : where[0] + where[2]]
        if not where[2] or not where[3]:
            return
        share, part = self.clear_share(distance), alpha[box]
        own = tones(box) if callable(tones) else np.broadcast_to(tones, (HIGH, WIDE, 3))[box]
        mean = float(np.vdot(own @ LUMA, part) / max(1e-3, float(part.sum())))
        behind = float(self.air @ LUMA) * (1 - share)
        scale = np.float32(
            np.clip((float(luminance_from_value(wanted)) / 100 - behind) / max(1e-4, mean * share), 0.15, 4.0)
        )
        seen = own * (scale * np.float32(share)) + self.air * np.float32(1 - share)
        if self.names[rank - 1] in self.planned:
            # A planted fault stands against the air, whose light would forbid it: what is seen is scaled.
            now = float((seen @ LUMA * part).sum() / max(1e-3, float(part.sum())))
            seen *= np.float32(float(luminance_from_value(wanted)) / 100 / max(1e-4, now))
        self.light[box] += (seen - self.light[box]) * part[..., None]
        self.labels[box][part > HALF] = rank

    def touch(self, alpha: Floats, colour: Floats, rank: int | None = None) -> None:
        """Lay one colour as it is seen over a part of the picture."""
        where = cv2.boundingRect((alpha > 0.01).astype(np.uint8))
        box = np.s_[where[1] : where[1] + where[3], where[0] : where[0] + where[2]]
        own = colour[box] if colour.ndim > 1 else colour
        self.light[box] += (own - self.light[box]) * alpha[box][..., None]
        if rank is not None:
            self.labels[box][alpha[box] > HALF] = rank

    def seen(self, colour: str, distance: float, lit: bool = True, scale: float = 1.0) -> Floats:
        """Give a thing's colour in the sun or in the shade, behind its air."""
        own = linear(colour) * np.array(self.mood.sun if lit else self.mood.shade, np.float32) * np.float32(scale)
        share = np.float32(self.clear_share(distance))
        return np.asarray(own * share + self.air * (1 - share), np.float32)

    def under(self, line: Floats, soft: float = 0.7) -> Floats:
        """Cover all that lies under a line of rows, (W,)."""
        cover: Floats = np.clip((self.rows - line[None, :]) / soft + 0.5, 0, 1).astype(np.float32)
        return cover

    def polygon(self, *places: tuple[float, float], blur: float = 0.0) -> tuple[Box, Floats]:
        """Cover a polygon of (column, row): the box round it that lies on the picture, and how much it covers there."""
        points = np.array(places, float).clip(-4000, 4000)
        rim = 2 + int(3 * blur)
        low, top = np.floor(points.min(axis=0)).astype(int) - rim
        right, foot = np.ceil(points.max(axis=0)).astype(int) + rim + 1
        box = Box(max(0, int(low)), max(0, int(top)), min(WIDE, int(right)), min(HIGH, int(foot)))
        if box.right <= box.left or box.foot <= box.top:
            return Box(0, 0, 0, 0), np.zeros((0, 0), np.float32)
        mask = np.zeros((box.foot - box.top, box.right - box.left), np.uint8)
        shifted = np.round((points - (box.left, box.top)) * FINE).astype(np.int32)
        cv2.fillPoly(mask, [shifted], 255, cv2.LINE_AA, SHIFT)
        found = np.asarray(mask, np.float32) / np.float32(255)
        return box, np.asarray(cv2.GaussianBlur(found, (0, 0), blur) if blur else found, np.float32)

    def fill(
        self, places: Sequence[tuple[float, float]], colour: Floats, rank: int | None = None, *,
        only: int | None = None, blur: float = 0.0,
    ) -> Box:  # fmt: skip
        """Fill a polygon with one colour as it is seen, on one plane only if it is named; return its box there."""
        box, mask = self.polygon(*places, blur=blur)
        if not mask.size:
            return box
        labels = self.labels[box.slices]
        if only is not None:
            mask = mask * (labels == only)
        self.light[box.slices] += (colour - self.light[box.slices]) * mask[..., None]
        if rank is not None:
            labels[mask > HALF] = rank
        return box.shrunk(mask > HALF)

    def lumps(self, what: str, places: NDArray[np.float64], torn: float = 5.0) -> tuple[Floats, Floats]:
        """Cover lumps of leaves, (n, 3) of column, row and radius; and those parts of them that the sun lights."""
        reach = float(places[:, 2].max()) + 8
        left, top = (int(v) for v in np.floor(places[:, :2].min(axis=0) - reach).clip(0))
        right, foot = (int(v) for v in np.ceil(places[:, :2].max(axis=0) + reach))
        box = Box(left, top, min(WIDE, max(left + 1, right)), min(HIGH, max(top + 1, foot)))
        shape = (max(0, box.foot - box.top), max(0, box.right - box.left))
        whole, lit = np.zeros((HIGH, WIDE), np.float32), np.zeros((HIGH, WIDE), np.float32)
        if not all(shape):
            return whole, lit
        masks = np.zeros((2, *shape), np.uint8)
        turn = -0.42 if self.view.sun_deg < 0 else 0.42
        for column, row, radius in places - np.array([box.left, box.top, 0]):
            for mask, across, up, size in ((masks[0], 0.0, 0.0, 1.0), (masks[1], turn, 0.42, 0.62)):
                at = (int((column + across * radius) * FINE), int((row - up * radius) * FINE))
                cv2.circle(mask, at, max(1, int(size * radius * FINE)), 255, -1, cv2.LINE_AA, SHIFT)
        rough = noise(chance(self.seed, what), shape, torn, torn, 2)
        whole[box.slices] = self._torn(masks[0], rough)
        lit[box.slices] = self._torn(masks[1], rough) * (masks[0] > 0)
        return whole, lit

    @staticmethod
    def _torn(mask: NDArray[np.uint8], rough: Floats) -> Floats:
        soft = np.asarray(cv2.GaussianBlur(mask, (0, 0), 2.2), np.float32) / 255
        cut = np.clip((soft + 0.22 * rough - 0.40) / 0.26, 0, 1)
        return np.asarray(cut * (soft > 0.06), np.float32)  # noqa: PLR2004  nothing flies about

    def cast(self, ground: int, places: list[tuple[float, float]], strength: float = 1.0) -> Box:
        """Cast a shadow on a plane of ground: a polygon of (column, row); return its box there."""
        box, mask = self.polygon(*places, blur=1.4)
        if not mask.size:
            return box
        mask = mask * (self.labels[box.slices] == ground)
        shade = np.array(self.mood.shade, np.float32) / np.array(self.mood.sun, np.float32)
        share = np.float32(strength if self.mood.casts else 0.25 * strength)
        self.light[box.slices] *= 1 - (mask * share)[..., None] * (1 - shade)
        return box.shrunk(mask > 0.1)  # noqa: PLR2004
