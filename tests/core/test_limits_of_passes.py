"""Each number by which passes are derived, reckoned and counted: where it begins to matter, and what it comes to.

Common practice, no source, or from memory, unless another is named.
"""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.colour.keys import key_range
from kind_distance.core.colour.lab import warmth
from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.deriving.needed import Around, needed_passes
from kind_distance.core.judging.model import JudgedThing
from kind_distance.core.kit import Outfit, brush_of, brushes_for, kit_for
from kind_distance.core.paint.media import ground_of
from kind_distance.core.passes.buried import buried_pairs
from kind_distance.core.passes.minutes import estimate_minutes
from kind_distance.core.passes.model import LEVEL, Pass, PlaneFacts, Precedence
from kind_distance.core.passes.order import cost_of_order, count_remixes, cut_round, ready_at
from kind_distance.core.passes.pace import Spent, own_paces, pace_for
from kind_distance.core.passes.schools import SCHOOLS, mix_name, mix_of, place_in
from kind_distance.core.wording import say_area, say_length, say_minutes, say_range
from tests.limits import begins
from tests.planning import border, derive, scene_for

SKY = PlaneFacts("Sky", 300, 0.0, 8.3, 8.0, 8.6, None, sky=True)
RIDGE = PlaneFacts("Ridge", 150, 0.0, 6.5, 6.3, 6.7, 0.3)
FIELD = PlaneFacts("Field", 600, 0.0, 3.5, 3.4, 3.6, 0.99)


def layer(number, plane, minutes=10, kind="block_in", **more):
    """A pass on a plane."""
    return Pass(number, kind, (plane,) if plane else (), kind, "acrylic", minutes, place=f"Plane {plane}", **more)


