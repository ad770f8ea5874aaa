"""A session at the easel, pressed minute by minute: what is recorded, what a wrong press costs, what the diary keeps."""

from dataclasses import replace
from datetime import datetime, timedelta

import numpy as np

from kind_distance.clock import minute_of
from kind_distance.core.passes.kinds import LAYERS
from kind_distance.core.progress.comparing import Flat, PlaneRead
from kind_distance.core.progress.drift import Drift
from kind_distance.core.schedule.model import Done
from kind_distance.core.schedule.plan import Board
from kind_distance.errors import ChangedElsewhereError, DomainError, InUseError, NotFoundError
from kind_distance.rows import LightSpan
from kind_distance.stages.easel.guide import cleaning_of, films_now, goal_of, guide
from kind_distance.stages.easel.running import painted_of, session_running, stretch_running
from kind_distance.stages.log.diary import lines_between
from kind_distance.stages.log.photos import PhotoRead, judge_photo
from kind_distance.stages.log.record import (
    minutes_by_plane,
    much_painted,
    own_drying_said,
    sessions_painted,
    varnish_span,
)
from kind_distance.studio.paintings import Studio, minutes_now
from tests.support import InFolder, demo_copy

TEA = 3
BEGIN = datetime(2026, 11, 28, 7, 20)


class AtTheEasel(InFolder):
    def setUp(self):
        super().setUp()
        demo_copy(self.file)
        self.studio, self.now = Studio(self.file), BEGIN
        self.painting = self.studio.open(TEA, self.now)

    @property
    def state(self):
        return self.painting.painting.state

    @property
    def work(self):
        return self.painting.survey.work

    def press(self, action, after=0, **arguments):
        self.now += timedelta(minutes=after)
        painting = self.painting.painting
        self.painting = self.studio.change(painting.id, painting.version, action, arguments, self.now)
        return self.painting

    def step(self, way):
        painting = self.painting.painting
        self.painting = self.studio.step(painting.id, painting.version, way, self.now)

    def guide(self):
        found = self.painting.survey
        return guide(self.state, found.work, found.depth.kept, found.wanted, self.painting.others.following,
                     minutes_now(self.now))  # fmt: skip

    def diary(self, **asked):
        return self.studio.diary(TEA, **asked)

    def said(self, **asked):
        return [line.said for line in self.diary(**asked)]

    def begin(self):
        self.press("begin_session", session=self.state.sessions[0].number)

    def record(self, number):
        return next(each for each in self.state.passes if each.number == number)


