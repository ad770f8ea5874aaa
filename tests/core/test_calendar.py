"""Days and hands: ready by a day, the smallest knot, other paintings, the painter's own pace, a search looked on."""

import unittest
from dataclasses import replace

from kind_distance.core.paint.drying import STUDIO, Weather, dry
from kind_distance.core.passes.model import Precedence
from kind_distance.core.passes.pace import Spent, own_paces, pace_for
from kind_distance.core.schedule.conflict import find_conflict, only
from kind_distance.core.schedule.deadline import (
    BY_HOUR_MIN,
    PURPOSES,
    Deadline,
    latest_end,
    next_day,
    purpose_of,
    ready_at,
    say_iso,
)
from kind_distance.core.schedule.other_paintings import NextPass, Other, find_waits
from kind_distance.core.schedule.plan import make_schedule
from kind_distance.core.schedule.seek import sought
from kind_distance.core.schedule.verify import verify
from kind_distance.errors import DomainError
from kind_distance.stages.passes.plan_words import judge_deadline
from kind_distance.stages.passes.schedule_words import say_conflict, say_wait
from kind_distance.stages.sessions.session_words import judge_hands
from tests.core.test_schedule import DAY, layer, problem, session
from tests.core.test_search import painting

OVER = Precedence(1, 2, "touch_dry")


def day(minute):
    return f"day {minute / DAY:.1f}"


def judged(given, at_day, purpose="gift", kept=()):
    return judge_deadline(given, make_schedule(given, kept), Deadline(at_day * DAY, PURPOSES[purpose]), day)


