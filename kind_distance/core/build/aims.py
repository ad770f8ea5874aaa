"""What a plan wants to be seen at each level of finish, and whose each place is when a brush of some width says it."""

from __future__ import annotations

from typing import Literal

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.build.model import BuildScene
from kind_distance.core.build.tone import (
    LUMINANCE,
    Floats,
    at_value,
    blur,
    drawn_out,
    noise,
    signed_distance,
    value,
)
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.picture.parts import part_of

Level = Literal["mass", "form", "fine"]

# Widths of brushes as shares of the picture's width; by eye, no source.
BRUSHES: dict[str, float] = {
    "underpainting": 0.03, "block_in": 0.026, "second_layer": 0.011, "details": 0.0036, "lights": 0.0042,
    "scumble": 0.02, "glaze": 0.03, "unify": 0.05, "blend": 0.02, "soften": 0.012, "lift": 0.01, "scratch": 0.003,
}  # fmt: skip
MASS_BLUR = 0.022
HAND_DEG = -20.0  # slant of strokes where the form says nothing
COHERENT = 0.25
SAMPLE = 4000


class Aims:
    """What each plane is to look like at each level; worked out once for a plan, and kept by the build."""

    def __init__(self, scene: BuildScene) -> None:
        self.scene = scene
        self.height, self.width = scene.shape
        self.linear = linear_from_codes(scene.codes)
        self.values = value(self.linear)
        self._owners: dict[float, NDArray[np.uint8]] = {}
        self._distances: dict[tuple[int, float], Floats] = {}
        self._aims: dict[tuple[int, Level], NDArray[np.uint8]] = {}
        self._bristles: dict[tuple[float, int], Floats] = {}
        self.near = self._nearness()
        self.slant = self._slant()
        self._turn = np.round(np.mod(self.slant, np.pi) / (np.pi / 4)).astype(np.int8) % 4
        self.want_value, self.want = self._want()
        self._want_codes = codes_from_linear(self.want)

    def _nearness(self) -> Floats:
        """How near each place is to the focus, 0-1; even where there is none."""
        if self.scene.focus is None:
            return np.full(self.scene.shape, 0.5, np.float32)
        x, y, reach = self.scene.focus
        down = ((np.arange(self.height) + 0.5) / self.height - y) * self.height / self.width / reach
        across = ((np.arange(self.width) + 0.5) / self.width - x) / reach
        return np.asarray(np.exp2(-(down[:, None] ** 2 + across[None] ** 2)), np.float32)

    def _slant(self) -> Floats:
        """Direction of strokes: along the form, the hand's own where it says nothing. [radians]."""
        soft = blur(self.values, 0.003 * self.width)
        across, down = cv2.Sobel(soft, cv2.CV_32F, 1, 0), cv2.Sobel(soft, cv2.CV_32F, 0, 1)
        wide = 0.014 * self.width
        xx, yy, xy = (blur(each, wide) for each in (across * across, down * down, across * down))
        slant = 0.5 * np.arctan2(2 * xy, xx - yy) + np.pi / 2
        coherence = np.sqrt((xx - yy) ** 2 + 4 * xy**2) / (xx + yy + 1e-5)
        slant = np.where(coherence < COHERENT, np.deg2rad(HAND_DEG), slant)
        for rank, plane in enumerate(self.scene.planes, start=1):
            if plane.sky:
                slant = np.where(self.scene.labels == rank, np.deg2rad(-7.0), slant)
        return np.asarray(slant, np.float32)

    def _want(self) -> tuple[Floats, Floats]:
        """Carry the photo's values to the planned range of every plane; hues stay."""
        out = self.values.copy()
        for rank, plane in enumerate(self.scene.planes, start=1):
            inside = self.scene.labels == rank
            if not inside.any():
                continue
            low, middle, high = np.percentile(self.values[inside], [2, 50, 98])
            middle = max(middle, low + 0.01)
            high = max(high, middle + 0.02)
            told = [max(1.75, plane.dark - 0.3), plane.dark, plane.mass, plane.light, min(9.5, plane.light + 0.3)]
            out[inside] = np.interp(self.values[inside], [0, low, middle, high, 10], told)
        return out, at_value(self.linear, out)

    def noise(self, scale: float, octaves: int = 1, seed: int = 0) -> Floats:
        """Give smooth noise of the picture's size."""
        return noise(self.scene.shape, scale, octaves, seed, self.scene.seed)

    def inside(self, rank: int) -> NDArray[np.bool_]:
        """Where a plane is."""
        return np.asarray(self.scene.labels == rank)

    def said_by(self, brush: float) -> NDArray[np.uint8]:
        """Whose each place is when a brush of that width says it: the plane with the most of a brush-wide window."""
        key = round(brush, 1)
        if key not in self._owners:
            labels = self.scene.labels
            if brush >= 1.6:
                most, owner = np.full(self.scene.shape, -1, np.float32), labels.copy()
                for rank in range(1, len(self.scene.planes) + 1):
                    held = blur((labels == rank).astype(np.float32), 0.36 * brush)
                    more = held > most
                    most[more], owner[more] = held[more], rank
                labels = owner
            self._owners[key] = labels
        return self._owners[key]

    def into(self, rank: int, brush: float) -> Floats:
        """Signed distance into a plane as a brush of that width can say it. [px]."""
        key = (rank, round(brush, 1))
        if key not in self._distances:
            inside = self.said_by(brush) == rank
            self._distances[key] = signed_distance(inside if inside.any() else self.inside(rank))
        return self._distances[key]

    def bristle(self, brush: float) -> Floats:
        """Give the marks of bristles along the strokes."""
        key = (round(brush, 1), self.scene.seed)
        if key not in self._bristles:
            length = max(5, int(2.2 * brush))
            fields = drawn_out(self.scene.shape, length, max(0.6, brush / 12), self.scene.seed + 11)
            marks = fields[0].copy()
            for turn in (1, 2, 3):
                np.copyto(marks, fields[turn], where=self._turn == turn)
            self._bristles[key] = blur(marks, 0.6)
        return self._bristles[key]

    def aim(self, rank: int, level: Level) -> Floats:
        """Colour wanted of a plane at a level: right inside it, run on outside with its nearest colour."""
        if level == "fine":
            return self.want
        key = (rank, level)
        if key not in self._aims:
            self._aims[key] = self._simplified(rank, level)
        return linear_from_codes(self._aims[key])

    def _simplified(self, rank: int, level: Level) -> NDArray[np.uint8]:
        brush = BRUSHES["second_layer"] * self.width if level == "form" else MASS_BLUR * self.width
        inside = self.inside(rank).astype(np.uint8)
        within = cv2.erode(inside, np.ones((3, 3), np.uint8))
        within = within if within.sum() > 50 else inside
        codes = self._want_codes
        part = part_of(within > 0, int(2 * brush) + 2)
        if part is None:
            return codes
        held = within[part]
        _, nearest = cv2.distanceTransformWithLabels(1 - held, cv2.DIST_L2, 3, labelType=cv2.DIST_LABEL_PIXEL)
        place = np.zeros(int(nearest.max()) + 1, np.int64)
        place[nearest[held > 0]] = np.flatnonzero(held.ravel())
        tile = np.ascontiguousarray(codes[part].reshape(-1, 3)[place[nearest]])
        size = max(3, int(brush) | 1)
        tile = np.asarray(cv2.medianBlur(tile, size), np.uint8)
        if level == "mass":
            tile = self._masses(np.asarray(cv2.medianBlur(tile, size), np.uint8), held > 0, rank)
        out = codes.copy()
        out[part] = tile
        return out

    def _masses(self, tile: NDArray[np.uint8], held: NDArray[np.bool_], rank: int) -> NDArray[np.uint8]:
        """Draw a plane together into its few masses, each of one pile of paint that varies a little."""
        plane = self.scene.planes[rank - 1]
        count = int(np.clip(1 + (plane.light - plane.dark) // 1.0, 1, 4))
        colour = linear_from_codes(tile)
        out, which = colour.copy(), masses(colour, held, count)
        for mass in range(count):
            chosen = (which == mass) & held
            if chosen.any():
                out[which == mass] = colour[chosen].mean(axis=0)
        return codes_from_linear(0.82 * out + 0.18 * colour)


def masses(colour: Floats, held: NDArray[np.bool_], count: int) -> NDArray[np.int64]:
    """Divide a plane by value and two opponent colours, begun from the farthest pairs; no chance in it."""
    y = np.maximum(colour @ LUMINANCE, 1e-3)
    red, blue = (np.log(np.maximum(colour[..., at], 1e-3) / y) for at in (0, 2))
    told = np.stack([value(colour), 2.2 * red, 1.4 * blue], axis=-1).astype(np.float32)
    sample = told[held][:: max(1, int(held.sum() // SAMPLE))]
    centres = [np.median(sample, axis=0)]
    for _ in range(count - 1):
        away = np.min([_far(sample, each) for each in centres], axis=0)
        centres.append(sample[np.argsort(away)[int(0.97 * (len(away) - 1))]])
    middle = np.array(centres)
    for _ in range(8):
        which = np.argmin([_far(sample, each) for each in middle], axis=0)
        middle = np.array([sample[which == k].mean(axis=0) if (which == k).any() else middle[k] for k in range(count)])
    return np.asarray(np.argmin([_far(told, each) for each in middle], axis=0))


def _far(told: Floats, middle: Floats) -> Floats:
    """Square of how far each lies off a middle: channel by channel, since numpy is slow along an axis of three."""
    one, two, three = (told[..., at] - middle[at] for at in range(3))
    return np.asarray(one * one + two * two + three * three)
