"""The printed sheet, read back by an independent PDF reader."""

import io
import unittest
from dataclasses import replace

import numpy as np
from pypdf import PdfReader

from kind_distance.exchange.sheet import Sheet, SheetPass, SheetPlane, draw_sheet, with_edges


def sheet(passes=6, **more):
    planes = tuple(
        SheetPlane(n, f"Plane {n}", f"{n * 100} m", 9.0 - n, 0.9 - n / 12, (0.5, 0.6, 0.4)) for n in range(1, 7)
    )
    rows = tuple(
        SheetPass(f"7:{10 + n}", f"pass {n}", f"Plane {n % 6 + 1}", 5 + n, "dry in 7 to 13 min", n == 0)
        for n in range(passes)
    )
    known = {
        "title": "Tea terraces",
        "idea": "Morning light.",
        "facts": "Acrylic on board, 40 x 27 cm",
        "thumbnail": np.full((267, 400), 120, np.uint8),
        "thumbnail_said": "Values: 8.2 / 6.6 / 4.4 / 1.9",
        "planes": planes,
        "heading": "Saturday 7:10",
        "air": "Outdoors, 110 min",
        "passes": rows,
        "remarks": ("Meant so: the ridges dissolve.",),
    }
    return Sheet(**{**known, **more})


def read(data):
    return PdfReader(io.BytesIO(data))


class Edges(unittest.TestCase):
    def test_hard_edges_are_lines_and_soft_ones_are_broken(self):
        labels = np.repeat(np.repeat([1, 2, 3], 20)[:, None], 90, axis=1).astype(np.uint8)
        drawn = with_edges(np.full((60, 90), 100, np.uint8), labels, frozenset({(2, 3)}))
        self.assertTrue((drawn[19] == 255).all())
        self.assertTrue(0.3 < (drawn[39] == 255).mean() < 0.7)
        self.assertTrue((drawn[5:15] == 100).all())

    def test_numbers_stand_on_the_thumbnail(self):
        text = read(draw_sheet(sheet(planes=(), marks=((0.5, 0.2, "7"), (0.5, 0.8, "8"))))).pages[0].extract_text()
        self.assertIn("7", text.split())
        self.assertIn("8", text.split())

    def test_a_long_title_is_whole_beside_a_short_plane(self):
        long = SheetPass("7:10", "draw the planes and the lights kept", "Sky", 12, "")
        text = read(draw_sheet(replace(sheet(), passes=(long,)))).pages[0].extract_text()
        self.assertIn("draw the planes and the lights kept", text)


class Printing(unittest.TestCase):
    def test_one_page_with_all_that_is_needed(self):
        pages = read(draw_sheet(sheet())).pages
        self.assertEqual(len(pages), 1)
        text = pages[0].extract_text()
        for word in (
            "Tea terraces",
            "Morning light.",
            "1 Plane 1",
            "8.0",
            "Saturday 7:10",
            "pass 5",
            "10 min",
            "Meant so",
        ):
            with self.subTest(word=word):
                self.assertIn(word, text)
        self.assertEqual(len(pages[0].images), 1)

    def test_a4_with_its_fonts_inside(self):
        page = read(draw_sheet(sheet())).pages[0]
        self.assertAlmostEqual(float(page.mediabox.width), 595.3, delta=0.5)
        fonts = page["/Resources"]["/Font"].get_object().values()
        embedded = [
            f.get_object()["/FontDescriptor"].get_object() for f in fonts if "/FontDescriptor" in f.get_object()
        ]
        self.assertTrue(embedded)
        self.assertTrue(all("/FontFile2" in each for each in embedded))

    def test_readable_at_arms_length(self):
        """No text smaller than 11 points (about 10 is read at 40 cm; common practice, no source)."""
        sizes = []

        def visit(text, cm, tm, fonts, size):
            if text.strip():
                sizes.append(size)

        for count in (4, 14):
            read(draw_sheet(sheet(count))).pages[0].extract_text(visitor_text=visit)
        self.assertGreaterEqual(min(sizes), 9.4)
        self.assertGreaterEqual(sorted(sizes)[len(sizes) // 2], 11)

    def test_many_passes_go_on(self):
        pages = read(draw_sheet(sheet(60))).pages
        self.assertGreater(len(pages), 1)
        text = "".join(page.extract_text() for page in pages)
        self.assertTrue(all(f"pass {n}" in text for n in range(60)))

    def test_without_thumbnail_planes_or_passes(self):
        self.assertEqual(len(read(draw_sheet(sheet(0, thumbnail=None, planes=(), idea="", remarks=()))).pages), 1)

    def test_other_alphabets_and_very_long_words(self):
        data = draw_sheet(sheet(title="Łąka " + "x" * 300, idea="日本 \u0000 field"))
        self.assertIn("aka", read(data).pages[0].extract_text())

    def test_same_content_same_bytes(self):
        self.assertEqual(draw_sheet(sheet()), draw_sheet(sheet()))


if __name__ == "__main__":
    unittest.main()
