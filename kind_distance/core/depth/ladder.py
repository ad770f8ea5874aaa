"""The value ladder: one planned value per plane, with air between planes that meet.

The planned values stay as close as they can to their targets while planes that touch keep a gap. When no
ladder does that, the gap is granted as evenly as possible (the smallest as large as can be, then the next),
and the planes that stand in each other's way are named.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.errors import DomainError

USUAL_GAP = 0.6  # value steps between planes that meet, so that their border reads [V]; common practice, no source
LEAST_GAP = 0.02  # a smaller gap is none: no brush and no eye tells it [V]
TOUCHING = 1e-6


@dataclass(frozen=True)
class Rung:
    """What is wanted of one plane.

    Parameters
    ----------
    target : float
        Value it would have if nothing else mattered. [V]
    locked : float or None
        Value the painter fixed. [V]
    weight : float
        How much its target counts; larger planes more.
    """

    target: float
    locked: float | None = None
    weight: float = 1.0


@dataclass(frozen=True)
class Gap:
    """Two planes that meet and should stay apart.

    Parameters
    ----------
    far, near : int
        Indices into the rungs.
    sign : int
        +1 when the far one is to be the lighter, -1 when the darker.
    wanted : float
        Value steps between them. [V] 0 lets them merge.
    """

    far: int
    near: int
    sign: int
    wanted: float


@dataclass(frozen=True)
class Conflict:
    """Planes that cannot all keep their gap.

    Parameters
    ----------
    planes : tuple of int
        Indices into the rungs, far to near.
    granted : float
        Gap that is left between each two of them; negative where locks stand the wrong way round. [V]
    wanted : float
        Largest gap asked for among them. [V]
    locked : tuple of int
        Those of them that the painter fixed.
    """

    planes: tuple[int, ...]
    granted: float
    wanted: float
    locked: tuple[int, ...]


@dataclass(frozen=True)
class Ladder:
    """The answer: planned values in the order of the rungs, and what could not be had."""

    planned: tuple[float, ...]
    conflicts: tuple[Conflict, ...]


def _bounds(rungs: list[Rung], low: float, high: float) -> list[tuple[float, float]]:
    return [(low, high) if r.locked is None else (r.locked, r.locked) for r in rungs]


def _rows(gaps: list[Gap], count: int) -> NDArray[np.float64]:
    rows = np.zeros((len(gaps), count))
    for k, gap in enumerate(gaps):
        rows[k, gap.far] += gap.sign
        rows[k, gap.near] -= gap.sign
    return rows


def _all_fit(gaps: list[Gap], bounds: list[tuple[float, float]]) -> bool:
    """Whether all gaps can be had at once: pushed up from the darkest allowed, no value passes its upper bound.

    Constraints between two values each need no linear programme (R. Bellman, "On a routing problem", 1958).
    """
    least = [low for low, _ in bounds]
    for _ in range(len(bounds) + 1):
        moved = False
        for gap in gaps:
            lighter, darker = (gap.far, gap.near) if gap.sign > 0 else (gap.near, gap.far)
            if least[darker] + gap.wanted > least[lighter] + TOUCHING / 2:
                least[lighter] = least[darker] + gap.wanted
                if least[lighter] > bounds[lighter][1] + TOUCHING / 2:
                    return False
                moved = True
        if not moved:
            return True
    return False  # a circle of gaps, each wanting the next to be lighter


def _grant(
    rows: NDArray[np.float64], wanted: NDArray[np.float64], bounds: list[tuple[float, float]]
) -> tuple[NDArray[np.float64], list[list[int]]]:
    """Grant gaps max-min fairly: (granted share of each gap, groups of gaps that block each other)."""
    from scipy.optimize import linprog

    count = len(bounds)
    share = np.full(len(wanted), np.nan)
    groups: list[list[int]] = []
    while np.isnan(share).any():
        open_gaps = np.isnan(share)
        column = np.where(open_gaps, -wanted, 0.0)
        right = np.where(open_gaps, 0.0, np.nan_to_num(share) * wanted)
        found = linprog(
            np.append(np.zeros(count), -1.0),
            A_ub=-np.column_stack([rows, column]),
            b_ub=-right + TOUCHING,
            bounds=[*bounds, (-1000.0, 1.0)],
            method="highs",
        )
        if found.x is None:  # cannot be: a share of -1000 of 0.02 steps is more than the whole scale
            raise DomainError("The ladder has no answer for these values.", "Free a plane that is held by hand.")
        best = float(found.x[-1])
        if best >= 1 - 1e-9:
            share[open_gaps] = 1.0
            break
        tight = [int(k) for k in np.flatnonzero(open_gaps) if found.ineqlin.marginals[k] < -1e-9]
        tight = tight or [int(k) for k in np.flatnonzero(open_gaps)]
        share[tight] = best
        groups.append(tight)
    return share, groups


def solve_ladder(rungs: list[Rung], gaps: list[Gap], low: float, high: float) -> Ladder:
    """Plan the values of all planes at once.

    Parameters
    ----------
    rungs : list of Rung
        Far to near.
    gaps : list of Gap
        One for each two planes that meet.
    low, high : float
        Range of the chosen key. [V]

    Returns
    -------
    Ladder
        Always an answer; conflicts say what had to be given up.

    Raises
    ------
    DomainError
        If the range is empty or a weight is not positive.

    Notes
    -----
    For a chain without locks this equals isotonic regression of ``target - i gap`` (pool adjacent
    violators) clipped to the range; the tests compare it with that and with a general optimiser.
    """
    if not low < high or any(r.weight <= 0 for r in rungs):
        raise DomainError("The key leaves no range of values.", "Choose a wider key.")
    if not rungs:
        return Ladder((), ())
    bounds = _bounds(rungs, low, high)
    active = [g for g in gaps if g.wanted >= LEAST_GAP]
    rows = _rows(active, len(rungs))
    wanted = np.array([g.wanted for g in active])
    if _all_fit(active, bounds):
        share, groups = np.ones(len(active)), list[list[int]]()
    else:
        share, groups = _grant(rows, wanted, bounds)
    values = _nearest(rungs, bounds, rows, share * wanted - 2 * TOUCHING)
    conflicts = []
    for group in groups:
        members = sorted({i for k in group for i in (active[k].far, active[k].near)})
        conflicts.append(
            Conflict(
                planes=tuple(members),
                granted=float(min(share[k] * wanted[k] for k in group)),
                wanted=float(max(wanted[k] for k in group)),
                locked=tuple(i for i in members if rungs[i].locked is not None),
            )
        )
    return Ladder(tuple(float(v) for v in values), tuple(conflicts))


def _nearest(
    rungs: list[Rung], bounds: list[tuple[float, float]], rows: NDArray[np.float64], needed: NDArray[np.float64]
) -> NDArray[np.float64]:
    """Find the values nearest to the targets that keep the gaps and stay within their bounds. [V]."""
    from scipy.optimize import LinearConstraint, minimize

    target = np.array([r.target for r in rungs])
    weight = np.array([r.weight for r in rungs])
    weight = weight / weight.sum()
    start: NDArray[np.float64] = np.clip(target, [b[0] for b in bounds], [b[1] for b in bounds])

    def misfit(v: NDArray[np.float64]) -> float:
        return float(np.sum(weight * (v - target) ** 2))

    def slope(v: NDArray[np.float64]) -> NDArray[np.float64]:
        return np.asarray(2 * weight * (v - target))

    found = minimize(
        misfit,
        start,
        jac=slope,
        bounds=bounds,
        constraints=[LinearConstraint(rows, needed, np.inf)] if len(needed) else [],
        method="SLSQP",
        options={"maxiter": 300, "ftol": 1e-13},
    )
    return np.asarray(found.x, np.float64)
