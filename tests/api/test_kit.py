"""The kit list over the API: worked out, ticked, printed."""

import io

import numpy as np
from PIL import Image
from pypdf import PdfReader

from tests.support import WithApi


class Kit(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.client.post("/api/paintings/sample").raise_for_status().json()
        self.at = f"/api/paintings/{self.painting['id']}"
        self.session = self.painting["work"]["sessions"][0]["number"]

        self.change_it("set_session", outdoors=True)

    def change_it(self, action, status=200, **arguments):
        version = self.client.get(self.at).json()["version"]
        asked = {"version": version, "change": {"action": action, "session": self.session, **arguments}}
        answer = self.client.post(f"{self.at}/changes", json=asked)
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def kit(self):
        return self.client.get(f"{self.at}/kit?session={self.session}").raise_for_status().json()

    def items(self):
        return {item["key"]: item for group in self.kit()["groups"] for item in group["items"]}

    def test_tubes_and_brushes_are_those_of_its_passes(self):
        items = self.items()
        self.assertIn("titanium white", items["tubes"]["name"])
        self.assertRegex(items["brushes"]["name"], r"^Brushes of [\d., and]+ mm$")
        self.assertIn("easel", items)  # it is outdoors

    def test_a_tick_stays_and_own_things_are_added(self):
        self.change_it("pack", item="easel")
        self.change_it("add_to_kit", name="Thermos")
        self.change_it("pack", item="own:Thermos")
        items = self.items()
        self.assertTrue(items["easel"]["packed"] and items["own:Thermos"]["packed"])
        self.assertIn("2 of", self.kit()["said"])
        self.change_it("pack", item="easel", packed=False)
        self.assertFalse(self.items()["easel"]["packed"])
        self.change_it("take_off_kit", name="Thermos")
        self.assertNotIn("own:Thermos", self.items())

    def test_what_cannot_be_is_refused_in_words(self):
        self.change_it("add_to_kit", name="Thermos")
        self.change_it("add_to_kit", name="Thermos", status=422)
        self.change_it("add_to_kit", name="  ", status=422)
        self.change_it("take_off_kit", name="Tent", status=404)
        self.assertEqual(self.client.get(f"{self.at}/kit?session=99").status_code, 422)

    def test_the_list_on_paper(self):
        self.change_it("pack", item="easel")
        data = self.client.get(f"{self.at}/kit.pdf?session={self.session}").raise_for_status().content
        text = PdfReader(io.BytesIO(data)).pages[0].extract_text()
        for words in ("To take along", "Easel and something to sit on", "Brushes of", "safety data sheets"):
            self.assertIn(words, text)
        sizes = []
        PdfReader(io.BytesIO(data)).pages[0].extract_text(
            visitor_text=lambda said, _cm, _tm, _font, size: sizes.append(size) if said.strip() else None
        )
        self.assertGreaterEqual(min(sizes), 10)
        shown = self.client.get(f"{self.at}/printed/kit?session={self.session}").raise_for_status().json()
        self.assertEqual(shown["file"], f"{self.at}/kit.pdf?session={self.session}")


class AnotherGround(WithApi):
    def test_the_build_on_another_ground_changes_nothing_else(self):
        painting = self.client.post("/api/paintings/sample").raise_for_status().json()
        at = f"/api/paintings/{painting['id']}/build"
        planned = self.client.get(at).raise_for_status().json()
        tried = self.client.get(f"{at}?ground=black").raise_for_status().json()
        self.assertEqual([each["said"] for each in tried["stages"]], [each["said"] for each in planned["stages"]])
        first = [self.client.get(each["stages"][1]["image"]).content for each in (planned, tried)]
        usual, dark = (np.asarray(Image.open(io.BytesIO(each)).convert("L")).mean() for each in first)
        self.assertLess(dark, usual - 30)  # the ground is toned black instead of warm grey
        self.assertEqual(self.client.get(f"{at}?ground=purple").status_code, 404)
        self.assertEqual(self.client.get(f"/api/paintings/{painting['id']}").json()["brief"]["ground"], "warm_grey")
