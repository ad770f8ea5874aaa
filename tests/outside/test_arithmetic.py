"""Rows of plain arithmetic and facts of the trade that the application has to hold to."""

import unittest

import numpy as np

from kind_distance.core.depth.readings import MERGED_BELOW
from kind_distance.core.paint.media import MEDIA
from kind_distance.core.passes.model import PlaneFacts
from kind_distance.core.picture.cuts import FEWEST, MOST
from kind_distance.core.wording import CM_PER_INCH, say_size
from kind_distance.studio.changes.planes import FEWEST_PLANES, MOST_PLANES, usual_planes
from tests.planning import derive


class Arithmetic(unittest.TestCase):
    def test_inches(self):
        """One inch is 25.4 mm (ISO 80000-3, international yard of 1959)."""
        self.assertEqual(CM_PER_INCH, 2.54)
        self.assertEqual(say_size(12 * 2.54, 9 * 2.54, "in"), "12 x 9 in")

    def test_field_rate(self):
        """12 x 9 in in 60 to 90 minutes are 72 to 108 square inches an hour (arithmetic)."""
        planes = [PlaneFacts("Sky", 250, 0.0, 8.3, 8.0, 8.6, None, sky=True), PlaneFacts("Hill", 147, 0.1, 6.0, 5.2, 6.6, 0.6),
                  PlaneFacts("Field", 300, 0.4, 3.5, 1.9, 5.5, 0.99)]  # fmt: skip
        minutes = sum(p.minutes for p in derive(planes, area=697.0) if p.kind != "varnish")
        per_hour = 697 / CM_PER_INCH**2 / minutes * 60
        self.assertTrue(72 <= per_hour <= 108, per_hour)

    def test_areas_of_usual_boards(self):
        """11 x 14 is 1.43 times and 16 x 20 is 2.96 times the area of 9 x 12 (arithmetic)."""
        self.assertAlmostEqual(11 * 14 / (9 * 12), 1.43, delta=0.005)
        self.assertAlmostEqual(16 * 20 / (9 * 12), 2.96, delta=0.005)

    def test_a_glaze_repeated(self):
        """A tint that covers 20 % covers 20, 36, 48.8, 59.0 and 67.2 % in one to five coats (arithmetic)."""
        np.testing.assert_allclose(100 * (1 - 0.8 ** np.arange(1, 6)), (20, 36, 48.8, 59.04, 67.232))


class OfTheTrade(unittest.TestCase):
    """Common practice, no source."""

    def test_two_to_seven_values(self):
        self.assertEqual((FEWEST, MOST), (2, 7))

    def test_two_to_nine_planes_sky_on_top(self):
        self.assertEqual((FEWEST_PLANES, MOST_PLANES), (2, 9))
        for count in range(2, 10):
            self.assertEqual(usual_planes(count)[0].kind, "sky")

    def test_half_a_step_is_the_least_that_reads(self):
        self.assertEqual(MERGED_BELOW, 0.5)

    def test_watercolour_is_painted_light_to_dark_and_opaque_media_far_to_near(self):
        self.assertEqual(MEDIA["watercolour"].usual_school, "light_to_dark")
        for key in ("acrylic", "oil", "oil_over_acrylic"):
            self.assertEqual(MEDIA[key].usual_school, "far_to_near")

    def test_oil_lies_on_acrylic_and_not_below_it(self):
        medium = MEDIA["oil_over_acrylic"]
        self.assertEqual((medium.first_paint, medium.later_paint), ("acrylic", "oil"))


if __name__ == "__main__":
    unittest.main()
