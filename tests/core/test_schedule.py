"""Passes in sessions: small cases worked by hand, a verifier that rejects what is broken, reasons."""

import itertools
import random
import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.core.judgement import because
from kind_distance.core.paint.drying import Climate, touch_dry_min
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.schedule.model import Done, Problem, Session
from kind_distance.core.schedule.plan import Board, make_schedule
from kind_distance.core.schedule.reasons import explain
from kind_distance.core.schedule.verify import verify
from kind_distance.core.wording import clock
from kind_distance.errors import DomainError
from kind_distance.stages.passes.schedule_words import say_broken, say_help, say_reason, say_unplaced

ROOM = Climate(20, 50)
DAY = 1440


def session(number, start, minutes, climate=ROOM):
    return Session(number, f"Session {number}", start, minutes, climate=climate)


def layer(number, plane, minutes=10, kind="block_in", paint="acrylic", thickness=1.0):
    return Pass(
        number,
        kind,
        (plane,) if plane else (),
        kind.replace("_", "-"),
        paint,
        minutes,
        thickness,
        "",
        f"Plane {plane}" if plane else "",
    )


def problem(passes, rules=(), sessions=(session(1, 600, 120),), touching=(), beside="not_tacky", **more):
    return Problem(tuple(passes), tuple(rules), frozenset(touching), beside, tuple(sessions), **more)


def said_broken(one, schedule):
    return "; ".join(say_broken(each) for each in verify(one, schedule))


class Boards(unittest.TestCase):
    """What the board counts as it goes against what its rules say."""

    def test_what_still_holds_a_pass_up(self):
        rng = random.Random(5)
        passes = [layer(n, plane=1 + n % 3) for n in range(1, 9)]
        rules = [Precedence(a, b, "touch_dry") for a, b in itertools.combinations(range(1, 9), 2) if rng.random() < 0.4]
        board = Board(problem(passes, [*rules, rules[0]], sessions=(session(1, 600, 300),)))
        painted = []
        for minute in range(610, 1400, 10):
            if painted and rng.random() < 0.4:
                board.unpaint(painted.pop())
            else:
                ready = [p for p in passes if p.id not in board.films and not board.held_up[p.id]]
                if ready:
                    painted.append(rng.choice(ready))
                    board.paint(painted[-1], minute)
            for each in passes:
                self.assertEqual(board.held_up[each.id], len(board.waiting_for(each)))

    def test_boards_of_one_order_share_its_rules_and_not_its_paint(self):
        one = problem([layer(1, 1), layer(2, 1)], [Precedence(1, 2, "touch_dry")])
        first, second = Board(one), Board(replace(one, sessions=(session(4, 900, 60),)))
        self.assertIs(first.wants, second.wants)
        first.paint(one.passes[0], 620)
        self.assertEqual((first.held_up[2], second.held_up[2]), (0, 1))


def starts(schedule):
    return {p.pass_id: p.start for p in schedule.placements}


