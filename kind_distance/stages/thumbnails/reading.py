"""What is seen in the sources and thumbnails of a painting: horizon, composition, and the judgements on them."""

from __future__ import annotations

from dataclasses import dataclass, replace
from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.judgement import Judgement, Remedy, a_few_loud
from kind_distance.core.picture.composition import (
    Complexity,
    Composition,
    Spot,
    added_spot,
    find_gaps,
    gap_rises,
    read_complexity,
    read_without_horizon,
    with_horizon,
)
from kind_distance.core.picture.composition_audit import GAPS_LOUD, SeenThumbnail
from kind_distance.core.picture.cuts import MOST
from kind_distance.core.picture.departures import Departure
from kind_distance.core.picture.focus import LEAST_STEP
from kind_distance.core.picture.horizon import (
    Horizon,
    Line,
    likeliest,
)
from kind_distance.core.picture.lonely_hue import LonelyHue, lonely_among
from kind_distance.core.picture.thumbnail import SOFTNESS_RANGE, Thumbnail, ThumbnailSettings
from kind_distance.core.picture.working import THUMBNAIL_SIZE
from kind_distance.core.remembering import remembered
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Framing
from kind_distance.pictures.plates import (
    area_on_support,
    departures_on,
    focus_of,
    framing_of,
    settings_of,
    size_on_support,
    source_of,
)
from kind_distance.rows import SourceRecord, State, ThumbnailRecord
from kind_distance.stages.planes.reserved_lights import reserve_of
from kind_distance.stages.sources.horizon import Labels, horizon_of, sky_border, slopes_of
from kind_distance.stages.thumbnails.composition_words import judge_composition
from kind_distance.stages.thumbnails.thumbnail_words import judge_reserves, judge_thumbnail


@dataclass(frozen=True)
class Seen:
    """A thumbnail with everything read on it.

    Parameters
    ----------
    thumbnail : Thumbnail
    composition : Composition
    horizon : Horizon
        In shares of the thumbnail.
    complexity : Complexity
    judgements : list of Judgement
    skyline_tilt, water_tilt : float or None
        Slope of the marked sky's lower border and of marked water's upper one. [degrees]
    """

    thumbnail: Thumbnail
    composition: Composition
    horizon: Horizon
    complexity: Complexity
    judgements: list[Judgement]
    skyline_tilt: float | None = None
    water_tilt: float | None = None


def _within(horizon: Horizon, framing: Framing) -> Horizon:
    """Carry a horizon from the photo into a crop of it."""
    crop = framing.crop
    if crop is None:
        return horizon
    width, height = framing.size_px

    def carried(line: Line) -> Line | None:
        middle = (crop.x + crop.width / 2) / width - 0.5
        at = line.height * height + middle * width * np.tan(np.deg2rad(line.tilt_deg))
        share = float((at - crop.y) / crop.height)
        return replace(line, height=round(share, 4)) if 0 <= share <= 1 else None

    lines = [found for line in horizon.candidates if (found := carried(line)) is not None]
    return Horizon(None if horizon.line is None else carried(horizon.line), lines, horizon.confidence)


def _greys(file: Path, framing: Framing, settings: ThumbnailSettings) -> NDArray[np.float32]:
    made = darkroom.thumbnail(file, framing, settings)
    return np.array(made.reading.values, np.float32)[made.steps]


@remembered
def _without_horizon(file: Path, framing: Framing, settings: ThumbnailSettings) -> Composition:
    """Read what no stroke can change: a stroke may move the horizon."""
    picture = darkroom.framed(file, framing)
    grey = _greys(file, framing, settings)
    return read_without_horizon(picture.value, picture.chroma, grey, settings.focus)


@remembered
def _composition(file: Path, framing: Framing, settings: ThumbnailSettings, horizon: Line | None) -> Composition:
    found = Horizon(horizon, [horizon] if horizon else [], 1.0)
    return with_horizon(_without_horizon(file, framing, settings), _greys(file, framing, settings), found)


