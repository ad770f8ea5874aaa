"""Passes and sessions over HTTP: a pass tried and put by hand, a search looked on, the plan on paper, hostile input."""

import io
import time

from pypdf import PdfReader

from tests.support import WithApi


class Planning(WithApi):
    def setUp(self):
        super().setUp()
        painting = self.change(self.planned(), "add_session", start="2026-11-28T10:00", minutes=200)
        self.painting = self.change(painting, "add_session", start="2026-11-29T10:00", minutes=200)
        self.at = f"/api/paintings/{self.painting['id']}"

    def get(self, path, status=200):
        answer = self.client.get(f"{self.at}/{path}")
        self.assertEqual(answer.status_code, status, answer.text[:300])
        return answer

    def do(self, action, **arguments):
        self.painting = self.change(self.painting, action, **arguments)
        return self.painting

    def placed(self, kind):
        work = self.painting["work"]
        numbers = [p["number"] for p in work["passes"] if p["kind"] == kind]
        return [p for p in work["placements"] if p["number"] in numbers]


class ByHand(Planning):
    def test_tried_and_then_put(self):
        base, upper = self.placed("block_in")[0], self.placed("second_layer")[0]
        ask = f"placement?number={upper['number']}&session={base['session']}&start={base['start_min']}"
        tried = self.get(ask).json()
        self.assertTrue(any(b["strong"] for b in tried["breaks"]))
        self.assertRegex(tried["span_said"], r"^\d+:\d\d to \d+:\d\d$")
        self.assertEqual(self.client.get(self.at).json()["version"], self.painting["version"], "nothing is kept")
        self.do("place_pass", number=upper["number"], session=base["session"], start=base["start_min"])
        again = next(p for p in self.painting["work"]["placements"] if p["number"] == upper["number"])
        self.assertEqual((again["start_min"], again["by_hand"]), (tried["start_min"], True))
        titles = {j["title"] for j in self.painting["judgements"]}
        self.assertLessEqual({b["title"] for b in tried["breaks"]}, titles)

    def test_what_cannot_be_says_the_way_out(self):
        number = self.placed("block_in")[0]["number"]
        self.assertEqual(self.get(f"placement?number={number}&session=99&start=5", 404).json()["code"], "not_found")
        self.assertEqual(self.get("placement?number=999&session=1&start=5", 404).json()["code"], "not_found")
        for wrong in ("number=x&session=1&start=5", "number=1&session=1&start=-5", "number=1&session=1", "start=1e30"):
            self.get(f"placement?{wrong}", 422)


class Seeking(Planning):
    def test_looked_on_to_the_end_and_taken(self):
        begun = self.client.post(f"{self.at}/seek")
        self.assertEqual(begun.status_code, 201)
        state, deadline = begun.json(), time.monotonic() + 60
        while state["running"] and time.monotonic() < deadline:
            state = self.get(f"seek/{state['number']}?wait_s=0.5").json()
        self.assertFalse(state["running"])
        self.assertEqual([o["way"] for o in state["offers"]], ["order", "few", "anew"])
        self.assertGreater(state["tries"], 1)
        self.do("take_found", plan=state["offers"][2]["plan"])
        self.assertTrue(self.painting["work"]["plan_kept"])
        self.assertEqual(self.painting["work"]["unplaced"], [])

    def test_stopped_the_best_so_far_is_offered(self):
        number = self.client.post(f"{self.at}/seek").json()["number"]
        stopped = self.client.delete(f"{self.at}/seek/{number}").json()
        deadline = time.monotonic() + 60
        while stopped["running"] and time.monotonic() < deadline:
            stopped = self.get(f"seek/{number}?wait_s=0.5").json()
        self.assertTrue(stopped["plan"])
        self.assertEqual(len(stopped["offers"]), 3)

    def test_unknown_and_without_sessions(self):
        self.get("seek/99", 404)
        self.get("seek/0", 422)
        other = self.planned()
        refused = self.client.post(f"/api/paintings/{other['id']}/seek")
        self.assertEqual((refused.status_code, refused.json()["way_out"]), (422, "Add a session first."))


