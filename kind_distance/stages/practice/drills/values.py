"""Drills of values: naming, matching, equal pairs, wet against dry."""

from __future__ import annotations

import cv2
import numpy as np

from kind_distance.core.colour.lab import lab_from_linear, warmth
from kind_distance.core.colour.munsell import value_from_luminance, value_map
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.mixing.drying_shift import usual_shift
from kind_distance.core.practice.canvas import HIGH, LUMA, WIDE
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.scenes import Scene, paint_scene
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import (
    LETTERS,
    NO_SCENE,
    SEEDS,
    TOO_LITTLE,
    Drill,
    DrillKind,
    Mark,
    Marked,
    Option,
    off_by,
    told_off,
)

PATCH_PX = 13  # radius of a ringed place
DARK, LIGHT = 4.0, 6.5  # bands of value [V]
OWN_TRIES = 40  # choices of places on a painter's own picture
DRYING = (("watercolour", "wash of watercolour"), ("gouache", "gouache"), ("acrylic", "acrylic"))


def _spots(scene: Scene, rng: np.random.Generator, count: int) -> list[tuple[int, int, float]]:
    """Choose quiet places of a scene: column, row and value of the mean light there; most even first of many tries."""
    light = linear_from_codes(scene.codes)
    luminance = light @ LUMA
    size = 2 * PATCH_PX + 1
    mean = cv2.blur(luminance, (size, size))
    spread = cv2.blur(luminance * luminance, (size, size)) - mean * mean
    columns = rng.integers(40, WIDE - 40, 40 * count)
    rows = rng.integers(40, HIGH - 60, 40 * count)
    even = np.sqrt(np.maximum(0, spread[rows, columns])) / np.maximum(0.02, mean[rows, columns])
    found: list[tuple[int, int, float]] = []
    for at in np.argsort(even):
        column, row = int(columns[at]), int(rows[at])
        if all(abs(column - c) + abs(row - r) > 5 * PATCH_PX for c, r, _ in found):
            found.append((column, row, float(value_from_luminance(100 * float(mean[row, column])))))
        if len(found) == count:
            break
    return found


def facts_of(scene: Scene, column: int, row: int, value: float) -> dict[str, str]:
    """Say what may bias the reading of a place: its band of value, its hue, and whether what is round it is lighter."""
    light = linear_from_codes(scene.codes)
    near = light[max(0, row - PATCH_PX) : row + PATCH_PX, max(0, column - PATCH_PX) : column + PATCH_PX]
    lab = lab_from_linear(near.reshape(-1, 3).mean(axis=0, keepdims=True))
    wide = light[max(0, row - 70) : row + 70, max(0, column - 70) : column + 70] @ LUMA
    round_it = float(value_from_luminance(100 * float(wide.mean())))
    warm, chroma = float(warmth(lab)[0]), float(np.hypot(lab[0, 1], lab[0, 2]))
    return {
        "band": "dark" if value < DARK else "light" if value > LIGHT else "middle",
        "hue": "grey" if chroma < 8 else "warm" if warm > 0 else "cool",  # noqa: PLR2004
        "round": "among lights"
        if round_it > value + 0.6
        else "among darks"
        if round_it < value - 0.6
        else "among its like",
    }