class Derived(unittest.TestCase):
    def passes(self, field=FIELD, medium="acrylic", **more):
        """What a sky, a ridge and a field need, by kind and plane."""
        return {(each.kind, each.plane): each for each in derive([SKY, RIDGE, field], medium, **more)}

    def test_darks_and_lights_a_step_and_a_fifth_apart_want_a_second_layer(self):
        def wanted(apart, **more):
            return ("second_layer", 3) in self.passes(replace(FIELD, dark=3.0, light=3.0 + apart), **more)

        self.assertAlmostEqual(begins(wanted, 0.3, 3.0), 1.2, places=4)
        self.assertAlmostEqual(begins(lambda apart: wanted(apart, stop_at="refined"), 0.1, 3.0), 0.6, places=4)
        self.assertFalse(wanted(3.0, stop_at="early"))
        self.assertFalse(wanted(3.0, foreground="plain"))
        self.assertEqual(self.passes(replace(FIELD, dark=2.0, light=5.0))["second_layer", 3].share, 0.4)

    def test_six_hundredths_of_fine_edges_where_the_air_leaves_them(self):
        def wanted(detail, left=0.99):
            return ("details", 3) in self.passes(replace(FIELD, detail=detail, contrast_left=left))

        self.assertAlmostEqual(begins(wanted, 0.0, 0.3), 0.06, places=5)
        self.assertTrue(wanted(0.06))
        self.assertAlmostEqual(begins(lambda left: wanted(0.3, left), 0.1, 0.9), 0.45, places=4)
        self.assertTrue(wanted(0.3, 0.45))
        self.assertTrue(wanted(0.3, None))

    def test_a_plane_of_nearly_a_fifth_is_built_of_two_glazes(self):
        def coats(area):
            facts = [SKY, RIDGE, replace(FIELD, area_cm2=area)]
            return sum(each.kind == "glaze" and each.planes == (3,) for each in derive(facts, approach="glazes"))

        self.assertAlmostEqual(begins(lambda area: coats(area) == 2, 50, 900), 0.18 * 1050, places=2)
        self.assertEqual(coats(189.0), 2)

    def test_gaps_of_bare_ground_and_the_paint_between_them(self):
        """Light adds up by area: 15 % of ground and 85 % of paint give the planned value."""
        made = self.passes(ground_shown={3: "gaps"})["block_in", 3]
        ground, wanted = (float(luminance_from_value(v)) for v in (9.5, 3.5))
        own = float(luminance_from_value(made.colour.value))
        self.assertEqual(made.share, 0.85)
        self.assertEqual(made.minutes, round(0.925 * self.passes()["block_in", 3].minutes), "there is less to paint")
        self.assertLess(own, wanted)
        mixed = replace(FIELD, value=6.5, dark=6.4, light=6.6)
        value = self.passes(mixed, ground_shown={3: "gaps"})["block_in", 3].colour.value
        together = 0.15 * ground + 0.85 * float(luminance_from_value(value))
        self.assertAlmostEqual(together, float(luminance_from_value(6.5)), delta=1.0)

    def test_a_ground_a_step_darker_wants_a_second_coat(self):
        base = ground_of("white")

        def hidden(under):
            scene = replace(scene_for([SKY, RIDGE, FIELD]), ground_value=FIELD.value - under)
            made = needed_passes(scene, [SKY, RIDGE, FIELD], Around((), "board", base, ground_shown={3: "hidden"}))
            return any(each.title.startswith("second coat") for each in made)

        self.assertAlmostEqual(begins(hidden, 0.0, 3.0), 1.0, places=4)
        self.assertTrue(hidden(1.0))

    def test_sides_that_the_painter_takes_and_their_minutes(self):
        usual = self.passes()["block_in", 3].minutes
        self.assertEqual(self.passes(hand="chance")["block_in", 3].minutes, round(0.8 * usual))
        self.assertEqual(self.passes(hand="control")["block_in", 3].minutes, round(1.15 * usual))
        self.assertEqual(self.passes(moving_light="chase", from_life=True)["block_in", 3].minutes, round(1.25 * usual))
        self.assertEqual(
            self.passes(moving_light="chase")["block_in", 3].minutes, usual, "not by the light of the place"
        )

    def test_sides_of_a_canvas(self):
        plain = self.passes(support="canvas")["sides", None].minutes
        self.assertEqual(self.passes(support="canvas", sides="round")["sides", None].minutes, round(1.6 * plain))
        self.assertEqual(self.passes(support="canvas", sides="one_colour")["sides", None].minutes, round(0.7 * plain))
        self.assertNotIn(("sides", None), self.passes())
        taped = self.passes(sides="taped")
        self.assertEqual(taped["drawing", None].minutes - self.passes()["drawing", None].minutes, 5)
        self.assertEqual(taped["finish", None].minutes, 5)

    def test_glazes_by_medium_and_by_water(self):
        for thinner, thickness in (("water", 0.5), ("medium", 1.0), ("", 0.8)):
            found = self.passes(approach="glazes", glaze_thinner=thinner)
            self.assertEqual(found["glaze", 1].thickness, thickness, thinner)

    def test_the_last_lights_lie_half_as_thick_again(self):
        self.assertEqual(self.passes()["lights", None].thickness, 1.5)

    def test_fine_work_far_off_is_a_hint_of_six_minutes(self):
        facts = [SKY, replace(RIDGE, area_cm2=900), FIELD]
        scene = scene_for(facts)
        things = (JudgedThing(1, "Barn", 1, share=0.2), JudgedThing(2, "Boat", 3, share=0.2))
        made = needed_passes(replace(scene, things=things), facts, Around((), "board", ground_of("white")))
        minutes = {each.things: each.minutes for each in made if each.kind == "details"}
        self.assertEqual(minutes["Barn",], 6)
        self.assertGreater(minutes["Boat",], 6)

    def test_a_thing_of_which_half_is_hidden_is_a_hint_of_six_minutes(self):
        def minutes(*shares):
            covered = tuple(enumerate(shares, start=4))
            scene = replace(
                scene_for([SKY, RIDGE, FIELD]), things=(JudgedThing(1, "Boat", 3, share=0.2, hidden_by=covered),)
            )
            made = needed_passes(scene, [SKY, RIDGE, FIELD], Around((), "board", ground_of("white")))
            return next(each.minutes for each in made if each.kind == "details")

        self.assertEqual(minutes(0.5), 6)
        self.assertEqual(minutes(0.25, 0.25), 6)
        self.assertGreater(minutes(0.49), 6)

    def fine(self, *mm, taken=""):
        """Brushes of the passes for things of so many millimetres."""
        things = tuple(JudgedThing(n, f"Thing {n}", 3, smallest_mm=each) for n, each in enumerate(mm, start=1))
        scene = replace(scene_for([SKY, RIDGE, FIELD]), things=things)
        made = needed_passes(scene, [SKY, RIDGE, FIELD], Around((), "board", ground_of("white"), brushes_taken=taken))
        return [each.mark_mm for each in made if each.kind == "details"]

    def test_one_brush_makes_marks_up_to_three_times_as_wide(self):
        self.assertEqual(self.fine(2.0, 6.0), [2.0])
        self.assertEqual(self.fine(2.0, 6.1), [6.1, 2.0])
        self.assertEqual(self.fine(2.0, 2.9, taken="many"), [2.9, 2.0])
        self.assertEqual(self.fine(2.0, 2.8, taken="many"), [2.0])
        self.assertEqual(self.fine(2.0, 60.0, taken="few"), [2.0])

    def test_the_focus_gets_a_sixth_of_the_minutes_besides_its_share(self):
        facts = [SKY, RIDGE, replace(FIELD, detail=0.2, in_focus=1.0, dark=2.0, light=5.0)]
        made = derive(facts)
        own = sum(each.minutes for each in made if each.planes == (3,))
        whole = sum(each.minutes for each in made if each.kind != "varnish")
        self.assertAlmostEqual(own / whole, 0.16 + 600 / 1050, delta=0.01)


