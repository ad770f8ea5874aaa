"""The value thumbnail: a photo in two to seven values and few, large, connected shapes.

`Simplified` holds what only the softness changes, so that moving the other controls is fast.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.keys import key_range
from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST, grey_code
from kind_distance.core.picture.borders import border_lengths
from kind_distance.core.picture.cuts import ValueProfile, check_steps, cuts_of, even_cuts, histogram, value_profile
from kind_distance.core.picture.edits import MOST_EDITS, Edit, apply_edits
from kind_distance.core.picture.focus import SPARED, Focus, step_at_focus, step_of_thing, thing_at
from kind_distance.core.picture.shapes import Shapes, effective_shapes, find_shapes, merge_small, weighed_areas
from kind_distance.core.picture.working import THUMBNAIL_SIZE
from kind_distance.errors import DomainError

SOFTNESS_RANGE = (0.004, 0.04)  # median kernel as a share of the long side
USUAL_SOFTNESS = 0.014
USUAL_SMALLEST = 0.004  # smallest shape as a share of the picture; common practice, no source
SMALLEST_RANGE = (0.0, 0.05)  # what a painter is offered
LARGEST_SMALLEST = 0.25  # what is taken at all
ROUNDING_PX = 5
FOCUS_SOFTNESS = 0.35  # how much of the squint is left at the focus itself; tried on photographs
READS = 0.0008  # smallest shape that is spared at the focus, as a share of the picture; common practice, no source
EMPTY, EQUAL = 0.01, 0.5  # a step with less of the picture, or so near to the next [V], says nothing
FINE_STEPS = 14  # steps into which a picture is parted to find its masses
KEY_LOW, KEY_HIGH = 4.2, 6.6  # median values that bound low, middle and high key; common practice, no source


@dataclass(frozen=True)
class ThumbnailSettings:
    """What the painter chose.

    Parameters
    ----------
    steps : int
        Number of values, 2-7.
    smallest_share : float
        Smallest shape kept, as a share of the picture, 0-0.25.
    softness : float
        How hard the painter squints: median kernel as a share of the long side, 0.004-0.04.
    cuts : tuple of float or None
        Cuts set by hand, rising; None to let them be found.
    even : bool
        Equal steps instead of the cuts that lose least.
    focus : Focus or None
        Where smaller shapes and finer edges are kept.
    key : str or None
        Key that the photo's range is squeezed into (see `colour.keys`); None leaves it as it is.
    edits : tuple of Edit
        Shapes changed by hand.
    """

    steps: int = 4
    smallest_share: float = USUAL_SMALLEST
    softness: float = USUAL_SOFTNESS
    cuts: tuple[float, ...] | None = None
    even: bool = False
    focus: Focus | None = None
    key: str | None = None
    edits: tuple[Edit, ...] = ()

    def __post_init__(self) -> None:
        check_steps(self.steps)
        if self.key is not None:
            key_range(self.key)
        if len(self.edits) > MOST_EDITS:
            raise DomainError(
                f"{MOST_EDITS} changes by hand are kept on one thumbnail.",
                "Keep it as it is, or begin from its settings.",
            )
        if not 0 <= self.smallest_share <= LARGEST_SMALLEST:
            raise DomainError(
                "The smallest shape must lie between nothing and a quarter of the picture.",
                "Choose a smaller area.",
            )
        if not SOFTNESS_RANGE[0] <= self.softness <= SOFTNESS_RANGE[1]:
            raise DomainError("The softness is outside what the slider offers.", "Move it back into its range.")
        if self.cuts is not None:
            rising = all(a < b for a, b in zip(self.cuts, self.cuts[1:], strict=False))
            if len(self.cuts) != self.steps - 1 or not rising or not all(0 < c < 10 for c in self.cuts):
                raise DomainError(
                    f"{self.steps} steps need {self.steps - 1} cuts between 0 and 10, each above the last.",
                    "Move the cuts apart, or let them be found.",
                )


@dataclass(frozen=True)
class Simplified:
    """A photo after squinting.

    Parameters
    ----------
    value : float32 array, shape (H, W)
        Munsell value 0-10 after the median; long side at most 480 px.
    plain_histogram : float64 array, shape (128,)
        Shares of the values before squinting.
    darkest, lightest : float
        2nd and 98th percentile of the value before squinting.
    """

    value: NDArray[np.float32]
    plain_histogram: NDArray[np.float64]
    darkest: float
    lightest: float

    @cached_property
    def profile(self) -> ValueProfile:
        """What the cuts are found from; the same for every number of steps."""
        return value_profile(self.value)


@dataclass(frozen=True)
class Reading:
    """What can be measured on a thumbnail.

    Parameters
    ----------
    darkest, lightest : float
        Value range of the photo (2nd and 98th percentile). [V]
    shares : tuple of float
        Share of the picture in each step, darkest first; sums to 1.
    values : tuple of float
        Value each step is painted with, darkest first. [V]
    key : str
        ``"low"``, ``"middle"`` or ``"high"``.
    shapes : int
        Number of shapes drawn. Changes with size and compression: shown, never judged by.
    effective_shapes : float
        How many equal shapes the picture is worth to the eye.
    largest_share : float
        Share of the largest shape.
    contour : float
        Length of all contours, in widths plus heights of the picture.
    areas : tuple of float
        Share of the picture that each shape takes.
    focus_step : float or None
        Largest value step to be seen at the focus; None without one. [V]
    """

    darkest: float
    lightest: float
    shares: tuple[float, ...]
    values: tuple[float, ...]
    key: str
    shapes: int
    effective_shapes: float
    largest_share: float
    contour: float
    areas: tuple[float, ...] = ()
    focus_step: float | None = None


@dataclass(frozen=True)
class Thumbnail:
    """A finished value thumbnail.

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
        Step of each pixel, 0 = darkest.
    cuts : tuple of float
        Cuts that were used, rising. [V]
    reading : Reading
    """

    steps: NDArray[np.uint8]
    cuts: tuple[float, ...]
    reading: Reading

    def grey(self) -> NDArray[np.uint8]:
        """Paint it: (H, W) uint8 sRGB greys, each step in its own value."""
        return np.asarray(grey_code(np.array(self.reading.values))[self.steps], dtype=np.uint8)


@dataclass(frozen=True)
class Plain:
    """A photo at thumbnail size before squinting: values (H, W), its histogram and its range."""

    value: NDArray[np.float32]
    histogram: NDArray[np.float64]
    darkest: float
    lightest: float


def plain(value: NDArray[np.float32]) -> Plain:
    """Bring a photo's values, (H, W), to thumbnail size; done once per photo."""
    scale = min(1.0, THUMBNAIL_SIZE / max(value.shape))
    if scale < 1:
        size = (max(1, round(value.shape[1] * scale)), max(1, round(value.shape[0] * scale)))
        value = np.asarray(cv2.resize(value, size, interpolation=cv2.INTER_AREA), dtype=np.float32)
    low, high = np.percentile(value, (2, 98))
    return Plain(value, histogram(value), float(low), float(high))


