"""The drawing at true size: what is measured on the page is what it says."""

import io
import re
import unittest
import xml.etree.ElementTree as ET

import numpy as np
from pypdf import PdfReader

from kind_distance.errors import DomainError
from kind_distance.exchange.transfer import Transfer, contour_lines, draw_transfer, length_cm, transfer_svg

POINTS_PER_MM = 72 / 25.4  # PDF 32000-1:2008, 8.3.2.3: the default user unit is 1/72 inch
SVG = "{http://www.w3.org/2000/svg}"
SQUARE = [[(0.25, 0.25), (0.75, 0.25), (0.75, 0.75), (0.25, 0.75), (0.25, 0.25)]]


def transfer(width=40.0, height=27.0, **more):
    return Transfer("Tea terraces", width, height, SQUARE, (1 / 3, 2 / 3), (1 / 3, 2 / 3), False, "Thirds", 5.0, **more)


def lines(page):
    """Straight lines of a page's content as (x1, y1, x2, y2) in mm, without those inside a moved drawing."""
    text = page.get_contents().get_data().decode("latin-1")
    found, depth, at = [], 0, None
    for token in re.findall(r"\bq\b|\bQ\b|[-\d.]+ [-\d.]+ [ml]\b", text):
        if token in "qQ":
            depth += 1 if token == "q" else -1
            continue
        x, y, kind = token.split()
        point = (float(x) / POINTS_PER_MM, float(y) / POINTS_PER_MM)
        if kind == "l" and at and depth <= 0:
            found.append((*at, *point))
        at = point
    return found


class Printed(unittest.TestCase):
    def pages(self, given, paper="a4"):
        return PdfReader(io.BytesIO(draw_transfer(given, paper))).pages

    def test_the_bar_is_ten_centimetres_on_every_sheet(self):
        for page in self.pages(transfer()):
            level = [abs(x2 - x1) for x1, y1, x2, y2 in lines(page) if y1 == y2 and abs(x2 - x1) > 50]
            self.assertEqual(len(level), 1)
            self.assertAlmostEqual(level[0], 100.0, delta=0.05)
            self.assertEqual(float(page.get("/UserUnit", 1)), 1.0)

    def test_a_small_drawing_takes_one_sheet_and_a_large_one_tiles(self):
        self.assertEqual(len(self.pages(transfer(18, 12))), 1)
        large = self.pages(transfer())
        self.assertEqual(len(large), 4)
        self.assertIn("Row 2, column 1 of 2 x 2", large[2].extract_text())
        self.assertEqual(len(self.pages(transfer(38, 25), "a3")), 1)

    def test_neighbours_overlap_by_a_centimetre_with_crosses_on_the_same_place(self):
        """A cross at the right of one sheet and the left of the next mark the same place of the drawing."""

        def crosses(page):
            level = [(x1 + x2) / 2 for x1, y1, x2, y2 in lines(page) if y1 == y2 and abs(abs(x2 - x1) - 6) < 0.01]
            return sorted({round(x, 2) for x in level})

        first, second = self.pages(transfer())[:2]
        width = float(first.mediabox.width) / POINTS_PER_MM
        room = width - 24
        right, left = crosses(first)[-1], crosses(second)[0]
        # Sheet two begins `room - 10` mm further into the drawing than sheet one.
        self.assertAlmostEqual(right - (room - 10), left, delta=0.05)

    def test_too_much_paper_is_refused(self):
        with self.assertRaises(DomainError):
            draw_transfer(transfer(900, 900))
        with self.assertRaises(DomainError):
            draw_transfer(transfer(), "papyrus")
        with self.assertRaises(DomainError):
            Transfer("x", 30, 20, SQUARE, grid_cm=0.1)

    def test_the_same_every_time(self):
        self.assertEqual(draw_transfer(transfer()), draw_transfer(transfer()))


class InOnePiece(unittest.TestCase):
    def setUp(self):
        self.root = ET.fromstring(transfer_svg(transfer()))

    def numbers(self, name):
        path = self.root.find(f"{SVG}path[@id='{name}']").get("d")
        return [float(v) for v in re.findall(r"-?\d+\.?\d*", path)]

    def test_one_unit_is_a_millimetre(self):
        view = [float(v) for v in self.root.get("viewBox").split()]
        self.assertEqual(self.root.get("width"), f"{view[2]:.2f}mm")
        self.assertEqual(self.root.get("height"), f"{view[3]:.2f}mm")

    def test_the_bar_and_the_division(self):
        bar = self.numbers("bar")
        self.assertEqual(bar[2] - bar[0], 100.0)
        self.assertIn(133.33, self.numbers("division"))

    def test_contours_are_where_they_belong(self):
        xs, ys = self.numbers("contours")[::2], self.numbers("contours")[1::2]
        self.assertEqual((min(xs), max(xs)), (100.0, 300.0))
        self.assertEqual((min(ys), max(ys)), (67.5, 202.5))


class Contours(unittest.TestCase):
    def steps(self):
        made = np.zeros((120, 180), np.uint8)
        made[:60] = 2
        made[80:100, 60:120] = 1
        made[20:24, 20:26] = 0
        return made

    def test_each_border_once_and_none_along_the_rim(self):
        found = contour_lines(self.steps(), 0.01)
        level = [line for line in found if abs(line[0][1] - line[-1][1]) < 0.02 and max(p[0] for p in line) > 0.9]
        self.assertEqual(len(level), 2, "the sky's border is drawn for each of the two steps across it")
        for line in found:
            for (x1, y1), (x2, y2) in zip(line, line[1:], strict=False):
                self.assertFalse(max(x1, x2) < 0.008 or min(x1, x2) > 0.992, "no line runs down the rim")
                self.assertFalse(max(y1, y2) < 0.012 or min(y1, y2) > 0.988)

    def test_a_looser_drawing_has_less_line(self):
        careful = length_cm(contour_lines(self.steps(), 0.0), 30, 20)
        loose = length_cm(contour_lines(self.steps(), 0.02), 30, 20)
        self.assertLess(loose, careful)

    def test_length_on_the_support(self):
        self.assertAlmostEqual(length_cm(SQUARE, 40, 20), 2 * 20 + 2 * 10)


if __name__ == "__main__":
    unittest.main()
