"""A painting's states in the history: what did not change is kept once, named by its content.

A state is packed as a list of parts, one for the brief and one for each kind of row. Each part is named by the hash of
its content; in it, a row that is large is again only named. So a change of the title keeps a brief, and one more stroke
keeps that stroke and a list of names.
"""

from __future__ import annotations

import hashlib
import json
import zlib
from collections.abc import Callable
from typing import Any

from kind_distance.rows import Brief, State
from kind_distance.rows.plain import from_plain, to_plain
from kind_distance.rows.state import kinds

VERSION = 2
LARGE = 400  # bytes of JSON from which on a row is kept by itself
NAMED = "$"
Pieces = dict[bytes, bytes]


def _json(value: Any) -> bytes:  # noqa: ANN401  plain data
    return json.dumps(value, ensure_ascii=False, separators=(",", ":")).encode()


def _keep(data: bytes, pieces: Pieces) -> bytes:
    name = hashlib.blake2b(data, digest_size=16).digest()
    pieces.setdefault(name, zlib.compress(data))
    return name


def pack(state: State, before: tuple[State, dict[str, bytes]] | None = None) -> tuple[dict[str, bytes], Pieces]:
    """Pack a state.

    Parameters
    ----------
    state : State
    before : (State, dict of str to bytes) or None
        The state before it, as it was packed: a part that is the same object is the same content.

    Returns
    -------
    parts : dict of str to bytes
        Name of the content of each part.
    pieces : dict of bytes to bytes
        Content by name, packed; only what `before` does not have.
    """
    pieces: Pieces = {}
    parts: dict[str, bytes] = {}
    for field in ("brief", *(kind.field for kind in kinds())):
        value = getattr(state, field)
        if before is not None and getattr(before[0], field) is value and field in before[1]:
            parts[field] = before[1][field]
        elif field == "brief":
            parts[field] = _keep(_json(to_plain(value)), pieces)
        else:
            parts[field] = _keep(_json([_piece(row, pieces) for row in value]), pieces)
    return parts, pieces


def _piece(row: Any, pieces: Pieces) -> Any:  # noqa: ANN401  any row, as plain data
    plain = to_plain(row)
    data = _json(plain)
    return plain if len(data) < LARGE else {NAMED: _keep(data, pieces).hex()}


def parts_as_bytes(parts: dict[str, bytes]) -> bytes:
    """Write the names of all parts for their column."""
    return _json({"version": VERSION, **{field: name.hex() for field, name in parts.items()}})


def parts_from_bytes(data: bytes) -> dict[str, bytes]:
    """Read them back."""
    found = json.loads(data)
    return {field: bytes.fromhex(name) for field, name in found.items() if field != "version"}


def unpack(parts: dict[str, bytes], piece: Callable[[bytes], bytes]) -> State:
    """Read a state back.

    Parameters
    ----------
    parts : dict of str to bytes
    piece : callable
        Gives the packed content of a name.
    """

    def content(name: bytes) -> Any:  # noqa: ANN401  plain data
        return json.loads(zlib.decompress(piece(name)))

    def row(data: Any) -> Any:  # noqa: ANN401  plain data
        return content(bytes.fromhex(data[NAMED])) if NAMED in data else data

    known = {}
    for kind in kinds():
        if kind.field in parts:
            known[kind.field] = tuple(from_plain(kind.row, row(each)) for each in content(parts[kind.field]))
    return State(brief=from_plain(Brief, content(parts["brief"])), **known)


def names_in(parts: dict[str, bytes], piece: Callable[[bytes], bytes | None]) -> set[bytes]:
    """List every name that a packed state needs, those of large rows as well."""
    found = set(parts.values())
    for field, name in parts.items():
        data = None if field == "brief" else piece(name)
        for row in [] if data is None else json.loads(zlib.decompress(data)):
            if isinstance(row, dict) and NAMED in row:
                found.add(bytes.fromhex(row[NAMED]))
    return found


def unpack_first(data: bytes) -> State:
    """Read a state that was kept whole, as all were before version 2."""
    found = json.loads(zlib.decompress(data))
    for each in found["passes"]:
        _to_lists(each, {"plane": "planes", "element": "elements", "aid": "aids"})
    known = {
        kind.field: tuple(from_plain(kind.row, row) for row in found.get(kind.field, []))
        for kind in kinds()
        if kind.field in found
    }
    return State(brief=from_plain(Brief, found["brief"]), **known)


def _to_lists(row: dict[str, Any], names: dict[str, str]) -> None:
    """Turn what was one of a thing into a list of it, in place."""
    for old, new in names.items():
        value = row.pop(old, None)
        row[new] = [] if value in (None, "") else [value]
