"""Lengths of borders, and outlines for drawing."""

import unittest

import numpy as np

from kind_distance.core.picture.borders import border_lengths, border_places
from kind_distance.core.picture.outlines import border_steps, outlines


class Lengths(unittest.TestCase):
    def test_straight_borders_in_any_direction(self):
        """Crofton's formula stays within 6 % where counting pixel edges errs by up to 27 %."""
        y, x = np.mgrid[0:400, 0:400]
        for degrees in (0, 15, 30, 45, 60, 75, 90):
            with self.subTest(degrees=degrees):
                angle = np.radians(degrees)
                labels = ((x - 200) * np.sin(angle) + (y - 200) * np.cos(angle) > 0).astype(np.uint8)
                true = 400 / max(np.cos(angle), np.sin(angle))
                self.assertAlmostEqual(border_lengths(labels)[(0, 1)] / true, 1, delta=0.06)

    def test_a_circle(self):
        y, x = np.mgrid[0:300, 0:300]
        labels = ((x - 150) ** 2 + (y - 150) ** 2 < 100**2).astype(np.uint8)
        self.assertAlmostEqual(border_lengths(labels)[(0, 1)] / (2 * np.pi * 100), 1, delta=0.03)

    def test_in_centimetres_on_the_support(self):
        labels = np.zeros((100, 200), np.uint8)
        labels[50:] = 1
        self.assertAlmostEqual(border_lengths(labels, cm_per_px=0.2)[(0, 1)], 40, delta=2.4)

    def test_planes_that_do_not_touch_share_nothing(self):
        labels = np.repeat(np.array([[1], [2], [3]], np.uint8), 30, 0).repeat(40, 1)
        self.assertEqual(set(border_lengths(labels)), {(1, 2), (2, 3)})

    def test_one_label_has_no_border(self):
        self.assertEqual(border_lengths(np.ones((5, 5), np.uint8)), {})

    def test_pixels_along_a_border(self):
        labels = np.zeros((6, 8), np.uint8)
        labels[3:] = 1
        (pair,) = (places := border_places(labels))
        self.assertEqual(pair, (0, 1))
        self.assertEqual(places[pair].tolist(), list(range(16, 24)))

    def test_a_pixel_in_a_corner_is_on_the_border_once(self):
        labels = np.full((4, 4), 2, np.uint8)
        labels[:2, :2] = 1
        labels[3] = 5
        places = border_places(labels)
        self.assertEqual(
            {pair: at.tolist() for pair, at in places.items()}, {(1, 2): [1, 4, 5], (2, 5): [8, 9, 10, 11]}
        )

    def test_a_border_belongs_to_the_farther_label_from_either_side(self):
        labels = np.array([[3, 1, 3], [3, 3, 3]], np.uint8)
        self.assertEqual(border_places(labels)[(1, 3)].tolist(), [1])
        self.assertEqual(border_places(labels[::-1])[(1, 3)].tolist(), [4])

    def test_one_label_touches_nothing(self):
        self.assertEqual(border_places(np.ones((5, 5), np.uint8)), {})


class Drawing(unittest.TestCase):
    def test_outline_of_a_rectangle(self):
        labels = np.ones((100, 200), np.uint8)
        labels[20:60, 50:150] = 2
        (polygon,) = outlines(labels, 2)
        np.testing.assert_allclose(polygon.min(axis=0), (0.25, 0.2), atol=0.01)
        np.testing.assert_allclose(polygon.max(axis=0), (0.75, 0.6), atol=0.01)

    def test_looked_at_closely_it_follows_the_very_pixels(self):
        labels = np.ones((100, 100), np.uint8)
        rows, columns = np.mgrid[:100, :100]
        labels[rows + columns > 110] = 2
        labels[20:22, 30:32] = 2
        far, near = outlines(labels, 2), outlines(labels, 2, closeness=4)
        self.assertEqual((len(far), len(near)), (1, 2), "a speck is seen from close")
        self.assertGreater(max(map(len, near)), 20 * len(far[0]), "stairs of pixels, not a slanting line")
        speck = near[1].mean(axis=0) if len(near[1]) < len(near[0]) else near[0].mean(axis=0)
        np.testing.assert_allclose(speck, (0.31, 0.21), atol=0.002)

    def test_holes_and_specks(self):
        labels = np.ones((100, 100), np.uint8)
        labels[40:60, 40:60] = 2
        labels[5, 5] = 2
        self.assertEqual(len(outlines(labels, 1)), 2)
        self.assertEqual(len(outlines(labels, 2)), 1)

    def test_border_in_straight_runs(self):
        labels = np.ones((10, 20), np.uint8)
        labels[5:, :10] = 2
        runs = border_steps(labels, 1, 2)
        self.assertEqual(sorted(runs), [(0.0, 0.5, 0.5, 0.5), (0.5, 0.5, 0.5, 1.0)])
        self.assertEqual(border_steps(labels, 1, 3), [])


if __name__ == "__main__":
    unittest.main()
