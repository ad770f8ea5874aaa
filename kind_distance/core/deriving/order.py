"""Passes in the order of a school.

The school, then far before near across each hard edge; a base before its colour; every mass before fine work, but where
the school finishes one place before the next; veils after all they lie over, and thin things after those.
"""

from __future__ import annotations

from kind_distance.core.judging.model import VEILS, Scene
from kind_distance.core.paint.underlay import UNDERLAY
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.passes.schools import mix_name, mix_of

EARLY = ("ground", "drawing", "mask", "underpainting")
LATE = ("unmask", "sides", "finish", "isolating", "varnish")
MASSES = ("block_in", "blend")
# Stages in a school that brings the whole up together.
FIRST, SECOND, GLAZES, FINE, ACCENTS_AT, LIGHTS, VEILS_AT, OVER_VEILS = range(8)
Key = tuple[float, ...]


def _stage(each: Pass, scene: Scene) -> int:
    natures = {scene.plane(rank).nature for rank in each.planes}
    if natures & set(VEILS) and any(scene.plane(rank).over for rank in each.planes):
        return VEILS_AT
    if "accents" in natures:
        before = {other for rank in each.planes for other in scene.plane(rank).over}
        return OVER_VEILS if any(scene.plane(other).nature in VEILS for other in before) else ACCENTS_AT
    if each.kind == "lights":
        return LIGHTS
    if each.kind in MASSES:
        return FINE if each.title == UNDERLAY and each.things else FIRST
    return {"second_layer": SECOND, "glaze": GLAZES, "scumble": GLAZES}.get(each.kind, FINE)


def _within(each: Pass, scene: Scene, facts: list[PlaneFacts]) -> float:
    """Where the school puts a plane among the others."""
    rank = each.planes[0] if each.planes else len(scene.planes)
    plane = scene.plane(rank)
    school = scene.school
    if school == "sky_last":
        return float(plane.depth + (scene.nearest_depth if plane.depth == 1 else 0))
    if school == "light_to_dark":
        return -plane.value
    if school == "dark_to_light":
        return plane.value
    if school == "whole_at_once":
        return -plane.area_cm2
    if school == "one_mix":
        # There and back: what was mixed last at one stage is used first at the next.
        turn = -1.0 if _stage(each, scene) in (SECOND, GLAZES) else 1.0
        return turn * _mix(rank, scene, facts)
    if school == "area_by_area":
        return _middle(rank, scene, facts)
    return float(plane.depth)


def _mix(rank: int, scene: Scene, facts: list[PlaneFacts]) -> int:
    """Return the place of a plane's mix in the order in which the planes first ask for them, far to near."""
    families = [
        (scene.plane(r).chroma, mix_name(facts[r - 1]) or mix_of(facts[r - 1])) for r in range(1, len(scene.planes) + 1)
    ]
    return families.index(families[rank - 1])


def _middle(rank: int, scene: Scene, facts: list[PlaneFacts]) -> float:
    box = scene.plane(rank).box
    return facts[rank - 1].at_x if box is None else (box[0] + box[2]) / 2


def _key(each: Pass, scene: Scene, facts: list[PlaneFacts]) -> Key:
    if each.kind in EARLY:
        return (0.0, float(EARLY.index(each.kind)))
    if each.kind in LATE:
        return (9.0, float(LATE.index(each.kind)))
    stage, within = _stage(each, scene), _within(each, scene, facts)
    rank = each.planes[0] if each.planes else len(scene.planes)
    base = 0.0 if each.title == UNDERLAY else 2.0 if each.kind == "lights" else 1.0
    if stage in (VEILS_AT, ACCENTS_AT, OVER_VEILS):
        return (2.0, float(stage), float(scene.plane(rank).depth), base)
    if scene.school in ("plane_by_plane", "area_by_area"):
        if stage == LIGHTS and each.planes == ():
            return (2.0, float(LIGHTS))
        return (1.0, within, float(scene.plane(rank).depth), float(stage), base)
    if scene.school == "focus_first" and scene.focus in each.planes:
        return (1.0, -1.0, float(stage), base)
    if stage == LIGHTS:
        return (2.0, float(LIGHTS))
    return (1.0, float(stage), within, float(rank), base)


def in_order(passes: list[Pass], scene: Scene, facts: list[PlaneFacts]) -> list[Pass]:
    """Put passes in the order of the school of a painting."""
    ordered = sorted(passes, key=lambda each: _key(each, scene, facts))
    if scene.school in ("area_by_area", "light_to_dark", "dark_to_light", "whole_at_once"):
        ordered = _far_first(ordered, scene)
    return ordered


def _excused(far: int, near: int, scene: Scene) -> bool:
    """Whether the school itself brings a farther mass after a nearer one."""
    apart = scene.plane(far).value - scene.plane(near).value
    return {
        "light_to_dark": apart <= 1.0,
        "dark_to_light": -apart <= 1.0,
        "whole_at_once": True,
    }.get(scene.school, False)


def _far_first(ordered: list[Pass], scene: Scene) -> list[Pass]:
    """Move a far mass before that of a nearer plane it meets along a hard edge, where the school does not ask else."""
    met = {
        (border.far, border.near)
        for border in scene.borders
        if border.edge == "hard" and scene.solid(border.far) and scene.solid(border.near)
    }
    found = list(ordered)
    moved = True
    turns = 0
    while moved and turns < len(found) ** 2:
        moved = False
        turns += 1
        for at, each in enumerate(found):
            if each.kind not in MASSES or not each.planes:
                continue
            before = [
                n
                for n, other in enumerate(found[:at])
                if other.kind in MASSES
                and any(
                    (each.planes[0], near) in met and not _excused(each.planes[0], near, scene) for near in other.planes
                )
            ]
            if before:
                found.insert(before[0], found.pop(at))
                moved = True
                break
    return found
