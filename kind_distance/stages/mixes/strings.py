"""Strings: for every plane its light, mass and dark, with the colour that is wanted and a recipe for it."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.colour.lab import ciede2000, lab_from_linear
from kind_distance.core.colour.munsell import lightness_from_value
from kind_distance.core.mixing.recipes import Found, Recipe, TwoSteps, find_recipe, mix_of, mixes_of, two_steps
from kind_distance.core.paint.media import ground_of
from kind_distance.core.palette.model import PlannedMix, Target
from kind_distance.core.palette.parts import Place, StringPart
from kind_distance.core.passes.model import Pass
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import MixRecord, State
from kind_distance.stages.mixes.palette import Palette, palette_of, shift_of
from kind_distance.stages.mixes.things import moved_with, parts_of_thing, thing_area
from kind_distance.stages.planes.depth import DepthSurvey
from kind_distance.stages.planes.strokes import labels_of, plane_numbers

PARTS: tuple[StringPart, ...] = ("light", "mass", "dark")
THING_PARTS: tuple[StringPart, ...] = ("light", "base", "pattern", "tint")
UNMIXED = ("drawing", "mask", "unmask", "finish", "ground")  # kinds of pass that no string is mixed for
PART_OF: dict[str, StringPart] = {"second_layer": "dark", "glaze": "dark", "lights": "light", "scumble": "light"}
BANDS = {"light": (85, 100), "mass": (35, 65), "dark": (0, 15)}  # percentiles of value of a plane that show its hue
CHROMA_KEPT = (0.3, 1.5)  # of the photo's chroma, by what is planned
TOLD_CHROMA = {"": 8.0, "low": 6.0, "mid": 20.0, "high": 40.0}  # where no photo shows it; by eye, no source


@dataclass(frozen=True)
class Mix(PlannedMix):
    """A target with its recipe, and what is known of both.

    Parameters
    ----------
    found : Found or None
        Other ways to it; None where the recipe is the painter's own.
    own : MixRecord or None
    steps : TwoSteps or None
        How a pale one is mixed in two steps.
    wet : float or None
        Value to mix it to, so that it dries right; None where no one layer gets there. [V]
    """

    found: Found | None
    own: MixRecord | None
    steps: TwoSteps | None
    wet: float | None


def _hues(file: Path, state: State) -> dict[tuple[int, str], tuple[float, float]]:
    """Middle a* and b* of each plane's light, mass and dark in the photo."""
    labels, source = labels_of(file, state), main_source(state)
    if labels is None or source is None:
        return {}
    picture = darkroom.working(file, plate_of(source))
    planes, values, colours = labels[::2, ::2], picture.value[::2, ::2], picture.lab[::2, ::2, 1:]
    found: dict[tuple[int, str], tuple[float, float]] = {}
    for plane in state.planes:
        inside = planes == plane.rank
        if not inside.any():
            continue
        value, colour = values[inside], colours[inside]
        for part, band in BANDS.items():
            low, high = np.percentile(value, band)
            a, b = np.median(colour[(value >= low) & (value <= high)], axis=0)
            found[plane.rank, part] = (float(a), float(b))
    return found


def _kept_chroma(depth: DepthSurvey, rank: int) -> float:
    """How much of the photo's chroma the plan keeps in a plane."""
    reading = depth.given.readings[rank - 1]
    if reading is None:
        return 1.0
    pair: NDArray[np.float64] = np.array([depth.plan.planes[rank - 1].colour, reading.linear])
    planned, seen = np.hypot(*lab_from_linear(pair)[:, 1:].T)
    return float(np.clip(planned / max(1.0, seen), *CHROMA_KEPT)) if seen > 1 else 1.0


