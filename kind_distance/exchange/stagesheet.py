"""Six stages of a build on one sheet, to hang beside the easel."""

from __future__ import annotations

import io

import numpy as np
from numpy.typing import NDArray
from reportlab.lib.pagesizes import A4
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader

from kind_distance.exchange.pictures import jpeg
from kind_distance.exchange.type import EDGE, SANS, SERIF, begin_a4

STAGES = 6
GAP = 6 * mm


def places_for(stages: int) -> list[int]:
    """Choose six of so many stages, evenly from the first to the last; all where there are no more."""
    if stages <= STAGES:
        return list(range(stages))
    return [int(each) for each in np.linspace(0, stages - 1, STAGES).round()]


def draw_stages(title: str, pictures: list[tuple[str, NDArray[np.uint8]]]) -> bytes:
    """Draw up to six pictures, (H, W, 3) sRGB codes each with its words, in two columns -> PDF, one page."""
    page, out, room = begin_a4(title)
    canvas = page.canvas
    top = A4[1] - EDGE - 6 * mm
    page.text(EDGE, top, title, SERIF, 20, width=room)
    wide = (room - GAP) / 2
    rows = (top - EDGE - 8 * mm) / (STAGES / 2)
    for at, (said, codes) in enumerate(pictures[:STAGES]):
        height, width = codes.shape[:2]
        drawn = min(wide, (rows - 14 * mm) * width / height)
        high = drawn * height / width
        x, y = EDGE + (at % 2) * (wide + GAP), top - 8 * mm - (at // 2) * rows
        canvas.drawImage(ImageReader(io.BytesIO(jpeg(codes, 90))), x, y - high, drawn, high)
        page.lines(x, y - high - 5 * mm, said, SANS, 11.5, wide, 2)
    canvas.save()
    return out.getvalue()
