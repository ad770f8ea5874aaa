"""What the core makes of pictures and paints whose truth nobody can write down by hand, kept as numbers in a file.

A record proves nothing right: that is done by the tests beside published sources and worked cases. It says that nothing
has changed unnoticed. What a seed paints has to stay the same besides, since answers of a learner are kept by their seed.

    python -m tests.record        makes the file anew; look at what differs before it is kept
"""

from __future__ import annotations

import json
import sys
from collections.abc import Callable, Iterable
from functools import lru_cache
from pathlib import Path
from typing import Any

import cv2
import numpy as np

from kind_distance.core.build.film import Film
from kind_distance.core.build.model import BuildPlane, BuildScene, BuildStep
from kind_distance.core.colour.srgb import linear_from_codes
from kind_distance.core.depth.marking import Stroke, mark_planes
from kind_distance.core.depth.other_veil import Air, reveil
from kind_distance.core.depth.proposal import find_sky, propose_planes
from kind_distance.core.depth.readings import read_borders, read_planes
from kind_distance.core.depth.segments import build_segments, segment_ids
from kind_distance.core.depth.settle import settle_line
from kind_distance.core.depth.thin import find_thin
from kind_distance.core.depth.veil import profile_of
from kind_distance.core.depth.visibility import PlaneLight, fit_visibility
from kind_distance.core.mixing.recipes import fewest_tubes, find_recipe, mixes_of
from kind_distance.core.mixing.spectrum import reflectance_of
from kind_distance.core.mixing.tubes import Tube, paint_of, role_of, tinted, warmth_of
from kind_distance.core.mixing.washes import paint_of_washes
from kind_distance.core.picture.balance import guessed_cast
from kind_distance.core.picture.composition import find_gaps, read_composition
from kind_distance.core.picture.crops import suggest_crops
from kind_distance.core.picture.focus import Focus
from kind_distance.core.picture.horizon import find_horizon, level_lines
from kind_distance.core.picture.lonely_hue import find_lonely_hues
from kind_distance.core.picture.outlines import outlines
from kind_distance.core.picture.page import check_corners, find_frames, sketch_values, straighten_sketch
from kind_distance.core.picture.thumbnail import ThumbnailSettings, make_thumbnail, plain, squint
from kind_distance.core.picture.turning import straighten, turned_point
from kind_distance.core.picture.working import WorkingPicture
from kind_distance.core.practice.scenes import FAULTS, Scene, layout_of, paint_scene, scene_with
from kind_distance.core.progress.camera import by_a_painter, photograph
from kind_distance.core.progress.comparing import difference, take_out
from kind_distance.core.progress.comparing import read_planes as read_painted
from kind_distance.core.schedule.cost import plan_cost
from kind_distance.core.schedule.critical_path import find_slack
from kind_distance.core.schedule.plan import make_schedule
from kind_distance.stages.mixes.nominal import BY_INDEX, USUAL_BOX
from kind_distance.stages.practice.drills.table import DRILLS, make_drill
from tests.sketching import draw_page
from tests.sketching import photograph as photograph_page
from tests.support import PICTURES
from tools.paintings import made_up

FILE = Path(__file__).with_name("record.json")
SEEDS = (2, 3, 5, 8, 13, 21)  # among them every layout
GRID = (24, 16)


def grid(picture: Any) -> list[float]:
    """Means of a picture, or of labels, in twenty-four by sixteen parts."""
    array = np.asarray(picture, np.float32)
    small = cv2.resize(array if array.ndim == 2 else array.mean(axis=2), GRID, interpolation=cv2.INTER_AREA)
    return [round(float(v), 3) for v in np.asarray(small).ravel()]


def numbers(*given: Any) -> list[float]:
    """Flatten numbers, tuples and arrays; what is not there counts as -1."""
    found: list[float] = []
    for each in given:
        if each is None:
            found.append(-1.0)
        elif isinstance(each, dict):
            found += numbers(*[value for _, value in sorted(each.items())])
        elif isinstance(each, Iterable) and not isinstance(each, str):
            found += numbers(*list(each))
        else:
            found.append(round(float(each), 4))
    return found


