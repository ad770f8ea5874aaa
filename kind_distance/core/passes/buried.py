"""Fine work that a nearer plane's first layer goes over: part of what an order costs."""

from __future__ import annotations

from kind_distance.core.depth.readings import Border
from kind_distance.core.passes.kinds import LEVEL, OPAQUE
from kind_distance.core.passes.model import Pass, PlaneFacts

BURIED_CM = 0.5  # what a nearer plane's first layer goes over its edge [cm]; common practice, no source


def buried_pairs(passes: list[Pass], borders: list[Border], planes: list[PlaneFacts]) -> list[tuple[Pass, Pass, float]]:
    """Find details that a nearer plane's first layer will go over, with the minutes that are lost.

    Returns
    -------
    list of (Pass, Pass, float)
        What is covered, by what, and how much of its painting. [min]
    """
    touching = {(b.far, b.near): b.length_cm for b in borders}
    found = []
    for at, fine in enumerate(passes):
        if fine.plane is None or LEVEL[fine.kind] < LEVEL["details"]:
            continue
        for cover in passes[at + 1 :]:
            if cover.plane is None or cover.kind not in OPAQUE or cover.plane <= fine.plane:
                continue
            length = touching.get((fine.plane, cover.plane), 0.0)
            area = planes[fine.plane - 1].area_cm2
            if length > 0 and area > 0:
                found.append((fine, cover, fine.minutes * min(1.0, length * BURIED_CM / area)))
    return found


def buried_minutes(passes: list[Pass], borders: list[Border], planes: list[PlaneFacts]) -> float:
    """Painting that will be covered again: layers under a later opaque one of their own plane do not count. [min]."""
    return sum(minutes for _, _, minutes in buried_pairs(passes, borders, planes))
