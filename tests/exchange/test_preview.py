"""Pages as pictures before they are printed, and the score's page read back with another library."""

import io
import unittest
from dataclasses import replace

import numpy as np
from PIL import Image
from pypdf import PdfReader
from reportlab.lib.pagesizes import A4
from reportlab.pdfgen.canvas import Canvas

from kind_distance.exchange.preview import MOST_PAGES, page_pictures
from kind_distance.exchange.scorepage import ScoreBar, ScorePage, ScoreSession, draw_score
from kind_distance.exchange.type import Page, register_fonts

LEAST_PT = 10.0  # what is read on paper; common practice of typesetting, no source


def pdf(draw, pages=1):
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=A4, invariant=1)
    for at in range(pages):
        draw(canvas, at)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


class Pages(unittest.TestCase):
    def test_a4_at_96_dots_to_the_inch(self):
        """ISO 216: A4 is 210 x 297 mm; at 96 dots to an inch of 25.4 mm it is 794 x 1123 pixels."""
        found = page_pictures(pdf(lambda canvas, _: canvas.rect(100, 100, 200, 200, fill=1)))
        self.assertEqual(len(found), 1)
        self.assertAlmostEqual(found[0].width_cm, 21.0, delta=0.05)
        self.assertAlmostEqual(found[0].height_cm, 29.7, delta=0.05)
        image = Image.open(io.BytesIO(found[0].png))
        self.assertLessEqual(abs(image.width - 794) + abs(image.height - 1123), 2)

    def test_ink_stands_where_it_was_drawn(self):
        found = page_pictures(pdf(lambda canvas, _: canvas.rect(72, 72, 144, 72, fill=1)), dpi=72)
        ink = np.argwhere(np.asarray(Image.open(io.BytesIO(found[0].png)).convert("L")) < 128)
        (top, left), (bottom, right) = ink.min(axis=0), ink.max(axis=0)
        height = Image.open(io.BytesIO(found[0].png)).height
        self.assertLessEqual(
            max(abs(left - 72), abs(right - 216), abs(height - bottom - 72), abs(height - top - 144)), 2
        )

    def test_pages_come_in_order_and_not_without_end(self):
        found = page_pictures(pdf(lambda canvas, at: canvas.rect(0, 0, 10 * (at + 1), 800, fill=1), 3), dpi=30)
        dark = [np.mean(np.asarray(Image.open(io.BytesIO(each.png)).convert("L")) < 128) for each in found]
        self.assertEqual(dark, sorted(dark))
        self.assertLess(dark[0], dark[2])
        many = page_pictures(pdf(lambda canvas, _: canvas.line(0, 0, 9, 9), MOST_PAGES + 2), dpi=10)
        self.assertEqual(len(many), MOST_PAGES)

    def test_what_is_no_pdf_is_refused(self):
        with self.assertRaises(Exception):  # noqa: B017  the library's own error; only our own prints come here
            page_pictures(b"no pdf")


class ScoreInPrint(unittest.TestCase):
    def setUp(self):
        register_fonts()
        session = ScoreSession(1, "Saturday 5 December", 0, 120, ((30, "7:40"), (60, "8:10")))
        self.score = ScorePage(
            "Tea terraces",
            "2 passes",
            (("1 Sky", (0.8, 0.8, 0.9)), ("2 Far ridges", (0.6, 0.7, 0.8))),
            (session,),
            (
                ScoreBar(0, 1, 10, 20, 40, "blend, laid wet into wet over all of it"),
                ScoreBar(1, 1, 20, 40, 80, "block-in"),
                ScoreBar(1, 1, 90, 100, 120, "sign and check from three metres"),
            ),
        )

    def read(self, score):
        page = PdfReader(io.BytesIO(pdf(lambda canvas, _: draw_score(Page(canvas), score)))).pages[0]
        sizes = []
        text = page.extract_text(visitor_text=lambda said, _cm, _tm, _font, size: sizes.append((said.strip(), size)))
        return text, [size for said, size in sizes if said]

    def test_nothing_is_smaller_than_ten_points(self):
        _, sizes = self.read(self.score)
        self.assertGreater(len(sizes), 6)
        self.assertGreaterEqual(min(sizes), LEAST_PT)

    def test_a_name_with_room_beside_it_is_whole(self):
        text, _ = self.read(self.score)
        self.assertIn("blend, laid wet into wet over all of it", text)
        self.assertIn("sign and check from", text)

    def test_names_never_lie_on_each_other(self):
        close = replace(self.score.bars[2], start=42, end=50, title="glaze")
        text, _ = self.read(replace(self.score, bars=(self.score.bars[1], close)))
        self.assertIn("block-in", text)
        self.assertIn("glaze", text)
        long = replace(self.score.bars[1], title="block-in of everything that is far")
        text, _ = self.read(replace(self.score, bars=(long, close)))
        self.assertNotIn("glaze", text)
