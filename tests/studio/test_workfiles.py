"""Passes and sessions as files, read back by parsers that are not ours."""

import csv
import io
import json
import unittest
import zipfile

import vobject
from PIL import Image

from kind_distance.headless.plan import plan_bytes
from kind_distance.output.workfiles import passes_table, sessions_calendar
from kind_distance.stages.sessions.outdoors import say_sky
from kind_distance.studio.document.writing import document_of, write_document
from kind_distance.studio.paintings import Studio, minutes_now
from tests.support import NOW, InFolder, demo_copy


def document_zip(file, state, found):
    out = io.BytesIO()
    write_document(file, state, found, out)
    return out.getvalue()


class Files(InFolder):
    def setUp(self):
        super().setUp()
        demo_copy(self.file)
        self.studio = Studio(self.file)
        self.opened = self.studio.open(3, NOW)
        self.state, self.found = self.opened.painting.state, self.opened.survey

    def test_sessions_in_a_calendar(self):
        data = sessions_calendar(3, self.state, self.found, minutes_now(NOW))
        self.assertIn(b"\r\n", data)
        self.assertTrue(all(len(line) <= 75 for line in data.split(b"\r\n")), "RFC 5545: lines of at most 75 octets")
        calendar = vobject.readOne(data.decode())
        events = calendar.vevent_list
        sessions = [e for e in events if "session" in e.uid.value]
        self.assertEqual(len(sessions), len(self.state.sessions))
        for record in self.state.sessions:
            event = next(e for e in sessions if e.uid.value.startswith(f"painting-3-session-{record.number}@"))
            self.assertEqual(event.dtstart.value.isoformat(timespec="minutes"), record.start[:16])
            self.assertIsNone(event.dtstart.value.tzinfo, "a painter's hour is where the painter is")
            self.assertEqual((event.dtend.value - event.dtstart.value).total_seconds(), 60 * record.minutes)
            self.assertEqual(event.summary.value, self.state.brief.title)
        varnish = [e for e in events if "pass" in e.uid.value]
        self.assertEqual(len(varnish), len(self.found.work.schedule.milestones))

    def test_passes_in_a_table(self):
        rows = list(csv.DictReader(io.StringIO(passes_table(self.state, self.found.work).decode())))
        self.assertEqual([int(r["number"]) for r in rows], [p.id for p in self.found.work.passes])
        placed = {p.pass_id: p for p in self.found.work.schedule.placements}
        for row in rows:
            self.assertEqual(bool(row["start"]), int(row["number"]) in placed or row["done"] == "yes")

    def test_a_title_that_is_a_formula_stays_text(self):
        opened = self.studio.change(
            3, self.opened.painting.version, "add_pass",
            {"kind": "details", "plane": 2, "title": "=HYPERLINK(1)"}, NOW,
        )  # fmt: skip
        table = passes_table(opened.painting.state, opened.survey.work).decode()
        self.assertIn("'=HYPERLINK", table)

    def test_the_document_comes_back_and_gives_the_same_plan(self):
        data = document_zip(self.file, self.state, self.found)
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            self.assertEqual(
                sorted(archive.namelist()), sorted(["painting.json", *(f"{s.number}.jpg" for s in self.state.sources)])
            )
            picture = Image.open(io.BytesIO(archive.read("1.jpg")))
            self.assertFalse(picture.getexif(), "nothing of the camera leaves")
            self.assertNotIn("31.1180", archive.read("painting.json").decode(), "nor the place on earth")
        planned = plan_bytes(data, "painting.zip")
        self.assertEqual([p.title for p in planned.work.passes], [p.title for p in self.found.work.passes])
        self.assertEqual(
            [(p.start, p.end) for p in planned.work.schedule.placements],
            [(p.start, p.end) for p in self.found.work.schedule.placements],
        )

    def test_a_taken_plan_goes_along_and_stands_without_a_screen(self):
        """Put by hand to a bad place: the document read back gives the same minutes and the same judgement."""
        base = next(p for p in self.found.work.schedule.placements if self.kind(p.pass_id) == "block_in")
        upper = next(p for p in self.found.work.schedule.placements if self.kind(p.pass_id) == "second_layer")
        opened = self.do("place_pass", number=upper.pass_id, session=base.session_id, start=base.start)
        opened = self.do("set_brief", deadline="2026-11-29", deadline_for="sale")
        opened = self.do("set_pass", number=upper.pass_id, brush_mm=8.0, in_light=True)
        planned = plan_bytes(document_zip(self.file, opened.painting.state, opened.survey), "p.zip")
        places = [
            {(at, p.start) for at, p in enumerate(w.schedule.placements)} for w in (planned.work, opened.survey.work)
        ]
        self.assertEqual(places[0], places[1])
        told = [{j.kind for j in found} for found in (planned.judgements, opened.survey.judgements)]
        for kind in ("before_base", "too_late"):
            self.assertIn(kind, told[0] & told[1])
        self.assertEqual({p.brush_mm for p in planned.work.passes}, {None, 8.0})

    def kind(self, number):
        return next(p.kind for p in self.found.work.passes if p.id == number)

    def do(self, action, **arguments):
        self.opened = self.studio.change(3, self.opened.painting.version, action, arguments, NOW)
        return self.opened

    def test_the_sky_over_the_demos_morning(self):
        outdoors = next(s for s in self.state.sessions if s.outdoors)
        self.assertRegex(say_sky(self.state, outdoors), r"^sun -?\d+° to \d+°, [a-z -]+; (clear|some cloud|overcast), ")
        indoors = next(s for s in self.state.sessions if not s.outdoors)
        self.assertEqual(say_sky(self.state, indoors), "")

    def test_the_same_document_every_time(self):
        self.assertEqual(
            document_zip(self.file, self.state, self.found), document_zip(self.file, self.state, self.found)
        )
        self.assertEqual(
            json.dumps(document_of(self.state, self.found)), json.dumps(document_of(self.state, self.found))
        )


if __name__ == "__main__":
    unittest.main()
