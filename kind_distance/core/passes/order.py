"""What an order of passes costs, and the judgements on it."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.depth.readings import Border
from kind_distance.core.judgement import Finding, found_on
from kind_distance.core.paint.drying import REFERENCE, Climate, Weather, dry
from kind_distance.core.paint.media import Dryness
from kind_distance.core.passes.audit import audit_materials
from kind_distance.core.passes.buried import buried_minutes
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.passes.model import Pass, PlaneFacts, Precedence
from kind_distance.core.passes.schools import School
from kind_distance.core.wording import Unit, say_length, say_minutes, say_remixes


@dataclass(frozen=True)
class OrderCost:
    """What an order costs.

    Parameters
    ----------
    cut_round_cm : float
        Border along which a farther plane is painted after a nearer one of the same level. [cm]
    remixes : int
        Times a mix has to be made again after another one was used.
    wait_min : float
        Idle minutes if painted in exactly this order without a break, at 20 C and 50 %. [min]
    painting_min : int
        Painting minutes in all. [min]
    buried_min : float
        Fine work that a later layer covers again. [min]
    """

    cut_round_cm: float
    remixes: int
    wait_min: float
    painting_min: int
    buried_min: float = 0.0


def _layer(each: Pass) -> str | None:
    """Which layer a pass is; a mass that is blended lies where a block-in would."""
    return "block_in" if each.kind == "blend" else each.kind if each.kind in LAYERS else None


def cut_round(passes: list[Pass], borders: list[Border]) -> list[tuple[Pass, Pass, float]]:
    """Find passes of a farther plane that come after the same layer of a nearer one they touch."""
    found = []
    touching = {(b.far, b.near): b.length_cm for b in borders}
    for at, first in enumerate(passes):
        for second in passes[at + 1 :]:
            if first.plane is None or second.plane is None or _layer(first) is None or _layer(first) != _layer(second):
                continue
            if first.things or second.things:
                continue  # a thing stands inside its plane and reaches no border
            length = touching.get((second.plane, first.plane), 0.0)
            if second.plane < first.plane and length > 0:
                found.append((second, first, length))
    return found


def count_remixes(passes: list[Pass]) -> int:
    """Count the returns to a mix after another one; a plane whose mix is not told has one of its own."""
    mixed: set[str | int] = set()
    current: str | int | None = None
    returns = 0
    for each in passes:
        if each.plane is None:
            continue
        mix = each.colour.mix or each.plane
        if mix != current and mix in mixed:
            returns += 1
        mixed.add(mix)
        current = mix
    return returns


def ready_at(needs: Dryness, drying_until: tuple[float, float, float, float], start: float, minutes: float) -> float:
    """First minute from `start` at which a film allows a pass on or beside it.

    Parameters
    ----------
    needs : Dryness
    drying_until : (float, float, float, float)
        Ends of open time, of tackiness, of drying through, and when it is firm. [clock min]
    start, minutes : float
        Wanted beginning and length of the pass. [clock min, min]
    """
    open_until, touch, through, firm = drying_until
    if needs == "firm":
        return max(start, firm)
    if needs == "touch_dry":
        return max(start, touch)
    if needs == "through_dry":
        return max(start, through)
    if needs == "not_tacky" and start + minutes > open_until:
        return max(start, touch)
    return start


def _idle_minutes(passes: list[Pass], rules: list[Precedence], climate: Climate) -> float:
    weather = Weather(((0.0, climate),))
    now, idle = 0.0, 0.0
    ends: dict[int, tuple[float, float, float, float]] = {}
    needed: dict[int, list[Precedence]] = {}
    for rule in rules:
        needed.setdefault(rule.after, []).append(rule)
    for each in passes:
        if each.kind == "varnish":
            continue  # a date on the calendar, not a wait at the easel
        start = now
        for rule in needed.get(each.id, []):
            # Oil, and drying through, are waits of days: they end the session instead of idling in it.
            if rule.before in ends and ends[rule.before][1] - now < 180 and rule.needs != "through_dry":
                start = ready_at(rule.needs, ends[rule.before], start, each.minutes)
        idle += start - now
        now = start + each.minutes
        film = dry(each.paint, now, weather, each.thickness, each.aids)
        ends[each.id] = (film.open_until, film.touch, film.through_late, film.firm)
    return idle


def cost_of_order(
    passes: list[Pass],
    borders: list[Border],
    rules: list[Precedence],
    planes: list[PlaneFacts],
    climate: Climate = REFERENCE,
) -> OrderCost:
    """Add up what an order costs: border to cut round, remixes, waits by its rules."""
    return OrderCost(
        cut_round_cm=sum(length for _, _, length in cut_round(passes, borders)),
        remixes=count_remixes(passes),
        wait_min=_idle_minutes(passes, rules, climate),
        painting_min=sum(each.minutes for each in passes),
        buried_min=buried_minutes(passes, borders, planes),
    )


def audit_passes(passes: list[Pass], planes: list[PlaneFacts], finished: set[int] | None = None) -> list[Finding]:
    """Judge a list of passes by its materials alone: what does not hold on what, and planes that nothing paints.

    Parameters
    ----------
    passes : list of Pass
        In the painter's order.
    planes : list of PlaneFacts
    finished : set of int
        Ids of passes that are painted already.
    """
    covered = {rank for each in passes for rank in each.planes}
    bare = [
        found_on("no_pass", "strong", plane.area_cm2, (rank,), plane=plane)
        for rank, plane in enumerate(planes, start=1)
        if passes and rank not in covered
    ]
    return [*audit_materials(passes, finished or set()), *bare]


@dataclass(frozen=True)
class SchoolOffer:
    """One school of order on this painting, and what it costs."""

    school: School
    cost: OrderCost
    sentence: str
    order: tuple[Pass, ...] = ()


def compare_schools(
    schools: list[School],
    order: dict[str, list[Pass]],
    borders: list[Border],
    rules: dict[str, list[Precedence]],
    planes: list[PlaneFacts],
    unit: Unit = "cm",
) -> list[SchoolOffer]:
    """Lay the schools of order side by side with their cost on this painting."""
    offers = []
    for school in schools:
        cost = cost_of_order(order[school.key], borders, rules[school.key], planes)
        sentence = (
            f"{say_length(cost.cut_round_cm, unit)} to cut round, {say_remixes(cost.remixes)}, "
            f"{say_minutes(cost.wait_min)} of waiting, {say_minutes(cost.buried_min)} of fine work covered again"
        )
        offers.append(SchoolOffer(school, cost, sentence, tuple(order[school.key])))
    return offers
