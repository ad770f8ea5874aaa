"""Sketch pages: frames found, straightened, hatching read as value; on pages that the test draws itself."""

import unittest

import cv2
import numpy as np

from kind_distance.core.picture.page import (
    SURE,
    _clusters,
    check_corners,
    find_frames,
    sketch_values,
    straighten_sketch,
)
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.errors import DomainError
from tests.sketching import draw_page, photograph

ONE = [(250, 180, 1150, 780)]
FOUR = [(110, 110, 640, 460), (760, 110, 1290, 460), (110, 560, 640, 910), (760, 560, 1290, 910)]


def off_px(found, truth, size=(1600, 1200)):
    """Largest distance of a corner from the truth, in pixels of the photo."""
    return max(np.hypot((a - c) * size[0], (b - d) * size[1]) for (a, b), (c, d) in zip(found, truth, strict=True))


def right_share(photo, corners, truth):
    """Share of pixels that a four-step thumbnail puts into the step that was drawn."""
    values = sketch_values(straighten_sketch(photo, corners))
    made = make_thumbnail(simplify(values), ThumbnailSettings(4, 0.0005))
    wanted = cv2.resize(truth, made.steps.shape[::-1], interpolation=cv2.INTER_NEAREST)
    return float((made.steps == 3 - wanted).mean())


class RoomInside(unittest.TestCase):
    def test_a_frame_a_twentieth_wide_and_high_has_room_inside(self):
        def square(side):
            return [(0.4, 0.4), (0.4 + side, 0.4), (0.4 + side, 0.4 + side), (0.4, 0.4 + side)]

        self.assertEqual(len(check_corners(square(0.051))), 4)
        with self.assertRaises(DomainError):
            check_corners(square(0.049))


class Clusters(unittest.TestCase):
    """From tried pages: a thumbnail has a sixty-seventh of the photo and a twentieth of its long side, or more."""

    def test_what_is_too_small_is_no_thumbnail(self):
        for size, count in (((116, 130), 1), ((114, 130), 0), ((49, 400), 0), ((51, 400), 1)):
            ink = np.zeros((1000, 1000), np.bool_)
            ink[300 : 300 + size[0], 200 : 200 + size[1]] = True
            self.assertEqual(len(_clusters(ink)), count, size)

    def test_no_more_than_a_dozen(self):
        ink = np.zeros((1000, 1000), np.bool_)
        for at in range(14):
            ink[30 + at // 5 * 300 :, 20 + at % 5 * 200 :][:150, :120] = True
        self.assertEqual(len(_clusters(ink)), 12)


class Frames(unittest.TestCase):
    def check(self, tool, *, corner_px=5.0, right=0.95, **how):
        broken = how.pop("broken", False)
        page, truth = draw_page(ONE, tool, broken=broken)
        photo, corners = photograph(page, ONE, **how)
        frames = [frame for frame in find_frames(photo) if frame.confidence >= SURE]
        self.assertEqual(len(frames), 1)
        self.assertLess(off_px(frames[0].corners, corners[0]), corner_px)
        self.assertGreater(right_share(photo, frames[0].corners, truth[0]), right)

    def test_pencil(self):
        self.check("pencil")

    def test_pen(self):
        self.check("pen")

    def test_marker(self):
        self.check("marker")

    def test_tilted(self):
        for tilt in (-8, 7):
            with self.subTest(tilt=tilt):
                self.check("pencil", tilt=tilt)

    def test_a_broken_frame(self):
        self.check("pencil", broken=True)

    def test_the_shadow_of_a_hand(self):
        self.check("pencil", shadow=True, right=0.93)

    def test_several_on_one_page_in_reading_order(self):
        page, _ = draw_page(FOUR, "pencil")
        photo, corners = photograph(page, FOUR, tilt=2)
        frames = [frame for frame in find_frames(photo) if frame.confidence >= SURE]
        self.assertEqual(len(frames), 4)
        for frame, truth in zip(frames, corners, strict=True):
            self.assertLess(off_px(frame.corners, truth), 6)

    def test_without_a_frame_the_corners_are_asked_for(self):
        """Hatching with open sides gives no confidence; with corners pressed by hand it reads as well."""
        page, truth = draw_page(ONE, "pencil", framed=False)
        photo, corners = photograph(page, ONE)
        self.assertEqual([f for f in find_frames(photo) if f.confidence >= SURE], [])
        self.assertGreater(right_share(photo, check_corners(corners[0]), truth[0]), 0.95)

    def test_a_blank_page_and_a_black_photo_have_no_frame(self):
        page, _ = draw_page([], "pencil")
        photo, _ = photograph(page, [])
        self.assertEqual([f for f in find_frames(photo) if f.confidence >= SURE], [])
        self.assertEqual(find_frames(np.zeros((240, 320, 3), np.float32)), [])


class Corners(unittest.TestCase):
    def test_any_order_and_both_ways_round(self):
        wanted = ((0.1, 0.2), (0.8, 0.15), (0.9, 0.9), (0.05, 0.85))
        for order in ([0, 1, 2, 3], [2, 0, 3, 1], [3, 2, 1, 0]):
            self.assertEqual(check_corners([wanted[i] for i in order]), wanted)

    def test_what_is_no_frame_is_refused(self):
        for corners in (
            [(0, 0), (1, 0), (1, 1)],
            [(0.1, 0.1), (0.9, 0.9), (0.5, 0.5), (0.2, 0.2)],
            [(0.1, 0.1), (0.11, 0.1), (0.11, 0.11), (0.1, 0.11)],
            [(0, 0), (float("nan"), 0), (1, 1), (0, 1)],
            [(0, 0), (9, 0), (9, 9), (0, 9)],
            [(0.5, 0.1), (0.9, 0.9), (0.5, 0.5), (0.1, 0.9)],
        ):
            with self.subTest(corners=corners), self.assertRaises(DomainError):
                check_corners(corners)


class Values(unittest.TestCase):
    def test_the_light_is_taken_off_the_paper(self):
        """Clean paper is even after straightening, however the light fell off across it."""
        page, _ = draw_page(ONE, "pencil")
        photo, corners = photograph(page, ONE, light=0.45)
        light = straighten_sketch(photo, check_corners(corners[0]))
        rows, columns = light.shape
        sky = light[round(0.06 * rows) : round(0.25 * rows)]
        left, right = np.median(sky[:, : columns // 5]), np.median(sky[:, -columns // 5 :])
        self.assertLess(abs(left - right), 0.02)

    def test_a_blank_sketch_stays_blank(self):
        values = sketch_values(np.full((400, 600), 0.88, np.float32))
        self.assertLess(np.ptp(values), 0.05)
        self.assertGreater(values.min(), 9.3)

    def test_a_single_outline_is_no_value(self):
        light = np.full((640, 960), 0.88, np.float32)
        cv2.line(light, (80, 320), (880, 330), 0.25, 2)
        light[500:, :] = 0.3
        made = make_thumbnail(simplify(sketch_values(light)), ThumbnailSettings(2, 0.0005))
        self.assertTrue((made.steps[:240] == 1).all())
        self.assertTrue((made.steps[262:] == 0).all())

    def test_denser_hatching_is_darker(self):
        darkness = []
        for gap in (14, 9, 6, 4):
            light = np.full((640, 960), 0.88, np.float32)
            light[:, ::gap] = 0.15
            light[:, 1::gap] = 0.15
            light[:160, :240] = 0.1
            darkness.append(float(np.median(sketch_values(light))))
        self.assertEqual(darkness, sorted(darkness, reverse=True))


if __name__ == "__main__":
    unittest.main()
