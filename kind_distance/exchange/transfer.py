"""The drawing for the support at true size: contours, grid, divisions and a 10 cm bar, as PDF in tiles and as SVG.

A bar of known length is on every sheet, since a printer may scale: measure it before you cut.
"""

from __future__ import annotations

import io
import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from reportlab.lib.pagesizes import A3, A4, LETTER, landscape
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from kind_distance.core.picture.outlines import outlines
from kind_distance.core.picture.shapes import find_shapes
from kind_distance.errors import DomainError
from kind_distance.exchange.type import BOLD, SANS, Page, register_fonts

PAPERS = {"a4": A4, "a3": A3, "letter": LETTER}
RIM_MM = 12.0  # what most printers leave white [mm]
FOOT_MM = 16.0  # room for the bar and what the sheet says [mm]
OVERLAP_MM = 10.0
BAR_MM = 100.0
MOST_SHEETS = 120
Line = list[tuple[float, float]]


@dataclass(frozen=True)
class Transfer:
    """What is drawn on the support.

    Parameters
    ----------
    title : str
    width_cm, height_cm : float
        Size of the picture on the support. [cm]
    contours : list of list of (x, y)
        Closed lines, in shares of width and height.
    across, down : tuple of float
        Division lines, as shares.
    diagonals : bool
    division_name : str
    grid_cm : float or None
        Side of the grid's squares. [cm]
    """

    title: str
    width_cm: float
    height_cm: float
    contours: list[Line]
    across: tuple[float, ...] = ()
    down: tuple[float, ...] = ()
    diagonals: bool = False
    division_name: str = ""
    grid_cm: float | None = None

    def __post_init__(self) -> None:
        if self.grid_cm is not None and not 0.5 <= self.grid_cm <= 50:
            raise DomainError("A grid's squares are from half a centimetre to half a metre.", "Choose another size.")


def contour_lines(steps: NDArray[np.uint8], least_share: float) -> list[Line]:
    """Trace a thumbnail's contours once each: around all that is at least as light as each step.

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
    least_share : float
        Smaller shapes, as a share of the picture, are left out.
    """
    lines: list[Line] = []
    height, width = steps.shape
    for step in range(1, int(steps.max()) + 1):
        lighter = (steps >= step).astype(np.uint8)
        shapes = find_shapes(lighter)
        # Shapes too small to be drawn go over to what is around them.
        small = shapes.area_px < least_share * steps.size
        kept = np.where(small[shapes.ids], 1 - lighter, lighter).astype(np.uint8)
        for part in outlines(kept, 1):
            lines += _without_rim([(float(x), float(y)) for x, y in part], 1.5 / width, 1.5 / height)
    return lines


def _without_rim(line: Line, near_x: float, near_y: float) -> list[Line]:
    """Cut a closed line where it follows the rim of the picture, which is no contour."""

    def on_rim(a: tuple[float, float], b: tuple[float, float]) -> bool:
        left = a[0] <= near_x and b[0] <= near_x
        right = a[0] >= 1 - near_x and b[0] >= 1 - near_x
        top = a[1] <= near_y and b[1] <= near_y
        return left or right or top or (a[1] >= 1 - near_y and b[1] >= 1 - near_y)

    closed = [*line, line[0]]
    rims = [on_rim(a, b) for a, b in zip(closed, closed[1:], strict=False)]
    if not any(rims):
        return [closed]
    start = rims.index(True)
    ring, rims = closed[:-1], rims[start:] + rims[:start]
    ring = ring[start:] + ring[:start]
    pieces: list[Line] = []
    piece: Line = []
    for at, rim in enumerate(rims):
        after = ring[(at + 1) % len(ring)]
        if rim:
            if len(piece) > 1:
                pieces.append(piece)
            piece = [after]
        else:
            piece.append(after)
    if len(piece) > 1:
        pieces.append(piece)
    return pieces


def length_cm(contours: list[Line], width_cm: float, height_cm: float) -> float:
    """Length of all lines on the support. [cm]."""
    return sum(
        math.hypot((b[0] - a[0]) * width_cm, (b[1] - a[1]) * height_cm)
        for line in contours
        for a, b in zip(line, line[1:], strict=False)
    )


def _tiles(length_mm: float, room_mm: float) -> list[float]:
    """Where the tiles along one side begin, so that neighbours overlap by a centimetre. [mm]."""
    if length_mm <= room_mm:
        return [0.0]
    step = room_mm - OVERLAP_MM
    count = math.ceil((length_mm - OVERLAP_MM) / step)
    return [index * step for index in range(count)]


