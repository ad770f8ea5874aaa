"""Things inside planes: every one belongs to exactly one plane, or is named as missing."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judgement import Finding


@dataclass(frozen=True)
class Element:
    """A thing in the picture.

    Parameters
    ----------
    number : int
    name : str
    plane : int or None
        Rank of its plane; None where it has none yet.
    stands_in : int or None
        Rank of the plane that the marks give its place on the picture.
    """

    number: int
    name: str
    plane: int | None
    stands_in: int | None


def audit_elements(elements: list[Element]) -> list[Finding]:
    """Name things that are in no plane, and those whose place was marked as another one."""
    found = []
    lost = [each for each in elements if each.plane is None]
    if lost:
        about = "-".join(str(each.number) for each in lost)
        found.append(Finding("element_missing", "mild", measures={"lost": lost}, weight=10.0 * len(lost), about=about))
    for each in elements:
        if each.plane is not None and each.stands_in is not None and each.plane != each.stands_in:
            ranks, about = (each.plane, each.stands_in), f"e{each.number}"
            found.append(Finding("element_elsewhere", "note", ranks=ranks, measures={"thing": each}, about=about))
    return found
