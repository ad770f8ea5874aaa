"""How findings become judgements: each stage has a table of words, by the kind of finding."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from kind_distance.core.judgement import Finding, Judgement, Remedy

Said = tuple[str, str, tuple[Remedy, ...]]  # a finding in a few words, what was measured and why it matters, what to do


@dataclass(frozen=True)
class Told:
    """A finding as words read it; a stage adds what its words name besides."""

    finding: Finding

    def __getitem__(self, name: str) -> Any:  # noqa: ANN401  a number, mostly
        """Give what was measured, by name."""
        return self.finding.measures[name]

    def __contains__(self, name: str) -> bool:
        """Whether something was measured."""
        return name in self.finding.measures


def say(finding: Finding, stage: str, said: Said) -> Judgement:
    """Make a judgement of a finding and its words."""
    title, text, remedies = said
    return Judgement(
        finding.key, finding.kind, stage, finding.severity, title, text, finding.weight, finding.ranks, remedies,
        finding.passes, finding.things, finding.sessions,
    )  # fmt: skip
