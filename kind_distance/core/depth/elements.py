"""Things inside planes: every one belongs to exactly one plane, or is named as missing."""

from __future__ import annotations

from dataclasses import dataclass

from kind_distance.core.judgement import Judgement, Remedy
from kind_distance.core.wording import say_list

STAGE = "planes"


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


def audit_elements(elements: list[Element], planes: list[str]) -> list[Judgement]:
    """Name things that are in no plane, and those whose place was marked as another one.

    Parameters
    ----------
    elements : list of Element
    planes : list of str
        Names of the planes, farthest first.
    """
    found = []
    lost = [each for each in elements if each.plane is None]
    if lost:
        first = lost[0]
        into = first.stands_in or len(planes)
        found.append(
            Judgement(
                "element_missing:" + "-".join(str(each.number) for each in lost), "element_missing", STAGE, "mild",
                f"{say_list([each.name for each in lost])} {'is' if len(lost) == 1 else 'are'} in no plane",
                "What belongs to no plane gets no value, no place in the order and is forgotten, or painted over what "
                "stands before it.",
                10.0 * len(lost), (),
                (
                    Remedy(
                        f"{first.name} into {planes[into - 1]}",
                        "set_element",
                        {"element": first.number, "plane": into},
                    ),
                )
                if planes
                else (),
            )
        )  # fmt: skip
    for each in elements:
        if each.plane is None or each.stands_in is None or each.plane == each.stands_in:
            continue
        own, there = planes[each.plane - 1], planes[each.stands_in - 1]
        found.append(
            Judgement(
                f"element_elsewhere:{each.number}", "element_elsewhere", STAGE, "note",
                f"{each.name} stands where {there} is marked",
                f"You put it into {own}. Its value and its turn follow {own}; if a part of the picture is to "
                "go with it, mark it there too.",
                1.0, (each.plane, each.stands_in),
                (
                    Remedy(f"Into {there}", "set_element", {"element": each.number, "plane": each.stands_in}),
                    Remedy(f"Choose {own}", "choose_plane", {"plane": each.plane}),
                ),
            )
        )  # fmt: skip
    return found
