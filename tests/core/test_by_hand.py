"""Passes put by hand: where they come to stand, what the paint says to it, and whether the remedy clears it."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.core.passes.model import Precedence
from kind_distance.core.schedule.model import Done
from kind_distance.core.schedule.placed_by_hand import put_by_hand
from kind_distance.core.schedule.plan import Schedule, make_schedule
from kind_distance.core.schedule.reasons import explain
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.stages.passes.plan_words import judge_by_hand
from kind_distance.stages.passes.schedule_words import say_reason
from tests.core.test_schedule import DAY, layer, problem, session, starts

TWO = (session(1, 600, 120), session(2, 600 + DAY, 120))
OVER = Precedence(1, 2, "touch_dry")


def put(given, number, into, minute):
    """Put a pass by hand; return the problem with it fixed, the new plan and its judgements."""
    listed = put_by_hand(given, make_schedule(given).placements, number, into, minute)
    fixed = replace(given, fixed=given.fixed | {number})
    plan = make_schedule(fixed, listed)
    return fixed, plan, judge_by_hand(fixed, plan)


class Putting(unittest.TestCase):
    def test_it_begins_when_put_and_pushes_on_what_is_in_its_way(self):
        given = problem([layer(1, 1), layer(2, 2), layer(3, 3)], sessions=TWO)
        _, plan, told = put(given, 3, 1, 605)
        self.assertEqual(starts(plan), {1: 600, 3: 610, 2: 620}, "the hands are free at 610")
        self.assertEqual(told, [])

    def test_into_another_session_all_else_keeps_its_place(self):
        given = problem([layer(1, 1), layer(2, 2), layer(3, 3)], sessions=TWO)
        before = starts(make_schedule(given))
        _, plan, _ = put(given, 2, 2, 650 + DAY)
        self.assertEqual(starts(plan), {**before, 2: 650 + DAY})

    def test_it_is_moved_back_so_that_it_ends_with_its_session(self):
        _, plan, _ = put(problem([layer(1, 1, 30)], sessions=TWO), 1, 1, 715)
        self.assertEqual(starts(plan), {1: 690})

    def test_what_cannot_be_is_refused_with_the_arithmetic(self):
        given = problem([layer(1, 1, 100), layer(2, 2, 60)], sessions=TWO, not_before=590)
        with self.assertRaisesRegex(DomainError, "It takes 60 min; from 11:40 on Session 1 has 20 left"):
            put(given, 2, 1, 715)
        with self.assertRaisesRegex(DomainError, "It takes 130 min; Session 1 has 120"):
            put(problem([layer(1, 1, 130)], sessions=TWO), 1, 1, 600)
        with self.assertRaisesRegex(DomainError, "Session 1 is over"):
            put(replace(given, not_before=800), 2, 1, 610)
        with self.assertRaises(NotFoundError):
            put(given, 9, 1, 610)
        with self.assertRaises(NotFoundError):
            put(given, 2, 9, 610)

    def test_what_waited_for_it_comes_right_after(self):
        """The upper layer was held up by the lower one, which is put later by hand: it follows in the same session."""
        given = problem([layer(1, 1, 5), layer(2, 1, 5, "second_layer")], [OVER], TWO)
        _, plan, told = put(given, 1, 1, 640)
        self.assertEqual(plan.unplaced, ())
        self.assertEqual(starts(plan)[1], 640)
        self.assertGreaterEqual(starts(plan)[2], 645 + 15)
        self.assertEqual(told, [])

    def test_its_reason_says_so(self):
        fixed, plan, _ = put(problem([layer(1, 1), layer(2, 2)], sessions=TWO), 2, 2, 660 + DAY)
        reasons = {each.pass_id: each for each in explain(fixed, plan)}
        self.assertEqual((reasons[2].kind, say_reason(reasons[2].not_earlier)), ("hand", "You put it there by hand."))
        self.assertNotEqual(reasons[1].kind, "hand")

    def test_when_its_session_shrinks_it_is_planned_like_any_other(self):
        fixed, plan, _ = put(problem([layer(1, 1, 30)], sessions=TWO), 1, 1, 680)
        listed = tuple((p.pass_id, p.session_id, p.start) for p in plan.placements)
        shorter = replace(fixed, sessions=(session(1, 600, 60), TWO[1]))
        self.assertEqual(starts(make_schedule(shorter, listed)), {1: 600 + DAY})

    @settings(max_examples=60, deadline=None, derandomize=True)
    @given(st.integers(1, 6), st.integers(1, 2), st.integers(0, 2200))
    def test_whatever_is_put_nothing_is_lost_or_painted_twice_and_hands_are_one_pair(self, number, into, minute):
        passes = [layer(n, (n + 1) // 2, 8 + n, "block_in" if n % 2 else "second_layer") for n in range(1, 7)]
        rules = [Precedence(n, n + 1, "touch_dry") for n in (1, 3, 5)]
        given_problem = problem(passes, rules, TWO, {(1, 2), (2, 3)})
        try:
            _, plan, _ = put(given_problem, number, into, minute)
        except DomainError:
            return
        spans = sorted((p.start, p.end) for p in plan.placements)
        self.assertTrue(all(one[1] <= two[0] for one, two in zip(spans, spans[1:], strict=False)))
        self.assertEqual(
            sorted([p.pass_id for p in plan.placements] + [u.pass_id for u in plan.unplaced]), [1, 2, 3, 4, 5, 6]
        )


TITLES = {
    "undry": "goes on wet paint",
    "tacky": "is painted into tacky paint",
    "glaze_early": "comes before what it lies on is dry through",
    "varnish_early": "comes before the painting is dry through",
    "undry_through": "comes before what it lies on is dry through",
    "before_base": "stands before what it lies on",
}


class Planted(unittest.TestCase):
    """Each mistake planted alone is found with its measure, and its own remedy clears it."""

    def cleared(self, fixed, told):
        remedy = next(r for r in told[0].remedies if r.action == "place_pass")
        into, start = remedy.arguments["session"], remedy.arguments["start"]
        loose = replace(fixed, fixed=frozenset())
        self.assertEqual(put(loose, remedy.arguments["number"], into, start)[2], [])

    def told(self, given, number, into, minute, kind):
        fixed, plan, told = put(given, number, into, minute)
        self.assertEqual([j.kind for j in told], [kind])
        self.assertIn(TITLES[kind], told[0].title)
        return fixed, plan, told

    def test_paint_on_undry_paint(self):
        """Block-in ends at 610 and is touch dry after 15 minutes, at 625: put on at 615 it is 10 minutes too soon."""
        given = problem([layer(1, 1), layer(2, 1, kind="second_layer")], [OVER], TWO)
        fixed, _, told = self.told(given, 2, 1, 615, "undry")
        self.assertIn("wet until about 10:25", told[0].text)
        self.assertIn("10 min too soon", told[0].text)
        self.assertEqual(told[0].severity, "strong")
        self.cleared(fixed, told)

    def test_tacky_rework(self):
        """Beside: open for 5 minutes after 610, tacky until 625."""
        given = problem([layer(1, 1), layer(2, 2)], (), TWO, {(1, 2)})
        fixed, _, told = self.told(given, 2, 1, 618, "tacky")
        self.assertIn("tacky until about 10:25", told[0].text)
        self.cleared(fixed, told)

    def test_into_open_paint_nothing_is_said(self):
        given = problem([layer(1, 1), layer(2, 2, 4)], (), TWO, {(1, 2)})
        self.assertEqual(put(given, 2, 1, 610)[2], [])

    def test_glaze_too_early(self):
        rule = Precedence(1, 2, "through_dry")
        given = problem([layer(1, 1), layer(2, 1, kind="glaze")], [rule], TWO)
        fixed, _, told = self.told(given, 2, 1, 660, "glaze_early")
        self.assertIn("not dry through", told[0].text)
        self.cleared(fixed, told)

    def test_a_glaze_that_only_wants_firm_paint_is_told_so(self):
        """In water-borne paint nobody waits until it is dry through: touch dry about as long again is enough."""
        given = problem([layer(1, 1), layer(2, 1, kind="glaze")], [Precedence(1, 2, "firm")], TWO)
        _, _, told = put(given, 2, 1, 630)
        self.assertIn("is firm", told[0].title)
        self.assertIn("not firm until about 10:40", told[0].text)

    def test_oil_over_acrylic_that_still_moves(self):
        rule = Precedence(1, 2, "through_dry")
        given = problem([layer(1, 1), layer(2, 1, kind="second_layer", paint="oil")], [rule], TWO)
        self.told(given, 2, 1, 700, "undry_through")

    def test_varnish_too_early(self):
        """Common practice, no source: overnight at least before varnish on acrylic."""
        rule = Precedence(1, 2, "through_dry")
        given = problem([layer(1, 1), layer(2, None, 15, "varnish", "varnish")], [rule], TWO)
        fixed, plan, told = self.told(given, 2, 1, 660, "varnish_early")
        self.assertEqual(plan.milestones, (), "it stands in a session now, and is no date any more")
        self.cleared(fixed, told)

    def test_what_lies_under_it_is_not_painted_yet(self):
        given = problem([layer(1, 1), layer(2, 1, kind="second_layer"), layer(3, 2)], [OVER], TWO)
        fixed, plan, told = self.told(given, 2, 1, 600, "before_base")
        self.assertLess(starts(plan)[2], starts(plan)[1])
        self.assertIn("stands before block-in of Plane 1", told[0].text)
        self.assertEqual([r.action for r in told[0].remedies], ["free_pass"])
        loose = tuple((p.pass_id, p.session_id, p.start) for p in plan.placements if p.pass_id != 2)
        free = make_schedule(replace(fixed, fixed=frozenset()), loose)
        self.assertEqual(free.unplaced, ())

    def test_out_of_the_painters_order_is_only_mild(self):
        rule = Precedence(1, 2, "done", material=False, border_cm=42.0)
        given = problem([layer(1, 1), layer(2, 2)], [rule], TWO, {(1, 2)})
        _, _, told = put(given, 2, 1, 600)
        cut = next(j for j in told if j.kind == "cut_by_hand")
        self.assertEqual(cut.severity, "mild")
        self.assertIn("42 cm of border", cut.text)

    def test_what_stands_where_the_plan_put_it_is_never_told(self):
        given = problem([layer(1, 1), layer(2, 1, kind="second_layer"), layer(3, 2)], [OVER], TWO, {(1, 2)})
        plan = make_schedule(given)
        for placement in plan.placements:
            fixed = replace(given, fixed=frozenset({placement.pass_id}))
            self.assertEqual(judge_by_hand(fixed, plan), [], placement)

    def test_what_is_painted_counts_too(self):
        given = problem(
            [layer(1, 1), layer(2, 1, kind="second_layer")], [OVER], TWO, done=(Done(1, 590, 600),), not_before=600
        )
        _, _, told = put(given, 2, 1, 602)
        self.assertEqual([j.kind for j in told], ["undry"])

    def test_a_made_plan_without_its_base_does_not_fail(self):
        """Whatever a kept plan says, judging it gives words, not an error."""
        given = problem([layer(1, 1), layer(2, 1, kind="second_layer")], [OVER], TWO, fixed=frozenset({2}))
        plan = make_schedule(given, ((2, 1, 600),))
        odd = Schedule(tuple(p for p in plan.placements if p.pass_id == 2), (), ())
        self.assertEqual([j.kind for j in judge_by_hand(given, odd)], ["before_base"])


if __name__ == "__main__":
    unittest.main()
