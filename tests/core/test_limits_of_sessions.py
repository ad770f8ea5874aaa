"""Each number by which sessions are planned and judged: where it begins to matter, and what holds there.

Common practice, no source, unless another is named.
"""

import unittest
from dataclasses import replace
from datetime import datetime, timedelta

from kind_distance.core.light.sun import Sun
from kind_distance.core.light.wanted import LightWanted
from kind_distance.core.paint.drying import STUDIO, Climate, Drying, dry, touch_dry_min
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.schedule.cost import plan_cost, session_clock
from kind_distance.core.schedule.critical_path import find_slack
from kind_distance.core.schedule.deadline import (
    PURPOSES,
    Deadline,
    latest_end,
    next_day,
    ready_at,
    say_iso,
)
from kind_distance.core.schedule.model import Done, Placement, Problem, Session
from kind_distance.core.schedule.other_paintings import NextPass, Other, find_waits
from kind_distance.core.schedule.outdoors import InLight, Outing, OwnAir
from kind_distance.core.schedule.plan import Board, Schedule, make_schedule
from kind_distance.core.schedule.verify import verify
from kind_distance.core.schedule.wet import expired
from kind_distance.errors import DomainError
from kind_distance.stages.passes.plan_words import judge_deadline, judge_wet
from kind_distance.stages.passes.schedule_words import say_wait
from kind_distance.stages.sessions.outdoor_words import judge_in_light, judge_outings
from kind_distance.stages.sessions.session_words import judge_hands, judge_momentum, judge_return
from tests.limits import begins

ROOM = Climate(20, 50)
DAY = 1440


def session(number, start, minutes, **more):
    """A session in a room."""
    return Session(number, f"Session {number}", start, minutes, climate=ROOM, **more)


def layer(number, plane, minutes=10, kind="block_in", paint="acrylic", thickness=1.0):
    """A pass on a plane."""
    place = f"Plane {plane}" if plane else ""
    return Pass(number, kind, (plane,) if plane else (), kind, paint, minutes, thickness, "", place)


def problem(passes, rules=(), sessions=(session(1, 600, 120),), **more):
    """A problem in which planes do not meet: what is asked of films is in its rules."""
    return Problem(tuple(passes), tuple(rules), frozenset(), "done", tuple(sessions), **more)


def stood(number, into, start, minutes=10, film=None):
    """A placement with its film."""
    end = start + minutes
    return Placement(
        number, into, start, end, film or Drying(end, end + 5, end + 11, end + 20, end + 700, end + 30, end + 15)
    )


def over(needs):
    """One layer over another that has to be so dry."""
    return problem([layer(1, 1), layer(2, 1, kind="second_layer")], [Precedence(1, 2, needs)])


class Doors(unittest.TestCase):
    def test_from_door_to_door(self):
        each = session(1, 600, 90, setup_min=15, cleanup_min=10)
        self.assertEqual((each.end, each.from_door, each.to_door, each.whole_min), (690, 585, 700, 115))

    def test_the_shortest_and_the_longest(self):
        for minutes in (5, 720):
            session(1, 600, minutes)
        for minutes in (4, 721):
            self.assertRaises(DomainError, session, 1, 600, minutes)

    def test_sessions_may_touch_and_not_overlap(self):
        one, other = session(1, 600, 60, cleanup_min=10), session(2, 690, 60, setup_min=20)
        problem([layer(1, 1)], sessions=(one, other))
        self.assertRaises(DomainError, problem, [layer(1, 1)], (), (one, replace(other, start=689)))

    def test_it_is_free_from_the_present_or_from_what_was_painted(self):
        given = problem([layer(1, 1)], not_before=650, done=(Done(1, 640, 660),))
        self.assertEqual(given.free_from, 660)
        self.assertEqual(replace(given, done=()).free_from, 650)

    def test_air_of_the_session_and_of_the_studio_between(self):
        weather = problem([], sessions=(session(1, 600, 60),)).weather
        self.assertEqual([weather.spell_at(m) for m in (599, 600, 659, 660)],
                         [(STUDIO, 600), (ROOM, 660), (ROOM, 660), (STUDIO, float("inf"))])  # fmt: skip


