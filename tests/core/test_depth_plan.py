"""From readings and a veil to planned values, and the judgements on them."""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.colour.munsell import luminance_from_value, value_from_luminance
from kind_distance.core.colour.srgb import luminance
from kind_distance.core.depth.plan import DepthInput, DepthSettings, PairChoice, PlaneSpec, plan_depth
from kind_distance.core.depth.readings import Border, PlaneReading
from kind_distance.errors import DomainError
from kind_distance.stages.planes.plane_words import judge_depth


def plane(rank, mass, share=0.25, spread=1.0, colour=None):
    light = float(luminance_from_value(mass)) / 100
    linear = (light, light, light) if colour is None else colour
    return PlaneReading(rank, share, mass - spread, mass, mass + spread, 5.0, 0.0, 0.1, (0.5, 0.5), linear, 0.2 * rank)


def border(far, near, difference=-1.0, length=30.0, merged=0.0):
    return Border(far, near, length, difference, merged, 1.0)


def scene(**settings):
    """A sky, a far ridge, a middle hill and a field, each meeting the next."""
    return DepthInput(
        specs=[
            PlaneSpec("Sky", "sky"),
            PlaneSpec("Ridge", distance_m=5000),
            PlaneSpec("Hill", distance_m=500),
            PlaneSpec("Field", distance_m=20),
        ],
        readings=[plane(1, 8.3), plane(2, 7.0), plane(3, 5.0), plane(4, 3.5)],
        borders=[border(1, 2), border(2, 3), border(3, 4)],
        settings=DepthSettings(**settings),
    )


