"""Pages of a PDF as pictures, to be looked at before they are printed."""

from __future__ import annotations

import io
from dataclasses import dataclass
from threading import Lock

import pypdfium2
from PIL import Image

PREVIEW_DPI, MOST_PAGES = 96, 30
POINT_CM = 2.54 / 72
_ONE_AT_A_TIME = Lock()  # the library draws for one thread at a time


@dataclass(frozen=True, slots=True)
class PagePicture:
    """One page as a PNG, and how large the paper is in centimetres."""

    png: bytes
    width_cm: float
    height_cm: float


def page_pictures(data: bytes, dpi: int = PREVIEW_DPI) -> list[PagePicture]:
    """Draw the pages of one of our own PDFs, in order, 30 at most.

    Parameters
    ----------
    data : bytes
        The PDF.
    dpi : int
        Pixels to an inch of paper.
    """
    pages = []
    with _ONE_AT_A_TIME:
        document = pypdfium2.PdfDocument(data)
        try:
            for page in list(document)[:MOST_PAGES]:
                width, height = page.get_size()
                out = io.BytesIO()
                drawn = page.render(scale=dpi / 72).to_pil().convert("RGB")
                drawn.quantize(256, dither=Image.Dither.NONE).save(out, "PNG", optimize=True)
                pages.append(PagePicture(out.getvalue(), width * POINT_CM, height * POINT_CM))
        finally:
            document.close()
    return pages
