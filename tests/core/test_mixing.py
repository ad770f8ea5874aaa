"""Mixing: spectra, films, tubes, recipes, drying and quantity keep their promises."""

import unittest

import numpy as np

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.mixing import recipes as r
from kind_distance.core.mixing.drying_shift import Shift, fitted, usual_shift
from kind_distance.core.mixing.film import PAPER_LAB, coats_covering, coats_to_hide, endless, film_over, scumbled
from kind_distance.core.mixing.quantity import film_of, millilitres
from kind_distance.core.mixing.spectrum import BANDS, lab_of, reflectance_of
from kind_distance.core.mixing.tubes import Tube, paint_of, role_of, warmth_of, white_paint
from kind_distance.core.mixing.washes import paint_of_washes
from kind_distance.stages.mixes.nominal import BY_INDEX, PIGMENTS, USUAL_BOX


def tube(index):
    each = BY_INDEX[index]
    return Tube(each.masstone, each.tint, 10.0, each.opacity, each.white)


BOX = tuple(tube(index) for index in USUAL_BOX)
NAMES = {index: at for at, index in enumerate(USUAL_BOX)}


def away(one, other):
    return float(ciede2000(np.array([one], np.float64), np.array([other], np.float64))[0])


class Spectra(unittest.TestCase):
    def test_a_colour_comes_back_from_its_smoothest_reflectance(self):
        for lab in ((50, 20, -30), (16, 21, -38), (88, 0, 55), (41, 58, 38), (96.5, -0.6, 2.2), (20, 0, 0)):
            with self.subTest(lab=lab):
                made = reflectance_of(np.array(lab, float))
                self.assertLess(away(lab_of(made), lab), 0.05)
                self.assertTrue(((made > 0) & (made < 1)).all())

    def test_a_colour_that_nothing_has_gives_the_nearest_that_was_found(self):
        made = reflectance_of(np.array([95.0, 0.0, 128.0]))
        self.assertTrue(np.isfinite(made).all())

    def test_grey_is_flat(self):
        made = reflectance_of(np.array([60.0, 0.0, 0.0]))
        self.assertLess(float(np.ptp(made)), 0.03)


class Films(unittest.TestCase):
    def setUp(self):
        self.k, self.s = paint_of(tube("PY42"))
        self.ground = reflectance_of(np.array([30.0, 5.0, 5.0]))

    def test_no_film_leaves_the_ground_and_a_thick_one_hides_it(self):
        self.assertLess(np.abs(film_over(self.ground, self.k, self.s, 0.0) - self.ground).max(), 1e-6)
        thick = film_over(self.ground, self.k, self.s, 60.0)
        self.assertLess(np.abs(thick - endless(self.k, self.s)).max(), 1e-6)

    def test_coats_add_up(self):
        twice = film_over(film_over(self.ground, self.k, self.s, 0.5), self.k, self.s, 0.7)
        self.assertLess(np.abs(twice - film_over(self.ground, self.k, self.s, 1.2)).max(), 1e-9)

    def test_more_paint_over_a_dark_ground_is_lighter_all_the_way(self):
        dark = np.full(BANDS, 0.02)
        values = [lab_of(film_over(dark, self.k, self.s, x))[0] for x in np.linspace(0, 4, 20)]
        self.assertTrue((np.diff(values) > 0).all())

    def test_a_scumble_lies_between(self):
        half = scumbled(np.full(BANDS, 0.8), np.full(BANDS, 0.2), 0.25)
        self.assertAlmostEqual(float(half[0]), 0.35)

    def test_a_tint_repeated(self):
        self.assertEqual([round(100 * coats_covering(0.2, n), 1) for n in range(1, 6)], [20, 36, 48.8, 59.0, 67.2])


