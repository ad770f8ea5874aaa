"""Edges, the share of strokes, trends that differ from the veil, and pens that take away or have hard edges."""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.depth.edges import advise_edges, share_detail, shares_at_focus
from kind_distance.core.depth.marking import Stroke, mark_planes
from kind_distance.core.depth.plan import DepthInput, DepthSettings, PlaneSpec, plan_depth
from kind_distance.core.depth.readings import Border, PlaneReading
from kind_distance.core.depth.trends import audit_trends
from kind_distance.core.depth.veil import profile_of, value_seen, with_airlight
from kind_distance.core.picture.focus import Focus
from kind_distance.errors import DomainError
from kind_distance.stages.planes.plane_words import say_depth
from tests.support import band_labels, bands, working


def reading(plane, mass, dark=None, chroma=12.0, detail=0.05):
    dark = mass - 1.5 if dark is None else dark
    return PlaneReading(plane, 0.3, dark, mass, mass + 1, chroma, 0.0, detail, (0.5, 0.5), (0.3, 0.3, 0.3))


def scene(**settings):
    """Sky, hills at 8 km, a field at 20 m: a good plan under hazy air."""
    specs = [PlaneSpec("Sky", "sky"), PlaneSpec("Hills", "land", 8000.0), PlaneSpec("Field", "land", 20.0)]
    readings = [reading(1, 8.5, detail=0.0), reading(2, 6.8, 6.0, 6.0, 0.02), reading(3, 4.0, 1.9, 20.0, 0.2)]
    borders = [Border(1, 2, 30.0, -1.5, 2.0, 1.05), Border(2, 3, 35.0, -2.8, 0.0, 1.1)]
    return DepthInput(specs, readings, borders, DepthSettings("hazy", **settings))


class Edges(unittest.TestCase):
    def advice(self, given, at_focus=(0.0, 0.0)):
        return [a.edge for a in advise_edges(given, plan_depth(given), list(at_focus))]

    def test_far_is_softer_than_near_and_the_focus_goes_over_both(self):
        far, near = self.advice(scene())
        order = ["lost", "soft", "firm", "hard"]
        self.assertLess(order.index(far), order.index(near))
        self.assertEqual(self.advice(scene(), (0.5, 0.0))[0], "firm")
        self.assertEqual(self.advice(scene(), (0.0, 0.5))[1], "hard")

    def test_what_may_merge_is_lost(self):
        given = scene(gap=0.0)
        flat = replace(given, readings=[reading(1, 7.0), reading(2, 7.0), reading(3, 7.0)])
        self.assertEqual(set(self.advice(replace(flat, settings=DepthSettings("hazy", gap=0.0, pull=0.0)))), {"lost"})

    def test_a_ragged_border_is_softer(self):
        given = scene()
        ragged = replace(given, borders=[given.borders[0], replace(given.borders[1], ragged=4.0)])
        self.assertEqual((self.advice(given)[1], self.advice(ragged)[1]), ("firm", "soft"))

    def test_share_of_a_border_at_the_focus(self):
        labels = band_labels(2)
        self.assertGreater(shares_at_focus(labels, Focus(0.5, 0.5, 0.2))[1, 2], 0.3)
        self.assertEqual(shares_at_focus(labels, Focus(0.5, 0.1, 0.1)), {(1, 2): 0.0})
        self.assertEqual(shares_at_focus(band_labels(1), Focus(0.5, 0.5, 0.2)), {})


class Detail(unittest.TestCase):
    def test_strokes_go_to_the_near_and_to_the_focus(self):
        given = scene()
        shares = share_detail(given, plan_depth(given), [0.0, 0.0, 0.0])
        self.assertAlmostEqual(sum(shares), 1)
        self.assertGreater(shares[2], 3 * max(shares[:2]), "the near plane above all")
        focal = share_detail(given, plan_depth(given), [0.0, 1.0, 0.0])
        self.assertGreater(focal[1], 3 * shares[1])

    def test_an_empty_plane_gets_none(self):
        given = scene()
        empty = replace(given, readings=[given.readings[0], None, given.readings[2]])
        self.assertEqual(share_detail(empty, plan_depth(empty), [0, 0, 0])[1], 0.0)


