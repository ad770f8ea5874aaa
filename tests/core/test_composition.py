"""Readings of a composition on pictures made for them, each told from its harmless twin."""

import unittest
from dataclasses import replace

import cv2
import numpy as np

from kind_distance.core.picture.composition import (
    Spot,
    added_spot,
    competing,
    find_gaps,
    find_hot_spots,
    read_complexity,
    read_composition,
)
from kind_distance.core.picture.composition_audit import SeenThumbnail
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.horizon import Horizon, Line
from kind_distance.core.picture.lonely_hue import find_lonely_hues
from kind_distance.core.picture.shapes import find_shapes
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.stages.thumbnails.composition_words import judge_composition

FOCUS = Focus(0.35, 0.45, 0.1)
NONE = Horizon(None, [], 0.0)


def land(height=320, width=480):
    """A quiet scene: light sky, middle field, a light barn at the focus before a dark wood."""
    value = np.full((height, width), 7.5, np.float32)
    value[int(0.42 * height) :] = 4.2
    value[int(0.34 * height) : int(0.52 * height), int(0.2 * width) : int(0.5 * width)] = 2.5
    value[int(0.42 * height) : int(0.47 * height), int(0.33 * width) : int(0.38 * width)] = 7.0
    return cv2.GaussianBlur(value, (0, 0), 1.0)


def patch(value, x, y, size, light):
    value = value.copy()
    height, width = value.shape
    cv2.circle(value, (round(x * width), round(y * height)), round(size * width), light, -1)
    return value


def neutral(value):
    return np.zeros_like(value)


def read(value, focus=FOCUS, horizon=NONE):
    return read_composition(value, neutral(value), value, focus, horizon)


class HotSpots(unittest.TestCase):
    def test_a_bright_patch_at_the_edge_raises_the_count_by_one(self):
        before, own = find_hot_spots(land(), neutral(land()), FOCUS)
        after, _ = find_hot_spots(patch(land(), 0.95, 0.8, 0.014, 8.5), neutral(land()), FOCUS)
        self.assertEqual(len(after), len(before) + 1)
        self.assertGreater(own, 1)

    def test_a_patch_of_colour_counts_as_well(self):
        chroma = neutral(land())
        spots, _ = find_hot_spots(land(), patch(chroma, 0.9, 0.85, 0.014, 60.0), FOCUS)
        self.assertEqual([s.chroma for s in spots], [True])
        self.assertAlmostEqual(spots[0].x, 0.9, delta=0.02)

    def test_the_focus_itself_is_no_rival(self):
        spots, own = find_hot_spots(land(), neutral(land()), FOCUS)
        self.assertEqual(competing(spots, own), [])

    def test_only_what_pulls_as_hard_competes(self):
        faint = patch(land(), 0.8, 0.8, 0.008, 6.0)
        strong = patch(land(), 0.8, 0.8, 0.02, 9.3)
        spots, own = find_hot_spots(faint, neutral(faint), FOCUS)
        self.assertEqual(len(competing(spots, own)), 0)
        spots, own = find_hot_spots(strong, neutral(strong), FOCUS)
        self.assertEqual(len(competing(spots, own)), 1)

    def test_a_large_light_area_is_a_mass_and_a_streak_an_edge(self):
        large = patch(land(), 0.75, 0.75, 0.2, 8.0)
        self.assertEqual(find_hot_spots(large, neutral(large), FOCUS)[0], [])
        streak = land()
        streak[250:254, 60:420] = 8.5
        self.assertEqual(find_hot_spots(streak, neutral(streak), FOCUS)[0], [])


