"""Which passes, in which order, what an order costs: small cases worked by hand."""

import unittest
from dataclasses import replace

from kind_distance.core.paint.media import GROUNDS, MEDIA, ground_of, medium_of, why_not_on
from kind_distance.core.passes.minutes import FINE_MIN, MASS_MIN, estimate_minutes
from kind_distance.core.passes.model import LEVEL, Pass, PlaneFacts
from kind_distance.core.passes.order import (
    compare_schools,
    cost_of_order,
    count_remixes,
    cut_round,
    ready_at,
)
from kind_distance.core.passes.schools import SCHOOLS, school_of
from kind_distance.errors import DomainError
from kind_distance.stages.passes.pass_words import say_cannot
from kind_distance.stages.passes.plan_words import judge_passes
from kind_distance.stages.passes.schedule_words import say_rule
from tests.planning import border, derive, ruled

PLANES = [
    PlaneFacts("Sky", 300, 0.0, 8.3, 8.0, 8.6, None, sky=True),
    PlaneFacts("Ridge", 150, 0.08, 6.5, 5.5, 7.2, 0.3),
    PlaneFacts("Field", 600, 0.4, 3.5, 1.9, 5.5, 0.99),
]
BORDERS = [border(1, 2, 40.0), border(2, 3, 50.0)]


def passes_for(medium="acrylic", school="far_to_near", ground="white", planes=PLANES, **more):
    return derive(planes, medium, school, ground, BORDERS, **more)


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
        self.assertIn("kept", next(p for p in passes_for("watercolour") if p.kind == "drawing").title)

    def test_a_toned_ground_comes_first_unless_it_is_there(self):
        first = passes_for(ground="umber")[0]
        self.assertEqual((first.kind, first.plane), ("ground", None))
        self.assertNotIn("ground", [p.kind for p in passes_for(ground="umber", ground_ready=True)])

    def test_oil_over_acrylic(self):
        paints = {each.kind: each.paint for each in passes_for("oil_over_acrylic")}
        self.assertEqual((paints["block_in"], paints["second_layer"], paints["lights"]), ("acrylic", "oil", "oil"))

    def test_all_at_once_is_one_film(self):
        """Common practice, no source: in one sitting there is neither glaze nor varnish."""
        found = {p.kind for p in passes_for("oil_at_once", approach="glazes", support="canvas")}
        self.assertFalse(found & {"glaze", "varnish", "sides", "underpainting"})

    def test_glazes_where_the_painter_builds_in_them(self):
        found = passes_for(approach="glazes")
        self.assertEqual({p.plane for p in found if p.kind == "glaze"}, {1, 2, 3})
        self.assertIn("underpainting", [p.kind for p in found])
        oils = [p.colour.oil for p in passes_for("oil", approach="glazes") if p.plane == 3 and p.paint == "oil"]
        ranks = [("lean", "tube", "fat").index(each) for each in oils]
        self.assertEqual(ranks, sorted(ranks), "never leaner than what is under it")

    def test_orders_of_the_schools(self):
        first = {key: [p.plane for p in passes_for(school=key) if p.kind == "block_in"] for key in SCHOOLS}
        self.assertEqual(first["far_to_near"], [1, 2, 3])
        self.assertEqual(first["sky_last"], [2, 3, 1])
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
                self.assertTrue(all(p.why and p.minutes >= 2 for p in found))

    def test_a_field_board_takes_60_to_90_minutes(self):
        """A 12 x 9 in board outdoors: common practice, no source. Details, lights and drawing included."""
        planes = [
            PlaneFacts(p.name, p.area_cm2 * 697 / 1050, p.detail, p.value, p.dark, p.light, p.contrast_left, p.sky)
            for p in PLANES
        ]
        found = passes_for(planes=planes, area=697.0)
        self.assertTrue(60 <= sum(p.minutes for p in found if p.kind != "varnish") <= 90)

    def test_minutes_grow_with_what_there_is_to_do(self):
        self.assertEqual(estimate_minutes("block_in", 1.0), max(2, round(MASS_MIN)))
        self.assertEqual(estimate_minutes("details", 100.0, 1), round(FINE_MIN * 100**0.43 * 2**0.78))
        self.assertGreater(estimate_minutes("details", 100.0, 4), estimate_minutes("details", 100.0, 1))
        self.assertEqual(estimate_minutes("block_in", 400, oil=True), round(1.4 * MASS_MIN * 400**0.38))

    def test_words_that_are_not_known(self):
        for ask in (lambda: medium_of("ink"), lambda: ground_of("gold"), lambda: school_of("none")):
            with self.assertRaises(DomainError):
                ask()


