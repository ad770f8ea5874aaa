"""From what was worked out to view models: wording of numbers, addresses of pictures."""

from __future__ import annotations

import json
from typing import Any, cast

import numpy as np

from kind_distance.api import models as m
from kind_distance.api.workviews import work_view
from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.depth.plan import PlannedPlane
from kind_distance.core.depth.readings import PlaneReading
from kind_distance.core.depth.veil import profile_of
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.model import school_of
from kind_distance.core.picture.focus import USUAL_REACH
from kind_distance.core.picture.thumbnail import Simplified, Thumbnail
from kind_distance.core.wording import Unit, say_area, say_distance, say_length, say_size
from kind_distance.errors import DomainError
from kind_distance.store.records import Brief, PlaneRecord, ShelfEntry, SourceRecord, State, ThumbnailRecord
from kind_distance.studio import darkroom
from kind_distance.studio.clock import minute_of, moment_of
from kind_distance.studio.paintings import Opened, Studio
from kind_distance.studio.summary import hex_colour, say_next
from kind_distance.studio.survey import focus_of, picture_area_cm2, source_of

WARM_FROM = 3.0
INK_FROM = 4.9  # above this value black reads better than white [V]


def _focus(brief: Brief) -> m.FocusView | None:
    if brief.focus_x is None or brief.focus_y is None:
        return None
    return m.FocusView(x=brief.focus_x, y=brief.focus_y, reach=brief.focus_reach or USUAL_REACH)


def _brief(brief: Brief) -> m.BriefView:
    return m.BriefView(
        title=brief.title,
        idea=brief.idea,
        medium=brief.medium,
        medium_name=medium_of(brief.medium).name,
        support=brief.support,
        width_cm=brief.width_cm,
        height_cm=brief.height_cm,
        unit=cast("Any", brief.unit),
        size_said=say_size(brief.width_cm, brief.height_cm, cast("Unit", brief.unit)),
        ground=brief.ground,
        ground_name=ground_of(brief.ground).name,
        school=brief.school,
        school_name=school_of(brief.school).name,
        passes_by_hand=brief.passes_by_hand,
        focus=_focus(brief),
    )


def _say_taken(taken_at: str | None) -> str | None:
    if taken_at is None:
        return None
    try:
        moment = moment_of(minute_of(taken_at))
    except DomainError:
        return None
    return f"{moment.day} {moment:%B} {moment.year}, {moment.hour}:{moment.minute:02d}"


def _source(source: SourceRecord, main: int | None) -> m.SourceView:
    place = None
    if source.latitude is not None and source.longitude is not None:
        place = m.PlaceView(latitude=source.latitude, longitude=source.longitude, shared=source.place_shared)
    return m.SourceView(
        number=source.number,
        picture=source.picture_hash,
        image=f"/api/pictures/{source.picture_hash}.jpg",
        name=source.name,
        purpose=source.purpose,
        format=source.format,
        width_px=source.width_px,
        height_px=source.height_px,
        taken_said=_say_taken(source.taken_at),
        lens=source.lens,
        place=place,
        remark=source.remark,
        main=source.number == main,
    )


