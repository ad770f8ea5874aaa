"""Each number by which a palette and its mixes are judged: where a rule begins to speak, and what holds there.

All numbers are common practice, no source, unless another is named.
"""

import unittest
from dataclasses import replace
from types import SimpleNamespace

import numpy as np

from kind_distance.core.colour.lab import ciede2000
from kind_distance.core.mixing.recipes import Recipe
from kind_distance.core.mixing.tubes import Tube, paint_of, role_of
from kind_distance.core.paint.drying import STUDIO, Weather, dry
from kind_distance.core.paint.underlay import UNDERLAY
from kind_distance.core.palette.coats import coats_over, ground_shows
from kind_distance.core.palette.film_audit import audit_ground, audit_oil_films
from kind_distance.core.palette.laid import covers_its_planes, hidden_by, laid_by_all
from kind_distance.core.palette.mix_audit import Judged, audit_mixes, is_strong, missing_parts, reaching_tubes
from kind_distance.core.palette.model import MixingPalette, PlannedMix, Target
from kind_distance.core.passes.model import Colour, Pass
from kind_distance.core.schedule.model import Placement
from tests.limits import begins

WHITE = Tube((96.5, -0.6, 2.2), None, 10.0, "O", True)
YELLOW = Tube((55.0, 17.0, 49.0), (82.0, 4.0, 31.0), 10.0, "SO", False)
RED = Tube((28.0, 49.0, 13.0), (58.0, 49.0, -7.0), 10.0, "T", False)
BLUE = Tube((16.0, 21.0, -38.0), (60.0, 8.0, -37.0), 10.0, "T", False)
EARTH = Tube((28.0, 21.0, 20.0), (63.0, 18.0, 20.0), 10.0, "ST", False)
BLACK = Tube((14.0, 0.3, 0.5), (54.0, -0.5, -2.5), 10.0, "SO", False)
BOX = MixingPalette(tubes=(WHITE, YELLOW, RED, BLUE, EARTH, BLACK))


def mix(plane=1, part="mass", lab=(50.0, 0.0, 0.0), value=5.0, parts=((4, 1),), made=None, away=1.0, element=0):
    """A mix that is wanted as `lab` and comes out as `made`, so far away."""
    target = Target(plane, part, value, lab, "Shed" if element else f"Plane {plane}", element)
    return PlannedMix(target, Recipe(tuple(parts), None, lab if made is None else made, away))


def audit(*mixes, palette=BOX, planes=(11, 12, 13), **given):
    return {each.kind: each for each in audit_mixes(Judged(palette, mixes, planes, **given))}


class NoWhite(unittest.TestCase):
    BARE = replace(BOX, barred=frozenset({0}))

    def test_from_four_of_lightness_on(self):
        def told(by):
            return "no_white" in audit(mix(lab=(70.0, 0, 0), made=(70.0 - by, 0, 0)), palette=self.BARE)

        self.assertAlmostEqual(begins(told, 1, 20), 4.0, places=4)

    def test_strong_where_most_colours_want_it(self):
        pale, dark = mix(lab=(80.0, 0, 0), made=(60.0, 0, 0)), mix(2)
        self.assertEqual(audit(pale, dark, palette=self.BARE)["no_white"].severity, "mild")
        found = audit(pale, pale, dark, palette=self.BARE)["no_white"]
        self.assertEqual((found.severity, found.weight, found.ranks), ("strong", 2.0, (1,)))

    def test_not_with_a_white_nor_of_washes(self):
        pale = mix(lab=(80.0, 0, 0), made=(60.0, 0, 0))
        self.assertNotIn("no_white", audit(pale))
        self.assertNotIn("no_white", audit(pale, palette=replace(self.BARE, transparent=True)))

    def test_what_is_out_of_reach_for_want_of_it_is_not_told_besides(self):
        pale = mix(lab=(80.0, 0, 0), made=(60.0, 0, 0), away=15.0)
        self.assertEqual({"no_white", "out_of_reach"} & set(audit(pale, palette=self.BARE)), {"no_white"})


