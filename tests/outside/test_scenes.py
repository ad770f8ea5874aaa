"""The demo's rendered scenes against their known truth: planes, distances, veil."""

import json
import unittest
from functools import lru_cache

import cv2
import numpy as np
from PIL import Image

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.colour.srgb import luminance
from kind_distance.core.depth.marking import Stroke, fit_proposal, line_sides, mark_planes
from kind_distance.core.depth.proposal import find_sky, propose_planes
from kind_distance.core.depth.readings import read_planes
from kind_distance.core.depth.segments import build_segments, segment_ids
from kind_distance.core.depth.settle import settle_line
from kind_distance.core.depth.veil import VeilProfile, contrast_left
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.demo.seed import SCENES, strokes_of
from kind_distance.exchange.pictures import read_picture
from tests.support import PICTURES, TRUTH

NAMES = {"tea_hillside": "tea", "tidal_mill": "marsh", "slate_pool": "quarry"}
# Least overlap of a marked plane with its truth, where a pixel of the working picture has a truth at all: the truth is
# two and a half times finer, and where no plane fills three quarters of a pixel it belongs to none. Borders are left
# out so by the published contests as well (M. Everingham et al., "The PASCAL Visual Object Classes Challenge", 2010:
# from memory, a band of five pixels; ours is under one).
LEAST_OVERLAP = {
    "tea_hillside": {1: 0.99, 2: 0.97, 3: 0.91, 4: 0.93, 5: 0.95, 6: 0.98},
    "tidal_mill": {1: 0.99, 2: 0.93, 3: 0.9, 4: 0.94, 5: 0.97},
    "slate_pool": {1: 0.94, 2: 0.74, 3: 0.89, 4: 0.9, 5: 0.89},
}
# The moor lies behind leaves finer than a pixel: even a mask drawn from the truth itself, that gives each pixel whole to
# what fills most of it, shares only 0.78 of its area with what the moor truly fills. Ours is held against that mask.
OF_THE_BEST_POSSIBLE = 0.75
CLEAR = 0.75
MOST_STROKES = 12
VALUE_WITHIN = 0.12  # plane mass by our masks against the mass by the true ones [V]


@lru_cache(maxsize=8)
def true_shares(name, shape):
    """Share of each pixel that each plane truly fills: (planes, H, W)."""
    planes = np.asarray(Image.open(TRUTH / f"{NAMES[name]}_plane.png"))
    if name == "slate_pool":  # its second plane is nearly empty and counts to the third
        planes = np.where(planes == 2, 3, planes)
        planes = np.where(planes > 2, planes - 1, planes)
        # Leaves before the face are transparent to the renderer: it calls them sky where no sky can be.
        skyline = np.cumsum(planes == 3, axis=0) > 12 * planes.shape[0] / shape[0]
        planes = np.where((planes == 1) & skyline, 5, planes)
    of_each = [(planes == plane).astype(np.float32) for plane in range(1, int(planes.max()) + 1)]
    return np.stack([cv2.resize(each, shape[::-1], interpolation=cv2.INTER_AREA) for each in of_each])


def true_planes(name, shape):
    """Plane that fills most of each pixel: (H, W) uint8."""
    return (true_shares(name, shape).argmax(axis=0) + 1).astype(np.uint8)


def overlap(ours, true):
    return (ours & true).sum() / (ours | true).sum()


class Scene:
    """One scene with its marked planes, worked out once."""

    def __init__(self, name):
        self.picture = WorkingPicture.of(read_picture((PICTURES / f"{name}.jpg").read_bytes()).codes)
        shape = self.picture.value.shape
        self.truth = true_planes(name, shape)
        self.clear = true_shares(name, shape).max(axis=0) > CLEAR
        self.count = int(self.truth.max())
        strokes = []
        for s in strokes_of(name):
            points = tuple(map(tuple, s["points"]))
            if s.get("settle"):
                points = settle_line(self.picture, points)
            strokes.append(Stroke(s["kind"], s["plane"], points, s["width"]))
        lines = [line_sides(s, *shape) for s in strokes if s.kind == "level"]
        segments = build_segments(self.picture, segment_ids(self.picture), lines)
        proposal = propose_planes(self.picture, self.count)
        levels = [stroke for stroke in strokes if stroke.kind == "level"]
        proposal = fit_proposal(proposal, levels)
        self.labels = mark_planes(self.picture, segments, proposal, strokes, self.count)


