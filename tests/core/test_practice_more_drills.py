"""Drills of edges, depth, masses, layers, mixing and perspective: their truths against geometry, optics and counting."""

import math
import re
import unittest
from itertools import combinations
from pathlib import Path

import colour
import numpy as np
from scipy import ndimage

from kind_distance.core.colour.munsell import value_from_lightness, value_map
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.paint.drying import EARLY, LATE, touch_dry_min
from kind_distance.core.practice.airs import AIRS
from kind_distance.core.practice.canvas import HIGH, WIDE
from kind_distance.core.practice.moods import MOODS
from kind_distance.core.practice.scenes import LOST, OWN, layout_of, paint_fault, paint_scene
from kind_distance.core.practice.things import CLEAR_PX, Roof
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.layers import LAYERS
from kind_distance.stages.practice.drills.masses import GRID, Frame, best_cuts, mass
from kind_distance.stages.practice.drills.mixing import NOWHERE, swatch
from kind_distance.stages.practice.drills.table import DRILLS, make_drill
from kind_distance.stages.practice.marking import mark_answer
from kind_distance.stages.practice.play_words import AIR_NAMES


class Edges(unittest.TestCase):
    def test_one_has_merged_and_the_others_have_not(self):
        for level, least in ((1, 1.2), (3, 0.65)):
            for seed in range(1, 5):
                drill = make_drill("edge_merged", seed, level)
                found = {border.middle: border for border in drill.scene.borders}
                contrast = {mark.key: found[mark.x, mark.y].contrast for mark in drill.marks}
                self.assertLess(contrast.pop(drill.truth), LOST)
                self.assertGreaterEqual(len(contrast), 2)
                self.assertGreater(min(contrast.values()), least)
                self.assertTrue(mark_answer(drill, drill.truth).right)
                self.assertFalse(mark_answer(drill, next(iter(contrast))).right)


class Depth(unittest.TestCase):
    def test_what_is_said_to_be_in_front_is_nearer_and_each_clue_is_true(self):
        clues = set()
        for seed in range(1, 25):
            drill = make_drill("in_front", seed, 1 + seed % 3)
            plane = {each.centre: each for each in drill.scene.planes}
            places = {mark.key: plane[mark.x, mark.y] for mark in drill.marks}
            for key in (drill.truth, *drill.also):
                near = places[key[0]]
                far = next(each for letter, each in places.items() if letter != key[0])
                self.assertLess(near.distance_m, far.distance_m)
                clues.add(key[1:])
                if key[1:] == "covers":
                    labels = drill.scene.labels
                    pairs = np.concatenate([np.stack([labels[:-1].ravel(), labels[1:].ravel()], 1),
                                            np.stack([labels[:, :-1].ravel(), labels[:, 1:].ravel()], 1)])  # fmt: skip
                    self.assertTrue((np.sort(pairs, axis=1) == sorted((near.rank, far.rank))).all(axis=1).any())
                if key[1:] == "air":
                    self.assertLess(near.value, far.value)
        self.assertEqual(clues, {"covers", "lower", "air"})

    def test_a_true_letter_with_a_clue_that_is_not_there_is_told_so(self):
        for seed in range(1, 60):
            drill = make_drill("in_front", seed, 2)
            right = {drill.truth, *drill.also}
            wrong = [o.key for o in drill.options if o.key not in right and o.key[0] == drill.truth[0]]
            if wrong:
                marked = mark_answer(drill, wrong[0])
                self.assertFalse(marked.right)
                self.assertIn("tells nothing", marked.measured)
                return
        self.fail("every clue was true everywhere")

    def test_the_veil_takes_light_as_koschmieder_says(self):
        """Visibility V is where 2 % of contrast is left: exp(-3.912 d / V) (Koschmieder 1924) [memory]."""
        for seed in range(1, 10):
            drill = make_drill("veil", seed)
            planes = {each.name: each for each in drill.scene.planes}
            reach = next(mood.visibility_km for mood in MOODS if mood.name == drill.scene.mood)
            told = mark_answer(drill, drill.truth).measured
            for name, letter in (("told", "A"), ("asked", "B")):
                left = math.exp(-3.912 * planes[drill.known[name]].distance_m / (1000 * reach))
                self.assertIn(f"{letter} has {left:.0%}" if letter == "A" else f"B {left:.0%}", told)
            said = next(option.said for option in drill.options if option.key == drill.truth)
            self.assertIn(f"B is {said} off", told)
            self.assertEqual(len({option.said for option in drill.options}), 4)


