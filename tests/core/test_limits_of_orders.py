"""Each number by which an order is judged: where the rule begins to speak, and what holds just there.

All numbers are common practice, no source, unless another is named. They are written out here, so that one that is
changed is changed knowingly.
"""

import unittest
from dataclasses import replace

from kind_distance.core.judging.judge import judge
from kind_distance.core.judging.model import (
    JudgedBorder,
    JudgedLight,
    JudgedLightHours,
    JudgedSession,
    JudgedUnderlay,
)
from kind_distance.core.paint.drying import OPEN_SHARE, STUDIO, touch_dry_min
from kind_distance.core.passes.model import Colour
from tests.limits import begins
from tests.ordering import BANK, HILL, OIL, SKY, THINGS, USUAL, WATERCOLOUR, one, told

MASS = (one(1, "block_in", 1), one(2, "block_in", 2), one(3, "block_in", 3))


def says(kind, scene, *passes):
    """Whether the judge says something of a kind."""
    return kind in [each for each, _ in told(scene, *passes)]


def finding(kind, scene, *passes):
    """What the judge found of a kind."""
    return next(each for each in judge(replace(scene, passes=passes)) if each.kind == kind)


class Values(unittest.TestCase):
    def test_planes_within_a_third_of_a_step_run_together(self):
        def merged(apart):
            return says(
                "borders_merge", replace(USUAL, planes=(replace(SKY, value=apart), replace(HILL, value=0), BANK))
            )

        self.assertAlmostEqual(begins(merged, 0.6, 0.1), 0.35, places=4)
        self.assertFalse(merged(0.35))

    def test_the_longest_border_is_told_first(self):
        planes = (replace(SKY, value=4), replace(HILL, value=4), BANK)
        borders = (JudgedBorder(1, 2, 10.0, "hard"), JudgedBorder(2, 3, 30.0, "hard"))
        found = [each for each in judge(replace(USUAL, planes=planes, borders=borders)) if each.kind == "borders_merge"]
        self.assertEqual([(each.weight, each.measures["apart"]) for each in found], [(10.0, 0.0), (30.0, 0.0)])

    def test_a_far_plane_takes_three_quarters_of_a_step_more_dark_and_a_middle_one_twice_that(self):
        for rank, least, under in ((1, 7.0, 0.75), (2, 5.0, 1.5)):

            def dark(value, rank=rank):
                return says(
                    "dark_too_far_back", USUAL, *MASS, one(4, "details", rank, minutes=5, colour=Colour(value=value))
                )

            with self.subTest(rank=rank):
                self.assertAlmostEqual(begins(dark, 9.0, 0.5), least - under, places=4)
                self.assertFalse(dark(least - under))

    def test_how_far_too_dark(self):
        found = finding("dark_too_far_back", USUAL, *MASS, one(4, "details", 1, 2, minutes=5, colour=Colour(value=2.0)))
        self.assertEqual((found.weight, found.measures["darkest"], found.ranks), (3.0, 5.0, (1, 2)))

    def test_a_near_plane_may_have_half_a_step_more_contrast_than_the_focus(self):
        scene = replace(USUAL, focus=2, borders=())

        def loud(spread):
            return says(
                "near_contrast_above_focus", replace(scene, planes=(SKY, HILL, replace(BANK, dark=0, light=spread)))
            )

        self.assertAlmostEqual(begins(loud, 1.0, 8.0), 2.0 + 0.5, places=4)
        self.assertFalse(loud(2.5))
        beside = replace(scene, borders=USUAL.borders, planes=(SKY, HILL, replace(BANK, dark=0, light=2.6)))
        self.assertTrue(says("near_contrast_above_focus", beside), "two steps to the bank and two of its own")
        far = replace(beside, planes=(*beside.planes[:2], replace(beside.planes[2], value=3.0)))
        self.assertFalse(says("near_contrast_above_focus", far), "three steps to what stands before it")

    def test_two_fifths_of_the_widest_range_behind_are_enough(self):
        scene = replace(USUAL, focus=1)

        def flat(spread, value=4.0):
            near = replace(BANK, dark=2.0, light=2.0 + spread, value=value)
            return says("near_contrast_too_low", replace(scene, planes=(SKY, replace(HILL, dark=3.0, light=8.0), near)))

        self.assertAlmostEqual(begins(flat, 4.0, 0.5), 0.4 * 5.0, places=4)
        self.assertFalse(flat(2.0))
        self.assertAlmostEqual(begins(lambda value: flat(1.0, value), 2.0, 4.0), 2.5, places=4)
        self.assertFalse(flat(1.0, 2.5), "a silhouette")

    def test_what_weighs_most_is_what_is_farthest_off(self):
        flat = replace(
            USUAL, focus=1, planes=(SKY, replace(HILL, dark=3.0, light=8.0), replace(BANK, dark=4.0, light=4.5))
        )
        self.assertEqual(finding("near_contrast_too_low", flat).weight, 5.0 - 0.5)
        loud = replace(USUAL, focus=2, borders=(), planes=(SKY, HILL, replace(BANK, dark=0, light=8.0)))
        self.assertEqual(finding("near_contrast_above_focus", loud).weight, 8.0 - 2.0)
        glow = one(4, "details", 3, colour=Colour(value=8.0, opacity="transparent"), minutes=5)
        self.assertEqual(finding("needs_underlay", USUAL, *MASS, glow).weight, 8.0 - 4.0)

    def test_the_nearest_of_two_planes_side_by_side_is_the_later(self):
        planes = (SKY, replace(HILL, dark=3.0, light=8.0, depth=3, value=4.0), replace(BANK, dark=4.0, light=4.5))
        self.assertEqual(finding("near_contrast_too_low", replace(USUAL, focus=1, planes=planes)).ranks, (3,))

    def test_how_much_lighter_than_what_is_under_it_clear_paint_may_be(self):
        for opacity, kind, more in (
            ("transparent", "details", 1.2),
            ("semi_transparent", "details", 2.0),
            ("", "glaze", 1.2),
        ):

            def glows(value, opacity=opacity, kind=kind):
                colour = Colour(value=value, chroma="high", opacity=opacity)
                return says("needs_underlay", USUAL, *MASS, one(4, kind, 3, colour=colour, minutes=5))

            with self.subTest(opacity=opacity, kind=kind):
                self.assertAlmostEqual(begins(glows, 4.0, 9.0), 4.0 + more, places=4)

    def test_a_base_has_to_lie_there_before(self):
        glow = one(4, "details", 3, colour=Colour(value=8.0, opacity="transparent"), minutes=5)
        later = replace(USUAL, underlays=(JudgedUnderlay((3,), (), (9,)),))
        self.assertTrue(says("needs_underlay", later, *MASS, glow, one(9, "underpainting", 3)))
        other = replace(USUAL, underlays=(JudgedUnderlay((1,), (), (1,)),))
        self.assertTrue(says("needs_underlay", other, *MASS, glow))