class Crowds(unittest.TestCase):
    """M15: many small lights scatter the eye together though none of them outdoes the focus alone."""

    def lamps(self, count, size=0.011):
        value = land()
        for n in range(count):
            value = patch(value, 0.55 + 0.04 * (n % 11), 0.62 + 0.06 * (n // 11), size, 9.0)
        return find_hot_spots(value, neutral(value), FOCUS)

    def test_a_dozen_lamps_compete_together(self):
        spots, own = self.lamps(11)
        alone = [spot for spot in spots if competing([spot], own)]
        self.assertEqual(alone, [], "each of them is weaker than the barn")
        self.assertEqual(len(competing(spots, own)), 11)
        few, own = self.lamps(3)
        self.assertEqual(competing(few, own), [])

    def test_a_large_thing_at_the_focus_pulls_as_well(self):
        """A barn too large for a spot is still what the eye goes to."""
        value = np.full((320, 480), 4.0, np.float32)
        value[120:200, 120:230] = 8.8
        value = patch(value, 0.85, 0.8, 0.01, 7.4)
        spots, own = find_hot_spots(value, neutral(value), Focus(0.36, 0.5, 0.25))
        self.assertGreater(own, 3)
        self.assertEqual(competing(spots, own), [])

    def test_a_light_to_be_added_is_weighed_where_it_will_stand(self):
        mask = np.zeros((320, 480), bool)
        mask[280:292, 440:452] = True
        self.assertGreater(added_spot(land(), mask, 9.0).step, 4)
        self.assertIsNone(added_spot(land(), mask, 4.5), "as light as what is around it")
        self.assertIsNone(added_spot(land(), np.zeros_like(mask), 9.0))


class Gaps(unittest.TestCase):
    def test_tiny_lights_in_a_far_mass_and_not_in_a_near_one(self):
        value = np.full((320, 480), 4.0, np.float32)
        for x, y in ((100, 60), (200, 80), (300, 70), (240, 250)):
            cv2.circle(value, (x, y), 3, 7.0, -1)
        far = np.zeros(value.shape, bool)
        far[:160] = True
        gaps = find_gaps(value, far)
        self.assertEqual(len(gaps), 3)
        self.assertTrue(all(gap.y < 0.5 for gap in gaps))
        self.assertEqual(find_gaps(value, np.zeros(value.shape, bool)), [])


class Hues(unittest.TestCase):
    def patches(self, *places):
        """Orange patches on grey-green, as CIELAB."""
        lab = np.zeros((200, 300, 3), np.float32)
        lab[...] = (55, -8, 8)
        for x, y in places:
            lab[int(200 * y) : int(200 * y) + 24, int(300 * x) : int(300 * x) + 24] = (65, 35, 45)
        return lab

    def test_orange_in_one_corner_only(self):
        (found,) = find_lonely_hues(self.patches((0.8, 0.7)))
        self.assertEqual((found.name, found.corner, found.opposite), ("orange", "lower right", "upper left"))
        self.assertAlmostEqual(found.x, 0.84, delta=0.02)

    def test_tied_in_it_is_well(self):
        self.assertEqual(find_lonely_hues(self.patches((0.8, 0.7), (0.1, 0.1))), [])

    def test_greys_specks_and_masses_are_no_lonely_hues(self):
        self.assertEqual(find_lonely_hues(self.patches()), [])
        mass = self.patches()
        mass[100:, 150:] = (65, 35, 45)
        self.assertEqual(find_lonely_hues(mass), [])
        speck = self.patches()
        speck[10:14, 10:14] = (65, 35, 45)
        self.assertEqual(find_lonely_hues(speck), [])


class Balance(unittest.TestCase):
    def test_mirrored_passes_its_weight_across(self):
        value = patch(land(), 0.1, 0.7, 0.09, 0.8)
        left, right = read(value).left, read(value[:, ::-1].copy()).left
        self.assertGreater(left, 0.5)
        self.assertAlmostEqual(left, 1 - right, delta=0.01)

    def test_an_even_picture_balances(self):
        flat = np.full((100, 151), 5.0, np.float32)
        self.assertAlmostEqual(read(flat).left, 0.5, delta=0.01)

    def test_all_branches_to_the_right(self):
        value = np.full((320, 480), 7.0, np.float32)
        both = value.copy()
        for k in range(12):
            x = 20 + 36 * k
            cv2.line(value, (x, 300), (x + 70, 120), 2.0, 3)
            lean = 70 if k % 2 else -70
            cv2.line(both, (x, 300), (x + lean, 120), 2.0, 3)
        self.assertGreater(read(value).leaning_right, 0.8)
        self.assertLess(read(value[:, ::-1].copy()).leaning_right, 0.2)
        self.assertAlmostEqual(read(both).leaning_right, 0.5, delta=0.12)

    def test_uprights(self):
        value = np.full((320, 480), 7.0, np.float32)
        for k in range(8):
            cv2.line(
                value, (40 + 50 * k, 300), (40 + 50 * k + round(260 * np.tan(np.deg2rad(3))), 40), 2.0, 4, cv2.LINE_AA
            )
        self.assertAlmostEqual(read(value).upright_tilt, 3, delta=0.8)
        self.assertIsNone(read(np.full((320, 480), 5.0, np.float32)).upright_tilt)


class WaysOut(unittest.TestCase):
    def test_a_strong_edge_at_the_rim(self):
        value = np.full((320, 480), 6.0, np.float32)
        value[200:, 300:] = 2.0
        sides = {(e.side, round(e.at, 1)) for e in read(value).exits}
        self.assertEqual(sides, {("right", 0.6), ("bottom", 0.6)})

    def test_the_horizon_may_leave(self):
        value = np.full((320, 480), 7.0, np.float32)
        value[128:] = 3.0
        line = Line(0.4, 0.0, 4.0, 1.0)
        self.assertEqual(read(value, horizon=Horizon(line, [line], 1.0)).exits, [])
        self.assertEqual((read(value).exits, len(read(value).cutting)), ([], 1), "else it is told as a line across")

    def test_a_line_across_is_found_unless_it_is_the_horizon(self):
        value = np.full((320, 480), 7.0, np.float32)
        value[128:] = 4.5
        value[224:] = 2.0
        line = Line(0.4, 0.0, 2.5, 1.0)
        cutting = read(value, horizon=Horizon(line, [line], 1.0)).cutting
        self.assertEqual([round(c.height, 1) for c in cutting], [0.7])


class Complexity(unittest.TestCase):
    def weigh(self, value, width_cm, height_cm):
        made = make_thumbnail(simplify(value, 0.006), ThumbnailSettings(4, 0.0005, 0.006))
        areas = find_shapes(made.steps).area_px / made.steps.size
        return read_complexity(areas, made.reading.contour, width_cm, height_cm)

    def judged(self, value, size, minutes):
        given = SeenThumbnail(1, 1, read(value), NONE, 0.0, self.weigh(value, *size), minutes, 3.0, True, True)
        return {j.kind for j in judge_composition(given)}

    def test_a_harbour_full_of_boats_on_a_small_board_and_a_simple_lake(self):
        rng = np.random.default_rng(8)
        harbour = land()
        for _ in range(90):
            x, y = int(rng.uniform(10, 460)), int(rng.uniform(150, 310))
            cv2.ellipse(harbour, (x, y), (12, 4), 0, 0, 360, float(rng.choice([1.0, 8.5])), -1)
            cv2.line(harbour, (x, y), (x, y - 26), float(rng.choice([1.0, 8.5])), 2)
        lake = land()
        self.assertIn("too_much", self.judged(harbour, (30, 20), 75))
        self.assertNotIn("too_much", self.judged(lake, (30, 20), 75))
        self.assertIn("small_work", self.judged(harbour, (15, 10), None))
        self.assertNotIn("small_work", self.judged(lake, (15, 10), None))

    def test_a_larger_support_has_longer_edges(self):
        small, large = self.weigh(land(), 20, 13), self.weigh(land(), 40, 26)
        self.assertAlmostEqual(large.edges_cm, 2 * small.edges_cm, delta=0.5)
        self.assertAlmostEqual(large.typical_cm, 2 * small.typical_cm, delta=0.1)


class Judging(unittest.TestCase):
    def judged(self, **more):
        value = more.pop("value", land())
        horizon = more.pop("horizon", NONE)
        known = {
            "number": 1,
            "source": 1,
            "composition": read(value, horizon=horizon),
            "horizon": horizon,
            "tilt_deg": 0.0,
            "complexity": read_complexity(np.array([0.5, 0.5]), 1.0, 40, 27),
            "minutes": 120,
            "focus_step": 4.0,
            "focus_marked": True,
            "focus_inside": True,
        }
        return {j.kind: j for j in judge_composition(SeenThumbnail(**{**known, **more}))}

    def test_a_quiet_scene_has_nothing_strong(self):
        self.assertEqual([j for j in self.judged().values() if j.severity == "strong"], [])

    def test_a_focus_cut_off(self):
        found = self.judged(focus_inside=False)["focus_cut_off"]
        self.assertEqual((found.severity, found.remedies[0].arguments), ("strong", {"thumbnail": 1, "whole": True}))

    def test_a_sloping_lake_is_told_and_a_sloping_hill_is_not(self):
        lake = self.judged(water_tilt=2.0)["leaning_water"]
        self.assertEqual(lake.remedies[0].arguments, {"source": 1, "tilt_deg": 2.0})
        self.assertNotIn("leaning_water", self.judged(water_tilt=0.2, skyline_tilt=9.0))
        said = [self.judged(water_tilt=2.0, skyline_tilt=tilt)["leaning_water"].text for tilt in (0.5, 0.53, -0.53)]
        self.assertEqual([text == lake.text for text in said], [True, False, False], "a level skyline is not spoken of")
        again = self.judged(water_tilt=2.0, tilt_deg=-1.5)["leaning_water"]
        self.assertEqual(again.remedies[0].arguments["tilt_deg"], 0.5)

    def test_a_line_nobody_confirmed_is_asked_about(self):
        line = Line(0.4, 2.0, 3, 1)
        asked = self.judged(horizon=Horizon(line, [line], 0.7))["leaning_water"]
        told = self.judged(horizon=Horizon(line, [line], 1.0), by_hand=True)["leaning_water"]
        self.assertEqual((asked.severity, told.severity), ("note", "mild"))
        self.assertIn("?", asked.title)

    def test_many_gaps_are_one_thing_to_say(self):
        gaps = [Spot(0.05 * n, 0.2, 0.0005, 1.0 + 0.01 * n) for n in range(12)]
        composition = replace(read(land()), gaps=gaps)
        found = self.judged(composition=composition)["light_gap"]
        self.assertTrue(found.title.startswith("12 light gaps"))
        self.assertEqual(len(self.judged(composition=replace(composition, gaps=gaps[:3]))), len(self.judged()) + 1)

    def test_leaning_uprights_are_told_beside_a_level_horizon_too(self):
        """M22: columns tilt. A level photo is not turned for them."""
        leaning = replace(read(land()), upright_tilt=3.0)
        level = Line(0.36, 0.0, 3, 1)
        bare = self.judged(composition=leaning)["leaning_uprights"]
        beside = self.judged(composition=leaning, horizon=Horizon(level, [level], 1.0))["leaning_uprights"]
        self.assertEqual([r.action for r in bare.remedies], ["straighten"])
        self.assertEqual(beside.remedies, ())
        self.assertNotIn("leaning_uprights", self.judged(composition=replace(leaning, upright_tilt=0.4)))

    def test_the_way_out_is_held_or_left_open(self):
        value = np.full((320, 480), 6.0, np.float32)
        value[200:, 300:] = 2.0
        self.assertIn("leads_out", self.judged(value=value))
        self.assertNotIn("leads_out", self.judged(value=value, eye_path="floating"))
        faint = np.full((320, 480), 6.0, np.float32)
        faint[200:, 300:] = 2.6
        self.assertNotIn("leads_out", self.judged(value=faint))
        self.assertIn("leads_out", self.judged(value=faint, eye_path="held"))

    def test_a_horizon_in_the_middle(self):
        halves, third = Line(0.51, 0.0, 3, 1), Line(0.36, 0.0, 3, 1)
        self.assertIn("halved", self.judged(horizon=Horizon(halves, [halves], 1.0)))
        self.assertNotIn("halved", self.judged(horizon=Horizon(third, [third], 1.0)))

    def test_one_side_heavy(self):
        value = np.full((320, 480), 8.0, np.float32)
        value[60:300, 10:150] = 1.0
        self.assertIn("one_sided", self.judged(value=value))

    def test_places_are_said_on_the_photo(self):
        value = patch(land(), 0.9, 0.8, 0.02, 9.3)
        found = self.judged(value=value, to_photo=(0.5, 0.5, 0.5, 0.5))["hot_spots"]
        x, y = found.remedies[0].arguments["places"][0]
        self.assertAlmostEqual(x, 0.95, delta=0.02)
        self.assertAlmostEqual(y, 0.9, delta=0.02)

    def test_every_finding_says_what_why_and_what_to_do(self):
        value = patch(land(), 0.9, 0.8, 0.02, 9.3)
        for each in self.judged(value=value, focus_inside=False, water_tilt=3.0, minutes=1).values():
            with self.subTest(kind=each.kind):
                self.assertGreater(len(each.text), 60)
                self.assertEqual(each.stage, "thumbnails")


if __name__ == "__main__":
    unittest.main()
