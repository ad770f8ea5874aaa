"""How many and how large: what is listed at most, what is taken at most, and from how much on anything is said."""

import unittest
from datetime import datetime, timedelta
from types import SimpleNamespace
from unittest.mock import patch

import numpy as np

from kind_distance.core.depth.marking import Stroke
from kind_distance.core.easel.clocks import Touch, drying_factor
from kind_distance.core.mixing.film import coats_to_hide
from kind_distance.core.mixing.recipes import _same_hue, mixes_of, two_steps
from kind_distance.core.mixing.tubes import Tube
from kind_distance.core.paint.drying import Drying
from kind_distance.core.passes.buried import buried_minutes
from kind_distance.core.passes.minutes import FIXED, estimate_minutes
from kind_distance.core.passes.model import PlaneFacts
from kind_distance.core.passes.schools import mix_name, mix_of
from kind_distance.core.picture.composition import find_exits, find_hot_spots
from kind_distance.core.picture.composition_audit import _hot_spots
from kind_distance.core.picture.departures import Departure
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.thumbnail import ThumbnailSettings
from kind_distance.core.picture.turning import check_tilt
from kind_distance.core.practice.canvas import WIDE, Canvas, View
from kind_distance.core.practice.learning import Answered, Bias, bias_of, level_for, line_of
from kind_distance.core.practice.moods import MOODS
from kind_distance.core.practice.orders import order_puzzle, passes_of_scene
from kind_distance.core.practice.play import outcomes
from kind_distance.core.practice.scenes import _as_meant, _plan_fault, _shows
from kind_distance.core.practice.things import Roof
from kind_distance.core.schedule.conflict import find_conflict
from kind_distance.core.schedule.outdoors import Outing, OwnAir, _fair_day, _weather
from tests.core.test_limits_of_sessions import layer, problem
from tests.limits import begins, refused
from tests.planning import border


class Strokes(unittest.TestCase):
    def test_the_longest_and_the_widest(self):
        Stroke("mark", 1, ((0.1, 0.1),) * 4000)
        self.assertTrue(refused(lambda: Stroke("mark", 1, ((0.1, 0.1),) * 4001)))
        self.assertAlmostEqual(
            begins(lambda w: refused(lambda: Stroke("mark", 1, ((0.1, 0.1),), w)), 0.1, 0.4), 0.25, 4
        )
        self.assertTrue(refused(lambda: Stroke("mark", 1, ((0.1, 0.1),), 0.0)))

    def test_how_many_points_a_kind_needs(self):
        for kind, least in (("mark", 1), ("level", 2), ("area", 3), ("thin", 3), ("erase", 1)):
            Stroke(kind, 1, ((0.1, 0.1),) * least)
            self.assertTrue(refused(lambda k=kind, n=least: Stroke(k, 1, ((0.1, 0.1),) * (n - 1))), kind)

    def test_an_outline_of_four_hundred_points(self):
        Departure("left_out", ((0.1, 0.1),) * 400)
        self.assertTrue(refused(lambda: Departure("left_out", ((0.1, 0.1),) * 401)))

    def test_a_camera_is_held_askew_by_fifteen_degrees(self):
        self.assertAlmostEqual(begins(lambda tilt: refused(lambda: check_tilt(tilt)), 10.0, 20.0), 15.0, 4)
        self.assertAlmostEqual(begins(lambda tilt: refused(lambda: check_tilt(tilt)), -10.0, -20.0), -15.0, 4)

    def test_the_smallest_shape_is_a_quarter_of_the_picture_at_most(self):
        self.assertAlmostEqual(begins(lambda share: refused(lambda: ThumbnailSettings(3, share)), 0.1, 0.4), 0.25, 4)


