"""The made-up logger of a room: the same everywhere, within what rooms are, dry where it is heated."""

import unittest
from datetime import datetime, timedelta

from kind_distance.core.paint.logger import read_logger


class TheLogger(unittest.TestCase):
    def readings(self, start, hours=24 * 28, **more):
        return [read_logger(start + timedelta(hours=n), **more) for n in range(hours)]

    def test_the_same_hour_reads_the_same(self):
        at = datetime(2026, 11, 28, 9, 30)
        self.assertEqual(read_logger(at), read_logger(at))
        self.assertNotEqual(read_logger(at), read_logger(at + timedelta(days=1)))

    def test_a_room_stays_a_room(self):
        for month in (1, 4, 7, 10):
            for each in self.readings(datetime(2026, month, 1)):
                self.assertTrue(14 <= each.temperature_c <= 27, each)
                self.assertTrue(20 <= each.humidity <= 75, each)
                self.assertEqual(each.sun_w_m2, 0.0)

    def test_heated_air_is_dry(self):
        """Common practice, no source: rooms are driest in the months that they are heated in."""
        winter, summer = (
            sum(each.humidity for each in self.readings(datetime(2026, month, 1))) / (24 * 28) for month in (1, 7)
        )
        self.assertGreater(summer - winter, 8)
        south = sum(each.humidity for each in self.readings(datetime(2026, 1, 1), north=False)) / (24 * 28)
        self.assertGreater(south - winter, 8)

    def test_evening_is_warmer_than_dawn(self):
        day = [read_logger(datetime(2026, 3, n, hour)).temperature_c for n in range(1, 29) for hour in (5, 19)]
        self.assertGreater(sum(day[1::2]) - sum(day[0::2]), 28)
