"""Each kind of row is described once: what follows from the description holds for every kind, without a test of its own."""

import json
import random
import unittest
from dataclasses import MISSING, fields, is_dataclass, replace
from typing import Literal, get_args, get_origin

from annotated_types import Ge, Gt, Le, MaxLen

from kind_distance.errors import DomainError, InUseError
from kind_distance.exchange.document.schema import LISTS, part_of
from kind_distance.rows import (
    Brief,
    ElementRecord,
    KeptPlace,
    MeantSo,
    PairRecord,
    PassRecord,
    PlaneRecord,
    ReserveRecord,
    SourceRecord,
    State,
    StrokeRecord,
    ThumbnailRecord,
    next_number,
)
from kind_distance.rows.checking import checked
from kind_distance.rows.marks import RefersTo, bare, fields_of, inner_row
from kind_distance.rows.plain import from_plain, to_plain
from kind_distance.rows.settling import LETTERS, settle
from kind_distance.rows.state import kind_named, kinds
from kind_distance.store import paintings, pictures
from kind_distance.store.database import connect, migrate
from kind_distance.store.packing import pack, unpack
from tests.support import InFolder

ROWS = [Brief, *(kind.row for kind in kinds())]


def _within(hint, marks, chance):
    """Something that a field may hold, by its type and its limits."""
    plain = bare(hint)
    low = next((m.ge if isinstance(m, Ge) else m.gt for m in marks if isinstance(m, (Ge, Gt))), 0)
    high = next((m.le for m in marks if isinstance(m, Le)), 1000)
    most = next((m.max_length for m in marks if isinstance(m, MaxLen)), 4)
    if get_origin(plain) is Literal:
        return chance.choice(get_args(plain))
    if plain is bool:
        return chance.random() < 0.5
    if plain is int:
        return chance.randint(int(low) + 1, int(high))
    if plain is float:
        return round(chance.uniform(float(low) + 0.01 * (high - low), float(high)), 3)
    if plain is str:
        return "".join(chance.choice("abcdefgh'\"äß漢;") for _ in range(chance.randint(1, min(10, most))))
    if is_dataclass(plain):
        return made(plain, chance)
    parts = get_args(plain)
    if parts[-1] is Ellipsis:
        parts = (parts[0],) * chance.randint(1, 3)
    return tuple(_within(part, getattr(part, "__metadata__", ()), chance) for part in parts)


def made(row, chance):
    """Make a row of a class that keeps to its limits."""
    return row(**{field.name: _within(field.type, field.marks, chance) for field in fields_of(row)})


class EveryKind(unittest.TestCase):
    def test_what_is_within_its_limits_is_taken_and_comes_back_from_plain_data(self):
        chance = random.Random(7)
        for row in ROWS:
            with self.subTest(row=row.__name__):
                for _ in range(12):
                    each = made(row, chance)
                    self.assertEqual(from_plain(row, json.loads(json.dumps(to_plain(each)))), each)
                    self.assertEqual(checked(each), each)

    def test_what_is_beyond_a_limit_is_refused_in_words(self):
        for row in ROWS:
            usual = made(row, random.Random(3))
            for field in fields_of(row):
                high = next((m.le for m in field.marks if isinstance(m, Le)), None)
                longest = next((m.max_length for m in field.marks if isinstance(m, MaxLen)), None)
                beyond = high + 1 if high is not None else "x" * (longest + 1) if longest else None
                if beyond is None or field.scalar not in (int, float, str):
                    continue
                with self.subTest(row=row.__name__, field=field.name), self.assertRaises(DomainError) as caught:
                    checked(replace(usual, **{field.name: beyond}))
                self.assertTrue(caught.exception.message and caught.exception.way_out)

    def test_every_reference_names_a_kind_and_says_what_follows(self):
        for row in ROWS:
            for field in fields_of(row):
                mark = field.mark(RefersTo)
                if mark is not None:
                    self.assertTrue(kind_named(mark.row).numbered, (row, field.name))
                    if mark.on_removal == "clear":
                        self.assertTrue(field.optional, f"{row.__name__}.{field.name} cannot be emptied")

    def test_every_numbered_kind_has_its_letter_in_judgements(self):
        named = {kind.name for kind in kinds() if kind.numbered}
        self.assertLessEqual(set(LETTERS), named)
        self.assertEqual(len(set(LETTERS.values())), len(LETTERS))

    def test_every_part_of_a_document_tells_its_row(self):
        for kind in LISTS.values():
            told = set(part_of(kind.row).model_fields)
            hidden = {f.name for f in fields_of(kind.row)} - told
            for field in fields(kind.row):
                if field.name in hidden and field.default is MISSING:
                    self.assertIn(field.name, ("rank", "place", "picture_hash", "format", "width_px", "height_px"))


