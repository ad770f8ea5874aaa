"""Overlap: whether one reads at a glance which of two planes that meet stands in front."""

from __future__ import annotations

from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.judgement import Finding, found_on

# A clue that is weaker than this says nothing; common practice, no source.
FOOT_LOWER = 0.03  # the nearer stands lower in the picture [share of the height]
VALUE_APART = 0.5  # a step one sees [V]
AIR_APART = 0.08  # what the air leaves of contrast, nearer less farther
DETAIL_TIMES = 1.5  # more fine edges on the nearer
CLUES_WANTED = 2
LEAST_CM = 2.0


def clues(given: DepthInput, plan: DepthPlan, far: int, near: int) -> dict[str, bool]:
    """Say which clues tell that `near` stands before `far` (ranks); without a reading there are none."""
    one, other = given.readings[far - 1], given.readings[near - 1]
    if one is None or other is None:
        return {}
    first, second = plan.planes[far - 1], plan.planes[near - 1]
    left, nearer = first.contrast_left, second.contrast_left
    return {
        "foot": other.foot - one.foot >= FOOT_LOWER,
        "value": abs(first.value - second.value) >= VALUE_APART,
        "air": left is not None and nearer is not None and nearer - left >= AIR_APART,
        "detail": other.detail >= DETAIL_TIMES * max(one.detail, 1e-3),
    }


def audit_overlap(given: DepthInput, plan: DepthPlan) -> list[Finding]:
    """Name pairs of planes that meet and do not tell which is in front."""
    found = []
    for border in given.borders:
        far, near = given.specs[border.far - 1], given.specs[border.near - 1]
        wished = next((p for p in given.pairs if (p.far, p.near) == (border.far, border.near) and p.gap == 0), None)
        if "sky" in (far.kind, near.kind) or border.length_cm < LEAST_CM or wished is not None:
            continue
        told = clues(given, plan, border.far, border.near)
        holding = [clue for clue, holds in told.items() if holds]
        if told and len(holding) < CLUES_WANTED:
            found.append(
                found_on(
                    "unclear_overlap", "note", border.length_cm, (border.far, border.near),
                    cm=border.length_cm, clues=told, holding=holding,
                )
            )  # fmt: skip
    return found
