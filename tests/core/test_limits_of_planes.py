"""Each number by which planes and their planned values are judged: where a rule begins to speak, and what holds there.

All numbers are common practice, no source, unless another is named. Readings and plans are put together by hand, so that
one measure moves at a time.
"""

import unittest
from dataclasses import replace
from unittest.mock import patch

import cv2
import numpy as np

from kind_distance.core.depth import visibility
from kind_distance.core.depth.edges import advise_edges, share_detail
from kind_distance.core.depth.ladder import Conflict, Gap, Ladder
from kind_distance.core.depth.overlap import audit_overlap, clues
from kind_distance.core.depth.plan import (
    DepthInput,
    DepthPlan,
    DepthSettings,
    PairChoice,
    PlaneSpec,
    PlannedPlane,
    _held_direction,
    air_direction,
    contrast_left,
    plan_depth,
)
from kind_distance.core.depth.readings import Border, PlaneReading
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve, measure_kept
from kind_distance.core.depth.trends import audit_trends
from kind_distance.core.depth.value_room import AIR, KEY, Room, audit_rooms, rooms
from kind_distance.core.depth.visibility import PlaneLight
from kind_distance.core.picture.outlines import outlines
from kind_distance.stages.planes.plane_words import judge_depth, say_depth, say_kept
from tests.limits import begins

SKY = PlaneSpec("Sky", "sky")
RIDGE = PlaneSpec("Ridge", distance_m=4000.0)
HILL = PlaneSpec("Hill", distance_m=400.0)
FIELD = PlaneSpec("Field", distance_m=20.0)
PAINT = (1.75, 9.5)


def reading(rank, mass, **more):
    """What a photo shows in a plane."""
    plain = PlaneReading(rank, 0.25, mass - 1, mass, mass + 1, 5.0, 0.0, 0.1, (0.5, 0.5), (0.3, 0.3, 0.3), 0.2 * rank)
    return replace(plain, **more)


def planned(values, lefts, borders, wanted=0.6, conflicts=()):
    """A plan that is put down by hand: values, what the air leaves, and the step wanted along each border."""
    planes = tuple(
        PlannedPlane(value, value, value - 1, value + 1, left, (0.3, 0.3, 0.3))
        for value, left in zip(values, lefts, strict=True)
    )
    gaps = tuple(
        Gap(b.far - 1, b.near - 1, 1 if values[b.far - 1] >= values[b.near - 1] else -1, wanted) for b in borders
    )
    return DepthPlan(planes, gaps, Ladder(tuple(values), tuple(conflicts)), *PAINT)


class Pair(unittest.TestCase):
    """Two land planes that meet along one border."""

    def scene(self, *, far=None, near=None, border=None, values=(6.0, 4.0), lefts=(0.8, 0.99), wanted=0.6, **more):
        """A far and a near plane, as read and as planned."""
        line = Border(1, 2, 30.0, -2.0, 0.0, 1.0)
        line = replace(line, **(border or {}))
        given = DepthInput(
            more.pop("specs", [RIDGE, FIELD]),
            [reading(1, 6.0, **(far or {})), reading(2, 4.0, **(near or {}))],
            [line],
            **more,
        )
        return given, planned(values, lefts, [line], wanted)

    def says(self, kind, **more):
        """Whether the audit of planes says something of a kind."""
        width = more.pop("width_cm", 40.0)
        return kind in {each.kind for each in judge_depth(*self.scene(**more), "cm", width)}


