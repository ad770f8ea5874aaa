"""Parts of a picture are softened as the whole of it is; samples are of the light of the picture itself."""

import unittest

import cv2
import numpy as np

from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.picture.working import WorkingPicture


class Parts(unittest.TestCase):
    def setUp(self):
        self.picture = WorkingPicture.of(np.random.default_rng(3).integers(0, 255, (120, 160, 3), dtype=np.uint8))

    def test_a_part_is_softened_as_the_whole_is(self):
        whole = cv2.GaussianBlur(self.picture.lab, (0, 0), 0.6)
        for rows, columns in (
            (slice(0, 120), slice(0, 160)), (slice(0, 9), slice(0, 9)), (slice(110, 120), slice(150, 160)),
            (slice(50, 51), slice(70, 71)), (slice(2, 3), slice(0, 160)),
        ):  # fmt: skip
            with self.subTest(rows=rows, columns=columns):
                part = self.picture.soft_lab(rows, columns)
                np.testing.assert_allclose(part, whole[rows, columns], atol=1e-4)

    def test_samples_are_of_every_other_pixel(self):
        chroma, warmth, red, green, blue = self.picture.sampled
        light = linear_from_codes(self.picture.codes)[::2, ::2].reshape(-1, 3)
        np.testing.assert_array_equal(np.stack([red, green, blue], axis=1), light)
        np.testing.assert_array_equal(chroma, self.picture.chroma[::2, ::2].ravel())
        np.testing.assert_array_equal(warmth, self.picture.warmth[::2, ::2].ravel())


if __name__ == "__main__":
    unittest.main()
