"""A damaged row, line or working copy never blocks the shelf; what can be read is given back; the disk speaks in words."""

import io
import json
import sqlite3
import zipfile
from contextlib import closing

from kind_distance.core.remembering import forget
from kind_distance.store import damage
from kind_distance.store.database import opened
from tests.support import WithApi, demo_copy
from tools import disk

TEA, MILL, POOL = 3, 2, 1


class Damaged(WithApi):
    def setUp(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        self.over(self.file)

    def sql(self, *statements):
        with closing(sqlite3.connect(self.file, isolation_level=None)) as db:
            for each in statements:
                db.execute(each)

    def document(self, painting):
        answer = self.client.get(f"/api/paintings/{painting}/document.zip")
        self.assertEqual(answer.status_code, 200, answer.text[:300])
        with zipfile.ZipFile(io.BytesIO(answer.content)) as packed:
            return answer.content, json.loads(packed.read("painting.json"))

    def bring(self, data):
        return self.client.post("/api/paintings/brought", files={"file": ("a.zip", data)})

    def test_a_row_that_cannot_be_read_is_told_and_the_rest_is_given_back(self):
        whole = self.document(POOL)[1]
        number = whole["passes"][2]["number"]
        self.sql(f"UPDATE layer_pass SET planes = '[1, ' WHERE painting_id = {POOL} AND number = {number}")
        told = self.client.get(f"/api/paintings/{POOL}")
        self.assertEqual((told.status_code, told.json()["code"]), (422, "damaged_painting"))
        self.assertIn("backup", told.json()["way_out"])
        for other in (TEA, MILL):
            self.assertEqual(self.client.get(f"/api/paintings/{other}").status_code, 200)
        self.assertEqual(len(self.client.get("/api/paintings").json()["paintings"]), 3)
        data, given = self.document(POOL)
        self.assertEqual(len(given["passes"]), len(whole["passes"]) - 1)
        self.assertEqual(given["planes"], whole["planes"])
        self.assertEqual(self.bring(data).status_code, 201)
        copied = self.client.post(f"/api/paintings/{POOL}/duplicate")
        self.assertEqual(copied.status_code, 201)
        self.assertEqual(len(self.document(copied.json()["id"])[1]["passes"]), len(whole["passes"]) - 1)
        with opened(self.file) as db:
            what = db.execute("SELECT what FROM history ORDER BY rowid DESC LIMIT 1").fetchone()[0]
        self.assertEqual(what, f"Copied without pass {number}")

    def test_a_word_that_nobody_knows_is_told_as_damage_not_as_a_fault_of_ours(self):
        self.sql(f"UPDATE brief SET medium = 'chalk dust' WHERE painting_id = {TEA}")
        shelf = self.client.get("/api/paintings")
        self.assertEqual(shelf.status_code, 200, shelf.text)
        strip = next(each for each in shelf.json()["paintings"] if each["id"] == TEA)
        self.assertTrue(strip["damaged"])
        told = self.client.get(f"/api/paintings/{TEA}")
        self.assertEqual(told.json()["code"], "damaged_painting")
        self.assertIn("no medium called chalk dust", told.json()["title"])
        copied = self.client.post(f"/api/paintings/{TEA}/duplicate").json()
        # The brief of the last step of the history that can be read stands in for it.
        self.assertEqual(
            (copied["brief"]["title"], copied["brief"]["medium"]),
            ("Tea terraces, before the mist lifts, copy", "acrylic"),
        )

    def test_a_plane_that_is_lost_takes_along_what_names_it(self):
        self.sql(f"UPDATE plane SET name = '' WHERE painting_id = {TEA} AND number = 2")
        with opened(self.file) as db:
            found = damage.readable(db, TEA)
            whole = damage.readable(db, MILL)
        self.assertIn("plane 2", found.left_out)
        self.assertEqual(whole.left_out, ())
        self.assertFalse(any(2 in each.planes for each in found.state.passes))
        self.assertEqual(damage.faults_in(found.state), [])

    def test_rows_without_a_number_are_left_out_as_well(self):
        self.sql(f"INSERT INTO meant_so (painting_id, key, reason) VALUES ({TEA}, '', '')")
        with opened(self.file) as db:
            found = damage.readable(db, TEA)
        self.assertEqual(found.left_out, ("meant so",))

    def test_a_whole_table_that_cannot_be_read(self):
        self.sql("ALTER TABLE stroke RENAME TO elsewhere")
        with opened(self.file) as db:
            self.assertIn("stroke", damage.readable(db, TEA).left_out)
        self.assertEqual(self.client.get(f"/api/paintings/{TEA}").json()["code"], "damaged_file")

    def test_the_line_of_the_shelf_is_made_anew(self):
        before = self.client.get("/api/paintings").json()["paintings"]
        for rubbish in ("{", "[]", '{"planes": 3}', "null"):
            self.sql(f"UPDATE painting SET summary = '{rubbish}' WHERE id = {MILL}")
            # Another painting reads what comes next on this one.
            self.assertEqual(self.client.get(f"/api/paintings/{TEA}").status_code, 200)
            self.assertEqual(self.client.get("/api/paintings").json()["paintings"], before)

    def test_no_brief_at_all(self):
        self.sql(f"DELETE FROM brief WHERE painting_id = {MILL}")
        listed = {each["id"]: each for each in self.client.get("/api/paintings").json()["paintings"]}
        self.assertTrue(listed[MILL]["damaged"])
        self.assertEqual(listed[MILL]["title"], f"Painting {MILL}")
        copied = self.client.post(f"/api/paintings/{MILL}/duplicate")
        self.assertEqual(copied.status_code, 201, copied.text)
        self.assertEqual(copied.json()["brief"]["title"], "Tidal mill at low water, copy")

    def test_working_copies_are_made_anew(self):
        picture = f"/api/paintings/{MILL}/thumbnails/1.png"
        view = self.client.get(f"/api/paintings/{MILL}").json()["sources"][0]["image"]
        seen, thumbnail = self.client.get(view).content, self.client.get(picture).content
        for rubbish in (b"", b"rubbish", b"\xff\xd8 cut off", seen[: len(seen) // 2]):
            with opened(self.file) as db:
                db.execute("UPDATE derived SET bytes = ?", (rubbish,))
            forget()
            self.assertEqual(self.client.get(view).content, seen)
            self.assertEqual(self.client.get(picture).content, thumbnail)


class TheDisk(WithApi):
    def setUp(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        with closing(sqlite3.connect(self.file)) as db:
            db.execute("PRAGMA wal_checkpoint(TRUNCATE)")

    def test_bad_starts_are_told_in_words_and_alter_nothing(self):
        found = disk.try_starts(self.file)
        self.assertGreaterEqual(found.tried, 25)
        self.assertEqual((found.failed, found.lost), ([], []))

    def test_a_disk_that_fails_while_one_paints(self):
        found = disk.try_while_painting(self.file)
        self.assertGreaterEqual(found.tried, 20)
        self.assertEqual((found.failed, found.lost), ([], []))


class BackedUp(WithApi):
    def test_told_and_taken_along(self):
        self.assertEqual(self.client.get("/api/backup").json()["said"], "Not backed up yet.")
        self.client.post("/api/paintings", json={"title": "Morning"})
        answer = self.client.get("/api/backup/paintings.sqlite")
        self.assertEqual(answer.status_code, 200)
        self.assertIn("Kind%20Distance%2C%20", answer.headers["content-disposition"])
        copy = self.folder / "copy.sqlite"
        copy.write_bytes(answer.content)
        with closing(sqlite3.connect(copy)) as db:
            self.assertEqual(db.execute("SELECT title FROM brief").fetchall(), [("Morning",)])
            self.assertEqual(db.execute("PRAGMA journal_mode").fetchone()[0], "delete")