class Order(unittest.TestCase):
    LATE = (one(1, "block_in", 2), one(2, "block_in", 1))

    def along(self, cm):
        return replace(USUAL, borders=(JudgedBorder(1, 2, cm, "hard"),))

    def test_five_centimetres_are_worth_a_word_and_twenty_five_a_loud_one(self):
        self.assertAlmostEqual(
            begins(lambda cm: says("far_after_near", self.along(cm), *self.LATE), 1, 40), 5.0, places=4
        )
        self.assertTrue(says("far_after_near", self.along(5.0), *self.LATE))

        def loud(cm):
            return finding("far_after_near", self.along(cm), *self.LATE).severity == "strong"

        self.assertAlmostEqual(begins(loud, 6, 60), 25.0, places=4)
        self.assertTrue(loud(25.0))

    def test_centimetres_of_all_its_borders_together(self):
        scene = replace(USUAL, borders=(JudgedBorder(1, 2, 3.0, "hard"), JudgedBorder(1, 3, 4.5, "hard")))
        found = finding("far_after_near", scene, one(1, "block_in", 2), one(3, "block_in", 3), one(2, "block_in", 1))
        self.assertEqual((found.measures["cm"], found.weight, found.ranks), ({2: 7.5}, 7.5, (1, 2, 3)))

    def test_from_light_to_dark_a_step_decides_and_from_dark_to_light_as_well(self):
        for school, sign in (("light_to_dark", 1), ("dark_to_light", -1)):

            def cut(apart, school=school, sign=sign):
                planes = (replace(SKY, value=5 + sign * apart), replace(HILL, value=5.0), BANK)
                return says("far_after_near", replace(self.along(40.0), school=school, planes=planes), *self.LATE)

            with self.subTest(school=school):
                self.assertAlmostEqual(begins(cut, 0.0, 3.0), 1.0, places=4)
                self.assertFalse(cut(1.0))

    def test_a_quarter_of_an_hour_of_fine_work_is_missed_when_it_is_buried(self):
        over = one(5, "second_layer", 2, 3)

        def buried(minutes, share=1.0):
            fine = one(4, "details", 2, minutes=minutes)
            return says("effort_buried", USUAL, *MASS, fine, in_share(over, share))

        def in_share(given, share):
            return replace(given, given=replace(given.given, kind="block_in", share=share))

        self.assertAlmostEqual(begins(buried, 5, 30), 15.0, places=4)
        self.assertTrue(buried(15))
        self.assertAlmostEqual(begins(lambda share: buried(20, share), 0.3, 1.0), 0.6, places=4)
        self.assertTrue(buried(20, 0.6))

    def test_work_on_a_thing_is_buried_by_what_covers_its_plane_or_hides_half_of_it(self):
        fine = one(4, "details", 2, things=("Barn",), minutes=20)

        def buried(share, hidden):
            thing = replace(THINGS[0], hidden_by=((3, hidden),))
            over = one(5, "second_layer", 3 if hidden else 2, share=share)
            return says("effort_buried", replace(USUAL, things=(thing,), borders=()), *MASS, fine, over)

        self.assertAlmostEqual(begins(lambda share: buried(share, 0.0), 0.2, 1.0), 0.6, places=4)
        self.assertAlmostEqual(begins(lambda hidden: buried(1.0, hidden), 0.1, 0.9), 0.5, places=4)
        self.assertTrue(buried(1.0, 0.5))

    def test_eight_minutes_of_detail_while_a_fifth_is_bare(self):
        def ahead(minutes, bare=0.4):
            scene = replace(
                USUAL, school="whole_at_once", planes=(replace(SKY, share=bare), HILL, replace(BANK, share=0))
            )
            return says("finished_far_ahead", scene, one(1, "block_in", 2), one(2, "details", 2, minutes=minutes),
                        one(3, "block_in", 1), one(4, "block_in", 3))  # fmt: skip

        self.assertAlmostEqual(begins(ahead, 2, 20), 8.0, places=4)
        self.assertTrue(ahead(8))
        self.assertAlmostEqual(begins(lambda bare: ahead(12, bare), 0.05, 0.6), 0.2, places=4)
        self.assertTrue(ahead(12, 0.2))

    def test_detail_far_off_may_take_less_than_the_focus_gets(self):
        def nothing(minutes):
            far = one(4, "details", 1, minutes=30)
            return says("detail_serves_nothing", USUAL, *MASS, far, one(5, "details", 3, minutes=minutes))

        self.assertAlmostEqual(begins(nothing, 60, 10), 30.0, places=4)
        self.assertTrue(nothing(30))

        def long(minutes):
            return says("detail_serves_nothing", USUAL, *MASS, one(4, "details", 1, minutes=minutes))

        self.assertAlmostEqual(begins(long, 5, 40), 15.0, places=4)

    def test_a_mass_of_less_than_nine_twentieths_lays_no_plane(self):
        def laid(share):
            return says("far_after_near", self.along(40.0), one(1, "block_in", 2), one(2, "block_in", 1, share=share))

        self.assertAlmostEqual(begins(laid, 0.1, 1.0), 0.45, places=4)
        self.assertTrue(laid(0.45))

    def test_a_mass_over_more_than_three_planes_and_over_half_of_them_is_a_rough_one(self):
        land = tuple(replace(HILL, rank=n, depth=n, value=9.0 - n) for n in range(2, 7))
        border = (JudgedBorder(1, 6, 40.0, "hard"),)

        def cut(*over):
            scene = replace(USUAL, planes=(SKY, *land), borders=border)
            return says("far_after_near", scene, one(1, "block_in", 6), one(2, "block_in", *over))

        self.assertTrue(cut(1, 2, 3))
        self.assertFalse(cut(1, 2, 3, 4))


