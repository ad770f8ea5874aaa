"""Mixes and the build over the API: checked input, honest answers."""

import io
import zipfile

import numpy as np
from PIL import Image
from pypdf import PdfReader

from tests.support import WithApi


class MixesByApi(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.client.post("/api/paintings/sample").json()
        self.id = self.painting["id"]

    def change(self, action, status=200, **arguments):
        version = self.client.get(f"/api/paintings/{self.id}").json()["version"]
        asked = {"version": version, "change": {"action": action, **arguments}}
        answer = self.client.post(f"/api/paintings/{self.id}/changes", json=asked)
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def mixes(self):
        return self.client.get(f"/api/paintings/{self.id}/mixes").raise_for_status().json()

    def test_every_plane_has_its_string(self):
        found = self.mixes()
        planes = len(self.painting["planes"])
        self.assertEqual(len(found["mixes"]), 3 * planes)
        self.assertEqual(len(found["tubes"]), 9)
        matches = sum(each["recipe"]["reach"] == "match" for each in found["mixes"])
        self.assertGreaterEqual(matches / len(found["mixes"]), 0.8)
        for each in found["mixes"]:
            self.assertRegex(each["wanted"], "^#[0-9a-f]{6}$")
            self.assertAlmostEqual(each["recipe"]["value"], each["value"], delta=0.6)
            self.assertTrue(each["wet_said"])

    def test_a_pale_mix_is_said_in_two_steps(self):
        pale = next(each for each in self.mixes()["mixes"] if each["steps"])
        self.assertIn("× white", pale["recipe"]["said"])
        self.assertGreaterEqual(pale["steps"]["white"], 2)
        self.assertEqual(pale["steps"]["white_name"], "white")

    def test_what_is_settled_is_shown_so(self):
        self.change("keep_recipe", plane=2, part="mass")
        mix = next(e for e in self.mixes()["mixes"] if (e["plane"], e["part"]) == (2, "mass"))
        self.assertTrue(mix["locked"])
        self.assertEqual(mix["others"], [])

    def test_a_recipe_can_be_tried_without_keeping_it(self):
        place = f"/api/paintings/{self.id}/mixes/tried"
        found = self.client.get(place, params={"plane": 1, "part": "mass", "parts": "1:30,6:1"}).json()
        self.assertEqual(found["recipe"]["said"], "1 ultramarine in 30 × white")
        version = self.client.get(f"/api/paintings/{self.id}").json()["version"]
        self.client.get(place, params={"plane": 1, "part": "mass", "parts": "1:2,6:1"})
        self.assertEqual(self.client.get(f"/api/paintings/{self.id}").json()["version"], version)
        for parts, status in (("1:0", 422), ("99:1", 404), ("x", 422), ("1:1" + ",1:1" * 9, 422), ("", 422)):
            with self.subTest(parts=parts):
                answer = self.client.get(place, params={"plane": 1, "part": "mass", "parts": parts})
                self.assertEqual(answer.status_code, status)
                self.assertIn("title", answer.json())

    def test_the_fewest_tubes(self):
        found = self.client.get(f"/api/paintings/{self.id}/mixes/few", params={"tolerance": 5}).json()
        self.assertLess(len(found["tubes"]), 9)
        for wrong in ("0", "nan", "99"):
            answer = self.client.get(f"/api/paintings/{self.id}/mixes/few", params={"tolerance": wrong})
            self.assertEqual(answer.status_code, 422)

    def test_without_a_palette(self):
        for tube in self.mixes()["tubes"]:
            self.change("remove_tube", tube=tube["number"])
        self.assertEqual(self.mixes()["mixes"], [])
        self.assertEqual(self.client.get(f"/api/paintings/{self.id}/mixes/few").status_code, 422)

    def test_usual_tubes_are_listed_with_their_hazards(self):
        found = {each["pigment"]: each for each in self.client.get("/api/pigments").json()}
        self.assertIn("Cadmium", found["PY35"]["hazard"])
        self.assertEqual(found["PW6"]["role"], "white")

    def test_the_painters_box_is_what_lies_on_other_palettes(self):
        self.assertEqual(self.client.get(f"/api/paintings/{self.id}/paint-box").json(), [])
        begun = self.client.post("/api/paintings", json={"title": "Other", "medium": "acrylic"}).json()
        box = self.client.get(f"/api/paintings/{begun['id']}/paint-box").json()
        self.assertEqual(len(box), 9)
        known = {name: value for name, value in box[5]["tube"].items() if name not in ("number", "barred")}
        change = {"version": begun["version"], "change": {"action": "add_tube", **known}}
        added = self.client.post(f"/api/paintings/{begun['id']}/changes", json=change)
        self.assertEqual(added.status_code, 200, added.text)
        self.client.post(f"/api/paintings/{self.id}/bin").raise_for_status()
        self.assertEqual(self.client.get(f"/api/paintings/{begun['id']}/paint-box").json(), [])
        self.assertEqual(self.client.get("/api/paintings/999/paint-box").status_code, 404)

    def test_the_build_shows_every_stage(self):
        found = self.client.get(f"/api/paintings/{self.id}/build").json()
        self.assertEqual(found["stages"][0]["number"], None)
        seen = []
        for stage in found["stages"][:4]:
            answer = self.client.get(stage["image"]).raise_for_status()
            self.assertIn("immutable", answer.headers["cache-control"])
            picture = Image.open(io.BytesIO(answer.content))
            self.assertEqual(picture.size, (found["width"], found["height"]))
            seen.append(np.asarray(picture).mean())
        self.assertGreater(len({round(float(each), 2) for each in seen}), 2)
        self.assertEqual(self.client.get(f"/api/paintings/{self.id}/build/199.jpg").status_code, 404)
        # A stage whose passes did not change keeps its address; a changed plan gives new ones.
        self.change("set_planned_value", plane=1, value=6.0)
        other = self.client.get(f"/api/paintings/{self.id}/build").json()
        self.assertNotEqual(other["stages"][1]["image"], found["stages"][1]["image"])

    def test_the_finished_build_is_told_and_exported(self):
        told = self.client.get(f"/api/paintings/{self.id}/build/told").json()
        self.assertTrue(told["bare_said"].endswith("."))
        film = Image.open(io.BytesIO(self.client.get(f"/api/paintings/{self.id}/build.webp").content))
        with zipfile.ZipFile(io.BytesIO(self.client.get(f"/api/paintings/{self.id}/build.zip").content)) as packed:
            stages = self.client.get(f"/api/paintings/{self.id}/build").json()["stages"]
            self.assertEqual(len(packed.namelist()), len(stages))
            first = Image.open(io.BytesIO(packed.read("stage-00.png")))
            self.assertEqual(first.format, "PNG")
        sheet = PdfReader(io.BytesIO(self.client.get(f"/api/paintings/{self.id}/build.pdf").content))
        self.assertEqual(len(sheet.pages), 1)
        self.assertEqual(len(sheet.pages[0].images), 6)
        # Stages that change nothing to be seen run into one frame.
        self.assertGreater(film.n_frames, 8)

    def test_a_painting_without_a_photo_has_no_build(self):
        begun = self.client.post("/api/paintings", json={"title": "Bare"}).json()
        answer = self.client.get(f"/api/paintings/{begun['id']}/build")
        self.assertEqual(answer.status_code, 422)
        self.assertTrue(answer.json()["way_out"])
