"""Doing two things at once: the libraries behind arrays let go of the interpreter, and every machine has two cores."""

from __future__ import annotations

from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from functools import lru_cache
from threading import current_thread
from typing import TypeVar

NAME = "together"
One = TypeVar("One")
Other = TypeVar("Other")


@lru_cache(maxsize=1)
def _hand() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(max_workers=1, thread_name_prefix=NAME)


def in_parallel(one: Callable[[], One], other: Callable[[], Other]) -> tuple[One, Other]:
    """Do two deeds at the same time and return what both return; within one of them, one after the other."""
    if current_thread().name.startswith(NAME):
        return one(), other()
    waiting = _hand().submit(one)
    second = other()
    return waiting.result(), second