class Listed(unittest.TestCase):
    def test_a_dozen_spots_and_ways_out(self):
        value = np.full((200, 320), 4.0, np.float32)
        for at in range(16):
            value[20 + 100 * (at % 2) : 27 + 100 * (at % 2), 10 + 19 * at : 17 + 19 * at] = 8.0
        spots, _ = find_hot_spots(value, np.zeros_like(value), None)
        self.assertEqual(len(spots), 12)
        stripes = np.full((200, 320), 3.0, np.float32)
        stripes[:, ::40] = stripes[:, 1::40] = stripes[:, 2::40] = stripes[:, 3::40] = 8.0
        self.assertEqual(len(find_exits(stripes, [], None)), 12)

    def test_five_places_are_shown(self):
        spots = [SimpleNamespace(x=0.1 * n, y=0.5, share=0.001, step=3.0, chroma=False) for n in range(1, 9)]
        given = SimpleNamespace(
            number=1, focus_marked=True, on_photo=lambda x, y: (x, y),
            composition=SimpleNamespace(hot_spots=spots, focus_spot=0.0),
        )  # fmt: skip
        with patch("kind_distance.core.picture.composition_audit.competing", lambda found, _: found):
            told = dict(next(_hot_spots(given)).measures)
        self.assertEqual((told["count"], len(told["places"])), (8, 5))

    def test_two_passes_that_could_be_given_up(self):
        given = problem([layer(n, n, 10 * n, "details") for n in range(1, 6)])
        found = find_conflict(given, lambda kept: len(kept.passes) < 5)
        self.assertEqual((len(found.passes), found.give_up), (5, (1, 2)))

    def test_a_fair_day_is_looked_for_on_ten_days(self):
        start = datetime(2026, 6, 10, 12)

        def fair(days):
            with patch(
                "kind_distance.core.schedule.outdoors._fair", lambda each: each.start == start + timedelta(days=days)
            ):
                return _fair_day(Outing(1, "", start, 60, 45.0, 0.0), start - timedelta(days=1))

        self.assertEqual([fair(1), fair(10), fair(11)], [start + timedelta(days=1), start + timedelta(days=10), None])

    def test_the_painters_own_word_of_heat_and_wind_goes_before_the_station(self):
        def own(**air):
            return _weather(Outing(1, "", datetime(2026, 6, 10, 12), 60, 45.0, 0.0, OwnAir(**air))).own

        self.assertAlmostEqual(begins(lambda heat: own(temperature_c=heat), 20.0, 40.0), 30.0, 4)
        self.assertAlmostEqual(begins(lambda wind: own(wind_m_s=wind), 1.0, 20.0), 8.0, 4)

    def test_a_dozen_coats(self):
        def hidden_after(coats):
            seen = iter([9.0] * (coats - 1) + [1.0] * 30)
            return coats_to_hide(np.ones(36), np.full(36, 0.2), np.ones(36), 1.0, lambda *_: next(seen))

        self.assertEqual([hidden_after(1), hidden_after(12), hidden_after(13)], [1, 12, 0])


