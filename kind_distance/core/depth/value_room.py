"""The room each plane has: how dark its distance lets it be, and how near in value what it meets lets it come."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.colour.munsell import PAINT_DARKEST
from kind_distance.core.depth.plan import DepthInput, DepthPlan, darkest_by_air, lightest_by_air
from kind_distance.core.judgement import Finding, found_on

TOO_DARK = 0.3  # under what the air allows; less is within what mixing can hold [V]; common practice, no source
AIR = 0  # in place of a rank
KEY = -1


@dataclass(frozen=True)
class Room:
    """Least and greatest value of a plane while the others stay as planned.

    Parameters
    ----------
    low, high : float
        [V] Where low is the greater there is no room.
    low_by, high_by : int
        Rank of the plane that sets the limit, `AIR` or `KEY`.
    """

    low: float
    low_by: int
    high: float
    high_by: int

    @property
    def none(self) -> bool:
        """Whether no value does all that is asked."""
        return self.low > self.high + 0.05

    @property
    def middle(self) -> float:
        """The value farthest from both limits. [V]."""
        return (self.low + self.high) / 2


def rooms(given: DepthInput, plan: DepthPlan) -> list[Room]:
    """Room of every plane, farthest first.

    A plane that stands dark behind a light has both limits: it must stay darker than what is in front of it, and yet
    not darker than the air lets anything be at its distance.
    """
    found = []
    for index, spec in enumerate(given.specs):
        lows, highs = [(plan.low, KEY), (darkest_by_air(given.settings, spec), AIR)], [(plan.high, KEY)]
        for gap in plan.gaps:
            if gap.wanted == 0 or index not in (gap.far, gap.near):
                continue
            other = gap.near if index == gap.far else gap.far
            lighter = gap.sign > 0 if index == gap.far else gap.sign < 0
            beside = plan.planes[other].value
            if lighter:
                lows.append((beside + gap.wanted, other + 1))
            else:
                highs.append((beside - gap.wanted, other + 1))
        low, low_by = max(lows, key=lambda each: each[0])
        high, high_by = min(highs, key=lambda each: each[0])
        found.append(Room(low, low_by, high, high_by))
    return found


def audit_rooms(given: DepthInput, plan: DepthPlan) -> list[Finding]:
    """Name planes that are planned darker than anything can look at their distance, or held lighter than it."""
    found = []
    for rank, (spec, planned, room) in enumerate(zip(given.specs, plan.planes, rooms(given, plan), strict=True), 1):
        floor = darkest_by_air(given.settings, spec)
        if spec.distance_m is None or floor <= PAINT_DARKEST or planned.value >= floor - TOO_DARK:
            continue
        wanted = None if room.none else min(room.high, max(room.low, floor))
        found.append(
            found_on(
                "too_dark_far", "mild", floor - planned.value, (rank,),
                value=planned.value, floor=floor, room=room, wanted=wanted,
            )
        )  # fmt: skip
    for rank, (spec, planned) in enumerate(zip(given.specs, plan.planes, strict=True), start=1):
        cap = lightest_by_air(given.settings, spec)
        if spec.distance_m is None or spec.locked_value is None or planned.value <= cap + TOO_DARK:
            continue
        found.append(found_on("too_light_far", "mild", planned.value - cap, (rank,), value=planned.value, cap=cap))
    return found
