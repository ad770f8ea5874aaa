"""Where what is read off a photo begins: casts, lines, clues of light, focal things, crops and edits of a thumbnail.

The limits were tried on photographs or are common practice without a source, as said beside each number in the code.
These tests come within a tenth of them from both sides.
"""

import unittest
from types import SimpleNamespace
from unittest.mock import patch

import cv2
import numpy as np

from kind_distance.core.colour.munsell import lightness_from_value, luminance_from_value, value_from_lightness
from kind_distance.core.colour.srgb import codes_from_linear
from kind_distance.core.depth.proposal import find_sky, has_sky
from kind_distance.core.depth.settle import settle_line
from kind_distance.core.picture.balance import find_clipping, guessed_cast, read_place
from kind_distance.core.picture.composition import _but_the_horizon, _leanings, _weights, find_exits, find_hot_spots
from kind_distance.core.picture.crops import Crop, _shared, _View, _weigh, suggest_crops
from kind_distance.core.picture.departures import Departure, depart
from kind_distance.core.picture.divisions import rabatment
from kind_distance.core.picture.edits import Edit, apply_edits
from kind_distance.core.picture.focus import Focus, thing_at
from kind_distance.core.picture.horizon import (
    Line,
    SkyLine,
    choose_horizon,
    level_lines,
    lower_border,
    upper_border,
)
from kind_distance.core.picture.page import _mostly_inside, check_corners
from kind_distance.core.picture.perspective import height_by_eye_level
from kind_distance.core.picture.reserve import _ring, audit_reserves
from kind_distance.core.picture.thumbnail import THUMBNAIL_SIZE, ThumbnailSettings, plain
from kind_distance.core.picture.working import WorkingPicture, shrink
from tests.limits import begins, refused


def grey(linear):
    """One linear colour, three channels, as a card of eighty by eighty codes."""
    return codes_from_linear(np.full((80, 80, 3), linear, np.float32))


class Lightness(unittest.TestCase):
    def test_dark_and_light_ends_of_the_two_scales_meet(self):
        """CIE 15: L* is linear below (6/29)**3, L* = 8; both branches give the same there."""
        for value in (0.2, 0.5, 0.9, 1.0, 2.0, 5.0, 9.0):
            lightness = lightness_from_value(value)
            y = float(luminance_from_value(np.array([value]))[0]) / 100
            self.assertAlmostEqual(lightness, 903.2963 * y if y < 0.008856 else 116 * y ** (1 / 3) - 16, 3)
            self.assertAlmostEqual(value_from_lightness(lightness), value, 4)
        self.assertAlmostEqual(value_from_lightness(7.99), value_from_lightness(8.01), 2)
        # On the wrong branch, a fifth under the place where they meet, the lightness would be off by a fifth.
        self.assertAlmostEqual(lightness_from_value(value_from_lightness(7.3)), 7.3, 3)
        self.assertAlmostEqual(lightness_from_value(value_from_lightness(8.7)), 8.7, 3)


