"""The room each plane has: how dark its distance lets it be, and how near in value what it meets lets it come."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.colour.munsell import PAINT_DARKEST
from kind_distance.core.depth.plan import DepthInput, DepthPlan, darkest_by_air, lightest_by_air
from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.wording import say_distance, say_value

STAGE = "planes"
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


def _said(given: DepthInput, by: int, way: str) -> str:
    if by == AIR:
        return "the air lets nothing there be darker"
    if by == KEY:
        return "the key ends"
    return f"{way}, it runs into {given.specs[by - 1].name}"


def say_room(given: DepthInput, room: Room) -> str:
    """Tell both limits and what sets them."""
    low, high = _said(given, room.low_by, "darker"), _said(given, room.high_by, "lighter")
    if room.none:
        return f"No room while the others stay: under {say_value(room.low)} {low}; over {say_value(room.high)} {high}."
    return f"Room while the others stay: {say_value(room.low)} ({low}) to {say_value(room.high)} ({high})."


def audit_rooms(given: DepthInput, plan: DepthPlan) -> list[Judgement]:
    """Name planes that are planned darker than anything can look at their distance."""
    found = []
    for rank, (spec, planned, room) in enumerate(zip(given.specs, plan.planes, rooms(given, plan), strict=True), 1):
        floor = darkest_by_air(given.settings, spec)
        if spec.distance_m is None or floor <= PAINT_DARKEST or planned.value >= floor - TOO_DARK:
            continue
        remedies = []
        if room.none:
            both = "No value does both."
            if room.high_by > 0:
                pair = sorted((rank, room.high_by))
                remedies.append(Remedy("Let them merge", "set_pair_gap", {"far": pair[0], "near": pair[1], "gap": 0.0}))
        else:
            wanted = min(room.high, max(room.low, floor))
            both = f"Between {say_value(room.low)} and {say_value(room.high)} it stands out and stays far."
            change: dict[str, object] = {"plane": rank, "value": round(wanted + 0.049, 1)}
            remedies.append(Remedy(f"{spec.name} to {say_value(wanted + 0.049)}", "set_planned_value", change))
        remedies.append(Remedy("Do not follow the air", "set_depth", {"pull": 0.0}))
        found.append(
            Judgement(
                key=f"too_dark_far:{rank}",
                kind="too_dark_far",
                stage=STAGE,
                severity="mild",
                title=f"{spec.name} is planned darker than its distance",
                text=(
                    f"Planned {say_value(planned.value)}; at {say_distance(spec.distance_m, spec.kind)} this air lifts "
                    f"even black to {say_value(floor)}, as far as you follow it. Darker, it comes forward. "
                    f"{_limit(given, room)}{both}"
                ),
                weight=floor - planned.value,
                planes=(rank,),
                remedies=tuple(remedies),
            )
        )
    return [*found, *_too_light(given, plan)]


def _too_light(given: DepthInput, plan: DepthPlan) -> list[Judgement]:
    """Name planes that the painter holds lighter than anything can look at their distance."""
    found = []
    for rank, (spec, planned) in enumerate(zip(given.specs, plan.planes, strict=True), start=1):
        cap = lightest_by_air(given.settings, spec)
        if spec.distance_m is None or spec.locked_value is None or planned.value <= cap + TOO_DARK:
            continue
        change: dict[str, object] = {"plane": rank, "value": round(cap, 1)}
        found.append(
            Judgement(
                f"too_light_far:{rank}", "too_light_far", STAGE, "mild",
                f"{spec.name} is held lighter than its distance",
                f"You hold it at {say_value(planned.value)}; at {say_distance(spec.distance_m, spec.kind)} this air "
                f"dims even white to {say_value(cap)}, as far as you follow it. Whiter, it comes forward.",
                planned.value - cap, (rank,),
                (
                    Remedy(f"{spec.name} to {say_value(cap)}", "set_planned_value", change),
                    Remedy(f"Free {spec.name}", "unlock_plane", {"plane": rank}),
                ),
            )
        )  # fmt: skip
    return found


def _limit(given: DepthInput, room: Room) -> str:
    if room.high_by <= 0:
        return ""
    return f"Over {say_value(room.high)} it runs into {given.specs[room.high_by - 1].name}. "
