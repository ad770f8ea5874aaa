"""What many tests share: made pictures, a file of paintings in a folder of its own, a client before the API."""

import atexit
import io
import shutil
import tempfile
import unittest
from datetime import datetime
from functools import lru_cache
from pathlib import Path

import numpy as np
from fastapi.testclient import TestClient
from PIL import Image

from kind_distance.api.app import create_app
from kind_distance.core.colour.munsell import grey_code
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.demo.seed import seed
from kind_distance.store.database import kept_open, migrate, opened
from kind_distance.studio.paintings import Studio

NOW = datetime(2026, 11, 26, 9, 42)
TRUTH = Path(__file__).parent / "truth"
PICTURES = Path(__file__).parents[1] / "kind_distance" / "demo" / "pictures"


def bands(values, height=240, width=320):
    """A picture of level bands of grey, the first value on top: (H, W, 3) uint8."""
    rows = np.linspace(0, len(values), height, endpoint=False).astype(int)
    return np.repeat(np.repeat(grey_code(np.array(values))[rows][:, None, None], width, 1), 3, 2)


def band_labels(count, height=240, width=320):
    """Labels 1 to count in level bands."""
    rows = np.linspace(0, count, height, endpoint=False).astype(int) + 1
    return np.repeat(rows[:, None], width, 1).astype(np.uint8)


def working(codes):
    return WorkingPicture.of(codes)


def file_bytes(codes, kind="PNG", **options):
    out = io.BytesIO()
    (codes if isinstance(codes, Image.Image) else Image.fromarray(codes)).save(out, kind, **options)
    return out.getvalue()


def hill_picture(height=240, width=320):
    """A sky, a far ridge, a near field with a little grain, so that strokes have something to hold to."""
    rng = np.random.default_rng(4)
    codes = bands([8.5, 8.5, 6.5, 3.5, 3.5], height, width).astype(int)
    codes[..., 2] += 8
    codes[height * 3 // 5 :, :, 1] += 14
    codes += rng.integers(-3, 4, (height, width, 1))
    return np.clip(codes, 0, 255).astype(np.uint8)


@lru_cache(maxsize=1)
def _demo():
    """The demo's file, seeded once per run."""
    folder = tempfile.mkdtemp()
    atexit.register(shutil.rmtree, folder, ignore_errors=True)
    file = Path(folder) / "demo.sqlite"
    seed(file, NOW)
    return file


def demo_copy(file):
    """Put a copy of the seeded demo at a place of the test's own."""
    shutil.copyfile(_demo(), file)


class InFolder(unittest.TestCase):
    """A folder that is gone after the test."""

    def setUp(self):
        self.folder_of_its_own()

    def folder_of_its_own(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.file = self.folder / "paintings.sqlite"


class WithStudio(InFolder):
    """A studio over an empty file, at a fixed present."""

    def setUp(self):
        super().setUp()
        with opened(self.file) as db:
            migrate(db)
        self.studio = Studio(self.file)

    def do(self, painting, action, **arguments):
        return self.studio.change(painting.painting.id, painting.painting.version, action, arguments, NOW)


class WithApi(InFolder):
    """A client before the API, at a present that the test may move."""

    def setUp(self):
        super().setUp()
        self.over(self.file)

    def over(self, file):
        """Stand before the API over a file."""
        self.now = NOW
        self.client = TestClient(create_app(file, lambda: self.now), base_url="http://127.0.0.1")
        self.addCleanup(self.client.close)
        self.enterContext(kept_open(file))  # as it is while the application runs

    def begin(self, **brief):
        answer = self.client.post("/api/paintings", json={"title": "Field and ridge", **brief})
        self.assertEqual(answer.status_code, 201, answer.text)
        return answer.json()

    def bring(self, painting, data=None, name="hill.png"):
        data = file_bytes(hill_picture()) if data is None else data
        return self.client.post(
            f"/api/paintings/{painting['id']}/sources",
            data={"version": painting["version"]},
            files={"file": (name, data, "application/octet-stream")},
        )

    def change(self, painting, action, *, status=200, **arguments):
        answer = self.client.post(
            f"/api/paintings/{painting['id']}/changes",
            json={"version": painting["version"], "change": {"action": action, **arguments}},
        )
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def planned(self, count=3):
        """A painting with a photo and planes."""
        painting = self.bring(self.begin()).json()["painting"]
        return self.change(painting, "propose_planes", count=count)
