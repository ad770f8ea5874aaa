"""Practice as a learner does it: the next drill, an answer marked and kept, what the answers show."""

from __future__ import annotations

import json
import zlib
from collections import Counter
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from fsrs import Card, Rating, Scheduler

from kind_distance.core.practice.learning import Answered, biases, level_for, line_of, rating_of
from kind_distance.core.practice.scenes import Scene
from kind_distance.errors import ChangedElsewhereError, DomainError
from kind_distance.rows.checking import clean_text
from kind_distance.stages.practice.drills.drill import TOO_LITTLE, Drill, Marked
from kind_distance.stages.practice.drills.table import DRILLS, make_drill
from kind_distance.stages.practice.learning_words import say_bias
from kind_distance.stages.practice.marking import QUICKEST_S, mark_answer
from kind_distance.store import paintings
from kind_distance.store import practice as kept
from kind_distance.store.database import opened, transaction
from kind_distance.store.practice import KeptAnswer, Learner
from kind_distance.studio.own_scenes import own_scene, thumbnail_change

MOST_NAME = 40
SPACED = tuple(key for key, each in DRILLS.items() if each.scored)
SCHEDULER = Scheduler(enable_fuzzing=False)


@dataclass(frozen=True)
class SkillShown:
    """What a learner shows in a skill: kinds of drill, answers, the share right over time, what is due."""

    skill: str
    kinds: tuple[str, ...]
    count: int
    line: tuple[tuple[float, float, float], ...]
    due: datetime | None


@dataclass(frozen=True)
class Shown:
    """What a learner's answers show, and what to practise next and why."""

    learner: Learner
    skills: tuple[SkillShown, ...]
    biases: tuple[str, ...]
    next_kind: str
    why: str


def _answered(found: list[KeptAnswer]) -> list[Answered]:
    return [Answered(each.kind, each.correct, each.off, each.facts) for each in found]


def _drill_after(learner_id: int, kind: str, found: list[KeptAnswer], painting: int | None) -> tuple[str, int, int]:
    """Give the drill of a kind that follows the answers so far: kind, seed and level."""
    here = [each for each in found if each.kind == kind]
    seed = 1 + zlib.crc32(f"{learner_id} {kind} {len(here)}".encode()) % 900_000
    if painting is not None:
        seed = 1_000_000 + zlib.crc32(f"{learner_id} {kind} {len(here)} {painting}".encode()) % 8_000_000
    return kind, seed, level_for(_answered(here))


def _aware(now: datetime) -> datetime:
    """Local wall time as the scheduler wants it; only differences count."""
    return now.replace(tzinfo=UTC)


