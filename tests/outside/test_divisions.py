"""Divisions of a support against arithmetic; the golden section by its own definition (Euclid, Elements, book VI, 30)."""

import unittest

from kind_distance.core.picture.divisions import (
    DIVISIONS,
    GOLDEN,
    THIRD,
    distance_to,
    division_of,
    rabatment,
    say_measures,
)
from kind_distance.errors import DomainError

IN = 2.54


class Divisions(unittest.TestCase):
    def test_the_golden_section_divides_in_extreme_and_mean_ratio(self):
        """The whole is to the greater part as the greater is to the less."""
        self.assertAlmostEqual(1 / (1 - GOLDEN), (1 - GOLDEN) / GOLDEN, places=12)
        self.assertGreater(GOLDEN - THIRD, 0.048)

    def test_a_9_by_12_support_in_thirds(self):
        """Arithmetic: 4 and 8 in along 12, 3 and 6 in along 9."""
        thirds = DIVISIONS["thirds"]
        self.assertEqual(say_measures(thirds.across, 12 * IN, "in", "along the top"), "4 in and 8 in along the top")
        self.assertEqual(say_measures(thirds.down, 9 * IN, "in", "down the side"), "3 in and 6 in down the side")

    def test_16_by_20_in_thirds_to_a_sixteenth(self):
        """5.33, 10.67, 6.67 and 13.33 in, said in sixteenths as on a ruler."""
        thirds = DIVISIONS["thirds"]
        self.assertEqual(say_measures(thirds.across, 16 * IN, "in", "across"), "5 5/16 in and 10 11/16 in across")
        self.assertEqual(say_measures(thirds.down, 20 * IN, "in", "down"), "6 11/16 in and 13 5/16 in down")

    def test_golden_section_in_inches(self):
        """12 in: 4.58; 9 in: 3.44."""
        self.assertAlmostEqual(12 * GOLDEN, 4.58, places=2)
        self.assertAlmostEqual(9 * GOLDEN, 3.44, places=2)
        self.assertIn("4 9/16 in", say_measures(DIVISIONS["golden"].across, 12 * IN, "in", ""))

    def test_squares_from_both_ends(self):
        wide = rabatment(30, 20)
        self.assertEqual([round(v * 30, 6) for v in wide.across], [10, 20])
        self.assertEqual(wide.down, ())
        self.assertEqual((rabatment(20, 20).across, rabatment(20, 20).down), ((), ()))

    def test_how_far_the_focus_lies(self):
        thirds = DIVISIONS["thirds"]
        self.assertAlmostEqual(distance_to(thirds, THIRD, 1 - THIRD, 30, 20), 0, places=9)
        self.assertAlmostEqual(distance_to(thirds, THIRD + 0.1, THIRD, 30, 20), 3, places=9)
        self.assertAlmostEqual(distance_to(DIVISIONS["high_low"], 0.9, 0.3, 30, 20), 2, places=9)

    def test_no_such_division(self):
        with self.assertRaises(DomainError):
            division_of("sevenths of seven")


if __name__ == "__main__":
    unittest.main()
