"""Limits of times that are met to the minute: what ends just then, begins just then, or is just long enough.

Sessions, passes and waits are whole minutes, so that a limit is met every day and has to lie on its right side. The
numbers of the trade among them are common practice without a source, as said beside each in the code.
"""

import math
import unittest
from dataclasses import replace
from datetime import datetime, timedelta
from types import SimpleNamespace
from unittest.mock import patch

from kind_distance.core.deriving.order import _excused
from kind_distance.core.judging.model import JudgedBorder
from kind_distance.core.judging.reading import read_all
from kind_distance.core.judging.wetness import beside_of
from kind_distance.core.light.wanted import LightWanted
from kind_distance.core.paint.drying import Drying
from kind_distance.core.passes.audit import audit_materials
from kind_distance.core.passes.model import Pass, Precedence
from kind_distance.core.passes.order import _idle_minutes
from kind_distance.core.schedule.conflict import find_conflict
from kind_distance.core.schedule.deadline import PURPOSES, VARNISH_DRY_MIN, Deadline, audit_deadline, ready_at
from kind_distance.core.schedule.exact import _no_wetter
from kind_distance.core.schedule.other_paintings import NextPass, find_waits
from kind_distance.core.schedule.outdoors import Expected, Outing, OwnAir, _fair, _fair_day, _window_in, audit_outings
from kind_distance.core.schedule.placed_by_hand import first_that_holds, put_by_hand
from kind_distance.core.schedule.plan import Board, _next_in, _unplaced, _what_would_help, later_starts, make_schedule
from kind_distance.core.schedule.reasons import explain
from kind_distance.core.schedule.rules import rules_of
from kind_distance.core.schedule.verify import _follow, _state_broken, verify
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError
from tests.core.test_limits_of_sessions import ROOM, layer, over, problem, session, stood
from tests.limits import begins
from tests.ordering import USUAL, WATERCOLOUR, one, told

LIKE = timedelta(days=1)


class Ends(unittest.TestCase):
    """A session that ends now is over."""

    def test_nothing_is_put_into_it(self):
        for now, allowed in ((720, False), (719, False), (700, True)):
            given = problem([layer(1, 1)], sessions=(session(1, 600, 120), session(2, 900, 60)), not_before=now)
            try:
                put_by_hand(given, (), 1, 1, 705)
                said = ""
            except DomainError as error:
                said = str(error)
            self.assertEqual(said == "", allowed, now)
            self.assertEqual("is over" in said, now == 720, "a session with a minute left is not over, only too short")

    def test_a_pass_as_long_as_its_session_goes_in(self):
        given = problem([layer(1, 1, 120)])
        self.assertEqual(put_by_hand(given, (), 1, 1, 600), ((1, 1, 600),))
        with self.assertRaises(DomainError):
            put_by_hand(problem([layer(1, 1, 121)]), (), 1, 1, 600)

    def test_nor_is_one_looked_for_there(self):
        given = problem([layer(1, 1, 20)], sessions=(session(1, 600, 120), session(2, 900, 60)))
        for start, where in ((720, (2, 900)), (700, (1, 700)), (701, (2, 900))):
            found = first_that_holds(given, Board(given), stood(1, 1, start, 20))
            self.assertEqual((found[0].id, found[1]), where, start)

    def test_nobody_waits_in_it(self):
        given = over("touch_dry")
        plan = make_schedule(given)
        nexts = (NextPass(9, "Other", "sky", 5),)
        self.assertTrue(find_waits(given, plan, nexts))
        self.assertEqual(find_waits(replace(given, not_before=720), plan, nexts), [])

    def test_what_has_no_place_is_told_by_the_sessions_that_are_left(self):
        two = (session(1, 600, 120), session(2, 900, 60))

        def why(minutes, now, sessions=two):
            given = problem([layer(1, 1, minutes)], sessions=sessions, not_before=now)
            return _unplaced(given, list(given.passes), Board(given))[0].why

        self.assertEqual(why(60, 0).kind, "none_free")
        self.assertEqual(why(120, 0).kind, "none_free")
        self.assertEqual(why(121, 0).kind, "longer_than_any")
        # The first is over at its very end: then the longest is the hour of the second.
        self.assertEqual(why(61, 720).kind, "longer_than_any")
        self.assertEqual(why(61, 700).kind, "none_free")
        self.assertEqual(why(10, 960).kind, "all_over")
        self.assertEqual(why(10, 959).kind, "none_free")

    def test_what_its_paint_keeps_out_of_the_last_session_is_told_with_the_wait(self):
        """Acrylic is touch dry a quarter of an hour after it was laid."""
        for minutes, kind in ((20, "ready_late"), (30, "ready_late")):
            given = replace(over("touch_dry"), sessions=(session(1, 600, minutes),))
            why = make_schedule(given).unplaced[0].why
            self.assertEqual(why.kind, kind)
        wait = dict(why.measures)["wait_min"]
        fits = replace(over("touch_dry"), sessions=(session(1, 600, wait + 10),))
        self.assertEqual(make_schedule(fits).unplaced, ())

    def test_what_it_holds_until_its_day_are_the_sessions_still_to_come(self):
        two = (session(1, 600, 120), session(2, 900, 60))
        for now, hold in ((0, 180), (719, 180), (720, 60), (960, 0)):
            given = problem([layer(1, 1, 300)], sessions=two, not_before=now)
            found = audit_deadline(given, make_schedule(given), Deadline(1440, PURPOSES["gift"]))
            self.assertEqual(dict(found[0].measures)["hold_min"], hold, now)

    def test_what_is_too_late_needs_what_its_last_film_takes(self):
        given = problem([layer(1, 1)], sessions=(session(1, 600, 120),))
        for purpose in ("gift", "trip", "sale"):
            plan = make_schedule(given)
            ready = ready_at(given, plan, PURPOSES[purpose])
            found = audit_deadline(given, plan, Deadline(ready.minute - 480 - 60, PURPOSES[purpose]))
            measures = dict(found[0].measures)
            self.assertEqual((measures["late_min"], ready.painted_at), (60, 610))
            varnish = VARNISH_DRY_MIN if ready.varnish else 0
            self.assertEqual(measures["needs_min"], ready.minute - 610 - varnish, purpose)

    def test_a_session_is_made_longer_by_four_hours_at_most(self):
        for minutes, helps in ((300, True), (305, False)):
            given = problem([layer(1, 1, minutes)], sessions=(session(1, 600, 60),))
            longer = [each for each in _what_would_help(given) if not each.times]
            self.assertEqual([each.minutes for each in longer], [minutes] if helps else [], minutes)

    def test_sessions_added_begin_now_at_the_earliest(self):
        self.assertEqual(later_starts(600, 1, 2, 2040), [2040, 3480])
        self.assertEqual(later_starts(600, 1, 1, 2041), [3480])

    def test_a_plan_may_begin_at_the_present_minute(self):
        given = problem([layer(1, 1)], not_before=650)
        plan = make_schedule(given)
        self.assertEqual(plan.placements[0].start, 650)
        self.assertEqual(verify(given, plan), [])
        early = replace(plan, placements=(replace(plan.placements[0], start=649, end=659),))
        self.assertEqual([why.kind for why in verify(given, early)], ["in_the_past"])


