"""The shelf a page at a time: sought by words, in an order, and as quick with many paintings."""

import json

from kind_distance.rows import Brief, PlaneRecord, State
from kind_distance.store import paintings as kept
from kind_distance.store.database import migrate, opened
from kind_distance.store.shelf import latest, shelf_page
from tests.support import InFolder, WithApi, demo_copy
from tools.growth import grow


def summary(done, passes):
    return json.dumps({"passes": passes, "done": done, "minutes": 100, "minutes_done": 10 * done, "planes": []})


class Pages(InFolder):
    def setUp(self):
        super().setUp()
        self.db = self.enterContext(opened(self.file))
        migrate(self.db)

    def put(self, title, day, said="{}", plane="", **brief):
        planes = (PlaneRecord(1, 1, plane),) if plane else ()
        state = State(Brief(title=title, **brief), planes=planes)
        return kept.create(self.db, state, f"2026-11-{day:02d}T10:00:00", "Begun", said)

    def titles(self, **asked):
        return [each.brief.title for each in shelf_page(self.db, **asked).entries]

    def test_page_by_page_the_latest_change_first(self):
        for day in range(1, 8):
            self.put(f"Day {day}", day)
        self.assertEqual(self.titles(count=3), ["Day 7", "Day 6", "Day 5"])
        self.assertEqual(self.titles(count=3, start=3), ["Day 4", "Day 3", "Day 2"])
        self.assertEqual(self.titles(count=3, start=6), ["Day 1"])
        page = shelf_page(self.db, count=3)
        self.assertEqual((page.found, page.standing, page.binned), (7, 7, 0))
        kept.put_in_bin(self.db, 2, "2026-11-20T10:00:00")
        page = shelf_page(self.db, binned=True)
        self.assertEqual((len(page.entries), page.found, page.standing, page.binned), (1, 1, 6, 1))
        self.assertEqual(latest(self.db), 7)

    def test_finished_ones_come_last_in_every_order(self):
        self.put("Birch", 1, summary(2, 8))
        self.put("alder", 2, summary(6, 8))
        self.put("Chalk", 3, summary(8, 8))
        self.put("Dune", 4, "not to be read")
        self.assertEqual(self.titles(), ["Dune", "alder", "Birch", "Chalk"])
        self.assertEqual(self.titles(order="title"), ["alder", "Birch", "Dune", "Chalk"])
        self.assertEqual(self.titles(order="progress"), ["alder", "Birch", "Dune", "Chalk"])

    def test_words_are_sought_in_title_idea_material_and_planes(self):
        self.put("Évening 100 %", 1, summary(0, 3), "Far ridge", idea="Cold light")
        self.put("Mill_race", 2, summary(0, 3), "Water", medium="oil_over_acrylic")
        for word, found in (
            ("évening", 1), ("ÉVENING", 1), ("cold", 1), ("ridge far", 1), ("over acrylic", 1), ("100 %", 1), ("%", 1),
            ("mill_", 1), ("l_r", 1), ("m_ll", 0), ("cold ridge mill", 0), ("", 2), ("  ", 2), ("'; --", 0), ("x" * 500, 0),
        ):  # fmt: skip
            with self.subTest(word=word):
                self.assertEqual(shelf_page(self.db, words=word).found, found)

    def test_an_empty_shelf(self):
        page = shelf_page(self.db)
        self.assertEqual((page.entries, page.found, latest(self.db)), ((), 0, None))


class Many(WithApi):
    def test_an_answer_does_not_grow_with_the_paintings(self):
        self.folder_of_its_own()
        demo_copy(self.file)
        self.over(self.file)
        few = len(self.client.get("/api/paintings/3").content)
        grow(self.file, 300)
        self.over(self.file)
        many = len(self.client.get("/api/paintings/3").content)
        self.assertLess(many, few + 15_000)
        page = self.client.get("/api/paintings").json()
        self.assertEqual((len(page["paintings"]), page["standing"]), (24, 300))
        self.assertEqual(self.client.get("/api/paintings", params={"count": 500}).status_code, 422)
        self.assertEqual(self.client.get("/api/paintings", params={"order": "size"}).status_code, 422)
