"""The painter's own pace taken into the minutes of what is still to paint."""

from __future__ import annotations

from dataclasses import replace

from kind_distance.core.passes.pace import LEAST_IN_ALL, own_paces, pace_for
from kind_distance.errors import DomainError
from kind_distance.stages.sessions.calendar import log_of
from kind_distance.studio.changes.desk import Changed, Desk
from kind_distance.studio.changes.passes import own_passes

CHANGES = ("take_own_pace",)
LONGEST_MIN = 720


def take_own_pace(desk: Desk) -> Changed:
    """Reckon every pass that is still to paint with the painter's own pace; what was reckoned before is kept beside."""
    paces = own_paces(log_of(desk.others))
    if not paces:
        raise DomainError(
            "Too little is logged to know your pace.", f"Mark at least {LEAST_IN_ALL} passes as painted, with minutes."
        )
    state = own_passes(desk)
    passes = []
    for each in state.passes:
        pace = pace_for(paces, each.kind)
        if each.done_end is not None or pace is None:
            passes.append(each)
            continue
        base = each.planned_min or each.minutes
        passes.append(replace(each, planned_min=base, minutes=min(LONGEST_MIN, pace.minutes(base)[1])))
    return replace(state, passes=tuple(passes)), f"Your own pace: {paces[''].factor:.1f} times what was reckoned"
