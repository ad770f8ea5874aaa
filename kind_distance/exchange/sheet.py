"""The sheet for the easel: one page, readable at arm's length, with nothing on it that is not needed there."""

from __future__ import annotations

import io
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfgen.canvas import Canvas

from kind_distance.exchange.scorepage import ScorePage, draw_score
from kind_distance.exchange.type import BOLD, EDGE, ITALIC, SANS, SERIF, Page, register_fonts

DASH_PX = 4
LEAST_ROW, USUAL_ROW = 6.2 * mm, 12 * mm


@dataclass(frozen=True)
class SheetPlane:
    """A plane as printed: rank, name, distance in words, planned value, its grey and its colour (sRGB 0-1)."""

    rank: int
    name: str
    distance: str
    value: float
    grey: float
    colour: tuple[float, float, float]


@dataclass(frozen=True)
class SheetPass:
    """A pass as printed: time or place in the order, what, where, minutes, and what to know about drying."""

    when: str
    title: str
    plane: str
    minutes: int
    remark: str
    done: bool = False


@dataclass(frozen=True)
class Sheet:
    """All that stands on the page."""

    title: str
    idea: str
    facts: str
    thumbnail: NDArray[np.uint8] | None
    thumbnail_said: str
    planes: tuple[SheetPlane, ...]
    heading: str
    air: str
    passes: tuple[SheetPass, ...]
    remarks: tuple[str, ...]
    cautions: tuple[str, ...] = ()
    marks: tuple[tuple[float, float, str], ...] = ()  # what is written on the thumbnail, in shares of it


