"""Sessions outdoors: the sun's track and windows of light, the made-up station, what is judged.

Where the sun stands is held to its published example in test_light.
"""

import unittest
from datetime import date, datetime, timedelta

from kind_distance.core.light.station import HEAT_C, RAIN_MM_H, light_window, read_station, sun_apart, sun_over
from kind_distance.core.light.sun import Sun, sun_at
from kind_distance.core.light.wanted import HOURS, SAME_LIGHT_DEG, LightWanted, light_wanted
from kind_distance.core.schedule.outdoors import InLight, Outing
from kind_distance.errors import DomainError
from kind_distance.stages.sessions.outdoor_words import judge_in_light, judge_outings

HERE = (51.0, 0.0)
LONG_AGO = datetime(2026, 1, 1)


def outing(start, minutes=90, number=1, place=HERE):
    return Outing(number, f"{start:%A}", start, minutes, *place)


def day_with(condition, month=7):
    """First day of the year, from a month on, on which the station is so at ten."""
    for days in range(330):
        at = datetime(2026, month, 1, 10) + timedelta(days=days)
        if condition(read_station(*HERE, at)):
            return at
    raise AssertionError("the station never has such weather")


class TheSunsTrack(unittest.TestCase):
    def test_fifteen_degrees_an_hour(self):
        """Arithmetic: the sun turns 15 degrees an hour about the pole; at the equinox over the equator that is its path."""
        track = sun_over(0.0, 0.0, datetime(2026, 3, 20, 8), 60, 60)
        self.assertAlmostEqual(sun_apart(track[0][1], track[1][1]), 15.0, delta=0.15)

    def test_a_window_of_light_is_where_the_sun_stands_so(self):
        wanted = sun_at(*HERE, datetime(2026, 6, 21, 9), 0.0)
        first, last = light_window(*HERE, date(2026, 6, 21), wanted, 22.5)
        self.assertTrue(first < datetime(2026, 6, 21, 9) < last)
        for at in (first, last):
            self.assertLessEqual(sun_apart(sun_at(*HERE, at, 0.0), wanted), 22.5)
        for at in (first - timedelta(minutes=2), last + timedelta(minutes=2)):
            self.assertGreater(sun_apart(sun_at(*HERE, at, 0.0), wanted), 22.5)
        # 22.5 degrees either way at 15 degrees an hour, a little more where the path is not a great circle.
        self.assertTrue(170 < (last - first).total_seconds() / 60 < 240)
        self.assertIsNone(light_window(*HERE, date(2026, 12, 21), Sun(60.0, 180.0), 22.5))


class InItsLight(unittest.TestCase):
    """A pass that needs the light of the photo: the sun leaves it by 22.5 degrees in about an hour and a half."""

    MORNING = datetime(2026, 6, 21, 8, 30)
    WANTED = LightWanted(sun=sun_at(*HERE, datetime(2026, 6, 21, 9), 0.0))

    def told(self, start, minutes=20, outings=None, wanted=WANTED):
        whole = outing(self.MORNING, 400)
        passes = [InLight(5, "lights and accents", start, minutes, whole)]
        return judge_in_light(passes, [whole] if outings is None else outings, wanted)

    def test_inside_its_light_nothing_is_said(self):
        self.assertEqual(self.told(datetime(2026, 6, 21, 9)), [])
        self.assertEqual(self.told(datetime(2026, 6, 21, 13), wanted=None), [], "nobody knows which light")

    def test_outside_it_is_told_and_the_remedy_leads_back_into_it(self):
        told = self.told(datetime(2026, 6, 21, 13))
        self.assertEqual([j.kind for j in told], ["out_of_light"])
        apart = sun_apart(sun_at(*HERE, datetime(2026, 6, 21, 13, 20), 0.0), self.WANTED.sun)
        self.assertIn(f"{apart:.0f}°", told[0].text)
        self.assertGreater(apart, SAME_LIGHT_DEG)
        start = datetime(1970, 1, 1) + timedelta(minutes=told[0].remedies[0].arguments["start"])
        self.assertEqual(self.told(start), [])

    def test_indoors_the_sun_does_not_come(self):
        passes = [InLight(5, "lights", self.MORNING, 20, None)]
        told = judge_in_light(passes, [], self.WANTED)
        self.assertIn("indoors", told[0].text)
        self.assertEqual([r.action for r in told[0].remedies], ["set_pass"], "there is no session to move it to")

    def test_at_the_end_of_a_long_pass_the_light_has_gone(self):
        self.assertEqual(self.told(datetime(2026, 6, 21, 9), 60), [])
        self.assertTrue(self.told(datetime(2026, 6, 21, 9), 240))