class FromHowMuchOn(unittest.TestCase):
    def test_three_touches_tell_an_own_pace(self):
        film = Drying(600, 605, 610, 630, 1400, 640, 620)
        told = [(film, Touch(640, "dry")), (film, Touch(612, "tacky")), (film, Touch(645, "dry"))]
        self.assertIsNone(drying_factor(told[:2]))
        self.assertIsNotNone(drying_factor(told))

    def test_a_bias_is_told_from_a_dozen_answers_and_a_fifth_of_a_step_on(self):
        self.assertEqual([Bias(0.5, 0.3, 0.7, count).told for count in (11, 12)], [False, True])
        self.assertAlmostEqual(begins(lambda mean: Bias(mean, 0.01, 0.7, 20).told, 0.1, 0.4), 0.2, 4)
        self.assertFalse(Bias(0.5, -0.1, 1.1, 20).told)
        self.assertAlmostEqual(bias_of([0.2, 0.4, 0.6]).mean, 0.4)

    def test_a_line_has_a_point_for_ten_answers(self):
        answers = [Answered("value", n < 10, None, {}) for n in range(25)]
        self.assertEqual([each[0] for each in line_of(answers)], [1.0, 0.0, 0.0])

    def test_eight_of_ten_go_up_and_fewer_than_five_go_down(self):
        def level(*rights):
            return level_for([Answered("value", n < right, None, {}) for right in rights for n in range(10)])

        self.assertEqual([level(7), level(8), level(8, 8), level(8, 8, 8)], [1, 2, 3, 3])
        self.assertEqual([level(8, 5), level(8, 4), level(8, 8, 4), level(4)], [2, 1, 2, 1])

    def test_a_mix_of_eight_chroma_has_a_hue(self):
        def plane(chroma, value=5.0, hue=250.0):
            return PlaneFacts("Hill", 100.0, 0.1, value, value - 1, value + 1, chroma=chroma, hue_deg=hue)

        self.assertAlmostEqual(begins(lambda chroma: mix_of(plane(chroma)) > 0, 4.0, 12.0), 8.0, 4)
        self.assertAlmostEqual(begins(lambda chroma: mix_name(plane(chroma)) != "", 0.1, 1.0), 0.5, 4)
        self.assertAlmostEqual(begins(lambda v: "pale" in mix_name(plane(20.0, v)), 5.0, 8.0), 6.8, 4)
        self.assertAlmostEqual(begins(lambda v: "dark" in mix_name(plane(20.0, v)), 5.0, 2.0), 3.6, 4)
        self.assertEqual([mix_of(plane(20.0, hue=30 + 60 * n)) for n in range(6)], [1, 2, 3, 4, 5, 6])

    def test_a_drawing_takes_its_usual_time_on_seven_hundred_square_centimetres(self):
        usual = estimate_minutes("drawing", 700.0)
        self.assertEqual(usual, round(FIXED["drawing"]))
        self.assertEqual(estimate_minutes("drawing", 700.0 * 16), round(2 * FIXED["drawing"]))
        self.assertEqual(estimate_minutes("lights", 0.0), 2)

    def test_half_a_centimetre_of_fine_work_is_gone_over(self):
        planes = [PlaneFacts(name, 200.0, 0.1, 5.0, 4.0, 6.0) for name in ("Hill", "Bank")]
        passes = [layer(1, 1, 20, "details"), layer(2, 2, 20)]
        # Forty centimetres by a half are twenty of two hundred.
        self.assertAlmostEqual(buried_minutes(passes, [border(1, 2, 40.0)], planes), 2.0)

    def test_a_white_that_is_a_twentieth_off_is_the_same_mix(self):
        # Of 55 parts of white to two, two of them in the first step would come to 52 or 58, three come to 54.
        found = two_steps(SimpleNamespace(parts=((0, 55), (1, 1), (2, 1))), frozenset({0}))
        self.assertEqual((dict(found.first)[0], found.white_parts), (6, 6))
        found = two_steps(SimpleNamespace(parts=((0, 61), (1, 1), (2, 1))), frozenset({0}))
        self.assertEqual((dict(found.first)[0], found.white_parts), (4, 10))
        self.assertIsNone(two_steps(SimpleNamespace(parts=((0, 23), (1, 1))), frozenset({0})))
        self.assertIsNotNone(two_steps(SimpleNamespace(parts=((0, 24), (1, 1))), frozenset({0})))

    def test_a_hue_within_fifteen_degrees_is_the_same(self):
        tubes = (Tube((96.5, 0.0, 0.0), white=True), Tube((50.0, 50.0, 0.0)))
        mixes = mixes_of(tubes, transparent=False)
        chroma = np.hypot(mixes.lab[:, 1], mixes.lab[:, 2])
        hues = np.degrees(np.arctan2(mixes.lab[:, 2], mixes.lab[:, 1]))[chroma >= 4]
        highest = float(hues.max())

        def other(by):
            angle = np.radians(highest + by)
            return _same_hue(mixes, np.array([50.0, 30 * np.cos(angle), 30 * np.sin(angle)], np.float32), None) is None

        self.assertAlmostEqual(begins(other, 5.0, 30.0), 15.0, delta=0.05)

    def test_of_a_pale_target_it_is_the_palest_mix_that_still_has_a_hue(self):
        mixes = mixes_of((Tube((96.5, 0.0, 0.0), white=True), Tube((50.0, 14.0, 0.0))), transparent=False)
        found = _same_hue(mixes, np.array([95.0, 4.0, 0.0], np.float32), None)
        self.assertGreaterEqual(float(np.hypot(*found.lab[1:])), 4.0)
        self.assertLess(float(np.hypot(*found.lab[1:])), 4.4)


class Focal(unittest.TestCase):
    def test_reaches(self):
        for reach, taken in ((0.029, False), (0.031, True), (0.49, True), (0.51, False)):
            self.assertEqual(refused(lambda r=reach: Focus(0.5, 0.5, r)), not taken, reach)


