"""The diary is only ever added to, found by word, and goes with its painting."""

import sqlite3

from kind_distance.rows import Brief, State
from kind_distance.store import paintings
from kind_distance.store.database import migrate, opened, transaction
from kind_distance.store.diary import add_lines, count_lines, lines_everywhere, read_lines
from tests.support import InFolder


def line(at, said, kind="note", session=None, plane="", air="", mix=""):
    return (at, kind, said, session, None, plane, None, air, mix)


class TheDiary(InFolder):
    def setUp(self):
        super().setUp()
        held = opened(self.file)
        self.db = held.__enter__()
        self.addCleanup(held.__exit__, None, None, None)
        migrate(self.db)
        self.one, self.other = (paintings.create(self.db, State(Brief(t)), "2026-11-28", "Begun") for t in ("A", "B"))

    def add(self, painting, *lines):
        with transaction(self.db):
            add_lines(self.db, painting, lines)

    def test_newest_first_and_page_by_page(self):
        self.add(self.one, *(line(at, f"line {at}") for at in range(10)))
        first = read_lines(self.db, self.one, most=4)
        self.assertEqual([each.at_min for each in first], [9, 8, 7, 6])
        then = read_lines(self.db, self.one, most=4, before=first[-1].id)
        self.assertEqual([each.at_min for each in then], [5, 4, 3, 2])
        self.assertEqual(count_lines(self.db, self.one), 10)
        self.assertEqual(len(read_lines(self.db, self.one, most=10**9)), 10)

    def test_each_painting_has_its_own(self):
        self.add(self.one, line(1, "rust roof"))
        self.add(self.other, line(2, "rust gate"))
        self.assertEqual([each.said for each in read_lines(self.db, self.one, words="rust")], ["rust roof"])

    def test_words_begin_words_in_any_order_without_accents(self):
        self.add(
            self.one, line(1, "Café au lait wash over the shed", plane="Middle ridge", air="outdoors, 14 °C", mix="B")
        )
        for words, found in (("cafe", 1), ("wash caf", 1), ("idge", 0), ("ridge mid", 1), ("14", 1), ("roof", 0),
                             ('"', 1), ("* OR 1", 0), ("NEAR(", 0)):  # fmt: skip
            with self.subTest(words=words):
                self.assertEqual(len(read_lines(self.db, self.one, words=words)), found)

    def test_by_kind_and_session(self):
        self.add(self.one, line(1, "a", session=1), line(2, "b", kind="pass", session=2))
        self.assertEqual([each.said for each in read_lines(self.db, self.one, kind="pass")], ["b"])
        self.assertEqual([each.said for each in read_lines(self.db, self.one, session=1)], ["a"])

    def test_failed_tests_are_found_in_all_paintings_by_subject(self):
        self.add(self.one, line(1, "Mars black went dead", kind="failed_test"), line(2, "Mars black is fine"))
        self.add(self.other, line(3, "Cerulean granulates", kind="failed_test"))
        for words, found in (("", 2), ("mars", 1), ("B", 2), ("granul", 1), ("roof", 0), ("%", 2), ("' OR 1", 0)):
            with self.subTest(words=words):
                told = lines_everywhere(self.db, "failed_test", words)
                self.assertEqual(len(told), found)
        self.assertEqual(lines_everywhere(self.db, "failed_test")[0][1], "B")
        paintings.put_in_bin(self.db, self.other, "2026-11-28")
        self.assertEqual(len(lines_everywhere(self.db, "failed_test")), 1)

    def test_no_line_is_altered(self):
        self.add(self.one, line(1, "a"))
        with self.assertRaises(sqlite3.IntegrityError):
            self.db.execute("UPDATE diary SET said = 'b'")
        self.assertEqual(read_lines(self.db, self.one)[0].said, "a")

    def test_it_goes_with_its_painting_words_and_all(self):
        self.add(self.one, line(1, "rust roof"))
        paintings.put_in_bin(self.db, self.one, "2026-11-28")
        paintings.delete_for_good(self.db, self.one)
        self.assertEqual(self.db.execute("SELECT count(*) FROM diary").fetchone()[0], 0)
        self.assertEqual(
            self.db.execute("SELECT count(*) FROM diary_words WHERE diary_words MATCH 'rust'").fetchone()[0], 0
        )
