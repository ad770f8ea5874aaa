"""Which passes, in which order, what an order costs: small cases worked by hand."""

import unittest

from kind_distance.core.depth.readings import Border
from kind_distance.core.paint.media import GROUNDS, MEDIA, ground_of, may_lie_on, medium_of
from kind_distance.core.passes.model import LEVEL, Pass, PlaneFacts
from kind_distance.core.passes.needed import estimate_minutes, needed_passes, pace_cm2_min
from kind_distance.core.passes.order import (
    compare_schools,
    cost_of_order,
    count_remixes,
    cut_round,
    judge_order,
    ready_at,
)
from kind_distance.core.passes.precedence import broken_rules, material_rules, order_rules
from kind_distance.core.passes.schools import SCHOOLS, school_of
from kind_distance.errors import DomainError

PLANES = [
    PlaneFacts("Sky", 300, 0.0, 8.3, 8.0, 8.6, None, sky=True),
    PlaneFacts("Ridge", 150, 0.08, 6.5, 5.5, 7.2, 0.3),
    PlaneFacts("Field", 600, 0.4, 3.5, 1.9, 5.5, 0.99),
]
BORDERS = [Border(1, 2, 40.0, -1.8, 0.0, 1.0), Border(2, 3, 50.0, -3.0, 0.0, 1.2)]


def passes_for(medium="acrylic", school="far_to_near", ground="white", planes=PLANES):
    border_cm = sum(b.length_cm for b in BORDERS)
    return needed_passes(planes, medium_of(medium), ground_of(ground), school_of(school), 1050.0, border_cm)


def kinds(passes):
    return [(each.kind, each.plane) for each in passes]


class Needed(unittest.TestCase):
    def test_acrylic_far_to_near(self):
        self.assertEqual(
            kinds(passes_for()),
            [
                ("drawing", None),
                ("block_in", 1),
                ("block_in", 2),
                ("block_in", 3),
                ("second_layer", 2),
                ("second_layer", 3),
                ("details", 3),
                ("lights", None),
                ("finish", None),
                ("varnish", None),
            ],
        )

    def test_detail_behind_the_veil_is_air(self):
        """The ridge has fine edges, but the air leaves 30 % of their contrast: no pass of details."""
        self.assertNotIn(("details", 2), kinds(passes_for()))

    def test_watercolour_is_not_varnished_and_its_sky_is_one_wash(self):
        found = kinds(passes_for("watercolour"))
        self.assertNotIn(("varnish", None), found)
        self.assertNotIn(("second_layer", 1), found)
        self.assertIn(
            "keep", next(p for p in passes_for("watercolour") if p.kind == "drawing").title.replace("kept", "keep")
        )

    def test_a_toned_ground_comes_first(self):
        first = passes_for(ground="umber")[0]
        self.assertEqual((first.kind, first.plane), ("ground", None))
        self.assertTrue(first.why.startswith("An umber"))

    def test_oil_over_acrylic(self):
        paints = {each.kind: each.paint for each in passes_for("oil_over_acrylic")}
        self.assertEqual((paints["block_in"], paints["second_layer"], paints["lights"]), ("acrylic", "oil", "oil"))

    def test_orders_of_the_schools(self):
        first = {key: [p.plane for p in passes_for(school=key) if p.kind == "block_in"] for key in SCHOOLS}
        self.assertEqual(first["far_to_near"], [1, 2, 3])
        self.assertEqual(first["light_to_dark"], [1, 2, 3])
        self.assertEqual(first["dark_to_light"], [3, 2, 1])
        self.assertEqual(first["whole_at_once"], [3, 1, 2])
        by_plane = [p.plane for p in passes_for(school="plane_by_plane") if p.plane]
        self.assertEqual(by_plane, sorted(by_plane))

    def test_ids_count_from_one_and_every_pass_says_why(self):
        for medium in MEDIA:
            with self.subTest(medium=medium):
                found = passes_for(medium)
                self.assertEqual([p.id for p in found], list(range(1, len(found) + 1)))
                self.assertTrue(all(p.why and p.minutes >= 3 for p in found))

    def test_a_field_board_takes_60_to_90_minutes(self):
        """A 12 x 9 in board outdoors: common practice, no source. Details, lights and drawing included."""
        planes = [
            PlaneFacts(p.name, p.area_cm2 * 697 / 1050, p.detail, p.value, p.dark, p.light, p.contrast_left, p.sky)
            for p in PLANES
        ]
        found = needed_passes(planes, medium_of("acrylic"), ground_of("white"), school_of("far_to_near"), 697.0, 60)
        self.assertTrue(60 <= sum(p.minutes for p in found if p.kind != "varnish") <= 110)

    def test_larger_supports_are_painted_with_larger_brushes(self):
        self.assertAlmostEqual(pace_cm2_min(4 * 697) / pace_cm2_min(697), 2)
        self.assertGreater(estimate_minutes("block_in", 600, 0.4, 1050), estimate_minutes("block_in", 600, 0.0, 1050))

    def test_words_that_are_not_known(self):
        for ask in (lambda: medium_of("ink"), lambda: ground_of("gold"), lambda: school_of("none")):
            with self.assertRaises(DomainError):
                ask()


