"""The one file: pragmas, migrations, transactions, history, content-addressed pictures."""

import os
import signal
import sqlite3
import subprocess
import sys
import textwrap
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from kind_distance.errors import ChangedElsewhereError, DomainError, NotFoundError, NothingToUndoError
from kind_distance.rows import (
    Brief,
    CountPainted,
    MeantSo,
    PairRecord,
    PassRecord,
    PlaneRecord,
    SessionRecord,
    SourceRecord,
    State,
    StrokeRecord,
    ThumbnailRecord,
)
from kind_distance.store import paintings, pictures
from kind_distance.store.database import connect, migrate, migrations, opened, transaction
from kind_distance.store.packing import pack, parts_as_bytes, parts_from_bytes, unpack
from kind_distance.store.records import Told
from kind_distance.store.shelf import shelf_page
from tests.support import InFolder

AT = "2026-11-26T09:42:00"


def full_state(picture):
    """A state with something in every table."""
    return State(
        Brief("Field", "One field.", width_cm=40, height_cm=27, main_source=1, chosen_thumbnail=1, passes_by_hand=True),
        (SourceRecord(1, picture, "hill", "whole scene", "PNG", 320, 240, AT, "lens", 1.5, -2.5, True, "as sRGB"),),
        (ThumbnailRecord(1, 1, "4 steps", 4, 0.004, 0.014, even=True, cuts=(3.1, 5.7, 7.3)),),
        (PlaneRecord(1, 1, "Sky", "sky"), PlaneRecord(2, 2, "Field", "land", 20.0, 4.5)),
        (StrokeRecord(1, 2, "mark", 0.01, ((0.1, 0.2), (0.3, 0.4))),),
        (PairRecord(1, 2, 0.4, -1),),
        (
            PassRecord(
                1,
                1,
                "block_in",
                (2,),
                "block-in",
                "acrylic",
                12,
                1.0,
                "Sets it.",
                aids=("mist",),
                counts=(CountPainted(1, 2),),
                done_start=100,
                done_end=112,
            ),
        ),
        (SessionRecord(1, "2026-11-28T07:10", 90, "hill", True, 14.0, 78.0, 2.0, 60.0),),
        (MeantSo("merged_photo:p1:p2", "Mist."),),
    )


class WithFile(InFolder):
    def setUp(self):
        super().setUp()
        self.db = connect(self.file)
        self.addCleanup(self.db.close)
        migrate(self.db)
        self.picture = pictures.keep(self.db, b"original", "PNG", (320, 240), {"view.jpg": b"view"})
        self.state = full_state(self.picture)


class TheFile(WithFile):
    def test_settings_of_every_connection(self):
        with opened(self.file) as other:
            for pragma, value in (("foreign_keys", 1), ("journal_mode", "wal"), ("synchronous", 2)):
                with self.subTest(pragma=pragma):
                    self.assertEqual(other.execute(f"PRAGMA {pragma}").fetchone()[0], value)

    def test_all_tables_are_strict(self):
        rows = self.db.execute("PRAGMA table_list").fetchall()
        ours = [row for row in rows if row[0] == "main" and not row[1].startswith("sqlite_")]
        ours = [row for row in ours if not row[1].startswith("diary_words")]  # SQLite makes those of its word search
        self.assertGreater(len(ours), 10)
        self.assertTrue(all(row[5] for row in ours), [row[1] for row in ours if not row[5]])

    def test_migrations_are_numbered_without_gaps_and_run_once(self):
        numbers = [number for number, _, _ in migrations()]
        self.assertEqual(numbers, list(range(1, len(numbers) + 1)))
        self.assertEqual(migrate(self.db), numbers[-1])

    def test_a_file_of_a_newer_version_is_left_alone(self):
        self.db.execute("PRAGMA user_version = 999")
        with self.assertRaises(DomainError):
            migrate(self.db)

    def test_a_transaction_that_fails_leaves_no_trace(self):
        with self.assertRaises(RuntimeError), transaction(self.db):
            self.db.execute("DELETE FROM picture")
            raise RuntimeError
        self.assertEqual(pictures.original(self.db, self.picture), b"original")

    def test_wrong_types_and_dangling_rows_are_refused(self):
        for statement in (
            "INSERT INTO counter VALUES (1, 'plane', 'first')",
            "INSERT INTO counter VALUES (999, 'plane', 1)",
            "INSERT INTO derived VALUES ('none', 'view', x'00')",
        ):
            with self.subTest(statement=statement), self.assertRaises(sqlite3.IntegrityError):
                self.db.execute(statement)


