"""Routes for trying things on pictures without keeping them: thumbnails, formats, crops, divisions, swatches."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

import numpy as np
from fastapi import APIRouter, Query
from pydantic import BaseModel, ConfigDict, Field, FiniteFloat

from kind_distance.api import picturemodels as m
from kind_distance.api.context import Here, PathNumber
from kind_distance.api.pictureviews import division_views, horizon_view, reading_view, seen_view, swatch_at
from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.picture.crops import FORMATS, check_ratio, focus_in, largest_crop, suggest_crops
from kind_distance.core.picture.page import SURE
from kind_distance.core.picture.perspective import distance_by_height, equal_bays, horizon_km, vanishing_place
from kind_distance.core.picture.thumbnail import USUAL_SMALLEST, USUAL_SOFTNESS, Thumbnail
from kind_distance.core.wording import say_area
from kind_distance.errors import DomainError
from kind_distance.exchange.pictures import png, png_address
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import area_on_support, focus_of, framing_of, plate_of, settings_of, source_of
from kind_distance.rows import State, ThumbnailRecord
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.sources.arrows import shadow_guides, sun_of
from kind_distance.stages.sources.horizon import horizon_of, sky_border, slopes_of
from kind_distance.stages.sources.sun_words import say_sun
from kind_distance.stages.thumbnails.crop_words import say_crop
from kind_distance.stages.thumbnails.reading import look_at
from kind_distance.studio.changes.arguments import CropPx, Cuts, Number, Text
from kind_distance.studio.changes.thumbnails import Edits, edits_from

router = APIRouter(prefix="/api/paintings/{painting_id}", tags=["tries"])
Share = Annotated[float, Query(ge=0, le=1, allow_inf_nan=False)]
MOST_FORMATS = 12
Bays = Annotated[int, Query(ge=1, le=40)]
AROUND = 0.09  # what counts as the surroundings of a swatch, as a share of the width


class Tried(BaseModel):
    """A thumbnail as it would be made; `number` is that of the kept one it was taken from, 0 for none."""

    model_config = ConfigDict(extra="forbid")

    source: Number
    number: Annotated[int, Field(ge=0, le=100_000)] = 0
    steps: int = 4
    smallest_share: Annotated[FiniteFloat, Field(ge=0, le=1)] = USUAL_SMALLEST
    softness: Annotated[FiniteFloat, Field(ge=0, le=1)] = USUAL_SOFTNESS
    even: bool = False
    cuts: Cuts | None = None
    crop: CropPx | None = None
    key: Text | None = None
    departed: bool = False
    edits: Edits | None = None
    isolate: Annotated[int, Field(ge=0, le=6)] | None = None

    def record(self, state: State) -> ThumbnailRecord:
        """Say it as a record; raise NotFoundError where the source is not there."""
        source_of(state, self.source)
        return ThumbnailRecord(
            self.number,
            self.source,
            "",
            self.steps,
            self.smallest_share,
            self.softness,
            self.even,
            None if self.cuts is None else tuple(self.cuts),
            self.crop,
            self.key,
            self.departed,
            edits_from(self.edits or []),
        )


class FormatsTried(Tried):
    """The same thumbnail in several formats, by their keys; `own` is the support's."""

    formats: Annotated[list[Text], Field(min_length=1, max_length=MOST_FORMATS)]


def _only(made: Thumbnail, step: int) -> Any:  # noqa: ANN401  a picture's codes
    """Show one step in its value and all others as paper."""
    values = made.reading.values
    paper = np.uint8(236 if values[min(step, len(values) - 1)] < 6 else 60)
    return np.where(made.steps == step, made.grey(), paper)


@router.post("/preview", summary="Try a thumbnail")
def preview(here: Here, painting_id: PathNumber, tried: Tried) -> m.PreviewView:
    """Make a thumbnail with these settings, without keeping it."""
    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    record = tried.record(state)
    framing, settings = framing_of(state, record), settings_of(state, record)
    made = darkroom.thumbnail(file, framing, settings)
    soft = darkroom.simplified(file, framing, record.softness, settings.focus)
    shown = made.grey() if tried.isolate is None else _only(made, tried.isolate)
    return m.PreviewView(
        image=png_address(png(shown)),
        smallest_said=say_area(record.smallest_share * area_on_support(state, framing), state.brief.unit),
        aspect=framing.aspect,
        reading=reading_view(made, soft),
    )


@router.post("/seen", summary="Read and judge a thumbnail")
def seen(here: Here, painting_id: PathNumber, tried: Tried) -> m.SeenView:
    """Read everything on a thumbnail with these settings, kept or not."""
    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    record = tried.record(state)
    found = look_at(file, state, record, labels_of(file, state))
    kept = any(t.number == record.number for t in state.thumbnails)
    return seen_view(state, record, found, kept=kept)


