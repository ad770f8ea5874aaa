"""From a photo to a few large shapes of value."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.core.picture.cuts import LEAST_APART, best_cuts, even_cuts
from kind_distance.core.picture.shapes import effective_shapes, find_shapes, merge_small
from kind_distance.core.picture.thumbnail import Reading, ThumbnailSettings, make_thumbnail, simplify
from kind_distance.errors import DomainError
from kind_distance.stages.thumbnails.thumbnail_words import judge_thumbnail
from tests.support import bands, hill_picture, working


def ramp(height=120, width=400):
    return np.tile(np.linspace(0.2, 9.8, width, dtype=np.float32), (height, 1))


class Cuts(unittest.TestCase):
    def test_two_clear_masses_are_cut_between(self):
        value = np.concatenate([np.full((50, 60), 2.0, np.float32), np.full((50, 60), 8.0, np.float32)])
        (cut,) = best_cuts(value, 2)
        self.assertTrue(2 < cut < 8)

    def test_even_ramp_is_cut_evenly(self):
        cuts = best_cuts(ramp(), 4)
        widths = np.diff([0.2, *cuts, 9.8])
        self.assertLess(widths.max() - widths.min(), 0.6)

    def test_a_great_sky_does_not_take_every_step(self):
        value = np.full((200, 200), 8.4, np.float32)
        value += np.random.default_rng(1).normal(0, 0.25, value.shape).astype(np.float32)
        value[160:] = np.linspace(1.5, 5, 40, dtype=np.float32)[:, None]
        cuts = best_cuts(value, 4)
        self.assertGreaterEqual(sum(cut < 7 for cut in cuts), 2)

    def test_equal_steps(self):
        cuts = even_cuts(ramp(), 4)
        np.testing.assert_allclose(np.diff(cuts), np.diff(cuts)[0], atol=1e-6)

    @given(st.integers(2, 7), st.integers(0, 2**32 - 1))
    @settings(max_examples=30, deadline=None)
    def test_cuts_rise_and_keep_apart_on_any_picture(self, steps, seed):
        rng = np.random.default_rng(seed)
        value = rng.uniform(*np.sort(rng.uniform(0, 10, 2)), (40, 60)).astype(np.float32)
        cuts = best_cuts(value, steps)
        self.assertEqual(len(cuts), steps - 1)
        self.assertTrue(all(b - a >= LEAST_APART - 0.08 for a, b in zip(cuts, cuts[1:], strict=False)))

    def test_too_few_or_too_many_steps(self):
        for steps in (0, 1, 8, -3):
            with self.subTest(steps=steps), self.assertRaises(DomainError):
                best_cuts(ramp(), steps)


class Shapes(unittest.TestCase):
    def test_connected_shapes_are_counted(self):
        steps = np.zeros((6, 6), np.uint8)
        steps[1:3, 1:3] = 1
        steps[4, 4] = 1
        shapes = find_shapes(steps)
        self.assertEqual(sorted(shapes.area_px.tolist()), [1, 4, 31])

    def test_corners_do_not_join(self):
        self.assertEqual(len(find_shapes(np.array([[0, 1], [1, 0]], np.uint8)).area_px), 4)

    def test_an_island_joins_what_it_resembles(self):
        steps = np.repeat(np.repeat(np.array([[0, 2]], np.uint8), 20, 0), 20, 1)
        value = np.where(steps == 0, 2.0, 8.0).astype(np.float32)
        steps[8:11, 19:22] = 1  # on the border, in value close to the light side
        value[8:11, 19:22] = 7.0
        merged = merge_small(find_shapes(steps), value, 12)
        self.assertEqual(set(np.unique(merged)), {0, 2})
        self.assertTrue((merged[8:11, 19:22] == 2).all())

    def test_nothing_smaller_than_asked_is_left(self):
        rng = np.random.default_rng(2)
        value = rng.uniform(0, 10, (60, 80)).astype(np.float32)
        steps = (value / 3.4).astype(np.uint8)
        merged = merge_small(find_shapes(steps), value, 40)
        self.assertGreaterEqual(find_shapes(merged).area_px.min(), 40)

    def test_a_picture_of_one_shape_stays(self):
        steps = np.ones((5, 5), np.uint8)
        np.testing.assert_array_equal(merge_small(find_shapes(steps), steps.astype(np.float32), 1000), steps)

    def test_effective_number_of_shapes(self):
        """Four equal areas are worth four; one that holds all but nothing is worth one (arithmetic)."""
        self.assertAlmostEqual(effective_shapes(np.array([25, 25, 25, 25])), 4)
        self.assertAlmostEqual(effective_shapes(np.array([10**9, 1])), 1, places=4)


class Thumbnails(unittest.TestCase):
    def test_grey_bands_come_back_exactly(self):
        codes = bands([8.5, 6.0, 3.5, 1.8], 400, 600)
        thumbnail = make_thumbnail(simplify(working(codes).value), ThumbnailSettings(steps=4))
        np.testing.assert_allclose(thumbnail.reading.values, [1.8, 3.5, 6.0, 8.5], atol=0.1)
        np.testing.assert_allclose(thumbnail.reading.shares, 0.25, atol=0.02)
        self.assertEqual(thumbnail.reading.shapes, 4)
        self.assertEqual(len(np.unique(thumbnail.grey())), 4)

    def test_larger_smallest_shape_leaves_fewer_shapes(self):
        rng = np.random.default_rng(3)
        noisy = np.clip(bands([8, 5, 2], 300, 400).astype(int) + rng.integers(-60, 60, (300, 400, 1)), 0, 255)
        soft = simplify(working(noisy.astype(np.uint8)).value, 0.004)
        counts = [
            make_thumbnail(soft, ThumbnailSettings(steps=5, smallest_share=share, softness=0.004)).reading.shapes
            for share in (0.0, 0.002, 0.02)
        ]
        self.assertEqual(counts, sorted(counts, reverse=True))
        self.assertGreater(counts[0], counts[-1])

    def test_all_numbers_of_steps_on_a_hill(self):
        soft = simplify(working(hill_picture()).value)
        for steps in range(2, 8):
            for even in (False, True):
                with self.subTest(steps=steps, even=even):
                    thumbnail = make_thumbnail(soft, ThumbnailSettings(steps=steps, even=even))
                    self.assertEqual(len(thumbnail.reading.values), steps)
                    self.assertAlmostEqual(sum(thumbnail.reading.shares), 1)
                    self.assertEqual(list(thumbnail.reading.values), sorted(thumbnail.reading.values))

    def test_key(self):
        for values, key in (([9, 8], "high"), ([3, 2], "low"), ([6, 4.5], "middle")):
            with self.subTest(key=key):
                reading = make_thumbnail(simplify(working(bands(values)).value), ThumbnailSettings(steps=2)).reading
                self.assertEqual(reading.key, key)

    def test_cuts_set_by_hand(self):
        soft = simplify(ramp())
        thumbnail = make_thumbnail(soft, ThumbnailSettings(steps=3, cuts=(4.0, 6.0), smallest_share=0))
        self.assertEqual(thumbnail.cuts, (4.0, 6.0))
        np.testing.assert_allclose(thumbnail.reading.shares, [0.395, 0.21, 0.395], atol=0.03)

    def test_settings_that_make_no_sense(self):
        wrong = (
            {"steps": 1},
            {"steps": 8},
            {"smallest_share": -0.1},
            {"smallest_share": 0.9},
            {"softness": 0.5},
            {"steps": 3, "cuts": (5.0,)},
            {"steps": 3, "cuts": (6.0, 4.0)},
            {"steps": 2, "cuts": (11.0,)},
        )
        for settings_ in wrong:
            with self.subTest(settings=settings_), self.assertRaises(DomainError):
                ThumbnailSettings(**settings_)

    def test_tiny_and_narrow_pictures(self):
        for shape in ((16, 16), (64, 960), (400, 16)):
            with self.subTest(shape=shape):
                value = np.random.default_rng(5).uniform(0, 10, shape).astype(np.float32)
                self.assertEqual(make_thumbnail(simplify(value), ThumbnailSettings()).steps.ndim, 2)

    def test_same_picture_same_thumbnail(self):
        soft = simplify(working(hill_picture()).value)
        one, other = (make_thumbnail(soft, ThumbnailSettings(steps=5)) for _ in range(2))
        np.testing.assert_array_equal(one.steps, other.steps)
        self.assertEqual(one.reading, other.reading)


def reading(shares, values, effective=4.0):
    return Reading(1, 9, tuple(shares), tuple(values), "middle", 9, effective, max(shares), 2.0)


class Wasted(unittest.TestCase):
    """Every step of a thumbnail is used, and two steps are two values."""

    def test_steps_are_sought_again_where_joining_has_emptied_one(self):
        """Sparks take a step for themselves until they are joined away: then it goes to what is left."""
        rng = np.random.default_rng(1)
        value = np.repeat(np.repeat([8.4, 6.4, 4.4, 2.4], 60)[:, None], 320, axis=1).astype(np.float32)
        for y, x in zip(rng.integers(0, 236, 260), rng.integers(0, 316, 260), strict=True):
            value[y : y + 3, x : x + 3] = 9.4
        for steps in (3, 4):
            made = make_thumbnail(simplify(value, 0.004), ThumbnailSettings(steps, 0.02, 0.004))
            with self.subTest(steps=steps):
                self.assertGreater(min(made.reading.shares), 0.01)
                self.assertGreater(min(np.diff(made.reading.values)), 0.5)

    def test_more_steps_are_another_picture(self):
        value = np.repeat(np.repeat([8.6, 7.2, 5.4, 3.6, 2.0], 48)[:, None], 320, axis=1).astype(np.float32)
        made = [make_thumbnail(simplify(value), ThumbnailSettings(steps)).grey() for steps in (3, 4, 5)]
        for one, other in zip(made, made[1:], strict=False):
            self.assertLess(float((one == other).mean()), 0.9)

    def test_a_glide_is_not_cut_where_an_edge_can_be(self):
        """A sky that pales downward over a dark hill: the border lies at the hill, no ring in the sky."""
        value = np.repeat(np.linspace(6.2, 8.2, 240, dtype=np.float32)[:, None], 320, axis=1)
        value[150:] = 4.6
        value[200:] = 2.4
        steps = make_thumbnail(simplify(value), ThumbnailSettings(3)).steps
        self.assertEqual(len(np.unique(steps[:145])), 1)


class Judging(unittest.TestCase):
    def kinds(self, found, steps=3, **more):
        settings_ = ThumbnailSettings(steps=steps, **more)
        return {each.kind: each for each in judge_thumbnail(2, settings_, found, 1000.0, "cm")}

    def test_a_good_thumbnail_gets_no_remark(self):
        self.assertEqual(self.kinds(reading([0.3, 0.4, 0.3], [2, 5, 8])), {})

    def test_one_step_that_holds_nearly_all(self):
        found = self.kinds(reading([0.1, 0.8, 0.1], [2, 5, 8]))["one_step_holds"]
        self.assertIn("80 %", found.text)
        self.assertEqual(found.remedies[0].arguments, {"thumbnail": 2, "steps": 4})

    def test_seven_steps_cannot_become_eight(self):
        found = self.kinds(reading([0.7, 0.05, 0.05, 0.05, 0.05, 0.05, 0.05], [1, 2, 3, 5, 6, 7, 9]), steps=7)
        self.assertEqual(found["one_step_holds"].remedies, ())

    def test_steps_too_close_to_mix(self):
        self.assertIn("close_steps", self.kinds(reading([0.3, 0.4, 0.3], [4, 4.5, 8])))

    def test_an_accent_is_not_a_mass(self):
        self.assertEqual(self.kinds(reading([0.01, 0.5, 0.49], [2, 5, 8]))["faint_step"].severity, "note")

    def test_too_many_shapes_offers_a_larger_smallest_shape(self):
        found = self.kinds(reading([0.3, 0.4, 0.3], [2, 5, 8], effective=30))["many_shapes"]
        self.assertIn("8.0 cm²", found.remedies[0].label)

    def test_a_larger_shape_is_not_offered_past_the_end_of_its_slider(self):
        for share, offered in ((0.02, 0.04), (0.03, 0.05), (0.05, None), (0.2, None)):
            wanted = ThumbnailSettings(steps=3, smallest_share=share)
            found = judge_thumbnail(1, wanted, reading([0.3, 0.4, 0.3], [2, 5, 8], effective=30), 1000, "cm")
            join = next(j for j in found if j.kind == "many_shapes").remedies
            self.assertEqual(join[0].arguments["smallest_share"] if join else None, offered)


if __name__ == "__main__":
    unittest.main()
