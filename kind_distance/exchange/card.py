"""The card of a source, to take outdoors: its picture with pins and planned departures, and the place in words."""

from __future__ import annotations

import io
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import Canvas

from kind_distance.exchange.pictures import jpeg
from kind_distance.exchange.type import BOLD, EDGE, SANS, SERIF, begin_a4

_Place = Callable[[tuple[float, float]], tuple[float, float]]


@dataclass(frozen=True)
class CardNote:
    """A note: its number, where it is pinned (shares), its second end if it is a scale mark, and what it says."""

    number: int
    at: tuple[float, float]
    end: tuple[float, float] | None
    said: str


@dataclass(frozen=True)
class CardDeparture:
    """A departure: its letter, its outline or line (shares), where it goes (shift), and what it says."""

    letter: str
    points: tuple[tuple[float, float], ...]
    shift: tuple[float, float]
    closed: bool
    said: str


@dataclass(frozen=True)
class Card:
    """All that stands on the card."""

    title: str
    facts: tuple[str, ...]
    picture: NDArray[np.uint8]
    notes: tuple[CardNote, ...]
    departures: tuple[CardDeparture, ...]
    caution: str


def draw_card(card: Card) -> bytes:
    """Draw the card: (H, W, 3) picture and texts -> PDF, one page and more where there is more to say."""
    page, out, room = begin_a4(card.title)
    canvas = page.canvas
    foot = page.height_of(card.caution, SANS, 9.5, room)
    y = A4[1] - EDGE - 6 * mm
    page.text(EDGE, y, card.title, SERIF, 20, width=room)
    y -= 7 * mm
    for fact in card.facts:
        y = page.lines(EDGE, y, fact, SANS, 11.5, room)
    height, width = card.picture.shape[:2]
    drawn_width = min(room, 118 * mm * width / height)
    drawn_height = drawn_width * height / width
    top = y - 2 * mm
    canvas.drawImage(
        ImageReader(io.BytesIO(jpeg(card.picture, 88))), EDGE, top - drawn_height, drawn_width, drawn_height
    )

    def place(point: tuple[float, float]) -> tuple[float, float]:
        return EDGE + point[0] * drawn_width, top - point[1] * drawn_height

    for departure in card.departures:
        _draw_departure(canvas, departure, place)
    for note in card.notes:
        _draw_note(canvas, note, place)
    y = top - drawn_height - 8 * mm
    said = [(f"{note.number}", note.said) for note in card.notes]
    said += [(departure.letter, departure.said) for departure in card.departures]
    for mark, text in said:
        if y < EDGE + foot + 8 * mm:
            canvas.showPage()
            y = A4[1] - EDGE - 6 * mm
        page.text(EDGE, y, mark, BOLD, 12)
        y = page.lines(EDGE + 9 * mm, y, text, SANS, 12, room - 9 * mm) - 1.2 * mm
    page.lines(EDGE, EDGE + foot, card.caution, SANS, 9.5, room)
    canvas.save()
    return out.getvalue()


def _badge(canvas: Canvas, x: float, y: float, text: str) -> None:
    canvas.setFillGray(1)
    canvas.setStrokeGray(0)
    canvas.setLineWidth(0.8)
    canvas.rect(x - 2.6 * mm, y - 2.6 * mm, 5.2 * mm, 5.2 * mm, fill=1)
    canvas.setFillGray(0)
    canvas.setFont(BOLD, 10)
    canvas.drawCentredString(x, y - 1.2 * mm, text)


def _inside(*points: tuple[float, float]) -> bool:
    return all(-0.02 <= v <= 1.02 for point in points for v in point)


def _draw_note(canvas: Canvas, note: CardNote, place: _Place) -> None:
    if not _inside(note.at):
        return
    x, y = place(note.at)
    if note.end is not None:
        x2, y2 = place(note.end)
        for grey, width in ((1, 2.4), (0, 1.0)):
            canvas.setStrokeGray(grey)
            canvas.setLineWidth(width)
            canvas.line(x, y, x2, y2)
    _badge(canvas, x, y, str(note.number))


def _draw_departure(canvas: Canvas, each: CardDeparture, place: _Place) -> None:
    points = [place(point) for point in each.points]
    for grey, width, dash in ((1, 2.6, None), (0, 1.1, (4, 3))):
        canvas.setStrokeGray(grey)
        canvas.setLineWidth(width)
        if dash:
            canvas.setDash(*dash)
        path = canvas.beginPath()
        path.moveTo(*points[0])
        for point in points[1:]:
            path.lineTo(*point)
        if each.closed:
            path.close()
        canvas.drawPath(path)
        canvas.setDash()
    middle = (sum(x for x, _ in each.points) / len(each.points), sum(y for _, y in each.points) / len(each.points))
    x, y = place(middle)
    if each.shift != (0.0, 0.0):
        x2, y2 = place((middle[0] + each.shift[0], middle[1] + each.shift[1]))
        canvas.setLineWidth(1.4)
        canvas.line(x, y, x2, y2)
    _badge(canvas, x, y, each.letter)
