"""Mixing held against colour science, the equations it comes from, and what painters know.

Sources: colour-science (CIE 1931 2 degree observer, D65, ASTM E308 tables); the differential equations of Kubelka and
Munk (1931), solved by SciPy without the closed forms; facts of the trade are common practice, no source.
"""

import unittest
import warnings

import numpy as np
from scipy.integrate import solve_ivp

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.mixing.film import below_surface, endless, film_over, seen
from kind_distance.core.mixing.recipes import mix_of
from kind_distance.core.mixing.spectrum import BANDS, NANOMETRES, lab_of, reflectance_of
from kind_distance.core.mixing.tubes import Tube, paint_of
from kind_distance.stages.mixes.nominal import BY_INDEX

with warnings.catch_warnings():
    warnings.simplefilter("ignore")
    import colour


def tube(index):
    each = BY_INDEX[index]
    return Tube(each.masstone, each.tint, 10.0, each.opacity, each.white)


def mixed(*parts):
    tubes = tuple(tube(index) for index, _ in parts)
    return mix_of(tubes, tuple((at, count) for at, (_, count) in enumerate(parts)))


class AgainstColourScience(unittest.TestCase):
    def test_cielab_of_reflectances(self):
        hand = np.random.default_rng(3)
        observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
        light = colour.SDS_ILLUMINANTS["D65"]
        shape = colour.SpectralShape(380, 730, 10)
        observer, light = (each.copy().align(shape) for each in (observer, light))
        white = np.ones(BANDS)
        for _ in range(12):
            bands = np.clip(np.cumsum(hand.normal(0, 0.06, BANDS)) + hand.uniform(0.2, 0.7), 0.02, 0.97)
            spectrum, flat = (
                colour.SpectralDistribution(dict(zip(NANOMETRES, each, strict=True))) for each in (bands, white)
            )
            xyz, top = (
                colour.sd_to_XYZ(each, observer, light, method="Integration", shape=shape) for each in (spectrum, flat)
            )
            xy = colour.XYZ_to_xy(top / top[1])
            wanted = colour.XYZ_to_Lab(xyz / top[1], xy)
            self.assertLess(float(np.abs(lab_of(bands) - wanted).max()), 0.02)

    def test_there_and_back_with_another_reader(self):
        """The smoothest reflectance of a colour, read by colour-science, has that colour."""
        observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"]
        shape = colour.SpectralShape(380, 730, 10)
        observer, light = (e.copy().align(shape) for e in (observer, colour.SDS_ILLUMINANTS["D65"]))

        def xyz(bands):
            spectrum = colour.SpectralDistribution(dict(zip(NANOMETRES, bands, strict=True)))
            return colour.sd_to_XYZ(spectrum, observer, light, method="Integration", shape=shape)

        top = xyz(np.ones(BANDS))
        for lab in ((40, 12, 14), (65, 18, 18), (50, -5, -22), (72, 19, 68), (30, 20, -45)):
            made = colour.XYZ_to_Lab(xyz(reflectance_of(np.array(lab, float))) / top[1], colour.XYZ_to_xy(top))
            self.assertLess(float(np.abs(made - lab).max()), 0.05)


class AgainstTheEquations(unittest.TestCase):
    def by_integration(self, ground, k, s, thickness):
        """Solve dR/dX = S - 2 (K + S) R + S R2 from the ground up, which is what the closed form stands for."""
        found = solve_ivp(lambda _, r: s - 2 * (k + s) * r + s * r * r, (0, thickness), [ground], rtol=1e-9, atol=1e-11)
        return float(found.y[0, -1])

    def test_films_of_any_thickness(self):
        for ground, k, s, thickness in ((0.8, 0.3, 0.5, 0.4), (0.05, 2.0, 0.8, 1.5), (0.6, 0.02, 1.0, 3.0)):
            wanted = self.by_integration(float(below_surface(np.array(ground))), k, s, thickness)
            made = film_over(np.array([ground]), np.array([k]), np.array([s]), thickness)
            self.assertAlmostEqual(float(made[0]), float(seen(np.array(wanted))), places=6)

    def test_a_film_that_scatters_nothing_follows_the_law_of_absorption(self):
        made = film_over(np.array([0.7]), np.array([0.9]), np.array([1e-5]), 0.8)
        wanted = below_surface(np.array(0.7)) * np.exp(-2 * 0.9 * 0.8)
        self.assertAlmostEqual(float(made[0]), float(seen(wanted)), places=4)

    def test_an_endless_film_solves_k_over_s(self):
        made = float(below_surface(endless(np.array([0.5]), np.array([0.8])))[0])
        self.assertAlmostEqual((1 - made) ** 2 / (2 * made), 0.5 / 0.8, places=9)


class FactsOfTheTrade(unittest.TestCase):
    """Common practice, no source."""

    def test_ultramarine_and_cadmium_yellow_make_a_dull_green(self):
        light, a, b = mixed(("PB29", 1), ("PY35", 1))
        hue = np.degrees(np.arctan2(b, a)) % 360
        self.assertTrue(110 < hue < 190, hue)
        self.assertLess(np.hypot(a, b), 30)
        self.assertTrue(20 < light < 45)

    def test_phthalo_green_and_the_same_yellow_make_a_bright_one(self):
        dull, bright = mixed(("PB29", 1), ("PY35", 4)), mixed(("PG7", 1), ("PY35", 24))
        self.assertGreater(np.hypot(*bright[1:]), np.hypot(*dull[1:]) + 10)

    def test_ultramarine_and_burnt_sienna_make_a_near_neutral_dark(self):
        best = min((mixed(("PB29", n), ("PR101", 10)) for n in range(8, 22)), key=lambda lab: np.hypot(*lab[1:]))
        self.assertLess(np.hypot(*best[1:]), 6.5)
        self.assertTrue(16 < best[0] < 20, best)

    def test_phthalo_blue_is_several_times_as_strong_as_ultramarine(self):
        """About 4.6 times by volume, from memory: that many parts of the other make a tint as dark."""
        wanted = mixed(("PB15:3", 1), ("PW6", 40))[0]
        as_dark = min(np.arange(1, 9, 0.1), key=lambda n: abs(mixed(("PB29", n), ("PW6", 40))[0] - wanted))
        self.assertTrue(3.2 < as_dark < 6.0, as_dark)

    def test_black_and_yellow_make_an_olive(self):
        _, a, b = mixed(("PBk9", 1), ("PY35", 4))
        self.assertTrue(85 < np.degrees(np.arctan2(b, a)) < 140)

    def test_white_makes_a_red_pinker_and_cooler(self):
        red, pink = mixed(("PR108", 1)), mixed(("PR108", 1), ("PW6", 6))
        self.assertGreater(pink[0], red[0] + 15)
        self.assertLess(np.arctan2(pink[2], pink[1]), np.arctan2(red[2], red[1]))

    def test_a_transparent_yellow_over_black_is_hardly_seen_and_an_opaque_one_is(self):
        black = np.full(BANDS, 0.03)
        over = {}
        for index in ("PY83", "PY35"):
            k, s = paint_of(tube(index))
            over[index] = float(lab_of(film_over(black, k, s, 1.0))[0])
        self.assertGreater(over["PY35"], over["PY83"] + 15)

    def test_the_distance_that_is_no_match_is_seen(self):
        grey = np.array([[50.0, 0, 0]])
        self.assertGreater(float(ciede2000(grey, grey + [[0, 2.5, 0]])[0]), 2)
