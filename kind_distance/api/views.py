"""From what was worked out to view models: wording of numbers, addresses of pictures."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any, cast

import numpy as np

from kind_distance.api import models as m
from kind_distance.api.judgementmodels import JudgementView
from kind_distance.api.picturemodels import SourceView, ThumbnailView
from kind_distance.api.pictureviews import judgement_view, source_view, thumbnail_view
from kind_distance.api.workviews import work_view
from kind_distance.clock import minute_of, moment_of
from kind_distance.core.colour.lab import LEAST_TEMPERATURE_STEP
from kind_distance.core.colour.munsell import ink_on
from kind_distance.core.depth.plan import PlannedPlane
from kind_distance.core.depth.readings import PlaneReading
from kind_distance.core.depth.value_room import rooms
from kind_distance.core.depth.veil import profile_of, with_airlight
from kind_distance.core.judgement import Judgement
from kind_distance.core.paint.handling import say_handling
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.schools import school_of
from kind_distance.core.picture.focus import USUAL_REACH
from kind_distance.core.picture.thumbnail import Thumbnail
from kind_distance.core.wording import say_area, say_distance, say_length, say_list, say_size
from kind_distance.follow import step
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import Brief, ElementRecord, PlaneRecord, State
from kind_distance.stages.passes.disagreements import OF_BRIEF, OF_PLANE
from kind_distance.stages.planes.depth import DepthSurvey, elements_of, handling_of
from kind_distance.stages.planes.fitted_air import fitted_air
from kind_distance.stages.planes.plane_words import EDGES, say_room
from kind_distance.store.damage import WAY_OUT
from kind_distance.store.records import ShelfEntry
from kind_distance.studio.paintings import Opened, Studio
from kind_distance.studio.summary import hex_colour, say_next


def _focus(brief: Brief) -> m.FocusView | None:
    if brief.focus_x is None or brief.focus_y is None:
        return None
    if not (0 <= brief.focus_x <= 1 and 0 <= brief.focus_y <= 1):
        return None  # straightening has cut it off
    return m.FocusView(x=brief.focus_x, y=brief.focus_y, reach=brief.focus_reach or USUAL_REACH)


@step
def _brief(state: State) -> m.BriefView:
    brief = state.brief
    return m.BriefView(
        title=brief.title,
        idea=brief.idea,
        medium=brief.medium,
        medium_name=medium_of(brief.medium).name,
        support=brief.support,
        width_cm=brief.width_cm,
        height_cm=brief.height_cm,
        unit=cast("Any", brief.unit),
        size_said=say_size(brief.width_cm, brief.height_cm, brief.unit),
        ground=brief.ground,
        ground_name=ground_of(brief.ground).name,
        school=brief.school,
        school_name=school_of(brief.school).name,
        passes_by_hand=brief.passes_by_hand,
        focus=_focus(brief),
        drawing_medium=brief.drawing_medium,
        drawing_detail=brief.drawing_detail,
        taken={each.field: str(getattr(brief, each.field)) for each in OF_BRIEF},
        return_on=brief.return_on,
        asked=brief.asked,
    )


def _say_warmth(reading: PlaneReading) -> str:
    if reading.chroma < LEAST_TEMPERATURE_STEP:
        return "neutral"
    if abs(reading.warmth) < LEAST_TEMPERATURE_STEP:
        return "neither warm nor cool"
    return "warm" if reading.warmth > 0 else "cool"


def _plane(
    plane: PlaneRecord,
    reading: PlaneReading | None,
    planned: PlannedPlane,
    extra: tuple[float, str],
    state: State,
    area: float,
) -> m.PlaneView:
    unit = state.brief.unit
    return m.PlaneView(
        rank=plane.rank,
        name=plane.name,
        kind=cast("Any", plane.kind),
        nature=cast("Any", plane.nature),
        handling=_handling(plane),
        taken={each.field: str(getattr(plane, each.field)) for each in OF_PLANE},
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
            detail=round(extra[0], 3),
            room_said=extra[1],
            colour=hex_colour(planned.colour),
            ink=ink_on(planned.value),
        ),
    )


@step
def _borders(state: State, depth: DepthSurvey) -> list[m.BorderView]:
    unit = state.brief.unit
    own = {(p.far, p.near): p for p in depth.given.pairs}
    shown = []
    for border, advice in zip(depth.given.borders, depth.edges, strict=True):
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
                ragged=round(border.ragged, 2),
                edge=advice.edge,
                edge_said=EDGES[advice.edge],
            )
        )
    return shown


@step
def _depth(file: Path, state: State, depth: DepthSurvey) -> m.DepthView:
    brief, plan = state.brief, depth.plan
    profile = with_airlight(profile_of(brief.veil), brief.airlight)
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
        airlight_own=brief.airlight is not None,
        air_said=_say_air(file, state, depth),
        warmest_said=_say_warmest(state, depth),
    )


def _say_air(file: Path, state: State, depth: DepthSurvey) -> str | None:
    found = fitted_air(file, state, depth)
    if found is None:
        return None
    places = f"{found.planes} far planes"
    return (
        f"By how light {places} look, one saw about {found.visibility_km:.2g} km there "
        f"({found.low_km:.2g} to {found.high_km:.2g}); mist or cloud among them widens that."
    )


def _say_warmest(state: State, depth: DepthSurvey) -> str | None:
    """Name the warmest and the coolest plane, where colour can be spoken of at all."""
    known = [
        (reading.warmth, plane.name)
        for plane, reading in zip(state.planes, depth.given.readings, strict=True)
        if reading is not None and reading.chroma >= LEAST_TEMPERATURE_STEP
    ]
    if len(known) < 2 or max(known)[0] - min(known)[0] < LEAST_TEMPERATURE_STEP:
        return None
    return f"Warmest is {max(known)[1]}, coolest {min(known)[1]}."


@step
def _judgements(state: State, judgements: list[Judgement]) -> list[JudgementView]:
    reasons = {each.key: each.reason for each in state.meant_so}
    return [judgement_view(each, reasons.get(each.key)) for each in judgements]


@step
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


@step
def outline_key(state: State) -> str:
    """Name the division among planes: it changes when the division may have."""
    import hashlib

    source = main_source(state)
    main = None if source is None else plate_of(source)
    division = (main, [(p.number, p.rank, p.kind == "sky") for p in state.planes], state.strokes)
    return hashlib.sha256(repr(division).encode()).hexdigest()[:16]


def _handling(record: PlaneRecord | ElementRecord, inside: PlaneRecord | None = None) -> m.HandlingView:
    """Show how an area is handled; what a thing leaves open follows the plane it is in."""
    own = handling_of(record)
    whole = own if inside is None else own.within(handling_of(inside))
    return m.HandlingView(
        body=cast("Any", record.body), marks=cast("Any", record.marks), brush=record.brush, said=say_handling(whole)
    )


@step
def _reserves(state: State, depth: DepthSurvey) -> list[m.ReserveView]:
    """Show the reserved lights; one that lies off the picture says so."""
    unit, area = state.brief.unit, _measured_area(depth)
    measured = {reserve.number: light for reserve, light in depth.kept}
    names = [plane.name for plane in state.planes]
    views = []
    for record in state.reserves:
        light = measured.get(record.number)
        if light is None:
            said = "off the picture, or planes are not marked yet"
        else:
            where = say_list([names[rank - 1] for rank, share in light.planes if share >= 0.1])
            said = (
                f"{say_area(light.share * area, unit)} in {where}: {light.value:.1f} before {light.around:.1f}, "
                f"the photo has {light.photo:.1f}"
            )
        views.append(
            m.ReserveView(
                number=record.number,
                name=record.name,
                way=cast("Any", record.way),
                points=[list(point) for point in record.points],
                said=said,
            )
        )
    return views


def _measured_area(depth: DepthSurvey) -> float:
    return 0.0 if depth.fit is None else depth.area_cm2


@step
def _sources(file: Path, painting_id: int, state: State) -> list[SourceView]:
    return [source_view(Studio(file), painting_id, state, source) for source in state.sources]


@step
def _thumbnails(file: Path, painting_id: int, state: State, thumbnails: dict[int, Thumbnail]) -> list[ThumbnailView]:
    return [thumbnail_view(Studio(file), painting_id, state, each, thumbnails) for each in state.thumbnails]


@step
def _planes(state: State, depth: DepthSurvey) -> list[m.PlaneView]:
    area = _measured_area(depth)
    return [
        _plane(plane, reading, planned, (detail, say_room(depth.given, room)), state, area)
        for plane, reading, planned, detail, room in zip(
            state.planes,
            depth.given.readings,
            depth.plan.planes,
            depth.detail,
            rooms(depth.given, depth.plan),
            strict=True,
        )
    ]


@step
def _elements(file: Path, state: State) -> list[m.ElementView]:
    inside = {plane.number: plane for plane in state.planes}
    return [
        m.ElementView(
            number=each.number,
            name=each.name,
            plane=each.plane,
            stands_in=each.stands_in,
            x=kept.x,
            y=kept.y,
            handling=_handling(kept, None if kept.plane is None else inside.get(kept.plane)),
        )
        for each, kept in zip(elements_of(file, state), state.elements, strict=True)
    ]


def painting_view(studio: Studio, opened: Opened, now_min: int) -> m.PaintingView:
    """Show a painting with everything that follows from its state; parts that nothing changed are the same objects."""
    painting, found, file = opened.painting, opened.survey, studio.file
    state, others = painting.state, opened.others
    saved = moment_of(minute_of(painting.changed_at))
    history = m.HistoryView(
        undo=None if painting.undo is None else painting.undo.what,
        redo=None if painting.redo is None else painting.redo.what,
        saved_said=f"{saved.hour}:{saved.minute:02d}",
    )
    # Every part is checked where it is made: checking the whole once more would cost more than making it.
    return m.PaintingView.model_construct(
        id=painting.id,
        version=painting.version,
        brief=_brief(state),
        history=history,
        sources=_sources(file, painting.id, state),
        thumbnails=_thumbnails(file, painting.id, state, found.thumbnails),
        planes=_planes(state, found.depth),
        strokes=_strokes(state),
        borders=_borders(state, found.depth),
        elements=_elements(file, state),
        reserves=_reserves(state, found.depth),
        depth=_depth(file, state, found.depth),
        judgements=_judgements(state, found.judgements),
        work=work_view(
            state, found.work, found.depth, found.wanted, now_min, (others.sessions, others.following, others.log)
        ),
        outline_key=outline_key(state),
        mark="",
    )


def _damaged_view(entry: ShelfEntry) -> m.ShelfView:
    """Show a painting that cannot be read whole, with the ways out."""
    return m.ShelfView(
        id=entry.id, title=entry.brief.title, idea="", facts="Damaged: not all of it can be read.", planes=[],
        image=None, image_is_value=False, aspect=4 / 3, passes=0, done=0, progress=0.0,
        progress_said="The other paintings are not touched by it.", next_head="Damaged", next_text=WAY_OUT,
        binned=entry.binned_at is not None, damaged=True,
    )  # fmt: skip


def shelf_view(entry: ShelfEntry, now_min: int) -> m.ShelfView:
    """Show a painting as a strip on the shelf."""
    if entry.damaged:
        return _damaged_view(entry)
    summary, brief = json.loads(entry.summary), entry.brief
    head, text = say_next(summary, now_min)
    image = None
    if summary["thumbnail"] is not None:
        image = f"/api/paintings/{entry.id}/thumbnails/{summary['thumbnail']}.png?k=v{entry.version}"
    elif summary["picture"] is not None:
        image = f"/api/pictures/{summary['picture']}.jpg"
    size = say_size(brief.width_cm, brief.height_cm, brief.unit)
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
