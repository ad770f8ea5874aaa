"""The build of a painting: its plan and passes laid before the simulator, and what a stage says of the plan."""

from __future__ import annotations

from pathlib import Path
from threading import Lock

import cv2
import numpy as np
from cachetools import LRUCache
from numpy.typing import NDArray

from kind_distance.core.build.film import Film, Stage
from kind_distance.core.build.model import BuildPlane, BuildScene, BuildStep, Linear
from kind_distance.core.build.wetness import Laid, found_by
from kind_distance.core.colour.srgb import codes_from_linear, linear_from_codes
from kind_distance.core.mixing.tubes import SCATTERS
from kind_distance.core.paint.drying import dry
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.model import Pass
from kind_distance.core.schedule.work import Work
from kind_distance.follow import step
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import crop_of_plan, focus_of, main_source, plate_of
from kind_distance.rows import State
from kind_distance.stages.planes.depth import DepthSurvey
from kind_distance.stages.planes.strokes import labels_of

SIZE = 640  # long side at which the build is worked out [px]

# Colours of toned grounds, linear sRGB; their values are those of the grounds. By eye, no source.
GROUND_COLOURS: dict[str, Linear] = {
    "white": (0.86, 0.85, 0.82), "warm_grey": (0.38, 0.35, 0.31), "pink": (0.6, 0.47, 0.4), "ochre": (0.5, 0.33, 0.16),
    "umber": (0.16, 0.1, 0.06), "black": (0.03, 0.03, 0.03),
}  # fmt: skip
OPACITIES = {"transparent": "T", "semi_transparent": "ST", "semi_opaque": "SO", "opaque": "O"}
USUAL_OPACITY = 0.7
OFF_PLAN = 0.4  # by which a plane has to stand off its plan to be told [V]
MOST_BRUSH = 0.06  # of the width; a wider brush says nothing at this size


def _small(codes: NDArray[np.uint8], size: tuple[int, int], way: int) -> NDArray[np.uint8]:
    return np.asarray(cv2.resize(codes, size, interpolation=way), np.uint8)


@step
def scene_of_build(file: Path, state: State, depth: DepthSurvey) -> BuildScene | None:
    """Lay the plan before the simulator; None without a photo or planes."""
    source, labels = main_source(state), labels_of(file, state)
    if source is None or labels is None or depth.fit is None:
        return None
    codes, crop = darkroom.working(file, plate_of(source)).codes, crop_of_plan(state)
    size = plate_of(source).size_px
    if crop is not None:
        codes, labels = (np.ascontiguousarray(crop.of(each, *size)) for each in (codes, labels))
    kept = np.zeros(labels.shape, np.uint8)
    whole = (codes.shape[0], codes.shape[1])
    for reserve, _ in depth.kept:
        if crop is None and reserve.way in ("masked", "lifted", "ground"):
            kept |= (255 * reserve.mask(*whole)).astype(np.uint8)
    scale = min(1.0, SIZE / max(whole))
    small = (max(16, round(whole[1] * scale)), max(16, round(whole[0] * scale)))
    focus = focus_of(state, source.number, crop)
    planes = tuple(
        BuildPlane(record.name, planned.dark, planned.value, planned.light, record.kind == "sky")
        for record, planned in zip(state.planes, depth.plan.planes, strict=True)
    )
    light = linear_from_codes(_small(codes, small, cv2.INTER_AREA))
    return BuildScene(
        codes_from_linear(light),
        _small(labels, small, cv2.INTER_NEAREST),
        planes,
        medium_of(state.brief.medium).transparent,
        GROUND_COLOURS.get(state.brief.ground, GROUND_COLOURS["white"]),
        None if focus is None else (focus.x, focus.y, focus.reach),
        None if not kept.any() else (_small(kept, small, cv2.INTER_AREA) / 255.0).astype(np.float32),
    )


class Films:
    """The films that were looked at last: the planes and colours they rest on are worked out once."""

    def __init__(self, most: int = 2) -> None:
        self._films: LRUCache[str, Film] = LRUCache(most)
        self._lock = Lock()

    def film(self, scene: BuildScene) -> Film:
        """Give the film of a scene; several requests for one scene share it."""
        with self._lock:
            film = self._films.get(scene.name)
            if film is None:
                film = self._films[scene.name] = Film(scene)
            return film


def _brush(each: Pass, width_cm: float) -> float | None:
    if each.brush_mm is None or not width_cm:
        return None
    return min(MOST_BRUSH, each.brush_mm / (10 * width_cm))


@step
def steps_of(state: State, depth: DepthSurvey, work: Work) -> tuple[BuildStep, ...]:
    """Say of every pass what it finds when it is painted, by the sessions it stands in; without them all is dry."""
    placed = {each.pass_id: each for each in work.schedule.placements}
    done = {each.pass_id: each for each in work.done}
    touching = {(b.far, b.near) for b in depth.given.borders} | {(b.near, b.far) for b in depth.given.borders}
    everywhere = tuple(range(1, len(work.planes) + 1))
    laid = []
    for each in work.passes:
        place, finished = placed.get(each.id), done.get(each.id)
        begin = finished.start if finished is not None else None if place is None else place.start
        end = finished.end if finished is not None else None if place is None else place.end
        leaves = end is not None and each.kind not in ("ground", "drawing", "mask", "unmask", "finish")
        film = dry(each.paint, float(end or 0), work.problem.weather, each.thickness, each.aids) if leaves else None
        laid.append(Laid(each.planes, begin, film, each.planes or everywhere))
    found = found_by(laid, touching, transparent=medium_of(state.brief.medium).transparent)
    return tuple(
        BuildStep(
            each.id, each.kind, each.planes, each.thickness, _opacity(each), finds.under, finds.beside, finds.damp,
            _brush(each, state.brief.width_cm), None, 1.0 if each.share is None else each.share,
        )
        for each, finds in zip(work.passes, found, strict=True)
    )  # fmt: skip


def _opacity(each: Pass) -> float:
    return SCATTERS[OPACITIES[each.colour.opacity]] if each.colour.opacity in OPACITIES else USUAL_OPACITY


def off_plan(stage: Stage, scene: BuildScene) -> list[str]:
    """Tell planes that stand off their plan once all is painted: later films move them, and nothing is made up for."""
    return [
        f"{plane.name} will stand at {now:.1f}, planned {plane.mass:.1f}"
        for plane, now in zip(scene.planes, stage.values, strict=True)
        if abs(now - plane.mass) >= OFF_PLAN
    ]