@lru_cache(maxsize=4)
def photo_of(name: str) -> WorkingPicture:
    """One of the demo's photos, by the beginning of its name, at 720 px."""
    codes = cv2.imread(str(next(PICTURES.glob(f"{name}*.jpg"))))[..., ::-1]
    size = (720, round(720 * codes.shape[0] / codes.shape[1]))
    return WorkingPicture.of(np.ascontiguousarray(cv2.resize(codes, size, interpolation=cv2.INTER_AREA)))


def hillside() -> WorkingPicture:
    """The demo's hillside."""
    return photo_of("tea")


def scenes() -> dict[str, list[float]]:
    """What seeds paint: pictures, planes, borders, posts, and every fault that some seed has."""
    found = {}
    for seed in SEEDS:
        scene = paint_scene(seed)
        found[f"scene {seed}"] = grid(scene.codes) + grid(scene.labels) + told_of(scene)
    for fault in FAULTS:
        seed = next(n for n in range(1, 60) if fault in layout_of(n).faults)
        scene = scene_with(seed, fault)
        box = scene.fault_box
        found[f"fault {fault}"] = grid(scene.codes) + numbers(scene.fault_amount, () if box is None else box)
    return found


def told_of(scene: Scene) -> list[float]:
    """The truth of a scene."""
    planes = [(p.rank, p.distance_m, p.share, p.value, p.centre) for p in scene.planes]
    borders = [(b.far, b.near, b.length_px, b.contrast, b.middle) for b in scene.borders]
    return numbers(planes, borders, scene.posts)


def drills() -> dict[str, list[float]]:
    """What each kind of drill asks of three seeds: its facts and what marking needs to know, as far as they are numbers."""
    found = {}
    for kind in DRILLS:
        for seed in SEEDS[:2]:
            drill = make_drill(kind, seed, 2)
            known = [
                v for v in (*drill.facts.values(), *drill.known.values(), drill.truth) if isinstance(v, int | float)
            ]
            places = [(mark.x, mark.y) for mark in drill.marks]
            found[f"drill {kind} {seed}"] = numbers(len(drill.options), known, places)
    return found


def pictures() -> dict[str, list[float]]:
    """Readings of pictures: lines, composition, thumbnails, crops, casts."""
    found = {}
    sources = {f"scene {seed}": WorkingPicture.of(paint_scene(seed).codes) for seed in SEEDS[:4]}
    photos = {"hillside": hillside(), "pool": photo_of("slate"), "mill": photo_of("tidal")}
    photos["leaning"] = WorkingPicture.of(straighten(photo_of("tidal").codes, 2.2))
    for name, picture in (sources | photos).items():
        value = picture.value
        lines = [(v.height, v.tilt_deg, v.strength, v.length, v.ruled, v.quiet) for v in level_lines(value)]
        found[f"lines {name}"] = numbers(lines)
        focus, horizon = Focus(0.62, 0.55, 0.12), find_horizon(value)
        read = read_composition(value, picture.chroma, value, focus, horizon)
        spots = [(s.x, s.y, s.share, s.step) for s in read.hot_spots[:4]]
        ways = [(e.at, e.step) for e in read.exits[:4]]
        found[f"composition {name}"] = numbers(
            read.left,
            read.centre,
            spots,
            read.focus_spot,
            ways,
            read.leaning_right,
            read.upright_tilt,
            horizon.confidence,
        )
        gaps = [(s.x, s.y, s.step) for s in find_gaps(value, value > 5)[:4]]
        hues = [(h.share, h.x, h.y) for h in find_lonely_hues(picture.lab)]
        found[f"gaps and hues {name}"] = numbers(gaps, hues)
        photo = plain(value)
        for settings in (
            ThumbnailSettings(3), ThumbnailSettings(5, focus=focus), ThumbnailSettings(4, even=True, key="high"),
            ThumbnailSettings(2, 0.02),
        ):  # fmt: skip
            made = make_thumbnail(squint(photo, settings.softness, settings.focus), settings, photo.value)
            r = made.reading
            found[f"thumbnail {name} {settings.steps}"] = grid(made.steps) + numbers(
                made.cuts, r.shares, r.values, r.effective_shapes, r.largest_share, r.contour, r.focus_step
            )
        crops = suggest_crops(value, 1800, 1200, 4 / 3, focus, 0.4)
        found[f"crops {name}"] = numbers([(c.crop.x, c.crop.y, c.crop.width) for c in crops])
        cast = guessed_cast(picture.lab)
        found[f"cast {name}"] = numbers(None if cast is None else cast.strength)
    codes = hillside().codes
    found["turned"] = grid(straighten(codes, 3.0)) + numbers(turned_point((0.3, 0.7), 1.5, 2.0, -1.0))
    return found