class OutOfReach(unittest.TestCase):
    def found(self, lab, made):
        return audit(mix(lab=lab, made=made, away=12.0))["out_of_reach"]

    def test_the_worst_of_each_string_and_whose_it_is(self):
        found = audit_mixes(
            Judged(
                BOX,
                [mix(2, away=6.0), mix(2, "dark", away=9.0), mix(3, away=3.9), mix(2, "base", away=7.0, element=5)],
                (11, 12, 13),
            )  # fmt: skip
        )
        told = {each.key: each.weight for each in found if each.kind == "out_of_reach"}
        self.assertEqual(told, {"out_of_reach:p12": 9.0, "out_of_reach:e5": 7.0})

    def test_for_want_of_a_dark_from_five_of_lightness_on(self):
        told = begins(lambda by: self.found((40, 0, 0), (40 + by, 0, 0)).measures["missed_by"] == "dark", 1, 20)
        self.assertAlmostEqual(told, 5.0, places=4)

    def test_for_want_of_a_pure_colour_from_two_of_chroma_on(self):
        told = begins(lambda by: self.found((40, 30, 0), (40, 30 - by, 0)).measures["missed_by"] == "chroma", 1, 20)
        self.assertAlmostEqual(told, 2.0, places=4)
        self.assertEqual(self.found((40, 30, 0), (40, 29, 9)).measures["missed_by"], "any")

    def test_usual_tubes_that_bring_it_nearer(self):
        green = (45.0, -35.0, 25.0)
        viridian = ("PG18", Tube((24.0, -28.0, 2.0), (69.0, -30.0, 2.0), 10.0, "T", False))
        small = MixingPalette(tubes=(WHITE, YELLOW, RED))
        helps = reaching_tubes(small, (viridian, ("PW6", WHITE), ("PR101", EARTH)), green, 40.0)
        self.assertEqual(helps[0][0], "PG18")
        self.assertNotIn("PW6", [index for index, _ in helps], "there is a white already")
        away = helps[0][1]
        self.assertEqual(len(reaching_tubes(small, (viridian,), green, away + 1.01)), 1)
        self.assertEqual(reaching_tubes(small, (viridian,), green, away + 0.99), [], "it has to bring it nearer by one")
        no_white = replace(small, barred=frozenset({0}))
        self.assertEqual(len(reaching_tubes(no_white, (("PW6", WHITE),), (95.0, 0.0, 2.0), 40.0)), 1)
        self.assertEqual(reaching_tubes(replace(no_white, transparent=True), (("PW6", WHITE),), (95.0, 0, 2), 40.0), [])

    def test_two_tubes_at_most_are_offered(self):
        tubes = tuple((str(at), replace(RED, masstone=(28.0 + at, 49.0, 13.0))) for at in range(4))
        helps = reaching_tubes(MixingPalette(tubes=(WHITE, BLUE)), tubes, (45.0, 40.0, 5.0), 60.0)
        self.assertEqual(len(helps), 2)
        self.assertLessEqual(helps[0][1], helps[1][1])


class Alike(unittest.TestCase):
    def told(self, apart, **given):
        other = {"plane": 2, "parts": ((4, 1), (0, 1)), "made": (50.0 + apart, 0, 0)} | given
        return "alike_mixes" in audit(mix(parts=((4, 2), (0, 1))), mix(**other))

    def test_under_one_of_ciede2000(self):
        apart = begins(lambda by: not self.told(by), 0.1, 4.0)
        away = float(ciede2000(np.array([[50.0, 0, 0]]), np.array([[50.0 + apart, 0, 0]]))[0])
        self.assertAlmostEqual(away, 1.0, places=4)

    def test_not_of_one_plane_one_recipe_or_a_thing(self):
        self.assertTrue(self.told(0.1))
        self.assertFalse(self.told(0.1, plane=1, part="dark"))
        self.assertFalse(self.told(0.1, parts=((4, 2), (0, 1))))
        self.assertFalse(self.told(0.1, part="base", element=3))

    def test_three_pairs_are_named_and_all_are_counted(self):
        alike = [mix(rank, parts=((4, rank), (0, 7))) for rank in range(1, 5)]
        found = audit(*alike, planes=(1, 2, 3, 4))["alike_mixes"]
        self.assertEqual((found.weight, found.measures["count"], len(found.measures["pairs"])), (6.0, 6, 3))
        self.assertEqual(found.ranks, (1, 2))


