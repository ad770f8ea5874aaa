"""What a learner shows: bias with its interval, a line over time with its spread, and what to practise next.

Only the learner's own answers are looked at; nothing is ranked.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import sqrt

LEAST = 12  # answers from which a bias is told
LEAST_BIAS = 0.2  # V; less changes no painting
SURE, SURE_OF_GROUP = (
    0.995,
    0.999,
)  # of the interval that has to leave out zero: many groups are looked at, after each answer
BLOCK = 10  # answers in a point of the line
Group = tuple[str, str]  # a fact kept with answers, and what it was
WHOLE: Group = ("", "")  # all answers together
GROUPS: tuple[Group, ...] = (
    ("band", "dark"), ("band", "middle"), ("band", "light"), ("hue", "warm"), ("hue", "cool"), ("hue", "grey"),
    ("round", "among lights"), ("round", "among darks"), ("round", "among its like"),
)  # fmt: skip


@dataclass(frozen=True)
class Answered:
    """An answer: its kind of drill, whether it was right, by how much it was off, and what may bias it."""

    kind: str
    right: bool
    off: float | None
    facts: dict[str, str]


@dataclass(frozen=True)
class Bias:
    """A signed mean of how far answers are off, with its interval."""

    mean: float
    low: float
    high: float
    count: int

    @property
    def told(self) -> bool:
        """Whether it is sure enough, and large enough to matter."""
        return self.count >= LEAST and abs(self.mean) >= LEAST_BIAS and self.low * self.high > 0


def bias_of(offs: Sequence[float], sure: float = SURE) -> Bias:
    """Give the mean of what answers were off, with Student's interval.

    Parameters
    ----------
    offs : sequence of float
        Given less true.
    sure : float
        Of the interval, 0-1.
    """
    count = len(offs)
    if count < 2:  # noqa: PLR2004
        return Bias(offs[0] if offs else 0.0, float("-inf"), float("inf"), count)
    mean = sum(offs) / count
    spread = sqrt(sum((each - mean) ** 2 for each in offs) / (count - 1))
    from scipy.special import stdtrit  # the quantile of Student's t

    half = float(stdtrit(count - 1, (1 + sure) / 2)) * spread / sqrt(count)
    return Bias(mean, mean - half, mean + half, count)


def biases(answers: Sequence[Answered]) -> list[tuple[Group, Bias]]:
    """Tell the biases of values named: of all, else of the groups in which they are sure; the largest first."""
    named = [each for each in answers if each.kind == "value_name" and each.off is not None]
    found = []
    whole = bias_of([each.off for each in named if each.off is not None])
    if whole.told:
        found.append((WHOLE, whole))
    for fact, word in GROUPS:
        group = bias_of([e.off for e in named if e.off is not None and e.facts.get(fact) == word], SURE_OF_GROUP)
        # A group is told of its own only where it is more than the whole's bias.
        if group.told and not (whole.told and whole.low <= group.mean <= whole.high):
            found.append(((fact, word), group))
    return sorted(found, key=lambda each: -abs(each[1].mean))


def share_right(answers: Sequence[Answered]) -> tuple[float, float, float]:
    """Share of right answers with Wilson's 90 % interval: share, low, high."""
    count = len(answers)
    if not count:
        return 0.0, 0.0, 1.0
    z, share = 1.645, sum(each.right for each in answers) / count
    middle = (share + z * z / (2 * count)) / (1 + z * z / count)
    half = z * sqrt(share * (1 - share) / count + z * z / (4 * count * count)) / (1 + z * z / count)
    return share, max(0.0, middle - half), min(1.0, middle + half)


def line_of(answers: Sequence[Answered]) -> list[tuple[float, float, float]]:
    """Give the share right, ten answers at a time, the oldest first, each with its interval."""
    return [share_right(answers[at : at + BLOCK]) for at in range(0, len(answers), BLOCK)]


def level_for(answers: Sequence[Answered]) -> int:
    """Choose the level: harder where most of the last ten were right, easier where few were."""
    level = 1
    for at in range(0, len(answers) - BLOCK + 1, BLOCK):
        share = sum(each.right for each in answers[at : at + BLOCK]) / BLOCK
        level = min(3, level + 1) if share >= 0.8 else max(1, level - 1) if share < 0.5 else level  # noqa: PLR2004
    return level


def rating_of(right: bool, off: float | None, within: float) -> int:
    """Rate an answer for spacing: 1 again, 2 hard, 3 good, 4 easy."""
    if not right:
        return 1 if off is None or not within or abs(off) > 2 * within else 2
    return 4 if off is not None and within and abs(off) < within / 3 else 3
