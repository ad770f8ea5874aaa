"""What each pass finds when it is painted: whether the paint under it and beside it is wet, tacky or dry."""

from __future__ import annotations

from collections.abc import Iterable, Set
from dataclasses import dataclass

from kind_distance.core.build.model import Under
from kind_distance.core.paint.drying import Drying


@dataclass(frozen=True)
class Laid:
    """A pass as it is laid.

    Parameters
    ----------
    planes : tuple of int
        Ranks of the planes it paints.
    begin : float or None
        Clock minute; None where it has no time, and all is dry for it.
    leaves : Drying or None
        The film it leaves; None where it leaves none that could be wet.
    leaves_on : tuple of int
        Planes on which it leaves that film.
    """

    planes: tuple[int, ...]
    begin: float | None
    leaves: Drying | None = None
    leaves_on: tuple[int, ...] = ()


@dataclass(frozen=True)
class Found:
    """What a pass finds: under it, planes beside it that are wet, and washes beside it that are half dry."""

    under: Under = "dry"
    beside: tuple[int, ...] = ()
    damp: tuple[int, ...] = ()


def state_at(film: Drying, minute: float) -> Under:
    """Say what a film is at a minute."""
    if minute < film.open_until:
        return "wet"
    return "tacky" if minute < film.touch else "dry"


def found_by(passes: Iterable[Laid], touching: Set[tuple[int, int]], *, transparent: bool) -> list[Found]:
    """Say of every pass, in the order they are painted, what it finds.

    Parameters
    ----------
    passes : iterable of Laid
    touching : set of (int, int)
        Planes that meet, both ways round.
    transparent : bool
        Washes: what is half dry beside one makes it bloom.
    """
    last: dict[int, Drying] = {}
    found = []
    for each in passes:
        if each.begin is None:
            found.append(Found())
        else:
            found.append(_found(each, each.begin, last, touching, transparent=transparent))
        if each.leaves is not None:
            last.update(dict.fromkeys(each.leaves_on, each.leaves))
    return found


def _found(
    each: Laid, begin: float, last: dict[int, Drying], touching: Set[tuple[int, int]], *, transparent: bool
) -> Found:
    own = [state_at(last[rank], begin) for rank in each.planes if rank in last]
    under: Under = "wet" if "wet" in own else "tacky" if "tacky" in own else "dry"
    near = [
        (rank, state_at(film, begin))
        for rank, film in last.items()
        if rank not in each.planes and any((rank, mine) in touching for mine in each.planes)
    ]
    wet = tuple(rank for rank, state in near if state == "wet")
    damp = tuple(rank for rank, state in near if state == "tacky") if transparent else ()
    return Found(under, wet, damp)