@step
def targets_of(file: Path, state: State, depth: DepthSurvey) -> list[Target]:
    """Say which colours a painting wants, farthest plane first, light before dark."""
    hues = _hues(file, state)
    found = []
    for record, planned in zip(state.planes, depth.plan.planes, strict=True):
        kept = _kept_chroma(depth, record.rank)
        middle = lab_from_linear(np.array([planned.colour]))[0]
        values = {"light": planned.light, "mass": planned.value, "dark": planned.dark}
        for part in PARTS:
            a, b = hues.get((record.rank, part), (float(middle[1]) / kept, float(middle[2]) / kept))
            light = lightness_from_value(values[part])
            found.append(Target(record.rank, part, values[part], (light, kept * a, kept * b), record.name))
    return [*found, *_things(file, state, depth)]


def _things(file: Path, state: State, depth: DepthSurvey) -> list[Target]:
    """Say which colours the things want whose place on the photo is known: as measured, and moved as their plane is."""
    labels, source = labels_of(file, state), main_source(state)
    placed = [each for each in state.elements if each.plane is not None and each.x is not None and not each.given_up]
    if labels is None or source is None or not placed:
        return []
    picture, rank_of, found = darkroom.working(file, plate_of(source)), plane_numbers(state), []
    for each in placed:
        rank = rank_of[each.plane or 0]
        seen, plan = depth.given.readings[rank - 1], depth.plan.planes[rank - 1]
        area = thing_area(picture.lab, labels, each, rank)
        if seen is None or area is None:
            continue
        measured = (seen.dark, seen.mass, seen.light)
        planned = (plan.dark, plan.value, plan.light)
        kept = _kept_chroma(depth, rank)
        for part, (value, a, b) in parts_of_thing(picture.value[area], picture.lab[area]).items():
            moved = moved_with(value, measured, planned)
            found.append(
                Target(rank, part, moved, (lightness_from_value(moved), kept * a, kept * b), each.name, each.number)
            )
    return sorted(found, key=lambda each: each.plane)


def _own(record: MixRecord, palette: Palette, target: Target) -> Recipe:
    parts = tuple((palette.place(each.tube), each.count) for each in record.parts)
    lab = mix_of(palette.tubes, parts, strength=record.strength)
    away = float(ciede2000(np.array([lab]), np.array([target.lab]))[0])
    return Recipe(parts, record.strength, lab, away)


def ground_value(state: State) -> float:
    """Value of the ground, as told or as that ground usually is."""
    told = state.brief.ground_value
    return ground_of(state.brief.ground).value if told is None else told


@step
def strings_of(state: State, targets: list[Target]) -> list[Mix]:
    """Find a recipe for every target; empty without a tube that may be used."""
    palette = palette_of(state)
    if len(palette.barred) == len(palette.tubes):
        return []
    mixes = mixes_of(palette.tubes, transparent=palette.transparent)
    rank_of = {plane.number: plane.rank for plane in state.planes}
    own: dict[Place, MixRecord] = {
        (rank_of[each.plane], 0, each.part): each for each in state.mixes if each.plane is not None
    }
    thing_in = {each.number: each.plane for each in state.elements}
    for each in state.mixes:
        plane = None if each.element is None else thing_in.get(each.element)
        if plane is not None:
            own[rank_of[plane], each.element or 0, each.part] = each
    shift = shift_of(state)
    made = []
    for target in targets:
        record = own.get(target.place)
        found = None
        if record is None:
            found = find_recipe(palette.tubes, mixes, target.lab, palette.barred, few=state.brief.few_tubes)
        recipe = found.recipe if record is None and found is not None else _own(record, palette, target)  # type: ignore[arg-type]
        steps = two_steps(recipe, palette.whites)
        made.append(Mix(target, recipe, found, record, steps, shift.wet(target.value)))
    return made


def part_of(each: Pass) -> StringPart | None:
    """Say which part of its plane's string a pass is mixed by; None for what lays no mix, and for the whole surface."""
    return None if each.plane is None or each.kind in UNMIXED else PART_OF.get(each.kind, "mass")
