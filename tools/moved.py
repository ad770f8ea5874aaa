"""A moved boundary, as `tools.mutate` plants it: what a comparison says whose limit lies elsewhere."""

from __future__ import annotations

import operator
from collections.abc import Callable
from typing import Any

import numpy as np

SHARE = 0.1  # of a measured limit, by which it is moved
TOLD: dict[str, tuple[Callable[[Any, Any], Any], Callable[[Any, Any], Any], int]] = {
    # As it stands, with the limit itself on the other side, and which way the limit moves with it.
    "Lt": (operator.lt, operator.le, 1),
    "LtE": (operator.le, operator.lt, -1),
    "Gt": (operator.gt, operator.ge, -1),
    "GtE": (operator.ge, operator.gt, 1),
}
TURNED: dict[str, Callable[[Any, Any], Any]] = {
    "Lt": operator.gt, "LtE": operator.ge, "Gt": operator.lt, "GtE": operator.le,
}  # fmt: skip


def moved(left: Any, kind: str, right: Any) -> Any:  # noqa: ANN401  numbers, arrays, what a solver counts with
    """Compare with the limit moved: by one where whole numbers are compared, by a tenth where measured ones are.

    No measured number ever meets its limit to the last digit, so moving the limit itself to the other side would be no
    fault there. Nor has nothing a tenth: a measured number that is asked for its side of nothing is told the other one.
    What is no number, or a whole number asked whether there is any, has its limit on the other side.
    """
    plain, other, way = TOLD[kind]
    if not all(isinstance(each, int | float | np.generic | np.ndarray) for each in (left, right)):
        return other(left, right)
    one, two = np.asarray(left), np.asarray(right)
    if "f" not in (one.dtype.kind, two.dtype.kind):
        return other(left, right)
    if not np.any(two):
        return TURNED[kind](left, right)
    limit = two + way * SHARE * np.abs(two)
    return plain(left, limit) if one.shape or two.shape else bool(plain(left, float(limit)))
