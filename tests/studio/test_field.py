"""The log of a field sheet comes back: taken once, merged without loss, refused where it belongs elsewhere."""

import json
import unittest
from datetime import datetime, timedelta

from kind_distance.errors import DomainError
from kind_distance.exchange.field.reading import FieldEvent, read_field_log
from kind_distance.exchange.field.writing import FORMAT
from kind_distance.studio.paintings import minutes_now
from tests.studio.test_easel import TEA, AtTheEasel


def press(minute, kind, number=None, **more):
    at = f"2026-11-28T{7 + minute // 60:02d}:{minute % 60:02d}"
    return FieldEvent.model_validate({"at": at, "kind": kind, "pass": number, **more})


SHEET = (
    press(20, "start", 1), press(29, "done", 1), press(29, "start", 2), press(35, "pause"), press(40, "start", 2),
    press(44, "done", 2), press(44, "start", 3), press(46, "note", 3, text="The mist  lifts"), press(55, "end"),
)  # fmt: skip


class AFieldLog(AtTheEasel):
    def setUp(self):
        super().setUp()
        self.now = datetime(2026, 11, 28, 18, 0)
        self.session = self.state.sessions[0].number

    def take(self, events=SHEET, session=None):
        painting = self.painting.painting
        self.painting = self.studio.take_field_log(
            TEA, painting.version, self.session if session is None else session, list(events), self.now
        )

    def test_it_is_taken_as_it_was_pressed(self):
        self.take()
        done = {each.number: (each.minutes, each.done_end) for each in self.state.passes if each.done_end}
        begin = minutes_now(datetime(2026, 11, 28, 7, 0))
        self.assertEqual(done, {1: (9, begin + 29), 2: (10, begin + 44)})
        session = self.state.sessions[0]
        self.assertEqual((session.began, session.ended), (begin + 20, begin + 55))
        self.assertEqual([each.text for each in self.state.remarks], ["The mist lifts"])
        self.assertEqual(
            [(s.layer_pass, s.end - s.begin) for s in self.state.stretches], [(1, 9), (2, 6), (2, 4), (3, 11)]
        )
        self.assertIn("The mist lifts", self.said())

    def test_taken_twice_it_is_there_once(self):
        self.take()
        state, version = self.state, self.painting.painting.version
        self.take()
        self.assertEqual((self.state, self.painting.painting.version), (state, version))

    def test_two_sheets_of_one_session_lose_nothing(self):
        one, other = SHEET[:4], (*SHEET[4:], press(50, "tick", 3, thing="thing:1"))
        self.take(one)
        self.take((SHEET[0], press(31, "done", 1), *other))  # done on both: the earlier hour holds
        both = self.state
        self.assertEqual(both.passes[0].minutes, 9)
        self.assertEqual(len(both.ticks), 1)
        self.assertEqual(len(both.stretches), 4)
        self.assertEqual({each.number for each in both.passes if each.done_end}, {1, 2})

    def test_what_was_pressed_here_stays(self):
        self.now = datetime(2026, 11, 28, 7, 22)
        self.begin()
        self.press("finish_pass", 1, number=1)
        here = self.record(1).done_end
        self.now = datetime(2026, 11, 28, 18, 0)
        self.take()
        self.assertEqual(self.record(1).done_end, here)

    def test_taken_back_out_there(self):
        self.take((*SHEET[:2], press(30, "undone", 1)))
        self.assertIsNone(self.record(1).done_end)

    def test_it_is_one_step_that_can_be_undone(self):
        before = self.state
        self.take()
        self.step(-1)
        self.assertEqual(self.state, before)

    def test_refused_in_words_and_nothing_kept(self):
        before = self.state
        for wrong, session in (((), None), ((press(20, "start", 99),), None), (SHEET, 77)):
            with self.subTest(wrong=wrong), self.assertRaises(DomainError):
                self.take(wrong, session)
        self.now = datetime(2026, 11, 28, 7, 30)
        with self.assertRaisesRegex(DomainError, "still to come"):
            self.take()
        self.now += timedelta(minutes=15)
        self.take()  # a clock that is a few minutes ahead is no reason to lose a log
        self.assertNotEqual(self.state, before)


class TheFile(unittest.TestCase):
    def log(self, **more):
        told = {"format": FORMAT, "painting": "x", "session": 1, "made": "2026-11-28T07:00", "events": [], **more}
        return json.dumps(told).encode()

    def test_read_from_json_and_from_the_page(self):
        for data in (self.log(), b'<html><script type="application/json" id="log">' + self.log() + b"</script></html>"):
            self.assertEqual(read_field_log(data).session, 1)

    def test_edited_by_hand(self):
        wrong = (
            b"", b"not json", b"[]", b"\xff\xfe\x00", self.log(format="other"), self.log(session=0), self.log(more=1),
            self.log(events=[{"at": "yesterday", "kind": "done", "pass": 1}]),
            self.log(events=[{"at": "2026-11-28T07:00", "kind": "explode"}]),
            self.log(events=[{"at": "2026-11-28T07:00", "kind": "tick", "thing": "thing:1; DROP"}]),
            self.log(events=[{"at": "2026-11-28T07:00", "kind": "note", "text": "x" * 500}]),
            self.log(events=[{"at": "2026-11-28T07:00", "kind": "end"}] * 2001),
            b'<script type="application/json" id="log"></script>',
            b"x" * 12_000_001,
        )  # fmt: skip
        for data in wrong:
            with self.subTest(data=data[:60]), self.assertRaises(DomainError) as refused:
                read_field_log(data)
            self.assertTrue(refused.exception.way_out)
