"""Which pass has to stand before which, and why.

What the materials ask for does not depend on the painter's order. Where two planes meet, the order the
painter chose decides which of them goes over the other's edge, and that too becomes a reason.
"""

from __future__ import annotations

from kind_distance.core.depth.readings import Border
from kind_distance.core.paint.media import Dryness, Medium, may_lie_on
from kind_distance.core.passes.kinds import KINDS, LAYERS, LEVEL
from kind_distance.core.passes.model import Pass, PlaneFacts, Precedence, covers
from kind_distance.core.wording import Unit, say_length

WANTS_SAID = {
    "not_tacky": "goes into open paint or onto dry paint, never into what is tacky",
    "touch_dry": "goes over paint that is touch dry",
    "through_dry": "goes over paint that is dry through",
}


def touching_planes(borders: list[Border]) -> dict[tuple[int, int], float]:
    """Length of border by pair of planes, far first. [cm]."""
    return {(b.far, b.near): b.length_cm for b in borders}


def _material_pair(low: Pass, high: Pass, medium: Medium, names: list[str]) -> Precedence | None:
    """Say what must come between two passes on the same place, the lower level first."""
    place = names[high.plane - 1] if high.plane else "the whole surface"
    asked = _by_lower(low, high, place) or _by_upper(low, high, medium, place)
    return None if asked is None else Precedence(low.id, high.id, *asked)


def _by_lower(low: Pass, high: Pass, place: str) -> tuple[Dryness, str] | None:
    """Say what the lower one asks, or what shuts it in."""
    if high.kind in ("varnish", "isolating"):
        what = "Varnish" if high.kind == "varnish" else "An isolating coat"
        return "through_dry", f"{what} goes on when {low.said} is dry through."
    if low.kind == "isolating":
        return "touch_dry", "What goes over an isolating coat waits until it is dry."
    if low.kind == "ground":
        return "touch_dry", "The ground has to be dry before anything stands on it."
    if low.kind in ("drawing", "mask"):
        return "done", f"The {'drawing' if low.kind == 'drawing' else 'mask'} lies under the paint."
    if low.paint == "acrylic" and high.paint == "oil":
        return "through_dry", f"Oil goes on {place} only when the acrylic under it is dry through."
    return None


def _by_upper(low: Pass, high: Pass, medium: Medium, place: str) -> tuple[Dryness, str] | None:
    """Say what the upper one wants of the paint it goes on."""
    if high.kind in ("finish", "sides"):
        last = high.kind == "finish"
        return "done", "The last look needs everything in place." if last else "The sides follow the edges."
    if high.kind == "lights":
        return "touch_dry", "Lights and accents are judged against everything else and lie on top."
    wants = KINDS[high.kind].wants
    if wants is not None:
        return wants, f"{high.title.capitalize()} of {place} {WANTS_SAID[wants]}."
    if high.kind in LAYERS and (low.kind in LAYERS or low.kind == "blend"):
        return medium.over_itself, f"{high.title.capitalize()} of {place} lies on its {low.title}."
    return None


def _usual_before(one: Pass, other: Pass, at: dict[int, int]) -> bool:
    """Say whether one lies under another: by its level, and what is painted of a thing goes over its plane.

    An isolating coat parts layers wherever the painter puts it.
    """
    if "isolating" in (one.kind, other.kind) and "varnish" not in (one.kind, other.kind):
        return at[one.id] < at[other.id]
    if LEVEL[one.kind] == LEVEL[other.kind]:
        return not one.things and bool(other.things) and bool(set(one.planes) & set(other.planes))
    return LEVEL[one.kind] < LEVEL[other.kind]


def material_rules(passes: list[Pass], medium: Medium, planes: list[PlaneFacts]) -> list[Precedence]:
    """Derive all that the materials ask for, whatever order the painter likes."""
    names = [plane.name for plane in planes]
    at = {each.id: n for n, each in enumerate(passes)}
    rules = []
    for one in passes:
        for other in passes:
            if one.id != other.id and _usual_before(one, other, at) and covers(one, other):
                rule = _material_pair(one, other, medium, names)
                if rule is not None:
                    rules.append(rule)
    return rules


def order_rules(
    passes: list[Pass], borders: list[Border], planes: list[PlaneFacts], unit: Unit = "cm"
) -> list[Precedence]:
    """Turn the painter's order into reasons where planes meet.

    Parameters
    ----------
    passes : list of Pass
        In the painter's order.
    borders : list of Border
    planes : list of PlaneFacts
    unit : "cm" or "in"
    """
    touching = touching_planes(borders)
    rules = []
    for at, first in enumerate(passes):
        for second in passes[at + 1 :]:
            if first.plane is None or second.plane is None or first.plane == second.plane:
                continue
            if first.kind not in LAYERS or second.kind not in LAYERS or first.things or second.things:
                continue
            far, near = min(first.plane, second.plane), max(first.plane, second.plane)
            length = touching.get((far, near), 0.0)
            # A near plane's lower layer before a far plane's upper one is the order of layers, not of planes.
            if length <= 0 or first.level > second.level or (first.plane == near and first.level < second.level):
                continue
            said = say_length(length, unit)
            if first.plane == far:
                reason = f"{planes[near - 1].name} goes over the edge of {planes[far - 1].name}: {said} of border."
            else:
                reason = (
                    f"By your order {planes[far - 1].name} is cut in round {planes[near - 1].name}: {said} of border."
                )
            rules.append(Precedence(first.id, second.id, "done", reason, material=False, border_cm=length))
    return rules


def broken_rules(passes: list[Pass], medium: Medium, planes: list[PlaneFacts]) -> list[tuple[Precedence, str]]:
    """List the material rules that an order of passes breaks, each with what would happen.

    Parameters
    ----------
    passes : list of Pass
        In the painter's order.
    medium : Medium
    planes : list of PlaneFacts
    """
    at = {each.id: n for n, each in enumerate(passes)}
    by_id = {each.id: each for each in passes}
    broken = []
    for rule in material_rules(passes, medium, planes):
        if at[rule.before] < at[rule.after]:
            continue
        upper, lower = by_id[rule.before], by_id[rule.after]
        unsafe = may_lie_on(upper.paint, lower.paint)
        broken.append((rule, unsafe or rule.reason))
    return broken
