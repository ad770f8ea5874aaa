"""Drills of edges: from lost to hard, and the one that is merged."""

from __future__ import annotations

import numpy as np

from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.scenes import LOST, Scene, SceneBorder, scene_with
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import (
    LETTERS,
    Drill,
    DrillKind,
    Mark,
    Marked,
    Option,
    lettered,
    scene_for,
)

PLACES_APART = 60  # px
MERGED_TRIES = 12


def _named(scene: Scene, border: SceneBorder) -> str:
    names = {plane.rank: plane.name for plane in scene.planes}
    return f"{names[border.far]} and {names[border.near]}"


def _away(border: SceneBorder, kept: list[SceneBorder]) -> bool:
    """Whether a border's middle stands off those of others."""
    x, y = border.middle
    return all(np.hypot(x - each.middle[0], y - each.middle[1]) > PLACES_APART for each in kept)


def edge_rank(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Put three borders in order, from lost to hard."""
    gap = (0.9, 0.6, 0.4)[level - 1] if own is None else 0.2  # a painter's own picture is as it is

    def three(scene: Scene) -> list[SceneBorder]:
        kept: list[SceneBorder] = []
        for border in sorted(scene.borders, key=lambda each: -each.length_px):
            if _away(border, kept) and all(abs(border.contrast - each.contrast) > gap for each in kept):
                kept.append(border)
        return kept[:3]

    scene = scene_for(seed, lambda each: len(three(each)) == 3, own)  # noqa: PLR2004
    rng, borders = chance(seed, "borders"), three(scene)
    shuffled = [borders[at] for at in rng.permutation(3)]
    marks = tuple(Mark(LETTERS[n], *each.middle) for n, each in enumerate(shuffled))
    truth = [LETTERS[n] for n, _ in sorted(enumerate(shuffled), key=lambda each: each[1].contrast)]
    return Drill(
        "edge_rank", seed, level, "Put the borders in order, from the one that is nearly lost to the hardest.",
        "Ask of each: how far apart are the values on its two sides?", scene, "order", truth, marks,
        options=tuple(Option(mark.key, _named(scene, each)) for mark, each in zip(marks, shuffled, strict=True)),
    )  # fmt: skip


def _others(borders: list[SceneBorder], merged: SceneBorder, least: float) -> list[SceneBorder]:
    kept = [merged]
    for border in sorted(borders, key=lambda each: each.contrast):
        if border.contrast > least and _away(border, kept):
            kept.append(border)
    return kept[1:4]


def edge_merged(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Find the border at which two planes have merged."""
    least = (1.2, 0.9, 0.65)[level - 1]  # the others are as near to lost as that
    for more in range(1 if own is not None else MERGED_TRIES):
        scene = own or scene_with(seed + 104_729 * more, "merged_edge")
        merged = min(scene.borders, key=lambda each: each.contrast, default=None)
        others = [] if merged is None else _others(list(scene.borders), merged, least)
        if merged is not None and merged.contrast < LOST and len(others) > 1:
            break
    else:
        raise DomainError("Nothing on this picture has merged.", "Take another drill; here this cannot be asked.")
    borders = [merged, *others]
    order, letters = lettered(len(borders), chance(seed, "merged"))
    return Drill(
        "edge_merged", seed, level, "At which of the borders have two planes merged into one?",
        "Half-close your eyes: where two have one value, the border goes first, whatever their hues.", scene, "choice",
        letters[0], tuple(Mark(letters[at], *borders[at].middle) for at in order),
        options=tuple(Option(letters[at], f"{letters[at]}: {_named(scene, borders[at])}") for at in order),
    )  # fmt: skip


def _steps_across(drill: Drill) -> str:
    assert drill.scene  # noqa: S101
    found = {border.middle: border for border in drill.scene.borders}
    here = [(mark.key, found[mark.x, mark.y]) for mark in drill.marks]
    return "Values apart across each: " + ", ".join(f"{key} {each.contrast:.1f} ({each.kind})" for key, each in here)


def _mark_edges(drill: Drill, given: list[str]) -> Marked:
    return Marked(
        given == drill.truth, None, f"{_steps_across(drill)}. In order: {', '.join(drill.truth)}.",
        "A border is as hard as the step of value across it and as sharp as it is drawn; hue hardly counts.",
        "Measured along the whole border, 3 px to each side.",
        "Where the border lies in the picture changes how hard it ought to be: that is the painter's choice.",
    )  # fmt: skip


def _mark_merged(drill: Drill, given: str) -> Marked:
    return Marked(
        given == drill.truth, None, f"{_steps_across(drill)}.",
        "Planes of one value become one shape, and depth goes with the border. Move one of them by half a step, or let "
        "a light or a dark stand between.", "Measured along the whole border, 3 px to each side.",
        "Lost on purpose, away from where the eye goes, such a border is a means of many painters.",
    )  # fmt: skip


KINDS = (
    DrillKind("edge_rank", "Edges", "From lost to hard", edge_rank, _mark_edges, own=True),
    DrillKind("edge_merged", "Edges", "Find the merged border", edge_merged, _mark_merged, own=True),
)
