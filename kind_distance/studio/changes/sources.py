"""Changes of the sources: photos added, named, used, taken away."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from kind_distance.core.depth.veil import profile_of
from kind_distance.core.picture.balance import MOST_PLACES, read_place, reference_of
from kind_distance.core.picture.page import Corners
from kind_distance.core.picture.turning import check_tilt, turned_point
from kind_distance.errors import DomainError, InUseError
from kind_distance.exchange.pictures import PictureFacts
from kind_distance.store.records import (
    CardPlace,
    DepartureRecord,
    ElementRecord,
    NoteRecord,
    ReserveRecord,
    SourceRecord,
    State,
    ThumbnailRecord,
)
from kind_distance.studio import darkroom
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, next_number
from kind_distance.studio.darkroom import Plate
from kind_distance.studio.plates import source_of

CHANGES = (
    "set_source",
    "set_light",
    "link_source",
    "set_horizon",
    "set_air",
    "set_card",
    "clear_card",
    "straighten",
    "set_main_source",
    "remove_source",
)
MOST_SOURCES = 40
LONGEST_TEXT = 240
KINDS = ("photo", "page", "sketch", "study", "painting")


def name_from_file(file_name: str) -> str:
    """Make a name for a picture from its file's: no path, no ending, nothing that cannot be shown."""
    last = file_name.replace("\\", "/").rsplit("/", 1)[-1]
    stem = last.rsplit(".", 1)[0] if "." in last else last
    plain = "".join(c if c.isprintable() and c not in '<>:"|?*' else " " for c in stem).replace("_", " ").strip(" .")
    return " ".join(plain.split())[:LONGEST_NAME].strip() or "Photo"


def with_source(
    state: State, picture_hash: str, facts: PictureFacts, file_name: str
) -> tuple[State, SourceRecord, bool]:
    """Add a picture to a painting; the same picture twice is recognised (third result False)."""
    for source in state.sources:
        if source.picture_hash == picture_hash:
            return state, source, False
    if len(state.sources) >= MOST_SOURCES:
        raise DomainError(f"This painting has {MOST_SOURCES} sources already.", "Take one away first.")
    source = SourceRecord(
        next_number([s.number for s in state.sources]),
        picture_hash,
        name_from_file(file_name),
        "whole scene" if not state.sources else "an element",
        facts.format,
        facts.width_px,
        facts.height_px,
        facts.taken_at,
        facts.lens,
        facts.latitude,
        facts.longitude,
        False,
        facts.remark,
    )
    brief = state.brief
    if brief.main_source is None:
        brief = replace(brief, main_source=source.number)
    return replace(state, brief=brief, sources=(*state.sources, source)), source, True


def _told(record: SourceRecord, said: dict[str, str | None]) -> dict[str, Any]:
    """Take the texts that were said, in order and short enough for every page."""
    longest = {"name": LONGEST_NAME, "purpose": LONGEST_NAME, "maker": LONGEST_NAME}
    return {
        field: clean_text(text, field, longest.get(field, LONGEST_TEXT), needed=field == "name")
        for field, text in said.items()
        if text is not None and text != getattr(record, field)
    }


def set_source(
    desk: Desk,
    *,
    source: int,
    name: str | None = None,
    purpose: str | None = None,
    maker: str | None = None,
    permission: str | None = None,
    standing: str | None = None,
    access: str | None = None,
    place_shared: bool | None = None,
    kind: str | None = None,
) -> Changed:
    """Say of a source what it is, what for, whose, by which permission, where one stood, how to get there."""
    record = source_of(desk.state, source)
    said = {"name": name, "purpose": purpose, "maker": maker, "permission": permission}
    new = _told(record, {**said, "standing": standing, "access": access})
    if place_shared is not None:
        new["place_shared"] = place_shared
    if kind is not None and kind != record.kind:
        if kind not in KINDS:
            raise DomainError("That is no kind of source.", "Choose photo, page, sketch, study or painting.")
        new["kind"] = kind
    changed = replace(record, **new)
    return _with(desk.state, changed), f"Source: {changed.name}"


def _with(state: State, record: SourceRecord) -> State:
    return replace(state, sources=tuple(record if s.number == record.number else s for s in state.sources))


def set_light(desk: Desk, *, source: int, light_deg: float | None = None) -> Changed:
    """Say where the light comes from: degrees clockwise from the top of the picture; None where it is not known."""
    record = source_of(desk.state, source)
    turned = None if light_deg is None else round(light_deg % 360, 1)
    return _with(desk.state, replace(record, light_deg=turned)), f"Light in {record.name}"


