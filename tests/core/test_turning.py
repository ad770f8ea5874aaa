"""Straightening: sizes, places that go along, and pictures that come out level."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from kind_distance.core.picture.turning import check_tilt, straighten, straightened_size, turned_point
from kind_distance.errors import DomainError

shares = st.floats(0, 1)
tilts = st.floats(-15, 15)
aspects = st.floats(0.4, 2.5)


def split(height=300, width=450, tilt_deg=0.0):
    """White over black, along a line through the middle that leans clockwise by so many degrees."""
    y, x = np.mgrid[0:height, 0:width]
    edge = height / 2 + (x - width / 2) * np.tan(np.deg2rad(tilt_deg))
    return np.repeat(np.where(y < edge, 255, 0)[..., None], 3, 2).astype(np.uint8)


class Straightening(unittest.TestCase):
    def test_a_leaning_line_comes_out_level(self):
        for tilt in (-6, -2, 2, 6):
            with self.subTest(tilt=tilt):
                level = straighten(split(tilt_deg=tilt), tilt)
                edges = (level[..., 0] > 127).sum(axis=0)
                self.assertLessEqual(np.ptp(edges), 2)
                self.assertEqual(level.shape[:2][::-1], straightened_size(450, 300, tilt))

    def test_nothing_from_outside_shows(self):
        """The part that is left is filled by the picture alone, corner to corner."""
        white = np.full((300, 450, 3), 255, np.uint8)
        self.assertEqual(straighten(white, 9).min(), 255)

    def test_it_turns_about_its_middle(self):
        for tilt in (-8, 5):
            dot = np.zeros((301, 451, 3), np.uint8)
            dot[150, 225] = 255
            turned = straighten(dot, tilt)[..., 0].astype(float)
            rows, columns = np.mgrid[0 : turned.shape[0], 0 : turned.shape[1]]
            at = [float((axis * turned).sum() / turned.sum()) for axis in (rows, columns)]
            np.testing.assert_allclose(at, [(side - 1) / 2 for side in turned.shape], atol=0.1)

    def test_no_tilt_is_no_change(self):
        picture = split()
        self.assertIs(straighten(picture, 0), picture)
        self.assertEqual(straightened_size(450, 300, 0), (450, 300))

    def test_proportions_stay(self):
        width, height = straightened_size(2400, 1600, 4)
        self.assertAlmostEqual(width / height, 1.5, delta=0.002)
        self.assertLess(width, 2400)

    def test_too_much_is_refused(self):
        self.assertEqual(check_tilt(-15), -15)
        for tilt in (15.1, -40, float("nan")):
            with self.assertRaises(DomainError):
                check_tilt(tilt)


class Places(unittest.TestCase):
    @given(shares, shares, aspects, tilts, tilts)
    def test_there_and_back(self, x, y, aspect, before, now):
        back = turned_point(turned_point((x, y), aspect, before, now), aspect, now, before)
        np.testing.assert_allclose(back, (x, y), atol=1e-9)

    @given(aspects, tilts, tilts)
    def test_the_middle_stays(self, aspect, before, now):
        np.testing.assert_allclose(turned_point((0.5, 0.5), aspect, before, now), (0.5, 0.5), atol=1e-12)

    def test_a_place_goes_where_the_picture_goes(self):
        """A white spot on black is found again where its place is said to be."""
        picture = np.zeros((600, 900, 3), np.uint8)
        picture[150:160, 700:710] = 255
        turned = straighten(picture, 5)
        rows, columns = np.nonzero(turned[..., 0] > 127)
        x, y = turned_point((705 / 900, 155 / 600), 1.5, 0, 5)
        self.assertAlmostEqual(float(columns.mean() + 0.5) / turned.shape[1], x, delta=0.003)
        self.assertAlmostEqual(float(rows.mean() + 0.5) / turned.shape[0], y, delta=0.003)

    def test_what_is_cut_off_is_not_lost(self):
        x, y = turned_point((0.0, 0.0), 1.5, 0, 8)
        self.assertTrue(x < 0 or y < 0)


if __name__ == "__main__":
    unittest.main()
