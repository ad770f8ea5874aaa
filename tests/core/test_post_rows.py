"""Rows of marked posts: what is a row, from where on its bays are uneven and a post leans; common practice, no source."""

import unittest

import numpy as np

from kind_distance.core.picture.post_rows import as_post, audit_post_rows
from tests.limits import begins


def posts(distances=(10.0, 12.0, 14.0, 16.0), leans=(), names="Pole", lengths=2.0):
    """Posts of one height, side by side at these distances; some of them lean by so many degrees."""
    found = []
    for at, distance in enumerate(distances):
        height = 4.0 / distance
        lean = leans[at] if at < len(leans) else 0.0
        foot = (0.1 + 0.22 * at, 0.8)
        top = (foot[0] + height * np.tan(np.radians(lean)), foot[1] - height)
        name = names if isinstance(names, str) else names[at]
        length = lengths if isinstance(lengths, float) else lengths[at]
        found.append(as_post(at + 1, name, length, (foot, top), 1.0))
    return found


def told(*given, **named):
    return {each.kind: each for each in audit_post_rows(posts(*given, **named), 1.0, 3)}


class Marks(unittest.TestCase):
    def test_a_mark_stands_up_to_four_tenths_as_wide_as_high(self):
        def lies(across):
            return as_post(1, "Pole", 2.0, ((0.2, 0.8), (0.2 + across, 0.4)), 2.0) is None

        self.assertAlmostEqual(begins(lies, 0.01, 0.4), 0.4 * 0.4 / 2.0, places=4)

    def test_whichever_end_was_drawn_first(self):
        down, up = (as_post(1, "Pole", 2.0, ends, 1.0) for ends in (((0.2, 0.4), (0.2, 0.8)), ((0.2, 0.8), (0.2, 0.4))))
        self.assertEqual(down, up)
        self.assertEqual(down.foot, (0.2, 0.8))


class Rows(unittest.TestCase):
    def test_equal_bays_are_well_and_uneven_ones_are_told(self):
        self.assertEqual(told(), {})
        found = told((10.0, 12.0, 14.0, 18.0))["uneven_bays"]
        self.assertEqual(found.key, "uneven_bays:3-1")
        self.assertAlmostEqual(found.measures["times"], 2.0)
        self.assertEqual(found.measures["posts"], [1, 2, 3, 4])

    def test_from_half_as_wide_again_on(self):
        last = begins(lambda at: "uneven_bays" in told((10.0, 12.0, 14.0, at)), 16.1, 20.0)
        self.assertAlmostEqual(last, 14.0 + 1.5 * 2.0, places=3)

    def test_four_of_one_name_and_length_make_a_row(self):
        uneven = (10.0, 12.0, 14.0, 18.0)
        self.assertEqual(told(uneven[:3]), {})
        self.assertEqual(told(uneven, names=("Pole", "Pole", "Pole", "Tree")), {})
        self.assertEqual(told(uneven, lengths=(2.0, 2.0, 2.0, 3.0)), {})
        self.assertEqual(told(uneven, names=""), {})
        self.assertEqual(set(told(uneven, names=("Pole 1", "pole 2", "Pole 3", "Pole"))), {"uneven_bays"})

    def test_one_leans_from_a_degree_and_a_half_on_either_way(self):
        for way in (1, -1):
            lean = begins(lambda by, way=way: "row_leans" in told(leans=(0, way * by)), 0.2, 10.0)
            self.assertAlmostEqual(lean, 1.5, delta=0.01)
            found = told(leans=(0, way * 4.0))["row_leans"]
            self.assertEqual(found.measures["posts"], [2])
            self.assertAlmostEqual(found.measures["lean_deg"], way * 4.0, delta=0.1)


if __name__ == "__main__":
    unittest.main()
