"""The veil against Koschmieder, WMO-No. 8 and published Rayleigh coefficients."""

import unittest

import numpy as np

from kind_distance.core.depth.veil import (
    EXTINCTION_AT_2_PERCENT,
    EXTINCTION_AT_5_PERCENT,
    PROFILES,
    VeilProfile,
    contrast_left,
    profile_of,
    rayleigh_per_km,
    value_seen,
)
from kind_distance.errors import DomainError

# H. Koschmieder 1924: contrast falls exponentially, 2 % at the visibility limit (arithmetic).
CONTRAST = {0.25: 0.376, 0.5: 0.141, 1.0: 0.020}
# WMO-No. 8 (2018), chapter 9: meteorological optical range is where 5 % is left, MOR = 2.996 / extinction.
WMO_NUMERATOR, KOSCHMIEDER_NUMERATOR = 2.996, 3.912
# B. A. Bodhaine et al. 1999, from its optical depths at sea level, per km; two decimals of the power law's fit.
RAYLEIGH = {400: 0.04263, 450: 0.02617, 500: 0.01697, 550: 0.01149, 600: 0.00806, 700: 0.00431}
FIT_TOLERANCE = 0.02  # the power law against the tabulated values
CHANNEL_PATH_KM = 10.0


class Visibility(unittest.TestCase):
    def test_contrast_left(self):
        for share, left in CONTRAST.items():
            with self.subTest(share=share):
                self.assertAlmostEqual(float(contrast_left(share * 21.0, 21.0)), left, delta=0.0006)

    def test_two_meanings_of_visibility(self):
        self.assertAlmostEqual(EXTINCTION_AT_2_PERCENT, KOSCHMIEDER_NUMERATOR, delta=0.0005)
        self.assertAlmostEqual(EXTINCTION_AT_5_PERCENT, WMO_NUMERATOR, delta=0.0005)
        self.assertAlmostEqual(EXTINCTION_AT_2_PERCENT / EXTINCTION_AT_5_PERCENT, 1.306, delta=0.0005)

    def test_nonsense_is_refused(self):
        for distance, visibility in ((-1, 10), (5, 0), (5, -3)):
            with self.subTest(distance=distance), self.assertRaises(DomainError):
                contrast_left(distance, visibility)


class Rayleigh(unittest.TestCase):
    def test_published_coefficients(self):
        for wavelength, per_km in RAYLEIGH.items():
            with self.subTest(wavelength=wavelength):
                self.assertAlmostEqual(float(rayleigh_per_km(wavelength)) / per_km, 1, delta=FIT_TOLERANCE)

    def test_thinner_with_height(self):
        self.assertAlmostEqual(float(rayleigh_per_km(550, 8.4) / rayleigh_per_km(550)), np.exp(-1), places=9)


class Profiles(unittest.TestCase):
    def test_the_green_channel_keeps_its_visibility(self):
        """539 nm is close to the 550 nm for which visibility is said."""
        profile = profile_of("hazy")
        left = float(np.exp(-profile.extinction_per_km()[1] * profile.visibility_km))
        self.assertAlmostEqual(left, 0.02, delta=0.003)

    def test_blue_goes_first_in_clear_air_and_mist_takes_all_alike(self):
        clear, mist = (profile_of(key).extinction_per_km() for key in ("clear", "mist"))
        self.assertTrue(clear[2] > clear[1] > clear[0])
        self.assertLess(mist[2] / mist[0], 1.02)

    def test_at_the_eye_nothing_changes_and_far_off_only_air_is_left(self):
        own = np.array([0.05, 0.08, 0.03])
        for profile in PROFILES.values():
            with self.subTest(profile=profile.key):
                np.testing.assert_allclose(profile.seen(own, 0), own)
                np.testing.assert_allclose(profile.seen(own, 1e7), profile.airlight_linear(), atol=1e-3)

    def test_farther_is_lighter_only_where_the_air_is_lighter(self):
        dark = np.full(3, 0.05)
        day, night = profile_of("hazy"), profile_of("night")
        values = [value_seen(day, dark, d) for d in (0, 1000, 4000, 12000)]
        self.assertEqual(values, sorted(values))
        snow = np.full(3, 0.6)
        values = [value_seen(night, snow, d) for d in (0, 1000, 4000, 12000)]
        self.assertEqual(values, sorted(values, reverse=True))

    def test_own_visibility_wins(self):
        profile = VeilProfile("x", "X", 50, 1.0, (200, 200, 200))
        self.assertGreater(profile.extinction_per_km(5)[1], 9 * profile.extinction_per_km(50)[1])
        with self.assertRaises(DomainError):
            profile.extinction_per_km(0)
        with self.assertRaises(DomainError):
            profile_of("green")


if __name__ == "__main__":
    unittest.main()
