"""The drawing against the first layer."""

import unittest

from kind_distance.core.paint.drawing import (
    DRAWING_DETAILS,
    DRAWING_MEDIA,
    audit_drawing,
    drawing_detail_of,
    drawing_medium_of,
    drawing_minutes,
)
from kind_distance.core.paint.media import medium_of
from kind_distance.errors import DomainError

PALE, DARK = ((2.0, 5.0, 8.4), (0.3, 0.3, 0.4)), ((1.8, 3.0, 5.5), (0.3, 0.3, 0.4))


def judged(medium, drawing, picture):
    return audit_drawing(medium_of(medium), drawing_medium_of(drawing), *picture)


class Drawing(unittest.TestCase):
    def test_pencil_below_pale_thin_paint_is_told(self):
        """Common practice, no source: graphite shows through a pale wash and cannot be rubbed out under paint."""
        for medium in ("watercolour", "acrylic", "oil"):
            with self.subTest(medium=medium):
                found = judged(medium, "pencil", PALE)
                self.assertEqual([j.kind for j in found], ["drawing_shows"])
                self.assertEqual({r.action for r in found[0].remedies}, {"set_brief"})

    def test_each_remedy_clears_it(self):
        for medium in ("watercolour", "oil"):
            for remedy in judged(medium, "pencil", PALE)[0].remedies:
                self.assertEqual(judged(medium, remedy.arguments["drawing_medium"], PALE), [])

    def test_charcoal_brushed_off_is_not(self):
        self.assertEqual(judged("oil", "charcoal", PALE), [])

    def test_a_dark_picture_hides_it_and_a_speck_of_light_does_not_count(self):
        self.assertEqual(judged("watercolour", "pencil", DARK), [])
        self.assertEqual(judged("watercolour", "pencil", ((2.0, 8.0), (0.97, 0.03))), [])

    def test_a_pen_line_is_only_noted(self):
        self.assertEqual(judged("watercolour", "pen", PALE)[0].severity, "note")

    def test_looser_leaves_more_out(self):
        shares = [each.least_share for each in DRAWING_DETAILS.values()]
        self.assertEqual(shares, sorted(shares, reverse=True))
        self.assertLess(drawing_minutes(100), drawing_minutes(300))

    def test_unknown(self):
        self.assertIn("pencil", DRAWING_MEDIA)
        for wrong in (drawing_medium_of, drawing_detail_of):
            with self.assertRaises(DomainError):
                wrong("crayon of doom")


if __name__ == "__main__":
    unittest.main()
