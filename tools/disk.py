"""Trouble with the disk, tried out: files that cannot be used at a start, and a disk that fails while one paints.

Each trouble must be told in the painter's words, leave what is there untouched, and be over when its cause is over.
Run by hand: ``python -m tools.disk``; as root it also tries a small disk and a read-only one.
"""

from __future__ import annotations

import os
import random
import shutil
import sqlite3
import subprocess
import sys
import tempfile
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path

from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from kind_distance.demo.seed import seed
from kind_distance.errors import KindDistanceError
from kind_distance.store import database
from tools.running import DEMO_NOW
from tools.tally import Tally

HOST = {"host": "127.0.0.1"}
Make = Callable[[Path, Path], Path]


def _copied(good: Path, folder: Path) -> Path:
    return Path(shutil.copy(good, folder / "paintings.sqlite"))


def _cut(length: int | float) -> Make:
    def make(good: Path, folder: Path) -> Path:
        file = _copied(good, folder)
        size = file.stat().st_size
        os.truncate(file, int(size * length) if isinstance(length, float) else length)
        return file

    return make


def _written(data: bytes, at: int | None = None) -> Make:
    """Make a file of other bytes, or bytes in the middle of a good one."""

    def make(good: Path, folder: Path) -> Path:
        file = folder / "paintings.sqlite"
        if at is None:
            file.write_bytes(data)
            return file
        file = _copied(good, folder)
        with file.open("rb+") as held:
            held.seek(at)
            held.write(data)
        return file

    return make


def _sql(*statements: str, empty: bool = False) -> Make:
    def make(good: Path, folder: Path) -> Path:
        file = folder / "paintings.sqlite" if empty else _copied(good, folder)
        with closing(sqlite3.connect(file, isolation_level=None)) as db:
            for each in statements:
                db.execute(each)
        return file

    return make


def _beside(ending: str, data: bytes | None) -> Make:
    def make(good: Path, folder: Path) -> Path:
        file = _copied(good, folder)
        side = Path(f"{file}{ending}")
        if data is None:
            side.mkdir()
        else:
            side.write_bytes(data)
        return file

    return make


def _folder(_: Path, folder: Path) -> Path:
    (folder / "paintings.sqlite").mkdir()
    return folder / "paintings.sqlite"


def _below_a_file(_: Path, folder: Path) -> Path:
    (folder / "a").write_text("a note")
    return folder / "a" / "paintings.sqlite"


def _linked(target: str) -> Make:
    def make(_: Path, folder: Path) -> Path:
        (folder / "paintings.sqlite").symlink_to(folder / target)
        return folder / "paintings.sqlite"

    return make


def _noise(count: int) -> bytes:
    return random.Random(3).randbytes(count)  # noqa: S311  made-up damage


# How a file is made, and whether it may be opened all the same (True), must be refused (False), or either (None).
STARTS: dict[str, tuple[Make, bool | None]] = {
    "a folder in its place": (_folder, False),
    "a file where its folder should be": (_below_a_file, False),
    "a name that is too long": (lambda _, folder: folder / f"{'long' * 80}.sqlite", False),
    "a link to itself": (_linked("paintings.sqlite"), False),
    "a link to nothing": (_linked("elsewhere.sqlite"), True),
    "an empty file": (_written(b""), True),
    "a text": (_written(b"These are notes, not paintings.\n" * 200), False),
    "a short text": (_written(b"notes"), False),
    "a picture": (_written(b"\x89PNG\r\n\x1a\n" + _noise(5000)), False),
    "an archive": (_written(b"PK\x03\x04" + _noise(5000)), False),
    "noise": (_written(_noise(20000)), False),
    "cut to half": (_cut(0.5), False),
    "cut to nine tenths": (_cut(0.9), False),
    "cut to one page": (_cut(4096), False),
    "cut in the header": (_cut(50), False),
    "the header gone": (_written(bytes(100), 0), False),
    "the first table gone": (_written(_noise(3000), 200), None),
    "a page in the middle gone": (_written(bytes(8192), 40960), None),
    "somebody else's database": (_sql("CREATE TABLE recipe (id)", empty=True), False),
    "somebody else's, with a version": (
        _sql("CREATE TABLE recipe (id)", "PRAGMA user_version=5", empty=True), False),
    "somebody else's, with an owner": (_sql("PRAGMA application_id=77", empty=True), False),
    "one of a newer version": (_sql("PRAGMA user_version=9999"), False),
    "a table missing": (_sql("PRAGMA foreign_keys=OFF", 'DROP TABLE "brief"'), False),
    "noise in the write-ahead log": (_beside("-wal", _noise(9000)), True),
    "noise in the shared memory": (_beside("-shm", _noise(40000)), True),
    "a folder for the write-ahead log": (_beside("-wal", None), None),
}  # fmt: skip


