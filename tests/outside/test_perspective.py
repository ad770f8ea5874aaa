"""Perspective against the cross ratio, the eye-level rule and arithmetic."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from kind_distance.core.picture.perspective import (
    bays_by_height,
    distance_by_height,
    equal_bays,
    height_by_eye_level,
    horizon_km,
    lean_deg,
    leans_apart,
    vanishing_place,
)
from kind_distance.errors import DomainError


def cross_ratio(a, b, c, d):
    return (c - a) * (d - b) / ((c - b) * (d - a))


class Rows(unittest.TestCase):
    def test_bays_of_a_colonnade_by_its_heights(self):
        """Arithmetic: seen through a pinhole, posts of one height at depths 5, 8, 11 and 14 m are 1 / depth tall."""
        even = [1 / depth for depth in (5, 8, 11, 14)]
        np.testing.assert_allclose(bays_by_height(even), 1.0, rtol=1e-9)
        np.testing.assert_allclose(bays_by_height(even[::-1]), 1.0, rtol=1e-9)
        uneven = [1 / depth for depth in (5, 8, 14, 17)]
        np.testing.assert_allclose(bays_by_height(uneven), [1, 2, 1], rtol=1e-9)

    def test_people_who_stand_anywhere_are_no_row(self):
        self.assertIsNone(bays_by_height([0.3, 0.1, 0.25, 0.2]))
        self.assertIsNone(bays_by_height([0.3, 0.2]))


class Bays(unittest.TestCase):
    def test_a_colonnade_seen_through_a_pinhole(self):
        """Posts 3 m apart from 5 m on, seen at x = 1 / depth: each next one is where the pinhole has it."""
        seen = [1 / (5 + 3 * n) for n in range(8)]
        found = equal_bays((seen[0], seen[1], seen[2]), 5)
        np.testing.assert_allclose(found, seen[3:], rtol=1e-9)
        self.assertAlmostEqual(vanishing_place((seen[0], seen[1], seen[2])), 0.0, places=9)

    @given(st.floats(-1, 1), st.floats(0.05, 1), st.floats(0.3, 0.98))
    def test_the_cross_ratio_of_equal_spacing_is_four_thirds(self, start, first, shrink):
        """Four equally spaced points have (AC x BD) / (BC x AD) = 4/3 in every view."""
        posts = (start, start + first, start + first + first * shrink)
        (fourth, *_) = equal_bays(posts, 2)
        self.assertAlmostEqual(cross_ratio(*posts, fourth), 4 / 3, places=6)

    def test_square_on_they_stay_equal_and_never_vanish(self):
        self.assertEqual(equal_bays((0, 1, 2), 3), [3, 4, 5])
        self.assertIsNone(vanishing_place((0, 1, 2)))

    def test_they_stop_where_the_eye_would_be(self):
        """Posts that come nearer widen and end at the eye's own plane."""
        found = equal_bays((0.0, 0.1, 0.35), 20)
        self.assertLess(len(found), 20)

    def test_out_of_order(self):
        for posts in ((0, 2, 1), (0, 0, 1), (1, 1, 1)):
            with self.assertRaises(DomainError):
                equal_bays(posts, 3)


class EyeLevel(unittest.TestCase):
    def test_people_as_tall_as_the_viewer_have_their_eyes_on_the_horizon(self):
        """However far: heads at the horizon mean as high as the eye."""
        for base in (0.9, 0.7, 0.56):
            self.assertAlmostEqual(height_by_eye_level(base, 0.5, 0.5, 1.7), 1.7)

    def test_the_same_tree_near_and_far(self):
        """A tree of 8.5 m seen by an eye at 1.7 m: the horizon cuts it at a fifth wherever it stands."""
        for base in (0.9, 0.65, 0.55):
            top = base - 5 * (base - 0.5)
            self.assertAlmostEqual(height_by_eye_level(base, top, 0.5, 1.7), 8.5)
        with self.assertRaises(DomainError):
            height_by_eye_level(0.4, 0.2, 0.5, 1.7)


class Distance(unittest.TestCase):
    def test_the_horizon(self):
        """Arithmetic, 3.57 times the root of the eye's height: 1.7 m 4.65 km, 30 m 19.6 km."""
        self.assertAlmostEqual(horizon_km(1.7), 4.65, places=2)
        self.assertAlmostEqual(horizon_km(30), 19.6, delta=0.05)
        # Pythagoras on a sphere of 6371 km.
        self.assertAlmostEqual(horizon_km(100), np.sqrt(2 * 6371 * 0.1), delta=0.05)

    def test_a_known_height_through_a_known_lens(self):
        """A 50 mm lens sees 24 mm of film's short side as 0.48 of the distance: 24 m fill it at 50 m."""
        self.assertAlmostEqual(distance_by_height(24, 1.0, 50), 50)
        self.assertAlmostEqual(distance_by_height(6, 0.05, 26), 130)
        with self.assertRaises(DomainError):
            distance_by_height(6, 0, 26)
        with self.assertRaises(DomainError):
            horizon_km(0)

    def test_leaning(self):
        self.assertAlmostEqual(lean_deg((0.6, 0.2), (0.6, 0.8), 1.5), 0)
        self.assertAlmostEqual(lean_deg((0.7, 0.35), (0.6, 0.5), 1.5), 45)
        self.assertLess(lean_deg((0.55, 0.2), (0.6, 0.8), 1.5), 0)

    def test_looking_up_is_not_leaning(self):
        """Uprights seen by a pinhole that looks up by 8 degrees; one of them really leans by 5 degrees more."""
        up = np.radians(8)

        def seen(x, height, depth):
            ahead = depth * np.cos(up) + height * np.sin(up)
            return 0.5 + 0.8 * x / ahead, 0.5 - 0.8 * (height * np.cos(up) - depth * np.sin(up)) / ahead

        across = [-3, -2, -1, 1, 2, 3]
        leans = [lean_deg(seen(x, 4, 8), seen(x, -1.5, 8), 1.0) for x in across]
        feet = [seen(x, -1.5, 8)[0] for x in across]
        self.assertGreater(max(map(abs, leans)), 2.0)
        self.assertLess(max(map(abs, leans_apart(feet, leans))), 0.5)
        leans[4] += 5
        apart = leans_apart(feet, leans)
        self.assertEqual(int(np.argmax(np.abs(apart))), 4)
        self.assertGreater(apart[4], 4)


if __name__ == "__main__":
    unittest.main()