class Cards(unittest.TestCase):
    def test_a_quarter_burnt_out_is_no_reference(self):
        def burnt(pixels):
            codes = codes_from_linear(np.full((400, 400, 3), 0.7, np.float32))
            place = codes[195:206, 195:206].reshape(-1, 3).copy()  # what is read: eleven pixels both ways
            place[:pixels, 2] = 255
            codes[195:206, 195:206] = place.reshape(11, 11, 3)
            return refused(lambda: read_place(codes, 0.5, 0.5, None))

        self.assertEqual([burnt(28), burnt(32)], [False, True], "23 and 26 of a hundred")

    def test_four_thousandths_of_light_are_too_dark(self):
        self.assertTrue(refused(lambda: read_place(grey(0.0036), 0.5, 0.5, None)))
        read_place(grey(0.0042), 0.5, 0.5, None)

    def test_light_and_dark_half_as_light_again_are_not_all_card(self):
        def uneven(ratio):
            codes = np.vstack([grey(0.2)[:40], grey(0.2 * ratio)[:40]])
            return refused(lambda: read_place(codes, 0.5, 0.5, None))

        self.assertTrue(uneven(1.68))
        self.assertFalse(uneven(1.54))

    def test_a_card_is_five_times_as_strong_in_one_channel_at_most(self):
        def coloured(ratio):
            return refused(lambda: read_place(grey((0.1 * ratio, 0.1 * ratio**0.5, 0.1)), 0.5, 0.5, None))

        self.assertAlmostEqual(begins(coloured, 4.0, 6.0), 5.0, delta=0.1)

    def test_its_value_may_be_eight_times_off(self):
        ten = float(luminance_from_value(np.array([10.0]))[0]) / 100
        one = float(luminance_from_value(np.array([1.0]))[0]) / 100
        self.assertTrue(refused(lambda: read_place(grey(ten / 8.4), 0.5, 0.5, 10.0)))
        read_place(grey(ten / 7.6), 0.5, 0.5, 10.0)
        self.assertTrue(refused(lambda: read_place(grey(one * 8.4), 0.5, 0.5, 1.0)))
        read_place(grey(one * 7.6), 0.5, 0.5, 1.0)

    def test_two_hundredths_of_nearly_grey_light_tell_of_a_cast(self):
        def told(columns):
            lab = np.zeros((10, 1000, 3), np.float32)
            lab[..., :2] = 60.0  # the rest is far from grey
            lab[:, :columns] = (60.0, 6.0, 6.0)
            return guessed_cast(lab) is not None

        self.assertEqual([told(19), told(21)], [False, True])

    def test_a_grey_of_five_chroma_is_seen_as_coloured_but_not_the_blue_of_a_sky(self):
        def told(a, b):
            lab = np.zeros((20, 20, 3), np.float32)
            lab[...] = (70.0, a, b)
            return guessed_cast(lab)

        self.assertIsNone(told(0.0, 4.7))
        self.assertIsNotNone(told(0.0, 5.3))
        for hue, silent in ((205, False), (235, True), (285, True), (315, False)):
            angle = np.radians(hue)
            found = told(12 * np.cos(angle), 12 * np.sin(angle))
            self.assertEqual(found is None, silent, hue)

    def test_casts_by_their_names(self):
        """Of lamps and shade, as painters speak of them; common practice, no source."""
        for hue, name in ((40, "red"), (60, "orange"), (85, "yellow"), (150, "green"), (190, "blue-green"),
                          (315, "violet"), (350, "magenta")):  # fmt: skip
            lab = np.zeros((20, 20, 3), np.float32)
            lab[...] = (70.0, 12 * np.cos(np.radians(hue)), 12 * np.sin(np.radians(hue)))
            self.assertEqual(guessed_cast(lab).leans, name)

    def test_lost_darks_and_lights(self):
        """Three codes from either end: a camera's noise there is a code or two (common practice, no source)."""
        codes = np.array(
            [[[3, 3, 3], [4, 4, 4], [3, 3, 4], [253, 253, 253], [252, 252, 252], [253, 253, 252]]], np.uint8
        )
        found = find_clipping(codes)
        self.assertEqual(found.darks[0].tolist(), [True, False, False, False, False, False])
        self.assertEqual(found.lights[0].tolist(), [False, False, False, True, False, False])


