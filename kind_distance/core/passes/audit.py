"""Judgements on passes that no order alone shows: what does not hold, what is too lean, what outlasts its paint.

Orders that do not hold together are strong and can be overridden only in writing; all else is advice.
"""

from __future__ import annotations

from collections.abc import Callable

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.drying import AIDS, Drying
from kind_distance.core.paint.media import REWETS, SAID, WATER_BORNE, may_lie_on
from kind_distance.core.passes.kinds import LAYERS, LEVEL
from kind_distance.core.passes.model import Pass, PlaneFacts, covers
from kind_distance.core.passes.schools import School
from kind_distance.core.wording import Unit, first_upper, say_area, say_minutes

STAGE = "passes"
UNSAFE = "unsafe_order"  # the one kind that needs a written reason to be meant so
LEANER = 0.95  # a later oil layer thinner than this share of the one under it is too lean to follow it
LEAST_PART_MIN = 3  # a part of a pass shorter than this is not worth a mix of its own
FINISHED_FROM = LEVEL["details"]  # what is brought so far is held to be finished; common practice, no source


def clash(lower: Pass, upper: Pass, between: list[Pass]) -> str | None:
    """Say why one pass does not hold on another, or None where it does, or where an isolating coat parts them."""
    if not covers(lower, upper) or any(each.kind == "isolating" for each in between):
        return None
    return may_lie_on(upper.paint, lower.paint)


def first_clash(passes: list[Pass]) -> str | None:
    """Say the first thing that does not hold together in an order of materials, or None where all does."""
    for at, upper in enumerate(passes):
        for under, lower in enumerate(passes[:at]):
            why = clash(lower, upper, passes[under + 1 : at])
            if why is not None:
                return f"{first_upper(upper.said)} after {lower.said}: {why}"
    return None


