"""Changes of the planned values: the veil, the key, the gap, single planes and pairs."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.core.depth.plan import DepthSettings
from kind_distance.errors import DomainError
from kind_distance.store.records import PairRecord, State
from kind_distance.studio.changes.desk import Changed, Desk

CHANGES = ("set_depth", "set_planned_value", "unlock_plane", "set_pair_gap", "set_pair_direction", "forget_pair")


def set_depth(
    desk: Desk,
    *,
    veil: str | None = None,
    visibility_km: float | None = None,
    usual_visibility: bool = False,
    pull: float | None = None,
    key: str | None = None,
    gap: float | None = None,
    airlight: str | None = None,
    usual_airlight: bool = False,
) -> Changed:
    """Choose the veil, its light, how far it pulls, the key and the least gap; what is not said stays."""
    wanted: dict[str, Any] = {
        "veil": veil,
        "visibility_km": visibility_km,
        "pull": pull,
        "key": key,
        "gap": gap,
        "airlight": airlight,
    }
    new = {name: value for name, value in wanted.items() if value is not None}
    if usual_visibility or (veil is not None and visibility_km is None):
        new["visibility_km"] = None  # another air has its own
    if usual_airlight or (veil is not None and airlight is None):
        new["airlight"] = None
    brief = replace(desk.state.brief, **new)
    DepthSettings(brief.veil, brief.visibility_km, brief.pull, brief.key, brief.gap, brief.airlight)  # checks them
    said = {
        "veil": f"Veil: {brief.veil.replace('_', ' ')}",
        "visibility_km": f"One sees {brief.visibility_km or 0:g} km",
        "pull": f"Veil's pull {100 * brief.pull:.0f} %",
        "key": f"{brief.key.capitalize()} key",
        "gap": f"Gap {brief.gap:.2f}",
        "airlight": "Light of the air",
    }
    named = [name for name, value in wanted.items() if value is not None]
    return replace(desk.state, brief=brief), ", ".join(said[name] for name in named) or "The veil as usual"


def check_value(value: float) -> None:
    """Raise DomainError for a value that no paint reaches."""
    if not PAINT_DARKEST <= value <= PAINT_LIGHTEST:
        raise DomainError(
            f"Paint reaches from {PAINT_DARKEST:.2f} to {PAINT_LIGHTEST:.1f}, not {value:.1f}.",
            "Choose a value in that range.",
        )


def set_planned_value(desk: Desk, *, plane: int, value: float) -> Changed:
    """Hold a plane at a value by hand."""
    record = desk.plane(plane)
    check_value(value)
    changed = replace(record, locked_value=round(value, 2))
    planes = tuple(changed if p.number == record.number else p for p in desk.state.planes)
    return replace(desk.state, planes=planes), f"{record.name} to {value:.1f}"


def unlock_plane(desk: Desk, *, plane: int) -> Changed:
    """Let the ladder plan a plane again."""
    record = desk.plane(plane)
    changed = replace(record, locked_value=None)
    planes = tuple(changed if p.number == record.number else p for p in desk.state.planes)
    return replace(desk.state, planes=planes), f"{record.name} freed"


def _with_pair(desk: Desk, far: int, near: int, **new: float | int | None) -> State:
    if far >= near:
        raise DomainError("A pair is named far plane first.", "Choose two different planes.")
    one, other = desk.plane(far).number, desk.plane(near).number
    state = desk.state
    # A pair kept the other way round (its planes changed places since) is turned to how it stands now.
    found = PairRecord(one, other)
    for pair in state.pairs:
        if (pair.far, pair.near) == (one, other):
            found = pair
        elif (pair.far, pair.near) == (other, one):
            found = PairRecord(one, other, pair.gap, None if pair.direction is None else -pair.direction)
    rest = tuple(p for p in state.pairs if {p.far, p.near} != {one, other})
    changed = replace(found, **new)  # type: ignore[arg-type]
    if changed.gap is None and changed.direction is None:
        return replace(state, pairs=rest)
    return replace(state, pairs=(*rest, changed))


def set_pair_gap(desk: Desk, *, far: int, near: int, gap: float) -> Changed:
    """Want an own gap where two planes meet; 0 lets them merge."""
    if not 0 <= gap <= 3:
        raise DomainError("The gap between planes lies between 0 and 3 value steps.", "Choose a smaller gap.")
    names = f"{desk.plane(far).name} and {desk.plane(near).name}"
    return _with_pair(desk, far, near, gap=gap), f"{names} may merge" if gap == 0 else f"{names} {gap:.1f} apart"


def set_pair_direction(desk: Desk, *, far: int, near: int, direction: int) -> Changed:
    """Say which of two planes is to be the lighter: +1 the far one."""
    if direction not in (-1, 1):
        raise DomainError("Either the far or the near plane is the lighter.", "Choose one of the two.")
    lighter = desk.plane(far if direction > 0 else near).name
    return _with_pair(desk, far, near, direction=direction), f"{lighter} the lighter"


def forget_pair(desk: Desk, *, far: int, near: int) -> Changed:
    """Take back what was wanted of a pair."""
    names = f"{desk.plane(far).name} and {desk.plane(near).name}"
    return _with_pair(desk, far, near, gap=None, direction=None), f"{names}: as usual"
