"""Edges and detail: how each border wants to be painted, and where the strokes go.

Near and at the focus edges are firm; far off, and where values run together, they are let go. Focus goes over
nearness. All weights are common practice, no source, and are said as advice.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.picture.borders import border_places
from kind_distance.core.picture.focus import Focus

Edge = Literal["lost", "soft", "firm", "hard"]
LOST_BELOW = 0.3  # planned difference under which an edge cannot be seen [V]
CLEAR_AT = 2.5  # planned difference at which it cannot be missed [V]
FOCUS_PULL = 0.55
SKY_DETAIL = 0.15


@dataclass(frozen=True)
class BorderAdvice:
    """How a border wants to be painted, and how much of it lies at the focus (0-1)."""

    edge: Edge
    at_focus: float


def shares_at_focus(labels: NDArray[np.uint8], focus: Focus) -> dict[tuple[int, int], float]:
    """Share of each border that lies within the focal area, 0-1, by its planes, farther first."""
    held = focus.area(*labels.shape).ravel()
    return {pair: float(held[at].mean()) for pair, at in border_places(labels).items()}


def advise_edges(given: DepthInput, plan: DepthPlan, at_focus: list[float]) -> list[BorderAdvice]:
    """Say for each border how it wants to be painted.

    Parameters
    ----------
    given : DepthInput
    plan : DepthPlan
    at_focus : list of float
        Share of each border that lies at the focus, in the order of `given.borders`.
    """
    found = []
    for border, focal in zip(given.borders, at_focus, strict=True):
        far, near = plan.planes[border.far - 1], plan.planes[border.near - 1]
        apart = abs(far.value - near.value)
        if apart < LOST_BELOW:
            found.append(BorderAdvice("lost", focal))
            continue
        left = near.contrast_left if near.contrast_left is not None else 1.0
        clear = min(1.0, apart / CLEAR_AT)
        # A ragged border is leaves, reeds, mist: it reads by its mass.
        clean = 1 / max(1.0, border.ragged) ** 0.5
        weight = clean * (0.4 * clear + 0.35 * left) + FOCUS_PULL * min(1.0, 3 * focal)
        edge: Edge = "soft" if weight < 0.45 else "firm" if weight < 0.8 else "hard"
        found.append(BorderAdvice(edge, focal))
    return found


def share_detail(given: DepthInput, plan: DepthPlan, focus_shares: list[float]) -> list[float]:
    """Share the strokes among the planes: by area, by what the air leaves of them, and by the focus above all.

    Parameters
    ----------
    given : DepthInput
    plan : DepthPlan
    focus_shares : list of float
        Share of the focal area that lies in each plane.

    Returns
    -------
    list of float
        One per plane; sums to 1 where any plane holds something.
    """
    weights = []
    for spec, reading, planned, focal in zip(given.specs, given.readings, plan.planes, focus_shares, strict=True):
        if reading is None:
            weights.append(0.0)
            continue
        left = SKY_DETAIL if spec.kind == "sky" else (planned.contrast_left or 1.0)
        weights.append(reading.share**0.5 * left * (0.3 + 3 * focal))
    total = sum(weights)
    return [weight / total if total else 0.0 for weight in weights]
