"""Taking in a picture from outside: any common format, checked first, upright, in sRGB.

Everything about the file is hostile until checked: its type is read from its bytes and never from its
name, its size from the header before a pixel is decoded.
"""

from __future__ import annotations

import io
import lzma
import struct
import warnings
import zlib
from base64 import b64encode
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, SupportsFloat

import cv2
import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageCms, UnidentifiedImageError

from kind_distance.core.picture.working import VIEW_SIZE, WORKING_SIZE, shrink
from kind_distance.errors import (
    BrokenPictureError,
    DomainError,
    EmptyPictureError,
    NotAPictureError,
    PictureTooLargeError,
    PictureTooSmallError,
)
from kind_distance.exchange.strips import shrink_strips

MOST_BYTES = 200 * 1024 * 1024
MOST_PIXELS = 120_000_000
# What decoding holds at once, per pixel; a picture whose decoding would take more than `MOST_HELD` is refused.
MOST_HELD = 480_000_000
_HELD_PER_PIXEL = {"WEBP": 14, "HEIF": 8, "TIFF": 6, "PNG": 4, "JPEG": 1}  # as measured
HELD_PROGRESSIVE = 6  # coefficients of a JPEG in several scans: two bytes each, three colours (ITU-T T.81, annex G)
MOST_SCANNED = 900_000_000  # pixels times scans: about ten seconds of decoding
LARGE = 24_000_000  # pixels from which on a picture is made small strip by strip
LEAST_SIDE = 16
NARROWEST = 100  # on screen such a strip is as wide as the least picture
FORMATS = ("JPEG", "PNG", "WEBP", "TIFF", "HEIF")
SAID_FORMATS = "JPEG, PNG, WebP, TIFF or HEIC"
EXIF_IFD, GPS_IFD, ORIENTATION = 0x8769, 0x8825, 0x0112
# How a picture is turned by the mark of its orientation (Exif 2.32, tag 0x0112).
TURNS = {
    2: Image.Transpose.FLIP_LEFT_RIGHT, 3: Image.Transpose.ROTATE_180, 4: Image.Transpose.FLIP_TOP_BOTTOM,
    5: Image.Transpose.TRANSPOSE, 6: Image.Transpose.ROTATE_270, 7: Image.Transpose.TRANSVERSE,
    8: Image.Transpose.ROTATE_90,
}  # fmt: skip
SIDEWAYS = (5, 6, 7, 8)
BROKEN = (
    OSError, SyntaxError, ValueError, TypeError, EOFError, struct.error, IndexError, KeyError, MemoryError,
    RuntimeError, zlib.error, lzma.LZMAError,
)  # fmt: skip


@dataclass(frozen=True)
class PictureFacts:
    """What the file says of itself.

    Parameters
    ----------
    format : str
        E.g. ``"JPEG"``.
    width_px, height_px : int
        Upright size of the original.
    taken_at : str or None
        Local date and time, ISO 8601 without zone.
    lens : str or None
        Lens or camera with focal length, as the file has it.
    latitude, longitude : float or None
        Place. [degrees]
    remark : str
        What had to be assumed, in the painter's words; empty where nothing.
    """

    format: str
    width_px: int
    height_px: int
    taken_at: str | None = None
    lens: str | None = None
    latitude: float | None = None
    longitude: float | None = None
    remark: str = ""


@dataclass(frozen=True)
class TakenPicture:
    """A picture that was read: sRGB codes, long side at most 1600 px, and what the file says of itself."""

    codes: NDArray[np.uint8]
    facts: PictureFacts


def _register_heif() -> None:
    import pillow_heif

    pillow_heif.register_heif_opener()


def _open(data: bytes, name: str) -> Image.Image:
    if not data:
        raise EmptyPictureError(f"{name} is empty.", "Choose the file again; it may not have been copied whole.")
    if len(data) > MOST_BYTES:
        raise PictureTooLargeError(
            f"{name} has {len(data) // 2**20} MB; up to {MOST_BYTES // 2**20} MB are taken in.",
            "Save it as JPEG or at a smaller size.",
        )
    _register_heif()
    try:
        return Image.open(io.BytesIO(data), formats=list(FORMATS))
    except UnidentifiedImageError:
        raise NotAPictureError(
            f"{name} is not a picture that can be read here.", f"Bring a {SAID_FORMATS} file."
        ) from None
    except Image.DecompressionBombError:
        raise _too_many_pixels(name, None) from None
    except BROKEN:
        raise BrokenPictureError(f"{name} breaks off or is damaged.", "Copy it again from the camera.") from None


