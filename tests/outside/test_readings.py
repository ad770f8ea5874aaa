"""What is measured on planes and borders, and how strokes spread, against reference libraries.

SciPy's ``ndimage`` reads labelled pictures, NumPy takes percentiles, scikit-image measures outlines by Crofton's
formula, and networkx gives the dense Laplacian of a graph on which a random walk is solved outright.
"""

import unittest

import cv2
import networkx
import numpy as np
from scipy import ndimage
from skimage.measure import perimeter_crofton

from kind_distance.core.colour.lab import chroma, warmth
from kind_distance.core.depth.marking import walk
from kind_distance.core.depth.readings import BESIDE, ERODE_PX, MERGED_BELOW, read_borders, read_planes
from kind_distance.core.depth.segments import Segments, build_segments, segment_ids
from kind_distance.core.picture.borders import border_lengths, border_places
from kind_distance.exchange.pictures import read_picture
from tests.support import PICTURES, working

COUNT = 5


def blobs(seed, height=200, width=300, count=COUNT, size=14):
    """Planes of any shape: the nearest of some blurred noises, (H, W) uint8 from 1."""
    noise = np.random.default_rng(seed).normal(size=(count, height, width))
    return (np.argmax([ndimage.gaussian_filter(each, size) for each in noise], axis=0) + 1).astype(np.uint8)


def picture_and_planes(seed):
    """A cut of one of the demo's photographs, and planes that have nothing to do with what is on it."""
    codes = read_picture((PICTURES / "tea_hillside.jpg").read_bytes()).codes
    top, left = (int(v) for v in np.random.default_rng(seed).integers(0, 400, 2))
    return working(np.ascontiguousarray(codes[top : top + 200, left : left + 300])), blobs(seed)


class Planes(unittest.TestCase):
    def setUp(self):
        self.cases = [picture_and_planes(seed) for seed in range(6)]

    def inside(self, labels, plane):
        """Pixels whose whole neighbourhood is of the plane, by morphology on each plane alone."""
        held = labels == plane
        core = ndimage.binary_erosion(held, np.ones((ERODE_PX, ERODE_PX)), border_value=1)
        return core if core.sum() >= 50 else held

    def test_values_by_percentile(self):
        for picture, labels in self.cases:
            for reading in read_planes(picture, labels, COUNT):
                values = picture.value[self.inside(labels, reading.plane)]
                read = (reading.dark, reading.mass, reading.light)
                np.testing.assert_allclose(read, np.percentile(values, (2, 50, 98)), atol=0.06)
                self.assertAlmostEqual(reading.mass, np.median(values), delta=0.02)

    def test_shares_means_and_detail_by_label(self):
        for picture, labels in self.cases:
            ranks = range(1, COUNT + 1)
            shares = ndimage.sum_labels(np.ones(labels.shape), labels, ranks) / labels.size
            for reading, share in zip(read_planes(picture, labels, COUNT), shares, strict=True):
                inside = self.inside(labels, reading.plane)
                self.assertAlmostEqual(reading.share, share, places=9)
                self.assertAlmostEqual(reading.detail, picture.fine_edges[inside].mean(), places=9)
                # Means of colour are taken from every other pixel both ways.
                sampled = np.s_[::2, ::2]
                for read, field in (
                    (reading.chroma, chroma(picture.lab)),
                    (reading.warmth, warmth(picture.lab)),
                    *zip(reading.linear, np.moveaxis(picture.linear, -1, 0), strict=True),
                ):
                    mean = ndimage.mean(field[sampled].astype(float), inside[sampled], 1)
                    self.assertAlmostEqual(read, mean, delta=1e-4 * max(1.0, abs(mean)))

    def test_the_place_a_reading_stands_on_is_in_its_plane(self):
        for picture, labels in self.cases:
            for reading in read_planes(picture, labels, COUNT):
                x, y = reading.centre
                row, column = int(y * labels.shape[0]), int(x * labels.shape[1])
                self.assertEqual(labels[row, column], reading.plane)
                depth = ndimage.distance_transform_edt(np.pad(labels == reading.plane, 1))
                self.assertGreater(depth[row + 1, column + 1], 0.8 * depth.max() - 4)

    def test_how_far_down_a_plane_reaches(self):
        for picture, labels in self.cases:
            for reading in read_planes(picture, labels, COUNT):
                rows = np.nonzero(labels == reading.plane)[0]
                self.assertAlmostEqual(reading.foot, (np.percentile(rows, 95) + 1) / labels.shape[0], delta=0.015)

    def test_a_plane_as_thin_as_a_twig_is_read_whole(self):
        picture, labels = self.cases[0]
        labels = labels.copy()
        labels[:, 150:153] = 6
        reading = read_planes(picture, labels, 6)[5]
        twig = picture.value[labels == 6]
        np.testing.assert_allclose(
            (reading.dark, reading.mass, reading.light), np.percentile(twig, (2, 50, 98)), atol=0.06
        )


