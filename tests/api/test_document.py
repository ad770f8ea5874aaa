"""A painting taken out and brought in over HTTP."""

import io
import json
import zipfile

from fastapi.testclient import TestClient

from kind_distance.api.app import create_app
from tests.support import NOW, WithApi, demo_copy, file_bytes, hill_picture

MARKED = [[0.1, 0.1], [0.9, 0.12]]


class ThereAndBack(WithApi):
    def taken_out(self, painting, **query):
        answer = self.client.get(f"/api/paintings/{painting}/document.zip", params=query)
        self.assertEqual(answer.status_code, 200)
        return answer

    def send(self, data, name="painting.zip"):
        return self.client.post("/api/paintings/brought", files={"file": (name, data, "application/octet-stream")})

    def test_taken_out_and_brought_in(self):
        painting = self.planned()
        painting = self.change(painting, "add_stroke", plane=1, kind="mark", points=MARKED, width=0.01)
        answer = self.taken_out(painting["id"], originals=True)
        self.assertIn("attachment", answer.headers["content-disposition"])
        self.assertRegex(answer.headers["content-disposition"], r'"[a-z0-9-]+-to-keep-\d{4}-\d\d-\d\d\.zip"')
        brought = self.send(answer.content)
        self.assertEqual(brought.status_code, 201)
        view = brought.json()
        for part in ("brief", "planes", "strokes", "borders", "judgements"):
            if part != "brief":
                self.assertEqual(view[part], painting[part], part)
        self.assertEqual(view["brief"]["title"], painting["brief"]["title"])
        self.assertEqual(
            [each["id"] for each in self.client.get("/api/paintings").json()["paintings"]], [view["id"], painting["id"]]
        )
        undo = self.client.post(f"/api/paintings/{view['id']}/undo", json={"version": view["version"]})
        self.assertEqual((undo.status_code, undo.json()["code"]), (409, "nothing_to_undo"))

    def test_given_away_its_name_says_so(self):
        painting = self.planned()
        answer = self.taken_out(painting["id"])
        self.assertNotIn("to-keep", answer.headers["content-disposition"])
        with zipfile.ZipFile(io.BytesIO(answer.content)) as archive:
            self.assertEqual(sorted(archive.namelist()), ["1.jpg", "painting.json"])

    def test_a_large_one_goes_out_in_pieces(self):
        file = self.folder / "demo.sqlite"
        demo_copy(file)
        with TestClient(create_app(file, lambda: NOW), base_url="http://127.0.0.1") as client:
            whole = client.get("/api/paintings/3/document.zip", params={"originals": True}).content
        self.assertGreater(len(whole), 2**20)
        with zipfile.ZipFile(io.BytesIO(whole)) as archive:
            self.assertIsNone(archive.testzip())

    def test_what_is_no_painting_is_refused_in_words(self):
        good = self.taken_out(self.planned()["id"]).content
        with zipfile.ZipFile(io.BytesIO(good)) as archive:
            document = json.loads(archive.read("painting.json"))
        count = len(self.client.get("/api/paintings").json()["paintings"])
        for data, said in (
            (b"", "column 1"),
            (b"\xff\xfe\x00", "no text in UTF-8"),
            (file_bytes(hill_picture()), "no text in UTF-8"),
            (good[: len(good) // 2], "damaged ZIP"),
            (b"[" * 100_000, "nested deeper"),
            (b'{"version": 1e999999}', "no painting of this application"),
            (json.dumps({**document, "version": 9}).encode(), "a later version"),
            (json.dumps({**document, "version": "1"}).encode(), "version"),
            (json.dumps({**document, "planes": document["planes"] * 4}).encode(), "planes"),
            (json.dumps(document).encode(), "came alone"),
        ):
            with self.subTest(said=said):
                answer = self.send(data, "a<b>.zip")
                self.assertEqual((answer.status_code, answer.json()["code"]), (422, "document"), answer.text)
                self.assertIn(said, answer.json()["detail"])
                self.assertTrue(answer.json()["way_out"])
        self.assertEqual(len(self.client.get("/api/paintings").json()["paintings"]), count)

    def test_it_stands_at_its_own_time(self):
        painting = self.planned()
        painting = self.change(painting, "add_session", start="2026-12-05T09:00", minutes=120)
        view = self.send(self.taken_out(painting["id"], originals=True).content).json()
        self.assertEqual(view["work"]["sessions"], painting["work"]["sessions"])
