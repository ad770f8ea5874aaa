"""The hand-over sheet: only of what is finished, estimates called so, care by medium, nothing unsaid left out."""

import io
from dataclasses import replace
from datetime import datetime, timedelta

from pypdf import PdfReader

from kind_distance.errors import DomainError
from kind_distance.exchange.handover import HandOver, draw_hand_over
from kind_distance.output.handover import CARE, hand_over_sheet, open_before_handing_over
from kind_distance.rows import CriterionRecord, MendRecord
from kind_distance.studio.paintings import minutes_now
from kind_distance.studio.survey import survey
from tests.studio.test_easel import AtTheEasel


def text_of(pdf):
    return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(pdf)).pages)


class HandingOver(AtTheEasel):
    def finished(self, **brief):
        """Everything painted, an hour after the other."""
        end = minutes_now(datetime(2026, 11, 28, 9, 0))
        passes = [
            replace(each, done_start=end + 60 * at, done_end=end + 60 * at + 9)
            for at, each in enumerate(self.with_own().passes)
        ]
        state = replace(self.with_own(), passes=tuple(passes))
        self.now = datetime(2026, 11, 30, 12, 0)
        return replace(state, brief=replace(state.brief, **brief))

    def with_own(self):
        self.begin()
        return self.state

    def sheet(self, state):
        return text_of(hand_over_sheet(state, survey(self.file, state, minutes_now(self.now)), minutes_now(self.now)))

    def test_what_is_not_finished_is_not_handed_over(self):
        with self.assertRaises(DomainError) as refused:
            hand_over_sheet(self.state, self.painting.survey, minutes_now(self.now))
        self.assertIn("not painted yet", refused.exception.message)

    def test_a_finished_one(self):
        said = self.sheet(self.finished())
        for word in ("Tea terraces", "estimate", "Dry through", "Acrylic on board", "Dust it", "from the air"):
            self.assertIn(word, said)

    def test_criteria_are_met_or_waived_with_their_reason(self):
        state = self.finished()
        state = replace(state, criteria=(CriterionRecord(1, "The eye goes to the shed."),))
        found = survey(self.file, state, minutes_now(self.now + timedelta(days=1)))
        self.assertEqual(open_before_handing_over(state, found), ["Not met: The eye goes to the shed."])
        state = replace(
            state, criteria=(CriterionRecord(1, "The eye goes to the shed.", "waived", "the tree won"),),
            to_mend=(MendRecord(1, "Roof edge", settled="done"),),
        )  # fmt: skip
        said = self.sheet(state)
        self.assertIn("left so: the tree won", said)
        self.assertNotIn("Roof edge", said)

    def test_care_is_that_of_the_medium(self):
        said = self.sheet(self.finished(medium="oil"))
        self.assertIn("not wrapped in plastic", said)
        self.assertNotIn("Behind glass", said)
        self.assertEqual(set(CARE), {"paper", "oil", "acrylic"})

    def test_more_than_a_page_goes_on(self):
        pages = PdfReader(io.BytesIO(draw_hand_over(HandOver("A", "B", (("Care", ("word " * 60,) * 40),)))))
        self.assertGreater(len(pages.pages), 1)
