"""A painting in a file: taken out, brought in again as it was, and refused by the place of its fault."""

import copy
import io
import json
import random
import unittest
import zipfile
from dataclasses import replace
from unittest import mock

import jsonschema
from PIL import Image

from kind_distance.errors import DocumentError, KindDistanceError, PictureError
from kind_distance.exchange.document.reading import json_schema, read_document
from kind_distance.rows import EditRecord
from kind_distance.store.database import opened
from kind_distance.studio.document.writing import document_of, told_apart, write_document, written
from kind_distance.studio.paintings import Studio
from tests.support import NOW, InFolder, demo_copy, file_bytes, hill_picture

POOL, MILL, TEA = 1, 2, 3


def packed(document, pictures=None):
    """Pack a document and pictures by hand, as another program would."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        archive.writestr("painting.json", document if isinstance(document, str) else json.dumps(document))
        for name, data in (pictures or {}).items():
            archive.writestr(name, data)
    out.seek(0)
    return out


class WithDemo(InFolder):
    def setUp(self):
        super().setUp()
        demo_copy(self.file)
        self.studio = Studio(self.file)

    def do(self, opened_now, action, **arguments):
        painting = opened_now.painting
        return self.studio.change(painting.id, painting.version, action, arguments, NOW)

    def taken_out(self, found, *, originals=True):
        out = io.BytesIO()
        write_document(self.file, found.painting.state, found.survey, out, originals=originals)
        out.seek(0)
        return out

    def kept(self):
        """Everything in the file that a painter would call kept."""
        with opened(self.file) as db:
            return [
                db.execute(f"SELECT count(*) FROM {table}").fetchone()[0]  # noqa: S608  our own names
                for table in ("painting", "source", "picture", "derived", "history")
            ]


class ThereAndBack(WithDemo):
    def test_with_its_photos_a_painting_comes_back_as_it_was(self):
        for number in (POOL, MILL, TEA):
            with self.subTest(painting=number):
                found = self.studio.open(number, NOW)
                brought = self.studio.bring(self.taken_out(found), "painting.zip", NOW)
                self.assertNotEqual(brought.painting.id, number)
                self.assertEqual(brought.painting.state, found.painting.state)
                self.assertEqual(brought.survey.judgements, found.survey.judgements)
                self.assertEqual(brought.survey.work.schedule, found.survey.work.schedule)

    def test_all_that_can_be_done_to_a_painting_comes_back(self):
        found = self.studio.open(TEA, NOW)
        for action, arguments in (
            ("straighten", {"source": 1, "tilt_deg": -1.7}),
            ("set_card", {"source": 1, "reference": "tape", "x": 0.62, "y": 0.35}),
            ("set_air", {"source": 1, "veil": "mist", "visibility_km": 2.5}),
            ("set_horizon", {"source": 1, "horizon": 0.31}),
            ("set_light", {"source": 1, "light_deg": 312.0}),
            ("set_depth", {"veil": "hazy", "visibility_km": 12.0, "pull": 0.7, "gap": 0.4, "airlight": "#c8d2dc"}),
            ("set_planned_value", {"plane": 3, "value": 6.2}),
            ("set_pair_direction", {"far": 5, "near": 6, "direction": -1}),
            ("set_pair_gap", {"far": 1, "near": 2, "gap": 0.0}),
            ("add_plane", {"name": "Mist", "after": 3, "distance_m": 1200.0}),
            ("set_plane", {"plane": 4, "nature": "see_through", "body": "thin"}),
            ("move_plane", {"plane": 4, "to": 3}),
            ("add_stroke", {"plane": 3, "kind": "thin", "points": [(0.8, 0.2), (0.9, 0.2), (0.9, 0.5)]}),
            ("add_reserve", {"points": [(0.3, 0.45), (0.36, 0.45), (0.36, 0.5)], "name": "Roof light", "way": "masked"}),
            ("add_note", {"source": 1, "kind": "gaze", "x": 0.3, "y": 0.5, "x2": 0.5, "y2": 0.4}),
            ("add_note", {"source": 1, "kind": "colour", "x": 0.3, "y": 0.5, "text": "rust, 'warm' \u2014 \"so\""}),
            ("add_departure", {"source": 1, "kind": "added", "points": [(0.1, 0.6), (0.2, 0.6), (0.2, 0.7)],
                               "reason": "a figure", "low": 2.0, "high": 5.5}),
            ("keep_thumbnail", {"source": 1, "steps": 3, "smallest_share": 0.003, "softness": 0.01, "departed": True,
                                "crop": (40, 30, 900, 500), "cuts": [3.5, 6.5], "key": "high", "later": "try it small",
                                "edits": [EditRecord("pull", ((0.2, 0.3), (0.4, 0.3)), 1)]}),
            ("set_brief", {"deadline": "2026-12-20", "deadline_for": "trip", "unit": "in", "light": "high"}),
            ("set_focus", {"x": 0.31, "y": 0.52, "reach": 0.2}),
            ("mark_done", {"number": 1, "at": "2026-11-20T10:00", "minutes": 17}),
            ("set_pass", {"number": 5, "brush_mm": 12.5, "in_light": True, "aid": "mist"}),
            ("take_plan", {"way": "few"}),
            ("begin_session", {"session": 1}),
            ("start_pass", {"number": 3}),
            ("finish_pass", {"number": 3, "go_on": True}),
            ("touch_paint", {"number": 3, "found": "tacky"}),
            ("add_remark", {"text": "The mist lifts", "kind": "decision", "number": 3}),
            ("tick", {"number": 3, "element": 1}),
            ("add_mend", {"text": "Roof edge lost", "minutes": 15, "source": 1, "x": 0.3, "y": 0.5}),
            ("add_criterion", {"text": "The eye goes to the shed first."}),
        ):  # fmt: skip
            with self.subTest(action=action):
                found = self.do(found, action, **arguments)
        found = self.do(found, "mean_it_so", key=found.survey.judgements[0].key, reason="I like it so")
        brought = self.studio.bring(self.taken_out(found), "painting.zip", NOW)
        # Numbers that were used and let go are counted here, and not told.
        was = replace(found.painting.state, counters=())
        self.assertEqual(replace(brought.painting.state, counters=()), was)
        self.assertEqual([j.key for j in brought.survey.judgements], [j.key for j in found.survey.judgements])
        again = self.studio.bring(self.taken_out(brought), "painting.zip", NOW)
        self.assertEqual(replace(again.painting.state, counters=()), was)

    def test_what_it_was_to_be_ready_for_stays_without_a_day(self):
        found = self.do(self.studio.open(TEA, NOW), "set_brief", deadline="2026-12-20", deadline_for="sale")
        found = self.do(found, "set_brief", deadline="")
        brief = self.studio.bring(self.taken_out(found), "painting.zip", NOW).painting.state.brief
        self.assertEqual((brief.deadline, brief.deadline_for), (None, "sale"))

    def test_to_another_machine(self):
        found = self.studio.open(POOL, NOW)
        data = self.taken_out(found)
        other = Studio(self.folder / "other.sqlite")
        with opened(other.file) as db:
            from kind_distance.store.database import migrate

            migrate(db)
        brought = other.bring(data, "painting.zip", NOW)
        self.assertEqual(brought.painting.state, found.painting.state)
        self.assertEqual(brought.survey.depth.plan, found.survey.depth.plan)

    def test_given_away_nothing_of_the_camera_goes_along(self):
        found = self.do(self.studio.open(TEA, NOW), "straighten", source=1, tilt_deg=2.0)
        source = found.painting.state.sources[0]
        self.assertIsNotNone(source.latitude, "the demo's photo knows its place")
        data = self.taken_out(found, originals=False)
        with zipfile.ZipFile(data) as archive:
            text = archive.read("painting.json").decode()
            for picture in ("1.jpg", "2.jpg"):
                self.assertFalse(Image.open(io.BytesIO(archive.read(picture))).getexif())
        for hidden in (f"{source.latitude:.3f}", str(source.taken_at), str(source.lens)):
            self.assertNotIn(hidden, text)
        data.seek(0)
        brought = self.studio.bring(data, "painting.zip", NOW)
        state = brought.painting.state
        self.assertEqual((state.sources[0].tilt_deg, state.sources[0].latitude), (0.0, None))
        for part in ("planes", "strokes", "elements", "passes", "sessions", "notes", "departures"):
            self.assertEqual(getattr(state, part), getattr(found.painting.state, part), part)
        for ours, theirs in zip(brought.survey.depth.given.readings, found.survey.depth.given.readings, strict=True):
            self.assertAlmostEqual(ours.share, theirs.share, delta=0.01)
            self.assertAlmostEqual(ours.mass, theirs.mass, delta=0.1)

    def test_the_originals_are_in_it_byte_for_byte(self):
        found = self.studio.open(TEA, NOW)
        with zipfile.ZipFile(self.taken_out(found)) as archive, opened(self.file) as db:
            kept = dict(db.execute("SELECT hash, bytes FROM picture"))
            files = {each["number"]: each["file"] for each in json.loads(archive.read("painting.json"))["sources"]}
            for source in found.painting.state.sources:
                self.assertEqual(archive.read(files[source.number]), kept[source.picture_hash])

    def test_it_is_what_its_schema_says(self):
        """By the reference library of JSON Schema (draft 2020-12)."""
        schema = json_schema()
        jsonschema.Draft202012Validator.check_schema(schema)
        for number in (POOL, MILL, TEA):
            found = self.studio.open(number, NOW)
            for originals in (True, False):
                text = written(document_of(found.painting.state, found.survey, originals=originals))
                jsonschema.validate(json.loads(text), schema)

    def test_a_name_that_stands_twice_is_told_apart(self):
        self.assertEqual(told_apart(["Ridge", "Hill", "Ridge", "Ridge 2"]), ["Ridge", "Hill", "Ridge 2", "Ridge 2 2"])
        self.assertEqual([len(n) for n in told_apart(["x" * 60] * 3)], [60, 60, 60])
        found = self.studio.open(TEA, NOW)
        # Nobody can give two planes one name any more; a file from before may have it so.
        planes = tuple(replace(p, name="Terraces") if p.rank == 3 else p for p in found.painting.state.planes)
        found = self.studio.create(replace(found.painting.state, planes=planes), NOW, "Begun")
        brought = self.studio.bring(self.taken_out(found), "painting.zip", NOW)
        self.assertEqual([p.name for p in brought.painting.state.planes][2::2], ["Terraces", "Terraces 2"])
        self.assertEqual(brought.painting.state.strokes, found.painting.state.strokes)


FIELD = {
    "format": "kind-distance-painting",
    "version": 1,
    "title": "Field",
    "planes": [{"name": "Sky", "kind": "sky", "value": 8.5}, {"name": "Ridge", "distance_m": 4000}, {"name": "Field"}],
    "sessions": [{"start": "2026-11-28T09:00", "minutes": 120}],
}


class ByAnotherHand(WithDemo):
    """Documents that this application did not write."""

    def bring(self, document, pictures=None):
        return self.studio.bring(packed(document, pictures), "field.zip", NOW)

    def test_a_few_lines_are_a_painting(self):
        brought = self.studio.bring(io.BytesIO(json.dumps(FIELD).encode()), "field.json", NOW)
        state = brought.painting.state
        self.assertEqual([(p.name, p.rank, p.locked_value) for p in state.planes],
                         [("Sky", 1, 8.5), ("Ridge", 2, None), ("Field", 3, None)])  # fmt: skip
        self.assertFalse(state.brief.passes_by_hand)
        self.assertTrue(brought.survey.work.schedule.placements)
        self.assertIn("Field", [entry.brief.title for entry in self.studio.shelf().entries])

    def test_its_own_passes_are_filled_up_with_what_is_usual(self):
        passes = [
            {"kind": "block_in", "plane": "Field", "done": ["2026-11-20T09:00", "2026-11-20T09:25"]},
            {"kind": "varnish"},
            {"kind": "details", "plane": "Ridge", "thing": "Tower", "title": "the tower"},
        ]
        brought = self.bring({**FIELD, "passes": passes, "elements": [{"name": "Tower", "plane": "Ridge"}]})
        first, varnish, tower = brought.painting.state.passes
        self.assertEqual((first.planes, first.minutes, first.done_end - first.done_start), ((3,), 25, 25))
        self.assertEqual((varnish.paint, varnish.planes), ("varnish", ()))
        self.assertEqual((tower.elements, tower.title, tower.place), ((1,), "the tower", 3))

    def test_pictures_that_are_only_named_are_brought(self):
        brought = self.bring({**FIELD, "pictures": ["hill.png"]}, {"hill.png": file_bytes(hill_picture())})
        (source,) = brought.painting.state.sources
        self.assertEqual((source.name, brought.painting.state.brief.main_source), ("hill", 1))
        self.assertIsNone(brought.painting.state.planes[0].locked_value, "the photo says it now")

    def test_what_is_wrong_is_named_by_its_place(self):
        photo = {"sources": [{"number": 1, "file": "a.png", "name": "A"}], "main_source": 1}
        stroke = {"number": 1, "plane": "Sky", "kind": "mark", "width": 0.01, "points": [[0.1, 0.1], [0.9, 0.1]]}
        look = {"number": 1, "source": 1, "name": "T", "steps": 4, "smallest_share": 0.01, "softness": 0.01}
        for more, fault in (
            ({"strokes": [stroke]}, "strokes: there is no main_source"),
            ({**photo, "strokes": [{**stroke, "plane": "Sea"}]}, r"strokes\[0\].plane: no plane is called 'Sea'"),
            ({**photo, "strokes": [stroke, stroke]}, "strokes: two have the number 1"),
            ({**photo, "strokes": [{**stroke, "points": [[0.1, 9]]}]}, r"strokes\[0\].points"),
            ({**photo, "strokes": [{**stroke, "kind": "level", "points": [[0.1, 0.1]]}]}, r"strokes\[0\]: a stroke needs"),
            ({**photo, "main_source": 2}, "main_source: no source has the number 2"),
            ({**photo, "thumbnails": [{**look, "source": 7}]}, r"thumbnails\[0\].source: no source"),
            ({**photo, "thumbnails": [{**look, "cuts": [5, 4, 3]}]}, r"thumbnails\[0\]: "),
            ({**photo, "thumbnails": [{**look, "key": "loud"}]}, r"thumbnails\[0\]: "),
            ({"chosen_thumbnail": 3}, "chosen_thumbnail: no thumbnail has the number 3"),
            ({**photo, "sources": [{**photo["sources"][0], "made_from": 1}]}, "made from itself"),
            ({**photo, "sources": [{**photo["sources"][0], "card": "moon"}]}, r"sources\[0\]: "),
            ({**photo, "sources": [{**photo["sources"][0], "corners": [[0, 0]]}]}, r"sources\[0\]: a frame has four"),
            ({**photo, "notes": [{"number": 1, "source": 1, "kind": "scale", "x": 0, "y": 0}]}, r"notes\[0\]: a scale"),
            ({**photo, "notes": [{"number": 1, "source": 1, "kind": "memory", "x": 0, "y": 0}]}, r"notes\[0\]: the note"),
            ({**photo, "departures": [{"number": 1, "source": 1, "kind": "moved", "points": [[0, 0]]}]}, "departures"),
            ({"pairs": [{"far": "Sky", "near": "Sky", "gap": 1}]}, r"pairs\[0\]: 'Sky' meets itself"),
            ({"pairs": [{"far": "Sky", "near": "Ridge"}, {"far": "Ridge", "near": "Sky"}]}, "pairs: two planes stand in it twice"),
            ({"elements": [{"name": "Boat"}, {"name": "Boat"}]}, "elements: two are called 'Boat'"),
            ({"elements": [{"name": "Boat", "at": [2, 2]}]}, r"elements\[0\]: that lies outside"),
            ({"planes": [{"name": "A", "held": 0.1}]}, r"planes\[0\]: paint reaches"),
            ({"planes": [{"name": "A", "brush": "rake"}]}, r"planes\[0\]: "),
            ({"planes": [{"name": "\u200b"}]}, r"planes\[0\]: the name is empty"),
            ({"depth": {"veil": "soup"}}, "veil: "),
            ({"depth": {"airlight": "red"}}, "airlight"),
            ({"drawing": {"medium": "lipstick"}}, "drawing_medium: "),
            ({"support": {"width_cm": 0.5, "height_cm": 10}}, "the document: a support"),
            ({"ready_by": {"day": "some day"}}, "deadline: "),
            ({"support": {"name": "x" * 61}}, "support: "),
            ({"sessions": [{"start": "noon", "minutes": 60}]}, r"sessions\[0\].start: "),
            ({"sessions": [FIELD["sessions"][0]] * 2}, "sessions: "),
            ({"medium": "oil", "passes": [{"kind": "block_in", "aid": "dryer"}]}, r"passes\[0\]: only paint that dries"),
            ({"medium": "oil", "passes": [{"kind": "mask"}]}, r"passes\[0\]: "),
            ({"elements": [{"name": f"Boat {n}"} for n in range(61)]}, "elements: "),
            ({**photo, "sources": [{**photo["sources"][0], "access": "x" * 250}]}, r"sources\[0\].access"),
            ({"passes": [{"kind": "block_in", "done": ["2026-11-20T10:00", "2026-11-20T09:00"]}]}, r"passes\[0\].done_end: "),
            ({"passes": [{"kind": "block_in", "plane": "Sky"}] * 130}, "passes: "),
        ):  # fmt: skip
            before = self.kept()
            with self.subTest(fault=fault, more=str(more)[:60]), self.assertRaisesRegex(DocumentError, fault) as caught:
                self.bring({**FIELD, **more}, {"a.png": file_bytes(hill_picture())})
            self.assertTrue(caught.exception.way_out)
            self.assertEqual(self.kept(), before, "nothing is half-saved")

    def test_pictures_that_are_none(self):
        one = {"sources": [{"number": 1, "file": "a.png", "name": "A"}]}
        good = file_bytes(hill_picture())
        for document, pictures, error, said in (
            (one, {}, DocumentError, "holds no a.png"),
            (one, {"a.png": b"no picture"}, PictureError, ""),
            ({"pictures": ["a.png", "b.png"]}, {"a.png": good, "b.png": good[:99]}, PictureError, ""),
        ):
            before = self.kept()
            with self.subTest(said=said), self.assertRaisesRegex(error, said):
                self.bring({**FIELD, **document}, pictures)
            self.assertEqual(self.kept(), before, "the good picture is let go as well")
        with self.assertRaisesRegex(DocumentError, "came alone"):
            self.studio.bring(io.BytesIO(json.dumps({**FIELD, **one}).encode()), "field.json", NOW)

    def test_a_picture_that_others_have_stays_with_them(self):
        data = self.taken_out(self.studio.open(TEA, NOW))
        with zipfile.ZipFile(data) as archive:
            document = json.loads(archive.read("painting.json"))
            pictures = {name: archive.read(name) for name in archive.namelist() if name != "painting.json"}
        document["strokes"][0]["kind"], document["strokes"][0]["points"] = "level", [[0.5, 0.5]]
        before = self.kept()
        with self.assertRaises(DocumentError):
            self.bring(document, pictures)
        self.assertEqual(self.kept(), before)

    def test_archives_that_lie(self):
        with self.assertRaisesRegex(DocumentError, "damaged ZIP"):
            self.studio.bring(io.BytesIO(b"PK\x03\x04" + b"\0" * 80), "a.zip", NOW)
        data = packed({**FIELD, "pictures": ["../../etc/passwd"]}).getvalue()
        with self.assertRaisesRegex(DocumentError, "holds no ../../etc/passwd"):
            self.studio.bring(io.BytesIO(data), "a.zip", NOW)
        with (
            mock.patch("kind_distance.studio.paintings.MOST_BYTES", 1000),
            self.assertRaisesRegex(DocumentError, "unpacks to more"),
        ):
            self.bring({**FIELD, "pictures": ["a.png"]}, {"a.png": b"x" * 1001})

    def test_whatever_is_changed_in_it_it_is_taken_or_refused_in_words(self):
        """Three hundred copies of the demo's document, each spoiled in a place or two."""
        chance = random.Random(4)
        with zipfile.ZipFile(self.taken_out(self.studio.open(TEA, NOW))) as archive:
            document = json.loads(archive.read("painting.json"))
            pictures = {name: archive.read(name) for name in archive.namelist() if name != "painting.json"}
        taken = refused = 0
        before = self.kept()
        for _ in range(300):
            spoiled = copy.deepcopy(document)
            for _ in range(chance.randint(1, 2)):
                spoil(spoiled, chance)
            try:
                found = read_document(json.dumps(spoiled).encode(), "painting.json")
            except DocumentError as error:
                self.assertTrue(error.message and error.way_out)
                refused += 1
                continue
            if chance.random() > 0.2 or taken > 12:
                continue  # one in five is brought in whole, which takes its time
            try:
                brought = self.bring(found.model_dump(mode="json"), pictures)
            except KindDistanceError as error:
                self.assertTrue(error.message)
                refused += 1
            else:
                taken += 1
                self.assertEqual(len(brought.painting.state.planes), len(found.planes))
        self.assertGreater(refused, 60)
        self.assertGreater(taken, 3)
        self.assertEqual(self.kept()[0], before[0] + taken)


def spoil(part, chance):
    """Change one place of a document: another kind of thing, another size, another name, or none."""
    while True:
        keys = list(part) if isinstance(part, dict) else list(range(len(part)))
        if not keys:
            return
        key = chance.choice(keys)
        deeper = part[key]
        if isinstance(deeper, (dict, list)) and deeper and chance.random() < 0.85:
            part = deeper
            continue
        part[key] = chance.choice([None, -1, 0, 1, 7, 1e9, 0.5, "", "Sky", "x" * 500, [], {}, True, "2026-11-28T09:00"])
        return


if __name__ == "__main__":
    unittest.main()
