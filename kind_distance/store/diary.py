"""The diary of a painting: lines that are only ever added, read newest first and searched by word."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

COLUMNS = ("at_min", "kind", "said", "session", "layer_pass", "plane", "minutes", "air", "mix")
MOST_AT_ONCE = 200
MOST_WORDS = 8


@dataclass(frozen=True)
class KeptLine:
    """A line as it is kept; its id rises with every line."""

    id: int
    at_min: int
    kind: str
    said: str
    session: int | None
    layer_pass: int | None
    plane: str
    minutes: int | None
    air: str
    mix: str


def add_lines(db: sqlite3.Connection, painting_id: int, lines: Iterable[Sequence[Any]]) -> None:
    """Add lines, each with the columns of :data:`COLUMNS`; inside the caller's transaction."""
    marks = ", ".join("?" for _ in COLUMNS)
    db.executemany(
        f"INSERT INTO diary (painting_id, {', '.join(COLUMNS)}) VALUES (?, {marks})",  # noqa: S608  our own names
        [(painting_id, *line) for line in lines],
    )


def _asked(words: str) -> str:
    """Write words as the search wants them: each begins a word of the line; nothing else of them counts."""
    told = "".join(c if c.isalnum() else " " for c in words).split()[:MOST_WORDS]
    return " AND ".join(f'"{word}"*' for word in told)


def read_lines(
    db: sqlite3.Connection, painting_id: int, *, before: int | None = None, most: int = 60, words: str = "",
    kind: str = "", session: int | None = None,
) -> list[KeptLine]:  # fmt: skip
    """Read lines, the newest first.

    Parameters
    ----------
    before : int or None
        Only lines older than this one.
    most : int
        At most :data:`MOST_AT_ONCE`.
    words : str
        Only lines in which each word begins a word.
    kind : str
        Only lines of a kind; all where it is empty.
    session : int or None
        Only lines of a session.
    """
    asked = _asked(words)
    where, values = ["d.painting_id = ?"], [painting_id]
    if before is not None:
        where.append("d.id < ?")
        values.append(before)
    if kind:
        where.append("d.kind = ?")
        values.append(kind)  # type: ignore[arg-type]
    if session is not None:
        where.append("d.session = ?")
        values.append(session)
    source = "diary d"
    if asked:
        source = "diary_words w JOIN diary d ON d.id = w.rowid"
        where.append("diary_words MATCH ?")
        values.append(asked)  # type: ignore[arg-type]
    columns = ", ".join(f"d.{name}" for name in ("id", *COLUMNS))
    order = "w.rowid" if asked else "d.id"
    rows = db.execute(
        f"SELECT {columns} FROM {source} WHERE {' AND '.join(where)} ORDER BY {order} DESC LIMIT ?",  # noqa: S608
        (*values, max(1, min(most, MOST_AT_ONCE))),
    ).fetchall()
    return [KeptLine(*row) for row in rows]


def lines_everywhere(
    db: sqlite3.Connection, kind: str, words: str = "", most: int = 40
) -> list[tuple[int, str, int, str, str]]:
    """Find lines of a kind in all paintings that are not in the bin, the newest first.

    Returns
    -------
    (painting, title, minute, plane, said) of each.
    """
    asked = _asked(words)
    found = "d.id IN (SELECT rowid FROM diary_words WHERE diary_words MATCH ?)"
    # A word of the title counts as well: a test is looked for by its subject.
    title = " AND ".join("b.title LIKE ?" for _ in asked.split(" AND ")) if asked else ""
    likes = [f"%{word[1:-2]}%" for word in asked.split(" AND ")] if asked else []
    where = f"({found} OR ({title}))" if asked else "1"
    rows = db.execute(
        f"""SELECT p.id, b.title, d.at_min, d.plane, d.said
            FROM diary d JOIN painting p ON p.id = d.painting_id JOIN brief b ON b.painting_id = p.id
            WHERE p.binned_at IS NULL AND d.kind = ? AND {where} ORDER BY d.id DESC LIMIT ?""",  # noqa: S608  our own names
        (kind, *([asked, *likes] if asked else []), max(1, min(most, MOST_AT_ONCE))),
    ).fetchall()
    return [(row[0], row[1], row[2], row[3], row[4]) for row in rows]


def count_lines(db: sqlite3.Connection, painting_id: int) -> int:
    """Count the lines of a painting."""
    return int(db.execute("SELECT count(*) FROM diary WHERE painting_id = ?", (painting_id,)).fetchone()[0])