class Coats(unittest.TestCase):
    def coats(self, index, light):
        k, s = paint_of(tube(index))
        ground = reflectance_of(np.array([light, 0.0, 0.0]))
        return coats_to_hide(ground, k, s, 8.0, lambda one, other: away(lab_of(one), lab_of(other)))

    def test_an_opaque_paint_hides_sooner_than_a_transparent_one(self):
        self.assertLess(self.coats("PY35", 15.0), self.coats("PY83", 15.0) or 99)
        self.assertLessEqual(self.coats("PW6", 60.0), 3)

    def test_a_ground_like_the_paint_takes_the_fewest_coats(self):
        self.assertLessEqual(self.coats("PBr7", 19.0), self.coats("PBr7", 90.0))

    def test_a_paint_that_scatters_nothing_never_hides_a_dark_ground(self):
        clear = np.full(BANDS, 1e-4)
        ground = reflectance_of(np.array([20.0, 0.0, 0.0]))
        self.assertEqual(coats_to_hide(ground, clear, clear * 20, 0.01, lambda a, b: away(lab_of(a), lab_of(b))), 0)


class Tubes(unittest.TestCase):
    def test_masstone_and_tint_are_met(self):
        white = white_paint()
        for each in PIGMENTS:
            k, s = paint_of(tube(each.index))
            with self.subTest(tube=each.name):
                self.assertLess(away(lab_of(endless(k, s)), each.masstone), 0.3)
                if each.tint is not None:
                    self.assertLess(away(lab_of(endless(k + 10 * white[0], s + 10 * white[1])), each.tint), 0.3)
                self.assertTrue((k > 0).all() and (s > 0).all())

    def test_without_a_tint_the_opacity_says_how_it_scatters(self):
        thin, thick = (paint_of(Tube((40, 10, 30), None, opacity=each))[1].mean() for each in ("T", "O"))
        self.assertGreater(thick / thin, 3)

    def test_synthetic_paints_are_recovered_well_enough_to_mix_by(self):
        """Known K and S, seen only by masstone and tint: mixes of two come out under 3.2 CIEDE2000 on average."""
        hand, bands = np.random.default_rng(5), np.linspace(0, 1, BANDS)
        true, guessed = [], []
        white = white_paint()
        for _ in range(10):
            middle, wide = hand.uniform(0.1, 0.9), hand.uniform(0.08, 0.3)
            k = np.exp(hand.uniform(-2.5, -0.5) + hand.uniform(1, 3) * np.exp(-(((bands - middle) / wide) ** 2)))
            s = np.full(BANDS, hand.choice([0.15, 0.3, 0.5, 0.8])) * np.exp(hand.uniform(-0.3, 0.3))
            opacity = min(("T", 0.15), ("ST", 0.3), ("SO", 0.5), ("O", 0.8), key=lambda e: abs(e[1] - s[0]))[0]
            tint = tuple(lab_of(endless(k + 10 * white[0], s + 10 * white[1])))
            true.append((k, s))
            guessed.append(paint_of(Tube(tuple(lab_of(endless(k, s))), tint, 10.0, opacity)))
        missed = []
        for one in range(10):
            for other in range(one):
                for share in (0.25, 0.5, 0.75):
                    real = [share * true[one][c] + (1 - share) * true[other][c] for c in (0, 1)]
                    made = [share * guessed[one][c] + (1 - share) * guessed[other][c] for c in (0, 1)]
                    missed.append(away(lab_of(endless(*made)), lab_of(endless(*real))))
        self.assertLess(float(np.mean(missed)), 3.2)

    def test_synthetic_watercolours_are_recovered_from_three_washes_of_unknown_strength(self):
        """Known K and S, seen only as three washes: they are met, and mixes of two come out under 1 CIEDE2000."""
        hand, bands = np.random.default_rng(3), np.linspace(0, 1, BANDS)
        paper, paints = reflectance_of(np.array(PAPER_LAB)), []
        for _ in range(6):
            middle, wide = hand.uniform(0.1, 0.9), hand.uniform(0.08, 0.3)
            k = np.exp(hand.uniform(-2.5, -0.5) + hand.uniform(1, 3) * np.exp(-(((bands - middle) / wide) ** 2)))
            s = np.full(BANDS, 0.15) * np.exp(hand.uniform(-0.3, 0.3))
            strong = np.array([1.2, 1.2 * hand.uniform(0.25, 0.5), 1.2 * hand.uniform(0.05, 0.15)])
            washes = tuple(tuple(lab_of(film_over(paper, k, s, each))) for each in strong)
            found_k, found_s, found = paint_of_washes(washes, 0.15)
            np.testing.assert_allclose(found, strong, rtol=0.05)
            for thick, wash in zip(found, washes, strict=True):
                self.assertLess(away(lab_of(film_over(paper, found_k, found_s, thick)), wash), 0.1)
            paints.append(((k, s), (found_k, found_s)))
        missed = []
        for one in range(6):
            for other in range(one):
                for strength in (0.1, 0.4, 1.0):
                    real, made = (
                        lab_of(film_over(paper, *(0.5 * paints[one][which][c] + 0.5 * paints[other][which][c]
                                                  for c in (0, 1)), strength))
                        for which in (0, 1)
                    )  # fmt: skip
                    missed.append(away(made, real))
        self.assertLess(float(np.mean(missed)), 0.5)
        self.assertLess(max(missed), 1.0)

    def test_roles_and_temperature(self):
        roles = {index: role_of(tube(index)) for index in BY_INDEX}
        self.assertEqual(roles["PW6"], "white")
        self.assertEqual(roles["PBk9"], "black")
        self.assertEqual({roles[each] for each in ("PR101", "PBr7", "PBr7 umber")}, {"earth"})
        self.assertEqual({roles[each] for each in ("PB29", "PB28", "PB15:3")}, {"blue"})
        self.assertEqual(warmth_of(tube("PR108")), "warm")
        self.assertEqual(warmth_of(tube("PB29")), "cool")
        self.assertEqual(warmth_of(tube("PBk9")), "neutral")

    def test_where_a_role_begins(self):
        """Hues of masstone and tint, full or dull; from memory."""

        def role(hue, full=60.0, chroma=60.0, light=50.0):
            turned = np.radians(hue)
            lab, tint = ((light, r * float(np.cos(turned)), r * float(np.sin(turned))) for r in (full, chroma))
            return role_of(Tube(lab, tint, 10.0, "semi", False))

        limits = ((44, "red", "orange"), (76, "orange", "yellow"), (105, "yellow", "green"), (206, "green", "blue"),
                  (300, "blue", "violet"), (333, "violet", "red"))  # fmt: skip
        for hue, before, after in limits:
            self.assertEqual((role(hue - 0.01), role(hue + 0.01)), (before, after))
        dull = {hue: role(hue, 31.9, 29.9) for hue in (114.9, 115.1, 329.9, 330.1)}
        self.assertEqual(dull, {114.9: "earth", 115.1: "green", 329.9: "violet", 330.1: "earth"})
        self.assertEqual([role(60, 32.1, 29.9), role(60, 31.9, 30.1)], ["orange", "orange"])
        self.assertEqual([role(60, 20, 5.9, 34.9), role(60, 20, 6.1, 34.9), role(60, 20, 5.9, 35.1)],
                         ["black", "earth", "earth"])  # fmt: skip
        self.assertEqual([role(90, light=88.1), role(90, light=87.9)], ["white", "yellow"])


