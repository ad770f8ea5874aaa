"""Marking an answer: first that it is one, then what the drill's own module says of it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import AnswerKind, Drill, Marked
from kind_distance.stages.practice.drills.masses import checked_cuts, checked_frames
from kind_distance.stages.practice.drills.table import DRILLS

QUICKEST_S = 0.8  # quicker answers were not looked at


def _number(drill: Drill, given: Any) -> float:  # noqa: ANN401  from outside
    if isinstance(given, bool) or not isinstance(given, int | float) or not drill.low <= given <= drill.high:
        raise DomainError("That is no answer to this question.", "Move the slider, then answer.")
    return float(given)


def _order(drill: Drill, given: Any) -> list[str]:  # noqa: ANN401  from outside
    keys = {option.key for option in drill.options}
    if not isinstance(given, list) or len(given) != len(keys) or set(map(str, given)) != keys:
        raise DomainError("That is no order of these places.", "Press each place once.")
    return [str(key) for key in given]


def _choice(drill: Drill, given: Any) -> str:  # noqa: ANN401  from outside
    if not isinstance(given, str) or given not in {option.key for option in drill.options}:
        raise DomainError("That is no answer to this question.", "Choose one of the list.")
    return given


def _nothing(_drill: Drill, _given: Any) -> None:  # noqa: ANN401
    """Take anything where there is nothing to say."""


CHECKED: dict[AnswerKind, Callable[[Drill, Any], Any]] = {
    "number": _number, "order": _order, "choice": _choice, "cuts": checked_cuts, "frames": checked_frames,
    "done": _nothing,
}  # fmt: skip


def mark_answer(drill: Drill, given: Any) -> Marked:  # noqa: ANN401  from outside, checked here
    """Mark an answer.

    Raises
    ------
    DomainError
        If it is no answer to the question.
    """
    return DRILLS[drill.kind].mark(drill, CHECKED[drill.answer](drill, given))
