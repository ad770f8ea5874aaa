"""Steps that remember what they read.

A step is a function of a painting's state and of other steps' results. While it runs it is given a state that notes
every part and every field of the brief that is read. Its result stands until one of those is another one: a new title
makes nothing anew that never read the title. Nothing has to be declared, so nothing can be forgotten.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, fields
from functools import wraps
from pathlib import Path
from threading import RLock
from types import NoneType
from typing import Any, ParamSpec, TypeVar

from kind_distance.rows import Brief, State

KEPT_RESULTS = 4  # of each step, the latest
PLAIN = (int, float, str, bool, NoneType, Path, tuple)

Asked = ParamSpec("Asked")
Made = TypeVar("Made")
Reads = dict[tuple[str, ...], Any]

_PARTS = frozenset(field.name for field in fields(State))
_BRIEF = frozenset(field.name for field in fields(Brief))


def _note(watched: Any, name: str, path: tuple[str, ...]) -> Any:  # noqa: ANN401  any part
    own = object.__getattribute__(watched, "__dict__")
    value = getattr(own["_of"], name)  # a watched state inside another one tells that one too
    own["_reads"][path] = value
    return value


class _WatchedBrief(Brief):
    """A brief that notes which of its fields are read."""

    def __getattribute__(self, name: str) -> Any:  # noqa: ANN401  any field
        if name in _BRIEF:
            return _note(self, name, ("brief", name))
        if name == "__class__":
            return Brief
        if name == "__dict__":
            return {each: getattr(self, each) for each in _BRIEF}
        return object.__getattribute__(self, name)


class _WatchedState(State):
    """A state that notes which of its parts are read."""

    def __getattribute__(self, name: str) -> Any:  # noqa: ANN401  any part
        if name == "brief":
            return object.__getattribute__(self, "__dict__")["_brief"]
        if name in _PARTS:
            return _note(self, name, (name,))
        if name == "__class__":
            return State  # a copy with other parts is a plain state
        if name == "__dict__":
            return {each: getattr(self, each) for each in _PARTS}
        return object.__getattribute__(self, name)


def _watched(state: State, reads: Reads) -> State:
    brief, watched = object.__new__(_WatchedBrief), object.__new__(_WatchedState)
    object.__getattribute__(brief, "__dict__").update(_of=state.brief, _reads=reads)
    object.__getattribute__(watched, "__dict__").update(_of=state, _reads=reads, _brief=brief)
    return watched


def _read(state: State, path: tuple[str, ...]) -> Any:  # noqa: ANN401  any part
    return getattr(state.brief, path[1]) if path[0] == "brief" else getattr(state, path[0])


@dataclass(frozen=True)
class _Result:
    args: tuple[Any, ...]
    reads: tuple[Reads, ...]  # of each argument that is a state, in order
    made: Any

    def holds_for(self, args: tuple[Any, ...]) -> bool:
        """Whether it was made of the same results and of states that are alike in all that was read."""
        if len(args) != len(self.args):
            return False
        reads = iter(self.reads)
        return all(
            _alike(one, next(reads)) if isinstance(one, State) else _same(one, other)
            for one, other in zip(args, self.args, strict=True)
        )


def _same(one: object, other: object) -> bool:
    """Whether two arguments are the same: plain ones by value, results of other steps as the very same object."""
    return one is other or (isinstance(one, PLAIN) and type(one) is type(other) and one == other)


def _alike(state: State, reads: Reads) -> bool:
    for path, value in reads.items():
        now = _read(state, path)
        if now is not value and now != value:
            return False
    return True


def step(make: Callable[Asked, Made]) -> Callable[Asked, Made]:
    """Make a step of a function: it is done again only where something that it read has changed.

    The function takes states and other steps' results by place, and plain values. Results are told apart as objects,
    plain values and tuples of plain rows by what they are.
    """
    kept: list[_Result] = []
    lock = RLock()

    def keep(result: _Result) -> None:
        """Keep a result before all others: what was asked for last is asked for next."""
        with lock:
            kept[:] = [result, *(each for each in kept if each is not result)][:KEPT_RESULTS]

    @wraps(make)
    def asked(*args: Asked.args, **named: Asked.kwargs) -> Made:
        if named:
            raise TypeError(f"{make.__name__} is a step: give it its arguments by place")
        given = args
        with lock:
            candidates = tuple(kept)
        known = next((each for each in candidates if each.holds_for(given)), None)
        if known is not None:
            if known is not candidates[0]:
                keep(known)
            made: Made = known.made
            return made
        _COUNTS[make.__name__] = _COUNTS.get(make.__name__, 0) + 1
        noted: list[Reads] = []
        watched: list[object] = []
        for each in args:
            if isinstance(each, State):
                noted.append({})
                watched.append(_watched(each, noted[-1]))
            else:
                watched.append(each)
        made = make(*watched)  # type: ignore[call-arg,arg-type]  # the same arguments, watched
        if isinstance(made, State | Brief):
            raise TypeError(f"{make.__name__} is a step: it may not hand out the state that it watches")
        # A step keeps no state: what it read of each is noted beside it.
        bare = tuple(None if isinstance(each, State) else each for each in given)
        keep(_Result(bare, tuple(dict(each) for each in noted), made))
        return made

    return asked


_COUNTS: dict[str, int] = {}


@contextmanager
def counted() -> Iterator[dict[str, int]]:
    """Count how often each step is really done inside a block."""
    before = dict(_COUNTS)
    found: dict[str, int] = {}
    yield found
    found.update({name: times - before.get(name, 0) for name, times in _COUNTS.items()})
    for name in [name for name, times in found.items() if not times]:
        del found[name]


def shared_parts(state: State, known: State) -> State:
    """Give a state the very parts of a known one where they are equal: comparing them again then costs nothing."""
    parts = {name: getattr(state, name) for name in _PARTS}
    for name, value in parts.items():
        before = getattr(known, name)
        if value == before:
            parts[name] = before
    return State(**parts)
