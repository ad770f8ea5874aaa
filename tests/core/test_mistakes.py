"""The mistakes painters of places make most, each planted in two ways beside a twin that a good painter leaves so.

Numbers are those of the list of mistakes in a painter's words: M1 forgotten things, M2 background after near forms, and so
on. All of them are common practice, no source. Those that need a picture are planted in `tests/studio/test_planted.py`
and `tests/core/test_composition.py`.
"""

from __future__ import annotations

import unittest
from dataclasses import replace

from kind_distance.core.judging.model import (
    JudgedBorder,
    JudgedLight,
    JudgedLightHours,
    JudgedPlane,
    JudgedSession,
    JudgedThing,
)
from kind_distance.core.passes.model import Colour, Line
from tests.core.test_judging import BANK, HILL, OIL, SKY, THINGS, USUAL, WATERCOLOUR, one, told

MASS = (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 3))
WASH = {"paint": "watercolour"}
REEDS = JudgedPlane(4, 4, "Reeds", "solid", "land", 3.0, 1.5, 5.0, 0.1, 100.0)
HARBOUR = replace(
    USUAL,
    planes=(replace(SKY, share=0.3), HILL, replace(BANK, name="Quay"), REEDS),
    borders=(JudgedBorder(1, 2, 30.0, "hard"), JudgedBorder(2, 3, 30.0, "hard"), JudgedBorder(3, 4, 30.0, "hard")),
)
ROPES = JudgedThing(1, "Ropes", 3, smallest_mm=1.0, count=3)
OUT = JudgedSession(1, "First", 600, 800, outdoors=True)
LINE = Line("marker", "heavy", "none", False)


def planned(scene, *passes):
    """Kinds that are told."""
    return [kind for kind, _ in told(scene, *passes)]


def clear(each):
    """The same pass in paint that shows what is under it."""
    return replace(each, given=replace(each.given, colour=Colour(opacity="transparent")))


