"""What came of an order that was played, in words."""

from __future__ import annotations

from collections.abc import Callable

from kind_distance.core.judgement import Why
from kind_distance.core.practice.play import Played
from kind_distance.core.wording import first_upper, say_list, say_minutes

NAMED = 3  # passes that are named one by one
FILM_NAMES = ("thin", "usual", "thick")
AIR_NAMES = (
    "in a cool, damp room: 14 °C, 80 %, still",
    "in the studio: 20 °C, 50 %, still",
    "outdoors on a mild day: 18 °C, 60 %, a light wind",
    "outdoors in summer: 29 °C, 35 %, a breeze and sun",
    "by a lake at dawn: 8 °C, 92 %, hardly a breath",
)


def _named(said: tuple[str, ...]) -> str:
    """Name passes, or count them where they are many."""
    return say_list(list(said)) if len(said) <= NAMED else f"{len(said)} passes"


def _ran_across(why: Why) -> str:
    where = "; ".join(f"{far} and {near}" for far, near in why["between"])
    ran = "ran" if why["runs"] else "smeared"
    return f"Along {why['border_cm']:.0f} cm of border wet paint met wet and {ran} across: {where}."


def _values_moved(why: Why) -> str:
    moved = [f"{name} by {abs(by):.1f} {'lighter' if by > 0 else 'darker'}" for name, by in why["by"]]
    return f"Values differ from those by the book: {say_list(moved)}."


OUTCOMES: dict[str, Callable[[Why], str]] = {
    "buried": lambda why: f"“{first_upper(why['lower'])}” came after {_named(why['upper'])}, under which it belongs.",
    "on_wet_wash": lambda why: (
        f"{first_upper(say_list(list(why['upper'])))} went onto a wash that was still wet: soft, and paler than mixed."
    ),
    "into_wet": lambda why: (
        f"{first_upper(say_list(list(why['upper'])))} went into wet paint. The two mix: where that is not meant, it is "
        "mud."
    ),
    "into_tacky": lambda why: f"{first_upper(say_list(list(why['upper'])))} went over half-dry paint and tore it up.",
    "ran_across": _ran_across,
    "bloomed": lambda why: f"Blooms ran back into {say_list(list(why['planes']))}, still half dry beside it.",
    "cut_round": lambda why: (
        f"{why['border_cm']:.0f} cm of border had to be cut round, because the nearer plane was there first."
    ),
    "ground_shows": lambda why: (
        f"The ground shows along {why['rims']:.0%} of the borders; by the book along {why['rims_by_book']:.0%}."
    ),
    "values_moved": _values_moved,
}


def say_outcomes(found: list[Why]) -> list[str]:
    """Say what came of it, the worst first."""
    return [OUTCOMES[each.kind](each) for each in found] or ["Nothing went wrong: every layer found what it needs."]


def say_played(played: Played) -> str:
    """Say how long it took."""
    return f"{len(played.steps)} passes, {say_minutes(played.minutes)} from the first stroke to the last."
