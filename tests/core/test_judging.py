"""Each fault of an order planted in a scene of three planes, beside a twin that a good painter would leave as it is."""

import unittest
from dataclasses import replace

from kind_distance.core.judging.model import (
    JudgedBorder,
    JudgedLight,
    JudgedLightHours,
    JudgedSession,
    JudgedUnderlay,
)
from kind_distance.core.paint.drying import Climate, Weather
from kind_distance.core.passes.model import Colour, Line
from tests.ordering import BANK, HILL, OIL, SKY, THINGS, USUAL, WATERCOLOUR, one, told


class Order(unittest.TestCase):
    LATE = (one(1, "block_in", 2), one(2, "block_in", 1))

    def test_a_farther_plane_cut_round_a_nearer_one(self):
        self.assertEqual(told(USUAL, *self.LATE), [("far_after_near", (2,))])
        self.assertEqual(told(USUAL, *reversed(self.LATE)), [])

    def test_not_along_soft_edges_nor_where_the_nearer_is_laid_again(self):
        soft = replace(USUAL, borders=(JudgedBorder(1, 2, 40.0, "soft"),))
        self.assertEqual(told(soft, *self.LATE), [])
        self.assertEqual(told(USUAL, *self.LATE, one(3, "second_layer", 2)), [])

    def test_not_where_the_school_wants_it_so(self):
        for school in ("sky_last", "one_mix", "dark_to_light"):
            self.assertEqual(told(replace(USUAL, school=school), *self.LATE), [], school)
        against = told(replace(USUAL, school="light_to_dark"), *self.LATE)
        self.assertEqual(against, [("far_after_near", (2,))], "the sky is lighter by two steps")
        storm = replace(USUAL, school="light_to_dark", planes=(replace(SKY, value=5.0), HILL, BANK))
        self.assertEqual(told(storm, *self.LATE), [], "it is darker than the hill")

    def test_a_glaze_runs_over_what_stands_before(self):
        self.assertEqual(told(USUAL, one(1, "block_in", 1), one(2, "block_in", 2), one(3, "glaze", 1)), [])

    def test_a_short_border_is_nothing(self):
        short = replace(USUAL, borders=(JudgedBorder(1, 2, 4.0, "hard"),))
        self.assertEqual(told(short, *self.LATE), [])

    def test_things_that_nothing_paints(self):
        scene = replace(USUAL, things=THINGS)
        mass = (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 3))
        self.assertEqual(told(scene, *mass), [("item_missing", ()), ("item_missing", ())])
        both = one(4, "details", 2, 3, things=("Barn", "Boat"))
        self.assertEqual(told(scene, *mass, both), [])
        self.assertEqual(told(replace(scene, things=(replace(THINGS[0], given_up=True),)), *mass), [])
        self.assertEqual(told(scene), [], "nothing is planned yet")

    def test_fewer_of_them_than_wanted(self):
        three = replace(USUAL, things=(replace(THINGS[1], count=3),))
        self.assertEqual(
            told(three, one(1, "details", 3, things=("Boat",), counts=(("Boat", 2),))), [("item_missing", (1,))]
        )
        self.assertEqual(told(three, one(1, "details", 3, things=("Boat",), counts=(("Boat", 3),))), [])
        self.assertEqual(told(three, one(1, "details", 3, things=("Boat",))), [], "no number is told")

    def test_long_fine_work_under_a_later_layer(self):
        scene = replace(USUAL, things=THINGS)
        rest = (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 3))
        boat = one(6, "details", 3, things=("Boat",), minutes=5)
        fine = one(4, "details", 2, things=("Barn",), minutes=20)
        scene = replace(scene, borders=())
        over = one(5, "second_layer", 2)
        self.assertEqual(told(scene, *rest, fine, over, boat), [("effort_buried", (4,))])
        self.assertEqual(told(scene, *rest, over, fine, boat), [])
        short = replace(fine, given=replace(fine.given, minutes=8))
        self.assertEqual(told(scene, *rest, short, over, boat), [], "a few minutes are no loss")
        glaze = one(5, "glaze", 2)
        self.assertNotIn("effort_buried", [k for k, _ in told(scene, *rest, fine, glaze, boat)])

    def test_details_while_the_rest_is_bare(self):
        fine = one(2, "details", 2, minutes=15)
        rest = (one(3, "block_in", 1), one(4, "block_in", 3))
        early = ("finished_far_ahead", (2,))
        whole = replace(USUAL, school="whole_at_once")
        self.assertIn(early, told(whole, one(1, "block_in", 2), fine, *rest))
        for school in ("area_by_area", "plane_by_plane", "focus_first"):
            found = told(replace(USUAL, school=school), one(1, "block_in", 2), fine, *rest)
            self.assertNotIn("finished_far_ahead", [kind for kind, _ in found], school)
        done = (one(1, "block_in", 1), one(3, "block_in", 2), one(4, "block_in", 3), one(5, "details", 3, minutes=30))
        self.assertEqual(told(whole, *done, fine), [])
        short = replace(fine, given=replace(fine.given, minutes=5))
        self.assertNotIn("finished_far_ahead", [k for k, _ in told(whole, one(1, "block_in", 2), short, *rest)])

    def test_long_details_that_serve_nothing(self):
        rest = (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 3))
        far = one(4, "details", 1, minutes=25)
        self.assertEqual(told(USUAL, *rest, far), [("detail_serves_nothing", (4,))])
        self.assertEqual(told(USUAL, *rest, far, one(5, "details", 3, minutes=40)), [], "the focus gets more")
        self.assertEqual(told(replace(USUAL, focus=None), *rest, far), [])
        focal = replace(USUAL, focus=1, planes=(replace(SKY, dark=5.0), HILL, BANK))
        self.assertEqual(told(focal, *rest, far), [])


