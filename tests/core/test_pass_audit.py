"""Judgements on materials that do not hold on one another, and where schools put a plane."""

import unittest
from dataclasses import replace

from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import SAID, WATER_BORNE, medium_of, why_not_on
from kind_distance.core.passes.audit import first_clash
from kind_distance.core.passes.model import Pass, PlaneFacts
from kind_distance.core.passes.schools import SCHOOLS, mix_of, place_in, school_of
from kind_distance.stages.passes.pass_words import say_cannot
from kind_distance.stages.passes.plan_words import judge_passes
from tests.planning import ruled

SOFT = Handling(marks="soft")
SKY = PlaneFacts("Sky", 300.0, 0.0, 8.3, 8.0, 8.6, None, sky=True, handling=SOFT)
FIELD = PlaneFacts("Field", 600.0, 0.4, 3.5, 1.9, 5.5, 0.99)


def layer(number, kind="block_in", plane=1, paint="acrylic", minutes=20, thickness=1.0, place="Sky"):
    return Pass(
        number, kind, () if plane is None else (plane,), kind.replace("_", " "), paint, minutes, thickness, "", place
    )


def judged(passes, finished=frozenset()):
    """What is said of materials."""
    return judge_passes(passes, [], medium_of("acrylic"), set(finished))


class Materials(unittest.TestCase):
    def test_facts_of_the_trade(self):
        """Common practice, no source: oil over acrylic holds, water-borne paint over oil never does."""
        self.assertIsNone(why_not_on("oil", "acrylic"))
        for upper in WATER_BORNE:
            self.assertIn("does not hold on oil", say_cannot(why_not_on(upper, "oil")))
        for lower in ("watercolour", "gouache", "rewettable"):
            self.assertIn("isolating coat", say_cannot(why_not_on("oil", lower)))
        self.assertIsNotNone(why_not_on("acrylic", "varnish"))
        self.assertIsNotNone(why_not_on("watercolour", "acrylic"))
        for paint in WATER_BORNE:
            self.assertIsNone(why_not_on(paint, paint))
            self.assertIn(paint, SAID)

    def test_acrylic_over_oil_is_strong_and_its_remedies_help(self):
        told = judged([layer(1, paint="oil"), layer(2, "second_layer")])
        self.assertEqual([(j.kind, j.severity) for j in told], [("unsafe_order", "strong")])
        self.assertEqual(told[0].remedies[0].arguments, {"number": 2, "paint": "oil"})
        self.assertEqual(judged([layer(1, paint="oil"), layer(2, "second_layer", paint="oil", thickness=1.2)]), [])

    def test_an_isolating_coat_parts_what_would_lift(self):
        lower, upper = layer(1, paint="rewettable"), layer(3, "second_layer", paint="oil")
        told = judged([lower, upper])
        self.assertEqual(told[0].remedies[0].arguments, {"kind": "isolating", "before": 3})
        coat = Pass(2, "isolating", (), "isolating coat", "acrylic", 10)
        self.assertEqual(judged([lower, coat, upper]), [])
        self.assertEqual(len(judged([coat, lower, upper])), 1, "under both it parts nothing")
        found = first_clash([lower, upper])
        self.assertEqual((found[0], found[1], found[2].kind), (lower, upper, "oil_sinks_in"))
        self.assertIsNone(first_clash([lower, coat, upper]))
        boat, shed = replace(lower, things=("Boat",)), replace(upper, things=("Shed",))
        self.assertEqual(judged([boat, shed]), [], "two things never lie on each other")
        rules = {(r.before, r.after) for r in ruled([lower, coat, upper], [SKY], (), "oil")}
        self.assertLessEqual({(1, 2), (2, 3)}, rules)
        self.assertNotIn((3, 2), rules)

    def test_on_another_plane_or_done_already_it_is_not_told(self):
        self.assertEqual(judged([layer(1, paint="oil"), layer(2, plane=2)]), [])
        self.assertEqual(judged([layer(1, paint="oil"), layer(2, "second_layer")], {1, 2}), [])


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