class Tables(InFolder):
    def setUp(self):
        super().setUp()
        self.db = connect(self.file)
        self.addCleanup(self.db.close)
        migrate(self.db)

    def test_every_table_has_just_the_fields_of_its_class(self):
        for name, row in [("brief", Brief), *((kind.many.kept_in, kind.row) for kind in kinds())]:
            with self.subTest(table=name):
                columns = {each[1]: each for each in self.db.execute(f"PRAGMA table_info({name})")}
                self.assertEqual(set(columns) - {"painting_id"}, {field.name for field in fields_of(row)})
                for field in fields_of(row):
                    wanted = {str: "TEXT", int: "INTEGER", float: "REAL", bool: "INTEGER"}.get(field.scalar, "TEXT")
                    self.assertEqual(columns[field.name][2], wanted, field.name)
                    self.assertEqual(bool(columns[field.name][3]), not field.optional, field.name)

    def test_rows_of_every_kind_are_kept_and_packed(self):
        hash_of = pictures.keep(self.db, b"a", "PNG", (4, 3), {})
        for kind in kinds():
            row = made(kind.row, random.Random(5))
            told = {f.name: 1 for f in fields_of(kind.row) if f.mark(RefersTo) is not None and f.scalar is int}
            told |= {"picture_hash": hash_of} if kind.name == "source" else {}
            row = replace(row, **told)
            # What it may name is there as well, so that nothing dangles.
            state = State(
                Brief("B"),
                sources=(SourceRecord(1, hash_of, "s", "", "PNG", 4, 3),),
                planes=(PlaneRecord(1, 1, "A"),),
            )
            if kind.name == "plane":
                row = replace(row, rank=1)
            state = replace(state, **{kind.field: (row,)})
            if inner := [f for f in fields_of(kind.row) if inner_row(f) is not None]:
                self.assertTrue(inner)
            with self.subTest(kind=kind.name):
                painting = paintings.create(self.db, state, "2026-11-26T09:42:00", "Begun")
                self.assertEqual(paintings.painting_of(self.db, painting).state, state)
                parts, pieces = pack(state)
                self.assertEqual(unpack(parts, pieces.__getitem__), state)


def scene():
    """A state in which things hang on one another."""
    return State(
        Brief("B", main_source=1, chosen_thumbnail=None, focus_x=0.4, focus_y=0.5, focus_plane=2),
        sources=(
            SourceRecord(1, "a" * 64, "One", "", "PNG", 400, 300),
            SourceRecord(2, "b" * 64, "Two", "", "PNG", 400, 300, made_from=1),
        ),
        planes=(PlaneRecord(1, 1, "Sky", "sky"), PlaneRecord(2, 2, "Hill"), PlaneRecord(3, 3, "Mist", over=(1, 2))),
        strokes=(StrokeRecord(1, 2, "mark", 0.01, ((0.1, 0.2), (0.3, 0.4))),),
        pairs=(PairRecord(1, 2, 0.4), PairRecord(1, 3, 0.2)),
        elements=(ElementRecord(1, "Boat", 2, 0.5, 0.5), ElementRecord(2, "Shed", 3, 0.1, 0.1)),
        reserves=(ReserveRecord(1, "Spark", "ground", ((0.1, 0.1), (0.2, 0.1), (0.2, 0.2)), 2),),
        passes=(
            PassRecord(1, 1, "block_in", (1,), "a", "acrylic", 9),
            PassRecord(2, 2, "block_in", (2,), "b", "acrylic", 9),
            PassRecord(3, 3, "glaze", (2, 3), "c", "acrylic", 9, elements=(1, 2), spares=(1,)),
        ),
        kept_plan=(KeptPlace(1, 2, 1), KeptPlace(2, 3, 1)),
        meant_so=(MeantSo("forgotten:e1", "So."), MeantSo("merged:p1:p2", "So."), MeantSo("kept:p1:p3", "So.")),
    )