# Mistake: the kind that tells it, two ways to make it, and the twin without it.
PLANTED = {
    "M1 things forgotten": (
        "item_missing",
        (replace(USUAL, things=THINGS[:1]), MASS),
        (replace(HARBOUR, things=(ROPES,)),
         (*MASS, one(4, "block_in", 4), one(5, "details", 3, things=("Ropes",), counts=(("Ropes", 2),)))),
        (replace(HARBOUR, things=(ROPES,)), (*MASS, one(4, "block_in", 4), one(5, "details", 3, things=("Ropes",)))),
    ),
    "M2 background after near forms": (
        "far_after_near",
        (USUAL, (one(1, "block_in", 2), one(2, "block_in", 1), one(3, "block_in", 3))),
        (HARBOUR, (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 4), one(4, "block_in", 3))),
        (HARBOUR, (*MASS, one(4, "block_in", 4))),
    ),
    "M3 land and water merge": (
        "borders_merge",
        (replace(USUAL, planes=(SKY, replace(HILL, value=7.9), BANK)), MASS),
        (replace(HARBOUR, planes=(*HARBOUR.planes[:3], replace(REEDS, value=4.2))), (*MASS, one(4, "block_in", 4))),
        (HARBOUR, (*MASS, one(4, "block_in", 4))),
    ),
    "M4 a drawn line shows through": (
        "line_shows_through",
        (USUAL, (one(9, "drawing", 1, 2, 3, paint="dry", line=LINE), *(clear(each) for each in MASS))),
        (USUAL, (one(9, "drawing", 2, paint="dry", line=replace(LINE, medium="pen")), MASS[0], clear(MASS[1]),
                 MASS[2])),
        (USUAL, (one(9, "drawing", 1, 2, 3, paint="dry", line=LINE), *MASS)),
    ),
    "M5 a reserved light covered": (
        "reserve_crossed",
        (replace(USUAL, lights=(JudgedLight("Glint", (3,)),)), (one(1, "block_in", 3, spares=()),)),
        (replace(WATERCOLOUR, lights=(JudgedLight("Gull", (1,)),)),
         (one(1, "block_in", 1, spares=("Gull",), **WASH), one(2, "glaze", 1, spares=(), **WASH))),
        (replace(WATERCOLOUR, lights=(JudgedLight("Gull", (1,)),)),
         (one(1, "block_in", 1, spares=("Gull",), **WASH), one(2, "glaze", 1, spares=("Gull",), **WASH))),
    ),
    "M6 a glaze lifts what is under it": (
        "glaze_too_early",
        (USUAL, (one(1, "block_in", 2, at=0), one(2, "glaze", 2, at=24))),
        (WATERCOLOUR, (one(1, "block_in", 2, at=0, **WASH), one(2, "glaze", 2, at=22, **WASH))),
        (USUAL, (one(1, "block_in", 2, at=0), one(2, "glaze", 2, at=600))),
    ),
    "M7 mud": (
        "wet_load",
        (OIL, tuple(one(n, "block_in" if n == 1 else "second_layer", 3, at=20 * n, thickness=2.0, paint="oil",
                        wants="any", colour=Colour(oil="tube")) for n in range(1, 6))),
        (OIL, tuple(one(n, "block_in" if n == 1 else "second_layer", 2, at=25 * n, thickness=1.6, paint="oil",
                        wants="any", colour=Colour(oil="tube")) for n in range(1, 5))),
        (OIL, tuple(one(n, "block_in" if n == 1 else "second_layer", 3, at=20 * n, paint="oil", wants="any",
                        colour=Colour(oil="tube")) for n in range(1, 4))),
    ),
    "M8 too dark for its distance": (
        "dark_too_far_back",
        (USUAL, (*MASS, one(4, "details", 2, minutes=5, colour=Colour(value=3.0)))),
        (USUAL, (MASS[0], replace(MASS[1], given=replace(MASS[1].given, colour=Colour(value=3.1))), MASS[2])),
        (USUAL, (*MASS, one(4, "details", 2, minutes=5, colour=Colour(value=4.8)))),
    ),
    "M9 light over a dark ground": (
        "needs_underlay",
        (USUAL, (*MASS, one(4, "details", 3, minutes=5,
                            colour=Colour(value=8.0, chroma="high", opacity="transparent")))),
        (replace(USUAL, ground_value=2.0),
         (one(1, "block_in", 1, colour=Colour(value=8.0, chroma="mid", opacity="semi_transparent")), *MASS[1:])),
        (replace(USUAL, ground_value=2.0),
         (one(1, "block_in", 1, colour=Colour(value=8.0, chroma="mid", opacity="opaque")), *MASS[1:])),
    ),
    "M10 colours after the light moved": (
        "light_moved",
        (replace(USUAL, sessions=(OUT,)), (one(1, "block_in", 2, at=710, in_light=True),)),
        (replace(USUAL, sessions=(OUT,), light_hours=JudgedLightHours(((600, 640),), told=True)),
         (one(1, "second_layer", 3, at=660, in_light=True),)),
        (replace(USUAL, sessions=(OUT,)), (one(1, "block_in", 2, at=605, in_light=True),)),
    ),
    "M12 near contrast too low": (
        "near_contrast_too_low",
        (replace(USUAL, focus=1, planes=(SKY, replace(HILL, dark=3.0, light=8.0), replace(BANK, dark=4.0, light=4.5))),
         MASS),
        (replace(HARBOUR, focus=2, planes=(*HARBOUR.planes[:2], replace(HARBOUR.planes[2], dark=2.0, light=7.0),
                                          replace(REEDS, dark=2.9, light=3.2))), (*MASS, one(4, "block_in", 4))),
        (replace(USUAL, focus=1), MASS),
    ),
    "M17 detail beyond its purpose": (
        "detail_serves_nothing",
        (USUAL, (*MASS, one(4, "details", 1, minutes=25))),
        (HARBOUR, (*MASS, one(4, "block_in", 4), one(5, "details", 2, minutes=40), one(6, "details", 3, minutes=10))),
        (HARBOUR, (*MASS, one(4, "block_in", 4), one(5, "details", 2, minutes=6), one(6, "details", 3, minutes=30))),
    ),
    "M18 no small brush": (
        "brush_too_wide",
        (replace(USUAL, things=(THINGS[1],)), (one(1, "details", 3, things=("Boat",), mark_mm=6.0),)),
        (replace(HARBOUR, things=(ROPES,)), (one(1, "details", 3, things=("Ropes",), brush_mm=14.0),)),
        (replace(HARBOUR, things=(ROPES,)), (one(1, "details", 3, things=("Ropes",), brush_mm=5.0),)),
    ),
    "M19 tacky paint worked over": (
        "tacky_rework",
        (USUAL, (one(1, "block_in", 2, at=0), one(2, "second_layer", 2, at=32, wants="open_or_dry"))),
        (USUAL, (one(1, "block_in", 3, at=0, minutes=10), one(2, "details", 3, at=22, minutes=5, wants="open_or_dry"))),
        (USUAL, (one(1, "block_in", 2, at=0), one(2, "second_layer", 2, at=120, wants="open_or_dry"))),
    ),
    "M20 a blend outlasts its paint": (
        "blend_outlasts_paint",
        (USUAL, (one(1, "blend", 1, at=0, minutes=90),)),
        (WATERCOLOUR, (one(1, "blend", 1, at=0, minutes=120, **WASH),)),
        (USUAL, (one(1, "blend", 1, at=0, minutes=6),)),
    ),
    "M29 wet washes run into each other": (
        "wet_under",
        (WATERCOLOUR, (one(1, "block_in", 1, at=0, **WASH), one(2, "block_in", 2, at=21, wants="touch_dry", **WASH))),
        (WATERCOLOUR, (one(1, "block_in", 2, at=0, **WASH), one(2, "second_layer", 2, at=22, wants="touch_dry",
                                                                **WASH))),
        (WATERCOLOUR, (one(1, "block_in", 1, at=0, **WASH), one(2, "block_in", 2, at=300, wants="touch_dry", **WASH))),
    ),
    "M32 an unsafe place": (
        "unsafe_place",
        (replace(USUAL, sessions=(replace(OUT, hazards=("thin ice",)),)), (one(1, "block_in", 2, at=610),)),
        (replace(USUAL, sessions=(replace(OUT, hazards=("a road without a footway", "fast traffic")),)), ()),
        (replace(USUAL, sessions=(OUT,)), (one(1, "block_in", 2, at=610),)),
    ),
    "M33 effort buried": (
        "effort_buried",
        (replace(USUAL, borders=(), things=THINGS[:1]),
         (*MASS, one(4, "details", 2, things=("Barn",), minutes=20), one(5, "second_layer", 2))),
        (replace(USUAL, borders=()), (*MASS, one(4, "details", 3, minutes=30), one(5, "block_in", 3))),
        (replace(USUAL, borders=(), things=THINGS[:1]),
         (*MASS, one(5, "second_layer", 2), one(4, "details", 2, things=("Barn",), minutes=20))),
    ),
}  # fmt: skip


class Planted(unittest.TestCase):
    """Found with the right reason in both ways, and the twin silent of it."""

    def test_each_in_two_ways_beside_its_twin(self) -> None:
        for name, (kind, *ways, twin) in PLANTED.items():
            for at, (scene, passes) in enumerate(ways, start=1):
                with self.subTest(name, way=at):
                    self.assertIn(kind, planned(scene, *passes))
            with self.subTest(name, way="twin"):
                self.assertNotIn(kind, planned(twin[0], *twin[1]))
