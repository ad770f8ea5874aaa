"""Without a screen: documents that are read, documents that are refused by the place of their fault, photos measured."""

import copy
import io
import json
import subprocess
import sys
import unittest
import zipfile
from pathlib import Path

import jsonschema
import networkx

from kind_distance.core.paint.media import MEDIA
from kind_distance.core.passes.schools import SCHOOLS
from kind_distance.core.schedule.verify import verify
from kind_distance.errors import DocumentError
from kind_distance.exchange.document.reading import json_schema, read_document
from kind_distance.exchange.document.upgrade import upgraded
from kind_distance.headless.measure import measure_photo
from kind_distance.headless.plan import as_data, as_text, plan_document
from tests.support import PICTURES, bands, file_bytes

ROOT = Path(__file__).parents[2]
FIELD = {
    "format": "kind-distance-painting",
    "version": 1,
    "title": "Field",
    "medium": "acrylic",
    "planes": [
        {"name": "Sky", "kind": "sky", "share": 0.4},
        {"name": "Ridge", "distance_m": 4000, "share": 0.2},
        {"name": "Field", "share": 0.4, "detail": 0.3},
    ],
    "borders": [{"far": "Sky", "near": "Ridge", "cm": 32}, {"far": "Ridge", "near": "Field", "cm": 35}],
    "sessions": [{"start": "2026-11-28T09:00", "minutes": 120}, {"start": "2026-11-29T09:00", "minutes": 120}],
}


def read(document):
    return read_document(json.dumps(document).encode(), "field.json")


def planned(**more):
    return plan_document(read({**FIELD, **more}))


def run(*words):
    command = [sys.executable, "-m", "kind_distance", *words]
    return subprocess.run(command, check=False, capture_output=True, text=True, cwd=ROOT)