class Surface(unittest.TestCase):
    def crossed(self, dark, value):
        scene = replace(WATERCOLOUR, planes=(replace(SKY, dark=dark), HILL, BANK))
        return says("reserve_crossed", scene, one(1, "block_in", 1, paint="watercolour", colour=Colour(value=value)))

    def test_a_plane_within_half_a_step_of_the_paper_is_a_kept_light(self):
        self.assertAlmostEqual(begins(lambda dark: self.crossed(dark, 5.0), 7.0, 9.4), 9.5 - 0.5, places=4)
        self.assertTrue(self.crossed(9.0, 5.0))

    def test_a_wash_may_be_a_step_darker_than_it(self):
        self.assertAlmostEqual(begins(lambda value: self.crossed(9.25, value), 9.0, 5.0), 9.25 - 1.0, places=4)
        self.assertFalse(self.crossed(9.25, 8.25))

    def test_a_mark_may_be_a_hundredth_wider_and_a_flat_nine_times_as_wide(self):
        scene = replace(USUAL, things=(THINGS[1],))

        def wide(given):
            return says("brush_too_wide", scene, one(1, "details", 3, things=("Boat",), **given))

        self.assertAlmostEqual(begins(lambda mm: wide({"mark_mm": mm}), 1.0, 9.0), 3.0 * 1.01, places=4)
        self.assertAlmostEqual(begins(lambda mm: wide({"brush_mm": mm}), 1.0, 90.0), 3.0 * 9.0, places=3)
        self.assertFalse(wide({"brush_mm": 27.0}))

    def test_the_narrowest_of_the_things_is_told(self):
        scene = replace(USUAL, things=THINGS)
        found = finding("brush_too_wide", scene, one(1, "details", 2, 3, things=("Barn", "Boat"), mark_mm=6.0))
        self.assertEqual((found.measures["narrowest_mm"], found.weight, found.ranks), (2.0, 3.0, (2, 3)))

    def test_a_light_that_is_kept_elsewhere_is_not_crossed(self):
        lit = replace(USUAL, lights=(JudgedLight("Glint", (3,)),))
        self.assertFalse(says("reserve_crossed", lit, one(1, "block_in", 2, spares=())))


