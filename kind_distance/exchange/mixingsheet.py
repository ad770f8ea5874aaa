"""The mixing sheet: every mix with its recipe, and an empty box beside it to dab a swatch into."""

from __future__ import annotations

from dataclasses import dataclass

from reportlab.lib.colors import Color
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from kind_distance.exchange.type import BOLD, EDGE, SANS, SERIF, Page, begin_a4

Rgb = tuple[int, int, int]
BOX = (30 * mm, 17 * mm)
ROW = 21.5 * mm
HEAD = 14.5  # size of a recipe: read at arm's length [pt]


@dataclass(frozen=True)
class SheetMix:
    """A mix: its letter, where it is used, its recipe in words, what more is said, and its colours."""

    letter: str
    used: str
    recipe: str
    more: str
    wanted: Rgb
    made: Rgb


@dataclass(frozen=True)
class MixingSheet:
    """All that stands on the sheet."""

    title: str
    facts: tuple[str, ...]
    mixes: tuple[SheetMix, ...]
    tubes: tuple[str, ...]
    caution: str


def _fill(canvas: Canvas, colour: Rgb) -> None:
    canvas.setFillColor(Color(*(code / 255 for code in colour)))


def _row(page: Page, mix: SheetMix, y: float, room: float) -> None:
    canvas = page.canvas
    canvas.setStrokeGray(0)
    canvas.setLineWidth(0.9)
    canvas.rect(EDGE, y - BOX[1], *BOX)
    for at, colour in enumerate((mix.wanted, mix.made)):
        _fill(canvas, colour)
        canvas.rect(EDGE + BOX[0] + 3 * mm + at * 9 * mm, y - BOX[1], 9 * mm, BOX[1], stroke=0, fill=1)
    canvas.setFillGray(0)
    left = EDGE + BOX[0] + 25 * mm
    page.text(left, y - 5 * mm, mix.letter, BOLD, 17)
    words = left + 11 * mm
    page.text(words, y - 5 * mm, mix.used, SANS, 11.5, width=room - words + EDGE)
    below = page.lines(words, y - 11 * mm, mix.recipe, BOLD, HEAD, room - words + EDGE)
    if mix.more:
        page.lines(words, below, mix.more, SANS, 11, room - words + EDGE)


def draw_mixing_sheet(sheet: MixingSheet) -> bytes:
    """Draw the sheet as PDF: one page, and more where there are more mixes."""
    page, out, room = begin_a4(sheet.title)
    canvas = page.canvas
    y = A4[1] - EDGE - 6 * mm
    page.text(EDGE, y, sheet.title, SERIF, 20, width=room)
    y -= 7 * mm
    for fact in sheet.facts:
        y = page.lines(EDGE, y, fact, SANS, 11.5, room)
    y -= 3 * mm
    foot = page.height_of(sheet.caution, SANS, 10, room)
    for mix in sheet.mixes:
        high = ROW + (page.height_of(mix.more, SANS, 11, room - 66 * mm) if mix.more else 0)
        high += max(0.0, page.height_of(mix.recipe, BOLD, HEAD, room - 66 * mm) - 8 * mm)
        if y - high < EDGE + foot:
            canvas.showPage()
            y = A4[1] - EDGE - 6 * mm
        _row(page, mix, y, room)
        y -= high
    for line in sheet.tubes:
        if y < EDGE + foot + 8 * mm:
            canvas.showPage()
            y = A4[1] - EDGE - 6 * mm
        y = page.lines(EDGE, y, line, SANS, 11.5, room)
    page.lines(EDGE, EDGE + foot, sheet.caution, SANS, 10, room)
    canvas.save()
    return out.getvalue()
