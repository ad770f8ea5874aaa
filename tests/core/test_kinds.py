"""Kinds of pass: their order, what they want of the paint under them, and what reserved lights and handling ask for."""

import unittest
from dataclasses import replace

from kind_distance.core.depth.readings import Border
from kind_distance.core.judging.films import open_dose, open_minutes
from kind_distance.core.judging.model import Painted
from kind_distance.core.judging.reading import Read
from kind_distance.core.paint.handling import Handling
from kind_distance.core.paint.media import MEDIA, medium_of
from kind_distance.core.passes.kinds import KINDS, LEVEL, WET_ONLY, cannot, kind_of, paint_in, title_in
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts
from kind_distance.core.passes.order import cut_round
from kind_distance.core.passes.schools import SCHOOLS
from kind_distance.core.schedule.model import Problem
from kind_distance.core.schedule.plan import make_schedule
from kind_distance.core.schedule.verify import verify
from kind_distance.core.schedule.wet import DRY_SHARE, expired
from kind_distance.errors import DomainError
from kind_distance.stages.passes.pass_words import KIND_WHY, say_cannot
from kind_distance.stages.passes.plan_words import judge_wet
from tests.core.test_schedule import layer, problem, session
from tests.planning import derive, ruled, scene_for

SKY = PlaneFacts("Sky", 300.0, 0.0, 8.3, 8.0, 8.6, None, sky=True)
FIELD = PlaneFacts("Field", 600.0, 0.4, 3.5, 1.9, 5.5, 0.99)
TOUCHING = [Border(1, 2, 40.0, -1.8, 0.0, 1.0)]
KEPT = tuple(KeptFacts(name, name, 2, 6.0) for name in ("ground", "masked", "lifted", "added"))


def needed(medium, kept=(), support="board", drawn=True, planes=(SKY, FIELD), school="far_to_near"):
    return derive(planes, medium, school, borders=TOUCHING, kept=tuple(kept), support=support, area=900.0,
                  drawing="pencil" if drawn else "none")  # fmt: skip


def rules_between(low, high, medium="acrylic"):
    """State that is asked of the first by the second, both on plane 2; None where nothing is."""
    two = [
        Pass(1, low, () if KINDS[low].where == "whole" else (2,), low, paint_in(low, medium_of(medium)), 5),
        Pass(2, high, () if KINDS[high].where == "whole" else (2,), high, paint_in(high, medium_of(medium)), 5),
    ]
    found = [rule for rule in ruled(two, [SKY, FIELD], (), medium) if (rule.before, rule.after) == (1, 2)]
    return found[0].needs if found else None


class Table(unittest.TestCase):
    def test_nothing_stands_on_varnish_and_nothing_lies_under_the_ground(self):
        self.assertEqual(list(KINDS)[0], "ground")
        self.assertEqual(list(KINDS)[-1], "varnish")
        self.assertLess(LEVEL["isolating"], LEVEL["varnish"])
        self.assertLess(LEVEL["mask"], LEVEL["block_in"])
        self.assertLess(LEVEL["block_in"], LEVEL["unmask"])

    def test_facts_of_the_trade(self):
        """Common practice, no source: what each kind wants of the paint under it."""
        for low, high, needs in (
            ("block_in", "glaze", "firm"),
            ("block_in", "scumble", "touch_dry"),
            ("block_in", "blend", "not_tacky"),
            ("second_layer", "scratch", "not_tacky"),
            ("block_in", "second_layer", "touch_dry"),
            ("details", "unify", "firm"),
            ("lights", "varnish", "through_dry"),
            ("drawing", "block_in", "done"),
            ("mask", "block_in", "done"),
            ("ground", "underpainting", "touch_dry"),
            ("details", "finish", "done"),
        ):
            with self.subTest(low=low, high=high):
                self.assertEqual(rules_between(low, high), needs)

    def test_oil_over_acrylic_waits_until_it_is_firm(self):
        self.assertEqual(rules_between("block_in", "second_layer", "oil_over_acrylic"), "firm")
        self.assertEqual(rules_between("block_in", "scumble", "oil_over_acrylic"), "firm")

    def test_what_does_not_work_in_a_paint_says_why(self):
        self.assertIn("does not lift", say_cannot(cannot("lift", "acrylic")))
        self.assertIsNone(cannot("lift", "watercolour"))
        self.assertIsNone(cannot("lift", "oil"))
        self.assertIn("oil", say_cannot(cannot("mask", "oil")))
        self.assertIn("oil", say_cannot(cannot("isolating", "oil")))
        with self.assertRaises(DomainError):
            kind_of("airbrush")

    def test_every_kind_has_words_and_a_paint_in_every_medium(self):
        for medium in MEDIA.values():
            for key in KINDS:
                self.assertTrue(title_in(key, medium) and KIND_WHY[key].endswith("."), key)
                self.assertEqual(paint_in(key, medium) == "dry", key in ("drawing", "mask", "unmask"), key)

    def test_what_is_done_in_wet_paint_has_a_dry_form_that_is_none(self):
        for key in WET_ONLY:
            self.assertNotIn(KINDS[key].dry_form, WET_ONLY)
            self.assertEqual(KINDS[key].wants, "not_tacky")