def link_source(desk: Desk, *, source: int, made_from: int | None = None) -> Changed:
    """Say from which other source one was made: sketch, photo, study, painting; no circles."""
    record, state = source_of(desk.state, source), desk.state
    at = made_from
    while at is not None:
        if at == source:
            raise DomainError("Then it would be made from itself.", "Choose the one that came before it.")
        at = source_of(state, at).made_from
    return _with(state, replace(record, made_from=made_from)), f"{record.name}: where it comes from"


def set_horizon(desk: Desk, *, source: int, horizon: float | None = None) -> Changed:
    """Set the horizon's height by hand, as a share from the top; None lets it be found."""
    record = source_of(desk.state, source)
    if horizon is not None and not 0 <= horizon <= 1:
        raise DomainError("The horizon lies outside the picture.", "Drag it inside, or let it be found.")
    kept = None if horizon is None else round(horizon, 4)
    return _with(desk.state, replace(record, horizon=kept)), f"Horizon of {record.name}"


def check_air(veil: str | None, visibility_km: float | None) -> None:
    """Raise DomainError for an air that is none."""
    if veil is not None:
        profile_of(veil)
    if visibility_km is not None and not 0.01 <= visibility_km <= 340:
        raise DomainError("One sees between 10 m and 340 km far.", "Enter a visibility in that range.")


def set_air(desk: Desk, *, source: int, veil: str | None = None, visibility_km: float | None = None) -> Changed:
    """Say in which air a photo was taken; None where it is the painting's own veil."""
    record = source_of(desk.state, source)
    check_air(veil, visibility_km)
    kept = None if visibility_km is None else round(visibility_km, 3)
    return _with(desk.state, replace(record, air_veil=veil, air_visibility_km=kept)), f"Air in {record.name}"


def set_card(
    desk: Desk, *, source: int, reference: str, x: float, y: float, value: float | None = None, more: bool = False
) -> Changed:
    """Press the reference for colour (shares of the photo as it came); `more` adds a place to those pressed before."""
    record = source_of(desk.state, source)
    known = reference_of(reference)
    codes = darkroom.original_codes(desk.file, record.picture_hash)
    found = read_place(codes, x, y, value if value is not None else known.value)
    kept = record.card_places if more else ()
    if len(kept) >= MOST_PLACES:
        raise DomainError(
            f"{MOST_PLACES} places of one card say all there is.", "Take the card away and press it anew."
        )
    places = (*kept, CardPlace(found.x, found.y, found.red, found.green, found.blue))
    return _with(desk.state, replace(record, card=reference, card_places=places)), f"{record.name}: {known.name}"


def clear_card(desk: Desk, *, source: int) -> Changed:
    """Show the photo's colours as the camera gave them."""
    record = source_of(desk.state, source)
    return _with(desk.state, replace(record, card=None, card_places=())), f"{record.name}: colours as they came"


def straighten(desk: Desk, *, source: int, tilt_deg: float) -> Changed:
    """Straighten a picture; everything marked on it goes along."""
    record, state = source_of(desk.state, source), desk.state
    now = round(check_tilt(tilt_deg), 2)
    carry = _Carrying(record, now)
    changed = replace(record, tilt_deg=now)
    if record.horizon is not None:
        changed = replace(changed, horizon=round(float(np.clip(carry.point((0.5, record.horizon))[1], 0, 1)), 4))
    brief, strokes = state.brief, state.strokes
    main = brief.main_source == source
    if main:
        strokes = tuple(replace(s, points=tuple(carry.point(p) for p in s.points)) for s in strokes)
        if brief.focus_x is not None and brief.focus_y is not None:
            x, y = carry.point((brief.focus_x, brief.focus_y))
            brief = replace(brief, focus_x=round(x, 4), focus_y=round(y, 4))
    return replace(
        _with(state, changed),
        brief=brief,
        strokes=strokes,
        notes=tuple(carry.note(n) if n.source == source else n for n in state.notes),
        departures=tuple(carry.departure(d) if d.source == source else d for d in state.departures),
        elements=tuple(carry.element(e) for e in state.elements) if main else state.elements,
        reserves=tuple(carry.reserve(r) for r in state.reserves) if main else state.reserves,
        thumbnails=tuple(carry.thumbnail(t) if t.source == source else t for t in state.thumbnails),
    ), f"{record.name} straightened by {abs(now):g}°"