def _best_paper(transfer: Transfer, paper: str) -> tuple[float, float]:
    """Lay the paper upright or across, whichever takes fewer sheets. [points]."""
    try:
        size = PAPERS[paper]
    except KeyError:
        raise DomainError("That paper is not known here.", "Choose A4, A3 or Letter.") from None

    def sheets(page: tuple[float, float]) -> int:
        room = _room(page)
        return len(_tiles(10 * transfer.width_cm, room[0])) * len(_tiles(10 * transfer.height_cm, room[1]))

    return min((size, landscape(size)), key=sheets)


def _room(page: tuple[float, float]) -> tuple[float, float]:
    return page[0] / mm - 2 * RIM_MM, page[1] / mm - 2 * RIM_MM - FOOT_MM


def draw_transfer(transfer: Transfer, paper: str = "a4") -> bytes:
    """Print at true size, on as many sheets as it takes.

    Raises
    ------
    DomainError
        If it would take more than 120 sheets, or the paper is not known.
    """
    register_fonts()
    page_size = _best_paper(transfer, paper)
    room = _room(page_size)
    columns, rows = _tiles(10 * transfer.width_cm, room[0]), _tiles(10 * transfer.height_cm, room[1])
    if len(columns) * len(rows) > MOST_SHEETS:
        raise DomainError(
            f"That takes {len(columns) * len(rows)} sheets; up to {MOST_SHEETS} are printed.",
            "Choose larger paper, or take the SVG to a plotter.",
        )
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=page_size, invariant=1)
    canvas.setTitle(transfer.title)
    page = Page(canvas)
    for row, top in enumerate(rows):
        for column, left in enumerate(columns):
            _sheet(canvas, transfer, page_size, (left, top))
            _marks(canvas, page_size, (column, row), (len(columns), len(rows)))
            where = (
                ""
                if len(columns) * len(rows) == 1
                else f"Row {row + 1}, column {column + 1} of {len(rows)} x {len(columns)}. "
            )
            _foot(page, transfer, page_size, where)
            canvas.showPage()
    canvas.save()
    return out.getvalue()


def _sheet(canvas: Canvas, transfer: Transfer, page: tuple[float, float], at_mm: tuple[float, float]) -> None:
    """Draw the part of the drawing that begins at a place of it. [mm]."""
    room = _room(page)
    width, height = 10 * transfer.width_cm * mm, 10 * transfer.height_cm * mm
    canvas.saveState()
    clip = canvas.beginPath()
    clip.rect(RIM_MM * mm, (RIM_MM + FOOT_MM) * mm, room[0] * mm, room[1] * mm)
    canvas.clipPath(clip, stroke=0, fill=0)
    # The drawing's top left corner, seen from this sheet.
    canvas.translate((RIM_MM - at_mm[0]) * mm, page[1] - RIM_MM * mm + at_mm[1] * mm)
    if transfer.grid_cm:
        canvas.setLineWidth(0.3)
        canvas.setStrokeGray(0.62)
        for index in range(1, math.ceil(transfer.width_cm / transfer.grid_cm)):
            x = index * transfer.grid_cm * 10 * mm
            canvas.line(x, 0, x, -height)
        for index in range(1, math.ceil(transfer.height_cm / transfer.grid_cm)):
            y = index * transfer.grid_cm * 10 * mm
            canvas.line(0, -y, width, -y)
    canvas.setLineWidth(0.5)
    canvas.setStrokeGray(0.35)
    canvas.setDash(6, 4)
    for share in transfer.across:
        canvas.line(share * width, 0, share * width, -height)
    for share in transfer.down:
        canvas.line(0, -share * height, width, -share * height)
    if transfer.diagonals:
        canvas.line(0, 0, width, -height)
        canvas.line(0, -height, width, 0)
    canvas.setDash()
    canvas.setStrokeGray(0.0)
    canvas.setLineWidth(0.8)
    for line in transfer.contours:
        path = canvas.beginPath()
        path.moveTo(line[0][0] * width, -line[0][1] * height)
        for x, y in line[1:]:
            path.lineTo(x * width, -y * height)
        canvas.drawPath(path)
    canvas.setLineWidth(1.0)
    canvas.rect(0, -height, width, height)
    canvas.restoreState()