class ASession(AtTheEasel):
    def test_from_beginning_to_end(self):
        self.begin()
        first = self.guide().now
        self.assertEqual((first.at, first.running, first.begun), (1, False, False))
        self.press("start_pass", number=first.number)
        self.press("finish_pass", 11, number=first.number)
        record = self.record(first.number)
        self.assertEqual((record.minutes, record.planned_min), (11, first.minutes))
        second = self.guide().now
        self.assertEqual((second.at, second.running), (2, True))  # the next one is begun by the same press
        self.press("end_session", 3)
        self.assertIsNone(session_running(self.state))
        self.assertIsNone(stretch_running(self.state))
        self.assertEqual(painted_of(self.state, second.number, minutes_now(self.now)), 3)
        self.assertEqual(sessions_painted(self.state, self.work, minutes_now(self.now))[0].minutes, 14)

    def test_pauses_are_not_painted(self):
        self.begin()
        number = self.guide().now.number
        self.press("start_pass", number=number)
        self.press("pause_pass", 6)
        self.assertFalse(self.guide().now.running)
        self.press("pause_pass", 1)  # the brush is down already
        self.press("start_pass", 19, number=number)
        self.press("finish_pass", 4, number=number)
        self.assertEqual(self.record(number).minutes, 10)

    def test_a_second_press_is_no_second_deed(self):
        self.begin()
        first = self.guide().now.number
        self.press("start_pass", number=first)
        self.press("finish_pass", 9, number=first)
        version, state = self.painting.painting.version, self.state
        self.press("finish_pass", number=first)
        self.assertEqual((self.painting.painting.version, self.state), (version, state))
        self.press("begin_session", session=self.state.sessions[0].number)
        self.assertEqual(self.state, state)

    def test_two_devices_press_done(self):
        """The later one is told that the painting moved on, and nothing is done twice."""
        self.begin()
        first = self.guide().now.number
        version = self.painting.painting.version
        self.press("finish_pass", 9, number=first)
        with self.assertRaises(ChangedElsewhereError):
            self.studio.change(
                TEA, version, "finish_pass", {"number": first, "go_on": False}, self.now + timedelta(minutes=1)
            )
        self.assertEqual(sum(line.layer_pass == first and line.kind == "pass" for line in self.diary()), 1)

    def test_a_clock_that_was_set_back_loses_nothing(self):
        self.begin()
        first = self.guide().now.number
        self.press("start_pass", 5, number=first)
        self.press("finish_pass", -60, number=first)
        record = self.record(first)
        self.assertEqual(record.done_end, minutes_now(BEGIN) + 5)
        self.assertGreaterEqual(record.minutes, 1)

    def test_over_midnight_and_a_change_of_summer_time(self):
        """Clock minutes are those of the painter's wall: a stretch over midnight is as long as the clock says."""
        self.now = datetime(2026, 3, 28, 23, 50)
        self.press("begin_session", minutes=120)
        number = self.guide().now.number
        self.press("start_pass", number=number)
        self.press("finish_pass", 25, number=number)
        self.assertEqual(self.record(number).minutes, 25)
        self.assertEqual(self.diary(kind="pass")[0].at_min, minute_of("2026-03-29T00:15"))
        self.press("pause_pass", 200)  # past the hour that is left out that night
        self.assertGreater(self.guide().over_min, 60)

    def test_begun_at_another_hour_it_is_moved(self):
        self.now = datetime(2026, 11, 27, 15, 0)
        session = self.state.sessions[0]
        self.press("begin_session", session=session.number)
        moved = session_running(self.state)
        self.assertEqual(moved.start, "2026-11-27T15:00")
        self.assertEqual(moved.minutes, session.minutes - session.setup_min)
        self.assertEqual(self.guide().now.not_before, None)

    def test_begun_early_its_end_stays(self):
        session = self.state.sessions[0]
        self.now = BEGIN.replace(hour=6, minute=50)
        self.press("begin_session", session=session.number)
        begun = session_running(self.state)
        self.assertEqual(minute_of(begun.start) + begun.minutes, minute_of(session.start) + session.minutes)

    def test_a_session_that_was_never_ended(self):
        self.begin()
        first = self.guide().now.number
        self.press("start_pass", number=first)
        self.press("pause_pass", 8)
        self.now += timedelta(days=1, hours=7)
        self.press("begin_session", session=self.state.sessions[1].number)
        old = self.state.sessions[0]
        self.assertLess(old.ended, minutes_now(BEGIN) + 300)  # nobody painted through the night
        self.assertEqual(painted_of(self.state, first, minutes_now(self.now)), 8)

    def test_what_is_left_of_an_ended_session_is_no_time(self):
        self.begin()
        self.press("finish_pass", 9, number=self.guide().now.number)
        self.press("end_session", 1)
        ahead = [each.start for each in self.work.schedule.placements]
        self.assertGreater(min(ahead), minutes_now(self.now) + 60)

    def test_an_unplanned_one_and_more_time(self):
        for session in self.state.sessions:
            self.press("remove_session", session=session.number)
        self.press("begin_session", minutes=20)
        self.assertEqual(len(self.state.sessions), 1)
        self.press("more_time", 25, minutes=10)
        self.assertEqual(self.guide().over_min, 0)
        self.assertGreaterEqual(self.state.sessions[0].minutes, 35)

    def test_without_a_session_nothing_is_begun(self):
        number = self.work.passes[0].id
        for action, arguments in (("start_pass", {"number": number}), ("end_session", {}), ("more_time", {})):
            with self.subTest(action=action), self.assertRaises(DomainError):
                self.press(action, **arguments)
        self.begin()
        self.press("finish_pass", 5, number=number, go_on=False)
        with self.assertRaises(InUseError):
            self.press("start_pass", number=number)
        with self.assertRaises(NotFoundError):
            self.press("start_pass", number=999)

    def test_a_kept_state_survives_a_restart(self):
        self.begin()
        number = self.guide().now.number
        self.press("start_pass", number=number)
        self.now += timedelta(minutes=7)
        again = Studio(self.file).open(TEA, self.now)
        self.assertEqual(stretch_running(again.painting.state).layer_pass, number)
        self.assertEqual(painted_of(again.painting.state, number, minutes_now(self.now)), 7)