class MarkedPlanes(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.scenes = {name: Scene(name) for name in NAMES}

    def test_overlap_with_the_truth(self):
        for name, scene in self.scenes.items():
            for plane, least in LEAST_OVERLAP[name].items():
                ours, true = scene.labels[scene.clear] == plane, scene.truth[scene.clear] == plane
                with self.subTest(scene=name, plane=plane):
                    self.assertGreaterEqual(overlap(ours, true), least)

    def test_little_is_left_out_as_no_planes(self):
        for name, most in (("tea_hillside", 0.01), ("tidal_mill", 0.015), ("slate_pool", 0.08)):
            with self.subTest(scene=name):
                self.assertLess(1 - self.scenes[name].clear.mean(), most)

    def test_the_moor_against_the_best_mask_of_whole_pixels(self):
        scene = self.scenes["slate_pool"]
        filled = true_shares("slate_pool", scene.truth.shape)[1]

        def shared(labels):
            whole = (labels == 2).astype(np.float32)
            return np.minimum(filled, whole).sum() / np.maximum(filled, whole).sum()

        self.assertGreater(shared(scene.labels), OF_THE_BEST_POSSIBLE * shared(scene.truth))

    def test_few_strokes(self):
        for name in NAMES:
            self.assertLessEqual(len(strokes_of(name)), MOST_STROKES)

    def test_plane_values(self):
        for name, scene in self.scenes.items():
            ours = read_planes(scene.picture, scene.labels, scene.count)
            true = read_planes(scene.picture, scene.truth, scene.count)
            for plane in LEAST_OVERLAP[name]:
                with self.subTest(scene=name, plane=plane):
                    self.assertAlmostEqual(ours[plane - 1].mass, true[plane - 1].mass, delta=VALUE_WITHIN)

    def test_sky_is_found_by_day(self):
        scene = self.scenes["tidal_mill"]
        sky, true = find_sky(scene.picture), scene.truth == 1
        self.assertGreater(overlap(sky, true), 0.95)

    def test_far_planes_lose_their_darks(self):
        """The trend that holds most often on photographs: dark accents fall toward the viewer."""
        for name in ("tea_hillside", "tidal_mill"):
            scene = self.scenes[name]
            darks = [r.dark for r in read_planes(scene.picture, scene.truth, scene.count) if r is not None]
            with self.subTest(scene=name):
                self.assertEqual(darks, sorted(darks, reverse=True))


class TheVeilOfAScene(unittest.TestCase):
    """What stands there without air, seen through our veil, has to look like the rendered photograph."""

    def test_the_marsh_through_its_own_air(self):
        truth = json.loads((TRUTH / "marsh.json").read_text())
        bare = np.asarray(Image.open(TRUTH / "marsh_unveiled.jpg")).astype(float) / 255
        from kind_distance.core.colour.srgb import decode

        own = decode(bare) * truth["unveiled_white_linear"]
        coded = np.asarray(Image.open(TRUTH / "marsh_distance.png")).astype(float)
        distance = 2 ** ((coded - 8192) / 2048)
        land = (coded < 65535) & (distance > 300) & (distance < 8000)
        air = np.array(truth["airlight_linear"])
        per_km = -np.log(0.02) / (truth["visibility_m"] / 1000)
        left = contrast_left(distance[land] / 1000, truth["visibility_m"] / 1000)
        self.assertAlmostEqual(per_km / (truth["beta_per_m"][1] * 1000), 1, delta=0.02)
        seen = own[land] * left[:, None] + air * (1 - left[:, None])
        values = value_from_luminance(100 * luminance(np.clip(seen, 0, 1)))
        # Haze lifts the darks of the far marsh, and lifts them more the farther they stand.
        near, far = distance[land] < 450, distance[land] > 900
        bare_values = value_from_luminance(100 * luminance(np.clip(own[land], 0, 1)))
        lift = values - bare_values
        dark = bare_values < np.median(bare_values)
        self.assertGreater(lift[far & dark].mean(), lift[near & dark].mean() + 0.3)

    def test_channels_of_the_scene_follow_our_profile(self):
        """The scenes were rendered with extinction per channel; ours comes from Rayleigh plus aerosol."""
        truth = json.loads((TRUTH / "tea.json").read_text())
        ours = VeilProfile("x", "X", truth["visibility_m"] / 1000, 1.3, (0, 0, 0)).extinction_per_km()
        for channel, (mine, theirs) in enumerate(zip(ours, truth["beta_per_m"], strict=True)):
            with self.subTest(channel=channel):
                self.assertAlmostEqual(mine / (1000 * theirs), 1, delta=0.12)


class TheDemoItself(unittest.TestCase):
    def test_planes_of_the_demo_stand_at_true_distances(self):
        """The rough distances a painter would say lie within a factor of two of the truth."""
        for scene in SCENES:
            name = scene.picture
            coded = np.asarray(Image.open(TRUTH / f"{NAMES[name]}_distance.png")).astype(float)
            distance = 2 ** ((coded - 8192) / 2048)
            planes = true_planes(name, coded.shape)
            for rank, (title, kind, said) in enumerate(scene.planes, start=1):
                if kind == "sky" or (name, rank) == ("slate_pool", 2):
                    continue
                true = float(np.median(distance[(planes == rank) & (coded < 65535)]))
                with self.subTest(scene=name, plane=title):
                    self.assertTrue(0.5 <= said / true <= 2, f"said {said}, true {true:.0f}")


if __name__ == "__main__":
    unittest.main()