class ByHand(unittest.TestCase):
    def test_planes_that_never_meet_follow_without_a_wait(self):
        found = make_schedule(problem([layer(1, 1), layer(2, 2), layer(3, 3)]))
        self.assertEqual(starts(found), {1: 600, 2: 610, 3: 620})

    def test_a_second_layer_waits_until_touch_dry(self):
        """10 minutes of painting, then 15 minutes at 20 C and 50 %."""
        rule = Precedence(1, 2, "touch_dry")
        found = make_schedule(problem([layer(1, 1), layer(2, 1, kind="second_layer")], [rule]))
        self.assertAlmostEqual(touch_dry_min("acrylic", ROOM), 15, places=6)
        self.assertEqual(starts(found), {1: 600, 2: 625})

    def test_the_wait_is_used_to_paint_elsewhere(self):
        rule = Precedence(1, 2, "touch_dry")
        passes = [layer(1, 1), layer(2, 1, kind="second_layer"), layer(3, 2)]
        found = make_schedule(problem(passes, [rule]))
        self.assertEqual(starts(found), {1: 600, 3: 610, 2: 625})

    def test_beside_wet_paint_while_open_or_after_touch_dry_never_tacky(self):
        """Open for 15 x 0.45 x 0.75 = 5.06 minutes: a 5 minute pass fits in, a 6 minute pass waits till 625."""
        for minutes, begins in ((5, 610), (6, 625)):
            with self.subTest(minutes=minutes):
                found = make_schedule(problem([layer(1, 1), layer(2, 2, minutes)], touching=[(1, 2)]))
                self.assertEqual(starts(found)[2], begins)

    def test_what_does_not_fit_goes_to_the_next_session(self):
        sessions = [session(1, 600, 25), session(2, 600 + DAY, 60)]
        found = make_schedule(problem([layer(1, 1), layer(2, 2, 20)], sessions=sessions))
        self.assertEqual(starts(found), {1: 600, 2: 600 + DAY})

    def test_four_hours_at_an_hour_a_session(self):
        """4 h of painting at a cap of 1 h need 4 sessions; 4.5 h need 5 (arithmetic)."""
        for halves, needed in ((8, 4), (9, 5), (10, 5)):
            passes = [layer(n, n, 30) for n in range(1, halves + 1)]
            for count, fits in ((needed, True), (needed - 1, False)):
                sessions = [session(n, 600 + n * DAY, 60) for n in range(count)]
                with self.subTest(halves=halves, sessions=count):
                    self.assertEqual(not make_schedule(problem(passes, sessions=sessions)).unplaced, fits)

    def test_oil_over_night_is_not_dry_but_acrylic_is(self):
        for paint, second in (("acrylic", 600 + DAY), ("oil", 600 + 7 * DAY)):
            rule = Precedence(1, 2, "touch_dry")
            passes = [layer(1, 1, 30, paint=paint), layer(2, 1, 30, "second_layer", paint)]
            sessions = [session(1, 600, 30), session(2, 600 + DAY, 30), session(3, 600 + 7 * DAY, 30)]
            with self.subTest(paint=paint):
                self.assertEqual(starts(make_schedule(problem(passes, [rule], sessions)))[2], second)

    def test_varnish_is_a_date(self):
        passes = [layer(1, 1), Pass(2, "varnish", (), "varnish", "varnish", 15)]
        found = make_schedule(problem(passes, [Precedence(1, 2, "through_dry")]))
        (milestone,) = found.milestones
        self.assertTrue(8 * 60 < milestone.earliest - 610 < 24 * 60)

    def test_done_passes_stand_and_the_past_is_over(self):
        sessions = [session(1, 600, 60), session(2, 600 + DAY, 60)]
        passes = [layer(1, 1), layer(2, 2)]
        found = make_schedule(problem(passes, sessions=sessions, done=(Done(1, 600, 640),), not_before=700))
        self.assertEqual(starts(found), {2: 600 + DAY})

    def test_nothing_begins_before_the_present(self):
        found = make_schedule(problem([layer(1, 1)], not_before=630))
        self.assertEqual(starts(found), {1: 630})


