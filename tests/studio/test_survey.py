"""What follows from a state is worked out once and only where it has to be."""

from contextlib import ExitStack
from dataclasses import replace
from unittest.mock import patch

import numpy as np

from kind_distance.core.depth import thin
from kind_distance.core.picture import composition
from kind_distance.core.picture.thumbnail import ThumbnailSettings
from kind_distance.follow.steps import counted
from kind_distance.pictures import darkroom
from kind_distance.pictures.darkroom import Framing
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import Brief, State, StrokeRecord
from kind_distance.stages.planes import strokes
from kind_distance.stages.planes.strokes import labels_of
from kind_distance.stages.sources import horizon
from kind_distance.stages.sources.horizon import sky_border
from kind_distance.stages.thumbnails import smallest_shapes
from kind_distance.studio import survey as surveying
from kind_distance.studio.changes import apply
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.planes import usual_planes
from kind_distance.studio.changes.sources import with_source
from kind_distance.studio.paintings import minutes_now
from kind_distance.studio.pass_placing import schools_tried
from tests.support import NOW, WithStudio, bands, file_bytes, hill_picture

NOW_MIN = minutes_now(NOW)


class Surveying(WithStudio):
    def setUp(self):
        super().setUp()
        picture, facts = darkroom.take_in(self.file, file_bytes(hill_picture()), "hill")
        state, _, _ = with_source(State(Brief("Hill", width_cm=40, height_cm=30)), picture, facts, "hill.png")
        self.state = replace(state, planes=usual_planes(3))

    def do(self, state, action, **arguments):
        return apply(Desk(self.file, state, NOW_MIN), action, arguments)[0]

    def survey(self, state):
        return surveying.survey(self.file, state, NOW_MIN)

    def test_a_session_does_not_read_the_picture_again(self):
        first = self.survey(self.state)
        second = self.survey(self.do(self.state, "add_session", start="2026-11-28T07:10", minutes=60))
        self.assertIs(second.depth.given.readings[0], first.depth.given.readings[0])

    def done(self, state, now_min=NOW_MIN):
        with counted() as steps:
            surveying.survey(self.file, state, now_min)
        return set(steps)

    def test_a_title_works_nothing_out_anew_and_a_minute_only_what_hangs_on_the_clock(self):
        state = self.do(self.state, "add_session", start="2026-11-28T07:10", minutes=60)
        self.survey(state)
        self.assertEqual(self.done(self.do(state, "set_brief", title="Renamed", idea="Other")), set())
        clock = {"judge_outdoors", "judge_choices", "_in_order"}
        self.assertLessEqual(self.done(state, NOW_MIN + 1), clock)
        # Values and order stand where only an hour of painting is added.
        added = self.done(self.do(state, "add_session", start="2026-11-29T07:10", minutes=60))
        self.assertNotIn("survey_depth", added)
        self.assertIn("survey_work", added)

    def test_a_larger_support_has_longer_borders_and_the_same_values(self):
        small = self.survey(self.state).depth
        large = self.survey(self.do(self.state, "set_brief", width_cm=80, height_cm=60)).depth
        for one, other in zip(small.given.borders, large.given.borders, strict=True):
            self.assertAlmostEqual(other.length_cm / one.length_cm, 2, places=6)
        self.assertEqual([r.mass for r in small.given.readings], [r.mass for r in large.given.readings])

    def test_what_the_first_stroke_wants_is_found_when_a_painting_is_opened(self):
        state = self.do(self.state, "keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014)
        state = self.do(state, "choose_thumbnail", thumbnail=1)
        mast = [(0.6, 0.7), (0.63, 0.7), (0.63, 0.95), (0.6, 0.95)]
        state = self.do(state, "add_stroke", plane=3, kind="thin", points=mast, width=0.01)
        surveying.prepare(self.file, state)
        stroke = {"plane": 1, "kind": "mark", "points": [(0.1, 0.05), (0.3, 0.05)], "width": 0.02}
        dear = (
            (composition, "_standing_out"),
            (horizon, "level_lines"),
            (smallest_shapes, "shapes_of"),
            (thin, "_stands_out"),
            (strokes, "build_segments"),
            (strokes, "middles"),
        )
        with ExitStack() as held:
            asked = [
                held.enter_context(patch.object(room, name, side_effect=AssertionError(f"{name} is done again")))
                for room, name in dear
            ]
            found = self.survey(self.do(state, "add_stroke", **stroke))
        self.assertEqual([each.call_count for each in asked], [0] * len(dear))
        self.assertTrue(all(found.depth.given.readings))

    def test_a_far_sea_lies_under_half_of_the_skys_border(self):
        """From half of it on the line is a sea's; common practice, no source."""
        names = replace(usual_planes(3)[1], kind="water")
        mark = StrokeRecord(1, 1, "mark", 0.01, ((0.1, 0.1), (0.9, 0.1)))
        state = replace(self.state, planes=(self.state.planes[0], names, self.state.planes[2]),
                        strokes=(mark, replace(mark, number=2, plane=names.number)))  # fmt: skip
        for columns, sea in ((49, False), (50, True), (64, True)):
            labels = np.full((60, 100), 3, np.uint8)
            labels[:20] = 1
            labels[20:, :columns] = 2
            border = sky_border(state, state.sources[0], labels)
            self.assertEqual((border.sea, len(border.border)), (sea, columns if sea else 100), columns)

    def test_areas_of_the_planes_fill_the_picture(self):
        found = self.survey(self.state)
        self.assertAlmostEqual(sum(r.share for r in found.depth.given.readings), 1, places=4)
        self.assertAlmostEqual(found.depth.fit.cm_per_px * 320, 40, places=6)

    def test_strokes_follow_their_plane_when_it_moves(self):
        stroke = {"plane": 3, "kind": "brush", "points": [(0.2, 0.1), (0.8, 0.1)], "width": 0.05}
        state = self.do(self.state, "add_stroke", **stroke)
        self.assertEqual(labels_of(self.file, state)[24, 160], 3)
        moved = self.do(state, "move_plane", plane=3, to=2)
        self.assertEqual(labels_of(self.file, moved)[24, 160], 2)

    def test_without_sky_the_bands_begin_at_the_top(self):
        land = self.do(self.state, "set_plane", plane=1, kind="land")
        labels = labels_of(self.file, land)
        self.assertEqual(set(np.unique(labels)), {1, 2, 3})
        self.assertTrue((np.diff(labels.astype(int), axis=0) >= 0).all())

    def test_nothing_to_divide(self):
        self.assertIsNone(labels_of(self.file, replace(self.state, planes=())))
        bare = replace(self.state, brief=replace(self.state.brief, main_source=None), sources=())
        self.assertIsNone(labels_of(self.file, bare))
        found = self.survey(bare)
        self.assertIsNone(found.depth.fit)
        self.assertEqual(found.depth.judgements, [])
        self.assertTrue(all(p.minutes >= 1 for p in found.work.passes))

    def test_silenced_judgements_come_last(self):
        first = self.survey(self.state).judgements[0]
        silenced = self.do(self.state, "mean_it_so", key=first.key, reason="As it is.")
        self.assertEqual(self.survey(silenced).judgements[-1].key, first.key)

    def test_cost_of_the_derived_order_is_that_of_its_school(self):
        tried = schools_tried(Desk(self.file, self.state, NOW_MIN))
        own = next(each.offer for each in tried if each.offer.school.key == "far_to_near")
        self.assertEqual(self.survey(self.state).work.cost, own.cost)

    def test_a_second_thumbnail_from_the_same_squint_is_another_picture(self):
        source = Framing(plate_of(self.state.sources[0]))
        settings = ThumbnailSettings
        three = darkroom.thumbnail(self.file, source, settings(steps=3))
        four = darkroom.thumbnail(self.file, source, settings(steps=4))
        self.assertEqual((len(three.cuts), len(four.cuts)), (2, 3))
        self.assertIs(three, darkroom.thumbnail(self.file, source, settings(steps=3)))

    def test_pictures_are_named_by_content(self):
        first, _ = darkroom.take_in(self.file, file_bytes(bands([8, 3])), "one")
        again, _ = darkroom.take_in(self.file, file_bytes(bands([8, 3])), "two")
        other, _ = darkroom.take_in(self.file, file_bytes(bands([8, 4])), "three")
        self.assertEqual(first, again)
        self.assertNotEqual(first, other)

    def test_patches_are_found_once_and_kept(self):
        source = plate_of(self.state.sources[0])
        first = darkroom.patches(self.file, source)
        np.testing.assert_array_equal(darkroom.patches(self.file, source), first)