class Derived(unittest.TestCase):
    def kinds(self, *args, **more):
        return [(each.kind, each.plane) for each in needed(*args, **more)]

    def test_masked_lights_bring_the_mask_and_its_end(self):
        found = self.kinds("watercolour", KEPT)
        order = [kind for kind, _ in found]
        self.assertLess(order.index("drawing"), order.index("mask"))
        self.assertLess(order.index("mask"), order.index("block_in"))
        self.assertLess(order.index("block_in"), order.index("unmask"))
        self.assertIn(("lift", 2), found)

    def test_no_mask_on_oil_and_no_lifting_of_acrylic(self):
        self.assertNotIn("mask", [kind for kind, _ in self.kinds("oil", KEPT)])
        self.assertIn(("lift", 2), self.kinds("oil", KEPT))
        self.assertNotIn(("lift", 2), self.kinds("acrylic", KEPT))

    def test_a_canvas_has_sides_and_a_board_has_none(self):
        self.assertIn(("sides", None), self.kinds("acrylic", support="stretched Canvas"))
        self.assertNotIn(("sides", None), self.kinds("acrylic"))

    def test_without_a_drawing_there_is_no_pass_for_it(self):
        self.assertNotIn(("drawing", None), self.kinds("acrylic", drawn=False))

    def test_soft_planes_are_laid_as_a_blend_and_kept_open(self):
        """In paint that closes sooner than the blend takes, the sheet is soaked or the paint misted."""
        soft = replace(FIELD, handling=Handling(marks="soft"))
        aids = {
            medium: next(p.aids for p in needed(medium, planes=(SKY, soft)) if p.kind == "blend")
            for medium in ("acrylic", "watercolour", "oil")
        }
        self.assertEqual(aids, {"acrylic": ("mist",), "watercolour": ("wetted",), "oil": ()})

    def test_a_blend_that_just_fits_its_open_time_is_not_misted(self):
        """Acrylic stays open for eight minutes and a half in the air of a studio."""
        aids = {}
        for area in range(20, 900, 10):
            planes = (SKY, replace(FIELD, handling=Handling(marks="soft"), area_cm2=float(area)))
            made = next(each for each in needed("acrylic", planes=planes) if each.kind == "blend")
            aids[made.minutes] = made.aids
            scene = scene_for(planes, TOUCHING)
            stays = open_minutes(Read(scene, 0, Painted(replace(made, aids=()), 0, made.minutes)))
        self.assertEqual({minutes: bool(each) for minutes, each in aids.items()}, {m: m > stays for m in aids})
        self.assertTrue(8 < stays < 8.8, "so that eight minutes lie within a tenth of it")

    def test_its_open_time_is_over_when_its_paint_has_been_out_so_long(self):
        """Whatever helps it, and the more so with mist."""
        made = next(each for each in needed("acrylic", planes=(SKY, FIELD)) if each.kind == "block_in")
        scene, stays = scene_for((SKY, FIELD), TOUCHING), {}
        for aids in ((), ("mist",), ("dryer",), ("wetted",)):
            film = Read(scene, 0, Painted(replace(made, aids=aids), 0, made.minutes))
            stays[aids] = open_minutes(film)
            self.assertAlmostEqual(open_dose(film, made.minutes + stays[aids]), 1.0, places=6, msg=aids)
        self.assertEqual(max(stays, key=stays.get), ("wetted",))
        self.assertTrue(stays["dryer",] < stays[()] < stays["mist",])

    def test_every_medium_and_school_with_all_lights_is_placed_and_holds(self):
        """Property: whatever is derived, the verifier finds nothing in its plan."""
        sessions = tuple(session(n, 600 + 1440 * 9 * n, 240) for n in range(1, 7))
        soft = replace(FIELD, handling=Handling(marks="soft"))
        for medium in MEDIA.values():
            for school in SCHOOLS:
                passes = needed(medium.key, KEPT, "canvas", planes=(SKY, soft), school=school)
                rules = tuple(ruled(passes, [SKY, soft], TOUCHING, medium.key, school))
                given = Problem(tuple(passes), rules, frozenset(), "done", sessions)
                plan = make_schedule(given)
                self.assertEqual(verify(given, plan), [], (medium.key, school))
                self.assertEqual(plan.unplaced, (), (medium.key, school))


