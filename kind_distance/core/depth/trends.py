"""How the photo differs from what this veil would give: a difference, never an error.

Judged are only trends that hold on most photographs: dark accents fall toward the viewer, colour and fine edges
grow. The range of values and raw contrast do not hold and are shown without a word.
"""

from __future__ import annotations

from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.depth.readings import PlaneReading
from kind_distance.core.depth.veil import profile_of
from kind_distance.core.judgement import Finding, found_on

DARK_BY = 0.6  # how much darker a farther plane's accents are before it is told [V]
CHROMA_BY, CHROMA_FROM = 1.35, 10.0  # how much more coloured, and from which chroma on
DETAIL_BY, DETAIL_FROM = 1.6, 0.08  # how much more detailed, and from which share of fine edges on
LEFT_APART = 0.1  # planes between which the air takes less than this are as good as one distance


def _land(given: DepthInput, plan: DepthPlan) -> list[tuple[int, PlaneReading]]:
    return [
        (rank, reading)
        for rank, (spec, reading, planned) in enumerate(zip(given.specs, given.readings, plan.planes, strict=True), 1)
        if spec.kind == "land" and spec.nature == "solid" and reading is not None and planned.contrast_left is not None
    ]


def _pair(plan: DepthPlan, far: tuple[int, PlaneReading], near: tuple[int, PlaneReading]) -> list[Finding]:
    (m, one), (n, other) = far, near
    left_far, left_near = plan.planes[m - 1].contrast_left or 0.0, plan.planes[n - 1].contrast_left or 0.0
    if left_near - left_far < LEFT_APART:
        return []
    left = {"left_far": left_far, "left_near": left_near}
    found = []
    if one.dark < other.dark - DARK_BY:
        weight = 10 * (other.dark - one.dark)
        found.append(found_on("dark_far", "note", weight, (m, n), far=one.dark, near=other.dark, **left))
    if one.chroma > CHROMA_BY * other.chroma and one.chroma >= CHROMA_FROM:
        weight = one.chroma - other.chroma
        found.append(found_on("coloured_far", "note", weight, (m, n), far=one.chroma, near=other.chroma, **left))
    if one.detail > DETAIL_BY * other.detail and one.detail >= DETAIL_FROM:
        weight = 100 * (one.detail - other.detail)
        found.append(found_on("detailed_far", "note", weight, (m, n), far=one.detail, near=other.detail, **left))
    return found


def audit_trends(given: DepthInput, plan: DepthPlan) -> list[Finding]:
    """Say where far and near land planes differ from what this veil would give."""
    profile = profile_of(given.settings.veil)
    if profile.darkens:
        return []  # under water and at night farther is darker, and none of these trends is expected
    land = _land(given, plan)
    return [found for far, near in zip(land, land[1:], strict=False) for found in _pair(plan, far, near)]
