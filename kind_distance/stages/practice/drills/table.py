"""All kinds of drill, and how one is made. The same seed gives the same drill."""

from __future__ import annotations

from kind_distance.core.practice.scenes import Scene
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills import (
    depths,
    edges,
    faults,
    layers,
    loosening,
    masses,
    mixing,
    perspective,
    values,
)
from kind_distance.stages.practice.drills.drill import Drill, DrillKind

DRILLS: dict[str, DrillKind] = {
    each.key: each
    for module in (values, edges, depths, masses, faults, layers, perspective, mixing, loosening)
    for each in module.KINDS
}


def make_drill(kind: str, seed: int, level: int = 1, own: Scene | None = None) -> Drill:
    """Make the drill of a seed, on a painter's own picture where one is given.

    Raises
    ------
    DomainError
        If there is no such kind or level, or the own picture does not do for it.
    """
    if kind not in DRILLS or not 1 <= level <= 3:  # noqa: PLR2004
        raise DomainError("There is no such drill.", "Choose one of the list.")
    if own is None:
        return DRILLS[kind].make(seed, level)
    if not DRILLS[kind].own:
        raise DomainError("This drill needs a painted scene.", "Take it without your own picture.")
    return DRILLS[kind].make(seed, level, own)