def _too_many_pixels(name: str, size: tuple[int, int] | None) -> PictureTooLargeError:
    said = (
        "too many pixels" if size is None else f"{size[0]} x {size[1]} pixels, {size[0] * size[1] / 1e6:.0f} megapixels"
    )
    return PictureTooLargeError(
        f"{name} has {said}; up to {MOST_PIXELS // 10**6} megapixels are taken in.", "Save it at a smaller size."
    )


def _check_cost(picture: Image.Image, data: bytes, name: str) -> None:
    """Refuse what would take more memory or time than a picture may, before a pixel is decoded.

    Raises
    ------
    PictureTooLargeError
    """
    pixels, kind = picture.width * picture.height, str(picture.format)
    scans = data.count(b"\xff\xda") if kind in ("JPEG", "MPO") else 1  # in coded data FF is followed by 00 or a mark
    held = _HELD_PER_PIXEL.get(kind, 1) if scans <= 1 or not picture.info.get("progressive") else HELD_PROGRESSIVE
    if pixels * held > MOST_HELD:
        most = MOST_HELD // held // 10**6
        raise PictureTooLargeError(
            f"{name} has {pixels / 1e6:.0f} megapixels; of this kind of file up to {most} are taken in.",
            "Save it at a smaller size, or as a plain JPEG.",
        )
    if pixels * scans > MOST_SCANNED:
        raise PictureTooLargeError(
            f"{name} is written in {scans} layers and would take minutes to read.", "Save it as a plain JPEG."
        )


def _check_size(size: tuple[int, int], name: str) -> None:
    if size[0] * size[1] > MOST_PIXELS:
        raise _too_many_pixels(name, size)
    if min(size) < LEAST_SIDE:
        raise PictureTooSmallError(
            f"{name} is {size[0]} x {size[1]} pixels: too small to read values from.",
            f"Bring a picture of at least {LEAST_SIDE} pixels each way.",
        )
    if max(size) > NARROWEST * min(size):
        raise PictureTooSmallError(
            f"{name} is {size[0]} x {size[1]} pixels: too narrow a strip to read values from.",
            f"Bring a picture that is at most {NARROWEST} times as long as wide.",
        )


def _degrees(parts: Sequence[SupportsFloat], reference: object, limit: float) -> float | None:
    degrees = float(parts[0]) + float(parts[1]) / 60 + float(parts[2]) / 3600
    if str(reference).upper().startswith(("S", "W")):
        degrees = -degrees
    return round(degrees, 6) if np.isfinite(degrees) and abs(degrees) <= limit else None


def _text(value: object) -> str:
    """Keep what can be read of a text from outside: printable, at most 80 characters."""
    said = value.decode("utf-8", "replace") if isinstance(value, bytes) else str(value)
    return "".join(c for c in said if c.isprintable()).strip()[:80]


def _taken_at(exif: Image.Exif, inner: dict[int, Any]) -> str | None:
    from datetime import datetime

    said = _text(inner.get(0x9003) or exif.get(0x0132) or "")
    try:
        return datetime.strptime(said, "%Y:%m:%d %H:%M:%S").isoformat()  # noqa: DTZ007  cameras know no zone
    except ValueError:
        return None


def _lens(exif: Image.Exif, inner: dict[int, Any]) -> str | None:
    parts = [_text(inner.get(0xA434) or exif.get(0x0110) or "")]
    try:
        focal = float(inner[0x920A])
        if 0.5 <= focal <= 3000:
            parts.append(f"{focal:g} mm")
    except (KeyError, TypeError, ValueError, ZeroDivisionError):
        pass
    return ", ".join(part for part in parts if part) or None


def _place(exif: Image.Exif) -> tuple[float | None, float | None]:
    try:
        gps = exif.get_ifd(GPS_IFD)
        return _degrees(gps[2], gps.get(1, "N"), 90), _degrees(gps[4], gps.get(3, "E"), 180)
    except (*BROKEN, ZeroDivisionError):
        return None, None


def _exif_facts(picture: Image.Image) -> dict[str, Any]:
    """Read date, lens and place; a damaged record simply says nothing."""
    try:
        exif = picture.getexif()
        inner = dict(exif.get_ifd(EXIF_IFD))
    except (*BROKEN, ZeroDivisionError):
        return {}
    latitude, longitude = _place(exif)
    if latitude is None or longitude is None:
        latitude = longitude = None
    return {
        "taken_at": _taken_at(exif, inner),
        "lens": _lens(exif, inner),
        "latitude": latitude,
        "longitude": longitude,
    }


