"""sRGB, CIELAB and colour difference against published values and a reference library."""

import unittest

import numpy as np

from kind_distance.core.colour.lab import chroma, ciede2000, lab_from_linear, linear_from_lab, warmth
from kind_distance.core.colour.munsell import lightness_from_value, value_from_lightness
from kind_distance.core.colour.srgb import codes_from_linear, decode, encode, linear_from_codes, luminance

# IEC 61966-2-1:1999, 5.2, worked with its own constants.
SRGB = [(0.5, 0.2140411), (128 / 255, 0.2158605), (0.04045, 0.0031308), (0.0, 0.0), (1.0, 1.0)]
# CIELAB (D65) of the sRGB primaries, from the matrix of IEC 61966-2-1 and CIE 15:2004.
PRIMARIES = {
    (1, 0, 0): (53.24, 80.09, 67.20),
    (0, 1, 0): (87.74, -86.18, 83.18),
    (0, 0, 1): (32.30, 79.19, -107.86),
    (1, 1, 0): (97.14, -21.55, 94.48),
    (1, 1, 1): (100.0, 0.0, 0.0),
}
LAB_TOLERANCE = 0.025  # the matrix of the standard is rounded to four decimals, and so is its white point
# G. Sharma, W. Wu, E. N. Dalal 2005, doi 10.1002/col.20070, table 1: all 34 pairs.
SHARMA = [
    ((50.0, 2.6772, -79.7751), (50.0, 0.0, -82.7485), 2.0425),
    ((50.0, 3.1571, -77.2803), (50.0, 0.0, -82.7485), 2.8615),
    ((50.0, 2.8361, -74.02), (50.0, 0.0, -82.7485), 3.4412),
    ((50.0, -1.3802, -84.2814), (50.0, 0.0, -82.7485), 1.0),
    ((50.0, -1.1848, -84.8006), (50.0, 0.0, -82.7485), 1.0),
    ((50.0, -0.9009, -85.5211), (50.0, 0.0, -82.7485), 1.0),
    ((50.0, 0.0, 0.0), (50.0, -1.0, 2.0), 2.3669),
    ((50.0, -1.0, 2.0), (50.0, 0.0, 0.0), 2.3669),
    ((50.0, 2.49, -0.001), (50.0, -2.49, 0.0009), 7.1792),
    ((50.0, 2.49, -0.001), (50.0, -2.49, 0.001), 7.1792),
    ((50.0, 2.49, -0.001), (50.0, -2.49, 0.0011), 7.2195),
    ((50.0, 2.49, -0.001), (50.0, -2.49, 0.0012), 7.2195),
    ((50.0, -0.001, 2.49), (50.0, 0.0009, -2.49), 4.8045),
    ((50.0, -0.001, 2.49), (50.0, 0.001, -2.49), 4.8045),
    ((50.0, -0.001, 2.49), (50.0, 0.0011, -2.49), 4.7461),
    ((50.0, 2.5, 0.0), (50.0, 0.0, -2.5), 4.3065),
    ((50.0, 2.5, 0.0), (73.0, 25.0, -18.0), 27.1492),
    ((50.0, 2.5, 0.0), (61.0, -5.0, 29.0), 22.8977),
    ((50.0, 2.5, 0.0), (56.0, -27.0, -3.0), 31.903),
    ((50.0, 2.5, 0.0), (58.0, 24.0, 15.0), 19.4535),
    ((50.0, 2.5, 0.0), (50.0, 3.1736, 0.5854), 1.0),
    ((50.0, 2.5, 0.0), (50.0, 3.2972, 0.0), 1.0),
    ((50.0, 2.5, 0.0), (50.0, 1.8634, 0.5757), 1.0),
    ((50.0, 2.5, 0.0), (50.0, 3.2592, 0.335), 1.0),
    ((60.2574, -34.0099, 36.2677), (60.4626, -34.1751, 39.4387), 1.2644),
    ((63.0109, -31.0961, -5.8663), (62.8187, -29.7946, -4.0864), 1.263),
    ((61.2901, 3.7196, -5.3901), (61.4292, 2.248, -4.962), 1.8731),
    ((35.0831, -44.1164, 3.7933), (35.0232, -40.0716, 1.5901), 1.8645),
    ((22.7233, 20.0904, -46.694), (23.0331, 14.973, -42.5619), 2.0373),
    ((36.4612, 47.858, 18.3852), (36.2715, 50.5065, 21.2231), 1.4146),
    ((90.8027, -2.0831, 1.441), (91.1528, -1.6435, 0.0447), 1.4441),
    ((90.9257, -0.5406, -0.9208), (88.6381, -0.8985, -0.7239), 1.5381),
    ((6.7747, -0.2908, -2.4247), (5.8714, -0.0985, -2.2286), 0.6377),
    ((2.0776, 0.0795, -1.135), (0.9033, -0.0636, -0.5514), 0.9082),
]
# Lightness of 8-bit greys, CIE 15:2004 on IEC 61966-2-1 (arithmetic).
GREYS = {0: 0, 27: 10, 48: 20, 71: 30, 94: 40, 119: 50, 145: 60, 171: 70, 198: 80, 226: 90, 255: 100}


