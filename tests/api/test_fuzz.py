"""The short form of `tools.fuzz`: changes and addresses asked with what fits and what does not."""

import unittest

from tests.support import WithApi, file_bytes, hill_picture
from tools.fuzz import fuzz
from tools.hostile import try_documents


class Fuzz(unittest.TestCase):
    def test_no_answer_is_a_fault_of_ours_and_no_painting_is_poisoned(self):
        found = fuzz(75, seed=11)
        self.assertGreater(found.changed, 5)
        self.assertEqual((found.failed, found.poisoned), ([], []))


class FoundByIt(WithApi):
    """What the fuzzer found once stays mended."""

    def test_the_sky_has_no_distance(self):
        painting = self.planned()
        sky = self.change(painting, "add_plane", name="Another sky", after=0, kind="sky", distance_m=5.0)
        self.assertIsNone(next(p for p in sky["planes"] if p["name"] == "Another sky")["distance_m"])
        told = self.change(sky, "swap_distances", one=1, other=4, status=422)
        self.assertIn("lies behind everything", told["title"])

    def test_a_pass_is_not_put_outside_the_calendar(self):
        painting = self.planned()
        painting = self.change(painting, "add_session", start="2026-12-01T10:00", minutes=120)
        for start in (0, 3, 200_000_000):
            self.change(painting, "place_pass", number=1, session=1, start=start, status=422)

    def test_extreme_shapes(self):
        for size in ((16, 1600), (1600, 16), (16, 16), (20000, 200)):
            painting = self.begin()
            answer = self.bring(painting, file_bytes(hill_picture(*size)))
            self.assertEqual(answer.status_code, 201, answer.text)
            painting = self.change(answer.json()["painting"], "propose_planes", count=3)
            for points in ([(0.1, 0.1), (0.9, 0.1)], [(0.5, 0.9), (0.5, 0.95)]):
                painting = self.change(painting, "add_stroke", plane=1, kind="mark", points=points)
            swatch = f"/api/paintings/{painting['id']}/sources/1/swatch"
            self.assertEqual(self.client.get(swatch, params={"x": 1, "y": 0}).status_code, 200)
            self.assertEqual(self.client.get(f"/api/paintings/{painting['id']}/sources/1/frames").status_code, 200)


class PaintingFiles(unittest.TestCase):
    def test_changed_files_are_taken_or_refused_in_words(self):
        found = try_documents(25, seed=9)
        self.assertEqual((found.tried, found.failed), (25, []))
