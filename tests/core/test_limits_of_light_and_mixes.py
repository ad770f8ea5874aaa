"""Where shadows, windows of light, reflections, mixes, swatches, films and readings of a painting begin to count.

The limits are common practice without a source, or were set by eye, as said beside each number in the code. These tests
come within a tenth of them from both sides.
"""

import math
import unittest
from datetime import date, datetime, timedelta
from types import SimpleNamespace

import numpy as np

from kind_distance.core.colour.lab import linear_from_lab
from kind_distance.core.depth.other_veil import Air, _bounds
from kind_distance.core.depth.proposal import propose_planes
from kind_distance.core.depth.readings import read_borders, read_planes
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve, audit_kept
from kind_distance.core.depth.value_room import AIR, KEY
from kind_distance.core.depth.veil import VeilProfile, profile_of
from kind_distance.core.easel.clocks import Touch, clock_of
from kind_distance.core.light.shadows import CastShadow, audit_shadows, cast, per_height
from kind_distance.core.light.station import light_window, sun_apart
from kind_distance.core.light.sun import Sun, offset_by_longitude, sun_at
from kind_distance.core.light.wanted import LightWanted
from kind_distance.core.light.water import SHORTEST_PX, reflection_guide
from kind_distance.core.mixing.drying_shift import Shift
from kind_distance.core.mixing.film import coats_to_hide
from kind_distance.core.mixing.recipes import _same_hue, mixes_of
from kind_distance.core.mixing.swatch_page import _in_rows, propose_boxes
from kind_distance.core.mixing.tubes import WARM_AXIS_DEG, Tube, warmth_of
from kind_distance.core.paint.drying import Drying
from kind_distance.core.paint.underlay import _thin
from kind_distance.core.passes.pace import Spent, own_paces
from kind_distance.core.picture.balance import guessed_cast
from kind_distance.core.picture.borders import border_lengths
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.core.progress.comparing import read_planes as read_painted
from kind_distance.core.progress.comparing import trusted
from kind_distance.core.progress.finding import _crossing, _four_sides, find_mat
from kind_distance.core.safety.cautions import Circumstances
from kind_distance.core.wording import say_distance
from tests.limits import begins, refused


class Shadows(unittest.TestCase):
    def test_a_foot_lies_a_hundredth_of_the_height_under_the_horizon(self):
        def near(below):
            return refused(lambda: per_height((0.5, 0.5 + below), 0.3, (0.6, 0.8), 0.5, 1.5))

        self.assertAlmostEqual(begins(near, 0.02, 0.005), 0.01, delta=1e-4)

    def test_an_upright_stands_up(self):
        """A hundredth of the height of the eye is no upright."""

        def flat(height):
            return refused(lambda: per_height((0.5, 0.8), 0.8 - height * 0.3, (0.6, 0.9), 0.5, 1.5))

        self.assertAlmostEqual(begins(flat, 0.02, 0.005), 0.01, delta=1e-4)

    def test_what_would_fall_behind_the_viewer_has_no_end(self):
        # The foot stands five depths off; a shadow that comes nearer by all of it ends nowhere.
        self.assertIsNone(cast((0.5, 0.7), 0.5, (0.0, -5.1), 0.5, 1.5))
        self.assertIsNotNone(cast((0.5, 0.7), 0.5, (0.0, -4.9), 0.5, 1.5))

    def test_shadows_that_end_at_the_horizon_are_not_compared(self):
        def compared(below):
            # Two go one way, the third the other.
            rest = [CastShadow(n, "tree", (0.2 * n, 0.9), (0.2 * n + 0.1, 0.95)) for n in (1, 2)]
            third = CastShadow(3, "post", (0.8, 0.5 + below), (0.6, 0.5 + below))
            return any(each.kind == "shadow_contrary" for each in audit_shadows([*rest, third], 0.5, 1.5, None))

        self.assertAlmostEqual(begins(compared, 0.005, 0.02), 0.01, delta=1e-4)