def planes() -> dict[str, list[float]]:
    """The way from strokes to planes, readings and other airs."""
    picture, found = hillside(), {}
    segments = build_segments(picture, segment_ids(picture))
    proposal = propose_planes(picture, 5)
    found["proposal"] = grid(proposal) + [float(find_sky(picture).mean())]
    strokes = [
        Stroke("mark", 1, ((0.1, 0.05), (0.9, 0.06)), 0.01),
        Stroke("mark", 3, ((0.1, 0.45), (0.5, 0.5), (0.9, 0.48)), 0.01),
        Stroke("mark", 5, ((0.1, 0.9), (0.9, 0.92)), 0.02),
        Stroke("level", 4, ((0.0, 0.7), (1.0, 0.66))),
        Stroke("brush", 5, ((0.3, 0.6), (0.35, 0.7)), 0.05),
        Stroke("thin", 5, ((0.6, 0.5), (0.75, 0.5), (0.75, 0.9), (0.6, 0.9))),
        Stroke("erase", 5, ((0.3, 0.6), (0.31, 0.62)), 0.03),
    ]
    labels = mark_planes(picture, segments, proposal, strokes, 5)
    found["marked"] = grid(labels)
    outline = np.zeros(labels.shape, np.bool_)
    outline[200:420, 100:400] = True
    found["thin"] = grid(find_thin(picture, labels, outline, 5).astype(np.float32))
    found["settled"] = numbers(settle_line(picture, ((0.0, 0.3), (0.4, 0.32), (1.0, 0.28)), reach=0.03))
    read = [r for r in read_planes(picture, labels, 5) if r is not None]
    found["readings"] = numbers(
        [(r.share, r.dark, r.mass, r.light, r.chroma, r.warmth, r.detail, r.centre, r.linear, r.foot) for r in read]
    )
    borders = read_borders(picture, labels, 5, 0.05)
    found["borders"] = numbers([(b.far, b.near, b.length_cm, b.difference, b.merged_cm, b.ragged) for b in borders])
    pool = photo_of("slate")
    guessed = propose_planes(pool, 4)
    seen = [r for r in read_planes(pool, guessed, 4) if r is not None]
    found["pool"] = grid(guessed) + numbers([(r.share, r.dark, r.mass, r.light, r.detail, r.centre) for r in seen])
    met = read_borders(pool, guessed, 4, 0.04)
    found["pool borders"] = numbers([(b.far, b.near, b.length_cm, b.difference, b.merged_cm, b.ragged) for b in met])
    found["outlines"] = numbers([len(line) for line in outlines(labels, 3)], outlines(labels, 3)[0][:6])
    distances = [None, 4000.0, 900.0, 200.0, 20.0]
    was = Air(profile_of("clear"), 60.0)
    for veil, km in (("mist", 2.0), ("storm", None), ("night", None)):
        found[f"under {veil}"] = grid(reveil(picture.linear, labels, distances, was, Air(profile_of(veil), km)))
    lights = [
        PlaneLight(8.0, 0.42, 0.36),
        PlaneLight(2.0, 0.3, 0.17),
        PlaneLight(0.3, 0.18, 0.06),
        PlaneLight(0.02, 0.1, 0.02),
    ]
    fitted = fit_visibility(lights, 0.6)
    found["visibility"] = numbers(None if fitted is None else (fitted.visibility_km, fitted.low_km, fitted.high_km))
    return found


