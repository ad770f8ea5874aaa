"""Marking an answer: what was measured, the rule behind it, how sure it is, and who sees it otherwise."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from kind_distance.core.mixing.drying_shift import usual_shift
from kind_distance.core.practice.canvas import Box
from kind_distance.core.practice.drills import Drill, value_range
from kind_distance.core.practice.orders import order_puzzle
from kind_distance.core.practice.scenes import FAULTS, OWN, Scene
from kind_distance.errors import DomainError

QUICKEST_S = 0.8  # quicker answers were not looked at


@dataclass(frozen=True)
class Marked:
    """An answer, marked.

    Parameters
    ----------
    right : bool
    off : float or None
        By how much a number was off, given less true.
    measured, rule, sure, otherwise : str
    box : Box or None
        Where to look on the picture.
    place : (x, y) or None
        Where the true place lies. [px]
    """

    right: bool
    off: float | None
    measured: str
    rule: str
    sure: str
    otherwise: str = ""
    box: Box | None = None
    place: tuple[float, float] | None = None


def _number(drill: Drill, given: Any) -> float:  # noqa: ANN401  from outside
    if isinstance(given, bool) or not isinstance(given, int | float) or not drill.low <= given <= drill.high:
        raise DomainError("That is no answer to this question.", "Move the slider, then answer.")
    return float(given)


def _mark_value(drill: Drill, off: float) -> Marked:
    assert drill.scene  # noqa: S101  it has a picture
    dark, light = value_range(drill.scene)
    way = "lighter" if off > 0 else "darker"
    told = f"You saw it {abs(off):.1f} {way} than it is." if abs(off) >= 0.05 else "Exactly."  # noqa: PLR2004
    return Marked(
        abs(off) <= drill.within, off,
        f"It is {drill.truth:.1f}; the picture reaches from {dark:.1f} to {light:.1f}. {told}",
        "What lies round a place pulls the eye: among lights it seems darker, among darks lighter than it is. Compare "
        "it with the two ends of the picture instead of with its neighbours.",
        "Measured on the picture, to 0.1. Your screen may shift all of it a little.",
    )  # fmt: skip


def _mark_wet(drill: Drill, off: float) -> Marked:
    way = "light" if off > 0 else "dark"
    told = f"You said {abs(off):.1f} too {way}." if abs(off) >= 0.05 else "Exactly."  # noqa: PLR2004
    shift = usual_shift(drill.facts["medium"])
    return Marked(
        abs(off) <= drill.within, off,
        f"From {drill.facts['wet']} wet it dries to {drill.truth:.1f}, give or take {shift.error:.2f}. {told}",
        "Water fills the tooth of a wet film and takes its scattered light away: what dries dull dries lighter. "
        "Acrylic's milky binder clears, and takes its own lightness with it.",
        "A usual curve from memory; your own swatches, wet and dry, say it better. Read them in under Mixes.",
        "Painters of acrylic disagree: some see lights dry lighter and darks darker.",
    )  # fmt: skip


def _mark_level(drill: Drill, off: float) -> Marked:
    way = "high" if off > 0 else "low"
    row = (1 - drill.truth / 100) * 640
    return Marked(
        abs(off) <= drill.within, off,
        f"It lies at {drill.truth:.0f} % of the height; you were {abs(off):.1f} % too {way}.",
        "Everything as high as your eye lies on one level line, however far it is; a plain and the sea end there.",
        "Known exactly: the scene was built with it.",
        "Where hills close the view, many painters place it by feel; then keep one for all things.", place=(480.0, row),
    )  # fmt: skip


def _mark_bays(drill: Drill, off: float) -> Marked:
    first, last = drill.marks[0], drill.marks[-1]
    place = (first.x + (last.x - first.x) * drill.truth, first.y + (last.y - first.y) * drill.truth)
    way = "far back" if off > 0 else "near"
    return Marked(
        abs(off) <= drill.within, off,
        f"It stands {drill.truth:.0%} of the way; you put it {abs(off):.0%} of the way too {way}.",
        "Equal steps on the ground shrink with distance: four places on a line keep their cross ratio on the picture.",
        "Known exactly, by the cross ratio.", place=place,
    )  # fmt: skip


FAULT_RULES = {
    "none": ("Nothing is wrong: light, water, borders and posts agree.", "A false alarm costs a good passage."),
    "merged_edge": (
        "Two planes of one value melt into one shape.", "A border that is lost on purpose, away from the focus, is a "
        "means of many painters. What counts is that it was chosen.",
    ),
    "dark_too_far": (
        "Air lightens what lies far off, and takes its darks first.", "A cloud's shadow on far hills does this in "
        "nature; painters who keep it soften its rim.",
    ),
    "contrary_shadow": ("One sun casts all shadows to one side.", "Two lights exist at night, by lamps."),
    "leaning_water": ("Still water is level: its far line is level too, and so is the sea's.", ""),
    "way_out": (
        "A light strip that runs to the side takes the eye along.", "Some let a way leave and stop the eye by a dark "
        "thing at the rim.",
    ),
    "missing_reflection": ("Still water mirrors what stands beside it.", "Wind takes reflections away, all of them."),
    "hot_rival": (
        "The purest colour and the strongest contrast are seen first.", "A small accent at the rim can hold a "
        "picture wide.",
    ),
    "wrong_bays": ("Equal steps on the ground shrink with distance.", ""),
}  # fmt: skip


def _mark_fault(drill: Drill, given: str) -> Marked:
    assert drill.scene  # noqa: S101
    rule, otherwise = FAULT_RULES[str(drill.truth)]
    said = "Nothing is wrong with it" if drill.truth == "none" else FAULTS[str(drill.truth)]
    measured = f"{said}{_fault_said(drill.scene)}."
    if given != drill.truth and drill.truth == "none":
        measured += " You saw a fault where there is none."
    sure = "Known: the same scene was painted without it, and the two were compared." if drill.scene.fault else (
        "Known: the scene was painted without a fault."
    )  # fmt: skip
    return Marked(given == drill.truth, None, measured, rule, sure, otherwise, drill.scene.fault_box)


def _fault_said(scene: Scene) -> str:
    amount = scene.fault_amount
    return {
        "merged_edge": f": they stood {amount:.1f} apart without it",
        "dark_too_far": f": {amount:.1f} darker than the air leaves it",
        "contrary_shadow": f", {amount:.0f}° from where it belongs",
        "leaning_water": f" by {amount:.1f}°",
    }.get(scene.fault, "")


def _mark_edges(drill: Drill, right: bool) -> Marked:
    assert drill.scene  # noqa: S101
    by_middle = {border.middle: border for border in drill.scene.borders}
    told = [
        f"{mark.key} {by_middle[mark.x, mark.y].contrast:.1f} ({by_middle[mark.x, mark.y].kind})"
        for mark in drill.marks
    ]
    return Marked(
        right, None, f"Values apart across each: {', '.join(told)}. In order: {', '.join(drill.truth)}.",
        "A border is as hard as the step of value across it and as sharp as it is drawn; hue hardly counts.",
        "Measured along the whole border, 3 px to each side.",
        "Where the border lies in the picture changes how hard it ought to be: that is the painter's choice.",
    )  # fmt: skip


def _mark_depth(drill: Drill, right: bool) -> Marked:
    assert drill.scene  # noqa: S101
    far = {plane.centre: plane.distance_m for plane in drill.scene.planes}
    told = [f"{mark.key} {_metres(far[mark.x, mark.y])}" for mark in drill.marks]
    return Marked(
        right, None, f"{', '.join(told)}. In order: {', '.join(drill.truth)}.",
        "Cover tells most, then height on flat ground, then size, then air. Far things turn bluer because air scatters "
        "short waves towards you; long waves come through.",
        "By the distances that you gave your planes." if drill.scene.layout == OWN
        else "Known exactly: the scene was built with it.",
    )  # fmt: skip


def _mark_order(drill: Drill, given: list[str]) -> Marked:
    """Mark an order of passes: any that can be painted is right; what it costs is told beside the cheapest."""
    puzzle = order_puzzle(drill.seed, drill.level)
    ids = dict(zip(drill.truth, (each.id for each in puzzle.passes), strict=True))
    order = [ids[key] for key in given]
    wrong = next((rule for rule in puzzle.broken(order) if rule.material), None)
    mine, usual = puzzle.cut_round_cm(order), puzzle.cut_round_cm([each.id for each in puzzle.passes])
    cost = f"It cuts round {mine:.0f} cm of border" if mine else "Nothing has to be cut round"
    usually = f"; {', '.join(drill.truth)} cuts round {usual:.0f} cm" if given != drill.truth else ""
    measured = (
        f"{cost}{usually}."
        if wrong is None
        else f"This cannot be painted. {wrong.reason} In order: {', '.join(drill.truth)}."
    )
    return Marked(
        wrong is None, None, measured,
        "A layer needs what lies under it to be there and dry enough. Far before near saves cutting round, wherever "
        "the near edge is hard.", "Known by the rules that plan your own paintings.",
        "Some schools begin with the focus, or with the darks, and cut the distance in round them: it costs the "
        "centimetres told here, and is right for those who want the edge soft.",
    )  # fmt: skip


def _metres(distance: float) -> str:
    return f"{distance / 1000:.1f} km" if distance >= 1000 else f"{distance:.0f} m"  # noqa: PLR2004


def _mark_pair(drill: Drill, right: bool) -> Marked:
    assert drill.scene  # noqa: S101
    from kind_distance.core.practice.drills import patch_value

    told = [f"{mark.key} {patch_value(drill.scene, int(mark.x), int(mark.y)):.1f}" for mark in drill.marks]
    return Marked(
        right, None, f"{', '.join(told)}: {drill.truth[0]} and {drill.truth[1]} are equal.",
        "A pure colour seems lighter than a grey of its value, and more so the purer it is; a grey picture of the "
        "scene shows it at once.",
        "Measured on the picture. By luminance: eyes differ a little with very pure colours.",
        "Who paints by colour rather than value may keep the two apart by hue alone.",
    )  # fmt: skip


def _mark_mix(drill: Drill, right: bool) -> Marked:
    light, a, b = (float(each) for each in drill.facts["made"].split())
    return Marked(
        right, None, f"{drill.truth}: CIELAB {light:.0f}, {a:.0f}, {b:.0f}.",
        "Paints mix by what each takes away and scatters, wavelength by wavelength; the result is darker and duller "
        "than the two on paper lead one to hope.",
        "Predicted from paints by memory; your own tubes differ. Read them in under Mixes.",
    )  # fmt: skip


def mark_answer(drill: Drill, given: Any) -> Marked:  # noqa: ANN401  from outside, checked here
    """Mark an answer.

    Raises
    ------
    DomainError
        If it is no answer to the question.
    """
    if drill.answer == "number":
        off = round(_number(drill, given) - float(drill.truth), 4)
        return {"value_name": _mark_value, "wet_dry": _mark_wet, "level": _mark_level, "bays": _mark_bays}[drill.kind](
            drill, off
        )
    if drill.answer == "done":
        return Marked(right=True, off=None, measured="Done.", rule="", sure="")
    keys = {option.key for option in drill.options}
    if drill.answer == "order":
        if not isinstance(given, list) or len(given) != len(keys) or set(map(str, given)) != keys:
            raise DomainError("That is no order of these places.", "Press each place once.")
        if drill.kind == "order":
            return _mark_order(drill, [str(key) for key in given])
        return {"edge_rank": _mark_edges, "depth_sort": _mark_depth}[drill.kind](drill, given == drill.truth)
    if given not in keys:
        raise DomainError("That is no answer to this question.", "Choose one of the list.")
    if drill.kind == "fault":
        return _mark_fault(drill, str(given))
    return {"value_pair": _mark_pair, "mix_guess": _mark_mix}[drill.kind](drill, bool(np.all(given == drill.truth)))
