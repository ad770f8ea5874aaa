"""Lines that settle on an edge, thin things before other planes, and the first guess fitted to what was drawn."""

import unittest

import cv2
import numpy as np

from kind_distance.core.depth.marking import Stroke, fit_proposal, mark_planes
from kind_distance.core.depth.settle import settle_line
from kind_distance.core.depth.thin import find_thin
from kind_distance.core.picture.working import WorkingPicture

HEIGHT, WIDTH = 200, 300


def picture_of(codes):
    grain = np.random.default_rng(5).normal(0, 2, codes.shape)
    return WorkingPicture.of(np.clip(codes + grain, 0, 255).astype(np.uint8))


def shore():
    """Pale above, dark below a wavy shore; a weaker edge runs 12 rows under it."""
    rows = np.arange(HEIGHT)[:, None]
    edge = 100 + 6 * np.sin(np.arange(WIDTH) / 40)
    codes = np.full((HEIGHT, WIDTH, 3), 205.0)
    codes[rows > edge] = (90, 100, 95)
    codes[rows > edge + 12] = (70, 82, 76)
    return picture_of(codes), edge


class SettlingLines(unittest.TestCase):
    def test_a_rough_line_finds_the_shore(self):
        picture, edge = shore()
        hand = np.random.default_rng(2)
        xs = np.linspace(0, 1, 12)
        rough = [(x, (np.interp(x * (WIDTH - 1), np.arange(WIDTH), edge) + hand.uniform(-3, 3)) / 199) for x in xs]
        settled = settle_line(picture, tuple(rough), reach=0.03)
        at = np.arange(WIDTH)
        line = np.interp(at, [x * (WIDTH - 1) for x, _ in settled], [y * (HEIGHT - 1) for _, y in settled])
        self.assertLess(np.abs(line - edge).mean(), 1.0)
        before = np.interp(at, [x * (WIDTH - 1) for x, _ in rough], [y * (HEIGHT - 1) for _, y in rough])
        self.assertGreater(np.abs(before - edge).mean(), 1.0)

    def test_without_an_edge_the_line_stays(self):
        flat = picture_of(np.full((HEIGHT, WIDTH, 3), 150.0))
        settled = settle_line(flat, ((0.1, 0.5), (0.9, 0.5)))
        for _, y in settled:
            self.assertAlmostEqual(y, 0.5, delta=0.02)

    def test_ends_beyond_the_picture_and_short_lines_stay_as_drawn(self):
        picture, _ = shore()
        settled = settle_line(picture, ((-0.2, 0.5), (1.2, 0.5)))
        self.assertEqual(settled[0], (-0.2, 0.5))
        self.assertEqual(settled[-1], (1.2, 0.5))
        short = ((0.5, 0.5), (0.51, 0.5))
        self.assertEqual(settle_line(picture, short), short)

    def test_it_never_leaves_its_reach(self):
        picture, _ = shore()
        settled = settle_line(picture, ((0.0, 0.2), (1.0, 0.2)), reach=0.05)
        self.assertTrue(all(abs(y - 0.2) <= 0.056 for _, y in settled))


