"""Places that shine otherwise: how much of a painting they are, against the area of circles, and what is usual."""

import math
import unittest
from typing import get_args

from kind_distance.core.paint.media import MEDIA
from kind_distance.core.progress.surface import Spot, Surface, covered_share
from kind_distance.stages.log.surface_words import usual_remedy


class Covered(unittest.TestCase):
    def test_a_circle_by_its_area(self):
        for aspect in (0.6, 1.0, 1.5, 2.4):
            for reach in (0.05, 0.12, 0.2):
                with self.subTest(aspect=aspect, reach=reach):
                    # pi r^2 of a painting as wide as 1 and 1 / aspect high
                    exact = math.pi * reach**2 * aspect
                    if reach < 0.5 / aspect:
                        found = covered_share([Spot(0.5, 0.5, reach, "dull")], aspect)
                        self.assertAlmostEqual(found, exact, delta=0.005)

    def test_overlaps_count_once_and_a_corner_a_quarter(self):
        one, same = Spot(0.4, 0.5, 0.1, "dull"), Spot(0.4, 0.5, 0.1, "glossy")
        self.assertEqual(covered_share([one, same], 1.5), covered_share([one], 1.5))
        corner = covered_share([Spot(0, 0, 0.2, "dull")], 1.0)
        self.assertAlmostEqual(corner, math.pi * 0.04 / 4, delta=0.003)
        self.assertEqual(covered_share([], 1.5), 0.0)


class Usual(unittest.TestCase):
    def test_every_medium_has_a_word_for_both(self):
        for medium in MEDIA.values():
            for surface in get_args(Surface):
                self.assertGreater(len(usual_remedy(medium.later_paint, surface)), 30)

    def test_oil_is_told_of_rags_and_gouache_of_no_varnish(self):
        # Linseed oil heats up in crumpled rags: common practice and every label, no single source.
        self.assertIn("rags", usual_remedy("oil", "dull"))
        self.assertIn("not varnish", usual_remedy("gouache", "dull"))
