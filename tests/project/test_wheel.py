"""The wheel: installed in an environment of its own, away from the repository, without Node, it plans and serves."""

import json
import os
import re
import signal
import subprocess
import sys
import sysconfig
import tempfile
import unittest
import urllib.request
import zipfile
from pathlib import Path

from kind_distance import __version__
from kind_distance.demo.seed import seed
from kind_distance.studio.samples import sample_document
from tests.support import NOW, PICTURES

ROOT = Path(__file__).resolve().parents[2]
UV = ROOT / ".venv" / "bin" / "uv"


class Wheel(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.held = tempfile.TemporaryDirectory()
        cls.addClassCleanup(cls.held.cleanup)
        cls.folder = Path(cls.held.name)
        subprocess.run(
            [UV, "build", "-q", "--wheel", "--no-build-isolation", "--offline", "--python", sys.executable,
             "--out-dir", cls.folder, ROOT],
            check=True, capture_output=True,
        )  # fmt: skip
        (cls.wheel,) = cls.folder.glob("*.whl")
        cls.env = cls.folder / "env"
        subprocess.run([sys.executable, "-m", "venv", "--without-pip", cls.env], check=True)
        # The packages it needs are those of this environment; that they are named is looked at below.
        library = next(cls.env.glob("lib/python*/site-packages"))
        (library / "needed.pth").write_text(sysconfig.get_paths()["purelib"])
        subprocess.run(
            [UV, "pip", "install", "-q", "--offline", "--no-deps", "--python", cls.env / "bin" / "python", cls.wheel],
            check=True, capture_output=True,
        )  # fmt: skip
        cls.command = cls.env / "bin" / "kind-distance"
        cls.surroundings = {"PATH": str(cls.env / "bin"), "HOME": str(cls.folder), "LANG": "C.UTF-8"}

    def run_it(self, *words):
        done = subprocess.run(
            [self.command, *map(str, words)], cwd=self.folder, env=self.surroundings, capture_output=True, text=True,
            check=False,
        )  # fmt: skip
        self.assertEqual(done.returncode, 0, done.stderr)
        return done.stdout

    def test_its_own_code_and_front_end_are_inside(self):
        with zipfile.ZipFile(self.wheel) as packed:
            names = set(packed.namelist())
            needed = next(packed.read(name).decode() for name in names if name.endswith("METADATA"))
        self.assertIn("kind_distance/front_end/index.html", names)
        self.assertTrue(any(name.startswith("kind_distance/front_end/assets/") for name in names))
        ours = {
            path.relative_to(ROOT).as_posix()
            for path in (ROOT / "kind_distance").rglob("*")
            if path.is_file() and "__pycache__" not in path.parts
        }
        self.assertEqual(ours - names, set())
        self.assertEqual([name for name in names if name.startswith(("tests/", "tools/"))], [])
        locked = set(re.findall(r"^([a-z0-9-]+)==", (ROOT / "requirements" / "run.lock").read_text(), re.MULTILINE))
        required = {re.match(r"[A-Za-z0-9-]+", line)[0].lower() for line in re.findall(r"Requires-Dist: (.*)", needed)}
        self.assertEqual(required - locked, set())

    def test_version_plan_and_measures(self):
        self.assertEqual(self.run_it("--version").strip(), f"Kind Distance {__version__}")
        measured = json.loads(self.run_it("measure", PICTURES / "slate_pool.jpg", "--json"))
        self.assertGreater(len(measured), 3)
        document = self.folder / "sample.zip"
        document.write_bytes(sample_document(NOW).read())
        self.assertGreater(len(json.loads(self.run_it("plan", document, "--json"))["passes"]), 5)

    def test_served_from_the_usual_folder_backed_up_and_ended(self):
        file = self.folder / ".local" / "share" / "kind-distance" / "paintings.sqlite"
        file.parent.mkdir(parents=True)
        seed(file, NOW)
        with subprocess.Popen(
            [self.command, "serve", "--port", "0"], cwd=self.folder, env=self.surroundings, text=True,
            stdout=subprocess.PIPE, stderr=subprocess.DEVNULL,
        ) as served:  # fmt: skip
            try:
                address = re.search(r"http://\S+", served.stdout.readline())[0]
                page = urllib.request.urlopen(address).read().decode()
                script = re.search(r'src="(/assets/[^"]+)"', page)[1]
                self.assertGreater(len(urllib.request.urlopen(address + script).read()), 1000)
                shelf = json.load(urllib.request.urlopen(address + "/api/paintings"))
                self.assertEqual(shelf["standing"], 3)
                copy = self.folder / "copy.sqlite"
                self.assertIn("3 paintings", self.run_it("backup", copy))
                refused = subprocess.run(
                    [self.command, "restore", copy], env=self.surroundings, capture_output=True, text=True, check=False
                )
                self.assertEqual(refused.returncode, 1)
                self.assertIn(f"open already at {address}", refused.stderr)
                served.send_signal(signal.SIGINT)
                self.assertEqual(served.wait(20), 0)
            finally:
                served.kill()
        days = [each.name for each in (file.parent / "backups").iterdir()]
        self.assertEqual(len(days), 1)
        self.assertIn("3 paintings", self.run_it("restore", copy))


@unittest.skipUnless(os.name == "posix", "the desktop's files are for Linux")
class Desktop(unittest.TestCase):
    def test_the_files_start_what_the_wheel_installs(self):
        for name, line in (("kind-distance.desktop", "Exec="), ("kind-distance.service", "ExecStart=%h/.local/bin/")):
            said = (ROOT / "packaging" / name).read_text()
            self.assertIn(f"{line}kind-distance serve", said)
