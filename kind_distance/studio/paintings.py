"""Paintings as a whole: begun, opened, changed, stepped back, copied, put in the bin."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from itertools import islice
from pathlib import Path
from threading import Lock
from typing import Any, BinaryIO

from cachetools import LRUCache

from kind_distance.clock import EPOCH, iso, local_now, say_moment
from kind_distance.core.picture.page import MOST_FRAMES, check_corners
from kind_distance.errors import DamagedPaintingError, DocumentError, DomainError
from kind_distance.exchange.pictures import MOST_BYTES
from kind_distance.follow import shared_parts
from kind_distance.pictures.darkroom import cut_sketch, take_in
from kind_distance.pictures.plates import source_of
from kind_distance.rows import Brief, SourceRecord, State, TubeRecord
from kind_distance.rows.checking import checked_brief
from kind_distance.rows.settling import settle
from kind_distance.rows.words import SourceKind
from kind_distance.stages.log.diary import lines_between, unpainted
from kind_distance.store import paintings as kept
from kind_distance.store.connection import Connection
from kind_distance.store.damage import Readable, damage_told, faults_in, readable
from kind_distance.store.database import opened
from kind_distance.store.diary import KeptLine, lines_everywhere, read_lines
from kind_distance.store.records import LaterIdea, OtherPaintings, Painting, ShelfEntry, Told
from kind_distance.store.shelf import ShelfPage, keep_summary, later_ideas, latest, shelf_page
from kind_distance.studio.changes import apply
from kind_distance.studio.changes.desk import Desk
from kind_distance.studio.changes.field import Press, take_field_log
from kind_distance.studio.changes.sources import with_sketch, with_source
from kind_distance.studio.summary import is_summary, summarise
from kind_distance.studio.survey import Survey, survey

MOST_TOGETHER = 1024 * 1024 * 1024  # bytes of all pictures of a painting that is brought in
MOST_IDEAS = 30  # more are found by a word


def minutes_now(now: datetime) -> int:
    """Clock minute of the present."""
    return int((now - EPOCH).total_seconds() // 60)


def _stamp(now: datetime) -> str:
    return now.isoformat(timespec="seconds")


@dataclass(frozen=True)
class Opened:
    """A painting with everything that follows from its state."""

    painting: Painting
    survey: Survey
    others: OtherPaintings = OtherPaintings()


_LATELY: LRUCache[tuple[Path, int], State] = LRUCache(8)  # states that were seen last, one of each painting

_LATELY_LOCK = Lock()


def _known(file: Path, painting: Painting) -> Painting:
    """Give a painting that was read anew the parts that are known of it: what follows from them need not be sought."""
    key = (file, painting.id)
    with _LATELY_LOCK:
        lately = _LATELY.get(key)
    if lately is not None and lately is not painting.state:
        painting = replace(painting, state=shared_parts(painting.state, lately))
    with _LATELY_LOCK:
        _LATELY[key] = painting.state
    return painting


def _others(db: Connection, painting_id: int, now: datetime) -> OtherPaintings:
    """Read what the painter's other paintings say to one, their sessions from yesterday on."""
    return kept.others_of(db, painting_id, (now - timedelta(days=1)).date().isoformat())


def _told(before: State, after: State, what: str, now_min: int, *, back: bool = False) -> tuple[tuple[Any, ...], ...]:
    """Give the diary's lines as the store keeps them."""
    return tuple(tuple(vars(line).values()) for line in lines_between(before, after, what, now_min, back=back))