def _far_mask(state: State, framing: Framing, labels: Labels | None, focus_rank: int | None) -> Labels | None:
    """Mark the planes in which scattered lights disturb: land and water behind the nearest and the focus's own."""
    if labels is None or not state.planes:
        return None
    nearest = max(plane.rank for plane in state.planes)
    limit = nearest if focus_rank is None else min(nearest, focus_rank)
    far = [plane.rank for plane in state.planes if plane.kind == "land" and plane.rank < limit]
    if not far:
        return None
    mask = np.isin(labels, far).astype(np.uint8)
    if framing.crop is not None:
        mask = framing.crop.of(mask, *framing.size_px)
    scale = min(1.0, THUMBNAIL_SIZE / max(mask.shape))
    size = (max(1, round(mask.shape[1] * scale)), max(1, round(mask.shape[0] * scale)))
    return np.asarray(cv2.resize(mask, size, interpolation=cv2.INTER_NEAREST), np.uint8)


@remembered
def _rises(file: Path, framing: Framing) -> NDArray[np.float32]:
    """Where small lights rise from their surroundings; strokes only choose among them."""
    return gap_rises(darkroom.plain_values(file, framing))


def _gaps(file: Path, state: State, framing: Framing, labels: Labels | None, source: SourceRecord) -> list[Spot]:
    if source.number != state.brief.main_source or not state.strokes:
        return []
    focus = focus_of(state, source.number)
    rank = None
    if focus is not None and labels is not None:
        height, width = labels.shape
        rank = int(labels[min(height - 1, int(focus.y * height)), min(width - 1, int(focus.x * width))])
    far = _far_mask(state, framing, labels, rank)
    if far is None:
        return []
    value = darkroom.plain_values(file, framing)
    if value.shape != far.shape:
        far = np.asarray(cv2.resize(far, value.shape[::-1], interpolation=cv2.INTER_NEAREST), np.uint8)
    return find_gaps(value, far.astype(bool), _rises(file, framing))


def _lonely(file: Path, state: State, framing: Framing, labels: Labels | None) -> list[LonelyHue]:
    """Find colours in one corner, but for a glow in the marked sky; a sketch has no colours."""
    if framing.plate.sketch:
        return []
    sky = None
    if labels is not None:
        sky = np.isin(labels, [plane.rank for plane in state.planes if plane.kind == "sky"])
        if framing.crop is not None:
            sky = framing.crop.of(sky, *framing.size_px)
    return lonely_among(darkroom.hue_families_of(file, framing.plate, framing.crop), sky)


def focus_remedies(file: Path, state: State, record: ThumbnailRecord) -> tuple[Remedy, ...]:
    """Try what brings a lost focus back; offer what does, the gentlest first."""
    framing, settings = framing_of(state, record), settings_of(state, record)
    if settings.focus is None:
        return ()
    trials: list[tuple[str, dict[str, object]]] = [
        (f"{record.steps + 1} steps", {"steps": min(MOST, record.steps + 1)}),
        ("Smaller shapes", {"smallest_share": round(record.smallest_share / 3, 5)}),
        ("Squint less", {"softness": max(SOFTNESS_RANGE[0], round(record.softness / 2, 4))}),
        (f"{record.steps + 2} steps", {"steps": min(MOST, record.steps + 2)}),
    ]
    found = []
    for label, change in trials:
        # Other steps need other cuts: those are found.
        tried = replace(settings, **{"cuts": None, **change} if "steps" in change else change)  # type: ignore[arg-type]
        step = darkroom.thumbnail(file, framing, tried).reading.focus_step
        if step is not None and step >= LEAST_STEP:
            found.append(Remedy(label, "set_thumbnail", {"thumbnail": record.number, **change}))
    return tuple(found[:2])


NEAR_LINE = 0.035  # a departure drawn so near to a line is meant for it, as a share of the height


def _answered(composition: Composition, departures: tuple[Departure, ...]) -> Composition:
    """Leave out what the painter has already planned to leave out, move or bend."""
    size = 400
    gone = np.zeros((size, size), bool)
    for each in departures:
        if each.kind in ("left_out", "moved"):
            gone |= each.mask(size, size)

    def stays(spot: Spot) -> bool:
        return not gone[min(size - 1, int(spot.y * size)), min(size - 1, int(spot.x * size))]

    def uncut(line: Line) -> bool:
        drawn = [y for each in departures if each.kind in ("bent", "left_out", "moved") for _, y in each.points]
        return all(abs(y - line.height) > NEAR_LINE for y in drawn)

    return replace(
        composition,
        hot_spots=[spot for spot in composition.hot_spots if stays(spot)],
        gaps=[spot for spot in composition.gaps if stays(spot)],
        cutting=[line for line in composition.cutting if uncut(line)],
    )