def with_edges(
    grey: NDArray[np.uint8], labels: NDArray[np.uint8], soft: frozenset[tuple[int, int]]
) -> NDArray[np.uint8]:
    """Draw the borders of planes into a thumbnail: a white line, broken where the edge is to be soft or lost.

    Parameters
    ----------
    grey, labels : uint8 array, shape (H, W)
        The thumbnail, and the plane of each of its pixels.
    soft : frozenset of (int, int)
        Pairs of planes, farther first, whose edge is soft or lost.
    """
    drawn = grey.copy()
    height, width = grey.shape
    dashed = (np.add.outer(np.arange(height), np.arange(width)) // DASH_PX) % 2 == 0
    for down, across in ((0, 1), (1, 0)):
        one, other = labels[: height - down, : width - across], labels[down:, across:]
        differs = one != other
        pairs = np.minimum(one, other).astype(int) * 16 + np.maximum(one, other)
        broken = np.isin(pairs, [far * 16 + near for far, near in soft])
        line = differs & (~broken | dashed[: height - down, : width - across])
        drawn[: height - down, : width - across][line] = 255
    return drawn


def _head(page: Page, sheet: Sheet) -> float:
    y = A4[1] - EDGE - 7 * mm
    page.text(EDGE, y, sheet.title, SERIF, 24, width=A4[0] - 2 * EDGE)
    if sheet.idea:
        y -= 7 * mm
        page.text(EDGE, y, sheet.idea, ITALIC, 14, width=A4[0] - 2 * EDGE)
    y -= 6 * mm
    page.text(EDGE, y, sheet.facts, SANS, 11.5, width=A4[0] - 2 * EDGE)
    page.rule(y - 3 * mm, 1.6)
    return y - 8 * mm


def _thumbnail(page: Page, sheet: Sheet, top: float, height: float) -> float:
    """Draw the thumbnail at the left; return how wide it is."""
    if sheet.thumbnail is None:
        return 0.0
    rows, columns = sheet.thumbnail.shape
    width = min(height * columns / rows, 0.53 * (A4[0] - 2 * EDGE))
    height = width * rows / columns
    page.canvas.drawImage(ImageReader(Image.fromarray(sheet.thumbnail)), EDGE, top - height, width, height)
    page.canvas.setStrokeGray(0.1)
    page.canvas.setLineWidth(0.5)
    page.canvas.rect(EDGE, top - height, width, height)
    for x, y, said in sheet.marks:
        left, base = EDGE + x * width, top - y * height
        page.canvas.setFillGray(1)
        page.canvas.setStrokeGray(0)
        page.canvas.setLineWidth(0.6)
        page.canvas.rect(left - 2.3 * mm, base - 2.3 * mm, 4.6 * mm, 4.6 * mm, fill=1)
        page.text(left - 1.1 * mm, base - 1.4 * mm, said, BOLD, 11)
    page.text(EDGE, top - height - 4.6 * mm, sheet.thumbnail_said, SANS, 11, width=width)
    return float(width)


def _planes(page: Page, sheet: Sheet, left: float, top: float, height: float) -> None:
    """Draw the planes far to near: a slab half in grey, half in colour, the value large."""
    if not sheet.planes:
        return
    row = min(16 * mm, height / len(sheet.planes))
    right = A4[0] - EDGE
    for at, plane in enumerate(sheet.planes):
        y = top - (at + 1) * row
        page.canvas.setStrokeGray(0.1)
        page.canvas.setLineWidth(0.4)
        page.canvas.setFillGray(plane.grey)
        page.canvas.rect(left, y + 0.6 * mm, 11 * mm, row - 1.2 * mm, fill=1)
        page.canvas.setFillColorRGB(*plane.colour)
        page.canvas.rect(left + 11 * mm, y + 0.6 * mm, 11 * mm, row - 1.2 * mm, fill=1)
        middle = y + row / 2
        size = min(20, row / mm * 1.9)
        page.text(left + 25 * mm, middle - size * 0.34, f"{plane.value:.1f}", BOLD, size)
        page.text(
            left + 38 * mm, middle + 0.2 * mm, f"{plane.rank} {plane.name}", BOLD, 12, width=right - left - 38 * mm
        )
        page.text(left + 38 * mm, middle - 4.4 * mm, plane.distance, SANS, 11, width=right - left - 38 * mm)


def _passes(page: Page, sheet: Sheet, top: float, bottom: float) -> int:
    """Draw as many passes as find room; return how many."""
    right = A4[0] - EDGE
    page.text(EDGE, top, sheet.heading, BOLD, 16, width=right - EDGE)
    page.text(EDGE, top - 5.6 * mm, sheet.air, SANS, 11.5, width=right - EDGE)
    top -= 10 * mm
    if not sheet.passes:
        return 0
    row = max(LEAST_ROW, min(USUAL_ROW, (top - bottom) / len(sheet.passes)))
    count = min(len(sheet.passes), int((top - bottom) / row + 1e-6))
    size = min(15.0, row / mm * 1.55)
    for at, each in enumerate(sheet.passes[:count]):
        y = top - (at + 1) * row
        page.canvas.setLineWidth(0.9)
        page.canvas.setStrokeGray(0.1)
        page.canvas.rect(EDGE, y + 0.28 * row, 4 * mm, 4 * mm)
        if each.done:
            page.canvas.line(EDGE, y + 0.28 * row, EDGE + 4 * mm, y + 0.28 * row + 4 * mm)
        base = y + 0.36 * row
        page.text(EDGE + 7 * mm, base, each.when, BOLD, size)
        # What is not needed for the plane's name is the title's: neither is cut beside empty paper.
        plane = min(44 * mm, pdfmetrics.stringWidth(each.plane, SANS, size) + 2 * mm)
        page.text(EDGE + 21 * mm, base, each.title, BOLD, size, width=94 * mm - plane)
        page.text(EDGE + 116 * mm - plane, base, each.plane, SANS, size, width=plane)
        page.text(EDGE + 131 * mm, base, f"{each.minutes} min", BOLD, size, right=True)
        page.text(EDGE + 134 * mm, base, each.remark, SANS, min(size, 11.5), width=right - EDGE - 134 * mm)
        page.canvas.setLineWidth(0.3)
        page.canvas.line(EDGE, y, right, y)
    return count


def _cautions(page: Page, sheet: Sheet) -> float:
    """Write the cautions of the session at the very foot, whole; return the height that is taken."""
    if not sheet.cautions:
        return 0.0
    said = " ".join(sheet.cautions)
    wide, size = A4[0] - 2 * EDGE, 9.0
    high = page.height_of(said, SANS, size, wide)
    page.text(EDGE, EDGE + high, "Take care. Labels, safety data sheets and local rules come first.", BOLD, 10)
    page.lines(EDGE, EDGE + high - size * 1.22, said, SANS, size, wide, 60)
    return high + 5 * mm


def _remarks(page: Page, sheet: Sheet) -> float:
    """Write the painter's own exceptions at the foot; return the height that is taken."""
    lines = [*sheet.remarks[:4]]
    y = EDGE + _cautions(page, sheet)
    for line in reversed(lines):
        page.text(EDGE, y, line, ITALIC, 11, width=A4[0] - 2 * EDGE)
        y += 5 * mm
    return float(y + 2 * mm)


def _pages(page: Page, sheet: Sheet) -> None:
    """Draw a sheet; passes that find no room go on further pages."""
    canvas = page.canvas
    canvas.setPageSize(A4)
    top = _head(page, sheet)
    bottom = _remarks(page, sheet)
    picture_height = 84 * mm if len(sheet.passes) <= 12 else 62 * mm
    width = _thumbnail(page, sheet, top, picture_height)
    _planes(page, sheet, EDGE + width + (7 * mm if width else 0), top, picture_height)
    under = top - picture_height - 14 * mm
    page.rule(under + 7 * mm)
    drawn = _passes(page, sheet, under, bottom)
    rest = sheet.passes[drawn:]
    while rest:
        canvas.showPage()
        more = Sheet(sheet.title, "", "", None, "", (), f"{sheet.heading}, continued", "", rest, ())
        drawn = _passes(page, more, A4[1] - EDGE - 8 * mm, EDGE)
        rest = rest[drawn:]


def draw_sheets(sheets: list[Sheet], score: ScorePage | None = None) -> bytes:
    """Print sheets as one PDF, A4, each beginning a page; the score, where there is one, comes first.

    Parameters
    ----------
    sheets : list of Sheet
        At least one.
    score : ScorePage or None

    Returns
    -------
    bytes
        A PDF with its fonts inside.
    """
    register_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, invariant=1)
    canvas.setTitle(sheets[0].title)
    page = Page(canvas)
    if score is not None:
        draw_score(page, score)
        canvas.showPage()
    for at, sheet in enumerate(sheets):
        if at:
            canvas.showPage()
        _pages(page, sheet)
    canvas.save()
    return out.getvalue()


def draw_sheet(sheet: Sheet) -> bytes:
    """Print one sheet as PDF, A4 upright."""
    return draw_sheets([sheet])
