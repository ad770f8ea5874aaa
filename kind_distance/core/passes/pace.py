"""The painter's own pace: what the log of painted passes says about the minutes that are reckoned."""

from __future__ import annotations

import math
from dataclasses import dataclass

LEAST_OF_KIND = 3  # painted passes of one kind from which on the kind has a pace of its own
LEAST_IN_ALL = 2  # painted passes from which on anything is said
PULL = 1.0  # passes painted just as planned that every pace is held against, so that one odd day does not rule
USUAL_SPREAD = 0.3  # relative, while the log is too short to show its own; from memory
MOST = 4.0  # times as long or as short, beyond which an entry is taken for a slip


@dataclass(frozen=True)
class Spent:
    """One painted pass: its kind, the minutes planned and the minutes it took."""

    kind: str
    planned: int
    took: int


@dataclass(frozen=True)
class Pace:
    """How long a painter takes against what is reckoned.

    Parameters
    ----------
    factor : float
        Times as long, most likely.
    low, high : float
        Range that about two of three passes fall in.
    count : int
        Painted passes it rests on.
    """

    factor: float
    low: float
    high: float
    count: int

    def minutes(self, planned: int) -> tuple[int, int, int]:
        """Say low, likely and high minutes of a pass that is reckoned at so many. [min]."""
        return tuple(max(1, round(planned * each)) for each in (self.low, self.factor, self.high))  # type: ignore[return-value]


def _pace(log: list[Spent]) -> Pace:
    """Take the geometric mean of the ratios, so that twice as long and half as long weigh the same."""
    ratios = [math.log(each.took / each.planned) for each in log]
    mean = sum(ratios) / (len(ratios) + PULL)
    spread = USUAL_SPREAD
    if len(ratios) >= LEAST_OF_KIND:
        own = sum((each - mean) ** 2 for each in ratios)
        # The usual spread counts as one more observation.
        spread = math.sqrt((own + USUAL_SPREAD**2) / (len(ratios)))
    return Pace(math.exp(mean), math.exp(mean - spread), math.exp(mean + spread), len(ratios))


def own_paces(log: tuple[Spent, ...]) -> dict[str, Pace]:
    """Work out the pace of each kind of pass from the log; the key ``""`` holds that of all kinds together.

    Parameters
    ----------
    log : tuple of Spent
        Slips (more than four times as long or as short as planned) are left out.

    Returns
    -------
    dict
        Empty while the log is too short.
    """
    sound = [each for each in log if each.planned > 0 and 1 / MOST <= each.took / each.planned <= MOST]
    if len(sound) < LEAST_IN_ALL:
        return {}
    paces = {"": _pace(sound)}
    for kind in {each.kind for each in sound}:
        own = [each for each in sound if each.kind == kind]
        if len(own) >= LEAST_OF_KIND:
            paces[kind] = _pace(own)
    return paces


def pace_for(paces: dict[str, Pace], kind: str) -> Pace | None:
    """Return the pace of a kind, else that of all; None without a log."""
    return paces.get(kind) or paces.get("")