class Wet(unittest.TestCase):
    """Oil stays open for a day and more, acrylic for five minutes: what is to be blended has to come soon."""

    def plan(self, minutes, more=()):
        blend = layer(2, 1, minutes, "blend")
        given = problem([layer(1, 1), *more, blend], ruled([layer(1, 1), blend], [SKY]))
        return given, make_schedule(given)

    def test_a_blend_that_fits_comes_before_all_else(self):
        given, plan = self.plan(4, [layer(3, 2)])
        self.assertEqual([p.pass_id for p in plan.placements][:2], [1, 2])
        self.assertEqual(expired(given, plan.placements), [])
        self.assertEqual(judge_wet(given, plan.placements), [])

    def test_one_that_is_too_long_becomes_its_dry_form_and_says_so(self):
        given, plan = self.plan(12)
        gone = expired(given, plan.placements)
        self.assertEqual([(each.pass_id, each.base_id) for each in gone], [(2, 1)])
        told = judge_wet(given, plan.placements)
        self.assertEqual([j.kind for j in told], ["wet_expired"])
        self.assertIn("about 6 min more", told[0].text)
        self.assertEqual(round(12 * DRY_SHARE), 6)
        self.assertEqual([r.action for r in told[0].remedies], ["make_dry"], "it cannot come soon enough")

    def test_one_that_came_too_late_may_come_right_after(self):
        given, plan = self.plan(4)
        late = tuple(replace(p, start=660, end=664) if p.pass_id == 2 else p for p in plan.placements)
        told = judge_wet(given, late)
        self.assertEqual(told[0].remedies[0].arguments, {"number": 2, "session": 1, "start": 610})


class Things(unittest.TestCase):
    """What is painted of a thing goes over its plane, and reaches no border."""

    def setUp(self):
        self.base = replace(layer(2, 1, 5), things=("Boat",), share=0.2)
        self.other = replace(layer(3, 1, 5, "second_layer"), things=("Shed",), share=0.2)

    def test_over_its_plane_and_apart_from_other_things(self):
        passes = [
            layer(1, 1),
            self.base,
            self.other,
            replace(layer(4, 1, 5, "second_layer"), things=("Boat",), share=0.2),
        ]
        pairs = {(r.before, r.after) for r in ruled(passes, [SKY])}
        self.assertEqual(pairs, {(1, 2), (1, 3), (1, 4), (2, 4)})

    def test_it_cuts_nothing_round(self):
        passes = [layer(4, 2), replace(layer(2, 1), things=("Boat",))]
        self.assertEqual(cut_round(passes, TOUCHING), [])
        found = ruled([replace(p, share=0.2) if p.things else p for p in passes], [SKY, FIELD], TOUCHING)
        self.assertEqual([r for r in found if r.border_cm], [])


if __name__ == "__main__":
    unittest.main()
