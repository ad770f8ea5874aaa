"""Printing type: the fonts that ship with the application, and a page with the few kinds of text that prints use."""

from __future__ import annotations

import io
import unicodedata
from functools import lru_cache
from importlib import resources

from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

SANS, BOLD, SERIF, ITALIC = "AlegreyaSans", "AlegreyaSans-Bold", "Alegreya-Medium", "Alegreya-Italic"
FILES = {
    SANS: "AlegreyaSans-Regular.ttf",
    BOLD: "AlegreyaSans-Bold.ttf",
    SERIF: "Alegreya-Medium.ttf",
    ITALIC: "Alegreya-Italic.ttf",
}
EDGE = 14 * mm


@lru_cache(maxsize=1)
def register_fonts() -> None:
    """Make the fonts known to the PDF writer; once is enough."""
    folder = resources.files("kind_distance.exchange") / "fonts"
    for name, file in FILES.items():
        pdfmetrics.registerFont(TTFont(name, io.BytesIO((folder / file).read_bytes())))


def _known(text: str, font: str) -> str:
    """Bring a text into what the font can show: accents it lacks are left off, the rest becomes a dot."""
    glyphs: dict[int, int] = pdfmetrics.getFont(font).face.charToGlyph  # type: ignore[attr-defined]
    shown = []
    for character in text:
        if ord(character) in glyphs:
            shown.append(character)
            continue
        plain = [c for c in unicodedata.normalize("NFKD", character) if ord(c) in glyphs]
        shown.append("".join(plain) or "·")
    return "".join(shown)


def begin_a4(title: str) -> tuple[Page, io.BytesIO, float]:
    """Begin a PDF on A4: its first page, where it is written to, and the room between the edges. [pt]."""
    register_fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, invariant=1)
    canvas.setTitle(title)
    return Page(canvas), out, A4[0] - 2 * EDGE


class Page:
    """A canvas with the few kinds of text that the sheet uses."""

    def __init__(self, canvas: Canvas) -> None:
        self.canvas = canvas

    def text(
        self, x: float, y: float, text: str, font: str, size: float, *, width: float = 0.0, right: bool = False
    ) -> None:
        """Write one line; shortened by an ellipsis where a width is given and it runs over."""
        shown = _known(text, font)
        if width and pdfmetrics.stringWidth(shown, font, size) > width:
            while shown and pdfmetrics.stringWidth(shown + "...", font, size) > width:
                shown = shown[:-1]
            shown = shown.rstrip() + "..."
        self.canvas.setFont(font, size)
        self.canvas.setFillGray(0.05)
        if right:
            self.canvas.drawRightString(x, y, shown)
        else:
            self.canvas.drawString(x, y, shown)

    def height_of(self, text: str, font: str, size: float, width: float) -> float:
        """Height of a paragraph that is broken between words."""
        return len(simpleSplit(_known(text, font), font, size, width)) * size * 1.22

    def lines(self, x: float, y: float, text: str, font: str, size: float, width: float, most: int = 40) -> float:
        """Write a paragraph, broken between words; return the height after it."""
        shown, line = _known(text, font).split(), ""
        for word in [*shown, ""]:
            longer = f"{line} {word}".strip()
            if word and pdfmetrics.stringWidth(longer, font, size) <= width:
                line = longer
                continue
            if line and most > 0:
                self.text(x, y, line, font, size, width=width)
                y -= size * 1.22
                most -= 1
            line = word
        return y

    def rule(self, y: float, width: float = 0.6) -> None:
        """Draw a line across the page."""
        self.canvas.setStrokeGray(0.1)
        self.canvas.setLineWidth(width)
        self.canvas.line(EDGE, y, A4[0] - EDGE, y)
