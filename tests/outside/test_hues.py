"""Names of hues against the Munsell renotation and against pigments whose colour everybody names alike."""

import unittest

import numpy as np

from kind_distance.core.colour.hues import ENDS, hue_degrees, hue_name
from kind_distance.core.colour.lab import lab_from_linear
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.mixing.tubes import Tube, role_of
from kind_distance.stages.mixes.nominal import PIGMENTS

# The middle of each Munsell family with the name it must have, the families' own names (ASTM D1535): all ten.
MIDDLES = {
    "5R": "red", "5YR": "orange", "5Y": "yellow", "5GY": "yellow-green", "5G": "green",
    "5BG": "blue-green", "5B": "blue", "5PB": "blue", "5P": "violet", "5RP": "magenta",
}  # fmt: skip
# Colours of the web by their own names (W3C, CSS Color Module Level 4, "Named Colors").
NAMED = {
    "crimson": ("dc143c", "red"), "firebrick": ("b22222", "red"), "orange": ("ffa500", "orange"),
    "darkorange": ("ff8c00", "orange"), "gold": ("ffd700", "yellow"), "yellow": ("ffff00", "yellow"),
    "yellowgreen": ("9acd32", "yellow-green"), "greenyellow": ("adff2f", "yellow-green"), "green": ("008000", "green"),
    "seagreen": ("2e8b57", "green"), "turquoise": ("40e0d0", "blue-green"), "skyblue": ("87ceeb", "blue"),
    "steelblue": ("4682b4", "blue"), "royalblue": ("4169e1", "blue"), "blueviolet": ("8a2be2", "violet"),
    "darkviolet": ("9400d3", "violet"), "deeppink": ("ff1493", "magenta"),
}  # fmt: skip


class Munsell(unittest.TestCase):
    def renotated(self):
        """Mean hue angle of each Munsell hue in CIELAB, over colours of value 3 to 8 and chroma 6 to 14."""
        from colour.notation.datasets.munsell import MUNSELL_COLOURS_REAL

        from tests.outside.reference import colour

        lights = colour.CCS_ILLUMINANTS["CIE 1931 2 Degree Standard Observer"]
        angles = {}
        for (hue, value, chroma), told in MUNSELL_COLOURS_REAL:
            if 3 <= value <= 8 and 6 <= chroma <= 14:
                XYZ = colour.xyY_to_XYZ([told[0], told[1], told[2] / 100])
                white = [colour.xy_to_XYZ(lights[each]) for each in ("C", "D65")]
                XYZ = colour.adaptation.chromatic_adaptation_VonKries(XYZ, *white)
                angles.setdefault(hue, []).append(float(hue_degrees(colour.XYZ_to_Lab(XYZ, lights["D65"]))))
        return angles

    def test_the_middle_of_each_family_has_its_name(self):
        angles = self.renotated()
        for hue, name in MIDDLES.items():
            named = [hue_name(each) for each in angles[hue]]
            self.assertGreaterEqual(named.count(name), 0.9 * len(named), f"{hue}: {named}")

    def test_names_end_where_the_families_end(self):
        angles = self.renotated()
        ends = {name: end for end, name in ENDS[1:-1]} | {"magenta": ENDS[0][0]}
        families = {
            "magenta": "10RP", "red": "10R", "orange": "10YR", "green": "10G", "blue-green": "10BG", "blue": "10PB",
            "violet": "10P",
        }  # fmt: skip
        for name, hue in families.items():
            mean = np.degrees(np.angle(np.exp(1j * np.radians(angles[hue])).mean())) % 360
            self.assertAlmostEqual(ends[name], mean, delta=2, msg=name)


class Named(unittest.TestCase):
    def test_colours_of_the_web(self):
        for name, (code, wanted) in NAMED.items():
            codes = np.array([[list(bytes.fromhex(code))]], np.uint8)
            lab = np.asarray(lab_from_linear(linear_from_codes(codes)))[0, 0]
            self.assertEqual(hue_name(float(hue_degrees(lab))), wanted, name)

    def test_all_angles_have_a_name_and_nought_is_a_full_turn(self):
        self.assertEqual({hue_name(each) for each in range(360)}, {name for _, name in ENDS})
        self.assertEqual(hue_name(-5), hue_name(355))
        self.assertEqual(hue_name(360), hue_name(0))

    def test_tubes_are_what_painters_call_them(self):
        """Common practice, no source: what each pigment is on a palette."""
        wanted = {
            "PW6": "white", "PY3": "yellow", "PY35": "yellow", "PY83": "yellow", "PY42": "yellow", "PR108": "red",
            "PR101": "earth", "PR177": "red", "PV19": "red", "PB29": "blue", "PB28": "blue", "PB35": "blue",
            "PB15:3": "blue", "PG7": "green", "PG18": "green", "PBr7": "earth", "PBk9": "black",
        }  # fmt: skip
        for each in PIGMENTS:
            if each.index in wanted:
                tube = Tube(each.masstone, each.tint, 10.0, each.opacity, each.white)
                self.assertEqual(role_of(tube), wanted[each.index], each.name)


if __name__ == "__main__":
    unittest.main()