class Wetness(unittest.TestCase):
    """Usual touch times: acrylic a quarter of an hour or so, a wash longer, oil days [memory; labels vary]."""

    def glazed(self, minutes_after, **more):
        return told(USUAL, one(1, "block_in", 2, at=0), one(2, "glaze", 2, at=20 + minutes_after, **more))

    def test_a_glaze_over_paint_that_still_moves(self):
        self.assertEqual(self.glazed(4), [("glaze_too_early", (2,))])
        self.assertEqual(self.glazed(600), [])
        self.assertEqual(told(USUAL, one(1, "block_in", 2), one(2, "glaze", 2)), [], "no hours are told")
        elsewhere = told(USUAL, one(1, "block_in", 1, at=0), one(2, "glaze", 2, at=24))
        self.assertEqual(elsewhere, [], "it lies beside it")

    def test_a_layer_that_was_said_to_want_dry_paint(self):
        mass = one(1, "block_in", 2, at=0)
        second = one(2, "second_layer", 2, at=22, wants="touch_dry")
        self.assertEqual(told(USUAL, mass, second), [("wet_under", (2,))])
        into = replace(second, given=replace(second.given, wants="wet"))
        self.assertEqual(told(USUAL, mass, into), [])

    def test_a_wet_neighbour_counts_in_watercolour_alone(self):
        how = {"paint": "watercolour"}
        sky, hill = one(1, "block_in", 1, at=0, **how), one(2, "block_in", 2, at=21, **how)
        wants = replace(hill, given=replace(hill.given, wants="touch_dry"))
        self.assertEqual(told(WATERCOLOUR, sky, wants), [("wet_under", (2,))])
        soft = replace(WATERCOLOUR, borders=(JudgedBorder(1, 2, 40.0, "soft"),))
        self.assertEqual(told(soft, sky, wants), [])
        darks = one(2, "second_layer", 2, at=21, wants="touch_dry", share=0.4, **how)
        self.assertEqual(told(WATERCOLOUR, sky, darks), [], "darks within a plane keep off its edges")
        in_acrylic = [replace(each, given=replace(each.given, paint="acrylic")) for each in (sky, wants)]
        self.assertEqual(told(USUAL, *in_acrylic), [])

    def test_paint_that_is_no_longer_open_and_not_yet_dry(self):
        mass = one(1, "block_in", 2, at=0)
        times = {
            wait: told(USUAL, mass, one(2, "second_layer", 2, at=20 + wait, wants="open_or_dry"))
            for wait in range(0, 61, 2)
        }
        self.assertEqual(times[0], [], "into open paint")
        self.assertEqual(times[60], [], "onto dry paint")
        pulled = [wait for wait, found in times.items() if found == [("tacky_rework", (2,))]]
        self.assertTrue(pulled)
        self.assertEqual(pulled, list(range(pulled[0], pulled[-1] + 1, 2)), "one stretch between open and dry")

    def test_a_blend_that_outlasts_its_paint(self):
        self.assertEqual(told(USUAL, one(1, "blend", 1, at=0, minutes=90)), [("blend_outlasts_paint", (1,))])
        self.assertEqual(told(USUAL, one(1, "blend", 1, at=0, minutes=8)), [])
        self.assertEqual(told(OIL, one(1, "blend", 1, at=0, minutes=90, paint="oil")), [])

    def test_varnish_over_paint_that_still_dries(self):
        mass = one(1, "block_in", 1, 2, 3, at=0)
        self.assertEqual(told(USUAL, mass, one(2, "varnish", at=60, paint="varnish")), [("varnish_too_early", (2,))])
        self.assertEqual(told(USUAL, mass, one(2, "varnish", at=1440 * 30, paint="varnish")), [])

    def test_lean_on_fat_in_another_sitting(self):
        fat = one(1, "block_in", 2, at=0, paint="oil", colour=Colour(oil="fat"))
        lean = one(2, "second_layer", 2, at=1440 * 9, paint="oil", colour=Colour(oil="lean"))
        self.assertEqual(told(OIL, fat, lean), [("lean_over_fat", (2,))])
        self.assertEqual(told(OIL, replace(fat, given=replace(fat.given, colour=Colour(oil="lean"))), lean), [])
        same = replace(lean, start=30, end=50)
        self.assertNotIn("lean_over_fat", [kind for kind, _ in told(OIL, fat, same)], "worked into the wet film")

    def test_a_finished_pass_is_not_told_again(self):
        mass, early = one(1, "block_in", 2, at=0, done=True), one(2, "glaze", 2, at=24, done=True)
        self.assertEqual(told(USUAL, mass, early, one(3, "lights", minutes=5)), [], "it cannot be helped now")
        self.assertEqual(told(USUAL, mass, early), [("glaze_too_early", (2,))], "a finished painting is looked back on")


