"""Practice scenes: the same seed the same scene; their truth holds against geometry and against what is painted."""

import math
import unittest

import numpy as np

from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.practice.canvas import HIGH, LUMA, WIDE, Canvas, View
from kind_distance.core.practice.layouts import LAYOUTS
from kind_distance.core.practice.moods import MOODS
from kind_distance.core.practice.scenes import (
    FAULTS,
    _painted,
    is_faultless,
    layout_of,
    paint_fault,
    paint_scene,
    scene_with,
)
from kind_distance.core.practice.things import shadow, tree
from kind_distance.errors import DomainError


def one_of(layout, start=1):
    """The first seed of a layout from a start on."""
    return next(seed for seed in range(start, start + 500) if layout_of(seed).key == layout)


class EveryLayout(unittest.TestCase):
    def test_five_that_all_come_up(self):
        self.assertEqual({layout_of(seed).key for seed in range(1, 120)}, {each.key for each in LAYOUTS})
        self.assertGreaterEqual(len(LAYOUTS), 5)

    def test_the_same_seed_is_the_same_scene(self):
        seed = one_of("river")
        layout = layout_of(seed)
        one, other = (_painted(seed, layout, "", {})[0].light for _ in range(2))
        self.assertTrue(np.array_equal(one, other))

    def test_planes_have_the_value_that_is_measured_on_them(self):
        """Against the codes that are shown, grain and all: the mean light of each plane, ASTM D1535."""
        for layout in LAYOUTS:
            scene = paint_scene(one_of(layout.key))
            luminance = linear_from_codes(scene.codes) @ LUMA
            self.assertGreaterEqual(len(scene.planes), 5, layout.key)
            for plane in scene.planes:
                mean = 100 * float(luminance[scene.labels == plane.rank].mean())
                self.assertAlmostEqual(float(value_from_luminance(mean)), plane.value, delta=0.06, msg=plane.name)
                column, row = (int(each) for each in plane.centre)
                self.assertEqual(scene.labels[row, column], plane.rank)

    def test_air_lightens_what_lies_far_off(self):
        """F: far land is lighter than near land under one sky. Common practice, no source."""
        held = 0
        seeds = [seed for seed in range(1, 40) if layout_of(seed).key in ("hills", "lake")][:8]
        for seed in seeds:
            land = [
                p
                for p in paint_scene(seed).planes
                if p.name in ("far ridge", "ridges", "hills", "blue hills", "near hill", "tree")
            ]
            values = [p.value for p in sorted(land, key=lambda p: -p.distance_m)]
            held += all(a > b - 0.15 for a, b in zip(values, values[1:], strict=False))
        self.assertEqual(held, len(seeds))

    def test_borders_tell_what_lies_across_them(self):
        scene = paint_scene(one_of("lake"))
        for border in scene.borders:
            self.assertLess(border.far, border.near)
            self.assertGreaterEqual(border.contrast, 0)
            column, row = (int(each) for each in border.middle)
            self.assertEqual(
                {int(scene.labels[row, column]), int(scene.labels[row + 1, column])}, {border.far, border.near}
            )


class Geometry(unittest.TestCase):
    def test_the_view_is_a_pinhole(self):
        view = View(250, 8, 900, 60, 20)
        column, row = view.place(3, 30, 2)
        self.assertAlmostEqual(column, WIDE / 2 + 90)
        self.assertAlmostEqual(row, 250 + 900 * 6 / 30)
        self.assertAlmostEqual(view.row(30), row + 900 * 2 / 30)
        self.assertAlmostEqual(view.place(50, 1e9)[1], 250, places=3)  # all that is far lies on the eye level

    def test_posts_on_a_line_keep_their_cross_ratio(self):
        """The cross ratio of four evenly spaced places is 4/3, on the ground and on the picture."""
        tried = 0
        for seed in range(1, 60):
            posts = np.array(paint_scene(seed).posts) if layout_of(seed).key in ("street", "hills", "coast") else []
            if len(posts) < 4:
                continue
            a, b, c, d = posts[:4] @ (posts[3] - posts[0])
            self.assertAlmostEqual((c - a) * (d - b) / ((c - b) * (d - a)), 4 / 3, delta=0.02)
            tried += 1
            if tried == 6:
                break
        self.assertEqual(tried, 6)

    def test_shadows_point_away_from_the_sun(self):
        """The shadow of a top lies at its height times the cotangent of the sun's height, away from the sun."""
        view = View(250, 8, 900, 60, 20)
        x, distance = view.shadow(2, 40, 5)
        self.assertAlmostEqual(math.hypot(x - 2, distance - 40), 5 / math.tan(math.radians(20)))
        self.assertAlmostEqual(math.degrees(math.atan2(2 - x, 40 - distance)), 60)

    def test_a_contrary_shadow_falls_to_the_other_side(self):
        boxes = []
        for contrary in (False, True):
            canvas = Canvas(3, MOODS[0], View(250, 8, 880, 60, 25))
            canvas.light[:] = 0.5
            canvas.labels[:] = canvas.plane("field", 30, "flat")
            thing = tree(canvas, "tree", 0, 30, 6, 3)
            boxes.append(shadow(canvas, thing, 1, contrary=contrary))
        middles = [(box.left + box.right) / 2 for box in boxes]
        self.assertLess(middles[0], WIDE / 2)  # the sun stands to the right
        self.assertGreater(middles[1], WIDE / 2)

    def test_water_mirrors_what_stands_over_its_line(self):
        seed = one_of("lake")
        scene = paint_scene(seed)
        house = next(p for p in scene.planes if p.name == "house")
        rows, columns = np.nonzero(scene.labels == house.rank)
        line = round(scene.view.row(280))
        column = int(np.median(columns))
        luminance = linear_from_codes(scene.codes) @ LUMA
        over = luminance[rows.min() : line, column]
        under = luminance[line : 2 * line - rows.min(), column][::-1]
        both = min(len(over), len(under))
        self.assertGreater(np.corrcoef(over[-both:], under[-both:])[0, 1], 0.4)


