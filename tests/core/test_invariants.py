"""What holds for any scene: planned values, borders, drying, order."""

import ast
import unittest
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.core.colour.keys import KEYS, key_range
from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.core.depth.ladder import LEAST_GAP
from kind_distance.core.depth.plan import DepthInput, DepthSettings, PairChoice, PlaneSpec, plan_depth
from kind_distance.core.depth.readings import Border, PlaneReading, read_borders, read_planes
from kind_distance.core.depth.veil import PROFILES
from kind_distance.core.paint.drying import Climate, Weather, dry, touch_dry_min
from kind_distance.core.picture.borders import border_lengths
from kind_distance.stages.passes.pass_words import CANNOT, PASS_WHY
from kind_distance.stages.passes.schedule_words import BROKEN, REASONS, RULES, UNPLACED
from kind_distance.stages.passes.wanted_words import HOW
from kind_distance.stages.planes.plane_words import judge_depth
from kind_distance.stages.practice.play_words import OUTCOMES
from kind_distance.stages.sessions.kit_words import KIT
from tests.support import working

CORE = Path(__file__).parents[2] / "kind_distance" / "core"
VALUE = st.floats(1.0, 9.4)


@st.composite
def scenes(draw):
    """Two to seven planes with any values, meeting in any way, under any veil."""
    count = draw(st.integers(2, 7))
    kinds = [draw(st.sampled_from(["land", "land", "water", "sky"])) for _ in range(count)]
    specs = [
        PlaneSpec(
            f"Plane {n}",
            kind,
            None if kind == "sky" or draw(st.booleans()) else draw(st.floats(1, 50_000)),
            draw(st.none() | VALUE),
        )
        for n, kind in enumerate(kinds, start=1)
    ]
    readings = []
    for n in range(1, count + 1):
        low, mass, high = sorted(draw(st.tuples(VALUE, VALUE, VALUE)))
        colour = draw(st.tuples(*[st.floats(0.001, 1)] * 3))
        readings.append(PlaneReading(n, draw(st.floats(0.01, 0.9)), low, mass, high, 5, 1, 0.1, (0.5, 0.5), colour))
    pairs = [(a, b) for a in range(1, count + 1) for b in range(a + 1, count + 1) if draw(st.booleans())]
    borders = [
        Border(a, b, draw(st.floats(1, 90)), draw(st.floats(-5, 5)), draw(st.floats(0, 1)), 1.0) for a, b in pairs
    ]
    wishes = [
        PairChoice(a, b, draw(st.none() | st.floats(0, 2)), draw(st.sampled_from([None, 1, -1]))) for a, b in pairs[:2]
    ]
    chosen = DepthSettings(
        draw(st.sampled_from(sorted(PROFILES))),
        draw(st.none() | st.floats(0.1, 300)),
        draw(st.floats(0, 1)),
        draw(st.sampled_from(sorted(KEYS))),
        draw(st.floats(0, 1.5)),
    )
    return DepthInput(specs, readings, borders, chosen, wishes)


class AnyScene(unittest.TestCase):
    @given(scenes())
    @settings(max_examples=60, deadline=None)
    def test_planned_values(self, given_scene):
        plan = plan_depth(given_scene)
        low, high = key_range(given_scene.settings.key)
        in_conflict = {index for conflict in plan.ladder.conflicts for index in conflict.planes}
        for spec, planned in zip(given_scene.specs, plan.planes, strict=True):
            if spec.locked_value is None:
                self.assertTrue(low - 1e-3 <= planned.value <= high + 1e-3)
            else:
                held = float(np.clip(spec.locked_value, PAINT_DARKEST, PAINT_LIGHTEST))
                self.assertAlmostEqual(planned.value, held, delta=1e-3)
            self.assertTrue(all(-1e-9 <= c <= 1 + 1e-9 for c in planned.colour))
        for gap in plan.gaps:
            apart = gap.sign * (plan.planes[gap.far].value - plan.planes[gap.near].value)
            if not {gap.far, gap.near} <= in_conflict and gap.wanted >= LEAST_GAP:
                self.assertGreaterEqual(apart, gap.wanted - 5e-3)

    @given(scenes())
    @settings(max_examples=30, deadline=None)
    def test_same_scene_same_plan_and_judgements(self, given_scene):
        first, second = plan_depth(given_scene), plan_depth(given_scene)
        self.assertEqual(first, second)
        judged = judge_depth(given_scene, first, "cm", 40)
        self.assertEqual(judged, judge_depth(given_scene, second, "cm", 40))
        self.assertEqual(len({j.key for j in judged}), len(judged))
        for judgement in judged:
            self.assertTrue(judgement.title and judgement.text)
            self.assertTrue(all(1 <= plane <= len(given_scene.specs) for plane in judgement.planes))

    @given(scenes(), st.floats(0.2, 1.0))
    @settings(max_examples=30, deadline=None)
    def test_a_conflict_is_told_whenever_a_gap_is_not_had(self, given_scene, _):
        plan = plan_depth(given_scene)
        missed = [
            gap
            for gap in plan.gaps
            if gap.wanted >= LEAST_GAP
            and gap.sign * (plan.planes[gap.far].value - plan.planes[gap.near].value) < gap.wanted - 0.01
        ]
        if missed:
            self.assertTrue(plan.ladder.conflicts)
            kinds = {j.kind for j in judge_depth(given_scene, plan, "cm", 40)}
            self.assertIn("ladder_conflict", kinds)


