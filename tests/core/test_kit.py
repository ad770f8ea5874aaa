"""What is taken along: by medium, place, air and passes. Facts of the trade are common practice, no source."""

import unittest
from dataclasses import replace

from kind_distance.core.kit import BRUSH_SIZES_MM, Outfit, brush_of, brushes_for, kit_for
from kind_distance.core.passes.model import Pass
from kind_distance.stages.sessions.kit_words import say_item

STUDIO = Outfit("acrylic", frozenset({"acrylic"}), "Board, 40 x 30 cm", ("titanium white",), (30.0, 4.0))


def keys(outfit):
    return {item.kind for _, items in kit_for(outfit) for item in items}


def layer(kind, rank, **more):
    return Pass(1, kind, (rank,), kind, "acrylic", 10, **more)


class Kit(unittest.TestCase):
    def test_indoors_only_what_one_paints_with(self):
        titles = [title for title, _ in kit_for(STUDIO)]
        self.assertEqual(titles, ["paint", "place"])
        self.assertTrue(
            {"support", "tubes", "brushes", "palette", "rags", "water", "mist", "sheet", "card"} <= keys(STUDIO)
        )
        self.assertFalse({"easel", "drink", "tin", "carrier"} & keys(STUDIO))

    def test_oil_asks_for_a_tin_for_its_rags(self):
        """Rags with drying oil heat up by themselves: labels say so; common practice, no source."""
        oil = replace(STUDIO, medium="oil", paints=frozenset({"oil"}))
        self.assertIn("tin", keys(oil))
        self.assertNotIn("water", keys(oil))
        both = replace(STUDIO, medium="oil_over_acrylic", paints=frozenset({"acrylic", "oil"}))
        self.assertTrue({"tin", "water"} <= keys(both))

    def test_outdoors_the_air_decides(self):
        out = replace(STUDIO, outdoors=True)
        self.assertTrue({"easel", "drink", "phone", "bag"} <= keys(out))
        for change, key in (
            ({"temperature_c": 5.0}, "warm"), ({"temperature_c": 30.0}, "shade"), ({"sunny": True}, "sun"),
            ({"wind_m_s": 6.0}, "weights"), ({"wet": True}, "rain"), ({"humidity": 92.0}, "slow"),
            ({"wet_home": True}, "carrier"),
        ):  # fmt: skip
            with self.subTest(key=key):
                self.assertNotIn(key, keys(out))
                self.assertIn(key, keys(replace(out, **change)))
                self.assertNotIn(key, keys(replace(STUDIO, **change)))

    def test_what_passes_ask_for(self):
        self.assertIn("drawing", keys(replace(STUDIO, drawing="charcoal")))
        self.assertIn("masks", keys(replace(STUDIO, masks=True)))
        self.assertIn("dryer", keys(replace(STUDIO, aids=frozenset({"dryer"}))))
        self.assertNotIn("tubes", keys(replace(STUDIO, tubes=())))

    def test_keys_are_each_there_once(self):
        all_of_it = replace(
            STUDIO, outdoors=True, temperature_c=5.0, sunny=True, wind_m_s=6.0, wet=True, humidity=92.0, wet_home=True,
            drawing="pencil", masks=True, aids=frozenset({"dryer", "mist"}), paints=frozenset({"oil", "acrylic"}),
        )  # fmt: skip
        found = [item.kind for _, items in kit_for(all_of_it) for item in items]
        self.assertEqual(len(found), len(set(found)))

    def test_each_is_named_and_its_air_is_told(self):
        for _, items in kit_for(replace(STUDIO, outdoors=True, temperature_c=4.6, tubes=("ochre", "white"))):
            for item in items:
                self.assertTrue(say_item(item)[0], item.kind)
                if item.kind == "warm":
                    self.assertEqual(say_item(item)[1], "5 °C")
                if item.kind == "tubes":
                    self.assertEqual(say_item(item)[0], "Tubes: ochre and white")


class Brushes(unittest.TestCase):
    def test_a_brush_is_never_wider_than_wanted(self):
        self.assertEqual(brush_of(6.0), 6.0)
        self.assertEqual(brush_of(5.9), 6.0)  # within what a brush can be pressed to
        self.assertEqual(brush_of(5.0), 4.0)
        self.assertEqual(brush_of(0.2), BRUSH_SIZES_MM[0])
        self.assertEqual(brush_of(500), BRUSH_SIZES_MM[-1])

    def test_widest_by_the_mass_and_smallest_by_the_narrowest_shape(self):
        """A mass of 20 x 20 cm takes a brush of some 40 mm, a shape 6 mm wide one of at most 6 mm."""
        found = brushes_for([layer("block_in", 1), layer("details", 1)], {1: 400.0}, {1: 6.0})
        self.assertEqual(found, [40.0, 4.0])

    def test_what_is_told_comes_before_what_is_reckoned(self):
        found = brushes_for(
            [layer("block_in", 1, brush_mm=15.0), layer("details", 1, brush_mm=2.0)], {1: 400.0}, {1: 6.0}
        )
        self.assertEqual(found, [15.0, 2.0])

    def test_drawing_and_varnish_want_no_brush_of_the_passes(self):
        self.assertEqual(brushes_for([layer("drawing", 1), layer("varnish", 1)], {1: 400.0}, {}), [])
