"""Deriving and ruling passes of made-up planes, for tests that need no picture."""

from pathlib import Path

from kind_distance.core.depth.readings import Border
from kind_distance.core.deriving.needed import Around, needed_passes
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.schedule.rules import plain_scene, rules_of
from kind_distance.rows import Brief, PlaneRecord, State


def derive(
    facts, medium="acrylic", school="far_to_near", ground="white", borders=(), *, support="board", area=1050.0, **more
):
    """The passes that planes need; `more` goes to what stands around them."""
    scene = scene_for(facts, borders, medium, school, area)
    kept = more.pop("kept", ())
    return needed_passes(scene, list(facts), Around(kept, support, ground_of(ground), **more))


def scene_for(facts, borders=(), medium="acrylic", school="far_to_near", area=1050.0):
    """A scene of planes that meet along hard edges."""
    from dataclasses import replace

    scene = plain_scene(list(facts), list(borders), medium_of(medium), school)
    focus = max(range(len(facts)), key=lambda n: facts[n].in_focus) + 1 if any(f.in_focus for f in facts) else None
    planes = tuple(replace(p, share=p.area_cm2 / area) for p in scene.planes)
    return replace(scene, planes=planes, support_cm2=area, focus=focus)


def ruled(passes, facts, borders=(), medium="acrylic", school="far_to_near"):
    """The rules of a list of passes."""
    return rules_of(scene_for(facts, borders, medium, school), list(passes))


def border(far, near, cm):
    """A border of so many centimetres."""
    return Border(far, near, cm, 0.0, 0.0, 1.0)


NOWHERE = Path("no file of paintings")  # what has no picture asks none


def planned_state(sessions=(), **brief):
    """A painting without a photo: sky, hills and a bank, with sessions and what is said of the brief."""
    planes = (
        PlaneRecord(1, 1, "Sky", "sky", share=0.4, dark=7.0, light=8.6),
        PlaneRecord(2, 2, "Hills", distance_m=3000.0, share=0.25, dark=5.0, light=6.6),
        PlaneRecord(3, 3, "Bank", distance_m=12.0, share=0.35, dark=2.0, light=5.5, detail=0.3),
    )
    return State(Brief("Bank", **brief), planes=planes, sessions=tuple(sessions))