def _median(value: NDArray[np.float32], softness: float) -> NDArray[np.float32]:
    kernel = max(1, 2 * round(softness * max(value.shape) / 2) + 1)
    if kernel == 1:
        return value
    # An 8-bit median is many times faster than one on floats; 255 parts of the scale are finer than any brush.
    return cv2.medianBlur(np.asarray(value * 25.5 + 0.5, np.uint8), kernel) * np.float32(1 / 25.5)


def squint(photo: Plain, softness: float = USUAL_SOFTNESS, focus: Focus | None = None) -> Simplified:
    """Squint: take a median as wide as the softness says, a narrower one toward the focus.

    Parameters
    ----------
    photo : Plain
    softness : float
        Kernel as a share of the long side.
    focus : Focus or None
    """
    value = photo.value
    smooth = _median(value, softness)
    if focus is not None:
        near = focus.nearness(*value.shape)
        smooth = smooth + near * (_median(value, softness * FOCUS_SOFTNESS) - smooth)
    return Simplified(smooth, photo.histogram, photo.darkest, photo.lightest)


def simplify(value: NDArray[np.float32], softness: float = USUAL_SOFTNESS) -> Simplified:
    """Squint at a photo, (H, W) values: :func:`plain`, then :func:`squint`."""
    return squint(plain(value), softness)