def page() -> dict[str, list[float]]:
    """A page of sketches: frames, straightened, read."""
    codes = cv2.imread(str(next(PICTURES.glob("sketch*.*"))))[..., ::-1]
    linear = linear_from_codes(np.ascontiguousarray(codes))
    frames, found = find_frames(linear), {}
    found["frames"] = numbers([(f.corners, f.confidence) for f in frames])
    flat = straighten_sketch(linear, frames[0].corners)
    found["sketch"] = grid(flat) + grid(sketch_values(flat))
    for name, tool, drawn, seen in (
        ("broken", "pen", {"broken": True}, {"tilt": 5.0}), ("shaded", "marker", {}, {"shadow": True}),
        ("open", "pencil", {"framed": False}, {"tilt": -3.0}),
    ):  # fmt: skip
        boxes = [(120, 120, 640, 480), (760, 520, 1240, 860)]
        photo, corners = photograph_page(draw_page(boxes, tool, **drawn)[0], boxes, **seen)
        found[f"frames {name}"] = numbers([(f.corners, f.confidence) for f in find_frames(photo)])
        flat = straighten_sketch(photo, check_corners(corners[0]))
        found[f"sketch {name}"] = grid(flat) + grid(sketch_values(flat))
    return found


def painted() -> dict[str, list[float]]:
    """A photographed painting, found and compared, and a colour tried on it."""
    scene, found = paint_scene(SEEDS[0]), {}
    codes = np.ascontiguousarray(cv2.resize(scene.codes, (480, 320), interpolation=cv2.INTER_AREA))
    labels = cv2.resize(scene.labels, (480, 320), interpolation=cv2.INTER_NEAREST)
    made, factors = by_a_painter(codes, labels, 5)
    made = 0.86 * np.clip(made, 0, 1) + 0.015
    found["by a painter"] = grid(made) + numbers(factors)
    for seed in (101, 104):
        shot = photograph(made, seed)
        flat = take_out(linear_from_codes(shot.codes), (480, 320))
        found[f"photographed {seed}"] = grid(shot.codes)
        if flat is None:
            continue
        read = read_painted(flat.linear, labels, flat.hidden)
        found[f"taken out {seed}"] = grid(flat.linear) + numbers(
            flat.corners,
            float(flat.hidden.mean()),
            [(rank, r.value, r.chroma, r.warm, r.fine) for rank, r in read.items()],
        )
        shown = difference(flat.linear, linear_from_codes(codes), flat.hidden)
        found[f"difference {seed}"] = grid(shown)
    return found


def mixing() -> dict[str, list[float]]:
    """Spectra, paints of tubes and of washes, recipes."""
    box = tuple(Tube(e.masstone, e.tint, 10.0, e.opacity, e.white) for e in (BY_INDEX[index] for index in USUAL_BOX))
    found = {}
    for lab in ((50, 20, -30), (88, 0, 55), (30, -20, 10)):
        found[f"reflectance {lab}"] = numbers(reflectance_of(np.array(lab, float))[::4])
    for index, tube in zip(USUAL_BOX, box, strict=True):
        k, s = paint_of(tube)
        found[f"paint {index}"] = numbers(
            k[::6], s[::6], tinted(k, s, 10.0)[::6], len(role_of(tube)), len(warmth_of(tube))
        )
    k, s, strengths = paint_of_washes(((45, 40, 20), (65, 25, 12), (82, 10, 5)), 0.1)
    found["washes"] = numbers(k[::6], s[::6], strengths)
    for transparent in (False, True):
        mixes = mixes_of(box, transparent=transparent)
        for target in ((60, 10, 20), (35, -15, 12), (80, 2, -12)):
            got = find_recipe(box, mixes, target)
            ways = (got.recipe, *got.others, *([got.same_hue] if got.same_hue else []))
            found[f"recipe {target} {transparent}"] = numbers(
                [(r.parts, r.strength, r.lab, r.difference) for r in ways]
            )
    wanted = [(25.0 + 6 * n, -8.0 + (7 * n) % 19, 22.0 - (5 * n) % 41) for n in range(8)]
    found["fewest tubes"] = numbers(sorted(fewest_tubes(mixes_of(box, transparent=False), wanted, 5.0, len(box))))
    return found