class JustLongEnough(unittest.TestCase):
    def test_what_would_have_fitted_before_to_the_minute_only_came_later(self):
        def why(minutes):
            given = problem(
                [layer(1, 1, 90), layer(2, 2, minutes)], sessions=(session(1, 600, 120), session(2, 900, 60))
            )
            plan = make_schedule(given, ((1, 1, 600), (2, 2, 900)))
            return next(each for each in explain(given, plan) if each.pass_id == 2).not_session_before.kind

        self.assertEqual((why(30), why(31)), ("came_first", "no_room"))

    def test_the_conflict_of_more_than_forty_passes_is_not_looked_for(self):
        def looked(count):
            given = problem([layer(n, n, 10) for n in range(1, count + 1)])
            return bool(find_conflict(given, lambda _: False).passes)

        self.assertEqual([looked(40), looked(41)], [True, False])

    def test_what_goes_into_wet_paint_does_so_while_that_stays_open(self):
        given = problem([layer(1, 1), layer(2, 1, 2, "scratch")])
        board = Board(given)
        film = board.paint(given.passes[0], 610)
        self.assertEqual(
            [
                board.wet_for(given.passes[1], start)
                for start in (610, math.floor(film.open_until) - 2, film.open_until - 1)
            ],
            [True, True, False],
        )

    def test_a_film_stepped_by_the_minute_may_be_two_minutes_off(self):
        """And five more where it dries through, which is stepped by five minutes."""
        film = SimpleNamespace(open_until=650.0, touch=700.0, through=2000.0, firm=800.0)
        for needs, ready, lets in (("touch_dry", 700, 2.0), ("firm", 800, 2.0), ("through_dry", 2000, 7.0)):
            early = begins(lambda by, n=needs, r=ready: _state_broken(n, film, r - by, r + 10), 0.0, 20.0)
            self.assertAlmostEqual(early, lets, 4, needs)
        late = begins(lambda by: _state_broken("not_tacky", film, 640.0, 650.0 + by), 0.0, 20.0)
        self.assertAlmostEqual(late, 2.0, 4)
        dry = begins(lambda by: _state_broken("not_tacky", film, 700.0 - by, 720.0), 0.0, 20.0)
        self.assertAlmostEqual(dry, 2.0, 4)

    def test_what_goes_into_wet_paint_comes_first_where_it_just_fits(self):
        given = problem([layer(1, 1), layer(3, 2, 1), layer(2, 1, 2, "scratch")])
        board = Board(given)
        board.paint(given.passes[0], 610)
        for minutes, chosen in ((12, 2), (11, 3)):
            found = _next_in(board, session(1, 600, minutes), 610, list(given.passes[1:]), 0.0)
            self.assertEqual((found[0].id, found[1]), (chosen, 610))

    def test_what_is_ready_at_this_minute_holds_nothing_up(self):
        given = over("touch_dry")
        board = Board(given)
        ready = math.ceil(board.paint(given.passes[0], 610).touch)
        self.assertEqual(board.earliest(given.passes[1], ready), (ready, None))
        start, block = board.earliest(given.passes[1], ready - 1)
        self.assertEqual((start, block.by), (ready, 1))

    def test_the_verifier_finds_open_time_as_the_planner_does(self):
        """Stepped by the minute, and worked out at once: two roads to one number."""
        for paint in ("watercolour", "gouache", "acrylic", "oil"):
            given = problem([layer(1, 1, paint=paint)])
            planned = Board(given).paint(given.passes[0], 610)
            film = _follow(given, given.passes[0], 610.0, 20_000.0)
            self.assertAlmostEqual(film.open_until - 610, planned.open_until - 610, delta=1.5, msg=paint)
            self.assertAlmostEqual(film.touch - 610, planned.touch - 610, delta=2.5, msg=paint)

    def test_two_words_are_joined_by_and(self):
        self.assertEqual([say_list([]), say_list(["sky"]), say_list(["sky", "hill"])], ["", "sky", "sky and hill"])

    def test_a_film_is_no_wetter_that_is_ready_by_now(self):
        """What a film allows: to be painted into until it turns tacky, and over from when it is dry."""

        def film(open_until=610, touch=620, through=700, firm=640):
            return Drying(600, open_until, touch, touch, through, firm, touch)

        self.assertTrue(_no_wetter(film(), film(), 600))
        self.assertFalse(_no_wetter(film(open_until=609), film(), 600))
        self.assertTrue(_no_wetter(film(open_until=609), film(), 610), "No longer open at this minute: no loss.")
        self.assertFalse(_no_wetter(film(open_until=608), film(open_until=612), 611))
        self.assertFalse(_no_wetter(film(touch=621), film(), 600))
        self.assertTrue(_no_wetter(film(touch=621), film(), 621))


