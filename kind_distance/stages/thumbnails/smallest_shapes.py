"""How small the shapes of a painting are on its support, plane by plane, as the chosen thumbnail has them."""

from __future__ import annotations

from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.marking import Stroke
from kind_distance.core.depth.smallest import shapes_of, smallest_widths
from kind_distance.core.picture.thumbnail import ThumbnailSettings
from kind_distance.core.remembering import remembered
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Framing
from kind_distance.pictures.plates import chosen_thumbnail, framing_of, settings_of, size_on_support
from kind_distance.rows import State
from kind_distance.stages.planes.strokes import marked, strokes_by_rank


@remembered
def _shapes(file: Path, framing: Framing, settings: ThumbnailSettings) -> tuple[NDArray[np.int32], NDArray[np.float64]]:
    """Part the thumbnail into shapes; whatever is marked on the picture leaves them as they are."""
    return shapes_of(darkroom.thumbnail(file, framing, settings).steps)


def prepare(file: Path, state: State) -> None:
    """Part the chosen thumbnail into shapes, while nobody waits for it."""
    chosen = chosen_thumbnail(state)
    if chosen is not None:
        _shapes(file, framing_of(state, chosen), settings_of(state, chosen))


@remembered
def _widths(
    file: Path, framing: Framing, settings: ThumbnailSettings, count: int, with_sky: bool, strokes: tuple[Stroke, ...]
) -> tuple[float | None, ...]:
    """Measure them as shares of the thumbnail's width."""
    shapes, widths = _shapes(file, framing, settings)
    labels = marked(file, framing.plate, count, with_sky, strokes)
    if framing.crop is not None:
        across, down = (labels.shape[at] / framing.size_px[1 - at] for at in (1, 0))
        crop = framing.crop
        top, left = int(crop.y * down), int(crop.x * across)
        labels = labels[top : top + max(1, int(crop.height * down)), left : left + max(1, int(crop.width * across))]
    fitted = cv2.resize(np.ascontiguousarray(labels), shapes.shape[::-1], interpolation=cv2.INTER_NEAREST)
    found = smallest_widths(shapes, widths, np.asarray(fitted, dtype=np.uint8), count)
    return tuple(None if width is None else width / shapes.shape[1] for width in found)


def smallest_mm(file: Path, state: State) -> tuple[float | None, ...]:
    """Width of each plane's smallest shape, farthest first; None where no thumbnail of the photo is chosen. [mm]."""
    chosen = chosen_thumbnail(state)
    if chosen is None or chosen.source != state.brief.main_source or not state.planes:
        return (None,) * len(state.planes)
    framing = framing_of(state, chosen)
    sky = state.planes[0].kind == "sky"
    shares = _widths(file, framing, settings_of(state, chosen), len(state.planes), sky, strokes_by_rank(state))
    wide = 10 * size_on_support(state, framing)[0]
    return tuple(None if share is None else share * wide for share in shares)
