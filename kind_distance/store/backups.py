"""Copies of the whole file of paintings, by SQLite's own backup: on request, one a day, before an upgrade; and back.

A plain copy of a file that is in use may lack what was acknowledged last, or be damaged: what is newest stands in a
second file beside it. SQLite's backup reads both at one moment (sqlite.org, "SQLite Backup API").
"""

from __future__ import annotations

import os
import re
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from filelock import FileLock, Timeout

from kind_distance.errors import DomainError, NotFoundError, OpenElsewhereError, StorageError
from kind_distance.store import trouble
from kind_distance.store.database import known_version, looked_at, migrate, migrations, opened

FOLDER = "backups"
KEPT_DAYS = 7
_SIDES = ("", "-wal", "-shm")


@dataclass(frozen=True)
class Held:
    """What a file of paintings holds.

    Parameters
    ----------
    version : int
        Of its schema.
    paintings : int
        Those in the bin included.
    changed_at : str or None
        The latest change, ISO 8601.
    """

    version: int
    paintings: int
    changed_at: str | None


def folder_of(file: Path) -> Path:
    """Folder of a file's backups."""
    return file.parent / FOLDER


def examine(file: Path) -> Held:
    """Check a file of paintings from end to end, without altering it.

    Raises
    ------
    NotFoundError, StorageError, DomainError
        If it is not there, not ours, damaged, or too new.
    """
    if not file.is_file():
        raise NotFoundError("file", file)
    with looked_at(file) as db:
        version = known_version(db)
        if version == 0:
            raise StorageError(f"{file} holds no paintings.", "Name another backup.")
        sound = db.execute("PRAGMA integrity_check(1)").fetchone()[0] == "ok"
        if not sound or db.execute("PRAGMA foreign_key_check").fetchone() is not None:
            raise trouble.damaged(file)
        count, changed_at = db.execute("SELECT count(*), max(changed_at) FROM painting").fetchone()
    return Held(version, int(count), changed_at)


def back_up(file: Path, target: Path) -> Path:
    """Copy the file of paintings as it stands at this moment, while it is in use; return the copy's path.

    Raises
    ------
    DomainError
        If something else stands at the target: it is never written over.
    StorageError
        If there is no space or no right to write; nothing half-written stays.
    """
    if target.exists():
        raise DomainError(f"{target} is there already.", "Give the backup another name.")
    _copy(file, target)
    return target


def _copy(file: Path, target: Path) -> None:
    """Write a copy beside the target, make sure that it is on the disk, and put it in place at once."""
    half = target.with_name(f".{target.name}.{os.getpid()}")
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        with trouble.told(target), closing(sqlite3.connect(half, isolation_level=None)) as copy:
            with looked_at(file) as db:
                db.backup(copy)
            # One file that can be carried about, with nothing beside it.
            copy.execute("PRAGMA journal_mode=DELETE")
        _to_disk(half)
        half.replace(target)
    except OSError as error:
        raise trouble.os_said(error, target) from error
    finally:
        for side in ("", "-journal", "-wal", "-shm"):
            with suppress(OSError):  # what went wrong is told above
                Path(f"{half}{side}").unlink(missing_ok=True)


def _to_disk(file: Path) -> None:
    with file.open("rb+") as held:
        os.fsync(held.fileno())


def _dated(file: Path) -> list[tuple[str, Path]]:
    """List the daily backups: day and path, the oldest first."""
    pattern = re.compile(re.escape(file.stem) + r"-(\d{4}-\d\d-\d\d)\.sqlite")
    folder = folder_of(file)
    names = sorted(folder.iterdir()) if folder.is_dir() else []
    return [(found[1], each) for each in names if (found := pattern.fullmatch(each.name))]


def last_backup(file: Path) -> Path | None:
    """Give the latest daily backup; None where there is none."""
    found = _dated(file)
    return found[-1][1] if found else None


def made_at(backup: Path) -> datetime:
    """Say when a backup was made, as local wall time."""
    return datetime.fromtimestamp(backup.stat().st_mtime)  # noqa: DTZ006  a painter's day is where the painter is


