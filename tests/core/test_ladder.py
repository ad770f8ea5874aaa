"""The value ladder against pool-adjacent-violators, a general optimiser and cases worked beforehand."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import isotonic_regression, linprog, minimize

from kind_distance.core.colour.keys import KEYS, key_range
from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.core.depth.ladder import Gap, Rung, _all_fit, solve_ladder
from kind_distance.errors import DomainError

LOW, HIGH = PAINT_DARKEST, PAINT_LIGHTEST
# Chains from near (dark) to far (light), solved by hand and by isotonic regression beforehand: targets, gap, answer.
CHAINS = [
    ((2.8, 5, 6.9, 7.3, 7.5), 0.75, (2.8, 5, 6.48, 7.23, 7.98)),
    ((5, 6.8, 7.6, 7.9, 8, 8.05), 0.6, (5, 6.47, 7.07, 7.67, 8.27, 8.87)),
]


def chain(targets, gap):
    """Rungs darkest first, each next one to be lighter by the gap."""
    return [Rung(t) for t in targets], [Gap(i, i + 1, -1, gap) for i in range(len(targets) - 1)]


def by_isotonic(targets, gap, low=LOW, high=HIGH):
    shift = gap * np.arange(len(targets))
    fitted = isotonic_regression(np.array(targets) - shift).x
    return np.clip(fitted, low, high - shift[-1]) + shift


class Chains(unittest.TestCase):
    def test_worked_cases(self):
        for targets, gap, expected in CHAINS:
            with self.subTest(targets=targets):
                ladder = solve_ladder(*chain(targets, gap), LOW, HIGH)
                np.testing.assert_allclose(ladder.planned, expected, atol=0.006)
                self.assertEqual(ladder.conflicts, ())

    @given(st.lists(st.floats(2, 9), min_size=1, max_size=8), st.floats(0.1, 0.9))
    @settings(max_examples=40, deadline=None)
    def test_equals_pool_adjacent_violators(self, targets, gap):
        ladder = solve_ladder(*chain(targets, gap), LOW, HIGH)
        np.testing.assert_allclose(ladder.planned, by_isotonic(targets, gap), atol=2e-3)

    def test_targets_that_already_stand_apart_are_kept(self):
        ladder = solve_ladder(*chain((2, 4, 6, 8), 0.6), LOW, HIGH)
        np.testing.assert_allclose(ladder.planned, (2, 4, 6, 8), atol=1e-4)


class WhetherAllFits(unittest.TestCase):
    """What is told without a linear programme against the programme: scipy's, over graphs with locks and circles."""

    def test_as_the_linear_programme_says(self):
        rng = np.random.default_rng(21)
        fitting = 0
        for turn in range(120):
            n = int(rng.integers(2, 7))
            locked = [float(v) if rng.random() < 0.25 else None for v in rng.uniform(LOW, HIGH, n)]
            rungs = [Rung(float(t), lock) for t, lock in zip(rng.uniform(2, 9, n), locked, strict=True)]
            pairs = [(i, j) for i in range(n) for j in range(i + 1, n) if rng.random() < 0.6]
            gaps = [Gap(i, j, int(rng.choice([-1, 1])), float(rng.uniform(0.2, 2.5))) for i, j in pairs]
            bounds = [(LOW, HIGH) if lock is None else (lock, lock) for lock in locked]
            rows = np.zeros((len(gaps), n))
            for row, gap in zip(rows, gaps, strict=True):
                row[gap.far], row[gap.near] = -gap.sign, gap.sign
            limits = -np.array([gap.wanted for gap in gaps])
            if gaps:
                found = linprog(np.zeros(n), A_ub=rows, b_ub=limits, bounds=bounds, method="highs").success
            else:
                found = True
            fitting += found
            with self.subTest(turn=turn):
                self.assertEqual(_all_fit(gaps, bounds), found)
                self.assertEqual(solve_ladder(rungs, gaps, LOW, HIGH).conflicts == (), found)
        self.assertTrue(30 < fitting < 100, "both answers are asked for")


