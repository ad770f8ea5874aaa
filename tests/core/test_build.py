"""The build: films, washes and orders do to the picture what they do on a support."""

import unittest
from dataclasses import replace
from types import SimpleNamespace

import numpy as np

from kind_distance.core.build import tone
from kind_distance.core.build.aims import Aims
from kind_distance.core.build.brushwork import Hand, _spread, lay, wash
from kind_distance.core.build.film import Film
from kind_distance.core.build.model import BuildPlane, BuildScene, BuildStep
from kind_distance.core.build.passes import bare, painted
from kind_distance.core.build.tone import absorbed, at_value, film, mixed, returned, value
from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.picture.parts import grown, part_of, place_in

OCHRE = (0.5, 0.33, 0.16)


def scene(*, transparent=False, kept=None, ground=OCHRE):
    """A pale sky over a green hill with a dark wood before it."""
    height, width = 120, 180
    hand = np.random.default_rng(2)
    labels = np.ones((height, width), np.uint8)
    labels[50:] = 2
    labels[88:] = 3
    codes = np.empty((height, width, 3), np.uint8)
    for rank, colour in ((1, (196, 208, 222)), (2, (120, 140, 96)), (3, (54, 58, 40))):
        inside = labels == rank
        codes[inside] = np.clip(np.array(colour) + hand.normal(0, 9, (int(inside.sum()), 1)), 0, 255)
    planes = (
        BuildPlane("Sky", 7.8, 8.2, 8.6, sky=True),
        BuildPlane("Hill", 4.6, 5.4, 6.2),
        BuildPlane("Wood", 1.9, 2.5, 3.3),
    )
    return BuildScene(codes, labels, planes, transparent, ground, (0.5, 0.6, 0.2), kept)


GROUND, DRAWING = BuildStep(1, "ground", ()), BuildStep(2, "drawing", ())
BLOCKED = tuple(BuildStep(2 + rank, "block_in", (rank,)) for rank in (1, 2, 3))
SECOND = tuple(BuildStep(5 + rank, "second_layer", (rank,)) for rank in (1, 2, 3))
WHOLE = (GROUND, DRAWING, *BLOCKED, *SECOND, BuildStep(9, "details", (3,)), BuildStep(10, "lights", ()))


def chroma(codes, inside):
    lab = lab_from_linear(linear_from_codes(codes))
    return float(np.hypot(lab[..., 1], lab[..., 2])[inside].mean())


class UnderWhatComesLater(unittest.TestCase):
    def test_a_wash_runs_on_under_what_is_darker_by_three_tenths(self):
        labels = np.array([[1, 2, 3, 4]])
        planes = tuple(BuildPlane(name, mass - 1, mass, mass + 1)
                       for name, mass in (("Sky", 7.0), ("Far", 6.75), ("Hill", 6.65), ("Pale", 8.0)))  # fmt: skip
        seen = SimpleNamespace(labels=labels, planes=planes, transparent=True)
        aims = SimpleNamespace(scene=seen, said_by=lambda _: labels)
        np.testing.assert_allclose(_spread(aims, 1, 10.0)[0], [0.0, -0.2, 4.0, -0.2], atol=1e-6)
        seen.transparent = False  # opaque paint runs on under all that is nearer
        np.testing.assert_allclose(_spread(aims, 2, 10.0)[0], [0.0, 0.0, 10.0, 10.0])