class Materials(unittest.TestCase):
    def test_what_why_not_on_what(self):
        """Oil over acrylic, never the other way (common practice, no source)."""
        self.assertIsNone(why_not_on("oil", "acrylic"))
        self.assertIn("peels", say_cannot(why_not_on("acrylic", "oil")))
        self.assertIsNotNone(why_not_on("watercolour", "acrylic"))
        self.assertIsNotNone(why_not_on("acrylic", "varnish"))
        self.assertIsNone(why_not_on("varnish", "oil"))

    def test_oil_waits_until_acrylic_is_firm(self):
        """An hour on thin acrylic will do: common practice, no source."""
        found = passes_for("oil_over_acrylic")
        rules = {(r.before, r.after): r for r in ruled(found, PLANES, BORDERS, "oil_over_acrylic")}
        by_kind = {(p.kind, p.plane): p.id for p in found}
        self.assertEqual(rules[by_kind["block_in", 3], by_kind["second_layer", 3]].needs, "firm")

    def test_varnish_waits_for_everything(self):
        found = passes_for()
        varnish = next(p.id for p in found if p.kind == "varnish")
        before = {r.before: r.needs for r in ruled(found, PLANES, BORDERS) if r.after == varnish}
        self.assertEqual(set(before), {p.id for p in found} - {varnish})
        layers = {p.id for p in found if p.kind in ("block_in", "second_layer", "details", "lights")}
        self.assertTrue(all(before[number] == "through_dry" for number in layers))

    def test_grounds_say_their_value(self):
        self.assertTrue(all(0 < ground.value < 10 for ground in GROUNDS.values()))


class Precedences(unittest.TestCase):
    def test_overlap_gives_the_order_and_its_reason(self):
        found = passes_for()
        rules = ruled(found, PLANES, BORDERS)
        names = {(p.kind, p.plane): p.id for p in found}
        rule = next(r for r in rules if (r.before, r.after) == (names["block_in", 1], names["block_in", 2]))
        self.assertEqual(say_rule(rule.why), "Ridge goes over the edge of Sky: 40 cm of border.")
        self.assertEqual((rule.material, rule.needs), (False, "done"))
        pairs = {(r.before, r.after) for r in rules}
        self.assertNotIn((names["block_in", 1], names["block_in", 3]), pairs)  # sky and field never meet

    def test_a_wet_neighbour_counts_in_watercolour_alone(self):
        """Planes of opaque paint are blocked in side by side while wet: common practice, no source."""
        for medium in MEDIA:
            found = [
                replace(each, wants="") for each in passes_for(medium)
            ]  # the painter's own washes, with no dry gap
            names = {(p.kind, p.plane): p.id for p in found}
            pair = (names["block_in", 1], names["block_in", 2])
            needs = next(r.needs for r in ruled(found, PLANES, BORDERS, medium) if (r.before, r.after) == pair)
            with self.subTest(medium=medium):
                self.assertEqual(needs, "touch_dry" if medium == "watercolour" else "done")

    def test_the_other_way_round_is_cut_in(self):
        rules = ruled(passes_for(school="dark_to_light"), PLANES, BORDERS, school="dark_to_light")
        self.assertTrue(any(rule.why.kind == "cut_in_round" for rule in rules))

    def test_precedences_follow_the_list_and_make_no_circle(self):
        import networkx

        for medium in MEDIA:
            for school in SCHOOLS:
                found = passes_for(medium, school)
                rules = ruled(found, PLANES, BORDERS, medium, school)
                graph = networkx.DiGraph((r.before, r.after) for r in rules)
                with self.subTest(medium=medium, school=school):
                    self.assertTrue(networkx.is_directed_acyclic_graph(graph))
                    self.assertTrue(all(r.before < r.after for r in rules))