def into_key(soft: Simplified, key: str | None) -> Simplified:
    """Squeeze a photo's range (2nd to 98th percentile) into a key, evenly; None leaves it as it is."""
    if key is None:
        return soft
    low, high = key_range(key)
    span = max(soft.lightest - soft.darkest, 0.5)
    moved = low + (soft.value - soft.darkest) * np.float32((high - low) / span)
    value = np.clip(moved, PAINT_DARKEST, PAINT_LIGHTEST).astype(np.float32)
    return Simplified(value, histogram(value), low, high)


def _rounded(steps: NDArray[np.uint8], near: NDArray[np.float32] | None) -> NDArray[np.uint8]:
    """Round contours off, less at the focus: two small medians do what a large one does, in a fifth of the time."""
    if min(steps.shape) <= ROUNDING_PX:
        return steps
    rounded = cv2.medianBlur(cv2.medianBlur(steps, ROUNDING_PX), ROUNDING_PX)
    if near is not None:
        rounded = np.where(near > 0.5, cv2.medianBlur(steps, 3), rounded)
    return np.asarray(rounded, dtype=np.uint8)


def _key_of(value: NDArray[np.float32]) -> str:
    middle = float(np.median(value))
    return "low" if middle < KEY_LOW else "high" if middle > KEY_HIGH else "middle"


def _values(soft: Simplified, steps: NDArray[np.uint8], count: int) -> NDArray[np.float64]:
    """Value each step is painted with: (count,)."""
    pixels = np.bincount(steps.ravel(), minlength=count)
    sums = np.bincount(steps.ravel(), weights=soft.value.ravel(), minlength=count)
    # An empty step keeps a place on the scale between its neighbours, so that the order of steps holds.
    filled = np.flatnonzero(pixels)
    values = np.interp(np.arange(count), filled, sums[filled] / pixels[filled])
    return np.clip(values, PAINT_DARKEST, PAINT_LIGHTEST)


def _read(soft: Simplified, steps: NDArray[np.uint8], shapes: Shapes, values: NDArray[np.float64]) -> Reading:
    pixels = np.bincount(steps.ravel(), minlength=len(values))
    return Reading(
        darkest=soft.darkest,
        lightest=soft.lightest,
        shares=tuple(float(v) for v in pixels / steps.size),
        values=tuple(float(v) for v in values),
        key=_key_of(soft.value),
        shapes=len(shapes.area_px),
        effective_shapes=effective_shapes(shapes.area_px),
        largest_share=float(shapes.area_px.max() / steps.size),
        contour=float(sum(border_lengths(steps).values()) / sum(steps.shape)),
        areas=tuple(float(a) for a in shapes.area_px / steps.size),
    )


def _drawn(soft: Simplified, settings: ThumbnailSettings, cuts: tuple[float, ...]) -> tuple[NDArray[np.uint8], Shapes]:
    """Cut the values, join what is small, round the contours off."""
    steps = np.searchsorted(np.array(cuts), soft.value, side="right").astype(np.uint8)
    near = None if settings.focus is None else settings.focus.nearness(*steps.shape)
    least = settings.smallest_share * steps.size
    # What is spared at the focus is still a shape that one reads, no crumb.
    spared = float(np.clip(settings.smallest_share / READS, 1.0, SPARED))
    weight = None if near is None else 1 + (spared - 1) * near
    steps = merge_small(find_shapes(steps), soft.value, least, weight)
    steps = _rounded(steps, near)
    shapes = find_shapes(steps)
    if weighed_areas(shapes, weight).min() < least:
        # Rounding can pinch off a sliver; a second, much shorter round of joining takes those in.
        steps = merge_small(shapes, soft.value, least, weight)
        shapes = find_shapes(steps)
    return steps, shapes