def _depth_of(picture: Image.Image) -> float | None:
    """Give the lightest code of deep grey, which Pillow would clip instead of scaling; None where it has 8 bit."""
    if picture.mode == "F":
        raise DomainError("This picture holds floating-point light.", "Save it as a 16-bit TIFF or PNG.")
    if not picture.mode.startswith("I"):
        return None
    lightest: Any = picture.getextrema()[1]
    return 65535.0 if lightest > 255 else 255.0


def _to_8_bit(picture: Image.Image, top: float) -> Image.Image:
    deep = np.asarray(picture)
    return Image.fromarray(np.asarray(np.clip(deep, 0, top) * (255 / top) + 0.5, dtype=np.uint8))


def _srgb(picture: Image.Image) -> tuple[Image.Image, str]:
    """Convert to sRGB by the embedded profile; return the picture and what had to be assumed."""
    profile, remark = picture.info.get("icc_profile"), ""
    if picture.mode in ("RGBA", "LA", "PA") or "transparency" in picture.info:
        over = picture.convert("RGBA")
        paper = Image.new("RGBA", over.size, (255, 255, 255, 255))
        picture = Image.alpha_composite(paper, over).convert("RGB")
        remark = "What was transparent is read as white."
    elif picture.mode not in ("RGB", "L", "CMYK", "LAB"):
        picture = picture.convert("RGB")
    if profile and picture.mode != "LAB":
        try:
            source = ImageCms.ImageCmsProfile(io.BytesIO(profile))
            target = ImageCms.createProfile("sRGB")
            found = ImageCms.profileToProfile(picture, source, target, outputMode="RGB")
            if found is not None:
                return found, remark
        except (ImageCms.PyCMSError, *BROKEN):
            remark = f"{remark} Its colour profile cannot be used; it is read as sRGB.".strip()
    elif picture.mode == "CMYK":
        remark = "It has printing colours without a profile: values are approximate."
    return picture if picture.mode == "RGB" else picture.convert("RGB"), remark


def _deep_tiff(data: bytes, name: str) -> NDArray[np.uint16]:
    """Read a 16-bit colour TIFF, which Pillow does not know: (H, W, 3 or more)."""
    import tifffile

    try:
        with tifffile.TiffFile(io.BytesIO(data)) as file:
            page = file.pages[0]
            size = (int(page.shape[1]), int(page.shape[0]))
            _check_size(size, name)
            if size[0] * size[1] * _HELD_PER_PIXEL["TIFF"] > MOST_HELD:
                raise _too_many_pixels(name, size)
            pixels = page.asarray()
    except (*BROKEN, tifffile.TiffFileError):
        raise NotAPictureError(
            f"{name} is a TIFF of a kind that cannot be read here.", "Save it uncompressed, or as PNG."
        ) from None
    if pixels.dtype != np.uint16 or pixels.ndim != 3 or pixels.shape[2] < 3:
        raise NotAPictureError(f"{name} is a TIFF of a kind that cannot be read here.", "Save it as RGB, 8 or 16 bit.")
    return np.asarray(pixels)


def _read_deep_tiff(data: bytes, name: str) -> TakenPicture:
    deep = _deep_tiff(data, name)
    height, width = deep.shape[:2]

    def rows(start: int, stop: int) -> NDArray[np.uint8]:
        return np.asarray(deep[start:stop, :, :3] * np.float32(1 / 257) + np.float32(0.5), dtype=np.uint8)

    small = max(width, height) <= VIEW_SIZE
    codes = rows(0, height) if small else shrink_strips(rows, width, height, VIEW_SIZE)
    return TakenPicture(codes, PictureFacts("TIFF", width, height))


def read_picture(data: bytes, name: str = "This file") -> TakenPicture:
    """Read a picture.

    Parameters
    ----------
    data : bytes
        The file, whole.
    name : str
        What to call it when something is wrong.

    Returns
    -------
    TakenPicture

    Raises
    ------
    PictureError
        One of its kinds: empty, no picture, broken, too large, too small.
    """
    with warnings.catch_warnings():
        # Pillow warns of damage and of sizes below our own limit; what matters is said by our errors.
        warnings.simplefilter("ignore")
        return _read(data, name)


