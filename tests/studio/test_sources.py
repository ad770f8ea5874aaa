"""Sources in the studio: what is known of them, colour, straightening, notes, departures, sketches, lights that differ."""

import io

import numpy as np
from PIL import Image

from kind_distance.core.light.references import light_apart
from kind_distance.demo.seed import picture_bytes
from kind_distance.errors import ChangedElsewhereError, DomainError, NotFoundError
from kind_distance.pictures.plates import plate_of
from kind_distance.rows import Brief
from tests.support import NOW, WithStudio, bands, file_bytes, hill_picture

BOX = [(0.4, 0.4), (0.6, 0.4), (0.6, 0.6), (0.4, 0.6)]


class WithPhoto(WithStudio):
    def setUp(self):
        super().setUp()
        self.painting = self.studio.begin(Brief("Field and ridge"), NOW)
        self.bring(file_bytes(hill_picture()), "hill.png")

    def bring(self, data, name):
        opened = self.painting
        self.painting, source, new = self.studio.add_source(
            opened.painting.id, opened.painting.version, data, name, NOW
        )
        return source, new

    def change(self, action, **arguments):
        self.painting = self.do(self.painting, action, **arguments)
        return self.painting

    @property
    def state(self):
        return self.painting.painting.state

    def source(self, number=1):
        return next(s for s in self.state.sources if s.number == number)

    def titles(self, stage="sources"):
        return [j.kind for j in self.painting.survey.judgements if j.stage == stage]

    def refused(self, action, **arguments):
        before = self.state
        with self.assertRaises((DomainError, NotFoundError)) as caught:
            self.change(action, **arguments)
        self.assertEqual(self.studio.open(self.painting.painting.id, NOW).painting.state, before)
        return caught.exception


class Suns(WithPhoto):
    """M30: light from different photos."""

    def taken(self, name, hour):
        exif = Image.Exif()
        exif.get_ifd(0x8769)[36867] = f"2026:06:21 {hour:02d}:00:00"
        exif.get_ifd(0x8825).update({1: "N", 2: (47.0, 0.0, 0.0), 3: "E", 4: (8.0, 0.0, 0.0)})
        return self.bring(file_bytes(hill_picture(), "JPEG", exif=exif), name)

    def test_photos_of_morning_and_evening(self):
        self.taken("morning.jpg", 7)
        self.taken("evening.jpg", 19)
        self.assertEqual(self.titles().count("suns_differ"), 1)

    def test_photos_of_one_hour_or_one_for_its_texture(self):
        self.taken("first.jpg", 9)
        self.taken("second.jpg", 10)
        self.assertNotIn("suns_differ", self.titles())
        self.taken("bark.jpg", 18)
        self.change("set_source", source=4, purpose="texture")
        self.assertNotIn("suns_differ", self.titles())


