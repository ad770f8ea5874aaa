"""Pictures made to take too much: each must be read, or refused in words, within bounds of memory and time.

Each is read in a process of its own, whose peak is measured. Run by hand: ``python -m tools.hostile``.
"""

from __future__ import annotations

import argparse
import io
import json
import multiprocessing
import random
import re
import struct
import sys
import tempfile
import time
import zipfile
import zlib
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
from PIL import Image

from kind_distance.errors import PictureError
from kind_distance.exchange.pictures import read_picture
from tools.tally import Tally

Image.MAX_IMAGE_PIXELS = None
MOST_MB, MOST_S = 700, 15.0


def _png(width: int, height: int, depth: int, colour: int) -> bytes:
    """Make a PNG of one colour without holding it: (depth in bits, colour type by PNG, 11.2.2)."""
    channels = {0: 1, 2: 3, 3: 1, 4: 2, 6: 4}[colour]
    line = b"\0" + b"\x55" * ((width * depth * channels + 7) // 8)
    packer = zlib.compressobj(1)
    packed = b"".join([*(packer.compress(line) for _ in range(height)), packer.flush()])

    def chunk(name: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))

    palette = chunk(b"PLTE", bytes(768)) if colour == 3 else b""
    head = struct.pack(">IIBBBBB", width, height, depth, colour, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + palette + chunk(b"IDAT", packed) + chunk(b"IEND", b"")


def _said_larger(data: bytes) -> bytes:
    """Let the header promise a thousand times the rows that there are."""
    head = data[12:20] + struct.pack(">I", 100_000) + data[24:29]
    return data[:12] + head + struct.pack(">I", zlib.crc32(head)) + data[33:]


def _saved(mode: str, size: tuple[int, int], kind: str, **options: object) -> bytes:
    out = io.BytesIO()
    Image.new(mode, size, 90 if len(mode) == 1 else tuple([90] * len(mode))).save(out, kind, **options)
    return out.getvalue()


def _scans(count: int, side: int) -> bytes:
    """Make a progressive JPEG whose last scan is written over and over."""
    data = _saved("L", (side, side), "JPEG", progressive=True)
    last = data.rindex(b"\xff\xda")
    return data[:last] + data[last:-2] * count + b"\xff\xd9"


def _heif(size: tuple[int, int]) -> bytes:
    import pillow_heif

    pillow_heif.register_heif_opener()
    return _saved("RGB", size, "HEIF", quality=20)


def _tiff_deep(size: tuple[int, int]) -> bytes:
    import tifffile

    out = io.BytesIO()
    tifffile.imwrite(out, np.full((size[1], size[0], 3), 30000, np.uint16), compression="zlib")
    return out.getvalue()


LARGE: dict[str, Callable[[], bytes]] = {
    "PNG of 1 bit, 120 MP": lambda: _png(12000, 10000, 1, 0),
    "PNG of 8 bit grey, 120 MP": lambda: _png(12000, 10000, 8, 0),
    "PNG of 16 bit grey, 120 MP": lambda: _png(12000, 10000, 16, 0),
    "PNG in colour, 120 MP": lambda: _png(12000, 10000, 8, 2),
    "PNG of 16 bit colour, 120 MP": lambda: _png(12000, 10000, 16, 2),
    "PNG with transparency, 120 MP": lambda: _png(12000, 10000, 8, 6),
    "PNG with a palette, 120 MP": lambda: _png(12000, 10000, 8, 3),
    "PNG that says 10^10 pixels": lambda: _said_larger(_png(100000, 100, 1, 0)),
    "PNG of 7,400,000 x 16": lambda: _png(7_400_000, 16, 8, 0),
    "PNG of 16 x 7,400,000": lambda: _png(16, 7_400_000, 1, 0),
    "JPEG, 120 MP": lambda: _saved("RGB", (12000, 10000), "JPEG"),
    "JPEG of 60000 x 1999": lambda: _saved("RGB", (60000, 1999), "JPEG"),
    "progressive JPEG, 120 MP": lambda: _saved("RGB", (12000, 10000), "JPEG", progressive=True),
    "progressive JPEG, 75 MP": lambda: _saved("RGB", (10000, 7500), "JPEG", progressive=True, subsampling=0),
    "JPEG of 3,000 scans": lambda: _scans(3000, 4000),
    "JPEG of 50 scans, 4 MP": lambda: _scans(40, 2000),
    "JPEG in printing colours, 100 MP": lambda: _saved("CMYK", (10000, 10000), "JPEG"),
    "WebP, 34 MP": lambda: _saved("RGB", (7000, 4850), "WEBP"),
    "WebP, 100 MP": lambda: _saved("RGB", (10000, 10000), "WEBP"),
    "HEIC, 40 MP": lambda: _heif((8000, 5000)),
    "TIFF, 80 MP": lambda: _saved("RGB", (10000, 8000), "TIFF", compression="tiff_lzw"),
    "TIFF, 120 MP": lambda: _saved("RGB", (12000, 10000), "TIFF", compression="tiff_deflate"),
    "TIFF of 16 bit colour, 79 MP": lambda: _tiff_deep((10000, 7900)),
}  # fmt: skip


def _read(data: bytes) -> str:
    try:
        taken = read_picture(data, "It")
    except PictureError as error:
        return f"refused: {error.message}"
    return f"read: {taken.facts.width_px} x {taken.facts.height_px}"


def _measured(data: bytes, answer: multiprocessing.connection.Connection) -> None:  # type: ignore[name-defined]
    start = time.monotonic()
    try:
        said = _read(data)
    except Exception as error:  # noqa: BLE001  anything that is not told in words
        said = f"not told in words: {type(error).__name__} {error}"
    # Not `getrusage`: its peak is taken over from the process that started this one.
    status = Path("/proc/self/status").read_text("utf-8")
    peak = int(re.search(r"VmHWM:\s+(\d+) kB", status)[1]) / 1024
    answer.send((said, peak, time.monotonic() - start))


def try_large(names: list[str] | None = None) -> Tally:
    """Read each large picture in a process of its own."""
    tally, spawn = Tally(), multiprocessing.get_context("spawn")
    for name, make in LARGE.items():
        if names is not None and name not in names:
            continue
        data = make()
        ours, theirs = spawn.Pipe()
        process = spawn.Process(target=_measured, args=(data, theirs))
        process.start()
        answered = ours.poll(60 + 4 * MOST_S)
        said, peak, took = ours.recv() if answered else ("no answer", 0.0, float("inf"))
        process.kill()
        process.join()
        tally.tried += 1
        tally.most_mb, tally.most_s = max(tally.most_mb, peak), max(tally.most_s, took)
        wrong = not said.startswith(("read", "refused")) or peak > MOST_MB or took > MOST_S
        line = f"{name} ({len(data) / 1e6:.1f} MB): {said}; {peak:.0f} MB, {took:.1f} s"
        print(f"  {'!! ' if wrong else ''}{line}", flush=True)
        if wrong:
            tally.failed.append(line)
    return tally


def _seeds() -> list[bytes]:
    """Small pictures of every kind, to be damaged."""
    import pillow_heif

    pillow_heif.register_heif_opener()
    rng = np.random.default_rng(2)
    picture = Image.fromarray(rng.integers(0, 255, (40, 60, 3), np.uint8))
    found = []
    for kind, options in (("JPEG", {}), ("JPEG", {"progressive": True}), ("PNG", {}), ("WEBP", {}),
                          ("TIFF", {"compression": "tiff_deflate"}), ("TIFF", {"compression": "tiff_lzw"}),
                          ("HEIF", {})):  # fmt: skip
        out = io.BytesIO()
        picture.save(out, kind, **options)
        found.append(out.getvalue())
    out = io.BytesIO()
    picture.convert("I").convert("I;16").save(out, "PNG")
    return [*found, out.getvalue(), _tiff_deep((60, 40))]


def try_damaged(count: int, seed: int = 1) -> Tally:
    """Damage small pictures at random: bytes turned, cut, doubled; each is read or refused in words."""
    rng, tally, seeds = random.Random(seed), Tally(), _seeds()  # noqa: S311  made-up damage
    for at in range(count):
        data = bytearray(seeds[at % len(seeds)])
        for _ in range(rng.randint(1, 12)):
            data[rng.randrange(len(data))] = rng.choice((0, 1, 127, 128, 255, rng.randrange(256)))
        if rng.random() < 0.3:
            data = data[: rng.randrange(1, len(data))]
        elif rng.random() < 0.2:
            cut = rng.randrange(len(data))
            data = data[:cut] + data[cut // 2 :]
        tally.tried += 1
        start = time.monotonic()
        try:
            _read(bytes(data))
        except Exception as error:  # noqa: BLE001  anything that is not told in words
            tally.failed.append(f"seed {seed}, number {at}: {type(error).__name__} {error}")
        tally.most_s = max(tally.most_s, time.monotonic() - start)
    return tally


def _mutated(value: Any, rng: random.Random) -> Any:  # noqa: ANN401  JSON
    """Replace one thing somewhere in a document, or drop or double it."""
    if isinstance(value, dict) and value and rng.random() < 0.85:
        name = rng.choice(sorted(value))
        if rng.random() < 0.08:
            return {other: each for other, each in value.items() if other != name}
        return {**value, name: _mutated(value[name], rng)}
    if isinstance(value, list) and value and rng.random() < 0.85:
        at = rng.randrange(len(value))
        if rng.random() < 0.15:
            return [*value, value[at]]
        return [*value[:at], _mutated(value[at], rng), *value[at + 1 :]]
    return rng.choice((None, True, -1, 0, 1e308, 2**63, "", "x" * 3000, "../../etc/passwd", "\0", [], {}, [[]], [{}],
                       "2026-12-05T10:00", 0.5, [0.5, 0.5], {"a": 1}))  # fmt: skip


def _repacked(package: bytes, rng: random.Random) -> bytes:
    """Change a painting's file: its JSON, its pictures, its archive."""
    with zipfile.ZipFile(io.BytesIO(package)) as packed:
        parts = {name: packed.read(name) for name in packed.namelist()}
    way = rng.choice(("json", "json", "json", "json", "name", "lie", "text", "bytes"))
    if way == "json":
        document = json.loads(parts["painting.json"])
        for _ in range(rng.randint(1, 3)):
            document = _mutated(document, rng)
        parts["painting.json"] = json.dumps(document).encode()
    elif way == "text":
        parts["painting.json"] = rng.choice((b"", b"[]", b"null", b"{", b"\xff\xfe", b'{"a":' * 5000, b"[" * 200000))
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for name, data in parts.items():
            other = "../" + name if way == "name" and rng.random() < 0.5 else name
            made.writestr(other, bytes(50_000_000) if way == "lie" and name.endswith(".jpg") else data)
    data = bytearray(out.getvalue())
    if way == "bytes":
        for _ in range(rng.randint(1, 20)):
            data[rng.randrange(len(data))] = rng.randrange(256)
    return bytes(data)


def try_documents(count: int, seed: int = 1) -> Tally:
    """Change a painting's own file and bring it in: it is taken or refused in words, and nothing half stays."""
    from fastapi.testclient import TestClient

    from kind_distance.api.app import create_app
    from kind_distance.store.database import opened
    from kind_distance.studio.samples import sample_document
    from tools.running import DEMO_NOW

    tally, rng = Tally(), random.Random(seed)  # noqa: S311  made-up damage
    package = sample_document(DEMO_NOW).read()
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "paintings.sqlite"
        app = create_app(file, lambda: DEMO_NOW)

        def held() -> tuple[int, ...]:
            with opened(file) as db:
                return tuple(db.execute(f"SELECT count(*) FROM {name}").fetchone()[0]  # noqa: S608  our own names
                             for name in ("painting", "picture", "source", "history"))  # fmt: skip

        with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
            for at in range(count):
                before, data, start = held(), _repacked(package, rng), time.monotonic()
                answer = client.post("/api/paintings/brought", files={"file": ("a.zip", data)})
                took = time.monotonic() - start
                tally.tried += 1
                tally.most_s = max(tally.most_s, took)
                if answer.status_code >= 500 or took > MOST_S:
                    tally.failed.append(
                        f"seed {seed}, number {at}: {answer.status_code} {answer.text[:200]}, {took:.1f} s"
                    )
                elif answer.status_code != 201 and held() != before:
                    tally.failed.append(f"seed {seed}, number {at}: refused and kept in part")
                elif answer.status_code == 201:
                    tally.taken += 1
                    opened_again = client.get(f"/api/paintings/{answer.json()['id']}")
                    if opened_again.status_code != 200:
                        tally.failed.append(f"seed {seed}, number {at}: taken, but {opened_again.text[:200]}")
    return tally


def main() -> int:
    """Try all of it; 0 where all held."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--damaged", type=int, default=2000)
    parser.add_argument("--documents", type=int, default=240)
    given = parser.parse_args()
    found = {"large pictures": try_large(), "damaged pictures": try_damaged(given.damaged),
             "changed painting files": try_documents(given.documents)}  # fmt: skip
    for title, tally in found.items():
        print(f"{title}: {tally.said()}")
        for each in tally.failed:
            print(f"  {each}")
    return int(any(each.failed for each in found.values()))


if __name__ == "__main__":
    sys.exit(main())
