"""Numbers of the trade at their very limit: what they do to a painting, just under and just over.

All are common practice, no source, unless another is named.
"""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.light.shadows import CastShadow, _ground, _seen, audit_shadows
from kind_distance.core.mixing import recipes as r
from kind_distance.core.paint.drying import film_thickness
from kind_distance.core.picture.composition import read_complexity, read_composition
from kind_distance.core.picture.composition_audit import SeenThumbnail
from kind_distance.core.picture.crops import largest_crop
from kind_distance.core.picture.horizon import Horizon
from kind_distance.core.picture.leading import Arrow, audit_leading
from kind_distance.core.safety.cautions import Circumstances, cautions_of
from kind_distance.stages.thumbnails.composition_words import judge_composition

_NO_HORIZON = Horizon(None, [], 0.0)
_GREY = np.full((120, 180), 5.0, np.float32)
_EVEN = read_composition(_GREY, np.zeros_like(_GREY), _GREY, None, _NO_HORIZON)


class Recipes(unittest.TestCase):
    def test_water_and_strength_are_each_other_turned_round(self):
        for water in (0, 1, 3, 8, 20):
            self.assertEqual(r.water_parts(r.strength_in(water)), water)
        self.assertEqual(r.water_parts(r.FULL_STRENGTH / 5), 4)

    def test_two_steps_by_hand(self):
        # 3 parts of colour; the base's own white and that of the parts taken come to the 81 that are wanted.
        steps = r.two_steps(r.Recipe(((0, 81), (1, 3)), None, (80, 0, 0), 0.0), frozenset({0}))
        first = dict(steps.first)
        self.assertAlmostEqual(first[0] + steps.white_parts * sum(first.values()), 81, delta=4)
        self.assertEqual(first[1], 3)

    def test_the_white_differs_by_a_twentieth_at_most(self):
        for amount in range(60, 200, 7):
            steps = r.two_steps(r.Recipe(((0, amount), (1, 2)), None, (80, 0, 0), 0.0), frozenset({0}))
            first = dict(steps.first)
            white = first[0] + steps.white_parts * sum(first.values())
            with self.subTest(amount=amount):
                self.assertLessEqual(abs(white - amount) / amount, 0.05)

    def test_a_match_is_nearer_than_two_and_close_up_to_four(self):
        """CIEDE2000; common practice, no source."""
        reach = [r.Recipe(((0, 1),), None, (50, 0, 0), off).reach for off in (1.99, 2.0, 4.0, 4.01)]
        self.assertEqual(reach, ["match", "close", "close", "out_of_reach"])

    def test_from_two_dozen_parts_to_one_a_mix_is_made_in_two_steps(self):
        def mixed(amount, colours=((1, 1), (2, 2))):
            return r.two_steps(r.Recipe(((0, amount), *colours), None, (80, 0, 0), 0.0), frozenset({0}))

        self.assertIsNone(mixed(23))
        self.assertIsNotNone(mixed(24))
        self.assertIsNone(mixed(24, ()), "white alone")
        self.assertIsNone(r.two_steps(r.Recipe(((0, 90), (1, 1)), None, (80, 0, 0), 0.0), frozenset()), "no white")


class Crops(unittest.TestCase):
    def test_a_crop_lies_as_near_to_its_place_as_it_can(self):
        for middle, left in ((0.2, 0), (0.5, 100), (0.55, 150), (0.9, 200)):
            crop = largest_crop(1000, 800, 1.0, (middle, 0.5))
            with self.subTest(middle=middle):
                self.assertEqual((crop.x, crop.y, crop.width, crop.height), (left, 0, 800, 800))
        tall = largest_crop(400, 1000, 1.0, (0.5, 0.3))
        self.assertEqual((tall.x, tall.y), (0, 100))


