"""Drills of depth: from far to near, which is in front and by which clue, how far off under this veil."""

from __future__ import annotations

from math import isnan

import numpy as np

from kind_distance.core.practice.canvas import LEAST_CONTRAST
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.moods import MOODS
from kind_distance.core.practice.scenes import OWN, Scene, ScenePlane
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

CLEARLY_NEARER = 1.25
LOWER_PX = 12  # by which a foot stands lower to be seen
PALER_V = 0.5  # by which air has made one lighter
SEEN_THROUGH = (0.06, 0.97)  # share of its own light that is left, between which land can be compared
TIMES_OFF = 2.0  # how many times as far the one is as the other
TELLING = 0.85  # the most that may be left where a veil tells how far off something is


def depth_sort(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Sort planes from far to near."""
    count = (3, 4, 5)[level - 1]

    def standing(scene: Scene) -> list[ScenePlane]:
        """Those that stand at one distance, each clearly nearer than the one before it."""
        kept: list[ScenePlane] = []
        for plane in scene.planes:
            stands = plane.kind in ("land", "thing") and not isnan(plane.distance_m)
            if stands and (not kept or plane.distance_m < kept[-1].distance_m / CLEARLY_NEARER):
                kept.append(plane)
        return kept

    scene, rng = scene_for(seed, lambda each: len(standing(each)) >= count, own), chance(seed, "planes")
    land = standing(scene)
    chosen = [land[at] for at in rng.permutation(len(land))[:count]]
    marks = tuple(Mark(LETTERS[n], *plane.centre) for n, plane in enumerate(chosen))
    truth = [LETTERS[n] for n, _ in sorted(enumerate(chosen), key=lambda each: -each[1].distance_m)]
    return Drill(
        "depth_sort", seed, level, "Sort the places from far to near.",
        "What covers another stands before it; the air lightens and cools what lies far off; on flat ground what "
        "stands lower stands nearer.", scene, "order", truth, marks,
        options=tuple(Option(mark.key, mark.key) for mark in marks),
    )  # fmt: skip


def _mark_depth(drill: Drill, given: list[str]) -> Marked:
    assert drill.scene  # noqa: S101
    far = {plane.centre: plane.distance_m for plane in drill.scene.planes}
    told = [f"{mark.key} {_metres(far[mark.x, mark.y])}" for mark in drill.marks]
    return Marked(
        given == drill.truth, None, f"{', '.join(told)}. In order: {', '.join(drill.truth)}.",
        "Cover tells most, then height on flat ground, then size, then air. Far things turn bluer because air scatters "
        "short waves towards you; long waves come through.",
        "By the distances that you gave your planes." if drill.scene.layout == OWN
        else "Known exactly: the scene was built with it.",
    )  # fmt: skip


def _metres(distance: float) -> str:
    return f"{distance / 1000:.1f} km" if distance >= 1000 else f"{distance:.0f} m"  # noqa: PLR2004


CLUES = {"covers": "it covers the other", "lower": "it stands lower on the ground", "air": "less air lies over it"}


def _clues(scene: Scene, far: ScenePlane, near: ScenePlane) -> list[str]:
    """Which clues tell that a plane stands before another, the surest first."""
    meet = any({border.far, border.near} == {far.rank, near.rank} for border in scene.borders)
    feet = [int(np.nonzero((scene.labels == each.rank).any(axis=1))[0][-1]) for each in (far, near)]
    found = ["covers"] if meet else []
    if feet[1] - feet[0] > LOWER_PX:
        found.append("lower")
    if far.value - near.value > PALER_V:
        found.append("air")
    return found


def _standing(scene: Scene) -> list[ScenePlane]:
    return [p for p in scene.planes if p.kind in ("land", "thing") and not isnan(p.distance_m)]


def _pairs(scene: Scene, *, told_by_air: bool) -> list[tuple[ScenePlane, ScenePlane]]:
    """Pairs that stand clearly apart, the far one first: those that meet, or those that only the air tells apart."""
    standing = _standing(scene)
    found = [(a, b) for a in standing for b in standing if a.distance_m > CLEARLY_NEARER * b.distance_m]
    by_clue = [(pair, _clues(scene, *pair)) for pair in found]
    return [pair for pair, clues in by_clue if clues and (clues[0] != "covers") == told_by_air]


def in_front(seed: int, level: int, own: Scene | None = None) -> Drill:
    """Say which of two is in front, and by which clue."""
    rng = chance(seed, "in front")
    # Where one covers the other it is easy; where they do not meet only the ground and the air tell.
    wanted = level > 1 and bool(rng.random() < 0.6)  # noqa: PLR2004
    if own is not None and not _pairs(own, told_by_air=wanted):
        wanted = not wanted
    scene = scene_for(seed, lambda each: bool(_pairs(each, told_by_air=wanted)), own)
    pairs = _pairs(scene, told_by_air=wanted)
    far, near = pairs[int(rng.integers(len(pairs)))]
    order, letters = lettered(2, rng)
    planes = (near, far)
    keys = [f"{letters[0]}{clue}" for clue in _clues(scene, far, near)]
    return Drill(
        "in_front", seed, level, "Which of the two is in front, and what tells you?",
        "More than one clue may tell it; take one that is true here.", scene, "choice", keys[0],
        tuple(Mark(letters[at], *planes[at].centre) for at in order), also=tuple(keys[1:]),
        options=tuple(
            Option(f"{letter}{clue}", f"{letter}: {said}") for letter in sorted(letters.values())
            for clue, said in CLUES.items()
        ),
        facts={"clue": keys[0][1:]},
    )  # fmt: skip


def _mark_front(drill: Drill, given: str) -> Marked:
    assert drill.scene  # noqa: S101
    right = given == drill.truth or given in drill.also
    front, said = drill.truth[0], [CLUES[key[1:]] for key in (drill.truth, *drill.also)]
    far = {plane.centre: plane.distance_m for plane in drill.scene.planes}
    told = ", ".join(f"{mark.key} {_metres(far[mark.x, mark.y])}" for mark in drill.marks)
    missed = ""
    if not right and given[0] == front:
        missed = f" {front} it is, but not because {CLUES[given[1:]]}: here that tells nothing."
    return Marked(
        right, None, f"{told}. {front} is in front: {' and '.join(said)}.{missed}",
        "What covers stands before; then the foot on level ground; then size of things one knows; then air, which lies "
        "thicker over what is farther off. What is sharper, larger or warmer may still be far.",
        "By the distances that you gave your planes." if drill.scene.layout == OWN
        else "Known exactly: the scene was built with it.",
        "Warm comes forward, some say; a warm evening sky stands behind a blue hill all the same.",
    )  # fmt: skip


def _veiled(scene: Scene) -> list[tuple[ScenePlane, float]]:
    """Land whose veil tells how far off it is, with the share of its own light that is left."""
    reach = 1000 * _visibility_km(scene)
    left = [(p, LEAST_CONTRAST ** (p.distance_m / reach)) for p in _standing(scene)]
    return [(p, share) for p, share in left if SEEN_THROUGH[0] < share < SEEN_THROUGH[1] and p.kind == "land"]


def _visibility_km(scene: Scene) -> float:
    return next(mood.visibility_km for mood in MOODS if mood.name == scene.mood)


def _known_and_asked(scene: Scene) -> tuple[ScenePlane, ScenePlane] | None:
    land = _veiled(scene)
    asked = [plane for plane, share in land if share < TELLING]
    apart = [(a, b, max(a.distance_m, b.distance_m) / min(a.distance_m, b.distance_m)) for a, _ in land for b in asked]
    pairs = [(a, b) for a, b, times in apart if times > TIMES_OFF]
    return pairs[int(chance(scene.seed, "veil").integers(len(pairs)))] if pairs else None


def veil(seed: int, level: int) -> Drill:
    """Say how far off land lies under a veil, beside land whose distance is known."""
    scene = scene_for(seed, lambda each: _known_and_asked(each) is not None)
    pair = _known_and_asked(scene)
    assert pair is not None  # noqa: S101  it was asked for
    known, asked = pair
    apart = (2.6, 2.0, 1.6)[level - 1]
    rng = chance(seed, "veil options")
    below = int(rng.integers(0, 4))  # how many of the others are nearer
    distances = [asked.distance_m * apart ** (n - below) for n in range(4)]
    options = tuple(Option(LETTERS[n], _metres(each)) for n, each in enumerate(distances))
    return Drill(
        "veil", seed, level, f"A is {_metres(known.distance_m)} off. How far off is B?",
        f"On this day a dark thing is lost in the air at {_visibility_km(scene):.0f} km. Compare how much of its own "
        "dark each has left.", scene, "choice", LETTERS[below],
        (Mark("A", *known.centre), Mark("B", *asked.centre)), options=options,
        known={"told": known.name, "asked": asked.name},
    )  # fmt: skip


def _mark_veil(drill: Drill, given: str) -> Marked:
    assert drill.scene  # noqa: S101
    left = {plane.name: (plane, share) for plane, share in _veiled(drill.scene)}
    (_, share), (asked, other) = left[drill.known["told"]], left[drill.known["asked"]]
    return Marked(
        given == drill.truth, None,
        f"B is {_metres(asked.distance_m)} off. A has {share:.0%} of its own light left, B {other:.0%}; the rest is "
        f"air.",
        "Air takes the same share of what is left with every kilometre: twice as far, and the share is squared. It "
        "goes fast at first and slowly after.", "Known exactly: the scene was built with it. In nature haze lies in "
        "layers, and low ground holds more of it.",
        "Many painters exaggerate the veil to gain depth, and some leave it out where pattern counts more.",
    )  # fmt: skip


KINDS = (
    DrillKind("depth_sort", "Depth", "From far to near", depth_sort, _mark_depth, own=True),
    DrillKind("in_front", "Depth", "Which is in front?", in_front, _mark_front, own=True),
    DrillKind("veil", "Depth", "How far under this veil?", veil, _mark_veil),
)