def _opens(file: Path) -> str | None:
    """Open a file and read its shelf; what is told where that cannot be, None where it can.

    Raises whatever is not told in words.
    """
    try:
        app = create_app(file, lambda: DEMO_NOW)
    except KindDistanceError as error:
        return f"{error.message} {error.way_out}"
    with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
        answer = client.get("/api/paintings")
        if answer.status_code == 200:
            return None
        found = answer.json()
        if found["code"] == "unexpected":
            raise RuntimeError(found["detail"])
        return str(found["detail"])


def _bytes_of(file: Path) -> bytes | None:
    with suppress(OSError):
        return file.read_bytes()
    return None


def try_starts(good: Path) -> Tally:
    """Try each bad start; a file that is refused must be as it was, byte by byte."""
    tally = Tally()
    for name, (make, may_open) in STARTS.items():
        with tempfile.TemporaryDirectory() as folder:
            file = make(good, Path(folder))
            before = _bytes_of(file)
            tally.tried += 1
            try:
                said = _opens(file)
            except Exception as error:  # noqa: BLE001  anything that is not told in words
                tally.failed.append(f"{name}: {type(error).__name__} {error}")
                continue
            if may_open is not None and may_open != (said is None):
                tally.failed.append(f"{name}: {said or 'opened'}")
            if said is not None and _bytes_of(file) != before:
                tally.lost.append(f"{name}: the file was altered")
    return tally


@contextmanager
def _full(file: Path) -> Iterator[None]:
    """Let the file have no page more than it has: SQLite says just what it says on a full disk."""
    plain = database.connect

    def connect(path: Path) -> sqlite3.Connection:
        db = plain(path)
        db.execute(f"PRAGMA max_page_count={db.execute('PRAGMA page_count').fetchone()[0]}")
        return db

    database.connect = connect
    try:
        yield
    finally:
        database.connect = plain


@contextmanager
def _held(file: Path) -> Iterator[None]:
    """Let another program hold the file for writing."""
    plain = database.BUSY_S
    database.BUSY_S = 0.2
    try:
        with closing(sqlite3.connect(file, isolation_level=None)) as other:
            other.execute("BEGIN IMMEDIATE")
            yield
            other.execute("ROLLBACK")
    finally:
        database.BUSY_S = plain


@contextmanager
def _away(file: Path) -> Iterator[None]:
    """Let the whole folder be gone for a while, as a disk that was pulled out."""
    aside = file.parent.with_name(f"{file.parent.name}-away")
    file.parent.rename(aside)
    try:
        yield
    finally:
        aside.rename(file.parent)


@contextmanager
def _garbled(file: Path) -> Iterator[None]:
    """Let the beginning of the file be read wrong for a while."""
    with closing(sqlite3.connect(file)) as db:
        db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    whole = file.read_bytes()
    file.write_bytes(bytes(100) + whole[100:])
    try:
        yield
    finally:
        file.write_bytes(whole)


WHILE_PAINTING = {
    "the disk is full": _full, "another program holds the file": _held, "the folder is gone": _away,
    "the file is garbled": _garbled,
}  # fmt: skip