def _marks(canvas: Canvas, page: tuple[float, float], at: tuple[int, int], of: tuple[int, int]) -> None:
    """Draw crosses where this sheet overlaps its neighbours: lay cross on cross."""
    room = _room(page)
    left, right = RIM_MM, RIM_MM + room[0]
    bottom, top = RIM_MM + FOOT_MM, RIM_MM + FOOT_MM + room[1]
    half = OVERLAP_MM / 2
    xs = [left + half] * (at[0] > 0) + [right - half] * (at[0] < of[0] - 1)
    ys = [top - half] * (at[1] > 0) + [bottom + half] * (at[1] < of[1] - 1)
    places = [(x, y) for x in xs for y in (bottom + room[1] / 4, top - room[1] / 4)]
    places += [(x, y) for y in ys for x in (left + room[0] / 4, right - room[0] / 4)]
    canvas.setLineWidth(0.6)
    canvas.setStrokeGray(0.0)
    for x, y in places:
        canvas.line((x - 3) * mm, y * mm, (x + 3) * mm, y * mm)
        canvas.line(x * mm, (y - 3) * mm, x * mm, (y + 3) * mm)


def _foot(page: Page, transfer: Transfer, size: tuple[float, float], where: str) -> None:
    canvas, y = page.canvas, (RIM_MM + 5) * mm
    canvas.setLineWidth(1.2)
    canvas.setStrokeGray(0.0)
    canvas.line(RIM_MM * mm, y, (RIM_MM + BAR_MM) * mm, y)
    for end in (RIM_MM, RIM_MM + BAR_MM):
        canvas.line(end * mm, y - 1.5 * mm, end * mm, y + 1.5 * mm)
    page.text(RIM_MM * mm, y - 5 * mm, "This bar is 10 cm long. If not, print again without scaling.", SANS, 8.5)
    division = f", {transfer.division_name.lower()}" if transfer.division_name else ""
    grid = f", grid {transfer.grid_cm:g} cm" if transfer.grid_cm else ""
    said = f"{where}{transfer.title}: {transfer.width_cm:.1f} x {transfer.height_cm:.1f} cm{division}{grid}"
    page.text(RIM_MM * mm, y + 3.4 * mm, said, BOLD, 9.5, width=size[0] - 2 * RIM_MM * mm)


def transfer_svg(transfer: Transfer) -> bytes:
    """Write the same drawing as one SVG in millimetres, with the bar under it."""
    width, height = 10 * transfer.width_cm, 10 * transfer.height_cm
    whole_width = max(width, BAR_MM) + 4
    lines = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{whole_width:.2f}mm" height="{height + 16:.2f}mm" '
        f'viewBox="-2 -2 {whole_width:.2f} {height + 16:.2f}" fill="none" stroke="#000">',
    ]
    if transfer.grid_cm:
        side = 10 * transfer.grid_cm
        path = "".join(f"M{i * side:.2f},0V{height:.2f}" for i in range(1, math.ceil(width / side)))
        path += "".join(f"M0,{i * side:.2f}H{width:.2f}" for i in range(1, math.ceil(height / side)))
        lines.append(f'<path id="grid" d="{path}" stroke="#9e9e9e" stroke-width="0.15"/>')
    path = "".join(f"M{share * width:.2f},0V{height:.2f}" for share in transfer.across)
    path += "".join(f"M0,{share * height:.2f}H{width:.2f}" for share in transfer.down)
    if transfer.diagonals:
        path += f"M0,0L{width:.2f},{height:.2f}M0,{height:.2f}L{width:.2f},0"
    if path:
        lines.append(f'<path id="division" d="{path}" stroke="#555" stroke-width="0.2" stroke-dasharray="2 1.4"/>')
    path = "".join("M" + " ".join(f"{x * width:.2f},{y * height:.2f}" for x, y in line) for line in transfer.contours)
    lines += [
        f'<path id="contours" d="{path}" stroke-width="0.3" stroke-linejoin="round"/>',
        f'<rect width="{width:.2f}" height="{height:.2f}" stroke-width="0.35"/>',
        f'<path id="bar" d="M0,{height + 7:.2f}H{BAR_MM:.2f}M0,{height + 5.5:.2f}v3M{BAR_MM:.2f},{height + 5.5:.2f}v3" '
        'stroke-width="0.4"/>',
        f'<text x="0" y="{height + 12.5:.2f}" font-family="sans-serif" font-size="3" fill="#000" stroke="none">'
        "This bar is 10 cm long.</text>",
        "</svg>",
    ]
    return "\n".join(lines).encode()
