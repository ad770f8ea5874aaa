"""Numbers as they are said to a painter."""

import unittest

from kind_distance.core.wording import (
    say_area,
    say_inches,
    say_length,
    say_list,
    say_minutes,
    say_range,
    say_remixes,
    say_size,
    say_value,
)


class Wording(unittest.TestCase):
    def test_lengths(self):
        rows = [(36.4, "cm", "36 cm"), (8.44, "cm", "8.4 cm"), (30.48, "in", "12 in"), (10.16, "in", "4 in")]
        for length, unit, said in rows:
            with self.subTest(length=length, unit=unit):
                self.assertEqual(say_length(length, unit), said)

    def test_inches_in_sixteenths(self):
        rows = [(4.3125, "4 5/16 in"), (0.5, "1/2 in"), (3.0, "3 in"), (5.33, "5 5/16 in"), (0.0, "0 in")]
        for inches, said in rows:
            with self.subTest(inches=inches):
                self.assertEqual(say_inches(inches), said)

    def test_sizes_in_both_units(self):
        """12 x 9 in is 30.5 x 22.9 cm (arithmetic)."""
        self.assertEqual(say_size(30.48, 22.86, "in"), "12 x 9 in")
        self.assertEqual(say_size(30.5, 22.9, "cm"), "30.5 x 22.9 cm")

    def test_areas(self):
        self.assertEqual(say_area(4.3), "4.3 cm²")
        self.assertEqual(say_area(221.4), "221 cm²")
        self.assertEqual(say_area(6.4516, "in"), "1.0 in²")

    def test_times(self):
        rows = [
            (14.4, "14 min"),
            (89, "89 min"),
            (90, "1 h 30 min"),
            (120, "2 h"),
            (3 * 1440, "3 days"),
            (5220, "3.6 days"),
        ]
        for minutes, said in rows:
            with self.subTest(minutes=minutes):
                self.assertEqual(say_minutes(minutes), said)

    def test_remixes(self):
        self.assertEqual([say_remixes(n) for n in (0, 1, 2)], ["0 remixes", "1 remix", "2 remixes"])

    def test_ranges_use_one_unit(self):
        self.assertEqual(say_range(11, 16), "11 to 16 min")
        self.assertEqual(say_range(100, 200), "2 to 3 h")
        self.assertEqual(say_range(3.6 * 1440, 6.7 * 1440), "4 to 7 days")
        self.assertEqual(say_range(15.2, 15.4), "about 15 min")

    def test_lists(self):
        self.assertEqual(say_list([]), "")
        self.assertEqual(say_list(["sky"]), "sky")
        self.assertEqual(say_list(["sky", "hill", "field"]), "sky, hill and field")

    def test_values_have_one_decimal(self):
        self.assertEqual(say_value(4.55), "4.5")
        self.assertEqual(say_value(10), "10.0")


if __name__ == "__main__":
    unittest.main()
