"""The hand-over sheet: what goes with a finished painting to whoever gets it."""

from __future__ import annotations

from dataclasses import dataclass

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm

from kind_distance.exchange.type import BOLD, EDGE, SANS, SERIF, begin_a4

TEXT_PT, ROW = 13.0, 3.2 * mm


@dataclass(frozen=True)
class HandOver:
    """A title, a line below it, and parts: a heading with its lines each."""

    title: str
    facts: str
    parts: tuple[tuple[str, tuple[str, ...]], ...]


def draw_hand_over(sheet: HandOver) -> bytes:
    """Draw the sheet as PDF on A4, on more pages where one is not enough."""
    page, out, room = begin_a4(sheet.title)
    canvas = page.canvas
    y = A4[1] - EDGE - 8 * mm
    page.text(EDGE, y, sheet.title, SERIF, 22, width=room)
    y -= 8 * mm
    page.lines(EDGE, y, sheet.facts, SANS, TEXT_PT, room)
    y -= page.height_of(sheet.facts, SANS, TEXT_PT, room) + 5 * mm
    for heading, lines in sheet.parts:
        for at, line in enumerate(lines):
            high = page.height_of(line, SANS, TEXT_PT, room - 6 * mm) + ROW
            head = 8 * mm if at == 0 else 0.0
            if y - high - head < EDGE:
                canvas.showPage()
                y = A4[1] - EDGE - 8 * mm
            if at == 0:
                page.text(EDGE, y, heading, BOLD, 14)
                y -= head - 1 * mm
            page.lines(EDGE + 6 * mm, y, line, SANS, TEXT_PT, room - 6 * mm)
            y -= high
        y -= 3 * mm
    canvas.save()
    return out.getvalue()