class Borders(unittest.TestCase):
    def test_length_round_one_label_by_croftons_formula(self):
        """All borders of a label together are its outline, which scikit-image measures in four directions as well."""
        for seed in range(6):
            labels = np.pad(blobs(seed), 3, constant_values=COUNT + 1)  # so that no outline runs along the rim
            lengths = border_lengths(labels)
            for plane in range(1, COUNT + 1):
                ours = sum(length for pair, length in lengths.items() if plane in pair)
                self.assertAlmostEqual(ours / perimeter_crofton(labels == plane, directions=4), 1, delta=0.02)

    def test_pixels_that_touch_by_dilating(self):
        cross = ndimage.generate_binary_structure(2, 1)
        for seed in range(6):
            labels = blobs(seed, 60, 90, size=5)
            places = border_places(labels)
            for far in range(1, COUNT + 1):
                for near in range(far + 1, COUNT + 1):
                    touch = (labels == far) & ndimage.binary_dilation(labels == near, cross)
                    found = places.get((far, near), np.zeros(0, int))
                    np.testing.assert_array_equal(found, np.flatnonzero(touch))

    def test_difference_across_a_border_by_means_of_neighbourhoods(self):
        for seed in range(4):
            picture, labels = picture_and_planes(seed)
            value, small = picture.value[::2, ::2].astype(float), labels[::2, ::2]
            size = 2 * max(1, round(BESIDE * max(value.shape))) + 1

            def near(plane, value=value, small=small, size=size):
                held = (small == plane).astype(float)
                both = [ndimage.uniform_filter(each, size, mode="mirror") for each in (value * held, held)]
                return both[0] / np.maximum(both[1], 1e-9)

            for border in read_borders(picture, labels, COUNT, 0.1):
                touch = (small == border.far) & ndimage.binary_dilation(
                    small == border.near, ndimage.generate_binary_structure(2, 1)
                )
                step = (near(border.near) - near(border.far))[touch]
                self.assertAlmostEqual(border.difference, np.median(step), delta=1e-3)
                merged = border.length_cm * np.mean(np.abs(step) < MERGED_BELOW)
                self.assertAlmostEqual(border.merged_cm, merged, delta=0.02 * border.length_cm + 1e-6)

    def test_a_smooth_line_is_not_ragged_and_a_comb_is(self):
        picture, _ = picture_and_planes(0)
        smooth = np.ones((200, 300), np.uint8)
        cv2.fillPoly(smooth, [np.array([[0, 90], [150, 120], [299, 80], [299, 199], [0, 199]], np.int32)], 2)
        comb = smooth.copy()
        comb[60:130, ::6] = 2
        calm, torn = (read_borders(picture, labels, 2, 1.0)[0].ragged for labels in (smooth, comb))
        self.assertAlmostEqual(calm, 1.0, delta=0.06)
        self.assertGreater(torn, 2.0)


class Spreading(unittest.TestCase):
    def test_a_random_walk_by_the_dense_laplacian(self):
        """The chance to meet each plane's seeds first is a Dirichlet problem on the graph (Grady 2006)."""
        picture, labels = picture_and_planes(3)
        segments = build_segments(picture, segment_ids(picture))
        graph = networkx.Graph()
        graph.add_nodes_from(range(segments.count))
        graph.add_weighted_edges_from(
            (int(a), int(b), float(w)) for (a, b), w in zip(segments.edges, segments.weights, strict=True)
        )
        laplace = networkx.laplacian_matrix(graph, nodelist=range(segments.count)).toarray()
        rng = np.random.default_rng(1)
        seeds = np.zeros(segments.count, int)
        chosen = rng.choice(segments.count, 12, replace=False)
        seeds[chosen] = rng.permutation(np.repeat(np.arange(1, 5), 3))
        known, free = np.flatnonzero(seeds), np.flatnonzero(seeds == 0)
        given = np.eye(4)[seeds[known] - 1]
        solved = np.linalg.solve(laplace[np.ix_(free, free)], -laplace[np.ix_(free, known)] @ given)
        chance = walk(segments, seeds, 4)
        np.testing.assert_allclose(chance[free], solved, atol=1e-4)
        np.testing.assert_allclose(chance.sum(axis=1), 1, atol=1e-5)
        np.testing.assert_array_equal(chance[known], given)

    def test_a_known_ladder_of_resistors(self):
        """Five patches in a row, a seed at each end: the chance falls evenly, as the voltage along equal resistors."""
        ids = np.repeat(np.arange(5, dtype=np.int32)[None], 3, axis=0)
        edges = np.array([(i, i + 1) for i in range(4)])
        chance = walk(Segments(ids, edges, np.ones(4)), np.array([1, 0, 0, 0, 2]), 2)
        np.testing.assert_allclose(chance[:, 0], [1, 0.75, 0.5, 0.25, 0], atol=1e-6)


if __name__ == "__main__":
    unittest.main()
