"""The first guess at planes: a sky only where there is one."""

from __future__ import annotations

import unittest

import numpy as np

from kind_distance.core.depth.proposal import has_sky
from kind_distance.studio.changes.planes import usual_planes
from tests.support import working


class Skies(unittest.TestCase):
    """Whether the top of a picture is sky."""

    def test_a_wood_has_none(self) -> None:
        rng = np.random.default_rng(5)
        stems = np.repeat(np.repeat(rng.integers(20, 200, (60, 90)), 4, axis=0), 4, axis=1).astype(np.uint8)
        self.assertFalse(has_sky(working(np.repeat(stems[..., None], 3, axis=2))))

    def test_a_pale_even_top_over_land_is_one(self) -> None:
        codes = np.full((240, 360, 3), 210, np.uint8)
        codes[110:] = (70, 90, 50)
        self.assertTrue(has_sky(working(codes)))

    def test_without_a_sky_all_planes_are_land(self) -> None:
        kinds = [plane.kind for plane in usual_planes(4, with_sky=False)]
        self.assertEqual(kinds, ["land"] * 4)
        self.assertEqual([plane.kind for plane in usual_planes(4)][0], "sky")
        far = [plane.distance_m for plane in usual_planes(4, with_sky=False)]
        self.assertEqual(far, sorted(far, reverse=True))
