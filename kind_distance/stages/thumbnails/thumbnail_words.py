"""What is found on a value thumbnail and on places kept for added subjects, in a painter's words."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.judgement import Judgement, Remedy, most_costly_first
from kind_distance.core.picture.audit import HARD_TO_MIX, audit_thumbnail
from kind_distance.core.picture.cuts import FEWEST, MOST
from kind_distance.core.picture.departures import Departure
from kind_distance.core.picture.focus import LEAST_STEP
from kind_distance.core.picture.reserve import audit_reserves
from kind_distance.core.picture.thumbnail import Reading, ThumbnailSettings
from kind_distance.core.wording import Unit, say_area, say_value
from kind_distance.stages.telling import Said, Told, say

STAGE = "thumbnails"


@dataclass(frozen=True)
class _Told(Told):
    """A finding, and the thumbnail it was made on: number and settings, area [cm2] and the unit to say it in."""

    number: int
    settings: ThumbnailSettings
    area_cm2: float
    unit: Unit

    def steps(self, more: int) -> tuple[Remedy, ...]:
        """Offer a step more or fewer, as far as there are any."""
        steps = self.settings.steps + more
        if not FEWEST <= steps <= MOST:
            return ()
        return (Remedy(f"{steps} steps", "set_thumbnail", {"thumbnail": self.number, "steps": steps}),)


def _one_step_holds(told: _Told) -> Said:
    return (
        "One step holds most of it",
        f"{100 * told['share']:.0f} % of the picture lies in one step ({say_value(told['value'])}). What should stand "
        "apart inside it will not. One step more may part it; a low or high key may want just this.",
        told.steps(+1),
    )


def _faint_step(told: _Told) -> Said:
    return (
        "A step almost nothing uses",
        f"{say_value(told['value'])} covers {100 * told['share']:.1f} % of the picture: an accent, not a mass. "
        "One step fewer says the same with less mixing.",
        told.steps(-1),
    )


def _close_steps(told: _Told) -> Said:
    return (
        "Two steps are hard to keep apart",
        f"{say_value(told['dark'])} and {say_value(told['light'])} lie {told['apart']:.1f} apart on the value scale. "
        f"Under {HARD_TO_MIX} they drift together on the palette.",
        told.steps(-1),
    )


def _many_shapes(told: _Told) -> Said:
    larger = told["larger"]
    change = {"thumbnail": told.number, "smallest_share": larger}
    join = Remedy(f"Join what is under {say_area(larger * told.area_cm2, told.unit)}", "set_thumbnail", change)
    return (
        f"{told['seen']:.0f} shapes' worth",
        f"{told['drawn']} shapes are drawn and the eye counts about {told['seen']:.0f}. "
        "A few large, joined shapes carry farther.",
        (join,) if larger > told.settings.smallest_share else (),
    )


def _focus_lost(told: _Told) -> Said:
    step = told["step"]
    left = f"dark and light lie only {step:.1f} apart on the value scale" if step else "no edge at all is left"
    return (
        "The focus is lost",
        f"What is marked there does not read any more: {left}; {LEAST_STEP:.0f} is the least that holds the "
        "eye. Simplify everything else, not this.",
        (),
    )


WORDS: dict[str, Callable[[_Told], Said]] = {
    "one_step_holds": _one_step_holds,
    "faint_step": _faint_step,
    "close_steps": _close_steps,
    "many_shapes": _many_shapes,
    "focus_lost": _focus_lost,
}


def judge_thumbnail(
    number: int,
    settings: ThumbnailSettings,
    reading: Reading,
    area_cm2: float,
    unit: Unit,
    focus_remedies: tuple[Remedy, ...] = (),
) -> list[Judgement]:
    """Judge a value thumbnail, most costly first.

    Parameters
    ----------
    number : int
        Number of the thumbnail, for the remedies.
    settings : ThumbnailSettings
    reading : Reading
    area_cm2 : float
        Area of the picture on the support. [cm2]
    unit : "cm" or "in"
    focus_remedies : tuple of Remedy
        What brings a lost focus back, tried beforehand.
    """
    found = []
    for finding in audit_thumbnail(number, settings, reading):
        title, text, remedies = WORDS[finding.kind](_Told(finding, number, settings, area_cm2, unit))
        tried = focus_remedies if finding.kind == "focus_lost" else remedies
        found.append(say(finding, STAGE, (title, text, tried)))
    return most_costly_first(found)


def _reserved(told: Told) -> Said:
    name = told["name"] or "The added subject"
    show = Remedy("Choose it", "choose_departure", {"departure": told["departure"], "at": told["at"]})
    if told.finding.kind == "reserve_busy":
        return (
            "The backdrop is busy where you will add",
            f"{told['values']} values meet behind “{name}”. One or two let it be read; join shapes there before it "
            "comes.",
            (show,),
        )
    wanted, behind = told["wanted"], told["behind"]
    lighter = wanted >= behind
    return (
        "What you add will hardly be seen",
        f"“{name}” at {wanted:.1f} stands before {behind:.1f}: {abs(wanted - behind):.1f} apart on the value scale. A "
        f"{'light shows only before a dark' if lighter else 'dark shows only before a light'}: "
        f"{'darken' if lighter else 'lighten'} what is behind it, or move it.",
        (show,),
    )


def judge_reserves(
    number: int,
    steps: NDArray[np.uint8],
    values: tuple[float, ...],
    reserves: tuple[tuple[int, str, Departure], ...],
) -> list[Judgement]:
    """Judge the places kept for added subjects; see :func:`~kind_distance.core.picture.reserve.audit_reserves`."""
    return [say(each, STAGE, _reserved(Told(each))) for each in audit_reserves(number, steps, values, reserves)]