class AnyDivision(unittest.TestCase):
    @given(st.integers(0, 2**32 - 1), st.integers(2, 5))
    @settings(max_examples=20, deadline=None)
    def test_readings_of_any_division(self, seed, count):
        rng = np.random.default_rng(seed)
        codes = rng.integers(0, 256, (40, 60, 3)).astype(np.uint8)
        labels = rng.integers(1, count + 1, (8, 12)).repeat(5, 0).repeat(5, 1).astype(np.uint8)
        readings = [r for r in read_planes(working(codes), labels, count) if r is not None]
        self.assertAlmostEqual(sum(r.share for r in readings), 1)
        for reading in readings:
            self.assertTrue(0 <= reading.dark <= reading.mass <= reading.light <= 10.01)
            x, y = reading.centre
            self.assertTrue(0 < x < 1 and 0 < y < 1)
        for border in read_borders(working(codes), labels, count, 0.1):
            self.assertLess(border.far, border.near)
            self.assertTrue(0 <= border.merged_cm <= border.length_cm + 1e-9)
            self.assertGreaterEqual(border.ragged, 1)

    @given(st.integers(0, 2**32 - 1))
    @settings(max_examples=20, deadline=None)
    def test_borders_do_not_care_which_way_a_picture_is_held(self, seed):
        labels = np.random.default_rng(seed).integers(0, 4, (6, 9)).repeat(4, 0).repeat(4, 1)
        turned = np.ascontiguousarray(labels.T)
        one, other = border_lengths(labels), border_lengths(turned)
        self.assertEqual(set(one), set(other))
        for pair, length in one.items():
            self.assertAlmostEqual(length, other[pair], delta=0.06 * length + 1)


class AnyAir(unittest.TestCase):
    climates = st.builds(Climate, st.floats(-5, 45), st.floats(5, 99), st.floats(0, 12), st.floats(0, 1000))

    @given(climates, st.sampled_from(["acrylic", "watercolour", "oil"]), st.floats(0.2, 8))
    @settings(max_examples=60, deadline=None)
    def test_thicker_never_dries_sooner(self, climate, paint, thickness):
        self.assertLessEqual(touch_dry_min(paint, climate, thickness), touch_dry_min(paint, climate, thickness * 1.5))

    @given(climates, climates, st.floats(0, 500))
    @settings(max_examples=40, deadline=None)
    def test_states_in_order_whatever_the_weather_does(self, first, second, turn):
        film = dry("acrylic", 0, Weather(((0.0, first), (turn, second))))
        self.assertTrue(0 < film.open_until < film.touch_early < film.touch_late < film.through_late)

    @given(climates, st.floats(1, 400))
    @settings(max_examples=30, deadline=None)
    def test_painted_later_is_dry_later(self, climate, later):
        weather = Weather(((0.0, climate), (120.0, Climate())))
        self.assertLessEqual(dry("acrylic", 0, weather).touch_late, dry("acrylic", later, weather).touch_late + 1e-6)


class HowTheCoreIsWritten(unittest.TestCase):
    def test_rules_of_the_core_give_findings_and_no_judgements(self):
        speaks = [
            file.relative_to(CORE).as_posix()
            for file in sorted(CORE.rglob("*.py"))
            if {"Judgement", "Remedy"}
            & {node.id for node in ast.walk(ast.parse(file.read_text("utf-8"))) if isinstance(node, ast.Name)}
        ]
        self.assertEqual(speaks, ["judgement.py"])

    def test_the_core_says_no_sentence_but_in_its_errors(self):
        """A constant that ends like a sentence stands in a docstring, or in an error that is raised, and nowhere else."""
        said = []
        for file in sorted(CORE.rglob("*.py")):
            tree = ast.parse(file.read_text("utf-8"))
            allowed = {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr)}
            for node in ast.walk(tree):
                if isinstance(node, ast.Raise):
                    allowed |= {id(each) for each in ast.walk(node)}
            for node in ast.walk(tree):
                if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in allowed:
                    words = node.value.split()
                    if len(words) > 2 and node.value.rstrip().endswith((".", "?")):
                        said.append(f"{file.name}: {node.value}")
        # Two ways out that several errors share.
        shared = {"Put its four corners yourself."}
        self.assertEqual([each for each in said if each.split(": ", 1)[1] not in shared], [])

    def test_no_function_of_the_core_is_longer_than_forty_lines(self):
        long = []
        for file in CORE.rglob("*.py"):
            for node in ast.walk(ast.parse(file.read_text("utf-8"))):
                if not isinstance(node, ast.FunctionDef):
                    continue
                first = node.body[1] if ast.get_docstring(node) is not None and len(node.body) > 1 else node.body[0]
                if node.end_lineno - first.lineno + 1 > 40:
                    long.append(f"{file.name}: {node.name}")
        self.assertEqual(long, [])

    def test_every_reason_of_the_core_is_said_in_a_table(self):
        tables = (RULES, REASONS, UNPLACED, BROKEN, OUTCOMES, KIT, HOW, PASS_WHY, CANNOT)
        known = set().union(*tables) | {"crop"}
        given = set()
        for file in CORE.rglob("*.py"):
            for node in ast.walk(ast.parse(file.read_text("utf-8"))):
                called = isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "because"
                if called and isinstance(node.args[0], ast.Constant):
                    given.add(node.args[0].value)
        self.assertGreater(len(given), 80)
        self.assertEqual(given - known, set())


if __name__ == "__main__":
    unittest.main()