class LightOfAnHour(unittest.TestCase):
    """The painter's own light, wherever and whenever: held against the sun's track, which is held to its example."""

    def window(self, key, day=date(2026, 3, 20)):
        return LightWanted(key).window(*HERE, day)

    def test_the_hours_follow_each_other(self):
        spans = [self.window(key) for key in ("dawn", "low_morning", "high", "low_evening", "dusk")]
        self.assertTrue(all(one[1] <= two[0] for one, two in zip(spans, spans[1:], strict=False)))

    def test_at_their_ends_the_sun_stands_as_said(self):
        for key, (_, low, high, rising) in HOURS.items():
            begin, end = self.window(key)
            heights = [sun_at(*HERE, at, 0.0).height_deg for at in (begin, end)]
            wanted = (low, high) if rising else (high, low)
            for height, limit in zip(heights, wanted, strict=True):
                self.assertAlmostEqual(height, limit, delta=0.2)

    def test_at_the_equinox_high_sun_lies_about_noon(self):
        """Arithmetic: at the equinox the sine of the height is cos(latitude) x cos(hour angle).

        At 51 degrees noon is 39.0 high; 85 % of that is 33.15, reached at an hour angle of 29.7 degrees: 1.98 h either way.
        """
        begin, end = self.window("high")
        self.assertAlmostEqual((end - begin).total_seconds() / 3600, 2 * 1.98, delta=0.1)
        noon = begin + (end - begin) / 2
        self.assertLess(abs((noon - datetime(2026, 3, 20, 12, 7)).total_seconds()), 300)

    def test_in_the_polar_night_there_is_none(self):
        self.assertIsNone(LightWanted("high").window(78.0, 15.0, date(2026, 12, 21)))

    def test_any_light_and_an_unknown_one(self):
        self.assertIsNone(light_wanted("any", None))
        self.assertIsNone(light_wanted("", None))
        self.assertEqual(light_wanted("dusk", None), LightWanted("dusk"))
        with self.assertRaises(DomainError):
            light_wanted("disco", None)

    def test_a_session_in_another_light_is_moved_into_it(self):
        wrong = outing(datetime(2026, 6, 21, 12), 90)
        told = [j for j in judge_outings([wrong], LightWanted("low_evening"), LONG_AGO) if j.kind == "other_light"]
        self.assertIn("You want low evening sun", told[0].text)
        start = datetime.fromisoformat(told[0].remedies[0].arguments["start"])
        moved = judge_outings([outing(start, 90)], LightWanted("low_evening"), LONG_AGO)
        self.assertEqual([j for j in moved if j.kind == "other_light"], [])


class TheStation(unittest.TestCase):
    def test_the_same_place_and_hour_the_same_weather(self):
        at = datetime(2026, 7, 3, 10, 30)
        self.assertEqual(read_station(*HERE, at), read_station(*HERE, at))
        self.assertNotEqual(read_station(*HERE, at), read_station(40.0, 20.0, at))

    def test_summer_is_warmer_than_winter_and_the_south_turns_it_round(self):
        def mean(latitude, month):
            days = [datetime(2026, month, d, 12) for d in range(1, 29)]
            return sum(read_station(latitude, 0.0, at).climate.temperature_c for at in days) / 28

        self.assertGreater(mean(51, 7), mean(51, 1) + 8)
        self.assertGreater(mean(-40, 1), mean(-40, 7) + 5)
        self.assertGreater(mean(5, 6), mean(60, 6))

    def test_afternoons_are_warmer_and_drier_than_dawns_and_nights_are_dark(self):
        warmer = drier = 0
        for day in range(1, 29):
            dawn, noon = (read_station(*HERE, datetime(2026, 6, day, hour)).climate for hour in (4, 15))
            warmer += noon.temperature_c > dawn.temperature_c
            drier += noon.humidity < dawn.humidity
            self.assertEqual(read_station(*HERE, datetime(2026, 6, day, 0)).climate.sun_w_m2, 0)
        self.assertEqual(warmer, 28)
        self.assertGreater(drier, 20)

    def test_weather_goes_bad_and_good_again(self):
        wet = sum(read_station(*HERE, datetime(2026, 4, 1, 10) + timedelta(days=d)).rain_mm_h > 0 for d in range(200))
        self.assertTrue(3 < wet < 80, wet)


class Judged(unittest.TestCase):
    def kinds(self, *outings, wanted=None, now=LONG_AGO):
        return [j.kind for j in judge_outings(list(outings), wanted, now)]

    def test_rain_is_strong_and_its_remedy_leads_to_a_fair_day(self):
        at = day_with(lambda r: r.rain_mm_h >= RAIN_MM_H)
        told = next(j for j in judge_outings([outing(at)], None, LONG_AGO) if j.kind == "rain")
        self.assertEqual(told.severity, "strong")
        moved = datetime.fromisoformat(told.remedies[0].arguments["start"])
        self.assertNotIn("rain", self.kinds(outing(moved)))
        self.assertEqual(told.remedies[-1].arguments, {"session": 1, "outdoors": False})

    def test_heat_brings_the_usual_caution(self):
        for days in range(300):
            at = datetime(2026, 1, 1, 13) + timedelta(days=days)
            if read_station(20.0, 10.0, at).climate.temperature_c > HEAT_C:
                told = [j for j in judge_outings([outing(at, place=(20.0, 10.0))], None, LONG_AGO) if j.kind == "heat"]
                self.assertIn("Shade, water, hat", told[0].text)
                return
        self.fail("it never gets hot in the south")

    def test_another_light_than_the_photo_has(self):
        fair = day_with(lambda r: r.rain_mm_h == 0 and r.climate.wind_m_s < 3)
        morning = LightWanted(sun=sun_at(*HERE, fair.replace(hour=8), 0.0))
        self.assertNotIn("other_light", self.kinds(outing(fair.replace(hour=8)), wanted=morning))
        late = outing(fair.replace(hour=15))
        told = next(j for j in judge_outings([late], morning, LONG_AGO) if j.kind == "other_light")
        moved = datetime.fromisoformat(told.remedies[0].arguments["start"])
        self.assertNotIn("other_light", self.kinds(outing(moved), wanted=morning))

    def test_night_is_told_and_the_past_is_not(self):
        night = outing(datetime(2026, 12, 5, 21))
        self.assertIn("dark", self.kinds(night))
        self.assertEqual(self.kinds(night, now=datetime(2026, 12, 6)), [])


if __name__ == "__main__":
    unittest.main()