class StrongInPale(unittest.TestCase):
    STRONG = Tube((12.0, 5.0, -22.0), (46.0, -7.0, -40.0), 10.0, "T", False)

    def test_a_phthalo_is_strong_and_an_ochre_is_not(self):
        self.assertTrue(is_strong(self.STRONG))
        self.assertFalse(is_strong(YELLOW))
        self.assertFalse(is_strong(WHITE))

    def test_from_thirty_of_absorption_on(self):
        """A darker tint is a stronger tube."""
        light = begins(lambda by: is_strong(replace(self.STRONG, tint=(90.0 - by, -3.0, -12.0))), 41, 50)
        edge = replace(self.STRONG, tint=(90.0 - light, -3.0, -12.0))
        self.assertAlmostEqual(float(paint_of(edge)[0].max()), 30.0, places=2)

    def test_in_mixes_from_six_and_a_half_on(self):
        palette = MixingPalette(tubes=(WHITE, self.STRONG))

        def told(value, parts=((0, 9), (1, 1)), palette=palette):
            return "strong_in_pale" in audit(mix(value=value, parts=parts), palette=palette)

        self.assertAlmostEqual(begins(told, 4, 9), 6.5, places=4)
        self.assertFalse(told(8.0, parts=((0, 9),)))
        self.assertFalse(told(8.0, palette=replace(palette, transparent=True)))

    def test_planes_and_tubes_are_named_once(self):
        palette = MixingPalette(tubes=(WHITE, self.STRONG))
        pale = mix(2, value=8.0, parts=((0, 9), (1, 1)))
        found = audit(pale, pale, palette=palette)["strong_in_pale"]
        self.assertEqual((found.ranks, found.measures["tubes"]), ((2,), [1]))


class BlackFar(unittest.TestCase):
    def told(self, black, plane=2, part="mass", **given):
        return audit(mix(plane, part, parts=((5, black), (0, 100 - black))), **given).get("black_far")

    def test_from_a_third_of_the_mass_on(self):
        self.assertEqual([bool(self.told(share)) for share in (33, 34)], [False, True])
        found = self.told(50)
        self.assertEqual((found.key, found.measures["tube"]), ("black_far:p12", 5))
        self.assertAlmostEqual(found.weight, 0.5)

    def test_not_in_the_nearest_plane_a_dark_or_where_it_is_meant(self):
        self.assertIsNone(self.told(60, plane=3))
        self.assertIsNone(self.told(60, part="dark"))
        self.assertIsNone(self.told(60, black_is_meant=True))


class Missing(unittest.TestCase):
    def test_each_part_by_the_tube_that_plays_it(self):
        self.assertEqual(missing_parts(BOX), [])
        for at, part in ((0, "white"), (1, "yellow"), (2, "red"), (4, "warm_dark")):
            self.assertEqual(missing_parts(replace(BOX, barred=frozenset({at}))), [part])
        self.assertEqual(missing_parts(replace(BOX, barred=frozenset({3}))), ["blue"], "black is a cool dark")
        self.assertEqual(missing_parts(replace(BOX, barred=frozenset({3, 5}))), ["blue", "cool_dark"])
        self.assertEqual(missing_parts(replace(BOX, barred=frozenset({0}), transparent=True)), [])

    def test_a_warm_orange_is_a_yellow(self):
        """Cadmium orange does for a warm yellow on a short palette."""
        orange = Tube((60.0, 45.0, 60.0), (75.0, 25.0, 38.0), 10.0, "O", False)
        self.assertEqual(role_of(orange), "orange")
        self.assertEqual(missing_parts(replace(BOX, tubes=(WHITE, orange, RED, BLUE, EARTH))), [])

    def test_an_empty_palette_is_not_lectured(self):
        self.assertEqual(audit(palette=MixingPalette(tubes=())), {})
        self.assertEqual(audit(palette=replace(BOX, barred=frozenset({2})))["missing_part"].weight, 1.0)


