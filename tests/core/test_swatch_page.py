"""Boxes of a photographed swatch page, against pages whose boxes are known."""

import unittest

import numpy as np

from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.mixing.swatch_page import propose_boxes

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

    def test_tiny_pictures_do_not_break_it(self):
        for shape in ((1, 1), (2, 300), (16, 16)):
            self.assertEqual(propose_boxes(np.zeros((*shape, 3))), [])


if __name__ == "__main__":
    unittest.main()
