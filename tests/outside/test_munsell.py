"""Value against ASTM D1535 and the neutral patches of the standard colour chart."""

import unittest

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from kind_distance.core.colour.munsell import grey_code, ink_on, luminance_from_value, value_from_luminance, value_map
from kind_distance.core.colour.srgb import decode, linear_from_codes

# ASTM D1535, table of luminance factor Y for Munsell value V (on the scale where the perfect diffuser is 100).
D1535_TABLE = {
    1: 1.180,
    2: 3.048,
    3: 6.391,
    4: 11.701,
    5: 19.272,
    6: 29.301,
    7: 41.985,
    8: 57.620,
    9: 76.696,
    10: 100.0,
}
TABLE_TOLERANCE = 0.001  # the table is printed to three decimals

# C. S. McCamy, H. Marcus, J. G. Davidson, "A color-rendition chart", 1976: Y of the six neutrals on the scale of
# smoked magnesium oxide, and their Munsell values. On that scale the perfect diffuser is 97.5 %.
CHART = {9.50: 90.01, 8.00: 59.10, 6.50: 36.20, 5.00: 19.77, 3.50: 9.00, 2.00: 3.13}
MGO = 0.975


class ValueAgainstStandards(unittest.TestCase):
    def test_table_of_the_standard(self):
        for value, Y in D1535_TABLE.items():
            with self.subTest(value=value):
                self.assertAlmostEqual(float(luminance_from_value(value)), Y, delta=TABLE_TOLERANCE)
                self.assertAlmostEqual(float(value_from_luminance(Y)), value, delta=0.0005)

    def test_neutral_patches_of_the_chart(self):
        for value, Y in CHART.items():
            with self.subTest(value=value):
                self.assertAlmostEqual(float(value_from_luminance(Y * MGO)), value, delta=0.05)

    def test_the_scale_trap(self):
        """Read without the scale of magnesium oxide, white comes out a tenth of a step too light."""
        self.assertAlmostEqual(float(value_from_luminance(CHART[9.50])), 9.60, delta=0.02)
        self.assertAlmostEqual(float(value_from_luminance(CHART[2.00])), 2.03, delta=0.02)

    def test_reference_library(self):
        """colour-science solves the same standard by its own method."""
        from tests.outside.reference import colour

        Y = np.linspace(0.5, 99.5, 60)
        np.testing.assert_allclose(value_from_luminance(Y), colour.notation.munsell_value_ASTMD1535(Y), atol=0.004)

    def test_words_have_the_ink_of_more_contrast(self):
        """W3C, WCAG 2.2, "contrast ratio": (L1 + 0.05) / (L2 + 0.05) by relative luminance."""

        def contrast(ink, value):
            codes = np.array([list(bytes.fromhex(ink[1:]))], np.uint8)
            light, dark = sorted((float(linear_from_codes(codes[None])[0, 0] @ [0.2126, 0.7152, 0.0722]),
                                  float(luminance_from_value(value)) / 100), reverse=True)  # fmt: skip
            return (light + 0.05) / (dark + 0.05)

        for value in np.arange(0, 10.01, 0.05):
            ink = ink_on(float(value))
            other = {"#111111": "#ffffff", "#ffffff": "#111111"}[ink]
            self.assertGreater(contrast(ink, value), contrast(other, value) - 0.02, value)
            self.assertGreater(contrast(ink, value), 4.3, value)

    def test_value_is_not_a_tenth_of_lightness(self):
        """L*/10 is off by up to 0.1 V, so it is no stand-in."""
        Y = np.linspace(1, 99, 200)
        lightness = 116 * np.cbrt(Y / 100) - 16
        self.assertGreater(np.abs(lightness / 10 - value_from_luminance(Y)).max(), 0.09)

    @given(st.floats(0, 10))
    def test_there_and_back(self, value):
        self.assertAlmostEqual(float(value_from_luminance(luminance_from_value(value))), value, places=6)

    def test_any_shape_and_nothing_outside_the_scale(self):
        self.assertEqual(value_from_luminance(np.zeros((2, 3, 4))).shape, (2, 3, 4))
        self.assertEqual(float(value_from_luminance(-5)), 0.0)
        self.assertEqual(float(value_from_luminance(250)), 10.0)

    def test_picture_by_table_is_as_good_as_by_solving(self):
        rng = np.random.default_rng(1)
        linear = rng.random((40, 50, 3)).astype(np.float32) ** 3
        Y = 100 * linear @ np.array([0.2126, 0.7152, 0.0722])
        np.testing.assert_allclose(value_map(linear), value_from_luminance(Y), atol=0.002)

    def test_grey_shown_for_a_value_reads_as_that_value(self):
        for value in (0.5, 2, 4.5, 7.3, 9.5):
            with self.subTest(value=value):
                code = float(grey_code(value)) / 255
                self.assertAlmostEqual(float(value_from_luminance(100 * decode(code))), value, delta=0.03)


if __name__ == "__main__":
    unittest.main()