class Minutes(unittest.TestCase):
    """Fitted to the minutes of worked paintings."""

    def test_masses_and_fine_work(self):
        self.assertEqual([estimate_minutes("block_in", area) for area in (50, 500, 5000)], [6, 14, 33])
        self.assertEqual([estimate_minutes("block_in", area, oil=True) for area in (50, 500, 5000)], [8, 19, 46])
        self.assertEqual([estimate_minutes("details", area, 3) for area in (5, 50, 500)], [5, 13, 36])

    def test_what_takes_its_time_whatever_the_area(self):
        self.assertEqual(estimate_minutes("glaze", 50), 7)
        self.assertEqual(estimate_minutes("glaze", 5000), 7)
        self.assertEqual(estimate_minutes("drawing", 700), 11)
        self.assertEqual(estimate_minutes("drawing", 11200), 22, "the fourth root of sixteen times the area")
        self.assertEqual(estimate_minutes("drawing", 700, oil=True), 11)
        self.assertEqual(estimate_minutes("block_in", 0.1), 2)


class Paces(unittest.TestCase):
    def test_a_geometric_mean_against_one_pass_as_planned(self):
        log = (Spent("glaze", 10, 20), Spent("details", 10, 20))
        self.assertAlmostEqual(own_paces(log)[""].factor, 4 ** (1 / 3))  # twice, twice, and once as planned
        self.assertAlmostEqual(own_paces(log)[""].high / own_paces(log)[""].factor, 1.35, places=3)

    def test_three_of_a_kind_have_a_pace_of_their_own(self):
        two = (Spent("glaze", 10, 20),) * 2 + (Spent("details", 10, 10),)
        self.assertEqual(set(own_paces(two)), {""})
        three = own_paces((Spent("glaze", 10, 20),) * 3)
        self.assertAlmostEqual(three["glaze"].factor, 8 ** (1 / 4))
        self.assertAlmostEqual(three["glaze"].low, 1.3163, places=4)
        self.assertEqual(pace_for(three, "details"), three[""])
        self.assertEqual(three["glaze"].count, 3)

    def test_more_than_four_times_is_a_slip(self):
        self.assertEqual(own_paces((Spent("glaze", 10, 41), Spent("glaze", 10, 10))), {})
        self.assertEqual(own_paces((Spent("glaze", 10, 40), Spent("glaze", 12, 3)))[""].count, 2)
        self.assertEqual(own_paces((Spent("glaze", 10, 10),)), {})