class Merged(Pair):
    def run_together(self, cm=30.0, length=30.0, opened=0.5, left=0.8, **more):
        return self.says("merged_photo", border={"merged_cm": cm, "length_cm": length}, values=(4.0 + opened, 4.0),
                         lefts=(left, 1.0), **more)  # fmt: skip

    def test_half_of_the_border_has_to_merge(self):
        self.assertAlmostEqual(begins(self.run_together, 1, 30), 0.5 * 30, places=4)
        self.assertTrue(self.run_together(15.0))

    def test_and_over_an_eighth_of_the_support(self):
        self.assertAlmostEqual(begins(lambda cm: self.run_together(cm, cm), 1, 30), 0.12 * 40, places=4)
        self.assertAlmostEqual(begins(lambda cm: self.run_together(cm, cm, width_cm=4), 0.1, 30), 1.0, places=4)

    def test_a_plan_that_opens_it_by_a_step_misleads_nobody(self):
        self.assertAlmostEqual(begins(lambda opened: self.run_together(opened=opened), 2.0, 0.1), 1.0, places=4)
        self.assertFalse(self.run_together(opened=1.0))

    def test_in_fog_it_is_meant(self):
        self.assertAlmostEqual(begins(lambda left: self.run_together(left=left), 0.2, 0.9), 0.5, places=4)
        self.assertTrue(self.run_together(left=0.5))
        self.assertTrue(self.run_together(left=None))

    def test_who_lets_them_merge_is_not_told(self):
        self.assertFalse(self.run_together(wanted=0.0))


class TurnedRound(Pair):
    """The photo shows the far one darker though this air would have it lighter."""

    def turned(self, difference, length=30.0):
        given, plan = self.scene(border={"difference": difference, "length_cm": length},
                                 settings=DepthSettings("hazy", pull=1.0))  # fmt: skip
        return {each.kind: each for each in judge_depth(given, plan, "cm", 40.0)}.get("reversed_pair")

    def test_three_tenths_of_a_step(self):
        self.assertAlmostEqual(begins(lambda apart: self.turned(apart) is not None, 0.0, 2.0), 0.3, places=4)
        self.assertIsNotNone(self.turned(0.3))
        self.assertIsNone(self.turned(-2.0), "the photo has it as the air would")

    def test_a_short_border_is_a_note(self):
        limit = begins(lambda cm: self.turned(1.0, cm).severity == "mild", 1, 20)
        self.assertAlmostEqual(limit, 5.0, places=4)
        self.assertEqual(self.turned(1.0, 5.0).severity, "mild")

    def test_as_in_the_photo_gives_the_photos_order(self):
        found = self.turned(1.0).remedies[0]
        self.assertEqual(found.arguments, {"far": 1, "near": 2, "direction": -1})


class NoRoom(Pair):
    def conflict(self, **said):
        known = {"planes": (0, 1), "granted": 0.3, "wanted": 0.6, "locked": ()}
        given, plan = self.scene()
        plan = replace(plan, ladder=Ladder((6.0, 4.0), (Conflict(**(known | said)),)))
        return next(each for each in judge_depth(given, plan, "cm", 40.0) if each.kind == "ladder_conflict")

    def test_a_tenth_of_a_step_is_offered_as_a_gap(self):
        def offered(granted):
            return any("gap" in each.arguments for each in self.conflict(granted=granted).remedies)

        self.assertAlmostEqual(begins(offered, 0.0, 0.5), 0.1, places=4)
        self.assertTrue(offered(0.1))
        self.assertEqual(
            self.conflict(granted=0.37).remedies[0].arguments, {"gap": 0.35}, "rounded down: it has to fit"
        )

    def test_it_weighs_what_is_lacking_and_names_the_planes(self):
        found = self.conflict(granted=0.25, wanted=0.75)
        self.assertEqual((found.weight, found.planes, found.key), (5.0, (1, 2), "ladder_conflict:1:2"))

    def test_what_is_held_can_be_freed(self):
        given, plan = self.scene(specs=[replace(RIDGE, locked_value=3.0), FIELD])
        plan = replace(plan, ladder=Ladder((3.0, 4.0), (Conflict((0, 1), -1.0, 0.6, (0,)),)))
        found = next(each for each in judge_depth(given, plan, "cm", 40.0) if each.kind == "ladder_conflict")
        self.assertEqual([(r.action, r.arguments) for r in found.remedies], [("unlock_plane", {"plane": 1})])


