"""Crops and formats: whole pixels, proportions, and suggestions that spare the focus."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from kind_distance.core.picture.crops import (
    FORMATS,
    KEPT_OF_REACH,
    Crop,
    _View,
    check_ratio,
    focus_in,
    largest_crop,
    suggest_crops,
)
from kind_distance.core.picture.focus import Focus
from kind_distance.errors import DomainError
from kind_distance.stages.thumbnails.crop_words import say_crop


def scene(height=320, width=480):
    """A light sky, a dark field, a strong small thing at the left."""
    value = np.full((height, width), 8.0, np.float32)
    value[int(0.4 * height) :] = 4.0
    value[int(0.35 * height) : int(0.5 * height), int(0.28 * width) : int(0.36 * width)] = 1.5
    return value


class Windows(unittest.TestCase):
    def test_a_window_thinner_than_a_pixel_has_the_last_row_or_column(self):
        view = _View.of(np.random.default_rng(3).uniform(2, 8, (30, 40)).astype(np.float32))
        row = view.edges(0, 29 / 30, 1, 1)
        self.assertGreater(row, 0)
        self.assertEqual(view.edges(0, 0.9999, 1, 1), row)
        self.assertEqual(view.weight(0.9999, 0, 1, 1), view.weight(39 / 40, 0, 1, 1))
        self.assertAlmostEqual(view.edges(0, 0, 1, 29 / 30) + row, view.edges(0, 0, 1, 1), places=6)


class Cropping(unittest.TestCase):
    def test_pixels_of_a_smaller_copy(self):
        codes = np.arange(60 * 90 * 3, dtype=np.uint32).reshape(60, 90, 3).astype(np.uint8)
        self.assertEqual(Crop(0, 0, 900, 600).of(codes, 900, 600).shape, (60, 90, 3))
        np.testing.assert_array_equal(Crop(300, 200, 300, 200).of(codes, 900, 600), codes[20:40, 30:60])

    def test_what_is_no_crop(self):
        for crop in (Crop(0, 0, 10, 400), Crop(-1, 0, 200, 200), Crop(800, 0, 200, 200), Crop(0, 0, 900, 100)):
            with self.subTest(crop=crop), self.assertRaises(DomainError):
                crop.check(900, 600)
        for ratio in (0.1, 7, float("nan")):
            with self.assertRaises(DomainError):
                check_ratio(ratio)

    def test_places_go_along(self):
        crop = Crop(300, 150, 300, 300)
        self.assertEqual(crop.inward(0.5, 0.5, 900, 600), (0.5, 0.5))
        inside = focus_in(Focus(0.5, 0.5, 0.1), crop, 900, 600)
        self.assertAlmostEqual(inside.reach, 0.3)
        self.assertIsNone(focus_in(Focus(0.1, 0.5), crop, 900, 600))
        self.assertIsNone(focus_in(None, crop, 900, 600))

    @given(
        st.integers(64, 5000), st.integers(64, 5000), st.sampled_from(sorted(FORMATS)), st.floats(0, 1), st.floats(0, 1)
    )
    def test_the_largest_of_a_format_is_inside_and_true(self, width, height, key, x, y):
        ratio = FORMATS[key].ratio
        crop = largest_crop(width, height, ratio, (x, y))
        self.assertTrue(crop.x >= 0 and crop.x + crop.width <= width)
        self.assertTrue(crop.y >= 0 and crop.y + crop.height <= height)
        self.assertTrue(width - crop.width <= 1 or height - crop.height <= 1)
        self.assertLessEqual(abs(crop.width - crop.height * ratio), max(1.0, ratio))


class Suggesting(unittest.TestCase):
    focus = Focus(0.32, 0.43, 0.1)

    def found(self, key, **more):
        given_ = {"focus": self.focus, "horizon": 0.4, **more}
        return suggest_crops(scene(), 2400, 1600, FORMATS[key].ratio, given_["focus"], given_["horizon"])

    def test_three_of_every_format(self):
        for key, each in FORMATS.items():
            with self.subTest(format=key):
                found = self.found(key)
                self.assertEqual(len(found), 3)
                for suggestion in found:
                    crop = suggestion.crop.check(2400, 1600)
                    self.assertAlmostEqual(crop.width / crop.height, each.ratio, delta=0.02 * each.ratio)
                    self.assertRegex(say_crop(suggestion.why), "^the focus .* and .*, ")

    def test_the_focal_shape_is_never_cut(self):
        reach = KEPT_OF_REACH * self.focus.reach * 2400
        for key in FORMATS:
            for suggestion in self.found(key):
                crop = suggestion.crop
                self.assertLessEqual(crop.x, self.focus.x * 2400 - reach)
                self.assertGreaterEqual(crop.x + crop.width, self.focus.x * 2400 + reach)
                self.assertLessEqual(crop.y, self.focus.y * 1600 - reach)
                self.assertGreaterEqual(crop.y + crop.height, self.focus.y * 1600 + reach)

    def test_they_are_not_all_one(self):
        found = [s.crop for s in self.found("landscape_4_3")]
        self.assertEqual(len(set(found)), 3)

    def test_the_best_does_not_put_the_focus_in_the_middle(self):
        best = self.found("landscape_3_2")[0].crop
        x, y = best.inward(self.focus.x, self.focus.y, 2400, 1600)
        self.assertGreater(max(abs(x - 0.5), abs(y - 0.5)), 0.08)

    def test_the_same_every_time(self):
        self.assertEqual(self.found("square"), self.found("square"))

    def test_a_focus_too_wide_for_a_format_leaves_none(self):
        self.assertEqual(self.found("panorama_3_1", focus=Focus(0.5, 0.5, 0.5)), [])


if __name__ == "__main__":
    unittest.main()
