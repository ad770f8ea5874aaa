"""Spot the fault: scenes with one planted fault, and as many with none."""

from __future__ import annotations

from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.scenes import FAULTS, Scene, is_faultless, layout_of, scene_with
from kind_distance.stages.practice.drills.drill import Drill, DrillKind, Marked, Option, scene_for

FAULT_NAMES = {
    "merged_edge": "Two distances of land have one value and melt into each other",
    "dark_too_far": "Land far off is darker than the land before it",
    "contrary_shadow": "A shadow falls to the wrong side",
    "leaning_water": "The water leans",
    "way_out": "A path leads out of the picture at its side",
    "missing_reflection": "Something by the water has no reflection",
    "hot_rival": "A hot spot at the rim draws the eye away",
    "wrong_bays": "The gaps between posts do not close up with distance as they should",
    "tangent": "A roof just touches a line behind it",
    "leaning_uprights": "Uprights lean",
}
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
    "tangent": (
        "Where an outline just touches another, neither is in front: let it overlap clearly, or leave a gap.",
        "Flat, patterned painting makes use of it, everywhere and on purpose.",
    ),
    "leaning_uprights": (
        "Walls and posts stand upright however the ground falls; only looking up or down makes them run together, all "
        "of them and evenly.", "An old barn may lean; then one shows that it does.",
    ),
}  # fmt: skip


def fault(seed: int, level: int) -> Drill:
    """Say what is wrong with a scene, or that nothing is."""
    rng = chance(seed, "fault drill")
    truth = str(rng.choice(FAULTS)) if rng.random() < 0.5 else "none"  # noqa: PLR2004  as many without
    scene = scene_for(seed, is_faultless) if truth == "none" else scene_with(seed, truth)
    # Only what could be wrong with such a scene: no posts are asked about where none stand.
    asked = [(key, said) for key, said in FAULT_NAMES.items() if key in layout_of(scene.seed).faults]
    options = (Option("none", "Nothing is wrong"), *(Option(key, said) for key, said in asked))
    return Drill(
        "fault", seed, level, "Is something wrong with this picture?",
        "About half of them are as they should be. Walk through it: light, distances, borders, where the eye goes.",
        scene, "choice", truth, options=options,
    )  # fmt: skip


def _mark_fault(drill: Drill, given: str) -> Marked:
    assert drill.scene  # noqa: S101
    rule, otherwise = FAULT_RULES[str(drill.truth)]
    said = "Nothing is wrong with it" if drill.truth == "none" else FAULT_NAMES[str(drill.truth)]
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
        "leaning_uprights": f" by {amount:.1f}°",
    }.get(scene.fault, "")


KINDS = (DrillKind("fault", "Spot the fault", "What is wrong here?", fault, _mark_fault),)
