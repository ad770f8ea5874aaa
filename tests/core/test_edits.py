"""Shapes changed by hand: re-stepped, joined, parted, pulled; in order, and after all rules."""

import unittest

import numpy as np

from kind_distance.core.picture.edits import Edit, apply_edits
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.errors import DomainError


def picture():
    """Steps: a light sky (2) over a dark field (0) with a middle hill (1) between, and values to match."""
    value = np.full((90, 120), 8.0, np.float32)
    value[40:60] = 5.0
    value[60:] = 2.0
    steps = np.searchsorted([3.5, 6.5], value).astype(np.uint8)
    return steps, value


class Editing(unittest.TestCase):
    def setUp(self):
        self.steps, self.value = picture()

    def do(self, *edits, count=3):
        return apply_edits(self.steps, self.value, edits, count)

    def test_another_step_for_one_shape_alone(self):
        self.steps[5:15, 5:15] = 0
        made = self.do(Edit("step", ((0.5, 0.9),), 1))
        self.assertTrue((made[60:] == 1).all())
        self.assertTrue((made[5:15, 5:15] == 0).all(), "a shape of the same step elsewhere stays")
        self.assertTrue((self.steps[60:] == 0).all(), "the steps given are not altered")

    def test_joined_to_the_neighbour_it_resembles(self):
        self.value[40:60] = 6.4
        self.assertTrue((self.do(Edit("join", ((0.5, 0.55),)))[40:60] == 2).all())
        self.value[40:60] = 3.0
        self.assertTrue((self.do(Edit("join", ((0.5, 0.55),)))[40:60] == 0).all())

    def test_a_whole_picture_of_one_shape_has_no_neighbour(self):
        self.steps[:] = 1
        np.testing.assert_array_equal(self.do(Edit("join", ((0.5, 0.5),))), self.steps)

    def test_parted_by_its_own_values(self):
        self.value[:40, 90:] = 7.0
        made = self.do(Edit("split", ((0.2, 0.1),)))
        self.assertTrue((made[3:37, 95:] == 1).all())
        self.assertTrue((made[:37, :85] == 2).all())

    def test_at_the_dark_end_the_lighter_half_goes_up(self):
        self.value[60:, :90] = 2.8
        made = self.do(Edit("split", ((0.2, 0.9),)))
        self.assertEqual(set(np.unique(made[60:])), {0, 1})
        self.assertEqual(made[85, 10], 1)

    def test_nothing_to_part_by(self):
        with self.assertRaises(DomainError) as caught:
            self.do(Edit("split", ((0.5, 0.9),)))
        self.assertIn("Pull its edge", caught.exception.way_out)

    def test_an_edge_pulled_by_a_stroke(self):
        made = self.do(Edit("pull", ((0.1, 0.40), (0.9, 0.40)), 1, 0.05))
        self.assertEqual(made[36, 60], 1)
        self.assertEqual(made[20, 60], 2)

    def test_a_dot_pulls_too(self):
        self.assertEqual(self.do(Edit("pull", ((0.5, 0.1),), 0, 0.05))[9, 60], 0)

    def test_order_counts(self):
        pull, step = Edit("pull", ((0.0, 0.2), (1.0, 0.2)), 0, 0.05), Edit("step", ((0.5, 0.05),), 1)
        first, second = self.do(pull, step), self.do(step, pull)
        self.assertEqual((first[2, 60], first[35, 60]), (1, 2), "the stroke had parted the sky already")
        self.assertEqual((second[2, 60], second[35, 60]), (1, 1))

    def test_fewer_steps_take_the_lightest(self):
        made = self.do(Edit("step", ((0.5, 0.9),), 5), Edit("pull", ((0.5, 0.55),), 6, 0.05), count=3)
        self.assertEqual(made.max(), 2)

    def test_what_is_no_edit(self):
        for wrong in (
            ("melt", ((0.5, 0.5),), 1, 0.02),
            ("step", ((0.5, 0.5),), None, 0.02),
            ("step", ((0.5, 0.5),), 7, 0.02),
            ("pull", (), 1, 0.02),
            ("pull", ((0.5, 1.5),), 1, 0.02),
            ("pull", ((0.5, float("nan")),), 1, 0.02),
            ("pull", ((0.5, 0.5),), 1, 0.9),
        ):
            with self.subTest(edit=wrong), self.assertRaises(DomainError):
                Edit(*wrong)


class OnAThumbnail(unittest.TestCase):
    def test_values_of_steps_stay_what_they_were(self):
        """A dark sky by hand does not lighten the dark step."""
        _, value = picture()
        plain = make_thumbnail(simplify(value), ThumbnailSettings(3))
        edited = make_thumbnail(simplify(value), ThumbnailSettings(3, edits=(Edit("step", ((0.5, 0.1),), 0),)))
        self.assertEqual(plain.reading.values, edited.reading.values)
        self.assertGreater(edited.reading.shares[0], plain.reading.shares[0] + 0.4)
        self.assertAlmostEqual(sum(edited.reading.areas), 1, places=6)

    def test_too_many(self):
        with self.assertRaises(DomainError):
            ThumbnailSettings(3, edits=(Edit("step", ((0.5, 0.1),), 0),) * 61)
        self.assertEqual(len(ThumbnailSettings(3, edits=(Edit("step", ((0.5, 0.1),), 0),) * 60).edits), 60)


class Keys(unittest.TestCase):
    def test_a_range_squeezed_into_a_key(self):
        from kind_distance.core.colour.keys import KEYS, key_range

        ramp = np.repeat(np.linspace(0.5, 9.5, 200, dtype=np.float32)[None, :], 80, 0)
        for key in KEYS:
            with self.subTest(key=key):
                low, high = key_range(key)
                reading = make_thumbnail(simplify(ramp), ThumbnailSettings(4, key=key)).reading
                self.assertGreaterEqual(reading.values[0], low - 0.01)
                self.assertLessEqual(reading.values[-1], high + 0.01)
                self.assertAlmostEqual(
                    reading.values[-1] - reading.values[0], 0.75 * (high - low), delta=0.12 * (high - low)
                )

    def test_order_of_values_stays(self):
        rng = np.random.default_rng(2)
        value = rng.uniform(1, 9, (60, 80)).astype(np.float32)
        for key in ("low", "high"):
            values = make_thumbnail(simplify(value), ThumbnailSettings(5, 0, key=key)).reading.values
            self.assertEqual(list(values), sorted(values))

    def test_no_such_key(self):
        with self.assertRaises(DomainError):
            ThumbnailSettings(4, key="loud")


if __name__ == "__main__":
    unittest.main()
