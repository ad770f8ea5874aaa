"""Paintings as a whole, the demo, the shelf's words."""

import json
from dataclasses import replace
from datetime import timedelta

from kind_distance.clock import iso, minute_of, say_day, say_moment
from kind_distance.core.schedule.verify import verify
from kind_distance.demo.seed import SCENES, seed
from kind_distance.errors import ChangedElsewhereError, DomainError, NotFoundError
from kind_distance.pictures import darkroom
from kind_distance.rows import Brief
from kind_distance.stages.passes.work import present_for
from kind_distance.studio.paintings import Studio, checked_hash, minutes_now
from kind_distance.studio.summary import hex_colour, say_next
from tests.support import NOW, InFolder, WithStudio, demo_copy, file_bytes, hill_picture


class Clock(InFolder):
    def test_there_and_back(self):
        self.assertEqual(iso(minute_of("2026-11-28T07:10")), "2026-11-28T07:10")
        self.assertEqual(say_day(minute_of("2026-11-28T07:10")), "Saturday 28 November")

    def test_moments_as_one_says_them(self):
        now = minutes_now(NOW)
        rows = {
            "2026-11-26T18:00": "today 18:00",
            "2026-11-27T07:05": "tomorrow 7:05",
            "2026-11-28T07:10": "Saturday 7:10",
            "2026-12-20T07:10": "20 December 2026",
        }
        for moment, said in rows.items():
            with self.subTest(moment=moment):
                self.assertEqual(say_moment(minute_of(moment), now), said)

    def test_what_is_no_time(self):
        for said in ("", "soon", "2026-13-01T00:00", "2026-11-28T07:10Z", "9999-01-01T00:00"):
            with self.subTest(said=said), self.assertRaises(DomainError):
                minute_of(said)


class Paintings(WithStudio):
    def photo(self):
        painting = self.studio.begin(Brief("Hill"), NOW)
        opened, _, _ = self.studio.add_source(painting.painting.id, 1, file_bytes(hill_picture()), "hill.png", NOW)
        return opened

    def test_from_a_photo_to_passes_in_sessions(self):
        opened = self.do(self.photo(), "propose_planes", count=3)
        opened = self.do(opened, "add_session", start="2026-11-28T10:00", minutes=180)
        opened = self.do(opened, "add_session", start="2026-11-29T10:00", minutes=180)
        work = opened.survey.work
        self.assertTrue(work.schedule.placements)
        self.assertEqual(verify(work.problem, work.schedule), [])
        self.assertEqual(work.schedule.unplaced, ())
        self.assertEqual(len(work.reasons), len(work.schedule.placements))

    def test_all_media_and_schools_from_end_to_end(self):
        opened = self.do(self.photo(), "propose_planes", count=4)
        for number in range(1, 6):
            opened = self.do(opened, "add_session", start=f"2026-12-{number * 5:02d}T10:00", minutes=240)
        for medium in ("watercolour", "acrylic", "oil", "oil_over_acrylic"):
            for school in ("far_to_near", "dark_to_light", "plane_by_plane"):
                opened = self.do(opened, "set_brief", medium=medium, school=school)
                work = opened.survey.work
                with self.subTest(medium=medium, school=school):
                    self.assertEqual(verify(work.problem, work.schedule), [])
                    placed = len(work.schedule.placements) + len(work.schedule.unplaced) + len(work.schedule.milestones)
                    self.assertGreaterEqual(placed, len(work.passes) - 1)

    def test_undo_and_redo_through_a_new_studio(self):
        opened = self.do(self.photo(), "propose_planes", count=3)
        again = Studio(self.file)
        back = again.step(opened.painting.id, opened.painting.version, -1, NOW)
        self.assertEqual(back.painting.state.planes, ())
        on = again.step(back.painting.id, back.painting.version, 1, NOW)
        self.assertEqual(on.painting.state, opened.painting.state)

    def test_what_changes_nothing_leaves_no_entry(self):
        opened = self.photo()
        same = self.do(opened, "set_brief", title="Hill")
        self.assertEqual(same.painting.version, opened.painting.version)

    def test_a_stale_change_is_refused_even_if_it_changes_nothing(self):
        opened = self.photo()
        self.do(opened, "propose_planes", count=3)
        with self.assertRaises(ChangedElsewhereError):
            self.do(opened, "set_brief", title="Hill")

    def test_duplicate_is_not_painted(self):
        opened = self.do(self.photo(), "propose_planes", count=3)
        opened = self.do(opened, "mark_done", number=1)
        copy = self.studio.duplicate(opened.painting.id, NOW)
        self.assertEqual(copy.survey.work.done, ())
        self.assertTrue(copy.painting.state.brief.title.endswith(", copy"))
        self.assertEqual(copy.painting.state.planes, opened.painting.state.planes)

    def test_working_copies_are_made_again(self):
        picture = self.photo().painting.state.sources[0].picture_hash
        first = darkroom.view_jpeg(self.file, picture)
        from kind_distance.store.database import opened as file_opened

        with file_opened(self.file) as db:
            db.execute("DELETE FROM derived")
        self.assertEqual(darkroom.view_jpeg(self.file, picture), first)

    def test_names_of_pictures(self):
        for wrong in ("", "x" * 64, "../" + "0" * 61, "0" * 63):
            with self.subTest(name=wrong), self.assertRaises(DomainError):
                checked_hash(wrong)

    def test_missing_paintings(self):
        with self.assertRaises(NotFoundError):
            self.studio.open(7, NOW)
        with self.assertRaises(NotFoundError):
            self.studio.bin(7, NOW)


