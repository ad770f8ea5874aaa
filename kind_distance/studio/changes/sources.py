"""Changes of the sources: photos added, named, used, taken away."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.core.depth.veil import profile_of
from kind_distance.core.picture.balance import MOST_PLACES, read_place, reference_of
from kind_distance.core.picture.page import Corners
from kind_distance.core.picture.turning import check_tilt
from kind_distance.errors import DomainError, InUseError
from kind_distance.exchange.pictures import PictureFacts
from kind_distance.pictures import darkroom
from kind_distance.rows import CardPlace, SourceRecord, State
from kind_distance.rows.words import SourceKind
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Text, settable
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, find, next_number, put, told, without

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
SETS = {"set_source": settable(SourceRecord, "light_deg", "made_from", "tilt_deg", "horizon", "card", "card_places",
                               "corners", "air_veil", "air_visibility_km", "taken_at", "lens")}  # fmt: skip


def name_from_file(file_name: str) -> str:
    """Make a name for a picture from its file's: no path, no ending, nothing that cannot be shown."""
    last = file_name.replace("\\", "/").rsplit("/", 1)[-1]
    stem = last.rsplit(".", 1)[0] if "." in last else last
    plain = "".join(c if c.isprintable() and c not in '<>:"|?*' else " " for c in stem).replace("_", " ").strip(" .")
    return " ".join(plain.split())[:LONGEST_NAME].strip() or "Photo"


def with_source(
    state: State, picture_hash: str, facts: PictureFacts, file_name: str, kind: SourceKind = "photo"
) -> tuple[State, SourceRecord, bool]:
    """Add a picture to a painting; the same picture twice is recognised (third result False).

    A photo of the painting itself is no reference: it never becomes the main picture.
    """
    for source in state.sources:
        if source.picture_hash == picture_hash:
            return state, source, False
    source = SourceRecord(
        next_number(state, "source"),
        picture_hash,
        name_from_file(file_name),
        "the painting" if kind == "progress" else "whole scene" if not state.sources else "an element",
        facts.format,
        facts.width_px,
        facts.height_px,
        facts.taken_at,
        facts.lens,
        facts.latitude,
        facts.longitude,
        False,
        facts.remark,
        kind,
    )
    brief = state.brief
    if brief.main_source is None and kind != "progress":
        brief = replace(brief, main_source=source.number)
    return replace(put(state, source), brief=brief), source, True


def set_source(desk: Desk, *, source: Number, **said: Any) -> Changed:  # noqa: ANN401  fields of a source
    """Say of a source what it is, what for, whose, by which permission, where one stood, how to get there."""
    record = told(desk, find(desk.state, "source", source), said)
    return put(desk.state, record), f"Source: {record.name}"


def set_light(desk: Desk, *, source: Number, light_deg: FiniteFloat | None = None) -> Changed:
    """Say where the light comes from: degrees clockwise from the top of the picture; None where it is not known."""
    record = find(desk.state, "source", source)
    turned = None if light_deg is None else round(light_deg % 360, 1)
    return put(desk.state, replace(record, light_deg=turned)), f"Light in {record.name}"


def link_source(desk: Desk, *, source: Number, made_from: Number | None = None) -> Changed:
    """Say from which other source one was made: sketch, photo, study, painting; no circles."""
    record, state = find(desk.state, "source", source), desk.state
    at = made_from
    while at is not None:
        if at == source:
            raise DomainError("Then it would be made from itself.", "Choose the one that came before it.")
        at = find(state, "source", at).made_from
    return put(state, replace(record, made_from=made_from)), f"{record.name}: where it comes from"


def set_horizon(desk: Desk, *, source: Number, horizon: FiniteFloat | None = None) -> Changed:
    """Set the horizon's height by hand, as a share from the top; None lets it be found."""
    record = find(desk.state, "source", source)
    if horizon is not None and not 0 <= horizon <= 1:
        raise DomainError("The horizon lies outside the picture.", "Drag it inside, or let it be found.")
    kept = None if horizon is None else round(horizon, 4)
    return put(desk.state, replace(record, horizon=kept)), f"Horizon of {record.name}"