class WhatIsSeen(AtTheEasel):
    def test_films_are_the_boards_own(self):
        self.begin()
        for _ in range(3):
            self.press("finish_pass", 9, number=self.guide().now.number)
        board = Board(self.work.problem)
        for film in films_now(self.state, self.work, minutes_now(self.now)):
            self.assertIn(film.number, board.films)
            if film.clock.state == "wet":
                self.assertEqual(film.clock.early, board.films[film.number].open_until)

    def test_a_finger_frees_the_hand(self):
        self.begin()
        number = self.guide().now.number
        self.press("finish_pass", 9, number=number, go_on=False)
        self.assertIn("Keep your hand off", self.guide().lean_said)
        self.press("touch_paint", 4, number=number, found="dry")
        self.assertIn("may lean", self.guide().lean_said)
        with self.assertRaises(DomainError):
            self.press("touch_paint", number=self.work.passes[-1].id, found="dry")

    def test_things_are_ticked(self):
        thing = self.state.elements[0]
        number = next(
            w.passes[0] for w in self.painting.survey.wanted if w.sort == "thing" and w.number == thing.number
        )
        self.begin()
        self.press("start_pass", number=number)
        ticks = self.guide().now.ticks
        self.assertIn((thing.number, False), [(each.element, each.on) for each in ticks])
        self.press("tick", number=number, element=thing.number)
        self.press("tick", number=number, element=thing.number)  # ticked already
        self.assertIn((thing.number, True), [(each.element, each.on) for each in self.guide().now.ticks])
        self.press("tick", number=number, element=thing.number, on=False)
        self.assertEqual(self.state.ticks, ())
        with self.assertRaises(DomainError):
            self.press("tick", number=number)

    def test_goal_in_a_sentence(self):
        said = goal_of(self.work, self.state.sessions[0].number)
        self.assertRegex(said, r"^Tone the ground.*\.$")
        self.assertLess(len(said), 200)
        self.assertIn("Nothing is planned", goal_of(self.work, 99))

    def test_cleaning_by_paint(self):
        self.assertEqual(len(cleaning_of({"oil", "acrylic"})), 2)
        self.assertIn("Rags", cleaning_of({"oil"})[0])
        self.assertNotIn("Rags", cleaning_of({"watercolour"})[0])
        self.assertIn("no washing", cleaning_of({"dry"})[0])

    def test_the_wanted_light_is_told(self):
        self.begin()
        self.assertIn("sun has moved", self.guide_after(40).light_said)
        self.press("set_brief", light_holds=[LightSpan("2026-11-28T07:00", "2026-11-28T08:30")])
        self.assertIn("holds for", self.guide().light_said)
        self.assertIn("went at 8:30", self.guide_after(60).light_said)

    def guide_after(self, minutes):
        self.now += timedelta(minutes=minutes)
        self.painting = self.studio.open(TEA, self.now)
        return self.guide()