class Hours(unittest.TestCase):
    OUT = JudgedSession(1, "First", 600, 1000, outdoors=True)

    def test_ninety_minutes_are_one_light(self):
        scene = replace(USUAL, sessions=(self.OUT,))

        def moved(at):
            return says("light_moved", scene, one(1, "block_in", 2, at=at, minutes=4, in_light=True))

        self.assertAlmostEqual(begins(moved, 600, 800), 600 + 90, places=2)
        self.assertTrue(moved(690))

    def test_the_same_light_comes_back_each_day_and_is_told_of_once_a_day(self):
        days = [day * 1440 for day in range(5)]
        sessions = tuple(
            JudgedSession(n, f"Day {n}", day + 600, day + 1000, outdoors=True) for n, day in enumerate(days)
        )
        scene = replace(USUAL, sessions=sessions)

        def moved(*starts):
            passes = [one(n, "block_in", 2, at=at, minutes=4, in_light=True) for n, at in enumerate(starts, start=1)]
            return [each for kind, each in told(scene, *passes) if kind == "light_moved"]

        for day in days:
            self.assertEqual(moved(day + 640), [])
            self.assertEqual(moved(day + 700), [(1,)])
        self.assertEqual(moved(700, 710, 1440 + 700, 3 * 1440 + 700), [(1, 2), (3,), (4,)])

    def test_five_minutes_before_the_light_are_none(self):
        hours = JudgedLightHours(((700, 760),), told=True)
        scene = replace(USUAL, sessions=(self.OUT,), light_hours=hours)

        def early(at):
            return says("light_moved", scene, one(1, "block_in", 2, at=at, minutes=30, in_light=True))

        self.assertAlmostEqual(begins(early, 700, 650), 695, places=2)
        self.assertFalse(early(695))

    def test_half_of_a_pass_may_run_out_of_the_light(self):
        hours = JudgedLightHours(((600, 660),), told=True)
        scene = replace(USUAL, sessions=(self.OUT,), light_hours=hours)

        def late(minutes, at=640):
            return says("light_moved", scene, one(1, "block_in", 2, at=at, minutes=minutes, in_light=True))

        self.assertAlmostEqual(begins(late, 20, 90), 40, places=2)
        self.assertFalse(late(40))
        self.assertFalse(late(7, 656), "three minutes of seven are within what an estimate is good for")
        found = finding("light_moved", scene, one(1, "block_in", 2, at=640, minutes=60, in_light=True))
        self.assertEqual((found.measures["outside_min"], found.measures["until"]), (40.0, 660))

    def test_two_hours_and_a_half_of_painting_are_no_longer_one_light(self):
        scene = replace(USUAL, sessions=(self.OUT,))

        def long(minutes):
            return says(
                "long_light", scene, one(1, "block_in", 1, at=600), one(2, "block_in", 3, at=620, minutes=minutes - 20)
            )

        self.assertAlmostEqual(begins(long, 60, 300), 150, places=2)
        self.assertFalse(long(150))

    def test_what_belongs_to_a_place_is_what_is_painted_there(self):
        ice = replace(USUAL, sessions=(replace(self.OUT, hazards=("ice",)),))
        passes = [one(n, "block_in", 2, at=at) for n, at in enumerate((598, 599, 1000, 1001), start=1)]
        self.assertEqual(finding("unsafe_place", ice, *passes).passes, (2, 3))