class Outdoors(unittest.TestCase):
    START = datetime(2026, 6, 10, 12)

    def told(self, **seen):
        known = {"rain": 0.0, "heat": 20.0, "wind": 1.0, "own": False} | seen
        outing = Outing(1, "Wednesday", self.START, 60, None, None)
        with patch("kind_distance.core.schedule.outdoors._weather", lambda _: Expected(**known)):
            return [each.kind for each in audit_outings([outing], None, self.START - LIKE)], _fair(outing)

    def test_a_fair_day_lies_ahead(self):
        outing = Outing(1, "", self.START, 60, 45.0, 0.0)
        with patch("kind_distance.core.schedule.outdoors._fair", lambda _: True):
            self.assertEqual(_fair_day(outing, self.START + LIKE - timedelta(minutes=1)), self.START + LIKE)
            self.assertEqual(_fair_day(outing, self.START + LIKE), self.START + 2 * LIKE)

    def test_a_third_of_a_session_in_the_wanted_light_is_enough(self):
        def lacking(out):
            outing = Outing(1, "", self.START, 999, 45.0, 0.0, OwnAir(sky="dry"))
            limit = self.START + timedelta(minutes=1000 * (1 - out))
            by_day = patch("kind_distance.core.schedule.outdoors.TWILIGHT_DEG", -90.0)
            with by_day, patch.object(LightWanted, "holds", lambda _self, _lat, _lon, at, _sun: at < limit):
                return [each.kind for each in audit_outings([outing], LightWanted("high"), self.START - LIKE)]

        least = begins(lambda out: lacking(out) == ["other_light"], 0.4, 0.9)
        self.assertAlmostEqual(1 - least, 0.34, delta=0.008)

    def test_a_light_that_ends_when_one_begins_is_none(self):
        outing, wanted = Outing(1, "", self.START, 60, 45.0, 0.0), LightWanted("high")
        for end, there in ((0, False), (1, True)):
            window = (self.START - LIKE, self.START + timedelta(minutes=end))
            with patch.object(LightWanted, "window", lambda *_, w=window: w):
                self.assertEqual(_window_in(outing, wanted) is not None, there, end)

    def test_rain_heat_and_wind_begin_where_a_day_is_no_longer_fair(self):
        for name, kind, quiet, loud, limit in (
            ("rain", "rain", 0.0, 1.0, 0.1), ("heat", "heat", 20.0, 40.0, 30.0), ("wind", "blow", 1.0, 20.0, 8.0),
        ):  # fmt: skip
            self.assertAlmostEqual(begins(lambda v, n=name, k=kind: k in self.told(**{n: v})[0], quiet, loud), limit, 4)
            self.assertAlmostEqual(begins(lambda v, n=name: not self.told(**{n: v})[1], quiet, loud), limit, 4)
            self.assertEqual(self.told(**{name: limit}), ([kind], False), "At the very limit it is told")


