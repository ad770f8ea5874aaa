"""Working copies of pictures, made once and held in memory: named by content, nothing goes stale."""

from __future__ import annotations

import hashlib
import io
import zlib
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from threading import Lock
from typing import TypeVar

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.depth.segments import segment_ids
from kind_distance.core.picture.balance import Place, balanced
from kind_distance.core.picture.crops import Crop
from kind_distance.core.picture.departures import Departure, depart
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.lonely_hue import Family, hue_families
from kind_distance.core.picture.page import Corners, Frame, find_frames, sketch_values, straighten_sketch
from kind_distance.core.picture.thumbnail import (
    Plain,
    Simplified,
    Thumbnail,
    ThumbnailSettings,
    make_thumbnail,
    plain,
    squint,
)
from kind_distance.core.picture.turning import straighten, straightened_size
from kind_distance.core.picture.working import THUMBNAIL_SIZE, WORKING_SIZE, WorkingPicture
from kind_distance.core.remembering import give_back, remembered
from kind_distance.errors import PictureError
from kind_distance.exchange.pictures import PictureFacts, from_jpeg, jpeg, png, read_picture, shrink_codes
from kind_distance.store import pictures
from kind_distance.store.database import opened


@dataclass(frozen=True)
class Plate:
    """A picture with how it is developed: its cast taken out, straightened, read as a sketch.

    Parameters
    ----------
    picture_hash : str
        The original.
    width_px, height_px : int
        Its size.
    tilt_deg : float
        What is straightened out. [degrees]
    places : tuple of Place
        Where the reference for colour was read.
    sketch : bool
        Hatching stands for value.
    """

    picture_hash: str
    width_px: int
    height_px: int
    tilt_deg: float = 0.0
    places: tuple[Place, ...] = ()
    sketch: bool = False

    @property
    def plain(self) -> bool:
        """Whether it looks as it came."""
        return self.tilt_deg == 0 and not self.places

    @property
    def mark(self) -> str:
        """Short name that changes with whatever changes the picture; for addresses and kept copies."""
        return hashlib.sha256(repr(self).encode()).hexdigest()[:16]

    @property
    def size_px(self) -> tuple[int, int]:
        """Full size after straightening."""
        return straightened_size(self.width_px, self.height_px, self.tilt_deg)


@dataclass(frozen=True)
class Framing:
    """What a thumbnail is made of: a plate, the part of it that is taken, and planned departures (in its shares)."""

    plate: Plate
    crop: Crop | None = None
    departures: tuple[Departure, ...] = ()

    @property
    def size_px(self) -> tuple[int, int]:
        """Full size of the plate."""
        return self.plate.size_px

    @property
    def aspect(self) -> float:
        """Width over height of what is taken."""
        width, height = self.size_px if self.crop is None else (self.crop.width, self.crop.height)
        return width / height


VIEW, WORKING, SEGMENTS = "view.jpg", "working.npy", "segments.npy"


def _packed(array: NDArray[np.generic]) -> bytes:
    out = io.BytesIO()
    np.save(out, array, allow_pickle=False)
    return out.getvalue()


def _unpacked(data: bytes) -> NDArray[np.generic]:
    return np.asarray(np.load(io.BytesIO(data), allow_pickle=False))


def _working_codes(data: bytes) -> NDArray[np.uint8]:
    codes = _unpacked(data)
    if codes.ndim != 3 or codes.shape[2] != 3 or codes.dtype != np.uint8:
        raise ValueError("no picture")
    return np.asarray(codes, dtype=np.uint8)


def _copies(codes: NDArray[np.uint8]) -> dict[str, bytes]:
    return {VIEW: jpeg(codes), WORKING: _packed(shrink_codes(codes, WORKING_SIZE))}


# Large photos are read one after the other: two at once would take the memory of two.
_ONE_AT_A_TIME = Lock()


def take_in(file: Path, data: bytes, name: str) -> tuple[str, PictureFacts]:
    """Read a picture from outside and keep it; return its hash and what it says of itself.

    Raises
    ------
    PictureError
        If it cannot be taken as a picture; nothing is kept then.
    """
    with _ONE_AT_A_TIME:
        taken = read_picture(data, name)
    facts = taken.facts
    with opened(file) as db:
        kept = pictures.keep(db, data, facts.format, (facts.width_px, facts.height_px), _copies(taken.codes))
    give_back()
    return kept, facts


T = TypeVar("T")
# What reading a copy that broke off, or is something else, may raise.
_UNREADABLE = (ValueError, OSError, EOFError, KeyError, zlib.error, PictureError)


def _copy(file: Path, picture_hash: str, kind: str, read: Callable[[bytes], T]) -> T:
    """Read a working copy; make it again from the original where it was thrown away or cannot be read."""
    with opened(file) as db:
        found = pictures.derived(db, picture_hash, kind)
        if found is not None:
            with suppress(*_UNREADABLE):
                return read(found)
        copies = _copies(read_picture(pictures.original(db, picture_hash)).codes)
        for made, data in copies.items():
            pictures.keep_derived(db, picture_hash, made, data)
        return read(copies[kind])


@remembered
def original_codes(file: Path, picture_hash: str) -> NDArray[np.uint8]:
    """Return the picture as it came, at the size shown on screen: (H, W, 3) uint8, long side at most 1600 px."""
    return _copy(file, picture_hash, VIEW, from_jpeg)