ADDED_LIGHT = 9.0  # of a bright thing that is added, where nobody says its value [V]


def _added(
    state: State, source: SourceRecord, framing: Framing, value: NDArray[np.float32], planned: tuple[Departure, ...]
) -> list[Spot]:
    """Weigh bright things that are not in the photo yet: added departures with a value, and lights put on top."""
    height, width = value.shape
    found = [
        added_spot(value, each.mask(height, width), each.high)
        for each in planned
        if each.kind == "added" and each.high is not None
    ]
    if source.number == state.brief.main_source:
        for record in state.reserves:
            reserve = reserve_of(record, framing.crop, framing.size_px) if record.way == "added" else None
            if reserve is not None:
                light = ADDED_LIGHT if record.value is None else record.value
                found.append(added_spot(value, reserve.mask(height, width), light))
    focus = focus_of(state, source.number, framing.crop)
    aspect = height / width
    return [
        spot
        for spot in found
        if spot is not None
        and (focus is None or np.hypot(spot.x - focus.x, (spot.y - focus.y) * aspect) > 1.4 * focus.reach)
    ]


def look_at(file: Path, state: State, record: ThumbnailRecord, labels: Labels | None) -> Seen:
    """Read and judge a thumbnail, kept or only tried.

    Parameters
    ----------
    file : Path
    state : State
    record : ThumbnailRecord
    labels : uint8 array, shape (H, W), or None
        Plane of each pixel of the main picture.
    """
    source = source_of(state, record.source)
    framing, settings = framing_of(state, record), settings_of(state, record)
    made = darkroom.thumbnail(file, framing, settings)
    reading = made.reading
    sky = sky_border(state, source, labels)
    whole = horizon_of(file, state, source, sky)
    horizon = _within(whole, framing)
    planned = departures_on(state, source, framing.crop)
    read = _composition(file, framing, settings, likeliest(horizon))
    composition = _answered(replace(read, gaps=_gaps(file, state, framing, labels, source)), planned)
    added = _added(state, source, framing, darkroom.plain_values(file, framing), planned)
    lonely = _lonely(file, state, framing, labels if source.number == state.brief.main_source else None)
    composition = replace(composition, hot_spots=[*added, *composition.hot_spots], lonely=lonely)
    width_cm, height_cm = size_on_support(state, framing)
    large = np.array([a for a in reading.areas if a >= 0.5 * record.smallest_share])
    complexity = read_complexity(large, reading.contour, width_cm, height_cm)
    skyline, water = slopes_of(state, source, labels, sky)
    lost = reading.focus_step is not None and reading.focus_step < LEAST_STEP
    remedies = focus_remedies(file, state, record) if lost else ()
    unit = state.brief.unit
    crop, (full_w, full_h) = framing.crop, framing.size_px
    to_photo = (0.0, 0.0, 1.0, 1.0)
    if crop is not None:
        to_photo = (crop.x / full_w, crop.y / full_h, crop.width / full_w, crop.height / full_h)
    given = SeenThumbnail(
        number=record.number,
        source=source.number,
        composition=composition,
        horizon=horizon,
        tilt_deg=source.tilt_deg,
        complexity=complexity,
        minutes=sum(session.minutes for session in state.sessions) or None,
        focus_step=reading.focus_step,
        focus_marked=focus_of(state, source.number) is not None,
        focus_inside=settings.focus is not None,
        by_hand=source.horizon is not None,
        water_tilt=water,
        skyline_tilt=skyline,
        unit=unit,
        eye_path=state.brief.eye_path,
        division=state.brief.division,
        to_photo=to_photo,
    )
    reserves: tuple[tuple[int, str, Departure], ...] = tuple(
        (kept.number, kept.reason, each)
        for kept, each in zip(
            [d for d in state.departures if d.source == source.number],
            planned,
            strict=True,
        )
        if each.kind == "added"
    )
    found = [
        *judge_thumbnail(record.number, settings, reading, area_on_support(state, framing), unit, remedies),
        *judge_composition(given),
        *judge_reserves(record.number, made.steps, reading.values, reserves),
    ]
    judgements = a_few_loud(found, {each.key for each in state.meant_so}, "light_gap", GAPS_LOUD)
    return Seen(made, composition, horizon, complexity, judgements, skyline, water)
