"""Clocks of films: what the paint of each pass is now and next, by the same drying that sessions are planned with.

Drying is an estimate: a range is told, and a touch at the rim by the painter comes first.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.paint.drying import Drying

FilmState = Literal["wet", "tacky", "touch_dry", "dry_through"]
Found = Literal["wet", "tacky", "dry"]


@dataclass(frozen=True)
class Touch:
    """What a finger found of a film. [clock min]."""

    at: int
    found: Found


@dataclass(frozen=True)
class FilmClock:
    """What a film is at a minute.

    Parameters
    ----------
    state : "wet", "tacky", "touch_dry" or "dry_through"
    early, late : float or None
        Range in which the next state comes; None where none is to come. [clock min]
    lean : bool
        Whether a hand may lean there.
    touched : bool
        Whether a finger said so, and not the clock alone.
    """

    state: FilmState
    early: float | None
    late: float | None
    lean: bool
    touched: bool = False


def clock_of(film: Drying, now: float, touch: Touch | None = None) -> FilmClock:
    """Say what a film is at a minute.

    Parameters
    ----------
    film : Drying
    now : float
        [clock min]
    touch : Touch or None
        The last touch; it holds over the clock until the clock is further.
    """
    state = _by_clock(film, now)
    touched = False
    if touch is not None and touch.at >= film.painted_at:
        order: list[FilmState] = ["wet", "tacky", "touch_dry", "dry_through"]
        at_least: FilmState = {"wet": "wet", "tacky": "tacky", "dry": "touch_dry"}[touch.found]  # type: ignore[assignment]
        # A finger that finds it dry is right at once; one that finds it wet is right for as long as the range is wide.
        if touch.found == "dry":
            touched = order.index(at_least) > order.index(state)
            state = max(state, at_least, key=order.index)
        elif now < touch.at + max(2.0, film.touch_late - film.touch_early) and state in ("touch_dry", "dry_through"):
            touched, state = True, at_least
    early, late = _next(film, state)
    return FilmClock(state, early, late, state in ("touch_dry", "dry_through"), touched)


def _by_clock(film: Drying, now: float) -> FilmState:
    if now >= film.through_late:
        return "dry_through"
    if now >= film.touch_late:
        return "touch_dry"
    return "wet" if now < film.open_until else "tacky"


def _next(film: Drying, state: FilmState) -> tuple[float | None, float | None]:
    if state == "wet":
        return film.open_until, film.open_until
    if state == "tacky":
        return film.touch_early, film.touch_late
    return (film.through_late, film.through_late) if state == "touch_dry" else (None, None)


def drying_factor(told: list[tuple[Drying, Touch]]) -> tuple[float, float, float, int] | None:
    """Say how fast the painter's own films dry against the estimate, as low, likely, high and how many touches.

    Each touch bounds it from one side: found dry, it took at most so long; found wet or tacky, at least so long.

    Parameters
    ----------
    told : list of (Drying, Touch)

    Returns
    -------
    None with fewer than three touches, or where they only bound one side.
    """
    at_most: list[float] = []
    at_least: list[float] = []
    for film, touch in told:
        usual, took = film.touch - film.painted_at, touch.at - film.painted_at
        if usual <= 0 or took <= 0:
            continue
        (at_most if touch.found == "dry" else at_least).append(took / usual)
    if len(at_most) + len(at_least) < LEAST_TOUCHES or not at_most or not at_least:
        return None
    high = sorted(at_most)[len(at_most) // 2]
    low = min(sorted(at_least)[len(at_least) // 2], high)
    return low, (low * high) ** 0.5, high, len(at_most) + len(at_least)


LEAST_TOUCHES = 3