def value_name(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Name the value of a ringed place."""
    scene, rng = own or paint_scene(seed), chance(seed, "place")
    spots = _spots(scene, rng, 6)
    column, row, value = spots[int(rng.integers(len(spots)))]
    return Drill(
        "value_name", seed, level, "Which value has the ringed place?",
        "0 is black, 10 is white. Squint: compare it with the lightest and the darkest place first.", scene, "number",
        round(value, 2), (Mark("", column, row, PATCH_PX),), 0, 10, 0.5, "step", within=(0.9, 0.7, 0.5)[level - 1],
        facts=facts_of(scene, column, row, value),
    )  # fmt: skip


def value_match(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Slide a grey until it is as light as a ringed place."""
    scene, rng = own or paint_scene(seed), chance(seed, "match")
    spots = _spots(scene, rng, 8)
    # The purest of them: a grey beside a grey is no drill.
    pure = max(spots, key=lambda spot: _chroma(scene, spot[0], spot[1]))
    column, row, value = pure if level > 1 else spots[int(rng.integers(len(spots)))]
    return Drill(
        "value_match", seed, level, "Slide the grey until it is as light as the ringed place.",
        "Look at both through half-closed eyes; when they are equal, the border between them in your mind goes.",
        scene, "number", round(value, 2), (Mark("", column, row, PATCH_PX),), 0, 10, 0.1, "V",
        within=(0.7, 0.5, 0.35)[level - 1], facts=facts_of(scene, column, row, value),
    )  # fmt: skip


def _chroma(scene: Scene, column: int, row: int) -> float:
    near = linear_from_codes(scene.codes[row - PATCH_PX : row + PATCH_PX, column - PATCH_PX : column + PATCH_PX])
    lab = lab_from_linear(near.reshape(-1, 3).mean(axis=0, keepdims=True))
    return float(np.hypot(lab[0, 1], lab[0, 2]))


def wet_dry(seed: int, level: int) -> Drill:
    """Say what a wet mix will be when it is dry."""
    rng = chance(seed, "wet")
    medium, said = DRYING[int(rng.integers(len(DRYING)))]
    wet = round(float(rng.uniform(2.5, 8.0)) * 2) / 2
    dry = usual_shift(medium).dry(wet)
    return Drill(
        "wet_dry", seed, level, f"A {said} stands at {wet:.1f} while it is wet. What is it when it is dry?",
        "Washes dry lighter, towards the paper; gouache comes together in the middle; acrylic dries a little darker.",
        None, "number", round(dry, 2), (), 0, 10, 0.1, "V", within=(0.6, 0.45, 0.3)[level - 1],
        facts={"medium": medium, "wet": f"{wet:.1f}"},
    )  # fmt: skip


def value_pair(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Find the two of four ringed places that have one value."""
    gap = (1.2, 0.8, 0.5)[level - 1]
    for more in range(SEEDS if own is None else OWN_TRIES):
        scene, rng = own or paint_scene(seed + 104_729 * more), chance(seed + more, "places")
        spots = _spots(scene, rng, 14 if own is None else 24)
        # A painter's own picture may have no gaps as wide: smaller ones will do on it.
        chosen = _pair_among(spots, gap if own is None else gap / (1 + more // 8), rng)
        if chosen:
            break
    else:
        raise DomainError(*(NO_SCENE if own is None else TOO_LITTLE))
    order = rng.permutation(4)
    places = [chosen[at] for at in order]
    keys = sorted(LETTERS[list(order).index(at)] for at in (0, 1))
    marks = tuple(Mark(LETTERS[n], c, r, PATCH_PX) for n, (c, r, _) in enumerate(places))
    pairs = [f"{LETTERS[a]}{LETTERS[b]}" for a in range(4) for b in range(a + 1, 4)]
    return Drill(
        "value_pair", seed, level, "Which two places have the same value?",
        "Hue misleads: a bright green and a dull violet may be equally light. Squint until colour fades.", scene,
        "choice", "".join(keys), marks, options=tuple(Option(each, f"{each[0]} and {each[1]}") for each in pairs),
    )  # fmt: skip


def _pair_among(
    spots: list[tuple[int, int, float]], gap: float, rng: np.random.Generator
) -> list[tuple[int, int, float]] | None:
    """Take two spots of one value, and two that differ from them and from each other by a gap."""
    for one, other in ((a, b) for a in range(len(spots)) for b in range(a + 1, len(spots))):
        if abs(spots[one][2] - spots[other][2]) > 0.12:  # noqa: PLR2004  nobody sees less
            continue
        rest = [s for n, s in enumerate(spots) if n not in (one, other)]
        rng.shuffle(rest)
        kept: list[tuple[int, int, float]] = []
        for spot in rest:
            if all(abs(spot[2] - each[2]) >= gap for each in (spots[one], *kept)):
                kept.append(tuple(spot))  # type: ignore[arg-type]
        if len(kept) > 1:
            return [spots[one], spots[other], *kept[:2]]
    return None


def value_range(scene: Scene) -> tuple[float, float]:
    """Darkest and lightest value of a scene, as one sees it squinting: 1st and 99th percentile. [V]."""
    values = value_map(linear_from_codes(scene.codes[::4, ::4]))
    return float(np.percentile(values, 1)), float(np.percentile(values, 99))


def patch_value(scene: Scene, column: int, row: int) -> float:
    """Value of the mean light within a ringed place. [V]."""
    near = linear_from_codes(
        scene.codes[row - PATCH_PX : row + PATCH_PX + 1, column - PATCH_PX : column + PATCH_PX + 1]
    )
    return float(value_from_luminance(100 * float((near @ LUMA).mean())))


def _mark_value(drill: Drill, given: float) -> Marked:
    assert drill.scene  # noqa: S101  it has a picture
    off = off_by(drill, given)
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


def _mark_wet(drill: Drill, given: float) -> Marked:
    off = off_by(drill, given)
    told = told_off(off, ("light", "dark"))
    shift = usual_shift(drill.facts["medium"])
    return Marked(
        abs(off) <= drill.within, off,
        f"From {drill.facts['wet']} wet it dries to {drill.truth:.1f}, give or take {shift.error:.2f}. {told}",
        "Water fills the tooth of a wet film and takes its scattered light away: what dries dull dries lighter. "
        "Acrylic's milky binder clears, and takes its own lightness with it.",
        "A usual curve from memory; your own swatches, wet and dry, say it better. Read them in under Mixes.",
        "Painters of acrylic disagree: some see lights dry lighter and darks darker.",
    )  # fmt: skip


def _mark_pair(drill: Drill, given: str) -> Marked:
    assert drill.scene  # noqa: S101
    told = [f"{mark.key} {patch_value(drill.scene, int(mark.x), int(mark.y)):.1f}" for mark in drill.marks]
    return Marked(
        given == drill.truth, None, f"{', '.join(told)}: {drill.truth[0]} and {drill.truth[1]} are equal.",
        "A pure colour seems lighter than a grey of its value, and more so the purer it is; a grey picture of the "
        "scene shows it at once.",
        "Measured on the picture. By luminance: eyes differ a little with very pure colours.",
        "Who paints by colour rather than value may keep the two apart by hue alone.",
    )  # fmt: skip


KINDS = (
    DrillKind("value_name", "Values", "Name the value", value_name, _mark_value, own=True),
    DrillKind("value_match", "Values", "Match the value", value_match, _mark_value, own=True),
    DrillKind("value_pair", "Values", "Find the equal pair", value_pair, _mark_pair, own=True),
    DrillKind("wet_dry", "Values", "Wet against dry", wet_dry, _mark_wet),
)