class Marks(Pair):
    def test_planes_that_hold_nothing_and_planes_that_are_guessed(self):
        given, plan = self.scene(specs=[replace(RIDGE, marked=False), FIELD])
        given = replace(given, readings=[given.readings[0], None])
        found = {each.kind: each for each in judge_depth(given, plan, "cm", 40.0)}
        self.assertEqual((found["empty_plane"].planes, found["empty_plane"].severity), ((2,), "strong"))
        self.assertEqual(found["guessed_planes"].remedies[0].arguments, {"plane": 1})
        self.assertEqual(found["guessed_planes"].severity, "mild")

    def test_a_nearer_plane_is_not_farther(self):
        for nearer, speaks in ((4001.0, True), (4000.0, False), (30.0, False)):
            specs = [RIDGE, replace(FIELD, distance_m=nearer)]
            self.assertEqual(self.says("distance_order", specs=specs), speaks, nearer)


class Trends(Pair):
    def trend(self, kind, far, near, lefts=(0.5, 0.9), veil="hazy"):
        given, plan = self.scene(far=far, near=near, lefts=lefts, settings=DepthSettings(veil))
        return kind in {each.kind for each in audit_trends(given, plan)}

    def test_far_accents_six_tenths_darker(self):
        def darker(by, lefts=(0.5, 0.9)):
            return self.trend("dark_far", {"dark": 4.0 - by}, {"dark": 4.0}, lefts)

        self.assertAlmostEqual(begins(darker, 0.0, 3.0), 0.6, places=4)
        self.assertAlmostEqual(begins(lambda apart: darker(2.0, (0.75, 0.75 + apart)), 0.0, 0.2), 0.1, places=4)
        self.assertFalse(darker(2.0, (0.9, 0.5)), "the air leaves the far one more")

    def test_far_colour_a_third_stronger_and_seen_as_colour(self):
        def coloured(times, near=20.0):
            return self.trend("coloured_far", {"chroma": times * near}, {"chroma": near})

        self.assertAlmostEqual(begins(coloured, 1.0, 3.0), 1.35, places=4)
        self.assertFalse(coloured(1.35))
        self.assertAlmostEqual(
            begins(lambda far: self.trend("coloured_far", {"chroma": far}, {"chroma": 1}), 2, 30), 10, places=4
        )
        self.assertTrue(self.trend("coloured_far", {"chroma": 10.0}, {"chroma": 1}))

    def test_far_detail_three_fifths_more_and_enough_to_be_seen(self):
        def detailed(times, near=0.25):
            return self.trend("detailed_far", {"detail": times * near}, {"detail": near})

        self.assertAlmostEqual(begins(detailed, 1.0, 3.0), 1.6, places=4)
        self.assertFalse(detailed(1.6))

        def fine(far):
            return self.trend("detailed_far", {"detail": far}, {"detail": 0.0})

        self.assertAlmostEqual(begins(fine, 0.01, 0.5), 0.08, places=4)
        self.assertTrue(fine(0.08))

    def test_where_farther_is_darker_none_is_expected(self):
        for veil in ("night", "deep_water"):
            self.assertFalse(self.trend("dark_far", {"dark": 1.0}, {"dark": 4.0}, veil=veil), veil)


