"""Reading a document from outside: everything in it is checked, and a fault is named by its place."""

from __future__ import annotations

import io
import json
import lzma
import zipfile
import zlib
from pathlib import Path
from types import TracebackType
from typing import Any, BinaryIO

from pydantic import ValidationError

from kind_distance.errors import DocumentError, DomainError
from kind_distance.exchange.document import NAME_IN_ZIP
from kind_distance.exchange.document.faults import faults_of
from kind_distance.exchange.document.schema import FORMAT, VERSION, Document
from kind_distance.exchange.document.upgrade import upgraded

LARGEST_JSON = 32 * 1024 * 1024
MOST_TOLD = 12
ZIP_BEGINS = b"PK\x03\x04"
DAMAGED = (
    zipfile.BadZipFile, OSError, RuntimeError, NotImplementedError, EOFError, ValueError, zlib.error, lzma.LZMAError
)  # fmt: skip


class Packed:
    """A document's ZIP with the pictures beside it; nothing of it is ever written to a disk by its name.

    Parameters
    ----------
    archive : ZipFile or None
        None for a document that came alone.
    name : str
        What the painter calls the file.
    """

    def __init__(self, archive: zipfile.ZipFile | None, name: str) -> None:
        self._archive, self._name = archive, name

    def __enter__(self) -> Packed:
        return self

    def __exit__(self, kind: type[BaseException] | None, error: BaseException | None, at: TracebackType | None) -> None:
        if self._archive is not None:
            self._archive.close()

    def read(self, entry: str, most: int) -> bytes:
        """Unpack one entry of at most so many bytes; raise DocumentError where it is missing, larger or damaged."""
        if self._archive is None:
            raise DocumentError(f"{self._name} names the picture {entry!r}, but came alone.", "Give the whole ZIP.")
        try:
            info = self._archive.getinfo(entry)
            # What the archive says of its size may be a lie: no more than that is unpacked in any case.
            if info.file_size <= most:
                with self._archive.open(info) as packed:
                    data = packed.read(most + 1)
                if len(data) <= most:
                    return data
        except KeyError:
            raise DocumentError(f"{self._name} holds no {entry}.", "Give a ZIP that this application wrote.") from None
        except DAMAGED as error:
            raise DocumentError(f"{self._name} is a damaged ZIP ({error}).", "Fetch it once more.") from None
        raise DocumentError(f"{entry} in {self._name} unpacks to more than any painting.", "Give another ZIP.")


def open_document(file: BinaryIO, name: str) -> tuple[Any, Packed]:
    """Read a painting from JSON or from a ZIP that holds it, with what lies beside it.

    Parameters
    ----------
    file : binary file
        It can be sought in, and stays open as long as pictures are read.
    name : str
        What the painter calls it.

    Raises
    ------
    DocumentError
        If it is no document; every fault is named by its place.
    """
    file.seek(0)
    begins = file.read(len(ZIP_BEGINS))
    file.seek(0)
    archive = None
    if begins == ZIP_BEGINS:
        try:
            archive = zipfile.ZipFile(file)
        except DAMAGED as error:
            raise DocumentError(f"{name} is a damaged ZIP ({error}).", "Fetch it once more.") from None
    packed = Packed(archive, name)
    data = file.read(LARGEST_JSON + 1) if archive is None else packed.read(NAME_IN_ZIP, LARGEST_JSON)
    return _document(data, name), packed


def read_document(data: bytes, name: str) -> Any:  # noqa: ANN401  a document
    """Read a painting's document alone; raise DocumentError as :func:`open_document` does."""
    return open_document(io.BytesIO(data), name)[0]


def _place(at: tuple[int | str, ...]) -> str:
    said = ""
    for part in at:
        said += f"[{part}]" if isinstance(part, int) else f"{'.' if said else ''}{part}"
    return said or "the document"


def _check_kind(found: object, name: str) -> None:
    """Say it at once where the rest would only be a list of faults: another kind of file, or a later version."""
    if not isinstance(found, dict) or found.get("format") != FORMAT:
        raise DocumentError(f"{name} is no painting of this application.", f'Give one whose format is "{FORMAT}".')
    version = found.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise DocumentError(f"{name} does not say which version it is.", f'Give it a "version" of {VERSION}.')
    if version > VERSION:
        raise DocumentError(
            f"{name} was written by a later version of this application.", "Bring this one up to date first."
        )


def _document(data: bytes, name: str) -> Any:  # noqa: ANN401  a document
    if len(data) > LARGEST_JSON:
        raise DocumentError(f"{name} is larger than any painting's document.", "Give the JSON of one painting.")
    try:
        found = json.loads(data.decode("utf-8"))
    except UnicodeDecodeError:
        raise DocumentError(
            f"{name} is no text in UTF-8.",
            "Give JSON, or a ZIP with painting.json in it. A photo is brought to the sources of a painting.",
        ) from None
    except json.JSONDecodeError as error:
        raise DocumentError(
            f"{name}, line {error.lineno}, column {error.colno}: {error.msg}.", "Mend the JSON there."
        ) from None
    except RecursionError:
        raise DocumentError(f"{name} is nested deeper than any painting.", "Give the JSON of one painting.") from None
    except ValueError:
        raise DocumentError(f"{name} holds a number that is none.", "Give the JSON of one painting.") from None
    _check_kind(found, name)
    if found["version"] == 1:
        found = upgraded(found)
    try:
        document = Document.model_validate_json(json.dumps(found))
    except ValidationError as error:
        faults = [f"{_place(each['loc'])}: {each['msg'][0].lower()}{each['msg'][1:]}" for each in error.errors()]
    else:
        faults = faults_of(document)
        if not faults:
            return document
    raise DocumentError(f"{name}: " + "; ".join(faults[:MOST_TOLD]) + ".", "Mend these places.")


def read_file(path: Path) -> bytes:
    """Read a file; raise DomainError in plain words where it cannot be."""
    try:
        return path.read_bytes()
    except OSError as error:
        raise DomainError(f"{path} cannot be read: {error.strerror or error}.", "Give the path of a file.") from None


def json_schema() -> dict[str, Any]:
    """Return the JSON Schema of the document."""
    schema: dict[str, Any] = Document.model_json_schema()
    return schema
