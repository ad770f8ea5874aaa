"""What will be printed, looked at over the API before it is."""

import base64
import io

from PIL import Image

from tests.support import WithApi


class Printed(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.client.post("/api/paintings/sample").raise_for_status().json()
        self.at = f"/api/paintings/{self.painting['id']}"

    def test_pages_are_those_of_the_file(self):
        for sort, least in (("sheet", 1), ("plan", 2), ("mixing", 1)):
            with self.subTest(sort=sort):
                found = self.client.get(f"{self.at}/printed/{sort}").raise_for_status().json()
                self.assertGreaterEqual(len(found["pages"]), least)
                self.assertEqual(found["file"], f"{self.at}/{sort}.pdf")
                self.assertTrue(self.client.get(found["file"]).content.startswith(b"%PDF"))
                kind, data = found["pages"][0]["image"].split(",")
                self.assertEqual(kind, "data:image/png;base64")
                image = Image.open(io.BytesIO(base64.b64decode(data)))
                page = found["pages"][0]
                self.assertAlmostEqual(image.width / image.height, page["width_cm"] / page["height_cm"], delta=0.01)

    def test_the_sheet_of_a_chosen_session(self):
        last = self.painting["work"]["sessions"][-1]["number"]
        found = self.client.get(f"{self.at}/printed/sheet?session={last}").raise_for_status().json()
        self.assertEqual(found["file"], f"{self.at}/sheet.pdf?session={last}")
        first = self.client.get(f"{self.at}/printed/sheet").json()
        self.assertNotEqual(found["pages"][0]["image"], first["pages"][0]["image"])

    def test_what_cannot_be_printed_is_refused_in_words(self):
        self.assertEqual(self.client.get(f"{self.at}/printed/poster").status_code, 422)
        missing = self.client.get("/api/paintings/99999/printed/sheet")
        self.assertEqual(missing.status_code, 404)
        self.assertIn("detail", missing.json())
        unknown = self.client.get(f"{self.at}/printed/sheet?session=999")
        self.assertIn(unknown.status_code, (404, 409, 422))
