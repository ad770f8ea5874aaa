"""What a connection remembers is never older than the file, and one that waits for the next block is always sound."""

import sqlite3
from concurrent.futures import ThreadPoolExecutor
from contextlib import closing
from unittest.mock import patch

from kind_distance.errors import NotFoundError, StorageError
from kind_distance.rows import Brief, State
from kind_distance.store import paintings
from kind_distance.store.connection import MOST_IDLE
from kind_distance.store.database import connect, kept_open, migrate, opened, read_at_once, transaction
from kind_distance.store.records import Told
from kind_distance.store.rows import read_state
from tests.support import InFolder

AT = "2026-11-30T09:42:00"


class WithFile(InFolder):
    def setUp(self):
        super().setUp()
        with opened(self.file) as db:
            migrate(db)

    def connection(self):
        db = connect(self.file)
        self.addCleanup(db.close)
        return db

    def by_hand(self, statement):
        """Let another program write to the file."""
        with closing(sqlite3.connect(self.file, isolation_level=None)) as other:
            other.execute(statement)


def titled(title):
    return State(Brief(title))


def save(db, painting, version, title):
    paintings.save(db, painting, version, titled(title), Told(AT, "Renamed", "{}"))


class Remembering(WithFile):
    def setUp(self):
        super().setUp()
        self.db = self.connection()
        self.id = paintings.create(self.db, titled("First"), AT, "Begun")

    def title(self, db=None):
        return paintings.painting_of(db or self.db, self.id).state.brief.title

    def reads(self):
        """Count the states that are read while the title is asked for."""
        with patch("kind_distance.store.paintings.read_state", wraps=read_state) as read:
            self.title()
        return read.call_count

    def test_a_painting_is_read_once_while_nobody_writes(self):
        self.assertEqual((self.reads(), self.reads()), (1, 0))

    def test_what_was_kept_is_known_without_being_read(self):
        save(self.db, self.id, 1, "Second")
        self.assertEqual((self.reads(), self.title()), (0, "Second"))

    def test_another_connection_writes(self):
        self.title()
        other = self.connection()
        save(other, self.id, 1, "Second")
        self.assertEqual((self.title(), self.title(other)), ("Second", "Second"))
        save(self.db, self.id, 2, "Third")
        self.assertEqual((self.title(), self.title(other)), ("Third", "Third"))

    def test_another_program_writes_without_a_new_version(self):
        self.title()
        self.by_hand("UPDATE brief SET title = 'By hand'")
        self.assertEqual(self.title(), "By hand")

    def test_the_connection_itself_writes_by_another_way(self):
        self.title()
        self.db.execute("UPDATE brief SET title = 'Straight'")
        self.assertEqual(self.title(), "Straight")

    def test_a_change_that_is_rolled_back_is_not_remembered(self):
        save(self.db, self.id, 1, "Second")
        with self.assertRaises(RuntimeError), transaction(self.db):
            self.db.execute("UPDATE brief SET title = 'Never'")
            self.assertEqual(self.title(), "Never")  # as it is seen from inside
            raise RuntimeError
        self.assertEqual(self.title(), "Second")

    def test_a_save_that_fails_at_the_last_is_not_remembered(self):
        self.title()
        self.db.execute("CREATE TRIGGER no BEFORE UPDATE ON painting BEGIN SELECT RAISE(ABORT, 'no'); END")
        with self.assertRaises(sqlite3.IntegrityError):
            save(self.db, self.id, 1, "Second")
        self.assertEqual(self.title(), "First")

    def test_a_painting_that_is_gone(self):
        self.title()
        paintings.put_in_bin(self.db, self.id, AT)
        paintings.delete_for_good(self.db, self.id)
        with self.assertRaises(NotFoundError):
            self.title()

    def test_undo_and_redo(self):
        save(self.db, self.id, 1, "Second")
        for version, way, title in ((2, -1, "First"), (3, 1, "Second"), (4, -1, "First")):
            state = paintings.state_at(self.db, self.id, version, way)
            paintings.step_to(self.db, self.id, version, way, state, Told(AT, "", "{}"))
            self.assertEqual((self.title(), self.title(self.connection())), (title, title))

    def test_more_paintings_than_are_remembered(self):
        titles = {paintings.create(self.db, titled(f"No. {k}"), AT, "Begun"): f"No. {k}" for k in range(20)}
        for _ in range(2):
            for number, title in titles.items():
                self.assertEqual(paintings.painting_of(self.db, number).state.brief.title, title)

    def test_a_painting_is_read_at_one_moment(self):
        """A change that is kept in between shows nowhere or everywhere."""

        def and_meanwhile(db, number):
            self.by_hand("UPDATE brief SET title = 'Meanwhile'")
            self.by_hand("UPDATE painting SET version = 7")
            return read_state(db, number)

        with patch("kind_distance.store.paintings.read_state", and_meanwhile):
            found = paintings.painting_of(self.db, self.id)
        self.assertEqual((found.version, found.state.brief.title), (1, "First"))
        found = paintings.painting_of(self.db, self.id)
        self.assertEqual((found.version, found.state.brief.title), (7, "Meanwhile"))