def reading_view(thumbnail: Thumbnail, soft: Simplified) -> m.ReadingView:
    """Show what was measured on a thumbnail."""
    r = thumbnail.reading
    return m.ReadingView(
        darkest=round(r.darkest, 2),
        lightest=round(r.lightest, 2),
        shares=[round(v, 4) for v in r.shares],
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


def _thumbnail(
    studio: Studio, painting_id: int, state: State, record: ThumbnailRecord, made: Thumbnail
) -> m.ThumbnailView:
    source = source_of(state, record.source)
    focus = focus_of(state, record.source)
    place = "" if focus is None else f"-{focus.x:g}-{focus.y:g}-{focus.reach:g}"
    settings = f"{record.steps}-{record.smallest_share:g}-{record.softness:g}-{int(record.even)}"
    if record.cuts is not None:
        place += "-" + "-".join(f"{cut:g}" for cut in record.cuts)
    key = f"{source.picture_hash[:8]}-{settings}{place}"
    area = record.smallest_share * picture_area_cm2(state, source)
    soft = darkroom.simplified(studio.file, source.picture_hash, record.softness, focus)
    return m.ThumbnailView(
        number=record.number,
        source=record.source,
        name=record.name,
        steps=record.steps,
        smallest_share=record.smallest_share,
        smallest_said=say_area(area, cast("Unit", state.brief.unit)),
        softness=record.softness,
        even=record.even,
        cuts_by_hand=record.cuts is not None,
        chosen=record.number == state.brief.chosen_thumbnail,
        image=f"/api/paintings/{painting_id}/thumbnails/{record.number}.png?k={key}",
        aspect=source.width_px / source.height_px,
        reading=reading_view(made, soft),
    )


def _say_warmth(reading: PlaneReading) -> str:
    if reading.chroma < WARM_FROM:
        return "neutral"
    if abs(reading.warmth) < WARM_FROM:
        return "neither warm nor cool"
    return "warm" if reading.warmth > 0 else "cool"


def _plane(
    plane: PlaneRecord, reading: PlaneReading | None, planned: PlannedPlane, state: State, area: float
) -> m.PlaneView:
    unit = cast("Unit", state.brief.unit)
    return m.PlaneView(
        rank=plane.rank,
        name=plane.name,
        kind=cast("Any", plane.kind),
        distance_m=plane.distance_m,
        distance_said=say_distance(plane.distance_m, plane.kind),
        locked=plane.locked_value is not None,
        strokes=sum(s.plane == plane.number for s in state.strokes),
        reading=None
        if reading is None
        else m.PlaneReadingView(
            share=round(reading.share, 4),
            area_said=say_area(reading.share * area, unit),
            dark=round(reading.dark, 2),
            mass=round(reading.mass, 2),
            light=round(reading.light, 2),
            chroma=round(reading.chroma, 1),
            warmth=round(reading.warmth, 1),
            warmth_said=_say_warmth(reading),
            detail=round(reading.detail, 3),
            at_x=reading.centre[0],
            at_y=reading.centre[1],
        ),
        planned=m.PlannedView(
            target=round(planned.target, 2),
            value=round(planned.value, 2),
            dark=round(planned.dark, 2),
            light=round(planned.light, 2),
            contrast_left=None if planned.contrast_left is None else round(planned.contrast_left, 3),
            colour=hex_colour(planned.colour),
            ink="#111111" if planned.value >= INK_FROM else "#ffffff",
        ),
    )


def _borders(opened: Opened) -> list[m.BorderView]:
    state, depth = opened.painting.state, opened.survey.depth
    unit = cast("Unit", state.brief.unit)
    own = {(p.far, p.near): p for p in depth.given.pairs}
    shown = []
    for border in depth.given.borders:
        choice = own.get((border.far, border.near))
        planned = depth.plan.planes[border.far - 1].value - depth.plan.planes[border.near - 1].value
        shown.append(
            m.BorderView(
                far=border.far,
                near=border.near,
                length_cm=round(border.length_cm, 1),
                length_said=say_length(border.length_cm, unit),
                difference=round(border.difference, 2),
                merged_said=say_length(border.merged_cm, unit),
                planned_difference=round(abs(planned), 2),
                own_gap=None if choice is None else choice.gap,
                own_direction=None if choice is None else choice.direction,
            )
        )
    return shown


def _depth(opened: Opened) -> m.DepthView:
    brief, plan = opened.painting.state.brief, opened.survey.depth.plan
    profile = profile_of(brief.veil)
    per_km = float(profile.extinction_per_km(brief.visibility_km)[1])
    haze = [
        m.HazeView(distance_m=float(f"{d:.3g}"), contrast_left=round(float(np.exp(-per_km * d / 1000)), 3))
        for d in np.geomspace(1, 100_000, 41)
    ]
    red, green, blue = profile.airlight
    return m.DepthView(
        veil=brief.veil,
        veil_name=profile.name,
        visibility_km=brief.visibility_km or profile.visibility_km,
        visibility_own=brief.visibility_km is not None,
        pull=brief.pull,
        key=brief.key,
        gap=brief.gap,
        low=round(plan.low, 2),
        high=round(plan.high, 2),
        airlight=f"#{red:02x}{green:02x}{blue:02x}",
        haze=haze,
    )


def _judgements(opened: Opened) -> list[m.JudgementView]:
    reasons = {each.key: each.reason for each in opened.painting.state.meant_so}
    return [
        m.JudgementView(
            key=each.key,
            kind=each.kind,
            stage=each.stage,
            severity=each.severity,
            title=each.title,
            text=each.text,
            planes=list(each.planes),
            remedies=[m.RemedyView(label=r.label, action=r.action, arguments=r.arguments) for r in each.remedies],
            meant_so=reasons.get(each.key),
        )
        for each in opened.survey.judgements
    ]


def _strokes(state: State) -> list[m.StrokeView]:
    rank = {plane.number: plane.rank for plane in state.planes}
    return [
        m.StrokeView(
            number=s.number,
            plane=rank[s.plane],
            kind=cast("Any", s.kind),
            width=s.width,
            points=[list(point) for point in s.points],
        )
        for s in state.strokes
    ]


def outline_key(state: State) -> str:
    """Name the division among planes: it changes when the division may have."""
    import hashlib

    main = None if state.brief.main_source is None else source_of(state, state.brief.main_source).picture_hash
    division = (main, [(p.number, p.rank, p.kind == "sky") for p in state.planes], state.strokes)
    return hashlib.sha256(repr(division).encode()).hexdigest()[:16]


def painting_view(studio: Studio, opened: Opened, now_min: int) -> m.PaintingView:
    """Show a painting with everything that follows from its state."""
    painting, found = opened.painting, opened.survey
    state = painting.state
    fit = found.depth.fit
    area = (
        0.0
        if fit is None or state.brief.main_source is None
        else picture_area_cm2(state, source_of(state, state.brief.main_source))
    )
    saved = moment_of(minute_of(painting.changed_at))
    return m.PaintingView(
        id=painting.id,
        version=painting.version,
        brief=_brief(state.brief),
        history=m.HistoryView(
            undo=None if painting.undo is None else painting.undo.what,
            redo=None if painting.redo is None else painting.redo.what,
            saved_said=f"{saved.hour}:{saved.minute:02d}",
        ),
        sources=[_source(s, state.brief.main_source) for s in state.sources],
        thumbnails=[_thumbnail(studio, painting.id, state, t, found.thumbnails[t.number]) for t in state.thumbnails],
        planes=[
            _plane(plane, reading, planned, state, area)
            for plane, reading, planned in zip(
                state.planes, found.depth.given.readings, found.depth.plan.planes, strict=True
            )
        ],
        strokes=_strokes(state),
        borders=_borders(opened),
        depth=_depth(opened),
        judgements=_judgements(opened),
        work=work_view(state, found.work, now_min),
        outline_key=outline_key(state),
    )


def shelf_view(entry: ShelfEntry, now_min: int) -> m.ShelfView:
    """Show a painting as a strip on the shelf."""
    summary, brief = json.loads(entry.summary), entry.brief
    head, text = say_next(summary, now_min)
    image = None
    if summary["thumbnail"] is not None:
        image = f"/api/paintings/{entry.id}/thumbnails/{summary['thumbnail']}.png?k=v{entry.version}"
    elif summary["picture"] is not None:
        image = f"/api/pictures/{summary['picture']}.jpg"
    size = say_size(brief.width_cm, brief.height_cm, cast("Unit", brief.unit))
    count = len(summary["planes"])
    passes, done = summary["passes"], summary["done"]
    said = f"{passes} passes in {count} planes, {done} painted" if count else "planes not named yet"
    return m.ShelfView(
        id=entry.id,
        title=brief.title,
        idea=brief.idea,
        facts=f"{medium_of(brief.medium).name} on {brief.support}, {size} · "
        f"{ground_of(brief.ground).name.lower()} ground · {school_of(brief.school).name.lower()}",
        planes=[m.ShelfPlaneView(**plane) for plane in summary["planes"]],
        image=image,
        image_is_value=summary["thumbnail"] is not None,
        aspect=summary["aspect"] or brief.width_cm / brief.height_cm,
        passes=passes,
        done=done,
        progress=summary["minutes_done"] / summary["minutes"] if summary["minutes"] else 0.0,
        progress_said=said,
        next_head=head,
        next_text=text,
        binned=entry.binned_at is not None,
    )
