"""The search for a plan: against an exhaustive search, against the verifier, the same every time; offers and their cost."""

import itertools
import math
import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.depth.readings import Border
from kind_distance.core.paint.drying import Climate, dry
from kind_distance.core.passes.model import Pass, PlaneFacts, Precedence
from kind_distance.core.schedule.cost import LEFT_WEIGHT, SESSION_WEIGHT, plan_cost, session_clock
from kind_distance.core.schedule.exact import plan_exactly
from kind_distance.core.schedule.model import Done, Problem, Session
from kind_distance.core.schedule.offers import FEW, difference_to, offer_plans
from kind_distance.core.schedule.plan import (
    Board,
    in_order,
    listed_of,
    make_schedule,
    pinned,
    place_listed,
    tried_plans,
)
from kind_distance.core.schedule.search import search
from kind_distance.core.schedule.seek import sought
from kind_distance.core.schedule.verify import verify
from kind_distance.stages.passes.schedule_words import say_difference
from tests.exhaustive import Exhaustive
from tests.planning import derive, ruled

DAY = 1440


def painting(planes=3, sessions=3, minutes=80, seed=1, medium="acrylic"):
    """A made-up painting: planes in a row that meet, sessions every other day in changing air."""
    rng = np.random.default_rng(seed)
    facts = [
        PlaneFacts(f"P{n}", float(rng.uniform(60, 260)), float(rng.uniform(0.1, 0.5)), 8 - n, 7 - n, 8.6 - n, 0.9)
        for n in range(planes)
    ]
    borders = [Border(n, n + 1, float(rng.uniform(8, 40)), 0.0, 0.0, 1.0) for n in range(1, planes)]
    passes = derive(facts, medium, ground="ochre", borders=borders, area=1400.0)
    rules = tuple(ruled(passes, facts, borders, medium))
    spells = tuple(
        Session(n + 1, f"S{n}", 2 * DAY * n + 540, minutes, bool(n % 2), Climate(float(rng.uniform(12, 26)), 60.0))
        for n in range(sessions)
    )
    return Problem(tuple(passes), rules, frozenset(), "done", spells)


def small(count, seed):
    """So few passes, in any order, on two places that do not meet, that every order can be tried."""
    rng = np.random.default_rng(seed)
    passes = tuple(
        Pass(
            n, "block_in", (1 + n % 2,), f"layer {n}", "acrylic", int(rng.integers(5, 25)), float(rng.uniform(0.6, 1.6))
        )
        for n in range(1, count + 1)
    )
    rules = tuple(
        Precedence(a, b, "touch_dry")
        for a, b in itertools.combinations(range(1, count + 1), 2)
        if a % 2 == b % 2 and b == a + 2
    )
    spells = (Session(1, "One", 540, 60), Session(2, "Two", DAY + 540, 90))
    return Problem(passes, rules, frozenset(), "not_tacky", spells)


class AgainstAllOrders(unittest.TestCase):
    """Held against a search of our own tests that tries everything (`tests/exhaustive.py`), on 4 to 13 passes."""

    def as_good(self, problem, equal):
        found = plan_cost(problem, place_listed(problem, sought(problem)))
        best = Exhaustive(problem).best
        self.assertLessEqual(found, best + 1e-9)
        return equal + (abs(found - best) < 1e-9)

    def test_layers_on_two_places(self):
        cases = [(count, seed) for count in range(4, 11) for seed in (1, 2, 3)]
        equal = 0
        for count, seed in cases:
            with self.subTest(passes=count, seed=seed):
                equal = self.as_good(small(count, seed), equal)
        self.assertGreaterEqual(equal, len(cases) - 2, "hardly ever is there a better one that begins at odd minutes")

    def test_whole_paintings(self):
        cases = [
            (planes, sessions, minutes, seed, medium)
            for planes, sessions in ((2, 2), (2, 3), (3, 2), (3, 3))
            for minutes in (60, 100)
            for seed, medium in ((1, "acrylic"), (2, "gouache"), (3, "watercolour"), (4, "oil"))
        ]
        equal = 0
        for case in cases:
            problem = painting(*case)
            with self.subTest(case=case):
                equal = self.as_good(problem, equal)
                self.assertLessEqual(len(problem.passes), 14, "twelve or thirteen and the varnish")
        self.assertGreaterEqual(equal, len(cases) - 4)

    def test_too_large_it_says_so_and_keeps_what_is_known(self):
        large = painting(12, 6, 150)
        self.assertEqual(plan_exactly(large, 1e9), ((), False))
        problem = painting(3, 3, 80, 2)
        best = plan_cost(problem, place_listed(problem, sought(problem)))
        self.assertEqual(plan_exactly(problem, best), ((), True), "nothing is better than the best")


