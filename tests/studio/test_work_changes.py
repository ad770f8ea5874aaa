"""Passes and sessions in the studio: put by hand, recipes, own pace, a day to be ready by, orders meant in writing."""

from kind_distance.clock import minute_of
from kind_distance.errors import DomainError, InUseError, NotFoundError, UnsafeOrderError
from kind_distance.stages.passes.work import kept_of
from kind_distance.store.database import opened
from kind_distance.store.paintings import others_of
from kind_distance.studio.pass_placing import put_there
from kind_distance.studio.plan_search import Seekers
from tests.studio.test_planted import GoodPlan
from tests.support import NOW

BEGIN = "2026-11-28T09:00"


class Several(GoodPlan):
    """Many passes changed at once, as one step that can be undone."""

    def test_minutes_brush_and_layer(self):
        before = {p.id: p.minutes for p in self.painting.survey.work.passes}
        masses = [p.id for p in self.painting.survey.work.passes if p.kind == "block_in"]
        self.change("set_passes", numbers=masses, minutes_times=1.5, brush_mm=20.0, thickness=1.5)
        for each in self.state.passes:
            if each.number in masses:
                self.assertEqual(each.minutes, max(1, round(1.5 * before[each.number])))
                self.assertEqual((each.brush_mm, each.thickness), (20.0, 1.5))
            else:
                self.assertEqual(each.minutes, before[each.number])

    def test_what_makes_no_sense_is_refused(self):
        before = self.state
        for wrong in ({"numbers": [999], "brush_mm": 3.0}, {"numbers": [1], "minutes_times": 40.0}):
            with self.assertRaises((DomainError, NotFoundError)):
                self.change("set_passes", **wrong)
        self.assertEqual(self.state, before)

    def test_a_part_shorter_than_three_minutes_is_not_worth_a_mix_of_its_own(self):
        """Common practice, no source."""
        number = next(p.id for p in self.painting.survey.work.passes if p.kind == "block_in")
        self.change("set_pass", number=number, minutes=5)
        before = self.state
        with self.assertRaises(DomainError):
            self.change("split_pass", number=number)
        self.assertEqual(self.state, before)
        self.change("set_pass", number=number, minutes=6)
        self.change("split_pass", number=number)
        self.assertEqual(
            [p.minutes for p in self.state.passes if p.title.endswith((", one part", ", the rest"))], [3, 3]
        )


class Working(GoodPlan):
    def begin(self):
        super().begin()
        self.change("add_session", start=BEGIN, minutes=240)
        self.change("add_session", start="2026-11-29T09:00", minutes=240)

    @property
    def work(self):
        return self.painting.survey.work

    def number(self, kind, plane=None):
        return next(p.id for p in self.work.passes if p.kind == kind and p.plane == plane)

    def stands(self):
        return {p.pass_id: p.start for p in self.work.schedule.placements}

    def refuse(self, error, action, /, **arguments):
        before = self.state
        with self.assertRaises(error) as caught:
            self.change(action, **arguments)
        self.assertEqual(self.studio.open(1, NOW).painting.state, before, "nothing is half-saved")
        return caught.exception