@dataclass(frozen=True)
class Studio:
    """The studio over one file of paintings.

    Parameters
    ----------
    file : Path
        SQLite file, already migrated.
    """

    file: Path

    def shelf(self, **asked: Any) -> ShelfPage:  # noqa: ANN401  of :func:`shelf_page`
        """List a page of the paintings on the shelf or in the bin."""
        with opened(self.file) as db:
            page = shelf_page(db, **asked)
            return replace(page, entries=tuple(self._with_summary(db, entry) for entry in page.entries))

    def _with_summary(self, db: Connection, entry: ShelfEntry) -> ShelfEntry:
        """Make the line of the shelf anew where it cannot be read; it follows from the painting."""
        if entry.damaged or is_summary(entry.summary):
            return entry
        try:
            state = kept.painting_of(db, entry.id).state
            with damage_told(entry.id, state, opening=True):
                summary = summarise(state, survey(self.file, state, minutes_now(local_now())))
        except DamagedPaintingError:
            return replace(entry, damaged=True)
        keep_summary(db, entry.id, summary)
        return replace(entry, summary=summary)

    def readable(self, painting_id: int) -> Readable:
        """Give what can be read of a painting: all of it, but where it is damaged."""
        with opened(self.file) as db:
            try:
                state = kept.painting_of(db, painting_id).state
            except DamagedPaintingError:
                return readable(db, painting_id)
            return readable(db, painting_id) if faults_in(state) else Readable(state, ())

    def begin(self, brief: Brief, now: datetime) -> Opened:
        """Put a new painting on the shelf."""
        return self.create(State(checked_brief(brief)), now, "Begun")

    def create(self, state: State, now: datetime, what: str) -> Opened:
        """Put a painting with a whole state on the shelf."""
        found = survey(self.file, state, minutes_now(now))
        with opened(self.file) as db:
            # What is told of a painting that comes with paint on it is written down as it was.
            diary = sorted(_told(unpainted(state), state, what, minutes_now(now)), key=lambda line: int(line[0]))
            painting_id = kept.create(db, state, _stamp(now), what, summarise(state, found), tuple(diary))
            return Opened(kept.painting_of(db, painting_id), found, _others(db, painting_id, now))

    def open(self, painting_id: int, now: datetime) -> Opened:
        """Open a painting."""
        with opened(self.file) as db:
            painting = _known(self.file, kept.painting_of(db, painting_id))
            others = _others(db, painting_id, now)
        with damage_told(painting_id, painting.state, opening=True):
            return Opened(painting, survey(self.file, painting.state, minutes_now(now), others), others)

    def desk(self, painting_id: int, now: datetime) -> Desk:
        """Lay a painting on the desk, to look at single things of it."""
        with opened(self.file) as db:
            state = _known(self.file, kept.painting_of(db, painting_id)).state
            return Desk(self.file, state, minutes_now(now), _others(db, painting_id, now))

    def readable_desk(self, painting_id: int, now: datetime) -> Desk:
        """Lay what can be read of a painting on the desk, to take it out."""
        state = self.readable(painting_id).state
        with opened(self.file) as db:
            return Desk(self.file, state, minutes_now(now), _others(db, painting_id, now))

    def change(self, painting_id: int, version: int, action: str, arguments: dict[str, Any], now: datetime) -> Opened:
        """Apply a change by its name and keep it.

        Raises
        ------
        ChangedElsewhereError
            If the painting has moved on since `version`; nothing is kept.
        """
        with opened(self.file) as db:
            painting = _known(self.file, kept.painting_of(db, painting_id))
            others = _others(db, painting_id, now)
            with damage_told(painting_id, painting.state):
                state, what = apply(Desk(self.file, painting.state, minutes_now(now), others), action, arguments)
                return self._keep(db, painting, version, state, what, now, others)

    def _keep(
        self,
        db: Connection,
        painting: Painting,
        version: int,
        state: State,
        what: str,
        now: datetime,
        others: OtherPaintings | None = None,
    ) -> Opened:
        others = _others(db, painting.id, now) if others is None else others
        found = survey(self.file, state, minutes_now(now), others)
        if state == painting.state and version == painting.version:
            return Opened(painting, found, others)
        summary = summarise(state, found)
        was = painting.state if version == painting.version else None
        diary = _told(painting.state, state, what, minutes_now(now))
        kept.save(db, painting.id, version, state, Told(_stamp(now), what, summary, diary), was=was)
        if state.passes != painting.state.passes:
            # What this painting has painted is in the log as well.
            others = _others(db, painting.id, now)
        return Opened(_known(self.file, kept.painting_of(db, painting.id, state)), found, others)

    def take_field_log(
        self, painting_id: int, version: int, session: int, events: Sequence[Press], now: datetime
    ) -> Opened:
        """Take the log of a field sheet into a painting."""
        with opened(self.file) as db:
            painting = _known(self.file, kept.painting_of(db, painting_id))
            others = _others(db, painting_id, now)
            desk = Desk(self.file, painting.state, minutes_now(now), others)
            state, what = take_field_log(desk, session, events)
            return self._keep(db, painting, version, settle(painting.state, state), what, now, others)

    def add_source(
        self, painting_id: int, version: int, data: bytes, file_name: str, now: datetime, kind: SourceKind = "photo"
    ) -> tuple[Opened, SourceRecord, bool]:
        """Take in a picture for a painting; the third result is False where it was there already."""
        with opened(self.file) as db:
            painting = kept.painting_of(db, painting_id)
        with self._nothing_left_behind() as taken:
            picture_hash, facts = take_in(self.file, data, "This file")
            taken.append(picture_hash)
            state, source, new = with_source(painting.state, picture_hash, facts, file_name, kind)
            if kind == "progress" and new:
                # A photo without an hour of its own was taken when it came.
                source = replace(source, name=f"Painting, {say_moment(minutes_now(now))}"[:60],
                                 taken_at=source.taken_at or iso(minutes_now(now)))  # fmt: skip
                state = replace(state, sources=(*state.sources[:-1], source))
            with opened(self.file) as db:
                return self._keep(db, painting, version, state, f"Photo brought: {source.name}", now), source, new

    @contextmanager
    def _nothing_left_behind(self) -> Iterator[list[str]]:
        """Let go of the pictures that were taken in for a deed, where it is refused."""
        taken: list[str] = []
        try:
            yield taken
        except BaseException:
            with opened(self.file) as db:
                kept.let_go_of_pictures(db, taken)
            raise

    def cut_sketches(
        self, painting_id: int, version: int, number: int, corners: list[list[tuple[float, float]]], now: datetime
    ) -> tuple[Opened, list[SourceRecord]]:
        """Cut sketches out of a photographed page, each a source of its own that is linked to the page.

        Raises
        ------
        DomainError
            If corners make no frame; nothing is kept then.
        """
        with opened(self.file) as db:
            painting = kept.painting_of(db, painting_id)
        state = painting.state
        page = source_of(state, number)
        frames = [check_corners(each) for each in corners]
        if not 1 <= len(frames) <= MOST_FRAMES:
            raise DomainError("No sketch is marked on the page.", "Put four corners around one.")
        made = []
        with self._nothing_left_behind() as taken:
            for at, frame in enumerate(frames, start=1):
                picture_hash, facts = cut_sketch(self.file, page.picture_hash, frame)
                taken.append(picture_hash)
                name = f"Sketch {at} from {page.name}" if len(frames) > 1 else f"Sketch from {page.name}"
                state, source = with_sketch(state, page, picture_hash, facts, frame, name[:60])
                made.append(source)
            with opened(self.file) as db:
                return self._keep(db, painting, version, state, f"Cut out of {page.name}", now), made

    def add_sample(self, now: datetime) -> Opened:
        """Put the sample on the shelf: a made-up painting to open and play with."""
        from kind_distance.studio.samples import sample_document

        return self.bring(sample_document(now), "sample.zip", now)

    def last_brief(self) -> Brief | None:
        """Return the brief of the painting that was changed last; None on an empty shelf."""
        with opened(self.file) as db:
            number = latest(db)
            try:
                return None if number is None else kept.painting_of(db, number).state.brief
            except DamagedPaintingError:
                return None

    def bring(self, data: BinaryIO, name: str, now: datetime) -> Opened:
        """Put a painting on the shelf that comes as an open document, with the pictures beside it.

        Raises
        ------
        DocumentError, PictureError
            If something in it makes no sense; nothing is kept then, no picture either.
        """
        # The document's parts are many and seldom wanted: the shelf does not wait for them.
        from kind_distance.exchange.document.reading import open_document
        from kind_distance.studio.document.reading import pictures_of, state_of

        with self._nothing_left_behind() as hashes:
            document, packed = open_document(data, name)
            with packed:
                taken = {}
                left = MOST_TOGETHER
                for each in pictures_of(document):
                    picture = packed.read(each, MOST_BYTES)
                    left -= len(picture)
                    if left < 0:
                        raise DocumentError(
                            f"The pictures of {name} have more than {MOST_TOGETHER // 2**20} MB together.",
                            "Save them smaller, or bring the painting in with fewer.",
                        )
                    taken[each] = take_in(self.file, picture, each)
                    hashes.append(taken[each][0])
            return self.create(state_of(document, taken), now, "Brought in")

    def paint_box(self, painting_id: int) -> list[tuple[str, TubeRecord]]:
        """List the painter's tubes from all other paintings, each once: own readings before what is from memory."""
        with opened(self.file) as db:
            kept.version_of(db, painting_id)
            found = kept.tubes_of_others(db, painting_id)
        box: dict[tuple[str, str, str], tuple[str, TubeRecord]] = {}
        for title, tube in sorted(found, key=lambda each: each[1].colour_from != "own"):
            box.setdefault((tube.name.casefold(), tube.pigment, tube.paint), (title, tube))
        return list(box.values())

    def diary(self, painting_id: int, **asked: Any) -> list[KeptLine]:  # noqa: ANN401  of :func:`read_lines`
        """Read the diary of a painting, the newest line first."""
        with opened(self.file) as db:
            kept.version_of(db, painting_id)
            return read_lines(db, painting_id, **asked)

    def failed_tests(self, words: str = "") -> list[tuple[int, str, int, str, str]]:
        """Find tests that failed in all paintings, by words of their reason or of the painting's title."""
        with opened(self.file) as db:
            return lines_everywhere(db, "failed_test", words)

    def ideas(self, word: str = "") -> list[LaterIdea]:
        """Find ideas set aside for later by a word in their note, name or painting; without one those of late."""
        with opened(self.file) as db:
            found = later_ideas(db)
        wanted = word.casefold().split()
        held = (each for each in found if all(w in f"{each.title} {each.name} {each.note}".casefold() for w in wanted))
        return list(islice(held, MOST_IDEAS))

    def step(self, painting_id: int, version: int, way: int, now: datetime) -> Opened:
        """Undo (-1) or redo (+1) one change."""
        with opened(self.file) as db:
            state = kept.state_at(db, painting_id, version, way)
            found = survey(self.file, state, minutes_now(now), _others(db, painting_id, now))
            before = kept.painting_of(db, painting_id)
            undone = before.undo if way < 0 else before.redo
            what = "" if undone is None else undone.what
            diary = _told(before.state, state, what, minutes_now(now), back=True)
            kept.step_to(db, painting_id, version, way, state, Told(_stamp(now), "", summarise(state, found), diary))
            return Opened(kept.painting_of(db, painting_id), found, _others(db, painting_id, now))

    def duplicate(self, painting_id: int, now: datetime) -> Opened:
        """Copy a painting's plan; what is marked as painted is not copied. Of a damaged one, all that can be read is.

        What had to be left out of that stands in the history.
        """
        found = self.readable(painting_id)
        title = f"{found.state.brief.title[:110]}, copy"
        if found.left_out:
            state, what = found.state, f"Copied without {', '.join(found.left_out)}"[:200]
        else:
            state, what = unpainted(found.state), "Copied"
        return self.create(replace(state, brief=replace(found.state.brief, title=title)), now, what)

    def bin(self, painting_id: int, now: datetime) -> None:
        """Put a painting in the bin."""
        with opened(self.file) as db:
            kept.put_in_bin(db, painting_id, _stamp(now))

    def delete_for_good(self, painting_id: int) -> None:
        """Delete a painting that is in the bin, with its history and the pictures that no other painting needs."""
        with opened(self.file) as db:
            kept.delete_for_good(db, painting_id)

    def facts(self, painting_id: int) -> Painting:
        """Give a painting as it is kept, without what follows from it."""
        with opened(self.file) as db:
            return kept.painting_of(db, painting_id)

    def version(self, painting_id: int) -> int:
        """Version of a painting as it is kept now."""
        with opened(self.file) as db:
            return kept.version_of(db, painting_id)

    def take_back(self, painting_id: int) -> None:
        """Take a painting back from the bin."""
        with opened(self.file) as db:
            kept.put_in_bin(db, painting_id, None)


def checked_hash(picture_hash: str) -> str:
    """Let only what can be a picture's name through."""
    if len(picture_hash) != 64 or any(c not in "0123456789abcdef" for c in picture_hash):
        raise DomainError("This is no picture's name.", "Open the picture from its painting.")
    return picture_hash