class Overlap(Pair):
    """Two clues of four tell which is in front."""

    FLAT = {"foot": 0.5, "detail": 0.1}

    def clue(self, name, *, far=None, near=None, values=(4.0, 4.0), lefts=(0.9, 0.9)):
        given, plan = self.scene(far=self.FLAT | (far or {}), near=self.FLAT | (near or {}), values=values, lefts=lefts)
        return clues(given, plan, 1, 2)[name]

    def test_where_each_clue_begins(self):
        foot = begins(lambda by: self.clue("foot", near={"foot": 0.5 + by}), 0.0, 0.2)
        value = begins(lambda by: self.clue("value", values=(4.0 + by, 4.0)), 0.0, 2.0)
        air = begins(lambda by: self.clue("air", lefts=(0.75, 0.75 + by)), 0.0, 0.2)
        detail = begins(lambda by: self.clue("detail", near={"detail": 0.1 * by}), 1.0, 3.0)
        for measured, told in ((foot, 0.03), (value, 0.5), (air, 0.08), (detail, 1.5)):
            self.assertAlmostEqual(measured, told, places=4)
        self.assertTrue(self.clue("value", values=(4.5, 4.0)))
        self.assertTrue(self.clue("value", values=(4.0, 4.5)))

    def told(self, length=30.0, pairs=(), near=None, specs=None):
        given, plan = self.scene(far=self.FLAT, near=self.FLAT | (near or {}), values=(4.0, 4.0), lefts=(0.9, 0.9),
                                 border={"length_cm": length}, pairs=list(pairs), specs=specs or [RIDGE, FIELD])  # fmt: skip
        return say_depth(audit_overlap(given, plan), given, plan, "cm")

    def test_a_border_of_two_centimetres(self):
        self.assertAlmostEqual(begins(lambda cm: bool(self.told(cm)), 0.5, 30), 2.0, places=4)
        self.assertTrue(self.told(2.0))

    def test_one_clue_is_not_enough_and_two_are(self):
        self.assertTrue(self.told(near={"foot": 0.7}))
        self.assertFalse(self.told(near={"foot": 0.7, "detail": 0.3}))

    def test_the_sky_and_what_is_let_merge_are_left_alone(self):
        self.assertFalse(self.told(pairs=[PairChoice(1, 2, gap=0.0)]))
        self.assertTrue(self.told(pairs=[PairChoice(1, 2, gap=0.4)]))
        self.assertFalse(self.told(specs=[SKY, FIELD]))

    def test_what_would_bring_the_second_clue_is_offered(self):
        none = [each.action for each in self.told()[0].remedies]
        one = {each.action: each.arguments for each in self.told(near={"foot": 0.7})[0].remedies}
        self.assertEqual(none, ["set_pair_gap", "show_border"])
        self.assertEqual(one["set_plane"], {"plane": 1, "distance_m": 60.0}, "three times as far as the near one")


class ValueRoom(Pair):
    def test_three_tenths_under_what_the_air_lets_black_be(self):
        settings = DepthSettings("hazy", pull=1.0)
        given, plan = self.scene(settings=settings)

        def dark(value):
            apart = replace(plan, planes=(replace(plan.planes[0], value=value), plan.planes[1]), gaps=())
            return bool(audit_rooms(given, apart))

        black = rooms(given, replace(plan, gaps=()))[0]
        self.assertEqual(black.low_by, AIR)
        self.assertAlmostEqual(begins(dark, black.low, 1.0), black.low - 0.3, places=4)

    def test_held_three_tenths_lighter_than_what_the_air_dims_white_to(self):
        settings = DepthSettings("night", pull=1.0)

        def light(value):
            given, plan = self.scene(
                settings=settings, specs=[replace(RIDGE, locked_value=value), FIELD], values=(value, 2.0)
            )
            return "too_light_far" in {each.kind for each in audit_rooms(given, plan)}

        given, _ = self.scene(settings=settings)
        white = plan_depth(replace(given, specs=[replace(RIDGE, lean=9.0), FIELD], borders=[])).planes[0].value
        self.assertAlmostEqual(begins(light, white, 9.5), white + 0.3, places=3)

    def test_the_limits_of_a_room_are_its_neighbours(self):
        given, plan = self.scene(values=(6.0, 4.0), settings=DepthSettings(pull=0.0))
        far, near = rooms(given, plan)
        self.assertEqual((far.low, far.low_by, far.high, far.high_by), (4.6, 2, 9.5, KEY))
        self.assertEqual((near.low, near.low_by), (1.75, KEY))
        self.assertAlmostEqual(near.high, 5.4)
        self.assertEqual(near.high_by, 1)
        self.assertAlmostEqual(far.middle, 7.05)

    def test_a_twentieth_too_little_is_still_room(self):
        self.assertFalse(Room(5.0, KEY, 4.96, KEY).none)
        self.assertTrue(Room(5.0, KEY, 4.94, KEY).none)