class OnPaper(Planning):
    def test_the_score_and_a_sheet_for_every_session(self):
        pages = PdfReader(io.BytesIO(self.get("plan.pdf").content)).pages
        self.assertEqual(len(pages), 3)
        lying, *sheets = pages
        self.assertGreater(lying.mediabox.width, lying.mediabox.height)
        words = lying.extract_text()
        for plane in self.painting["planes"]:
            self.assertIn(plane["name"], words)
        self.assertIn("Saturday 28 November", words)
        for page, day in zip(sheets, ("28 November", "29 November"), strict=True):
            self.assertLess(page.mediabox.width, page.mediabox.height)
            self.assertIn(day, page.extract_text())

    def test_without_a_session_it_says_so(self):
        other = self.planned()
        answer = self.client.get(f"/api/paintings/{other['id']}/plan.pdf")
        self.assertEqual((answer.status_code, answer.json()["way_out"]), (422, "Add a session first."))


class Shown(Planning):
    def test_everything_wanted_names_known_passes(self):
        work = self.painting["work"]
        known = {p["number"] for p in work["passes"]}
        for each in work["wanted"]:
            self.assertLessEqual(set(each["passes"]), known)
        self.assertEqual([w["name"] for w in work["wanted"]], [p["name"] for p in self.painting["planes"]])

    def test_ready_and_for_what(self):
        self.do("set_brief", deadline="2026-12-24", deadline_for="trip")
        ready = self.painting["work"]["ready"]
        self.assertEqual((ready["day"], ready["purpose"]), ("2026-12-24", "trip"))
        self.assertRegex(ready["said"], r"^Ready for a trip from \d+ \w+ 2026 on, \d+ days before it is wanted: ")

    def test_own_pace_is_said_after_a_few_passes(self):
        self.assertIsNone(self.painting["work"]["pace"])
        for each in self.placed("block_in")[:2]:
            planned = each["end_min"] - each["start_min"]
            self.do("mark_done", number=each["number"], minutes=2 * planned)
        pace = self.painting["work"]["pace"]
        self.assertGreater(pace["factor"], 1)
        self.assertRegex(pace["ranges"][0]["said"], r"^\d+ to \d+ min by your log, most likely \d+$")

    def test_sessions_of_another_painting(self):
        self.assertEqual(self.client.post(f"{self.at}/duplicate").status_code, 201)
        found = self.client.get(self.at).json()["work"]["around"]["others"]
        self.assertEqual(
            [o["said"] for o in found], ["Saturday 28 November, 10:00, 200 min", "Sunday 29 November, 10:00, 200 min"]
        )

    def test_the_sky_over_a_session_is_said_only_outdoors_at_a_known_place(self):
        self.assertEqual([s["sky_said"] for s in self.painting["work"]["sessions"]], ["", ""])
        self.do("set_session", session=1, outdoors=True)
        self.assertEqual(self.painting["work"]["sessions"][0]["sky_said"], "", "this photo keeps no place")

    def test_what_the_end_hangs_on(self):
        found = {s["number"]: s for s in self.get("slack").json()}
        self.assertEqual(set(found), {p["number"] for p in self.painting["work"]["placements"]})
        last = self.painting["work"]["placements"][-1]["number"]
        self.assertTrue(found[last]["critical"])
        self.assertTrue(all(s["said"].endswith(".") and s["minutes"] >= 0 for s in found.values()))

    def test_schools_tell_their_sessions(self):
        def said():
            return {s["key"]: s["sessions_said"] for s in self.get("schools").json()}

        self.assertEqual(len(said()), 9)
        self.assertRegex(said()["far_to_near"], r"^\d sessions?$")
        self.do("set_session", session=1, minutes=10)
        self.do("remove_session", session=2)
        self.assertRegex(said()["far_to_near"], r"^\d+ passes find no place$")
        self.do("mark_done", number=self.painting["work"]["passes"][0]["number"])
        self.assertEqual(set(said().values()), {""}, "what is painted belongs to one order")

    def test_the_own_school_costs_what_the_order_costs(self):
        own = next(s for s in self.get("schools").json() if s["key"] == self.painting["brief"]["school"])
        self.assertEqual(own["cost"], self.painting["work"]["cost"])


if __name__ == "__main__":
    import unittest

    unittest.main()