class Searching(unittest.TestCase):
    def test_never_worse_than_what_was_tried_and_always_sound(self):
        for planes, sessions, minutes, seed in ((3, 3, 80, 1), (5, 4, 110, 2), (4, 2, 45, 3)):
            problem = painting(planes, sessions, minutes, seed)
            plan = place_listed(problem, sought(problem))
            best = min(plan_cost(problem, each) for each in tried_plans(problem))
            with self.subTest(planes=planes):
                self.assertLessEqual(plan_cost(problem, plan), best)
                self.assertEqual(verify(problem, make_schedule(problem, sought(problem))), [])

    def test_a_large_painting(self):
        problem = painting(16, 8, 150, 5)
        self.assertGreater(len(problem.passes), 34)
        plan = place_listed(problem, sought(problem))
        self.assertLessEqual(plan_cost(problem, plan), min(plan_cost(problem, each) for each in tried_plans(problem)))
        self.assertEqual(verify(problem, make_schedule(problem, sought(problem))), [])

    def test_the_same_to_the_minute(self):
        problem = painting(4, 3, 90, 7)
        first = sought(problem)
        search.cache_clear()
        self.assertEqual(sought(problem), first)

    def test_oil_over_weeks_and_watercolour(self):
        for medium in ("oil", "oil_over_acrylic", "watercolour", "gouache", "oil_at_once"):
            problem = painting(3, 4, 90, 2, medium)
            plan = make_schedule(problem, sought(problem))
            with self.subTest(medium=medium):
                self.assertEqual(verify(problem, plan), [])

    def test_what_is_done_stays_done(self):
        problem = painting(3, 3, 80, 1)
        first = make_schedule(problem).placements[:3]
        going = replace(problem, done=tuple(Done(p.pass_id, p.start, p.end) for p in first), not_before=first[-1].end)
        plan = place_listed(going, sought(going))
        self.assertFalse({p.pass_id for p in plan} & {p.pass_id for p in first})
        self.assertTrue(all(p.start >= first[-1].end for p in plan))

    def test_over_what_is_painted_it_begins_in_the_very_minute(self):
        passes = tuple(Pass(n, "block_in", (rank,), f"layer {n}", "acrylic", minutes, place=f"Plane {rank}")
                       for n, rank, minutes in ((1, 1, 10), (2, 1, 10), (3, 2, 1)))  # fmt: skip

        def begun(needs, until):
            spells = (Session(1, "Short", 600, 11), Session(2, "Long", 612, until - 612))
            rules = (Precedence(1, 2, needs),)
            problem = Problem(passes, rules, frozenset(), "done", spells, done=(Done(1, 600, 610),), not_before=610)
            return {number: start for number, _, start in search(problem, ())}.get(2), Board(problem).films[1]

        for needs, state in (("touch_dry", "touch"), ("firm", "firm"), ("not_tacky", "touch")):
            with self.subTest(needs=needs):
                start, film = begun(needs, 900)
                ready = math.ceil(getattr(film, state))
                self.assertEqual(start, ready)
                self.assertEqual(begun(needs, ready + 10)[0], ready)
                self.assertIsNone(begun(needs, ready + 9)[0])

    def test_over_what_is_still_to_be_painted_it_waits_for_what_is_asked(self):
        passes = tuple(Pass(n, "block_in", (rank,), f"layer {n}", "acrylic", minutes, place=f"Plane {rank}")
                       for n, rank, minutes in ((1, 1, 10), (2, 1, 10), (3, 2, 1)))  # fmt: skip
        for needs, state in (("touch_dry", "touch"), ("firm", "firm"), ("through_dry", "through_late")):
            spells = (Session(1, "Short", 600, 11), Session(2, "Day", 612, 400), Session(3, "Night", 1200, 400))
            problem = Problem(passes, (Precedence(1, 2, needs),), frozenset(), "done", spells)
            found = {number: start for number, _, start in search(problem, ())}
            film = dry("acrylic", float(found[1] + 10), problem.weather)
            with self.subTest(needs=needs):
                self.assertAlmostEqual(found[2], math.ceil(getattr(film, state)), delta=3)

    def test_into_open_paint_until_the_minute_in_which_it_turns_tacky(self):
        for minutes, placed in ((6, {1, 2}), (7, {1})):  # this film stays open for six minutes
            passes = tuple(Pass(n, "block_in", (1,), f"layer {n}", "acrylic", long, place="Plane 1")
                           for n, long in ((1, 10), (2, minutes)))  # fmt: skip
            problem = Problem(passes, (Precedence(1, 2, "not_tacky"),), frozenset(), "done",
                              (Session(1, "One", 600, 10 + minutes),))  # fmt: skip
            self.assertEqual(int(dry("acrylic", 610.0, problem.weather).open_until), 616)
            self.assertEqual({number for number, _, _ in search(problem, ())}, placed)

    def test_into_paint_that_is_painted_already_until_it_turns_tacky(self):
        for minutes, placed in ((6, True), (7, False)):
            passes = tuple(Pass(n, "block_in", (rank,), f"layer {n}", "acrylic", long, place=f"Plane {rank}")
                           for n, rank, long in ((1, 1, 10), (2, 1, minutes), (3, 2, 1)))  # fmt: skip
            spells = (Session(1, "One", 600, 10 + minutes),)
            problem = Problem(passes, (Precedence(1, 2, "not_tacky"),), frozenset(), "done", spells,
                              done=(Done(1, 600, 610),), not_before=610)  # fmt: skip
            self.assertEqual(int(Board(problem).films[1].open_until), 616)
            self.assertEqual(2 in {number for number, _, _ in search(problem, ())}, placed, minutes)

    def test_nothing_to_seek(self):
        problem = painting(3, 1, 80)
        self.assertEqual(search(replace(problem, sessions=()), ()), ())
        self.assertEqual(search(replace(problem, passes=problem.passes[:1], rules=()), ((1, 1, 0),)), ((1, 1, 0),))