class Standing(unittest.TestCase):
    def test_what_stands_on_something_is_about_as_far_off(self):
        """The house of the lake stands on its far bank, that of the coast on its headland: no riddle of depth."""
        for layout, below in (("lake", "far bank"), ("coast", "near headland")):
            far = {plane.name: plane.distance_m for plane in paint_scene(one_of(layout)).planes}
            self.assertLess(abs(far["house"] - far[below]) / far[below], 0.05)

    def test_land_stands_on_the_ground_where_its_distance_says(self):
        """The foot of what stands on flat ground lies f x eye / distance under the eye level: similar triangles."""
        scene = paint_scene(one_of("coast"))
        head = next(plane for plane in scene.planes if plane.name == "near headland")
        foot = int(np.nonzero(scene.labels == head.rank)[0].max())
        self.assertAlmostEqual(
            foot, scene.view.horizon + scene.view.focal_px * scene.view.eye_m / head.distance_m, delta=2
        )


class Faults(unittest.TestCase):
    def test_a_scene_with_land_in_one_value_is_not_called_faultless(self):
        self.assertFalse(is_faultless(scene_with(5, "merged_edge")))
        asked = [seed for seed in range(1, 60) if is_faultless(paint_scene(seed))]
        self.assertGreater(len(asked), 30)

    def test_each_shows_in_its_box_and_nowhere_else_much(self):
        for kind in FAULTS:
            with self.subTest(kind):
                faulty = scene_with(11, kind)
                clean = paint_scene(faulty.seed)
                self.assertEqual((faulty.fault, clean.fault), (kind, ""))
                apart = np.abs(faulty.codes.astype(int) - clean.codes).max(axis=2) > 12
                box = faulty.fault_box
                inside = np.zeros((HIGH, WIDE), bool)
                inside[max(0, box.top) : box.foot, max(0, box.left) : box.right] = True
                self.assertGreater(apart[inside].mean(), 0.04)
                self.assertLess(apart[~inside].mean(), 0.30 if kind in ("leaning_water", "way_out") else 0.12)

    def test_a_house_leans_in_every_layout_that_has_one(self):
        found = {}
        for seed in range(1, 40):
            layout = layout_of(seed)
            if layout.name in found or "leaning_uprights" not in layout.faults:
                continue
            try:
                found[layout.name] = paint_fault(seed, "leaning_uprights").fault_amount
            except DomainError:
                continue
        self.assertGreater(len(found), 1)
        for name, leans in found.items():
            self.assertGreater(abs(leans), 1.0, name)

    def test_value_faults_are_what_they_say(self):
        merged = scene_with(5, "merged_edge")
        values = {p.rank: p.value for p in merged.planes}
        self.assertLess(min(abs(values[b.far] - values[b.near]) for b in merged.borders), 0.3)
        dark = scene_with(5, "dark_too_far")
        self.assertGreater(dark.fault_amount, 0.5)

    def test_what_a_layout_cannot_show_is_refused(self):
        with self.assertRaises(DomainError):
            paint_fault(one_of("street"), "missing_reflection")


if __name__ == "__main__":
    unittest.main()
