"""Each number by which thumbnails and compositions are judged: where a rule begins to speak, and what holds there.

All numbers are common practice, no source, unless another is named.
"""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.picture.composition import (
    Complexity,
    Composition,
    Exit,
    Spot,
    added_spot,
    competing,
    find_cutting,
    find_exits,
    find_gaps,
    find_hot_spots,
    read_complexity,
    visual_weight,
)
from kind_distance.core.picture.composition_audit import SeenThumbnail
from kind_distance.core.picture.crops import Crop, check_ratio, focus_in, suggest_crops
from kind_distance.core.picture.cuts import cuts_of, even_cuts, value_profile
from kind_distance.core.picture.departures import Departure
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.horizon import Horizon, Line, choose_horizon, likeliest
from kind_distance.core.picture.leading import Arrow, audit_leading, room_along
from kind_distance.core.picture.reserve import audit_reserves
from kind_distance.core.picture.shapes import effective_shapes, find_shapes, merge_small
from kind_distance.core.picture.thumbnail import Reading, ThumbnailSettings, _key_of
from kind_distance.errors import DomainError
from kind_distance.stages.thumbnails.composition_words import judge_composition
from kind_distance.stages.thumbnails.thumbnail_words import judge_thumbnail
from tests.limits import begins

NONE = Horizon(None, [], 0.0)
PLAIN = Composition(0.5, (0.5, 0.5), [], 0.0, [], [], 0.5, None)
EASY = Complexity(10.0, 100.0, 5.0)


def horizon(height, tilt=0.0):
    """A sure horizon."""
    line = Line(height, tilt, 3.0, 1.0)
    return Horizon(line, [line], 1.0)


def seen(**more):
    """What is judged on a composition, by kind."""
    read = {name: more.pop(name) for name in list(more) if name in Composition.__dataclass_fields__}
    known = {
        "number": 4, "source": 2, "composition": replace(PLAIN, **read), "horizon": NONE, "tilt_deg": 0.0,
        "complexity": EASY, "minutes": 120, "focus_step": 4.0, "focus_marked": True, "focus_inside": True,
    }  # fmt: skip
    return {each.kind: each for each in judge_composition(SeenThumbnail(**(known | more)))}


