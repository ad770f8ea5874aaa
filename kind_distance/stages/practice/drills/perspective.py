"""Drills of perspective: the eye level, the spacing of bays, a picture that leans, uprights that lean."""

from __future__ import annotations

from dataclasses import replace

import cv2
import numpy as np

from kind_distance.core.practice.canvas import HIGH, WIDE, View
from kind_distance.core.practice.chance import chance
from kind_distance.core.practice.scenes import Scene, is_faultless, layout_of, paint_scene, scene_with
from kind_distance.errors import DomainError
from kind_distance.stages.practice.drills.drill import Drill, DrillKind, Mark, Marked, Option, off_by, scene_for

LEVEL_LAYOUTS = ("lake", "coast", "street")  # with water or walls that tell what is level
TURNED_MOST = 5.0  # degrees
CUT_IN = 0.14  # of the picture, so that no corner is bare when it is turned
LEANS = {"left": "To the left", "upright": "They stand upright", "right": "To the right"}
LEAN_TRIES = 40


def horizon_of(view: View | None) -> float:
    """Row of the eye level; 0 where it is not known. [px]."""
    return 0.0 if view is None else view.horizon


def bays(seed: int, level: int) -> Drill:
    """Say where the next of evenly spaced posts stands."""

    def fits(scene: Scene) -> bool:
        shown = [p for p in scene.posts if 20 < p[0] < WIDE - 20 and p[1] < HIGH - 6]  # noqa: PLR2004
        return len(shown) >= 5 and np.hypot(shown[0][0] - shown[-1][0], shown[0][1] - shown[-1][1]) > 120  # noqa: PLR2004

    scene = scene_for(seed, fits)
    posts = [p for p in scene.posts if 20 < p[0] < WIDE - 20 and p[1] < HIGH - 6]  # noqa: PLR2004
    first, last, third = np.array(posts[0]), np.array(posts[-1]), np.array(posts[2])
    whole = float(np.hypot(*(last - first)))
    marks = (Mark("1", *posts[0]), Mark("2", *posts[1]), Mark(f"{len(posts)}", *posts[-1]))
    return Drill(
        "bays", seed, level, "The posts stand evenly on the ground. How far from the first to the last is the third?",
        "Diagonals of two bays cross under the rail in the middle of a bay; equal steps on paper are never equal steps "
        "in depth.", None, "number", round(float(np.hypot(*(third - first))) / whole, 3), marks, 0, 1, 0.01, "line",
        within=(0.06, 0.04, 0.025)[level - 1], horizon=horizon_of(scene.view),
    )  # fmt: skip


def level_line(seed: int, level: int) -> Drill:
    """Lay a line at the height of the eye."""
    scene = paint_scene(seed)
    horizon = horizon_of(scene.view)
    return Drill(
        "level", seed, level, "At which height is your eye?",
        "Level lines above it fall towards it, those below rise; heads of people of your size lie on it.", scene,
        "number", round(100 * (1 - horizon / HIGH), 1), (), 20, 90, 0.5, "row",
        within=(5.0, 3.5, 2.5)[level - 1],
    )  # fmt: skip


def _mark_level(drill: Drill, given: float) -> Marked:
    off = off_by(drill, given)
    way = "high" if off > 0 else "low"
    row = (1 - drill.truth / 100) * HIGH
    return Marked(
        abs(off) <= drill.within, off,
        f"It lies at {drill.truth:.0f} % of the height; you were {abs(off):.1f} % too {way}.",
        "Everything as high as your eye lies on one level line, however far it is; a plain and the sea end there.",
        "Known exactly: the scene was built with it.",
        "Where hills close the view, many painters place it by feel; then keep one for all things.",
        place=(WIDE / 2, row),
    )  # fmt: skip


def _mark_bays(drill: Drill, given: float) -> Marked:
    off = off_by(drill, given)
    first, last = drill.marks[0], drill.marks[-1]
    place = (first.x + (last.x - first.x) * drill.truth, first.y + (last.y - first.y) * drill.truth)
    way = "far back" if off > 0 else "near"
    return Marked(
        abs(off) <= drill.within, off,
        f"It stands {drill.truth:.0%} of the way; you put it {abs(off):.0%} of the way too {way}.",
        "Equal steps on the ground shrink with distance: four places on a line keep their cross ratio on the picture.",
        "Known exactly, by the cross ratio.", place=place,
    )  # fmt: skip


