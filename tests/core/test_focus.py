"""The focus: spared where everything else is simplified, and missed when it is lost."""

import unittest

import numpy as np

from kind_distance.core.picture.focus import LEAST_STEP, SPARED, Focus, step_at_focus
from kind_distance.core.picture.shapes import find_shapes, merge_small
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, plain, squint
from kind_distance.errors import DomainError
from kind_distance.stages.thumbnails.thumbnail_words import judge_thumbnail
from tests.support import bands, working


def field_with_two_sheds():
    """A mid field with two small dark sheds of one size, far from each other."""
    codes = bands([5.5], 400, 600)
    for left in (120, 460):
        codes[190:206, left : left + 20] = 40
    return working(codes)


class Places(unittest.TestCase):
    def test_nearness_falls_from_one_to_a_half_at_the_reach(self):
        near = Focus(0.5, 0.5, 0.1).nearness(200, 400)
        self.assertAlmostEqual(float(near[100, 200]), 1, delta=0.01)
        self.assertAlmostEqual(float(near[100, 240]), 0.5, delta=0.02)
        self.assertAlmostEqual(float(near[60, 200]), 0.5, delta=0.02)
        self.assertLess(float(near[0, 0]), 0.001)

    def test_the_focal_area_is_round_on_the_picture(self):
        area = Focus(0.5, 0.5, 0.1).area(300, 600)
        self.assertAlmostEqual(area.sum() / (np.pi * 60**2), 1, delta=0.02)

    def test_places_that_are_none(self):
        for wrong in ((-0.1, 0.5, 0.1), (0.5, 1.2, 0.1), (0.5, 0.5, 0.0), (0.5, 0.5, 0.9), (float("nan"), 0.5, 0.1)):
            with self.subTest(wrong=wrong), self.assertRaises(DomainError):
                Focus(*wrong)


class Sparing(unittest.TestCase):
    def thumbnail(self, focus, smallest=0.004):
        settings = ThumbnailSettings(steps=2, smallest_share=smallest, softness=0.008, focus=focus)
        photo = plain(field_with_two_sheds().value)
        return make_thumbnail(squint(photo, settings.softness, focus), settings)

    def dark_at(self, thumbnail, x):
        height, width = thumbnail.steps.shape
        return bool(thumbnail.steps[int(0.495 * height), int(x * width)] == 0)

    def test_the_shed_at_the_focus_stays_and_the_other_goes(self):
        thumbnail = self.thumbnail(Focus(130 / 600, 0.495, 0.08))
        self.assertTrue(self.dark_at(thumbnail, 130 / 600))
        self.assertFalse(self.dark_at(thumbnail, 470 / 600))

    def test_without_a_focus_both_go(self):
        thumbnail = self.thumbnail(None)
        self.assertFalse(self.dark_at(thumbnail, 130 / 600))
        self.assertFalse(self.dark_at(thumbnail, 470 / 600))
        self.assertIsNone(thumbnail.reading.focus_step)

    def test_a_pixel_at_the_focus_counts_for_many(self):
        steps = np.ones((40, 40), np.uint8)
        steps[18:22, 18:22] = 0
        value = np.where(steps == 0, 2.0, 6.0).astype(np.float32)
        weight = np.full(steps.shape, SPARED, np.float32)
        self.assertEqual(len(find_shapes(merge_small(find_shapes(steps), value, 100)).area_px), 1)
        self.assertEqual(len(find_shapes(merge_small(find_shapes(steps), value, 100, weight)).area_px), 2)

    def test_the_step_that_is_seen_there(self):
        steps = np.zeros((100, 100), np.uint8)
        steps[:, 50:] = 2
        self.assertAlmostEqual(step_at_focus(steps, (2.0, 5.0, 8.0), Focus(0.5, 0.5, 0.1)), 6.0)
        self.assertAlmostEqual(step_at_focus(steps, (2.0, 5.0, 8.0), Focus(0.2, 0.5, 0.1)), 0.0)
        steps[50, 20] = 1  # a single pixel is not seen
        self.assertAlmostEqual(step_at_focus(steps, (2.0, 5.0, 8.0), Focus(0.2, 0.5, 0.1)), 0.0)


class Reading(unittest.TestCase):
    """Whether the thing that is marked still reads, however small it is, and whatever else lies near."""

    def scene(self, thing):
        value = np.full((240, 320), 6.5, np.float32)
        value[130:] = 4.4  # sea
        value[116:124, 150:170] = thing
        return value

    def step(self, value, smallest):
        focus = Focus(160 / 320, 120 / 240, 0.12)
        soft = squint(plain(value), 0.004, focus)
        settings = ThumbnailSettings(3, smallest, 0.004, focus=focus)
        return make_thumbnail(soft, settings, plain(value).value).reading.focus_step

    def test_a_small_sun_that_is_kept_is_seen(self):
        self.assertGreaterEqual(self.step(self.scene(9.2), 0.001), LEAST_STEP)

    def test_an_island_that_is_joined_away_is_told_though_the_horizon_runs_by(self):
        self.assertLess(self.step(self.scene(3.0), 0.05), LEAST_STEP)

    def test_what_is_spared_is_no_crumb(self):
        value = self.scene(6.5)
        rng = np.random.default_rng(2)
        for y, x in zip(rng.integers(70, 125, 60), rng.integers(120, 200, 60), strict=True):
            value[y : y + 2, x : x + 2] = 2.0
        focus = Focus(0.5, 0.4, 0.15)
        made = make_thumbnail(squint(plain(value), 0.004, focus), ThumbnailSettings(3, 0.004, 0.004, focus=focus))
        self.assertGreater(min(made.reading.areas), 0.0004)


class Missing(unittest.TestCase):
    def test_a_lost_focus_is_said_first(self):
        settings = ThumbnailSettings(steps=2, focus=Focus(0.5, 0.5))
        photo = plain(working(bands([6.0, 5.9], 300, 400)).value)
        reading = make_thumbnail(squint(photo), settings).reading
        self.assertLess(reading.focus_step, LEAST_STEP)
        found = judge_thumbnail(1, settings, reading, 900, "cm")
        self.assertEqual((found[0].kind, found[0].severity), ("focus_lost", "strong"))

    def test_a_focus_that_reads_is_not_mentioned(self):
        settings = ThumbnailSettings(steps=2, focus=Focus(0.5, 0.5))
        reading = make_thumbnail(squint(plain(working(bands([8.0, 3.0], 300, 400)).value)), settings).reading
        self.assertGreater(reading.focus_step, 4)
        self.assertEqual([j.kind for j in judge_thumbnail(1, settings, reading, 900, "cm")], [])


if __name__ == "__main__":
    unittest.main()
