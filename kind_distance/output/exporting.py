"""What leaves a painting's pictures as files: thumbnails in open formats, the drawing at true size, a source's card."""

from __future__ import annotations

from pathlib import Path

from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.paint.drawing import drawing_detail_of, drawing_medium_of, drawing_minutes
from kind_distance.core.picture.departures import KINDS
from kind_distance.core.picture.thumbnail import Thumbnail
from kind_distance.core.wording import say_distance, say_length, say_minutes
from kind_distance.errors import DomainError
from kind_distance.exchange.card import Card, CardDeparture, CardNote, draw_card
from kind_distance.exchange.layers import thumbnail_layers, thumbnail_svg
from kind_distance.exchange.pictures import png
from kind_distance.exchange.transfer import Transfer, contour_lines, draw_transfer, length_cm, transfer_svg
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import framing_of, plate_of, settings_of, size_on_support, source_of, thumbnail_of
from kind_distance.rows import DepartureRecord, NoteRecord, SourceRecord, State, ThumbnailRecord
from kind_distance.stages.passes.drawing_words import HOW_MUCH, UNDER_PAINT
from kind_distance.stages.sessions.cautions import cautions_of_place
from kind_distance.stages.thumbnails.facts import divisions_for

CAUTION = (
    "Steep ground, tides, roads, weather and private land: local signs and rules decide, and this card replaces none. "
    "Tell somebody where you go."
)


def _made(file: Path, state: State, number: int) -> tuple[ThumbnailRecord, Thumbnail]:
    record = thumbnail_of(state, number)
    return record, darkroom.thumbnail(file, framing_of(state, record), settings_of(state, record))


def _codes(made: Thumbnail) -> list[int]:
    return [int(grey_code(value)) for value in made.reading.values]


def thumbnail_file(file: Path, state: State, number: int, kind: str) -> bytes:
    """Write a kept thumbnail as ``"png"``, ``"svg"`` or ``"ora"``."""
    record, made = _made(file, state, number)
    title = f"{state.brief.title}: {record.name}"
    if kind == "svg":
        size = size_on_support(state, framing_of(state, record))
        return thumbnail_svg(made.steps, _codes(made), made.reading.values, title, size)
    if kind == "ora":
        return thumbnail_layers(made.steps, _codes(made), made.reading.values, title)
    return png(made.grey())


def transfer_of(file: Path, state: State, number: int, division: str, grid_cm: float | None) -> Transfer:
    """Lay out the drawing of a thumbnail at true size.

    Parameters
    ----------
    file : Path
    state : State
    number : int
    division : str
        Key of a division, or ``"none"``.
    grid_cm : float or None
        Side of the grid's squares. [cm]
    """
    record, made = _made(file, state, number)
    width, height = size_on_support(state, framing_of(state, record))
    drawing = drawing_detail_of(state.brief.drawing_detail)
    found = next((each for each, _, _ in divisions_for(state, record) if each.key == division), None)
    if found is None and division != "none":
        raise DomainError("This picture has no such division.", "Choose another.")
    return Transfer(
        f"{state.brief.title}: {record.name}",
        width,
        height,
        contour_lines(made.steps, drawing.least_share),
        () if found is None else found.across,
        () if found is None else found.down,
        found is not None and found.diagonals,
        "" if found is None else found.name,
        grid_cm,
    )


def transfer_file(kind: str, paper: str, transfer: Transfer) -> bytes:
    """Write the drawing at true size as ``"pdf"`` (tiled) or ``"svg"`` (one piece)."""
    return transfer_svg(transfer) if kind == "svg" else draw_transfer(transfer, paper)


def drawing_said(state: State, transfer: Transfer) -> str:
    """Say what the chosen drawing asks for: lines, time, and what it does under paint."""
    brief = state.brief
    medium, detail = drawing_medium_of(brief.drawing_medium), drawing_detail_of(brief.drawing_detail)
    lines = length_cm(transfer.contours, transfer.width_cm, transfer.height_cm)
    said = say_length(lines, brief.unit)
    return (
        f"{said} of line, about {say_minutes(drawing_minutes(lines))}. {HOW_MUCH[detail.key]} {UNDER_PAINT[medium.key]}"
    )


def _note(note: NoteRecord) -> CardNote:
    end = None if note.x2 is None or note.y2 is None else (note.x2, note.y2)
    said = note.text or ("Scale" if note.kind == "scale" else "")
    if note.length_m is not None:
        said = f"{said}: {say_distance(note.length_m, 'land')}"
    if not (0 <= note.x <= 1 and 0 <= note.y <= 1):
        said += " (lies outside since the picture was straightened)"
    return CardNote(note.number, (note.x, note.y), end, f"{note.kind.capitalize()}: {said}")


def departure_said(each: DepartureRecord) -> str:
    """Say a departure in one line."""
    ends = [f"{v:.1f}" for v in (each.low, each.high) if v is not None]
    values = f" Values {' to '.join(ends)}." if ends else ""
    return f"{KINDS[each.kind]}. {each.reason}{values}".strip()


def _facts(source: SourceRecord) -> tuple[str, ...]:
    made = f"By {source.maker}." if source.maker else ""
    allowed = f"Permission: {source.permission}." if source.permission else ""
    place = ""
    if source.place_shared and source.latitude is not None and source.longitude is not None:
        place = f"Place: {source.latitude:.4f}°, {source.longitude:.4f}°."
    lines = (
        " ".join(part for part in (f"For {source.purpose}." if source.purpose else "", made, allowed) if part),
        f"Standing point: {source.standing}" if source.standing else "",
        f"Access and safety: {source.access}" if source.access else "",
        place,
    )
    return tuple(line for line in lines if line)


def card_of(file: Path, state: State, number: int) -> bytes:
    """Print the card of a source; its place only where the painter lets it go out."""
    source = source_of(state, number)
    departures = [each for each in state.departures if each.source == number]
    card = Card(
        f"{state.brief.title}: {source.name}",
        _facts(source),
        darkroom.view_codes(file, plate_of(source)),
        tuple(_note(note) for note in state.notes if note.source == number),
        tuple(
            CardDeparture(
                chr(ord("A") + at % 26),
                each.points,
                (each.shift_x, each.shift_y),
                each.kind != "bent",
                departure_said(each),
            )
            for at, each in enumerate(departures)
        ),
        " ".join([*cautions_of_place(source.dangers), CAUTION]),
    )
    return draw_card(card)