class Counted(unittest.TestCase):
    def test_what_is_cut_round_is_the_same_layer_of_a_nearer_plane_first(self):
        late = [layer(1, 2), layer(2, 1)]
        self.assertEqual([cm for _, _, cm in cut_round(late, [border(1, 2, 30.0)])], [30.0])
        self.assertEqual(cut_round(late[::-1], [border(1, 2, 30.0)]), [])
        self.assertEqual(cut_round([layer(1, 2), layer(2, 1, kind="second_layer")], [border(1, 2, 30.0)]), [])
        self.assertEqual(cut_round([layer(1, 2), layer(2, 1, things=("Barn",))], [border(1, 2, 30.0)]), [])

    def test_half_a_centimetre_of_fine_work_along_a_border_is_covered(self):
        planes = [replace(RIDGE, area_cm2=100.0), FIELD]
        ((_, _, minutes),) = buried_pairs([layer(1, 1, 20, "details"), layer(2, 2)], [border(1, 2, 40.0)], planes)
        self.assertAlmostEqual(minutes, 20 * 40 * 0.5 / 100)
        self.assertEqual(buried_pairs([layer(1, 2, 20, "details"), layer(2, 1)], [border(1, 2, 40.0)], planes), [])

    def test_a_mix_is_made_again_when_one_comes_back_to_it(self):
        self.assertEqual(count_remixes([layer(n, plane) for n, plane in enumerate((1, 1, 2, 1, 3, 2), start=1)]), 2)

    def test_when_a_film_lets_a_pass_on(self):
        film = (110.0, 120.0, 500.0, 140.0)
        for needs, at in (("firm", 140), ("touch_dry", 120), ("through_dry", 500), ("done", 100)):
            self.assertEqual(ready_at(needs, film, 100, 10), at, needs)
        self.assertEqual([ready_at("not_tacky", film, 100, m) for m in (10, 10.1)], [100, 120])
        self.assertEqual(ready_at("touch_dry", film, 130, 10), 130)

    def test_minutes_that_one_waits_in_the_order_of_the_list(self):
        passes = [layer(1, 1), layer(2, 2, 4), layer(3, 1, kind="second_layer")]
        rules = [Precedence(1, 3, "touch_dry")]
        cost = cost_of_order(passes, [], rules, [RIDGE, FIELD])
        self.assertAlmostEqual(cost.wait_min, 15 - 4)
        self.assertEqual(cost.painting_min, 24)


class Schools(unittest.TestCase):
    PLANES = [replace(SKY, at_x=0.9), replace(RIDGE, at_x=0.1, in_focus=0.3), replace(FIELD, at_x=0.5, in_focus=0.7)]

    def order(self, school):
        places = {rank: place_in(SCHOOLS[school], "block_in", rank, self.PLANES) for rank in (1, 2, 3)}
        return sorted(places, key=lambda rank: places[rank])

    def test_each_puts_the_same_three_planes_its_own_way(self):
        for school, order in (("far_to_near", [1, 2, 3]), ("sky_last", [2, 3, 1]), ("focus_first", [3, 2, 1]),
                              ("light_to_dark", [1, 2, 3]), ("dark_to_light", [3, 2, 1]), ("whole_at_once", [3, 1, 2]),
                              ("area_by_area", [2, 3, 1])):  # fmt: skip
            self.assertEqual(self.order(school), order, school)

    def test_what_covers_the_whole_comes_first_or_last(self):
        far = SCHOOLS["far_to_near"]
        self.assertLess(place_in(far, "drawing", None, self.PLANES), place_in(far, "block_in", 1, self.PLANES))
        self.assertEqual(place_in(far, "varnish", None, self.PLANES)[0], 100.0 + LEVEL["varnish"])
        self.assertEqual(place_in(far, "block_in", None, self.PLANES)[0], 100.0 + LEVEL["block_in"])

    def test_families_of_mixes(self):
        def mix(chroma, hue=0.0, value=5.0):
            return replace(FIELD, chroma=chroma, hue_deg=hue, value=value)

        self.assertEqual([mix_of(mix(20, hue)) for hue in (0, 59.9, 60, 359, 361)], [1, 1, 2, 6, 1])
        self.assertEqual([mix_of(mix(chroma)) for chroma in (7.99, 8.0)], [0, 1])
        self.assertEqual([mix_name(mix(chroma)) for chroma in (0.49, 0.5)], ["", "greys"])
        names = [mix_name(mix(20, 250, value)) for value in (3.59, 3.6, 6.79, 6.8)]
        self.assertEqual(names, ["dark blues", "blues", "blues", "pale blues"])