class Practice:
    """Practice over one file, kept apart from its paintings."""

    def __init__(self, file: Path) -> None:
        self.file = file

    def learners(self) -> list[Learner]:
        """List those who practise here."""
        with opened(self.file) as db:
            return kept.list_learners(db)

    def begin(self, name: str) -> int:
        """Begin under a name, or go on under it."""
        said = clean_text(name, "name", MOST_NAME)
        with opened(self.file) as db, transaction(db):
            return kept.add_learner(db, said)

    def forget(self, learner_id: int, skill: str | None = None) -> None:
        """Delete a learner, or only the answers in one skill."""
        with opened(self.file) as db, transaction(db):
            if skill is None:
                kept.remove_learner(db, learner_id)
                return
            kinds = [key for key, each in DRILLS.items() if each.skill == skill]
            kept.find_learner(db, learner_id)
            if not kinds:
                raise DomainError("There is no such skill.", "Choose one of the list.")
            kept.remove_answers(db, learner_id, kinds)

    def answers(self, learner_id: int) -> list[KeptAnswer]:
        """List a learner's answers, the oldest first."""
        with opened(self.file) as db:
            kept.find_learner(db, learner_id)
            return kept.answers_of(db, learner_id)

    def own(self, painting_id: int, version: int | None = None) -> tuple[Scene, int]:
        """Give a painting's picture as a scene to practise on, and the painting's version.

        Raises
        ------
        NotFoundError, DomainError
            If the painting is not there, too little is marked on it, or it changed since the version named.
        """
        with opened(self.file) as db:
            painting = paintings.painting_of(db, painting_id)
        if version is not None and version != painting.version:
            raise ChangedElsewhereError(
                "The painting changed since this was asked.", "Ask for another drill on your picture."
            )
        return own_scene(self.file, painting.state), painting.version

    def thumbnail_change(
        self,
        painting_id: int,
        version: int,
        drill: tuple[str, int, int],
        given: Any,  # noqa: ANN401
    ) -> tuple[str, dict[str, Any]]:
        """Say which change of a painting keeps an answer among its thumbnails."""
        scene, _ = self.own(painting_id, version)
        with opened(self.file) as db:
            state = paintings.painting_of(db, painting_id).state
        return thumbnail_change(state, make_drill(*drill, scene), given)

    def next_drill(
        self, learner_id: int, kind: str | None, now: datetime, painting: int | None = None
    ) -> tuple[str, int, int]:
        """Say which drill comes next: its kind, seed and level.

        Without a kind it is the one that is due for longest, then one never tried, then the one due soonest; on a
        painter's own picture the kind that was asked least.
        """
        found = self.answers(learner_id)
        if kind is None and painting is not None:
            return self._next_on_own(learner_id, found, painting)
        if kind is None:
            kind = self._due(learner_id, found, now)[0]
        if kind not in DRILLS:
            raise DomainError("There is no such drill.", "Choose one of the list.")
        return _drill_after(learner_id, kind, found, painting)

    def _next_on_own(self, learner_id: int, found: list[KeptAnswer], painting: int) -> tuple[str, int, int]:
        """Choose the kind that was asked least among those that an own picture does for."""
        asked = Counter(each.kind for each in found)
        scene, _ = self.own(painting)
        for kind in sorted((key for key in SPACED if DRILLS[key].own), key=lambda key: asked[key]):
            drill = _drill_after(learner_id, kind, found, painting)
            with suppress(DomainError):
                make_drill(*drill, scene)
                return drill
        raise DomainError(*TOO_LITTLE)

    def _due(self, learner_id: int, found: list[KeptAnswer], now: datetime) -> tuple[str, str]:
        with opened(self.file) as db:
            cards = {kind: Card.from_json(card) for kind, card in kept.cards_of(db, learner_id).items()}
        late = sorted((card.due, kind) for kind, card in cards.items() if kind in DRILLS and card.due <= _aware(now))
        last = found[-1].kind if found else ""
        for _, kind in late:
            if kind != last or len(late) == 1:
                missed = [each for each in found if each.kind == kind and not each.correct]
                why = "you missed it last time" if missed and missed[-1] is found[-1] else "its time has come again"
                return kind, why
        for kind in SPACED:
            if kind not in cards:
                return kind, "you have not tried it yet"
        soonest = min(cards.items(), key=lambda each: each[1].due)
        return soonest[0], "nothing is due today; this would be next"

    def answer(
        self, learner_id: int, drill: tuple[str, int, int], given: Any, seconds: float, now: datetime,  # noqa: ANN401
        own: Scene | None = None,
    ) -> tuple[Drill, Marked, bool]:  # fmt: skip
        """Mark an answer and keep it; the last is False where it does not count: given before, or unlooked at.

        Raises
        ------
        DomainError
            If it is no answer to the drill.
        """
        made = make_drill(*drill, own)
        marked = mark_answer(made, given)
        if seconds < QUICKEST_S or not DRILLS[made.kind].scored:
            return made, marked, False
        answer = KeptAnswer(*drill, now.isoformat(timespec="seconds"), marked.right, marked.off, made.facts, seconds)
        with opened(self.file) as db, transaction(db):
            kept.find_learner(db, learner_id)
            counted = kept.add_answer(db, learner_id, answer)
            if counted:
                card = kept.cards_of(db, learner_id).get(made.kind)
                rating = Rating(rating_of(marked.right, marked.off, made.within))
                kept.keep_card(db, learner_id, made.kind, _reviewed(card, rating, _aware(now)))
        return made, marked, counted

    def shown(self, learner_id: int, now: datetime) -> Shown:
        """Tell what a learner's answers show."""
        with opened(self.file) as db:
            learner = kept.find_learner(db, learner_id)
            found, cards = kept.answers_of(db, learner_id), kept.cards_of(db, learner_id)
        skills = []
        for skill in dict.fromkeys(each.skill for each in DRILLS.values()):
            kinds = tuple(key for key, each in DRILLS.items() if each.skill == skill)
            here = _answered([each for each in found if each.kind in kinds])
            due = [Card.from_json(cards[kind]).due for kind in kinds if kind in cards]
            skills.append(SkillShown(skill, kinds, len(here), tuple(line_of(here)), min(due) if due else None))
        next_kind, why = self._due(learner_id, found, now)
        told = tuple(say_bias(group, bias) for group, bias in biases(_answered(found)))
        return Shown(learner, tuple(skills), told, next_kind, why)


def _reviewed(card: str | None, rating: Rating, now: datetime) -> str:
    """Space a kind of drill anew; a clock that was set back counts as no time."""
    before = Card(due=now) if card is None else Card.from_json(card)
    at = now if before.last_review is None else max(now, before.last_review + timedelta(seconds=1))
    after, _ = SCHEDULER.review_card(before, rating, at)
    return json.dumps(json.loads(after.to_json()))
