"""What is given away says nothing of people, places and ways there, unless it is let go one by one; every format."""

import io
import json
import re
import zipfile
import zlib
from dataclasses import replace

from PIL import Image
from pypdf import PdfReader

from kind_distance.rows.marks import Personal, fields_of
from kind_distance.rows.state import kinds
from kind_distance.store import paintings as kept
from kind_distance.store.database import opened
from kind_distance.store.records import Told
from kind_distance.studio.document.personal import personal_in, without_personal
from tests.support import WithApi, demo_copy, file_bytes, hill_picture

TEA = 3
SECRET = "Quillfeather"  # stands in every personal field, and nowhere else
GIVEN_AWAY = (
    "document.zip", "palette.gpl", "passes.csv", "mixes.csv", "thumbnails/1/file.png", "thumbnails/1/file.svg",
    "thumbnails/1/file.ora", "thumbnails/1/drawing.pdf", "thumbnails/1/drawing.svg",
)  # fmt: skip


class GivenAway(WithApi):
    def setUp(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        with opened(self.file) as db:
            painting = kept.painting_of(db, TEA)
            state = painting.state
            for kind in kinds():
                names = [field.name for field in fields_of(kind.row) if field.mark(Personal) is not None]
                rows = tuple(
                    replace(row, **{name: f"{SECRET} {name} {row.number}" for name in names})
                    for row in (getattr(state, kind.field) if names else ())
                )
                state = replace(state, **{kind.field: rows}) if names else state
            kept.save(db, TEA, painting.version, state, Told("2026-11-26T09:42:00", "Written", "{}"))
        self.state = state
        self.over(self.file)

    def fetched(self, path, **query):
        answer = self.client.get(f"/api/paintings/{TEA}/{path}", params=query)
        self.assertEqual(answer.status_code, 200, f"{path}: {answer.text[:200]}")
        return answer.content

    def words_in(self, data):
        """All that can be read in a file: inside archives and compressed streams, and the text of a PDF."""
        if data[:2] == b"PK":
            with zipfile.ZipFile(io.BytesIO(data)) as packed:
                return " ".join(name + self.words_in(packed.read(name)) for name in packed.namelist())
        said = data.decode("latin-1")
        if data[:4] == b"%PDF":
            reader = PdfReader(io.BytesIO(data))
            said += " ".join(page.extract_text() for page in reader.pages) + str(reader.metadata)
        if data[:4] == b"\x89PNG":
            for chunk in re.findall(rb"(?:zTXt|iTXt).{4}[^\0]*\0+(.*?)IEND", data, re.DOTALL):
                try:
                    said += zlib.decompress(chunk).decode("latin-1")
                except zlib.error:
                    continue
        return said

    def test_no_format_that_is_given_away_tells_anything_personal(self):
        for path in GIVEN_AWAY:
            with self.subTest(path=path):
                self.assertNotIn(SECRET, self.words_in(self.fetched(path)))

    def test_the_check_would_see_it(self):
        self.assertIn(SECRET, self.words_in(self.fetched("document.zip", originals=True)))
        self.assertIn(SECRET, self.words_in(self.fetched("sources/1/card.pdf")))

    def test_each_is_let_go_by_itself(self):
        listed = self.client.get(f"/api/paintings/{TEA}/personal").json()
        self.assertEqual(len({each["key"] for each in listed}), len(listed))
        self.assertGreaterEqual({each["what"] for each in listed}, {"way there", "place one stood", "place", "maker"})
        chosen = listed[1]
        data = self.fetched("document.zip", let_go=[chosen["key"], "source.99.access", "nonsense"])
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            text = packed.read("painting.json").decode()
        self.assertEqual(text.count(SECRET), 1)
        self.assertIn(json.dumps(chosen["said"]), text)

    def test_what_the_camera_wrote_of_the_place_stays(self):
        exif = Image.Exif()
        exif[0x010E] = SECRET
        exif.get_ifd(0x8825).update({1: "N", 2: (51.0, 30.0, 0.0), 3: "E", 4: (7.0, 15.0, 0.0)})
        painting = self.client.get(f"/api/paintings/{TEA}").json()
        self.assertEqual(self.bring(painting, file_bytes(hill_picture(), "JPEG", exif=exif), "a.jpg").status_code, 201)
        data = self.fetched("document.zip")
        self.assertNotIn(SECRET, self.words_in(data))
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            for name in packed.namelist():
                if name.endswith(".jpg"):
                    self.assertEqual(dict(Image.open(io.BytesIO(packed.read(name))).getexif()), {})

    def test_nothing_else_changes(self):
        bare = without_personal(self.state)
        self.assertEqual(personal_in(bare), [])
        everything = {each.key for each in personal_in(self.state)}
        self.assertEqual(without_personal(self.state, everything), self.state)
        self.assertEqual(bare.planes, self.state.planes)
        self.assertEqual([each.start for each in bare.sessions], [each.start for each in self.state.sessions])
