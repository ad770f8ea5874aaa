"""The horizon of the demo's pictures against their rendered truth, and tilts that were made."""

import io
import json
import unittest

import cv2
import numpy as np
from PIL import Image

from kind_distance.core.picture.horizon import (
    SkyLine,
    border_slope,
    find_horizon,
    likeliest,
    lower_border,
    upper_border,
)
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.demo.seed import picture_bytes
from tests.support import TRUTH

SCENES = {"tea": "tea_hillside", "marsh": "tidal_mill", "quarry": "slate_pool"}
WITHIN = 0.03  # share of the height


def picture(name):
    return WorkingPicture.of(np.asarray(Image.open(io.BytesIO(picture_bytes(name))).convert("RGB")))


def turned(value, degrees):
    height, width = value.shape
    matrix = cv2.getRotationMatrix2D((width / 2, height / 2), -degrees, 1.06)
    return cv2.warpAffine(value, matrix, (width, height), borderMode=cv2.BORDER_REPLICATE)


class Horizon(unittest.TestCase):
    def test_within_three_parts_of_a_hundred(self):
        """Said where sure, else among the first candidates to drag."""
        sure = 0
        for scene, name in SCENES.items():
            row = json.loads((TRUTH / f"{scene}.json").read_text())["horizon_row"]
            truth = row / 1600
            with self.subTest(scene=scene):
                found = find_horizon(picture(name).value)
                offered = [found.line] if found.line else found.candidates[:2]
                self.assertLess(min(abs(line.height - truth) for line in offered), WITHIN)
                sure += found.line is not None
        self.assertGreaterEqual(sure, 1)

    def test_two_degrees_of_tilt(self):
        value = picture("tidal_mill").value
        level = find_horizon(value).line.tilt_deg
        for degrees in (-3, -2, 2, 3):
            with self.subTest(degrees=degrees):
                line = find_horizon(turned(value, degrees)).line
                self.assertAlmostEqual(line.tilt_deg - level, degrees, delta=0.5)

    def test_a_made_waterline(self):
        y, x = np.mgrid[0:300, 0:450]
        for degrees in (0.0, 0.5, 2.0, -4.0):
            with self.subTest(degrees=degrees):
                edge = 180 + (x - 225) * np.tan(np.deg2rad(degrees))
                value = np.where(y < edge, 8.0, 3.0).astype(np.float32)
                found = find_horizon(value)
                self.assertAlmostEqual(found.line.tilt_deg, degrees, delta=0.3)
                self.assertAlmostEqual(found.line.height, 0.6, delta=0.01)

    def test_a_marked_sky_that_ends_elsewhere_makes_it_unsure(self):
        value = np.full((300, 450), 8.0, np.float32)
        value[180:] = 3.0
        self.assertIsNotNone(find_horizon(value, SkyLine(np.full(450, 0.6, np.float32))).line)
        self.assertIsNone(find_horizon(value, SkyLine(np.full(450, 0.3, np.float32))).line)

    def test_a_skyline_is_no_horizon(self):
        """Hills, a wood's edge and roofs are strong and long; whether they lie at eye level nobody can see in them."""
        x = np.arange(450)
        y = np.arange(300)[:, None]
        hills = 140 + 12 * np.sin(x / 40) + 5 * np.sin(x / 11)
        for name, edge in (("hills", hills), ("a wood", 150 + 4 * np.sign(np.sin(x / 3.1)) + 3 * np.sin(x / 1.7))):
            with self.subTest(name):
                value = np.where(y < edge, 8.0, 3.5).astype(np.float32)
                for sky in (None, SkyLine((edge / 300).astype(np.float32))):
                    found = find_horizon(value, sky)
                    self.assertIsNone(found.line)
                    self.assertLess(abs(likeliest(found).height - np.mean(edge) / 300), 0.07)

    def test_a_rail_before_a_view_is_no_horizon(self):
        rng = np.random.default_rng(3)
        view = cv2.GaussianBlur(rng.uniform(1, 9, (300, 450)).astype(np.float32), (0, 0), 3) * 3 - 10
        view[200:] = 2.0
        self.assertIsNone(find_horizon(np.clip(view, 0, 10)).line)

    def test_marked_sky_over_marked_sea_is_sure_though_the_line_is_faint(self):
        """Far water and sky differ by next to nothing on many days: the marks say what the values do not."""
        faint = np.full((300, 450), 7.0, np.float32)
        border = (0.4 + 0.002 * np.sin(np.arange(450) / 5)).astype(np.float32)
        found = find_horizon(faint, SkyLine(border, sea=True)).line
        self.assertAlmostEqual(found.height, 0.4, delta=0.01)
        coast = (0.4 + 0.05 * np.sin(np.arange(450) / 60)).astype(np.float32)
        self.assertIsNone(find_horizon(faint, SkyLine(coast, sea=True)).line)

    def test_an_empty_picture_has_none(self):
        found = find_horizon(np.full((200, 300), 5.0, np.float32))
        self.assertEqual((found.line, found.candidates, found.confidence), (None, [], 0.0))


class Slopes(unittest.TestCase):
    def test_a_sloping_skyline_with_trees_on_it(self):
        """Theil and Sen's line does not follow a few trees that stand out."""
        x = np.arange(400) / 400
        border = 0.5 + (x - 0.5) * 1.5 * np.tan(np.deg2rad(4))
        border[50:80] -= 0.15
        border[300:320] -= 0.2
        self.assertAlmostEqual(border_slope(border.astype(np.float32), 1.5), 4.0, delta=0.5)

    def test_borders_of_areas(self):
        sky = np.zeros((100, 60), bool)
        sky[:30] = True
        np.testing.assert_allclose(lower_border(sky), 0.3)
        np.testing.assert_allclose(upper_border(~sky), 0.3)
        self.assertIsNone(lower_border(np.zeros((100, 60), bool)))


if __name__ == "__main__":
    unittest.main()