class Composed(unittest.TestCase):
    def limit(self, kind, measure, quiet, loud):
        return begins(lambda at: kind in seen(**measure(at)), quiet, loud)

    def test_an_even_picture_has_no_word(self):
        self.assertEqual(seen(), {})

    def test_half_a_degree_is_level(self):
        for sign in (1, -1):
            found = self.limit("leaning_water", lambda tilt, sign=sign: {"water_tilt": sign * tilt}, 0.0, 5.0)
            self.assertAlmostEqual(found, 0.5, places=4)
        self.assertNotIn("leaning_water", seen(water_tilt=0.5))
        self.assertIn("leaning_water", seen(horizon=horizon(0.3, -0.6)))

    def test_a_picture_is_turned_on_from_what_it_was_turned(self):
        remedy = seen(water_tilt=-1.25, tilt_deg=0.5)["leaning_water"].remedies[0]
        self.assertEqual(remedy.arguments, {"source": 2, "tilt_deg": -0.8})

    def test_three_hundredths_from_the_middle_halve_it(self):
        for sign in (1, -1):
            found = self.limit("halved", lambda off, sign=sign: {"horizon": horizon(0.5 + sign * off)}, 0.2, 0.0)
            self.assertAlmostEqual(found, 0.03, places=4)
        self.assertEqual(seen(horizon=horizon(0.5), division="thirds")["halved"].severity, "mild")
        self.assertNotIn("halved", seen(horizon=horizon(0.5), division="unusual"))

    def test_two_thirds_of_the_weight_on_one_side(self):
        self.assertAlmostEqual(self.limit("one_sided", lambda left: {"left": left}, 0.5, 1.0), 0.68, places=4)
        self.assertAlmostEqual(self.limit("one_sided", lambda left: {"left": left}, 0.5, 0.0), 0.32, places=4)
        self.assertIn("one_sided", seen(left=0.68))
        self.assertIn("left", seen(left=0.9)["one_sided"].title)
        self.assertAlmostEqual(seen(left=0.1)["one_sided"].weight, 9.0)

    def test_four_fifths_lean_one_way(self):
        self.assertAlmostEqual(self.limit("leans_one_way", lambda at: {"leaning_right": at}, 0.5, 1.0), 0.8, places=4)
        self.assertAlmostEqual(self.limit("leans_one_way", lambda at: {"leaning_right": at}, 0.5, 0.0), 0.2, places=4)
        self.assertIn("leans_one_way", seen(leaning_right=0.8))

    def test_uprights_lean_from_a_degree_and_a_half_to_eight(self):
        self.assertAlmostEqual(self.limit("leaning_uprights", lambda at: {"upright_tilt": at}, 0.0, 5.0), 1.5, places=4)
        self.assertAlmostEqual(
            self.limit("leaning_uprights", lambda at: {"upright_tilt": at}, 20.0, 5.0), 8.0, places=4
        )
        self.assertNotIn("leaning_uprights", seen(upright_tilt=1.5))
        remedy = seen(upright_tilt=-2.0, tilt_deg=0.5)["leaning_uprights"].remedies[0]
        self.assertEqual(remedy.arguments, {"source": 2, "tilt_deg": -1.5})

    def test_a_way_out_as_strong_as_the_focus(self):
        def out(step, focus=4.0, **more):
            return "leads_out" in seen(exits=[Exit("left", 0.3, step)], focus_step=focus, **more)

        self.assertAlmostEqual(begins(out, 0.0, 9.0), 4.0, places=4)
        self.assertTrue(out(4.0))
        self.assertAlmostEqual(begins(lambda step: out(step, 0.5), 0.0, 9.0), 2.0, places=4)
        self.assertAlmostEqual(begins(lambda step: out(step, eye_path="held"), 0.0, 9.0), 0.7 * 4.0, places=4)
        self.assertFalse(out(9.0, eye_path="floating"))
        self.assertFalse(out(9.0, focus_marked=False))

    def test_where_a_way_out_is_shown(self):
        sides = [Exit(side, 0.3, 6.0) for side in ("left", "right", "top", "bottom")]
        shown = seen(exits=sides)["leads_out"].remedies[0].arguments["places"]
        self.assertEqual(shown, [[0.01, 0.3], [0.99, 0.3], [0.3, 0.01], [0.3, 0.99]])

    def test_more_minutes_than_there_are(self):
        def much(minutes):
            return "too_much" in seen(complexity=replace(EASY, minutes=minutes), minutes=90)

        self.assertAlmostEqual(begins(much, 10, 200), 90, places=3)
        self.assertFalse(much(90))
        self.assertEqual(seen(complexity=replace(EASY, minutes=130.0), minutes=90)["too_much"].weight, 40.0)
        self.assertNotIn("too_much", seen(complexity=replace(EASY, minutes=999.0), minutes=None))

    def test_shapes_under_eight_millimetres_are_small(self):
        def small(cm):
            return "small_work" in seen(complexity=replace(EASY, typical_cm=cm))

        self.assertAlmostEqual(begins(small, 5.0, 0.1), 0.8, places=4)
        self.assertFalse(small(0.8))
        self.assertFalse(small(0.0), "nothing was measured")
        self.assertAlmostEqual(seen(complexity=replace(EASY, typical_cm=0.5))["small_work"].weight, 3.0)

    def test_six_gaps_are_one_thing_to_say(self):
        def keys(count):
            gaps = [Spot(0.1 * n + 0.05, 0.2, 0.0004, 1.0 + n) for n in range(count)]
            known = SeenThumbnail(4, 2, replace(PLAIN, gaps=gaps), NONE, 0.0, EASY, 120, 4.0, True, True)
            return [each.key for each in judge_composition(known)]

        self.assertEqual(len(keys(5)), 5)
        self.assertEqual(keys(6), ["light_gap:4:many"])
        self.assertIn("light_gap:4:2.8", keys(1))

    def test_places_are_named_by_a_fortieth_of_the_picture(self):
        """What is meant so of a gap is kept by its place: another grid would wake every one of them."""
        known = SeenThumbnail(
            4, 2, replace(PLAIN, gaps=[Spot(0.99, 0.51, 0.0004, 1.0)]), NONE, 0.0, EASY, 120, 4.0, True, True
        )
        self.assertEqual([each.key for each in judge_composition(known)], ["light_gap:4:39.20"])

    def test_a_gap_is_left_out_with_a_little_around_it(self):
        gap = Spot(0.5, 0.25, 0.0025, 2.0)
        found = seen(gaps=[gap], to_photo=(0.5, 0.5, 0.5, 0.5))["light_gap"].remedies[0]
        half = 0.9 * 0.05 * 0.5
        corners = np.array(found.arguments["points"])
        np.testing.assert_allclose(corners.min(axis=0), (0.75 - half, 0.625 - half), atol=1e-6)
        np.testing.assert_allclose(corners.max(axis=0), (0.75 + half, 0.625 + half), atol=1e-6)

    def test_spots_that_compete_are_shown_on_the_photo(self):
        spots = [Spot(0.9, 0.2, 0.001, 4.0), Spot(0.1, 0.8, 0.001, 3.0)]
        found = seen(hot_spots=spots, to_photo=(0.0, 0.5, 0.5, 0.5))["hot_spots"]
        self.assertEqual(found.remedies[0].arguments["places"], [[0.45, 0.6], [0.05, 0.9]])
        self.assertEqual(found.weight, 10.0)
        self.assertIn("upper right", found.title)
        self.assertNotIn("hot_spots", seen(hot_spots=spots, focus_marked=False))

    def test_a_line_across_is_shown_along_its_lean(self):
        line = Line(0.5, 4.0, 2.0, 0.95)
        points = seen(cutting=[line])["cut_across"].remedies[0].arguments["points"]
        fall = np.tan(np.radians(4.0)) / 2
        np.testing.assert_allclose(points, [[0.0, 0.5 - fall], [1.0, 0.5 + fall]], atol=1e-4)