class Knowing(WithPhoto):
    def test_what_is_said_is_kept_and_comes_back(self):
        self.change(
            "set_source", source=1, purpose="light", maker="A. Friend", permission="by letter", standing="the bend",
            access="tide at noon", kind="study",
        )  # fmt: skip
        again = self.studio.open(self.painting.painting.id, NOW).painting.state.sources[0]
        self.assertEqual((again.maker, again.permission, again.standing), ("A. Friend", "by letter", "the bend"))
        self.assertEqual((again.access, again.kind), ("tide at noon", "study"))
        self.refused("set_source", source=1, kind="hologram")
        self.refused("set_source", source=1, access="x" * 241)

    def test_another_hand_without_permission_is_told_until_one_is_noted(self):
        self.change("set_source", source=1, maker="A. Friend")
        self.assertIn("permission", self.titles())
        self.change("set_source", source=1, permission="asked, yes")
        self.assertNotIn("permission", self.titles())
        self.change("set_source", source=1, maker="me", permission="")
        self.assertNotIn("permission", self.titles())

    def test_lights_90_degrees_apart_are_told_and_10_are_not(self):
        self.bring(file_bytes(bands([9, 4, 2])), "other.png")
        self.change("set_light", source=1, light_deg=350.0)
        for degrees, told in ((0.0, False), (80.0, True), (35.0, False), (36.0, True)):
            with self.subTest(degrees=degrees):
                self.change("set_light", source=2, light_deg=degrees)
                self.assertEqual("light_conflict" in self.titles(), told)
        self.change("set_light", source=2, light_deg=None)
        self.assertNotIn("light_conflict", self.titles())

    def test_angles_go_round(self):
        self.assertEqual(light_apart(350, 10), 20)
        self.assertEqual(light_apart(0, 180), 180)
        self.assertEqual(light_apart(-90, 270), 0)

    def test_from_the_painting_back_to_the_first_sketch(self):
        for name, shade in (("photo", 9), ("study", 8), ("painting", 7)):
            self.bring(file_bytes(bands([shade, 3])), f"{name}.png")
        for number, before in ((2, 1), (3, 2), (4, 3)):
            self.change("link_source", source=number, made_from=before)
        chain, at = [], self.source(4)
        while at is not None:
            chain.append(at.number)
            at = None if at.made_from is None else self.source(at.made_from)
        self.assertEqual(chain, [4, 3, 2, 1])
        self.refused("link_source", source=1, made_from=4)
        self.refused("link_source", source=1, made_from=1)
        self.change("remove_source", source=2)
        self.assertIsNone(self.source(3).made_from)


class Colour(WithPhoto):
    def setUp(self):
        super().setUp()
        lit = np.full((120, 160, 3), 0.0)
        lit[...] = (200, 168, 120)
        lit[:60] = (120, 100, 70)
        self.bring(file_bytes(lit.astype(np.uint8)), "lamp.png")

    def test_a_card_takes_the_cast_out_and_back(self):
        self.change("set_card", source=2, reference="mat", x=0.5, y=0.75)
        self.assertFalse(plate_of(self.source(2)).plain)
        from kind_distance.pictures import darkroom

        seen = darkroom.view_codes(self.file, plate_of(self.source(2)))[90, 80].astype(int)
        self.assertLessEqual(np.ptp(seen), 2)
        self.change("clear_card", source=2)
        self.assertTrue(plate_of(self.source(2)).plain)

    def test_a_second_place_and_what_differs_between_them(self):
        self.change("set_card", source=2, reference="grey_card", x=0.5, y=0.75)
        self.change("set_card", source=2, reference="grey_card", x=0.5, y=0.25, more=True)
        self.assertEqual(len(self.source(2).card_places), 2)
        self.change("set_card", source=2, reference="grey_card", x=0.2, y=0.75)
        self.assertEqual(len(self.source(2).card_places), 1)

    def test_what_is_no_card_changes_nothing(self):
        self.refused("set_card", source=2, reference="mat", x=0.5, y=0.5)
        self.refused("set_card", source=2, reference="sleeve", x=0.5, y=0.75)
        self.refused("set_card", source=2, reference="mat", x=2.0, y=0.75)
        self.refused("set_card", source=9, reference="mat", x=0.5, y=0.75)

    def test_a_cast_and_lost_lights_are_noticed(self):
        self.assertIn("cast", self.titles())
        self.change("set_card", source=2, reference="mat", x=0.5, y=0.75)
        self.assertNotIn("cast", self.titles())
        burnt = hill_picture()
        burnt[:20] = 255
        self.bring(file_bytes(burnt), "burnt.png")
        self.assertIn("lost_lights", self.titles())