class Values(unittest.TestCase):
    MASS = (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 3))

    def test_two_planes_of_one_value_across_a_hard_edge(self):
        near = replace(USUAL, planes=(SKY, replace(HILL, value=7.8), BANK))
        self.assertEqual([kind for kind, _ in told(near, *self.MASS)], ["borders_merge"])
        lost = replace(near, borders=(JudgedBorder(1, 2, 40.0, "lost"), USUAL.borders[1]))
        self.assertEqual(told(lost, *self.MASS), [])

    def test_a_dark_too_far_back(self):
        dark = one(4, "details", 2, minutes=5, colour=Colour(value=3.0))
        self.assertEqual(told(USUAL, *self.MASS, dark), [("dark_too_far_back", (4,))])
        near = one(4, "second_layer", 3, colour=Colour(value=1.0))
        self.assertEqual(told(USUAL, *self.MASS, near), [], "the nearest plane may hold any dark")
        first = one(4, "underpainting", 2, colour=Colour(value=3.0))
        self.assertEqual(told(USUAL, first, *self.MASS), [], "it is covered")
        unknown = replace(USUAL, planes=(SKY, replace(HILL, dark=None, light=None), BANK))
        self.assertEqual(told(unknown, *self.MASS, dark), [])

    def test_a_near_plane_that_is_louder_than_the_focus(self):
        loud = replace(USUAL, focus=2, planes=(SKY, HILL, replace(BANK, dark=1.0, light=8.0)))
        self.assertEqual([kind for kind, _ in told(loud, *self.MASS)], ["near_contrast_above_focus"])
        self.assertEqual(told(replace(USUAL, focus=3), *self.MASS), [])

    def test_a_near_plane_like_a_card(self):
        flat = replace(
            USUAL, focus=1, planes=(SKY, replace(HILL, dark=3.0, light=8.0), replace(BANK, dark=4.0, light=4.5))
        )
        self.assertEqual([kind for kind, _ in told(flat, *self.MASS)], ["near_contrast_too_low"])
        silhouette = replace(flat, planes=(*flat.planes[:2], replace(flat.planes[2], value=2.0, dark=1.8, light=2.3)))
        self.assertEqual(told(silhouette, *self.MASS), [])
        self.assertEqual(told(replace(flat, against_light=True), *self.MASS), [])

    def test_clear_paint_on_something_dark(self):
        bright = Colour(value=8.0, chroma="high", opacity="transparent")
        glow = one(4, "details", 3, colour=bright, minutes=5)
        self.assertEqual(told(USUAL, *self.MASS, glow), [("needs_underlay", (4,))])
        covers = replace(glow, given=replace(glow.given, colour=replace(bright, opacity="opaque")))
        self.assertEqual(told(USUAL, *self.MASS, covers), [])
        based = replace(USUAL, underlays=(JudgedUnderlay((3,), (), (3,)),))
        self.assertEqual(told(based, *self.MASS, glow), [], "a pale base was laid")
        grey = replace(glow, given=replace(glow.given, colour=replace(bright, chroma="low")))
        self.assertEqual(told(USUAL, *self.MASS, grey), [])


