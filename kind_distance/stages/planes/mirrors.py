"""What a plane of calm water shows of the planes behind it."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.light.water import reflected_value, reflection_guide
from kind_distance.core.wording import say_list, say_value
from kind_distance.errors import DomainError
from kind_distance.rows import State
from kind_distance.stages.planes.depth import survey_depth
from kind_distance.stages.planes.strokes import labels_of


@dataclass(frozen=True)
class Mirrored:
    """Lines to draw over the photo, shares of its width and height, and what is to be mixed."""

    lines: list[NDArray[np.float64]]
    said: str


def mirrored(file: Path, state: State, rank: int) -> Mirrored:
    """Draw and tell what a plane of water mirrors.

    Raises
    ------
    DomainError
        If the plane is no water, or nothing is marked.
    """
    depth, labels = survey_depth(file, state), labels_of(file, state)
    if not 1 <= rank <= len(depth.given.specs) or depth.given.specs[rank - 1].kind != "water":
        raise DomainError("Only water mirrors what stands behind it.", "Choose a plane of water.")
    if labels is None:
        raise DomainError("No plane is marked yet.", "Mark the planes on the photo.")
    behind = [n for n in range(1, rank) if depth.given.specs[n - 1].nature != "accents"]
    standing = frozenset(n for n in behind if depth.given.specs[n - 1].kind == "land")
    shown = [
        f"{depth.given.specs[n - 1].name} ({say_value(value)}) as {say_value(reflected_value(value))}"
        for n in behind
        for value in (depth.plan.planes[n - 1].value,)
    ]
    lines = reflection_guide(labels, rank, standing)
    said = [f"Calm, it shows {say_list(shown)}: straight below and no wider." if shown else "Nothing stands behind it."]
    if lines:
        said.append("The line is where things at its far edge end; what stands farther back shows less of its foot.")
    elif standing:
        said.append("No line: what stands behind it ends outside the picture or behind something nearer.")
    return Mirrored(lines, " ".join(said))