class Ready(unittest.TestCase):
    """Common practice, no source: oil touch dry in 1 to 7 days, months before varnish, acrylic overnight."""

    OIL = problem([layer(1, 1, paint="oil"), layer(2, 2, paint="oil")])
    ACRYLIC = problem([layer(1, 1), layer(2, None, 15, "varnish", "varnish")],
                      [Precedence(1, 2, "through_dry")])  # fmt: skip

    def test_ready_means_another_thing_for_each_purpose(self):
        plan = make_schedule(self.ACRYLIC)
        gift, trip, sale = (ready_at(self.ACRYLIC, plan, purpose_of(key)).minute for key in ("gift", "trip", "sale"))
        film = plan.placements[0].drying
        self.assertEqual((gift, trip), (film.touch_late, film.through_late))
        self.assertEqual(sale, plan.milestones[0].earliest + DAY)
        oil = ready_at(self.OIL, make_schedule(self.OIL), purpose_of("trip"))
        self.assertLess(oil.minute, 9 * DAY, "oil goes to a rack touch dry")
        self.assertGreater(ready_at(self.OIL, make_schedule(self.OIL), purpose_of("sale")).minute, 100 * DAY)
        with self.assertRaises(DomainError):
            purpose_of("fun")

    def test_in_time_nothing_is_said(self):
        self.assertEqual(judged(self.OIL, 12), [])
        self.assertEqual(judged(self.ACRYLIC, 1), [])

    def test_too_late_is_told_with_the_arithmetic_and_moving_the_day_clears_it(self):
        told = judged(self.OIL, 3)
        self.assertEqual([j.kind for j in told], ["too_late"])
        self.assertIn("The last stroke of block-in of Plane 2 is on day 0.4", told[0].text)
        move = told[0].remedies[-1]
        self.assertEqual(move.action, "set_brief")
        ready = ready_at(self.OIL, make_schedule(self.OIL), PURPOSES["gift"]).minute
        self.assertEqual(move.arguments["deadline"], say_iso(ready))
        self.assertEqual(judged(self.OIL, next_day(ready) // DAY), [])

    def test_counted_backward_the_last_layer_is_just_in_time(self):
        """Painted at the latest minute that is said, in the studio's air, it is ready at eight on that day."""
        each = self.OIL.passes[0]
        latest = latest_end(each, Deadline(10 * DAY, PURPOSES["gift"]))
        film = dry("oil", latest, Weather(((0.0, STUDIO),)), 1.0)
        self.assertAlmostEqual(film.touch_late, 10 * DAY + BY_HOUR_MIN, places=3)

    def test_impossible_is_said_honestly(self):
        told = judged(replace(self.OIL, not_before=500), 1)
        self.assertIn("no plan of yours makes that day", told[0].text)

    def test_what_is_given_up_is_tried_before_it_is_offered(self):
        thick = replace(self.OIL, passes=(self.OIL.passes[0], layer(2, 2, kind="details", paint="oil", thickness=6.0)))
        ready = ready_at(thick, make_schedule(thick), PURPOSES["gift"])
        without = ready_at(self.OIL, make_schedule(self.OIL), PURPOSES["gift"])
        between = next_day((ready.minute + without.minute) / 2) // DAY
        told = judged(thick, between)
        labels = [r.action for r in told[0].remedies]
        self.assertEqual(labels, ["remove_pass", "set_pass", "set_brief"])
        thinner = told[0].remedies[1].arguments["thickness"]
        thin = replace(thick, passes=(thick.passes[0], replace(thick.passes[1], thickness=thinner)))
        self.assertEqual(judged(thin, between), [])

    def test_unvarnished_is_offered_where_only_the_varnish_is_late(self):
        told = judged(self.ACRYLIC, 1, "sale")
        self.assertEqual(told[0].remedies[0].arguments, {"deadline_for": "gift"})

    def test_while_something_has_no_place_no_day_is_promised(self):
        told = judged(problem([layer(1, 1, 200)]), 30)
        self.assertIn("have no place, so no day can be promised", told[0].text)


def fits(given):
    return not make_schedule(given).unplaced


class Knot(unittest.TestCase):
    def test_the_knot_is_smallest_every_pass_in_it_counts(self):
        passes = [layer(n, n, 25 + n, "details" if n % 2 else "block_in") for n in range(1, 7)]
        given = problem(passes, sessions=(session(1, 600, 100),))
        found = find_conflict(given, fits)
        core = [p for p in passes if p.id in found.passes]
        self.assertFalse(fits(only(given, core)))
        for each in core:
            self.assertTrue(fits(only(given, [p for p in core if p.id != each.id])), each.id)
        self.assertIn("cannot all stand", say_conflict(given, found))

    def test_one_pass_too_long_is_a_knot_of_its_own(self):
        given = problem([layer(1, 1, 20), layer(2, 2, 130)])
        found = find_conflict(given, fits)
        self.assertEqual(found.passes, (2,))
        self.assertIn("alone finds no session long enough", say_conflict(given, found))

    def test_waits_are_named_where_the_minutes_alone_would_do(self):
        given = problem([layer(1, 1, 50), layer(2, 1, 50, "second_layer")], [OVER])
        found = find_conflict(given, fits)
        self.assertEqual(found.passes, (1, 2))
        self.assertIn("The waits between them do the rest.", say_conflict(given, found))
        self.assertEqual(found.give_up, (2,), "a block-in is not given up")

    def test_giving_up_one_thing_makes_room_for_all_else(self):
        passes = [layer(1, 1, 60), layer(2, 2, 40), layer(3, 2, 30, "details"), layer(4, 1, 35, "second_layer")]
        given = problem(passes)
        plan = make_schedule(given)
        self.assertEqual(set(plan.conflict.give_up) - {3, 4}, set())
        for number in plan.conflict.give_up:
            self.assertTrue(fits(only(given, [p for p in passes if p.id != number])))

    def test_what_fits_has_no_knot(self):
        self.assertEqual(make_schedule(problem([layer(1, 1)])).conflict.passes, ())


class Hands(unittest.TestCase):
    def test_two_paintings_at_once_are_told_and_the_remedy_clears_it(self):
        given = problem([layer(1, 1)])
        other = Other(7, 1, "Pool", 660, 60)
        told = judge_hands(given, (other,))
        self.assertEqual([j.key for j in told], ["two_at_once:1:7:1"])
        self.assertIn("60 min of it", told[0].text)
        start = told[0].remedies[0].arguments["start_min"]
        later = replace(given, sessions=(replace(given.sessions[0], start=start),))
        self.assertEqual(judge_hands(later, (other,)), [])
        self.assertEqual(judge_hands(given, (Other(7, 1, "Pool", 720, 60),)), [], "one ends as the other begins")
        self.assertEqual(judge_hands(replace(given, not_before=730), (other,)), [], "what is over is over")

    def test_a_wait_offers_room_for_the_longest_pass_that_fits(self):
        """Wait from 610 to 625: 15 minutes."""
        given = problem([layer(1, 1), layer(2, 1, kind="second_layer")], [OVER])
        following = (NextPass(7, "Pool", "block-in of Sky", 15), NextPass(8, "Mill", "details", 30))
        waits = find_waits(given, make_schedule(given), following)
        self.assertEqual([(w.start, w.end) for w in waits], [(610, 625)])
        self.assertIn("Room for “Pool”: block-in of Sky, 15 min.", say_wait(waits[0]))
        self.assertNotIn("Room", say_wait(find_waits(given, make_schedule(given), ())[0]))


class OwnPace(unittest.TestCase):
    def test_twice_as_long_every_time(self):
        paces = own_paces(tuple(Spent("block_in", 10, 20) for _ in range(9)))
        self.assertAlmostEqual(paces["block_in"].factor, 2**0.9, places=6)
        low, likely, high = paces["block_in"].minutes(10)
        self.assertEqual(likely, 19)
        self.assertLess(low, likely)
        self.assertLess(likely, high)

    def test_twice_and_half_as_long_weigh_the_same(self):
        paces = own_paces((Spent("details", 10, 20), Spent("details", 10, 5)))
        self.assertAlmostEqual(paces[""].factor, 1.0)

    def test_a_kind_has_a_pace_of_its_own_only_when_it_is_known(self):
        log = (Spent("block_in", 10, 10), Spent("block_in", 10, 10), *(Spent("details", 10, 30) for _ in range(3)))
        paces = own_paces(log)
        self.assertEqual(set(paces), {"", "details"})
        self.assertGreater(pace_for(paces, "details").factor, pace_for(paces, "block_in").factor)

    def test_a_short_log_and_slips_say_nothing(self):
        self.assertEqual(own_paces(()), {})
        self.assertEqual(own_paces((Spent("details", 10, 12),)), {})
        self.assertEqual(own_paces((Spent("details", 10, 90), Spent("details", 60, 5))), {})
        self.assertIsNone(pace_for({}, "details"))

    def test_the_range_narrows_with_an_even_log(self):
        spans = [own_paces(tuple(Spent("details", 20, 24) for _ in range(n)))["details"] for n in (3, 12, 40)]
        widths = [each.high / each.low for each in spans]
        self.assertEqual(widths, sorted(widths, reverse=True))


class Looking:
    """Somebody who looks on and stops after so many reports."""

    def __init__(self, most=10**9):
        self.most, self.seen, self.hooks = most, [], []

    def report(self, tries, listed, cost):
        self.seen.append((tries, listed, cost))

    def stopped(self):
        return len(self.seen) >= self.most

    def when_stopped(self, stop):
        self.hooks.append(stop)


class LookedOn(unittest.TestCase):
    def test_the_plan_is_the_same_whether_one_looks_on_or_not(self):
        given = painting(3, 3)
        looking = Looking()
        self.assertEqual(sought(given, watch=looking), sought(given))
        costs = [cost for _, _, cost in looking.seen]
        self.assertEqual(costs, sorted(costs, reverse=True), "it only gets better")
        self.assertTrue(looking.hooks)

    def test_stopped_at_once_there_is_a_plan_that_holds(self):
        given = painting(3, 3)
        found = sought(given, watch=Looking(1))
        self.assertEqual(verify(given, make_schedule(given, found)), [])


if __name__ == "__main__":
    unittest.main()
