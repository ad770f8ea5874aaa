"""A spell at the easel: setting up and cleaning up, breaks, mist and dryer, and what the end of a plan hangs on."""

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.core.paint.drying import AIDS, REFERENCE, Weather, dry
from kind_distance.core.passes.model import Precedence
from kind_distance.core.schedule.cost import plan_cost
from kind_distance.core.schedule.critical_path import find_slack
from kind_distance.core.schedule.exact import plan_exactly
from kind_distance.core.schedule.model import BREAK_MIN, Done, Problem, Session
from kind_distance.core.schedule.plan import make_schedule, place_listed
from kind_distance.core.schedule.reasons import explain
from kind_distance.core.schedule.seek import sought
from kind_distance.core.schedule.verify import verify
from kind_distance.errors import DomainError
from kind_distance.stages.passes.schedule_words import say_broken, say_reason, say_slack
from tests.core.test_schedule import DAY, layer, problem, session, starts
from tests.core.test_search import painting
from tests.exhaustive import Exhaustive

AIR = Weather(((0.0, REFERENCE),))
OVER = Precedence(1, 2, "touch_dry")


def capped(minutes, cap=60, number=1, start=600):
    return replace(session(number, start, minutes), unbroken_min=cap)


class Aids(unittest.TestCase):
    def test_a_dryer_dries_sooner_and_mist_keeps_open_longer(self):
        plain, mist, hot = (dry("acrylic", 0.0, AIR, 1.0, aids) for aids in ((), ("mist",), ("dryer",)))
        self.assertAlmostEqual(mist.open_until / plain.open_until, AIDS["mist"][0], places=6)
        self.assertAlmostEqual(hot.touch_late / plain.touch_late, AIDS["dryer"][1], places=6)
        self.assertLess(mist.open_until, mist.touch_early)
        self.assertLess(hot.open_until, hot.touch_early)

    def test_oil_heeds_neither(self):
        """Common practice, no source: oil hardens by oxygen; heat wrinkles its skin."""
        for aid in ("mist", "dryer"):
            self.assertEqual(dry("oil", 0.0, AIR, 1.0, (aid,)), dry("oil", 0.0, AIR))

    def test_the_plan_and_the_verifier_follow(self):
        plain = problem([layer(1, 1), layer(2, 1, kind="second_layer")], [OVER])
        helped = replace(plain, passes=(replace(plain.passes[0], aids=("dryer",)), plain.passes[1]))
        first, then = make_schedule(plain), make_schedule(helped)
        self.assertLess(starts(then)[2], starts(first)[2])
        self.assertEqual(verify(helped, then), [])
        self.assertTrue(verify(plain, then), "without the dryer it would be wet")


class Around(unittest.TestCase):
    def test_setting_up_and_cleaning_up_are_not_for_painting(self):
        whole = Session(1, "Morning", 620, 60, setup_min=20, cleanup_min=10)
        self.assertEqual((whole.from_door, whole.to_door, whole.whole_min), (600, 690, 90))
        given_problem = problem([layer(1, 1, 30), layer(2, 2, 30), layer(3, 3, 5)], sessions=(whole,))
        plan = make_schedule(given_problem)
        self.assertEqual(starts(plan), {1: 620, 2: 650})
        self.assertEqual(len(plan.unplaced), 1)
        self.assertIn("20 min after you come", say_reason(explain(given_problem, plan)[0].not_earlier))
        self.assertEqual(plan.helps[0].minutes, 95, "the whole session is made longer")

    def test_two_sessions_may_not_meet_at_the_door(self):
        one = Session(1, "One", 600, 60, cleanup_min=20)
        with self.assertRaises(DomainError):
            problem([], sessions=(one, Session(2, "Two", 690, 60, setup_min=15)))
        problem([], sessions=(one, Session(2, "Two", 695, 60, setup_min=15)))


