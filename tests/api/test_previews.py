"""Trying over HTTP: formats, readings, crops, divisions, swatches, ways of looking, files."""

import io
import zipfile

import numpy as np
from PIL import Image
from pypdf import PdfReader

from kind_distance.demo.seed import picture_bytes
from tests.support import WithApi

SIX = ["own", "square", "landscape_4_3", "tall_3_4", "panorama_2_1", "7:5"]


class Trying(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.planned()
        self.at = f"/api/paintings/{self.painting['id']}"

    def post(self, path, status=200, **body):
        answer = self.client.post(f"{self.at}/{path}", json=body)
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def get(self, path, status=200):
        answer = self.client.get(f"{self.at}/{path}")
        self.assertEqual(answer.status_code, status, answer.text[:200])
        return answer

    def do(self, action, **arguments):
        self.painting = self.change(self.painting, action, **arguments)
        return self.painting

    def test_six_formats(self):
        found = self.post("formats", source=1, formats=SIX)
        self.assertEqual([f["key"] for f in found], SIX)
        for each in found:
            x, y, w, h = each["crop"]
            self.assertAlmostEqual(w / h, each["ratio"], delta=0.03 * each["ratio"])
            self.assertTrue(x >= 0 and y >= 0 and x + w <= 320 and y + h <= 240)
        for wrong in ("0:3", "x:y", "9:0", "1e999:1", "circle", ""):
            self.assertEqual(self.post("formats", 422, source=1, formats=[wrong])["code"], "out_of_range")
        self.post("formats", 422, source=1, formats=[])
        self.post("formats", 422, source=1, formats=["square"] * 13)

    def test_crops_wait_for_the_focus_and_are_never_applied(self):
        refused = self.get("sources/1/crops?format=square", 422).json()
        self.assertIn("Mark the focus", refused["way_out"])
        self.do("set_focus", x=0.4, y=0.5)
        self.assertEqual(len(self.get("sources/1/crops?format=square").json()), 3)
        self.assertEqual(self.client.get(self.at).json()["thumbnails"], [])

    def test_what_if_on_one_area(self):
        """A shape re-stepped in a trial changes readings and judgements, and keeps nothing."""
        plain = self.post("preview", source=1, steps=3)
        edit = {"kind": "step", "points": [[0.5, 0.1]], "step": 0}
        tried = self.post("preview", source=1, steps=3, edits=[edit])
        self.assertGreater(tried["reading"]["shares"][0], plain["reading"]["shares"][0] + 0.2)
        seen = self.post("seen", source=1, steps=3, edits=[edit])
        self.assertTrue(any(f["key"] == "masses" for f in seen["facts"]))
        self.assertEqual([r for j in seen["judgements"] for r in j["remedies"] if r["action"] == "set_thumbnail"], [])
        self.assertEqual(self.client.get(self.at).json()["version"], self.painting["version"])

    def test_one_step_alone(self):
        alone = self.post("preview", source=1, steps=3, isolate=0)
        self.assertNotEqual(alone["image"], self.post("preview", source=1, steps=3)["image"])

    def test_wrong_trials_are_said_in_words(self):
        for wrong in (
            {"source": 9},
            {"source": 1, "steps": 99},
            {"source": 1, "crop": [0, 0, 5000, 10]},
            {"source": 1, "key": "loud"},
            {"source": 1, "cuts": [5.0]},
            {"source": 1, "edits": [{"kind": "split", "points": []}]},
            {"source": 1, "edits": [{"kind": "pull", "points": [[0.5, 7.0]], "step": 1}]},
            {"source": 1, "surprise": True},
        ):
            with self.subTest(wrong=wrong):
                answer = self.client.post(f"{self.at}/preview", json=wrong)
                self.assertIn(answer.status_code, (404, 422))
                self.assertTrue(answer.json()["way_out"])

    def test_ways_of_looking(self):
        for way in ("grey", "squint", "covered", "plane&plane=2"):
            picture = Image.open(io.BytesIO(self.get(f"sources/1/look.jpg?way={way}").content))
            self.assertEqual(picture.size, (320, 240))
        grey = np.asarray(
            Image.open(io.BytesIO(self.get("sources/1/look.jpg?way=grey").content)).convert("RGB")
        ).astype(int)
        self.assertLess(np.abs(grey[..., 0] - grey[..., 2]).max(), 6)
        self.get("sources/1/look.jpg?way=sideways", 422)
        self.get("sources/5/look.jpg?way=grey", 404)

    def test_a_swatch_in_its_surroundings(self):
        found = self.get("sources/1/swatch?x=0.5&y=0.45").json()
        self.assertIn(f"{found['value']:.1f}", found["said"])
        self.get("sources/1/swatch?x=1.5&y=0.5", 422)
        self.get("sources/1/swatch?x=nan&y=0.5", 422)

    def test_a_grey_lifted_onto_a_light_and_a_dark_ground(self):
        """The same swatch on two grounds is explained: it seems darker on the light one."""
        codes = np.full((240, 320, 3), 235, np.uint8)
        codes[:, 160:] = 25
        codes[110:130, 70:90] = codes[110:130, 230:250] = 119
        out = io.BytesIO()
        Image.fromarray(codes).save(out, "PNG")
        self.bring(self.painting, out.getvalue(), "two.png")
        on_light = self.get("sources/2/swatch?x=0.25&y=0.5").json()
        on_dark = self.get("sources/2/swatch?x=0.75&y=0.5").json()
        self.assertEqual(on_light["colour"], on_dark["colour"])
        self.assertIn("darker there than it is", on_light["said"])
        self.assertIn("lighter there than it is", on_dark["said"])

    def test_divisions_in_the_painters_unit(self):
        self.do("set_brief", unit="in", width_cm=30.48, height_cm=22.86)
        thirds = next(d for d in self.post("divisions", source=1) if d["key"] == "thirds")
        self.assertEqual(thirds["along_top"], "4 in and 8 in along the top")
        self.assertEqual(thirds["along_side"], "3 in and 6 in down the side")

    def test_files(self):
        self.do("keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014)
        png = self.get("thumbnails/1/file.png")
        self.assertEqual(Image.open(io.BytesIO(png.content)).format, "PNG")
        self.assertIn("attachment", png.headers["content-disposition"])
        self.assertIn(b"<path", self.get("thumbnails/1/file.svg").content)
        self.assertIn("stack.xml", zipfile.ZipFile(io.BytesIO(self.get("thumbnails/1/file.ora").content)).namelist())
        self.assertEqual(len(PdfReader(io.BytesIO(self.get("thumbnails/1/drawing.pdf?paper=a3").content)).pages), 1)
        self.assertIn(b'id="bar"', self.get("thumbnails/1/drawing.svg?division=golden&grid_cm=2").content)
        self.assertIn("cm of line", self.get("thumbnails/1/drawing").json()["said"])
        self.get("thumbnails/1/drawing.pdf?division=sevenths", 422)
        self.get("thumbnails/1/drawing.pdf?grid_cm=0.01", 422)
        self.get("thumbnails/1/drawing.pdf?paper=skin", 422)
        self.get("thumbnails/9/file.png", 404)
        self.get("thumbnails/1/file.exe", 422)

    def test_a_card_keeps_a_private_place_to_itself(self):
        self.do("set_source", source=1, access="mind the tide")
        self.do("add_note", source=1, kind="memory", x=0.5, y=0.5, text="gulls")
        text = PdfReader(io.BytesIO(self.get("sources/1/card.pdf").content)).pages[0].extract_text()
        self.assertIn("mind the tide", text)
        self.assertIn("gulls", text)
        self.assertNotIn("Place:", text)

    def test_a_page_from_photo_to_sketch(self):
        taken = self.bring(self.painting, picture_bytes("sketch_page"), "page.jpg").json()
        number, painting = taken["source"], taken["painting"]
        frames = [f for f in self.get(f"sources/{number}/frames").json() if f["sure"]]
        self.assertEqual(len(frames), 1)
        made = self.post(f"sources/{number}/sketches", 201, version=painting["version"], corners=[frames[0]["corners"]])
        sketch = next(s for s in made["painting"]["sources"] if s["number"] == made["sources"][0])
        self.assertEqual((sketch["kind"], sketch["lineage"]), ("sketch", [number, sketch["number"]]))
        self.post(f"sources/{number}/sketches", 422, version=made["painting"]["version"], corners=[[[0.1, 0.1]] * 4])
        self.post(f"sources/{number}/sketches", 422, version=made["painting"]["version"], corners=[])

    def test_the_horizon_and_what_is_lost(self):
        found = self.get("sources/1/horizon").json()
        self.assertTrue(found["candidates"])
        self.do("set_horizon", source=1, horizon=0.42)
        self.assertEqual(self.get("sources/1/horizon").json()["height"], 0.42)
        marks = Image.open(io.BytesIO(self.get("sources/1/lost.png").content))
        self.assertEqual((marks.mode, marks.size), ("RGBA", (320, 240)))

    def test_ideas_by_word(self):
        self.do("keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014, later="a night version")
        found = self.client.get("/api/ideas", params={"word": "night"}).json()
        self.assertEqual([i["note"] for i in found], ["a night version"])
        self.assertEqual(self.client.get(found[0]["image"]).status_code, 200)
        self.assertEqual(self.client.get("/api/ideas", params={"word": "heron"}).json(), [])
