"""Drying against the table it was set by, and against facts of the trade. All common practice, no source."""

import itertools
import unittest

from kind_distance.core.paint.drying import Climate, Weather, dry, saturation_hpa, through_dry_min, touch_dry_min
from kind_distance.errors import DomainError

# WMO-No. 8 (2018), annex 4.B: the formula's own values at these temperatures, from memory, hPa.
SATURATION = {0: 6.112, 10: 12.27, 20: 23.37, 30: 42.43}
# Touch dry of a thin acrylic film, minutes: common practice, no source; the numbers were worked out beforehand.
ACRYLIC = {
    "reference room": (Climate(20, 50, 0.1, 0), 15),
    "heated room in winter": (Climate(22, 30, 0.1, 0), 9.7),
    "cool, damp room": (Climate(15, 75, 0.1, 0), 38),
    "cellar": (Climate(16, 90, 0.1, 0), 91),
    "mild, overcast, a breeze": (Climate(17, 65, 2, 100), 7.6),
    "spring sun": (Climate(18, 50, 2, 500), 3.1),
    "hot, sunny, still": (Climate(32, 35, 0.5, 800), 1.9),
    "hot, sunny, windy": (Climate(32, 30, 4, 800), 1.1),
    "humid dawn": (Climate(8, 92, 0.5, 20), 82),
}
INDOORS = Climate(20, 50)


class WaterBorne(unittest.TestCase):
    def test_saturation(self):
        for temperature, hpa in SATURATION.items():
            with self.subTest(temperature=temperature):
                self.assertAlmostEqual(saturation_hpa(temperature) / hpa, 1, delta=0.003)

    def test_the_table(self):
        for name, (climate, minutes) in ACRYLIC.items():
            with self.subTest(air=name):
                self.assertAlmostEqual(touch_dry_min("acrylic", climate) / minutes, 1, delta=0.05)

    def test_thin_acrylic_indoors_takes_5_to_20_minutes(self):
        self.assertTrue(5 <= touch_dry_min("acrylic", INDOORS) <= 20)

    def test_watercolour_wash_takes_5_to_20_minutes(self):
        self.assertTrue(5 <= touch_dry_min("watercolour", INDOORS) <= 20)

    def test_hot_sun_and_wind_leave_a_minute_or_two(self):
        self.assertTrue(1 <= touch_dry_min("acrylic", Climate(32, 30, 4, 800)) <= 2)

    def test_overnight_is_dry_through_even_five_times_as_thick(self):
        film = dry("acrylic", 0, Weather(((0, Climate(18, 55)),)), 1.0)
        self.assertLess(film.through_late, 18 * 60)
        self.assertLess(touch_dry_min("acrylic", INDOORS, 5), 120)

    def test_sun_dries_faster_than_shade_and_damp_slower(self):
        shade, sun = Climate(18, 50, 2, 0), Climate(18, 50, 2, 500)
        self.assertLess(touch_dry_min("acrylic", sun), touch_dry_min("acrylic", shade))
        self.assertGreater(touch_dry_min("acrylic", Climate(20, 80)), touch_dry_min("acrylic", INDOORS))


class Oil(unittest.TestCase):
    def test_touch_dry_in_one_to_seven_days(self):
        self.assertTrue(1440 <= touch_dry_min("oil", INDOORS) <= 7 * 1440)

    def test_warmth_helps_and_damp_hinders(self):
        self.assertLess(touch_dry_min("oil", Climate(28, 50)), touch_dry_min("oil", INDOORS))
        self.assertGreater(touch_dry_min("oil", Climate(20, 90)), touch_dry_min("oil", INDOORS))

    def test_final_varnish_after_about_six_months(self):
        self.assertAlmostEqual(through_dry_min("oil", INDOORS) / 1440, 180, delta=1)


class Films(unittest.TestCase):
    def test_states_come_in_order(self):
        for paint in ("watercolour", "acrylic", "oil"):
            with self.subTest(paint=paint):
                film = dry(paint, 100, Weather(((0, INDOORS),)))
                self.assertTrue(100 < film.open_until < film.touch_early < film.touch_late < film.through_late)

    def test_dry_things_do_not_dry(self):
        film = dry("dry", 50, Weather(((0, INDOORS),)))
        self.assertEqual({film.open_until, film.touch_late, film.through_late}, {50})

    def test_a_dose_is_carried_through_changing_weather(self):
        """Half the drying in the sun, the rest in the cellar: longer than sun alone, shorter than cellar alone."""
        sun, cellar = Climate(18, 50, 2, 500), Climate(16, 90)
        alone = [dry("acrylic", 0, Weather(((0, air),))).touch_late for air in (sun, cellar)]
        both = dry("acrylic", 0, Weather(((0, sun), (alone[0] / 2, cellar)))).touch_late
        self.assertAlmostEqual(both, alone[0] / 2 + alone[1] / 2, delta=0.01)

    def test_a_remembered_film_is_the_film_worked_out_afresh(self):
        for later in (INDOORS, Climate(5, 90), Climate(30, 30, 3, 400)):
            spells = ((0, INDOORS), (30, later))
            one, other = Weather(spells), Weather(tuple(spells))
            self.assertEqual((one, hash(one)), (other, hash(other)))
            for paint, aid in itertools.product(("acrylic", "oil", "gouache"), ((), ("mist",), ("dryer",))):
                with self.subTest(paint=paint, aid=aid, later=later):
                    fresh = dry.__wrapped__(paint, 20, other, 1.3, aid)
                    self.assertEqual(dry(paint, 20, one, 1.3, aid), fresh)

    def test_nonsense_is_refused(self):
        for air in ({"humidity": 0}, {"temperature_c": 80}, {"wind_m_s": -1}, {"sun_w_m2": 9999}):
            with self.subTest(air=air), self.assertRaises(DomainError):
                Climate(**air)
        with self.assertRaises(DomainError):
            touch_dry_min("acrylic", INDOORS, 0)


if __name__ == "__main__":
    unittest.main()