def audit_materials(passes: list[Pass], finished: set[int]) -> list[Judgement]:
    """Judge what lies on what: paint that does not hold on the one under it, and lean oil over fat.

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
            # An upper layer that comes too early is told with the order, reason and all.
            if (
                upper.level < lower.level
                or not covers(lower, upper)
                or {lower.id, upper.id} <= finished
                or "dry" in (lower.paint, upper.paint)
            ):
                continue
            why = clash(lower, upper, passes[at + 1 : over])
            if why is not None:
                key = f"{UNSAFE}:{lower.id}:{upper.id}"
                remedies = [Remedy(f"{first_upper(upper.said)} in {SAID[lower.paint]}", "set_pass",
                                   {"number": upper.id, "paint": lower.paint})]  # fmt: skip
                if upper.paint == "oil" and lower.paint in REWETS and upper.id not in finished:
                    remedies.insert(0, Remedy("An isolating coat between", "add_pass",
                                              {"kind": "isolating", "before": upper.id}))  # fmt: skip
                if upper.level <= lower.level and lower.id not in finished:
                    first = Remedy(f"{first_upper(upper.said)} first", "move_before",
                                   {"number": upper.id, "before": lower.id})  # fmt: skip
                    remedies.append(first)
                found.append(
                    Judgement(
                        key, UNSAFE, STAGE, "strong",
                        f"{first_upper(upper.said)} does not hold on {lower.said}",
                        f"{first_upper(SAID[upper.paint])} over {SAID[lower.paint]}, as pass {at + 1} and a later "
                        f"one. {why} If you know better, say in writing why.",
                        10_000.0, tuple(p for p in (upper.plane,) if p), tuple(remedies),
                    )
                )  # fmt: skip
            elif (
                upper.paint == lower.paint == "oil"
                and upper.plane is not None
                and upper.kind in LAYERS
                and lower.kind in LAYERS
                and upper.thickness < LEANER * lower.thickness
            ):
                found.append(
                    Judgement(
                        f"lean_over_fat:{lower.id}:{upper.id}", "lean_over_fat", STAGE, "mild",
                        f"{first_upper(upper.said)} is leaner than what it lies on",
                        f"It is {upper.thickness:.1f} times a usual layer over {lower.thickness:.1f} times: the layer "
                        "that dries first would crack over the one that still moves. Fat over lean, slow over fast.",
                        10 * (lower.thickness - upper.thickness), (upper.plane,),
                        (Remedy(f"As thick as under it ({lower.thickness:.1f})", "set_pass",
                                {"number": upper.id, "thickness": round(lower.thickness, 2)}),),
                    )
                )  # fmt: skip
    return found


def audit_ahead(passes: list[Pass], planes: list[PlaneFacts], school: School, finished: set[int]) -> list[Judgement]:
    """Name a plane that is brought to its details while another has not been begun.

    Schools that finish one area before the next want just that, and are not told.
    """
    if school.by in ("plane", "side", "focus"):
        return []
    begun: set[int] = set()
    first_layers = [each for each in passes if each.plane is not None and each.kind == "block_in"]
    starts = {each.plane: each for each in reversed(first_layers)}
    found = []
    for at, each in enumerate(passes):
        if each.plane is None:
            continue
        begun.add(each.plane)
        waiting = [rank for rank in starts if rank is not None and rank not in begun]
        if each.level < FINISHED_FROM or not waiting or each.id in finished:
            continue
        behind = starts[waiting[0]]
        found.append(
            Judgement(
                f"far_ahead:{each.plane}", "far_ahead", STAGE, "mild",
                f"{planes[each.plane - 1].name} is finished while {behind.place} is bare",
                f"{first_upper(each.said)} is pass {at + 1}; {behind.said} comes later. Values are judged against "
                f"each other: until {behind.place} stands, nothing shows whether these details are right.",
                float(len(waiting)), (each.plane, *waiting[:1]),
                (Remedy(f"{first_upper(behind.said)} first", "move_before",
                        {"number": behind.id, "before": each.id}),),
            )
        )  # fmt: skip
        break
    return found


def audit_blends(
    passes: list[Pass],
    planes: list[PlaneFacts],
    film_of: Callable[[int], Drying | None],
    finished: set[int],
    unit: Unit = "cm",
) -> list[Judgement]:
    """Name blends that take longer than their paint stays open, in the air they are painted in.

    Parameters
    ----------
    passes : list of Pass
    planes : list of PlaneFacts
    film_of : callable
        The film of a pass where it stands in the sessions; None where it has no place.
    finished : set of int
    unit : "cm" or "in"
    """
    found = []
    for each in passes:
        film = film_of(each.id)
        if each.plane is None or each.kind not in ("block_in", "second_layer") or each.id in finished or film is None:
            continue
        plane = planes[each.plane - 1]
        if each.paint not in WATER_BORNE or plane.handling.marks != "soft":
            continue  # only what is to be blended has to stay open
        parts = (
            [Remedy("In two parts", "split_pass", {"number": each.id})] if each.minutes >= 2 * LEAST_PART_MIN else []
        )
        stays = film.open_until - film.painted_at
        if each.minutes <= stays:
            continue
        found.append(
            Judgement(
                f"blend_too_large:{each.id}", "blend_too_large", STAGE, "mild",
                f"{first_upper(each.said)} outlasts its paint",
                f"{say_area(plane.area_cm2, unit)} take {each.minutes} min; in that air the paint stays open about "
                f"{say_minutes(stays)}. What was laid first will be tacky before the last is blended into it. Blend "
                "it in parts that end at an edge, mist it, or let the strokes stand.",
                each.minutes - stays, (each.plane,),
                (
                    *parts,
                    *(
                        [Remedy("Mist it", "set_pass", {"number": each.id, "aids": ["mist"]})]
                        if not each.aids and each.minutes <= stays * AIDS["mist"][0]
                        else []
                    ),
                    Remedy("Let the strokes stand", "set_plane", {"plane": each.plane, "marks": "broken"}),
                ),
            )
        )  # fmt: skip
    return found
