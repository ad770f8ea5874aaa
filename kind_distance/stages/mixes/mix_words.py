"""What is found of a palette and its mixes, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from kind_distance.core.judgement import Finding, Judgement, Remedy
from kind_distance.core.mixing.film import SHOWS
from kind_distance.core.palette.model import PlannedMix, Target
from kind_distance.core.wording import first_upper, say_list
from kind_distance.rows import State
from kind_distance.rows.mixes import TubeRecord
from kind_distance.stages.mixes.nominal import BY_INDEX
from kind_distance.stages.mixes.palette import Palette
from kind_distance.stages.telling import Said, Told, say

STAGE = "mixes"
# What each part of a palette is called, and the usual tube that plays it.
PART_WORDS = {
    "white": "a white", "yellow": "a yellow", "red": "a red", "blue": "a blue", "warm_dark": "a warm dark",
    "cool_dark": "a cool dark",
}  # fmt: skip
PLAYED_BY = {"white": "PW6", "yellow": "PY42", "red": "PV19", "blue": "PB29", "warm_dark": "PR101", "cool_dark": "PB29"}


@dataclass(frozen=True)
class _Told(Told):
    """A finding with the planes and tubes that its words name."""

    state: State
    palette: Palette

    def plane(self, rank: int) -> str:
        return next((each.name for each in self.state.planes if each.rank == rank), "")

    def tube(self, at: int) -> TubeRecord:
        return self.palette.records[at]

    def bar(self, at: int) -> Remedy:
        """Leave a tube in the box."""
        tube = self.tube(at)
        called = "black" if self.finding.kind == "black_far" else tube.name.lower()
        return Remedy(f"Leave {called} in the box", "set_tube", {"tube": tube.number, "barred": True})


def add_usual(index: str) -> Remedy:
    """Put a usual tube on the palette."""
    return Remedy(f"Add {BY_INDEX[index].name.lower()}", "add_tubes", {"pigments": [index]})


def _no_white(told: _Told) -> Said:
    barred = [each for each in told.palette.records if each.white]
    remedy = add_usual("PW6")
    if barred:
        first = barred[0]
        remedy = Remedy(
            f"Take {first.name.lower()} out of the box", "set_tube", {"tube": first.number, "barred": False}
        )
    return (
        "No white on the palette",
        f"{told['pale']} of {told['all']} colours are lighter than these tubes make. White lightens opaque paint.",
        (remedy,),
    )


def _out_of_reach(told: _Told) -> Said:
    mix: PlannedMix = told["mix"]
    wanted, made = (float(np.hypot(*lab[1:])) for lab in (mix.target.lab, mix.recipe.lab))
    why = {
        "dark": f"it is to be {mix.target.value:.1f}, and the darkest of that colour here is lighter",
        "chroma": f"it wants chroma {wanted:.0f}, and these tubes reach {made:.0f} there",
        "any": "no mix of these tubes comes near",
    }[told["missed_by"]]
    helps = told["helps"]
    tail = f" {say_list([BY_INDEX[index].name for index in helps])} would bring it nearer." if helps else ""
    return (
        f"{mix.target.name}, {mix.target.part}: out of this palette's reach",
        f"The nearest mix is {mix.recipe.difference:.0f} away: {why}.{tail} Or plan it duller: what lies beside it "
        "decides how bright it looks.",
        tuple(add_usual(index) for index in helps),
    )


def _alike(told: _Told) -> Said:
    pairs: list[tuple[Target, Target]] = told["pairs"]
    said = [f"{told.plane(a.plane)}, {a.part}, and {told.plane(b.plane)}, {b.part}" for a, b in pairs]
    one, other = pairs[0]
    count = told["count"]
    return (
        "Two mixes nobody will tell apart" if count == 1 else f"{count} pairs of mixes as good as one",
        f"{'; '.join(said)}: less than the eye tells across a picture. One pile does for both.",
        (
            Remedy(
                "Mix them once", "take_recipe",
                {"plane": other.plane, "part": other.part, "of_plane": one.plane, "of_part": one.part},
            ),
        ),
    )  # fmt: skip


def _strong_in_pale(told: _Told) -> Said:
    tubes = told["tubes"]
    planes = [told.plane(rank) for rank in told.finding.ranks]
    return (
        f"{say_list([told.tube(at).name for at in tubes])} in pale {say_list(planes)}",
        "A tube this strong takes over a pale mix by a speck too much. Mix the base tint first and try it on a "
        "scrap; a weaker tube of that hue forgives more.",
        tuple(told.bar(at) for at in tubes[:2]),
    )


def _black_far(told: _Told) -> Said:
    return (
        f"Much black in {told.plane(told.finding.ranks[0])}",
        f"{told['share']:.0%} of its mass is black. Some painters use it and some mix their darks; as much as "
        "this, so far off, looks like a hole in the air. A dark of blue and earth keeps some.",
        (told.bar(told["tube"]),),
    )


def _missing(told: _Told) -> Said:
    parts = told["parts"]
    return (
        f"Nothing here makes {' or '.join(PART_WORDS[each] for each in parts)}",
        "A palette can do without on purpose; then the range is narrower, and the picture holds together more.",
        tuple(add_usual(PLAYED_BY[each]) for each in parts[:2]),
    )


def _fast_over_slow(told: _Told) -> Said:
    upper, lower = told["upper"], told["lower"]
    above, below = (told.tube(told[each]).name.lower() for each in ("fastest_above", "slowest_below"))
    return (
        f"{first_upper(upper.said)} dries faster than what it lies on",
        f"By its pigments ({above} above, {below} below) it takes about {told['ratio']:.0%} of the time of "
        f"{lower.said}. A firm skin over a film that still moves may crack: a little more oil, or a slower pigment, "
        "evens it out.",
        (Remedy("With more oil", "set_pass", {"number": upper.id, "oil": "fat"}),),
    )


def _ground_shows(told: _Told) -> Said:
    (rank,) = told.finding.ranks
    hides, coats = told["hidden_by"], told["coats"]
    wanted = f"{hides} coats hide it" if hides else "no number of thin coats hides it"
    return (
        f"The ground will be seen through {told.plane(rank)}",
        f"After {'one coat' if coats == 1 else f'{coats} coats'} of its mass over a ground of {told['ground']:.1f} "
        f"it stands {told['off']:.0f} away from the mix, and {SHOWS:.0f} is seen: {wanted}. A white or mid "
        "underlay, dry first, helps; or leave the ground in gaps and let it be seen.",
        (Remedy("Add an underlay", "add_underlay", {"plane": rank}),),
    )


def _lonely_hue(told: _Told) -> Said:
    hue = told["hue"]
    where = "".join(f"in {told.plane(rank)}, " for rank in told.finding.ranks)
    return (
        f"{hue.name.capitalize()} only in the {hue.corner}",
        f"{hue.share:.1%} of the picture, far from the focus, and nowhere else: the eye goes there and stays. A "
        f"duller, paler touch of it {where}{told['corner']}, ties the picture together.",
        (Remedy("I vary colours on purpose", "set_brief", {"echo_hues": "vary"}),),
    )


WORDS: dict[str, Callable[[_Told], Said]] = {
    "no_white": _no_white,
    "out_of_reach": _out_of_reach,
    "strong_in_pale": _strong_in_pale,
    "alike_mixes": _alike,
    "black_far": _black_far,
    "missing_part": _missing,
    "fast_over_slow": _fast_over_slow,
    "ground_shows": _ground_shows,
    "lonely_hue": _lonely_hue,
}


def say_mixes(finding: Finding, state: State, palette: Palette) -> Judgement:
    """Say what was found of a palette or its mixes."""
    return say(finding, STAGE, WORDS[finding.kind](_Told(finding, state, palette)))
