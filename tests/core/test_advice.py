"""Advice on single passes, each mistake planted and cleared by its remedy: brushes, buried detail, crossed lights."""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.depth.elements import Element
from kind_distance.core.depth.readings import Border
from kind_distance.core.depth.smallest import shapes_of, smallest_widths
from kind_distance.core.paint.drawing import DRAWING_MEDIA
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.advice import (
    BURIED_CM,
    audit_brushes,
    audit_covered,
    audit_crossed,
    audit_lines,
    buried_minutes,
)
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts
from kind_distance.core.passes.schools import SCHOOLS, school_of
from kind_distance.core.passes.wanted import audit_wanted, everything_wanted

FAR = PlaneFacts("Far hills", 200.0, 0.3, 7.6, 7.2, 8.0, 0.3, smallest_mm=4.0)
NEAR = PlaneFacts("Near bank", 400.0, 0.4, 3.6, 2.0, 5.0, 0.95, in_focus=0.8, smallest_mm=9.0)
PLANES = [FAR, NEAR]
BORDERS = [Border(1, 2, 60.0, -3.0, 0.0, 1.0)]
FAR_TO_NEAR = school_of("far_to_near")
ACRYLIC, WATERCOLOUR = medium_of("acrylic"), medium_of("watercolour")


def layer(number, kind, plane, minutes=20, **more):
    place = PLANES[plane - 1].name if plane else ""
    return Pass(
        number,
        kind,
        () if plane is None else (plane,),
        kind.replace("_", " "),
        more.pop("paint", "acrylic"),
        minutes,
        place=place,
        **more,
    )


class Brushes(unittest.TestCase):
    def test_wider_than_the_smallest_shape(self):
        told = audit_brushes([layer(1, "details", 1, brush_mm=12.0)], PLANES, set())
        self.assertEqual([j.kind for j in told], ["brush_too_wide"])
        self.assertIn("12 mm", told[0].text)
        self.assertIn("4 mm wide", told[0].text)
        fits = told[0].remedies[0].arguments["brush_mm"]
        self.assertEqual(audit_brushes([layer(1, "details", 1, brush_mm=fits)], PLANES, set()), [])

    def test_nothing_is_said_without_a_brush_a_thumbnail_or_after_it_is_painted(self):
        self.assertEqual(audit_brushes([layer(1, "details", 1)], PLANES, set()), [])
        self.assertEqual(audit_brushes([layer(1, "details", 1, brush_mm=12.0)], PLANES, {1}), [])
        bare = [replace(FAR, smallest_mm=None), NEAR]
        self.assertEqual(audit_brushes([layer(1, "details", 1, brush_mm=12.0)], bare, set()), [])

    def test_shapes_are_as_wide_as_the_largest_circle_inside(self):
        """A disc of 21, a bar of 9 by 60 and a square of 15 on two planes."""
        steps = np.zeros((120, 160), np.uint8)
        labels = np.ones((120, 160), np.uint8)
        labels[60:] = 2
        down, across = np.mgrid[:120, :160]
        steps[(down - 30) ** 2 + (across - 40) ** 2 <= 10.5**2] = 1
        steps[80:89, 20:80] = 2
        steps[90:105, 110:125] = 3
        far, near, none = smallest_widths(*shapes_of(steps), labels, 3)
        self.assertAlmostEqual(far, 21, delta=2)
        self.assertAlmostEqual(near, 9, delta=1.5)
        self.assertIsNone(none)


class Covered(unittest.TestCase):
    EARLY = (layer(1, "block_in", 1), layer(2, "details", 1), layer(3, "block_in", 2))

    def test_details_under_the_edge_of_what_comes_later(self):
        """60 cm of border, 0.5 cm over the edge: 30 of 200 cm2 are covered, 3 of 20 minutes."""
        passes = list(self.EARLY)
        self.assertAlmostEqual(buried_minutes(passes, BORDERS, PLANES), 20 * 60 * BURIED_CM / 200)
        told = audit_covered(passes, BORDERS, PLANES, FAR_TO_NEAR, set())
        self.assertEqual([j.kind for j in told], ["detail_covered"])
        self.assertIn("60 cm of border, about 3 min", told[0].text)
        self.assertEqual(told[0].remedies[0].arguments, {"number": 3, "before": 2})
        moved = [passes[0], passes[2], passes[1]]
        self.assertEqual(audit_covered(moved, BORDERS, PLANES, FAR_TO_NEAR, set()), [])
        self.assertEqual(buried_minutes(moved, BORDERS, PLANES), 0)

    def test_a_school_that_wants_it_is_not_told_but_tells_its_cost(self):
        for key, school in SCHOOLS.items():
            told = audit_covered(list(self.EARLY), BORDERS, PLANES, school, set())
            self.assertEqual(bool(told), school.by not in ("plane", "side"), key)

    def test_what_is_painted_cannot_be_helped(self):
        self.assertEqual(audit_covered(list(self.EARLY), BORDERS, PLANES, FAR_TO_NEAR, {2, 3}), [])


