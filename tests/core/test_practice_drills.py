"""Drills: the same seed the same drill, answers marked by what is measured; what a learner shows, against scipy."""

import math
import unittest
from itertools import permutations

import numpy as np
from scipy import stats

from kind_distance.core.colour.lab import lab_from_linear, warmth
from kind_distance.core.colour.munsell import value_from_luminance
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.paint.drying import REFERENCE, touch_dry_min
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.practice.canvas import LUMA
from kind_distance.core.practice.learning import (
    WHOLE,
    Answered,
    Bias,
    bias_of,
    biases,
    level_for,
    line_of,
    rating_of,
    share_right,
)
from kind_distance.core.practice.orders import Puzzle, order_puzzle
from kind_distance.core.practice.scenes import paint_scene
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.masses import SIX
from kind_distance.stages.practice.drills.table import DRILLS, make_drill
from kind_distance.stages.practice.drills.values import patch_value
from kind_distance.stages.practice.learning_words import say_bias
from kind_distance.stages.practice.marking import mark_answer
from tests.practising import right_answer


class EveryDrill(unittest.TestCase):
    def test_the_same_seed_asks_the_same(self):
        for kind in DRILLS:
            one, other = make_drill(kind, 17, 2), make_drill(kind, 17, 2)
            self.assertEqual((one.truth, one.marks, one.options), (other.truth, other.marks, other.options), kind)

    def test_what_may_bias_is_read_at_the_place_itself(self):
        """Told anew from the picture: band and hue of what is ringed, and whether what is round it is lighter."""
        for seed in range(1, 25):
            drill = make_drill("value_name", seed, 1)
            mark, light = drill.marks[0], linear_from_codes(drill.scene.codes)
            column, row = int(mark.x), int(mark.y)
            near = light[row - 13 : row + 13, column - 13 : column + 13].reshape(-1, 3).mean(axis=0)
            lab = lab_from_linear(near[None])[0]
            chroma, warm = math.hypot(lab[1], lab[2]), float(warmth(lab))
            hue = "grey" if chroma < 8 else "warm" if warm > 0 else "cool"
            wide = light[max(0, row - 70) : row + 70, max(0, column - 70) : column + 70] @ LUMA
            apart = float(value_from_luminance(100 * float(wide.mean()))) - drill.truth
            around = "among lights" if apart > 0.6 else "among darks" if apart < -0.6 else "among its like"
            with self.subTest(seed=seed):
                self.assertEqual((drill.facts["hue"], drill.facts["round"]), (hue, around))

    def test_places_to_compare_lie_apart(self):
        for seed in range(1, 12):
            marks = make_drill("edge_rank", seed, 1).marks
            apart = [math.dist((a.x, a.y), (b.x, b.y)) for a in marks for b in marks if a.key < b.key]
            self.assertGreater(min(apart), 60)

    def test_the_truth_is_right_and_explained(self):
        for kind in DRILLS:
            for level in (1, 3):
                drill = make_drill(kind, 23, level)
                marked = mark_answer(drill, right_answer(drill))
                self.assertTrue(marked.right, kind)
                self.assertTrue(marked.measured)
                if drill.answer != "done":
                    self.assertTrue(marked.rule, kind)
                    self.assertTrue(marked.sure, kind)

    def test_what_is_no_answer_is_refused_in_words(self):
        wrong = {
            "number": ("x", None, -50, 1e9, True),
            "choice": ("zz", None, 4),
            "order": ("A", ["A"], ["A", "A", "B"], None),
            "cuts": (
                None,
                5,
                {"cuts": [5]},
                {"cuts": [], "smallest": 0},
                {"cuts": [50], "smallest": 0},
                {"cuts": [5], "smallest": 1},
                {"cuts": [True], "smallest": 0},
                {"cuts": ["5"], "smallest": 0},
            ),
            "frames": (
                None,
                [],
                [{}] * 6,
                [{"key": "square", "x": 0, "y": 0, "width": 1}] * 6,
                [{"key": key, "x": 2, "y": 0, "width": 1} for key in SIX],
            ),
        }
        for kind in DRILLS:
            drill = make_drill(kind, 5)
            for given in wrong.get(drill.answer, ()):
                with self.assertRaises(DomainError, msg=f"{kind} {given}"):
                    mark_answer(drill, given)

    def test_no_such_drill(self):
        for kind, level in (("chess", 1), ("fault", 0), ("fault", 4)):
            with self.assertRaises(DomainError):
                make_drill(kind, 1, level)

    def test_depth_asks_only_what_is_clearly_apart(self):
        for seed in range(1, 15):
            drill = make_drill("depth_sort", seed, 1 + seed % 3)
            far = {plane.centre: plane for plane in drill.scene.planes}
            places = {mark.key: far[mark.x, mark.y] for mark in drill.marks}
            distances = [places[key].distance_m for key in drill.truth]
            for one, other in zip(distances, distances[1:], strict=False):
                self.assertGreater(one, 1.2 * other)
            self.assertFalse({place.kind for place in places.values()} & {"sky", "flat"})

    def test_one_order_is_right(self):
        for kind in ("edge_rank", "depth_sort"):
            drill = make_drill(kind, 8)
            keys = [option.key for option in drill.options]
            right = [order for order in permutations(keys) if mark_answer(drill, list(order)).right]
            self.assertEqual(right, [tuple(drill.truth)])


