"""The main job on a photograph that nobody here prepared: scikit-learn's sample picture of a pavilion."""

import unittest
from importlib import resources

import numpy as np

from kind_distance.core.colour.keys import key_range
from kind_distance.core.depth.marking import Stroke, mark_planes
from kind_distance.core.depth.plan import DepthInput, PlaneSpec, plan_depth
from kind_distance.core.depth.proposal import find_sky, propose_planes
from kind_distance.core.depth.readings import read_borders, read_planes
from kind_distance.core.depth.segments import build_segments, segment_ids
from kind_distance.core.picture.shapes import find_shapes
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, simplify
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.exchange.pictures import read_picture


def pavilion():
    data = (resources.files("sklearn.datasets") / "images" / "china.jpg").read_bytes()
    return read_picture(data, "china.jpg")


class Pavilion(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.taken = pavilion()
        cls.picture = WorkingPicture.of(cls.taken.codes)

    def test_taken_in_as_it_is(self):
        self.assertEqual((self.taken.facts.width_px, self.taken.facts.height_px), (640, 427))
        self.assertEqual(self.taken.facts.format, "JPEG")

    def test_four_values_in_few_large_shapes(self):
        thumbnail = make_thumbnail(simplify(self.picture.value), ThumbnailSettings(steps=4))
        reading = thumbnail.reading
        self.assertLess(reading.effective_shapes, 12)
        self.assertLess(reading.shapes, 60)
        self.assertAlmostEqual(sum(reading.shares), 1)
        least = 0.004 * thumbnail.steps.size
        self.assertGreaterEqual(find_shapes(thumbnail.steps).area_px.min(), least)
        self.assertEqual(list(reading.values), sorted(reading.values))

    def test_the_sky_is_found(self):
        sky = find_sky(self.picture)
        self.assertGreater(sky[: self.picture.height // 12].mean(), 0.9)
        # The pale lake in the haze counts to the sky until a stroke says otherwise; trees and roofs do not.
        self.assertLess(sky[self.picture.height * 3 // 4 :].mean(), 0.05)
        self.assertFalse(sky[self.picture.height // 2, self.picture.width // 3])

    def test_three_strokes_and_a_plan(self):
        segments = build_segments(self.picture, segment_ids(self.picture))
        strokes = [
            Stroke("mark", 1, ((0.05, 0.08), (0.95, 0.06))),
            Stroke("mark", 2, ((0.15, 0.62), (0.85, 0.6))),
            Stroke("mark", 3, ((0.05, 0.93), (0.95, 0.95))),
        ]
        labels = mark_planes(self.picture, segments, propose_planes(self.picture, 3), strokes, 3)
        readings = read_planes(self.picture, labels, 3)
        borders = read_borders(self.picture, labels, 3, 0.05)
        self.assertTrue(all(reading is not None and reading.share > 0.03 for reading in readings))
        specs = [PlaneSpec("Sky", "sky"), PlaneSpec("Pavilion", distance_m=60), PlaneSpec("Ground", distance_m=8)]
        plan = plan_depth(DepthInput(specs, readings, borders))
        self.assertEqual(plan.ladder.conflicts, ())
        low, high = key_range("full")
        for gap in plan.gaps:
            apart = plan.planes[gap.far].value - plan.planes[gap.near].value
            self.assertGreaterEqual(gap.sign * apart, gap.wanted - 0.001)
        self.assertTrue(all(low - 1e-6 <= plane.value <= high + 1e-6 for plane in plan.planes))

    def test_readings_survive_recompression(self):
        """The effective number of shapes and the contour hardly move; that is why those two are read."""
        import io

        from PIL import Image

        first = make_thumbnail(simplify(self.picture.value), ThumbnailSettings()).reading
        out = io.BytesIO()
        Image.fromarray(self.taken.codes).save(out, "JPEG", quality=60)
        again = WorkingPicture.of(np.asarray(Image.open(out)))
        second = make_thumbnail(simplify(again.value), ThumbnailSettings()).reading
        self.assertAlmostEqual(second.effective_shapes / first.effective_shapes, 1, delta=0.15)
        self.assertAlmostEqual(second.contour / first.contour, 1, delta=0.15)


if __name__ == "__main__":
    unittest.main()