@dataclass(frozen=True)
class _Carrying:
    """Carries places on a picture from how it was straightened before to how it is now."""

    record: SourceRecord
    now_deg: float

    def point(self, at: tuple[float, float]) -> tuple[float, float]:
        """Carry a place, in shares; it may come to lie outside."""
        aspect = self.record.width_px / self.record.height_px
        x, y = turned_point(at, aspect, self.record.tilt_deg, self.now_deg)
        return round(x, 6), round(y, 6)

    def note(self, note: NoteRecord) -> NoteRecord:
        """Carry a note with both of its ends."""
        x, y = self.point((note.x, note.y))
        if note.x2 is None or note.y2 is None:
            return replace(note, x=x, y=y)
        x2, y2 = self.point((note.x2, note.y2))
        return replace(note, x=x, y=y, x2=x2, y2=y2)

    def element(self, each: ElementRecord) -> ElementRecord:
        """Carry a thing; one that is cut off has no place any more."""
        if each.x is None or each.y is None:
            return each
        x, y = self.point((each.x, each.y))
        return replace(each, x=x, y=y) if 0 <= x <= 1 and 0 <= y <= 1 else replace(each, x=None, y=None)

    def reserve(self, each: ReserveRecord) -> ReserveRecord:
        """Carry the outline of a reserved light."""
        return replace(each, points=tuple(self.point(p) for p in each.points))

    def departure(self, each: DepartureRecord) -> DepartureRecord:
        """Carry a departure with where it goes."""
        points = tuple(self.point(p) for p in each.points)
        first = each.points[0]
        goal = self.point((first[0] + each.shift_x, first[1] + each.shift_y))
        shift = (round(goal[0] - points[0][0], 6), round(goal[1] - points[0][1], 6))
        return replace(each, points=points, shift_x=shift[0], shift_y=shift[1])

    def thumbnail(self, each: ThumbnailRecord) -> ThumbnailRecord:
        """Carry a crop: its middle goes along, its size stays as far as there is room."""
        if each.crop is None:
            return each
        old = Plate("", self.record.width_px, self.record.height_px, self.record.tilt_deg).size_px
        new = Plate("", self.record.width_px, self.record.height_px, self.now_deg).size_px
        x, y, width, height = each.crop
        middle = self.point(((x + width / 2) / old[0], (y + height / 2) / old[1]))
        fits = min(1.0, new[0] / width, new[1] / height)
        width, height = int(width * fits), int(height * fits)
        left = int(np.clip(round(middle[0] * new[0] - width / 2), 0, new[0] - width))
        top = int(np.clip(round(middle[1] * new[1] - height / 2), 0, new[1] - height))
        return replace(each, crop=(left, top, width, height))


def set_main_source(desk: Desk, *, source: int) -> Changed:
    """Choose the photo on which planes are marked; what was drawn on another one is let go."""
    record = source_of(desk.state, source)
    if desk.state.brief.main_source == source:
        return desk.state, f"Planes on {record.name}"
    state = replace(
        desk.state,
        brief=replace(desk.state.brief, main_source=source, focus_x=None, focus_y=None),
        strokes=(),
        reserves=(),
        elements=tuple(replace(each, x=None, y=None) for each in desk.state.elements),
    )
    return state, f"Planes on {record.name}"


def remove_source(desk: Desk, *, source: int) -> Changed:
    """Take a source away; refused while a thumbnail or strokes stand on it."""
    record, state = source_of(desk.state, source), desk.state
    users = [t.name for t in state.thumbnails if t.source == source]
    if users:
        raise InUseError(
            f"{record.name} is what {', '.join(users[:3])} {'is' if len(users) == 1 else 'are'} made from.",
            "Take the thumbnails away first, or keep the photo.",
        )
    is_main = state.brief.main_source == source
    if is_main and state.strokes:
        raise InUseError(
            f"Your planes are marked on {record.name}.",
            "Choose another photo for the planes first, or clear the strokes.",
        )
    left = tuple(
        replace(s, made_from=None) if s.made_from == source else s for s in state.sources if s.number != source
    )
    main = (left[0].number if left else None) if is_main else state.brief.main_source
    brief = replace(state.brief, main_source=main)
    if is_main:
        brief = replace(brief, focus_x=None, focus_y=None)
    return replace(
        state,
        brief=brief,
        sources=left,
        notes=tuple(n for n in state.notes if n.source != source),
        departures=tuple(d for d in state.departures if d.source != source),
    ), f"{record.name} taken away"


def with_sketch(
    state: State, page: SourceRecord, picture_hash: str, facts: PictureFacts, corners: Corners, name: str
) -> tuple[State, SourceRecord]:
    """Add a sketch that was cut out of a page; linked to it, its corners kept."""
    state, record, new = with_source(state, picture_hash, facts, name)
    if new:
        record = replace(
            record, kind="sketch", purpose="whole scene", made_from=page.number, corners=corners, maker=page.maker
        )
        state = _with(state, record)
    if page.kind != "page":
        state = _with(state, replace(source_of(state, page.number), kind="page"))
    return state, record
