"""Sixteen worked paintings that nobody painted, told pass by pass, with what a good judge says of them and does not say.

All was made up for developing against. What holds for a case here: every warning that a good judge would give comes, once;
nothing that must stay unsaid is said; the good order draws no word; the derived plan holds what a sensible one does.
"""

import unittest
from functools import lru_cache

from tests.cases.convert import cases
from tests.cases.judged import Judged, Planned, breaks, says

# What a planned value says is judged on a derived plan as well, since the planes are the case's own.
OF_THE_PLANES = ("borders merge", "near contrast too low", "near contrast above focus", "unsafe place")


@lru_cache(maxsize=64)
def judged(name, which):
    return Judged(cases()[name], which=which)


class AsPainted(unittest.TestCase):
    def test_every_warning_comes_once_and_nothing_besides(self):
        for name, case in cases().items():
            said = judged(name, "painted").messages()
            for warning in case["must_warn"]:
                with self.subTest(case=name, warning=warning["id"], kind=warning["kind"]):
                    found = [message for message in said if says(warning, message)]
                    self.assertEqual(len(found), 1, warning["why"])
            besides = [m[:4] for m in said if not any(says(warning, m) for warning in case["must_warn"])]
            with self.subTest(case=name):
                self.assertEqual(besides, [])

    def test_what_must_stay_unsaid_is_not_said(self):
        for name, case in cases().items():
            said = [m for m in judged(name, "painted").messages() if not any(says(w, m) for w in case["must_warn"])]
            for quiet in case["quiet"]:
                with self.subTest(case=name, quiet=quiet["id"], why=quiet["why"]):
                    self.assertFalse([m[:4] for m in said if breaks(quiet, m)])

    def test_severity_and_length_agree(self):
        for name, case in cases().items():
            for warning in case["must_warn"]:
                found = [m[5] for m in judged(name, "painted").messages() if says(warning, m)]
                if warning["cm"] is not None:
                    with self.subTest(case=name, warning=warning["id"]):
                        lengths = judged(name, "painted").found.judgements
                        self.assertTrue(any(str(warning["cm"]) in each.text for each in lengths if each in found))


class TheGoodOrder(unittest.TestCase):
    def test_it_draws_no_word(self):
        for name in cases():
            with self.subTest(case=name):
                self.assertEqual([m[:4] for m in judged(name, "good").messages()], [])

    def test_nor_where_a_single_thing_is_left_unsaid(self):
        """What is unknown is not supposed to be a fault."""
        for name, case in cases().items():
            for field in ("mix", "mark_mm", "line_weight", "line_meant", "spares", "wants", "value", "opacity", "oil"):
                with self.subTest(case=name, left_out=field):
                    found = Judged(case, which="good", drop=(field,)).messages()
                    self.assertEqual([m[:4] for m in found], [])


class ThePlan(unittest.TestCase):
    def test_it_holds_what_a_sensible_one_holds(self):
        for name, case in cases().items():
            plan = Planned(judged(name, "derived"))
            for asked in case["plan_expectations"]:
                with self.subTest(case=name, expected=asked["id"], kind=asked["kind"], why=asked["why"]):
                    self.assertIs(plan.holds(asked), True)

    def test_it_has_no_judgement_against_itself(self):
        for name in cases():
            with self.subTest(case=name):
                said = [m[:4] for m in judged(name, "derived").messages() if m[0] not in OF_THE_PLANES]
                self.assertEqual(said, [])


if __name__ == "__main__":
    unittest.main()
