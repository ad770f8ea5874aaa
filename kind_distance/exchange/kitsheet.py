"""The kit list on paper: boxes to tick, large enough to be read while one packs."""

from __future__ import annotations

from dataclasses import dataclass

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm

from kind_distance.exchange.type import BOLD, EDGE, SANS, SERIF, begin_a4

ITEM_PT, LINE, BOX = 14.0, 8.6 * mm, 4.6 * mm


@dataclass(frozen=True)
class KitSheet:
    """A title, when it is for, groups of (words, packed) under their titles, and a caution."""

    title: str
    when: str
    groups: tuple[tuple[str, tuple[tuple[str, bool], ...]], ...]
    caution: str


def draw_kit(sheet: KitSheet) -> bytes:
    """Draw the list as PDF on A4, on more pages where one is not enough."""
    page, out, room = begin_a4(sheet.title)
    canvas = page.canvas
    y = A4[1] - EDGE - 6 * mm
    page.text(EDGE, y, f"To take along: {sheet.title}", SERIF, 20, width=room)
    page.text(EDGE, y - 7.5 * mm, sheet.when, SANS, 13, width=room)
    y -= 18 * mm
    foot = EDGE + page.height_of(sheet.caution, SANS, 10.5, room) + 4 * mm
    for title, items in sheet.groups:
        for at, (words, packed) in enumerate(items):
            high = max(LINE, page.height_of(words, SANS, ITEM_PT, room - 9 * mm) + 2.5 * mm)
            head = 9 * mm if at == 0 else 0.0
            if y - high - head < foot:
                canvas.showPage()
                y = A4[1] - EDGE - 6 * mm
            if at == 0:
                page.text(EDGE, y - 2 * mm, title, BOLD, 14)
                y -= head
            canvas.setLineWidth(0.9)
            canvas.rect(EDGE, y - BOX, BOX, BOX)
            if packed:
                canvas.line(EDGE, y - BOX, EDGE + BOX, y)
                canvas.line(EDGE, y, EDGE + BOX, y - BOX)
            page.lines(EDGE + 9 * mm, y - 4 * mm, words, SANS, ITEM_PT, room - 9 * mm)
            y -= high
        y -= 4 * mm
    page.lines(EDGE, EDGE + page.height_of(sheet.caution, SANS, 10.5, room), sheet.caution, SANS, 10.5, room)
    canvas.save()
    return out.getvalue()