def _whole_jpeg(data: bytes) -> bytes:
    """Give a JPEG back; raise ValueError where it lacks its beginning or its end (ITU-T T.81, B.1.1.3: SOI and EOI)."""
    if data[:2] != b"\xff\xd8" or data[-2:] != b"\xff\xd9":
        raise ValueError("no whole JPEG")
    return data


def view_jpeg(file: Path, picture_hash: str) -> bytes:
    """Return the picture as it came, as shown on screen: sRGB, upright, at most 1600 px, without metadata."""
    return _copy(file, picture_hash, VIEW, _whole_jpeg)


def _developed(codes: NDArray[np.uint8], plate: Plate) -> NDArray[np.uint8]:
    # The card was pressed on the photo as it came, so its colour goes first.
    return straighten(balanced(codes, plate.places), plate.tilt_deg)


def large_codes(file: Path, plate: Plate, most_side: int) -> NDArray[np.uint8]:
    """Return a developed picture as large as it came, its long side at most so many pixels: (H, W, 3) uint8."""
    with opened(file) as db:
        data = pictures.original(db, plate.picture_hash)
    return _developed(shrink_codes(read_picture(data).codes, most_side), plate)


@remembered
def view_codes(file: Path, plate: Plate) -> NDArray[np.uint8]:
    """Return a developed picture at the size shown on screen: (H, W, 3) uint8."""
    return _developed(original_codes(file, plate.picture_hash), plate)


@remembered
def developed_jpeg(file: Path, plate: Plate) -> bytes:
    """Return a developed picture as shown on screen."""
    if plate.plain:
        return view_jpeg(file, plate.picture_hash)
    return jpeg(view_codes(file, plate))


@remembered
def working(file: Path, plate: Plate) -> WorkingPicture:
    """Return a developed picture at working size, measured."""
    codes = _copy(file, plate.picture_hash, WORKING, _working_codes)
    return WorkingPicture.of(_developed(codes, plate))


def patches(file: Path, plate: Plate) -> NDArray[np.int32]:
    """Return the patches on which strokes spread: (H, W) int32; found once per developed picture and kept."""
    kind = SEGMENTS if plate.plain else f"{plate.mark}.{SEGMENTS}"
    with opened(file) as db:
        kept = pictures.derived(db, plate.picture_hash, kind)
        if kept is not None:
            with suppress(*_UNREADABLE):
                return np.asarray(_unpacked(zlib.decompress(kept)), dtype=np.int32)
        ids = segment_ids(working(file, plate))
        pictures.keep_derived(db, plate.picture_hash, kind, zlib.compress(_packed(ids.astype(np.uint16)), 1))
    return ids


def framed(file: Path, framing: Framing) -> WorkingPicture:
    """Return the part of a developed picture that a crop takes, at working size, measured."""
    if framing.crop is None:
        return working(file, framing.plate)
    return _cropped(file, framing.plate, framing.crop)


@remembered
def _cropped(file: Path, plate: Plate, crop: Crop) -> WorkingPicture:
    # A small crop from the working size would be coarse; the size on screen holds more.
    codes = crop.of(view_codes(file, plate), *plate.size_px)
    return WorkingPicture.of(np.ascontiguousarray(codes))


@remembered
def hue_families_of(file: Path, plate: Plate, crop: Crop | None) -> tuple[Family, ...]:
    """Find the hues that stand out in a developed picture or a crop of it, as it came: no departure changes them."""
    return hue_families(framed(file, Framing(plate, crop)).lab)


@remembered
def _plain(file: Path, framing: Framing) -> Plain:
    picture = framed(file, framing)
    value = sketch_values(picture.linear[..., 1]) if framing.plate.sketch else picture.value
    scale = min(1.0, THUMBNAIL_SIZE / max(value.shape))
    if framing.departures:
        if scale < 1:
            size = (max(1, round(value.shape[1] * scale)), max(1, round(value.shape[0] * scale)))
            value = np.asarray(cv2.resize(value, size, interpolation=cv2.INTER_AREA), dtype=np.float32)
        value = depart(value, framing.departures)
    return plain(value)


def plain_values(file: Path, framing: Framing) -> NDArray[np.float32]:
    """Return the values at thumbnail size before squinting: (H, W)."""
    return _plain(file, framing).value


@remembered
def simplified(file: Path, framing: Framing, softness: float, focus: Focus | None = None) -> Simplified:
    """Return the picture after squinting."""
    return squint(_plain(file, framing), softness, focus)


@remembered
def thumbnail(file: Path, framing: Framing, settings: ThumbnailSettings) -> Thumbnail:
    """Return a value thumbnail of the picture."""
    soft = simplified(file, framing, settings.softness, settings.focus)
    return make_thumbnail(soft, settings, None if settings.focus is None else _plain(file, framing).value)


def mark_of(framing: Framing, settings: ThumbnailSettings) -> str:
    """Short name that changes with whatever changes a thumbnail; for addresses."""
    return hashlib.sha256(repr((framing, settings)).encode()).hexdigest()[:16]


@remembered
def page_frames(file: Path, picture_hash: str) -> tuple[Frame, ...]:
    """Find the framed thumbnails on a photographed page."""
    return tuple(find_frames(linear_from_codes(original_codes(file, picture_hash))))


def cut_sketch(file: Path, picture_hash: str, corners: Corners) -> tuple[str, PictureFacts]:
    """Cut a sketch out of a photographed page, straight and evenly lit, and keep it as a picture of its own."""
    light = straighten_sketch(linear_from_codes(original_codes(file, picture_hash)), corners)
    codes = codes_from_linear(np.repeat(light[..., None], 3, axis=2))
    return take_in(file, png(codes), "The sketch")
