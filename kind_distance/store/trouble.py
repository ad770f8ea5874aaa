"""What the disk says, in the painter's words: full, read-only, held by another, gone, damaged, somebody else's."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from kind_distance.errors import DamagedFileError, DiskFullError, StorageError

NOTHING_LOST = "Nothing was half-saved."
RESTORE = "Bring back the last backup: kind-distance restore FILE. What is there now is kept beside it."


def damaged(file: Path | str = "") -> DamagedFileError:
    """Say that a file of paintings cannot be read any more."""
    return DamagedFileError(f"The file of paintings {file} is damaged.".replace("  ", " "), RESTORE)


# What SQLite met, by the beginning of its result code (sqlite.org, "Result and Error Codes").
_SAID: tuple[tuple[tuple[str, ...], type[StorageError], str, str], ...] = (
    (("SQLITE_FULL",), DiskFullError, "The disk that holds {file} is full.",
     f"{NOTHING_LOST} Free some space and try again."),
    (("SQLITE_READONLY",), StorageError, "The file of paintings {file} cannot be written to.",
     f"{NOTHING_LOST} See that the disk is not read-only and that the file and its folder are yours."),
    (("SQLITE_BUSY", "SQLITE_LOCKED"), StorageError, "Another program holds the file of paintings {file}.",
     f"{NOTHING_LOST} Close that program, or wait until it is done, and try again."),
    (("SQLITE_CANTOPEN", "SQLITE_PERM", "SQLITE_AUTH"), StorageError, "The file of paintings {file} cannot be opened.",
     "See that its folder is there and that you may read and write in it."),
    (("SQLITE_NOTADB",), StorageError, "{file} is no file of paintings.", "Name another file, or bring back a backup."),
    (("SQLITE_CORRUPT",), DamagedFileError, "The file of paintings {file} is damaged.", RESTORE),
    (("SQLITE_IOERR",), StorageError, "The disk failed while {file} was read or written.",
     f"{NOTHING_LOST} See that the disk is still there; make a backup on another one."),
)  # fmt: skip


def _said(error: sqlite3.DatabaseError, file: Path | str) -> StorageError | None:
    """Say what SQLite met; None where it is a fault of our own."""
    name = getattr(error, "sqlite_errorname", "") or ""
    for codes, kind, message, way_out in _SAID:
        if name.startswith(codes):
            return kind(message.format(file=file), way_out)
    return damaged(file) if str(error).startswith(("no such table", "no such column")) else None


def os_said(error: OSError, file: Path | str) -> StorageError:
    """Say what the system met when a file or folder was to be made or read."""
    if isinstance(error, PermissionError):
        return StorageError(f"You may not write to {file}.", "Name a file in a folder of your own.")
    if isinstance(error, IsADirectoryError):
        return StorageError(f"{file} is a folder, not a file of paintings.", "Name a file in it.")
    if isinstance(error, (NotADirectoryError, FileExistsError)):
        return StorageError(f"{file} cannot be there: a file stands where a folder should be.", "Name another place.")
    if error.errno == 28:  # ENOSPC
        return DiskFullError(f"The disk that holds {file} is full.", "Free some space and try again.")
    if error.errno == 30:  # EROFS
        return StorageError(f"The disk that holds {file} is read-only.", "Name a file on another disk.")
    return StorageError(
        f"{file} cannot be used: {(error.strerror or 'the disk failed').lower()}.", "Name another file."
    )


@contextmanager
def told(file: Path | str) -> Iterator[None]:
    """Let what the disk says leave a block in words.

    Raises
    ------
    StorageError
    """
    try:
        yield
    except sqlite3.DatabaseError as error:
        said = _said(error, file)
        if said is None:
            raise
        raise said from error