class Washes(unittest.TestCase):
    def test_the_sheet_dries_once_a_stage(self):
        """First washes stand side by side wet, with a hair of dry paper between; over itself each waits."""
        found = passes_for("watercolour")
        first = {each.id for each in found if each.kind == "block_in"}
        rules = [r for r in ruled(found, PLANES, BORDERS, "watercolour") if r.needs == "touch_dry"]
        self.assertGreater(len(first), 2)
        self.assertFalse([r for r in rules if r.before in first and r.after in first])
        self.assertTrue([r for r in rules if r.before in first and r.after not in first])


class Costs(unittest.TestCase):
    def test_far_to_near_cuts_round_nothing(self):
        self.assertEqual(cut_round(passes_for(), BORDERS), [])

    def test_near_to_far_cuts_round_every_border_once_a_layer(self):
        """Block-ins of three planes and second layers of two: 40 + 50 + 50 cm, worked by hand."""
        found = passes_for(school="dark_to_light")
        self.assertAlmostEqual(sum(length for _, _, length in cut_round(found, BORDERS)), 90 + 50)

    def test_a_blended_mass_counts_as_one_laid_flat(self):
        flat = [each for each in passes_for(school="sky_last") if each.kind == "block_in"]
        blended = [replace(each, kind="blend") if each.planes == (1,) else each for each in flat]
        length = sum(length for _, _, length in cut_round(flat, BORDERS))
        self.assertGreater(length, 0)
        self.assertEqual(sum(length for _, _, length in cut_round(blended, BORDERS)), length)

    def test_remixes(self):
        def order(*planes):
            return [Pass(n, "block_in", (plane,), "block-in", "acrylic", 5) for n, plane in enumerate(planes)]

        self.assertEqual(count_remixes(order(1, 2, 3)), 0)
        self.assertEqual(count_remixes(order(1, 2, 1, 2)), 2)
        self.assertEqual(count_remixes(order(1, 1, 2, 2)), 0)
        self.assertEqual(count_remixes([*order(1), Pass(9, "drawing", (), "draw", "dry", 5), *order(1)]), 0)

    def test_waits(self):
        """Plane by plane waits for each layer under the next; far to near paints elsewhere meanwhile."""

        def cost(school):
            found = passes_for(school=school)
            return cost_of_order(found, BORDERS, ruled(found, PLANES, BORDERS, school=school), PLANES)

        by_plane, far = cost("plane_by_plane"), cost("far_to_near")
        self.assertGreater(by_plane.wait_min, far.wait_min)
        self.assertLess(by_plane.remixes, far.remixes)
        self.assertEqual(by_plane.painting_min, far.painting_min)

    def test_ready(self):
        drying = (10.0, 20.0, 500.0, 40.0)
        rows = [
            ("touch_dry", 5, 5, 20),
            ("firm", 5, 5, 40),
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
        rules = {key: ruled(order[key], PLANES, BORDERS, school=key) for key in SCHOOLS}
        offers = compare_schools(list(SCHOOLS.values()), order, BORDERS, rules, PLANES)
        self.assertEqual([o.school.key for o in offers], list(SCHOOLS))
        self.assertTrue(all(o.sentence for o in offers))


class Judging(unittest.TestCase):
    def test_whatever_is_derived_holds_together(self):
        for medium in MEDIA:
            for school in SCHOOLS:
                with self.subTest(medium=medium, school=school):
                    self.assertEqual(judge_passes(passes_for(medium, school), PLANES, medium_of(medium)), [])

    def test_a_plane_that_nothing_paints(self):
        found = [p for p in passes_for() if p.plane != 2]
        judgement = next(j for j in judge_passes(found, PLANES, medium_of("acrylic")) if j.kind == "no_pass")
        self.assertEqual(judgement.remedies[0].arguments, {"plane": 2, "kind": "block_in"})
        self.assertIn("150 cm²", judgement.text)
        inches = judge_passes(found, PLANES, medium_of("acrylic"), unit="in")
        self.assertIn("23.3 in²", next(j for j in inches if j.kind == "no_pass").text)

    def test_levels_are_complete(self):
        self.assertEqual(len(set(LEVEL.values())), len(LEVEL))


if __name__ == "__main__":
    unittest.main()
