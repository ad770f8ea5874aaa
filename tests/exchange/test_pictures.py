"""Taking in pictures: every common format, and everything that is none."""

import io
import struct
import unittest
import zlib

import numpy as np
import tifffile
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image, ImageCms

from kind_distance.errors import (
    BrokenPictureError,
    EmptyPictureError,
    NotAPictureError,
    PictureError,
    PictureTooLargeError,
    PictureTooSmallError,
)
from kind_distance.exchange.pictures import MOST_PIXELS, from_png, jpeg, png, read_picture
from tests.support import PICTURES, bands, file_bytes, hill_picture

HILL = hill_picture()
LOSSLESS = 0.6  # mean difference of codes allowed where nothing may be lost
LOSSY = 5.0


def apart(codes, other=HILL):
    return float(np.abs(codes.astype(int) - other.astype(int)).mean())


def png_header(width, height):
    """A PNG that claims a size and holds next to nothing."""

    def chunk(kind, data):
        body = kind + data
        return struct.pack(">I", len(data)) + body + struct.pack(">I", zlib.crc32(body))

    head = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", zlib.compress(b"\0" * 64)) + chunk(b"IEND", b"")


class Formats(unittest.TestCase):
    def test_common_formats(self):
        made = {
            "JPEG": (file_bytes(HILL, "JPEG", quality=95), LOSSY),
            "PNG": (file_bytes(HILL, "PNG"), LOSSLESS),
            "WEBP": (file_bytes(HILL, "WEBP", lossless=True), LOSSLESS),
            "TIFF": (file_bytes(HILL, "TIFF"), LOSSLESS),
        }
        for kind, (data, tolerance) in made.items():
            with self.subTest(kind=kind):
                taken = read_picture(data)
                self.assertEqual(taken.facts.format, kind)
                self.assertLess(apart(taken.codes), tolerance)

    def test_heic(self):
        import pillow_heif

        pillow_heif.register_heif_opener()
        taken = read_picture(file_bytes(HILL, "HEIF", quality=90))
        self.assertEqual(taken.facts.format, "HEIC")
        self.assertLess(apart(taken.codes), LOSSY)

    def test_sixteen_bit(self):
        deep = HILL[..., 1].astype(np.uint16) * 257
        out = io.BytesIO()
        tifffile.imwrite(out, HILL.astype(np.uint16) * 257, photometric="rgb")
        grey = np.repeat(HILL[..., 1:2], 3, 2)
        cases = {
            "grey PNG": (file_bytes(deep, "PNG"), grey),
            "grey TIFF": (file_bytes(deep, "TIFF"), grey),
            "colour TIFF": (out.getvalue(), HILL),
        }
        for kind, (data, expected) in cases.items():
            with self.subTest(kind=kind):
                self.assertLess(apart(read_picture(data).codes, expected), LOSSLESS)

    def test_grey_palette_and_two_tone(self):
        picture = Image.fromarray(HILL)
        grey = np.asarray(picture.convert("L"))
        self.assertLess(apart(read_picture(file_bytes(picture.convert("L"))).codes, np.stack([grey] * 3, -1)), LOSSLESS)
        self.assertLess(apart(read_picture(file_bytes(picture.quantize(200))).codes), 4)
        self.assertEqual(read_picture(file_bytes(picture.convert("1"))).codes.shape, HILL.shape)

    def test_cmyk_without_a_profile_says_so(self):
        taken = read_picture(file_bytes(Image.fromarray(HILL).convert("CMYK"), "JPEG", quality=95))
        self.assertIn("approximate", taken.facts.remark)
        self.assertLess(apart(taken.codes), 12)

    def test_transparency_becomes_paper(self):
        over = np.dstack([HILL, np.zeros(HILL.shape[:2], np.uint8)])
        taken = read_picture(file_bytes(over))
        self.assertEqual(int(taken.codes.min()), 255)
        self.assertIn("white", taken.facts.remark)

    def test_profile_to_srgb(self):
        """A file whose codes are linear light has to come out brighter in sRGB codes, as the profile says."""
        lab = ImageCms.createProfile("LAB")
        srgb = ImageCms.createProfile("sRGB")
        data = file_bytes(HILL, "PNG", icc_profile=ImageCms.ImageCmsProfile(srgb).tobytes())
        self.assertLess(apart(read_picture(data).codes), LOSSLESS)
        broken = file_bytes(HILL, "PNG", icc_profile=ImageCms.ImageCmsProfile(lab).tobytes())
        self.assertIn("read as sRGB", read_picture(broken).facts.remark)
        nonsense = file_bytes(HILL, "PNG", icc_profile=b"not a profile at all")
        taken = read_picture(nonsense)
        self.assertLess(apart(taken.codes), LOSSLESS)

    def test_large_pictures_are_shown_at_1600_and_keep_their_size_in_the_facts(self):
        taken = read_picture(file_bytes(bands([8, 3], 1500, 2600), "JPEG"))
        self.assertEqual(max(taken.codes.shape), 1600)
        self.assertEqual((taken.facts.width_px, taken.facts.height_px), (2600, 1500))

    def test_panorama(self):
        taken = read_picture(file_bytes(bands([8, 3], 800, 12000), "JPEG"))
        self.assertEqual(taken.codes.shape, (107, 1600, 3))


