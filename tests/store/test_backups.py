"""Backups by SQLite's own way, one a day, before an upgrade; brought back; one program a file."""

import sqlite3
import subprocess
import sys
import threading
from contextlib import closing
from datetime import timedelta

from kind_distance.errors import DamagedFileError, DomainError, NotFoundError, OpenElsewhereError, StorageError
from kind_distance.rows import Brief, State
from kind_distance.store import backups
from kind_distance.store import paintings as kept
from kind_distance.store.database import OURS, migrate, migrations, opened
from kind_distance.store.shelf import shelf_page
from tests.support import NOW, InFolder


def titles(file):
    with opened(file) as db:
        return sorted(entry.brief.title for entry in shelf_page(db).entries)


class Backups(InFolder):
    def setUp(self):
        super().setUp()
        self.file = self.folder / "paintings.sqlite"
        backups.prepare(self.file)
        self.put("Morning")

    def put(self, title):
        with opened(self.file) as db:
            kept.create(db, State(Brief(title=title)), "2026-11-28T10:00:00", "Begun")

    def test_a_copy_holds_what_was_acknowledged_last_while_another_connection_is_open(self):
        # With a reader open nothing is moved from the write-ahead log into the file: a plain copy lacks it.
        with opened(self.file) as reader:
            reader.execute("BEGIN")
            reader.execute("SELECT count(*) FROM painting").fetchone()
            self.put("Evening")
            plain = self.folder / "plain.sqlite"
            plain.write_bytes(self.file.read_bytes())
            copy = backups.back_up(self.file, self.folder / "copy.sqlite")
        self.assertEqual(titles(copy), ["Evening", "Morning"])
        self.assertNotIn("Evening", titles(plain))
        self.assertEqual(backups.examine(copy).paintings, 2)

    def test_sixty_copies_while_one_paints_are_each_whole(self):
        ended = threading.Event()
        written = []

        def paint():
            while not ended.is_set():
                self.put(f"Painting {len(written)}")
                written.append(1)

        painter = threading.Thread(target=paint)
        painter.start()
        try:
            for number in range(60):
                told = len(written)
                copy = backups.back_up(self.file, self.folder / f"copy-{number}.sqlite")
                self.assertGreaterEqual(backups.examine(copy).paintings, told + 1)
                copy.unlink()
        finally:
            ended.set()
            painter.join()
        self.assertGreater(len(written), 0)

    def test_nothing_is_written_over_and_nothing_half_stays(self):
        taken = self.folder / "notes.txt"
        taken.write_text("mine")
        with self.assertRaisesRegex(DomainError, "is there already"):
            backups.back_up(self.file, taken)
        self.assertEqual(taken.read_text(), "mine")
        (self.folder / "a").write_text("")
        with self.assertRaises(StorageError):
            backups.back_up(self.file, self.folder / "a" / "copy.sqlite")
        self.file.write_bytes(b"no database at all, only words" * 20)
        with self.assertRaises(StorageError):
            backups.back_up(self.file, self.folder / "copy.sqlite")
        self.assertEqual([each.name for each in self.folder.iterdir() if "copy" in each.name], [])

    def test_one_a_day_renewed_when_something_changed_the_last_seven_kept(self):
        self.assertIsNone(backups.last_backup(self.file))
        first = backups.back_up_daily(self.file, NOW)
        self.assertEqual(first.name, "paintings-2026-11-26.sqlite")
        self.assertIsNone(backups.back_up_daily(self.file, NOW))
        self.put("Noon")
        self.assertEqual(backups.back_up_daily(self.file, NOW), first)
        self.assertEqual(titles(first), ["Morning", "Noon"])
        other = backups.folder_of(self.file) / "paintings-of-anna.sqlite"
        other.write_text("not ours to delete")
        for day in range(1, 10):
            backups.back_up_daily(self.file, NOW + timedelta(days=day))
        left = sorted(each.name for each in backups.folder_of(self.file).iterdir())
        days = [f"paintings-{NOW + timedelta(days=day):%Y-%m-%d}.sqlite" for day in range(3, 10)]
        self.assertEqual(left, [*days, other.name])
        self.assertEqual(backups.last_backup(self.file).name, days[-1])

    def test_brought_back_with_what_was_there_kept(self):
        copy = backups.back_up(self.file, self.folder / "copy.sqlite")
        self.put("Later")
        done = backups.restore(self.file, copy, NOW)
        self.assertEqual(titles(self.file), ["Morning"])
        self.assertEqual(titles(done.replaced), ["Later", "Morning"])
        self.assertEqual((done.held.paintings, done.held.changed_at), (1, "2026-11-28T10:00:00"))
        again = backups.restore(self.file, done.replaced, NOW + timedelta(seconds=1))
        self.assertEqual(titles(self.file), ["Later", "Morning"])
        self.assertEqual(titles(again.replaced), ["Morning"])

    def test_a_device_that_was_shut_out_does_not_come_back_with_a_backup(self):
        with opened(self.file) as db:
            db.execute("INSERT INTO device (name, token_hash, paired_at, seen_at) VALUES ('Phone', ?, ?, ?)",
                       (b"x" * 32, "2026-11-20T10:00", "2026-11-20T10:00"))  # fmt: skip
        copy = backups.back_up(self.file, self.folder / "copy.sqlite")
        backups.restore(self.file, copy, NOW)
        with opened(self.file) as db:
            self.assertEqual(db.execute("SELECT count(*) FROM device").fetchone()[0], 0)

    def test_brought_back_over_a_damaged_file_and_where_there_is_none(self):
        copy = backups.back_up(self.file, self.folder / "copy.sqlite")
        self.file.write_bytes(b"\0" * 5000)
        done = backups.restore(self.file, copy, NOW)
        self.assertEqual(titles(self.file), ["Morning"])
        self.assertEqual(done.replaced.read_bytes(), b"\0" * 5000)
        self.file.unlink()
        self.assertIsNone(backups.restore(self.file, copy, NOW).replaced)
        self.assertEqual(titles(self.file), ["Morning"])

    def test_what_is_no_backup_changes_nothing(self):
        whole = self.file.read_bytes()
        notes = self.folder / "notes.sqlite"
        notes.write_text("These are notes.\n" * 100)
        cut = self.folder / "cut.sqlite"
        cut.write_bytes(whole[: len(whole) // 2])
        foreign = self.folder / "foreign.sqlite"
        with closing(sqlite3.connect(foreign)) as db:
            db.execute("CREATE TABLE recipe (id)")
        empty = self.folder / "empty.sqlite"
        empty.touch()
        for what, kind in ((notes, StorageError), (cut, DamagedFileError), (foreign, StorageError),
                           (empty, StorageError), (self.folder / "gone.sqlite", NotFoundError),
                           (self.file, DomainError)):  # fmt: skip
            with self.assertRaises(kind):
                backups.restore(self.file, what, NOW)
        self.assertEqual(titles(self.file), ["Morning"])
        self.assertFalse(backups.folder_of(self.file).exists())

    def test_rows_that_lead_nowhere_are_damage(self):
        copy = backups.back_up(self.file, self.folder / "copy.sqlite")
        with closing(sqlite3.connect(copy, isolation_level=None)) as db:
            db.execute("UPDATE brief SET painting_id = 999")
        with self.assertRaises(DamagedFileError):
            backups.examine(copy)

    def test_one_program_a_file_also_for_a_restore(self):
        copy = backups.back_up(self.file, self.folder / "copy.sqlite")
        with backups.held(self.file, "http://127.0.0.1:1"):
            for deed in (lambda: backups.held(self.file).__enter__(), lambda: backups.restore(self.file, copy, NOW)):
                with self.assertRaisesRegex(OpenElsewhereError, "http://127.0.0.1:1") as told:
                    deed()
                self.assertEqual(told.exception.address, "http://127.0.0.1:1")
        with backups.held(self.file):
            pass  # free again

    def test_a_killed_program_holds_nothing(self):
        script = f"from kind_distance.store import backups; from pathlib import Path\nwith backups.held(Path({str(self.file)!r})): print('held', flush=True); input()"  # noqa: E501
        with subprocess.Popen([sys.executable, "-c", script], stdout=subprocess.PIPE, stdin=subprocess.PIPE) as other:
            try:
                self.assertEqual(other.stdout.readline().strip(), b"held")
                with self.assertRaises(OpenElsewhereError):
                    backups.held(self.file).__enter__()
            finally:
                other.kill()
                other.wait()
        with backups.held(self.file):
            pass


class Upgrades(InFolder):
    def older(self, version):
        """A file as a version of the application before wrote it: the migrations up to then."""
        file = self.folder / "paintings.sqlite"
        with closing(sqlite3.connect(file, isolation_level=None)) as db:
            for number, _, script in migrations():
                if number <= version:
                    db.executescript(script)
            db.execute(f"PRAGMA user_version={version}")
        return file

    def test_kept_as_it_was_before_it_is_upgraded(self):
        newest = migrations()[-1][0]
        file = self.older(newest - 1)
        before = file.read_bytes()
        backups.prepare(file)
        older = backups.folder_of(file) / f"paintings-before-version-{newest}.sqlite"
        self.assertEqual(backups.examine(older).version, newest - 1)
        with opened(file) as db:
            self.assertEqual(db.execute("PRAGMA application_id").fetchone()[0], OURS)
        self.assertNotEqual(file.read_bytes(), before)

    def test_every_earlier_schema_is_brought_up_to_date(self):
        newest = migrations()[-1][0]
        for version in range(1, newest):
            with self.subTest(version=version):
                file = self.older(version)
                backups.prepare(file)
                with opened(file) as db:
                    self.assertEqual(migrate(db), newest)
                    kept.create(db, State(Brief(title="Goes on")), "2026-11-28T10:00:00", "Begun")
                self.assertEqual(titles(file), ["Goes on"])
                for each in self.folder.glob("paintings.sqlite*"):
                    each.unlink()

    def test_too_new_names_what_was_kept_before(self):
        file = self.older(migrations()[-1][0] - 1)
        backups.prepare(file)
        with closing(sqlite3.connect(file)) as db:
            db.execute("PRAGMA user_version=9999")
        with self.assertRaises(DomainError) as told:
            backups.prepare(file)
        self.assertIn("newer", told.exception.message)
        self.assertIn("before-version", told.exception.way_out)