class Present(WithStudio):
    def test_the_plan_changes_only_where_the_present_matters(self):
        opened = self.studio.begin(Brief("Hill"), NOW)
        opened = self.do(opened, "add_session", start="2026-11-28T10:00", minutes=60)
        sessions = opened.survey.work.sessions
        start = sessions[0].start
        self.assertEqual(present_for(sessions, start - 500), present_for(sessions, start - 500))
        self.assertEqual(present_for(sessions, start + 20), start + 20)
        # After the last one the day is enough, as long as the session stays over.
        self.assertEqual(present_for(sessions, start + 70), start + 60)
        self.assertEqual(present_for(sessions, start + 999), present_for(sessions, start + 1200))
        self.assertGreaterEqual(present_for(sessions, start + 999), start + 60)
        opened = self.do(opened, "add_session", start="2026-11-30T10:00", minutes=60)
        both = opened.survey.work.sessions
        self.assertEqual(present_for(both, start + 999), present_for(both, start + 1300))
        self.assertEqual(present_for(both, start + 70), start + 60)


class Demo(InFolder):
    def setUp(self):
        super().setUp()
        demo_copy(self.file)
        self.studio = Studio(self.file)

    def paintings(self):
        return {entry.brief.title: self.studio.open(entry.id, NOW) for entry in self.studio.shelf().entries}

    def test_three_paintings_in_three_stages_of_work(self):
        entries = self.studio.shelf().entries
        self.assertEqual([e.brief.title for e in entries], [scene.brief.title for scene in SCENES])
        tea, mill, pool = (json.loads(e.summary) for e in entries)
        self.assertEqual((tea["done"], tea["unplaced"]), (0, 0))
        self.assertEqual((mill["chosen"], mill["thumbnails"]), (False, 2))
        self.assertTrue(0.3 < pool["minutes_done"] / pool["minutes"] < 0.9)

    def test_every_plan_of_the_demo_holds(self):
        for title, opened in self.paintings().items():
            work = opened.survey.work
            with self.subTest(title=title):
                self.assertEqual(verify(work.problem, work.schedule), [])
                self.assertEqual([j.title for j in opened.survey.judgements if j.severity == "strong"], [])

    def test_what_is_next(self):
        now = minutes_now(NOW)
        heads = [say_next(json.loads(e.summary), now)[0] for e in self.studio.shelf().entries]
        self.assertEqual(heads[0], "Saturday 7:10, outdoors")
        self.assertEqual(heads[1], "When you like")

    def test_seeding_again_changes_nothing_and_fresh_begins_anew(self):
        entry = self.studio.shelf().entries[0]
        self.studio.bin(entry.id, NOW)
        seed(self.file, NOW)
        self.assertEqual(len(self.studio.shelf().entries), 2)
        seed(self.file, NOW, fresh=True)
        self.assertEqual(len(self.studio.shelf().entries), 3)

    def test_weeks_later_the_sessions_are_over(self):
        later = NOW + timedelta(days=60)
        opened = self.studio.open(self.studio.shelf().entries[0].id, later)
        self.assertEqual(opened.survey.work.schedule.placements, ())
        self.assertTrue(any(j.kind == "does_not_fit" for j in opened.survey.judgements))
        remedy = next(j for j in opened.survey.judgements if j.kind == "does_not_fit").remedies[0]
        changed = self.studio.change(
            opened.painting.id, opened.painting.version, remedy.action, remedy.arguments, later
        )
        self.assertEqual(changed.survey.work.schedule.unplaced, ())


class Words(InFolder):
    SUMMARY = {
        "passes": 4,
        "done": 0,
        "picture": "x",
        "thumbnail": 1,
        "thumbnails": 1,
        "chosen": True,
        "planes": [1],
        "sessions": [],
        "drying": [],
    }

    def test_what_comes_next_step_by_step(self):
        rows = [
            ({"done": 4}, "Every pass is painted."),
            ({"picture": None}, "photo to begin with"),
            ({"thumbnail": None}, "thumbnail comes next"),
            ({"chosen": False, "thumbnails": 3}, "3 thumbnails wait"),
            ({"planes": []}, "not named yet"),
            ({}, "wait for a session"),
        ]
        for change, said in rows:
            with self.subTest(change=change):
                self.assertIn(said, say_next({**self.SUMMARY, **change}, 1000)[1])

    def test_wet_paint_says_until_when(self):
        wet = [{"title": "Face", "touch_early": 2000, "touch_late": 4000, "painted": 900}]
        head, text = say_next({**self.SUMMARY, "drying": wet}, 1000)
        self.assertTrue(head.startswith("Not before"))
        self.assertIn("1 to 2 days", text)

    def test_colours(self):
        self.assertEqual(hex_colour((0.0, 0.0, 0.0)), "#000000")
        self.assertEqual(hex_colour((1.0, 1.0, 1.0)), "#ffffff")
        self.assertEqual(hex_colour((0.2158605, 0.2158605, 0.2158605)), "#808080")


class Summaries(WithStudio):
    def test_a_title_that_is_too_long_is_shortened_when_copied(self):
        opened = self.studio.begin(Brief("x" * 120), NOW)
        copy = self.studio.duplicate(opened.painting.id, NOW)
        self.assertLessEqual(len(copy.painting.state.brief.title), 120)
        self.assertEqual(replace(copy.painting.state, brief=opened.painting.state.brief), opened.painting.state)