class Edges(Pair):
    def edge(self, apart=2.0, left=0.9, ragged=1.0, focal=0.0):
        given, plan = self.scene(values=(4.0 + apart, 4.0), lefts=(0.5, left), border={"ragged": ragged})
        return advise_edges(given, plan, [focal])[0].edge

    def test_a_step_that_cannot_be_seen_is_lost(self):
        self.assertAlmostEqual(begins(lambda apart: self.edge(apart) == "lost", 1.0, 0.1), 0.3, places=4)
        self.assertNotEqual(self.edge(0.3 + 1e-9), "lost")

    def test_how_far_apart_two_planes_are_until_their_edge_is_firm(self):
        """0.4 of what shows, all at 2.5 steps, and 0.35 of what the air leaves come to 0.45."""
        limit = begins(lambda apart: self.edge(apart, left=0.5) == "firm", 0.4, 2.5)
        self.assertAlmostEqual(limit, 1.71875, places=4)

    def test_what_the_air_leaves_counts(self):
        limit = begins(lambda left: self.edge(1.0, left) == "firm", 0.2, 1.0)
        self.assertAlmostEqual(limit, 0.82857, places=4)

    def test_the_focus_makes_an_edge_hard(self):
        limit = begins(lambda focal: self.edge(2.5, 1.0, focal=focal) == "hard", 0.0, 0.3)
        self.assertAlmostEqual(limit, 0.0303, places=4)

    def test_leaves_read_by_their_mass(self):
        limit = begins(lambda ragged: self.edge(2.5, 1.0, ragged=ragged) == "soft", 1.0, 9.0)
        self.assertAlmostEqual(limit, 2.7778, places=3)

    def test_strokes_by_the_root_of_the_area_what_the_air_leaves_and_the_focus(self):
        given, plan = self.scene(far={"share": 0.36}, near={"share": 0.64}, lefts=(0.5, 1.0))
        far, near = share_detail(given, plan, [0.1, 0.9])
        self.assertAlmostEqual(far / near, 0.075, places=6)
        sky = replace(given, specs=[SKY, FIELD])
        far, near = share_detail(sky, plan, [0.1, 0.9])
        self.assertAlmostEqual(far / near, 0.0225, places=6)


class Planning(Pair):
    def test_the_air_parts_two_planes_of_which_it_leaves_a_tenth_less(self):
        settings = DepthSettings("hazy", pull=1.0)
        near_left = contrast_left(FIELD, settings)

        def parted(metres):
            given, _ = self.scene(specs=[replace(RIDGE, distance_m=metres), FIELD], settings=settings)
            return air_direction(given, given.borders[0], air_is_lighter=True) != 0

        limit = begins(parted, 30, 4000)
        self.assertAlmostEqual(near_left - contrast_left(replace(RIDGE, distance_m=limit), settings), 0.1, places=4)

    def test_two_fifths_of_the_photos_accents_are_left_out(self):
        given, _ = self.scene(far={"dark": 4.0, "light": 7.0}, settings=DepthSettings(pull=0.0))
        plane = plan_depth(given).planes[0]
        self.assertAlmostEqual(plane.value - plane.dark, 0.6 * 2.0)
        self.assertAlmostEqual(plane.light - plane.value, 0.6 * 1.0)

    def test_what_is_as_good_as_equal_is_ordered_as_the_photo_has_it_along_the_border(self):
        def far_lighter(apart, difference):
            given, _ = self.scene(border={"difference": difference}, settings=DepthSettings(pull=0.0))
            given = replace(given, readings=[reading(1, 5.0 + apart), reading(2, 5.0)])
            return plan_depth(given).gaps[0].sign > 0

        self.assertAlmostEqual(begins(lambda apart: far_lighter(apart, 0.5), 0.0, 0.5), 0.02, places=4)
        self.assertTrue(far_lighter(0.0, -0.5))

    def test_a_plane_that_holds_nothing_is_planned_in_the_middle(self):
        given, _ = self.scene(settings=DepthSettings(pull=0.0))
        given = replace(given, readings=[None, given.readings[1]], borders=[])
        self.assertEqual(plan_depth(given).planes[0].target, 5.5)

    def test_the_painters_word_goes_before_the_airs(self):
        given, _ = self.scene(settings=DepthSettings("hazy", pull=1.0), pairs=[PairChoice(1, 2, gap=0.9, direction=-1)])
        gap = plan_depth(given).gaps[0]
        self.assertEqual((gap.sign, gap.wanted), (-1, 0.9))

    def test_two_values_held_by_hand_say_which_is_the_lighter(self):
        def direction(far, near):
            given, _ = self.scene()
            specs = [replace(spec, locked_value=held) for spec, held in zip(given.specs, (far, near), strict=True)]
            return _held_direction(replace(given, specs=specs), given.borders[0])

        held = ((5.2, 5.0), (5.0, 5.2), (5.0, 5.0), (5.0, None), (None, 5.0))
        self.assertEqual([direction(*each) for each in held], [1, -1, 0, 0, 0])