class ByHand(Working):
    def test_a_bad_place_is_found_cleared_and_undone(self):
        layer = self.number("second_layer", 4)
        first = self.stands()
        base = next(p for p in self.work.schedule.placements if p.pass_id == self.number("block_in", 4))
        tried = put_there(self.desk(), layer, base.session_id, base.end)
        self.assertEqual([j.kind for j in tried.breaks], ["undry"])
        self.assertEqual(self.stands(), first, "trying keeps nothing")
        self.change("place_pass", number=layer, session=base.session_id, start=base.end)
        self.assertEqual([j.title for j in self.found("undry")], [tried.breaks[0].title])
        self.cleared_by("undry", "place_pass")
        self.painting = self.studio.step(1, self.painting.painting.version, -1, NOW)
        self.assertTrue(self.found("undry"))
        self.painting = self.studio.step(1, self.painting.painting.version, -1, NOW)
        self.assertEqual(self.stands(), first)

    def desk(self):
        return self.studio.desk(1, NOW)

    def test_meant_so_it_is_silent_and_stays(self):
        layer, base = self.number("second_layer", 4), self.number("block_in", 4)
        placed = next(p for p in self.work.schedule.placements if p.pass_id == base)
        self.change("place_pass", number=layer, session=placed.session_id, start=placed.end)
        key = self.found("undry")[0].key
        self.change("mean_it_so", key=key, reason="A soft bleed is wanted here.")
        self.assertIn(key, {each.key for each in self.state.meant_so})
        self.assertEqual(self.stands()[layer], placed.end)

    def test_let_go_it_finds_its_place_again(self):
        layer = self.number("second_layer", 4)
        self.change("place_pass", number=layer, session=2, start=minute_of("2026-11-29T10:30"))
        self.assertEqual(self.stands()[layer], minute_of("2026-11-29T10:30"))
        self.change("free_pass", number=layer)
        self.assertEqual(self.work.schedule.unplaced, ())
        self.assertFalse(any(each.by_hand for each in self.state.kept_plan))
        self.refuse(NotFoundError, "free_pass", number=layer)

    def test_it_is_this_pass_whatever_planes_are_added(self):
        layer = self.number("second_layer", 4)
        said = next(p.said for p in self.work.passes if p.id == layer)
        self.change("place_pass", number=layer, session=2, start=minute_of("2026-11-29T10:30"))
        self.change("add_plane", after=1, name="Far ridge", kind="land")
        fixed = [p.said for p in self.work.passes if p.id in self.work.problem.fixed]
        self.assertEqual(fixed, [said])
        self.change("derive_passes")
        self.assertEqual(self.state.kept_plan, (), "another list, another plan")

    def test_it_is_kept_in_the_file(self):
        self.change("place_pass", number=self.number("finish"), session=2, start=minute_of("2026-11-29T12:00"))
        again = self.studio.open(1, NOW)
        self.assertEqual(again.painting.state.kept_plan, self.state.kept_plan)
        self.assertEqual(again.survey.work.problem.fixed, {self.number("finish")})

    def test_what_is_painted_is_not_moved(self):
        drawing = self.number("drawing")
        self.change("mark_done", number=drawing)
        self.refuse(InUseError, "place_pass", number=drawing, session=1, start=minute_of(BEGIN))

    def test_varnish_put_into_a_session_too_early(self):
        varnish = self.number("varnish")
        self.change("place_pass", number=varnish, session=2, start=minute_of("2026-11-29T12:30"))
        told = self.found("varnish_early") or self.found("before_base")
        self.assertTrue(told)
        self.change("free_pass", number=varnish)
        self.assertEqual([m.pass_id for m in self.work.schedule.milestones], [varnish])

    def test_a_plan_that_was_found_is_taken_and_hostile_ones_are_not(self):
        seekers = Seekers()
        found = seekers.begin(1, self.work.problem, kept_of(self.state))
        self.assertTrue(found.wait(60))
        self.assertFalse(found.failed)
        self.assertEqual([o.way for o in found.offers], ["order", "few", "anew"])
        plan = [tuple(each) for each in found.offers[2].listed]
        self.change("take_found", plan=plan)
        self.assertEqual([p.pass_id for p in self.work.schedule.placements], [number for number, _, _ in plan])
        for wrong in ([(99, 1, 0)], [(1, 77, 0)], [plan[0], plan[0]]):
            self.refuse(DomainError, "take_found", plan=wrong)
        with self.assertRaises(NotFoundError):
            seekers.of(2, found.number)

    def test_a_search_begun_again_stops_the_one_before(self):
        seekers = Seekers()
        first = seekers.begin(1, self.work.problem, ())
        second = seekers.begin(1, self.work.problem, ())
        self.assertTrue(first.stopped() or not first.running)
        second.stop()
        self.assertTrue(second.wait(60))
        self.assertEqual(len(second.offers), 3, "what was found so far is offered")


class Written(Working):
    def begin(self):
        super().begin()
        self.change("set_brief", medium="oil_over_acrylic")

    def test_an_unsafe_order_only_in_writing(self):
        oil, acrylic = self.number("second_layer", 4), self.number("block_in", 4)
        to = next(at for at, p in enumerate(self.work.passes, start=1) if p.id == acrylic)
        refused = self.refuse(UnsafeOrderError, "move_pass", number=oil, to=to)
        self.assertIn("in writing", refused.way_out)
        self.refuse(UnsafeOrderError, "move_pass", number=oil, to=to, reason="   ")
        self.change("move_pass", number=oil, to=to, reason="A test panel; it may peel.")
        silent = {each.key: each.reason for each in self.state.meant_so}
        about = [j for j in self.painting.survey.judgements if j.kind in ("unsafe_order", "broken_rule")]
        self.assertTrue(about)
        for each in about:
            self.assertEqual(silent.get(each.key), "A test panel; it may peel.", each.title)

    def test_a_safe_move_asks_for_no_reason(self):
        self.change("move_pass", number=self.number("second_layer", 4), to=len(self.work.passes) - 2)
        self.assertEqual(self.state.meant_so, ())