class Judged(unittest.TestCase):
    def test_what_only_finished_passes_brought_about_is_past(self):
        late = (one(1, "block_in", 2), one(2, "block_in", 1))
        self.assertTrue(told(USUAL, *late, one(3, "block_in", 3)))
        done = (one(1, "block_in", 2, at=600, done=True), one(2, "block_in", 1, at=700, done=True))
        self.assertNotIn("far_after_near", [kind for kind, _ in told(USUAL, *done, one(3, "block_in", 3))])
        only = (one(1, "block_in", 2), one(2, "block_in", 1, at=700, done=True))
        self.assertNotIn(("far_after_near", (2,)), told(USUAL, *only, one(3, "block_in", 3)))

    def test_a_pass_that_names_things_and_touches_half_of_the_plane_paints_more_than_them(self):
        def more(share):
            scene = replace(USUAL, passes=(one(1, "details", 2, things=("Barn",), share=share),))
            return not read_all(scene)[0].only_things

        self.assertAlmostEqual(begins(more, 0.1, 0.9), 0.5, delta=1e-4)
        self.assertFalse(more(0.5))

    def test_a_wash_lies_beside_its_neighbours_from_nine_twentieths_of_the_plane_on(self):
        def beside(share):
            first = one(1, "block_in", 1, at=600, paint="watercolour")
            second = one(2, "block_in", 2, at=630, paint="watercolour", share=share)
            passes = read_all(replace(WATERCOLOUR, passes=(first, second)))
            return bool(beside_of(passes[1], passes))

        self.assertAlmostEqual(begins(beside, 0.1, 0.9), 0.45, delta=1e-4)

    def test_one_step_of_value_excuses_the_order_of_a_school(self):
        def darker(by, school):
            planes = (replace(USUAL.planes[0], value=6.0 + by), replace(USUAL.planes[1], value=6.0))
            return not _excused(1, 2, replace(USUAL, planes=planes, school=school))

        self.assertAlmostEqual(begins(lambda by: darker(by, "light_to_dark"), 0.0, 2.0), 1.0, delta=1e-4)
        self.assertAlmostEqual(begins(lambda by: darker(-by, "dark_to_light"), 0.0, 2.0), 1.0, delta=1e-4)
        self.assertFalse(darker(3.0, "whole_at_once"))

    def test_layers_of_one_level_may_be_turned_round(self):
        def turns(lower, upper):
            passes = [Pass(1, lower, (1,), "below", "oil", 20), Pass(2, upper, (1,), "above", "acrylic", 20)]
            return dict(audit_materials(passes, set())[0].measures)["turns"]

        self.assertTrue(turns("second_layer", "block_in"))
        self.assertTrue(turns("block_in", "block_in"))
        self.assertFalse(turns("block_in", "second_layer"))

    def test_waits_of_three_hours_end_the_session(self):
        """A wait that is longer is no wait at the easel."""

        def idle(thickness):
            passes = [layer(1, 1, thickness=thickness), layer(2, 1, kind="second_layer")]
            return _idle_minutes(passes, [Precedence(1, 2, "touch_dry")], ROOM)

        longest = begins(lambda thickness: idle(thickness) == 0, 1.0, 19.0)
        self.assertAlmostEqual(idle(longest - 1e-3), 180.0, delta=0.2)

    def test_hard_edges_at_one_level_are_cut_in_round(self):
        scene = replace(USUAL, borders=(JudgedBorder(1, 2, 40.0, "hard"),))

        def kinds(upper):
            passes = [Pass(1, "block_in", (2,), "hill", "acrylic", 20), Pass(2, upper, (1,), "sky", "acrylic", 20)]
            return [rule.why.kind for rule in rules_of(scene, passes)]

        self.assertIn("cut_in_round", kinds("block_in"))
        self.assertNotIn("cut_in_round", kinds("second_layer"))
