"""Finished works found again by their subjects, with their last photo and details."""

from kind_distance.pictures.plates import on_painting
from kind_distance.store.database import opened
from kind_distance.store.paintings import painting_of
from tests.support import WithApi, demo_copy

POOL, MILL, TEA = 1, 2, 3


class Catalogue(WithApi):
    def setUp(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        self.over(self.file)

    def listed(self, **query):
        answer = self.client.get("/api/catalogue", params=query)
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def finish(self, number):
        """Say of a painting that every pass of it is painted."""
        with opened(self.file) as db:
            db.execute("UPDATE painting SET summary = json_set(summary, '$.done', json_extract(summary, '$.passes')) "
                       "WHERE id = ?", (number,))  # fmt: skip

    def test_nothing_is_finished_at_first(self):
        self.assertEqual(self.listed(), {"works": [], "found": 0})
        self.assertEqual(self.client.get("/api/paintings").json()["finished"], 0)

    def test_found_by_title_plane_and_thing(self):
        self.finish(POOL)
        self.finish(MILL)
        self.assertEqual(self.client.get("/api/paintings").json()["finished"], 2)
        for word, found in (("", 2), ("birches", 1), ("quarry face", 1), ("acrylic canvas", 1), ("whale", 0)):
            with self.subTest(word=word):
                self.assertEqual(self.listed(word=word)["found"], found)
        with opened(self.file) as db:
            thing, of = db.execute("SELECT name, painting_id FROM element WHERE painting_id = ?", (TEA,)).fetchone()
        self.finish(TEA)
        self.assertEqual([each["id"] for each in self.listed(word=thing)["works"]], [of])

    def test_the_last_photo_of_the_painting_and_details(self):
        self.finish(POOL)
        (work,) = self.listed()["works"]
        self.assertFalse(work["is_photo"])
        self.assertTrue(work["finished_said"].startswith("Finished "))
        self.assertIn("Pool", work["subjects"])
        painting = self.client.get(f"/api/paintings/{POOL}").json()
        taken = self.client.post(f"/api/paintings/{POOL}/camera", json={"version": painting["version"], "seed": 3})
        self.assertEqual(taken.status_code, 201, taken.text)
        self.finish(POOL)
        (work,) = self.listed()["works"]
        self.assertTrue(work["is_photo"])
        answer = self.client.get(work["image"])
        self.assertEqual((answer.status_code, answer.headers["content-type"]), (200, "image/jpeg"))
        self.assertLessEqual(len(work["details"]), 3)
        for each in work["details"]:
            self.assertTrue(0 <= each["x"] <= 1 and 0 <= each["y"] <= 1 and each["name"])

    def test_a_damaged_one_stands_only_on_the_shelf(self):
        self.finish(POOL)
        with opened(self.file) as db:
            db.execute("UPDATE layer_pass SET planes = '[1, ' WHERE painting_id = ?", (POOL,))
        self.assertEqual(self.listed()["works"], [])


class OnThePainting(WithApi):
    def test_a_place_on_the_photo_is_carried_into_the_crop_that_is_painted(self):
        # The photo is 320 x 240; the crop of 160 x 120 begins at 80, 60: its middle is the photo's own middle.
        painting = self.planned()
        kept = self.change(
            painting, "keep_thumbnail", source=1, steps=4, smallest_share=0.01, softness=0.01, crop=[80, 60, 160, 120]
        )
        chosen = self.change(kept, "choose_thumbnail", thumbnail=kept["thumbnails"][0]["number"])
        with opened(self.file) as db:
            state = painting_of(db, painting["id"]).state
        self.assertEqual(on_painting(state, 0.5, 0.5), (0.5, 0.5))
        self.assertEqual(on_painting(state, 0.375, 0.625), (0.25, 0.75))
        self.assertIsNone(on_painting(state, 0.1, 0.5))
        self.assertIsNone(on_painting(state, None, 0.5))
        self.change(chosen, "set_focus", x=0.375, y=0.625)
        told = self.client.get(f"/api/paintings/{painting['id']}/log").json()
        self.assertEqual(told["closer"], {"x": 0.25, "y": 0.75})
