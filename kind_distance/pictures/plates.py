"""From what is kept of a source or a thumbnail to what the darkroom and the computation want."""

from __future__ import annotations

from typing import Any, cast

from kind_distance.core.picture.balance import Place
from kind_distance.core.picture.crops import Crop, focus_in
from kind_distance.core.picture.departures import Departure
from kind_distance.core.picture.edits import Edit
from kind_distance.core.picture.focus import USUAL_REACH, Focus
from kind_distance.core.picture.thumbnail import ThumbnailSettings
from kind_distance.core.picture.working import fit_on_support
from kind_distance.errors import NotFoundError
from kind_distance.pictures.darkroom import Framing, Plate
from kind_distance.rows import DepartureRecord, EditRecord, SourceRecord, State, ThumbnailRecord

CropTuple = tuple[int, int, int, int]


def source_of(state: State, number: int) -> SourceRecord:
    """Return a source of this painting; raise NotFoundError if there is none."""
    for source in state.sources:
        if source.number == number:
            return source
    raise NotFoundError("source", number)


def thumbnail_of(state: State, number: int) -> ThumbnailRecord:
    """Return a kept thumbnail; raise NotFoundError if there is none."""
    for thumbnail in state.thumbnails:
        if thumbnail.number == number:
            return thumbnail
    raise NotFoundError("thumbnail", number)


def chosen_thumbnail(state: State) -> ThumbnailRecord | None:
    """Return the thumbnail that the plan goes by, or None while none is chosen."""
    return next((t for t in state.thumbnails if t.number == state.brief.chosen_thumbnail), None)


def main_source(state: State) -> SourceRecord | None:
    """Return the photo on which planes are marked, if there is one."""
    return None if state.brief.main_source is None else source_of(state, state.brief.main_source)


def plate_of(source: SourceRecord) -> Plate:
    """Say how a source is developed."""
    places = tuple(Place(p.x, p.y, p.red, p.green, p.blue) for p in source.card_places)
    return Plate(
        source.picture_hash, source.width_px, source.height_px, source.tilt_deg, places, source.kind == "sketch"
    )


def crop_of(crop: CropTuple | None, source: SourceRecord) -> Crop | None:
    """Take a crop, checked against its straightened photo; the whole photo is no crop."""
    if crop is None:
        return None
    size = plate_of(source).size_px
    if crop == (0, 0, *size):
        return None
    return Crop(*crop).check(*size)


def crop_of_plan(state: State) -> Crop | None:
    """Give the part of the main photo that is painted: the crop of the chosen thumbnail, where it is of that photo."""
    chosen = chosen_thumbnail(state)
    source = main_source(state)
    if chosen is None or source is None or chosen.source != source.number:
        return None
    return crop_of(chosen.crop, source)


def on_painting(state: State, x: float | None, y: float | None) -> tuple[float, float] | None:
    """Carry a place on the main photo to shares of what is painted of it; None where it is not on the painting."""
    source = main_source(state)
    if x is None or y is None or source is None:
        return None
    crop = crop_of_plan(state)
    place = (x, y) if crop is None else crop.inward(x, y, *plate_of(source).size_px)
    return place if all(0 <= each <= 1 for each in place) else None


def departure_of(record: DepartureRecord) -> Departure:
    """Return a departure as the computation wants it, checked."""
    shift = (record.shift_x, record.shift_y)
    return Departure(cast("Any", record.kind), record.points, shift, record.low, record.high)


def departures_on(state: State, source: SourceRecord, crop: Crop | None) -> tuple[Departure, ...]:
    """Return the departures planned on a source, in the shares of a crop."""
    found = tuple(departure_of(each) for each in state.departures if each.source == source.number)
    if crop is None:
        return found
    return tuple(each.within(crop, *plate_of(source).size_px) for each in found)


def framing_of(state: State, record: ThumbnailRecord) -> Framing:
    """Say what a thumbnail is made of."""
    source = source_of(state, record.source)
    crop = crop_of(record.crop, source)
    return Framing(plate_of(source), crop, departures_on(state, source, crop) if record.departed else ())


def focus_of(state: State, source: int, crop: Crop | None = None) -> Focus | None:
    """Return the marked focus for a photo or a crop of it; it lies on the main one."""
    brief = state.brief
    if brief.focus_x is None or brief.focus_y is None or source != brief.main_source:
        return None
    if not (0 <= brief.focus_x <= 1 and 0 <= brief.focus_y <= 1):
        return None  # straightening has cut it off
    focus = Focus(brief.focus_x, brief.focus_y, USUAL_REACH if brief.focus_reach is None else brief.focus_reach)
    return focus_in(focus, crop, *plate_of(source_of(state, source)).size_px)


def edits_of(edits: tuple[EditRecord, ...]) -> tuple[Edit, ...]:
    """Return changes by hand as the computation wants them, checked."""
    return tuple(Edit(cast("Any", e.kind), e.points, e.step, e.width) for e in edits)


def settings_of(state: State, record: ThumbnailRecord) -> ThumbnailSettings:
    """Return the settings of a thumbnail, as the computation wants them."""
    crop = crop_of(record.crop, source_of(state, record.source))
    return ThumbnailSettings(
        record.steps,
        record.smallest_share,
        record.softness,
        record.cuts,
        record.even,
        focus_of(state, record.source, crop),
        record.key,
        edits_of(record.edits),
    )


def size_on_support(state: State, framing: Framing) -> tuple[float, float]:
    """Width and height that a framing takes on the support when all of it is shown. [cm]."""
    brief = state.brief
    width, height = framing.size_px if framing.crop is None else (framing.crop.width, framing.crop.height)
    fit = fit_on_support(width, height, brief.width_cm, brief.height_cm)
    return width * fit.cm_per_px, height * fit.cm_per_px


def area_on_support(state: State, framing: Framing) -> float:
    """Area that a framing takes on the support. [cm2]."""
    width, height = size_on_support(state, framing)
    return width * height
