"""The mixing sheet and the palette text are read back."""

import csv
import io
import unittest

from PIL.GimpPaletteFile import GimpPaletteFile
from pypdf import PdfReader

from kind_distance.exchange.mixingsheet import MixingSheet, SheetMix, draw_mixing_sheet
from tests.support import WithApi


def mix(letter):
    return SheetMix(letter, "Far ridges mass", "2 ultramarine · 1 yellow ochre in 30 × white", "About 4 ml.",
                    (180, 190, 200), (182, 190, 201))  # fmt: skip


class Sheets(unittest.TestCase):
    def test_more_mixes_than_a_page_holds_go_on(self):
        letters = [chr(ord("A") + at) for at in range(20)]
        sheet = MixingSheet(
            "Quarry", ("Acrylic",), tuple(mix(each) for each in letters), ("White PW6: 9 ml.",), "Labels first."
        )
        pages = PdfReader(io.BytesIO(draw_mixing_sheet(sheet))).pages
        self.assertGreaterEqual(len(pages), 2)
        text = "".join(each.extract_text() for each in pages)
        self.assertEqual(text.count("Far ridges mass"), 20)
        self.assertIn("White PW6", text)
        self.assertIn("Labels first.", text)

    def test_the_same_sheet_is_the_same_bytes(self):
        sheet = MixingSheet("Quarry", (), (mix("A"),), (), "Labels first.")
        self.assertEqual(draw_mixing_sheet(sheet), draw_mixing_sheet(sheet))


class Files(WithApi):
    def setUp(self):
        super().setUp()
        self.painting = self.client.post("/api/paintings/sample").json()
        self.place = f"/api/paintings/{self.painting['id']}"

    def test_the_palette_is_read_by_another_program(self):
        """Source: Pillow's reader of the open palette text."""
        data = self.client.get(f"{self.place}/palette.gpl").raise_for_status().content
        palette, mode = GimpPaletteFile(io.BytesIO(data)).getpalette()
        self.assertEqual(mode, "RGB")
        mixes = self.client.get(f"{self.place}/mixes").json()
        told = [bytes.fromhex(each["colour"][1:]) for each in mixes["tubes"]]
        self.assertEqual([palette[3 * at : 3 * at + 3] for at in range(len(told))], told)

    def test_the_table_has_a_line_for_every_recipe(self):
        text = self.client.get(f"{self.place}/mixes.csv").raise_for_status().content.decode()
        rows = list(csv.DictReader(io.StringIO(text)))
        self.assertEqual(len(rows), 3 * len(self.painting["planes"]))
        self.assertTrue(all(each["recipe"] for each in rows))

    def test_the_sheet_says_every_recipe(self):
        data = self.client.get(f"{self.place}/mixing.pdf").raise_for_status().content
        text = "".join(each.extract_text() for each in PdfReader(io.BytesIO(data)).pages)
        self.assertIn(self.painting["brief"]["title"], text)
        self.assertIn("safety data sheets", text)
        for batch in self.client.get(f"{self.place}/mixes").json()["batches"]:
            self.assertIn(batch["said"].split(",")[0], text.replace("\n", " "))