class ThinThings(unittest.TestCase):
    def setUp(self):
        codes = np.zeros((HEIGHT, WIDTH, 3))
        codes[:120] = (170, 190, 215)
        codes[120:] = (70, 75, 60)
        twigs = np.zeros((HEIGHT, WIDTH), np.uint8)
        for x in range(120, 190, 10):
            cv2.line(twigs, (150, 150), (x, 40), 1, 2)
        codes[twigs > 0] = (150, 120, 40)
        self.picture, self.twigs = picture_of(codes), twigs > 0
        self.labels = np.where(np.arange(HEIGHT)[:, None] < 120, 1, 2).repeat(WIDTH, axis=1).astype(np.uint8)
        self.outline = ((0.36, 0.15), (0.66, 0.15), (0.6, 0.8), (0.42, 0.8))

    def found(self, picture=None, labels=None):
        outline = Stroke("thin", 3, self.outline).raster(HEIGHT, WIDTH)
        labels = self.labels if labels is None else labels
        return find_thin(picture or self.picture, labels, outline, 3), outline

    def test_twigs_before_sky_and_hill_are_found(self):
        found, outline = self.found()
        true = self.twigs & outline
        self.assertGreater((found & true).sum() / true.sum(), 0.95)
        self.assertGreater((found & true).sum() / (found | true).sum(), 0.65)

    def test_reeds_that_leave_the_picture_are_found_to_its_last_row_and_column(self):
        """Also where the picture is no whole number of the squares in which surroundings are looked at."""
        codes = np.full((203, 303, 3), (170.0, 190.0, 215.0))
        codes[60:, 299:] = codes[200:, 240:] = (60, 50, 30)
        outline = np.zeros((203, 303), bool)
        outline[50:, 230:] = True
        found = find_thin(picture_of(codes), np.ones((203, 303), np.uint8), outline, 2)
        self.assertGreater(found[70:, 302].mean(), 0.9)
        self.assertGreater(found[202, 245:].mean(), 0.9)
        self.assertLess(found[55:190, 235:290].mean(), 0.05)

    def test_nothing_outside_the_outline(self):
        found, outline = self.found()
        self.assertFalse((found & ~outline).any())

    def test_an_empty_outline_finds_nothing(self):
        flat = picture_of(np.full((HEIGHT, WIDTH, 3), 150.0))
        found, outline = self.found(flat, np.ones((HEIGHT, WIDTH), np.uint8))
        self.assertLess(found.sum(), 0.02 * outline.sum())

    def test_where_nothing_shows_what_is_behind_all_of_it_belongs(self):
        whole = np.ones((HEIGHT, WIDTH), bool)
        self.assertTrue(find_thin(self.picture, np.ones((HEIGHT, WIDTH), np.uint8), whole, 3).all())

    def test_asked_again_it_is_the_same_and_another_surrounding_is_another_answer(self):
        first, _ = self.found()
        again, _ = self.found()
        np.testing.assert_array_equal(first, again)
        other, outline = self.found(labels=np.full((HEIGHT, WIDTH), 2, np.uint8))
        self.assertGreater((other != first)[outline].sum(), 0)

    def test_as_a_stroke_it_takes_its_pixels_and_no_more(self):
        labels = mark_planes(self.picture, None, self.labels, [Stroke("thin", 3, self.outline)], 3)
        self.assertTrue((labels == 3).any())
        np.testing.assert_array_equal(labels[labels != 3], self.labels[labels != 3])


class Crowns(unittest.TestCase):
    """Leaves in part as pale as what is behind them: a crown is whole, and a gap through which the sky shows is not."""

    def setUp(self):
        rng = np.random.default_rng(11)
        rows, columns = np.mgrid[:HEIGHT, :WIDTH]
        codes = np.where((rows < 110)[..., None], (128, 148, 150), (150, 150, 112)).astype(float)
        codes += rng.normal(0, 5, (HEIGHT, WIDTH, 1))
        self.crown = (rows - 100) ** 2 + (columns - 150) ** 2 < 45**2
        self.gap = (rows - 85) ** 2 + (columns - 150) ** 2 < 9**2
        self.crown &= ~self.gap
        leaves = np.array([(52, 62, 30), (96, 110, 58), (140, 150, 128)], float)
        which = rng.choice(3, (HEIGHT // 2, WIDTH // 2), p=(0.4, 0.4, 0.2)).repeat(2, axis=0).repeat(2, axis=1)
        codes[self.crown] = leaves[which][self.crown]
        self.picture = picture_of(codes)
        self.labels = np.where(rows < 110, 1, 2).astype(np.uint8)
        self.outline = (rows - 100) ** 2 + (columns - 150) ** 2 < 52**2

    def test_a_crown_is_whole(self):
        found = find_thin(self.picture, self.labels, self.outline, 3)
        self.assertGreater((found & self.crown).sum() / (found | self.crown).sum(), 0.9)
        # By what stands out alone a fifth of its leaves would be taken for the hills.
        plain = cv2.erode(self.crown.view(np.uint8), np.ones((9, 9), np.uint8)) > 0
        self.assertGreater(found[plain].mean(), 0.88)

    def test_a_gap_stays_open(self):
        found = find_thin(self.picture, self.labels, self.outline, 3)
        inner = cv2.erode(self.gap.view(np.uint8), np.ones((7, 7), np.uint8)) > 0
        self.assertLess(found[inner].mean(), 0.2)


class FittedProposal(unittest.TestCase):
    def test_the_guess_keeps_to_the_lines(self):
        bands = (np.arange(100)[:, None] // 25 + 1).repeat(50, axis=1).astype(np.uint8)
        lines = [Stroke("level", 2, ((0.0, 0.1), (1.0, 0.1))), Stroke("level", 4, ((0.0, 0.5), (1.0, 0.5)))]
        fitted = fit_proposal(bands, lines)
        self.assertEqual(set(np.unique(fitted[:9])), {1})
        self.assertTrue((fitted[12:48] >= 2).all())
        self.assertTrue((fitted[12:48] <= 3).all())
        self.assertEqual(set(np.unique(fitted[52:])), {4})


if __name__ == "__main__":
    unittest.main()