class Straightening(WithPhoto):
    def setUp(self):
        super().setUp()
        self.change("propose_planes", count=3)
        self.change("add_stroke", plane=1, kind="mark", points=[(0.1, 0.1), (0.9, 0.12)])
        self.change("set_focus", x=0.3, y=0.4)
        self.change("add_note", source=1, kind="colour", x=0.02, y=0.03, text="pale")
        self.change("add_note", source=1, kind="scale", x=0.4, y=0.6, x2=0.6, y2=0.6, length_m=12)
        self.change("add_departure", source=1, kind="moved", points=BOX, shift=(0.1, 0.05))
        self.change("set_horizon", source=1, horizon=0.4)
        self.change("keep_thumbnail", source=1, steps=4, smallest_share=0.004, softness=0.014, crop=(40, 30, 200, 150))

    def test_everything_marked_goes_along_and_back(self):
        before = self.state
        self.change("straighten", source=1, tilt_deg=6.0)
        turned = self.state
        self.assertNotEqual(turned.strokes, before.strokes)
        self.assertTrue(turned.notes[0].x < 0 or turned.notes[0].y < 0, "cut off, and not lost")
        self.assertNotEqual(turned.thumbnails[0].crop, before.thumbnails[0].crop)
        self.change("straighten", source=1, tilt_deg=0.0)
        back = self.state
        np.testing.assert_allclose(back.strokes[0].points, before.strokes[0].points, atol=1e-4)
        np.testing.assert_allclose(
            [back.notes[0].x, back.notes[0].y], [before.notes[0].x, before.notes[0].y], atol=1e-4
        )
        np.testing.assert_allclose(back.departures[0].points, before.departures[0].points, atol=1e-4)
        self.assertAlmostEqual(back.departures[0].shift_x, 0.1, places=4)
        self.assertAlmostEqual(back.brief.focus_x, 0.3, places=3)
        self.assertAlmostEqual(back.sources[0].horizon, 0.4, delta=0.005)

    def test_a_crop_stays_inside_whatever_the_tilt(self):
        for tilt in (15.0, -15.0, 3.3):
            self.change("straighten", source=1, tilt_deg=tilt)
            x, y, w, h = self.state.thumbnails[0].crop
            width, height = plate_of(self.source()).size_px
            self.assertTrue(x >= 0 and y >= 0 and x + w <= width and y + h <= height)

    def test_undo_brings_all_of_it_back(self):
        before = self.state
        self.change("straighten", source=1, tilt_deg=6.0)
        opened = self.studio.step(self.painting.painting.id, self.painting.painting.version, -1, NOW)
        self.assertEqual(opened.painting.state, before)

    def test_too_much(self):
        self.refused("straighten", source=1, tilt_deg=40.0)

    def test_marks_on_another_source_stay(self):
        self.bring(file_bytes(bands([9, 4, 2])), "other.png")
        before = self.state
        self.change("straighten", source=2, tilt_deg=3.0)
        self.assertEqual((self.state.strokes, self.state.notes), (before.strokes, before.notes))


