"""The values of a photo, without a painting: what is dark, what is light, and what it comes to in a few steps."""

from __future__ import annotations

from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.balance import guessed_cast
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.core.picture.working import THUMBNAIL_SIZE, WorkingPicture
from kind_distance.exchange.pictures import read_picture

CORNERS = {"upper left": (0, 0), "upper right": (0, 1), "lower left": (1, 0), "lower right": (1, 1)}


def _median(value: NDArray[np.float32], row: int, column: int) -> float:
    """Median value of one quarter of the picture. [V]."""
    rows, columns = (
        np.array_split(np.arange(value.shape[0]), 2)[row],
        np.array_split(np.arange(value.shape[1]), 2)[column],
    )
    quarter = value[rows[0] : rows[-1] + 1, columns[0] : columns[-1] + 1]
    return round(float(np.median(quarter)), 2)


def measure_photo(data: bytes, name: str, steps: int = 4) -> dict[str, Any]:
    """Measure a photo.

    Parameters
    ----------
    data : bytes
        The file as it is.
    name : str
        What messages call it.
    steps : int
        Values of the thumbnail, 2 to 7.

    Raises
    ------
    PictureError
        If it is no picture that can be taken.
    DomainError
        If the steps make no sense.
    """
    taken = read_picture(data, name)
    picture = WorkingPicture.of(taken.codes)
    scale = min(1.0, THUMBNAIL_SIZE / max(picture.width, picture.height))
    size = (max(1, round(picture.width * scale)), max(1, round(picture.height * scale)))
    small = np.asarray(cv2.resize(picture.value, size, interpolation=cv2.INTER_AREA), np.float32)
    thumbnail = make_thumbnail(simplify(small), ThumbnailSettings(steps=steps))
    reading = thumbnail.reading
    dark, mass, light = (float(v) for v in np.percentile(picture.value, (2, 50, 98)))
    cast = guessed_cast(picture.lab)
    return {
        "name": name,
        "width_px": taken.facts.width_px,
        "height_px": taken.facts.height_px,
        "value": {"dark": round(dark, 2), "mass": round(mass, 2), "light": round(light, 2)},
        "key": reading.key,
        "steps": [
            {"value": round(v, 2), "share": round(s, 4)}
            for v, s in sorted(zip(reading.values, reading.shares, strict=True))
        ],
        "effective_shapes": round(reading.effective_shapes, 2),
        "contour": round(reading.contour, 3),
        "largest_share": round(reading.largest_share, 4),
        "chroma": round(float(picture.chroma.mean()), 2),
        "fine_edges": round(float(picture.fine_edges.mean()), 4),
        "corners": {corner: _median(picture.value, row, column) for corner, (row, column) in CORNERS.items()},
        "leans": None if cast is None else {"toward": cast.leans, "strength": round(cast.strength, 1)},
    }


def as_text(found: dict[str, Any]) -> str:
    """Say the values of a photo in lines to be read."""
    value = found["value"]
    lines = [
        f"{found['name']}: {found['width_px']} x {found['height_px']} px, {found['key']} key",
        f"  dark {value['dark']:.1f}   mass {value['mass']:.1f}   light {value['light']:.1f}   (Munsell value)",
        f"  in {len(found['steps'])} values: "
        + ", ".join(f"{100 * step['share']:.0f} % at {step['value']:.1f}" for step in found["steps"]),
        f"  reads as {found['effective_shapes']:.1f} shapes; the largest holds {100 * found['largest_share']:.0f} %",
    ]
    if found["leans"] and found["leans"]["strength"] >= 5:
        lines.append(f"  its light greys lean {found['leans']['toward']}")
    return "\n".join(lines)