class Sight(unittest.TestCase):
    LIGHTS = (PlaneLight(8.0, 0.42, 0.36), PlaneLight(2.0, 0.3, 0.17), PlaneLight(0.02, 0.1, 0.02))

    def fitted(self, high=30.0, lights=LIGHTS, sky=0.6):
        with patch.object(visibility, "_posterior", return_value=(5.0, 10.0, high)):
            return visibility.fit_visibility(list(lights), sky)

    def test_a_range_wider_than_twelve_times_is_no_answer(self):
        self.assertIsNone(self.fitted(60.1))
        found = self.fitted(60.0)
        self.assertEqual((found.visibility_km, found.low_km, found.high_km, found.planes), (10.0, 5.0, 60.0, 2))

    def test_only_planes_that_stand_far_and_are_lifted_say_anything(self):
        """From 120 m on, and where the darks are lifted by three hundredths."""
        near = (self.LIGHTS[0], replace(self.LIGHTS[1], distance_km=0.119), self.LIGHTS[2])
        self.assertIsNone(self.fitted(lights=near))
        self.assertIsNotNone(self.fitted(lights=(near[0], replace(near[1], distance_km=0.12), near[2])))
        self.assertIsNone(self.fitted(lights=(near[0], replace(self.LIGHTS[1], dark=0.049), near[2])))
        self.assertIsNotNone(self.fitted(lights=(near[0], replace(self.LIGHTS[1], dark=0.051), near[2])))
        self.assertIsNone(self.fitted(sky=0.0))

    def test_what_stands_at_ones_feet_says_nothing(self):
        here = PlaneLight(0.0, 0.2, 0.3)
        found = visibility.fit_visibility([*self.LIGHTS, here], 0.6)
        self.assertEqual(found, visibility.fit_visibility(list(self.LIGHTS), 0.6))
        self.assertIsNotNone(found)


class Outlines(unittest.TestCase):
    def test_an_outline_leaves_the_edge_by_less_than_a_pixel_and_uses_that(self):
        """Eight tenths of a pixel at most: measured from every pixel of a disc's edge to the polygon."""
        rows, columns = np.mgrid[0:400, 0:400]
        disc = (np.hypot(rows - 200, columns - 200) < 150).astype(np.uint8)
        (line,) = outlines(disc, 1)
        edge, _ = cv2.findContours(disc, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_NONE)
        corners = (400 * line - 0.5).astype(np.float32)[:, None]
        off = [abs(cv2.pointPolygonTest(corners, (float(x), float(y)), True)) for x, y in edge[0][:, 0]]
        self.assertLess(max(off), 0.8 + 0.02)
        self.assertGreater(max(off), 0.6)

    def test_islands_of_less_than_a_dozen_pixels_are_left_out(self):
        for side, count in ((4, 0), (5, 1)):
            labels = np.zeros((40, 40), np.uint8)
            labels[10 : 10 + side, 10 : 10 + side] = 1
            self.assertEqual(len(outlines(labels, 1)), count, "a contour runs through the middles of pixels")
        labels = np.zeros((40, 40), np.uint8)
        labels[10:14, 10:15] = 1  # three by four between the middles: a dozen
        self.assertEqual(len(outlines(labels, 1)), 1)

    def test_looked_at_twice_as_large_they_follow_the_edges_of_pixels(self):
        """An outline runs through the middles of pixels, half a pixel inside; twice as fine, a quarter."""
        labels = np.zeros((40, 40), np.uint8)
        labels[10:30, 10:30] = 1
        for closeness, inside in ((1.0, 0.5), (1.9, 0.5), (2.0, 0.25), (2.5, 0.25), (4.0, 0.25)):
            (line,) = outlines(labels, 1, closeness)
            self.assertAlmostEqual(float(line.min()), (10 + inside) / 40, msg=str(closeness))


