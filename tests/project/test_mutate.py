"""The tool that plants faults plants real ones: each changes one line, and the file still reads as Python."""

import ast
import importlib.util
import unittest
from pathlib import Path

import numpy as np

from tools.moved import moved
from tools.mutate import ROOT, chosen, faults_in, tests_near


class Faults(unittest.TestCase):
    def test_the_same_seed_plants_the_same_faults(self):
        one, other = chosen(24, 5, ""), chosen(24, 5, "")
        self.assertEqual(one, other)
        self.assertNotEqual(one, chosen(24, 6, ""))
        self.assertEqual({each.kind for each in one}, {"sign", "boundary", "constant", "swapped"})

    def test_each_fault_changes_one_line_and_what_it_means(self):
        for fault in chosen(60, 2, ""):
            lines = (ROOT / fault.file).read_text("utf-8").splitlines()
            with self.subTest(file=str(fault.file), line=fault.line):
                self.assertEqual(lines[fault.line - 1], fault.before)
                planted = "\n".join([*lines[: fault.line - 1], fault.after, *lines[fault.line :]])
                before, after = (ast.dump(ast.parse(text)) for text in ("\n".join(lines), planted))
                self.assertNotEqual(before, after)

    def test_every_kind_is_found_where_it_stands(self):
        found = {
            (each.kind, each.line): each.after.strip()
            for each in faults_in(Path("kind_distance/core/mixing/quantity.py"))
        }
        self.assertIn("LOSS = 0.325", " ".join(found.values()))
        self.assertTrue(any(kind == "sign" for kind, _ in found))

    def test_a_boundary_is_moved_by_one_or_by_a_tenth(self):
        kinds = ("Lt", "LtE", "Gt", "GtE")
        self.assertEqual([moved(5, kind, 5) for kind in kinds], [True, False, True, False])
        self.assertEqual([moved(4, "Lt", 5), moved(6, "Lt", 5), moved(6, "LtE", 5)], [True, False, False])
        self.assertEqual([moved(0.54, "Lt", 0.5), moved(0.56, "Lt", 0.5)], [True, False])
        self.assertEqual(
            [moved(0.46, "GtE", 0.5), moved(0.54, "GtE", 0.5), moved(0.56, "GtE", 0.5)], [False, False, True]
        )
        self.assertEqual([moved(0, "Gt", 0), moved({1}, "LtE", {1}), moved("a", "Lt", "a")], [True, False, True])
        self.assertEqual(
            [moved(0.2, kind, 0) for kind in kinds], [True, True, False, False], "The other side of nothing"
        )
        np.testing.assert_array_equal(moved(np.array([0.4, 0.46, 0.6]), "Gt", 0.5), [False, True, True])
        found = next(f for f in faults_in(Path("kind_distance/core/depth/edges.py")) if f.kind == "boundary")
        self.assertIn(".moved(", found.after)

    def test_the_same_of_two_things_is_turned_round(self):
        found = [f for f in faults_in(Path("kind_distance/core/judging/order.py")) if f.kind == "boundary"]
        turned = next(f for f in found if "other.at < each.at" in f.before)
        self.assertIn("other.at > each.at", turned.after)
        self.assertTrue(any(".moved(" in f.after for f in found))

    def test_tests_near_a_module_are_those_that_import_it(self):
        near = tests_near(Path("kind_distance/core/mixing/recipes.py"))
        self.assertIn("tests.core.test_mixing", near)
        self.assertEqual(near[-2:], ["tests.cases.test_cases", "tests.core.test_record.Records.test_mixing"])
        for name in near[:-1]:
            self.assertIsNotNone(importlib.util.find_spec(name), name)
        # A module that no test imports is held by the tests of its package.
        self.assertGreater(len(tests_near(Path("kind_distance/core/build/brushwork.py"))), 1)