class Paint(unittest.TestCase):
    def test_films_add_up_exactly(self):
        ground, paint = np.full((1, 3), 0.4, np.float64), np.array([[0.2, 0.5, 0.7]])
        twice = film(film(ground, paint, 0.5).astype(np.float64), paint, 0.7)
        self.assertLess(float(np.abs(twice - film(ground, paint, 1.2)).max()), 1e-6)
        self.assertLess(float(np.abs(film(ground, paint, 40.0) - paint).max()), 1e-4)

    def test_absorption_goes_there_and_back(self):
        paint = np.array([0.05, 0.3, 0.9], np.float32)
        self.assertLess(float(np.abs(returned(absorbed(paint)) - paint).max()), 1e-5)

    def test_a_mix_of_complements_is_duller_than_both(self):
        blue, orange = np.array([[0.1, 0.2, 0.6]], np.float32), np.array([[0.7, 0.3, 0.08]], np.float32)
        made = lab_from_linear(mixed(blue, orange, np.float32(0.5)))[0]
        for each in (blue, orange):
            self.assertLess(np.hypot(*made[1:]), 0.6 * np.hypot(*lab_from_linear(each)[0][1:]))

    def test_a_colour_carried_to_another_value_keeps_its_hue(self):
        green = np.array([[0.1, 0.2, 0.06]], np.float32)
        made = at_value(green, np.array([6.0]))
        self.assertAlmostEqual(float(value(made[None])[0, 0]), 6.0, delta=0.05)
        turned = [np.arctan2(*lab_from_linear(each)[0][:0:-1]) for each in (green, made)]
        self.assertAlmostEqual(turned[0], turned[1], delta=0.12)


