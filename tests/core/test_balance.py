"""The reference for colour: what is refused, casts that are noticed, darks and lights that are lost."""

import unittest

import numpy as np

from kind_distance.core.colour.srgb import codes_from_linear
from kind_distance.core.picture.balance import (
    Place,
    balanced,
    find_clipping,
    guessed_cast,
    read_place,
    reference_of,
    unevenness,
)
from kind_distance.errors import DomainError
from tests.support import hill_picture, working


def flat(red, green, blue, height=60, width=90):
    return codes_from_linear(np.full((height, width, 3), (red, green, blue), np.float32))


class Pressing(unittest.TestCase):
    def refused(self, codes, words, x=0.5, y=0.5, value=None):
        with self.assertRaises(DomainError) as caught:
            read_place(codes, x, y, value)
        self.assertIn(words, caught.exception.message)
        self.assertTrue(caught.exception.way_out)

    def test_what_can_be_no_card(self):
        self.refused(flat(1, 1, 1), "burnt out")
        self.refused(flat(0.001, 0.001, 0.001), "too dark")
        half = np.concatenate([flat(0.5, 0.5, 0.5), flat(0.05, 0.05, 0.05)], axis=1)
        self.refused(half, "not all card")
        self.refused(flat(0.9, 0.05, 0.05), "too far from neutral")
        self.refused(flat(0.4, 0.4, 0.4), "outside", x=1.4)
        self.refused(flat(0.4, 0.4, 0.4), "between 1 and 10", value=12)
        self.refused(flat(0.01, 0.01, 0.01), "too far", value=9.5)

    def test_unknown_reference(self):
        self.assertEqual(reference_of("grey_card").value, 4.95)
        with self.assertRaises(DomainError):
            reference_of("sleeve")

    def test_no_place_changes_nothing(self):
        picture = hill_picture()
        self.assertIs(balanced(picture, ()), picture)

    def test_one_place_is_even_by_itself(self):
        self.assertEqual(unevenness(()), 0)
        self.assertEqual(unevenness((Place(0.2, 0.2, 1.1, 1, 0.9),)), 0)


class Noticing(unittest.TestCase):
    def test_a_yellow_light_on_greys_is_noticed_and_a_blue_sky_is_not(self):
        rng = np.random.default_rng(3)
        grey = rng.uniform(0.25, 0.6, (80, 120, 1)).astype(np.float32)
        lamp = working(codes_from_linear(np.clip(grey * (1.0, 0.86, 0.62), 0, 1).astype(np.float32)))
        found = guessed_cast(lamp.lab)
        self.assertIn(found.leans, ("orange", "yellow"))
        sky = working(codes_from_linear(np.clip(grey * (0.75, 0.9, 1.0), 0, 1).astype(np.float32)))
        self.assertIsNone(guessed_cast(sky.lab))
        neutral = working(codes_from_linear(np.repeat(grey, 3, 2)))
        self.assertIsNone(guessed_cast(neutral.lab))

    def test_nothing_grey_says_nothing(self):
        grass = working(flat(0.1, 0.5, 0.05))
        self.assertIsNone(guessed_cast(grass.lab))


class Losing(unittest.TestCase):
    def test_lost_darks_and_lights(self):
        picture = np.full((100, 100, 3), 120, np.uint8)
        picture[:10] = 255
        picture[-5:] = 0
        found = find_clipping(picture)
        self.assertAlmostEqual(found.light_share, 0.10)
        self.assertAlmostEqual(found.dark_share, 0.05)
        self.assertTrue(found.lights[0, 0] and found.darks[-1, 0] and not found.darks[50, 50])

    def test_one_full_channel_is_a_colour_and_not_lost(self):
        picture = np.zeros((20, 20, 3), np.uint8)
        picture[..., 0] = 255
        found = find_clipping(picture)
        self.assertEqual((found.dark_share, found.light_share), (0, 0))


if __name__ == "__main__":
    unittest.main()
