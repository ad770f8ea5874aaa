"""Judgements on passes: materials, lean over fat, planes far ahead, blends that outlast their paint."""

import unittest
from dataclasses import replace

from kind_distance.core.paint.drying import REFERENCE, Climate, Weather, dry
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import SAID, WATER_BORNE, may_lie_on, medium_of
from kind_distance.core.passes.audit import audit_ahead, audit_blends, audit_materials, first_clash
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.passes.precedence import material_rules
from kind_distance.core.passes.schools import SCHOOLS, mix_of, place_in, school_of

SOFT = Handling(marks="soft")
SKY = PlaneFacts("Sky", 300.0, 0.0, 8.3, 8.0, 8.6, None, sky=True, handling=SOFT)
FIELD = PlaneFacts("Field", 600.0, 0.4, 3.5, 1.9, 5.5, 0.99)


def layer(number, kind="block_in", plane=1, paint="acrylic", minutes=20, thickness=1.0, place="Sky"):
    return Pass(
        number, kind, () if plane is None else (plane,), kind.replace("_", " "), paint, minutes, thickness, "", place
    )


class Materials(unittest.TestCase):
    def test_facts_of_the_trade(self):
        """Common practice, no source: oil over acrylic holds, water-borne paint over oil never does."""
        self.assertIsNone(may_lie_on("oil", "acrylic"))
        for upper in WATER_BORNE:
            self.assertIn("does not hold on oil", may_lie_on(upper, "oil"))
        for lower in ("watercolour", "gouache", "rewettable"):
            self.assertIn("isolating coat", may_lie_on("oil", lower))
        self.assertIsNotNone(may_lie_on("acrylic", "varnish"))
        self.assertIsNotNone(may_lie_on("watercolour", "acrylic"))
        for paint in WATER_BORNE:
            self.assertIsNone(may_lie_on(paint, paint))
            self.assertIn(paint, SAID)

    def test_acrylic_over_oil_is_strong_and_its_remedies_help(self):
        told = audit_materials([layer(1, paint="oil"), layer(2, "second_layer")], set())
        self.assertEqual([(j.kind, j.severity) for j in told], [("unsafe_order", "strong")])
        self.assertEqual(told[0].remedies[0].arguments, {"number": 2, "paint": "oil"})
        self.assertEqual(
            audit_materials([layer(1, paint="oil"), layer(2, "second_layer", paint="oil", thickness=1.2)], set()), []
        )

    def test_an_isolating_coat_parts_what_would_lift(self):
        lower, upper = layer(1, paint="rewettable"), layer(3, "second_layer", paint="oil")
        told = audit_materials([lower, upper], set())
        self.assertEqual(told[0].remedies[0].arguments, {"kind": "isolating", "before": 3})
        coat = Pass(2, "isolating", (), "isolating coat", "acrylic", 10)
        self.assertEqual(audit_materials([lower, coat, upper], set()), [])
        self.assertEqual(len(audit_materials([coat, lower, upper], set())), 1, "under both it parts nothing")
        self.assertIn("does not hold", first_clash([lower, upper]))
        self.assertIsNone(first_clash([lower, coat, upper]))
        boat, shed = replace(lower, things=("Boat",)), replace(upper, things=("Shed",))
        self.assertEqual(audit_materials([boat, shed], set()), [], "two things never lie on each other")
        rules = {(r.before, r.after): r.needs for r in material_rules([lower, coat, upper], medium_of("oil"), [SKY])}
        self.assertEqual((rules[1, 2], rules[2, 3]), ("through_dry", "touch_dry"))
        self.assertNotIn((3, 2), rules)

    def test_on_another_plane_or_done_already_it_is_not_told(self):
        self.assertEqual(audit_materials([layer(1, paint="oil"), layer(2, plane=2)], set()), [])
        self.assertEqual(audit_materials([layer(1, paint="oil"), layer(2, "second_layer")], {1, 2}), [])

    def test_lean_over_fat(self):
        told = audit_materials(
            [layer(1, paint="oil", thickness=2.0), layer(2, "second_layer", paint="oil", thickness=0.6)], set()
        )
        self.assertEqual([j.kind for j in told], ["lean_over_fat"])
        self.assertEqual(told[0].remedies[0].arguments["thickness"], 2.0)
        self.assertEqual(
            audit_materials([layer(1, thickness=2.0), layer(2, "second_layer", thickness=0.6)], set()),
            [],
            "acrylic may",
        )