class Srgb(unittest.TestCase):
    def test_published_codes(self):
        for code, linear in SRGB:
            with self.subTest(code=code):
                self.assertAlmostEqual(float(decode(code)), linear, delta=2e-7)
        self.assertAlmostEqual(float(encode(0.18)), 0.4613561, delta=1e-7)

    def test_there_and_back_for_every_code(self):
        codes = np.arange(256, dtype=np.uint8)
        np.testing.assert_array_equal(codes_from_linear(linear_from_codes(codes)), codes)

    def test_luminance_of_white_is_one(self):
        self.assertAlmostEqual(float(luminance(np.ones(3))), 1.0, places=12)


class Cielab(unittest.TestCase):
    def test_primaries(self):
        for rgb, expected in PRIMARIES.items():
            with self.subTest(rgb=rgb):
                np.testing.assert_allclose(lab_from_linear(np.array(rgb, float)), expected, atol=LAB_TOLERANCE)

    def test_greys(self):
        for code, lightness in GREYS.items():
            with self.subTest(code=code):
                lab = lab_from_linear(np.full(3, decode(code / 255)))
                self.assertAlmostEqual(float(lab[0]), lightness, delta=0.45)  # codes are whole numbers
                self.assertLess(float(chroma(lab)), 1e-6)

    def test_reference_library(self):
        from tests.outside.reference import colour

        rng = np.random.default_rng(7)
        linear = rng.random((50, 3))
        xyz = colour.RGB_to_XYZ(linear, "sRGB", apply_cctf_decoding=False)
        np.testing.assert_allclose(lab_from_linear(linear), colour.XYZ_to_Lab(xyz), atol=0.05)

    def test_back_to_light(self):
        """The way back from CIELAB gives the primaries of the same published table, and every colour again."""
        for linear, lab in PRIMARIES.items():
            np.testing.assert_allclose(linear_from_lab(np.array(lab)), linear, atol=2e-3)
        colours = np.random.default_rng(1).uniform(0, 1, (200, 3))
        np.testing.assert_allclose(linear_from_lab(lab_from_linear(colours)), colours, atol=1e-9)

    def test_value_and_lightness(self):
        """ASTM D1535's polynomial holds value 5 at Y 19.27 of a perfect white, which is L* 51 (CIE 15:2004)."""
        self.assertAlmostEqual(lightness_from_value(5.0), 51.0, delta=0.2)
        for value in (0.5, 2.0, 5.0, 9.4):
            self.assertAlmostEqual(value_from_lightness(lightness_from_value(value)), value, places=2)

    def test_warm_and_cool(self):
        orange, blue, grey = (
            lab_from_linear(np.array(c)) for c in ((0.6, 0.25, 0.05), (0.1, 0.2, 0.6), (0.3, 0.3, 0.3))
        )
        self.assertGreater(float(warmth(orange)), 30)
        self.assertLess(float(warmth(blue)), -20)
        self.assertAlmostEqual(float(warmth(grey)), 0, places=6)


class ColourDifference(unittest.TestCase):
    def test_published_pairs(self):
        for one, other, expected in SHARMA:
            with self.subTest(pair=(one, other)):
                self.assertAlmostEqual(float(ciede2000(np.array(one), np.array(other))), expected, delta=5e-5)
                self.assertAlmostEqual(float(ciede2000(np.array(other), np.array(one))), expected, delta=5e-5)

    def test_reference_library(self):
        from tests.outside.reference import colour

        rng = np.random.default_rng(3)
        one = rng.uniform((0, -80, -80), (100, 80, 80), (200, 3))
        other = one + rng.normal(0, 12, (200, 3))
        np.testing.assert_allclose(ciede2000(one, other), colour.delta_E(one, other, method="CIE 2000"), atol=1e-6)

    def test_nothing_between_equals(self):
        self.assertEqual(float(ciede2000(np.array([40.0, 3, 5]), np.array([40.0, 3, 5]))), 0.0)


if __name__ == "__main__":
    unittest.main()