class Graphs(unittest.TestCase):
    def test_equals_a_general_optimiser(self):
        """A graph that is no chain, with a lock: against a penalty solved from many starts."""
        rng = np.random.default_rng(11)
        for _ in range(6):
            n = 5
            targets = rng.uniform(2, 9, n)
            pairs = [(0, 1), (1, 2), (0, 3), (3, 4), (2, 4)]
            gaps = [Gap(a, b, 1, 0.5) for a, b in pairs]
            rungs = [Rung(t, None, w) for t, w in zip(targets, rng.uniform(0.1, 1, n), strict=True)]
            planned = np.array(solve_ladder(rungs, gaps, LOW, HIGH).planned)
            weight = np.array([r.weight for r in rungs])

            def cost(v, weight=weight, targets=targets):
                return float(np.sum(weight * (v - targets) ** 2))

            rules = [{"type": "ineq", "fun": lambda v, a=a, b=b: v[a] - v[b] - 0.5} for a, b in pairs]
            starts = rng.uniform(LOW, HIGH, (6, n))
            best = min(
                (minimize(cost, s, bounds=[(LOW, HIGH)] * n, constraints=rules, method="SLSQP") for s in starts),
                key=lambda found: found.fun if found.success else np.inf,
            )
            self.assertAlmostEqual(cost(planned), best.fun, delta=0.003)
            self.assertTrue(all(planned[a] - planned[b] >= 0.5 - 1e-4 for a, b in pairs))

    def test_a_locked_plane_stays_and_the_others_give_way(self):
        rungs = [Rung(8), Rung(7, 7.0), Rung(6.9)]
        ladder = solve_ladder(rungs, [Gap(0, 1, 1, 0.6), Gap(1, 2, 1, 0.6)], LOW, HIGH)
        self.assertAlmostEqual(ladder.planned[1], 7.0, places=6)
        self.assertLessEqual(ladder.planned[2], 6.4 + 1e-4)

    def test_a_gap_of_nothing_lets_planes_merge(self):
        ladder = solve_ladder([Rung(5), Rung(5)], [Gap(0, 1, 1, 0.0)], LOW, HIGH)
        np.testing.assert_allclose(ladder.planned, (5, 5), atol=1e-6)

    def test_the_large_plane_gives_way_least(self):
        ladder = solve_ladder([Rung(5, None, 1.0), Rung(5, None, 0.1)], [Gap(0, 1, 1, 1.0)], LOW, HIGH)
        self.assertLess(abs(ladder.planned[0] - 5), abs(ladder.planned[1] - 5))


class Conflicts(unittest.TestCase):
    def test_seven_planes_in_a_low_key(self):
        """A low key leaves 0.71 steps each; the planes and the gap that is left are named."""
        low, high = key_range("low")
        rungs, gaps = chain((2, 3, 4, 4.5, 5, 5.2, 5.3), 0.75)
        ladder = solve_ladder(rungs, gaps, low, high)
        (conflict,) = ladder.conflicts
        self.assertEqual(conflict.planes, (0, 1, 2, 3, 4, 5, 6))
        self.assertAlmostEqual(conflict.granted, 0.71, delta=0.005)
        self.assertEqual(conflict.wanted, 0.75)
        np.testing.assert_allclose(np.diff(ladder.planned), conflict.granted, atol=0.01)

    def test_only_those_in_conflict_give_way(self):
        rungs = [Rung(9), Rung(5, 5.0), Rung(4.9, 4.9), Rung(2)]
        ladder = solve_ladder(rungs, [Gap(0, 1, 1, 0.6), Gap(1, 2, 1, 0.6), Gap(2, 3, 1, 0.6)], LOW, HIGH)
        (conflict,) = ladder.conflicts
        self.assertEqual(conflict.planes, (1, 2))
        self.assertEqual(conflict.locked, (1, 2))
        self.assertAlmostEqual(conflict.granted, 0.1, delta=0.001)
        self.assertGreaterEqual(ladder.planned[0] - ladder.planned[1], 0.6 - 1e-4)

    def test_locks_that_stand_the_wrong_way_round(self):
        ladder = solve_ladder([Rung(5, 4.0), Rung(5, 6.0)], [Gap(0, 1, 1, 0.6)], LOW, HIGH)
        self.assertLess(ladder.conflicts[0].granted, 0)
        np.testing.assert_allclose(ladder.planned, (4, 6), atol=1e-6)

    def test_a_gap_too_small_to_see_never_stops_a_plan(self):
        """Found by the property tests: a lock far off and a gap of a thousandth left the programme without an answer."""
        ladder = solve_ladder([Rung(5, 1.75), Rung(5, 9.5)], [Gap(0, 1, 1, 0.001)], LOW, HIGH)
        self.assertEqual(ladder.conflicts, ())
        ladder = solve_ladder([Rung(5, 1.75), Rung(5, 9.5)], [Gap(0, 1, 1, 0.02)], LOW, HIGH)
        self.assertLess(ladder.conflicts[0].granted, -7)

    def test_nonsense(self):
        with self.assertRaises(DomainError):
            solve_ladder([Rung(5)], [], 6, 4)
        with self.assertRaises(DomainError):
            solve_ladder([Rung(5, None, 0.0)], [], LOW, HIGH)
        with self.assertRaises(DomainError):
            key_range("loud")
        self.assertEqual(solve_ladder([], [], LOW, HIGH).planned, ())

    def test_keys_lie_in_what_paint_reaches(self):
        for key in KEYS:
            low, high = key_range(key)
            self.assertTrue(LOW <= low < high <= HIGH)


if __name__ == "__main__":
    unittest.main()