class Pictures(WithFile):
    def test_named_by_content_and_kept_once(self):
        again = pictures.keep(self.db, b"original", "PNG", (320, 240), {})
        self.assertEqual(again, self.picture)
        self.assertEqual(again, pictures.content_hash(b"original"))
        self.assertEqual(self.db.execute("SELECT count(*) FROM picture").fetchone()[0], 1)

    def test_a_copy_of_a_picture_that_went_meanwhile_is_not_kept(self):
        pictures.keep_derived(self.db, "0" * 64, "view.jpg", b"late")
        self.assertIsNone(pictures.derived(self.db, "0" * 64, "view.jpg"))

    def test_copies_may_be_thrown_away(self):
        self.assertEqual(pictures.derived(self.db, self.picture, "view.jpg"), b"view")
        self.db.execute("DELETE FROM derived")
        self.assertIsNone(pictures.derived(self.db, self.picture, "view.jpg"))
        pictures.keep_derived(self.db, self.picture, "view.jpg", b"new")
        self.assertEqual(pictures.derived(self.db, self.picture, "view.jpg"), b"new")

    def test_what_is_not_kept(self):
        with self.assertRaises(NotFoundError):
            pictures.original(self.db, "0" * 64)

    def test_killed_in_the_middle_of_keeping_a_picture(self):
        """The process dies after writing and before committing: the file stays sound and holds nothing half."""
        script = textwrap.dedent("""
            import os, signal, sys
            from pathlib import Path
            from kind_distance.store.database import connect, transaction
            db = connect(Path(sys.argv[1]))
            with transaction(db):
                db.execute("INSERT INTO picture VALUES (?, ?, 'PNG', 1, 1)", ("half", os.urandom(8_000_000)))
                print("written", flush=True)
                os.kill(os.getpid(), signal.SIGKILL)
        """)
        done = subprocess.run([sys.executable, "-c", script, str(self.file)], capture_output=True, check=False)
        self.assertEqual((done.returncode, done.stdout.strip()), (-signal.SIGKILL, b"written"))
        with opened(self.file) as db:
            self.assertEqual(db.execute("PRAGMA integrity_check").fetchone()[0], "ok")
            self.assertEqual(db.execute("SELECT count(*) FROM picture").fetchone()[0], 1)
            migrate(db)
        self.assertTrue(os.path.getsize(self.file) > 0)