class WhatDoesNotFit(unittest.TestCase):
    def test_too_long_for_any_session(self):
        given = problem([layer(1, 1, 130)])
        found = make_schedule(given)
        self.assertIn("takes 130 min; your longest session has 120", say_unplaced(found.unplaced[0].why))
        self.assertEqual(say_help(given, found.helps[0]), "Session 1 10 min longer")

    def test_no_session_at_all(self):
        (left,) = make_schedule(problem([layer(1, 1)], sessions=())).unplaced
        self.assertEqual(say_unplaced(left.why), "There is no session yet.")

    def test_what_waits_for_something_without_a_place(self):
        rule = Precedence(1, 2, "touch_dry")
        left = {u.pass_id: u.why for u in make_schedule(problem([layer(1, 1, 300), layer(2, 1, 5)], [rule])).unplaced}
        self.assertIn("waits for block-in of Plane 1", say_unplaced(left[2]))

    def test_all_sessions_are_over(self):
        (left,) = make_schedule(problem([layer(1, 1)], not_before=5000)).unplaced
        self.assertIn("All your sessions are over", say_unplaced(left.why))

    def test_the_offered_help_helps(self):
        passes = [layer(n, n, 50) for n in (1, 2, 3)]
        one = problem(passes)
        longer, more = make_schedule(one).helps
        self.assertEqual((longer.session_id, longer.minutes, longer.days), (1, 150, 0))
        self.assertEqual(make_schedule(replace(one, sessions=(session(1, 600, 150),))).unplaced, ())
        self.assertEqual((more.days, more.times), (1, 1))
        added = session(2, 600 + DAY, more.minutes)
        self.assertEqual(make_schedule(replace(one, sessions=(*one.sessions, added))).unplaced, ())

    def test_oil_is_offered_weeks(self):
        """Three layers of oil, each to be touch dry under the next: the next day would not do."""
        rules = [Precedence(1, 2, "touch_dry"), Precedence(2, 3, "touch_dry")]
        passes = [layer(n, 1, 20, paint="oil") for n in (1, 2, 3)]
        (offer,) = make_schedule(problem(passes, rules)).helps
        self.assertEqual((offer.days, offer.times), (7, 2))

    def test_where_nothing_small_would_help_nothing_is_offered(self):
        self.assertEqual(make_schedule(problem([layer(1, 1, 700)])).helps, ())

    def test_sessions_that_overlap_or_are_none(self):
        with self.assertRaises(DomainError):
            problem([], sessions=[session(1, 600, 60), session(2, 630, 60)])
        for minutes in (0, 4, 721, -5):
            with self.subTest(minutes=minutes), self.assertRaises(DomainError):
                session(1, 600, minutes)


class Verifier(unittest.TestCase):
    """The verifier rejects each kind of broken plan."""

    def setUp(self):
        rules = [Precedence(1, 2, "touch_dry")]
        passes = [layer(1, 1), layer(2, 1, kind="second_layer"), layer(3, 2)]
        self.problem = problem(passes, rules, touching=[(1, 2)], sessions=[session(1, 600, 120)])
        self.good = make_schedule(self.problem)

    def moved(self, number, start, **more):
        placements = tuple(
            replace(p, start=start, end=start + (p.end - p.start), **more) if p.pass_id == number else p
            for p in self.good.placements
        )
        return replace(self.good, placements=placements)

    def test_the_good_plan_holds(self):
        self.assertEqual(verify(self.problem, self.good), [])

    def test_each_kind_of_broken_plan(self):
        first = self.good.placements[0]
        second = next(p for p in self.good.placements if p.pass_id == 2)
        broken = {
            "not touch dry": self.moved(2, 612),
            "stands before": self.moved(2, 600),
            "want the painter at once": self.moved(3, second.start + 2),
            "outside": self.moved(2, 715),
            "is lost": replace(self.good, placements=self.good.placements[:-1]),
            "painted twice": replace(self.good, placements=(*self.good.placements, replace(first, start=700, end=710))),
            "does not get its": replace(self.good, placements=(replace(first, end=603), *self.good.placements[1:])),
            "has no place": replace(self.good, placements=tuple(p for p in self.good.placements if p.pass_id != 1)),
        }
        for word, schedule in broken.items():
            with self.subTest(kind=word):
                self.assertIn(word, said_broken(self.problem, schedule))

    def test_tacky_neighbours_that_no_rule_names(self):
        passes = [layer(1, 1), layer(2, 2, 20)]
        one = problem(passes, touching=[(1, 2)])
        good = make_schedule(one)
        second = replace(good.placements[1], start=612, end=632)
        self.assertIn("beside it is not", said_broken(one, replace(good, placements=(good.placements[0], second))))

    def test_the_past(self):
        late = replace(self.problem, not_before=640)
        self.assertIn("in the past", said_broken(late, self.good))


