"""From what was worked out on pictures to view models."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path
from typing import Any, cast

import numpy as np

from kind_distance.api import judgementmodels as j
from kind_distance.api import picturemodels as m
from kind_distance.clock import minute_of, moment_of
from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.judgement import Judgement
from kind_distance.core.light.sun import offset_by_longitude
from kind_distance.core.picture.balance import cast_of_gains, reference_of
from kind_distance.core.picture.departures import KINDS
from kind_distance.core.picture.divisions import say_measures
from kind_distance.core.picture.horizon import Horizon
from kind_distance.core.picture.thumbnail import Simplified, Thumbnail, ThumbnailSettings
from kind_distance.core.wording import say_area, say_distance, say_length
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Framing
from kind_distance.pictures.plates import (
    area_on_support,
    chosen_thumbnail,
    framing_of,
    plate_of,
    settings_of,
    source_of,
)
from kind_distance.rows import DepartureRecord, NoteRecord, SourceRecord, State, ThumbnailRecord
from kind_distance.stages.sessions.cautions import cautions_of_place
from kind_distance.stages.sources.arrows import sun_of
from kind_distance.stages.sources.horizon import horizon_of
from kind_distance.stages.sources.references import lost_shares
from kind_distance.stages.sources.sun_words import say_sun
from kind_distance.stages.thumbnails.facts import differs, divisions_for, facts_of
from kind_distance.stages.thumbnails.reading import Seen
from kind_distance.studio.paintings import Studio


def judgement_view(each: Judgement, meant_so: str | None = None) -> j.JudgementView:
    """Show a judgement with its remedies."""
    return j.JudgementView(
        key=each.key,
        kind=each.kind,
        stage=each.stage,
        severity=each.severity,
        title=each.title,
        text=each.text,
        planes=list(each.planes),
        remedies=[j.RemedyView(label=r.label, action=r.action, arguments=r.arguments) for r in each.remedies],
        meant_so=meant_so,
    )


def _say_taken(taken_at: str | None) -> str | None:
    if taken_at is None:
        return None
    try:
        moment = moment_of(minute_of(taken_at))
    except DomainError:
        return None
    return f"{moment.day} {moment:%B} {moment.year}, {moment.hour}:{moment.minute:02d}"


def swatch_at(studio: Studio, source: SourceRecord, x: float, y: float) -> tuple[str, float] | None:
    """Read colour and value of a developed picture at a place, over about a hundredth of its width."""
    if not (0 <= x <= 1 and 0 <= y <= 1):
        return None
    picture = darkroom.working(studio.file, plate_of(source))
    reach = max(2, picture.width // 120)
    row, column = min(picture.height - 1, int(y * picture.height)), min(picture.width - 1, int(x * picture.width))
    rows = slice(max(0, row - reach), row + reach + 1)
    columns = slice(max(0, column - reach), column + reach + 1)
    red, green, blue = (int(v) for v in np.median(picture.codes[rows, columns].reshape(-1, 3), axis=0))
    return f"#{red:02x}{green:02x}{blue:02x}", round(float(np.median(picture.value[rows, columns])), 2)


def _say_eye(note: NoteRecord, horizon: float | None) -> str | None:
    """Say how high the eye stands by an upright scale mark, where the horizon is known."""
    if horizon is None or note.length_m is None or note.x2 is None or note.y2 is None:
        return None
    foot, top = max(note.y, note.y2), min(note.y, note.y2)
    if abs(note.x - note.x2) > 0.4 * (foot - top) or foot <= horizon or foot - top < 0.005:
        return None
    eye = note.length_m * (foot - horizon) / (foot - top)
    return f"by the eye level, the eye stands {eye:.1f} m above its foot"


def _say_sun(source: SourceRecord) -> str | None:
    """Say where the sun stood when a photo was taken."""
    try:
        sun = sun_of(source)
    except DomainError:
        return None
    offset = offset_by_longitude(source.longitude or 0.0)
    return f"{say_sun(sun)} Clock taken as {offset:+g} h of universal time; summer time would shift it."


def _note(studio: Studio, source: SourceRecord, note: NoteRecord, horizon: float | None) -> m.NoteView:
    seen = swatch_at(studio, source, note.x, note.y) if note.kind == "colour" else None
    return m.NoteView(
        number=note.number,
        kind=cast("Any", note.kind),
        x=note.x,
        y=note.y,
        text=note.text,
        x2=note.x2,
        y2=note.y2,
        length_m=note.length_m,
        length_said=None if note.length_m is None else say_distance(note.length_m, "land"),
        eye_said=_say_eye(note, horizon),
        colour=None if seen is None else seen[0],
        value=None if seen is None else seen[1],
    )


def _departure(each: DepartureRecord) -> m.DepartureView:
    return m.DepartureView(
        number=each.number,
        kind=cast("Any", each.kind),
        name=KINDS[each.kind],
        points=[list(point) for point in each.points],
        shift=[each.shift_x, each.shift_y],
        reason=each.reason,
        low=each.low,
        high=each.high,
    )


def _card(source: SourceRecord) -> m.CardView | None:
    places = plate_of(source).places
    if source.card is None or not places:
        return None
    strongest = max((cast_of_gains(place) for place in places), key=lambda found: found.strength)
    said = (
        f"The light leaned {strongest.leans} by {strongest.strength:.0f}; it is taken out."
        if strongest.strength >= 1
        else "The light was neutral."
    )
    return m.CardView(
        reference=source.card,
        name=reference_of(source.card).name,
        places=[[place.x, place.y] for place in places],
        said=said,
    )


def _lineage(state: State, source: SourceRecord) -> list[int]:
    chain = [source.number]
    while source.made_from is not None and source.made_from not in chain:
        source = source_of(state, source.made_from)
        chain.append(source.number)
    return chain[::-1]


def source_view(studio: Studio, painting_id: int, state: State, source: SourceRecord) -> m.SourceView:
    """Show a source with what is pinned and drawn on it."""
    place = None
    if source.latitude is not None and source.longitude is not None:
        place = m.PlaceView(latitude=source.latitude, longitude=source.longitude, shared=source.place_shared)
    plate = plate_of(source)
    width, height = plate.size_px
    here = f"/api/paintings/{painting_id}/sources/{source.number}"
    lost = None
    if source.kind not in ("sketch", "page", "progress"):
        darks, lights = lost_shares(studio.file, source.picture_hash)
        lost = m.LostView(
            darks=round(darks, 4),
            lights=round(lights, 4),
            image=f"{here}/lost.png?k={plate.mark}",
        )
    level = None
    if any(note.source == source.number and note.kind == "scale" for note in state.notes):
        line = horizon_of(studio.file, state, source, None).line
        level = None if line is None else line.height
    came = f"/api/pictures/{source.picture_hash}.jpg"
    return m.SourceView(
        number=source.number,
        kind=cast("Any", source.kind),
        picture=source.picture_hash,
        image=came if plate.plain else f"{here}.jpg?k={plate.mark}",
        as_it_came=came,
        name=source.name,
        purpose=source.purpose,
        maker=source.maker,
        permission=source.permission,
        standing=source.standing,
        access=source.access,
        dangers=list(source.dangers),
        cautions=cautions_of_place(source.dangers),
        light_deg=source.light_deg,
        made_from=source.made_from,
        lineage=_lineage(state, source),
        format=source.format,
        width_px=width,
        height_px=height,
        taken_said=_say_taken(source.taken_at),
        lens=source.lens,
        place=place,
        remark=source.remark,
        main=source.number == state.brief.main_source,
        tilt_deg=source.tilt_deg,
        card=_card(source),
        lost=lost,
        notes=[_note(studio, source, note, level) for note in state.notes if note.source == source.number],
        departures=[_departure(each) for each in state.departures if each.source == source.number],
        corners=[list(point) for point in source.corners],
        sun_said=_say_sun(source),
        air_veil=source.air_veil,
        air_visibility_km=source.air_visibility_km,
    )


def reading_view(thumbnail: Thumbnail, soft: Simplified) -> m.ReadingView:
    """Show what was measured on a thumbnail."""
    r = thumbnail.reading
    return m.ReadingView(
        darkest=round(r.darkest, 2),
        lightest=round(r.lightest, 2),
        shares=[round(v, 6) for v in r.shares],
        values=[round(v, 2) for v in r.values],
        greys=[f"#{int(c):02x}{int(c):02x}{int(c):02x}" for c in grey_code(np.array(r.values))],
        key=r.key,
        shapes=r.shapes,
        effective_shapes=round(r.effective_shapes, 2),
        largest_share=round(r.largest_share, 4),
        contour=round(r.contour, 2),
        focus_step=None if r.focus_step is None else round(r.focus_step, 2),
        cuts=[round(v, 3) for v in thumbnail.cuts],
        histogram=[round(float(v), 5) for v in soft.plain_histogram],
    )


def _weighed(made: Thumbnail) -> tuple[float, ...]:
    return tuple(s * v for s, v in zip(made.reading.shares, made.reading.values, strict=True))


def thumbnail_view(
    studio: Studio, painting_id: int, state: State, record: ThumbnailRecord, thumbnails: dict[int, Thumbnail]
) -> m.ThumbnailView:
    """Show a kept thumbnail."""
    made, framing, settings = thumbnails[record.number], framing_of(state, record), settings_of(state, record)
    chosen = chosen_thumbnail(state)
    area = record.smallest_share * area_on_support(state, framing)
    return m.ThumbnailView(
        number=record.number,
        source=record.source,
        name=record.name,
        steps=record.steps,
        smallest_share=record.smallest_share,
        smallest_said=say_area(area, state.brief.unit),
        softness=record.softness,
        even=record.even,
        cuts_by_hand=record.cuts is not None,
        crop=None if record.crop is None else list(record.crop),
        key=record.key,
        departed=record.departed,
        edits=[
            m.EditView(kind=cast("Any", e.kind), points=[list(p) for p in e.points], step=e.step, width=e.width)
            for e in record.edits
        ],
        later=record.later,
        differs="" if chosen is None else differs(record, _weighed(made), chosen, _weighed(thumbnails[chosen.number])),
        chosen=record.number == state.brief.chosen_thumbnail,
        image=f"/api/paintings/{painting_id}/thumbnails/{record.number}.png?k={darkroom.mark_of(framing, settings)}",
        aspect=framing.aspect,
        reading=_kept_reading(studio.file, framing, settings),
    )


@lru_cache(maxsize=64)
def _kept_reading(file: Path, framing: Framing, settings: ThumbnailSettings) -> m.ReadingView:
    """Show what was measured on a kept thumbnail; it stays the same whatever is done elsewhere."""
    soft = darkroom.simplified(file, framing, settings.softness, settings.focus)
    return reading_view(darkroom.thumbnail(file, framing, settings), soft)


def horizon_view(source: SourceRecord, horizon: Horizon, slopes: tuple[float | None, float | None]) -> m.HorizonView:
    """Show a horizon."""
    line = horizon.line
    return m.HorizonView(
        height=None if line is None else round(line.height, 4),
        tilt_deg=0.0 if line is None else line.tilt_deg,
        by_hand=source.horizon is not None,
        confidence=horizon.confidence,
        candidates=[round(each.height, 4) for each in horizon.candidates],
        skyline_tilt=slopes[0],
        water_tilt=slopes[1],
    )


def seen_view(state: State, record: ThumbnailRecord, seen: Seen, *, kept: bool) -> m.SeenView:
    """Show everything read and judged on a thumbnail; remedies that change a kept one only where there is one."""
    silenced = {each.key: each.reason for each in state.meant_so}
    shown = []
    for each in seen.judgements:
        view = judgement_view(each, silenced.get(each.key))
        if not kept:
            view.remedies = [remedy for remedy in view.remedies if remedy.action != "set_thumbnail"]
        shown.append(view)
    return m.SeenView(
        facts=[m.FactView(key=f.key, name=f.name, said=f.said, how=f.how) for f in facts_of(seen, state)],
        judgements=shown,
        hot_spots=[m.SpotView(x=s.x, y=s.y) for s in seen.composition.hot_spots],
        gaps=[m.SpotView(x=s.x, y=s.y) for s in seen.composition.gaps],
        horizon=horizon_view(source_of(state, record.source), seen.horizon, (seen.skyline_tilt, seen.water_tilt)),
    )


def division_views(state: State, record: ThumbnailRecord) -> list[m.DivisionView]:
    """Show the divisions of a thumbnail's place on the support, with measures to mark."""
    unit = state.brief.unit
    return [
        m.DivisionView(
            key=each.key,
            name=each.name,
            across=list(each.across),
            down=list(each.down),
            diagonals=each.diagonals,
            along_top=say_measures(each.across, width, unit, "along the top"),
            along_side=say_measures(each.down, height, unit, "down the side"),
            focus_said="" if away is None else f"The focus lies {say_length(away, unit)} from it.",
        )
        for each, (width, height), away in divisions_for(state, record)
    ]