class Recipes(Working):
    def begin(self):
        super().begin()
        for name, plane in (("Barn", 4), ("Cart", 4), ("Tower", 2), ("Kite", None)):
            self.change("add_element", name=name, **({} if plane is None else {"plane": plane}))

    def of(self, name):
        return [(p.kind, p.title, p.plane) for p in self.work.passes if name in p.things and p.title != "details"]

    def test_a_recipe_is_copied_to_many_things_each_on_its_plane(self):
        self.change("add_recipe", element=1)
        parts = [("block_in", "base", 4), ("second_layer", "pattern", 4), ("glaze", "tint", 4), ("lights", "light", 4)]
        self.assertEqual(self.of("Barn"), parts)
        self.change("set_pass", number=next(p.id for p in self.work.passes if "Barn" in p.things), minutes=9)
        self.change("copy_recipe", element=1, to=[2, 3])
        self.assertEqual(self.of("Cart"), parts)
        self.assertEqual(self.of("Tower"), [(kind, title, 2) for kind, title, _ in parts])
        self.assertEqual({p.minutes for p in self.work.passes if p.title == "base"}, {9})
        self.assertEqual(self.found("far_after_near"), [], "things reach no border")
        served = {w.name: bool(w.passes) for w in self.painting.survey.wanted if w.sort == "thing"}
        self.assertEqual(served, {"Barn": True, "Cart": True, "Tower": True, "Kite": False})

    def test_what_makes_no_sense_is_refused(self):
        self.refuse(DomainError, "add_recipe", element=4)
        self.refuse(DomainError, "copy_recipe", element=1, to=[2])
        self.change("add_recipe", element=1)
        self.refuse(InUseError, "add_recipe", element=1)
        self.refuse(DomainError, "copy_recipe", element=1, to=[1])
        self.refuse(DomainError, "copy_recipe", element=1, to=[2, 4])
        self.refuse(NotFoundError, "copy_recipe", element=1, to=[9])
        self.change("copy_recipe", element=1, to=[2])
        self.refuse(InUseError, "copy_recipe", element=1, to=[2])

    def test_a_recipe_in_oil_keeps_to_the_rules_of_oil(self):
        for medium in ("oil", "oil_over_acrylic"):
            self.change("set_brief", medium=medium)
            self.change("add_recipe", element=1)
            self.assertEqual(self.found("lean_over_fat") + self.found("unsafe_order"), [], medium)

    def test_no_tint_that_would_wait_for_months(self):
        self.change("set_brief", medium="oil")
        self.change("add_recipe", element=1)
        self.assertEqual([kind for kind, _, _ in self.of("Barn")], ["block_in", "second_layer", "lights"])

    def test_a_pass_is_tied_and_untied(self):
        layer = self.number("second_layer", 4)
        self.change("tie_pass", number=layer, element=3)
        self.assertEqual(self.of("Tower"), [("second_layer", "second layer", 2)])
        self.change("tie_pass", number=layer)
        self.assertEqual(self.of("Tower"), [])

    def test_a_thing_forgotten_is_found_and_its_recipe_clears_it(self):
        for each in list(self.work.passes):
            if each.plane == 2:
                self.change("remove_pass", number=each.id)
        tower = next(j for j in self.found("item_missing") if 3 in j.things)
        self.assertIn("Tower", tower.text)
        self.change(tower.remedies[0].action, **tower.remedies[0].arguments)
        self.assertEqual([j for j in self.found("item_missing") if 3 in j.things], [])


