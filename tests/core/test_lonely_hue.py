"""A colour in one corner: what is one, what belongs to the focus, and from where on it speaks (common practice, no source)."""

import unittest

import numpy as np

from kind_distance.core.colour.hues import hue_name
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.lonely_hue import LonelyHue, find_lonely_hues
from tests.limits import begins

HIGH, WIDE = 150, 200


def patched(share=0.02, apart=0.0, chroma=40.0, degrees=60.0, rest=8.0):
    """A grey-green picture with a colour in its upper left corner; a part of it lies in the lower right one."""
    lab = np.empty((HIGH, WIDE, 3), np.float32)
    lab[...] = (55, -rest * np.sqrt(0.5), rest * np.sqrt(0.5))
    colour = chroma * np.cos(np.radians(degrees)), chroma * np.sin(np.radians(degrees))
    count = round(share * HIGH * WIDE)
    rows, columns = np.divmod(np.arange(count), 80)
    away = round(apart * count)
    lab[rows[away:], columns[away:], 1:] = colour
    lab[HIGH - 1 - rows[:away], WIDE - 1 - columns[:away], 1:] = colour
    return lab


def told(**given):
    return [(each.name, each.corner) for each in find_lonely_hues(patched(**given))]


class Found(unittest.TestCase):
    def test_it_is_named_with_its_corner_and_the_one_across(self):
        (found,) = find_lonely_hues(patched())
        self.assertEqual((found.name, found.corner, found.opposite), ("orange", "upper left", "lower right"))
        self.assertAlmostEqual(found.share, 0.02, delta=0.0005)
        self.assertAlmostEqual(found.x, 0.2, delta=0.01)

    def test_every_hue_has_its_own_name_wherever_it_lies_among_the_steps(self):
        for degrees in range(0, 360, 7):
            self.assertEqual(told(degrees=degrees + 0.5), [(hue_name(degrees + 0.5), "upper left")])

    def test_all_four_corners(self):
        for turned, corner in ((0, "upper left"), (1, "lower left"), (2, "lower right"), (3, "upper right")):
            (found,) = find_lonely_hues(np.ascontiguousarray(np.rot90(patched(), turned)))
            self.assertEqual(found.corner, corner)
            self.assertEqual(set(f"{found.corner} {found.opposite}".split()), {"upper", "lower", "left", "right"})

    def test_two_colours_each_alone(self):
        lab = patched(share=0.03)
        lab[-20:, -30:, 1:] = (-10, -45)
        self.assertEqual(
            [(each.name, each.corner) for each in find_lonely_hues(lab)],
            [("orange", "upper left"), ("blue", "lower right")],
        )

    def test_from_where_on_it_speaks(self):
        self.assertAlmostEqual(begins(lambda share: bool(told(share=share)), 0.001, 0.05), 0.002, delta=1e-4)
        self.assertAlmostEqual(begins(lambda share: bool(told(share=share)), 0.2, 0.05), 0.1, delta=1e-4)
        self.assertAlmostEqual(begins(lambda chroma: bool(told(chroma=chroma, rest=0)), 15, 40), 22.0, delta=1e-3)
        self.assertAlmostEqual(begins(lambda apart: bool(told(share=0.05, apart=apart)), 0.3, 0.0), 0.06, delta=1e-3)

    def test_among_colours_only_what_is_stronger_stands_out(self):
        """In a picture of chroma 20 it takes 34 to be a colour of its own."""
        self.assertAlmostEqual(begins(lambda chroma: bool(told(chroma=chroma, rest=20)), 25, 50), 34.0, delta=1e-3)

    def test_hues_of_one_family_answer_each_other(self):
        """A red and an orange-red 20 degrees on are one colour to the eye; an orange 40 degrees on is another."""

        def with_other(degrees):
            lab = patched(share=0.02, degrees=33)
            lab[-20:, -30:, 1:] = 40 * np.cos(np.radians(degrees)), 40 * np.sin(np.radians(degrees))
            return len(find_lonely_hues(lab))

        self.assertEqual((with_other(33 + 20), with_other(33 + 40)), (0, 2))

    def test_a_hue_across_nought_is_one_family(self):
        lab = patched(degrees=358)
        lab[-20:, -30:, 1:] = 40 * np.cos(np.radians(8)), 40 * np.sin(np.radians(8))
        self.assertEqual(find_lonely_hues(lab), [])

    def test_a_glow_in_the_sky_is_the_light_itself(self):
        lab, sky = patched(share=0.02), np.zeros((HIGH, WIDE), bool)
        for rows, count in ((3, 0), (4, 1)):  # of seven and a half rows
            sky[:] = False
            sky[rows:] = True
            self.assertEqual(len(find_lonely_hues(lab, ~sky)), 1 - count)

    def test_any_size_says_the_same(self):
        large = np.repeat(np.repeat(patched(), 4, axis=0), 4, axis=1)
        self.assertEqual(find_lonely_hues(large), find_lonely_hues(patched()))
        self.assertEqual(find_lonely_hues(np.zeros((1, 1, 3), np.float32)), [])


class AtTheFocus(unittest.TestCase):
    def test_what_lies_within_so_many_reaches_is_what_the_picture_is_about(self):
        focus = Focus(0.5, 0.5, 0.1)
        across = begins(lambda x: not LonelyHue("red", 0.01, 0, 0, x, 0.5).belongs_to(focus, 0.75), 0.5, 1.0)
        self.assertAlmostEqual(across, 0.5 + 0.16, places=4)
        down = begins(lambda y: not LonelyHue("red", 0.01, 0, 0, 0.5, y).belongs_to(focus, 0.75), 0.5, 1.0)
        self.assertAlmostEqual(down, 0.5 + 0.16 / 0.75, places=4)  # as far on the support, a larger share of the height


if __name__ == "__main__":
    unittest.main()