class Materials(unittest.TestCase):
    def test_what_may_lie_on_what(self):
        """Oil over acrylic, never the other way (common practice, no source)."""
        self.assertIsNone(may_lie_on("oil", "acrylic"))
        self.assertIn("peels", may_lie_on("acrylic", "oil"))
        self.assertIsNotNone(may_lie_on("watercolour", "acrylic"))
        self.assertIsNotNone(may_lie_on("acrylic", "varnish"))
        self.assertIsNone(may_lie_on("varnish", "oil"))

    def test_oil_waits_until_acrylic_is_dry_through(self):
        found = passes_for("oil_over_acrylic")
        rules = {(r.before, r.after): r for r in material_rules(found, medium_of("oil_over_acrylic"), PLANES)}
        by_kind = {(p.kind, p.plane): p.id for p in found}
        rule = rules[by_kind["block_in", 3], by_kind["second_layer", 3]]
        self.assertEqual(rule.needs, "through_dry")
        self.assertIn("acrylic under it", rule.reason)

    def test_varnish_waits_for_everything(self):
        found = passes_for()
        rules = material_rules(found, medium_of("acrylic"), PLANES)
        varnish = next(p.id for p in found if p.kind == "varnish")
        before = {r.before for r in rules if r.after == varnish}
        self.assertEqual(before, {p.id for p in found} - {varnish})
        self.assertTrue(all(r.needs == "through_dry" for r in rules if r.after == varnish))

    def test_grounds_say_their_value(self):
        self.assertTrue(all(0 < ground.value < 10 for ground in GROUNDS.values()))


class Precedences(unittest.TestCase):
    def test_overlap_gives_the_order_and_its_reason(self):
        found = passes_for()
        rules = order_rules(found, BORDERS, PLANES)
        names = {(p.kind, p.plane): p.id for p in found}
        rule = next(r for r in rules if (r.before, r.after) == (names["block_in", 1], names["block_in", 2]))
        self.assertEqual(rule.reason, "Ridge goes over the edge of Sky: 40 cm of border.")
        self.assertFalse(rule.material)
        pairs = {(r.before, r.after) for r in rules}
        self.assertNotIn((names["block_in", 1], names["block_in", 3]), pairs)  # sky and field never meet

    def test_the_other_way_round_is_cut_in(self):
        rules = order_rules(passes_for(school="dark_to_light"), BORDERS, PLANES)
        self.assertTrue(any("is cut in round" in rule.reason for rule in rules))

    def test_precedences_make_no_circle(self):
        import networkx

        for medium in MEDIA:
            for school in SCHOOLS:
                found = passes_for(medium, school)
                rules = [
                    *material_rules(found, medium_of(medium), PLANES),
                    *order_rules(found, BORDERS, PLANES),
                ]
                graph = networkx.DiGraph((r.before, r.after) for r in rules)
                with self.subTest(medium=medium, school=school):
                    self.assertTrue(networkx.is_directed_acyclic_graph(graph))
                    self.assertEqual(broken_rules(found, medium_of(medium), PLANES), [])

    def test_a_turned_order_breaks_rules(self):
        found = list(reversed(passes_for("oil_over_acrylic")))
        broken = [why for _, why in broken_rules(found, medium_of("oil_over_acrylic"), PLANES)]
        self.assertTrue(any("cracks and peels" in why for why in broken))


