"""Planned departures: filled, moved, added; and room for what is added later."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from kind_distance.core.picture.crops import Crop
from kind_distance.core.picture.departures import Departure, depart, fill_from_around
from kind_distance.core.picture.reserve import audit_reserves
from kind_distance.errors import DomainError

BOX = ((0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6))


def slope(height=100, width=150):
    """Values that rise evenly from left to right, with a dark block in the middle."""
    value = np.repeat(np.linspace(3, 9, width, dtype=np.float32)[None, :], height, 0)
    clean = value.copy()
    value[42:58, 63:87] = 0.5
    return value, clean


class Filling(unittest.TestCase):
    def test_an_even_slope_comes_back(self):
        """Every value is the mean of its neighbours, so a plane is filled exactly."""
        value, clean = slope()
        hole = np.zeros(value.shape, bool)
        hole[40:60, 60:90] = True
        np.testing.assert_allclose(fill_from_around(value, hole), clean, atol=1e-3)

    @given(st.integers(0, 40), st.integers(0, 60), st.integers(3, 40), st.integers(3, 60), st.integers(0, 9))
    def test_never_beyond_the_rim_and_nothing_else_moves(self, top, left, height, width, seed):
        value = np.random.default_rng(seed).uniform(0, 10, (60, 90)).astype(np.float32)
        hole = np.zeros(value.shape, bool)
        hole[top : top + height, left : left + width] = True
        filled = fill_from_around(value, hole)
        np.testing.assert_array_equal(filled[~hole], value[~hole])
        if hole.any() and not hole.all():
            self.assertGreaterEqual(filled[hole].min(), value[~hole].min() - 1e-3)
            self.assertLessEqual(filled[hole].max(), value[~hole].max() + 1e-3)

    def test_no_hole_and_nothing_but_hole(self):
        value, _ = slope()
        self.assertIs(fill_from_around(value, np.zeros(value.shape, bool)), value)
        self.assertIs(fill_from_around(value, np.ones(value.shape, bool)), value)


class Departing(unittest.TestCase):
    def test_left_out(self):
        value, clean = slope()
        np.testing.assert_allclose(depart(value, (Departure("left_out", BOX),)), clean, atol=1e-3)

    def test_moved_leaves_a_filled_place_behind(self):
        value, clean = slope()
        moved = depart(value, (Departure("moved", BOX, (0.3, 0.2)),))
        self.assertAlmostEqual(float(moved[50, 75]), float(clean[50, 75]), delta=0.05)
        self.assertAlmostEqual(float(moved[70, 120]), 0.5, delta=0.01)

    def test_moved_beyond_the_rim_is_cut_off(self):
        value, _ = slope()
        self.assertEqual(depart(value, (Departure("moved", BOX, (0.9, 0.0)),)).shape, value.shape)

    def test_added_in_its_own_value_and_bent_left_to_the_hand(self):
        value, _ = slope()
        added = depart(value, (Departure("added", BOX, low=8.0, high=9.0),))
        self.assertAlmostEqual(float(added[50, 75]), 8.5)
        np.testing.assert_array_equal(depart(value, (Departure("added", BOX),)), value)
        np.testing.assert_array_equal(depart(value, (Departure("bent", ((0, 0.3), (1, 0.3))),)), value)

    def test_carried_into_a_crop(self):
        inside = Departure("moved", BOX, (0.1, 0.0)).within(Crop(300, 200, 300, 200), 900, 600)
        np.testing.assert_allclose(inside.points[0], (0.2, 0.2))
        np.testing.assert_allclose(inside.shift, (0.3, 0.0))
        far = Departure("left_out", BOX).within(Crop(0, 0, 40, 40), 900, 600)
        self.assertLessEqual(max(abs(v) for p in far.points for v in p), 3)

    def test_what_is_no_departure(self):
        for wrong in (
            ("painted", BOX),
            ("left_out", BOX[:2]),
            ("bent", BOX[:1]),
            ("left_out", ((0, 0), (1, 0), (float("inf"), 1))),
            ("left_out", ((0, 0), (9, 0), (1, 1))),
            ("added", BOX, (0, 0), 8, 4),
            ("left_out", BOX * 200),
        ):
            with self.subTest(departure=str(wrong)[:60]), self.assertRaises(DomainError):
                Departure(*wrong)


class Reserving(unittest.TestCase):
    def judged(self, low, high, steps):
        reserve = Departure("added", BOX, low=low, high=high)
        return [j.kind for j in audit_reserves(1, steps, (2.0, 4.5, 7.0), ((3, "a heron", reserve),))]

    def test_a_light_is_seen_before_a_dark_only(self):
        """White added where no dark surrounds it is not seen."""
        light, dark = np.full((80, 120), 2, np.uint8), np.zeros((80, 120), np.uint8)
        self.assertEqual(self.judged(7.0, 7.6, light), ["reserve_unseen"])
        self.assertEqual(self.judged(7.0, 7.6, dark), [])

    def test_a_busy_backdrop(self):
        steps = np.zeros((80, 120), np.uint8)
        steps[:, ::3] = 1
        steps[:, 1::3] = 2
        self.assertIn("reserve_busy", self.judged(None, None, steps))
        self.assertEqual(self.judged(None, None, np.zeros((80, 120), np.uint8)), [])

    def test_outside_the_crop_says_nothing(self):
        outside = Departure("added", tuple((x + 2, y) for x, y in BOX), low=8.0, high=9.0)
        self.assertEqual(audit_reserves(1, np.zeros((80, 120), np.uint8), (2.0, 7.0), ((1, "x", outside),)), [])


if __name__ == "__main__":
    unittest.main()
