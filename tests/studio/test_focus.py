"""The focus marked on a painting: kept, undone, seen in thumbnails, missed with a remedy that brings it back."""

import contextlib
import sqlite3

from kind_distance.errors import DomainError
from kind_distance.rows import Brief
from kind_distance.store.database import migrate, migrations, opened
from tests.support import NOW, InFolder, WithStudio, bands, file_bytes


class Marked(WithStudio):
    def painting(self):
        codes = bands([7.5, 4.0], 400, 600)
        codes[256:272, 286:302] = 215
        begun = self.studio.begin(Brief("Shed", width_cm=30, height_cm=20), NOW)
        opened_, _, _ = self.studio.add_source(begun.painting.id, 1, file_bytes(codes), "shed.png", NOW)
        return self.do(opened_, "keep_thumbnail", source=1, steps=2, smallest_share=0.03, softness=0.04)

    def kinds(self, opened_):
        return {j.kind: j for j in opened_.survey.judgements}

    def test_marked_moved_and_taken_away(self):
        marked = self.do(self.painting(), "set_focus", x=0.49, y=0.66)
        brief = marked.painting.state.brief
        self.assertEqual((brief.focus_x, brief.focus_y, brief.focus_reach), (0.49, 0.66, 0.12))
        wider = self.do(marked, "set_focus", x=0.49, y=0.66, reach=0.2)
        self.assertEqual(wider.painting.state.brief.focus_reach, 0.2)
        moved = self.do(wider, "set_focus", x=0.2, y=0.3)
        self.assertEqual(moved.painting.state.brief.focus_reach, 0.2)
        cleared = self.do(moved, "clear_focus")
        self.assertIsNone(cleared.painting.state.brief.focus_x)
        back = self.studio.step(cleared.painting.id, cleared.painting.version, -1, NOW)
        self.assertEqual(back.painting.state, moved.painting.state)

    def test_outside_the_picture(self):
        for wrong in ({"x": 2, "y": 0.5}, {"x": 0.5, "y": -1}, {"x": 0.5, "y": 0.5, "reach": 3}):
            with self.subTest(wrong=wrong), self.assertRaises(DomainError):
                self.do(self.painting(), "set_focus", **wrong)

    def test_a_lost_focus_is_told_and_each_remedy_brings_it_back(self):
        lost = self.do(self.painting(), "set_focus", x=0.49, y=0.66, reach=0.04)
        finding = self.kinds(lost).get("focus_lost")
        self.assertIsNotNone(finding)
        self.assertTrue(finding.remedies)
        for remedy in finding.remedies:
            with self.subTest(remedy=remedy.label):
                mended = self.do(lost, remedy.action, **remedy.arguments)
                self.assertNotIn("focus_lost", self.kinds(mended))
                lost = self.studio.step(mended.painting.id, mended.painting.version, -1, NOW)

    def test_another_photo_has_no_focus_yet(self):
        marked = self.do(self.painting(), "set_focus", x=0.49, y=0.66)
        two, source, _ = self.studio.add_source(
            marked.painting.id, marked.painting.version, file_bytes(bands([8, 2], 60, 90)), "other.png", NOW
        )
        moved = self.do(two, "set_main_source", source=source.number)
        self.assertIsNone(moved.painting.state.brief.focus_x)


class OlderFiles(InFolder):
    def test_a_file_of_the_first_version_is_brought_up_to_date(self):
        """Paintings begun before there was a focus open as they were."""
        with contextlib.closing(sqlite3.connect(self.file, isolation_level=None)) as db:
            db.executescript(migrations()[0][2])
            db.execute("PRAGMA user_version = 1")
            db.execute(
                "INSERT INTO painting VALUES (1, 1, 1, '2026-01-01T10:00:00', '2026-01-01T10:00:00', NULL, '{}')"
            )
            db.execute(
                "INSERT INTO brief VALUES (1, 'Old', '', 'oil', 'board', 30, 20, 'cm', 'white', 'far_to_near', 'clear',"
                " NULL, 0.5, 'full', 0.6, NULL, NULL, 0)"
            )
        from kind_distance.studio.paintings import Studio

        with opened(self.file) as db:
            self.assertEqual(migrate(db), migrations()[-1][0])
        state = Studio(self.file).open(1, NOW).painting.state
        self.assertEqual((state.brief.title, state.brief.focus_x), ("Old", None))