class Skies(unittest.TestCase):
    @staticmethod
    def over_land(share, sky=9.0, land=4.0):
        """A pale even top over land, as a share of the height."""
        rows = np.arange(200)[:, None] < share * 200
        light = (
            np.where(rows, luminance_from_value(np.array([sky]))[0], luminance_from_value(np.array([land]))[0]) / 100
        )
        return WorkingPicture.of(codes_from_linear(np.broadcast_to(light[..., None], (200, 300, 3)).astype(np.float32)))

    def test_a_sky_takes_three_hundredths_of_the_height(self):
        self.assertFalse(find_sky(self.over_land(0.02)).any())
        self.assertTrue(find_sky(self.over_land(0.035)).any())

    def test_what_is_darker_than_the_land_is_proposed_by_nobody(self):
        self.assertTrue(find_sky(self.over_land(0.4, 4.3, 4.0)).any())
        self.assertFalse(find_sky(self.over_land(0.4, 4.0, 4.3)).any())

    def test_a_picture_of_eight_pixels_is_searched(self):
        small = self.over_land(0.4)
        for side, found in ((7, False), (8, True)):
            codes = np.ascontiguousarray(small.codes[:: 200 // side][:side, :40])
            self.assertEqual(bool(find_sky(WorkingPicture.of(codes)).any()), found, side)

    def test_a_smooth_top_as_light_as_the_rest_is_a_sky(self):
        """The top tells where no border is found: even, and no darker than the rest by half a step."""

        def no_sky(edges, darker):
            photo = SimpleNamespace(height=100, fine_edges=np.zeros((100, 100), bool), value=np.full((100, 100), 5.0))
            photo.fine_edges.ravel()[: round(edges * 1000)] = True
            photo.value[:10] -= darker
            with patch("kind_distance.core.depth.proposal.find_sky", lambda _: np.zeros((100, 100), bool)):
                return not has_sky(photo)

        self.assertAlmostEqual(begins(lambda edges: no_sky(edges, 0.0), 0.0, 0.05), 0.02, delta=0.001)
        self.assertAlmostEqual(begins(lambda darker: no_sky(0.0, darker), 0.0, 1.0), 0.5, delta=1e-4)


class Lines(unittest.TestCase):
    def test_only_a_line_with_a_step_is_one(self):
        def picture(step):
            value = np.full((200, 320), 5.0, np.float32)
            value[100:] += np.float32(step)
            return value

        # A line is told with four times its rise from row to row: a fiftieth of a step is the least.
        least = begins(lambda step: bool(level_lines(picture(step))), 0.01, 0.5)
        self.assertAlmostEqual(level_lines(picture(least + 1e-3))[0].strength, 4 * 0.02, delta=0.003)

    def test_a_dark_line_goes_down_as_well_as_up(self):
        for step in (3.0, -3.0):
            value = np.full((200, 320), 5.0, np.float32)
            value[120:] += np.float32(step)
            line = level_lines(value)[0]
            self.assertAlmostEqual(line.height, 0.6, delta=0.01)
            self.assertGreater(line.length, 0.95)
            self.assertGreater(line.ruled, 0.9)

    @staticmethod
    def sea(border):
        return choose_horizon([], (200, 300), SkyLine(np.asarray(border, np.float32), True))

    def test_a_marked_sea_is_straight_along_seven_tenths(self):
        def crooked(share):
            border = np.full(300, 0.4, np.float32)
            # What stands up into the sky: up and down in turns, so that the line itself stays where it is.
            off = round(share * 300)
            border[:off] += np.where(np.arange(off) % 2, 0.05, -0.05).astype(np.float32)
            return self.sea(border).line is None

        self.assertIsNotNone(self.sea(np.full(300, 0.4)).line)
        self.assertTrue(crooked(0.36))
        self.assertFalse(crooked(0.26))

    def test_by_a_hundredth_of_the_height(self):
        def far(by):
            wave = np.where(np.arange(300) % 2, by, -by)
            return self.sea(0.4 + wave).line is None

        self.assertAlmostEqual(begins(far, 0.008, 0.016), 0.012, delta=0.0005)

    def test_and_no_steeper_than_eight_degrees(self):
        x = np.linspace(-0.5, 0.5, 300)

        def steep(degrees):
            return self.sea(0.5 + x * np.tan(np.radians(degrees)) * 300 / 200).line is None

        self.assertAlmostEqual(begins(steep, 6.0, 10.0), 8.0, delta=0.05)

    def test_a_sure_line_is_where_the_marked_sky_ends(self):
        line = Line(0.4, 0.0, 2.0, 1.0, 1.0, 1.0)

        def elsewhere(by):
            border = SkyLine(np.full(300, 0.4 + by, np.float32), False)
            return choose_horizon([line], (200, 300), border).line is None

        self.assertAlmostEqual(begins(elsewhere, 0.0, 0.06), 0.03, delta=0.001)

    def test_a_border_in_fewer_than_fifteen_columns_of_a_hundred_is_none(self):
        for border in (upper_border, lower_border):
            mask = np.zeros((50, 100), bool)
            mask[20:30, :14] = True
            self.assertIsNone(border(mask))
            mask[20:30, :16] = True
            self.assertIsNotNone(border(mask))

    def test_a_line_near_the_horizon_is_the_horizon(self):
        def another(by):
            return bool(_but_the_horizon([Line(0.4 + by, 0.0, 2.0, 1.0)], Line(0.4, 0.0, 2.0, 1.0)))

        self.assertAlmostEqual(begins(another, 0.0, 0.1), 0.05, delta=1e-4)


class Composed(unittest.TestCase):
    def test_six_of_a_thousand_upright_edges_tell_how_they_lean(self):
        def told(columns):
            value = np.full((200, 400), 5.0, np.float32)
            value[:columns, 200:] = 8.0
            return _leanings(value)[1] is not None

        edges = begins(lambda rows: told(int(rows)), 20, 200)
        # An edge that is softened by a pixel is about four pixels wide, two where it is strong enough to count.
        share = edges * 4 / (200 * 400)
        self.assertAlmostEqual(share, 0.006, delta=0.0003)

    def test_an_empty_white_picture_weighs_nothing(self):
        self.assertEqual(_weights(np.full((60, 90), 10.0, np.float32)), (0.5, (0.5, 0.5)))
        value = np.full((60, 90), 10.0, np.float32)
        value[20:30, 60:70] = 2.0
        self.assertGreater(_weights(value)[1][0], 0.6)

    def test_a_coloured_spot_that_is_the_light_one_is_told_once(self):
        def spots(apart):
            value, chroma = np.full((200, 320), 4.0, np.float32), np.zeros((200, 320), np.float32)
            value[97:104, 157:164] = 8.0
            at = 160 + round(apart * 320)
            chroma[97:104, at - 3 : at + 4] = 60.0
            return len(find_hot_spots(value, chroma, None)[0])

        self.assertEqual([spots(0.0), spots(0.028), spots(0.035)], [1, 1, 2])

    def test_a_spot_belongs_to_the_focus_within_one_and_two_fifths_of_its_reach(self):
        def outside(by):
            value, chroma = np.full((200, 320), 4.0, np.float32), np.zeros((200, 320), np.float32)
            at = 160 + round(by * 320)
            value[97:104, at - 3 : at + 4] = 8.0
            return bool(find_hot_spots(value, chroma, Focus(0.5, 0.5, 0.1))[0])

        self.assertAlmostEqual(begins(outside, 0.05, 0.25), 0.14, delta=0.005)

    def test_a_streak_four_times_as_long_as_wide_is_still_a_spot(self):
        def spots(long):
            value = np.full((200, 320), 4.0, np.float32)
            value[100:104, 100 : 100 + long] = 8.0
            return len(find_hot_spots(value, np.zeros_like(value), None)[0])

        self.assertEqual([spots(15), spots(16), spots(17)], [1, 1, 0])

    def test_a_rim_edge_within_four_hundredths_of_a_told_line_is_that_line(self):
        value = np.full((200, 320), 3.0, np.float32)
        value[100:] = 8.0

        def told(by):
            return bool(find_exits(value, [Line(0.5 + by, 0.0, 5.0, 1.0)], None))

        self.assertAlmostEqual(begins(told, 0.0, 0.1), 0.04, delta=0.003)


class EyeLevel(unittest.TestCase):
    def test_a_low_wall_just_below_the_horizon_has_a_height(self):
        self.assertAlmostEqual(height_by_eye_level(0.52, 0.50, 0.48, 1.6), 0.8)
        for base, top, horizon in ((0.50, 0.52, 0.48), (0.50, 0.50, 0.48), (0.48, 0.3, 0.48), (0.47, 0.3, 0.48)):
            self.assertTrue(refused(lambda each=(base, top, horizon): height_by_eye_level(*each, 1.6)), (base, top))
        self.assertTrue(refused(lambda: height_by_eye_level(0.6, 0.3, 0.48, 0.0)))


class SettledLines(unittest.TestCase):
    def test_the_shortest_line_that_is_settled_goes_over_nine_columns(self):
        codes = np.full((200, 301, 3), 60, np.uint8)
        codes[106:] = 200
        picture = WorkingPicture.of(codes)
        for columns, moved in ((7, False), (8, True)):
            drawn = ((100 / 300, 0.5), ((100 + columns) / 300, 0.5))
            self.assertEqual(settle_line(picture, drawn, reach=0.06) != drawn, moved, columns)

    def test_a_line_moves_to_an_edge_as_far_off_as_it_may_both_ways(self):
        for by in (-10, 10):
            codes = np.full((200, 300, 3), 60, np.uint8)
            codes[100 + by :] = 200
            # An edge between two rows lies half a row over the second.
            settled = settle_line(WorkingPicture.of(codes), ((0.0, 99.5 / 199), (1.0, 99.5 / 199)), reach=0.05)
            rows = [y * 199 for _, y in settled]
            self.assertAlmostEqual(float(np.median(rows)), 99.5 + by, delta=0.6)


class Pages(unittest.TestCase):
    def test_corners_lie_within_half_a_picture_of_it(self):
        def outside(by):
            return refused(lambda: check_corners([(-by, 0.1), (0.9, 0.1), (0.9, 0.9), (0.1, 0.9)]))

        self.assertAlmostEqual(begins(outside, 0.3, 0.8), 0.5, places=4)

    def test_the_second_corner_is_the_right_one_of_the_upper_two(self):
        for lean in (0.02, 0.2):
            drawn = [(0.1, 0.1), (0.5 + lean, 0.12), (0.9, 0.9), (0.5, 0.8)]
            self.assertEqual(check_corners(drawn), check_corners(drawn[::-1]))
            self.assertEqual(check_corners(drawn)[1], (0.5 + lean, 0.12))

    def test_seven_tenths_inside_another_is_a_part_of_it(self):
        def part(across):
            return _mostly_inside((0, 0, 100, 100), (0, 0, across, 400))

        self.assertEqual([part(68), part(70), part(72)], [False, True, True])
        self.assertFalse(_mostly_inside((0, 0, 10, 10), (20, 20, 10, 10)))


class FocalThings(unittest.TestCase):
    def test_a_thing_is_a_step_apart_from_what_is_around(self):
        def seen(step):
            value = np.full((120, 160), 4.0, np.float32)
            value[54:66, 74:86] += np.float32(step)
            return thing_at(value, Focus(0.5, 0.5, 0.2)) is not None

        self.assertAlmostEqual(begins(seen, 0.7, 1.4), 1.0, delta=0.01)


class Crops(unittest.TestCase):
    def test_a_window_is_no_smaller_than_thirty_two_pixels(self):
        value = np.tile(np.linspace(2, 8, 90, dtype=np.float32), (60, 1))
        # Of 50 pixels the sides of 0.64 are just long enough: 32; those of 0.54 are not.
        wide = suggest_crops(value, 100, 50, 1.0, Focus(0.5, 0.5, 0.05), None, wanted=60)
        self.assertEqual(min(each.crop.width for each in wide), 32)
        self.assertEqual(suggest_crops(value, 31, 31, 1.0, Focus(0.5, 0.5, 0.05), None), [])

    def test_the_likings_of_the_painter_count_three_times(self):
        """Where the horizon lies changes nothing else of a crop's score."""
        view = _View.of(np.tile(np.linspace(2, 8, 90, dtype=np.float32), (60, 1)))

        def score(horizon, division):
            return _weigh(Crop(0, 0, 900, 600), view, Focus(0.5, 0.5, 0.05), horizon, 900, 600, division)[0]

        self.assertAlmostEqual(score(0.2, "unusual") - score(0.35, "unusual"), 0.8 * 3.0, 4)
        for at in (0.27, 0.35, 0.4):
            none, liked = score(None, ""), score(at, "thirds")
            self.assertAlmostEqual(liked - none + 0.4, 3.0 * (score(at, "") - none + 0.4), 4)

    def test_a_rim_is_quiet_with_three_tenths_fewer_edges_than_the_inside(self):
        """Edges spread alike, but on the outer twentieth of each side."""

        def quiet(fewer):
            edges = np.ones((100, 140))
            edges[:5] = edges[-5:] = edges[:, :7] = edges[:, -7:] = 1 - fewer
            view = _View(cv2.integral(edges), np.zeros((101, 141)))
            return _weigh(Crop(0, 0, 1400, 1000), view, Focus(0.5, 0.5, 0.05), None, 1400, 1000)[1]["quiet_rim"]

        self.assertAlmostEqual(begins(quiet, 0.0, 1.0), 0.3, places=3)

    def test_windows_side_by_side_share_nothing(self):
        self.assertEqual(_shared(Crop(0, 0, 10, 10), Crop(10, 0, 10, 10)), 0.0)
        self.assertEqual(_shared(Crop(0, 0, 10, 10), Crop(0, 12, 10, 10)), 0.0)
        self.assertEqual(_shared(Crop(0, 0, 10, 10), Crop(12, 12, 10, 10)), 0.0)
        self.assertAlmostEqual(_shared(Crop(0, 0, 10, 10), Crop(5, 0, 10, 10)), 1 / 3)

    def test_an_unusual_horizon_lies_high_low_or_in_the_very_middle(self):
        value = np.tile(np.linspace(2, 8, 90, dtype=np.float32), (60, 1))
        focus = Focus(0.5, 0.5, 0.05)
        for horizon in (0.3, 0.45, 0.6):
            best = suggest_crops(value, 1200, 800, 1.5, focus, horizon, division="unusual")[0]
            at = dict(best.why.measures)["horizon"]
            self.assertTrue(at < 0.25 or at > 0.75 or abs(at - 0.5) < 0.05, at)

    def test_the_square_folds_in_where_one_side_is_longer_by_two_hundredths(self):
        self.assertEqual(rabatment(40, 30).across, (0.25, 0.75))
        self.assertEqual(rabatment(40, 30).down, ())
        self.assertEqual(rabatment(30, 40).down, (0.25, 0.75))
        self.assertEqual(rabatment(30, 40).across, ())
        self.assertEqual((rabatment(30.3, 30).across, rabatment(30, 30.3).down), ((), ()))
        self.assertTrue(rabatment(31.5, 30).across)
        self.assertTrue(rabatment(30, 31.5).down)


class Thumbnails(unittest.TestCase):
    def test_a_photo_is_shrunk_to_the_size_of_a_thumbnail_and_never_grown(self):
        self.assertEqual(plain(np.full((100, THUMBNAIL_SIZE + 20), 5.0, np.float32)).value.shape[1], THUMBNAIL_SIZE)
        self.assertEqual(plain(np.full((40, 60), 5.0, np.float32)).value.shape, (40, 60))

    def test_cuts_rise(self):
        ThumbnailSettings(3, cuts=(4.0, 4.2))
        for cuts in ((4.0, 4.0), (4.2, 4.0), (0.0, 4.0), (4.0, 10.0), (4.0,)):
            self.assertTrue(refused(lambda cuts=cuts: ThumbnailSettings(3, cuts=cuts)), cuts)

    def test_nothing_is_shrunk_to_less_than_a_pixel(self):
        linear = np.zeros((4, 8, 3), np.float32)
        self.assertTrue(refused(lambda: shrink(linear, 0)))
        self.assertEqual(shrink(linear, 1).shape, (1, 1, 3))

    def test_a_stroke_is_a_fifth_of_the_thumbnail_wide_at_most_and_two_thousand_points_long(self):
        Edit("pull", ((0.5, 0.5),), 1, 0.2)
        self.assertTrue(refused(lambda: Edit("pull", ((0.5, 0.5),), 1, 0.21)))
        Edit("pull", ((0.5, 0.5),) * 2000, 1)
        self.assertTrue(refused(lambda: Edit("pull", ((0.5, 0.5),) * 2001, 1)))
        self.assertTrue(refused(lambda: Edit("pull", (), 1)))

    def test_a_step_beyond_the_last_is_the_lightest(self):
        steps, value = np.zeros((40, 40), np.uint8), np.full((40, 40), 5.0, np.float32)
        for step, painted in ((1, 1), (2, 2), (3, 2), (6, 2)):
            made = apply_edits(steps, value, (Edit("pull", ((0.5, 0.5),), step, 0.1),), 3)
            self.assertEqual(int(made.max()), painted, step)

    def test_the_smaller_part_of_a_shape_changes(self):
        value = np.full((40, 40), 3.0, np.float32)
        steps = np.ones((40, 40), np.uint8)
        for light, changed in ((12, 2), (20, 2), (21, 0), (28, 0)):
            value[:] = 3.0
            value[:, :light] = 6.0
            made = apply_edits(steps, value, (Edit("split", ((0.5, 0.5),)),), 3)
            self.assertEqual(sorted(set(made.ravel().tolist())), sorted({1, changed}), light)
        # At the ends of the scale only one way is open.
        for own, other in ((0, 1), (2, 1)):
            made = apply_edits(np.full((40, 40), own, np.uint8), value, (Edit("split", ((0.5, 0.5),)),), 3)
            self.assertEqual(set(made.ravel().tolist()), {own, other}, own)

    def test_of_two_neighbours_as_long_the_first_is_joined(self):
        value = np.full((30, 30), 5.0, np.float32)
        steps = np.zeros((30, 30), np.uint8)
        steps[10:20], steps[20:] = 1, 2
        made = apply_edits(steps, value, (Edit("join", ((0.5, 0.5),)),), 3)
        self.assertEqual(set(made[10:20].ravel().tolist()), {0})


class Departures(unittest.TestCase):
    def test_what_is_moved_over_the_rim_is_cut_off_there(self):
        value = np.full((40, 60), 5.0, np.float32)
        value[18:22, 28:32] = 9.0
        square = ((0.45, 0.43), (0.55, 0.43), (0.55, 0.57), (0.45, 0.57))
        for shift, lit in (((0.0, 0.0), True), ((-0.5, 0.0), True), ((0.0, -0.5), True), ((0.9, 0.0), False)):
            made = depart(value, (Departure("moved", square, shift),))
            self.assertEqual(bool((made > 8).any()), lit, shift)
        left = depart(value, (Departure("moved", square, (-0.5, 0.0)),))
        self.assertTrue((left[:, :2] > 8).any(), "The very first column is painted too.")
        self.assertFalse((left[:, -6:] > 8).any(), "Nothing comes in again on the other side.")
        down = depart(value, (Departure("moved", square, (0.0, 0.5)),))
        self.assertTrue((down[-2:] > 8).any())
        self.assertFalse((down[:6] > 8).any())
        up = depart(value, (Departure("moved", square, (0.0, -0.5)),))
        self.assertTrue((up[:2] > 8).any())
        self.assertFalse((up[-6:] > 8).any())

    def test_what_is_far_outside_a_crop_is_held_at_three_of_its_sides(self):
        each = Departure("moved", ((0.1, 0.1), (0.2, 0.1), (0.2, 0.2)), (0.1, 0.0))
        near = each.within(Crop(400, 400, 140, 140), 1000, 1000)
        self.assertAlmostEqual(near.points[0][0], -300 / 140, 4)
        far = each.within(Crop(400, 400, 90, 90), 1000, 1000)
        self.assertEqual(far.points[0], (-3.0, -3.0))

    def test_twenty_pixels_are_the_least_that_is_judged(self):
        steps = np.zeros((100, 100), np.uint8)

        def told(side, high):
            half, down = side / 200, high / 200
            square = (
                (0.5 - half, 0.5 - down),
                (0.5 + half, 0.5 - down),
                (0.5 + half, 0.5 + down),
                (0.5 - half, 0.5 + down),
            )
            each = Departure("added", square, (0.0, 0.0), 5.0, 5.0)
            return each.mask(100, 100).sum(), audit_reserves(1, steps, (5.0, 8.0), ((1, "Tree", each),))

        sizes = set()
        for side in range(2, 9):
            for high in range(2, 9):
                size, found = told(side, high)
                sizes.add(int(size))
                self.assertEqual(bool(found), bool(size >= 20), (side, high, size))
        self.assertIn(20, sizes)

    def test_a_step_counts_behind_a_subject_from_an_eighth_of_its_surroundings_on(self):
        def busy(part):
            steps = np.ones((200, 300), np.uint8)
            ring = _ring(each.mask(200, 300))
            rows, columns = np.nonzero(ring)
            few = round(part * rows.size)
            steps[rows[:few], columns[:few]] = 0
            steps[rows[few : 2 * few], columns[few : 2 * few]] = 2
            return any(
                found.kind == "reserve_busy" for found in audit_reserves(1, steps, (2.0, 5.0, 8.0), ((1, "", each),))
            )

        each = Departure("added", ((0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6)))
        self.assertAlmostEqual(begins(busy, 0.05, 0.3), 0.12, delta=0.003)