class Waits(unittest.TestCase):
    def begin_of_second(self, needs):
        return make_schedule(over(needs)).placements[1].start

    def test_how_long_a_second_layer_waits(self):
        touch = touch_dry_min("acrylic", ROOM)
        self.assertEqual(self.begin_of_second("done"), 610)
        self.assertEqual(self.begin_of_second("touch_dry"), 610 + touch)
        self.assertEqual(self.begin_of_second("firm"), 610 + 2 * touch)

    def test_into_open_paint_only_while_it_stays_open(self):
        long = problem([layer(1, 1), layer(2, 1, 6, "second_layer")], [Precedence(1, 2, "not_tacky")])
        stays = 0.45 * 0.75 * 15
        self.assertLess(stays, 6)
        self.assertEqual(make_schedule(long).placements[1].start, 625, "six minutes outlast five")
        short = problem([layer(1, 1), layer(2, 1, 5, "second_layer")], [Precedence(1, 2, "not_tacky")])
        self.assertEqual(make_schedule(short).placements[1].start, 610)

    def test_ten_minutes_are_a_break(self):
        capped = session(1, 600, 120, unbroken_min=30)
        plan = make_schedule(problem([layer(n, n, 15) for n in range(1, 5)], sessions=(capped,)))
        self.assertEqual([each.start for each in plan.placements], [600, 615, 640, 655])
        board = Board(problem([layer(1, 1, 20), layer(2, 2, 10)], sessions=(capped,)))
        board.paint(board.passes[1], 620)
        for now, painted in ((620, 20), (629, 29), (630, 0)):
            self.assertEqual(board.unbroken(capped, now), painted, now)
        board.paint(board.passes[2], 639)
        self.assertEqual(board.unbroken(capped, 639), 39)

    def test_a_pass_ends_with_its_session(self):
        exact = problem([layer(1, 1, 60), layer(2, 2, 60)])
        self.assertEqual(make_schedule(exact).placements[-1].end, 720)
        self.assertTrue(make_schedule(problem([layer(1, 1, 60), layer(2, 2, 61)])).unplaced)

    def test_the_verifier_lets_two_minutes_go(self):
        given = over("touch_dry")
        for start, held in ((624, True), (623, False)):
            plan = Schedule((stood(1, 1, 600), stood(2, 1, start)), (), ())
            self.assertEqual(verify(given, plan) == [], held, start)

    def test_the_verifier_follows_what_dries_through(self):
        given = over("through_dry")
        given = replace(given, sessions=(session(1, 600, 120), session(2, 600 + DAY, 120)))
        ready = dry("acrylic", 610.0, given.weather).through_late
        for start, held in ((ready + 6, True), (ready - 30, False)):
            later = replace(given, sessions=(session(1, 600, 120), session(2, int(start), 30)))
            plan = Schedule((stood(1, 1, 600), stood(2, 2, int(start))), (), ())
            self.assertEqual(verify(later, plan) == [], held, start)


class Costs(unittest.TestCase):
    def test_nights_cost_nothing(self):
        given = problem([], sessions=(session(1, 600, 120), session(2, 600 + DAY, 60)))
        self.assertEqual((session_clock(given, 650, 1), session_clock(given, 610 + DAY, 2)), (50, 130))

    def test_what_a_plan_costs(self):
        """A minute without a place a thousand, a session four hours, a mix again three minutes, a turn half a minute."""
        passes = [layer(n, n) for n in (1, 2, 3)]
        given = problem(passes, sessions=(session(1, 600, 120), session(2, 600 + DAY, 60)))
        one = [stood(1, 1, 600), stood(2, 1, 610), stood(3, 1, 620)]
        self.assertEqual(plan_cost(given, one), 240 + 30)
        self.assertEqual(plan_cost(given, one[:2]), 240 + 20 + 1000 * 10)
        self.assertEqual(plan_cost(given, [*one[:2], stood(3, 2, 600 + DAY)]), 2 * 240 + 130)
        self.assertEqual(plan_cost(given, [stood(2, 1, 600), stood(1, 1, 610), stood(3, 1, 620)]), 240 + 30 + 0.5)
        again = problem([layer(1, 1), layer(2, 2), layer(3, 1, kind="second_layer")])
        self.assertEqual(plan_cost(again, one), 240 + 30 + 3)

    def test_a_varnish_without_a_place_costs_nothing(self):
        given = problem([layer(1, 1), layer(2, None, kind="varnish", paint="varnish")])
        self.assertEqual(plan_cost(given, [stood(1, 1, 600)]), 240 + 10)