class Exif(unittest.TestCase):
    def exif(self, **tags):
        exif = Image.Exif()
        for tag, value in tags.items():
            exif[int(tag[1:])] = value
        return exif

    def test_upright_by_every_orientation(self):
        """Eight ways a camera can be held: the sky ends on top."""
        turns = {1: None, 3: Image.Transpose.ROTATE_180, 6: Image.Transpose.ROTATE_90, 8: Image.Transpose.ROTATE_270}
        for orientation, turn in turns.items():
            stored = Image.fromarray(HILL)
            stored = stored if turn is None else stored.transpose(turn)
            data = file_bytes(stored, "JPEG", quality=95, exif=self.exif(_274=orientation))
            with self.subTest(orientation=orientation):
                taken = read_picture(data)
                self.assertLess(apart(taken.codes), LOSSY)
                self.assertEqual((taken.facts.width_px, taken.facts.height_px), (320, 240))

    def test_date_lens_and_place(self):
        facts = read_picture((PICTURES / "tea_hillside.jpg").read_bytes()).facts
        self.assertEqual(facts.taken_at, "2026-10-11T06:52:00")
        self.assertEqual(facts.lens, "Standard lens, 35 mm")
        self.assertAlmostEqual(facts.latitude, 44.2031, places=3)
        self.assertAlmostEqual(facts.longitude, -31.118, places=3)

    def test_nonsense_in_exif_is_left_out(self):
        exif = self.exif(_306="tomorrow at noon", _272="Cam\x00era\n" + "x" * 500)
        exif.get_ifd(0x8825).update({1: "N", 2: (999.0, 0.0, 0.0), 3: "E", 4: (10.0, 0.0, 0.0)})
        facts = read_picture(file_bytes(HILL, "JPEG", exif=exif)).facts
        self.assertIsNone(facts.taken_at)
        self.assertIsNone(facts.latitude)
        self.assertIsNone(facts.longitude)
        self.assertLessEqual(len(facts.lens), 80)
        self.assertTrue(facts.lens.isprintable())


class BadInput(unittest.TestCase):
    def test_what_is_no_picture(self):
        wrong = {
            "text": b"dear diary",
            "html": b"<html><script>alert(1)</script></html>",
            "pdf": b"%PDF-1.7 nothing",
            "zip": b"PK\x03\x04" + b"\0" * 60,
            "svg": b"<svg xmlns='http://www.w3.org/2000/svg'/>",
            "gif": file_bytes(HILL, "GIF"),
            "noise": np.random.default_rng(1).bytes(5000),
        }
        for kind, data in wrong.items():
            with self.subTest(kind=kind), self.assertRaises(NotAPictureError) as caught:
                read_picture(data, "notes.jpg")
            self.assertIn("notes.jpg", caught.exception.message)
            self.assertTrue(caught.exception.way_out)

    def test_empty(self):
        with self.assertRaises(EmptyPictureError):
            read_picture(b"")

    def test_truncated(self):
        for kind in ("JPEG", "PNG", "WEBP", "TIFF"):
            data = file_bytes(hill_picture(600, 800), kind)
            with self.subTest(kind=kind), self.assertRaises((BrokenPictureError, NotAPictureError)):
                read_picture(data[: len(data) // 2])

    def test_a_wrong_name_does_not_matter(self):
        self.assertEqual(read_picture(file_bytes(HILL, "PNG"), "photo.jpg").facts.format, "PNG")

    def test_bombs_are_refused_before_decoding(self):
        for size in ((12_001, 10_000), (60_000, 60_000), (2**31 - 1, 2**31 - 1)):
            with self.subTest(size=size), self.assertRaises(PictureTooLargeError):
                read_picture(png_header(*size))
        self.assertEqual(MOST_PIXELS, 120_000_000)

    def test_too_small(self):
        for shape in ((1, 1), (15, 400)):
            with self.subTest(shape=shape), self.assertRaises(PictureTooSmallError):
                read_picture(file_bytes(np.full((*shape, 3), 90, np.uint8)))

    def test_floating_point_light(self):
        out = io.BytesIO()
        tifffile.imwrite(out, np.random.default_rng(1).random((40, 40, 3)).astype(np.float32), photometric="rgb")
        with self.assertRaises(PictureError):
            read_picture(out.getvalue())

    @given(st.binary(min_size=1, max_size=400), st.sampled_from(["JPEG", "PNG", "TIFF", "WEBP"]), st.integers(0, 2000))
    @settings(max_examples=60, deadline=None)
    def test_damage_anywhere_gives_a_picture_or_a_clear_word(self, noise, kind, at):
        data = bytearray(file_bytes(HILL, kind))
        data[at : at + len(noise)] = noise
        try:
            self.assertEqual(read_picture(bytes(data)).codes.shape[2], 3)
        except PictureError as error:
            self.assertTrue(error.message and error.way_out)


class Writing(unittest.TestCase):
    def test_png_there_and_back(self):
        np.testing.assert_array_equal(from_png(png(HILL)), HILL)
        np.testing.assert_array_equal(from_png(png(HILL[..., 0])), HILL[..., 0])
        with self.assertRaises(BrokenPictureError):
            from_png(b"nothing")

    def test_what_is_shown_holds_no_metadata(self):
        taken = read_picture((PICTURES / "tea_hillside.jpg").read_bytes())
        self.assertEqual(dict(Image.open(io.BytesIO(jpeg(taken.codes))).getexif()), {})


if __name__ == "__main__":
    unittest.main()
