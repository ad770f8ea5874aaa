"""Working copies of pictures, made once and held in memory: named by content, nothing goes stale."""

from __future__ import annotations

import io
import zlib
from functools import lru_cache
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.segments import segment_ids
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.thumbnail import (
    Plain,
    Simplified,
    Thumbnail,
    ThumbnailSettings,
    make_thumbnail,
    plain,
    squint,
)
from kind_distance.core.picture.working import WORKING_SIZE, WorkingPicture
from kind_distance.exchange.pictures import PictureFacts, jpeg, read_picture, shrink_codes
from kind_distance.store import pictures
from kind_distance.store.database import opened

VIEW, WORKING, SEGMENTS = "view.jpg", "working.npy", "segments.npy"


def _packed(array: NDArray[np.generic]) -> bytes:
    out = io.BytesIO()
    np.save(out, array, allow_pickle=False)
    return out.getvalue()


def _unpacked(data: bytes) -> NDArray[np.generic]:
    return np.asarray(np.load(io.BytesIO(data), allow_pickle=False))


def _copies(codes: NDArray[np.uint8]) -> dict[str, bytes]:
    return {VIEW: jpeg(codes), WORKING: _packed(shrink_codes(codes, WORKING_SIZE))}


def take_in(file: Path, data: bytes, name: str) -> tuple[str, PictureFacts]:
    """Read a picture from outside and keep it; return its hash and what it says of itself.

    Raises
    ------
    PictureError
        If it cannot be taken as a picture; nothing is kept then.
    """
    taken = read_picture(data, name)
    facts = taken.facts
    with opened(file) as db:
        kept = pictures.keep(db, data, facts.format, (facts.width_px, facts.height_px), _copies(taken.codes))
    return kept, facts


def _copy(file: Path, picture_hash: str, kind: str) -> bytes:
    """Fetch a working copy; make it again from the original where it was thrown away."""
    with opened(file) as db:
        found = pictures.derived(db, picture_hash, kind)
        if found is not None:
            return found
        copies = _copies(read_picture(pictures.original(db, picture_hash)).codes)
        for made, data in copies.items():
            pictures.keep_derived(db, picture_hash, made, data)
        return copies[kind]


def view_jpeg(file: Path, picture_hash: str) -> bytes:
    """Return the picture as shown on screen: sRGB, upright, long side at most 1600 px, without metadata."""
    return _copy(file, picture_hash, VIEW)


@lru_cache(maxsize=8)
def working(file: Path, picture_hash: str) -> WorkingPicture:
    """Return the picture at working size, measured."""
    return WorkingPicture.of(np.asarray(_unpacked(_copy(file, picture_hash, WORKING)), dtype=np.uint8))


@lru_cache(maxsize=4)
def patches(file: Path, picture_hash: str) -> NDArray[np.int32]:
    """Return the patches on which strokes spread: (H, W) int32; found once per picture and kept."""
    with opened(file) as db:
        kept = pictures.derived(db, picture_hash, SEGMENTS)
        if kept is not None:
            return np.asarray(_unpacked(zlib.decompress(kept)), dtype=np.int32)
        ids = segment_ids(working(file, picture_hash))
        pictures.keep_derived(db, picture_hash, SEGMENTS, zlib.compress(_packed(ids.astype(np.uint16)), 1))
    return ids


@lru_cache(maxsize=16)
def _plain(file: Path, picture_hash: str) -> Plain:
    return plain(working(file, picture_hash).value)


@lru_cache(maxsize=24)
def simplified(file: Path, picture_hash: str, softness: float, focus: Focus | None = None) -> Simplified:
    """Return the picture after squinting."""
    return squint(_plain(file, picture_hash), softness, focus)


@lru_cache(maxsize=128)
def thumbnail(file: Path, picture_hash: str, settings: ThumbnailSettings) -> Thumbnail:
    """Return a value thumbnail of the picture."""
    return make_thumbnail(simplified(file, picture_hash, settings.softness, settings.focus), settings)