@router.post("/formats", summary="Try a thumbnail in several formats")
def formats(here: Here, painting_id: PathNumber, tried: FormatsTried) -> list[m.FormatView]:
    """Make the same thumbnail in several formats, each the largest part that keeps the focus near its place."""
    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    record = tried.record(state)
    source = source_of(state, tried.source)
    size = plate_of(source).size_px
    focus = focus_of(state, tried.source)
    shown = []
    for key in tried.formats:
        name, ratio = _format(state, key)
        crop = largest_crop(*size, ratio, (0.5, 0.5) if focus is None else (focus.x, focus.y))
        one = ThumbnailRecord(
            0, record.source, "", record.steps, record.smallest_share, record.softness, record.even, None,
            (crop.x, crop.y, crop.width, crop.height), record.key, record.departed,
        )  # fmt: skip
        made = darkroom.thumbnail(file, framing_of(state, one), settings_of(state, one))
        reading = made.reading
        shown.append(
            m.FormatView(
                key=key,
                name=name,
                ratio=round(ratio, 4),
                crop=[crop.x, crop.y, crop.width, crop.height],
                image=png_address(png(made.grey())),
                said=f"{reading.effective_shapes:.1f} shapes, the largest {100 * reading.largest_share:.0f} %",
                cut_focus=focus is not None and focus_in(focus, crop, *size) is None,
            )
        )
    return shown


def _format(state: State, key: str) -> tuple[str, float]:
    """Find a format by its key, the support's own, or proportions such as ``"7:5"``."""
    if key == "own":
        return "The support's own", state.brief.width_cm / state.brief.height_cm
    if key in FORMATS:
        return FORMATS[key].name, FORMATS[key].ratio
    across, colon, down = key.partition(":")
    try:
        ratio = float(across.replace(",", ".")) / float(down.replace(",", ".")) if colon else float("nan")
    except (ValueError, ZeroDivisionError):
        ratio = float("nan")
    if not np.isfinite(ratio) or ratio <= 0:
        raise DomainError("That is no format.", "Choose one, or write proportions such as 7:5.")
    return key, check_ratio(ratio)


@router.get("/sources/{number}/crops", summary="Suggest crops")
def crops(
    here: Here, painting_id: PathNumber, number: PathNumber, format: Annotated[str, Query(max_length=40)]
) -> list[m.SuggestionView]:  # noqa: A002
    """Suggest up to three crops of one format; refused until the focus is marked."""
    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    source = source_of(state, number)
    focus = focus_of(state, number)
    if focus is None:
        raise DomainError("Where is the eye to stay?", "Mark the focus on the photo; crops are suggested around it.")
    plate = plate_of(source)
    horizon = horizon_of(file, state, source, sky_border(state, source, labels_of(file, state))).line
    found = suggest_crops(
        darkroom.working(file, plate).value,
        *plate.size_px,
        _format(state, format)[1],
        focus,
        None if horizon is None else horizon.height,
        division=state.brief.division,
    )
    return [
        m.SuggestionView(crop=[c.crop.x, c.crop.y, c.crop.width, c.crop.height], why=say_crop(c.why)) for c in found
    ]


@router.get("/sources/{number}/horizon", summary="Find the horizon")
def horizon(here: Here, painting_id: PathNumber, number: PathNumber) -> m.HorizonView:
    """Find the horizon of a source, with candidates to drag where unsure."""
    state, file = here.studio.desk(painting_id, here.clock()).state, here.studio.file
    source, labels = source_of(state, number), labels_of(file, state)
    sky = sky_border(state, source, labels)
    return horizon_view(source, horizon_of(file, state, source, sky), slopes_of(state, source, labels, sky))


@router.get("/sources/{number}/frames", summary="Find the sketches on a photographed page")
def frames(here: Here, painting_id: PathNumber, number: PathNumber) -> list[m.PageFrameView]:
    """Find framed thumbnails on a page; where the confidence is low the corners are for the painter to put."""
    source = source_of(here.studio.desk(painting_id, here.clock()).state, number)
    return [
        m.PageFrameView(
            corners=[list(corner) for corner in frame.corners],
            confidence=frame.confidence,
            sure=frame.confidence >= SURE,
        )
        for frame in darkroom.page_frames(here.studio.file, source.picture_hash)
    ]


