"""The sample that an empty shelf offers: a made-up painting to open and play with, its sessions in the coming days."""

from __future__ import annotations

import io
import json
import zipfile
from datetime import datetime, timedelta
from importlib import resources
from typing import BinaryIO

from kind_distance.exchange.document import NAME_IN_ZIP

DATA = "kind_distance.demo"
PICTURE = "pictures/tea_hillside.jpg"
FIRST_IN_DAYS = 2


def sample_picture() -> bytes:
    """Return the photo of the sample, as JPEG: rendered for this application; its place is open ocean."""
    return (resources.files(DATA) / PICTURE).read_bytes()


def sample_document(now: datetime) -> BinaryIO:
    """Pack the sample as an open document with its photo, its first session two days from now.

    Parameters
    ----------
    now : datetime
        Local wall time.
    """
    held = resources.files(DATA)
    document = json.loads((held / "sample.json").read_text("utf-8"))
    starts = [datetime.fromisoformat(each["start"]) for each in document["sessions"]]
    shift = (now + timedelta(days=FIRST_IN_DAYS)).date() - min(starts).date()
    for session, start in zip(document["sessions"], starts, strict=True):
        session["start"] = (start + shift).isoformat(timespec="minutes")
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w") as archive:
        archive.writestr(NAME_IN_ZIP, json.dumps(document))
        archive.writestr(document["sources"][0]["file"], sample_picture())
    packed.seek(0)
    return packed