def check_air(veil: str | None, visibility_km: float | None) -> None:
    """Raise DomainError for an air that is none."""
    if veil is not None:
        profile_of(veil)
    if visibility_km is not None and not 0.01 <= visibility_km <= 340:
        raise DomainError("One sees between 10 m and 340 km far.", "Enter a visibility in that range.")


def set_air(
    desk: Desk, *, source: Number, veil: Text | None = None, visibility_km: FiniteFloat | None = None
) -> Changed:
    """Say in which air a photo was taken; None where it is the painting's own veil."""
    record = find(desk.state, "source", source)
    check_air(veil, visibility_km)
    kept = None if visibility_km is None else round(visibility_km, 3)
    return put(desk.state, replace(record, air_veil=veil, air_visibility_km=kept)), f"Air in {record.name}"


def set_card(
    desk: Desk,
    *,
    source: Number,
    reference: Text,
    x: FiniteFloat,
    y: FiniteFloat,
    value: FiniteFloat | None = None,
    more: bool = False,
) -> Changed:
    """Press the reference for colour (shares of the photo as it came); `more` adds a place to those pressed before."""
    record = find(desk.state, "source", source)
    known = reference_of(reference)
    codes = darkroom.original_codes(desk.file, record.picture_hash)
    found = read_place(codes, x, y, value if value is not None else known.value)
    kept = record.card_places if more else ()
    if len(kept) >= MOST_PLACES:
        raise DomainError(
            f"{MOST_PLACES} places of one card say all there is.", "Take the card away and press it anew."
        )
    places = (*kept, CardPlace(found.x, found.y, found.red, found.green, found.blue))
    return put(desk.state, replace(record, card=reference, card_places=places)), f"{record.name}: {known.name}"


def clear_card(desk: Desk, *, source: Number) -> Changed:
    """Show the photo's colours as the camera gave them."""
    record = find(desk.state, "source", source)
    return put(desk.state, replace(record, card=None, card_places=())), f"{record.name}: colours as they came"


def straighten(desk: Desk, *, source: Number, tilt_deg: FiniteFloat) -> Changed:
    """Straighten a picture by so many degrees, clockwise lean positive; everything marked on it goes along."""
    record = find(desk.state, "source", source)
    now = round(check_tilt(tilt_deg), 2)
    return put(desk.state, replace(record, tilt_deg=now)), f"{record.name} straightened by {abs(now):g}°"


def set_main_source(desk: Desk, *, source: Number) -> Changed:
    """Choose the photo on which planes are marked; what was marked on another one is given up."""
    record = find(desk.state, "source", source)
    return replace(desk.state, brief=replace(desk.state.brief, main_source=source)), f"Planes on {record.name}"


def remove_source(desk: Desk, *, source: Number) -> Changed:
    """Delete a source; refused while a thumbnail or strokes stand on it."""
    record, state = find(desk.state, "source", source), desk.state
    users = [t.name for t in state.thumbnails if t.source == source]
    if users:
        raise InUseError(
            f"{record.name} is what {', '.join(users[:3])} {'is' if len(users) == 1 else 'are'} made from.",
            "Delete the thumbnails first, or keep the photo.",
        )
    is_main = state.brief.main_source == source
    if is_main and state.strokes:
        raise InUseError(
            f"Your planes are marked on {record.name}.",
            "Choose another photo for the planes first, or clear the strokes.",
        )
    left = without(state, "source", source)
    if is_main:
        others = left.sources
        left = replace(left, brief=replace(left.brief, main_source=others[0].number if others else None))
    return left, f"{record.name} deleted"


def with_sketch(
    state: State, page: SourceRecord, picture_hash: str, facts: PictureFacts, corners: Corners, name: str
) -> tuple[State, SourceRecord]:
    """Add a sketch that was cut out of a page; linked to it, its corners kept."""
    state, record, new = with_source(state, picture_hash, facts, name)
    if new:
        record = replace(
            record, kind="sketch", purpose="whole scene", made_from=page.number, corners=corners, maker=page.maker
        )
        state = put(state, record)
    if page.kind != "page":
        state = put(state, replace(find(state, "source", page.number), kind="page"))
    return state, record