def _deeds(client: TestClient) -> list[tuple[str, int, str]]:
    """Do what a painter does: begin, change, copy, bring a photo; (deed, status, code or empty)."""
    photo = (Path(__file__).parents[1] / "kind_distance" / "demo" / "pictures" / "slate_pool.jpg").read_bytes()
    version = client.get("/api/paintings/3/version")
    number = version.json().get("version", 1)
    change = {"version": number, "change": {"action": "set_brief", "title": "Another title " + "long " * 15}}
    answers = {
        "begin": client.post("/api/paintings", json={"title": "A new one"}),
        "change": client.post("/api/paintings/3/changes", json=change),
        "copy": client.post("/api/paintings/2/duplicate"),
        "photo": client.post("/api/paintings/3/sources", data={"version": number}, files={"file": ("a.jpg", photo)}),
        "press": client.post("/api/paintings/3/bin"),
    }
    return [(deed, each.status_code, each.json().get("code", "") if each.status_code >= 400 else "")
            for deed, each in answers.items()]  # fmt: skip


def try_while_painting(good: Path) -> Tally:
    """Let the disk fail under a running application; afterwards all must be as acknowledged, and work again."""
    tally = Tally()
    for name, trouble in WHILE_PAINTING.items():
        with tempfile.TemporaryDirectory() as above:
            folder = Path(above) / "kept"
            folder.mkdir()
            file = _copied(good, folder)
            app = create_app(file, lambda: DEMO_NOW)
            with TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
                before = client.get("/api/paintings").json()["paintings"]
                # Who finds the file touched opens it anew: the trouble must not wait for the next connection.
                file.touch()
                with trouble(file):
                    told = _deeds(client)
                file.touch()
                tally.tried += len(told)
                wrong = [
                    f"{name}, {deed}: {status} {code}" for deed, status, code in told if code in ("unexpected", "")
                ]
                # A press in the bin may find room where a photo does not.
                tally.failed += [each for each in wrong if not (name == "the disk is full" and " 20" in each)]
                refused = all(status >= 400 for _, status, _ in told)
                after = client.get("/api/paintings").json()["paintings"]
                if refused and after != before:
                    tally.lost.append(f"{name}: the shelf is another one")
                again = client.post("/api/paintings", json={"title": "Works again"})
                if again.status_code != 201:
                    tally.failed.append(f"{name}: {again.json()['detail']} after it was over")
            with closing(sqlite3.connect(file)) as db:
                if db.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
                    tally.lost.append(f"{name}: the file is damaged")
    return tally


@contextmanager
def _disk(*options: str) -> Iterator[Path | None]:
    """Mount a small disk in memory; None where this may not be done here."""
    with tempfile.TemporaryDirectory() as folder:
        command = ["mount", "-t", "tmpfs", *options, "tmpfs", folder]
        if subprocess.run(command, capture_output=True, check=False).returncode:
            yield None
            return
        try:
            yield Path(folder)
        finally:
            subprocess.run(["umount", "-l", folder], check=False)


def try_disks(good: Path) -> Tally:
    """Try a disk of 2 MB, one that only just holds the file, and a read-only one; nothing where none can be mounted."""
    tally = Tally()
    small = good.stat().st_size + 200_000
    for name, options, held in (
        ("a disk of 200 kB", ("-o", "size=200k"), False),
        ("a disk that is nearly full", ("-o", f"size={small}"), True),
        ("a read-only disk", ("-o", "size=200m"), True),
    ):
        with _disk(*options) as folder:
            if folder is None:
                continue
            if held:
                shutil.copy(good, folder / "paintings.sqlite")
            if name.startswith("a read-only"):
                subprocess.run(["mount", "-o", "remount,ro", str(folder)], check=True)
            tally.tried += 1
            try:
                said = _opens(folder / "paintings.sqlite")
                print(f"  {name}: {said or 'opened'}")
            except Exception as error:  # noqa: BLE001  anything that is not told in words
                tally.failed.append(f"{name}: {type(error).__name__} {error}")
    return tally


def main() -> int:
    """Try all of it; 0 where everything was told and nothing lost."""
    with tempfile.TemporaryDirectory() as folder:
        good = Path(folder) / "good.sqlite"
        seed(good, DEMO_NOW)
        with closing(sqlite3.connect(good)) as db:
            db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        found = [try_starts(good), try_while_painting(good), try_disks(good)]
    for title, tally in zip(("bad starts", "while painting", "disks"), found, strict=True):
        print(f"{title}: {tally.said()}")
        for each in tally.failed + tally.lost:
            print(f"  {each}")
    return int(any(each.failed or each.lost for each in found))


if __name__ == "__main__":
    sys.exit(main())