class Stages(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.scene = scene()
        cls.film = Film(cls.scene)

    def test_planes_come_to_stand_where_they_were_planned(self):
        last = self.film.stage(WHOLE)
        for plane, now in zip(self.scene.planes, last.values, strict=True):
            with self.subTest(plane=plane.name):
                self.assertAlmostEqual(now, plane.mass, delta=0.45)

    def test_fine_work_has_more_marks_by_the_focus_than_away_from_it(self):
        given = scene()
        dots = np.zeros(given.labels.shape, np.bool_)
        dots[54:84:5, 4:176:6] = True  # dark dots all over the hill
        codes = given.codes.copy()
        codes[dots] = (96, 112, 76)
        steps = (*WHOLE[:8], BuildStep(9, "details", (2,)))
        film = Film(replace(given, codes=codes))
        before, after = (film.stage(steps[:at]).codes.astype(int) for at in (8, 9))
        drawn = np.abs(after - before).sum(axis=2)
        columns = np.arange(180)[None, :] * np.ones((120, 1))
        near, away = np.abs(columns - 90) < 30, np.abs(columns - 90) > 70
        self.assertGreater(drawn[dots & near].mean(), 3 * drawn[dots & away].mean())

    def test_the_ground_goes_under_plane_by_plane(self):
        bares = [self.film.stage(WHOLE[:at]).bare for at in range(2, len(WHOLE) + 1)]
        self.assertEqual(bares[0], 1.0)
        self.assertEqual(bares, sorted(bares, reverse=True))
        self.assertLess(bares[-1], 0.05)

    def test_the_same_input_gives_the_same_bytes(self):
        again = Film(scene()).stage(WHOLE)
        self.assertTrue((again.codes == self.film.stage(WHOLE).codes).all())
        self.assertEqual(scene().name, self.scene.name)
        self.assertNotEqual(scene(ground=(0.1, 0.1, 0.1)).name, self.scene.name)

    def test_an_edit_is_worked_out_from_its_pass_on(self):
        film = Film(self.scene)
        film.stage(WHOLE)
        begun = film._canvases
        changed = (*WHOLE[:-1], replace(WHOLE[-1], thickness=2.0))
        film.stage(changed)
        self.assertIn(changed[:8], begun)
        self.assertTrue((film.stage(WHOLE[:4]).codes == self.film.stage(WHOLE[:4]).codes).all())

    def test_background_after_what_stands_before_it_leaves_ground_along_the_edge(self):
        right = self.film.stage((GROUND, *BLOCKED))
        wrong = self.film.stage((GROUND, *BLOCKED[::-1]))
        self.assertGreater(wrong.rims, right.rims + 0.03)

    def test_a_moved_pass_keeps_its_strokes(self):
        alone = painted(bare(self.film.aims), self.film.aims, BLOCKED[0])
        later = painted(painted(bare(self.film.aims), self.film.aims, BLOCKED[2]), self.film.aims, BLOCKED[0])
        far = np.s_[:40]
        self.assertLess(float(np.abs(alone.seen[far] - later.seen[far]).max()), 1e-5)

    def test_paint_into_wet_paint_of_another_hue_makes_mud(self):
        umber = BuildStep(50, "underpainting", (2,))
        dry = self.film.stage((GROUND, umber, BLOCKED[1]))
        wet = self.film.stage((GROUND, umber, replace(BLOCKED[1], under="wet")))
        inside = self.scene.labels == 2
        self.assertLess(chroma(wet.codes, inside), 0.95 * chroma(dry.codes, inside))
        self.assertLess(wet.values[1], dry.values[1] - 0.03)

    def test_wet_beside_wet_is_drawn_into_each_other_and_dry_is_not(self):
        dry = self.film.stage((GROUND, *BLOCKED))
        wet = self.film.stage((GROUND, BLOCKED[0], replace(BLOCKED[1], beside=(1,)), BLOCKED[2]))
        rows = np.s_[46:55]
        steep = [
            np.abs(np.diff(value(linear_from_codes(each.codes)), axis=0))[rows].max(axis=0).mean()
            for each in (dry, wet)
        ]
        self.assertLess(steep[1], steep[0])

    def test_a_thin_light_over_a_dark_ground_is_dulled_by_it(self):
        thin = BuildStep(3, "block_in", (1,), 0.5, 0.3)
        on_dark = Film(scene(ground=(0.03, 0.03, 0.03))).stage((GROUND, thin))
        on_white = Film(scene(ground=(0.85, 0.85, 0.85))).stage((GROUND, thin))
        self.assertLess(on_dark.values[0], on_white.values[0] - 0.5)

    def test_a_glaze_darkens_and_a_scumble_lightens(self):
        before = self.film.stage((GROUND, *BLOCKED)).values[2]
        glazed = self.film.stage((GROUND, *BLOCKED, BuildStep(20, "glaze", (3,)))).values[2]
        scumbled = self.film.stage((GROUND, *BLOCKED, BuildStep(21, "scumble", (3,)))).values[2]
        self.assertLess(glazed, before - 0.05)
        self.assertGreater(scumbled, before + 0.05)

    def test_blending_where_nothing_lies_yet_lays_it_first(self):
        found = self.film.stage((GROUND, BuildStep(22, "blend", (1,))))
        self.assertAlmostEqual(found.values[0], 8.2, delta=0.6)

    def test_blending_lays_more_where_less_than_a_third_of_the_plane_has_paint(self):
        aims = self.film.aims
        inside = aims.inside(1)

        def laid(share):
            canvas = bare(aims)
            rows, columns = np.nonzero(inside)
            some = np.arange(rows.size) < round(share * rows.size)
            canvas.owner[rows[some], columns[some]] = 1
            after = painted(canvas, aims, BuildStep(22, "blend", (1,)))
            return float((after.owner[inside] == 1).mean())

        self.assertGreater(laid(0.28), 0.8)
        self.assertAlmostEqual(laid(0.32), 0.32, delta=0.01)

    def test_borders_are_let_go_where_planes_lie_within_four_fifths_of_a_step(self):
        """By the plan: what is farther apart has an edge that is meant."""

        def kept(apart):
            plain = scene()
            wood = BuildPlane("Wood", 5.4 - apart - 0.6, 5.4 - apart, 5.4 - apart + 0.6)
            film = Film(replace(plain, planes=(*plain.planes[:2], wood)))
            before, after = film.stage(WHOLE), film.stage((*WHOLE, BuildStep(11, "soften", ())))
            return bool(np.array_equal(before.codes[80:96, :20], after.codes[80:96, :20]))

        self.assertEqual([kept(apart) for apart in (0.6, 0.76, 0.84)], [False, False, True])

    def test_a_brush_says_what_is_as_wide_as_itself(self):
        plain = scene()
        plain.labels[20, 20] = 2
        aims = Aims(plain)
        self.assertEqual([int(aims.said_by(brush)[20, 20]) for brush in (1.5, 1.7, 3.0)], [2, 1, 1])

    def test_before_the_first_pass_there_is_the_bare_support(self):
        stage = self.film.stage(())
        self.assertEqual((stage.bare, float(stage.codes.min()) > 150), (1.0, True))
        self.assertEqual(Film(self.scene).stage(()).values, stage.values)

    def test_passes_that_paint_nothing_change_nothing(self):
        one = self.film.stage((GROUND, *BLOCKED))
        two = self.film.stage((GROUND, *BLOCKED, BuildStep(30, "varnish", ())))
        self.assertTrue((one.codes == two.codes).all())
        self.assertEqual(two.changed, 0.0)

    def test_a_plane_that_is_nowhere_in_the_picture(self):
        planes = (*self.scene.planes, BuildPlane("Bridge", 2, 3, 4))
        film = Film(replace(self.scene, planes=planes))
        self.assertEqual(film.stage((GROUND, BuildStep(3, "block_in", (4,)))).values[3], 0.0)


class Washes(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.scene = scene(transparent=True)
        cls.film = Film(cls.scene)

    def test_washes_only_darken(self):
        steps = (DRAWING, *BLOCKED, *SECOND)
        seen = [self.film.stage(steps[:at]).codes.astype(int) for at in range(1, len(steps) + 1)]
        for one, other in zip(seen, seen[1:], strict=False):
            self.assertLessEqual(float((other - one).max()), 2)

    def test_two_wet_washes_bleed_and_pigment_is_moved_not_added(self):
        dry = self.film.stage(BLOCKED[:2])
        wet = self.film.stage((BLOCKED[0], replace(BLOCKED[1], beside=(1,))))
        rows = np.s_[44:56]
        bled = np.abs(wet.codes[rows].astype(int) - dry.codes[rows].astype(int)).max(axis=-1) > 4
        self.assertGreater(bled.mean(), 0.2)
        far = np.abs(wet.codes[72:80].astype(int) - dry.codes[72:80].astype(int)).max(axis=-1)
        self.assertLess(float(far.mean()), 2.0, "away from where they meet nothing moves")
        light = [linear_from_codes(each.codes)[30:70].mean() for each in (dry, wet)]
        self.assertAlmostEqual(light[0], light[1], delta=0.04)

    def test_water_into_a_damp_wash_makes_a_backrun(self):
        calm = self.film.stage(BLOCKED[:2])
        run = self.film.stage((BLOCKED[0], replace(BLOCKED[1], damp=(1,))))
        sky = np.s_[40:50]
        moved = run.codes[sky].astype(int) - calm.codes[sky].astype(int)
        self.assertTrue(moved.max() > 4 and moved.min() < -4)

    def test_a_mask_keeps_paper_until_it_is_taken_off(self):
        kept = np.zeros((120, 180), np.float32)
        kept[60:70, 60:90] = 1
        film = Film(scene(transparent=True, kept=kept))
        mask, unmask = BuildStep(40, "mask", ()), BuildStep(41, "unmask", ())
        masked = film.stage((mask, *BLOCKED, unmask))
        light = value(linear_from_codes(masked.codes))[62:68, 65:85].mean()
        self.assertGreater(light, 8.9)
        lifted = film.stage((*BLOCKED, BuildStep(42, "lift", (2,))))
        self.assertGreater(
            value(linear_from_codes(lifted.codes))[62:68, 65:85].mean(),
            value(linear_from_codes(film.stage(BLOCKED).codes))[62:68, 65:85].mean() + 0.4,
        )


class Parts(unittest.TestCase):
    """A pass is worked out where its plane lies, with room for what looks farther."""

    def test_a_part_holds_all_that_is_wanted(self):
        wanted = np.zeros((40, 60), bool)
        wanted[12:20, 5] = wanted[30, 50] = True
        self.assertEqual(part_of(wanted), (slice(12, 31), slice(5, 51)))
        self.assertEqual(part_of(wanted, 6.2), (slice(5, 38), slice(0, 58)))
        self.assertIsNone(part_of(np.zeros((4, 4), bool)))

    def test_a_blur_in_a_part_is_the_blur_of_the_whole(self):
        whole = np.random.default_rng(5).random((120, 160, 3)).astype(np.float32)
        for sigma in (0.1, 0.55, 3.0, 7.5):
            for part in ((slice(0, 30), slice(100, 160)), (slice(50, 71), slice(40, 55))):
                with self.subTest(sigma=sigma, part=part):
                    around = grown(part, tone.reach_of_blur(sigma))
                    found = tone.blur(whole[around], sigma)[place_in(around, part)]
                    np.testing.assert_allclose(found, tone.blur(whole, sigma)[part], atol=1e-6)

    def test_a_film_in_place_leaves_what_it_was_given(self):
        ground, paint = np.full((2, 2, 3), 0.5, np.float32), np.full((2, 2, 3), 0.2, np.float32)
        power = np.full((2, 2, 1), 1.5, np.float32)
        tone.film(ground, paint, power)
        self.assertTrue((ground == 0.5).all() and (paint == np.float32(0.2)).all() and (power == 1.5).all())


class UnderTheBrush(unittest.TestCase):
    """One film or wash at a time, laid flat."""

    def setUp(self):
        self.scene = scene()
        self.aims = Aims(self.scene)
        self.canvas = bare(self.aims)
        self.whole = np.ones(self.scene.shape, np.float32)

    def flat(self, colour):
        return np.broadcast_to(np.array(colour, np.float32), (*self.scene.shape, 3)).copy()

    def test_a_brush_takes_up_about_two_fifths_of_the_wet_paint_below(self):
        """By eye, no source: less would make no mud, more would leave nothing of the paint that is laid."""
        blue, yellow = self.flat((0.1, 0.15, 0.5)), self.flat((0.7, 0.5, 0.08))
        self.canvas.seen, self.canvas.film = blue.copy(), blue.copy()
        self.canvas.owner[:] = 1
        thick = BuildStep(4, "block_in", (2,), thickness=20.0, under="wet")
        lay(self.canvas, Hand(self.aims, thick, 2, 6.0, 1), yellow, self.whole, 9.0)
        share = (absorbed(self.canvas.seen) - absorbed(yellow)) / (absorbed(blue) - absorbed(yellow))
        self.assertTrue(0.34 < float(np.median(share)) < 0.42, np.median(share))

    def test_a_wash_is_the_film_where_it_covers_half(self):
        faint = np.full(self.scene.shape, 0.46, np.float32)
        faint[60:] = 0.54
        before = self.canvas.film.copy()
        hand = Hand(self.aims, BuildStep(4, "block_in", (2,)), 2, 6.0, 1)
        wash(self.canvas, hand, self.flat((0.5, 0.4, 0.1)), faint)
        same = (self.canvas.film == before).all(axis=-1)
        self.assertTrue(same[:60].all())
        self.assertFalse(same[60:].any())

    def test_a_rim_of_three_pixels_runs_along_each_border(self):
        film = Film(self.scene)
        for off, shows in ((3, True), (4, False), (-3, True), (-4, False)):
            self.canvas.owner[:] = 1
            self.canvas.owner[50 + off] = 0  # the hill begins in row 50
            with self.subTest(off=off):
                self.assertEqual(film._seen(self.canvas, self.canvas.seen).rims > 0, shows)

    def test_a_wash_is_mixed_thinner_over_one_that_is_paler_by_three_tenths(self):
        """Both together are to be as dense as planned."""

        def light(paler):
            far, hill, wood = self.scene.planes
            seen = replace(self.scene, transparent=True, planes=(replace(far, mass=hill.mass + paler), hill, wood))
            canvas = bare(Aims(seen))
            canvas.seen = canvas.seen * np.float32(0.8)
            canvas.owner[:] = 1
            return float(painted(canvas, Aims(seen), BLOCKED[1]).seen[60:80].mean())

        self.assertAlmostEqual(light(-2.0), light(0.28), delta=0.002)
        self.assertGreater(light(0.32), light(0.28) + 0.03)
        self.assertAlmostEqual(light(0.32), light(2.0), delta=0.002)

    def test_a_pass_on_the_whole_surface_paints_every_plane(self):
        whole = painted(self.canvas, self.aims, BuildStep(3, "block_in", ()))
        for rank in (1, 2, 3):
            self.assertGreater(float((whole.owner == rank)[self.scene.labels == rank].mean()), 0.8)
