"""Advice on single passes: a brush too wide, detail that is covered again, lights that are crossed, lines that show.

All of it is advice; nothing here keeps a pass from being painted.
"""

from __future__ import annotations

from kind_distance.core.depth.readings import Border
from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.paint.drawing import DRAWING_MEDIA, PALE, DrawingMedium
from kind_distance.core.paint.media import Medium
from kind_distance.core.passes.kinds import LEVEL, OPAQUE
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts
from kind_distance.core.passes.precedence import touching_planes
from kind_distance.core.passes.schools import School, place_in
from kind_distance.core.wording import Unit, first_upper, say_length, say_list, say_minutes

STAGE = "passes"
BURIED_CM = 0.5  # what a nearer plane's first layer goes over its edge [cm]; common practice, no source
BURIED_MIN = 2.0  # painting lost under it from which on it is told [min]
WIDEST_SHARE = 1.0  # a brush wider than this share of the smallest shape cannot set it
LINE_THICKNESS = 1.0  # an opaque first layer thinner than this does not hide a dark line; common practice, no source
CROSSING = ("underpainting", "unify", "soften", "glaze", "scumble")


def buried_pairs(passes: list[Pass], borders: list[Border], planes: list[PlaneFacts]) -> list[tuple[Pass, Pass, float]]:
    """Find details that a nearer plane's first layer will go over, with the minutes that are lost.

    Returns
    -------
    list of (Pass, Pass, float)
        What is covered, by what, and how much of its painting. [min]
    """
    touching = touching_planes(borders)
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


def audit_covered(
    passes: list[Pass],
    borders: list[Border],
    planes: list[PlaneFacts],
    school: School,
    finished: set[int],
    unit: Unit = "cm",
) -> list[Judgement]:
    """Name details that will be covered again, unless the school itself brings it: there its cost is told instead."""
    lengths = touching_planes(borders)
    found = []
    for fine, cover, minutes in buried_pairs(passes, borders, planes):
        by_school = place_in(school, fine.kind, fine.plane, planes) < place_in(school, cover.kind, cover.plane, planes)
        if minutes < BURIED_MIN or by_school or {fine.id, cover.id} <= finished or fine.plane is None:
            continue
        length = lengths[fine.plane, cover.plane or 0]
        found.append(
            Judgement(
                f"detail_covered:{fine.id}:{cover.id}",
                "detail_covered",
                STAGE,
                "mild",
                f"{first_upper(fine.said)} will be covered in part",
                f"{first_upper(cover.said)} comes later and goes over its edge: {say_length(length, unit)} of border, "
                f"about {say_minutes(minutes)} of fine work painted for nothing.",
                minutes,
                (fine.plane, cover.plane or fine.plane),
                (Remedy(f"{first_upper(cover.said)} first", "move_before", {"number": cover.id, "before": fine.id}),),
            )
        )
    return found


def audit_brushes(passes: list[Pass], planes: list[PlaneFacts], finished: set[int]) -> list[Judgement]:
    """Name brushes wider than the smallest shape they are to set."""
    found = []
    for each in passes:
        narrow = None if each.plane is None else planes[each.plane - 1].smallest_mm
        if each.brush_mm is None or narrow is None or each.plane is None or each.id in finished:
            continue
        if each.brush_mm <= WIDEST_SHARE * narrow:
            continue
        fits = max(0.5, round(narrow, 1))
        found.append(
            Judgement(
                f"brush_too_wide:{each.id}",
                "brush_too_wide",
                STAGE,
                "mild",
                f"The brush is wider than the smallest shape of {each.place}",
                f"{first_upper(each.said)} is to be painted with {each.brush_mm:g} mm; the smallest shape of your "
                f"thumbnail there is {narrow:.0f} mm wide. Either that shape is lost, or it goes into a pass with a "
                "smaller brush.",
                each.brush_mm - narrow,
                (each.plane,),
                (Remedy(f"A brush of {fits:g} mm", "set_pass", {"number": each.id, "brush_mm": fits}),),
            )
        )
    return found


def audit_crossed(
    passes: list[Pass], kept: tuple[KeptFacts, ...], medium: Medium, finished: set[int]
) -> list[Judgement]:
    """Name reserved lights that a pass over the whole surface goes across."""
    found = []
    taken_off = next((at for at, each in enumerate(passes) if each.kind == "unmask"), len(passes))
    for at, each in enumerate(passes):
        if each.plane is not None or each.kind not in CROSSING or each.id in finished:
            continue
        crossed = [
            light.name
            for light in kept
            if light.way in ("ground", "lifted") or (light.way == "masked" and at > taken_off)
        ]
        if not crossed:
            continue
        later = () if medium.transparent else ("lights",)
        add = tuple(Remedy("Set the lights on top later", "add_pass", {"kind": kind}) for kind in later)
        has_lights = any(p.kind == "lights" for p in passes[at + 1 :])
        found.append(
            Judgement(
                f"reserve_crossed:{each.id}",
                "reserve_crossed",
                STAGE,
                "mild" if has_lights and not medium.transparent else "strong",
                f"{first_upper(each.said)} goes across {say_list(crossed)}",
                f"{say_list(crossed)} {'is' if len(crossed) == 1 else 'are'} kept light, and this goes over the whole. "
                + (
                    "Transparent paint does not give a light back: go round it, or leave this out."
                    if medium.transparent
                    else "Go round it, or set it again on top."
                ),
                float(len(crossed)),
                (),
                (
                    Remedy("Leave this pass out", "remove_pass", {"number": each.id}),
                    *(() if has_lights else add),
                ),
            )
        )
    return found


def audit_lines(
    passes: list[Pass], planes: list[PlaneFacts], drawing: DrawingMedium, medium: Medium, finished: set[int]
) -> list[Judgement]:
    """Name first layers through which the drawing will show, once for all of them."""
    if not drawing.shows_through or not any(each.kind == "drawing" for each in passes):
        return []
    first: dict[int, Pass] = {}
    for each in passes:
        if each.plane is not None and each.kind in OPAQUE:
            first.setdefault(each.plane, each)
    thin = [
        (rank, each)
        for rank, each in first.items()
        if planes[rank - 1].value >= PALE and each.id not in finished
        and (medium.transparent or each.thickness < LINE_THICKNESS)
        and not any(p.plane == rank and p.kind in OPAQUE and p.id != each.id for p in passes)
    ]  # fmt: skip
    if not thin or drawing.key == "pen":
        return []
    names = say_list([planes[rank - 1].name for rank, _ in thin])
    palest = max(planes[rank - 1].value for rank, _ in thin)
    softer = "pale_pencil" if medium.transparent else "thin_paint"
    return [
        Judgement(
            "line_shows",
            "line_shows",
            STAGE,
            "mild",
            f"The drawing shows through {names}",
            f"{names} {'gets' if len(thin) == 1 else 'get'} one thin layer, at {palest:.1f} at the palest: "
            f"{drawing.name} stays to be seen through it, and cannot be rubbed out any more. Draw with something "
            "softer, leave the line out there, or let it be part of the picture.",
            palest,
            tuple(rank for rank, _ in thin),
            (
                Remedy(f"Draw in {DRAWING_MEDIA[softer].name}", "set_brief", {"drawing_medium": softer}),
                *(
                    ()
                    if medium.transparent
                    else (Remedy(f"A fuller layer on {thin[0][1].place}", "set_pass",
                                 {"number": thin[0][1].id, "thickness": 1.5}),)
                ),
            ),
        )
    ]  # fmt: skip
