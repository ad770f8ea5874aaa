"""Practice over the API: learners, drills, answers that count once, spacing, export, deleting."""

import csv
import io
import unittest
from base64 import b64decode
from dataclasses import replace
from datetime import datetime, timedelta
from unittest.mock import patch

import numpy as np
from fsrs import Card
from PIL import Image

from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import TOO_LITTLE
from kind_distance.stages.practice.drills.table import DRILLS, make_drill
from kind_distance.store.database import opened
from kind_distance.store.practice import MOST_LEARNERS, cards_of
from tests.practising import right_answer
from tests.support import WithApi, demo_copy


def _refuses(seed, level, own=None):
    raise DomainError(*TOO_LITTLE)


class OnOnesOwnPicture(WithApi):
    """The demo's photos with their marked planes; what is asked is measured on them."""

    def setUp(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        self.over(self.file)
        made = self.client.post("/api/practice/learners", json={"name": "Ana"})
        self.at = f"/api/practice/learners/{made.json()['learner']['id']}"

    def ask(self, kind, painting=3, status=200):
        found = self.client.get(f"{self.at}/drill", params={"kind": kind, "painting": painting})
        self.assertEqual(found.status_code, status, found.text)
        return found.json()

    def answer(self, drill, given, status=200):
        said = {key: drill[key] for key in ("kind", "seed", "level", "painting", "version")}
        found = self.client.post(f"{self.at}/answers", json={**said, "given": given, "seconds": 4})
        self.assertEqual(found.status_code, status, found.text)
        return found.json()

    def test_values_edges_and_depth(self):
        for kind in ("value_name", "value_pair", "edge_rank", "depth_sort"):
            drill = self.ask(kind)
            self.assertEqual(drill["painting"], 3)
            picture = Image.open(io.BytesIO(self.client.get(drill["picture"]).raise_for_status().content))
            self.assertEqual(picture.size, (960, 640))
            given = {"number": 5, "choice": (drill["options"] or [{"key": ""}])[0]["key"],
                     "order": [each["key"] for each in drill["options"]]}[drill["answer"]]  # fmt: skip
            self.assertTrue(self.answer(drill, given)["counted"])

    def test_depth_follows_the_distances_that_were_given(self):
        drill = self.ask("depth_sort")
        planes = self.client.get("/api/paintings/3").json()["planes"]
        said = self.answer(drill, [each["key"] for each in drill["options"]])
        self.assertIn("distances that you gave", said["sure"])
        order = said["measured"].split("In order: ")[1].rstrip(".").split(", ")
        told = dict(part.split(" ", 1) for part in said["measured"].split(". In order")[0].split(", "))
        metres = {key: float(d.split()[0]) * (1000 if d.endswith("km") else 1) for key, d in told.items()}
        self.assertEqual(order, sorted(metres, key=lambda key: -metres[key]))
        given = [each["distance_m"] for each in planes if each["distance_m"]]
        for distance in metres.values():
            self.assertLess(min(abs(distance - each) / each for each in given), 0.06)

    def keep(self, drill, given, status=201):
        said = {key: drill[key] for key in ("kind", "seed", "level")}
        at = f"/api/practice/own/{drill['painting']}/{drill['version']}/thumbnails"
        found = self.client.post(at, json={**said, "given": given})
        self.assertEqual(found.status_code, status, found.text)
        return found.json()

    def thumbnails(self):
        return self.client.get("/api/paintings/3").json()["thumbnails"]

    def test_few_shapes_are_kept_with_their_cuts(self):
        before, drill = len(self.thumbnails()), self.ask("masses")
        cuts = [round(2 + 6 * (n + 1) / drill["values"], 1) for n in range(drill["values"] - 1)]
        query = {"cuts": cuts, "smallest": 0.01, "painting": 3, "version": drill["version"]}
        at = f"/api/practice/masses/{drill['level']}/{drill['seed']}"
        told = self.client.get(at, params=query).raise_for_status().json()
        shown = Image.open(io.BytesIO(b64decode(told["picture"].split(",")[1])))
        self.assertLessEqual(len(np.unique(np.asarray(shown))), drill["values"])
        said = self.answer(drill, {"cuts": cuts, "smallest": 0.01})
        self.assertIn(f"{told['shapes']} shapes of {told['most']} allowed", said["measured"])
        self.keep(drill, {"cuts": cuts, "smallest": 0.01})
        kept = self.thumbnails()
        self.assertEqual(len(kept), before + 1)
        self.assertEqual((kept[-1]["steps"], kept[-1]["cuts_by_hand"]), (drill["values"], True))
        self.assertEqual(kept[-1]["reading"]["cuts"], cuts)
        # What was asked about has changed by that: it cannot be kept twice by an old address.
        self.keep(drill, {"cuts": cuts, "smallest": 0.01}, 409)

    def test_six_formats_are_kept_all_or_none(self):
        before, drill = len(self.thumbnails()), self.ask("six_formats")
        frames = [{"key": each["key"], "x": 0.4, "y": 0.6, "width": 0.5} for each in drill["options"]]
        self.assertFalse(self.answer(drill, frames)["counted"])
        self.keep(drill, [*frames[1:], {"key": "square", "x": 9, "y": 0, "width": 1}], 422)
        self.assertEqual(len(self.thumbnails()), before)
        version = self.keep(drill, frames)["version"]
        kept = self.thumbnails()[before:]
        self.assertEqual([each["name"] for each in kept], [each["said"] for each in drill["options"]])
        ratios = [each["crop"][2] / each["crop"][3] for each in kept]
        for ratio, wanted in zip(ratios, (4 / 3, 2, 3, 1, 4 / 5, 2 / 3), strict=True):
            self.assertAlmostEqual(ratio, wanted, delta=0.03)
        undone = self.client.post("/api/paintings/3/undo", json={"version": version})
        self.assertEqual(undone.status_code, 200, undone.text)
        self.assertEqual(len(self.thumbnails()), before)

    def test_what_comes_next_on_an_own_picture_is_what_was_asked_least_and_is_scored(self):
        seen = []
        for _ in range(9):
            drill = self.client.get(f"{self.at}/drill", params={"painting": 3}).json()
            seen.append(drill["kind"])
            if drill["answer"] in ("number", "choice"):
                self.answer(drill, 5 if drill["answer"] == "number" else drill["options"][0]["key"])
            else:
                given = {"cuts": [round(3 + n, 1) for n in range(drill["values"] - 1)], "smallest": 0.01}
                keys = [each["key"] for each in drill["options"]]
                self.answer(drill, keys if drill["answer"] == "order" else given)
        self.assertNotIn("six_formats", seen)
        self.assertEqual(len(set(seen)), 8)

    def test_a_kind_that_the_picture_does_not_do_for_is_passed_over(self):
        with patch.dict(DRILLS, {"value_name": replace(DRILLS["value_name"], make=_refuses)}):
            drill = self.client.get(f"{self.at}/drill", params={"painting": 3}).json()
        self.assertEqual(drill["kind"], "value_match")

    def test_what_leaves_no_thumbnail_is_not_kept(self):
        self.keep(self.ask("value_name"), 5, 422)

    def test_what_does_not_do_is_told(self):
        self.ask("fault", status=422)
        self.ask("value_name", painting=99, status=404)
        bare = self.client.post("/api/paintings", json={"title": "Bare", "medium": "acrylic"}).json()["id"]
        self.ask("value_name", painting=bare, status=422)

    def test_a_painting_that_changed_or_went_is_told_and_nothing_is_lost(self):
        drill = self.ask("value_name")
        asked = {"version": drill["version"], "change": {"action": "set_brief", "idea": "Other"}}
        self.client.post("/api/paintings/3/changes", json=asked).raise_for_status()
        self.answer(drill, 5, status=409)
        drill = self.ask("value_name")
        self.answer(drill, 5)
        self.client.post("/api/paintings/3/bin").raise_for_status()
        self.client.delete("/api/paintings/3").raise_for_status()
        self.answer(drill, 5, status=404)
        self.assertEqual(self.client.get(self.at).json()["learner"]["answers"], 1)


class Practising(WithApi):
    def setUp(self):
        self.folder_of_its_own()
        self.over(self.file)
        self.now = datetime(2026, 11, 28, 9, 0)

    def begin(self, name="Ana"):
        return (
            self.client.post("/api/practice/learners", json={"name": name}).raise_for_status().json()["learner"]["id"]
        )

    def drill(self, who, kind=None):
        asked = {"kind": kind} if kind else {}
        return self.client.get(f"/api/practice/learners/{who}/drill", params=asked).raise_for_status().json()

    def answer(self, who, drill, given, seconds=5.0, status=200):
        body = {
            "kind": drill["kind"],
            "seed": drill["seed"],
            "level": drill["level"],
            "given": given,
            "seconds": seconds,
        }
        found = self.client.post(f"/api/practice/learners/{who}/answers", json=body)
        self.assertEqual(found.status_code, status, found.text)
        return found.json()

    def truth(self, drill):
        return right_answer(make_drill(drill["kind"], drill["seed"], drill["level"]))

    def test_every_kind_is_asked_shown_and_marked(self):
        who = self.begin()
        kinds = self.client.get("/api/practice").json()["kinds"]
        self.assertEqual({each["key"] for each in kinds}, set(DRILLS))
        for kind in DRILLS:
            drill = self.drill(who, kind)
            if drill["picture"]:
                picture = Image.open(io.BytesIO(self.client.get(drill["picture"]).raise_for_status().content))
                self.assertEqual(picture.size, (960, 640))
                self.assertNotIn("merged", drill["picture"].replace("/edge_merged/", "/"))  # its address does not tell
            self.assertNotIn("truth", drill)
            marked = self.answer(who, drill, self.truth(drill))
            self.assertTrue(marked["right"], kind)
            self.assertEqual(marked["counted"], DRILLS[kind].scored)
            self.assertEqual(drill["scored"], kind not in ("loosening", "six_formats"))

    def test_a_drill_counts_once_and_not_when_nobody_looked(self):
        who = self.begin()
        drill = self.drill(who, "value_name")
        self.assertFalse(self.answer(who, drill, 5, seconds=0.1)["counted"])
        self.assertTrue(self.answer(who, drill, 5)["counted"])
        self.assertFalse(self.answer(who, drill, 5)["counted"])
        self.assertNotEqual(self.drill(who, "value_name")["seed"], drill["seed"])
        for _ in range(100):
            self.answer(who, drill, 5, seconds=0.05)
        self.assertEqual(self.client.get("/api/practice").json()["learners"][0]["answers"], 1)

    def test_what_comes_next_is_what_was_not_tried_then_what_is_due(self):
        who = self.begin()
        seen = []
        for _ in range(len(DRILLS) - 1):
            drill = self.drill(who)
            seen.append(drill["kind"])
            self.answer(who, drill, self.truth(drill))
        self.assertEqual(set(seen), {key for key, each in DRILLS.items() if each.scored})
        self.now += timedelta(days=40)  # none for a month
        shown = self.client.get(f"/api/practice/learners/{who}").json()
        self.assertIn("its time has come again", shown["why"])
        drill = self.drill(who)
        self.answer(who, drill, self.truth(drill))
        with opened(self.file) as db:
            again = Card.from_json(cards_of(db, who)[drill["kind"]])
        self.assertGreater((again.due.replace(tzinfo=None) - self.now).days, 5)  # right after a month: long till next

    def test_a_clock_set_back_loses_nothing(self):
        who = self.begin()
        drill = self.drill(who, "level")
        self.answer(who, drill, self.truth(drill))
        self.now -= timedelta(days=3)
        drill = self.drill(who, "level")
        self.assertTrue(self.answer(who, drill, self.truth(drill))["counted"])
        self.assertEqual(self.client.get(f"/api/practice/learners/{who}").json()["learner"]["answers"], 2)

    def test_a_bias_is_told(self):
        who = self.begin()
        rng = np.random.default_rng(2)
        for _ in range(16):
            drill = self.drill(who, "value_name")
            given = float(np.clip(self.truth(drill) + 0.6 + rng.normal(0, 0.2), 0, 10))
            told = self.answer(who, drill, given)["shown"]["biases"]
        self.assertTrue(told and "too light" in told[0], told)

    def test_export_and_deleting(self):
        one, other = self.begin(), self.begin("Bo")
        for who in (one, other):
            for kind in ("level", "value_name"):
                drill = self.drill(who, kind)
                self.answer(who, drill, 50 if kind == "level" else 5)
        rows = list(csv.DictReader(io.StringIO(self.client.get(f"/api/practice/learners/{one}/answers.csv").text)))
        self.assertEqual([row["skill"] for row in rows], ["Perspective", "Values"])
        self.client.delete(f"/api/practice/learners/{one}", params={"skill": "Values"}).raise_for_status()
        counts = {each["name"]: each["answers"] for each in self.client.get("/api/practice").json()["learners"]}
        self.assertEqual(counts, {"Ana": 1, "Bo": 2})
        self.client.delete(f"/api/practice/learners/{one}").raise_for_status()
        self.assertEqual(self.client.get(f"/api/practice/learners/{one}").status_code, 404)
        self.assertEqual(self.client.get(f"/api/practice/learners/{other}").json()["learner"]["answers"], 2)
        with opened(self.file) as db:
            self.assertEqual(db.execute("SELECT count(*) FROM spacing WHERE learner_id = ?", (one,)).fetchone()[0], 0)

    def test_bad_input_is_told_in_words(self):
        for name in ("", " \x07 ", "x" * 60):
            self.assertEqual(self.client.post("/api/practice/learners", json={"name": name}).status_code, 422)
        self.assertEqual(self.begin("Ana"), self.begin(" ana "))  # one name is one learner
        for number in range(MOST_LEARNERS - 1):
            self.begin(f"L{number}")
        self.assertEqual(self.client.post("/api/practice/learners", json={"name": "one more"}).status_code, 422)
        who = self.begin()
        drill = self.drill(who, "fault")
        self.answer(who, drill, "zz", status=422)
        self.answer(who, {**drill, "kind": "chess"}, "none", status=422)
        self.answer(who, {**drill, "seed": 0}, "none", status=422)
        self.answer(99, drill, "none", status=404)
        self.assertEqual(self.client.get(f"/api/practice/learners/{who}/drill", params={"kind": "x"}).status_code, 422)
        self.assertEqual(self.client.get("/api/practice/pictures/mix_guess/1/1.jpg").status_code, 404)
        self.assertEqual(self.client.delete(f"/api/practice/learners/{who}", params={"skill": "x"}).status_code, 422)


if __name__ == "__main__":
    unittest.main()