class Wetness(unittest.TestCase):
    TOUCH = touch_dry_min("acrylic", STUDIO, 1.0)

    def after(self, kind, wait, scene=USUAL, first="block_in", **more):
        return says(kind, scene, one(1, first, 2, at=0, minutes=20), one(2, more.pop("then", "second_layer"), 2,
                    at=20 + wait, **more))  # fmt: skip

    def test_three_quarters_of_the_time_to_touch_dry_are_enough(self):
        share = begins(lambda part: self.after("glaze_too_early", part * self.TOUCH, then="glaze"), 2.0, 0.1)
        self.assertAlmostEqual(share, 0.75, places=4)

    def test_to_be_dry_through_takes_twice_as_long(self):
        share = begins(lambda part: self.after("wet_under", part * self.TOUCH, wants="dry_through"), 4.0, 0.1)
        self.assertAlmostEqual(share, 1.5, places=4)

    def test_what_it_weighs_is_the_wait_that_is_left(self):
        wait = 0.5 * self.TOUCH
        found = finding("wet_under", USUAL, one(1, "block_in", 2, at=0),
                        one(2, "second_layer", 2, at=20 + wait, wants="touch_dry"))  # fmt: skip
        self.assertAlmostEqual(found.weight, 0.25 * self.TOUCH, places=4)
        self.assertAlmostEqual(found.measures["since_min"], wait, places=4)
        self.assertAlmostEqual(found.measures["wants_min"], self.TOUCH, places=4)

    def test_paint_pulls_from_a_fifth_over_its_open_time_until_four_fifths_of_dry(self):
        opens = OPEN_SHARE["acrylic"]

        def pulls(part, wants="open_or_dry"):
            return self.after("tacky_rework", part * self.TOUCH, wants=wants)

        self.assertAlmostEqual(begins(pulls, 0.01, 0.6), 1.2 * opens, places=4)
        self.assertAlmostEqual(begins(pulls, 1.2, 0.6), 0.8, places=4)
        self.assertAlmostEqual(begins(lambda part: pulls(part, "wet"), 2.0, 0.6), 1.33, places=4)

    def test_oil_is_touch_dry_sooner_or_later_by_its_pigment(self):
        """From memory: earths in one to two days, most in three to four, slow ones in a week."""
        for dries, times in (("fast", 1.5 / 3.5), ("medium", 1.0), ("slow", 2.0)):

            def early(part, dries=dries):
                first = one(1, "block_in", 2, at=0, paint="oil", colour=Colour(oil="tube", dries=dries))
                then = one(2, "second_layer", 2, at=20 + part * touch_dry_min("oil", STUDIO, 1.0), paint="oil",
                           wants="touch_dry", colour=Colour(oil="fat"))  # fmt: skip
                return says("wet_under", OIL, first, then)

            with self.subTest(dries=dries):
                self.assertAlmostEqual(begins(early, 5.0, 0.05), 0.75 * times, places=3)

    def test_a_blend_may_outlast_its_paint_by_three_minutes_or_a_third(self):
        stays = self.TOUCH * OPEN_SHARE["acrylic"]

        def outlasts(minutes):
            return says("blend_outlasts_paint", USUAL, one(1, "blend", 1, at=0, minutes=minutes))

        self.assertAlmostEqual(begins(outlasts, 0.5 * stays, 9 * stays), max(stays / 0.75, stays + 3.0), places=3)
        found = finding("blend_outlasts_paint", USUAL, one(1, "blend", 1, at=0, minutes=5 * stays))
        self.assertAlmostEqual(found.weight, 4 * stays)

    def test_oil_is_varnished_after_half_a_year(self):
        """Common practice, no source; the label rules. A quarter of the time may be lacking: it is an estimate."""

        def early(days):
            return says("varnish_too_early", OIL, one(1, "block_in", 1, 2, 3, at=0, paint="oil"),
                        one(2, "varnish", at=20 + days * 1440, paint="varnish"))  # fmt: skip

        self.assertAlmostEqual(begins(early, 200, 10), 0.75 * 175, places=2)

    def test_of_several_films_the_one_that_takes_longest_keeps_the_varnish_off(self):
        for first, second, wettest in ((0, 1000, 2), (1000, 0, 1)):
            found = finding(
                "varnish_too_early", OIL,
                one(1, "block_in", 1, at=first, paint="oil"),
                one(2, "block_in", 2, at=second, paint="oil"),
                one(3, "varnish", at=2880, paint="varnish"),
            )  # fmt: skip
            self.assertEqual(found.measures["under"], wettest)

    def test_the_same_sitting_ends_after_seventeen_hours(self):
        fat = one(1, "block_in", 2, at=0, paint="oil", colour=Colour(oil="fat"))

        def lean(hours):
            then = one(
                2, "second_layer", 2, at=20 + 60 * hours, paint="oil", wants="touch_dry", colour=Colour(oil="lean")
            )
            return says("lean_over_fat", OIL, fat, then)

        self.assertAlmostEqual(begins(lean, 5, 40), 17, places=3)
        self.assertFalse(lean(17))

    def test_how_fat_a_kind_is_where_nothing_is_told(self):
        """Fat over lean: common practice, no source."""

        def lean(first, then):
            passes = (one(1, first, 2, at=0, paint="oil"), one(2, then, 2, at=1440 * 9, paint="oil", wants="touch_dry"))
            return says("lean_over_fat", OIL, *passes)

        for first, then, wrong in (
            ("glaze", "second_layer", True),
            ("block_in", "underpainting", True),
            ("underpainting", "block_in", False),
            ("block_in", "glaze", False),
        ):
            self.assertEqual(lean(first, then), wrong, (first, then))

    def test_four_wet_layers_six_times_as_thick_as_one_are_mud(self):
        def layers(count, thickness):
            return [
                one(n, "block_in" if n == 1 else "second_layer", 3, at=20 * n, thickness=thickness, paint="oil", wants="any",
                    colour=Colour(oil="tube"))
                for n in range(1, count + 1)
            ]  # fmt: skip

        def muddy(count, thickness):
            return says("wet_load", OIL, *layers(count, thickness))

        self.assertAlmostEqual(begins(lambda each: muddy(4, each), 0.5, 3.0), 6.0 / 4, places=4)
        self.assertTrue(muddy(4, 1.5))
        self.assertFalse(muddy(3, 5.0))

        def covered(share):
            """Of the four, the third lies on so much of the plane."""
            third = layers(4, 2.0)[2]
            passes = layers(4, 2.0)
            passes[2] = replace(third, given=replace(third.given, share=share))
            return says("wet_load", OIL, *passes)

        self.assertAlmostEqual(begins(covered, 0.1, 0.9), 0.45, places=4)
        measures = finding("wet_load", OIL, *layers(4, 2.0)).measures
        self.assertEqual((measures["layers"], measures["thickness"]), (4, 8.0))


class AlreadyPainted(unittest.TestCase):
    def test_what_can_no_longer_be_helped_is_not_said(self):
        """Judged is only what some pass still to come can change; a finished painting is looked back on."""
        late = (one(1, "block_in", 2, done=True), one(2, "block_in", 1, done=True))
        self.assertTrue(says("far_after_near", USUAL, *late))
        self.assertFalse(says("far_after_near", USUAL, *late, one(3, "glaze", 3)))


if __name__ == "__main__":
    unittest.main()