class KeptLights(unittest.TestCase):
    """A light is made by the dark around it."""

    def test_less_than_a_fifty_thousandth_of_the_picture_is_no_light(self):
        labels, value = np.ones((1000, 1000), np.uint8), np.full((1000, 1000), 6.0, np.float32)
        for high, there in ((4, False), (5, True)):  # four columns of so many pixels
            points = ((0.5, 0.5), (0.504, 0.5), (0.504, 0.5 + high / 1000), (0.5, 0.5 + high / 1000))
            reserve = Reserve(1, "Spark", "ground", points)
            count = int(reserve.mask(1000, 1000).sum())
            self.assertEqual(count, 4 * high)
            found = measure_kept(reserve, labels, value, [6.0], [7.0], 9.5)
            self.assertEqual(found is not None, there, count)

    RESERVE = Reserve(1, "Glint", "ground", ((0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6)))

    def audited(self, value=8.0, around=5.0, lightest=8.0, way="ground", transparent=False, far=True):
        light = KeptLight(0.02, ((1, 1.0),), 8.0, value, around)
        kept = [(replace(self.RESERVE, way=way), light)]
        return {
            each.kind: each
            for each in say_kept(
                kept, ["Water"], [lightest], [far], transparent=transparent, area_cm2=1000.0, unit="cm"
            )
        }

    def test_it_shines_from_a_step_on(self):
        self.assertAlmostEqual(begins(lambda v: "light_dull" in self.audited(value=v), 8.0, 5.2), 6.0, places=4)
        self.assertNotIn("light_dull", self.audited(value=6.0))
        self.assertAlmostEqual(self.audited(value=5.5)["light_dull"].weight, 5.0)

    def test_the_plane_is_darkened_by_a_step_and_a_little_more(self):
        remedy = self.audited(value=5.5)["light_dull"].remedies[0]
        self.assertEqual((remedy.action, remedy.arguments), ("set_planned_value", {"plane": 1, "value": 4.4}))

    def test_nine_tenths_over_the_lightest_of_its_plane_it_comes_forward(self):
        def forward(over, **more):
            return "light_forward" in self.audited(value=6.5 + over, lightest=6.5, **more)

        self.assertAlmostEqual(begins(forward, 0.0, 2.0), 0.9, places=4)
        self.assertFalse(forward(2.0, far=False))

    def test_opaque_light_on_watercolour_is_asked_about(self):
        self.assertIn("light_way", self.audited(way="added", transparent=True))
        self.assertNotIn("light_way", self.audited(way="added"))

    def measured(self, way):
        labels = np.full((200, 300), 1, np.uint8)
        labels[100:] = 2
        value = np.where(labels == 1, 7.0, 4.0).astype(np.float32)
        return measure_kept(replace(self.RESERVE, way=way), labels, value, [6.5, 3.5], [8.0, 6.0], 9.5)

    def test_what_is_seen_where_it_is_kept(self):
        """Lifting leaves a stain of eight tenths of a step [memory]."""
        for way, seen in (("ground", 9.5), ("masked", 9.5), ("lifted", 8.7), ("added", 8.0)):
            self.assertAlmostEqual(self.measured(way).value, seen, msg=way)

    def test_where_it_lies_and_what_is_around(self):
        light = self.measured("ground")
        self.assertAlmostEqual(light.share, 0.04, delta=0.002)
        self.assertEqual([rank for rank, _ in light.planes], [1, 2])
        self.assertAlmostEqual(sum(share for _, share in light.planes), 1.0)
        self.assertAlmostEqual(light.photo, 7.0)
        self.assertAlmostEqual(light.around, 5.0, delta=0.1)


if __name__ == "__main__":
    unittest.main()