class Surface(unittest.TestCase):
    LIT = replace(USUAL, lights=(JudgedLight("Glint", (3,)),))

    def test_a_wash_over_a_kept_light(self):
        crossed = one(1, "block_in", 3, spares=())
        self.assertEqual(told(self.LIT, crossed), [("reserve_crossed", (1,))])
        spared = replace(crossed, given=replace(crossed.given, spares=("Glint",)))
        self.assertEqual(told(self.LIT, spared), [])
        unsaid = replace(crossed, given=replace(crossed.given, spares=None))
        self.assertEqual(told(self.LIT, unsaid), [], "nobody said what it spares")
        added = replace(self.LIT, lights=(JudgedLight("Glint", (3,), kept_bare=False),))
        self.assertEqual(told(added, crossed), [])

    def test_a_heavy_line_under_paint_that_does_not_hide_it(self):
        line = Line("marker", "heavy", "none", False)
        drawn = one(1, "drawing", 1, 2, 3, paint="dry", line=line)
        thin = tuple(one(n + 1, "block_in", n, colour=Colour(opacity="transparent")) for n in (1, 2, 3))
        found = told(USUAL, drawn, *thin)
        self.assertEqual([kind for kind, _ in found], ["line_shows_through"])
        self.assertEqual(found[0][1][0], 1)
        opaque = tuple(one(n + 1, "block_in", n) for n in (1, 2, 3))
        self.assertEqual(told(USUAL, drawn, *opaque), [])
        for other in (replace(line, meant=True), replace(line, removed="rubbed_out"), Line("thin_paint")):
            meant = replace(drawn, given=replace(drawn.given, line=other))
            self.assertEqual(told(USUAL, meant, *thin), [], other)

    def test_a_brush_wider_than_the_narrowest_mark(self):
        scene = replace(USUAL, things=(THINGS[1],))
        wide = one(1, "details", 3, things=("Boat",), mark_mm=6.0)
        self.assertEqual(told(scene, wide), [("brush_too_wide", (1,))])
        self.assertEqual(told(scene, replace(wide, given=replace(wide.given, mark_mm=3.0))), [])
        flat = replace(wide, given=replace(wide.given, mark_mm=None, brush_mm=20.0))
        self.assertEqual(told(scene, flat), [], "the edge of a flat makes a narrow mark")