class Windows(unittest.TestCase):
    def test_a_window_reaches_from_the_first_minute_to_the_last_within_the_angle(self):
        offset = offset_by_longitude(11.0)
        wanted = sun_at(48.0, 11.0, datetime(2026, 6, 21, 10), offset)
        for apart in (8.0, 15.0):
            window = light_window(48.0, 11.0, date(2026, 6, 21), wanted, apart)
            for at, beyond in zip(window, (-1, 1), strict=True):
                edge = sun_apart(sun_at(48.0, 11.0, at, offset), wanted)
                outside = sun_apart(sun_at(48.0, 11.0, at + timedelta(minutes=beyond), offset), wanted)
                self.assertLessEqual(edge, apart)
                self.assertGreater(outside, apart)
                self.assertAlmostEqual(edge, apart, delta=0.3)

    def test_the_sun_rises_until_it_stands_in_the_south(self):
        def holds(bearing, key):
            at = date(2026, 6, 21)
            return LightWanted(key).holds(48.0, 11.0, at, Sun(15.0, bearing))

        for bearing, key in ((175.0, "low_morning"), (185.0, "low_evening"), (195.0, "low_evening")):
            other = {"low_morning": "low_evening", "low_evening": "low_morning"}[key]
            self.assertEqual((holds(bearing, key), holds(bearing, other)), (True, False), bearing)


class Reflections(unittest.TestCase):
    STAND, WATER = 2, 3

    def guide(self, top, edge, height=40, width=12, foot=None):
        """What stands from a row to the water's edge, over water down to the picture's foot."""
        labels = np.ones((height, width), np.uint8)
        labels[top:edge], labels[edge:] = self.STAND, self.WATER
        if foot is not None:
            labels[-1] = foot
        return reflection_guide(labels, self.WATER, frozenset({self.STAND}))

    def test_what_goes_on_over_the_picture_has_no_reflected_top(self):
        self.assertTrue(self.guide(4, 12))
        self.assertFalse(self.guide(0, 12))
        self.assertFalse(self.guide(0, 12, foot=self.STAND))

    def test_a_reflection_that_leaves_the_picture_is_not_drawn(self):
        self.assertTrue(self.guide(9, 24))  # its top would lie in row 39, the last
        self.assertFalse(self.guide(8, 24))

    def test_the_shortest_reflection(self):
        self.assertTrue(self.guide(4, 12, width=SHORTEST_PX))
        self.assertFalse(self.guide(4, 12, width=SHORTEST_PX - 1))


