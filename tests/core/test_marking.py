"""Strokes to planes, proposals, readings."""

import unittest

import cv2
import numpy as np

from kind_distance.core.depth.marking import Stroke, draw_planes, line_sides, mark_planes, middles, walk
from kind_distance.core.depth.proposal import find_sky, propose_planes, usual_names
from kind_distance.core.depth.readings import BESIDE, _NextToBorder, read_borders, read_planes
from kind_distance.core.depth.segments import Segments, build_segments, segment_ids
from kind_distance.errors import DomainError
from tests.support import band_labels, bands, hill_picture, working


class Strokes(unittest.TestCase):
    def test_what_is_no_stroke(self):
        wrong = (
            ("mark", ()),
            ("level", ((0.5, 0.5),)),
            ("mark", ((float("nan"), 0.5), (0.6, 0.5))),
            ("mark", ((1.5, 1.5), (1.7, 1.8))),
            ("mark", ((0.5, 0.5), (9.0, 0.5))),
        )
        for kind, points in wrong:
            with self.subTest(points=points), self.assertRaises(DomainError):
                Stroke(kind, 1, points)
        for width in (0, -1, 0.9):
            with self.subTest(width=width), self.assertRaises(DomainError):
                Stroke("mark", 1, ((0.1, 0.1), (0.2, 0.2)), width)

    def test_a_stroke_that_runs_off_the_picture_counts_inside(self):
        stroke = Stroke("brush", 1, ((-0.2, 0.5), (0.5, 0.5)), 0.1)
        under = stroke.raster(100, 100)
        self.assertTrue(under[50, 0] and under[50, 49])
        self.assertFalse(under[50, 70])

    def test_a_press_is_a_dot(self):
        self.assertTrue(Stroke("brush", 1, ((0.5, 0.5),), 0.1).raster(100, 100)[50, 50])


class SmallAndEmpty(unittest.TestCase):
    """A stroke is answered whatever the picture's shape, and whatever a plane has of it."""

    def test_every_pen_on_pictures_of_any_shape(self):
        rng = np.random.default_rng(1)
        for height, width in ((16, 16), (16, 960), (300, 1), (1, 300), (1, 1)):
            picture = working(rng.integers(0, 255, (height, width, 3)).astype(np.uint8))
            segments, proposal = build_segments(picture, segment_ids(picture)), propose_planes(picture, 3)
            for kind in ("mark", "brush", "level", "area", "thin", "erase"):
                with self.subTest(size=(height, width), kind=kind):
                    stroke = Stroke(kind, 3, ((0.2, 0.2), (0.8, 0.8), (0.2, 0.7)), 0.05)
                    labels = mark_planes(picture, segments, proposal, [stroke], 3)
                    self.assertEqual(labels.shape, (height, width))
                    self.assertTrue(((labels >= 1) & (labels <= 3)).all())

    def test_a_plane_without_any_chance_stays_empty_and_others_are_marked(self):
        """A plane that was just added has no patch of its own: its neighbours are marked all the same."""
        picture = working(hill_picture())
        segments = build_segments(picture, segment_ids(picture))
        proposal = np.where(band_labels(2) == 1, 1, 3).astype(np.uint8)  # nothing of plane 2
        strokes = [Stroke("mark", 1, ((0.1, 0.1), (0.9, 0.1))), Stroke("mark", 3, ((0.1, 0.9), (0.9, 0.9)))]
        labels = mark_planes(picture, segments, proposal, strokes, 3)
        self.assertEqual(set(np.unique(labels)), {1, 3})


class Walking(unittest.TestCase):
    def test_chain_of_patches_by_hand(self):
        """Five patches in a row, seeds at both ends, equal ease: chances fall evenly (Grady 2006, worked by hand)."""
        segments = Segments(
            np.arange(5)[None, :].astype(np.int32), np.array([[0, 1], [1, 2], [2, 3], [3, 4]]), np.ones(4)
        )
        chance = walk(segments, np.array([1, 0, 0, 0, 2]), 2)
        np.testing.assert_allclose(chance[:, 0], [1, 0.75, 0.5, 0.25, 0], atol=1e-6)
        np.testing.assert_allclose(chance.sum(axis=1), 1, atol=1e-6)

    def test_a_weak_link_holds_back(self):
        segments = Segments(np.arange(3)[None, :].astype(np.int32), np.array([[0, 1], [1, 2]]), np.array([1.0, 0.01]))
        chance = walk(segments, np.array([1, 0, 2]), 2)
        self.assertAlmostEqual(float(chance[1, 0]), 1 / 1.01, places=5)

    def test_without_seeds_nothing_is_known(self):
        segments = Segments(np.arange(2)[None, :].astype(np.int32), np.array([[0, 1]]), np.ones(1))
        np.testing.assert_allclose(walk(segments, np.zeros(2, int), 4), 0.25)


