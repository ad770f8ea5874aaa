"""Reserved lights as they lie on the marked planes."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.plan import DepthInput, DepthPlan, PlannedPlane, lightest_by_air
from kind_distance.core.depth.reserved_lights import KeptLight, Reserve, measure_kept
from kind_distance.core.judgement import Judgement
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.picture.crops import Crop
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import crop_of_plan, main_source, plate_of
from kind_distance.rows import ReserveRecord, State
from kind_distance.stages.planes.plane_words import say_kept

FAR_LEFT = 0.85  # the air dims a plane's lights once it leaves less than this of its contrast


def near(planned: PlannedPlane) -> bool:
    """Whether the air leaves a plane its lights."""
    return planned.contrast_left is None or planned.contrast_left >= FAR_LEFT


def reserve_of(record: ReserveRecord, crop: Crop | None = None, size: tuple[int, int] = (1, 1)) -> Reserve | None:
    """Check a reserved light, in shares of what is painted; None where straightening or the crop has cut it off."""
    points = record.points if crop is None else tuple(crop.inward(x, y, *size) for x, y in record.points)
    if not any(0 <= x <= 1 and 0 <= y <= 1 for x, y in points):
        return None
    return Reserve(record.number, record.name, record.way, points)


def kept_lights(
    file: Path, state: State, given: DepthInput, plan: DepthPlan, labels: NDArray[np.uint8] | None
) -> list[tuple[Reserve, KeptLight]]:
    """Measure the reserved lights of a painting; those off what is painted are left out. Labels are of that part."""
    source = main_source(state)
    if source is None or labels is None or not state.reserves:
        return []
    plate, crop = plate_of(source), crop_of_plan(state)
    value = darkroom.working(file, plate).value
    if crop is not None:
        value = np.ascontiguousarray(crop.of(value, *plate.size_px))
    ground = ground_of(state.brief.ground).value
    masses = [p.value for p in plan.planes]
    found = []
    added = [
        lightest_by_air(given.settings, spec) if near(planned) else planned.light
        for spec, planned in zip(given.specs, plan.planes, strict=True)
    ]
    for record in state.reserves:
        reserve = reserve_of(record, crop, plate.size_px)
        told = record.value if record.way == "added" else None
        light = None
        if reserve is not None:
            paint = added if told is None else [told] * len(added)
            light = measure_kept(reserve, labels, value, masses, paint, ground)
        if reserve is not None and light is not None:
            found.append((reserve, light))
    return found


def judge_kept(
    state: State, given: DepthInput, plan: DepthPlan, kept: list[tuple[Reserve, KeptLight]], area_cm2: float
) -> list[Judgement]:
    """Judge the reserved lights."""
    if not kept:
        return []
    medium = medium_of(state.brief.medium)
    far = [not near(planned) for planned in plan.planes]
    return say_kept(
        kept,
        [spec.name for spec in given.specs],
        [p.light for p in plan.planes],
        far,
        transparent=medium.transparent,
        area_cm2=area_cm2,
        unit="in" if state.brief.unit == "in" else "cm",
    )