class Ahead(unittest.TestCase):
    PASSES = (layer(1), layer(2, "details"), layer(3, plane=2, place="Field"))

    def test_details_before_another_plane_is_begun(self):
        told = audit_ahead(list(self.PASSES), [SKY, FIELD], school_of("far_to_near"), set())
        self.assertEqual([j.kind for j in told], ["far_ahead"])
        self.assertEqual(told[0].remedies[0].arguments, {"number": 3, "before": 2})

    def test_schools_that_want_just_that_are_not_told(self):
        for key in ("plane_by_plane", "area_by_area", "focus_first"):
            self.assertEqual(audit_ahead(list(self.PASSES), [SKY, FIELD], school_of(key), set()), [])

    def test_in_good_order_nothing_is_said(self):
        good = [self.PASSES[0], self.PASSES[2], self.PASSES[1]]
        self.assertEqual(audit_ahead(good, [SKY, FIELD], school_of("far_to_near"), set()), [])


class Blends(unittest.TestCase):
    def judged(self, minutes, climate=REFERENCE, plane=SKY, paint="acrylic"):
        film = dry(paint, 0.0, Weather(((0.0, climate),)))
        return audit_blends([layer(1, minutes=minutes, paint=paint)], [plane], {1: film}.get, set())

    def test_a_sky_that_takes_longer_than_the_paint_stays_open(self):
        self.assertEqual(self.judged(4), [])
        told = self.judged(20)
        self.assertEqual([r.action for r in told[0].remedies], ["split_pass", "set_plane"])

    def test_hot_sun_shortens_it_and_damp_lengthens_it(self):
        self.assertEqual(len(self.judged(4, Climate(32.0, 35.0, 0.5, 800.0))), 1)
        self.assertEqual(self.judged(20, Climate(8.0, 95.0, 0.1, 0.0)), [])

    def test_strokes_left_standing_and_oil_have_all_day(self):
        standing = PlaneFacts("Sky", 300.0, 0.0, 8.3, 8.0, 8.6, None, sky=True, handling=Handling(marks="broken"))
        self.assertEqual(self.judged(60, plane=standing), [])
        self.assertEqual(self.judged(60, paint="oil"), [])
        self.assertEqual(self.judged(60, plane=FIELD), [], "a field of dabs is not blended")


class Schools(unittest.TestCase):
    PLANES = (
        SKY,
        PlaneFacts("Barn", 100.0, 0.2, 4.0, 3.0, 6.0, 0.9, in_focus=0.8, at_x=0.2, chroma=30.0, hue_deg=40.0),
        PlaneFacts("Field", 600.0, 0.4, 3.5, 1.9, 5.5, 0.99, in_focus=0.1, at_x=0.6, chroma=30.0, hue_deg=110.0),
    )

    def order(self, key):
        keys = {rank: place_in(school_of(key), "block_in", rank, list(self.PLANES)) for rank in (1, 2, 3)}
        return sorted(keys, key=keys.get)

    def test_each_puts_the_planes_in_its_own_order(self):
        wanted = {
            "far_to_near": [1, 2, 3], "sky_last": [2, 3, 1], "focus_first": [2, 3, 1], "light_to_dark": [1, 2, 3],
            "dark_to_light": [3, 2, 1], "whole_at_once": [3, 1, 2], "area_by_area": [2, 1, 3],
            "plane_by_plane": [1, 2, 3], "one_mix": [1, 2, 3],
        }  # fmt: skip
        self.assertEqual({key: self.order(key) for key in SCHOOLS}, wanted)

    def test_greys_share_a_mix_and_hues_keep_apart(self):
        self.assertEqual(mix_of(SKY), 0)
        self.assertNotEqual(mix_of(self.PLANES[1]), mix_of(self.PLANES[2]))

    def test_whole_surface_stays_where_it_belongs(self):
        for school in SCHOOLS.values():
            keys = [place_in(school, kind, plane, list(self.PLANES)) for kind, plane in
                    (("ground", None), ("drawing", None), ("block_in", 2), ("lights", None), ("varnish", None))]  # fmt: skip
            self.assertEqual(keys, sorted(keys))


if __name__ == "__main__":
    unittest.main()