@st.composite
def problems(draw):
    """Up to seven passes on up to three planes, up to three sessions, any precedences that make no circle."""
    planes = draw(st.integers(1, 3))
    count = draw(st.integers(1, 7))
    paints = draw(st.sampled_from(["acrylic", "watercolour", "oil"]))
    passes = [
        layer(
            n, draw(st.integers(1, planes)), draw(st.integers(3, 40)), paint=paints, thickness=draw(st.floats(0.5, 3))
        )
        for n in range(1, count + 1)
    ]
    rules = [
        Precedence(a, b, draw(st.sampled_from(["done", "touch_dry", "not_tacky", "through_dry"])))
        for a, b in itertools.combinations(range(1, count + 1), 2)
        if draw(st.booleans())
    ]
    sessions, at = [], 600
    for number in range(draw(st.integers(0, 3))):
        minutes = draw(st.integers(5, 200))
        climate = Climate(
            draw(st.floats(5, 35)), draw(st.floats(20, 95)), draw(st.floats(0, 6)), draw(st.floats(0, 900))
        )
        sessions.append(session(number + 1, at, minutes, climate))
        at += minutes + draw(st.integers(0, 3 * DAY))
    touching = [pair for pair in itertools.combinations(range(1, planes + 1), 2) if draw(st.booleans())]
    beside = draw(st.sampled_from(["touch_dry", "not_tacky"]))
    return problem(passes, rules, sessions, touching, beside)


class Always(unittest.TestCase):
    @given(problems())
    @settings(max_examples=60, deadline=None)
    def test_every_plan_passes_the_independent_verifier(self, any_problem):
        schedule = make_schedule(any_problem)
        self.assertEqual(verify(any_problem, schedule), [])
        placed = {p.pass_id for p in schedule.placements} | {u.pass_id for u in schedule.unplaced}
        self.assertEqual(placed, {p.id for p in any_problem.passes})

    @given(problems())
    @settings(max_examples=20, deadline=None)
    def test_same_problem_same_plan_to_the_minute(self, any_problem):
        self.assertEqual(make_schedule(any_problem), make_schedule(any_problem))

    @given(problems())
    @settings(max_examples=20, deadline=None)
    def test_every_placement_has_its_reason(self, any_problem):
        schedule = make_schedule(any_problem)
        reasons = explain(any_problem, schedule)
        self.assertEqual([r.pass_id for r in reasons], [p.pass_id for p in schedule.placements])
        self.assertTrue(all(say_reason(r.not_earlier) for r in reasons))


class Reasons(unittest.TestCase):
    def reasons(self, one):
        return {r.pass_id: r for r in explain(one, make_schedule(one))}

    def test_the_first_stands_where_the_session_begins(self):
        reason = self.reasons(problem([layer(1, 1)]))[1]
        self.assertEqual((reason.kind, say_reason(reason.not_earlier)), ("session", "Session 1 begins at 10:00."))

    def test_the_painter_has_one_pair_of_hands(self):
        reason = self.reasons(problem([layer(1, 1), layer(2, 2)]))[2]
        self.assertEqual(
            (reason.kind, say_reason(reason.not_earlier)),
            ("painter", "You are on the block-in of Plane 1 until 10:10."),
        )

    def test_drying(self):
        rule = Precedence(1, 2, "touch_dry")
        reason = self.reasons(problem([layer(1, 1), layer(2, 1, kind="second_layer")], [rule]))[2]
        self.assertEqual(reason.kind, "drying")
        self.assertIn("wet until about 10:25", say_reason(reason.not_earlier))

    def test_order(self):
        rule = Precedence(1, 2, "done", because("comes_last"), material=False)
        reason = self.reasons(problem([layer(1, 1), layer(2, 2)], [rule]))[2]
        self.assertEqual(reason.kind, "order")
        said = "You are on the block-in of Plane 1 until 10:10. It comes when everything else is in place."
        self.assertEqual(say_reason(reason.not_earlier), said)

    def test_why_not_in_the_session_before(self):
        sessions = [session(1, 600, 25), session(2, 600 + DAY, 60)]
        reason = self.reasons(problem([layer(1, 1), layer(2, 2, 20)], sessions=sessions))[2]
        self.assertIn("It takes 20 min; Session 1 had 15 left", say_reason(reason.not_session_before))

    def test_clock(self):
        self.assertEqual(clock(7 * 60 + 5), "7:05")
        self.assertEqual(clock(3 * DAY + 19 * 60), "19:00")


if __name__ == "__main__":
    unittest.main()