def build() -> dict[str, list[float]]:
    """Stages of a build, opaque and in watercolour, over paint that is wet, tacky and dry."""
    scene, found = paint_scene(SEEDS[1]), {}
    codes = np.ascontiguousarray(cv2.resize(scene.codes, (240, 160), interpolation=cv2.INTER_AREA))
    ranks = sorted({p.rank for p in scene.planes})
    small = cv2.resize(scene.labels, (240, 160), interpolation=cv2.INTER_NEAREST)
    labels = np.ones_like(small)
    for at, rank in enumerate(ranks, start=1):
        labels[small >= rank] = at
    laid = tuple(BuildPlane(p.name, p.value - 0.6, p.value, p.value + 0.6, sky=p.kind == "sky") for p in scene.planes)
    count = len(laid)
    for transparent in (False, True):
        film = Film(BuildScene(codes, labels, laid, transparent, (0.5, 0.4, 0.25), (0.5, 0.6, 0.2), None))
        steps = [BuildStep(1, "ground", ()), BuildStep(2, "drawing", ())]
        steps += [BuildStep(2 + rank, "block_in" if rank % 2 else "blend", (rank,)) for rank in range(1, count + 1)]
        steps += [BuildStep(20, "second_layer", (count,)), BuildStep(21, "glaze", (1,), under="wet"),
                  BuildStep(22, "scumble", (2,), under="tacky"), BuildStep(23, "details", (count,)),
                  BuildStep(24, "lift", (1,)), BuildStep(25, "soften", (2,)), BuildStep(26, "lights", ())]  # fmt: skip
        for upto in (4, len(steps) - 6, len(steps)):
            stage = film.stage(tuple(steps[:upto]))
            found[f"build {transparent} {upto}"] = grid(stage.codes) + numbers(stage.values, stage.bare)
    return found


def plans() -> dict[str, list[float]]:
    """Plans of made-up paintings: what stands where, what it costs and how much later it may come."""
    found = {}
    for passes, sessions, minutes in ((8, 2, 90), (20, 4, 150)):
        problem, _, _ = made_up(passes, sessions, minutes)
        plan = make_schedule(problem)
        slack = [(each.minutes, each.held_by, each.critical) for each in find_slack(problem, plan)]
        stands = [(p.pass_id, p.session_id, p.start - problem.sessions[0].start) for p in plan.placements]
        found[f"plan {passes}"] = numbers(plan_cost(problem, plan.placements), stands, slack)
    return found


PARTS: tuple[Callable[[], dict[str, list[float]]], ...] = (
    scenes, drills, pictures, planes, page, painted, mixing, build, plans,
)  # fmt: skip


def main() -> int:
    """Make the file anew."""
    made: dict[str, list[float]] = {}
    for part in PARTS:
        made |= part()
    lines = [f"{json.dumps(name)}: {json.dumps(values)}" for name, values in made.items()]
    FILE.write_text("{\n" + ",\n".join(lines) + "\n}\n", "utf-8")
    sys.stdout.write(f"{len(made)} records, {sum(map(len, made.values()))} numbers\n")
    return 0


if __name__ == "__main__":
    sys.exit(main())