class Pinning(WithPhoto):
    def test_notes_changed_moved_and_taken_off(self):
        self.change("add_note", source=1, kind="memory", x=0.5, y=0.5, text="  wind   from the left ")
        self.assertEqual(self.state.notes[0].text, "wind from the left")
        self.change("add_note", source=1, kind="scale", x=0.2, y=0.5, x2=0.4, y2=0.5, length_m=3.0, text="door")
        self.change("set_note", note=2, x=0.3, y=0.6, length_m=2.5)
        note = self.state.notes[1]
        self.assertEqual((note.x, note.x2, note.y2, note.length_m), (0.3, 0.5, 0.6, 2.5))
        self.change("remove_note", note=1)
        self.assertEqual([n.number for n in self.state.notes], [2])

    def test_what_is_no_note(self):
        self.refused("add_note", source=1, kind="memory", x=0.5, y=0.5, text="  ")
        self.refused("add_note", source=1, kind="rumour", x=0.5, y=0.5, text="x")
        self.refused("add_note", source=1, kind="memory", x=5.0, y=0.5, text="x")
        self.refused("add_note", source=1, kind="scale", x=0.5, y=0.5, text="x")
        self.refused("add_note", source=1, kind="scale", x=0.5, y=0.5, x2=0.5, y2=0.5, length_m=2.0)
        self.refused("add_note", source=1, kind="scale", x=0.1, y=0.5, x2=0.5, y2=0.5, length_m=-2.0)
        self.refused("add_note", source=3, kind="memory", x=0.5, y=0.5, text="x")

    def test_a_source_takes_its_notes_along(self):
        self.bring(file_bytes(bands([9, 4, 2])), "other.png")
        self.change("add_note", source=2, kind="memory", x=0.5, y=0.5, text="x")
        self.change("add_departure", source=2, kind="left_out", points=BOX)
        self.change("remove_source", source=2)
        self.assertEqual((self.state.notes, self.state.departures), ((), ()))

    def test_departures(self):
        self.change("add_departure", source=1, kind="added", points=BOX, reason="a heron", low=8.0, high=9.0)
        self.change("set_departure", departure=1, reason="a grey heron", open_values=True)
        self.assertEqual((self.state.departures[0].reason, self.state.departures[0].low), ("a grey heron", None))
        self.refused("set_departure", departure=1, low=9.0, high=2.0)
        self.refused("add_departure", source=1, kind="left_out", points=BOX[:2])
        self.change("remove_departure", departure=1)
        self.refused("remove_departure", departure=1)

    def test_a_thumbnail_with_what_is_left_out(self):
        """The dark bank that is planned away is gone from the thumbnail that follows the plan, and only from that."""
        settings = {"source": 1, "steps": 3, "smallest_share": 0.002, "softness": 0.008}
        self.change("keep_thumbnail", **settings)
        self.change("keep_thumbnail", **settings, departed=True)
        self.change("add_departure", source=1, kind="left_out", points=[(0.0, 0.55), (1, 0.55), (1, 1), (0.0, 1)])
        plain, planned = (self.painting.survey.thumbnails[n].reading for n in (1, 2))
        self.assertNotEqual(plain.shares, planned.shares)


class Sketches(WithPhoto):
    def setUp(self):
        super().setUp()
        self.page, _ = self.bring(picture_bytes("sketch_page"), "page.jpg")

    def cut(self, corners):
        opened = self.painting.painting
        self.painting, made = self.studio.cut_sketches(opened.id, opened.version, self.page.number, corners, NOW)
        return made

    def test_a_sketch_is_a_source_of_its_own_linked_to_its_page(self):
        from kind_distance.pictures import darkroom

        corners = list(darkroom.page_frames(self.file, self.page.picture_hash)[0].corners)
        (made,) = self.cut([corners])
        self.assertEqual((made.kind, made.made_from), ("sketch", self.page.number))
        self.assertEqual(self.source(self.page.number).kind, "page")
        self.change("keep_thumbnail", source=made.number, steps=4, smallest_share=0.0005, softness=0.014)
        self.assertEqual(len(self.painting.survey.thumbnails[1].reading.values), 4)
        again = self.cut([corners])
        self.assertEqual(again[0].number, made.number, "the same sketch twice is one source")

    def test_no_frame_keeps_nothing(self):
        before = self.state
        for corners in ([], [[(0, 0), (1, 1)]], [[(0.1, 0.1)] * 4], [[(0.1, 0.1)] * 4] * 20):
            with self.assertRaises(DomainError):
                self.cut(corners)
        self.assertEqual(self.studio.open(self.painting.painting.id, NOW).painting.state, before)

    def test_a_page_that_moved_on_elsewhere(self):
        stale = self.painting
        self.change("set_light", source=1, light_deg=10.0)
        with self.assertRaises(ChangedElsewhereError):
            self.studio.cut_sketches(
                stale.painting.id, stale.painting.version, self.page.number,
                [[(0.2, 0.2), (0.7, 0.2), (0.7, 0.7), (0.2, 0.7)]], NOW,
            )  # fmt: skip


class Twice(WithPhoto):
    def test_the_same_picture_is_recognised(self):
        _, new = self.bring(file_bytes(hill_picture()), "again.png")
        self.assertFalse(new)
        other = io.BytesIO()
        Image.fromarray(hill_picture()).save(other, "PNG", compress_level=1)
        self.assertEqual(len(self.state.sources), 1)