class Orders(unittest.TestCase):
    def test_every_order_that_can_be_painted_counts_and_no_other(self):
        """Against exhaustive search: the answer is right exactly where no layer comes before what it lies on."""
        for seed in (3, 7, 12):
            drill, puzzle = make_drill("order", seed), order_puzzle(seed, 1)
            ids = dict(zip(drill.truth, (each.id for each in puzzle.passes), strict=True))
            needs = [(rule.before, rule.after) for rule in puzzle.rules if rule.material]
            right = 0
            for tried in permutations(drill.truth):
                at = {ids[key]: place for place, key in enumerate(tried)}
                can_be = all(at[before] < at[after] for before, after in needs)
                self.assertEqual(mark_answer(drill, list(tried)).right, can_be, (seed, tried))
                right += can_be
            self.assertTrue(1 <= right < 24)

    def test_another_order_is_told_what_it_costs(self):
        found = False
        for seed in range(1, 25):
            drill, puzzle = make_drill("order", seed), order_puzzle(seed, 1)
            ids = dict(zip(drill.truth, (each.id for each in puzzle.passes), strict=True))
            self.assertEqual(puzzle.cut_round_cm([ids[key] for key in drill.truth]), 0)
            for tried in permutations(drill.truth):
                cost = puzzle.cut_round_cm([ids[key] for key in tried])
                if cost and puzzle.holds([ids[key] for key in tried]):
                    marked = mark_answer(drill, list(tried))
                    self.assertTrue(marked.right)
                    self.assertIn(f"{cost:.0f} cm", marked.measured)
                    found = True
                    break
        self.assertTrue(found)

    def test_what_is_painted_meanwhile_shortens_a_wait_and_planes_left_are_mixed_again(self):
        def layer(number, plane):
            return Pass(number, "block_in", (plane,), "block-in", "acrylic", 10)

        rules = (Precedence(1, 2, "touch_dry"),)
        puzzle = Puzzle(paint_scene(3), "acrylic", (layer(1, 1), layer(2, 1), layer(3, 2)), rules)
        touch = touch_dry_min("acrylic", REFERENCE)
        self.assertGreater(touch, 10)
        for order, waits, again in (((1, 2, 3), touch, 0), ((1, 3, 2), touch - 10, 1), ((3, 1, 2), touch, 0)):
            self.assertAlmostEqual(puzzle.waits_min(list(order)), math.ceil(waits), delta=1, msg=order)
            self.assertEqual(puzzle.mixed_again(list(order)), again, order)

    def test_an_order_is_told_its_waits_and_what_is_mixed_again(self):
        seen = set()
        drill, puzzle = make_drill("order", 3), order_puzzle(3, 1)
        ids = dict(zip(drill.truth, (each.id for each in puzzle.passes), strict=True))
        for tried in permutations(drill.truth):
            if puzzle.holds([ids[key] for key in tried]):
                told = mark_answer(drill, list(tried)).measured.split(";")[0]
                seen |= {part for part in ("never waits", "min", "mixes each plane once", "again") if part in told}
        self.assertEqual(len(seen), 4)