class Read(unittest.TestCase):
    """What is read on made pictures."""

    GREY = np.full((200, 320), 5.0, np.float32)

    def with_block(self, rows, columns, value):
        made = self.GREY.copy()
        made[rows[0] : rows[1], columns[0] : columns[1]] = value
        return made

    def test_a_spot_is_a_step_and_three_fifths_lighter(self):
        def spot(step):
            value = self.with_block((100, 106), (200, 206), 5.0 + step)
            return bool(find_hot_spots(value, np.zeros_like(value), None)[0])

        self.assertAlmostEqual(begins(spot, 0.5, 4.0), 1.6, places=3)

    def test_or_by_twenty_two_more_coloured(self):
        def spot(chroma):
            field = np.zeros_like(self.GREY)
            field[100:106, 200:206] = chroma
            return bool(find_hot_spots(self.GREY, field, None)[0])

        self.assertAlmostEqual(begins(spot, 5.0, 60.0), 22.0, places=3)

    def test_a_spot_takes_from_one_in_two_and_a_half_thousand_to_one_in_fifty(self):
        def spots(side):
            value = self.with_block((100, 100 + side), (200, 200 + side), 9.0)
            return len(find_hot_spots(value, np.zeros_like(value), None)[0])

        self.assertEqual([spots(side) for side in (4, 5, 6, 12)], [0, 0, 1, 1])
        self.assertEqual(spots(40), 0, "a mass")

    def test_a_crowd_of_eight_scatters_the_eye_with_three_fifths_of_the_pull_each(self):
        def crowd(count, step):
            return len(competing([Spot(0.1 * n, 0.5, 0.0004, step) for n in range(count)], 2.0))

        self.assertEqual(crowd(8, 2.1), 8)
        self.assertEqual(crowd(8, 1.92), 8, "just three fifths")
        self.assertEqual(crowd(7, 2.1), 0)
        self.assertAlmostEqual(begins(lambda step: crowd(8, step) > 0, 1.7, 3.0), 0.6 * 2.0 * 1.6, places=4)
        self.assertAlmostEqual(begins(lambda step: crowd(1, step) > 0, 1.7, 6.0), 2.0 * 1.6, places=4)
        self.assertEqual(competing([Spot(0.1, 0.5, 0.0004, 1.5)], 0.0), [], "it does not pull at all")

    def test_a_large_spot_pulls_more_by_the_fourth_root(self):
        small, large = Spot(0.1, 0.1, 0.0004, 3.2), Spot(0.9, 0.9, 16 * 0.0004, 1.6)
        self.assertEqual(competing([small, large], 2.0), [small, large])
        self.assertEqual(competing([small, large], 2.001), [])

    def test_what_is_added_stands_out_from_a_spots_step_on(self):
        mask = np.zeros(self.GREY.shape, bool)
        mask[100:110, 200:210] = True
        self.assertAlmostEqual(begins(lambda v: added_spot(self.GREY, mask, v) is not None, 5.0, 9.0), 6.6, places=4)
        spot = added_spot(self.GREY, mask, 8.0)
        self.assertEqual((spot.x, spot.y, spot.step), (round(205 / 320, 4), 0.525, 3.0))
        self.assertAlmostEqual(spot.share, 100 / 64000)
        near = np.full(self.GREY.shape, 2.0, np.float32)
        near[90:120, 190:220] = 6.0
        self.assertEqual(added_spot(near, mask, 8.0).step, 2.0, "what lies farther off counts nothing")

    def test_a_gap_is_nine_tenths_of_a_step_lighter_and_small(self):
        far = np.ones(self.GREY.shape, bool)

        def gap(step, side=5):
            return bool(find_gaps(self.with_block((100, 100 + side), (200, 200 + side), 5.0 + step), far))

        self.assertAlmostEqual(begins(gap, 0.2, 3.0), 0.9, places=3)
        self.assertFalse(gap(3.0, 3), "nine pixels are a grain")
        self.assertTrue(gap(3.0, 4))
        self.assertFalse(gap(3.0, 13), "a quarter of a hundredth is the most")

    def test_an_edge_of_a_step_and_a_half_leads_out(self):
        def out(step):
            return [(e.side, e.at) for e in find_exits(self.with_block((0, 200), (200, 320), 5 + step), [], None)]

        self.assertAlmostEqual(begins(lambda step: bool(out(step)), 0.5, 4.0), 1.5, places=4)
        self.assertEqual(out(2.0), [("bottom", 0.625), ("top", 0.625)])

    def test_the_horizon_leaves_on_both_sides(self):
        value = self.with_block((80, 200), (0, 320), 2.0)
        self.assertEqual([e.side for e in find_exits(value, [], None)], ["left", "right"])
        self.assertEqual(find_exits(value, [], Line(0.4, 0.0, 3.0, 1.0)), [])
        self.assertEqual(len(find_exits(value, [], Line(0.45, 0.0, 3.0, 1.0))), 2)
        leaning = Line(0.4, 4.0, 3.0, 1.0)
        fall = np.tan(np.radians(4.0)) * 320 / 200 / 2
        self.assertGreater(fall, 0.04)
        self.assertEqual(len(find_exits(value, [], leaning)), 2, "it leaves lower on the right and higher on the left")

    def test_a_line_cuts_from_nine_tenths_of_the_width_and_of_a_step_on(self):
        def cuts(step=2.0, share=1.0):
            return bool(find_cutting(self.with_block((120, 200), (0, round(320 * share)), 5.0 - step), None))

        self.assertTrue(cuts())
        self.assertFalse(cuts(share=0.85))
        self.assertFalse(cuts(step=0.5))
        value = self.with_block((120, 200), (0, 320), 2.0)
        self.assertEqual(find_cutting(value, Line(0.61, 0.0, 3.0, 1.0)), [], "that is the horizon")
        self.assertEqual(len(find_cutting(value, Line(0.7, 0.0, 3.0, 1.0))), 1)

    def test_minutes_of_a_thumbnail(self):
        """Seven centimetres of edge a minute, a minute and a half for each shape [memory]."""
        read = read_complexity(np.array([0.5, 0.3, 0.2]), 2.0, 40.0, 30.0)
        self.assertAlmostEqual(read.edges_cm, 140.0)
        self.assertAlmostEqual(read.minutes, 140 / 7.0 + 3 * 1.5)

    def test_the_eye_weighs_darkness_and_contrast(self):
        weight = visual_weight(self.with_block((50, 150), (50, 150), 2.0))
        self.assertAlmostEqual(float(weight[100, 100]), 3.0, delta=0.05)
        self.assertAlmostEqual(float(weight[10, 300]), 0.0, delta=0.01)
        self.assertGreater(float(weight[100, 51]), 4.0)


