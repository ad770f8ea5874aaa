"""The easel and the log over the API: cards, pictures, photos of the painting, the diary as a table."""

import csv
import io
from datetime import datetime, timedelta

import cv2
import numpy as np
from PIL import Image

from tests.support import NOW, WithApi, demo_copy, file_bytes, hill_picture

TEA = 3


class AtTheEasel(WithApi):
    def setUp(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        self.over(self.file)
        self.at = f"/api/paintings/{TEA}"

    def press(self, action, status=200, **arguments):
        version = self.client.get(f"{self.at}/version").json()["version"]
        asked = {"version": version, "change": {"action": action, **arguments}}
        answer = self.client.post(f"{self.at}/changes", json=asked)
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def easel(self):
        return self.client.get(f"{self.at}/easel").raise_for_status().json()

    def log(self):
        return self.client.get(f"{self.at}/log").raise_for_status().json()

    def begin(self, passes=0):
        self.now = datetime(2026, 11, 28, 7, 20)
        self.press("begin_session", session=self.easel()["start"][0]["session"])
        for _ in range(passes):
            self.now += timedelta(minutes=9)
            self.press("finish_pass", number=self.easel()["now"]["number"])

    def photo(self):
        version = self.client.get(f"{self.at}/version").json()["version"]
        answer = self.client.post(f"{self.at}/camera", json={"version": version})
        self.assertEqual(answer.status_code, 201, answer.text)
        return self.log()["photos"][-1]["number"]

    def test_the_card_before_a_session(self):
        start = self.easel()["start"]
        self.assertEqual([each["begun"] for each in start], [False] * len(start))
        self.assertFalse(start[0]["now"])  # it is two days off
        self.assertTrue(start[0]["passes"] and start[0]["cautions"] and start[0]["goal"])
        self.assertIsNone(self.easel()["now"])

    def test_painting_and_the_card_after(self):
        self.begin(2)
        shown = self.easel()
        self.assertEqual((shown["now"]["at"], shown["now"]["running"], shown["picture"]), (3, True, True))
        self.assertLessEqual(len(shown["then"]), 3)
        self.press("end_session")
        end = self.easel()["end"]
        self.assertEqual(len(end["passes"]), 2)
        self.assertTrue(end["cleaning"])
        self.assertIn("Next:", end["next_said"])

    def test_pictures_of_a_pass(self):
        self.begin(1)
        number = self.easel()["now"]["number"]
        shown = [
            np.asarray(
                Image.open(io.BytesIO(self.client.get(f"{self.at}/easel/picture.jpg{query}").content)).convert("L")
            )
            for query in (f"?number={number}", f"?number={number}&lit_only=false", "")
        ]
        self.assertEqual({each.shape for each in shown}, {shown[0].shape})
        sky = next(each["number"] for each in self.client.get(self.at).json()["work"]["passes"]
                   if each["kind"] == "block_in" and each["plane"] == 1)  # fmt: skip
        lit = np.asarray(
            Image.open(io.BytesIO(self.client.get(f"{self.at}/easel/picture.jpg?number={sky}").content)).convert("L")
        )
        self.assertGreater(lit[10:40].mean(), lit[-40:-10].mean() + 40)  # the sky is lit, the rows are not
        wet = Image.open(io.BytesIO(self.client.get(f"{self.at}/easel/wet.png").content))
        self.assertEqual(wet.mode, "RGBA")
        self.assertGreater(np.asarray(wet)[..., 3].max(), 0)  # the toned ground is wet

    def test_the_log_and_its_diary(self):
        self.begin(2)
        self.press("add_remark", text="=cmd()", kind="note")
        log = self.log()
        self.assertEqual(sum(each["taken"] for each in log["minutes"]), 18)
        self.assertEqual(len(log["sessions"]), 1)
        self.assertTrue(log["finish"][0].endswith("not painted yet."))
        lines = self.client.get(f"{self.at}/diary?kind=pass").json()
        self.assertEqual(len(lines), 2)
        table = list(csv.DictReader(io.StringIO(self.client.get(f"{self.at}/diary.csv").text)))
        self.assertEqual(table[0]["kind"], "session")
        self.assertIn("'=cmd()", [row["said"] for row in table])  # no table program takes it for a formula
        self.assertEqual(self.client.get(f"{self.at}/diary?most=0").status_code, 422)
        self.assertEqual(self.client.get("/api/paintings/99/diary").status_code, 404)

    def test_a_photo_is_read_and_judged(self):
        self.begin(8)
        number = self.photo()
        read = self.client.get(f"{self.at}/photos/{number}").raise_for_status().json()
        self.assertTrue(read["found"])
        self.assertEqual(len(read["corners"]), 4)
        bare = [each for each in read["drifts"] if not each["begun"]]
        judged = {rank for each in read["judgements"] for rank in each["planes"]}
        self.assertFalse(judged & {each["rank"] for each in bare})  # nothing is said of what is not painted yet
        far = {each["rank"] for each in read["drifts"] if each["begun"] and abs(each["off"]) >= 0.4}
        self.assertEqual(far, {each["planes"][0] for each in read["judgements"] if "too " in each["title"]})
        for what in ("flat", "planned", "difference"):
            picture = Image.open(io.BytesIO(self.client.get(read[what]).content))
            self.assertGreater(picture.width, 300)
        self.assertNotIn("progress", {each["purpose"] for each in self.client.get(self.at).json()["sources"]})
        for judgement in read["judgements"]:
            for remedy in judgement["remedies"]:
                with self.subTest(remedy=remedy["label"]):
                    self.press(remedy["action"], **remedy["arguments"])

    def test_the_even_photograph_is_the_painting_alone(self):
        """Against what was photographed: the same picture, straight, its corners within 1 %."""
        self.begin(8)
        number = self.photo()
        at = f"{self.at}/photos/{number}"
        whole = np.asarray(Image.open(io.BytesIO(self.client.get(f"{at}/even.png").raise_for_status().content)), float)
        planned = Image.open(io.BytesIO(self.client.get(f"{at}/planned.jpg").content))
        self.assertAlmostEqual(whole.shape[1] / whole.shape[0], 40 / 27, delta=0.01)
        small = cv2.resize(whole.mean(axis=2).astype(np.float32), planned.size, interpolation=cv2.INTER_AREA)
        plan = np.asarray(planned.convert("L"), np.float32)
        (across, down), sure = cv2.phaseCorrelate(plan, small)  # its own reference: OpenCV
        self.assertLess(max(abs(across) / planned.width, abs(down) / planned.height), 0.01)
        self.assertGreater(np.corrcoef(plan.ravel(), small.ravel())[0, 1], 0.9)
        detail = Image.open(io.BytesIO(self.client.get(f"{at}/even.jpg?x=0.02&y=0.98&size=0.25").content))
        self.assertAlmostEqual(detail.width / whole.shape[1], 0.25, delta=0.01)
        self.assertEqual(self.client.get(f"{at}/even.png?x=2&y=0").status_code, 422)

    def test_drift_from_photo_to_photo_and_a_photo_set_aside(self):
        self.begin(6)
        taken = []
        for _ in range(3):
            taken.append(self.photo())
            self.now += timedelta(minutes=3)
        reads = [self.client.get(f"{self.at}/photos/{number}").json() for number in taken]
        believed = [number for number, read in zip(taken, reads, strict=True) if not read["why_not"]]
        self.assertTrue(believed)
        told = self.client.get(f"{self.at}/drifts").raise_for_status().json()
        self.assertEqual(len(told["photos"]), len(believed))
        self.assertTrue(told["planes"])
        for plane in told["planes"]:
            self.assertEqual(len(plane["offs"]), len(believed))
        first = believed[0]
        read = self.client.get(f"{self.at}/photos/{first}").json()
        self.assertEqual(len(read["checks"]), 4)
        self.press("set_photo_aside", source=first, aside=True)
        aside = self.client.get(f"{self.at}/photos/{first}").json()
        self.assertEqual((aside["aside"], aside["judgements"]), (True, []))
        self.assertIn("what you see", aside["why_not"])
        self.assertEqual(len(self.client.get(f"{self.at}/drifts").json()["photos"]), len(believed) - 1)
        self.press("set_photo_aside", source=first, aside=False)
        self.assertEqual(len(self.client.get(f"{self.at}/drifts").json()["photos"]), len(believed))
        self.press("set_photo_aside", 422, source=1, aside=True)  # the photo of the place is none of the painting

    def test_a_mark_lies_on_the_painting(self):
        self.begin(3)
        number = self.photo()
        self.press("add_mend", text="Softer rim", minutes=8, source=number, x=0.25, y=0.5)
        mark = self.log()["to_mend"][-1]
        self.assertEqual((mark["x"], mark["y"], mark["source"], mark["minutes"]), (0.25, 0.5, number, 8))
        for wrong in ({"x": 0.2}, {"x": 1.2, "y": 0.1}, {"y": -0.1, "x": 0.1}):
            self.press("add_mend", 422, text="Off", **wrong)
        self.press("add_mend", 404, text="Off", source=99, x=0.1, y=0.1)

    def test_a_colour_is_tried_on_a_copy(self):
        self.begin(8)
        number = self.photo()
        read = self.client.get(f"{self.at}/photos/{number}").json()
        plane = next(each["rank"] for each in read["drifts"] if each["begun"])
        before = self.client.get(read["flat"]).content
        asked = {"plane": plane, "colour": "#202830", "way": "flat", "strength": 2}
        told = self.client.get(f"{self.at}/photos/{number}/tried", params=asked).raise_for_status().json()
        self.assertLess(told["value"], told["before"] - 2)
        self.assertIn("goes from", told["said"])
        self.assertNotEqual(self.client.get(told["image"]).content, before)
        self.assertEqual(self.client.get(read["flat"]).content, before)  # the painting's own bytes are the same after
        for wrong in ({"colour": "blue"}, {"plane": 99}, {"strength": "inf"}, {"way": "pour"}):
            answer = self.client.get(f"{self.at}/photos/{number}/tried", params={**asked, **wrong})
            self.assertEqual(answer.status_code, 422, wrong)

    def test_a_photo_before_anything_is_painted(self):
        self.now = datetime(2026, 11, 28, 7, 20)
        read = self.client.get(f"{self.at}/photos/{self.photo()}").raise_for_status().json()
        self.assertEqual(read["judgements"], [])

    def test_a_photo_of_something_else_asks_for_the_corners(self):
        version = self.client.get(f"{self.at}/version").json()["version"]
        answer = self.client.post(
            f"{self.at}/sources", data={"version": version, "kind": "progress"},
            files={"file": ("cat.png", file_bytes(hill_picture()), "image/png")},
        )  # fmt: skip
        number = answer.raise_for_status().json()["source"]
        read = self.client.get(f"{self.at}/photos/{number}").json()
        self.assertTrue(read["why_not"])
        self.assertEqual(read["judgements"], [])
        if not read["found"]:
            self.assertEqual(self.client.get(read["flat"]).status_code, 404)
        self.press("set_corners", 422, source=number, corners=[[0.1, 0.1], [0.9, 0.9], [0.1, 0.1], [0.9, 0.9]])
        self.press("set_corners", source=number, corners=[[0.9, 0.9], [0.1, 0.1], [0.9, 0.1], [0.1, 0.9]])  # any order
        read = self.client.get(f"{self.at}/photos/{number}").json()
        self.assertEqual(
            [[round(v, 3) for v in each] for each in read["corners"]], [[0.1, 0.1], [0.9, 0.1], [0.9, 0.9], [0.1, 0.9]]
        )
        self.assertTrue(read["by_hand"] and read["found"])
        self.press("set_corners", source=number, corners=[])

    def test_a_reference_is_no_photo_of_the_painting(self):
        self.assertEqual(self.client.get(f"{self.at}/photos/1").status_code, 422)
        self.assertEqual(self.client.get(f"{self.at}/photos/99").status_code, 404)
        self.press("set_corners", 422, source=1, corners=[])

    def test_without_a_photo_there_is_an_easel_all_the_same(self):
        self.now = NOW
        bare = self.begin_bare()
        at = f"/api/paintings/{bare['id']}"
        self.assertFalse(self.client.get(f"{at}/easel").raise_for_status().json()["picture"])
        self.assertEqual(self.client.get(f"{at}/easel/picture.jpg").status_code, 422)
        self.assertEqual(self.client.get(f"{at}/log").raise_for_status().json()["photos"], [])

    def begin_bare(self):
        return self.client.post("/api/paintings", json={"title": "From life"}).raise_for_status().json()