class Slacks(unittest.TestCase):
    def test_until_its_session_ends(self):
        given = problem([layer(1, 1, 30)])
        (slack,) = find_slack(given, make_schedule(given))
        self.assertEqual((slack.minutes, slack.held_by, slack.critical), (90, None, True))

    def test_until_the_next_would_have_to_wait(self):
        given = problem(
            [layer(1, 1), layer(2, 2, 40), layer(3, 1, kind="second_layer")], [Precedence(1, 3, "touch_dry")]
        )
        slacks = {each.pass_id: each for each in find_slack(given, make_schedule(given))}
        self.assertEqual((slacks[1].minutes, slacks[1].held_by), (0, 2), "one pair of hands")
        apart = Schedule((stood(1, 1, 600), stood(2, 1, 620, 40), stood(3, 1, 680)), (), ())
        slacks = {each.pass_id: each for each in find_slack(given, apart)}
        self.assertEqual((slacks[1].minutes, slacks[2].minutes, slacks[3].minutes), (10, 20, 30))

    def test_until_the_very_minute_in_which_the_next_begins(self):
        given = problem([layer(1, 1), layer(2, 2)], [Precedence(1, 2, "done")])
        plan = Schedule((stood(1, 1, 600), stood(2, 1, 625)), (), ())
        self.assertEqual([(each.minutes, each.held_by) for each in find_slack(given, plan)][0], (15, 2))

    def test_until_the_paint_that_it_goes_into_turns_tacky(self):
        for minutes, left in ((3, 2), (5, 0)):  # open until a quarter past ten, and it begins at ten past
            given = problem([layer(1, 1), layer(2, 1, minutes, "second_layer")], [Precedence(1, 2, "not_tacky")])
            slack = find_slack(given, make_schedule(given))[1]
            self.assertEqual((slack.minutes, slack.held_by, slack.into_wet), (left, 1, True))

    def test_what_it_waits_for_is_critical_and_what_has_time_is_not(self):
        given = over("touch_dry")
        slacks = find_slack(given, make_schedule(given))
        self.assertEqual([(each.minutes, each.critical) for each in slacks], [(0, True), (85, True)])


class Deadlines(unittest.TestCase):
    def test_a_day_begins_at_eight(self):
        self.assertEqual(Deadline(2 * DAY, PURPOSES["gift"]).minute, 2 * DAY + 480)
        self.assertEqual([next_day(minute) for minute in (480, 481, DAY + 480)], [0, DAY, DAY])
        self.assertEqual(say_iso(DAY + 481), "1970-01-03")

    def test_ready_for_a_gift_a_trip_and_a_sale(self):
        given = problem([layer(1, 1), layer(2, None, kind="varnish", paint="varnish")])
        plan = make_schedule(given)
        film = plan.placements[0].drying
        self.assertEqual(ready_at(given, plan, PURPOSES["gift"]).minute, film.touch_late)
        self.assertEqual(ready_at(given, plan, PURPOSES["trip"]).minute, film.through_late)
        sale = ready_at(given, plan, PURPOSES["sale"])
        self.assertEqual((sale.minute, sale.varnish), (max(plan.milestones[0].earliest, film.through_late) + DAY, True))

    def test_just_in_time_and_a_minute_late(self):
        given = problem([layer(1, 1)], sessions=(session(1, 600, 120),))
        plan = make_schedule(given)
        ready = ready_at(given, plan, PURPOSES["gift"]).minute
        for day, late in ((ready - 480, False), (ready - 481, True)):
            found = judge_deadline(given, plan, Deadline(day, PURPOSES["gift"]), lambda minute: f"day {minute:.0f}")
            self.assertEqual(bool(found), late)
        self.assertAlmostEqual(found[0].weight, 1 / 60)

    def test_counted_backward(self):
        on = latest_end(layer(1, 1), Deadline(10 * DAY, PURPOSES["gift"]))
        self.assertAlmostEqual(on, 10 * DAY + 480 - 1.35 * touch_dry_min("acrylic", STUDIO))
        sold = latest_end(layer(1, 1), Deadline(10 * DAY, PURPOSES["sale"]))
        through = dry("acrylic", 0.0, problem([], sessions=()).weather).through_late
        self.assertAlmostEqual(sold, 10 * DAY + 480 - DAY - through)

    def test_a_film_three_fifths_as_thick_is_tried(self):
        thick = layer(2, 1, kind="second_layer", thickness=2.0)
        given = problem([layer(1, 2), thick])
        plan = make_schedule(given)
        ready = ready_at(given, plan, PURPOSES["gift"]).minute
        found = judge_deadline(given, plan, Deadline(int(ready) - 481, PURPOSES["gift"]), str)
        thinner = [each.arguments for each in found[0].remedies if each.action == "set_pass"]
        self.assertEqual(thinner, [{"number": 2, "thickness": 1.2}])