class Planes(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.picture = working(hill_picture())
        cls.segments = build_segments(cls.picture, segment_ids(cls.picture))
        cls.true = np.repeat(np.array([1, 1, 2, 3, 3]), cls.picture.height // 5)[:, None].repeat(cls.picture.width, 1)

    def marked(self, *strokes, count=3):
        lines = [line_sides(s, self.picture.height, self.picture.width) for s in strokes if s.kind == "level"]
        segments = build_segments(self.picture, self.segments.ids, lines) if lines else self.segments
        proposal = propose_planes(self.picture, count)
        return mark_planes(self.picture, segments, proposal, list(strokes), count)

    def test_masses_are_what_is_drawn_without_thin_things(self):
        drawn = [
            Stroke("level", 2, ((0.0, 0.4), (0.5, 0.42), (1.0, 0.4))),
            Stroke("area", 3, ((0.2, 0.2), (0.5, 0.2), (0.4, 0.7))),
            Stroke("thin", 3, ((0.5, 0.1), (0.9, 0.1), (0.9, 0.9), (0.5, 0.9))),
            Stroke("brush", 1, ((0.6, 0.6), (0.9, 0.5)), 0.05),
            Stroke("erase", 3, ((0.3, 0.3), (0.4, 0.5)), 0.04),
        ]
        first = propose_planes(self.picture, 3)
        kept = first.copy()
        labels, masses = draw_planes(self.picture, first, drawn)
        bare, same = draw_planes(self.picture, first, [each for each in drawn if each.kind != "thin"])
        np.testing.assert_array_equal(masses, bare)
        self.assertIs(same, bare, "without thin things both are one")
        np.testing.assert_array_equal(first, kept)
        self.assertGreater((labels != masses).sum(), 0)

    def test_planes_nobody_marked_are_seeded_in_the_middle_of_their_place(self):
        proposal = np.repeat(np.array([1, 2, 3], np.uint8), [30, 60, self.picture.height - 90])
        proposal = proposal[:, None].repeat(self.picture.width, axis=1)
        seeds = middles(self.segments, proposal, 4)
        self.assertEqual(len(seeds[3]), 0, "a plane that has no place has no middle")
        for plane, row in ((0, 14), (1, 59)):
            expected = np.unique(self.segments.ids[row : row + 2])
            self.assertTrue(set(seeds[plane]) <= set(expected))

    def test_the_part_of_the_picture_around_some_patches(self):
        chosen = np.zeros(self.segments.count, bool)
        self.assertEqual(self.segments.halved[self.segments.around(chosen, 5)].size, 0)
        chosen[[3, 40]] = True
        rows, columns = np.nonzero(np.isin(self.segments.halved, (3, 40)))
        part = self.segments.around(chosen, 2)
        inside = np.zeros(self.segments.halved.shape, bool)
        inside[part] = True
        self.assertTrue(inside[rows, columns].all())
        top, left = max(0, rows.min() - 2), max(0, columns.min() - 2)
        self.assertEqual((part[0].start, part[1].start), (top, left))

    def test_one_stroke_in_each_plane(self):
        labels = self.marked(
            Stroke("mark", 1, ((0.1, 0.2), (0.9, 0.2))),
            Stroke("mark", 2, ((0.1, 0.5), (0.9, 0.5))),
            Stroke("mark", 3, ((0.1, 0.8), (0.9, 0.85))),
        )
        self.assertGreater((labels == self.true).mean(), 0.97)

    def test_brush_colours_exactly_what_it_covers(self):
        stroke = Stroke("brush", 1, ((0.3, 0.9), (0.6, 0.9)), 0.05)
        labels = self.marked(stroke)
        self.assertTrue((labels[stroke.raster(*labels.shape)] == 1).all())

    def test_a_later_stroke_wins(self):
        first = Stroke("brush", 1, ((0.3, 0.5), (0.6, 0.5)), 0.05)
        second = Stroke("brush", 3, ((0.3, 0.5), (0.6, 0.5)), 0.05)
        self.assertEqual(self.marked(first, second)[self.picture.height // 2, self.picture.width // 2], 3)

    def test_below_a_level_line_nothing_is_farther(self):
        labels = self.marked(Stroke("level", 2, ((0.0, 0.3), (1.0, 0.3))))
        self.assertGreaterEqual(labels[int(0.32 * self.picture.height) :].min(), 2)

    def test_no_mark_spreads_across_a_level_line(self):
        """Sky and ridge of one grey: without the line the mark runs through, with it it stops."""
        flat = working(bands([6.0], 200, 300))
        ids = segment_ids(flat)
        strokes = [
            Stroke("mark", 1, ((0.1, 0.1), (0.9, 0.1))),
            Stroke("mark", 2, ((0.1, 0.9), (0.9, 0.9))),
            Stroke("level", 2, ((0.0, 0.75), (1.0, 0.75))),
        ]
        segments = build_segments(flat, ids, [line_sides(strokes[2], 200, 300)])
        labels = mark_planes(flat, segments, np.ones((200, 300), np.uint8), strokes, 2)
        self.assertTrue((labels[:140] == 1).all())
        self.assertTrue((labels[160:] == 2).all())

    def test_line_sides(self):
        sides = line_sides(Stroke("level", 1, ((0.2, 0.5), (0.8, 0.5))), 100, 100)
        self.assertEqual((sides[10, 50], sides[90, 50], sides[10, 5]), (1, 2, 0))

    def test_a_plane_that_is_not_there(self):
        with self.assertRaises(DomainError):
            self.marked(Stroke("mark", 7, ((0.1, 0.2), (0.9, 0.2))))

    def test_proposal_finds_the_sky_and_bands(self):
        labels = propose_planes(self.picture, 4)
        self.assertEqual(set(np.unique(labels)), {1, 2, 3, 4})
        self.assertTrue((np.diff(labels.astype(int), axis=0) >= 0).all())

    def test_proposal_without_sky(self):
        self.assertEqual(set(np.unique(propose_planes(self.picture, 3, with_sky=False))), {1, 2, 3})

    def test_no_sky_where_the_light_is_below(self):
        self.assertFalse(find_sky(working(bands([3, 9], 120, 160))).any())
        self.assertFalse(find_sky(working(bands([5], 16, 16))).any())

    def test_names_for_any_number(self):
        for count in range(2, 10):
            names = usual_names(count)
            self.assertEqual(len(set(names)), count)
            self.assertEqual(names[0], "Sky")


class Readings(unittest.TestCase):
    def test_bands_read_as_they_were_made(self):
        picture, labels = working(bands([8.0, 6.0, 3.0])), band_labels(3)
        for reading, value in zip(read_planes(picture, labels, 3), (8, 6, 3), strict=True):
            with self.subTest(value=value):
                self.assertAlmostEqual(reading.mass, value, delta=0.05)
                self.assertAlmostEqual(reading.dark, reading.light, delta=0.05)
                self.assertAlmostEqual(reading.share, 1 / 3, delta=0.01)
                self.assertLess(reading.chroma, 0.5)
                self.assertEqual(reading.detail, 0)
                self.assertEqual(labels[int(reading.centre[1] * 240), int(reading.centre[0] * 320)], reading.plane)

    def test_warm_and_cool(self):
        codes = bands([6, 5])
        codes[:120] = (150, 160, 190)
        codes[120:] = (190, 140, 90)
        cool, warm = read_planes(working(codes), band_labels(2), 2)
        self.assertLess(cool.warmth, -5)
        self.assertGreater(warm.warmth, 15)

    def test_detail_is_counted_where_there_are_fine_edges(self):
        codes = bands([5, 5])
        codes[130:, ::4] = 30
        plain, busy = read_planes(working(codes), band_labels(2), 2)
        self.assertLess(plain.detail, 0.05)
        self.assertGreater(busy.detail, 0.3)

    def test_an_empty_plane_has_no_reading(self):
        self.assertIsNone(read_planes(working(bands([5])), np.ones((240, 320), np.uint8), 2)[1])

    def test_borders(self):
        picture, labels = working(bands([8.0, 7.7, 3.0])), band_labels(3)
        merged, clear = read_borders(picture, labels, 3, 0.1)
        self.assertEqual((merged.far, merged.near), (1, 2))
        self.assertAlmostEqual(merged.length_cm, 32, delta=2)
        self.assertAlmostEqual(merged.difference, -0.3, delta=0.05)
        self.assertAlmostEqual(merged.merged_cm, merged.length_cm, delta=0.1)
        self.assertEqual(clear.merged_cm, 0)
        self.assertAlmostEqual(clear.ragged, 1, delta=0.05)

    def test_a_ragged_border_is_longer_than_its_smooth_self(self):
        labels = band_labels(2)
        labels[100:120, ::8] = 2
        labels[100:120, 1::8] = 2
        (border,) = read_borders(working(bands([8, 3])), labels, 2, 0.1)
        self.assertGreater(border.ragged, 1.5)


class BesideABorder(unittest.TestCase):
    def test_parts_say_what_the_whole_would(self):
        """Means beside a border, worked out on a part of the picture, against the same over all of it."""
        rng = np.random.default_rng(3)
        value = rng.uniform(1, 9, (160, 240)).astype(np.float32)
        labels = np.ones((160, 240), np.uint8)
        labels[60:] = 2
        labels[100:, 90:] = 3
        small, held = value[::2, ::2], np.ascontiguousarray(labels[::2, ::2])
        reach = max(1, round(BESIDE * max(small.shape)))
        size = 2 * reach + 1
        for plane in (1, 2, 3):
            mask = (held == plane).astype(np.float32)
            whole = cv2.blur(small * mask, (size, size)) / np.maximum(cv2.blur(mask, (size, size)), 1e-6)
            near = cv2.dilate(mask, np.ones((size, size), np.uint8)) > 0
            read = _NextToBorder(small, held, plane, reach).at(*np.nonzero(near))
            np.testing.assert_allclose(read, whole[near], rtol=2e-4)


if __name__ == "__main__":
    unittest.main()