class Values(unittest.TestCase):
    def test_a_named_value_is_the_mean_light_in_the_ring(self):
        for seed in (3, 4, 9):
            drill = make_drill("value_name", seed)
            mark = drill.marks[0]
            rows, columns = np.ogrid[: drill.scene.codes.shape[0], : drill.scene.codes.shape[1]]
            ring = (columns - mark.x) ** 2 + (rows - mark.y) ** 2 <= mark.radius**2
            light = 100 * float((linear_from_codes(drill.scene.codes) @ LUMA)[ring].mean())
            # ASTM D1535-08 eq. 2, written out here from the standard's coefficients [memory].
            v = np.linspace(0, 10, 2001)
            y = 1.1914 * v - 0.22533 * v**2 + 0.23352 * v**3 - 0.020484 * v**4 + 0.00081939 * v**5
            self.assertAlmostEqual(float(np.interp(light, y, v)), drill.truth, delta=0.08)

    def test_a_pair_is_equal_and_the_others_are_not(self):
        keys = set()
        for seed in range(1, 9):
            for level, gap in ((1, 1.2), (3, 0.5)):
                drill = make_drill("value_pair", seed, level)
                values = {m.key: patch_value(drill.scene, int(m.x), int(m.y)) for m in drill.marks}
                one, other = (values[key] for key in drill.truth)
                self.assertLess(abs(one - other), 0.2)
                for key in set(values) - set(drill.truth):
                    self.assertGreater(abs(values[key] - one), gap - 0.15)
                keys.add(drill.truth)
        self.assertGreater(len(keys), 3)  # it is not always the same two letters

    def test_off_is_given_less_true(self):
        drill = make_drill("value_name", 3)
        given = min(10.0, round(drill.truth + 1, 1))
        marked = mark_answer(drill, given)
        self.assertAlmostEqual(marked.off, given - drill.truth, places=3)
        self.assertIn("lighter than it is", marked.measured)


class WetAgainstDry(unittest.TestCase):
    def test_washes_dry_lighter_and_gouache_comes_together(self):
        """Common practice, no source: a wash dries lighter; dark gouache dries lighter, light gouache darker."""
        seen = set()
        for seed in range(1, 60):
            drill = make_drill("wet_dry", seed)
            wet, medium = float(drill.facts["wet"]), drill.facts["medium"]
            if medium == "watercolour" or medium == "gouache" and wet < 3.5:
                self.assertGreater(drill.truth, wet)
            elif medium == "acrylic":
                self.assertLessEqual(drill.truth, wet)
            seen.add(medium)
            self.assertIn("too dark", mark_answer(drill, round(max(0.0, drill.truth - 1), 2)).measured)
        self.assertEqual(len(seen), 3)


class SpotTheFault(unittest.TestCase):
    def test_about_half_are_as_they_should_be(self):
        found = [make_drill("fault", seed).truth for seed in range(1, 17)]
        self.assertTrue(3 <= found.count("none") <= 13, found)
        self.assertGreater(len(set(found)), 3)

    def test_a_false_alarm_is_told(self):
        seed = next(seed for seed in range(1, 30) if make_drill("fault", seed).truth == "none")
        marked = mark_answer(make_drill("fault", seed), "hot_rival")
        self.assertFalse(marked.right)
        self.assertIn("where there is none", marked.measured)
        self.assertIsNone(marked.box)

    def test_only_what_could_be_wrong_there_is_asked_and_nothing_else_is(self):
        for seed in range(1, 25):
            drill = make_drill("fault", seed)
            keys = {option.key for option in drill.options}
            self.assertIn(drill.truth, keys)
            self.assertEqual("wrong_bays" in keys, bool(drill.scene.posts))
            self.assertEqual("missing_reflection" in keys, drill.scene.layout == "lake")
            if drill.truth == "none":  # nobody may rightly see two distances in one value, or the far one darker
                land = {p.rank: p.value for p in drill.scene.planes if p.kind == "land"}
                for border in drill.scene.borders:
                    if border.far in land and border.near in land and border.length_px > 160:
                        self.assertGreater(land[border.far] - land[border.near], 0.4, (seed, drill.scene.layout))

    def test_a_planted_one_says_where_to_look(self):
        seed = next(seed for seed in range(1, 30) if make_drill("fault", seed).truth != "none")
        drill = make_drill("fault", seed)
        self.assertIsNotNone(mark_answer(drill, drill.truth).box)
        self.assertIn("painted without it", mark_answer(drill, "none").sure)


class Perspective(unittest.TestCase):
    def test_the_third_post_by_the_cross_ratio(self):
        """Against the cross ratio: places 0, 1, 2 and n - 1 on the ground and their places on the picture."""
        for seed in (2, 6):
            drill = make_drill("bays", seed)
            first, second, last = (np.array([m.x, m.y]) for m in drill.marks)
            whole = float(np.hypot(*(last - first)))
            b, n = float(np.hypot(*(second - first))) / whole, int(drill.marks[-1].key) - 1
            c = drill.truth
            ground = (2 - 0) * (n - 1) / ((2 - 1) * (n - 0))
            self.assertAlmostEqual(c * (1 - b) / ((c - b) * 1), ground, delta=0.05)


