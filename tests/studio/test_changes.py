"""What a painter can change: each change makes the next state and a word for the history, or says why not."""

from dataclasses import replace

import numpy as np

from kind_distance.core.depth.settle import REACH
from kind_distance.errors import (
    DomainError,
    InUseError,
    KindDistanceError,
    NotFoundError,
    UnsafeOrderError,
)
from kind_distance.pictures.darkroom import take_in
from kind_distance.rows import Brief, PlaneRecord, State
from kind_distance.studio.changes import CHANGES, apply
from kind_distance.studio.changes.desk import Desk, clean_text
from kind_distance.studio.changes.planes import usual_distances, usual_planes
from kind_distance.studio.changes.sources import name_from_file, with_source
from kind_distance.studio.paintings import minutes_now
from kind_distance.studio.survey import survey
from tests.support import NOW, WithStudio, file_bytes, hill_picture

NOW_MIN = minutes_now(NOW)


class Changing(WithStudio):
    """A painting with a photo and three planes, changed without being kept."""

    def setUp(self):
        super().setUp()
        picture, facts = take_in(self.file, file_bytes(hill_picture()), "hill")
        state, _, _ = with_source(State(Brief("Hill", width_cm=40, height_cm=30)), picture, facts, "my hill.png")
        self.state = replace(state, planes=usual_planes(3))

    def do(self, action, state=None, **arguments):
        return apply(Desk(self.file, state or self.state, NOW_MIN), action, arguments)[0]

    def all(self, *deeds):
        state = self.state
        for action, arguments in deeds:
            state = self.do(action, state, **arguments)
        return state

    def refuses(self, error, action, state=None, **arguments):
        with self.assertRaises(error) as caught:
            self.do(action, state, **arguments)
        self.assertTrue(caught.exception.message and caught.exception.way_out)

    def survey(self, state):
        return survey(self.file, state, NOW_MIN)


class Briefs(Changing):
    def test_texts_are_brought_in_order(self):
        state = self.do("set_brief", title="  Two\n ridges\u0007 ", idea="\t")
        self.assertEqual((state.brief.title, state.brief.idea), ("Two ridges", ""))

    def test_absurd_supports(self):
        for side in (0, -3, 1.9, 1001, 1e9):
            with self.subTest(side=side):
                self.refuses(DomainError, "set_brief", width_cm=side)

    def test_empty_and_endless_titles(self):
        self.refuses(DomainError, "set_brief", title="   ")
        self.refuses(DomainError, "set_brief", title="x" * 121)
        self.refuses(DomainError, "set_brief", medium="ink")
        self.refuses(DomainError, "set_brief", unit="mm")

    def test_another_school_sorts_the_own_list(self):
        state = self.all(("add_pass", {"kind": "details", "plane": 3}), ("set_brief", {"school": "dark_to_light"}))
        planes = [p.planes[0] for p in state.passes if p.kind == "block_in"]
        self.assertEqual(planes, [3, 2, 1])
        for school in ("light_to_dark", "whole_at_once", "plane_by_plane", "far_to_near"):
            sorted_state = self.do("set_brief", state, school=school)
            self.assertEqual({p.number for p in sorted_state.passes}, {p.number for p in state.passes})

    def test_another_medium_derives_anew_but_not_over_what_is_painted(self):
        own = self.do("add_pass", kind="details", plane=3)
        self.assertFalse(self.do("set_brief", own, medium="oil").brief.passes_by_hand)
        painted = self.do("mark_done", own, number=1)
        self.refuses(UnsafeOrderError, "set_brief", painted, medium="oil")


