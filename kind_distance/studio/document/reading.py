"""From an open document to a painting's state: each part is held against the same checks as a change by hand.

What a document leaves out has its usual value; numbers stay, so that what names them (judgements meant so, a plan that
was taken) still means the same.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from dataclasses import replace
from typing import TypeVar

from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.core.depth.plan import DepthSettings
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import Medium, medium_of
from kind_distance.core.passes.kinds import kind_of, paint_in, title_in
from kind_distance.core.passes.needed import estimate_minutes
from kind_distance.core.picture.balance import reference_of
from kind_distance.core.picture.crops import LEAST_CROP_PX
from kind_distance.errors import DocumentError, DomainError, KindDistanceError
from kind_distance.exchange.document.faults import numbers_of
from kind_distance.exchange.document.part import Part
from kind_distance.exchange.document.pictures import Source, ThumbnailPart
from kind_distance.exchange.document.planning import LayerPass, Plane
from kind_distance.exchange.document.whole import Document
from kind_distance.exchange.pictures import PictureFacts
from kind_distance.store.records import (
    Brief,
    CardPlace,
    DepartureRecord,
    EditRecord,
    ElementRecord,
    KeptPlace,
    MeantSo,
    NoteRecord,
    PairRecord,
    PassRecord,
    PlaneRecord,
    ReserveRecord,
    SessionRecord,
    SourceRecord,
    State,
    StrokeRecord,
    ThumbnailRecord,
)
from kind_distance.studio.changes.brief import checked_brief
from kind_distance.studio.changes.depth import check_value
from kind_distance.studio.changes.desk import LONGEST_NAME, clean_text
from kind_distance.studio.changes.elements import MOST_ELEMENTS
from kind_distance.studio.changes.notes import LONGEST_NOTE, WRITTEN, checked_note
from kind_distance.studio.changes.passes import MOST_PASSES, check_aid, check_kind
from kind_distance.studio.changes.planes import check_distance
from kind_distance.studio.changes.sessions import checked_sessions
from kind_distance.studio.changes.sources import LONGEST_TEXT, check_air, with_source
from kind_distance.studio.clock import iso, minute_of
from kind_distance.studio.keeping import reserve_of
from kind_distance.studio.plates import departure_of, framing_of, plate_of, settings_of, source_of
from kind_distance.studio.strokes import stroke_of

Taken = Mapping[str, tuple[str, PictureFacts]]
Record = TypeVar("Record")
USUAL_SHARE, USUAL_DETAIL = 0.25, 0.25  # of a plane, to guess the minutes of a pass that names none
LONGEST_WHY = 600


@contextmanager
def _at(place: str) -> Iterator[None]:
    """Name the place of a fault."""
    try:
        yield
    except KindDistanceError as error:
        raise DocumentError(f"{place}: {error.message[:1].lower()}{error.message[1:]}", error.way_out) from None


def _kept(part: Part, record: type[Record], **said: object) -> Record:
    """Make a record from a part of the document; some fields are kept otherwise than they are said."""
    fields = {field: getattr(part, field) for field in type(part).model_fields if field in record.__annotations__}
    return record(**{**fields, **said})


def state_of(document: Document, taken: Taken) -> State:
    """Make a painting's state of a document.

    Parameters
    ----------
    document : Document
    taken : dict of str to (str, PictureFacts)
        For the name of each picture beside it, the hash it is kept by and what its file says of itself.

    Returns
    -------
    State
        Checked in itself; what follows from it is for the caller to work out before it is kept.

    Raises
    ------
    DocumentError
        If something in it makes no sense; the message names its place.
    """
    state = State(_brief(document), meant_so=_meant_so(document))
    state = _with_sources(state, document, taken)
    state = replace(state, planes=_planes(document))
    state = _with_marks(state, document)
    state = _with_notes(state, document)
    state = _with_thumbnails(state, document)
    state = _with_sessions(state, document)
    return _with_passes(state, document)


def _brief(document: Document) -> Brief:
    depth, drawing, ready = document.depth, document.drawing, document.ready_by
    medium = medium_of(document.medium)
    with _at("depth"):
        DepthSettings(depth.veil, depth.visibility_km, depth.pull, depth.key, depth.gap, depth.airlight)
    deadline = None
    if ready is not None and ready.day is not None:
        with _at("ready_by.day"):
            deadline = iso(minute_of(ready.day))[:10]
    brief = Brief(
        title=document.title,
        idea=document.idea,
        medium=document.medium,
        support=document.support.name,
        width_cm=document.support.width_cm,
        height_cm=document.support.height_cm,
        unit=document.unit,
        ground=document.ground,
        school=document.school or medium.usual_school,
        veil=depth.veil,
        visibility_km=depth.visibility_km,
        pull=depth.pull,
        key=depth.key,
        gap=depth.gap,
        main_source=document.main_source,
        chosen_thumbnail=document.chosen_thumbnail,
        passes_by_hand=bool(document.passes) and document.passes_by_hand,
        drawing_medium=drawing.medium,
        drawing_detail=drawing.detail,
        airlight=depth.airlight,
        deadline=deadline,
        deadline_for="" if ready is None else ready.purpose,
        light=document.light,
    )
    if document.focus is not None:
        at = document.focus
        brief = replace(brief, focus_x=at.x, focus_y=at.y, focus_reach=at.reach)
    with _at("the document"):
        return checked_brief(brief)


def _meant_so(document: Document) -> tuple[MeantSo, ...]:
    with _at("meant_so"):
        return tuple(MeantSo(clean_text(key, "key", 200), clean_text(reason, "reason", LONGEST_NOTE)) for key, reason
                     in document.meant_so.items())  # fmt: skip


def _with_sources(state: State, document: Document, taken: Taken) -> State:
    if not document.sources:
        # Only pictures are named: they are brought as any picture is.
        for name in document.pictures:
            state = with_source(state, *taken[name], name)[0]
        return state
    records = []
    for at, part in enumerate(document.sources):
        with _at(f"sources[{at}]"):
            records.append(_source(part, *taken[part.file]))
    found = replace(state, sources=tuple(records))
    for at, record in enumerate(records):
        before, seen = record.made_from, {record.number}
        while before is not None:
            if before in seen:
                raise DocumentError(f"sources[{at}].made_from: it would be made from itself.", "Mend these places.")
            seen.add(before)
            before = source_of(found, before).made_from
    return found


def _source(part: Source, picture_hash: str, facts: PictureFacts) -> SourceRecord:
    if part.card is not None:
        reference_of(part.card)
    check_air(part.air_veil, part.air_visibility_km)
    if part.taken_at is not None:
        minute_of(part.taken_at)
    if len(part.corners) not in (0, 4):
        raise DomainError("A frame has four corners.", "Give all four, or none.")

    def text(field: str) -> str:
        return clean_text(getattr(part, field), field, LONGEST_TEXT, needed=False)

    return _kept(
        part,
        SourceRecord,
        picture_hash=picture_hash,
        name=clean_text(part.name, "name", LONGEST_NAME),
        **{field: text(field) for field in ("purpose", "maker", "permission", "standing", "access")},
        format=facts.format,
        width_px=facts.width_px,
        height_px=facts.height_px,
        # What the file itself says is not gainsaid by the document.
        taken_at=facts.taken_at or part.taken_at,
        lens=facts.lens or (None if part.lens is None else clean_text(part.lens, "lens", LONGEST_TEXT, needed=False)),
        latitude=facts.latitude,
        longitude=facts.longitude,
        remark=facts.remark,
        card_places=tuple(_kept(each, CardPlace) for each in part.card_places),
    )


def _planes(document: Document) -> tuple[PlaneRecord, ...]:
    records = []
    for at, (number, part) in enumerate(zip(numbers_of(document.planes), document.planes, strict=True)):
        with _at(f"planes[{at}]"):
            records.append(_plane(document, part, number, at + 1))
    return tuple(records)


def _plane(document: Document, part: Plane, number: int, rank: int) -> PlaneRecord:
    Handling(part.body, part.marks, part.brush)
    # Without a photo, and without a word on what is held, a value is the painter's own: nothing else can say it.
    unsaid = "held" not in part.model_fields_set and not (document.sources or document.pictures)
    held = part.value if unsaid else part.held
    if unsaid and held is not None:
        # It was told for readers, and not to be held to the hundredth.
        held = min(max(held, PAINT_DARKEST), PAINT_LIGHTEST)
    if held is not None:
        check_value(held)
    distance = None if part.kind == "sky" else part.distance_m
    if distance is not None:
        check_distance(distance)
    name = clean_text(part.name, "name", LONGEST_NAME)
    return _kept(part, PlaneRecord, number=number, rank=rank, name=name, distance_m=distance, locked_value=held)


def _with_marks(state: State, document: Document) -> State:
    """Take on what lies on the main picture: strokes, pairs, things, reserved lights."""
    number_of = {part.name: record.number for part, record in zip(document.planes, state.planes, strict=True)}
    rank_of = {record.number: record.rank for record in state.planes}
    strokes, elements, reserves = [], [], []
    for at, stroke in enumerate(document.strokes):
        plane = number_of[stroke.plane]
        with _at(f"strokes[{at}]"):
            record = _kept(stroke, StrokeRecord, plane=plane)
            stroke_of(record, rank_of[plane])  # checks it
            strokes.append(record)
    pairs = tuple(
        PairRecord(
            number_of[pair.far],
            number_of[pair.near],
            pair.gap,
            None if pair.lighter is None else 1 if pair.lighter == "far" else -1,
        )
        for pair in document.pairs
        if pair.gap is not None or pair.lighter is not None
    )
    if len(document.elements) > MOST_ELEMENTS:
        raise DocumentError(f"elements: {MOST_ELEMENTS} are the most that are listed.", "Take some off the list.")
    for at, (number, thing) in enumerate(zip(numbers_of(document.elements), document.elements, strict=True)):
        with _at(f"elements[{at}]"):
            Handling(thing.body, thing.marks, thing.brush)
            x, y = thing.at or (None, None)
            if x is not None and y is not None and not (0 <= x <= 1 and 0 <= y <= 1):
                raise DomainError("That lies outside the picture.", "Give a place inside it.")
            plane_of = None if thing.plane is None else number_of[thing.plane]
            name = clean_text(thing.name, "name", LONGEST_NAME)
            elements.append(_kept(thing, ElementRecord, number=number, name=name, plane=plane_of, x=x, y=y))
    for at, light in enumerate(document.reserves):
        with _at(f"reserves[{at}]"):
            kept = _kept(light, ReserveRecord, name=clean_text(light.name, "name", LONGEST_NAME))
            reserve_of(kept)  # checks it
            reserves.append(kept)
    return replace(state, strokes=tuple(strokes), pairs=pairs, elements=tuple(elements), reserves=tuple(reserves))


def _with_notes(state: State, document: Document) -> State:
    notes, departures = [], []
    for at, note in enumerate(document.notes):
        with _at(f"notes[{at}]"):
            text = clean_text(note.text, "note", LONGEST_NOTE, needed=note.kind in WRITTEN)
            notes.append(checked_note(_kept(note, NoteRecord, text=text)))
    for at, each in enumerate(document.departures):
        with _at(f"departures[{at}]"):
            record = _kept(each, DepartureRecord, reason=clean_text(each.reason, "reason", LONGEST_NOTE, needed=False))
            departure_of(record)
            departures.append(record)
    return replace(state, notes=tuple(notes), departures=tuple(departures))


def _with_thumbnails(state: State, document: Document) -> State:
    records = []
    for at, part in enumerate(document.thumbnails):
        with _at(f"thumbnails[{at}]"):
            record = _kept(
                part,
                ThumbnailRecord,
                name=clean_text(part.name, "name", LONGEST_NAME),
                crop=_crop(state, part),
                edits=tuple(_kept(each, EditRecord) for each in part.edits),
                later=None if part.later is None else clean_text(part.later, "note", LONGEST_NOTE, needed=False),
            )
            settings_of(state, record)
            framing_of(state, record)
            records.append(record)
    return replace(state, thumbnails=tuple(records))


def _crop(state: State, part: ThumbnailPart) -> tuple[int, int, int, int] | None:
    """Bring a crop to whole pixels, inside the picture and large enough: it may be a smaller copy of what it was."""
    if part.crop is None:
        return None
    sides = plate_of(source_of(state, part.source)).size_px
    wide = [round(share * side) for share, side in zip(part.crop, (*sides, *sides), strict=True)]
    width, height = (min(max(LEAST_CROP_PX, wanted), side) for wanted, side in zip(wide[2:], sides, strict=True))
    left, top = (
        min(max(0, wanted), side - size) for wanted, side, size in zip(wide[:2], sides, (width, height), strict=True)
    )
    return (left, top, width, height)


def _with_sessions(state: State, document: Document) -> State:
    records = []
    for at, (number, part) in enumerate(zip(numbers_of(document.sessions), document.sessions, strict=True)):
        with _at(f"sessions[{at}]"):
            place = clean_text(part.place, "place", LONGEST_NAME, needed=False)
            records.append(_kept(part, SessionRecord, number=number, start=iso(minute_of(part.start)), place=place))
    with _at("sessions"):
        return checked_sessions(state, records)


def _with_passes(state: State, document: Document) -> State:
    numbers = numbers_of(document.passes)
    if state.brief.passes_by_hand:
        if len(document.passes) > MOST_PASSES:
            raise DocumentError(f"passes: {MOST_PASSES} are the most that are planned.", "Join some of them.")
        planes = {part.name: record.number for part, record in zip(document.planes, state.planes, strict=True)}
        things = {part.name: record.number for part, record in zip(document.elements, state.elements, strict=True)}
        records = []
        for at, (number, part) in enumerate(zip(numbers, document.passes, strict=True)):
            with _at(f"passes[{at}]"):
                plane = None if part.plane is None else planes[part.plane]
                element = None if part.thing is None else things[part.thing]
                made = _pass(part, medium_of(document.medium), state.brief)
                records.append(replace(made, number=number, place=at + 1, plane=plane, element=element))
        state = replace(state, passes=tuple(records))
    sessions = numbers_of(document.sessions)
    plan = []
    for at, each in enumerate(document.plan):
        with _at(f"plan[{at}].start"):
            start = 0 if each.start is None else minute_of(each.start)
        layer_pass, session = numbers[each.layer_pass - 1], sessions[each.session - 1]
        plan.append(KeptPlace(at + 1, layer_pass, session, start, each.by_hand))
    return replace(state, kept_plan=tuple(plan))


def _pass(part: LayerPass, medium: Medium, brief: Brief) -> PassRecord:
    kind, paint = kind_of(part.kind), part.paint or paint_in(part.kind, medium)
    check_kind(part.kind, medium)
    check_aid(part.aid, paint)
    if kind.where == "whole" and part.plane is not None:
        raise DomainError("This pass belongs to the whole surface.", "Leave the plane out.")
    whole = brief.width_cm * brief.height_cm
    share = 1.0 if part.plane is None else USUAL_SHARE
    start = end = None
    if part.done is not None:
        start, end = (minute_of(each) for each in part.done)
        if not 1 <= end - start <= 720:
            raise DomainError("What is done takes between a minute and 12 hours.", "Mend its two times.")
    took = 0 if start is None or end is None else end - start
    minutes = part.minutes or took or estimate_minutes(part.kind, share * whole, USUAL_DETAIL, whole)
    return PassRecord(
        number=0,
        place=0,
        kind=part.kind,
        plane=None,
        title=clean_text(part.title or title_in(part.kind, medium), "title", LONGEST_NAME),
        paint=paint,
        minutes=min(720, max(1, minutes)),
        thickness=part.thickness,
        why=clean_text(part.why or kind.why, "reason", LONGEST_WHY, needed=False),
        done_start=start,
        done_end=end,
        planned_min=part.planned_minutes,
        brush_mm=part.brush_mm,
        in_light=part.in_light,
        aid=part.aid,
    )


def pictures_of(document: Document) -> list[str]:
    """Name the pictures that a document wants beside it, each once."""
    named = [each.file for each in document.sources] or list(document.pictures)
    return list(dict.fromkeys(named))