class Masses(unittest.TestCase):
    def test_shapes_are_those_that_are_drawn(self):
        """Against scipy.ndimage.label: connected areas of one grey on the picture that is shown."""
        scene = make_drill("masses", 3, 2).scene
        for smallest in (0.004, 0.02):
            found = mass(scene, (4.0, 6.5), smallest)
            grey = found.thumbnail.grey()
            counted = sum(ndimage.label(grey == each)[1] for each in np.unique(grey))
            self.assertEqual(found.shapes, counted)

    def test_the_best_cuts_are_the_best_of_all(self):
        scene = make_drill("masses", 5, 2).scene
        values, labels = value_map(linear_from_codes(scene.codes)), scene.labels
        rows, columns = np.nonzero(labels[:-1] != labels[1:])
        kept = (rows >= 3) & (rows < HIGH - 4)
        rows, columns = rows[kept], columns[kept]
        some = np.linspace(0, len(rows) - 1, 1200).astype(int)
        over, under = values[rows[some] - 3, columns[some]], values[rows[some] + 4, columns[some]]

        def share(cuts):
            steps = [np.searchsorted(cuts, side) for side in (over, under)]
            return np.abs(over - under)[steps[0] != steps[1]].sum() / np.abs(over - under).sum()

        cuts, most = best_cuts(scene, 2)
        self.assertAlmostEqual(share(cuts), most, places=6)
        some_pairs = list(combinations(GRID, 2))[::7]
        self.assertLessEqual(max(share(each) for each in some_pairs), most + 1e-9)

    def test_more_left_out_is_fewer_shapes_and_a_wrong_cut_keeps_less(self):
        scene = make_drill("masses", 2, 1).scene
        counts = [mass(scene, (5.5,), smallest).shapes for smallest in (0.0, 0.005, 0.02, 0.05)]
        self.assertEqual(counts, sorted(counts, reverse=True))
        best, _ = best_cuts(scene, 1)
        self.assertGreater(mass(scene, best, 0.004).kept, mass(scene, (1.2,), 0.004).kept)

    def test_too_many_shapes_and_too_little_kept_are_told_apart(self):
        drill = make_drill("masses", 2, 2)
        best, _ = best_cuts(drill.scene, 2)
        self.assertIn("Too many shapes", mark_answer(drill, {"cuts": list(best), "smallest": 0.0}).measured)
        self.assertIn("run together", mark_answer(drill, {"cuts": [1.0, 1.2], "smallest": 0.05}).measured)

    def test_frames_keep_their_proportions_inside_the_picture(self):
        for key, ratio in (("landscape_4_3", 4 / 3), ("panorama_3_1", 3), ("square", 1), ("tall_2_3", 2 / 3)):
            for x, y, width in ((0, 0, 1), (1, 1, 0.3), (0.5, 0.5, 0.15)):
                crop = Frame(key, x, y, width).crop()
                self.assertGreaterEqual(min(crop.x, crop.y), 0)
                self.assertLessEqual(crop.x + crop.width, WIDE)
                self.assertLessEqual(crop.y + crop.height, HIGH)
                self.assertAlmostEqual(crop.width / crop.height, ratio, delta=0.03)

    def test_frames_that_show_the_same_are_told(self):
        drill = make_drill("six_formats", 4)
        one = [{"key": each.key, "x": 0.5, "y": 0.5, "width": 1} for each in drill.options]
        self.assertIn("show nearly the same", mark_answer(drill, one).measured)
        apart = [{**each, "x": n / 5, "width": 0.25} for n, each in enumerate(one)]
        self.assertIn("Each is a different picture", mark_answer(drill, apart).measured)


