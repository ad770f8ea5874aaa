"""Working sizes: shrunk in linear light, laid on the support."""

import unittest

import numpy as np

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.picture.working import WORKING_SIZE, WorkingPicture, fit_on_support, shrink
from kind_distance.errors import DomainError
from tests.support import bands, working


class Shrinking(unittest.TestCase):
    def test_fine_stripes_average_in_light_not_in_codes(self):
        """Black and white stripes seen from across the room: half the light, not half the code."""
        stripes = np.zeros((64, 64, 3), np.float32)
        stripes[:, ::2] = 1
        small = shrink(stripes, 16)
        np.testing.assert_allclose(small, 0.5, atol=1e-6)
        self.assertAlmostEqual(float(value_from_luminance(50)), 7.54, delta=0.02)

    def test_never_enlarges_and_keeps_proportion(self):
        small = np.zeros((10, 20, 3), np.float32)
        self.assertEqual(shrink(small, 500).shape, (10, 20, 3))
        self.assertEqual(shrink(np.zeros((800, 12000, 3), np.float32), 960).shape, (64, 960, 3))

    def test_no_size_at_all_is_refused(self):
        with self.assertRaises(DomainError):
            shrink(np.zeros((4, 4, 3), np.float32), 0)

    def test_working_picture_measures(self):
        picture = WorkingPicture.of(bands([9, 5, 2], 1200, 1600))
        self.assertEqual((picture.width, picture.height), (WORKING_SIZE, 720))
        for row, value in ((100, 9), (360, 5), (650, 2)):
            with self.subTest(value=value):
                self.assertAlmostEqual(float(picture.value[row, 400]), value, delta=0.04)

    def test_a_hue_alone_has_no_say_in_value(self):
        """Two colours of one luminance have one value (needed for a thumbnail that squints truly)."""
        grey = np.full((8, 8, 3), 119, np.uint8)
        red = np.zeros((8, 8, 3), np.uint8) + np.array([208, 68, 68], np.uint8)
        one, other = working(grey).value.mean(), working(red).value.mean()
        self.assertAlmostEqual(float(one), float(other), delta=0.15)


class OnTheSupport(unittest.TestCase):
    def test_whole_picture_as_large_as_it_goes(self):
        fit = fit_on_support(960, 640, 40, 27)
        self.assertAlmostEqual(fit.cm_per_px, 40 / 960)
        self.assertAlmostEqual(fit.spare_width_cm, 0)
        self.assertAlmostEqual(fit.spare_height_cm, 27 - 640 * 40 / 960)

    def test_a_tall_picture_leaves_room_at_the_sides(self):
        fit = fit_on_support(400, 800, 30, 30)
        self.assertAlmostEqual(fit.spare_width_cm, 15)
        self.assertAlmostEqual(fit.spare_height_cm, 0)

    def test_absurd_sizes(self):
        for sizes in ((0, 10, 10, 10), (10, 10, 0, 10), (10, 10, 10, -1)):
            with self.subTest(sizes=sizes), self.assertRaises(DomainError):
                fit_on_support(*sizes)


if __name__ == "__main__":
    unittest.main()