class Learning(unittest.TestCase):
    def test_the_interval_is_students(self):
        offs = list(np.random.default_rng(1).normal(0.3, 0.5, 25))
        found = bias_of(offs, 0.95)
        low, high = stats.t.interval(0.95, 24, np.mean(offs), stats.sem(offs))
        self.assertAlmostEqual(found.mean, float(np.mean(offs)))
        self.assertAlmostEqual(found.low, low)
        self.assertAlmostEqual(found.high, high)
        self.assertFalse(bias_of([]).told)
        self.assertFalse(bias_of([2.0]).told)

    def test_the_share_right_has_wilsons_interval(self):
        answers = [Answered("fault", n < 7, None, {}) for n in range(10)]
        share, low, high = share_right(answers)
        theirs = stats.binomtest(7, 10).proportion_ci(0.90, method="wilson")
        self.assertEqual(share, 0.7)
        self.assertAlmostEqual(low, theirs.low, places=3)
        self.assertAlmostEqual(high, theirs.high, places=3)
        self.assertEqual(share_right([]), (0.0, 0.0, 1.0))
        self.assertEqual(len(line_of(answers * 2 + answers[:3])), 3)

    def simulated(self, seed, bias, band=None, count=30):
        """A learner who is off by chance, and by a bias in one band or everywhere; told after any of the answers?"""
        rng, answers, told = np.random.default_rng(seed), [], []
        for _ in range(count):
            facts = {
                "band": str(rng.choice(["dark", "middle", "light"])), "hue": str(rng.choice(["warm", "cool", "grey"])),
                "round": str(rng.choice(["among lights", "among darks", "among its like"])),
            }  # fmt: skip
            off = rng.normal(0, 0.4) + (bias if band is None or facts["band"] == band else 0)
            answers.append(Answered("value_name", abs(off) < 0.7, float(off), facts))
            told += biases(answers)
        return told, biases(answers)

    def test_a_planted_bias_is_told_within_thirty_answers_and_none_is_not(self):
        found = wrong = 0
        for seed in range(100):
            told, last = self.simulated(seed, 0.5 if seed % 2 else -0.5)
            whole = next((bias for group, bias in last if group == WHOLE), None)
            if whole is not None and whole.mean * (1 if seed % 2 else -1) > 0 and abs(abs(whole.mean) - 0.5) <= 0.2:
                found += 1
            told, _ = self.simulated(1000 + seed, 0.0)
            wrong += bool(told)
        self.assertGreaterEqual(found, 95)
        self.assertLessEqual(wrong, 5)

    def test_a_bias_in_darks_alone_is_told_of_darks(self):
        _, last = self.simulated(3, 0.9, "dark", 90)
        darks = next(bias for group, bias in last if group == ("band", "dark"))
        self.assertRegex(say_bias(("band", "dark"), darks), r"^You see darks 0\.\d too light ")

    def test_small_or_unsure_ones_are_not_told(self):
        self.assertFalse(Bias(0.1, 0.05, 0.15, 200).told)
        self.assertFalse(Bias(0.5, -0.1, 1.1, 20).told)
        self.assertFalse(Bias(0.5, 0.3, 0.7, 5).told)

    def test_it_gets_harder_and_easier(self):
        right, wrong = Answered("fault", True, None, {}), Answered("fault", False, None, {})
        self.assertEqual(level_for([]), 1)
        self.assertEqual(level_for([right] * 10), 2)
        self.assertEqual(level_for([right] * 30), 3)
        self.assertEqual(level_for([right] * 20 + [wrong] * 10), 2)
        self.assertEqual(level_for([wrong] * 40), 1)

    def test_twice_as_far_off_as_it_may_be_is_hard_and_farther_is_again(self):
        self.assertEqual([rating_of(False, off, 0.5) for off in (1.0, -1.0, 1.01)], [2, 2, 1])
        self.assertEqual([rating_of(True, off, 0.6) for off in (0.19, 0.2)], [4, 3])

    def test_ratings_for_spacing(self):
        self.assertEqual(rating_of(right=False, off=None, within=0), 1)
        self.assertEqual(rating_of(right=False, off=2.0, within=0.5), 1)
        self.assertEqual(rating_of(right=False, off=0.7, within=0.5), 2)
        self.assertEqual(rating_of(right=True, off=0.4, within=0.5), 3)
        self.assertEqual(rating_of(right=True, off=0.1, within=0.5), 4)
        self.assertEqual(rating_of(right=True, off=None, within=0), 3)