class Layers(unittest.TestCase):
    def test_waits_are_what_painters_know(self):
        """Facts of the trade (common practice, no source): minutes to hours for what dries by water, days for oil."""
        minutes = {"watercolour": (2, 600), "gouache": (2, 600), "acrylic": (2, 900), "oil": (1440, 30 * 1440)}
        paints = set()
        for seed in range(1, 60):
            drill = make_drill("wait", seed, 1 + seed % 3)
            low, high = minutes[drill.facts["paint"]]
            self.assertTrue(low <= drill.known["minutes"] <= high, (drill.question, drill.known))
            paints.add(drill.facts["paint"])
            said = {option.key: option.said for option in drill.options}
            self.assertEqual(len(set(said.values())), 4)
            self.assertFalse({"0 min", "1 min"} & set(said.values()))
            self.assertIn(f"About {said[drill.truth]};", mark_answer(drill, drill.truth).measured)
        self.assertEqual(paints, set(minutes))

    def test_damp_air_makes_every_layer_wait_longer(self):
        """Common practice, no source: at dawn by the water nothing dries."""
        damp, summer = AIRS[4], AIRS[3]
        for _, paint, thick in LAYERS:
            self.assertGreater(touch_dry_min(paint, damp, thick), touch_dry_min(paint, summer, thick))

    def test_one_layer_is_dry_and_the_others_are_clearly_not(self):
        for seed in range(1, 20):
            drill = make_drill("dry_now", seed, 1 + seed % 3)
            air = next(air for text, air in zip(AIR_NAMES, AIRS, strict=True) if text in drill.question)
            for option in drill.options:
                _, paint, thick = next(each for each in LAYERS if each[0].lower() == option.said.split(",")[0].lower()
                                       or option.said.lower().startswith(each[0].lower() + ","))  # fmt: skip
                ago = _minutes(option.said.rsplit(", ", 1)[1].removesuffix(" ago"))
                touch = touch_dry_min(paint, air, thick)
                if option.key == drill.truth:
                    self.assertGreater(ago, LATE * touch * 0.98)
                else:
                    self.assertLess(ago, EARLY * touch * 1.02)


def _minutes(said):
    units = {"min": 1, "h": 60, "day": 1440, "days": 1440}
    words = said.split()
    return sum(float(n) * units[unit] for n, unit in zip(words[::2], words[1::2], strict=True))


class Mixing(unittest.TestCase):
    def test_a_glaze_only_darkens_and_a_scumble_stands_between(self):
        """Facts of the trade (common practice, no source): a glaze never lightens; broken colour adds up in areas."""
        ways = set()
        for seed in range(1, 25):
            drill = make_drill("film_guess", seed)
            below, made = drill.known["below"], drill.known["made"]
            ways.add(drill.facts["way"])
            if drill.facts["way"] == "glaze":
                self.assertLess(made, below)
            else:
                over = _lightness(drill.shown[1].colour)
                self.assertTrue(min(below, over) - 1 <= made <= max(below, over) + 1)
            told = next(option.said for option in drill.options if option.key == drill.truth)
            self.assertIn(f"{value_from_lightness(made):.1f}"[:2], told)
        self.assertEqual(ways, {"glaze", "scumble"})

    def test_swatches_have_the_colour_that_is_meant(self):
        """Against colour-science: sRGB to CIELAB under D65."""
        for lab in ((80.0, 5.0, 28.0), (42.0, 30.0, 18.0), (28.0, 12.0, -16.0)):
            self.assertLess(float(np.abs(np.array(_lab(swatch(lab))) - lab).max()), 1.0)

    def test_an_echo_lies_across_well_inside_and_nowhere_is_as_right(self):
        for seed in range(1, 10):
            drill = make_drill("echo", seed)
            place = {mark.key: mark for mark in drill.marks}
            self.assertNotIn("red", drill.question if _roofed(drill.scene) else "")
            across, beside = place[drill.truth], place[drill.known["beside"]]
            self.assertLess((across.x - WIDE / 2) * (beside.x - WIDE / 2), 0)
            self.assertTrue(0.1 * WIDE < across.x < 0.9 * WIDE)
            self.assertTrue(mark_answer(drill, NOWHERE).right)
            self.assertIn("one larger spot", mark_answer(drill, drill.known["beside"]).measured)
            self.assertFalse(mark_answer(drill, drill.known["corner"]).right)


def _roofed(scene):
    """Whether a house with its brick-red roof stands there."""
    return any(plane.name == "house" and plane.share > 0.004 for plane in scene.planes)


def _lab(code):
    rgb = np.array([int(code[at : at + 2], 16) for at in (1, 3, 5)]) / 255
    white = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]["D65"]
    return colour.XYZ_to_Lab(colour.sRGB_to_XYZ(rgb), white)


def _lightness(code):
    return float(_lab(code)[0])