class Thumbnails(unittest.TestCase):
    def read(self, **more):
        known = {
            "darkest": 2.0, "lightest": 9.0, "shares": (0.3, 0.4, 0.3), "values": (2.0, 5.0, 8.0), "key": "middle",
            "shapes": 6, "effective_shapes": 4.0, "largest_share": 0.3, "contour": 2.0, "areas": (0.3, 0.4, 0.3),
        }  # fmt: skip
        return Reading(**(known | more))

    def told(self, settings=None, **more):
        found = judge_thumbnail(4, settings or ThumbnailSettings(3), self.read(**more), 1200.0, "cm")
        return {each.kind: each for each in found}

    def test_a_step_that_holds_three_fifths(self):
        def great(share):
            return "one_step_holds" in self.told(shares=(share, (1 - share) / 2, (1 - share) / 2))

        self.assertAlmostEqual(begins(great, 0.4, 0.9), 0.6, places=4)
        self.assertFalse(great(0.6))

    def test_a_step_of_a_fiftieth_is_an_accent(self):
        def faint(share):
            return "faint_step" in self.told(shares=(share, 0.5 - share, 0.5))

        self.assertAlmostEqual(begins(faint, 0.1, 0.001), 0.02, places=4)
        self.assertFalse(faint(0.02))

    def test_values_eight_tenths_apart_can_be_kept_apart(self):
        def close(apart):
            return "close_steps" in self.told(values=(2.0, 5.0, 5.0 + apart))

        self.assertAlmostEqual(begins(close, 2.0, 0.1), 0.8, places=4)
        self.assertAlmostEqual(self.told(values=(2.0, 5.0, 5.5))["close_steps"].weight, 3.0)

    def test_a_dozen_shapes_is_what_the_eye_holds(self):
        self.assertAlmostEqual(begins(lambda n: "many_shapes" in self.told(effective_shapes=n), 3, 40), 12.0, places=4)
        self.assertNotIn("many_shapes", self.told(effective_shapes=12.0))
        remedy = self.told(ThumbnailSettings(3, 0.01), effective_shapes=20.0)["many_shapes"].remedies[0]
        self.assertEqual(remedy.arguments["smallest_share"], 0.02)
        most = self.told(ThumbnailSettings(3, 0.05), effective_shapes=20.0)["many_shapes"]
        self.assertEqual(most.remedies, ())

    def test_the_focus_needs_a_step(self):
        self.assertAlmostEqual(begins(lambda step: "focus_lost" in self.told(focus_step=step), 3.0, 0.1), 1.0, places=4)
        self.assertNotIn("focus_lost", self.told(focus_step=1.0))
        self.assertNotIn("focus_lost", self.told(focus_step=None))

    def test_steps_are_offered_as_far_as_there_are_any(self):
        def offered(steps, **more):
            return {
                k: [r.arguments["steps"] for r in j.remedies]
                for k, j in self.told(ThumbnailSettings(steps), **more).items()
            }

        mass, close = {"shares": (0.7, 0.2, 0.1)}, {"values": (2.0, 5.0, 5.4)}
        self.assertEqual(offered(6, **mass), {"one_step_holds": [7]})
        self.assertEqual(offered(7, **mass), {"one_step_holds": []})
        self.assertEqual(offered(3, **close), {"close_steps": [2]})
        self.assertEqual(offered(2, **close), {"close_steps": []})

    def test_low_middle_and_high_key(self):
        for value, key in ((4.1, "low"), (4.3, "middle"), (6.5, "middle"), (6.7, "high")):
            self.assertEqual(_key_of(np.full((9, 9), value, np.float32)), key, value)