class WentWrong(AtTheEasel):
    def test_a_wet_pass_is_blotted_at_once(self):
        self.begin()
        number = self.guide().now.number
        self.press("start_pass", number=number)
        before = len(self.state.passes)
        self.press("mend_pass", 2, number=number, card="blot")
        self.assertEqual(len(self.state.passes), before)
        self.assertIn("went wrong. Blot it", self.diary(kind="wrong")[0].said)

    def test_what_needs_paint_becomes_a_pass(self):
        self.begin()
        first = next(each for each in self.work.passes if each.kind == "block_in")
        self.press("finish_pass", 9, number=first.id, go_on=False)
        before = {each.number for each in self.state.passes}
        self.press("touch_paint", 30, number=first.id, found="dry")
        self.press("mend_pass", number=first.id, card="glaze")
        new = [each for each in self.state.passes if each.number not in before]
        self.assertEqual([each.kind for each in new], ["glaze"])
        self.press("mend_pass", number=first.id, card="cover")
        self.assertIn("anew", self.state.passes[-1].title + " ".join(each.title for each in self.state.passes))

    def test_a_way_out_that_this_paint_does_not_have(self):
        self.begin()
        number = self.guide().now.number
        with self.assertRaises(NotFoundError):
            self.press("mend_pass", number=number, card="rewet")


class TheDiary(AtTheEasel):
    def test_undo_is_told_and_nothing_is_taken_out(self):
        self.begin()
        number = self.guide().now.number
        self.press("start_pass", number=number)
        self.press("finish_pass", 9, number=number)
        before = self.said()
        self.step(-1)
        after = self.said()
        self.assertEqual(after[-len(before) :], before)
        self.assertTrue(any("not painted after all" in said for said in after))
        self.step(1)
        self.assertTrue(any(said.startswith("Stepped through the history") for said in self.said()))

    def test_found_by_word_plane_and_air(self):
        self.begin()
        self.press("add_remark", 2, text="The mist lifts already", kind="note")
        self.press("add_remark", 2, text="Cerulean granulates too much here", kind="failed_test")
        self.assertEqual(self.said(words="mist lif"), ["The mist lifts already"])
        self.assertEqual(self.said(kind="failed_test"), ["Cerulean granulates too much here"])
        self.assertEqual(self.said(words='"; DROP TABLE diary; --'), [])
        self.press("finish_pass", 9, number=next(p.id for p in self.work.passes if p.kind == "block_in"))
        self.assertTrue(self.diary(words="sky"))
        self.assertTrue(self.diary(words="outdoors"))
        with self.assertRaises(DomainError):
            self.press("add_remark", text="  ")

    def test_a_remark_is_taken_back_and_that_is_told(self):
        self.begin()
        self.press("add_remark", text="Too blue")
        self.press("remove_remark", remark=self.state.remarks[0].number)
        self.assertEqual(self.state.remarks, ())
        self.assertEqual(self.said()[:2], ["Taken back: Too blue", "Too blue"])

    def test_decisions_in_a_session_are_written_down(self):
        self.press("set_planned_value", plane=4, value=5.0)
        self.assertEqual(self.said(), [])  # planning at home is history, no diary
        self.begin()
        self.press("set_planned_value", plane=4, value=5.2)
        self.assertIn("Woods, mist to 5.2", self.said(kind="decision"))

    def test_nothing_changed_leaves_no_line(self):
        self.assertEqual(lines_between(self.state, self.state, "nothing", 5), [])

    def test_marks_and_criteria(self):
        self.press("add_mend", text="Edge of the shed roof lost", minutes=15)
        number = self.state.to_mend[0].number
        with self.assertRaises(DomainError):
            self.press("settle_mend", mend=number, settled="waived")
        self.press("settle_mend", mend=number, settled="waived", reason="the mist hides it")
        self.press("add_criterion", text="The eye goes to the shed first.")
        with self.assertRaises(DomainError):
            self.press("add_criterion", text="the eye goes to the shed FIRST.")
        self.press("settle_criterion", criterion=self.state.criteria[0].number, settled="done")
        said = self.said()
        self.assertIn("Edge of the shed roof lost: waived (the mist hides it)", said)
        self.assertIn("The eye goes to the shed first.: done", said)