def layer(number, kind="block_in", planes=(1,), **given):
    return Pass(number, kind, planes, given.pop("title", "Layer"), given.pop("paint", "oil"), 30, **given)


AIR = Weather(((0.0, STUDIO),))
OIL = MixingPalette(tubes=(EARTH, RED), slowness=(0.5, 2.0))
HOUR, DAY = 60, 1440


def oil_films(lower_parts, upper_parts, begin=DAY, upper=None):
    """A mass under a second layer of the same plane: by how many times the upper one is faster."""
    mixes = [
        mix(part="mass", parts=lower_parts),
        mix(part="light", parts=upper_parts),
        mix(part="dark", parts=upper_parts),
    ]
    # Whole over the plane, so that only the mass lies below and the lights and darks above.
    passes = [layer(1), upper or layer(2, "second_layer")]
    placed = tuple(Placement(number, number, at, at + HOUR, None) for number, at in ((1, 0), (2, begin)))
    work = SimpleNamespace(
        passes=passes, schedule=SimpleNamespace(placements=placed), problem=SimpleNamespace(weather=AIR)
    )
    return audit_oil_films(OIL, mixes, work)


class OilFilms(unittest.TestCase):
    def test_it_names_the_films_and_the_tubes_that_make_them(self):
        (found,) = oil_films(((1, 1),), ((0, 1),))
        self.assertEqual(found.key, "fast_over_slow:2")
        self.assertEqual((found.measures["fastest_above"], found.measures["slowest_below"]), (0, 1))
        self.assertEqual(oil_films(((0, 1),), ((1, 1),)), [])

    def test_from_six_tenths_of_the_time_below_on(self):
        """Six tenths of the second layer are light and dark, four the mass itself, which takes twice a usual time.

        With 10 of 100 parts slow the lights take 0.65 of a usual time and the layer 1.19: 0.595 of the mass below; with
        12 parts it is 1.208, 0.604 of it.
        """
        (found,) = oil_films(((1, 1),), ((0, 90), (1, 10)))
        self.assertAlmostEqual(found.measures["ratio"], 0.595)
        self.assertEqual(oil_films(((1, 1),), ((0, 88), (1, 12))), [])

    def test_fatter_dry_through_or_wet_in_wet_is_well(self):
        pure = ((1, 1),), ((0, 1),)
        self.assertEqual(oil_films(*pure, upper=layer(2, "second_layer", colour=Colour(oil="fat"))), [])
        self.assertEqual(oil_films(*pure, upper=layer(2, "second_layer", wants="dry_through")), [])
        film = dry("oil", float(HOUR), AIR, 1.0, ())
        opened, through = round(film.open_until), round(film.through_late)
        for begin, told in ((opened - 5, False), (opened + 5, True), (through - 5, True), (through + 5, False)):
            self.assertEqual(bool(oil_films(*pure, begin=begin)), told, begin)

    def test_accents_things_and_other_paint_crack_nothing(self):
        pure = ((1, 1),), ((0, 1),)
        self.assertTrue(oil_films(*pure))
        self.assertEqual(oil_films(*pure, upper=layer(2, "second_layer", things=("Shed",))), [])
        self.assertEqual(oil_films(*pure, upper=layer(2, "second_layer", paint="acrylic")), [])
        self.assertEqual([bool(oil_films(*pure, upper=layer(2, "second_layer", share=share))) for share in (0.49, 0.51)],
                         [False, True])  # fmt: skip