class ShapesAndCuts(unittest.TestCase):
    def test_a_small_shape_goes_to_whom_it_is_like_unless_it_shares_most_of_its_border_with_another(self):
        """A border that is shared altogether is worth half a step of value; tried on photographs."""

        def joined(lighter):
            steps = np.ones((12, 12), np.uint8)
            steps[:, 9:] = 2
            steps[4:8, 8] = 0  # it shares a third of its border with the right, the rest with the left
            value = np.choose(steps, (5.0, 5.6, 5.0 + lighter)).astype(np.float32)
            return int(merge_small(find_shapes(steps), value, 6)[5, 8])

        # Its own four pixels: four borders to the right, six to the left; so 0.6 x 0.5 against 0.4 x 0.5.
        limit = begins(lambda lighter: joined(lighter) == 1, 0.1, 1.5)
        self.assertAlmostEqual(limit, 0.6 - 0.5 * (0.6 - 0.4), places=3)

    def test_a_shape_as_large_as_asked_stays(self):
        steps = np.zeros((20, 20), np.uint8)
        steps[5:8, 5:8] = 1
        value = steps.astype(np.float32)
        self.assertEqual(merge_small(find_shapes(steps), value, 9).sum(), 9)
        self.assertEqual(merge_small(find_shapes(steps), value, 9.5).sum(), 0)

    def test_shapes_worth(self):
        self.assertAlmostEqual(effective_shapes(np.array([25, 25, 25, 25])), 4.0)
        self.assertAlmostEqual(effective_shapes(np.array([100, 0])), 1.0)

    def test_cuts_keep_six_tenths_of_a_step(self):
        """Three close values and room for all: two cuts between them would make a step that nobody mixes apart."""
        bands = np.repeat(np.array([4.0, 4.35, 4.7, 8.0], np.float32), 30)[:, None] * np.ones((1, 120), np.float32)
        for steps in (3, 4, 5):
            cuts = cuts_of(value_profile(bands), steps)
            self.assertGreaterEqual(min(np.diff((0.0, *cuts, 10.0))), 0.6)
        apart = np.diff(cuts_of(value_profile(bands), 4)).min()
        self.assertAlmostEqual(apart, 0.625, places=6, msg="it goes as near as it may: eight of 128 parts of the scale")

    def test_even_cuts_leave_out_a_fiftieth_at_each_end(self):
        value = np.linspace(0, 10, 10001, dtype=np.float32)[:, None]
        np.testing.assert_allclose(even_cuts(value, 4), (0.2 + 2.4, 0.2 + 4.8, 0.2 + 7.2), atol=0.01)