class Mixes(unittest.TestCase):
    def test_no_mix_dries_to_what_lies_six_hundredths_beyond_its_curve(self):
        for shift in (Shift((-0.3, -0.5, -0.15)), Shift((0.6, 0.1, -0.4))):
            darkest = min(shift.dry(each) for each in np.linspace(1, 10, 181))

            def beyond(by, shift=shift, darkest=darkest):
                return shift.wet(darkest - by) is None

            self.assertAlmostEqual(begins(beyond, 0.0, 0.2), 0.06, delta=1e-3)

    def test_a_ground_shows_until_three_of_difference(self):
        k, s = np.full(36, 0.2), np.ones(36)

        def shows(difference):
            return coats_to_hide(np.ones(36), k, s, 1.0, lambda *_: difference) == 0

        self.assertAlmostEqual(begins(shows, 1.0, 5.0), 3.0, delta=1e-3)

    def test_nobody_speaks_of_the_hue_of_what_has_four_of_chroma(self):
        tubes = (Tube((96.5, -0.6, 2.2), white=True), Tube((40.0, 60.0, 30.0)), Tube((30.0, 10.0, -50.0)))
        mixes = mixes_of(tubes, transparent=False)

        def told(chroma):
            return _same_hue(mixes, np.array([60.0, chroma, 0.0], np.float32), None) is not None

        self.assertAlmostEqual(begins(told, 2.0, 6.0), 4.0, delta=1e-3)

    def test_a_tube_is_warm_or_cool_from_three_along_the_axis_on(self):
        axis = np.radians(WARM_AXIS_DEG)

        def along(by):
            return warmth_of(Tube((50.0, by * np.cos(axis), by * np.sin(axis))))

        self.assertEqual([along(by) for by in (-3.2, -2.8, 2.8, 3.2)], ["cool", "neutral", "neutral", "warm"])

    def test_a_row_goes_on_within_half_a_height(self):
        def rows(apart):
            boxes = [
                (100.0, 20, 0.1, 0.1, 0.2, 0.2, (50.0, 0.0, 0.0)),
                (100.0 + apart, 20, 0.3, 0.1, 0.4, 0.2, (60.0, 0.0, 0.0)),
            ]
            return len({each.row for each in _in_rows(boxes)})

        self.assertAlmostEqual(begins(lambda apart: rows(apart) == 2, 0.0, 20.0), 10.0, delta=1e-3)

    def test_the_size_of_a_swatch(self):
        def found(side, page=480):
            lab = np.full((page * 3 // 4, page, 3), (95.0, 0.0, 2.0), np.float32)
            lab[60 : 60 + side, 60 : 60 + side] = (50.0, 40.0, 20.0)
            lab[60:100, 400:440] = (40.0, -30.0, 20.0)  # one that is always there
            return len(propose_boxes(lab)) - 1

        # A rim of a pixel is lost to the blur of its edges: 0.0008 of 480 by 360 is a square of twelve.
        sides = [side for side in range(8, 24) if found(side)]
        self.assertTrue(sides)
        self.assertIn(sides[0], range(13, 17))
        self.assertEqual(sides, list(range(sides[0], 24)))
        # And an eighth of the page is no swatch any more: a square of 144.
        large = [side for side in range(120, 170, 2) if found(side)]
        self.assertIn(large[-1], range(142, 150))

    def test_thin_hues_are_oranges_and_yellows_of_some_strength(self):
        def thin(hue, chroma=40.0, value=6.0):
            angle = np.radians(hue)
            linear = linear_from_lab(np.array([60.0, chroma * np.cos(angle), chroma * np.sin(angle)]))
            return _thin(tuple(np.asarray(linear).ravel()), value)

        self.assertEqual([thin(33), thin(37), thin(113), thin(117)], [False, True, True, False])
        self.assertAlmostEqual(begins(lambda chroma: thin(80, chroma), 15.0, 35.0), 25.0, delta=0.05)
        self.assertAlmostEqual(begins(lambda value: thin(80, 40.0, value), 1.0, 4.0), 2.5, delta=1e-3)

    def test_a_cast_is_read_off_what_is_light_and_not_burnt_out(self):
        def told(lightness, chroma=8.0):
            lab = np.zeros((20, 20, 3), np.float32)
            lab[...] = (lightness, chroma, 0.0)
            return guessed_cast(lab) is not None

        self.assertEqual([told(44.0), told(46.0), told(96.0), told(98.0)], [False, True, True, False])
        self.assertAlmostEqual(begins(lambda chroma: not told(70.0, chroma), 20.0, 50.0), 34.0, delta=0.01)


class Films(unittest.TestCase):
    def test_a_finger_says_nothing_new_of_what_the_clock_knows_dry(self):
        film = Drying(600, 610, 620, 630, 2000, 660, 640)
        at = film.touch_late + 5
        self.assertFalse(clock_of(film, at, Touch(at, "dry")).touched)
        self.assertTrue(clock_of(film, film.open_until - 1, Touch(film.open_until - 1, "dry")).touched)

    def test_an_entry_four_times_as_long_is_a_slip(self):
        def slips(took):
            # A thousand minutes planned, so that a whole minute is a small part of it.
            return not own_paces((Spent("block_in", 1000, round(took)), Spent("block_in", 1000, round(took))))

        self.assertAlmostEqual(begins(slips, 1000, 6000), 4000, delta=1)
        self.assertAlmostEqual(begins(slips, 1000, 100), 250, delta=1)


class Painted(unittest.TestCase):
    @staticmethod
    def flat(**more):
        """A painting that was taken out of its photo and is to be trusted, but for what is said."""
        sides = np.array([[0, 0], [300, 0], [300, 200], [0, 200]], float)
        known = {"sure": 0.9, "corners": sides, "linear": np.zeros((200, 300, 3)), "rest": 0.0, "lit": True}
        return SimpleNamespace(**(known | {"hidden": np.zeros((200, 300), bool)} | more))

    def test_half_of_the_places_have_to_lie_on_the_sides(self):
        self.assertAlmostEqual(begins(lambda off: trusted(self.flat(sure=1 - off)) != "", 0.1, 0.9), 0.5, delta=1e-3)

    def test_sides_a_tenth_out_of_shape_are_another_things(self):
        def out(by):
            sides = np.array([[0, 0], [300 * np.exp(by), 0], [300 * np.exp(by), 200], [0, 200]], float)
            return trusted(self.flat(corners=sides)) == "corners"

        self.assertAlmostEqual(begins(out, 0.0, 0.2), 0.10, delta=1e-3)
        self.assertAlmostEqual(begins(out, 0.0, -0.2), -0.10, delta=1e-3)

    def test_eighteen_thousandths_of_unrest_are_no_mat(self):
        self.assertAlmostEqual(begins(lambda rest: trusted(self.flat(rest=rest)) != "", 0.0, 0.05), 0.018, delta=1e-4)

    def test_glare_on_three_of_twenty_places_asks_for_another_photo(self):
        def glares(share):
            hidden = np.zeros((200, 300), bool)
            hidden.ravel()[: round(share * hidden.size)] = True
            return trusted(self.flat(hidden=hidden)) == "glare"

        self.assertAlmostEqual(begins(glares, 0.05, 0.3), 0.15, delta=1e-3)
        self.assertEqual(trusted(self.flat(lit=False)), "light")

    def test_a_plane_is_read_from_a_four_hundredth_of_the_painting_on(self):
        linear = np.full((200, 300, 3), 0.4, np.float32)

        def read(inner):
            labels = np.ones((200, 300), np.uint8)
            labels[40 : 40 + inner + 10, 40:60] = 2  # ten columns are left of it within its rim
            return 2 in read_painted(linear, labels, None)

        # 0.0025 of 60,000 are 150 pixels: fifteen rows of ten.
        self.assertEqual([read(14), read(15), read(16)], [False, True, True])

    def test_lines_that_are_as_good_as_parallel_do_not_cross(self):
        def line(degrees):
            return (
                np.array([0.0, 1.0]),
                np.array([math.cos(math.radians(degrees)), math.sin(math.radians(degrees))]),
                1.0,
            )

        self.assertIsNone(_crossing(line(0.0), (np.zeros(2), np.array([1.0, 0.0]), 1.0)))
        self.assertIsNotNone(_crossing(line(0.01), (np.zeros(2), np.array([1.0, 0.0]), 1.0)))

    def test_a_painting_on_a_white_wall_is_a_hole_in_it_from_an_eighth_of_the_photo_on(self):
        """A mat of its own has to take a fifth."""

        def width_of(share, wall=0.8, inside=0.2):
            linear = np.full((480, 640, 3), wall, np.float32)
            high, wide = round(480 * share**0.5), round(640 * share**0.5)
            top, left = (480 - high) // 2, (640 - wide) // 2
            linear[top : top + high, left : left + wide] = inside
            corners = find_mat(linear)
            return None if corners is None else float(np.ptp(corners[:, 0]) / wide)

        # Round a hole so much of the wall is taken for the mat; else all of the wall is.
        self.assertAlmostEqual(width_of(0.3), 1.09, delta=0.02)
        self.assertAlmostEqual(width_of(0.13), 1.09, delta=0.02)
        self.assertGreater(width_of(0.11), 2.0)
        # A bright sheet before something dark is no hole.
        self.assertIsNone(width_of(0.18, 0.05, 0.8))
        self.assertAlmostEqual(width_of(0.22, 0.05, 0.8), 1.0, delta=0.02)

    def test_a_triangle_has_no_four_sides(self):
        triangle = np.array([[[0, 0]], [[100, 0]], [[50, 90]]], np.float32)
        square = np.array([[[0, 0]], [[100, 0]], [[100, 90]], [[0, 90]]], np.float32)
        self.assertIsNone(_four_sides(triangle))
        self.assertEqual(len(_four_sides(square)), 4)


class Depth(unittest.TestCase):
    def test_who_sets_the_limit_of_a_room_is_no_plane(self):
        """Planes count from 1."""
        self.assertLess(AIR, 1)
        self.assertLess(KEY, 1)
        self.assertNotEqual(AIR, KEY)

    def test_a_veil_under_an_eighth_of_light_darkens(self):
        """Greys of the codes 97 and 98 have a luminance of 0.1195 and 0.1221 (IEC 61966-2-1)."""
        veils = [VeilProfile("x", "x", 5.0, 1.0, (code, code, code)) for code in (96, 97, 98, 99)]
        self.assertEqual([veil.darkens for veil in veils], [True, True, False, False])

    def test_no_plane_is_darkened_under_a_value_of_one_and_a_half(self):
        def darker(value):
            reserve = Reserve(1, "Glint", "ground", ((0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6)))
            light = KeptLight(0.02, ((1, 1.0),), 8.0, value, value - 0.2)
            return dict(audit_kept([(reserve, light)], [9.0], [False], transparent=False)[0].measures)["darker"]

        self.assertEqual([darker(2.5), darker(2.6), darker(2.7)], [None, 1.5, 1.6])

    def test_a_contact_of_a_hundredth_of_the_width_is_no_border(self):
        def labelled(width):
            labels = np.ones((200, width), np.uint8)
            labels[100:] = 2
            labels[100:140, 100:106] = 3  # six pixels of it meet what is over it
            return labels

        def missed(width):
            labels = labelled(round(width))
            codes = np.repeat(np.where(labels == 1, 200, 90).astype(np.uint8)[..., None], 3, axis=2)
            met = read_borders(WorkingPicture.of(codes), labels, 3, 1.0)
            return all((each.far, each.near) != (1, 3) for each in met)

        length = border_lengths(labelled(400), cm_per_px=1.0)[1, 3]
        self.assertAlmostEqual(begins(missed, 300, 900), 100 * length, delta=1)

    def test_the_middle_of_a_small_plane_is_found_to_the_pixel(self):
        for size in (32, 36):
            labels = np.ones((size, size), np.uint8)
            labels[9:12, 17:20] = 2
            picture = WorkingPicture.of(np.full((size, size, 3), 128, np.uint8))
            at = read_planes(picture, labels, 2)[1].centre
            middle = (18.5 / size, 10.5 / size)
            if size == 32:
                self.assertAlmostEqual(at[0], middle[0], delta=0.6 / size)
                self.assertAlmostEqual(at[1], middle[1], delta=0.6 / size)
            else:
                self.assertAlmostEqual(at[0], middle[0], delta=4 / size)

    def test_a_surface_under_another_air_is_lit_by_a_sun_at_most(self):
        """Before the eye from black to 1.6 of white; far off it is all air; a sky may be anything."""
        now = Air(profile_of("mist"), 2.0)
        low, high = _bounds([None, 0.0, 1e6], now)
        np.testing.assert_allclose((low[1], high[1]), (np.zeros(3), np.ones(3)))
        np.testing.assert_allclose((low[2], high[2]), (np.zeros(3), np.full(3, 1.6)), atol=1e-6)
        np.testing.assert_allclose((low[3], high[3]), (now.airlight, now.airlight), rtol=1e-5)

    def test_bands_grow_by_half_towards_the_eye(self):
        picture = WorkingPicture.of(np.full((190, 100, 3), 128, np.uint8))
        labels = propose_planes(picture, 3, with_sky=False)
        rows = np.bincount(labels[:, 0], minlength=4)[1:]
        np.testing.assert_allclose(rows / rows.sum(), np.array([1, 1.5, 2.25]) / 4.75, atol=0.01)


class Clockwork(unittest.TestCase):
    def test_it_is_night_before_six_and_from_nine_on(self):
        def night(start, end):
            return Circumstances(
                start, end, True, 20.0, 0.0, 0.0, "", frozenset(), frozenset(), frozenset(), None, False, None, 100.0, (), {},
            ).at_night  # fmt: skip

        self.assertEqual([night(359, 600), night(360, 600)], [True, False])
        self.assertEqual([night(1000, 1260), night(1000, 1261)], [False, True])

    def test_a_thousand_metres_are_a_kilometre(self):
        self.assertEqual([say_distance(each, "tree") for each in (990, 1000, 1060)], ["990 m", "1 km", "1.06 km"])