class Kinds(Working):
    def test_every_kind_can_be_added_where_it_belongs(self):
        for kind, plane in (("scumble", 3), ("glaze", 4), ("soften", None), ("unify", None), ("sides", None),
                            ("isolating", None), ("underpainting", None), ("scratch", 4)):  # fmt: skip
            self.change("add_pass", kind=kind, **({} if plane is None else {"plane": plane}))
            self.assertTrue(any(p.kind == kind and p.plane == plane for p in self.work.passes), kind)
        self.assertEqual(self.found("broken_rule"), [])
        self.refuse(DomainError, "add_pass", kind="unify", plane=2)
        self.refuse(DomainError, "add_pass", kind="lift", plane=2)

    def test_an_isolating_coat_goes_right_under_the_oil(self):
        self.change("set_brief", medium="rewettable_acrylic")
        upper = self.number("second_layer", 4)
        self.change("set_pass", number=upper, paint="oil")
        told = next(j for j in self.found("unsafe_order") if "isolating" in j.text)
        self.change("add_pass", **told.remedies[0].arguments)
        order = [p.id for p in self.work.passes]
        coat = self.number("isolating")
        self.assertEqual(order.index(coat) + 1, order.index(upper))
        self.assertFalse(any(j.key == told.key for j in self.found("unsafe_order")))
        self.assertEqual([j for j in self.found("broken_rule") if str(coat) in j.key.split(":")], [])

    def test_a_blend_becomes_its_dry_form(self):
        self.change("add_pass", kind="blend", plane=4, minutes=20)
        self.cleared_by("wet_expired", "make_dry")
        made = next(p for p in self.work.passes if p.kind == "scumble")
        self.assertEqual((made.minutes, made.planes), (30, (4,)))
        self.refuse(DomainError, "make_dry", number=made.id)

    def test_brush_and_light_are_kept_and_checked(self):
        number = self.number("second_layer", 4)
        self.change("set_pass", number=number, brush_mm=6.0, in_light=True)
        record = next(p for p in self.studio.open(1, NOW).painting.state.passes if p.number == number)
        self.assertEqual((record.brush_mm, record.in_light), (6.0, True))
        self.refuse(DomainError, "set_pass", number=number, brush_mm=0)
        self.refuse(DomainError, "set_pass", number=number, brush_mm=900)

    def test_a_mark_wider_than_the_narrowest_of_the_thing(self):
        self.change("add_element", name="Oar", plane=4)
        self.change("set_element", element=1, smallest_mm=2.0)
        number = next(p.id for p in self.work.passes if "Oar" in p.things)
        self.change("set_pass", number=number, mark_mm=5.0)
        self.cleared_by("brush_too_wide", "set_pass")


class OwnPace(Working):
    def test_minutes_follow_the_log_once_and_not_twice(self):
        self.refuse(DomainError, "take_own_pace")
        for kind, plane, took in (("drawing", None, 30), ("block_in", 1, 20), ("block_in", 2, 20)):
            self.change("mark_done", number=self.number(kind, plane), minutes=took)
        log = self.painting.others.log
        self.assertEqual([each.took for each in log], [30, 20, 20])
        self.assertTrue(all(each.planned < each.took for each in log))
        before = {p.id: p.minutes for p in self.work.passes}
        self.change("take_own_pace")
        done = {d.pass_id for d in self.work.done}
        after = {p.id: p.minutes for p in self.work.passes}
        self.assertTrue(all(after[n] == before[n] for n in done), "what is painted keeps its minutes")
        self.assertTrue(all(after[n] > before[n] for n in after if n not in done))
        self.change("take_own_pace")
        self.assertEqual({p.id: p.minutes for p in self.work.passes}, after)

    def test_the_mark_taken_back_gives_the_planned_minutes_back(self):
        number = self.number("drawing")
        planned = next(p.minutes for p in self.work.passes if p.id == number)
        self.change("mark_done", number=number, minutes=50)
        self.change("mark_not_done", number=number)
        self.assertEqual(next(p.minutes for p in self.work.passes if p.id == number), planned)
        self.assertEqual(self.painting.others.log, ())


class Calendar(Working):
    def test_a_day_to_be_ready_by(self):
        self.change("set_brief", medium="oil_at_once", deadline="2026-12-01", deadline_for="gift")
        self.assertTrue(self.found("too_late"), self.painting.survey.judgements)
        self.change("add_session", start="2026-12-12T09:00", minutes=240)
        self.cleared_by("too_late", "set_brief")
        self.change("set_brief", deadline="")
        self.assertIsNone(self.state.brief.deadline)
        for wrong in ("soon", "2026-13-40", "1890-01-01"):
            self.refuse(DomainError, "set_brief", deadline=wrong)

    def test_another_painting_at_the_same_hour(self):
        other = self.studio.duplicate(1, NOW)
        self.painting = self.studio.open(1, NOW)
        self.assertEqual(len(self.found("two_at_once")), 2)
        self.assertIn("Field before woods, copy", self.found("two_at_once")[0].text)
        self.change(
            self.found("two_at_once")[0].remedies[0].action, **self.found("two_at_once")[0].remedies[0].arguments
        )
        self.assertEqual(len(self.found("two_at_once")), 1)
        self.studio.bin(other.painting.id, NOW)
        self.painting = self.studio.open(1, NOW)
        self.assertEqual(self.found("two_at_once"), [], "what is in the bin wants nobody")

    def test_what_the_other_would_have_painted_next(self):
        self.studio.duplicate(1, NOW)
        with opened(self.file) as db:
            found = others_of(db, 1)
        ((painting, title, said, minutes),) = found.following
        self.assertEqual((painting, title), (2, "Field before woods, copy"))
        self.assertEqual((said, minutes), ("draw the planes", self.work.passes[0].minutes))


