"""What a program that tries to break the application counts."""

from __future__ import annotations

from dataclasses import dataclass, field


@dataclass
class Tally:
    """What was tried, and what came of it.

    Parameters
    ----------
    tried : int
    failed : list of str
        Not told in words, or a fault of our own.
    lost : list of str
        What was acknowledged and is gone or altered, or who got in.
    most_mb, most_s : float
        The greatest peak of memory and the longest time, where they are measured.
    taken : int
        How much of what was tried was taken as sound.
    """

    tried: int = 0
    failed: list[str] = field(default_factory=list)
    lost: list[str] = field(default_factory=list)
    most_mb: float = 0.0
    most_s: float = 0.0
    taken: int = 0

    def said(self) -> str:
        """One line for the record."""
        bounds = f"; at most {self.most_mb:.0f} MB and {self.most_s:.1f} s" if self.most_s else ""
        return f"{self.tried} tried, {len(self.failed)} failed, {len(self.lost)} lost{bounds}"