class Paintings(WithFile):
    def kept(self, painting_id):
        """Read a painting through a connection that remembers nothing of it."""
        with opened(self.file) as db:
            return paintings.painting_of(db, painting_id)

    def create(self):
        return paintings.create(self.db, self.state, AT, "Begun")

    def save(self, painting_id, version, state, what="Changed"):
        paintings.save(self.db, painting_id, version, state, Told(AT, what, "{}"))

    def test_every_row_comes_back(self):
        painting = self.kept(self.create())
        self.assertEqual(painting.state, self.state)
        self.assertEqual((painting.version, painting.undo, painting.redo), (1, None, None))

    def test_packing(self):
        parts, pieces = pack(self.state)
        self.assertEqual(unpack(parts_from_bytes(parts_as_bytes(parts)), pieces.__getitem__), self.state)

    def test_each_change_leaves_an_entry(self):
        painting_id = self.create()
        renamed = replace(self.state, brief=replace(self.state.brief, title="Ridge"))
        self.save(painting_id, 1, renamed, "Renamed")
        painting = self.kept(painting_id)
        self.assertEqual((painting.version, painting.state.brief.title), (2, "Ridge"))
        self.assertEqual(painting.undo.what, "Renamed")

    def test_taking_a_plane_out_takes_its_rows_along(self):
        painting_id = self.create()
        bare = replace(self.state, planes=self.state.planes[:1], strokes=(), pairs=(), passes=())
        self.save(painting_id, 1, bare)
        self.assertEqual(self.kept(painting_id).state, bare)

    def test_the_later_of_two_windows_is_told_and_nothing_is_lost(self):
        painting_id = self.create()
        first = replace(self.state, brief=replace(self.state.brief, title="First"))
        second = replace(self.state, brief=replace(self.state.brief, title="Second"))
        self.save(painting_id, 1, first)
        with self.assertRaises(ChangedElsewhereError):
            self.save(painting_id, 1, second)
        self.assertEqual(self.kept(painting_id).state.brief.title, "First")

    def step(self, painting_id, way):
        version = self.kept(painting_id).version
        state = paintings.state_at(self.db, painting_id, version, way)
        paintings.step_to(self.db, painting_id, version, way, state, Told(AT, "", "{}"))
        return self.kept(painting_id)

    def test_fifty_steps_back_and_forward(self):
        painting_id = self.create()
        states = [self.state]
        for number in range(50):
            states.append(replace(self.state, brief=replace(self.state.brief, title=f"Title {number}")))
            self.save(painting_id, number + 1, states[-1])
        for state in reversed(states[:-1]):
            self.assertEqual(self.step(painting_id, -1).state, state)
        with self.assertRaises(NothingToUndoError):
            self.step(painting_id, -1)
        for state in states[1:]:
            self.assertEqual(self.step(painting_id, 1).state, state)
        with self.assertRaises(NothingToUndoError):
            self.step(painting_id, 1)

    def test_undo_works_after_a_restart(self):
        painting_id = self.create()
        self.save(painting_id, 1, replace(self.state, planes=(), strokes=(), pairs=(), passes=()))
        self.db.close()
        self.db = connect(self.file)
        self.addCleanup(self.db.close)
        self.assertEqual(self.step(painting_id, -1).state, self.state)

    def test_a_change_after_undo_ends_what_could_be_redone(self):
        painting_id = self.create()
        self.save(painting_id, 1, replace(self.state, meant_so=()), "One")
        self.assertEqual(self.step(painting_id, -1).redo.what, "One")
        self.save(painting_id, 3, replace(self.state, sessions=()), "Other")
        painting = self.kept(painting_id)
        self.assertEqual((painting.undo.what, painting.redo), ("Other", None))

    def test_old_entries_are_let_go(self):
        painting_id = self.create()
        self.db.execute("UPDATE painting SET history_at = 500")
        self.db.execute("UPDATE history SET number = 500")
        self.save(painting_id, 1, replace(self.state, sessions=()))
        self.db.execute("UPDATE history SET number = 50 WHERE number = 500")
        self.save(painting_id, 2, replace(self.state, meant_so=()))
        numbers = [row[0] for row in self.db.execute("SELECT number FROM history ORDER BY number")]
        self.assertEqual(numbers, [501, 502])

    def test_bin_and_shelf(self):
        one, other = self.create(), self.create()
        paintings.put_in_bin(self.db, one, AT)
        self.assertEqual([e.id for e in shelf_page(self.db).entries], [other])
        self.assertEqual([e.id for e in shelf_page(self.db, binned=True).entries], [one])
        paintings.put_in_bin(self.db, one, None)
        self.assertEqual({e.id for e in shelf_page(self.db).entries}, {one, other})
        with self.assertRaises(NotFoundError):
            paintings.put_in_bin(self.db, 99, AT)

    def test_a_painting_that_is_not_there(self):
        for ask in (
            lambda: self.kept(99),
            lambda: self.save(99, 1, self.state),
            lambda: paintings.state_at(self.db, 99, 1, -1),
        ):
            with self.assertRaises(NotFoundError):
                ask()


class AnyText(WithFile):
    @given(st.text(max_size=60), st.text(max_size=60))
    @settings(max_examples=25, deadline=None)
    def test_any_text_comes_back_as_it_was(self, title, reason):
        """Quotes, semicolons and other alphabets are only text: parameters are always bound."""
        text = title.encode("utf-8", "ignore").decode()
        why = reason.encode("utf-8", "ignore").decode()
        state = replace(self.state, brief=replace(self.state.brief, title=text), meant_so=(MeantSo("k", why),))
        painting_id = paintings.create(self.db, state, AT, text)
        self.assertEqual(paintings.painting_of(self.db, painting_id).state, state)
