"""Thumbnails in open formats, read back by parsers that are not ours."""

import io
import re
import unittest
import xml.etree.ElementTree as ET
import zipfile

import numpy as np
from PIL import Image

from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.picture.shapes import find_shapes
from kind_distance.exchange.layers import thumbnail_layers, thumbnail_svg

VALUES = (2.0, 5.0, 8.0)
CODES = [int(grey_code(v)) for v in VALUES]
SVG = "{http://www.w3.org/2000/svg}"


def steps():
    made = np.full((120, 160), 2, np.uint8)
    made[60:] = 1
    made[80:110, 20:60] = 0
    made[20:40, 100:130] = 0
    return made


def area(path):
    """Area of an SVG path of straight closed rings, holes taken off (even-odd by signed rings)."""
    total = 0.0
    for ring in path.split("Z"):
        points = np.array([[float(v) for v in pair.split(",")] for pair in re.findall(r"[-\d.]+,[-\d.]+", ring)])
        if len(points) > 2:
            x, y = points[:, 0], points[:, 1]
            total += 0.5 * float(np.sum(x * np.roll(y, -1) - y * np.roll(x, -1)))
    return abs(total)


class Svg(unittest.TestCase):
    def setUp(self):
        self.root = ET.fromstring(thumbnail_svg(steps(), CODES, VALUES, "Mill & <creek>", (30.0, 22.5)))
        self.paths = self.root.findall(f"{SVG}path")

    def test_one_path_per_shape_with_its_step_and_value(self):
        self.assertEqual(len(self.paths), len(find_shapes(steps()).area_px))
        self.assertEqual(sorted(p.get("data-step") for p in self.paths), ["1", "1", "2", "3"])
        self.assertEqual({p.get("data-value") for p in self.paths}, {"2.0", "5.0", "8.0"})

    def test_areas_are_those_of_the_shapes(self):
        truth = sorted(int(a) for a in find_shapes(steps()).area_px)
        found = sorted(area(p.get("d")) for p in self.paths)
        for one, other in zip(found, truth, strict=True):
            self.assertAlmostEqual(one, other, delta=0.12 * other)

    def test_true_size_and_a_title_as_it_was_written(self):
        self.assertEqual((self.root.get("width"), self.root.get("height")), ("30.00cm", "22.50cm"))
        self.assertEqual(self.root.find(f"{SVG}title").text, "Mill & <creek>")

    def test_the_same_thumbnail_gives_the_same_file(self):
        self.assertEqual(
            thumbnail_svg(steps(), CODES, VALUES, "x", (3, 2)), thumbnail_svg(steps(), CODES, VALUES, "x", (3, 2))
        )


class OpenRaster(unittest.TestCase):
    """OpenRaster baseline 0.0.5 (public specification): what a reader relies on."""

    def setUp(self):
        self.archive = zipfile.ZipFile(io.BytesIO(thumbnail_layers(steps(), CODES, VALUES, 'Mill "at" low & water')))

    def image(self, name):
        return np.asarray(Image.open(io.BytesIO(self.archive.read(name))))

    def test_mimetype_comes_first_and_is_stored(self):
        first = self.archive.infolist()[0]
        self.assertEqual((first.filename, first.compress_type), ("mimetype", zipfile.ZIP_STORED))
        self.assertEqual(self.archive.read("mimetype"), b"image/openraster")
        self.assertIsNone(self.archive.testzip())

    def test_one_layer_per_step_in_the_stack(self):
        stack = ET.fromstring(self.archive.read("stack.xml"))
        self.assertEqual((stack.tag, stack.get("w"), stack.get("h")), ("image", "160", "120"))
        layers = stack.findall("./stack/layer")
        self.assertEqual(len(layers), 3)
        for layer in layers:
            self.assertIn(layer.get("src"), self.archive.namelist())
        self.assertEqual(stack.get("name"), 'Mill "at" low & water')

    def test_layers_laid_over_each_other_are_the_merged_picture(self):
        stack = ET.fromstring(self.archive.read("stack.xml"))
        canvas = Image.new("RGBA", (160, 120))
        for layer in reversed(stack.findall("./stack/layer")):
            canvas = Image.alpha_composite(canvas, Image.fromarray(self.image(layer.get("src"))))
        np.testing.assert_array_equal(np.asarray(canvas)[..., :3], self.image("mergedimage.png"))
        self.assertEqual(np.asarray(canvas)[..., 3].min(), 255)

    def test_a_small_preview(self):
        self.assertLessEqual(max(self.image("Thumbnails/thumbnail.png").shape), 256)


if __name__ == "__main__":
    unittest.main()