class Paper(unittest.TestCase):
    def test_a_soaked_sheet_holds_two_and_a_half_washes(self):
        """From memory."""
        self.assertEqual(film_thickness(1.0, ("wetted",)), 2.5)
        self.assertEqual(film_thickness(4.0, ("wetted",)), 4.0)
        self.assertEqual(film_thickness(1.0, ("mist",)), 1.0)


class Sitting(unittest.TestCase):
    def told(self, **said):
        none = frozenset()
        plain = Circumstances(540, 600, False, 20.0, 0.1, 0.0, "", none, none, none, None, False, False, 900.0, (), {})
        return {each.kind for each in cautions_of(replace(plain, **said))}

    def test_an_hour_without_a_break_is_well_and_a_minute_more_is_told(self):
        self.assertNotIn("long_sitting", self.told())
        self.assertIn("long_sitting", self.told(end=601))
        self.assertNotIn("long_sitting", self.told(end=780, unbroken_min=60))
        self.assertIn("long_sitting", self.told(end=780, unbroken_min=61))


class Shadows(unittest.TestCase):
    """Posts on level ground under one sun: on the ground their shadows run one way."""

    def cast(self, number, bearing_deg, foot=0.8):
        """Shadow of a post on the ground before a horizon at 0.4, seen in a picture one and a half times as wide."""
        horizon, aspect = 0.4, 1.5
        across, depth = _ground((0.2 + 0.15 * number, foot), horizon, aspect)
        turn = np.radians(bearing_deg)
        end = _seen((across + 0.4 * np.sin(turn), depth + 0.4 * np.cos(turn)), horizon, aspect)
        return CastShadow(number, f"Post {number}", (0.2 + 0.15 * number, foot), end)

    def told(self, *bearings):
        shadows = [self.cast(at, each) for at, each in enumerate(bearings, start=1)]
        return [j for j in audit_shadows(shadows, 0.4, 1.5, None) if j.kind == "shadow_contrary"]

    def test_one_that_turns_by_more_than_fifteen_degrees_is_told(self):
        self.assertEqual(self.told(60, 60, 60), [])
        self.assertEqual(self.told(60, 60, 74), [])
        self.assertEqual(len(self.told(60, 60, 77)), 1)


class Leading(unittest.TestCase):
    def told(self, end, start=(0.5, 0.5)):
        arrow = Arrow(1, "line", "Path", start, end)
        return [j.kind for j in audit_leading([arrow], (0.2, 0.5), 1.5)]

    def test_a_line_that_ends_three_and_a_half_hundredths_from_the_rim_leads_out(self):
        self.assertEqual(self.told((0.966, 0.5)), ["line_out"])
        self.assertEqual(self.told((0.963, 0.5)), [])
        self.assertEqual(self.told((0.966, 0.5), start=(1.0, 0.5)), [], "it comes in")

    def test_a_gaze_wants_four_fifths_of_the_room_that_is_behind_it(self):
        def looks(x):
            return [j.kind for j in audit_leading([Arrow(1, "gaze", "Man", (x, 0.5), (x + 0.05, 0.5))], None, 1.5)]

        self.assertEqual(looks(0.55), [])
        self.assertEqual(looks(0.57), ["looks_out"])


class Leaning(unittest.TestCase):
    def told(self, right):
        known = {
            "number": 1, "source": 1, "composition": replace(_EVEN, leaning_right=right), "horizon": _NO_HORIZON,
            "tilt_deg": 0.0, "complexity": read_complexity(np.array([0.5, 0.5]), 1.0, 40, 27), "minutes": 120,
            "focus_step": 4.0, "focus_marked": True, "focus_inside": True,
        }  # fmt: skip
        return {j.kind: j for j in judge_composition(SeenThumbnail(**known))}.get("leans_one_way")

    def test_four_fifths_of_the_edges_lean_one_way(self):
        self.assertIsNone(self.told(0.79))
        self.assertIn("right", self.told(0.81).title)
        self.assertIn("81 %", self.told(0.81).text)
        self.assertIn("left", self.told(0.15).title)
        self.assertIn("85 %", self.told(0.15).text)
