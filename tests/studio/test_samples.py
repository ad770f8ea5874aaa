"""The sample: a whole painting whose sessions lie ahead, whatever the day."""

from __future__ import annotations

from datetime import datetime

from kind_distance.clock import minute_of
from tests.support import NOW, WithStudio


class Sample(WithStudio):
    """What an empty shelf offers."""

    def test_it_is_planned_and_ahead(self) -> None:
        opened = self.studio.add_sample(NOW)
        state = opened.painting.state
        self.assertTrue(state.brief.title.startswith("Sample"))
        self.assertEqual(len(state.planes), 6)
        self.assertEqual(opened.survey.work.schedule.unplaced, ())
        first = min(minute_of(each.start) for each in state.sessions)
        self.assertGreater(first, minute_of(NOW.replace(tzinfo=None).isoformat(timespec="minutes")))
        (source,) = state.sources
        self.assertFalse(source.place_shared)
        # The photo says where it was taken, so that the sun can be worked out: open ocean, where nobody paints.
        assert source.latitude is not None and source.longitude is not None
        self.assertTrue(40 < source.latitude < 50 and -40 < source.longitude < -20)

    def test_a_new_painting_begins_as_the_last_one(self) -> None:
        self.assertIsNone(self.studio.last_brief())
        self.studio.add_sample(NOW)
        self.assertEqual(self.studio.last_brief().width_cm, 40.0)

    def test_twice_is_two_paintings(self) -> None:
        one, other = (self.studio.add_sample(datetime(2027, 1, 5, 9, 0)) for _ in range(2))  # noqa: DTZ001
        self.assertNotEqual(one.painting.id, other.painting.id)
