"""Own swatches, read off a photographed page with the correction of its card."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.mixing.swatch_page import Box, propose_boxes
from kind_distance.errors import DomainError
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Plate
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import SourceRecord, TubeRecord

REACH = 0.012  # half of the patch that is read, as a share of the picture's width
LEAST_ERROR = 1.5  # CIEDE2000 that even a good card leaves; common practice, no source
LIKE_A_TUBE = 30.0  # CIEDE2000 within which a row may be a tube: own paint is often far from what is said of it
GREY = 6.0  # chroma under which a patch has no hue
UNEVEN = 8.0  # spread of a patch from which it is not one colour


@dataclass(frozen=True)
class ReadSwatch:
    """Colour of a patch, and how far its pixels lie from it (CIEDE2000)."""

    lab: tuple[float, float, float]
    error: float


def carded(source: SourceRecord) -> Plate:
    """Give a photo as it is read; raise DomainError where nothing on it says what is white."""
    plate = plate_of(source)
    if not plate.places:
        raise DomainError(
            f"Nothing on {source.name} says what is white.",
            "Photograph the swatches beside a white and a grey, and press these on Sources first.",
        )
    return plate


def boxes_on(file: Path, source: SourceRecord) -> list[Box]:
    """Propose where the swatches of a photographed page are."""
    return propose_boxes(darkroom.working(file, carded(source)).lab)


def tubes_of_rows(boxes: list[Box], tubes: tuple[TubeRecord, ...]) -> dict[int, int]:
    """Guess which tube each row shows: its first box beside masstones, nearest pair first, none over 30 CIEDE2000."""
    first = {box.row: box for box in reversed(boxes)}
    pairs = sorted(
        (float(ciede2000(np.array([box.lab]), np.array([tube.masstone]))[0]), row, tube.number)
        for row, box in first.items() for tube in tubes
        # A grey card beside the swatches is no blue, however near.
        if np.hypot(*box.lab[1:]) >= GREY or np.hypot(*tube.masstone[1:]) < 2 * GREY
    )  # fmt: skip
    found: dict[int, int] = {}
    for away, row, number in pairs:
        if away <= LIKE_A_TUBE and row not in found and number not in found.values():
            found[row] = number
    return found


def read_swatch(file: Path, source: SourceRecord, x: float, y: float) -> ReadSwatch:
    """Read a patch of a photo whose card was pressed.

    Raises
    ------
    DomainError
        Without a card; outside the picture; where the patch is not one colour.
    """
    plate = carded(source)
    if not (0 <= x <= 1 and 0 <= y <= 1):
        raise DomainError("That place is outside the photo.", "Press a swatch on it.")
    picture = darkroom.working(file, plate)
    reach = max(2, round(REACH * picture.width))
    row, column = int(y * (picture.height - 1)), int(x * (picture.width - 1))
    rows = slice(max(0, row - reach), row + reach + 1)
    columns = slice(max(0, column - reach), column + reach + 1)
    pixels = picture.lab[rows, columns].reshape(-1, 3).astype(np.float64)
    middle = np.median(pixels, axis=0)
    spread = float(np.mean(ciede2000(pixels, middle)))
    if spread > UNEVEN:
        raise DomainError("What lies there is not one colour.", "Press the middle of a swatch, away from its rim.")
    light, a, b = (round(float(each), 2) for each in middle)
    return ReadSwatch((light, a, b), round(max(LEAST_ERROR, spread), 1))
