"""Recipes and colours in words: as a painter says them, and as the screen and files write them."""

from __future__ import annotations

import numpy as np

from kind_distance.core.colour.lab import linear_from_lab
from kind_distance.core.colour.srgb import codes_from_linear
from kind_distance.core.mixing.recipes import Recipe, water_parts
from kind_distance.stages.mixes.palette import Palette
from kind_distance.stages.mixes.strings import Mix

Lab = tuple[float, float, float]
PALE_TIMES = 12  # as much white as colour from which a recipe is said by its colours


def rgb_of(lab: Lab) -> tuple[int, int, int]:
    """Write a CIELAB colour as sRGB codes; what a screen cannot show is drawn to its rim."""
    red, green, blue = (int(c) for c in codes_from_linear(np.clip(linear_from_lab(np.array(lab)), 0, 1)))
    return red, green, blue


def hex_of(lab: Lab) -> str:
    """Write a CIELAB colour as the screen wants it."""
    return "#{:02x}{:02x}{:02x}".format(*rgb_of(lab))


def letter_of(at: int) -> str:
    """Letter of a mix by its place: A to Z, then AA and on."""
    return chr(ord("A") + at) if at < 26 else f"{chr(ord('A') + at // 26 - 1)}{chr(ord('A') + at % 26)}"


def named_tube(at: int, palette: Palette) -> str:
    """Name a tube in a recipe; the only white is just white."""
    alone = palette.whites == {at}
    return "white" if alone else palette.records[at].name.lower()


def say_recipe(recipe: Recipe, palette: Palette) -> str:
    """Say a recipe as a painter would: a pale one by its colours, and how many times as much white."""
    white = next((at for at, _ in recipe.parts if at in palette.whites), None)
    colours = [(at, count) for at, count in recipe.parts if at != white]
    whole = sum(count for _, count in colours)
    amount = 0 if white is None else dict(recipe.parts)[white]
    if white is not None and whole and amount >= PALE_TIMES * whole:
        said = " · ".join(f"{count} {named_tube(at, palette)}" for at, count in colours)
        return f"{said} in {amount / whole:.0f} × {named_tube(white, palette)}"
    return " · ".join(f"{count} {named_tube(at, palette)}" for at, count in recipe.parts) + _say_water(recipe)


def _say_water(recipe: Recipe) -> str:
    if recipe.strength is None:
        return ""
    water = water_parts(recipe.strength)
    return f", in {water} × water" if water else ", hardly any water"


def say_steps(mix: Mix, palette: Palette) -> str:
    """Say how a pale mix is made in two steps; empty where it needs none."""
    if mix.steps is None:
        return ""
    first = sorted(mix.steps.first, key=lambda each: -each[1])
    said = " · ".join(f"{count} {named_tube(at, palette)}" for at, count in first)
    return f"First {said}; then 1 part of that to {mix.steps.white_parts} of {named_tube(mix.steps.white, palette)}."