class Costs(unittest.TestCase):
    def test_nights_cost_nothing_and_what_is_left_most(self):
        problem = painting(3, 2, 200)
        self.assertEqual(session_clock(problem, problem.sessions[1].start + 5, 2), 205)
        nothing = plan_cost(problem, [])
        minutes = sum(p.minutes for p in problem.passes if p.kind != "varnish")
        self.assertEqual(nothing, LEFT_WEIGHT * minutes)
        whole = plan_cost(problem, make_schedule(problem).placements)
        self.assertLess(whole, 2 * SESSION_WEIGHT + 500)


class KeptPlans(unittest.TestCase):
    def test_a_taken_plan_stands_while_it_places_as_much(self):
        problem = painting(3, 3, 80, 1)
        listed = in_order(problem)
        self.assertEqual(listed_of(make_schedule(problem, listed).placements), listed)

    def test_it_stands_even_where_another_would_place_more(self):
        problem = painting(3, 3, 80, 1)
        late = tuple((i, 3, 0) for i, _, _ in in_order(problem))
        plan = make_schedule(problem, late)
        self.assertEqual(verify(problem, plan), [])
        self.assertEqual({p.session_id for p in plan.placements}, {3})
        self.assertGreater(len(plan.unplaced), len(make_schedule(problem).unplaced))
        self.assertEqual(plan.helps, (), "no longer session is offered where letting the plan go would do")

    def test_pinned_it_comes_out_just_so(self):
        problem = painting(5, 4, 110, 2)
        found = make_schedule(problem, sought(problem)).placements
        self.assertEqual(list(found), place_listed(problem, pinned(found)))

    def test_passes_and_sessions_that_are_gone_are_ignored(self):
        problem = painting(3, 3, 80, 1)
        plan = make_schedule(problem, ((99, 1, 0), (1, 77, 0), *in_order(problem)))
        self.assertEqual(verify(problem, plan), [])


class Offers(unittest.TestCase):
    def test_three_with_what_each_would_change(self):
        problem = painting(5, 4, 110, 2)
        now = list(make_schedule(problem).placements)
        offers = {each.way: each for each in offer_plans(problem, ())}
        self.assertEqual(list(offers), ["order", "few", "anew"])
        self.assertLessEqual(offers["few"].difference.moved, FEW)
        self.assertLessEqual(offers["anew"].cost, plan_cost(problem, now))
        self.assertLessEqual(offers["few"].cost, plan_cost(problem, now))
        for each in offers.values():
            self.assertTrue(say_difference(each.difference))
            self.assertEqual(verify(problem, make_schedule(problem, each.listed)), [])
            self.assertEqual(difference_to(problem, (), each.listed), each.difference)

    def test_after_rain_took_a_session(self):
        """What stood in the session that is gone finds another place; planned anew it loses nothing against that."""
        problem = painting(4, 5, 90, 3)
        kept = pinned(make_schedule(problem).placements)
        rained = replace(problem, sessions=problem.sessions[1:])
        standing = make_schedule(rained, kept)
        self.assertEqual(verify(rained, standing), [])
        self.assertEqual(standing.unplaced, ())
        offers = {each.way: each for each in offer_plans(rained, kept)}
        self.assertLessEqual(offers["anew"].cost, plan_cost(rained, standing.placements))

    def test_the_same_plan_is_said_to_be_so(self):
        problem = painting(3, 3, 80, 1)
        anew = sought(problem)
        offers = {each.way: each for each in offer_plans(problem, anew)}
        self.assertEqual(
            (say_difference(offers["anew"].difference), offers["anew"].difference.moved), ("as it stands", 0)
        )


if __name__ == "__main__":
    unittest.main()