class Planning(unittest.TestCase):
    def test_what_is_needed_is_derived_and_placed(self):
        plan = planned()
        self.assertEqual(verify(plan.work.problem, plan.work.schedule), [])
        self.assertFalse(plan.work.schedule.unplaced)
        self.assertEqual(plan.judgements, [])

    def test_given_passes_keep_their_order_and_are_judged(self):
        passes = [{"kind": "block_in", "plane": name} for name in ("Field", "Ridge", "Sky")]
        plan = planned(passes=passes)
        self.assertEqual([p.place for p in plan.work.passes], ["Field", "Ridge", "Sky"])
        self.assertEqual([j.kind for j in plan.judgements], ["far_after_near", "far_after_near"])
        self.assertIn("35 cm", plan.judgements[0].text)
        silenced = planned(passes=passes, meant_so={plan.judgements[0].key: "I like it so"})
        self.assertEqual(len(silenced.judgements), 1)

    def test_a_plan_that_was_taken_is_judged_not_mended(self):
        passes = [{"kind": "block_in", "plane": "Field"}, {"kind": "second_layer", "plane": "Field"}]
        plan = [
            {"layer_pass": 1, "session": 1, "start": "2026-11-28T09:00"},
            {"layer_pass": 2, "session": 1, "start": "2026-11-28T09:20", "by_hand": True},
        ]
        wet = planned(passes=passes, plan=plan)
        self.assertEqual(
            [j.kind for j in wet.judgements if j.severity == "strong" and j.stage == "sessions"], ["undry"]
        )
        self.assertTrue(as_data(wet)["broken_rules"], "the verifier sees it too")
        plan[1]["by_hand"] = False
        dry = planned(passes=passes, plan=plan)
        self.assertEqual([j for j in dry.judgements if j.kind == "undry"], [])
        self.assertEqual(as_data(dry)["broken_rules"], [])

    def test_faults_of_a_plan_are_named_by_their_place(self):
        passes = [{"kind": "block_in", "plane": "Field"}]
        for plan, fault in (
            ([{"layer_pass": 2, "session": 1}], r"kept_plan\[0\].layer_pass: no pass has the number 2"),
            ([{"layer_pass": 1, "session": 3}], r"kept_plan\[0\].session: no session has the number 3"),
            ([{"layer_pass": 1, "session": 1}] * 2, "a pass stands in it twice"),
            ([{"layer_pass": 1, "session": 1, "start": "noon"}], r"kept_plan\[0\].not_before"),
            ([{"layer_pass": 1, "session": 1, "start": "2026-12-28T09:00", "by_hand": True}], "outside its session"),
        ):
            with self.subTest(fault=fault), self.assertRaisesRegex(DocumentError, fault):
                planned(passes=passes, plan=plan)
        with self.assertRaisesRegex(DocumentError, r"passes\[0\].elements: no element is called 'Boat'"):
            planned(passes=[{**passes[0], "thing": "Boat"}])
        with self.assertRaisesRegex(DocumentError, "deadline_for"):
            planned(ready_by={"day": "2026-12-01", "purpose": "fun"})

    def test_ready_by_a_day(self):
        late = planned(medium="oil", ready_by={"day": "2026-11-30"}, sessions=[
            {"start": "2026-11-28T09:00", "minutes": 240}, {"start": "2026-12-12T09:00", "minutes": 240},
            {"start": "2026-12-28T09:00", "minutes": 240}])  # fmt: skip
        self.assertIn("too_late", [j.kind for j in late.judgements])

    def test_what_is_done_stays_done(self):
        passes = [
            {"kind": "block_in", "plane": "Sky", "done": ["2026-11-28T09:00", "2026-11-28T09:20"]},
            {"kind": "block_in", "plane": "Ridge"},
        ]
        plan = planned(passes=passes)
        self.assertEqual([p.pass_id for p in plan.work.schedule.placements], [2])

    def test_unsafe_materials_are_refused_with_the_reason(self):
        passes = [
            {"kind": "block_in", "plane": "Field", "paint": "oil"},
            {"kind": "second_layer", "plane": "Field", "paint": "acrylic"},
        ]
        told = " ".join(j.text for j in planned(passes=passes).judgements)
        self.assertIn("does not hold on oil", told)

    def test_the_same_plan_every_time(self):
        self.assertEqual(as_data(planned()), as_data(planned()))

    def test_every_school_plans_without_a_finding_against_its_own_rules(self):
        weeks = [
            {"start": f"{day}T09:00", "minutes": 240}
            for day in ("2026-11-28", "2026-12-05", "2026-12-12", "2026-12-19", "2026-12-26", "2027-01-02")
        ]
        for medium in MEDIA:
            for key in SCHOOLS:
                with self.subTest(medium=medium, school=key):
                    plan = planned(school=key, medium=medium, sessions=weeks)
                    # Darks first in watercolour is asked about, whatever the plan.
                    self.assertEqual([j.title for j in plan.judgements if j.kind != "dark_first"], [])
                    self.assertEqual(verify(plan.work.problem, plan.work.schedule), [])

    def test_what_finds_no_place_is_judged_as_on_screen(self):
        plan = planned(sessions=[{"start": "2026-11-28T09:00", "minutes": 20}])
        told = next(j for j in plan.judgements if j.kind == "does_not_fit")
        self.assertTrue(told.remedies)

    def test_precedence_has_no_circle(self):
        """Against networkx: what stands before what is a directed graph without a cycle, and the plan sorts it."""
        plan = planned()
        graph = networkx.DiGraph([(rule.before, rule.after) for rule in plan.work.problem.rules])
        self.assertTrue(networkx.is_directed_acyclic_graph(graph))
        at = {p.pass_id: p.start for p in plan.work.schedule.placements}
        for before, after in graph.edges:
            if before in at and after in at:
                self.assertLess(at[before], at[after])

    def test_text_says_reasons_and_caution(self):
        said = as_text(planned())
        self.assertIn("Session 2026-11-28 09:00", said)
        self.assertIn("Labels come first", said)
        self.assertIn("In this order:", as_text(planned(sessions=[])))
        tight = as_text(planned(sessions=[{"start": "2026-11-28T09:00", "minutes": 20}]))
        self.assertIn("No place for:", tight)