class Spells(Working):
    def test_setting_up_a_break_and_cleaning_up(self):
        self.change("set_session", session=1, setup_min=20, cleanup_min=10, unbroken_min=45)
        first = self.work.sessions[0]
        self.assertEqual((first.start, first.minutes, first.whole_min), (minute_of(BEGIN) + 20, 210, 240))
        self.assertTrue(all(p.start >= first.start for p in self.work.schedule.placements))
        again = self.studio.open(1, NOW).painting.state.sessions[0]
        self.assertEqual((again.setup_min, again.cleanup_min, again.unbroken_min), (20, 10, 45))
        self.change("set_session", session=1, unbroken_min=0)
        self.assertIsNone(self.state.sessions[0].unbroken_min)
        self.refuse(DomainError, "set_session", session=1, setup_min=200, cleanup_min=38)
        self.refuse(DomainError, "set_session", session=1, unbroken_min=5)
        self.refuse(DomainError, "set_session", session=1, setup_min=999)

    def test_a_dryer_and_who_may_have_it(self):
        number = self.number("block_in", 4)
        before = next(p for p in self.work.schedule.placements if p.pass_id == number).drying
        self.change("set_pass", number=number, aids=["dryer"])
        placed = next(p for p in self.work.schedule.placements if p.pass_id == number)
        self.assertLess(placed.drying.touch_late - placed.end, before.touch_late - before.painted_at)
        self.refuse(DomainError, "set_pass", number=number, aids=["oven"])
        self.change("set_pass", number=number, aids=[])
        self.change("set_pass", number=number, paint="oil")
        self.refuse(DomainError, "set_pass", number=number, aids=["mist"])

    def test_mist_clears_a_blend_that_is_a_little_too_large(self):
        self.change("set_plane", plane=2, marks="soft")
        number = self.number("blend", 2)
        for minutes in range(6, 60):
            self.change("set_pass", number=number, minutes=minutes, aids=[])
            if self.found("blend_outlasts_paint"):
                break
        self.cleared_by("blend_outlasts_paint", "set_pass")
        self.assertEqual(next(p.aids for p in self.work.passes if p.id == number), ("mist",))

    def test_a_spoiled_layer_is_done_again_and_what_is_done_stays(self):
        for kind, plane in (("drawing", None), ("block_in", 1)):
            self.change("mark_done", number=self.number(kind, plane), minutes=8)
        done = self.work.done
        self.change("spoil_pass", number=self.number("block_in", 1))
        self.assertEqual(self.work.done, done)
        (again,) = [p for p in self.work.passes if p.title.endswith(", anew")]
        self.assertEqual((again.kind, again.planes), ("block_in", (1,)))
        places = [p.id for p in self.work.passes]
        self.assertEqual(places.index(again.id), len(done), "right after what is painted")
        self.assertIn(again.id, self.stands())
        self.refuse(DomainError, "spoil_pass", number=again.id)


class Knot(Working):
    def test_the_smallest_knot_is_said_and_giving_one_up_clears_it(self):
        self.change("remove_session", session=2)
        for minutes in range(240, 20, -10):
            self.change("set_session", session=1, minutes=minutes)
            if self.found("does_not_fit"):
                break
        told = self.found("does_not_fit")[0]
        self.assertRegex(told.text, "smallest knot|alone finds no session|In all")
        leave_out = [r for r in told.remedies if r.action == "remove_pass"]
        self.assertTrue(leave_out, "ten minutes too few are found by leaving out one second layer")
        self.change(leave_out[0].action, **leave_out[0].arguments)
        self.assertEqual(self.found("does_not_fit"), [])
