"""The demo's photographed sketch page against its truth: rendered by ourselves, its corners and steps known."""

import io
import json
import unittest

import cv2
import numpy as np
from PIL import Image

from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.picture.page import SURE, find_frames, sketch_values, straighten_sketch
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.demo.seed import picture_bytes
from tests.support import TRUTH

WITHIN_PX, RIGHT = 5.0, 0.95


class SketchPage(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        codes = np.asarray(Image.open(io.BytesIO(picture_bytes("sketch_page"))).convert("RGB"))
        cls.size = (codes.shape[1], codes.shape[0])
        cls.linear = linear_from_codes(codes)
        cls.truth = np.array(json.loads((TRUTH / "sketch_page.json").read_text())["frame_corners_photo"], np.float32)
        cls.steps = np.asarray(Image.open(TRUTH / "sketch_values.png"))
        sure = [frame for frame in find_frames(cls.linear) if frame.confidence >= SURE]
        assert len(sure) == 1, "the value key and the scribbles beside the sketch are no thumbnails"
        cls.corners = sure[0].corners

    def test_corners(self):
        found = np.array(self.corners) * self.size
        self.assertLess(float(np.hypot(*(found - self.truth).T).max()), WITHIN_PX)

    def test_steps(self):
        """Each pixel is held against the truth at the place of the photo it was read from."""
        made = make_thumbnail(
            simplify(sketch_values(straighten_sketch(self.linear, self.corners))), ThumbnailSettings(4, 0.0005)
        )
        height, width = made.steps.shape
        rows, columns = self.steps.shape
        page = np.array([[0, 0], [columns, 0], [columns, rows], [0, rows]], np.float32)
        sketch = np.array([[0, 0], [width, 0], [width, height], [0, height]], np.float32)
        to_truth = cv2.getPerspectiveTransform(self.truth, page)
        to_photo = cv2.getPerspectiveTransform(sketch, (np.array(self.corners) * self.size).astype(np.float32))
        wanted = cv2.warpPerspective(
            self.steps,
            np.linalg.inv(to_truth @ to_photo),
            (width, height),
            flags=cv2.INTER_NEAREST,
            borderMode=cv2.BORDER_REPLICATE,
        )
        self.assertGreaterEqual(float((made.steps == 3 - wanted).mean()), RIGHT)


if __name__ == "__main__":
    unittest.main()