class Planning(unittest.TestCase):
    def test_without_pull_the_photo_decides(self):
        plan = plan_depth(scene(pull=0))
        np.testing.assert_allclose([p.value for p in plan.planes], (8.3, 7.0, 5.0, 3.5), atol=0.01)

    def test_a_thicker_veil_lifts_the_far_planes(self):
        clear = plan_depth(scene(veil="clear", visibility_km=50, pull=1.0)).planes
        mist = plan_depth(scene(veil="clear", visibility_km=6, pull=1.0)).planes
        self.assertGreater(mist[1].target, clear[1].target + 0.5)
        self.assertAlmostEqual(mist[3].target, clear[3].target, delta=0.2)

    def test_what_fog_hides_altogether_takes_the_airs_value(self):
        """So far off that the share left is no number above nought any more: as at the last distance that has one."""
        values = []
        for metres in (3000.0, 60_000.0):
            given = scene(veil="mist", pull=0.5, visibility_km=0.1)
            specs = [given.specs[0], replace(given.specs[1], distance_m=metres), *given.specs[2:]]
            values.append(plan_depth(replace(given, specs=specs)).planes[1].target)
        self.assertAlmostEqual(values[0], values[1], delta=0.05)

    def test_contrast_left_falls_with_distance(self):
        planes = plan_depth(scene(veil="hazy")).planes
        self.assertIsNone(planes[0].contrast_left)
        left = [p.contrast_left for p in planes[1:]]
        self.assertEqual(left, sorted(left))

    def test_planes_that_meet_keep_their_gap(self):
        given = replace(scene(gap=0.8, pull=0), readings=[plane(1, 7.0), plane(2, 6.8), plane(3, 6.7), plane(4, 6.6)])
        values = [p.value for p in plan_depth(given).planes]
        self.assertTrue(all(a - b >= 0.8 - 1e-3 for a, b in zip(values, values[1:], strict=False)))

    def test_six_tenths_of_a_step_are_wanted_between_planes_that_meet(self):
        """Common practice, no source."""
        given = replace(scene(pull=0), readings=[plane(1, 7.0), plane(2, 6.9), plane(3, 6.8), plane(4, 6.7)])
        values = [p.value for p in plan_depth(given).planes]
        np.testing.assert_allclose(-np.diff(values), 0.6, atol=1e-3)

    def test_by_night_the_far_land_is_not_forced_lighter(self):
        given = replace(scene(veil="night", pull=1.0), readings=[plane(1, 3), plane(2, 4), plane(3, 5), plane(4, 6)])
        plan = plan_depth(given)
        self.assertEqual([gap.sign for gap in plan.gaps[1:]], [-1, -1])

    def test_next_to_water_the_photo_decides(self):
        given = scene()
        specs = [*given.specs]
        specs[2] = PlaneSpec("Lake", "water", 500)
        bright = [*given.readings]
        bright[2] = plane(3, 7.9)
        plan = plan_depth(replace(given, specs=specs, readings=bright))
        self.assertEqual(plan.gaps[1].sign, -1)
        self.assertGreater(plan.planes[2].value, plan.planes[1].value)

    def test_three_planes_never_ask_for_a_circle(self):
        """Land, water and land that all meet, with border readings that contradict their masses."""
        given = DepthInput(
            specs=[PlaneSpec("Face", distance_m=80), PlaneSpec("Pool", "water", 20), PlaneSpec("Bank", distance_m=8)],
            readings=[plane(1, 3.1), plane(2, 2.6), plane(3, 3.5)],
            borders=[border(1, 2, 0.3), border(1, 3, 0.4), border(2, 3, -0.2)],
        )
        plan = plan_depth(given)
        self.assertEqual(plan.ladder.conflicts, ())
        for gap in plan.gaps:
            self.assertGreater(gap.sign * (plan.planes[gap.far].value - plan.planes[gap.near].value), 0.59)

    def test_the_painters_word_comes_first(self):
        given = scene()
        given = replace(given, pairs=[PairChoice(2, 3, direction=-1), PairChoice(3, 4, gap=0.0)])
        plan = plan_depth(given)
        self.assertEqual(plan.gaps[1].sign, -1)
        self.assertEqual(plan.gaps[2].wanted, 0.0)

    def test_locked_values(self):
        given = scene()
        specs = [*given.specs]
        specs[1] = replace(specs[1], locked_value=7.7)
        self.assertAlmostEqual(plan_depth(replace(given, specs=specs)).planes[1].value, 7.7, places=4)

    def test_planned_colour_has_the_planned_value(self):
        given = replace(scene(), readings=[plane(n, v, colour=(0.4, 0.1, 0.02)) for n, v in enumerate((8, 7, 5, 3), 1)])
        for planned in plan_depth(given).planes:
            with self.subTest(value=planned.value):
                shown = float(value_from_luminance(100 * luminance(np.array(planned.colour))))
                self.assertAlmostEqual(shown, planned.value, delta=0.02)
                self.assertTrue(all(0 <= c <= 1 + 1e-9 for c in planned.colour))

    def test_accents_stay_in_what_paint_reaches(self):
        given = replace(scene(), readings=[plane(n, v, spread=6) for n, v in enumerate((8, 7, 5, 3), 1)])
        for planned in plan_depth(given).planes:
            self.assertTrue(1.75 <= planned.dark <= planned.value <= planned.light <= 9.5)

    def test_planes_without_a_photo(self):
        given = DepthInput([PlaneSpec("Sky", "sky"), PlaneSpec("Land")], [None, None], [])
        self.assertEqual(len(plan_depth(given).planes), 2)

    def test_settings_that_make_no_sense(self):
        for wrong in ({"veil": "green"}, {"pull": 2}, {"gap": -1}, {"gap": 9}, {"key": "x"}, {"visibility_km": 0}):
            with self.subTest(settings=wrong), self.assertRaises(DomainError):
                DepthSettings(**wrong)


def judged(given, unit="cm"):
    return {each.kind: each for each in judge_depth(given, plan_depth(given), unit, 40.0)}