class Perspective(unittest.TestCase):
    def test_a_picture_leans_as_far_as_the_sea_does(self):
        """The far line of the sea, fitted by least squares on the turned picture."""
        tried = 0
        for seed in range(1, 40):
            if tried == 2:
                break
            drill = make_drill("tilt", seed, 1)
            scene = drill.scene
            if scene.layout != "coast":
                continue
            names = list(range(1, int(scene.labels.max()) + 1))
            sky, sea = names[0], names[1]
            rows, columns = np.nonzero((scene.labels[:-1] == sky) & (scene.labels[1:] == sea))
            if len(rows) < 100:
                continue
            slope = np.polyfit(columns, rows, 1)[0]
            self.assertAlmostEqual(-math.degrees(math.atan(slope)), drill.truth, delta=0.25)
            tried += 1
        self.assertGreater(tried, 1)

    def test_uprights_lean_to_the_side_that_is_told(self):
        told = set()
        for seed in range(1, 10):
            drill = make_drill("uprights", seed)
            told.add(drill.truth)
            if drill.truth == "upright" or drill.scene.layout == "street":
                continue
            clean, box = paint_scene(drill.scene.seed), drill.scene.fault_box
            differs = (clean.codes != drill.scene.codes).any(axis=2)[box.slices]
            self.assertTrue(differs.any())
            top = drill.scene.labels[box.slices][: (box.foot - box.top) // 3]
            before = clean.labels[box.slices][: (box.foot - box.top) // 3]
            house = next(p.rank for p in clean.planes if p.name == "house")
            moved = np.nonzero(top == house)[1].mean() - np.nonzero(before == house)[1].mean()
            self.assertEqual(moved > 0, drill.truth == "right", seed)
        self.assertEqual(len(told), 3)

    def test_a_roof_is_put_to_a_line_or_clear_of_all(self):
        lines = tuple(np.full(WIDE, row, np.float32) for row in (200.0, 230.0))
        for foot, peak in ((282, 215), (280, 236), (300, 195)):
            touching = Roof(lines, touching=True).scale(400, foot, peak)
            self.assertIn(round(foot - touching * (foot - peak), 3), (200.0, 230.0))
            clear = Roof(lines).scale(400, foot, peak)
            self.assertGreater(min(abs(foot - clear * (foot - peak) - row) for row in (200, 230)), CLEAR_PX)
        with self.assertRaises(DomainError):
            Roof((np.full(WIDE, 20.0, np.float32),), touching=True).scale(400, 300, 250)

    def test_a_tangent_roof_meets_a_line_that_goes_on_beside_it(self):
        tried = 0
        for seed in range(1, 60):
            if "tangent" not in layout_of(seed).faults or tried == 4:
                continue
            try:
                touching = paint_fault(seed, "tangent")
            except DomainError:
                continue
            self.assertLess(_gap_over_roof(touching), 9, seed)
            tried += 1
        self.assertEqual(tried, 4)


def _gap_over_roof(scene):
    """Rows from the peak of the house to a line behind it, carried on between both its sides."""
    house = next(p.rank for p in scene.planes if p.name == "house")
    rows, columns = np.nonzero(scene.labels == house)
    peak = rows.min()
    column = float(np.median(columns[rows <= peak + 1]))
    left, right = columns.min() - 2, columns.max() + 2
    over = {p.rank for p in scene.planes if p.kind in ("sky", "land")}
    gaps = []
    for far, near in combinations(sorted(over), 2):
        at = [_crossing(scene.labels[:, x], far, near) for x in (left, right)]
        if None not in at:
            line = at[0] + (at[1] - at[0]) * (column - left) / (right - left)
            gaps.append(abs(line - peak))
    return min(gaps)


def _crossing(line, far, near):
    found = np.nonzero((line[:-1] == far) & (line[1:] == near))[0]
    return None if not len(found) else float(found[0] + 1)


class OnOnesOwn(unittest.TestCase):
    def test_which_can_be_done_on_an_own_picture(self):
        own = {key for key, each in DRILLS.items() if each.own}
        self.assertEqual(own, {"value_name", "value_match", "value_pair", "edge_rank", "edge_merged", "depth_sort",
                               "in_front", "masses", "six_formats"})  # fmt: skip
        self.assertNotEqual(OWN, paint_scene(1).layout)
        with self.assertRaises(DomainError):
            make_drill("wait", 1, 1, paint_scene(1))


class WayIn(unittest.TestCase):
    def test_judgements_lead_to_drills_that_are_there(self):
        root = Path(__file__).resolve().parents[2]
        found = re.findall(r'^  ([a-z_]+): "([a-z_]+)",$', (root / "web/src/frame/exercises.ts").read_text(), re.M)
        self.assertGreater(len(found), 12)
        code = "".join(
            path.read_text() for path in (root / "kind_distance").rglob("*.py") if "practice" not in path.parts
        )
        for judgement, drill in found:
            self.assertIn(drill, DRILLS, judgement)
            self.assertTrue(f'"{judgement}"' in code or f'"{judgement}:' in code, judgement)
