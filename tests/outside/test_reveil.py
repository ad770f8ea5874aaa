"""The scene under another veil: against Koschmieder's law and the rendered truth.

The truth is what stands in the demo's scenes without air, rendered with them by ourselves.
"""

import io
import json
import tempfile
import unittest
from functools import lru_cache
from pathlib import Path

import cv2
import numpy as np
from PIL import Image

from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.depth.other_veil import Air, distances_for, reveil
from kind_distance.core.depth.veil import profile_of
from kind_distance.demo.seed import picture_bytes, seed
from kind_distance.errors import DomainError
from kind_distance.studio.paintings import Studio
from tests.support import TRUTH
from tools.running import DEMO_NOW

CLEAR, MIST, HAZY = Air(profile_of("clear")), Air(profile_of("mist")), Air(profile_of("hazy"))


@lru_cache(maxsize=1)
def demo():
    file = Path(tempfile.mkdtemp()) / "air.sqlite"
    seed(file, DEMO_NOW)
    return file


def demo_painting(title):
    """Open one of the demo's paintings: its state, what its planes read, its file."""
    studio = Studio(demo())
    entry = next(each for each in studio.shelf().entries if each.brief.title == title)
    opened = studio.open(entry.id, DEMO_NOW)
    return opened.painting.state, opened.survey.depth, demo()


def veiled(own, labels, distances, air):
    """Put known surfaces behind air by Koschmieder's own formula (1924)."""
    out = own.copy()
    for rank, distance in enumerate(distances, start=1):
        if distance is not None:
            left = np.exp(-air.profile.extinction_per_km(air.visibility_km) * distance / 1000)
            out[labels == rank] = own[labels == rank] * left + air.airlight * (1 - left)
    return out.astype(np.float32)


class AnotherVeil(unittest.TestCase):
    def setUp(self):
        rng = np.random.default_rng(6)
        self.labels = np.repeat([1, 2, 3], 20)[:, None] * np.ones((1, 40), int)
        self.labels = self.labels.astype(np.uint8)
        self.own = rng.uniform(0.05, 0.6, (60, 40, 3)).astype(np.float32)
        self.distances = [4000.0, 900.0, 20.0]

    def test_from_one_air_to_another_is_exact_where_enough_is_left(self):
        photo = veiled(self.own, self.labels, self.distances, CLEAR)
        wanted = veiled(self.own, self.labels, self.distances, HAZY) * 1.0
        np.testing.assert_allclose(reveil(photo, self.labels, self.distances, CLEAR, HAZY), wanted, atol=2e-3)

    def test_the_same_air_changes_nothing(self):
        photo = veiled(self.own, self.labels, self.distances, CLEAR)
        np.testing.assert_allclose(reveil(photo, self.labels, self.distances, CLEAR, CLEAR), photo, atol=1e-4)

    def test_mist_takes_the_far_and_leaves_the_near(self):
        photo = veiled(self.own, self.labels, self.distances, CLEAR)
        seen = reveil(photo, self.labels, self.distances, CLEAR, MIST)
        far, near = seen[self.labels == 1], seen[self.labels == 3]
        np.testing.assert_allclose(far, np.broadcast_to(MIST.airlight, far.shape), atol=0.01)
        self.assertGreater(near.std(), 0.5 * photo[self.labels == 3].std() * profile_of("mist").light)

    def test_nothing_leaves_what_can_be_shown(self):
        wild = np.random.default_rng(1).uniform(0, 1, (60, 40, 3)).astype(np.float32)
        for key in ("mountain_air", "mist", "storm", "night", "deep_water", "backlit_room", "toward_sunset"):
            seen = reveil(wild, self.labels, [None, 900.0, 3.0], HAZY, Air(profile_of(key)))
            self.assertTrue(np.isfinite(seen).all())
            self.assertTrue(seen.min() >= 0 and seen.max() <= 1)

    def test_night_is_dark_near_and_far(self):
        photo = veiled(self.own, self.labels, self.distances, CLEAR)
        seen = reveil(photo, self.labels, self.distances, CLEAR, Air(profile_of("night")))
        self.assertLess(seen.mean(), 0.25 * photo.mean())

    def test_a_plane_too_many(self):
        with self.assertRaises(DomainError):
            reveil(self.own, self.labels, [None, 5.0], CLEAR, MIST)

    def test_a_rendered_valley_loses_its_air(self):
        """Taking the air off the tea hillside brings its far ridges nearer to what stands there without air."""
        truth = json.loads((TRUTH / "tea.json").read_text())
        photo = linear_from_codes(np.asarray(Image.open(io.BytesIO(picture_bytes("tea_hillside"))).convert("RGB")))
        photo = cv2.resize(photo, (600, 400), interpolation=cv2.INTER_AREA)
        bare = linear_from_codes(np.asarray(Image.open(TRUTH / "tea_unveiled.jpg").convert("RGB")))
        bare = cv2.resize(bare, (600, 400), interpolation=cv2.INTER_AREA) * truth["unveiled_white_linear"]
        ridge = np.ones((400, 600), np.uint8)
        rows, columns = slice(92, 112), slice(30, 520)
        ridge[rows, columns] = 2
        was = Air(profile_of("clear"), truth["visibility_m"] / 1000, tuple(truth["airlight_linear_mean"]))
        now = Air(profile_of("mountain_air"), 340.0)
        seen = reveil(photo, ridge, [None, 7400.0], was, now)
        own = bare[rows, columns].mean(axis=(0, 1))
        before = np.abs(photo[rows, columns].mean(axis=(0, 1)) - own).sum()
        after = np.abs(seen[rows, columns].mean(axis=(0, 1)) - own).sum()
        self.assertLess(after, 0.75 * before)


class Distances(unittest.TestCase):
    def test_gaps_are_filled_between_neighbours(self):
        filled = distances_for([None, 8000.0, None, 80.0], [True, False, False, False])
        self.assertIsNone(filled[0])
        self.assertAlmostEqual(filled[2], 800.0, delta=1)

    def test_nothing_known(self):
        self.assertEqual(distances_for([None, None], [True, False]), [None, None])


if __name__ == "__main__":
    unittest.main()
