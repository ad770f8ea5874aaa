"""A dark before a light: it must stand out from it, and yet stay as far as it is."""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.depth.plan import PairChoice, PlaneSpec, darkest_by_air, plan_depth
from kind_distance.core.depth.value_room import AIR, KEY, rooms
from kind_distance.stages.planes.plane_words import judge_depth, say_room
from tests.core.test_depth_plan import border, plane, scene


def dark_behind_light(ridge=None, pull=1.0, grain=6.5):
    """A dark ridge 3 km off, one sees 30, behind a field of pale grain."""
    given = scene(veil="hazy", visibility_km=30, pull=pull)
    return replace(
        given,
        specs=[PlaneSpec("Sky", "sky"), PlaneSpec("Ridge", distance_m=3000, locked_value=ridge), PlaneSpec("Grain")],
        readings=[plane(1, 8.8), plane(2, 3.0), plane(3, grain)],
        borders=[border(1, 2, 3.0), border(2, 3, 2.0)],
        pairs=[PairChoice(2, 3, direction=-1)],
    )


def kinds(given):
    return [j.kind for j in judge_depth(given, plan_depth(given), "cm", 40.0)]


class BothLimits(unittest.TestCase):
    def test_the_air_sets_the_lower_one(self):
        """Koschmieder 1924: a black at distance d shows (1 - t) of the airlight."""
        given = dark_behind_light()
        profile = given.settings.profile
        t = np.exp(-np.asarray(profile.extinction_per_km(30.0)) * 3.0)
        seen = profile.airlight_linear() * (1 - t)
        black = float(value_from_luminance(100 * float(np.dot(seen, (0.2126, 0.7152, 0.0722)))))
        self.assertAlmostEqual(darkest_by_air(given.settings, given.specs[1]), black, delta=0.02)
        room = rooms(given, plan_depth(given))[1]
        self.assertEqual(room.low_by, AIR)
        self.assertAlmostEqual(room.low, black, delta=0.02)

    def test_what_stands_before_it_sets_the_upper_one(self):
        given = dark_behind_light()
        plan = plan_depth(given)
        room = rooms(given, plan)[1]
        self.assertEqual(room.high_by, 3)
        self.assertAlmostEqual(room.high, plan.planes[2].value - given.settings.gap)
        self.assertIn("runs into Grain", say_room(given, room))
        self.assertIn("the air lets nothing there be darker", say_room(given, room))

    def test_planned_too_dark_is_told_and_its_remedy_clears_it(self):
        given = dark_behind_light(ridge=2.0, grain=8.0)
        self.assertIn("too_dark_far", kinds(given))
        told = next(j for j in judge_depth(given, plan_depth(given), "cm", 40.0) if j.kind == "too_dark_far")
        self.assertEqual(told.remedies[0].action, "set_planned_value")
        self.assertIn("stands out and stays far", told.text)
        better = dark_behind_light(ridge=told.remedies[0].arguments["value"], grain=8.0)
        self.assertNotIn("too_dark_far", kinds(better))
        self.assertNotIn("merged_plan", kinds(better))

    def test_where_no_value_does_both_it_is_said(self):
        given = dark_behind_light(ridge=2.0, grain=2.4)
        room = rooms(given, plan_depth(given))[1]
        self.assertTrue(room.none)
        self.assertIn("No room", say_room(given, room))
        told = next(j for j in judge_depth(given, plan_depth(given), "cm", 40.0) if j.kind == "too_dark_far")
        self.assertIn("No value does both", told.text)
        self.assertEqual([r.action for r in told.remedies], ["set_pair_gap", "set_depth"])

    def test_who_does_not_follow_the_air_is_not_told(self):
        self.assertNotIn("too_dark_far", kinds(dark_behind_light(ridge=2.0, pull=0.0)))

    def test_a_good_plan_has_no_word(self):
        for veil in ("clear", "hazy", "mist"):
            for pull in (0.0, 0.5, 1.0):
                self.assertNotIn("too_dark_far", kinds(scene(veil=veil, pull=pull)))

    def test_the_plan_lies_in_its_room_unless_it_has_none(self):
        for veil in ("clear", "hazy", "mist", "night"):
            given = scene(veil=veil)
            plan = plan_depth(given)
            for planned, room in zip(plan.planes, rooms(given, plan), strict=True):
                self.assertFalse(room.none)
                self.assertGreaterEqual(planned.value, room.low - 0.01)
                self.assertLessEqual(planned.value, room.high + 0.01)

    def test_alone_it_has_the_whole_key(self):
        given = replace(scene(pull=0), borders=[])
        room = rooms(given, plan_depth(given))[3]
        self.assertEqual(room.high_by, KEY)
        self.assertIn("the key ends", say_room(given, room))