def _wasted(steps: NDArray[np.uint8], values: NDArray[np.float64]) -> int:
    """Count steps that nothing is left of after joining, and pairs of steps that are nearly equal."""
    shares = np.bincount(steps.ravel(), minlength=len(values)) / steps.size
    return int((shares < EMPTY).sum()) + int((np.diff(values) < EQUAL).sum())


def _sought_again(
    soft: Simplified, settings: ThumbnailSettings, steps: NDArray[np.uint8], values: NDArray[np.float64]
) -> tuple[tuple[float, ...], NDArray[np.uint8], Shapes, NDArray[np.float64]] | None:
    """Seek cuts among the masses that are left after joining; None where they waste as many steps."""
    fine = tuple(float(v) for v in np.linspace(soft.darkest, soft.lightest, FINE_STEPS + 1)[1:-1])
    if len(set(fine)) < len(fine):
        return None
    coarse, _ = _drawn(soft, settings, fine)
    masses = find_shapes(coarse)
    sums = np.bincount(masses.ids.ravel(), weights=soft.value.ravel(), minlength=len(masses.area_px))
    flat = np.asarray((sums / np.maximum(masses.area_px, 1))[masses.ids], np.float32)
    profile = value_profile(flat)
    best, least = None, _wasted(steps, values)
    # Contours that cost little are tried next to none at all: masses are parted where they can be.
    for toll in (1.0, 0.0):
        cuts = cuts_of(replace(profile, contour=toll * profile.contour), settings.steps)
        again, shapes = _drawn(soft, settings, cuts)
        found = _values(soft, again, settings.steps)
        if _wasted(again, found) < least:
            best, least = (cuts, again, shapes, found), _wasted(again, found)
        if not least:
            break
    return best


def make_thumbnail(
    soft: Simplified, settings: ThumbnailSettings, photo: NDArray[np.float32] | None = None
) -> Thumbnail:
    """Turn a squinted photo into a value thumbnail.

    Parameters
    ----------
    soft : Simplified
        From :func:`simplify`, with the softness of the settings.
    settings : ThumbnailSettings
    photo : float32 array, shape (H, W), or None
        Its values before squinting: whether the thing at the focus still reads is then told by that thing.

    Returns
    -------
    Thumbnail
        Steps at thumbnail size, the cuts used and the readings.
    """
    soft = into_key(soft, settings.key)
    cuts = settings.cuts
    if cuts is None:
        cuts = even_cuts(soft.value, settings.steps) if settings.even else cuts_of(soft.profile, settings.steps)
    steps, shapes = _drawn(soft, settings, cuts)
    values = _values(soft, steps, settings.steps)
    if settings.cuts is None and not settings.even and _wasted(steps, values):
        found = _sought_again(soft, settings, steps, values)
        if found is not None:
            cuts, steps, shapes, values = found
    if settings.edits:
        # After all joining: what a hand did is not undone by a rule.
        steps = apply_edits(steps, soft.value, settings.edits, settings.steps)
        shapes = find_shapes(steps)
    reading = _read(soft, steps, shapes, values)
    if settings.focus is not None:
        thing = None if photo is None else thing_at(photo, settings.focus)
        step = (
            step_at_focus(steps, reading.values, settings.focus)
            if thing is None
            else step_of_thing(steps, reading.values, *thing)
        )
        reading = replace(reading, focus_step=step)
    return Thumbnail(steps, cuts, reading)
