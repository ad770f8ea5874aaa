"""How far one sees in a photo, from its planes: against Koschmieder's law, cameras and the rendered truth.

The truth is what stands in the demo's scenes without air and how far off, rendered with them by ourselves.
"""

import json
import unittest
from functools import lru_cache

import cv2
import numpy as np
from PIL import Image

from kind_distance.core.colour.munsell import luminance_from_value
from kind_distance.core.colour.srgb import codes_from_linear, decode, luminance
from kind_distance.core.depth.readings import read_planes
from kind_distance.core.depth.visibility import PlaneLight, fit_visibility, scene_light
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.stages.planes.fitted_air import fitted_air
from tests.outside.test_reveil import demo_painting
from tests.outside.test_scenes import NAMES, true_planes
from tests.support import TRUTH

SKY = 0.7
TRUE_KM = {"Tidal mill at low water": 15.0, "Tea terraces, before the mist lifts": 21.0}


def developed(light):
    """Save light as a camera does, by the curve of the reference (K. Narkowicz 2015; figures from memory)."""
    x = np.asarray(light, dtype=float)
    return x * (2.51 * x + 0.03) / (x * (2.43 * x + 0.59) + 0.14)


def other_camera(light):
    """Save light as another camera does: a lighter toe and a longer shoulder, made up by ourselves."""
    x = np.asarray(light, dtype=float)
    return np.clip(x * (2.35 * x + 0.10) / (x * (2.30 * x + 0.72) + 0.20), 0, 1)


def through(own, distance_km, visibility_km, air):
    """Koschmieder's own formula (1924)."""
    left = np.exp(-3.912 * distance_km / visibility_km)
    return own * left + air * (1 - left)


def planes_in(visibility_km, distances, mass=0.12, dark=0.012, air=SKY):
    return [
        PlaneLight(
            d,
            float(developed(through(mass, d, visibility_km, air))),
            float(developed(through(dark, d, visibility_km, air))),
        )
        for d in distances
    ]


class PlanesByTheLaw(unittest.TestCase):
    sky = float(developed(SKY))

    def test_light_of_the_scene_is_won_back_from_the_file(self):
        light = np.linspace(0.0, 0.9, 40)
        np.testing.assert_allclose(scene_light(developed(light)), light, atol=2e-3)

    def test_planes_that_follow_the_law(self):
        for km in (6.0, 21.0, 60.0):
            with self.subTest(km=km):
                found = fit_visibility(planes_in(km, [0.02, 0.3, 1.0, 3.0, 8.0]), self.sky)
                self.assertAlmostEqual(found.visibility_km, km, delta=0.15 * km)
                self.assertTrue(found.low_km < km < found.high_km)

    def test_a_sky_darker_than_the_air_is_allowed_for(self):
        """Clouds above the land: the range still holds the truth."""
        for part in (0.88, 1.0):
            found = fit_visibility(planes_in(21.0, [0.03, 0.6, 2.0, 7.0]), part * self.sky)
            with self.subTest(part=part):
                self.assertTrue(found.low_km < 21 < found.high_km)

    def test_planes_that_say_nothing(self):
        near = planes_in(21.0, [0.02, 0.1])
        self.assertIsNone(fit_visibility(near, self.sky))
        self.assertIsNone(fit_visibility(planes_in(21.0, [0.02, 5.0]), self.sky), "one far plane is a single guess")
        self.assertIsNone(fit_visibility([], self.sky))
        self.assertIsNone(fit_visibility(near, 0.0))

    def test_one_odd_plane_does_not_carry_the_fit(self):
        planes = planes_in(21.0, [0.02, 0.05, 2.0, 4.0, 7.0])
        planes.insert(2, PlaneLight(1.0, 0.62, 0.5))  # a snowfield among woods
        self.assertAlmostEqual(fit_visibility(planes, self.sky).visibility_km, 21.0, delta=0.2 * 21.0)

    def test_the_order_in_which_planes_are_given_does_not_matter(self):
        planes = planes_in(21.0, [0.02, 0.6, 2.0, 7.0])
        self.assertEqual(fit_visibility(planes, self.sky), fit_visibility(planes[::-1], self.sky))


@lru_cache(maxsize=4)
def bare(name):
    """What stands in a scene without air, its distances [m], its sky, and its airlight."""
    truth = json.loads((TRUTH / f"{NAMES[name]}.json").read_text())
    own = decode(np.asarray(Image.open(TRUTH / f"{NAMES[name]}_unveiled.jpg")).astype(float) / 255)
    coded = np.asarray(Image.open(TRUTH / f"{NAMES[name]}_distance.png")).astype(float)
    air = np.array(truth.get("airlight_linear") or truth["airlight_linear_mean"])
    return own * truth["unveiled_white_linear"], 2 ** ((coded - 8192) / 2048), coded >= 65535, air


def photographed(name, visibility_km):
    """A scene in air of our choice, pixel by pixel, as a camera saves it: its planes' light and its sky's."""
    own, metres, sky, air = bare(name)
    seen = np.where(sky[..., None], air, through(own, metres[..., None] / 1000, visibility_km, air))
    picture = WorkingPicture.of(codes_from_linear(other_camera(0.9 * seen).astype(np.float32)))
    labels = true_planes(name, picture.value.shape)
    size = labels.shape[::-1]
    metres = cv2.resize(metres, size, interpolation=cv2.INTER_NEAREST)
    land = cv2.resize(sky.view(np.uint8), size, interpolation=cv2.INTER_NEAREST) == 0
    planes = []
    for reading in read_planes(picture, labels, int(labels.max()))[1:]:
        far = float(np.median(metres[(labels == reading.plane) & land]))
        mass, dark = (float(luminance_from_value(v)) / 100 for v in (reading.mass, reading.dark))
        planes.append(PlaneLight(far / 1000, mass, dark))
    return planes, float(luminance(picture.linear[(labels == 1) & ~land]).mean())


class RenderedScenes(unittest.TestCase):
    def test_scenes_in_air_of_our_choice(self):
        """Real textures, masks and depths of planes; only the air is put before them by the law."""
        off = []
        for name, choices in (("tidal_mill", (6, 9, 12)), ("tea_hillside", (10, 15, 21, 30, 50))):
            for km in choices:
                found = fit_visibility(*photographed(name, km))
                with self.subTest(scene=name, km=km):
                    self.assertTrue(found.low_km <= 1.02 * km and km <= found.high_km, found)
                    off.append(abs(found.visibility_km / km - 1))
                    self.assertLess(off[-1], 0.25)
        self.assertLess(np.mean(off), 0.15)

    def test_the_demos_photographs_within_fifteen_percent(self):
        """As the painter has it: distances as said, masks as marked, mist, cloud and a camera's curve in the picture."""
        for name, km in TRUE_KM.items():
            state, depth, file = demo_painting(name)
            found = fitted_air(file, state, depth)
            with self.subTest(scene=name):
                self.assertAlmostEqual(found.visibility_km, km, delta=0.15 * km)
                self.assertTrue(found.low_km <= km <= found.high_km)


if __name__ == "__main__":
    unittest.main()
