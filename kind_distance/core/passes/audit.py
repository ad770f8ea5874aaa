"""Materials that do not hold on one another: such an order can be overridden only in writing."""

from __future__ import annotations

from kind_distance.core.judgement import Finding, Why
from kind_distance.core.paint.media import REWETS, why_not_on
from kind_distance.core.passes.model import Pass, covers

UNSAFE = "unsafe_order"  # the one kind that needs a written reason to be meant so
LEAST_PART_MIN = 3  # a part of a pass shorter than this is not worth a mix of its own


def clash(lower: Pass, upper: Pass, between: list[Pass]) -> Why | None:
    """Say why one pass does not hold on another, or None where it does, or where an isolating coat parts them."""
    if not covers(lower, upper) or any(each.kind == "isolating" for each in between):
        return None
    return why_not_on(upper.paint, lower.paint)


def first_clash(passes: list[Pass]) -> tuple[Pass, Pass, Why] | None:
    """Find what first does not hold together in an order of materials: lower, upper and why. None where all does."""
    for at, upper in enumerate(passes):
        for under, lower in enumerate(passes[:at]):
            why = clash(lower, upper, passes[under + 1 : at])
            if why is not None:
                return lower, upper, why
    return None


def audit_materials(passes: list[Pass], finished: set[int]) -> list[Finding]:
    """Judge what lies on what: paint that does not hold on the one under it.

    Parameters
    ----------
    passes : list of Pass
        In the painter's order.
    finished : set of int
        Ids of passes that are painted; two that both are cannot be helped any more.
    """
    found = []
    for at, lower in enumerate(passes):
        for over, upper in enumerate(passes[at + 1 :], start=at + 1):
            if not covers(lower, upper) or {lower.id, upper.id} <= finished or "dry" in (lower.paint, upper.paint):
                continue
            why = clash(lower, upper, passes[at + 1 : over])
            if why is not None:
                measures: dict[str, object] = {
                    "lower": lower, "upper": upper, "number": at + 1, "why": why,
                    "isolates": upper.paint == "oil" and lower.paint in REWETS and upper.id not in finished,
                    "turns": upper.level <= lower.level and lower.id not in finished,
                }  # fmt: skip
                ranks, about = tuple(p for p in (upper.plane,) if p), f"{lower.id}:{upper.id}"
                found.append(Finding(UNSAFE, "strong", ranks=ranks, measures=measures, weight=10_000.0, about=about))
    return found