def back_up_daily(file: Path, now: datetime) -> Path | None:
    """Make or renew the backup of this day, and keep the last seven days; None where nothing changed since.

    Raises
    ------
    StorageError
    """
    target = folder_of(file) / f"{file.stem}-{now:%Y-%m-%d}.sqlite"
    # What is newest may stand in the file beside it.
    changed = max(each.stat().st_mtime for side in _SIDES[:2] if (each := Path(f"{file}{side}")).exists())
    if target.exists() and target.stat().st_mtime >= changed:
        return None
    _copy(file, target)
    for _, old in _dated(file)[:-KEPT_DAYS]:
        old.unlink(missing_ok=True)
    return target


def make_room(file: Path) -> None:
    """Make the folder of a file of paintings, and see that no folder stands in the file's own place.

    Raises
    ------
    StorageError
    """
    try:
        file.parent.mkdir(parents=True, exist_ok=True)
        if file.is_dir():
            raise IsADirectoryError
    except OSError as error:
        raise trouble.os_said(error, file) from error


def prepare(file: Path) -> None:
    """Make a file of paintings ready: made where there is none, brought up to date, kept as it was before that.

    Raises
    ------
    StorageError, DomainError
        In the painter's words; a file that is not ours is not touched.
    """
    make_room(file)
    if file.exists() and file.stat().st_size > 0:
        _check(file)
    with opened(file) as db:
        migrate(db)


def _check(file: Path) -> None:
    """See that a file is ours and not too new; where it is older, keep it as it is before it is upgraded."""
    with looked_at(file) as db:
        try:
            version = known_version(db)
        except DomainError as error:
            older = _before_upgrade(file)
            if older is None:
                raise
            held = older.stat().st_mtime
            raise DomainError(
                error.message,
                f"{error.way_out} As it was before the upgrade on {datetime.fromtimestamp(held):%Y-%m-%d}, "  # noqa: DTZ006
                f"it is kept as {older}.",
            ) from None
    newest = migrations()[-1][0]
    if 0 < version < newest:
        target = folder_of(file) / f"{file.stem}-before-version-{newest}.sqlite"
        if not target.exists():
            _copy(file, target)


def _before_upgrade(file: Path) -> Path | None:
    found = sorted(folder_of(file).glob(f"{file.stem}-before-version-*.sqlite"), key=lambda each: each.stat().st_mtime)
    return found[-1] if found else None


@contextmanager
def held(file: Path, address: str = "") -> Iterator[None]:
    """Hold a file of paintings for a block: one program at a time serves it, or brings a backup back.

    Parameters
    ----------
    file : Path
    address : str
        Where it is served; told to who comes second.

    Raises
    ------
    OpenElsewhereError
        If another program holds it.
    """
    note = file.with_suffix(".open")
    lock = FileLock(file.with_suffix(".lock"))
    try:
        lock.acquire(timeout=0)
    except Timeout:
        known = note.read_text("utf-8") if note.is_file() else ""
        raise OpenElsewhereError(known) from None
    except OSError as error:
        raise trouble.os_said(error, file) from error
    try:
        if address:
            note.write_text(address, "utf-8")
        yield
    finally:
        note.unlink(missing_ok=True)
        lock.release()


@dataclass(frozen=True)
class Restored:
    """What a restore brought, and where what it replaced is kept."""

    held: Held
    replaced: Path | None


def restore(file: Path, backup: Path, now: datetime) -> Restored:
    """Bring a backup back in place of a file of paintings; what it replaces is kept beside the backups.

    Phones and tablets have to be let in anew.

    Raises
    ------
    KindDistanceError
        If the backup cannot be read, or the file is open; nothing is altered then.
    """
    if backup.resolve() == file.resolve():
        raise DomainError("This is the file of paintings itself.", "Name a backup.")
    found = examine(backup)
    with held(file):
        half = file.with_name(f".{file.name}.restored")
        half.unlink(missing_ok=True)
        _copy(backup, half)
        replaced = None
        try:
            if file.exists():
                replaced = folder_of(file) / f"{file.stem}-replaced-{now:%Y-%m-%d-%H%M%S}.sqlite"
                replaced.parent.mkdir(parents=True, exist_ok=True)
                with suppress(StorageError), opened(file) as db:
                    db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
                # As it is, damaged or not, with what may still stand beside it.
                for side in reversed(_SIDES):
                    if Path(f"{file}{side}").exists():
                        Path(f"{file}{side}").replace(f"{replaced}{side}")
            half.replace(file)
        except OSError as error:
            raise trouble.os_said(error, file) from error
        prepare(file)
        with opened(file) as db:
            # A device that was shut out since must not come in again by an older list.
            db.execute("DELETE FROM device")
    return Restored(found, replaced)