class Judging(unittest.TestCase):
    def test_a_good_plan_gets_no_remark(self):
        self.assertEqual(judged(scene()), {})

    def test_planes_held_too_close(self):
        given = scene()
        specs = [*given.specs]
        specs[1], specs[2] = replace(specs[1], locked_value=5.6), replace(specs[2], locked_value=5.4)
        found = judged(replace(given, specs=specs))
        self.assertIn("ladder_conflict", found)
        self.assertEqual(found["ladder_conflict"].remedies[0].action, "unlock_plane")

    def lost(self, first=25.0, gap=0.5, pull=0.0):
        """A sky and a ridge that run together over part of 30 cm, and lie close in the plan."""
        given = scene(gap=gap, pull=pull)
        given = replace(given, readings=[plane(1, 7.4), plane(2, 7.0), plane(3, 5.0), plane(4, 3.5)])
        return replace(given, borders=[border(1, 2, merged=first), *given.borders[1:]])

    def test_borders_lost_in_the_photo_are_told_once(self):
        found = judged(self.lost())["merged_photo"]
        self.assertIn("25 cm", found.text)
        self.assertEqual((found.weight, found.planes), (25.0, (1, 2)))
        self.assertNotIn("merged_photo", judged(self.lost(first=10.0)), "less than half of it")
        self.assertNotIn("merged_photo", judged(self.lost(gap=1.2)), "the plan parts them well")
        both = self.lost()
        both = replace(both, borders=[both.borders[0], border(2, 3, -0.2, merged=30.0), both.borders[2]])
        both = replace(both, readings=[plane(1, 7.4), plane(2, 7.0), plane(3, 6.6), plane(4, 3.5)])
        text = judged(both)["merged_photo"].text
        self.assertIn("Ridge and Hill; Sky and Ridge", text, "the longest first")

    def test_what_fog_takes_is_meant(self):
        given = self.lost()
        given = replace(given, borders=[given.borders[0], border(2, 3, -0.2, merged=30.0), given.borders[2]])
        given = replace(given, readings=[plane(1, 7.4), plane(2, 7.0), plane(3, 6.6), plane(4, 3.5)])
        in_fog = replace(given, settings=replace(given.settings, visibility_km=2.0))
        self.assertIn("Ridge and Hill", judged(given)["merged_photo"].text)
        self.assertNotIn("Ridge and Hill", judged(in_fog)["merged_photo"].text)

    def test_lengths_in_inches(self):
        given = self.lost()
        given = replace(given, borders=[border(1, 2, length=25.4, merged=25.4), *given.borders[1:]])
        self.assertIn("10 in", judged(given, "in")["merged_photo"].text)

    def test_a_direction_that_turns_the_photo_round(self):
        given = scene()
        given = replace(given, borders=[given.borders[0], border(2, 3, +0.8), given.borders[2]])
        found = judged(given)["reversed_pair"]
        self.assertEqual(found.remedies[0].arguments, {"far": 2, "near": 3, "direction": -1})
        as_photo = replace(given, pairs=[PairChoice(2, 3, direction=-1)])
        self.assertNotIn("reversed_pair", judged(as_photo))

    def test_key_too_narrow(self):
        found = judged(scene(key="low", gap=1.6))["ladder_conflict"]
        self.assertIn("steps each", found.text)
        self.assertEqual([r.action for r in found.remedies], ["set_depth", "set_depth"])

    def test_a_plane_that_holds_nothing(self):
        given = scene()
        given = replace(given, readings=[*given.readings[:3], None])
        found = judged(given)["empty_plane"]
        self.assertEqual({r.action for r in found.remedies}, {"choose_plane", "remove_plane"})

    def test_guessed_planes(self):
        given = scene()
        given = replace(given, specs=[replace(spec, marked=False) for spec in given.specs])
        self.assertIn("only a proposal", judged(given)["guessed_planes"].text)

    def test_distances_in_the_wrong_order(self):
        given = scene()
        specs = [*given.specs]
        specs[3] = replace(specs[3], distance_m=9000)
        found = judged(replace(given, specs=specs))["distance_order"]
        self.assertEqual(found.remedies[0].arguments, {"one": 3, "other": 4})


if __name__ == "__main__":
    unittest.main()