class Ground(unittest.TestCase):
    """A transparent yellow-brown over a ground."""

    THIN = MixingPalette(tubes=(Tube((40.0, 25.0, 45.0), (90.0, 4.0, 20.0), 10.0, "T", False), WHITE))

    def told(self, ground, passes=(layer(1),), left_out=frozenset(), palette=THIN, part="mass"):
        work = SimpleNamespace(passes=list(passes))
        return list(audit_ground(palette, [mix(parts=((0, 1),), part=part)], work, ground, (11,), left_out))

    def test_from_seven_of_ciede2000_on(self):
        twice = [layer(1), layer(2, "second_layer")]
        dark = begins(lambda value: bool(self.told(value, twice)), 4.5, 2.0)
        self.assertAlmostEqual(ground_shows(self.THIN, mix(parts=((0, 1),)), dark, 2), 7.0, places=3)

    def test_it_says_how_many_coats_hide_it(self):
        (found,) = self.told(9.5)
        self.assertEqual(found.key, "ground_shows:p11")
        self.assertEqual(found.measures["coats"], 1)
        hides = found.measures["hidden_by"]
        self.assertEqual(hides, coats_over(self.THIN, mix(parts=((0, 1),)), 9.5))
        self.assertGreater(hides, 2)
        self.assertEqual(self.told(9.5, [layer(each) for each in range(1, hides + 1)]), [])

    def test_not_of_washes_lights_underlaid_or_told_planes(self):
        self.assertTrue(self.told(9.5))
        self.assertEqual(self.told(9.5, palette=replace(self.THIN, transparent=True)), [])
        self.assertEqual(self.told(9.5, part="light"), [])
        self.assertEqual(self.told(9.5, left_out={1}), [])
        self.assertEqual(self.told(9.5, [layer(1, title=UNDERLAY), layer(2)]), [])
        self.assertEqual(self.told(9.5, [layer(1, things=("Shed",))]), [], "no coat lies on it yet")


class Layers(unittest.TestCase):
    def test_a_layer_covers_its_planes_from_nine_tenths_on(self):
        self.assertTrue(covers_its_planes(layer(1)))
        self.assertEqual([covers_its_planes(layer(1, share=share)) for share in (0.89, 0.9)], [False, True])
        self.assertFalse(covers_its_planes(layer(1, "details")))
        self.assertFalse(covers_its_planes(layer(1, things=("Shed",))))

    def test_what_is_hidden_later(self):
        self.assertTrue(hidden_by(layer(1), 1, [layer(2, "details"), layer(3, "second_layer")]))
        self.assertFalse(hidden_by(layer(1), 1, [layer(2, planes=(2,))]))
        self.assertFalse(hidden_by(layer(1, things=("Shed",)), 1, [layer(2)]), "a thing stands before it")

    def test_what_each_kind_of_pass_lays(self):
        mixes = [mix(part=part) for part in ("light", "mass", "dark")]

        def laid(kind, **given):
            ((_, found),) = laid_by_all([layer(1, kind, **given)], mixes)
            return {part: cover for (_, _, part), cover in found}

        self.assertEqual(laid("block_in"), {"mass": 1.0})
        self.assertEqual(set(laid("second_layer")), {"light", "mass", "dark"})
        self.assertAlmostEqual(sum(laid("second_layer").values()), 1.0, msg="it goes over all of its plane")
        self.assertEqual(laid("block_in", share=0.5), {"mass": 0.5})
        self.assertEqual(laid("glaze"), {})
        self.assertTrue(all(cover < 0.1 for cover in (laid("details") | laid("lights")).values()))

    def test_blending_takes_paint_only_where_it_is_the_first_to_lay_any(self):
        first, again = laid_by_all([layer(1, "blend"), layer(2, "blend")], [mix()])
        self.assertEqual((first[1], again[1]), ((((1, 0, "mass"), 1.0),), ()))

    def test_a_thing_with_colours_of_its_own_takes_those(self):
        mixes = [mix(), mix(part="base", element=5), mix(part="tint", element=5)]
        ((_, own),) = laid_by_all([layer(1, things=("Shed",), share=0.2)], mixes)
        self.assertEqual(own, (((1, 5, "base"), 0.2),))
        ((_, others),) = laid_by_all([layer(1, things=("Shed", "Boat"), share=0.2)], mixes)
        self.assertEqual(others, (((1, 0, "mass"), 0.2),), "of the boat nobody knows a colour")


if __name__ == "__main__":
    unittest.main()