class Rests(unittest.TestCase):
    def test_what_stands_before_the_day_of_return(self):
        given = problem([layer(1, 1), layer(2, 1, kind="lights"), layer(3, None, kind="finish")])
        plan = make_schedule(given)
        lights = plan.placements[1].start
        for back, early in ((lights, 0), (lights + 1, 1)):
            self.assertEqual(len(judge_return(given, plan, back, "Sunday")), early, back)
        found = judge_return(given, plan, 2 * DAY, "Sunday")[0]
        self.assertEqual((found.weight, found.remedies[0].arguments["days"]), (20.0, 2))
        self.assertEqual([each.kind for each in judge_return(given, plan, None, "")], ["no_return"])
        self.assertEqual(judge_return(problem([]), plan, None, ""), [])

    def test_two_days_without_a_session_are_no_gap(self):
        for days, gap in ((2, 0), (3, 1)):
            given = problem([layer(1, 1)], sessions=(session(1, 600, 60), session(2, 600 + days * DAY, 60)))
            self.assertEqual(len(judge_momentum(given)), gap, days)
        self.assertEqual(judge_momentum(given)[0].weight, 3.0)


class OnePairOfHands(unittest.TestCase):
    OTHER = Other(7, 3, "Quay", 700, 60)

    def test_sessions_may_follow_each_other(self):
        for start, met in ((580, False), (581, True), (759, True), (760, False)):
            given = problem([layer(1, 1)], sessions=(session(1, start, 110, cleanup_min=10),))
            self.assertEqual(bool(judge_hands(given, (self.OTHER,))), met, start)

    def test_shared_minutes_and_the_way_out(self):
        given = problem([layer(1, 1)], sessions=(session(1, 650, 90),))
        found = judge_hands(given, (self.OTHER, Other(8, 1, "Barn", 730, 90)))[0]
        self.assertEqual((found.weight, found.remedies[0].arguments["start_min"]), (40.0, 820))
        self.assertEqual(judge_hands(replace(given, not_before=740), (self.OTHER,)), [], "it is over")

    def test_twelve_minutes_are_a_wait(self):
        for gap, count in ((11, 0), (12, 1)):
            given = problem([layer(1, 1), layer(2, 2)])
            plan = Schedule((stood(1, 1, 600), stood(2, 1, 610 + gap)), (), ())
            self.assertEqual(len(find_waits(given, plan, ())), count, gap)
        found = find_waits(given, plan, (NextPass(7, "Quay", "wash", 12), NextPass(8, "Barn", "roof", 13)))[0]
        self.assertEqual((found.start, found.end), (610, 622))
        self.assertIn("Quay", say_wait(found))
        self.assertNotIn("Barn", say_wait(found))


class WetPaint(unittest.TestCase):
    def given(self, start):
        passes = [layer(1, 1, 10), layer(2, 1, 6, "soften")]
        plan = [stood(1, 1, 600, film=Drying(610, 630, 640, 660, 900, 670, 650)), stood(2, 1, start, 6)]
        return problem(passes), plan

    def test_it_ends_while_the_paint_is_open(self):
        for start, late in ((624, 0), (625, 1)):
            self.assertEqual(len(expired(*self.given(start))), late, start)
        found = expired(*self.given(640))[0]
        self.assertEqual((found.base_id, found.base_end, found.open_until), (1, 610, 630))

    def test_right_after_it_where_it_fits(self):
        remedies = {each.action: each.arguments for each in judge_wet(*self.given(640))[0].remedies}
        self.assertEqual(remedies["place_pass"], {"number": 2, "session": 1, "start": 610})

    def test_half_of_its_minutes_are_lost_by_it(self):
        given, plan = self.given(640)
        kept = [plan[0], stood(2, 1, 612, 6)]
        self.assertAlmostEqual(plan_cost(given, plan) - plan_cost(given, kept), (646 - 618) + 0.5 * 6)


