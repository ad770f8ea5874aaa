"""Judgements silenced by "I mean it so", with the reason, and listened to again."""

from __future__ import annotations

from dataclasses import replace

from kind_distance.core.passes.audit import UNSAFE
from kind_distance.errors import DomainError, NotFoundError
from kind_distance.rows import MeantSo
from kind_distance.stages.mixes.judging import judge_mixes
from kind_distance.studio.changes.arguments import Text
from kind_distance.studio.changes.desk import Changed, Desk, clean_text

CHANGES = ("mean_it_so", "hear_again")
USUAL_REASON = "Meant so."


def mean_it_so(desk: Desk, *, key: Text, reason: Text = "") -> Changed:
    """Silence a judgement; the reason is printed with the plan."""
    found = next((each for each in desk.survey().judgements if each.key == key), None)
    if found is None:
        # Mixes are judged apart, where one looks at them.
        survey = desk.survey()
        mixed = judge_mixes(desk.file, desk.state, survey.depth, survey.work)
        found = next((each for each in mixed if each.key == key), None)
    if found is None:
        raise NotFoundError("judgement", key[:60])
    if found.kind == UNSAFE and not reason.strip():
        raise DomainError(
            "These materials do not hold together.", "Write why you do it anyway; it is printed with the plan."
        )
    kept = MeantSo(key, clean_text(reason, "reason", 200, needed=False) or USUAL_REASON)
    rest = tuple(m for m in desk.state.meant_so if m.key != key)
    return replace(desk.state, meant_so=(*rest, kept)), f"Meant so: {found.title}"


def hear_again(desk: Desk, *, key: Text) -> Changed:
    """Listen to a silenced judgement again."""
    return replace(desk.state, meant_so=tuple(m for m in desk.state.meant_so if m.key != key)), "Judgement heard again"
