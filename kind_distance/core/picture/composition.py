"""Readings of a composition: where it is heavy, what competes with the focus, what leads out, what cuts across.

All of these are measurements with limits that are said beside them; none is a mark for beauty.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.focus import Focus, thing_at
from kind_distance.core.picture.horizon import Horizon, Line, level_lines
from kind_distance.core.picture.lonely_hue import LonelyHue

SIZE = 320  # long side at which a composition is read [px]
SPOT_REACH = 0.09  # how wide a spot may be and still be one, as a share of the long side; tried on photographs
SPOT_STEP = 1.6  # how much lighter than its surroundings a hot spot is [V]; common practice, no source
SPOT_CHROMA = 22.0  # how much more coloured than its surroundings [CIELAB chroma]; tried on photographs
ALONE = 0.7  # share of a spot's surroundings that it has to stand out from; tried on photographs
CROWD, CROWD_PULL = 8, 0.6  # so many spots, each with so much of the focus's pull, scatter the eye; common practice
SPOT_AREA = (0.0004, 0.02)  # shares of the picture
GAP_REACH, GAP_STEP, GAP_AREA = 0.035, 0.9, 0.0025  # light gaps are smaller and fainter; tried on photographs
EXIT_STEP = 1.5  # value step at the rim that the eye follows out [V]; common practice, no source
CUTS_LENGTH, CUTS_STEP, CUTS_TILT = 0.9, 0.9, 5.0  # a line that cuts: share of the width, step [V], tilt [degrees]
OWN_LINE = 0.05  # a line this near to the horizon is the horizon, as a share of the height
SLANTING, UPRIGHT = (15.0, 70.0), 12.0  # edges that slant, and those that stand, off the upright [degrees]
MOST_LISTED = 12


@dataclass(frozen=True)
class Spot:
    """A small place that stands out: where (shares), what it takes of the picture, and by how much [V or chroma]."""

    x: float
    y: float
    share: float
    step: float
    chroma: bool = False


@dataclass(frozen=True)
class Exit:
    """A strong edge that leaves the picture: over which side, where along it (share), with what step. [V]."""

    side: str
    at: float
    step: float


@dataclass(frozen=True)
class Composition:
    """What was read.

    Parameters
    ----------
    left : float
        Share of the visual weight left of the middle, 0-1.
    centre : (x, y)
        Centre of the visual weight, as shares.
    hot_spots : list of Spot
        Spots that stand out, the strongest first; the focus's own are not among them.
    focus_spot : float
        How strongly the strongest spot within the focus stands out; 0 without one.
    exits : list of Exit
    cutting : list of Line
        Lines across the full width that are not the horizon.
    leaning_right : float
        Share of slanting edges that lean to the right, 0-1; a half where they balance or there are hardly any.
    upright_tilt : float or None
        How much the upright lines lean [degrees], positive to the right; None where there are too few.
    """

    left: float
    centre: tuple[float, float]
    hot_spots: list[Spot]
    focus_spot: float
    exits: list[Exit]
    cutting: list[Line]
    leaning_right: float
    upright_tilt: float | None
    gaps: list[Spot] = field(default_factory=list)
    lonely: list[LonelyHue] = field(default_factory=list)


def _small(field_: NDArray[np.float32]) -> NDArray[np.float32]:
    scale = min(1.0, SIZE / max(field_.shape))
    size = (max(8, round(field_.shape[1] * scale)), max(8, round(field_.shape[0] * scale)))
    return np.asarray(cv2.resize(field_, size, interpolation=cv2.INTER_AREA), np.float32)


def visual_weight(value: NDArray[np.float32]) -> NDArray[np.float32]:
    """Weigh what the eye feels: darkness against the picture's own light, and contrast; (H, W) -> (H, W)."""
    dark = np.maximum(np.percentile(value, 90) - value, 0)
    soft = cv2.GaussianBlur(value, (0, 0), max(1.0, max(value.shape) / 60))
    return np.asarray(dark + 1.5 * np.abs(value - soft), dtype=np.float32)


def _weights(value: NDArray[np.float32]) -> tuple[float, tuple[float, float]]:
    weight = visual_weight(value).astype(np.float64)
    total = weight.sum()
    height, width = weight.shape
    if total < 1e-3 * weight.size:
        return 0.5, (0.5, 0.5)
    x = float((weight.sum(axis=0) * ((np.arange(width) + 0.5) / width)).sum() / total)
    y = float((weight.sum(axis=1) * ((np.arange(height) + 0.5) / height)).sum() / total)
    # A middle column of an odd width belongs to both halves.
    half = width // 2
    left = weight[:, :half].sum() + (weight[:, half].sum() / 2 if width % 2 else 0.0)
    return float(left / total), (x, y)