class Recipes(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.opaque = r.mixes_of(BOX, transparent=False)
        cls.washes = r.mixes_of(BOX, transparent=True)

    def find(self, target, **given):
        return r.find_recipe(BOX, self.opaque, target, **given)

    def test_what_a_palette_makes_is_found_again(self):
        for parts in (((0, 8), (5, 1)), ((0, 4), (2, 2), (5, 1)), ((5, 2), (8, 1)), ((0, 30), (1, 1))):
            wanted = r.mix_of(BOX, parts)
            found = self.find(wanted).recipe
            with self.subTest(parts=parts):
                self.assertEqual(found.reach, "match")
                self.assertLess(away(r.mix_of(BOX, found.parts), found.lab), 0.05)
                self.assertAlmostEqual(found.difference, away(found.lab, wanted), places=2)

    def test_few_tubes_are_taken_where_few_come_near_enough(self):
        hand, more = np.random.default_rng(4), []
        for at in hand.integers(0, len(self.opaque.lab), 25):
            wanted = self.opaque.lab[at] + hand.normal(0, 0.5, 3)
            near = ciede2000(self.opaque.lab, wanted.astype(np.float32)) <= r.GOOD_ENOUGH
            fewest = int((self.opaque.parts[near] > 0).sum(axis=1).min())
            more.append(len(self.find(tuple(wanted)).recipe.tubes) - fewest)
        self.assertLessEqual(float(np.mean(more)), 0.25)

    def test_a_barred_tube_is_in_no_recipe(self):
        wanted = r.mix_of(BOX, ((0, 8), (5, 1)))
        found = self.find(wanted, barred=frozenset({NAMES["PB29"]}))
        for each in (found.recipe, *found.others):
            self.assertNotIn(NAMES["PB29"], each.tubes)

    def test_out_of_reach_offers_the_same_hue_as_well(self):
        found = self.find((75.0, 60.0, 70.0))
        self.assertEqual(found.recipe.reach, "out_of_reach")
        hue = np.degrees(np.arctan2(found.same_hue.lab[2], found.same_hue.lab[1]))
        self.assertLess(abs(hue - np.degrees(np.arctan2(70, 60))), r.SAME_HUE_DEG + 0.1)

    def test_other_ways_use_other_tubes(self):
        found = self.find((52.0, -6.0, 14.0))
        kinds = [found.recipe.tubes, *(each.tubes for each in found.others)]
        self.assertEqual(len(kinds), len(set(kinds)))

    def test_washes_use_no_white_and_get_paler_with_water(self):
        found = r.find_recipe(BOX, self.washes, (70.0, -3.0, -18.0)).recipe
        self.assertNotIn(0, found.tubes)
        self.assertIsNotNone(found.strength)
        light = [r.mix_of(BOX, found.parts, strength=x)[0] for x in (0.05, 0.2, 0.8)]
        self.assertEqual(light, sorted(light, reverse=True))
        self.assertEqual(r.water_parts(r.FULL_STRENGTH), 0)
        self.assertGreater(r.water_parts(0.05), r.water_parts(0.2))

    def test_two_steps_come_to_the_same_white(self):
        recipe = r.Recipe(((0, 90), (5, 2), (8, 1)), None, (70, 0, 0), 0.0)
        steps = r.two_steps(recipe, frozenset({0}))
        first = dict(steps.first)
        base = sum(first.values())
        white = first[0] + steps.white_parts * base
        self.assertAlmostEqual(white / 90, 1, delta=r.NEARLY)
        self.assertEqual({at: n for at, n in first.items() if at}, {5: 2, 8: 1})
        self.assertIsNone(r.two_steps(r.Recipe(((0, 6), (5, 1)), None, (50, 0, 0), 0.0), frozenset({0})))
        self.assertIsNone(r.two_steps(r.Recipe(((5, 6), (8, 1)), None, (50, 0, 0), 0.0), frozenset({0})))

    def test_the_fewest_tubes_still_reach_all(self):
        targets = [r.mix_of(BOX, parts) for parts in (((0, 8), (5, 1)), ((5, 2), (8, 1)), ((0, 4), (2, 1)))]
        stay, reached = r.fewest_tubes(self.opaque, targets, 3.0, len(BOX))
        self.assertTrue(all(reached))
        self.assertLess(len(stay), len(BOX))
        barred = frozenset(range(len(BOX))) - frozenset(stay)
        for target in targets:
            self.assertLessEqual(self.find(target, barred=barred).recipe.difference, 3.0)

    def test_what_the_whole_palette_does_not_reach_is_not_asked_of_few(self):
        _, reached = r.fewest_tubes(self.opaque, [(75.0, 60.0, 70.0)], 2.0, len(BOX))
        self.assertEqual(reached, [False])

    def test_a_step_that_helps_nothing_may_lead_to_one_that_does(self):
        # `before` is what was found where a step that helped little ended the search.
        for target, before in (((37.0, -12.6, 39.6), 5.4), ((56.5, -38.9, -32.6), 2.8), ((35.6, -2.1, -11.4), 2.0)):
            with self.subTest(target=target):
                self.assertLess(r.find_recipe(BOX, self.washes, target).recipe.difference, before - 0.5)

    def test_one_tube_and_forty(self):
        one = (BOX[5],)
        self.assertEqual(r.find_recipe(one, r.mixes_of(one, transparent=False), (50, 0, 0)).recipe.parts, ((0, 1),))
        many = tuple(tube(each.index) for each in PIGMENTS)
        found = r.find_recipe(many, r.mixes_of(many, transparent=False), (45.0, -8.0, 20.0))
        self.assertEqual(found.recipe.reach, "match")

    def test_the_same_question_has_the_same_answer(self):
        self.assertEqual(self.find((48.0, 3.0, 9.0)), self.find((48.0, 3.0, 9.0)))


class Drying(unittest.TestCase):
    def test_the_schools_of_acrylic_differ_in_sign(self):
        darker, both = usual_shift("acrylic", "darker"), usual_shift("acrylic", "both")
        self.assertLess(darker.dry(2.0), 2.0)
        self.assertGreater(both.dry(2.0), 2.0)
        self.assertLess(both.dry(9.0), 9.0)
        self.assertEqual(usual_shift("oil").dry(5.0), 5.0)

    def test_wet_is_dry_turned_round(self):
        for shift in (usual_shift("acrylic"), usual_shift("gouache"), usual_shift("watercolour", paper=9.4)):
            for value in (4.0, 6.0, 8.0):
                self.assertAlmostEqual(shift.dry(shift.wet(value)), value, delta=0.06)

    def test_a_wash_cannot_dry_as_dark_as_paint(self):
        self.assertIsNone(usual_shift("watercolour", paper=9.4).wet(2.0))

    def test_own_swatches_move_the_curve_and_few_move_it_little(self):
        usual = usual_shift("acrylic")
        real = Shift((0.4, 0.2, -0.2))
        wet = [2.0, 5.5, 9.0] * 5
        one = fitted(usual, [(5.5, real.dry(5.5))])
        many = fitted(usual, [(each, real.dry(each)) for each in wet])
        self.assertGreater(abs(one.dry(5.5) - real.dry(5.5)), abs(many.dry(5.5) - real.dry(5.5)))
        self.assertLess(abs(many.dry(5.5) - real.dry(5.5)), 0.1)
        self.assertLess(many.error, usual.error)
        self.assertEqual((many.pairs, fitted(usual, []).pairs), (15, 0))


class Quantity(unittest.TestCase):
    def test_by_hand(self):
        # 50 x 70 cm is 0.35 m2; 100 micrometres on it are 35 ml; with a quarter lost, 35 / 0.75.
        self.assertAlmostEqual(millilitres(3500, 100), 46.67, places=2)
        self.assertAlmostEqual(millilitres(3500, 100, coats=2, coverage=0.5), 46.67, places=2)

    def test_thick_and_oily_films_take_more(self):
        self.assertGreater(film_of("oil", "block_in", 1.0), film_of("acrylic", "block_in", 1.0))
        self.assertGreater(film_of("oil", "lights", 4.0), film_of("oil", "lights", 1.0))
        self.assertLess(film_of("watercolour", "block_in", 3.0), film_of("acrylic", "block_in", 1.0))
