"""Sun, shadows and reflections against a published example and arithmetic."""

import unittest
from datetime import datetime

from kind_distance.core.light.sun import Sun, noon_height, offset_by_longitude, sun_at, wind
from kind_distance.core.light.water import offset_seen, reflected_value, reflection_length
from kind_distance.errors import DomainError
from kind_distance.stages.sources.sun_words import say_sun


class Position(unittest.TestCase):
    def test_the_published_example(self):
        """I. Reda and A. Andreas, "Solar position algorithm", NREL/TP-560-34302, 2004, appendix A.5; from memory.

        39.742476 N, 105.1786 W, 17 October 2003, 12:30:30, seven hours behind universal time: zenith 50.11162,
        azimuth 194.34024 degrees.
        """
        sun = sun_at(39.742476, -105.1786, datetime(2003, 10, 17, 12, 30, 30), -7)
        self.assertAlmostEqual(sun.height_deg, 90 - 50.11162, delta=0.1)
        self.assertAlmostEqual(sun.bearing_deg, 194.34024, delta=0.1)

    def test_noon_through_the_year(self):
        """Arithmetic: 90 less the distance of latitude and declination, at latitude 51: 62.4, 39.0 and 15.6."""
        for declination, height in ((23.4, 62.4), (0.0, 39.0), (-23.4, 15.6)):
            self.assertAlmostEqual(noon_height(51, declination), height, places=6)
        for day, height in ((datetime(2026, 6, 21, 12), 62.4), (datetime(2026, 12, 21, 12), 15.6)):
            highest = max(
                sun_at(51, 0, day.replace(hour=hour, minute=minute), 0).height_deg
                for hour in (11, 12)
                for minute in range(0, 60, 5)
            )
            self.assertAlmostEqual(highest, height, delta=0.15)

    def test_the_same_moment_on_another_clock(self):
        one = sun_at(45, 10, datetime(2026, 4, 2, 9, 0), 1)
        other = sun_at(45, 10, datetime(2026, 4, 2, 10, 0), 2)
        self.assertAlmostEqual(one.height_deg, other.height_deg, places=9)

    def test_no_such_place(self):
        for latitude, longitude, offset in ((91, 0, 0), (0, 181, 0), (0, 0, 15), (float("nan"), 0, 0)):
            with self.assertRaises(DomainError):
                sun_at(latitude, longitude, datetime(2026, 4, 2, 9), offset)


class Shadows(unittest.TestCase):
    def test_lengths(self):
        """Arithmetic: as long as high at 45 degrees, twice at 26.57, half at 63.43."""
        for height, ratio in ((45.0, 1.0), (26.565, 2.0), (63.435, 0.5)):
            self.assertAlmostEqual(Sun(height, 180).shadow_ratio, ratio, places=3)
        self.assertIsNone(Sun(0.5, 180).shadow_ratio)

    def test_they_point_away_from_the_sun(self):
        self.assertEqual(Sun(30, 250).shadow_bearing_deg, 70)
        self.assertEqual((wind(0), wind(46), wind(359), wind(-90)), ("north", "north-east", "north", "west"))

    def test_words(self):
        self.assertIn("1.7 times as long", say_sun(Sun(30, 180)))
        self.assertIn("twilight", say_sun(Sun(-5, 90)))
        self.assertIn("night", say_sun(Sun(-30, 0)))
        self.assertIn("too low", say_sun(Sun(0.2, 90)))
        self.assertEqual((offset_by_longitude(-31.1), offset_by_longitude(151)), (-2.0, 10.0))


class Water(unittest.TestCase):
    def test_darks_a_little_lighter_and_lights_a_little_darker(self):
        """Common practice, no source."""
        self.assertGreater(reflected_value(2.0), 2.0)
        self.assertLess(reflected_value(9.0), 9.0)
        self.assertEqual(reflected_value(5.0), 5.0)
        for value in (0.0, 3.0, 8.0, 10.0):
            self.assertLess(abs(reflected_value(value) - value), 0.7)

    def test_at_the_waters_edge_all_of_it_is_seen_and_behind_a_bank_its_foot_is_hidden(self):
        """Arithmetic by similar triangles: an eye at 2 m, the edge at 20 m, a tree of 10 m five metres behind it."""
        self.assertEqual(reflection_length(10, 20, 2), 10)
        self.assertAlmostEqual(reflection_length(10, 25, 2, 5), 9.5)
        self.assertEqual(reflection_length(0.3, 25, 2, 5), 0)

    def test_offsets(self):
        """Common practice, no source: half a hundredth of the width is the least that is seen."""
        self.assertFalse(offset_seen(0.004))
        self.assertTrue(offset_seen(-0.006))
        with self.assertRaises(DomainError):
            reflection_length(5, 4, 2, 6)
        with self.assertRaises(DomainError):
            reflected_value(11)


if __name__ == "__main__":
    unittest.main()
