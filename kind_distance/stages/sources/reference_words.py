"""What is found of the references, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.core.light.sun import wind
from kind_distance.core.picture.balance import SEEN_CAST
from kind_distance.core.wording import say_list
from kind_distance.rows import State
from kind_distance.stages.telling import Said, Told, say

STAGE = "sources"


@dataclass(frozen=True)
class _Told(Told):
    """A finding with the names of the sources."""

    names: dict[int, str]

    @property
    def name(self) -> str:
        return self.names[self["source"]]

    def both(self) -> tuple[str, str, tuple[Remedy, ...]]:
        """Name two sources, and choose either."""
        one, other = self["sources"]
        return self.names[one], self.names[other], tuple(_choose(at, f"Choose {self.names[at]}") for at in (one, other))


def _choose(source: int, label: str = "Choose it") -> Remedy:
    return Remedy(label, "choose_source", {"source": source})


def _light_conflict(told: _Told) -> Said:
    one, other, choose = told.both()
    return (
        "Two references, two lights",
        f"In {one} and {other} the light comes from directions {told['apart_deg']:.0f}° apart. Shadows taken from "
        "both will contradict each other: follow one, and take only shapes and colours from the other.",
        choose,
    )


def _suns_differ(told: _Told) -> Said:
    one, other, choose = told.both()
    first, second = told["suns"]
    return (
        "Two references, two suns",
        f"Over {one} the sun stood {first.height_deg:.0f}° high in the {wind(first.bearing_deg)}, "
        f"over {other} {second.height_deg:.0f}° in the {wind(second.bearing_deg)}: {told['apart_deg']:.0f}° "
        "apart. Their shadows contradict each other: follow one, take only shapes from the other.",
        choose,
    )


def _permission(told: _Told) -> Said:
    sources = told["sources"]
    return (
        "No permission is noted",
        f"{say_list([told.names[each] for each in sources])} {'is' if len(sources) == 1 else 'are'} by someone else. "
        "Before a painting after another's picture is shown or sold, ask; note here what was agreed. Law differs "
        "from place to place.",
        (_choose(sources[0]),),
    )


def _uneven_cast(told: _Told) -> Said:
    return (
        f"{told.name}: the cast is not even",
        f"The same card differs by {told['apart']:.0f} from place to place and leans {told['leans']} most. Something "
        "coloured stood near: clothes, grass, a wall. The correction changes evenly between the places pressed.",
        (_choose(told["source"]),),
    )


def _cast(told: _Told) -> Said:
    cast = told["cast"]
    return (
        f"{told.name} leans {cast.leans}",
        f"Its light greys are off neutral by {cast.strength:.0f} (from {SEEN_CAST:.0f} on it is seen). If a card, mat "
        "or tape is in the picture, press it and the cast goes. If the light itself was so, mean it so.",
        (Remedy("Press a card", "press_card", {"source": told["source"]}),),
    )


def _lost(what: str, end: str, instead: str) -> Callable[[_Told], Said]:
    def said(told: _Told) -> Said:
        return (
            f"{told.name}: the camera has lost {what}",
            f"{100 * told['share']:.1f} % of it is plain {end}. The eye saw more there: don't copy these {what}; keep "
            f"them {instead}.",
            (Remedy("Show where", "show_lost", {"source": told["source"]}),),
        )

    return said


WORDS: dict[str, Callable[[_Told], Said]] = {
    "light_conflict": _light_conflict,
    "suns_differ": _suns_differ,
    "permission": _permission,
    "uneven_cast": _uneven_cast,
    "cast": _cast,
    "lost_darks": _lost("darks", "black", "lighter and of a colour"),
    "lost_lights": _lost("lights", "white", "a little darker, with a colour"),
}


def say_reference(finding: Finding, state: State) -> Judgement:
    """Say what was found of references."""
    names = {each.number: each.name for each in state.sources}
    return say(finding, STAGE, WORDS[finding.kind](_Told(finding, names)))