@router.get("/sources/{number}/swatch", summary="Read a colour in its surroundings")
def swatch(here: Here, painting_id: PathNumber, number: PathNumber, x: Share, y: Share) -> m.SwatchView:
    """Read colour and value at a place, with the mean of what lies around it."""
    source = source_of(here.studio.desk(painting_id, here.clock()).state, number)
    found = swatch_at(here.studio, source, x, y)
    picture = darkroom.working(here.studio.file, plate_of(source))
    reach = round(AROUND * picture.width)
    row, column = int(y * (picture.height - 1)), int(x * (picture.width - 1))
    rows, columns = slice(max(0, row - reach), row + reach), slice(max(0, column - reach), column + reach)
    red, green, blue = (int(v) for v in picture.codes[rows, columns].reshape(-1, 3).mean(axis=0))
    around = float(picture.value[rows, columns].mean())
    colour, value = found or ("#808080", 5.0)
    grey = int(grey_code(np.array([value]))[0])
    apart = value - around
    seems = "lighter" if apart > 0 else "darker"
    said = (
        f"{value:.1f}, where the surroundings are {around:.1f}: it seems {seems} there than it is."
        if abs(apart) >= 0.5
        else f"{value:.1f}, about as its surroundings."
    )
    return m.SwatchView(
        colour=colour,
        value=value,
        grey=f"#{grey:02x}{grey:02x}{grey:02x}",
        around=f"#{red:02x}{green:02x}{blue:02x}",
        around_value=round(around, 2),
        said=said,
    )


@router.post("/divisions", summary="Divide the support")
def divisions(here: Here, painting_id: PathNumber, tried: Tried) -> list[m.DivisionView]:
    """Give thirds, golden section and other divisions with the measures to mark on the support."""
    state = here.studio.desk(painting_id, here.clock()).state
    return division_views(state, tried.record(state))


Metres = Annotated[float, Query(gt=0, le=100_000, allow_inf_nan=False)]


@router.get("/distance/known-height", summary="Distance of a thing whose height is known")
def distance_by_known_height(
    here: Here,
    painting_id: PathNumber,
    height_m: Metres,
    share: Share,
    lens_mm: Annotated[float, Query(ge=5, le=2000)] = 26.0,
) -> m.DistanceView:
    """Say how far a thing is by its height and by how much of the picture's short side it takes."""
    here.studio.desk(painting_id, here.clock())
    found = distance_by_height(height_m, share, lens_mm)
    return m.DistanceView(
        distance_m=_round(found),
        said=f"{height_m:g} m that take {100 * share:.0f} % of the short side through a {lens_mm:g} mm lens.",
    )


@router.get("/distance/horizon", summary="Distance of the sea's horizon")
def distance_of_horizon(here: Here, painting_id: PathNumber, eye_m: Metres) -> m.DistanceView:
    """Say how far the horizon is for an eye at a height, by the earth's curvature."""
    here.studio.desk(painting_id, here.clock())
    return m.DistanceView(distance_m=_round(1000 * horizon_km(eye_m)), said=f"An eye {eye_m:g} m above the sea.")


@router.get("/distance/times", summary="About so many times as far as another plane")
def distance_by_times(
    here: Here, painting_id: PathNumber, plane: Number, times: Annotated[float, Query(gt=0, le=1000)]
) -> m.DistanceView:
    """Say how far something is that is so many times as far as a plane whose distance is known."""
    desk = here.studio.desk(painting_id, here.clock())
    other = desk.plane(plane)
    if other.distance_m is None:
        raise DomainError(f"{other.name} has no distance itself.", "Choose a plane whose distance is said.")
    return m.DistanceView(distance_m=_round(times * other.distance_m), said=f"{times:g} times as far as {other.name}.")


def _round(distance_m: float) -> float:
    """Keep two figures: a measured guess knows no more."""
    return float(f"{distance_m:.2g}")


@router.get("/sources/{number}/shadows", summary="Where shadows of marked uprights fall")
def shadows(
    here: Here,
    painting_id: PathNumber,
    number: PathNumber,
    facing_deg: Annotated[float | None, Query(ge=0, le=360, allow_inf_nan=False)] = None,
    at: Annotated[datetime | None, Query(description="Local wall time; that of the photo without it.")] = None,
    lens_mm: Annotated[float, Query(ge=5, le=2000, allow_inf_nan=False)] = 26.0,
) -> m.ShadowsView:
    """Draw them by a shadow the painter drew, or by the sun where one says which way one looks."""
    state = here.studio.desk(painting_id, here.clock()).state
    source = source_of(state, number)
    sun = None if facing_deg is None else sun_of(source, None if at is None else at.replace(tzinfo=None))
    guides, said = shadow_guides(here.studio.file, state, source, sun, facing_deg or 0.0, lens_mm)
    return m.ShadowsView(
        guides=[m.ShadowGuide(mark=mark, foot=list(foot), end=list(end)) for mark, foot, end in guides],
        said=said if sun is None else f"{said} {say_sun(sun)}",
    )


@router.get("/bays", summary="Where equal bays go on in perspective")
def bays(
    here: Here,
    painting_id: PathNumber,
    second: Annotated[float, Query(gt=0, lt=1, allow_inf_nan=False)],
    count: Bays = 6,
) -> m.BaysView:
    """Go on from three posts: the first at 0, the third at 1, the second between them."""
    here.studio.desk(painting_id, here.clock())
    posts = (0.0, second, 1.0)
    return m.BaysView(places=equal_bays(posts, count), vanishing=vanishing_place(posts))
