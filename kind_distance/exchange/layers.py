"""Thumbnails in open formats: SVG with one path per shape, OpenRaster with one layer per step."""

from __future__ import annotations

import io
import zipfile
from xml.sax.saxutils import quoteattr

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.picture.outlines import outlines
from kind_distance.core.picture.shapes import find_shapes
from kind_distance.exchange.pictures import png

CLOCK = (2026, 1, 1, 0, 0, 0)  # the same thumbnail gives the same file


def _grey(code: int) -> str:
    return f"#{code:02x}{code:02x}{code:02x}"


def _path(parts: list[NDArray[np.float64]], width: float, height: float) -> str:
    return "".join(
        "M" + " ".join(f"{x * width:.2f},{y * height:.2f}" for x, y in part) + "Z" for part in parts if len(part) > 2
    )


def thumbnail_svg(
    steps: NDArray[np.uint8], codes: list[int], values: tuple[float, ...], title: str, size_cm: tuple[float, float]
) -> bytes:
    """Write a thumbnail as SVG: one path per shape, the largest first, each with its step and value.

    Parameters
    ----------
    steps : uint8 array, shape (H, W)
        Step of each pixel, 0 = darkest.
    codes : list of int
        sRGB grey of each step.
    values : tuple of float
        Munsell value of each step.
    title : str
    size_cm : (width, height)
        Size on the support. [cm]
    """
    height, width = steps.shape
    shapes = find_shapes(steps)
    lines = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{size_cm[0]:.2f}cm" height="{size_cm[1]:.2f}cm" '
        f'viewBox="0 0 {width} {height}" preserveAspectRatio="none" stroke-linejoin="round">',
        f"<title>{_text(title)}</title>",
    ]
    for shape in np.argsort(-shapes.area_px, kind="stable"):
        step = int(shapes.step[shape])
        path = _path(outlines(shapes.ids, int(shape)), width, height)
        if not path:
            continue
        grey = _grey(codes[step])
        # A hair of its own colour around each shape closes the seam between two simplified outlines.
        lines.append(
            f'<path d="{path}" fill="{grey}" stroke="{grey}" stroke-width="1.6" fill-rule="evenodd" '
            f'data-step="{step + 1}" data-value="{values[step]:.1f}"/>'
        )
    lines.append("</svg>")
    return "\n".join(lines).encode()


def _text(said: str) -> str:
    return said.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")


def thumbnail_layers(steps: NDArray[np.uint8], codes: list[int], values: tuple[float, ...], title: str) -> bytes:
    """Write a thumbnail as OpenRaster: one layer per step, the lightest at the bottom.

    References
    ----------
    .. [1] OpenRaster baseline specification 0.0.5: a ZIP whose first entry ``mimetype`` is stored uncompressed,
       ``stack.xml``, the layers as PNG, ``mergedimage.png`` and ``Thumbnails/thumbnail.png`` of at most 256 pixels.
    """
    height, width = steps.shape
    merged = np.array(codes, np.uint8)[steps]
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:

        def put(name: str, data: bytes, *, stored: bool = False) -> None:
            entry = zipfile.ZipInfo(name, CLOCK)
            entry.compress_type = zipfile.ZIP_STORED if stored else zipfile.ZIP_DEFLATED
            archive.writestr(entry, data)

        put("mimetype", b"image/openraster", stored=True)
        stack = []
        for step, value in enumerate(values):
            layer = np.zeros((height, width, 4), np.uint8)
            layer[..., :3] = codes[step]
            layer[..., 3] = np.where(steps == step, 255, 0)
            put(f"data/step{step + 1}.png", png(layer))
            name = quoteattr(f"Step {step + 1}, value {value:.1f}")
            stack.append(
                f'<layer name={name} src="data/step{step + 1}.png" x="0" y="0" opacity="1.0" '
                'visibility="visible" composite-op="svg:src-over"/>'
            )
        put(
            "stack.xml",
            (
                '<?xml version="1.0" encoding="UTF-8"?>\n'
                f'<image version="0.0.5" w="{width}" h="{height}" name={quoteattr(title)}><stack>'
                + "".join(stack)
                + "</stack></image>"
            ).encode(),
        )
        put("mergedimage.png", png(np.repeat(merged[..., None], 3, axis=2)))
        scale = min(1.0, 256 / max(width, height))
        small = cv2.resize(
            merged, (max(1, round(width * scale)), max(1, round(height * scale))), interpolation=cv2.INTER_AREA
        )
        put("Thumbnails/thumbnail.png", png(np.repeat(np.asarray(small, np.uint8)[..., None], 3, axis=2)))
    return out.getvalue()