def _standing_out(field_: NDArray[np.float32], reach: float) -> NDArray[np.float32]:
    """How far a place rises above what lies around it: a white top-hat with a round kernel."""
    kernel = max(3, round(reach * max(field_.shape)) | 1)
    rim = kernel
    wide = cv2.copyMakeBorder(field_, rim, rim, rim, rim, cv2.BORDER_REFLECT)
    hat = cv2.morphologyEx(wide, cv2.MORPH_TOPHAT, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (kernel, kernel)))
    return np.asarray(hat[rim:-rim, rim:-rim], np.float32)


def _spots(
    field_: NDArray[np.float32],
    rises: NDArray[np.float32],
    least: float,
    areas: tuple[float, float],
    *,
    chroma: bool,
) -> list[Spot]:
    mask = (rises > least).astype(np.uint8)
    count, labels, stats, centres = cv2.connectedComponentsWithStats(mask, connectivity=8)
    height, width = rises.shape
    found = []
    for i in range(1, count):
        share = float(stats[i, cv2.CC_STAT_AREA]) / rises.size
        if not areas[0] <= share <= areas[1]:
            continue
        # A long thin streak is an edge or a ripple, not a spot.
        long, short = sorted((int(stats[i, cv2.CC_STAT_WIDTH]), int(stats[i, cv2.CC_STAT_HEIGHT])), reverse=True)
        if long > 4 * short:
            continue
        if not _stands_alone(field_, np.asarray(labels, np.int32), i, np.asarray(stats[i], np.int32), least):
            continue
        left, top = int(stats[i, cv2.CC_STAT_LEFT]), int(stats[i, cv2.CC_STAT_TOP])
        box = np.s_[top : top + int(stats[i, cv2.CC_STAT_HEIGHT]), left : left + int(stats[i, cv2.CC_STAT_WIDTH])]
        step = float(np.percentile(rises[box][labels[box] == i], 90))
        x, y = float((centres[i, 0] + 0.5) / width), float((centres[i, 1] + 0.5) / height)
        found.append(Spot(round(x, 4), round(y, 4), share, step, chroma))
    return found