class TakenAlong(unittest.TestCase):
    OUTFIT = Outfit("acrylic", frozenset({"acrylic"}), "board", (), (), outdoors=True)

    def keys(self, **more):
        return {item.kind for _, items in kit_for(replace(self.OUTFIT, **more)) for item in items}

    def test_by_the_weather(self):
        for key, name, quiet, loud, at in (("warm", "temperature_c", 20, 0, 12.0), ("shade", "temperature_c", 20, 40, 26.0),
                                           ("weights", "wind_m_s", 1, 9, 4.0), ("slow", "humidity", 50, 99, 85.0)):  # fmt: skip
            limit = begins(lambda v, key=key, name=name: key in self.keys(**{name: v}), quiet, loud)
            self.assertAlmostEqual(limit, at, places=3, msg=key)
            self.assertIn(key, self.keys(**{name: at}))

    def test_brushes_by_the_shapes(self):
        """Wide ones a good fifth of the side of a square as large, small ones four fifths of the narrowest shape."""
        self.assertEqual(brushes_for([layer(1, 1)], {1: 100.0}, {}), [brush_of(22.0)])
        self.assertEqual(brushes_for([layer(1, 1, kind="details")], {}, {1: 5.0}), [4.0])
        self.assertEqual([brush_of(width) for width in (9.4, 9.6, 0.2, 99)], [6.0, 10.0, 1.0, 60.0])

    def test_a_twentieth_wider_is_the_same_brush(self):
        self.assertAlmostEqual(begins(lambda width: brush_of(width) == 10.0, 9.0, 10.0), 10 / 1.05, places=4)


class Said(unittest.TestCase):
    def test_where_units_change(self):
        self.assertEqual(
            [say_minutes(m) for m in (89, 90, 36 * 60 - 1, 36 * 60)],
            ["89 min", "1 h 30 min", "35 h 59 min", "1.5 days"],
        )
        self.assertEqual([say_minutes(d * 1440) for d in (2.02, 9.4, 9.6)], ["2 days", "9.4 days", "10 days"])
        self.assertEqual([say_length(cm) for cm in (9.94, 9.95)], ["9.9 cm", "10 cm"])
        self.assertEqual([say_area(cm2, "cm") for cm2 in (9.94, 9.96, 10.4)], ["9.9 cm²", "10 cm²", "10 cm²"])
        self.assertEqual([say_range(1, m) for m in (89, 90)], ["1 to 89 min", "0 to 2 h"])
        self.assertEqual([say_range(600, m) for m in (36 * 60 - 1, 36 * 60)], ["10 to 36 h", "0 to 2 days"])
        self.assertEqual(say_length(25.4, "in"), "10 in")


class Colours(unittest.TestCase):
    def test_keys_are_shares_of_what_paint_can_do(self):
        for key, low, high in (("full", 0, 1), ("high", 0.45, 1), ("middle", 0.25, 0.8), ("low", 0, 0.55)):
            wanted = tuple(1.75 + share * 7.75 for share in (low, high))
            for measured, told in zip(key_range(key), wanted, strict=True):
                self.assertAlmostEqual(measured, told)

    def test_the_warmest_hue_lies_between_orange_and_red(self):
        hues = np.radians(np.arange(360))
        lab = np.stack([np.full(360, 50.0), 30 * np.cos(hues), 30 * np.sin(hues)], axis=-1)
        self.assertEqual(int(np.argmax(warmth(lab))), 55)
        self.assertAlmostEqual(float(warmth(lab).max()), 30.0, places=3)


if __name__ == "__main__":
    unittest.main()