class Crops(unittest.TestCase):
    def test_the_smallest_crop_and_the_longest_sides(self):
        Crop(0, 0, 32, 32).check(100, 100)
        Crop(68, 68, 32, 32).check(100, 100)
        for crop in (Crop(0, 0, 31, 40), Crop(69, 0, 32, 32), Crop(0, 69, 32, 32), Crop(-1, 0, 40, 40)):
            self.assertRaises(DomainError, crop.check, 100, 100)
        self.assertEqual((check_ratio(6.0), check_ratio(1 / 6)), (6.0, 1 / 6))
        self.assertRaises(DomainError, check_ratio, 6.01)
        self.assertRaises(DomainError, check_ratio, 0.16)

    def test_the_focus_goes_into_a_crop_and_grows_with_it(self):
        focus = focus_in(Focus(0.5, 0.5, 0.1), Crop(100, 100, 200, 100), 400, 300)
        self.assertEqual((focus.x, focus.y), (0.5, 0.5))
        self.assertAlmostEqual(focus.reach, 0.2)
        self.assertIsNone(focus_in(Focus(0.1, 0.5, 0.1), Crop(100, 100, 200, 100), 400, 300))

    def test_suggested_crops_spare_the_focal_shape(self):
        value = np.random.default_rng(1).uniform(2, 9, (120, 180)).astype(np.float32)
        focus = Focus(0.3, 0.4, 0.15)
        found = suggest_crops(value, 1800, 1200, 1.5, focus, 0.4)
        self.assertEqual(len(found), 3)
        reach = 0.8 * 0.15 * 1800
        for each in found:
            crop = each.crop
            self.assertLessEqual(crop.x, 540 - reach)
            self.assertLessEqual(crop.y, 480 - reach)
            self.assertGreaterEqual(crop.x + crop.width, 540 + reach)
            self.assertAlmostEqual(crop.width / crop.height, 1.5, delta=0.01)
        for one, other in zip(found, found[1:], strict=False):
            across = min(one.crop.x + one.crop.width, other.crop.x + other.crop.width) - max(one.crop.x, other.crop.x)
            down = min(one.crop.y + one.crop.height, other.crop.y + other.crop.height) - max(one.crop.y, other.crop.y)
            both = one.crop.width * one.crop.height + other.crop.width * other.crop.height
            self.assertLess(across * down / (both - across * down), 0.8)