class Waiting(WithFile):
    """Connections that wait while a file is kept open."""

    def setUp(self):
        super().setUp()
        self.enterContext(kept_open(self.file))

    def used(self):
        with opened(self.file) as db:
            return db

    def assert_closed(self, db):
        with self.assertRaises(sqlite3.ProgrammingError):
            db.execute("SELECT 1")

    def test_one_after_the_other_is_the_same(self):
        self.assertIs(self.used(), self.used())

    def test_no_two_blocks_have_one_at_a_time(self):
        with opened(self.file) as one, opened(self.file) as other:
            self.assertIsNot(one, other)

    def test_only_so_many_wait(self):
        blocks = [opened(self.file) for _ in range(MOST_IDLE + 2)]
        taken = [block.__enter__() for block in blocks]
        for block in blocks:
            block.__exit__(None, None, None)
        for db in taken[:MOST_IDLE]:
            self.assertEqual(db.execute("SELECT 1").fetchone(), (1,))
        for db in taken[MOST_IDLE:]:
            self.assert_closed(db)

    def test_after_a_block_that_went_wrong_another_is_opened(self):
        with self.assertRaises(RuntimeError), opened(self.file) as db:
            db.execute("BEGIN IMMEDIATE")
            raise RuntimeError
        self.assert_closed(db)
        with opened(self.file) as other, transaction(other):
            self.assertIsNot(other, db)

    def test_a_transaction_that_nobody_ended_holds_nobody_up(self):
        with opened(self.file) as db:
            db.execute("BEGIN IMMEDIATE")
        self.assert_closed(db)
        with opened(self.file) as other, transaction(other):
            pass

    def test_a_file_altered_by_another_hand_is_opened_anew(self):
        before = self.used()
        self.file.touch()
        self.assertIsNot(self.used(), before)
        self.assert_closed(before)

    def test_another_file_in_its_place(self):
        before = self.used()
        other = self.folder / "other.sqlite"
        with opened(other) as db:
            migrate(db)
            paintings.create(db, titled("Of the other file"), AT, "Begun")
            db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        for side in ("", "-wal", "-shm"):
            self.file.with_name(self.file.name + side).unlink(missing_ok=True)
        other.replace(self.file)
        with opened(self.file) as db:
            self.assertIsNot(db, before)
            self.assertEqual(paintings.painting_of(db, 1).state.brief.title, "Of the other file")

    def test_a_file_that_is_gone_is_told(self):
        away = self.folder.with_name(f"{self.folder.name}-away")
        self.addCleanup(away.rename, self.folder)
        with opened(self.file):
            self.folder.rename(away)
        for _ in range(2):
            with self.assertRaises(StorageError), opened(self.file):
                pass

    def test_many_threads_write_and_none_is_lost(self):
        with opened(self.file) as db:
            number = paintings.create(db, titled("0"), AT, "Begun")

        def one_more(_):
            with opened(self.file) as db, transaction(db):
                was = int(paintings.painting_of(db, number).state.brief.title)
                db.execute("UPDATE brief SET title = ? WHERE painting_id = ?", (str(was + 1), number))

        with ThreadPoolExecutor(6) as pool:
            list(pool.map(one_more, range(60)))
        with opened(self.file) as db:
            self.assertEqual(paintings.painting_of(db, number).state.brief.title, "60")


class Ended(WithFile):
    def test_none_is_left_open(self):
        with kept_open(self.file):
            block = opened(self.file)
            late = block.__enter__()
            with opened(self.file) as waiting:
                pass
        with self.assertRaises(sqlite3.ProgrammingError):
            waiting.execute("SELECT 1")
        self.assertEqual(late.execute("SELECT 1").fetchone(), (1,))
        block.__exit__(None, None, None)
        with self.assertRaises(sqlite3.ProgrammingError):
            late.execute("SELECT 1")

    def test_kept_open_twice(self):
        with kept_open(self.file):
            with kept_open(self.file), opened(self.file):
                pass
            with opened(self.file) as db:
                self.assertEqual(db.execute("SELECT 1").fetchone(), (1,))

    def test_read_at_once_inside_a_transaction_leaves_it_open(self):
        with opened(self.file) as db, transaction(db):
            with read_at_once(db):
                pass
            self.assertTrue(db.in_transaction)