def without(state, field, number):
    rows = tuple(row for row in getattr(state, field) if row.number != number)
    return settle(state, replace(state, **{field: rows}))


class WhatHangsOnWhat(unittest.TestCase):
    def test_a_plane_takes_along_what_hangs_on_it(self):
        left = without(scene(), "planes", 2)
        self.assertEqual(left.strokes, ())
        self.assertEqual([(p.far, p.near) for p in left.pairs], [(1, 3)])
        self.assertEqual([e.plane for e in left.elements], [None, 3])
        self.assertEqual((left.brief.focus_plane, left.reserves[0].plane), (None, None))
        self.assertEqual(left.planes[-1].over, (1,))
        self.assertEqual([(p.number, p.place, p.planes) for p in left.passes], [(1, 1, (1,)), (3, 2, (3,))])
        self.assertEqual([(k.place, k.layer_pass) for k in left.kept_plan], [(1, 3)], "what hangs on what went, too")

    def test_silences_end_with_their_thing_and_no_number_is_given_twice(self):
        """A thing that is named anew does not inherit what was silenced of another."""
        left = without(scene(), "elements", 1)
        self.assertEqual([m.key for m in left.meant_so], ["merged:p1:p2", "kept:p1:p3"])
        self.assertEqual(left.passes[2].elements, (2,))
        bare_list = without(left, "elements", 2)
        self.assertEqual(next_number(bare_list, "element"), 3)
        self.assertEqual(next_number(without(scene(), "planes", 3), "plane"), 4)

    def test_a_picture_that_goes_takes_its_marks_and_lineage(self):
        state = scene()
        gone = replace(state, sources=state.sources[1:], brief=replace(state.brief, main_source=2))
        left = settle(state, gone)
        self.assertEqual((left.strokes, left.reserves), ((), ()), "nothing of it lies on the next picture")
        self.assertEqual([(e.x, e.y) for e in left.elements], [(None, None)] * 2)
        self.assertEqual((left.brief.focus_x, left.sources[0].made_from), (None, None))

    def test_what_may_not_go_is_refused(self):
        state = replace(scene(), thumbnails=(ThumbnailRecord(1, 2, "t", 4, 0.01, 0.01),))
        with self.assertRaises(InUseError):
            without(state, "sources", 2)

    def test_straightening_carries_places_there_and_back(self):
        state = scene()
        tilted = replace(state.sources[0], tilt_deg=3.0)
        there = settle(state, replace(state, sources=(tilted, state.sources[1])))
        self.assertNotEqual(there.strokes, state.strokes)
        back = settle(there, replace(there, sources=(replace(tilted, tilt_deg=0.0), state.sources[1])))
        for one, other in zip(back.strokes[0].points, state.strokes[0].points, strict=True):
            self.assertAlmostEqual(one[0], other[0], places=5)
            self.assertAlmostEqual(one[1], other[1], places=5)
        self.assertAlmostEqual(back.elements[0].x, 0.5, places=5)

    def test_what_does_not_change_stays_the_very_same(self):
        state = scene()
        other = settle(state, replace(state, brief=replace(state.brief, title="Other")))
        self.assertIs(other.strokes, state.strokes)


if __name__ == "__main__":
    unittest.main()
