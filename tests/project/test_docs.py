"""The project's own promises: documents, commands, pictures, names that have to agree."""

import doctest
import importlib
import inspect
import pkgutil
import re
import subprocess
import unittest
from pathlib import Path

from PIL import Image

import kind_distance
from kind_distance.api.app import create_app
from kind_distance.cli import main
from kind_distance.store.backups import prepare
from kind_distance.studio.changes import CHANGES, SETS
from tests.support import InFolder

ROOT = Path(kind_distance.__file__).parents[1]
README = (ROOT / "README.md").read_text("utf-8")


def modules():
    found = pkgutil.walk_packages(kind_distance.__path__, "kind_distance.")
    return [importlib.import_module(m.name) for m in found if not m.name.endswith("__main__")]


class Documents(unittest.TestCase):
    def test_every_doctest_runs(self):
        for module in modules():
            with self.subTest(module=module.__name__):
                self.assertEqual(doctest.testmod(module).failed, 0)

    def test_every_module_begins_with_a_word_of_orientation(self):
        for module in modules():
            with self.subTest(module=module.__name__):
                self.assertGreater(len((module.__doc__ or "").strip()), 20)

    def test_commands_of_the_readme_exist(self):
        known = (ROOT / "kd").read_text()
        commands = set(re.findall(r"\./kd (\w+)", README))
        self.assertTrue({"demo", "test", "serve", "bench", "screenshots"} <= commands)
        for command in commands:
            with self.subTest(command=command):
                self.assertRegex(known, rf"(?m)^[\w |]*\b{command}\b[\w |]*\)")

    def test_pictures_that_are_linked_exist_and_the_other_way_round(self):
        linked = set(re.findall(r"docs/screenshots/([\w-]+\.png)", README))
        there = {path.name for path in (ROOT / "docs" / "screenshots").glob("*.png")}
        self.assertEqual(linked, there)
        self.assertTrue(5 <= len(there) < 20)
        for name in there:
            with Image.open(ROOT / "docs" / "screenshots" / name) as picture:
                self.assertEqual(picture.size, (1280, 800))

    def test_documents_that_are_named_exist(self):
        for name in re.findall(r"docs/(\w+\.md)", README):
            with self.subTest(name=name):
                self.assertTrue((ROOT / "docs" / name).exists())
        for name in ("architecture", "interface", "methods"):
            self.assertTrue((ROOT / "docs" / f"{name}.md").exists())

    def test_the_gate_is_what_ci_runs(self):
        self.assertIn("./kd test", (ROOT / ".ci" / "run").read_text())


class Api(InFolder):
    def test_every_route_says_what_it_is_for(self):
        description = create_app(self.file).openapi()
        for path, methods in description["paths"].items():
            for method, route in methods.items():
                with self.subTest(route=f"{method} {path}"):
                    self.assertTrue(route["summary"] and route["description"])

    def test_every_change_is_in_the_union_with_its_arguments(self):
        schemas = create_app(self.file).openapi()["components"]["schemas"]
        offered = schemas["ChangeRequest"]["properties"]["change"]["discriminator"]["mapping"]
        self.assertEqual(set(offered), set(CHANGES))
        for action, change in CHANGES.items():
            model = schemas[offered[action].rsplit("/", 1)[-1]]
            parameters = inspect.signature(change).parameters.values()
            wanted = {each.name for each in parameters if each.kind is each.KEYWORD_ONLY} | set(SETS.get(action, {}))
            with self.subTest(action=action):
                self.assertEqual(set(model["properties"]) - {"action"}, wanted)
                self.assertTrue(model["description"])


class CommandLine(InFolder):
    def test_an_unknown_command_is_refused_with_help(self):
        done = subprocess.run([str(ROOT / "kd"), "dance"], capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 2)
        self.assertIn("./kd demo", done.stdout)

    def test_the_description_of_the_api_is_printed(self):
        import contextlib
        import io

        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            self.assertEqual(main(["openapi"]), 0)
        self.assertIn('"openapi"', out.getvalue())

    def test_a_file_of_a_newer_version_ends_with_a_clear_word(self):
        import contextlib
        import io
        import sqlite3

        prepare(self.file)
        with contextlib.closing(sqlite3.connect(self.file)) as db:
            db.execute("PRAGMA user_version = 999")
        said = io.StringIO()
        with contextlib.redirect_stderr(said):
            self.assertEqual(main(["serve", "--file", str(self.file)]), 1)
        self.assertIn("newer Kind Distance", said.getvalue())


class Sources(unittest.TestCase):
    """The front end's own sources."""

    def files(self):
        return [
            p
            for p in (ROOT / "web" / "src").rglob("*")
            if p.suffix in (".vue", ".ts", ".css") and p.name != "schema.d.ts"
        ]

    def test_nothing_is_fetched_from_elsewhere(self):
        for path in self.files():
            with self.subTest(file=path.name):
                text = path.read_text("utf-8").replace("http://www.w3.org/", "")
                self.assertNotRegex(text, r"https?://(?!127\.0\.0\.1)")

    def test_every_grey_of_the_walls_is_achromatic(self):
        css = (ROOT / "web" / "src" / "look" / "base.css").read_text()
        for colour in re.findall(r"#([0-9a-fA-F]{3}|[0-9a-fA-F]{6})\b", css):
            wide = colour if len(colour) == 6 else "".join(c * 2 for c in colour)
            with self.subTest(colour=colour):
                self.assertEqual(wide[0:2], wide[2:4])
                self.assertEqual(wide[2:4], wide[4:6])

    def test_every_prop_has_a_comment(self):
        for path in self.files():
            text = path.read_text("utf-8")
            for body in re.findall(r"defineProps<\{(.*?)\}>", text, re.S):
                lines = [line.strip() for line in body.splitlines() if line.strip()]
                fields = [line for line in lines if re.match(r"\w+\??:", line)]
                comments = [line for line in lines if line.startswith("/**")]
                with self.subTest(file=path.name):
                    self.assertGreaterEqual(len(comments), min(1, len(fields)))


if __name__ == "__main__":
    unittest.main()