class Breaks(unittest.TestCase):
    def test_after_an_hour_one_steps_back(self):
        given_problem = problem([layer(n, n, 25) for n in range(1, 5)], sessions=(capped(200),))
        plan = make_schedule(given_problem)
        self.assertEqual(sorted(starts(plan).values()), [600, 625, 650 + BREAK_MIN, 685])
        self.assertEqual(verify(given_problem, plan), [])
        reason = explain(given_problem, plan)[2]
        self.assertEqual(reason.kind, "break")
        self.assertIn("50 min: step back for 10", say_reason(reason.not_earlier))

    def test_a_wait_that_is_long_enough_is_a_break(self):
        given_problem = problem([layer(1, 1, 50), layer(2, 1, 40, "second_layer")], [OVER], (capped(300),))
        plan = make_schedule(given_problem)
        self.assertEqual(starts(plan)[2], 665, "touch dry 15 minutes after 650, and no break on top")

    def test_one_long_pass_is_the_painters_own(self):
        given_problem = problem([layer(1, 1, 90), layer(2, 2, 10)], sessions=(capped(200),))
        plan = make_schedule(given_problem)
        self.assertEqual(starts(plan), {1: 600, 2: 700})
        self.assertEqual(verify(given_problem, plan), [])

    def test_what_was_painted_counts(self):
        given_problem = problem(
            [layer(1, 1, 50), layer(2, 2, 20)], sessions=(capped(200),), done=(Done(1, 600, 650),), not_before=650
        )
        self.assertEqual(starts(make_schedule(given_problem)), {2: 660})

    def test_the_verifier_sees_a_break_left_out(self):
        given_problem = problem([layer(n, n, 25) for n in range(1, 4)], sessions=(capped(200),))
        plan = make_schedule(replace(given_problem, sessions=(session(1, 600, 200),)))
        self.assertEqual([say_broken(each) for each in verify(given_problem, plan)], ["Session 1 has no break"])

    @settings(max_examples=14, deadline=None, derandomize=True)
    @given(st.lists(st.integers(5, 45), min_size=3, max_size=9), st.integers(25, 90))
    def test_no_plan_leaves_one_out(self, minutes, cap):
        passes = [layer(n, 1 + n % 3, each) for n, each in enumerate(minutes, start=1)]
        spells = (capped(150, cap), capped(150, cap, 2, 600 + DAY))
        given_problem = problem(passes, sessions=spells, touching={(1, 2)})
        for listed in ((), sought(given_problem)):
            self.assertEqual(verify(given_problem, make_schedule(given_problem, listed)), [])

    def test_small_paintings_are_planned_through_and_through_with_them(self):
        for seed in (1, 2, 3):
            plain = painting(2, 2, 90, seed)
            given_problem = replace(plain, sessions=tuple(replace(s, unbroken_min=30) for s in plain.sessions))
            found = place_listed(given_problem, sought(given_problem))
            self.assertLessEqual(plan_cost(given_problem, found), Exhaustive(given_problem).best + 1e-9)
            self.assertTrue(plan_exactly(given_problem, 1e9)[1])


class HangsOn(unittest.TestCase):
    def test_a_chain_without_slack(self):
        """1 dries until 625, where 2 follows; 3 fills the wait and may come later, until 2 wants the hands."""
        given_problem = problem([layer(1, 1), layer(2, 1, kind="second_layer"), layer(3, 2, 5)], [OVER])
        plan = make_schedule(given_problem)
        found = {each.pass_id: each for each in find_slack(given_problem, plan)}
        self.assertEqual(starts(plan), {1: 600, 3: 610, 2: 625})
        self.assertEqual({n: each.critical for n, each in found.items()}, {1: True, 3: False, 2: True})
        self.assertEqual((found[1].minutes, found[1].held_by), (0, 2))
        self.assertEqual((found[3].minutes, found[3].held_by), (10, 2))
        self.assertEqual((found[2].minutes, found[2].held_by), (85, None))
        names = {1: "the one", 2: "the other", 3: "the third"}
        self.assertEqual(
            say_slack(found[1], names),
            "The end of the plan hangs on it. It cannot begin later: the other waits for it.",
        )
        self.assertIn("10 min later, until the other would have to wait", say_slack(found[3], names))

    def test_moved_by_its_slack_a_plan_still_holds_and_by_more_it_does_not(self):
        """Held against the verifier, on made-up paintings."""
        for args in ((3, 2, 140, 1), (3, 3, 90, 4), (4, 3, 110, 6), (3, 2, 150, 5, "watercolour")):
            given_problem: Problem = painting(*args)
            plan = make_schedule(given_problem)
            for each in find_slack(given_problem, plan):
                self.assertEqual(verify(given_problem, self.later(plan, each.pass_id, each.minutes)), [], each)
                if each.held_by is not None:
                    much = verify(given_problem, self.later(plan, each.pass_id, each.minutes + 6))
                    self.assertTrue(much, each)

    @staticmethod
    def later(plan, number, minutes):
        moved = (
            replace(p, start=p.start + minutes, end=p.end + minutes) if p.pass_id == number else p
            for p in plan.placements
        )
        return replace(plan, placements=tuple(moved))

    def test_without_a_plan_there_is_none(self):
        self.assertEqual(find_slack(problem([layer(1, 1)], sessions=()), make_schedule(problem([], sessions=()))), [])


if __name__ == "__main__":
    unittest.main()