class Horizons(unittest.TestCase):
    def sure(self, **more):
        known = {"height": 0.4, "tilt_deg": 0.0, "strength": 3.0, "length": 1.0, "ruled": 1.0, "quiet": 1.0}
        return choose_horizon([Line(**(known | more))], (200, 300)).line is not None

    def test_what_leans_by_more_than_four_degrees_is_a_slope(self):
        self.assertTrue(self.sure())
        self.assertAlmostEqual(begins(lambda tilt: not self.sure(tilt_deg=tilt), 0.0, 8.0), 4.0, places=4)
        self.assertTrue(self.sure(tilt_deg=-4.0))

    def test_a_sure_horizon_is_told_with_half_confidence_at_least(self):
        faint = Line(0.4, 0.0, 3.0, length=0.82, ruled=0.7, quiet=0.35)
        found = choose_horizon([faint], (200, 300))
        self.assertEqual((found.line, found.confidence), (faint, 0.5))
        slope = choose_horizon([Line(0.4, 5.0, 3.0, length=1.0, ruled=1.0, quiet=1.0)], (200, 300))
        self.assertEqual((slope.line, slope.confidence), (None, 0.45))

    def test_the_highest_line_that_is_not_faint_is_the_likeliest(self):
        def chosen(strength):
            lines = [Line(0.6, 0.0, 3.0, 1.0), Line(0.3, 0.0, strength, 1.0)]
            return likeliest(Horizon(None, lines, 0.2)).height

        self.assertAlmostEqual(begins(lambda strength: chosen(strength) == 0.3, 0.1, 3.0), 0.35 * 3.0, places=4)


class Leading(unittest.TestCase):
    def test_a_gaze_within_thirty_degrees_of_the_focus_stays(self):
        def out(degrees):
            toward = (0.7 + 0.1 * np.cos(np.radians(degrees)), 0.5 + 0.1 * np.sin(np.radians(degrees)))
            arrow = Arrow(1, "gaze", "", (0.7, 0.5), (float(toward[0]), float(toward[1])))
            return bool(audit_leading([arrow], (0.9, 0.5), 1.0))

        self.assertAlmostEqual(begins(out, 10, 50), 30, places=2)
        self.assertAlmostEqual(begins(out, -10, -50), -30, places=2)

    def test_room_by_hand(self):
        self.assertAlmostEqual(room_along((0.25, 0.5), (0.1, 0.0), 1.5), 0.75)
        self.assertAlmostEqual(room_along((0.25, 0.5), (0.0, -0.1), 2.0), 0.25)
        self.assertAlmostEqual(room_along((0.5, 0.5), (0.3, 0.4), 1.0), 0.625)
        self.assertEqual(room_along((1.2, 0.5), (0.1, 0.0), 1.5), 0.0)


class Reserves(unittest.TestCase):
    AREA = Departure("added", ((0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6)), low=None, high=None)

    def told(self, wanted=None, busy=0.0):
        steps = np.full((200, 300), 1, np.uint8)
        steps[:, : round(300 * (0.3 + busy))] = 0
        steps[:, round(300 * (0.7 - busy)) :] = 2
        area = self.AREA if wanted is None else replace(self.AREA, low=wanted, high=wanted)
        found = audit_reserves(4, steps, (2.0, 5.0, 8.0), ((7, "Boat", area),))
        return {each.kind: each for each in found}

    def test_what_is_added_is_seen_from_a_step_on(self):
        behind = 5.0
        for sign in (1, -1):
            limit = begins(lambda off, sign=sign: "reserve_unseen" in self.told(behind + sign * off), 3.0, 0.1)
            self.assertAlmostEqual(limit, 1.0, places=4)

    def test_three_values_behind_are_busy(self):
        self.assertNotIn("reserve_busy", self.told())
        self.assertIn("reserve_busy", self.told(busy=0.12))


if __name__ == "__main__":
    unittest.main()