class Costs(unittest.TestCase):
    def test_far_to_near_cuts_round_nothing(self):
        self.assertEqual(cut_round(passes_for(), BORDERS), [])

    def test_near_to_far_cuts_round_every_border_once_a_layer(self):
        """Block-ins of three planes and second layers of two: 40 + 50 + 50 cm, worked by hand."""
        found = passes_for(school="dark_to_light")
        self.assertAlmostEqual(sum(length for _, _, length in cut_round(found, BORDERS)), 140)

    def test_remixes(self):
        def order(*planes):
            return [Pass(n, "block_in", (plane,), "block-in", "acrylic", 5) for n, plane in enumerate(planes)]

        self.assertEqual(count_remixes(order(1, 2, 3)), 0)
        self.assertEqual(count_remixes(order(1, 2, 1, 2)), 2)
        self.assertEqual(count_remixes(order(1, 1, 2, 2)), 0)
        self.assertEqual(count_remixes(order(1, None, 1)), 0)

    def test_waits(self):
        """Plane by plane waits for each layer under the next; the whole at once paints elsewhere meanwhile."""
        medium = medium_of("acrylic")
        by_plane = cost_of_order(passes_for(school="plane_by_plane"), BORDERS, medium, PLANES)
        far = cost_of_order(passes_for(), BORDERS, medium, PLANES)
        self.assertGreater(by_plane.wait_min, far.wait_min)
        self.assertLess(by_plane.remixes, far.remixes)
        self.assertEqual(by_plane.painting_min, far.painting_min)

    def test_ready(self):
        drying = (10.0, 20.0, 500.0)
        rows = [
            ("touch_dry", 5, 5, 20),
            ("through_dry", 5, 5, 500),
            ("done", 5, 5, 5),
            ("not_tacky", 2, 8, 2),
            ("not_tacky", 5, 8, 20),
        ]
        for needs, start, minutes, ready in rows:
            with self.subTest(needs=needs, start=start):
                self.assertEqual(ready_at(needs, drying, start, minutes), ready)

    def test_schools_side_by_side(self):
        order = {key: passes_for(school=key) for key in SCHOOLS}
        offers = compare_schools(list(SCHOOLS.values()), order, BORDERS, medium_of("acrylic"), PLANES)
        self.assertEqual([o.school.key for o in offers], list(SCHOOLS))
        self.assertTrue(all(o.sentence for o in offers))


class Judging(unittest.TestCase):
    def judge(self, passes, school="far_to_near", medium="acrylic", **more):
        return judge_order(passes, BORDERS, medium_of(medium), PLANES, school_of(school), **more)

    def test_a_good_order_in_each_school_has_nothing_held_against_it(self):
        for medium in MEDIA:
            for school in SCHOOLS:
                with self.subTest(medium=medium, school=school):
                    found = self.judge(passes_for(medium, school), school, medium)
                    self.assertEqual([j.title for j in found if j.severity != "note"], [])

    def test_the_far_plane_after_the_near_one(self):
        found = passes_for()
        ridge = next(p for p in found if (p.kind, p.plane) == ("block_in", 2))
        field = next(p for p in found if (p.kind, p.plane) == ("block_in", 3))
        found.remove(ridge)
        found.insert(found.index(field) + 1, ridge)
        (judgement,) = self.judge(found)
        self.assertEqual((judgement.kind, judgement.severity), ("cut_round", "mild"))
        self.assertIn("50 cm", judgement.title)
        self.assertEqual(judgement.remedies[0].arguments, {"number": ridge.id, "before": field.id})
        self.assertEqual(self.judge(found, finished={ridge.id}), [])

    def test_a_layer_before_what_lies_under_it(self):
        found = passes_for()
        found.sort(key=lambda p: (p.plane == 3 and p.kind == "block_in", p.id))
        strong = [j for j in self.judge(found) if j.severity == "strong"]
        self.assertEqual({j.kind for j in strong}, {"broken_rule"})

    def test_a_plane_that_nothing_paints(self):
        found = [p for p in passes_for() if p.plane != 2]
        judgement = next(j for j in self.judge(found) if j.kind == "no_pass")
        self.assertEqual(judgement.remedies[0].arguments, {"plane": 2, "kind": "block_in"})

    def test_levels_are_complete(self):
        self.assertEqual(len(set(LEVEL.values())), len(LEVEL))


if __name__ == "__main__":
    unittest.main()
