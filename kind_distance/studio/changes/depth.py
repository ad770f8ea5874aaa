"""Changes of the planned values: the veil, the key, the gap, single planes and pairs."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import Field

from kind_distance.core.depth.plan import DepthSettings
from kind_distance.errors import DomainError
from kind_distance.rows import PairRecord, State
from kind_distance.rows.checking import checked
from kind_distance.rows.words import EdgeKind
from kind_distance.studio.changes.arguments import FiniteFloat, Rank, Text
from kind_distance.studio.changes.desk import Changed, Desk, put
from kind_distance.studio.changes.planes import check_plane

CHANGES = (
    "set_depth",
    "set_planned_value",
    "unlock_plane",
    "set_pair_gap",
    "set_pair_direction",
    "set_pair_edge",
    "forget_pair",
)


def set_depth(
    desk: Desk,
    *,
    veil: Text | None = None,
    visibility_km: FiniteFloat | None = None,
    usual_visibility: bool = False,
    pull: FiniteFloat | None = None,
    key: Text | None = None,
    gap: FiniteFloat | None = None,
    airlight: Annotated[str, Field(max_length=9)] | None = None,
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


def set_planned_value(desk: Desk, *, plane: Rank, value: FiniteFloat) -> Changed:
    """Hold a plane at a value by hand."""
    record = desk.plane(plane)
    return put(desk.state, replace(record, locked_value=round(value, 2)), check_plane), f"{record.name} to {value:.1f}"


def unlock_plane(desk: Desk, *, plane: Rank) -> Changed:
    """Let the ladder plan a plane again."""
    record = desk.plane(plane)
    return put(desk.state, replace(record, locked_value=None)), f"{record.name} freed"


def _with_pair(desk: Desk, far: int, near: int, **new: Any) -> State:  # noqa: ANN401  fields of a pair
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
            found = replace(
                pair, far=one, near=other, direction=None if pair.direction is None else _turned(pair.direction)
            )
    rest = tuple(p for p in state.pairs if {p.far, p.near} != {one, other})
    changed = replace(found, **new)
    if changed.gap is None and changed.direction is None and changed.edge is None:
        return replace(state, pairs=rest)
    return replace(state, pairs=(*rest, checked(changed)))


def _turned(direction: int) -> Literal[-1, 1]:
    return -1 if direction > 0 else 1


def set_pair_gap(desk: Desk, *, far: Rank, near: Rank, gap: FiniteFloat) -> Changed:
    """Want an own gap where two planes meet; 0 lets them merge."""
    if not 0 <= gap <= 3:
        raise DomainError("The gap between planes lies between 0 and 3 value steps.", "Choose a smaller gap.")
    names = f"{desk.plane(far).name} and {desk.plane(near).name}"
    return _with_pair(desk, far, near, gap=gap), f"{names} may merge" if gap == 0 else f"{names} {gap:.1f} apart"


def set_pair_direction(desk: Desk, *, far: Rank, near: Rank, direction: Literal[-1, 1]) -> Changed:
    """Say which of two planes is to be the lighter: +1 the far one."""
    lighter = desk.plane(far if direction > 0 else near).name
    return _with_pair(desk, far, near, direction=direction), f"{lighter} the lighter"


def set_pair_edge(desk: Desk, *, far: Rank, near: Rank, edge: EdgeKind) -> Changed:
    """Say which edge is wanted where two planes meet: hard, soft or lost."""
    names = f"{desk.plane(far).name} and {desk.plane(near).name}"
    return _with_pair(desk, far, near, edge=edge), f"{names}: a {edge} edge"


def forget_pair(desk: Desk, *, far: Rank, near: Rank) -> Changed:
    """Take back what was wanted of a pair."""
    names = f"{desk.plane(far).name} and {desk.plane(near).name}"
    return _with_pair(desk, far, near, gap=None, direction=None, edge=None), f"{names}: as usual"
