"""Reserved lights, handling, unclear overlaps: what is measured, what is said, and what is not."""

import unittest

import numpy as np

from kind_distance.core.depth.reserved_lights import LIFTED_LOSS, Reserve, measure_kept
from kind_distance.core.paint.handling import Handling, audit_handling, say_handling
from kind_distance.errors import DomainError
from kind_distance.stages.planes.plane_words import say_kept

BOX = ((0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6))
NAMES = ["Sky", "Ridge", "Field"]


def halves():
    labels = np.repeat([2, 3], 50)[:, None] * np.ones((1, 100), int)
    value = np.where(labels == 2, 6.0, 3.0).astype(np.float32)
    value[40:60, 40:60] = 8.0
    return labels.astype(np.uint8), value


def measured(way="ground", ground=9.5, planned=(8.5, 6.0, 3.0), lights=(9.0, 7.0, 5.0)):
    reserve = Reserve(1, "Roof", way, BOX)
    return reserve, measure_kept(reserve, *halves(), list(planned), list(lights), ground)


def judged(reserve, light, *, transparent=False, far=(False, True, False), lights=(9.0, 7.0, 5.0)):
    return say_kept(
        [(reserve, light)], NAMES, list(lights), list(far), transparent=transparent, area_cm2=600.0, unit="cm"
    )


class KeptLights(unittest.TestCase):
    def test_where_it_lies_and_how_light_it_will_be(self):
        _, light = measured()
        self.assertAlmostEqual(light.share, 0.04, delta=0.005)
        self.assertEqual({rank for rank, _ in light.planes}, {2, 3})
        self.assertAlmostEqual(light.photo, 8.0, delta=0.01)
        self.assertEqual(light.value, 9.5)
        self.assertAlmostEqual(light.around, 4.5, delta=0.4)

    def test_the_way_decides_the_value(self):
        self.assertAlmostEqual(measured("lifted")[1].value, 9.5 - LIFTED_LOSS)
        self.assertAlmostEqual(measured("added")[1].value, 7.0)  # as light as it is mixed
        self.assertEqual(measured("ground", ground=4.0)[1].value, 4.0)

    def test_a_light_before_a_light_does_not_shine(self):
        reserve, light = measured("ground", ground=5.0)
        told = judged(reserve, light)
        self.assertEqual([j.kind for j in told], ["light_dull"])
        self.assertIn("add", " ".join(r.label.lower() for r in told[0].remedies))
        self.assertNotIn("light_dull", [j.kind for j in judged(*measured())], "bare white before the same is a light")

    def test_bare_ground_far_off_comes_forward_and_near_it_does_not(self):
        upper = Reserve(1, "Sail", "ground", tuple((x, y - 0.2) for x, y in BOX))
        far = measure_kept(upper, *halves(), [8.5, 6.0, 3.0], [9.0, 7.0, 5.0], 9.5)
        self.assertEqual([j.kind for j in judged(upper, far)], ["light_forward"])
        self.assertEqual(judged(upper, far, far=(False, False, False)), [])

    def test_transparent_paint_would_rather_keep_it(self):
        kinds = [j.kind for j in judged(*measured("added"), transparent=True)]
        self.assertIn("light_way", kinds)
        self.assertNotIn("light_way", [j.kind for j in judged(*measured("added"))])

    def test_what_is_no_light(self):
        with self.assertRaises(DomainError):
            Reserve(1, "x", "glued", BOX)
        with self.assertRaises(DomainError):
            Reserve(1, "x", "ground", BOX[:2])
        tiny = Reserve(1, "x", "ground", ((-0.5, -0.5), (-0.4, -0.5), (0.0, 0.0)))
        self.assertIsNone(
            measure_kept(tiny, np.ones((400, 400), np.uint8), np.ones((400, 400), np.float32), [5.0], [6.0], 9.0)
        )


class HandlingOfAreas(unittest.TestCase):
    def test_said_in_words_and_empty_where_open(self):
        self.assertEqual(say_handling(Handling()), "")
        self.assertEqual(say_handling(Handling("thin", "soft", "fan")), "thin, soft and blended, with a fan")

    def test_two_banks_with_different_handling_read_differently(self):
        self.assertNotEqual(say_handling(Handling("thick", "broken")), say_handling(Handling("thin", "soft")))

    def test_a_thing_takes_from_its_plane_what_it_leaves_open(self):
        self.assertEqual(
            Handling(marks="soft").within(Handling("thick", "broken", "knife")), Handling("thick", "soft", "knife")
        )

    def test_what_is_no_handling(self):
        for arguments in (("lumpy",), ("", "dotted"), ("", "", "toothbrush")):
            with self.assertRaises(DomainError):
                Handling(*arguments)

    def judged(self, far, near, left=(0.4, 1.0), focus=(0.0, 0.0)):
        return audit_handling([far, near], list(left), list(focus))

    def test_thick_far_off_is_told_unless_the_focus_is_there_or_it_is_no_farther(self):
        thick = Handling("thick", "broken")
        self.assertEqual(len(self.judged(thick, Handling())), 1)
        self.assertEqual(self.judged(thick, Handling(), focus=(0.6, 0.1)), [])
        self.assertEqual(self.judged(thick, Handling(), left=(0.98, 1.0)), [])
        self.assertEqual(self.judged(thick, thick), [])
        self.assertEqual(self.judged(Handling(), Handling("thin", "soft")), [])


if __name__ == "__main__":
    unittest.main()
