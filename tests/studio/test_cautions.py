"""Cautions on their way: from what is entered to the session, the sheet and the place card."""

from __future__ import annotations

import unittest
from dataclasses import replace

from kind_distance.core.safety.cautions import OF_PASS, OF_SESSION
from kind_distance.rows import SessionRecord
from kind_distance.stages.sessions.cautions import (
    DANGERS,
    GRAVE,
    SAID,
    cautions_by_session,
    cautions_of_place,
    cautions_unplaced,
    dangers_of,
    grave_dangers,
)
from kind_distance.stages.sessions.outdoors import judge_outdoors
from kind_distance.studio.survey import survey
from tests.planning import NOWHERE, planned_state


class Cautions(unittest.TestCase):
    """A painting without a photo, with one session outdoors."""

    def setUp(self) -> None:
        self.outing = SessionRecord(1, "2026-06-20T09:00", 80, outdoors=True, dangers=("road",), company=("pets",))
        self.state = planned_state(sessions=(self.outing,))

    def test_every_kind_has_its_sentence(self) -> None:
        self.assertEqual(set(SAID), set(OF_SESSION) | set(OF_PASS))
        self.assertLessEqual(set(GRAVE), set(DANGERS))

    def test_a_session_says_them(self) -> None:
        found = cautions_by_session(self.state, survey(NOWHERE, self.state, 0).work)
        self.assertEqual([each.kind for each in found[1]][0], "road")
        self.assertIn("children_pets", [each.kind for each in found[1]])

    def test_without_a_session_paint_and_tools_are_told(self) -> None:
        oils = planned_state(medium="oil_at_once")
        told = {each.kind for each in cautions_unplaced(oils, survey(NOWHERE, oils, 0).work)}
        self.assertIn("oil_rags", told)
        self.assertNotIn("road", told)

    def test_the_road_is_judged_and_ends_with_its_remedy(self) -> None:
        found = [j for j in survey(NOWHERE, self.state, 0).judgements if j.kind == "unsafe_place"]
        self.assertEqual(len(found), 1)
        elsewhere = replace(self.state, sessions=(replace(self.outing, dangers=()),))
        self.assertEqual(grave_dangers(elsewhere, elsewhere.sessions[0]), ())
        self.assertFalse([j for j in survey(NOWHERE, elsewhere, 0).judgements if j.kind == "unsafe_place"])

    def test_indoors_the_place_card_says_nothing(self) -> None:
        self.assertEqual(dangers_of(self.state, SessionRecord(2, "2026-06-21T09:00", 60)), ())

    def test_a_place_card_says_its_own(self) -> None:
        self.assertEqual(len(cautions_of_place(("edge", "protected"))), 2)
        self.assertEqual(cautions_of_place(()), [])

    def test_the_painters_own_weather_is_asked(self) -> None:
        for changed, kind in (
            ({"sky": "rain"}, "rain"),
            ({"temperature_c": 34.0}, "heat"),
            ({"wind_m_s": 9.0}, "blow"),
        ):
            with self.subTest(kind):
                state = replace(self.state, sessions=(replace(self.outing, **changed),))
                work = survey(NOWHERE, state, 0).work
                self.assertIn(kind, [j.kind for j in judge_outdoors(state, work, 0)])
        work = survey(NOWHERE, self.state, 0).work
        self.assertEqual(judge_outdoors(self.state, work, 0), [])
