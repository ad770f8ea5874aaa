"""What leaves the application: numbers in the painter's units."""

import unittest

from kind_distance.api.workviews import say_air, say_date
from kind_distance.clock import minute_of
from kind_distance.core.wording import say_distance
from kind_distance.rows import SessionRecord
from tests.support import WithApi


class Words(unittest.TestCase):
    def test_distances(self):
        rows = [
            (None, "land", "not said"),
            (None, "sky", "sky"),
            (45, "land", "45 m"),
            (1900, "land", "1.9 km"),
            (8000, "land", "8 km"),
        ]
        for distance, kind, said in rows:
            with self.subTest(distance=distance):
                self.assertEqual(say_distance(distance, kind), said)

    def test_air(self):
        def air(**more):
            return say_air(SessionRecord(1, "2026-11-28T07:10", 90, **more))

        self.assertEqual(air(), "20 °C, 50 %, still air")
        self.assertEqual(
            air(temperature_c=14, humidity=78, wind_m_s=2, sun_w_m2=100), "14 °C, 78 %, a light breeze, some sun"
        )
        self.assertEqual(air(wind_m_s=8, sun_w_m2=700), "20 °C, 50 %, wind, full sun")

    def test_dates(self):
        self.assertEqual(say_date(minute_of("2027-05-30T10:00")), "30 May 2027")


class Shown(WithApi):
    def test_planes_in_painters_numbers(self):
        painting = self.planned(4)
        for plane in painting["planes"]:
            reading, planned = plane["reading"], plane["planned"]
            self.assertTrue(0 <= reading["dark"] <= reading["mass"] <= reading["light"] <= 10)
            self.assertTrue(planned["dark"] <= planned["value"] <= planned["light"])
            self.assertRegex(planned["colour"], "^#[0-9a-f]{6}$")
            self.assertEqual(planned["ink"], "#111111" if planned["value"] >= 4.9 else "#ffffff")
            self.assertTrue(0 <= reading["at_x"] <= 1 and 0 <= reading["at_y"] <= 1)
            self.assertIn(reading["warmth_said"], ("neutral", "warm", "cool", "neither warm nor cool"))
        self.assertAlmostEqual(sum(p["reading"]["share"] for p in painting["planes"]), 1, places=2)

    def test_haze_only_thickens(self):
        haze = [h["contrast_left"] for h in self.planned()["depth"]["haze"]]
        self.assertEqual(haze, sorted(haze, reverse=True))
        self.assertAlmostEqual(haze[0], 1, places=2)

    def test_borders_know_what_was_wanted(self):
        painting = self.change(self.planned(), "set_pair_gap", far=1, near=2, gap=1.5)
        border = next(b for b in painting["borders"] if (b["far"], b["near"]) == (1, 2))
        self.assertEqual(border["own_gap"], 1.5)
        self.assertGreaterEqual(border["planned_difference"], 1.49)

    def test_sessions_that_are_over(self):
        painting = self.change(self.planned(), "add_session", start="2026-11-20T10:00", minutes=60)
        painting = self.change(painting, "add_session", start="2026-12-20T10:00", minutes=240)
        past, ahead = painting["work"]["sessions"]
        self.assertTrue(past["over"] and not ahead["over"])
        self.assertEqual(past["used_min"], 0)
        self.assertTrue(all(p["session"] == ahead["number"] for p in painting["work"]["placements"]))
        self.assertEqual(painting["work"]["next_said"], "20 December 2026, indoors, 240 min")

    def test_films_that_dry_now(self):
        painting = self.planned()
        number = next(p["number"] for p in painting["work"]["passes"] if p["kind"] == "block_in")
        painting = self.change(painting, "mark_done", number=number, minutes=10)
        (drying,) = painting["work"]["drying"]
        self.assertRegex(drying, r"^block-in of Sky: touch dry in \d+ to \d+ min$")
        from datetime import timedelta

        self.now += timedelta(hours=5)
        self.assertEqual(self.client.get(f"/api/paintings/{painting['id']}").json()["work"]["drying"], [])

    def test_reasons_are_sentences(self):
        painting = self.change(self.planned(), "add_session", start="2026-11-28T10:00", minutes=300)
        for placement in painting["work"]["placements"]:
            self.assertRegex(placement["not_earlier"], r"^[A-Z0-9'].*\.$")
        for judgement in painting["judgements"]:
            self.assertRegex(judgement["text"], r"[.]$")
            self.assertLess(len(judgement["title"]), 90)

    def test_reasons_and_costs_of_an_order_agree(self):
        """Far to near cuts round nothing, so no pass may be said to be cut in."""
        work = self.planned(5)["work"]
        self.assertEqual(work["cost"]["cut_round_cm"], 0)
        reasons = [wait["reason"] for each in work["passes"] for wait in each["waits_for"]]
        self.assertTrue(reasons)
        self.assertFalse([reason for reason in reasons if "cut in round" in reason])
        layers = [p for p in work["passes"] if p["kind"] == "second_layer"]
        for layer in layers:
            under = [p["number"] for p in work["passes"] if p["kind"] == "block_in" and p["plane"] == layer["plane"]]
            self.assertIn(under[0], [wait["number"] for wait in layer["waits_for"]])

    def test_a_thumbnail_says_its_smallest_shape_on_the_support(self):
        painting = self.bring(self.begin(width_cm=40, height_cm=30)).json()["painting"]
        painting = self.change(painting, "keep_thumbnail", source=1, steps=4, smallest_share=0.01, softness=0.014)
        self.assertEqual(painting["thumbnails"][0]["smallest_said"], "12 cm²")
        reading = painting["thumbnails"][0]["reading"]
        self.assertEqual(len(reading["greys"]), 4)
        self.assertEqual(len(reading["histogram"]), 128)
        self.assertAlmostEqual(sum(reading["histogram"]), 1, places=2)


if __name__ == "__main__":
    unittest.main()
