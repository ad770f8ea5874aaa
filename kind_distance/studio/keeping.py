"""Reserved lights as they lie on the marked planes."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from kind_distance.core.depth.kept import KeptLight, Reserve, audit_kept, measure_kept
from kind_distance.core.depth.plan import DepthInput, DepthPlan
from kind_distance.core.judgement import Judgement
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.rows import ReserveRecord, State
from kind_distance.studio import darkroom
from kind_distance.studio.plates import main_source, plate_of

FAR_LEFT = 0.85  # the air dims a plane's lights once it leaves less than this of its contrast


def reserve_of(record: ReserveRecord) -> Reserve | None:
    """Check a reserved light; None where straightening has cut it off."""
    if not any(0 <= x <= 1 and 0 <= y <= 1 for x, y in record.points):
        return None
    return Reserve(record.number, record.name, record.way, record.points)


def kept_lights(
    file: Path, state: State, plan: DepthPlan, labels: NDArray[np.uint8] | None
) -> list[tuple[Reserve, KeptLight]]:
    """Measure the reserved lights of a painting; those off the picture are left out."""
    source = main_source(state)
    if source is None or labels is None or not state.reserves:
        return []
    value = darkroom.working(file, plate_of(source)).value
    ground = ground_of(state.brief.ground).value
    masses, lights = [p.value for p in plan.planes], [p.light for p in plan.planes]
    found = []
    for record in state.reserves:
        reserve = reserve_of(record)
        light = None if reserve is None else measure_kept(reserve, labels, value, masses, lights, ground)
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
    far = [p.contrast_left is not None and p.contrast_left < FAR_LEFT for p in plan.planes]
    return audit_kept(
        kept,
        [spec.name for spec in given.specs],
        [p.light for p in plan.planes],
        far,
        transparent=medium.transparent,
        area_cm2=area_cm2,
        unit="in" if state.brief.unit == "in" else "cm",
    )
