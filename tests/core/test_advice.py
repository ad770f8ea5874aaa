"""What a list of passes costs and sees to: shapes and brushes, work that is covered again, everything that is wanted."""

import unittest
from dataclasses import replace

import numpy as np

from kind_distance.core.depth.elements import Element
from kind_distance.core.depth.readings import Border
from kind_distance.core.depth.smallest import shapes_of, smallest_widths
from kind_distance.core.passes.buried import BURIED_CM, buried_minutes
from kind_distance.core.passes.model import KeptFacts, Pass, PlaneFacts
from kind_distance.core.passes.wanted import everything_wanted
from kind_distance.stages.passes.plan_words import judge_wanted

FAR = PlaneFacts("Far hills", 200.0, 0.3, 7.6, 7.2, 8.0, 0.3, smallest_mm=4.0)
NEAR = PlaneFacts("Near bank", 400.0, 0.4, 3.6, 2.0, 5.0, 0.95, in_focus=0.8, smallest_mm=9.0)
PLANES = [FAR, NEAR]
BORDERS = [Border(1, 2, 60.0, -3.0, 0.0, 1.0)]


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


class Shapes(unittest.TestCase):
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


class Buried(unittest.TestCase):
    def test_details_under_the_edge_of_what_comes_later(self):
        """60 cm of border, 0.5 cm over the edge: 30 of 200 cm2 are covered, 3 of 20 minutes."""
        passes = [layer(1, "block_in", 1), layer(2, "details", 1), layer(3, "block_in", 2)]
        self.assertAlmostEqual(buried_minutes(passes, BORDERS, PLANES), 20 * 60 * BURIED_CM / 200)
        moved = [passes[0], passes[2], passes[1]]
        self.assertEqual(buried_minutes(moved, BORDERS, PLANES), 0)


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

    def test_a_light_nobody_sets_is_told(self):
        passes = [layer(1, "block_in", 1), layer(2, "block_in", 2)]
        told = [j.title for j in judge_wanted(self.listed(passes), passes)]
        self.assertIn("No pass sees to Spark", told)
        self.assertNotIn("No pass sees to Sail", told, "bare ground needs no pass")


if __name__ == "__main__":
    unittest.main()