def _read(data: bytes, name: str) -> TakenPicture:
    try:
        picture = _open(data, name)
    except NotAPictureError:
        if data[:4] not in (b"II*\0", b"MM\0*"):
            raise
        return _read_deep_tiff(data, name)
    stored = picture.size
    _check_size(stored, name)
    _check_cost(picture, data, name)
    file_format = "JPEG" if picture.format in ("JPEG", "MPO") else (picture.format or "TIFF")
    known = _exif_facts(picture)
    try:
        # A JPEG can be decoded at a half or a quarter at once; twice the working size keeps values true.
        picture.draft("RGB" if picture.mode in ("RGB", "L") else None, (2 * WORKING_SIZE, 2 * WORKING_SIZE))
        picture.load()
        turned = picture.getexif().get(ORIENTATION, 1)
        codes, remark = _codes_of(picture)
        codes = _upright(codes, turned)
    except BROKEN:
        raise BrokenPictureError(
            f"{name} begins well and then breaks off.", "Copy it again from the camera; nothing was kept."
        ) from None
    size = (stored[1], stored[0]) if turned in SIDEWAYS else stored
    facts = PictureFacts("HEIC" if file_format == "HEIF" else file_format, size[0], size[1], **known, remark=remark)
    return TakenPicture(codes, facts)


def _codes_of(picture: Image.Image) -> tuple[NDArray[np.uint8], str]:
    """Give a decoded picture at the size of the screen, as sRGB codes, and what had to be assumed."""
    top, remark = _depth_of(picture), ""

    def srgb(piece: Image.Image) -> NDArray[np.uint8]:
        nonlocal remark
        made, remark = _srgb(piece if top is None else _to_8_bit(piece, top))
        return np.asarray(made)

    width, height = picture.size
    if width * height < LARGE:
        codes = srgb(picture)
        picture.close()  # a large photo is not kept twice while it is made small
        return shrink_codes(codes, VIEW_SIZE), remark
    return (
        shrink_strips(lambda start, stop: srgb(picture.crop((0, start, width, stop))), width, height, VIEW_SIZE),
        remark,
    )


def _upright(codes: NDArray[np.uint8], turned: int) -> NDArray[np.uint8]:
    """Turn codes upright by the camera's mark of how it was held."""
    if turned not in TURNS:
        return codes
    return np.asarray(Image.fromarray(codes).transpose(TURNS[turned]))


def shrink_codes(codes: NDArray[np.uint8], long_side: int) -> NDArray[np.uint8]:
    """Shrink an 8-bit picture in linear light: (H, W, 3) uint8 -> (h, w, 3) uint8."""
    from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes

    if max(codes.shape[:2]) <= long_side:
        return codes
    # One colour after the other: a whole photo in linear light would be four times as large as its codes.
    colours = [shrink(linear_from_codes(np.ascontiguousarray(codes[..., at])), long_side) for at in range(3)]
    return codes_from_linear(np.stack(colours, axis=-1))


def jpeg(codes: NDArray[np.uint8], quality: int = 92) -> bytes:
    """Write (H, W, 3) sRGB codes as JPEG without any metadata."""
    out = io.BytesIO()
    Image.fromarray(codes).save(out, "JPEG", quality=quality, subsampling=0)
    return out.getvalue()


def from_jpeg(data: bytes) -> NDArray[np.uint8]:
    """Read back what :func:`jpeg` wrote: (H, W, 3) sRGB codes."""
    return np.asarray(Image.open(io.BytesIO(data), formats=["JPEG"]).convert("RGB"), dtype=np.uint8)


def png_address(packed: bytes) -> str:
    """Give a PNG as an address that holds it whole, for pictures that change with every move of a slider."""
    return f"data:image/png;base64,{b64encode(packed).decode('ascii')}"


def png(codes: NDArray[np.uint8]) -> bytes:
    """Write (H, W), (H, W, 3) or (H, W, 4) codes as PNG; fast rather than small."""
    # OpenCV wants blue first; transparency stays last.
    order = codes if codes.ndim == 2 else codes[..., [2, 1, 0, 3][: codes.shape[2]]]
    done, packed = cv2.imencode(".png", np.ascontiguousarray(order), [cv2.IMWRITE_PNG_COMPRESSION, 1])
    if not done:
        raise DomainError("The picture could not be written.", "Try again.")
    return packed.tobytes()


def animated_webp(frames: list[NDArray[np.uint8]], each_ms: list[int]) -> bytes:
    """Write (H, W, 3) sRGB codes as an animated WebP, each shown for so many milliseconds."""
    out = io.BytesIO()
    first, *rest = [Image.fromarray(codes) for codes in frames]
    first.save(out, "WEBP", save_all=True, append_images=rest, duration=each_ms, loop=0, quality=86, method=3)
    return out.getvalue()


def from_png(data: bytes) -> NDArray[np.uint8]:
    """Read back what :func:`png` wrote."""
    found = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_UNCHANGED)
    if found is None:
        raise BrokenPictureError("A kept working copy is damaged.", "It will be made again.")
    return np.ascontiguousarray(found[..., ::-1] if found.ndim == 3 else found).astype(np.uint8)