def _turned(scene: Scene, degrees: float) -> Scene:
    """Turn a scene as a camera held askew shows it: positive, the right end of what is level stands higher."""
    matrix = cv2.getRotationMatrix2D((WIDE / 2, HIGH / 2), degrees, 1 + 2 * CUT_IN)
    codes = np.asarray(cv2.warpAffine(scene.codes, matrix, (WIDE, HIGH), flags=cv2.INTER_LINEAR), np.uint8)
    labels = np.asarray(cv2.warpAffine(scene.labels, matrix, (WIDE, HIGH), flags=cv2.INTER_NEAREST), np.uint8)
    return replace(scene, codes=codes, labels=labels, planes=(), borders=(), view=None, posts=())


def tilt(seed: int, level: int) -> Drill:
    """Say by how much a picture leans."""
    scene = scene_for(seed, lambda each: each.layout in LEVEL_LAYOUTS and is_faultless(each))
    least = (2.0, 1.0, 0.5)[level - 1]
    rng = chance(seed, "tilt")
    degrees = round(float(rng.choice([-1, 1]) * rng.uniform(least, TURNED_MOST)) * 4) / 4
    return Drill(
        "tilt", seed, level, "The camera was held askew. Lean the line as far as what ought to be level leans.",
        "Look for still water, the sea, sills and uprights; hills and shores that run towards you lean by themselves.",
        _turned(scene, degrees), "number", degrees, (), -8, 8, 0.25, "turn", within=(1.5, 1.0, 0.6)[level - 1],
    )  # fmt: skip


def _mark_tilt(drill: Drill, given: float) -> Marked:
    off = off_by(drill, given)
    side = "right" if drill.truth > 0 else "left"
    told = f"You were {abs(off):.1f}° off." if abs(off) >= 0.05 else "Exactly."  # noqa: PLR2004
    return Marked(
        abs(off) <= drill.within, off, f"The {side} end stands higher by {abs(drill.truth):.1f}°. {told}",
        "Still water and the sea's line are level, walls are upright: turn the photo until they are, before anything "
        "is measured on it.", "Known exactly: the picture was turned by it.",
        "A slope may lean as much as it likes; only what is level by nature tells.", place=(WIDE / 2, HIGH / 2),
    )  # fmt: skip


def uprights(seed: int, level: int) -> Drill:
    """Say whether uprights lean, and to which side."""
    rng = chance(seed, "uprights")
    range_deg = ((6.0, 9.0), (4.5, 6.5), (3.0, 5.0))[level - 1]
    if rng.random() < 1 / 3:
        scene = scene_for(seed, lambda each: is_faultless(each) and "leaning_uprights" in layout_of(each.seed).faults)
        return _uprights(seed, level, scene, "upright")
    for more in range(LEAN_TRIES):
        scene = scene_with(seed + 15_485 * more, "leaning_uprights")
        if range_deg[0] <= abs(scene.fault_amount) <= range_deg[1]:
            return _uprights(seed, level, scene, "right" if scene.fault_amount > 0 else "left")
    raise DomainError("No scene fits this drill.", "Take another seed.")


def _uprights(seed: int, level: int, scene: Scene, truth: str) -> Drill:
    return Drill(
        "uprights", seed, level, "Do the walls and posts lean, and to which side?",
        "Hold a pencil upright before the picture, or compare with the picture's own sides.", scene, "choice", truth,
        options=tuple(Option(key, said) for key, said in LEANS.items()),
    )  # fmt: skip


def _mark_uprights(drill: Drill, given: str) -> Marked:
    assert drill.scene  # noqa: S101
    amount = abs(drill.scene.fault_amount)
    said = "They stand upright." if drill.truth == "upright" else f"They lean by {amount:.1f}° to the {drill.truth}."
    return Marked(
        given == drill.truth, None, said,
        "An upright that leans says that the house falls. When you look up or down uprights run together, to both "
        "sides evenly; never all to one side.", "Known exactly: the scene was built with it.",
        "Leaning houses are a manner of some; then all lean, and nobody takes it for a slip.", drill.scene.fault_box,
    )  # fmt: skip


KINDS = (
    DrillKind("level", "Perspective", "Find the eye level", level_line, _mark_level),
    DrillKind("bays", "Perspective", "Place the third post", bays, _mark_bays),
    DrillKind("tilt", "Perspective", "How far does it lean?", tilt, _mark_tilt),
    DrillKind("uprights", "Perspective", "Do the uprights stand?", uprights, _mark_uprights),
)