class Outdoors(unittest.TestCase):
    NOW = datetime(2026, 6, 1, 6)

    def told(self, hour=12.0, minutes=60, wanted=None, place=True, **air):
        start = datetime(2026, 6, 10) + timedelta(hours=hour)
        outing = Outing(1, "Wednesday", start, minutes, 45.0 if place else None, 0.0 if place else None, OwnAir(**air))
        return {each.kind: each for each in judge_outings([outing], wanted, self.NOW)}

    def test_heat_wind_and_rain_that_the_painter_expects(self):
        heat = begins(lambda c: "heat" in self.told(place=False, temperature_c=c), 20, 40)
        blow = begins(lambda v: "blow" in self.told(place=False, wind_m_s=v), 1, 20)
        self.assertAlmostEqual(heat, 30.0, places=4)
        self.assertAlmostEqual(blow, 8.0, places=4)
        self.assertIn("heat", self.told(place=False, temperature_c=30.0))
        self.assertIn("blow", self.told(place=False, wind_m_s=8.0))
        self.assertEqual({sky: "rain" in self.told(place=False, sky=sky) for sky in ("dry", "rain", "storm")},
                         {"dry": False, "rain": True, "storm": True})  # fmt: skip

    def test_what_is_over_is_not_judged(self):
        outing = Outing(1, "", self.NOW - timedelta(minutes=60), 60, None, None, OwnAir(sky="storm"))
        self.assertEqual(judge_outings([outing], None, self.NOW), [])
        self.assertTrue(judge_outings([replace(outing, minutes=61)], None, self.NOW))

    def test_a_third_of_a_session_may_lie_in_the_dark(self):
        hours = [h / 12 for h in range(12 * 18, 12 * 24)]
        dark = [hour for hour in hours if "dark" in self.told(hour, 60, sky="dry")]
        self.assertTrue(dark)
        # The sun goes under -3 degrees at some minute: then a third of an hour after the session's middle two thirds.
        full = [hour for hour in dark if self.told(hour, 60, sky="dry")["dark"].weight == 50.0]
        self.assertAlmostEqual(full[0] - dark[0], 1 - 0.34, delta=0.17)

    def test_a_third_of_a_session_in_the_wanted_light_is_enough(self):
        wanted = LightWanted("low_evening")
        begin, end = wanted.window(45.0, 0.0, datetime(2026, 6, 10).date())
        first = begin.hour + begin.minute / 60
        self.assertNotIn("other_light", self.told(first - 0.6, 60, wanted, sky="dry"))
        found = self.told(first - 0.75, 60, wanted, sky="dry")["other_light"]
        moved = datetime.fromisoformat(found.remedies[0].arguments["start"])
        self.assertEqual(moved, (begin + (end - begin) / 2 - timedelta(minutes=30)).replace(second=0, microsecond=0))

    def test_a_pass_in_its_light(self):
        wanted = LightWanted(sun=Sun(60.0, 180.0))
        noon = datetime(2026, 6, 10, 12)
        outing = Outing(1, "Wednesday", noon - timedelta(hours=4), 480, 45.0, 0.0)

        def out(hour, minutes=30):
            each = InLight(1, "sky", datetime(2026, 6, 10, hour), minutes, outing)
            return judge_in_light([each], [outing], wanted)

        self.assertEqual(out(12), [])
        found = out(8)[0]
        at = found.remedies[0].arguments
        self.assertEqual((at["number"], at["session"]), (1, 1))
        window = wanted.window(45.0, 0.0, noon.date())
        minutes = (window[0] - datetime(1970, 1, 1)).total_seconds() / 60
        self.assertEqual(at["start"], int(minutes))
        room = (window[1] - window[0]).total_seconds() / 60
        self.assertEqual([len(out(8, int(room) + more)[0].remedies) for more in (0, 1)], [2, 1])
        self.assertEqual(judge_in_light([InLight(1, "sky", noon, 30, outing)], [outing], None), [])


if __name__ == "__main__":
    unittest.main()