class Practised(unittest.TestCase):
    """What a scene or a playground shows is large enough to be seen; by eye, no source."""

    @staticmethod
    def plane(rank, value, kind="land"):
        return SimpleNamespace(rank=rank, name=f"Plane {rank}", value=value, kind=kind)

    def test_a_merged_edge_and_a_far_plane_that_is_too_dark(self):
        def meant(apart, fault):
            scene = SimpleNamespace(planes=[self.plane(1, 5.0 + apart), self.plane(2, 5.0)])
            return _as_meant(scene, fault, (1, 2))

        for sign in (1, -1):
            self.assertAlmostEqual(begins(lambda d, s=sign: not meant(s * d, "merged_edge"), 0.0, 0.6), 0.3, 4)
        self.assertAlmostEqual(begins(lambda d: meant(-d, "dark_too_far"), 0.0, 1.0), 0.5, 4)
        self.assertFalse(_as_meant(SimpleNamespace(planes=[self.plane(1, 5.0)]), "merged_edge", (1, 2)))

    def test_a_fault_of_value_is_planted_where_land_lies_half_a_step_apart(self):
        def planted(apart):
            scene = SimpleNamespace(seed=3, planes=[self.plane(1, 5.0 + apart), self.plane(2, 5.0)])
            with patch("kind_distance.core.practice.scenes._land", lambda _: [tuple(scene.planes)]):
                return _plan_fault(scene, "merged_edge") is not None

        self.assertAlmostEqual(begins(planted, 0.1, 1.0), 0.5, 4)

    def test_a_puzzle_takes_a_scene_that_has_just_enough_passes(self):
        def few(scene, medium, support):
            plain, passes = passes_of_scene(scene, medium, support)
            return plain, passes[:4]

        with patch("kind_distance.core.practice.orders.passes_of_scene", few):
            self.assertEqual(len(order_puzzle(3, 1).passes), 4)

    def test_a_pixel_belongs_to_what_covers_more_than_half_of_it(self):
        canvas = Canvas(3, MOODS[0], View(250, 8, 880, 60, 25))

        def owned(share):
            canvas.labels[:] = 1
            alpha = np.zeros(canvas.labels.shape, np.float32)
            alpha[300, 400] = share
            canvas.touch(alpha, np.array([0.2, 0.2, 0.2], np.float32), 5)
            return bool(canvas.labels[300, 400] == 5)

        self.assertAlmostEqual(begins(owned, 0.3, 0.8), 0.5, 4)

    def test_a_roof_grows_or_shrinks_by_as_little_as_may_be(self):
        def scale(*rows, touching=True):
            lines = [np.full(WIDE, row, np.float32) for row in rows]
            return Roof.scale(SimpleNamespace(lines=lines, touching=touching), 10.0, 100.0, 50.0)

        self.assertAlmostEqual(scale(60, 45), 1.1)
        self.assertAlmostEqual(scale(55, 35), 0.9)
        self.assertTrue(refused(lambda: scale(71, 17)))
        self.assertAlmostEqual(scale(69, 17), 0.62)
        # One that is to stand clear keeps fourteen pixels off every line.
        self.assertEqual([scale(64.5, touching=False), scale(63.5, touching=False)], [1.0, 1.15])

    def test_a_fault_takes_four_hundred_pixels_a_twentieth_of_which_change(self):
        def shows(wide, high=20, share=1.0, by=8):
            one = np.full((100, 100, 3), 120, np.uint8)
            other = one.copy()
            box = np.zeros((high, wide), bool)
            box.ravel()[: round(share * box.size)] = True
            other[10 : 10 + high, 10 : 10 + wide][box] += np.uint8(by)
            return _shows(
                SimpleNamespace(codes=one), SimpleNamespace(codes=other, fault_box=(10, 10, 10 + wide, 10 + high))
            )

        self.assertEqual([shows(19, by=40), shows(20, by=40)], [False, True])
        self.assertAlmostEqual(begins(lambda share: shows(80, 80, share, 40), 0.0, 0.2), 0.05, delta=0.001)
        # Greys of 120 and 130 lie 0.39 of a value apart, of 120 and 131 0.43 (ASTM D1535).
        self.assertEqual([shows(20, by=10), shows(20, by=11)], [False, True])
        self.assertFalse(_shows(SimpleNamespace(codes=None), SimpleNamespace(fault_box=None)))

    def test_values_that_moved_and_ground_that_shows(self):
        ground = SimpleNamespace(scene=SimpleNamespace(planes=[SimpleNamespace(name="Hill")]))
        played = SimpleNamespace(broken=())

        def told(off=0.0, rims=0.0):
            now, book = SimpleNamespace(rims=rims, values=(5.0 + off,)), SimpleNamespace(rims=0.0, values=(5.0,))
            with (
                patch("kind_distance.core.practice.play._buried", lambda *_: []),
                patch("kind_distance.core.practice.play._met_wet", lambda *_: []),
            ):
                return [why.kind for why in outcomes(ground, played, now, book)]

        self.assertAlmostEqual(begins(lambda off: told(off) == ["values_moved"], 0.0, 1.0), 0.3, 4)
        self.assertAlmostEqual(begins(lambda off: told(-off) == ["values_moved"], 0.0, 1.0), 0.3, 4)
        self.assertAlmostEqual(begins(lambda rims: told(rims=rims) == ["ground_shows"], 0.0, 0.1), 0.02, 4)