class Place(unittest.TestCase):
    OUT = JudgedSession(1, "First", 600, 780, outdoors=True)

    def test_what_is_painted_after_the_light_has_gone(self):
        scene = replace(USUAL, sessions=(self.OUT,), light_hours=JudgedLightHours(((600, 690),), told=True))
        late = one(1, "block_in", 2, at=700, in_light=True)
        self.assertEqual(told(scene, late), [("light_moved", (1,))])
        self.assertEqual(told(scene, one(1, "block_in", 2, at=610, in_light=True)), [])
        self.assertEqual(told(scene, one(1, "block_in", 2, at=700, in_light=False)), [], "it does not need the light")
        photo = replace(scene, sessions=(replace(self.OUT, from_life=False),))
        self.assertEqual(told(photo, late), [])

    def test_light_holds_an_hour_and_a_half_where_nothing_is_told(self):
        """Common practice, no source."""
        scene = replace(USUAL, sessions=(self.OUT,))
        self.assertEqual(told(scene, one(1, "block_in", 2, at=700, in_light=True)), [("light_moved", (1,))])
        indoors = replace(scene, sessions=(replace(self.OUT, outdoors=False),))
        self.assertEqual(told(indoors, one(1, "block_in", 2, at=700, in_light=True)), [])

    def test_four_hours_in_one_light(self):
        """Common practice, no source: in 90 minutes the sun goes 22 degrees, and it is another light."""
        sitting = replace(USUAL, sessions=(replace(self.OUT, end=840),))
        work = one(1, "block_in", 1, at=600, minutes=100), one(2, "block_in", 3, at=700, minutes=100)
        self.assertEqual(told(sitting, *work), [("long_light", ())])
        for twin in (
            replace(sitting, moving_light="chase"),
            replace(sitting, moving_light="fix"),
            replace(sitting, sessions=(replace(sitting.sessions[0], from_life=False),)),
            replace(sitting, sessions=(replace(sitting.sessions[0], outdoors=False),)),
        ):
            self.assertEqual(told(twin, *work), [])
        self.assertEqual(told(sitting, work[0]), [])

    def test_a_place_where_painting_is_dangerous(self):
        ice = replace(USUAL, sessions=(replace(self.OUT, hazards=("ice",)),))
        self.assertEqual(told(ice, one(1, "block_in", 2, at=610)), [("unsafe_place", (1,))])
        self.assertEqual(told(ice), [("unsafe_place", ())], "it is said before anything is planned")


class Mud(unittest.TestCase):
    """M7: too much wet paint. Common practice, no source."""

    def layers(self, count, thickness, paint="oil", gap=0):
        kinds = ("block_in", *["second_layer"] * (count - 1))
        return [
            one(n, kind, 3, at=n * (20 + gap), thickness=thickness, paint=paint, wants="any",
                colour=Colour(oil="tube" if paint == "oil" else ""))
            for n, kind in enumerate(kinds, start=1)
        ]  # fmt: skip

    def test_five_thick_wet_layers_in_one_sitting(self):
        kinds = [kind for kind, _ in told(OIL, *self.layers(5, 2.0))]
        self.assertEqual(kinds, ["wet_load"], "once, not with every layer")

    def test_three_layers_all_at_once_are_a_way_of_painting(self):
        self.assertEqual(told(OIL, *self.layers(3, 1.5)), [])

    def test_dry_layers_do_not_mix(self):
        acrylic = self.layers(5, 2.0, "acrylic", gap=300)
        self.assertEqual(told(USUAL, *acrylic), [])


class Air(unittest.TestCase):
    def test_cold_and_damp_turn_a_wait_into_a_fault(self):
        """The same hundred minutes are enough in a warm room and too short in a cold and damp one."""
        passes = one(1, "block_in", 2, at=0), one(2, "glaze", 2, at=120)
        warm = told(USUAL, *passes)
        cold = replace(USUAL, weather=Weather(((0.0, Climate(5.0, 92.0)),)))
        self.assertEqual(warm, [])
        self.assertEqual(told(cold, *passes), [("glaze_too_early", (2,))])


if __name__ == "__main__":
    unittest.main()
