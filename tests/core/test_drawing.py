"""What is drawn with, and how much of it."""

import unittest

from kind_distance.core.paint.drawing import (
    DRAWING_DETAILS,
    DRAWING_MEDIA,
    drawing_detail_of,
    drawing_medium_of,
    drawing_minutes,
)
from kind_distance.errors import DomainError


class Drawing(unittest.TestCase):
    def test_looser_leaves_more_out(self):
        shares = [each.least_share for each in DRAWING_DETAILS.values()]
        self.assertEqual(shares, sorted(shares, reverse=True))
        self.assertLess(drawing_minutes(100), drawing_minutes(300))

    def test_a_minute_for_eighteen_centimetres(self):
        """Drawn with care; from memory. The outlines of a small panel, a metre and eighty, take ten minutes."""
        self.assertAlmostEqual(drawing_minutes(180.0), 10.0)

    def test_unknown(self):
        self.assertIn("pencil", DRAWING_MEDIA)
        for wrong in (drawing_medium_of, drawing_detail_of):
            with self.assertRaises(DomainError):
                wrong("crayon of doom")


if __name__ == "__main__":
    unittest.main()
