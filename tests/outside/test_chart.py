"""Honest colour against the colour chart's published neutrals.

Luminances of the six neutral patches on the magnesium oxide scale: C. S. McCamy, H. Marcus and J. G. Davidson,
"A color-rendition chart", J. Appl. Photogr. Eng. 2 (1976), table; values from memory of that table. Times 0.975 for
the white of ASTM D1535 they are the Munsell values printed there: 9.5, 8, 6.5, 5, 3.5 and 2.
"""

import unittest

import numpy as np

from kind_distance.core.colour.munsell import value_map
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.picture.balance import Place, balanced, cast_of_gains, read_place, unevenness

Y_MGO = (90.01, 59.10, 36.20, 19.77, 9.00, 3.13)
VALUES = (9.5, 8.0, 6.5, 5.0, 3.5, 2.0)
WITHIN = 0.1
CASTS = {"lamp": (1.0, 0.82, 0.52), "shade": (0.74, 0.86, 1.0), "red cloth": (1.0, 0.78, 0.8)}


def chart(light=(1.0, 1.0, 1.0), exposure=0.95, across=None):
    """Six patches of 60 px under a light, as sRGB codes; `across` gives another light at the right end."""
    patches = np.repeat(np.array(Y_MGO) * 0.975 / 100, 60)[None, :, None]
    picture = np.repeat(np.repeat(patches, 60, 0), 3, 2)
    left, right = np.array(light), np.array(light if across is None else across)
    blend = np.linspace(0, 1, picture.shape[1])[None, :, None]
    return codes_from_linear((picture * exposure * (left + (right - left) * blend)).astype(np.float32))


def at(patch):
    return (patch + 0.5) / 6, 0.5


def values_of(codes):
    value = value_map(linear_from_codes(codes))
    return [float(np.median(value[20:40, 60 * k + 20 : 60 * k + 40])) for k in range(6)]


class Chart(unittest.TestCase):
    def test_values_under_a_made_cast(self):
        """One neutral of known value is pressed; all six come out at their published values."""
        for name, light in CASTS.items():
            for patch in (1, 2, 3):
                with self.subTest(cast=name, pressed=VALUES[patch]):
                    codes = chart(light, 0.8)
                    place = read_place(codes, *at(patch), VALUES[patch])
                    np.testing.assert_allclose(values_of(balanced(codes, (place,))), VALUES, atol=WITHIN)

    def test_the_cast_is_gone(self):
        for name, light in CASTS.items():
            with self.subTest(cast=name):
                codes = chart(light, 0.8)
                even = linear_from_codes(balanced(codes, (read_place(codes, *at(2), None),)))
                for patch in range(5):
                    red, green, blue = np.median(even[20:40, 60 * patch + 20 : 60 * patch + 40].reshape(-1, 3), axis=0)
                    self.assertAlmostEqual(red / green, 1, delta=0.04)
                    self.assertAlmostEqual(blue / green, 1, delta=0.04)

    def test_without_a_known_value_brightness_stays(self):
        codes = chart(CASTS["lamp"], 0.8)
        place = read_place(codes, *at(3), None)
        before, after = values_of(codes)[3], values_of(balanced(codes, (place,)))[3]
        self.assertAlmostEqual(before, after, delta=0.05)

    def test_a_light_that_changes_across(self):
        """Pressed at both ends of a grey strip, a cast that drifts is taken out along the way."""
        grey = np.full((60, 360, 3), 0.4, np.float32)
        blend = np.linspace(0, 1, 360)[None, :, None]
        light = np.array(CASTS["lamp"]) + (np.array(CASTS["shade"]) - np.array(CASTS["lamp"])) * blend
        codes = codes_from_linear((grey * light).astype(np.float32))
        places = tuple(read_place(codes, x, 0.5, None) for x in (0.06, 0.5, 0.94))
        self.assertGreater(unevenness(places), 10)
        even = linear_from_codes(balanced(codes, places))
        for column in (30, 110, 180, 250, 330):
            red, green, blue = np.median(even[20:40, column - 5 : column + 5].reshape(-1, 3), axis=0)
            self.assertAlmostEqual(red / green, 1, delta=0.09)
            self.assertAlmostEqual(blue / green, 1, delta=0.09)

    def test_the_cast_is_named(self):
        for name, leans in (
            ("lamp", ("orange", "yellow")),
            ("shade", ("blue", "blue-green")),
            ("red cloth", ("red", "magenta")),
        ):
            with self.subTest(cast=name):
                cast = cast_of_gains(read_place(chart(CASTS[name], 0.8), *at(2), None))
                self.assertIn(cast.leans, leans)
                self.assertGreater(cast.strength, 5)
        self.assertLess(cast_of_gains(Place(0.5, 0.5, 1, 1, 1)).strength, 0.5)


if __name__ == "__main__":
    unittest.main()
