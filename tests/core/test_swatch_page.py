"""Boxes of a photographed swatch page, against pages whose boxes are known."""

import unittest

import numpy as np

from kind_distance.core.colour.lab import ciede2000, lab_from_linear
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.mixing.swatch_page import propose_boxes
from tests.limits import begins

PAINTS = ((30, 34, 110), (150, 40, 36), (60, 90, 50), (200, 160, 40))
TINTS = ((150, 160, 215), (225, 150, 145), (160, 190, 150), (235, 215, 150))


def page(*, noise=3.0, tilt=0, light=0.0, height=480, width=640):
    """Four rows of paint and tint on white paper, with the noise of a photo; boxes as (left, top, right, bottom)."""
    rng = np.random.default_rng(5)
    codes = np.full((height, width, 3), 238.0)
    boxes = []
    for row, (paint, tint) in enumerate(zip(PAINTS, TINTS, strict=True)):
        top = 30 + 112 * row + tilt * row
        for place, colour in enumerate((paint, tint)):
            left = 60 + 240 * place + tilt * row
            codes[top : top + 80, left : left + 160] = colour
            boxes.append((left / width, top / height, (left + 160) / width, (top + 80) / height))
    codes *= 1 - light * np.linspace(0, 1, width)[None, :, None]
    codes += rng.normal(0, noise, codes.shape)
    linear = linear_from_codes(np.clip(codes, 0, 255).astype(np.uint8))
    return np.asarray(lab_from_linear(linear)), boxes


class Boxes(unittest.TestCase):
    def test_all_are_found_in_their_rows(self):
        for settings in ({}, {"noise": 6.0}, {"tilt": 5}, {"light": 0.2}, {"height": 960, "width": 1280}):
            lab, known = page(**settings)
            found = propose_boxes(lab)
            with self.subTest(**settings):
                self.assertEqual([each.row for each in found], [0, 0, 1, 1, 2, 2, 3, 3])
                for box, wanted in zip(found, known, strict=True):
                    for edge, true in zip((box.left, box.top, box.right, box.bottom), wanted, strict=True):
                        self.assertAlmostEqual(edge, true, delta=0.015)

    def test_their_colours_are_read(self):
        lab, _ = page(noise=4.0)
        plain = lab_from_linear(linear_from_codes(np.array([[*PAINTS]], np.uint8)))[0]
        for box, wanted in zip(propose_boxes(lab)[::2], plain, strict=True):
            self.assertLess(float(np.linalg.norm(np.array(box.lab) - wanted)), 2.0)

    def test_bare_paper_grain_and_writing_are_no_boxes(self):
        rng = np.random.default_rng(2)
        bare = np.tile(np.array([92.0, 0.5, 2.0]), (300, 400, 1)) + rng.normal(0, 0.6, (300, 400, 3))
        self.assertEqual(propose_boxes(bare), [])
        rough = np.tile(np.array([60.0, 0.0, 0.0]), (300, 400, 1)) + rng.normal(0, 25, (300, 400, 3))
        self.assertEqual(propose_boxes(rough), [])
        line = np.tile(np.array([92.0, 0.0, 0.0]), (300, 400, 1))
        line[150:153, 40:360] = (20, 0, 0)
        self.assertEqual(propose_boxes(line), [])

    def one_patch(self, colour, *, paper=(92.0, 0.0, 2.0), rim=0, uneven=0.0, size=(60, 80)):
        """Boxes of a page with one patch; its rim may fade, its colour may drift from side to side."""
        lab = np.tile(np.array(paper), (300, 400, 1))
        patch = np.tile(np.array(colour, float), (*size, 1))
        patch[..., 0] += np.linspace(-uneven, uneven, size[1])[None, :]
        for n in range(rim):
            share = (n + 1) / (rim + 1)
            for part in (np.s_[n], np.s_[-1 - n], np.s_[:, n], np.s_[:, -1 - n]):
                patch[part] = share * np.array(colour) + (1 - share) * np.array(paper)
        lab[100 : 100 + size[0], 120 : 120 + size[1]] = patch
        return propose_boxes(lab)

    def test_a_patch_differs_from_its_paper_by_four(self):
        limit = begins(lambda step: bool(self.one_patch((92.0 - step, 0.0, 2.0))), 3.0, 20.0)
        off = ciede2000(np.array([92.0 - limit, 0.0, 2.0]), np.array([92.0, 0.0, 2.0]))
        self.assertAlmostEqual(float(off), 4.0, delta=0.02)

    def test_an_edge_is_where_a_pixel_changes_by_more_than_two(self):
        """Sobel over three pixels: a step s gives s / 2 beside it; along b* near grey that is enough off the paper."""
        limit = begins(lambda step: bool(self.one_patch((88.0, 0.0, 2.0 + step))), 0.0, 40.0)
        self.assertAlmostEqual(limit / 2, 2.2, delta=0.03)

    def test_a_patch_that_drifts_too_far_is_none(self):
        """Mean CIEDE2000 of its pixels off their middle: seven at most."""

        def spread(drift):
            across = 40.0 + np.linspace(-drift, drift, 80)[13:67]
            return float(np.mean([ciede2000(np.array([v, 0.0, 0.0]), np.array([40.0, 0.0, 0.0])) for v in across]))

        limit = begins(lambda drift: not self.one_patch((40.0, 0.0, 0.0), uneven=drift), 1.0, 40.0)
        self.assertAlmostEqual(spread(limit), 7.0, delta=0.5)

    def test_a_strip_five_times_as_long_as_high_is_the_longest(self):
        self.assertTrue(self.one_patch((40.0, 0.0, 0.0), size=(30, 140)))
        self.assertFalse(self.one_patch((40.0, 0.0, 0.0), size=(30, 190)))

    def test_tiny_pictures_do_not_break_it(self):
        for shape in ((1, 1), (2, 300), (16, 16)):
            self.assertEqual(propose_boxes(np.zeros((*shape, 3))), [])


if __name__ == "__main__":
    unittest.main()
