"""Room for a subject that is added later: whether it would be seen there, and whether what is behind it is quiet."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from kind_distance.core.judgement import Finding
from kind_distance.core.picture.departures import Departure

STANDS_OUT = 1.0  # value step without which an added thing is not seen [V]; common practice, no source
HELD = 0.12  # share of the area from which on a step counts
BUSY = 3  # so many steps behind a subject are a restless backdrop; common practice, no source


def _ring(mask: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Mark what lies right around an area, about a third of its width."""
    reach = max(3, round(0.35 * float(np.sqrt(mask.sum()))) | 1)
    wide = cv2.dilate(mask.astype(np.uint8), cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (reach, reach)))
    return np.asarray(wide.astype(bool) & ~mask)


def audit_reserves(
    number: int,
    steps: NDArray[np.uint8],
    values: tuple[float, ...],
    reserves: tuple[tuple[int, str, Departure], ...],
) -> list[Finding]:
    """Judge the places kept for added subjects.

    Parameters
    ----------
    number : int
        Number of the thumbnail.
    steps : uint8 array, shape (H, W)
    values : tuple of float
        Value of each step. [V]
    reserves : tuple of (number, name, Departure)
        The departures of kind "added", in shares of the thumbnail.
    """
    found = []
    for departure, name, each in reserves:
        mask = each.mask(*steps.shape)
        around = _ring(mask)
        if mask.sum() < 20 or not around.any():
            continue
        middle = (sum(x for x, _ in each.points) / len(each.points), sum(y for _, y in each.points) / len(each.points))
        known: dict[str, object] = {"departure": departure, "name": name, "at": list(middle)}
        about = f"{number}:d{departure}"
        share = np.bincount(steps[around], minlength=len(values)) / around.sum()
        behind = float((share * np.array(values)).sum())
        ends = [v for v in (each.low, each.high) if v is not None]
        if ends:
            wanted = sum(ends) / len(ends)
            lacks = STANDS_OUT - abs(wanted - behind)
            if lacks > 0:
                measures = known | {"wanted": wanted, "behind": behind}
                found.append(Finding("reserve_unseen", "mild", measures=measures, weight=10 * lacks, about=about))
        held = int((share >= HELD).sum())
        if held >= BUSY:
            found.append(Finding("reserve_busy", "note", measures=known | {"values": held}, weight=held, about=about))
    return found
