"""The score on paper: planes far to near against the sessions, with drying tails, on one page lying down."""

from __future__ import annotations

from dataclasses import dataclass

from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics

from kind_distance.exchange.type import BOLD, EDGE, SANS, SERIF, Page

NAMES = 42 * mm
TITLE_PT = 10.0  # what is read at a table; the sheet for the easel is larger
FOLD = 7 * mm  # a night or a week between two sessions
LEAST_LABEL = 9 * mm  # a bar narrower than this says its name only where there is room beside it


@dataclass(frozen=True)
class ScoreSession:
    """A session as printed: number, name, its clock minutes, and marks of the hour as (minute, words)."""

    number: int
    name: str
    start: float
    end: float
    ticks: tuple[tuple[float, str], ...]


@dataclass(frozen=True)
class ScoreBar:
    """A pass as printed: its row from the top, its session, clock minutes, and when it is touch dry."""

    row: int
    session: int
    start: float
    end: float
    touch: float
    title: str
    done: bool = False


@dataclass(frozen=True)
class ScorePage:
    """All that stands on the page; rows are names with their colour (sRGB 0-1), far to near."""

    title: str
    said: str
    rows: tuple[tuple[str, tuple[float, float, float]], ...]
    sessions: tuple[ScoreSession, ...]
    bars: tuple[ScoreBar, ...]


def _spans(score: ScorePage, room: float) -> dict[int, tuple[float, float]]:
    """Left edge and width of every session. [pt]."""
    minutes = sum(each.end - each.start for each in score.sessions)
    scale = (room - FOLD * (len(score.sessions) - 1)) / max(1.0, minutes)
    left, spans = EDGE + NAMES, {}
    for each in score.sessions:
        width = (each.end - each.start) * scale
        spans[each.number] = (left, width)
        left += width + FOLD
    return spans


def draw_score(page: Page, score: ScorePage) -> None:
    """Draw the score on the current page, which is turned to lie down."""
    canvas, (wide, high) = page.canvas, landscape(A4)
    canvas.setPageSize((wide, high))
    top = high - EDGE - 7 * mm
    page.text(EDGE, top, score.title, SERIF, 22, width=wide - 2 * EDGE)
    page.text(EDGE, top - 7 * mm, score.said, SANS, 11.5, width=wide - 2 * EDGE)
    head = top - 22 * mm
    row = min(24 * mm, (head - EDGE - 10 * mm) / max(1, len(score.rows)))
    bottom = head - row * len(score.rows)
    spans = _spans(score, wide - 2 * EDGE - NAMES)
    for each in score.sessions:
        left, width = spans[each.number]
        page.text(left, head + 3 * mm, each.name, BOLD, 11, width=max(width, 20 * mm))
        canvas.setFillGray(0.95)
        canvas.rect(left, bottom, width, head - bottom, stroke=0, fill=1)
        for minute, words in each.ticks:
            at = left + (minute - each.start) / (each.end - each.start) * width
            canvas.setStrokeGray(0.75)
            canvas.setLineWidth(0.3)
            canvas.line(at, bottom, at, head)
            page.text(at, bottom - 5 * mm, words, SANS, 10)
    canvas.setStrokeGray(0.6)
    for at, (name, colour) in enumerate(score.rows):
        y = head - row * (at + 1)
        canvas.setFillColorRGB(*colour)
        canvas.setStrokeGray(0.1)
        canvas.setLineWidth(0.4)
        canvas.rect(EDGE, y + 0.15 * row, 3 * mm, 0.7 * row, fill=1)
        page.text(EDGE + 5 * mm, y + 0.42 * row, name, BOLD, 11, width=NAMES - 7 * mm)
        canvas.line(EDGE, y, wide - EDGE, y)
    ends: dict[int, float] = {}
    for bar in sorted(score.bars, key=lambda each: (each.row, each.start)):
        _bar(page, score, bar, spans, (head - row * (bar.row + 1), row), ends)


def _bar(
    page: Page,
    score: ScorePage,
    bar: ScoreBar,
    spans: dict[int, tuple[float, float]],
    band: tuple[float, float],
    ends: dict[int, float],
) -> None:
    """Draw a pass with its tail; `ends` keeps where the words of each row end, so that none lie on others."""
    session = next(each for each in score.sessions if each.number == bar.session)
    left, width = spans[bar.session]
    per_minute = width / max(1.0, session.end - session.start)
    x, length = left + (bar.start - session.start) * per_minute, max(1.0, (bar.end - bar.start) * per_minute)
    y, row = band[0] + 0.12 * band[1], 0.42 * band[1]
    canvas = page.canvas
    canvas.setFillColorRGB(*score.rows[bar.row][1])
    canvas.setStrokeGray(0.1)
    canvas.setLineWidth(0.6)
    dry = min(bar.touch, session.end)
    if dry > bar.end:
        tail = canvas.beginPath()
        tail.moveTo(x + length, y + row)
        tail.lineTo(x + length + (dry - bar.end) * per_minute, y)
        tail.lineTo(x + length, y)
        tail.close()
        canvas.drawPath(tail, stroke=1, fill=0)
    canvas.rect(x, y, length, row, fill=1)
    if bar.done:
        canvas.line(x, y, x + length, y + row)
    if x >= ends.get(bar.row, 0.0):
        written = pdfmetrics.stringWidth(bar.title, SANS, TITLE_PT)
        room = landscape(A4)[0] - EDGE - x
        page.text(x, y + row + 1.2 * mm, bar.title, SANS, TITLE_PT, width=room)
        ends[bar.row] = x + min(room, written) + 1.5 * mm