class TheRecord(AtTheEasel):
    def test_minutes_against_the_plan_add_up(self):
        self.begin()
        for _ in range(4):
            self.press("finish_pass", 9, number=self.guide().now.number)
        rows = minutes_by_plane(self.state, self.work)
        self.assertEqual(sum(row.taken for row in rows), sum(done.end - done.start for done in self.work.done))
        self.assertEqual(rows[0].name, "Whole surface")
        ahead = sum(each.minutes for each in self.work.passes) - sum(row.taken for row in rows)
        self.assertAlmostEqual(sum(row.ahead for row in rows), ahead, delta=len(rows))

    def test_much_paint_is_told_without_judging(self):
        rows = minutes_by_plane(self.state, self.work)
        self.assertEqual(much_painted(rows), [])
        heavy = (rows[0], replace(rows[1], planned=10, taken=25))
        self.assertEqual(much_painted(heavy), [f"{rows[1].name}: 25 min for 10."])
        self.assertIn("6 layers", much_painted((replace(rows[1], passes=6),))[0])

    def test_varnish_is_a_range_and_only_of_what_is_painted(self):
        self.assertIsNone(varnish_span(self.work, minutes_now(self.now)))
        self.begin()
        self.press("finish_pass", 9, number=next(p.id for p in self.work.passes if p.kind == "block_in"))
        early, late = varnish_span(self.work, minutes_now(self.now))
        self.assertLess(early, late)

    def test_own_drying_needs_touches(self):
        self.assertEqual(own_drying_said(self.state, self.work), "")

    def test_a_copy_is_not_painted(self):
        self.begin()
        self.press("finish_pass", 9, number=self.guide().now.number)
        copied = self.studio.duplicate(TEA, self.now).painting.state
        self.assertEqual((copied.stretches, copied.remarks), ((), ()))
        self.assertTrue(all(each.began is None for each in copied.sessions))
        self.assertTrue(all(each.done_end is None for each in copied.passes))


class TheDrift(AtTheEasel):
    """What a painter who lays in on purpose would say to a judgement."""

    def judged(self, off, *, transparent=False, painted=()):
        """Judge a fourth plane that stands off the plan after these passes."""
        state = (
            replace(self.state, brief=replace(self.state.brief, medium="watercolour")) if transparent else self.state
        )
        rank, flat = 4, Flat(np.zeros((4, 6, 3)), np.zeros((4, 6), bool), np.zeros((4, 2)), 1.0, lit=True, rest=0.0)
        drift = Drift(rank, "Woods", PlaneRead(5.5 + off, 5, 0, 0.1, 1), PlaneRead(5.5, 5, 0, 0.1, 1), 5.5, begun=True)
        work = replace(self.work, done=tuple(Done(number, 0, 9) for number in painted))
        return judge_photo(
            PhotoRead(flat, flat.linear, "", (drift,)), state, self.painting.survey.depth, work, 9, 10**8
        )

    def test_what_a_later_layer_brings_there_is_only_a_note(self):
        for off in (-0.9, 0.9):
            note = self.judged(off)[0]
            self.assertEqual(note.severity, "note")
            self.assertIn("still to come", note.text)
        far = self.judged(-1.4)[0]  # nobody lays in a step and a half off without wanting to know
        self.assertEqual(far.severity, "mild")
        self.assertIn("still to come", far.text)

    def test_once_its_layers_are_painted_it_is_judged(self):
        layers = [each.id for each in self.work.passes if 4 in each.planes and each.kind in LAYERS]
        self.begin()
        self.assertTrue(layers)
        for number in layers:
            self.press("finish_pass", 9, number=number, go_on=False)
        found = self.judged(-0.9, painted=layers)[0]
        self.assertEqual(found.severity, "mild")
        self.assertEqual([each.action for each in found.remedies], ["add_pass", "set_planned_value"])
        self.assertEqual(self.judged(-0.3, painted=layers), [])

    def test_a_wash_that_is_too_dark_is_not_mended_by_the_next(self):
        self.assertNotEqual(self.judged(-0.9, transparent=True)[0].severity, "note")
        self.assertEqual(self.judged(0.9, transparent=True)[0].severity, "note")

    def test_a_photo_that_is_not_trusted_judges_nothing(self):
        bare = PhotoRead(None, np.zeros((4, 6, 3)), "nothing", ())
        self.assertEqual(judge_photo(bare, self.state, self.painting.survey.depth, self.work, 9, 0), [])
