"""What calm water shows: lines straight below, and the values to mix."""

import unittest

import numpy as np

from kind_distance.core.light.water import reflected_value, reflection_guide
from kind_distance.errors import DomainError
from kind_distance.stages.planes.mirrors import mirrored
from tests.studio.test_sources import WithPhoto


def pond(height=60, width=80):
    """Sky 1, a hill 2 whose top is a slope, water 3 from row 30, a bank 4 from row 55."""
    labels = np.full((height, width), 1, np.uint8)
    for x in range(width):
        labels[30 - (5 + x // 8) : 30, x] = 2
    labels[30:55] = 3
    labels[55:] = 4
    return labels


class Guide(unittest.TestCase):
    def test_as_far_below_the_edge_as_above_it(self):
        """Plane mirror, the eye near the water: the arithmetic of reflection; common practice, no source."""
        (line,) = reflection_guide(pond(), 3, frozenset({2}))
        at = {round(x * 80 - 0.5): y * 60 - 0.5 for x, y in line}
        self.assertAlmostEqual(at[0], 30 + 5)
        self.assertAlmostEqual(at[79], 30 + 14)

    def test_it_is_as_wide_as_the_thing(self):
        labels = pond()
        labels[:30, :20] = 1  # no hill on the left
        (line,) = reflection_guide(labels, 3, frozenset({2}))
        self.assertEqual(round(line[:, 0].min() * 80 - 0.5), 20)
        self.assertEqual(round(line[:, 0].max() * 80 - 0.5), 79)

    def test_where_a_top_is_hidden_or_cut_there_is_no_line(self):
        labels = pond()
        labels[0:25, 30:40] = 4  # a branch before the top
        self.assertEqual(len(reflection_guide(labels, 3, frozenset({2}))), 2)
        labels = pond()
        labels[:30] = 2
        self.assertEqual(reflection_guide(labels, 3, frozenset({2})), [])

    def test_what_falls_on_the_bank_is_not_drawn(self):
        labels = pond()
        labels[2:30] = 2  # 28 rows high over 25 rows of water
        self.assertEqual(reflection_guide(labels, 3, frozenset({2})), [])


class Waters(WithPhoto):
    def setUp(self):
        super().setUp()
        self.change("propose_planes", count=3)

    def test_values_to_mix_are_told(self):
        self.change("set_plane", plane=3, kind="water")
        found = mirrored(self.studio.file, self.state, 3)
        value = self.painting.survey.depth.plan.planes[1].value
        self.assertIn(f"({value:.1f}) as {reflected_value(value):.1f}", found.said)

    def test_land_mirrors_nothing(self):
        for plane in (3, 0, 9):
            with self.assertRaises(DomainError):
                mirrored(self.studio.file, self.state, plane)
