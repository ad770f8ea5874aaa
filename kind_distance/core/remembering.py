"""What was worked out before, remembered within one budget of bytes, and handed out so that nobody can write to it."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import suppress
from ctypes import CDLL
from dataclasses import fields, is_dataclass
from functools import cache, partial
from threading import RLock
from typing import Any, ParamSpec, TypeVar

import numpy as np
from cachetools import LRUCache, cached
from cachetools.keys import hashkey

BUDGET = 72_000_000  # for all that is remembered together: two photos with all that is worked out on them [bytes]
MMAP_THRESHOLD, ARENA_MAX = -3, -8  # of malloc.h in the GNU C library
LARGE = 256_000  # what is given back by itself [bytes]
PLAIN = frozenset((int, float, bool, type(None)))  # of no size worth counting
LEAST = 2_000  # what keeping anything costs, however small it is [bytes]

Asked = ParamSpec("Asked")
Made = TypeVar("Made")


def sealed(value: Any) -> int:  # noqa: ANN401  anything that is worked out
    """Make every array inside a value read-only; return how large they are together. [bytes].

    It looks into tuples, lists, dictionaries and dataclasses. A class that works parts of itself out later says with
    `grows_by` how much that may come to.
    """
    kind = type(value)
    if kind in PLAIN:  # most of what is kept
        return 0
    if isinstance(value, np.ndarray):
        value.flags.writeable = False
        return int(value.nbytes)
    if isinstance(value, bytes | str):
        return len(value)
    if isinstance(value, tuple | list):
        return sum(map(sealed, value))
    if isinstance(value, dict):
        return sum(map(sealed, value.values()))
    inside = _fields_of(kind)  # type: ignore[arg-type]  # a class has a hash, whatever its metaclass says
    if not inside:
        return 0
    return int(getattr(value, "grows_by", 0)) + sum(sealed(getattr(value, name)) for name in inside)


@cache
def _fields_of(kind: type) -> tuple[str, ...]:
    return tuple(field.name for field in fields(kind)) if is_dataclass(kind) else ()


def _size(value: Any) -> int:  # noqa: ANN401
    return LEAST + sealed(value)


_KEPT: LRUCache[Any, Any] = LRUCache(BUDGET, getsizeof=_size)
_LOCK = RLock()


def remembered(make: Callable[Asked, Made]) -> Callable[Asked, Made]:
    """Work a thing out once for the same arguments, as long as the budget holds; what was not asked for longest goes.

    Arguments have to be hashable. What is handed out is shared: arrays in it are read-only, and it should hold no list
    that a caller might change.
    """
    # Its size is asked for when it is kept, and that seals it.
    kept: Callable[Asked, Made] = cached(_KEPT, key=partial(hashkey, make), lock=_LOCK)(make)
    return kept


def held_bytes() -> int:
    """Return how much is remembered just now. [bytes]."""
    return int(_KEPT.currsize)


def release_memory_early() -> None:
    """Ask the C library to give large arrays back to the system as soon as they are let go; where it can be asked.

    Otherwise it keeps what a photo took on its way in, several times the budget, for ever.
    """
    with suppress(OSError, AttributeError):
        library = CDLL(None)
        library.mallopt(MMAP_THRESHOLD, LARGE)
        library.mallopt(ARENA_MAX, 2)


def give_back() -> None:
    """Give the system what is free by now, after something large was worked on; where the C library can be asked."""
    with suppress(OSError, AttributeError):
        CDLL(None).malloc_trim(0)


def forget() -> None:
    """Forget everything that is remembered."""
    with _LOCK:
        _KEPT.clear()
