"""A finding is what a rule measured; a judgement is the same in words, with what to do about it.

Rules of the core give findings. The words stand in one table for each stage, which the screen, the printed sheet and
the tests read. `key` stays the same while the thing judged stays the same, so that a painter's "I mean it so" can be
kept against it.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any, Literal

Severity = Literal["strong", "mild", "note"]
RANK: dict[str, int] = {"strong": 0, "mild": 1, "note": 2}


# Remedies that only point at something; all others are changes of the painting.
POINTING = (
    "show_border",
    "choose_plane",
    "mark_plane",
    "show_places",
    "show_notes",
    "show_crops",
    "choose_source",
    "choose_departure",
    "press_card",
    "show_lost",
)


@dataclass(frozen=True)
class Remedy:
    """One press that would answer the judgement.

    Parameters
    ----------
    label : str
        What the button says.
    action : str
        Name of the change, e.g. ``"set_planned_value"``.
    arguments : dict
        What the change needs.
    """

    label: str
    action: str
    arguments: dict[str, object] = field(default_factory=dict)


@dataclass(frozen=True)
class Why:
    """Why something is as it is, without a word: the stage's table says it.

    Parameters
    ----------
    kind : str
    measures : tuple of (str, object)
        What was measured or named, by name; numbers in the unit of their name.
    """

    kind: str
    measures: tuple[tuple[str, object], ...] = ()

    def __getitem__(self, name: str) -> Any:  # noqa: ANN401  a number or a name, mostly
        """Give what was measured, by name."""
        return dict(self.measures)[name]


def because(kind: str, /, **measures: object) -> Why:
    """Make a reason of its kind and what was measured."""
    return Why(kind, tuple(measures.items()))


@dataclass(frozen=True)
class Finding:
    """One thing that a rule found, with what was measured and without a word.

    Parameters
    ----------
    kind : str
    severity : Severity
    passes, ranks : tuple of int
        Ids of passes and ranks of planes that it names.
    things : tuple of int
        Numbers of things.
    sessions : tuple of int
    measures : dict
        What was measured, by name; numbers in the unit of their name.
    weight : float
        Orders findings of one severity; in the unit of the finding (cm, minutes). Larger costs more.
    about : str
        Which of its kind it is, where there may be several.
    """

    kind: str
    severity: Severity
    passes: tuple[int, ...] = ()
    ranks: tuple[int, ...] = ()
    things: tuple[int, ...] = ()
    sessions: tuple[int, ...] = ()
    measures: dict[str, object] = field(default_factory=dict)
    weight: float = 1.0
    about: str = ""

    @property
    def key(self) -> str:
        """Stable name of the finding."""
        return f"{self.kind}:{self.about}" if self.about else self.kind


def found_on(kind: str, severity: Severity, weight: float, ranks: tuple[int, ...], **measures: object) -> Finding:
    """Make a finding on planes, named by their ranks."""
    about = ":".join(str(rank) for rank in ranks)
    return Finding(kind, severity, ranks=ranks, measures=measures, weight=weight, about=about)


@dataclass(frozen=True)
class Judgement:
    """One thing worth the painter's attention.

    Parameters
    ----------
    key : str
        Stable name of the finding, e.g. ``"merged_border:2:3"``.
    kind : str
        Family of the finding, e.g. ``"merged_border"``.
    stage : str
        Stage it belongs to: ``thumbnails``, ``planes``, ``passes`` or ``sessions``.
    severity : "strong", "mild" or "note"
    title : str
        The finding in a few words.
    text : str
        What was measured and why it matters.
    weight : float
        Orders findings of one severity; in the unit of the finding (cm, minutes). Larger costs more.
    planes : tuple of int
        Ranks of the planes meant, 1 = farthest.
    remedies : tuple of Remedy
    passes, things, sessions : tuple of int
        Numbers of those that it names.
    """

    key: str
    kind: str
    stage: str
    severity: Severity
    title: str
    text: str
    weight: float = 0.0
    planes: tuple[int, ...] = ()
    remedies: tuple[Remedy, ...] = ()
    passes: tuple[int, ...] = ()
    things: tuple[int, ...] = ()
    sessions: tuple[int, ...] = ()


def a_few_loud(judgements: list[Judgement], silenced: set[str], kind: str, most: int) -> list[Judgement]:
    """Let through at most so many findings of a kind that are not silenced; the silenced ones all stay."""
    left = most
    kept = []
    for each in judgements:
        if each.kind == kind and each.key not in silenced:
            if left == 0:
                continue
            left -= 1
        kept.append(each)
    return kept


def most_costly_first(judgements: list[Judgement]) -> list[Judgement]:
    """Order judgements as the margin shows them: severity, then cost, then key (repeatable)."""
    return sorted(judgements, key=lambda j: (RANK[j.severity], -j.weight, j.key))