class Sources(Changing):
    def test_names_from_files(self):
        rows = {
            "my_hill.final.png": "my hill.final",
            "C:\\photos\\mill.jpg": "mill",
            "../../etc/passwd": "passwd",
            "/a/b/.jpg": "Photo",
            "": "Photo",
            "<script>.png": "script",
            "x" * 500 + ".jpg": "x" * 60,
            "\u202egnp.hill": "gnp",
        }
        for file_name, name in rows.items():
            with self.subTest(file=file_name[:20]):
                self.assertEqual(name_from_file(file_name), name)

    def test_same_picture_twice(self):
        source = self.state.sources[0]
        picture, facts = take_in(self.file, file_bytes(hill_picture()), "hill")
        state, found, new = with_source(self.state, picture, facts, "again.png")
        self.assertEqual((state, found, new), (self.state, source, False))

    def test_a_source_in_use_is_kept(self):
        kept = self.do("keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014)
        self.refuses(InUseError, "remove_source", kept, source=1)
        stroke = {"plane": 1, "kind": "mark", "points": [(0.1, 0.1), (0.9, 0.1)], "width": 0.01}
        self.refuses(InUseError, "remove_source", self.do("add_stroke", **stroke), source=1)
        self.assertEqual(self.do("remove_source", source=1).sources, ())
        self.assertIsNone(self.do("remove_source", source=1).brief.main_source)

    def test_place_is_private_until_shared(self):
        self.assertFalse(self.state.sources[0].place_shared)
        self.assertTrue(self.do("set_source", source=1, place_shared=True).sources[0].place_shared)
        self.assertEqual(self.do("set_source", source=1, name="Hill", purpose="light").sources[0].purpose, "light")

    def test_planes_on_another_photo_let_the_strokes_go(self):
        picture, facts = take_in(self.file, file_bytes(hill_picture(200, 300)), "other")
        two, second, _ = with_source(self.state, picture, facts, "other.png")
        marked = self.do("add_stroke", two, plane=1, kind="mark", points=[(0.1, 0.1), (0.9, 0.1)], width=0.01)
        moved = self.do("set_main_source", marked, source=second.number)
        self.assertEqual((moved.brief.main_source, moved.strokes), (second.number, ()))
        self.assertEqual(self.do("set_main_source", marked, source=1), marked)
        self.refuses(NotFoundError, "set_main_source", source=9)


class Thumbnails(Changing):
    def keep(self, state=None, **more):
        return self.do(
            "keep_thumbnail", state, **{"source": 1, "steps": 4, "smallest_share": 0.004, "softness": 0.014, **more}
        )

    def test_the_first_kept_is_chosen_and_names_follow_the_steps(self):
        two = self.keep(self.keep(), steps=3, even=True)
        self.assertEqual(two.brief.chosen_thumbnail, 1)
        self.assertEqual([t.name for t in two.thumbnails], ["4 steps", "3 equal steps"])
        self.assertEqual(self.do("set_thumbnail", two, thumbnail=1, steps=5).thumbnails[0].name, "5 steps")
        named = self.do("set_thumbnail", two, thumbnail=1, name="Big shapes")
        self.assertEqual(self.do("set_thumbnail", named, thumbnail=1, steps=5).thumbnails[0].name, "Big shapes")

    def test_choosing_and_taking_away(self):
        two = self.keep(self.keep(), steps=3)
        chosen = self.do("choose_thumbnail", two, thumbnail=2)
        left = self.do("remove_thumbnail", chosen, thumbnail=2)
        self.assertEqual(left.brief.chosen_thumbnail, 1)
        self.assertIsNone(self.do("remove_thumbnail", left, thumbnail=1).brief.chosen_thumbnail)

    def test_cuts_by_hand(self):
        kept = self.keep(cuts=[3.0, 5.0, 7.0])
        self.assertEqual(kept.thumbnails[0].cuts, (3.0, 5.0, 7.0))
        self.assertEqual(self.survey(kept).thumbnails[1].cuts, (3.0, 5.0, 7.0))
        moved = self.do("set_thumbnail", kept, thumbnail=1, cuts=[3.0, 5.0, 8.0])
        self.assertEqual(moved.thumbnails[0].cuts, (3.0, 5.0, 8.0))
        self.assertEqual(
            self.do("set_thumbnail", moved, thumbnail=1, softness=0.02).thumbnails[0].cuts, (3.0, 5.0, 8.0)
        )
        for freed in ({"steps": 3}, {"even": True}, {"find_cuts": True}):
            with self.subTest(freed=freed):
                self.assertIsNone(self.do("set_thumbnail", moved, thumbnail=1, **freed).thumbnails[0].cuts)
        for wrong in ([5.0], [7.0, 5.0, 3.0], [1.0, 2.0, 12.0], []):
            with self.subTest(wrong=wrong), self.assertRaises(DomainError):
                self.keep(cuts=wrong)

    def test_what_makes_no_thumbnail(self):
        for wrong in ({"steps": 1}, {"steps": 9}, {"softness": 1}, {"smallest_share": -1}):
            with self.subTest(wrong=wrong), self.assertRaises(DomainError):
                self.keep(**wrong)
        with self.assertRaises(NotFoundError):
            self.keep(source=7)
        self.refuses(NotFoundError, "choose_thumbnail", thumbnail=3)


class Planes(Changing):
    def test_usual_planes(self):
        for count in range(2, 10):
            planes = usual_planes(count)
            distances = [p.distance_m for p in planes[1:]]
            self.assertEqual(distances, sorted(distances, reverse=True))
            self.assertEqual([p.rank for p in planes], list(range(1, count + 1)))
        self.assertEqual(usual_distances(3), [5000.0, 200.0, 10.0])

    def test_proposing_is_refused_where_work_would_be_lost(self):
        for count in (1, 10, -1):
            self.refuses(DomainError, "propose_planes", count=count)
        marked = self.do("add_stroke", plane=1, kind="mark", points=[(0.1, 0.1), (0.9, 0.1)], width=0.01)
        self.refuses(InUseError, "propose_planes", marked, count=4)
        self.assertEqual(len(self.do("propose_planes", count=5).planes), 5)

    def test_a_plane_between_two_stands_between_them(self):
        state = self.do("add_plane", name="Lake", after=2, kind="water")
        lake = state.planes[2]
        self.assertEqual((lake.name, lake.rank, lake.kind), ("Lake", 3, "water"))
        self.assertTrue(state.planes[3].distance_m < lake.distance_m < state.planes[1].distance_m)
        self.assertGreater(self.do("add_plane", name="Far", after=1).planes[1].distance_m, 1000)
        self.assertLess(self.do("add_plane", name="Near", after=3).planes[3].distance_m, 10)

    def test_every_plane_has_a_name_of_its_own(self):
        state = self.all(("add_plane", {"name": "Lake", "after": 1}), ("add_plane", {"name": " lake ", "after": 1}))
        self.assertEqual([p.name for p in state.planes][1:3], ["lake 2", "Lake"])
        self.refuses(DomainError, "set_plane", state, plane=4, name="LAKE 2")
        self.assertEqual(self.do("set_plane", state, plane=2, name="Lake 2").planes[1].name, "Lake 2")

    def test_every_thing_has_a_name_of_its_own(self):
        state = self.all(("add_element", {"name": "Boat"}), ("add_element", {"name": "Shed"}))
        self.refuses(DomainError, "add_element", state, name="boat")
        self.refuses(DomainError, "set_element", state, element=2, name="Boat")
        self.assertEqual(self.do("set_element", state, element=1, name="boat").elements[0].name, "boat")

    def test_moving_a_plane_takes_its_strokes_and_wishes_along(self):
        state = self.all(
            ("add_stroke", {"plane": 2, "kind": "mark", "points": [(0.1, 0.5), (0.9, 0.5)], "width": 0.01}),
            ("set_pair_direction", {"far": 2, "near": 3, "direction": -1}),
            ("move_plane", {"plane": 2, "to": 3}),
        )
        moved = next(p for p in state.planes if p.number == 2)
        self.assertEqual((moved.rank, state.strokes[0].plane), (3, 2))
        (choice,) = self.survey(state).depth.given.pairs
        self.assertEqual((choice.far, choice.near, choice.direction), (2, 3, 1))
        again = self.do("set_pair_gap", state, far=2, near=3, gap=0.0)
        self.assertEqual(len(again.pairs), 1)

    def test_taking_a_plane_away(self):
        state = self.all(
            ("add_stroke", {"plane": 2, "kind": "mark", "points": [(0.1, 0.5), (0.9, 0.5)], "width": 0.01}),
            ("add_pass", {"kind": "details", "plane": 2}),
        )
        left = self.do("remove_plane", state, plane=2)
        self.assertEqual((len(left.planes), left.strokes), (2, ()))
        self.assertTrue(all(2 not in p.planes for p in left.passes))
        self.assertEqual([p.place for p in left.passes], list(range(1, len(left.passes) + 1)))
        self.refuses(DomainError, "remove_plane", left, plane=1)
        number = next(p.number for p in state.passes if 2 in p.planes)
        self.refuses(InUseError, "remove_plane", self.do("mark_done", state, number=number), plane=2)

    def test_strokes(self):
        good = {"plane": 1, "kind": "mark", "points": [(0.1, 0.1), (0.9, 0.1)], "width": 0.01}
        state = self.do("add_stroke", self.do("add_stroke", **good), **{**good, "plane": 2})
        self.assertEqual(self.do("remove_stroke", state, stroke=1).strokes[0].plane, 2)
        self.assertEqual(len(self.do("clear_strokes", state, plane=1).strokes), 1)
        self.assertEqual(self.do("clear_strokes", state).strokes, ())
        self.refuses(NotFoundError, "remove_stroke", stroke=9)
        self.refuses(NotFoundError, "add_stroke", **{**good, "plane": 8})
        self.refuses(DomainError, "add_stroke", **{**good, "points": [(5.0, 5.0), (6.0, 6.0)]})
        no_photo = replace(self.state, brief=replace(self.state.brief, main_source=None))
        self.refuses(DomainError, "add_stroke", no_photo, **good)

    def test_a_line_drawn_close_settles_within_less(self):
        line = {"plane": 2, "kind": "level", "points": [(0.0, 0.45), (1.0, 0.47)], "width": 0.006}
        drawn = np.array(line["points"])

        def moved(**how):
            settled = np.array(self.do("add_stroke", settle=True, **line, **how).strokes[-1].points)
            return np.abs(settled[:, 1] - np.interp(settled[:, 0], drawn[:, 0], drawn[:, 1])).max()

        self.assertLessEqual(moved(closeness=8.0), REACH / 8 + 2.5 / 480)
        self.assertLessEqual(moved(closeness=8.0), moved())
        self.assertLessEqual(moved(), REACH + 1.5 / 480)

    def test_distances(self):
        self.assertEqual(self.do("set_plane", plane=2, distance_m=850).planes[1].distance_m, 850)
        for wrong in (0, -5, 1e9):
            self.refuses(DomainError, "set_plane", plane=2, distance_m=wrong)
        self.assertIsNone(self.do("set_plane", plane=2, kind="sky").planes[1].distance_m)
        swapped = self.do("swap_distances", one=2, other=3)
        self.assertEqual([p.distance_m for p in swapped.planes[1:]], [10.0, 5000.0])


class Depth(Changing):
    def test_held_and_freed(self):
        held = self.do("set_planned_value", plane=2, value=6.0)
        self.assertAlmostEqual(self.survey(held).depth.plan.planes[1].value, 6.0, places=3)
        self.assertIsNone(self.do("unlock_plane", held, plane=2).planes[1].locked_value)
        for wrong in (0, 9.9, -1):
            self.refuses(DomainError, "set_planned_value", plane=2, value=wrong)

    def test_veil_key_and_gap(self):
        state = self.do("set_depth", veil="mist", key="high", gap=0.3, pull=0.8)
        brief = state.brief
        self.assertEqual((brief.veil, brief.key, brief.gap, brief.pull), ("mist", "high", 0.3, 0.8))
        own = self.do("set_depth", state, visibility_km=3)
        self.assertEqual(own.brief.visibility_km, 3)
        self.assertIsNone(self.do("set_depth", own, veil="clear").brief.visibility_km)
        self.assertIsNone(self.do("set_depth", own, usual_visibility=True).brief.visibility_km)
        for wrong in ({"veil": "x"}, {"gap": 5}, {"pull": -1}, {"key": "x"}, {"visibility_km": 0}):
            self.refuses(DomainError, "set_depth", **wrong)

    def test_pairs(self):
        state = self.do("set_pair_gap", far=1, near=2, gap=0)
        self.assertEqual(self.do("forget_pair", state, far=1, near=2).pairs, ())
        self.refuses(DomainError, "set_pair_gap", far=2, near=2, gap=0.5)
        self.refuses(DomainError, "set_pair_gap", far=1, near=2, gap=7)
        self.refuses(DomainError, "set_pair_direction", far=1, near=2, direction=0)


class Passes(Changing):
    def test_the_first_edit_makes_the_derived_list_the_painters_own(self):
        derived = self.survey(self.state).work.passes
        own = self.do("set_pass", number=derived[2].id, minutes=33)
        self.assertTrue(own.brief.passes_by_hand)
        self.assertEqual([p.number for p in own.passes], [p.id for p in derived])
        self.assertEqual(own.passes[2].minutes, 33)
        self.assertEqual([p.said for p in self.survey(own).work.passes], [p.said for p in derived])
        self.assertEqual(self.do("derive_passes", own).passes, ())

    def test_minutes_thickness_and_names(self):
        for wrong in ({"minutes": 0}, {"minutes": 721}, {"thickness": 0}, {"thickness": 99}, {"title": " "}):
            self.refuses(DomainError, "set_pass", number=1, **wrong)
        self.refuses(NotFoundError, "set_pass", number=99, minutes=5)

    def test_order_by_hand(self):
        own = self.do("move_pass", number=2, to=4)
        self.assertEqual([p.number for p in own.passes][:4], [1, 3, 4, 2])
        back = self.do("move_before", own, number=2, before=3)
        self.assertEqual([p.number for p in back.passes][:4], [1, 2, 3, 4])
        self.refuses(DomainError, "move_pass", number=2, to=99)

    def test_paint_on_varnish_is_refused(self):
        passes = self.survey(self.state).work.passes
        self.refuses(UnsafeOrderError, "move_pass", number=passes[-1].id, to=1)

    def test_acrylic_on_oil_is_refused(self):
        state = replace(self.state, brief=replace(self.state.brief, medium="oil_over_acrylic"))
        passes = self.survey(state).work.passes
        block = next(p for p in passes if (p.kind, p.plane) == ("block_in", 3))
        layer = next(p for p in passes if p.paint == "oil" and p.plane in (3, None))
        at = [p.id for p in passes].index(layer.id) + 1
        self.refuses(UnsafeOrderError, "move_pass", state, number=block.id, to=at)

    def test_adding(self):
        own = self.do("add_pass", kind="second_layer", plane=1, title="second look")
        added = next(p for p in own.passes if p.title == "second look")
        self.assertEqual((added.planes, added.paint), ((1,), "acrylic"))
        self.assertTrue(all(p.kind in ("details", "lights", "finish", "varnish") for p in own.passes[added.place :]))
        self.refuses(DomainError, "add_pass", kind="varnish", plane=1)
        self.refuses(DomainError, "add_pass", kind="magic")
        self.refuses(NotFoundError, "add_pass", kind="details", plane=8)
        self.refuses(DomainError, "add_pass", kind="details", plane=1, minutes=-4)

    def test_painted(self):
        done = self.do("mark_done", number=1, at="2026-11-25T18:00", minutes=20)
        record = done.passes[0]
        self.assertEqual(record.done_end - record.done_start, 20)
        self.assertEqual(record.minutes, 20)
        for action, arguments in (
            ("remove_pass", {"number": 1}),
            ("move_pass", {"number": 1, "to": 3}),
            ("set_pass", {"number": 1, "minutes": 9}),
            ("derive_passes", {}),
        ):
            with self.subTest(action=action):
                self.refuses(InUseError, action, done, **arguments)
        self.assertIsNone(self.do("mark_not_done", done, number=1).passes[0].done_end)
        self.refuses(DomainError, "mark_done", number=1, at="2027-01-01T10:00")
        self.refuses(DomainError, "mark_done", number=1, minutes=0)


class Sessions(Changing):
    def add(self, state=None, **more):
        return self.do("add_session", state, **{"start": "2026-11-28T07:10", "minutes": 90, **more})

    def test_sessions_stand_in_order_of_time(self):
        state = self.add(self.add(), start="2026-11-27T18:00")
        self.assertEqual([s.number for s in state.sessions], [2, 1])

    def test_outdoors_has_wind_and_sun(self):
        inside, outside = self.add().sessions[0], self.add(outdoors=True).sessions[0]
        self.assertGreater(outside.wind_m_s, inside.wind_m_s)
        self.assertGreater(outside.sun_w_m2, 0)
        moved = self.do("set_session", self.add(), session=1, outdoors=True).sessions[0]
        self.assertEqual(moved.sun_w_m2, outside.sun_w_m2)

    def test_what_is_no_session(self):
        wrong = (
            {"start": "soon"},
            {"start": "1850-01-01T10:00"},
            {"start": "2026-11-28T07:10+02:00"},
            {"minutes": 0},
            {"minutes": 4},
            {"minutes": 1000},
            {"humidity": 0},
            {"temperature_c": 99},
            {"place": "x" * 121},
        )
        for arguments in wrong:
            with self.subTest(arguments=arguments), self.assertRaises(DomainError):
                self.add(**arguments)

    def test_two_at_once(self):
        with self.assertRaises(DomainError) as caught:
            self.add(self.add(), start="2026-11-28T08:00")
        self.assertIn("one pair of hands", caught.exception.message)

    def test_copy_and_take_away(self):
        state = self.do("copy_session", self.add(outdoors=True), session=1, minutes=45, days=7)
        copy = state.sessions[1]
        self.assertEqual((copy.start, copy.minutes, copy.outdoors), ("2026-12-05T07:10", 45, True))
        self.assertEqual(len(self.do("remove_session", state, session=1).sessions), 1)
        self.refuses(NotFoundError, "set_session", session=5, minutes=50)
        self.refuses(DomainError, "copy_session", state, session=1, minutes=45, days=0)

    def test_several_copies(self):
        state = self.do("copy_session", self.add(), session=1, minutes=45, days=7, times=3)
        self.assertEqual([s.start[8:10] for s in state.sessions], ["28", "05", "12", "19"])
        self.refuses(DomainError, "copy_session", state, session=1, minutes=45, times=99)


class Judgements(Changing):
    def test_meant_so_and_heard_again(self):
        key = next(j.key for j in self.survey(self.state).judgements if j.kind == "guessed_planes")
        state = self.do("mean_it_so", key=key)
        self.assertEqual(state.meant_so[0].reason, "Meant so.")
        self.assertEqual(self.do("hear_again", state, key=key).meant_so, ())
        self.refuses(NotFoundError, "mean_it_so", key="none")

    def test_a_silenced_judgement_stays_with_its_planes_when_they_move(self):
        state = replace(self.state, planes=(*self.state.planes, PlaneRecord(4, 4, "Nowhere", "land", 3.0)))
        empty = replace(state, planes=state.planes, strokes=())
        found = [j for j in self.survey(empty).judgements if j.kind == "distance_order"]
        self.assertEqual(found, [])
        held = self.all(
            ("add_stroke", {"plane": 3, "kind": "level", "points": [[0.0, 0.6], [1.0, 0.6]]}),
            ("set_planned_value", {"plane": 2, "value": 5.0}),
            ("set_planned_value", {"plane": 3, "value": 5.1}),
        )
        key = next(j.key for j in self.survey(held).judgements if j.kind == "ladder_conflict")
        self.assertEqual(key, "ladder_conflict:p2:p3")


class Words(Changing):
    def test_clean_text(self):
        self.assertEqual(clean_text("a\u0000b  c", "name", 10), "a b c")
        with self.assertRaises(DomainError):
            clean_text("", "name", 10)

    def test_every_error_of_a_change_is_one_of_ours(self):
        self.assertGreater(len(CHANGES), 30)
        for action in ("remove_plane", "unlock_plane"):
            with self.assertRaises(KindDistanceError):
                self.do(action, plane=9)