class Trends(unittest.TestCase):
    def kinds(self, given):
        return [j.kind for j in audit_trends(given, plan_depth(given))]

    def test_a_good_scene_has_none(self):
        self.assertEqual(self.kinds(scene()), [])

    def test_each_planted_by_itself_is_found(self):
        for kind, far in (
            ("dark_far", reading(2, 6.8, 0.9, 6.0, 0.02)),
            ("coloured_far", reading(2, 6.8, 6.0, 40.0, 0.02)),
            ("detailed_far", reading(2, 6.8, 6.0, 6.0, 0.5)),
        ):
            with self.subTest(kind=kind):
                given = scene()
                planted = replace(given, readings=[given.readings[0], far, given.readings[2]])
                self.assertEqual(self.kinds(planted), [kind])
                plan = plan_depth(planted)
                said = say_depth(audit_trends(planted, plan), planted, plan, "cm")
                self.assertIn("The air takes", said[0].text)

    def test_nothing_is_said_where_it_is_not_expected(self):
        given = scene()
        planted = [given.readings[0], reading(2, 3.0, 0.9, 40.0, 0.5), given.readings[2]]
        water = replace(given, readings=planted, settings=DepthSettings("deep_water"))
        self.assertEqual(self.kinds(water), [], "darker distance under water is as it should be")
        close = replace(
            given, readings=planted, specs=[given.specs[0], PlaneSpec("Hills", "land", 40.0), given.specs[2]]
        )
        self.assertEqual(self.kinds(close), [], "the air takes as little of the one as of the other")


class Accents(unittest.TestCase):
    def test_no_accent_is_darker_than_the_air_lets_black_be(self):
        given = scene(pull=1.0)
        black_far = replace(given, readings=[given.readings[0], reading(2, 6.8, 0.2), given.readings[2]])
        planned = plan_depth(black_far).planes[1]
        lifted = value_seen(profile_of("hazy"), np.zeros(3), 8000.0)
        self.assertGreaterEqual(planned.dark, min(planned.value, lifted) - 0.05)
        free = replace(black_far, settings=DepthSettings("hazy", pull=0.0))
        self.assertLess(plan_depth(free).planes[1].dark, planned.dark)


class Light(unittest.TestCase):
    def test_a_picked_light_of_the_air(self):
        self.assertEqual(with_airlight(profile_of("clear"), "#102030").airlight, (16, 32, 48))
        self.assertIs(with_airlight(profile_of("clear"), None), profile_of("clear"))
        for wrong in ("#12", "grey", "#12345g", ""):
            with self.subTest(wrong=wrong), self.assertRaises(DomainError):
                with_airlight(profile_of("clear"), wrong)

    def test_what_darkens(self):
        self.assertTrue(profile_of("deep_water").darkens and profile_of("night").darkens)
        self.assertFalse(profile_of("storm").darkens or profile_of("mist").darkens)


class Pens(unittest.TestCase):
    def setUp(self):
        self.picture, self.proposal = working(bands([9, 6, 3])), band_labels(3)

    def marked(self, *strokes):
        return mark_planes(self.picture, None, self.proposal, list(strokes), 3)

    def test_an_area_is_filled_to_its_corners(self):
        box = ((0.25, 0.25), (0.75, 0.25), (0.75, 0.75), (0.25, 0.75))
        labels = self.marked(Stroke("area", 1, box))
        self.assertTrue((labels[62:178, 82:238] == 1).all())
        self.assertEqual(labels[120, 60], 2)
        with self.assertRaises(DomainError):
            Stroke("area", 1, box[:2])

    def test_the_eraser_gives_back_to_the_plane_beside_and_only_its_own(self):
        labels = self.marked(Stroke("erase", 2, ((0.0, 0.36), (1.0, 0.36)), 0.06))
        self.assertEqual(labels[86, 160], 1)
        self.assertEqual(labels[120, 160], 2)
        np.testing.assert_array_equal(labels == 3, self.proposal == 3)

    def test_nothing_else_to_give_to(self):
        whole = np.ones((240, 320), np.uint8)
        labels = mark_planes(self.picture, None, whole, [Stroke("erase", 1, ((0.0, 0.5), (1.0, 0.5)), 0.1)], 3)
        np.testing.assert_array_equal(labels, whole)


if __name__ == "__main__":
    unittest.main()