class Crossed(unittest.TestCase):
    MASKED, BARE = KeptFacts("Spark", "masked", 2, 2.0), KeptFacts("Sail", "ground", 1, 4.0)

    def told(self, passes, kept, medium=ACRYLIC, done=()):
        return [j.kind for j in audit_crossed(list(passes), tuple(kept), medium, set(done))]

    def test_a_glaze_over_everything_crosses_what_is_left_bare(self):
        whole = layer(4, "unify", None)
        self.assertEqual(self.told([whole], [self.BARE]), ["reserve_crossed"])
        self.assertEqual(self.told([whole], [KeptFacts("Glint", "added", 2, 1.0)]), [])
        self.assertEqual(self.told([layer(4, "glaze", 2)], [self.BARE]), [], "on a plane it is painted round")
        self.assertEqual(self.told([whole], [self.BARE], done=[4]), [])

    def test_under_the_mask_nothing_is_crossed(self):
        mask, whole, off = layer(1, "mask", None), layer(2, "underpainting", None), layer(3, "unmask", None)
        self.assertEqual(self.told([mask, whole, off], [self.MASKED]), [])
        self.assertEqual(self.told([mask, off, whole], [self.MASKED]), ["reserve_crossed"])

    def test_transparent_paint_gives_no_light_back(self):
        whole, lights = layer(4, "unify", None), layer(5, "lights", None)
        opaque = audit_crossed([whole, lights], (self.BARE,), ACRYLIC, set())
        clear = audit_crossed([whole, lights], (self.BARE,), WATERCOLOUR, set())
        self.assertEqual((opaque[0].severity, clear[0].severity), ("mild", "strong"))
        self.assertIn("does not give a light back", clear[0].text)
        alone = audit_crossed([whole], (self.BARE,), ACRYLIC, set())
        self.assertIn("add_pass", [r.action for r in alone[0].remedies])


class Lines(unittest.TestCase):
    def told(self, passes, drawing="pencil", medium=WATERCOLOUR):
        return audit_lines(list(passes), PLANES, DRAWING_MEDIA[drawing], medium, set())

    def test_pencil_under_one_pale_wash(self):
        passes = [layer(1, "drawing", None, paint="dry"), layer(2, "block_in", 1, paint="watercolour")]
        told = self.told(passes)
        self.assertEqual([j.kind for j in told], ["line_shows"])
        self.assertEqual(told[0].planes, (1,), "the dark bank hides it")
        self.assertEqual(told[0].remedies[0].arguments, {"drawing_medium": "pale_pencil"})
        self.assertEqual(self.told(passes, "pale_pencil"), [])
        self.assertEqual(self.told([*passes, layer(3, "second_layer", 1, paint="watercolour")]), [])
        self.assertEqual(self.told(passes[1:]), [], "nothing is drawn")

    def test_opaque_paint_hides_it_unless_it_is_thin(self):
        thin = layer(2, "block_in", 1, thickness=0.6)
        passes = [layer(1, "drawing", None, paint="dry"), thin]
        told = self.told(passes, medium=ACRYLIC)
        self.assertEqual([j.kind for j in told], ["line_shows"])
        fuller = told[0].remedies[1].arguments["thickness"]
        self.assertEqual(self.told([passes[0], replace(thin, thickness=fuller)], medium=ACRYLIC), [])


class WantedList(unittest.TestCase):
    THINGS = (Element(1, "Boat", 2, 2), Element(2, "Gull", None, None), Element(3, "Shed", 2, 2))
    LIGHTS = (KeptFacts("Sail", "ground", 1, 4.0), KeptFacts("Spark", "added", 2, 1.0))

    def listed(self, passes):
        return everything_wanted(PLANES, list(self.THINGS), self.LIGHTS, [(1, "Left out: the pole")], list(passes))

    def test_each_item_has_its_passes(self):
        passes = [
            layer(1, "drawing", None, paint="dry"), layer(2, "block_in", 1), layer(3, "block_in", 2),
            layer(4, "details", 2), replace(layer(5, "block_in", 2), things=("Boat",)), layer(6, "lights", None),
        ]  # fmt: skip
        found = {each.name: each.passes for each in self.listed(passes)}
        self.assertEqual(
            found,
            {
                "Far hills": (2,), "Near bank": (3, 4, 5), "Boat": (5,), "Gull": (), "Shed": (4,),
                "Sail": (1,), "Spark": (6,), "Left out: the pole": (1,),
            },
        )  # fmt: skip

    def test_what_has_no_pass_is_told_with_a_recipe(self):
        passes = [layer(1, "block_in", 1), layer(2, "lights", None)]
        told = {j.title: j for j in audit_wanted(self.listed(passes), passes, PLANES)}
        self.assertEqual(set(told), {"No pass sees to Boat", "No pass sees to Gull", "No pass sees to Shed"})
        self.assertEqual(told["No pass sees to Boat"].remedies[0].action, "add_recipe")
        self.assertEqual(told["No pass sees to Gull"].remedies, (), "it wants a plane first")

    def test_a_light_nobody_sets_is_told(self):
        passes = [layer(1, "block_in", 1), layer(2, "block_in", 2)]
        told = [j.title for j in audit_wanted(self.listed(passes), passes, PLANES)]
        self.assertIn("No pass sees to Spark", told)
        self.assertNotIn("No pass sees to Sail", told, "bare ground needs no pass")

    def test_fine_work_far_away_and_off_the_focus_serves_nothing(self):
        passes = [layer(1, "block_in", 1), layer(2, "block_in", 2), layer(3, "details", 1), layer(4, "details", 2)]
        told = [j for j in audit_wanted([], passes, PLANES) if j.kind == "serves_nothing"]
        self.assertEqual([j.key for j in told], ["serves_nothing:3"])
        self.assertIn("30 % of its contrast", told[0].text)
        focal = [replace(FAR, in_focus=0.4), NEAR]
        self.assertEqual([j for j in audit_wanted([], passes, focal) if j.kind == "serves_nothing"], [])


if __name__ == "__main__":
    unittest.main()
