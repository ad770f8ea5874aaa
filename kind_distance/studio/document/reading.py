"""From an open document to a painting's state: each part becomes its row, held against the same checks as a change.

What a document leaves out has its usual value; numbers stay, so that what names them (judgements meant so, a plan that
was taken) still means the same.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import fields as fields_of_class
from typing import Any

from kind_distance.clock import iso, minute_of
from kind_distance.core.colour.keys import key_range
from kind_distance.core.depth.plan import DepthSettings
from kind_distance.core.depth.veil import profile_of, with_airlight
from kind_distance.core.light.wanted import light_wanted
from kind_distance.core.paint.drawing import drawing_detail_of, drawing_medium_of
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.kinds import kind_of, paint_in, title_in
from kind_distance.core.passes.minutes import estimate_minutes
from kind_distance.core.passes.schools import school_of
from kind_distance.core.picture.balance import reference_of
from kind_distance.core.picture.crops import LEAST_CROP_PX
from kind_distance.errors import DocumentError, DomainError, KindDistanceError
from kind_distance.exchange.document.faults import numbers_of
from kind_distance.exchange.document.schema import LISTS
from kind_distance.exchange.pictures import PictureFacts
from kind_distance.pictures.plates import departure_of, framing_of, plate_of, settings_of, source_of
from kind_distance.rows import Brief, KeptPlace, PassRecord, SourceRecord, State, StrokeRecord, ThumbnailRecord
from kind_distance.rows.checking import checked, checked_brief
from kind_distance.rows.marks import CropOfPicture, Moment, RefersTo, fields_of, inner_row
from kind_distance.rows.state import Kind, kind_named, with_parts
from kind_distance.stages.passes.pass_words import KIND_WHY
from kind_distance.stages.passes.work import session_from
from kind_distance.stages.planes.strokes import stroke_of
from kind_distance.studio.changes.elements import check_element
from kind_distance.studio.changes.notes import check_note
from kind_distance.studio.changes.passes import check_kind, check_pass
from kind_distance.studio.changes.planes import check_plane
from kind_distance.studio.changes.reserves import check_reserve
from kind_distance.studio.changes.sessions import checked_sessions
from kind_distance.studio.changes.sources import check_air, with_source

Taken = Mapping[str, tuple[str, PictureFacts]]
USUAL_SHARE = 0.25  # of a plane, to guess the minutes of a pass that names none


@contextmanager
def _at(place: str) -> Iterator[None]:
    """Name the place of a fault."""
    try:
        yield
    except DocumentError:
        raise  # it names its place already
    except KindDistanceError as error:
        raise DocumentError(f"{place}: {error.message[:1].lower()}{error.message[1:]}", error.way_out) from None


def state_of(document: Any, taken: Taken) -> State:  # noqa: ANN401  a document
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
    reading = _Reading(document, taken)
    state = State(reading.brief())
    if not document.sources:
        # Only pictures are named: they are brought as any picture is.
        for name in document.pictures:
            state = with_source(state, *taken[name], name)[0]
    for field, kind in LISTS.items():
        rows = []
        for at, part in enumerate(getattr(document, field)):
            reading.place_of = f"{field}[{at}]."
            with _at(f"{field}[{at}]"):
                rows.append(checked(reading.row(part, kind, at)))
        if rows:
            state = with_parts(state, **{field: tuple(rows)})
    _check_lineage(state)
    for field in LISTS:
        check = CHECKS.get(field, _nothing_more)
        for at, row in enumerate(getattr(state, field)):
            with _at(f"{field}[{at}]"):
                check(state, row)
    with _at("sessions"):
        return checked_sessions(state, list(state.sessions))


class _Reading:
    """A document being read: what its names and numbers stand for."""

    def __init__(self, document: Any, taken: Taken) -> None:  # noqa: ANN401  a document
        self.document, self.taken = document, taken
        self.place_of = ""
        with _at("medium"):
            self.medium = medium_of(document.medium)
        self.number_of = {
            kind.name: dict(zip((part.name for part in parts), numbers_of(parts), strict=True))
            for kind in LISTS.values()
            if kind.named
            for parts in [getattr(document, kind.field)]
        }

    def brief(self) -> Brief:
        """Read what holds for the whole painting."""
        said = self._fields(self.document, Brief)
        said["school"] = self.document.school or self.medium.usual_school
        by_hand = self.document.passes_by_hand
        said["passes_by_hand"] = bool(self.document.passes) if by_hand is None else by_hand
        for name, check in CHOICES.items():
            with _at(name):
                check(said[name])
        if said["deadline"] is not None:
            said["deadline"] = iso(self._minute(said["deadline"], "deadline"))[:10]
            said["deadline_for"] = said["deadline_for"] or "gift"
        with _at("the document"):
            brief = checked_brief(Brief(**said))
            DepthSettings(brief.veil, brief.visibility_km, brief.pull, brief.key, brief.gap, brief.airlight)
            return brief

    def row(self, part: Any, kind: Kind, at: int) -> Any:  # noqa: ANN401  a part, and the row it tells
        """Read one part as its row."""
        said = self._fields(part, kind.row)
        if kind.numbered:
            said["number"] = part.number or at + 1
        said |= FILLS[kind.field](self, part, at) if kind.field in FILLS else {}
        return kind.row(**said)

    def _fields(self, part: Any, row: type[Any]) -> dict[str, Any]:  # noqa: ANN401
        said: dict[str, Any] = {}
        usual = {each.name: each.default for each in fields_of_class(row)}
        for field in fields_of(row):
            if field.name not in type(part).model_fields:
                continue
            value = getattr(part, field.name)
            inner = inner_row(field)
            if inner is not None:
                value = tuple(inner(**self._fields(each, inner)) for each in value)
            elif value is None:
                value = usual[field.name] if field.mark(Moment) is not None else None
            elif field.mark(Moment) is not None:
                value = self._minute(value, field.name)
            elif field.mark(CropOfPicture) is not None:
                value = self._crop(part, value)
            else:
                value = self._numbers(value, field.mark(RefersTo))
            said[field.name] = value
        return said

    def _minute(self, said: str, field: str) -> int:
        with _at(f"{self.place_of}{field}"):
            return minute_of(said)

    def _numbers(self, value: Any, mark: RefersTo | None) -> Any:  # noqa: ANN401
        """Give the numbers of what is named."""
        if mark is None or not kind_named(mark.row).named:
            return value
        known = self.number_of[mark.row]
        return tuple(known[name] for name in value) if isinstance(value, tuple) else known[value]

    def _crop(self, part: Any, shares: tuple[float, ...]) -> tuple[int, int, int, int]:  # noqa: ANN401
        """Bring a crop to whole pixels, inside the picture and large enough: the picture may be a smaller copy."""
        at = numbers_of(self.document.sources).index(part.source)
        sides = plate_of(self.row(self.document.sources[at], LISTS["sources"], at)).size_px
        wide = [round(share * side) for share, side in zip(shares, (*sides, *sides), strict=True)]
        width, height = (min(max(LEAST_CROP_PX, wanted), side) for wanted, side in zip(wide[2:], sides, strict=True))
        left, top = (
            min(max(0, wanted), side - size)
            for wanted, side, size in zip(wide[:2], sides, (width, height), strict=True)
        )
        return (left, top, width, height)

    def source(self, part: Any, at: int) -> dict[str, Any]:  # noqa: ANN401
        """Say of a source what its file says: that is not gainsaid by the document."""
        del at
        picture_hash, facts = self.taken[part.file]
        if part.taken_at is not None:
            self._minute(part.taken_at, "taken_at")
        return {
            "picture_hash": picture_hash,
            "purpose": part.purpose or "",
            "format": facts.format,
            "width_px": facts.width_px,
            "height_px": facts.height_px,
            "taken_at": facts.taken_at or part.taken_at,
            "lens": facts.lens or part.lens,
            "latitude": facts.latitude,
            "longitude": facts.longitude,
            "remark": facts.remark,
        }

    def plane(self, part: Any, at: int) -> dict[str, Any]:  # noqa: ANN401
        """Say of a plane its place between far and near; a sky has no distance."""
        return {"rank": at + 1} | ({"distance_m": None} if part.kind == "sky" else {})

    def layer_pass(self, part: Any, at: int) -> dict[str, Any]:  # noqa: ANN401
        """Say of a pass what is usual for its kind and medium."""
        kind = kind_of(part.kind)
        check_kind(part.kind, self.medium)
        start = None if part.done_start is None else self._minute(part.done_start, "done_start")
        end = None if part.done_end is None else self._minute(part.done_end, "done_end")
        if start is not None and end is not None and not 1 <= end - start <= 720:
            with _at(f"{self.place_of}done_end"):
                raise DomainError("What is done takes between a minute and 12 hours.", "Mend its two times.")
        took = 0 if start is None or end is None else end - start
        whole = self.document.width_cm * self.document.height_cm
        told = [plane.share for plane in self.document.planes if plane.name in (part.planes or ())]
        share = sum(USUAL_SHARE if each is None else each for each in told) if told else 1.0
        share *= 1.0 if part.share is None else part.share
        oil = (part.paint or paint_in(part.kind, self.medium)) == "oil"
        kinds = max(1, len(part.elements))
        minutes = part.minutes or took or estimate_minutes(part.kind, share * whole, kinds, oil=oil)
        return {
            "place": at + 1,
            "planes": self._numbers(part.planes or (), RefersTo("plane", "drop")),
            "title": part.title or title_in(part.kind, self.medium),
            "paint": part.paint or paint_in(part.kind, self.medium),
            "minutes": min(720, max(1, minutes)),
            "why": part.why or KIND_WHY[kind.key],
        }

    def session(self, part: Any, at: int) -> dict[str, Any]:  # noqa: ANN401
        """Say when a session begins, to the minute."""
        del at
        return {"start": iso(self._minute(part.start, "start"))}

    def place(self, part: Any, at: int) -> dict[str, Any]:  # noqa: ANN401
        """Say of a place in a plan where it stands."""
        del part
        return {"place": at + 1}


# Choices of a brief, each with what knows it.
CHOICES: dict[str, Callable[[Any], object]] = {
    "ground": ground_of,
    "school": school_of,
    "veil": profile_of,
    "key": key_range,
    "airlight": lambda said: with_airlight(profile_of("clear"), said),
    "drawing_medium": drawing_medium_of,
    "drawing_detail": drawing_detail_of,
    "light": lambda said: light_wanted(said, None),
}
Fill = Callable[[_Reading, Any, int], dict[str, Any]]
# What the rows of a kind have that their parts do not say.
FILLS: dict[str, Fill] = {
    "sources": _Reading.source,
    "planes": _Reading.plane,
    "passes": _Reading.layer_pass,
    "sessions": _Reading.session,
    "kept_plan": _Reading.place,
}


def _nothing_more(state: State, row: object) -> None:
    """Ask no more of a row than that its fields keep to their limits."""


def _check_source(state: State, source: SourceRecord) -> None:
    del state
    if source.card is not None:
        reference_of(source.card)
    check_air(source.air_veil, source.air_visibility_km)
    if len(source.corners) not in (0, 4):
        raise DomainError("A frame has four corners.", "Give all four, or none.")


def _check_lineage(state: State) -> None:
    for at, source in enumerate(state.sources):
        before, seen = source.made_from, {source.number}
        while before is not None:
            if before in seen:
                raise DocumentError(f"sources[{at}].made_from: it would be made from itself.", "Mend these places.")
            seen.add(before)
            before = source_of(state, before).made_from


def _check_stroke(state: State, stroke: StrokeRecord) -> None:
    stroke_of(stroke, next(plane.rank for plane in state.planes if plane.number == stroke.plane))


def _check_thumbnail(state: State, thumbnail: ThumbnailRecord) -> None:
    settings_of(state, thumbnail)
    framing_of(state, thumbnail)


def _check_pass(state: State, each: PassRecord) -> None:
    del state
    check_pass(each)


def _check_place(state: State, place: KeptPlace) -> None:
    if place.by_hand:
        session = session_from(next(each for each in state.sessions if each.number == place.session))
        if not session.start <= place.not_before < session.end:
            raise DomainError("It lies outside its session.", "Give an hour within it.")


# What else must hold of the rows of a kind: just what a change by hand is held against.
CHECKS: dict[str, Callable[[State, Any], object]] = {
    "sources": _check_source,
    "planes": lambda _, plane: check_plane(plane),
    "strokes": _check_stroke,
    "elements": lambda _, thing: check_element(thing),
    "reserves": lambda _, light: check_reserve(light),
    "notes": lambda _, note: check_note(note),
    "departures": lambda _, each: departure_of(each),
    "thumbnails": _check_thumbnail,
    "passes": _check_pass,
    "kept_plan": _check_place,
}


def pictures_of(document: Any) -> list[str]:  # noqa: ANN401  a document
    """Name the pictures that a document wants beside it, each once."""
    named = [each.file for each in document.sources] or list(document.pictures)
    return list(dict.fromkeys(named))
