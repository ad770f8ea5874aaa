"""What was recorded stays as it is: pictures of seeds, readings of pictures, paints, builds and plans (`tests.record`)."""

import json
import unittest

import numpy as np

from tests import record

NEAR, OFF_SHARE = 3e-3, 0.02  # how near a number has to be, and the share of a long list that another machine may round
FAR = 0.03  # nor may one of those be farther off: what is drawn otherwise in one place is drawn otherwise


class Records(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.kept = json.loads(record.FILE.read_text("utf-8"))

    def same(self, part):
        """Hold one part against what was kept of it."""
        made = part()
        self.assertTrue(made)
        for name, values in made.items():
            with self.subTest(name):
                self.assertIn(name, self.kept)
                self.assertEqual(len(values), len(self.kept[name]))
                off = ~np.isclose(values, self.kept[name], rtol=NEAR, atol=NEAR)
                self.assertLessEqual(
                    int(off.sum()), int(OFF_SHARE * off.size), "If it is meant: python -m tests.record"
                )
                far = ~np.isclose(values, self.kept[name], rtol=FAR, atol=FAR)
                self.assertFalse(far.any(), "In one place. If it is meant: python -m tests.record")

    def test_scenes(self):
        self.same(record.scenes)

    def test_drills(self):
        self.same(record.drills)

    def test_pictures(self):
        self.same(record.pictures)

    def test_planes(self):
        self.same(record.planes)

    def test_page(self):
        self.same(record.page)

    def test_painted(self):
        self.same(record.painted)

    def test_mixing(self):
        self.same(record.mixing)

    def test_build(self):
        self.same(record.build)

    def test_plans(self):
        self.same(record.plans)

    def test_every_part_is_held(self):
        tested = {name.removeprefix("test_") for name in dir(self) if name.startswith("test_")}
        self.assertEqual({part.__name__ for part in record.PARTS} - tested, set())


if __name__ == "__main__":
    unittest.main()
