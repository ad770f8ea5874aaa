"""Everything that is wanted in a painting, on one list, each item with the passes that see to it.

A list kept in the head loses its last item; what has no pass is forgotten at the easel.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from kind_distance.core.depth.elements import Element
from kind_distance.core.judgement import Finding, Why, because
from kind_distance.core.passes.kinds import LEVEL, UNPAINTED
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts

Sort = Literal["plane", "thing", "light", "departure"]


@dataclass(frozen=True)
class Wanted:
    """One thing that is wanted.

    Parameters
    ----------
    sort : "plane", "thing", "light" or "departure"
    number : int
        Of the thing or departure; rank of the plane; place on the list of lights.
    name : str
    passes : tuple of int
        Ids of the passes that see to it, in their order.
    how : Why or None
        How it is seen to, or that nothing does; None where its passes say it all.
    """

    sort: Sort
    number: int
    name: str
    passes: tuple[int, ...]
    how: Why | None = None


def _plane(rank: int, plane: PlaneFacts, passes: list[Pass]) -> Wanted:
    own = tuple(each.id for each in passes if rank in each.planes)
    return Wanted("plane", rank, plane.name, own, None if own else because("unpainted"))


def _thing(element: Element, planes: list[PlaneFacts], passes: list[Pass]) -> Wanted:
    own = tuple(each.id for each in passes if element.name in each.things)
    if own:
        return Wanted("thing", element.number, element.name, own)
    if element.plane is None:
        return Wanted("thing", element.number, element.name, (), because("in_no_plane"))
    last = [each for each in passes if element.plane in each.planes and each.kind not in UNPAINTED]
    name = planes[element.plane - 1].name
    if not last:
        return Wanted("thing", element.number, element.name, (), because("plane_unpainted", plane=name))
    top = max(last, key=lambda each: LEVEL[each.kind])
    return Wanted("thing", element.number, element.name, (top.id,), because("with_plane", title=top.title, plane=name))


WAY_KINDS = {"ground": ("drawing",), "masked": ("mask", "unmask"), "lifted": ("lift", "lights"), "added": ("lights",)}


def _light(at: int, light: KeptFacts, passes: list[Pass]) -> Wanted:
    kinds = WAY_KINDS.get(light.way, ())
    own = tuple(
        each.id
        for each in passes
        if each.kind in kinds
        and not each.things
        and (each.kind != "lift" or light.name in each.title or each.plane == light.rank)
    )
    seen_to = own or light.way == "ground"
    return Wanted("light", at, light.name, own, because(f"light_{light.way}" if seen_to else "no_pass"))


def everything_wanted(
    planes: list[PlaneFacts],
    elements: list[Element],
    kept: tuple[KeptFacts, ...],
    departures: list[tuple[int, str]],
    passes: list[Pass],
) -> list[Wanted]:
    """List planes, things, lights and what departs from the photo, each with its passes.

    Parameters
    ----------
    planes : list of PlaneFacts
        Farthest first.
    elements : list of Element
    kept : tuple of KeptFacts
    departures : list of (int, str)
        Number and words of what is planned otherwise than in the photo; it is minded while drawing.
    passes : list of Pass
    """
    drawn = tuple(each.id for each in passes if each.kind == "drawing")
    return [
        *(_plane(rank, plane, passes) for rank, plane in enumerate(planes, start=1)),
        *(_thing(element, planes, passes) for element in elements),
        *(_light(at, light, passes) for at, light in enumerate(kept, start=1)),
        *(
            Wanted("departure", number, said, drawn, because("minded_drawing" if drawn else "minded_painting"))
            for number, said in departures
        ),
    ]


def audit_wanted(wanted: list[Wanted], passes: list[Pass]) -> list[Finding]:
    """Name kept lights that no pass sees to; planes and things are judged with the order."""
    return [
        Finding("forgotten", "mild", measures={"wanted": each}, about=f"{each.sort}:{each.number}")
        for each in wanted
        if passes and not each.passes and each.sort == "light" and each.how != because("light_ground")
    ]
