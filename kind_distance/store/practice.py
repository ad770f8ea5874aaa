"""Learners, their answers and the spacing of their drills, in plain SQL."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Collection
from dataclasses import dataclass

from kind_distance.errors import DomainError, NotFoundError

MOST_LEARNERS = 20


@dataclass(frozen=True)
class Learner:
    """Somebody who practises on this machine: a name, nothing more."""

    id: int
    name: str
    answers: int


@dataclass(frozen=True)
class KeptAnswer:
    """An answer as it is kept; `at` is local time, ISO 8601, `off` what it was off, `facts` what may bias it."""

    kind: str
    seed: int
    level: int
    at: str
    correct: bool
    off: float | None
    facts: dict[str, str]
    seconds: float


def list_learners(db: sqlite3.Connection) -> list[Learner]:
    """List those who practise here, by name."""
    rows = db.execute(
        "SELECT id, name, (SELECT count(*) FROM answer WHERE learner_id = learner.id) FROM learner ORDER BY name"
    ).fetchall()
    return [Learner(*row) for row in rows]


def find_learner(db: sqlite3.Connection, learner_id: int) -> Learner:
    """Find a learner; raise NotFoundError if there is none."""
    for each in list_learners(db):
        if each.id == learner_id:
            return each
    raise NotFoundError("learner", learner_id)


def add_learner(db: sqlite3.Connection, name: str) -> int:
    """Keep a learner, or find the one of that name.

    Raises
    ------
    DomainError
        If too many practise here already.
    """
    row = db.execute("SELECT id FROM learner WHERE name = ?", (name,)).fetchone()
    if row is not None:
        return int(row[0])
    if db.execute("SELECT count(*) FROM learner").fetchone()[0] >= MOST_LEARNERS:
        raise DomainError(f"{MOST_LEARNERS} people practise here already.", "Delete one who does not any more.")
    return int(db.execute("INSERT INTO learner (name) VALUES (?) RETURNING id", (name,)).fetchone()[0])


def remove_learner(db: sqlite3.Connection, learner_id: int) -> None:
    """Delete a learner with every answer."""
    if not db.execute("DELETE FROM learner WHERE id = ?", (learner_id,)).rowcount:
        raise NotFoundError("learner", learner_id)


def add_answer(db: sqlite3.Connection, learner_id: int, answer: KeptAnswer) -> bool:
    """Keep an answer; False where that drill was answered before, which counts once."""
    row = (learner_id, answer.kind, answer.seed, answer.level, answer.at, answer.correct, answer.off,
           json.dumps(answer.facts), answer.seconds)  # fmt: skip
    done = db.execute(
        "INSERT OR IGNORE INTO answer (learner_id, kind, seed, level, at, correct, off, facts, seconds) "
        "VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)", row,
    )  # fmt: skip
    return done.rowcount > 0


def answers_of(db: sqlite3.Connection, learner_id: int) -> list[KeptAnswer]:
    """List a learner's answers, the oldest first."""
    rows = db.execute(
        "SELECT kind, seed, level, at, correct, off, facts, seconds FROM answer WHERE learner_id = ? ORDER BY id",
        (learner_id,),
    ).fetchall()
    return [KeptAnswer(k, s, n, at, bool(c), off, json.loads(facts), sec) for k, s, n, at, c, off, facts, sec in rows]


def remove_answers(db: sqlite3.Connection, learner_id: int, kinds: Collection[str]) -> int:
    """Delete a learner's answers of some kinds of drill, and their spacing; return how many."""
    marks = ",".join("?" * len(kinds))
    db.execute(f"DELETE FROM spacing WHERE learner_id = ? AND kind IN ({marks})", (learner_id, *kinds))  # noqa: S608
    done = db.execute(f"DELETE FROM answer WHERE learner_id = ? AND kind IN ({marks})", (learner_id, *kinds))  # noqa: S608
    return done.rowcount


def cards_of(db: sqlite3.Connection, learner_id: int) -> dict[str, str]:
    """Give the spacing of a learner's drills by kind, as JSON."""
    return dict(db.execute("SELECT kind, card FROM spacing WHERE learner_id = ?", (learner_id,)).fetchall())


def keep_card(db: sqlite3.Connection, learner_id: int, kind: str, card: str) -> None:
    """Keep the spacing of a kind of drill."""
    db.execute("INSERT OR REPLACE INTO spacing VALUES (?, ?, ?)", (learner_id, kind, card))