class Faults(unittest.TestCase):
    def refused(self, change):
        document = copy.deepcopy(FIELD)
        change(document)
        with self.assertRaises(DocumentError) as caught:
            plan_document(read(document))
        return caught.exception.message

    def test_each_is_named_by_its_place(self):
        cases = {
            "planes[1].distance_m": lambda d: d["planes"][1].update(distance_m=-4),
            "planes: two": lambda d: d["planes"][1].update(name="Sky"),
            "borders[0].far": lambda d: d["borders"][0].update(far="Moon"),
            "borders[1]": lambda d: d["borders"][1].update(far="Field", near="Ridge"),
            "medium": lambda d: d.update(medium="crayon"),
            "sessions[0].start": lambda d: d["sessions"][0].update(start="soon"),
            "sessions[1].minutes": lambda d: d["sessions"][1].update(minutes=3),
            "passes[0].planes": lambda d: d.update(passes=[{"kind": "block_in", "plane": "Moon"}]),
            "passes[0].done": lambda d: d.update(
                passes=[{"kind": "block_in", "plane": "Sky", "done": ["2026-11-28T10:00", "2026-11-28T09:00"]}]
            ),
            "elements[0].plane": lambda d: d.update(elements=[{"name": "Gate", "plane": "Moon"}]),
            "version": lambda d: d.update(version=9),
            "colour": lambda d: d.update(colour="red"),
        }  # fmt: skip
        for place, change in cases.items():
            with self.subTest(place=place):
                self.assertIn(place, self.refused(change))

    def test_files_that_are_no_document(self):
        broken_zip = io.BytesIO()
        with zipfile.ZipFile(broken_zip, "w") as archive:
            archive.writestr("other.txt", "x")
        for data in (
            b"", b"{", b"[1]", b"null", b"\xff\xfe", b"[" * 100_000, b"PK\x03\x04nonsense", broken_zip.getvalue(),
            b'{"format": "kind-distance-painting", "version": 1, "planes": [{"name": "A", "share": NaN}]}',
        ):  # fmt: skip
            with self.subTest(data=data[:20]), self.assertRaises(DocumentError):
                read_document(data, "x.json")


class Schema(unittest.TestCase):
    def test_the_schema_holds_for_what_is_read_and_not_for_what_is_refused(self):
        """Against the package jsonschema, which knows nothing of ours."""
        schema = json_schema()
        jsonschema.Draft202012Validator.check_schema(schema)
        jsonschema.validate(upgraded(FIELD), schema)
        with self.assertRaises(jsonschema.ValidationError):
            jsonschema.validate({**upgraded(FIELD), "planes": [{"name": "A", "distance_m": -1}]}, schema)

    def test_the_documents_show_it(self):
        shown = (ROOT / "docs" / "formats.md").read_text()
        kept = json.loads(shown.split("```json\n")[1].split("```")[0])
        self.assertEqual(kept, json.loads(json.dumps(json_schema())))

    def test_the_example_of_the_documents_is_planned(self):
        shown = (ROOT / "docs" / "formats.md").read_text()
        block = shown.split("exit code is 1.\n\n")[1].split("\n\n###")[0]
        plan = plan_document(read_document(block.encode(), "formats.md"))
        self.assertEqual([p.place for p in plan.work.passes], ["Sky", "Ridge", "Field"])


class Measuring(unittest.TestCase):
    def test_bands_of_known_value(self):
        found = measure_photo(file_bytes(bands([8.0, 5.0, 2.0])), "bands.png", 3)
        self.assertEqual([step["share"] for step in found["steps"]], [0.3333] * 3)
        for step, value in zip(found["steps"], (2.0, 5.0, 8.0), strict=True):
            self.assertAlmostEqual(step["value"], value, delta=0.06)
        self.assertEqual((found["width_px"], found["height_px"]), (320, 240))

    def test_the_command_prints_data_and_names_faults(self):
        good = run("measure", str(PICTURES / "tidal_mill.jpg"), "--json")
        self.assertEqual(good.returncode, 0, good.stderr)
        self.assertEqual(len(json.loads(good.stdout)["steps"]), 4)
        bad = run("measure", str(ROOT / "README.md"))
        self.assertEqual(bad.returncode, 1)
        self.assertIn("README.md", bad.stderr)
        missing = run("plan", "no/such/file.json")
        self.assertEqual(missing.returncode, 1)
        self.assertIn("cannot be read", missing.stderr)


if __name__ == "__main__":
    unittest.main()
