"""Handling: how thickly, with which marks and which brush an area is painted, and what that changes.

Thin and soft recedes, thick and broken comes forward. All of it is common practice, no source, and advice.
"""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judgement import Finding, found_on
from kind_distance.errors import DomainError

LEFT_APART = 0.05  # planes between which the air takes less than this are as good as one distance
# How much thicker a layer lies, and how much longer its strokes take than usual ones [memory].
THICKNESS = {"": 1.0, "thin": 0.6, "thick": 2.0}
PACE = {"": 1.0, "soft": 1.1, "broken": 1.25}
BODIES = {"": "as usual", "thin": "thin", "thick": "thick"}
MARKS = {"": "as they come", "soft": "soft and blended", "broken": "broken, strokes left standing"}
BRUSHES = {
    "": "any",
    "flat": "a flat",
    "round": "a round",
    "filbert": "a filbert",
    "fan": "a fan",
    "liner": "a liner",
    "worn": "a worn brush",
    "knife": "the knife",
    "rag": "a rag",
    "sponge": "a sponge",
}


@dataclass(frozen=True)
class Handling:
    """How an area is painted; what is empty is left to the hand.

    Parameters
    ----------
    body : "", "thin" or "thick"
    marks : "", "soft" or "broken"
    brush : str
        A key of ``BRUSHES``.
    """

    body: str = ""
    marks: str = ""
    brush: str = ""

    def __post_init__(self) -> None:
        for said, known, what in (
            (self.body, BODIES, "paint is thin or thick"),
            (self.marks, MARKS, "marks are soft or broken"),
            (self.brush, BRUSHES, "brush is one of the list"),
        ):
            if said not in known:
                raise DomainError(f"The {what}, not {said}.", "Choose from the list, or leave it open.")

    @property
    def thickness(self) -> float:
        """Thickness of a layer against a usual one."""
        return THICKNESS[self.body]

    @property
    def pace(self) -> float:
        """Minutes against those of usual marks."""
        return PACE[self.marks]

    @property
    def forward(self) -> int:
        """How far it comes forward: thick and broken add, thin and soft take away."""
        return {"": 0, "thin": -1, "thick": 1}[self.body] + {"": 0, "soft": -1, "broken": 1}[self.marks]

    def within(self, area: Handling) -> Handling:
        """Say the handling of a thing in an area: its own where it has one, else the area's."""
        return Handling(self.body or area.body, self.marks or area.marks, self.brush or area.brush)


def say_handling(handling: Handling) -> str:
    """Say it in a few words, empty where all is left open: ``"thin, soft and blended, with a fan"``."""
    parts = [
        handling.body and BODIES[handling.body],
        handling.marks and MARKS[handling.marks],
        handling.brush and f"with {BRUSHES[handling.brush]}",
    ]
    return ", ".join(part for part in parts if part)


def audit_handling(
    handlings: list[Handling], contrast_left: list[float | None], in_focus: list[float]
) -> list[Finding]:
    """Judge whether a farther plane is handled so that it comes before a nearer one.

    Parameters
    ----------
    handlings : list of Handling
        Of the planes, farthest first.
    contrast_left : list of float or None
        What the air leaves of each plane's contrast, 0-1.
    in_focus : list of float
        Share of the focal area in each plane: what the eye is to rest on may come forward.
    """
    found = []
    for far in range(len(handlings)):
        for near in range(far + 1, len(handlings)):
            ahead = handlings[far].forward - handlings[near].forward
            left, nearer = contrast_left[far], contrast_left[near]
            apart = left is None or nearer is None or nearer - left > LEFT_APART
            # A plane that is only usual beside a thin one does not push; one laid on thick or broken does.
            if handlings[far].forward < 1 or ahead < 2 or not apart or in_focus[far] > in_focus[near]:
                continue
            found.append(
                found_on("handling_forward", "mild", float(ahead), (far + 1, near + 1),
                         handlings=(handlings[far], handlings[near]), left=(left, nearer))
            )  # fmt: skip
    return found