def _stands_alone(
    field_: NDArray[np.float32], labels: NDArray[np.int32], i: int, box: NDArray[np.int32], least: float
) -> bool:
    """Whether a spot is darker or duller all around; the corner of a large light mass is not."""
    x, y, w, h = (int(v) for v in box[:4])
    reach = 3
    rows = slice(max(0, y - reach), y + h + reach)
    columns = slice(max(0, x - reach), x + w + reach)
    own = (labels[rows, columns] == i).astype(np.uint8)
    around = (cv2.dilate(own, np.ones((2 * reach - 1, 2 * reach - 1), np.uint8)) > 0) & (own == 0)
    part = field_[rows, columns]
    if not around.any():
        return False
    inside = np.sort(part[own > 0])
    middle = (inside[(inside.size - 1) // 2] + inside[inside.size // 2]) / 2
    return bool(np.count_nonzero(part[around] < middle - 0.5 * least) >= ALONE * np.count_nonzero(around))


def _pull(spot: Spot) -> float:
    """How much a spot pulls the eye: what it stands out by, and the root of its size."""
    return float(spot.step / (SPOT_CHROMA if spot.chroma else SPOT_STEP) * (spot.share / SPOT_AREA[0]) ** 0.25)


def find_hot_spots(
    value: NDArray[np.float32], chroma: NDArray[np.float32], focus: Focus | None
) -> tuple[list[Spot], float]:
    """Find spots that stand out by light or colour: those outside the focus, and how strong the focus's own is.

    Parameters
    ----------
    value, chroma : float32 array, shape (H, W)
        Munsell value and CIELAB chroma.
    focus : Focus or None

    Returns
    -------
    list of Spot, float
        The strongest first; the pull of the strongest spot within the focus, 0 without one.
    """
    value, chroma = _small(value), _small(chroma)
    found = _spots(value, _standing_out(value, SPOT_REACH), SPOT_STEP, SPOT_AREA, chroma=False)
    for spot in _spots(chroma, _standing_out(chroma, SPOT_REACH), SPOT_CHROMA, SPOT_AREA, chroma=True):
        if all(np.hypot(spot.x - other.x, spot.y - other.y) > 0.03 for other in found):
            found.append(spot)
    found.sort(key=lambda spot: (-_pull(spot), spot.x, spot.y))
    if focus is None:
        return found[:MOST_LISTED], 0.0
    aspect = value.shape[0] / value.shape[1]
    inside = [s for s in found if np.hypot(s.x - focus.x, (s.y - focus.y) * aspect) <= 1.4 * focus.reach]
    outside = [s for s in found if s not in inside]
    return outside[:MOST_LISTED], max([_thing_pull(value, focus), *(_pull(s) for s in inside)])


def _thing_pull(value: NDArray[np.float32], focus: Focus) -> float:
    """How much the thing itself pulls that the focus is marked on, light or dark, large or small; 0 without one."""
    found = thing_at(value, focus)
    if found is None:
        return 0.0
    thing, around = found
    step = abs(float(np.median(value[thing]) - np.median(value[around])))
    return _pull(Spot(focus.x, focus.y, float(thing.mean()), step))


def competing(spots: list[Spot], focus_pull: float) -> list[Spot]:
    """Give the spots that pull at least as hard as the focus's own, or a crowd that does so together."""
    alone = [spot for spot in spots if _pull(spot) >= max(focus_pull, 1.0)]
    crowd = [spot for spot in spots if _pull(spot) >= max(CROWD_PULL * focus_pull, 1.0)]
    return crowd if len(crowd) >= CROWD else alone


def added_spot(value: NDArray[np.float32], mask: NDArray[np.bool_], light: float) -> Spot | None:
    """Weigh a bright thing that is to be added: how far its lightest value lies above what is around its place.

    Parameters
    ----------
    value : float32 array, shape (H, W)
    mask : bool array, shape (H, W)
        Where it is to stand.
    light : float
        Its lightest value. [V]
    """
    if not mask.any():
        return None
    reach = max(3, 2 * round(0.4 * float(np.sqrt(mask.sum()))) + 1)
    ring = (cv2.dilate(mask.view(np.uint8), np.ones((reach, reach), np.uint8)) > 0) & ~mask
    step = light - float(np.median(value[ring] if ring.any() else value))
    rows, columns = np.nonzero(mask)
    if step < SPOT_STEP:
        return None
    x, y = float(columns.mean() + 0.5) / mask.shape[1], float(rows.mean() + 0.5) / mask.shape[0]
    return Spot(round(x, 4), round(y, 4), float(mask.mean()), step)


def gap_rises(value: NDArray[np.float32]) -> NDArray[np.float32]:
    """How far each place rises above what lies close around it: (H, W), for :func:`find_gaps`."""
    return _standing_out(value, GAP_REACH)


def find_gaps(
    value: NDArray[np.float32], far: NDArray[np.bool_], rises: NDArray[np.float32] | None = None
) -> list[Spot]:
    """Find scattered light gaps in far planes: tiny lights that break a mass up.

    Parameters
    ----------
    value : float32 array, shape (H, W)
    far : bool array, shape (H, W)
        The planes in which they disturb.
    rises : float32 array, shape (H, W), or None
        From :func:`gap_rises`, where it was worked out before.
    """
    if not far.any():
        return []
    rises = gap_rises(value) if rises is None else rises
    inner = cv2.erode(far.astype(np.uint8), np.ones((7, 7), np.uint8), borderValue=1).astype(bool)
    inside = np.where(inner, rises, 0).astype(np.float32)
    found = _spots(value, inside, GAP_STEP, (12 / value.size, GAP_AREA), chroma=False)
    return sorted(found, key=lambda spot: (-spot.step * spot.share, spot.x, spot.y))


def find_exits(grey: NDArray[np.float32], cutting: list[Line], horizon: Line | None) -> list[Exit]:
    """Find where strong edges of a thumbnail leave the picture.

    Parameters
    ----------
    grey : float32 array, shape (H, W)
        The thumbnail's own values.
    cutting : list of Line
        Lines that are told of already.
    horizon : Line or None
        A horizon leaves on both sides by its nature.
    """
    height, width = grey.shape
    deep = max(1, round(0.02 * max(height, width)))
    sides = {
        "top": np.median(grey[:deep], axis=0),
        "bottom": np.median(grey[-deep:], axis=0),
        "left": np.median(grey[:, :deep], axis=1),
        "right": np.median(grey[:, -deep:], axis=1),
    }
    told = [*cutting, *([horizon] if horizon else [])]
    found = []
    for side, along in sides.items():
        jumps = np.abs(np.diff(along))
        for i in np.flatnonzero(jumps >= EXIT_STEP):
            at = float((i + 1) / len(along))
            if side in ("left", "right") and any(abs(_height_at(line, side, grey.shape) - at) < 0.04 for line in told):
                continue
            found.append(Exit(side, round(at, 3), round(float(jumps[i]), 2)))
    found.sort(key=lambda each: (-each.step, each.side, each.at))
    return found[:MOST_LISTED]


def _height_at(line: Line, side: str, shape: tuple[int, ...]) -> float:
    half = 0.5 if side == "right" else -0.5
    return line.height + half * float(np.tan(np.deg2rad(line.tilt_deg))) * shape[1] / shape[0]


def _across(value: NDArray[np.float32]) -> list[Line]:
    """Find lines across the full width, the horizon among them."""
    return [
        line
        for line in level_lines(value, 6)
        if line.length >= CUTS_LENGTH and line.strength >= CUTS_STEP and abs(line.tilt_deg) <= CUTS_TILT
    ]


def _but_the_horizon(lines: list[Line], horizon: Line | None) -> list[Line]:
    return [line for line in lines if not (horizon and abs(line.height - horizon.height) < OWN_LINE)]


def find_cutting(value: NDArray[np.float32], horizon: Line | None) -> list[Line]:
    """Find lines across the full width that are not the horizon."""
    return _but_the_horizon(_across(value), horizon)


def _leanings(value: NDArray[np.float32]) -> tuple[float, float | None]:
    """Share of slanting edges that lean right, and how much the upright ones lean."""
    soft = cv2.GaussianBlur(value, (0, 0), 1.0)
    dx, dy = cv2.Sobel(soft, cv2.CV_32F, 1, 0) / 8, cv2.Sobel(soft, cv2.CV_32F, 0, 1) / 8
    size = np.hypot(dx, dy)
    strong = size > 0.25
    # Along the edge, against the upright: 0 upright, positive leaning right.
    lean = np.degrees(np.arctan2(dy, dx))
    lean = (lean + 90) % 180 - 90
    slanting = strong & (np.abs(lean) > SLANTING[0]) & (np.abs(lean) < SLANTING[1])
    weight = size * slanting
    total = float(weight.sum())
    right = 0.5 if slanting.mean() < 0.01 else float(weight[lean > 0].sum() / total)
    upright = strong & (np.abs(lean) <= UPRIGHT)
    if upright.mean() < 0.006:
        return right, None
    # The mean and not the median: a line that leans a little is a staircase whose pixels mostly stand upright.
    return right, float(np.average(lean[upright], weights=size[upright]))


def read_composition(
    value: NDArray[np.float32],
    chroma: NDArray[np.float32],
    grey: NDArray[np.float32],
    focus: Focus | None,
    horizon: Horizon,
) -> Composition:
    """Read a composition.

    Parameters
    ----------
    value, chroma : float32 array, shape (H, W)
        Munsell value and CIELAB chroma of the photo, cropped as the thumbnail.
    grey : float32 array, shape (h, w)
        Values of the thumbnail.
    focus : Focus or None
    horizon : Horizon

    Returns
    -------
    Composition
    """
    return with_horizon(read_without_horizon(value, chroma, grey, focus), grey, horizon)


def read_without_horizon(
    value: NDArray[np.float32], chroma: NDArray[np.float32], grey: NDArray[np.float32], focus: Focus | None
) -> Composition:
    """Read what of a composition hangs on no horizon: lines across it are all there, and no exits yet."""
    left, centre = _weights(_small(grey))
    spots, own = find_hot_spots(value, chroma, focus)
    right, upright = _leanings(_small(value))
    return Composition(left, centre, spots, own, [], _across(value), round(right, 3), upright)


def with_horizon(read: Composition, grey: NDArray[np.float32], horizon: Horizon) -> Composition:
    """Say which lines cut a composition in two and what leaves it, once its horizon is known."""
    own = horizon.line or (horizon.candidates[0] if horizon.candidates else None)
    cutting = _but_the_horizon(read.cutting, own)
    return replace(read, cutting=cutting, exits=find_exits(grey, cutting, horizon.line))


def contour_cm(contour: float, width_cm: float, height_cm: float) -> float:
    """Length of a thumbnail's contours on the support, from its reading in widths plus heights. [cm]."""
    return contour * (width_cm + height_cm)


EDGE_CM_PER_MIN = 7.0  # how fast a considered edge is painted [cm/min]; from memory, corrected by a painter's own log
SHAPE_MIN = 1.5  # mixing and placing one shape, beside its edges [min]; from memory


@dataclass(frozen=True)
class Complexity:
    """What a thumbnail asks of hand and clock.

    Parameters
    ----------
    minutes : float
        To place every shape once. [min]
    edges_cm : float
        Length of all edges on the support. [cm]
    typical_cm : float
        Width of a typical shape: the root of the median area of what is drawn. [cm]
    """

    minutes: float
    edges_cm: float
    typical_cm: float


def read_complexity(shape_areas: NDArray[np.float64], contour: float, width_cm: float, height_cm: float) -> Complexity:
    """Weigh a thumbnail against its support.

    Parameters
    ----------
    shape_areas : float array, shape (N,)
        Shares of the picture that the shapes take.
    contour : float
        Length of all contours, in widths plus heights.
    width_cm, height_cm : float
        Of the picture on the support. [cm]
    """
    edges = contour_cm(contour, width_cm, height_cm)
    typical = float(np.sqrt(np.median(shape_areas) * width_cm * height_cm)) if len(shape_areas) else 0.0
    return Complexity(edges / EDGE_CM_PER_MIN + SHAPE_MIN * len(shape_areas), edges, typical)
