"""A pass names only what it waits for itself."""

import unittest

import networkx
from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.schedule.rules import direct_rules


def rule(before, after, needs="done"):
    return Precedence(before, after, needs)


def passes_on(*planes):
    return {
        n: Pass(n, "block_in", () if plane is None else (plane,), "pass", "acrylic", 5)
        for n, plane in enumerate(planes, start=1)
    }


class Reasons(unittest.TestCase):
    def test_a_pass_names_only_what_it_waits_for_itself(self):
        direct = direct_rules([rule(1, 2), rule(2, 3), rule(1, 3)], passes_on(1, 2, 3))
        self.assertEqual([(r.before, r.after) for r in direct], [(1, 2), (2, 3)])

    def test_what_lies_under_a_pass_is_always_named(self):
        """Block-in of a plane, then of another, then the second layer of the first: the block-in under it counts."""
        direct = direct_rules([rule(1, 2), rule(2, 3), rule(1, 3, "touch_dry")], passes_on(1, 2, 1))
        self.assertIn((1, 3), [(r.before, r.after) for r in direct])
        three_layers = direct_rules([rule(1, 2), rule(2, 3), rule(1, 3)], passes_on(1, 1, 1))
        self.assertEqual(len(three_layers), 2)

    @given(st.sets(st.tuples(st.integers(1, 9), st.integers(1, 9)).filter(lambda p: p[0] < p[1]), max_size=25))
    @settings(max_examples=60, deadline=None)
    def test_nothing_that_is_needed_is_left_out(self, pairs):
        """What is left leads everywhere the whole led (transitive reduction, held against networkx)."""
        whole = networkx.DiGraph(list(pairs))
        rules = direct_rules([rule(a, b) for a, b in sorted(pairs)], passes_on(*range(1, 10)))
        left = networkx.DiGraph([(r.before, r.after) for r in rules])
        left.add_nodes_from(whole)
        self.assertEqual(networkx.transitive_closure(whole).edges, networkx.transitive_closure(left).edges)


if __name__ == "__main__":
    unittest.main()
