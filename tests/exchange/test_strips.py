"""A large picture made small strip by strip is the same as all of it at once, and hostile ones stay within bounds."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.errors import PictureTooLargeError, PictureTooSmallError
from kind_distance.exchange import strips
from kind_distance.exchange.pictures import LARGE, read_picture, shrink_codes
from tests.support import bands, file_bytes
from tools import hostile


class Strips(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(30, 400), st.integers(30, 400), st.integers(16, 29), st.integers(300, 9000), st.integers(0, 99))
    def test_the_same_as_all_at_once(self, width, height, side, pixels, seed):
        codes = np.random.default_rng(seed).integers(0, 256, (height, width, 3), np.uint8)
        plain, strips.STRIP_PIXELS = strips.STRIP_PIXELS, pixels
        try:
            small = strips.shrink_strips(lambda start, stop: codes[start:stop], width, height, side)
        finally:
            strips.STRIP_PIXELS = plain
        whole = shrink_codes(codes, side)
        self.assertEqual(small.shape, whole.shape)
        # Sums of 32 bit in another order may fall on the other side of a half.
        self.assertLessEqual(np.abs(small.astype(int) - whole.astype(int)).max(), 1)

    def test_a_mean_of_light_not_of_codes(self):
        # Half white, half black in stripes of one pixel is half the light: code 188 (IEC 61966-2-1 by hand).
        codes = np.zeros((600, 600, 3), np.uint8)
        codes[::2] = 255
        small = strips.shrink_strips(lambda start, stop: codes[start:stop], 600, 600, 30)
        self.assertEqual(set(np.unique(small)), {188})

    def test_a_large_png_is_read_as_a_small_one(self):
        height = 4900
        self.assertGreater(height * 5000, LARGE)
        codes = bands([9, 7, 5, 3, 1], height, 5000)
        large = read_picture(file_bytes(codes, compress_level=1)).codes
        whole = shrink_codes(codes, 1600)
        self.assertEqual(large.shape, whole.shape)
        self.assertLessEqual(np.abs(large.astype(int) - whole.astype(int)).max(), 1)


class Bounds(unittest.TestCase):
    """The short form of `tools.hostile`."""

    def test_large_pictures_stay_within_bounds(self):
        names = ["PNG of 1 bit, 120 MP", "PNG of 16 x 7,400,000", "JPEG of 3,000 scans", "PNG that says 10^10 pixels"]
        found = hostile.try_large(names)
        self.assertEqual((found.tried, found.failed), (len(names), []))

    def test_damaged_pictures_are_read_or_refused_in_words(self):
        found = hostile.try_damaged(240, seed=7)
        self.assertEqual((found.tried, found.failed), (240, []))

    def test_what_is_refused_says_why_and_the_way_out(self):
        with self.assertRaisesRegex(PictureTooLargeError, "3005 layers") as told:
            read_picture(hostile.LARGE["JPEG of 3,000 scans"]())
        self.assertIn("plain JPEG", told.exception.way_out)
        with self.assertRaisesRegex(PictureTooSmallError, "too narrow"):
            read_picture(hostile.LARGE["PNG of 7,400,000 x 16"]())
