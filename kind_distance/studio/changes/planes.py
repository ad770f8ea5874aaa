"""Changes of the planes: how many, their names and places, and the strokes that mark them."""

from __future__ import annotations

from dataclasses import replace
from typing import Any, cast

from kind_distance.core.depth.marking import Stroke, StrokeKind
from kind_distance.core.depth.proposal import usual_names
from kind_distance.core.depth.settle import REACH, settle_line
from kind_distance.core.paint.handling import Handling
from kind_distance.errors import DomainError, InUseError, NotFoundError
from kind_distance.store.records import ElementRecord, PlaneRecord, Point, State, StrokeRecord
from kind_distance.studio import darkroom
from kind_distance.studio.changes.desk import (
    LONGEST_NAME,
    Changed,
    Desk,
    clean_text,
    next_number,
    numbered_name,
    own_name,
)
from kind_distance.studio.plates import main_source, plate_of

CHANGES = (
    "propose_planes",
    "add_plane",
    "set_plane",
    "move_plane",
    "remove_plane",
    "swap_distances",
    "add_stroke",
    "remove_stroke",
    "clear_strokes",
)
FEWEST_PLANES, MOST_PLANES = 2, 9
FARTHEST_M = 400_000.0
MOST_STROKES = 400
USUAL_WIDTH = 0.012  # of a stroke, as a share of the picture's width
KINDS = ("sky", "land", "water")
NATURES = ("solid", "see_through", "accents")
# Distances to begin with, far to near, until the painter says better [m]; common practice, no source.
NEAREST_M, FARTHEST_USUAL_M = 10.0, 5000.0


def usual_distances(count: int) -> list[float]:
    """Spread so many land planes evenly by ratio between 5 km and 10 m, rounded as one guesses. [m]."""
    if count == 1:
        return [NEAREST_M]
    ratio = (NEAREST_M / FARTHEST_USUAL_M) ** (1 / (count - 1))
    return [float(f"{FARTHEST_USUAL_M * ratio**step:.1g}") for step in range(count)]


def usual_planes(count: int) -> tuple[PlaneRecord, ...]:
    """Name so many planes, a sky and land in bands, with rough distances."""
    names, distances = usual_names(count), usual_distances(count - 1)
    sky = PlaneRecord(1, 1, names[0], "sky")
    land = [PlaneRecord(rank, rank, names[rank - 1], "land", distances[rank - 2]) for rank in range(2, count + 1)]
    return (sky, *land)


def propose_planes(desk: Desk, *, count: int) -> Changed:
    """Begin with so many planes; refused where strokes would be lost."""
    if not FEWEST_PLANES <= count <= MOST_PLANES:
        raise DomainError(
            f"A painting has {FEWEST_PLANES} to {MOST_PLANES} planes, not {count}.", "Choose fewer or more."
        )
    if desk.state.strokes:
        raise InUseError("Strokes are drawn already.", "Add or take away single planes, or clear the strokes first.")
    if desk.state.brief.passes_by_hand:
        raise InUseError("Your passes are set by hand for these planes.", "Add or take away single planes instead.")
    return replace(desk.state, planes=usual_planes(count), pairs=()), f"{count} planes proposed"


def _in_order(planes: list[PlaneRecord]) -> tuple[PlaneRecord, ...]:
    return tuple(replace(plane, rank=rank) for rank, plane in enumerate(planes, start=1))


def check_distance(distance_m: float) -> None:
    """Raise DomainError for a distance that nobody sees."""
    if not 0.1 <= distance_m <= FARTHEST_M:
        raise DomainError(
            f"A distance of {distance_m:g} m is none that one sees.",
            "Enter between 10 cm and 400 km, roughly is enough.",
        )


def add_plane(desk: Desk, *, name: str, after: int, kind: str = "land", distance_m: float | None = None) -> Changed:
    """Add a plane nearer than the plane `after` (0: the farthest)."""
    planes = list(desk.state.planes)
    if len(planes) >= MOST_PLANES:
        raise DomainError(f"{MOST_PLANES} planes are the most one can keep apart.", "Join two of them first.")
    if kind not in KINDS:
        raise DomainError(f"A plane is sky, land or water, not {kind}.", "Choose one of the three.")
    if distance_m is not None:
        check_distance(distance_m)
    elif kind != "sky":
        distance_m = _between(planes, after)
    at = min(max(after, 0), len(planes))
    number = next_number([p.number for p in planes])
    own = numbered_name(clean_text(name, "name", LONGEST_NAME), [plane.name for plane in planes])
    planes.insert(at, PlaneRecord(number, 0, own, kind, distance_m))
    return replace(desk.state, planes=_in_order(planes)), f"Plane added: {planes[at].name}"


def _between(planes: list[PlaneRecord], after: int) -> float | None:
    """Guess the distance of a new plane from its neighbours: their geometric mean."""
    far = [p.distance_m for p in planes[:after] if p.distance_m is not None]
    near = [p.distance_m for p in planes[after:] if p.distance_m is not None]
    if far and near:
        return float(f"{(far[-1] * near[0]) ** 0.5:.2g}")
    if far:
        return float(f"{max(1.0, far[-1] / 3):.2g}")
    return float(f"{min(FARTHEST_M, near[0] * 3):.2g}") if near else None


def handled(
    record: PlaneRecord | ElementRecord, body: str | None, marks: str | None, brush: str | None
) -> dict[str, str]:
    """Give the handling that differs from what is kept, checked; what is None stays as it is."""
    said = {"body": body, "marks": marks, "brush": brush}
    new = {name: value for name, value in said.items() if value is not None}
    Handling(**{"body": record.body, "marks": record.marks, "brush": record.brush, **new})  # checks it
    return new


def set_plane(
    desk: Desk,
    *,
    plane: int,
    name: str | None = None,
    kind: str | None = None,
    nature: str | None = None,
    distance_m: float | None = None,
    body: str | None = None,
    marks: str | None = None,
    brush: str | None = None,
) -> Changed:
    """Name a plane, say what it is, whether it is seen through, how far it stands, or how it is handled."""
    record = desk.plane(plane)
    new: dict[str, Any] = {}
    if name is not None:
        new["name"] = own_name(name, [each for each in desk.state.planes if each.number != record.number])
    if kind is not None:
        if kind not in KINDS:
            raise DomainError(f"A plane is sky, land or water, not {kind}.", "Choose one of the three.")
        new["kind"] = kind
    if nature is not None:
        if nature not in NATURES:
            raise DomainError("A plane is solid, seen through, or of thin accents.", "Choose one of the three.")
        new["nature"] = nature
    if distance_m is not None:
        check_distance(distance_m)
        new["distance_m"] = distance_m
    new.update(handled(record, body, marks, brush))
    if (kind or record.kind) == "sky":
        new["distance_m"] = None
    changed = replace(record, **new)
    what = changed.name if distance_m is None else f"{changed.name} at {distance_m:g} m"
    return _with_plane(desk.state, changed), what


def _with_plane(state: State, changed: PlaneRecord) -> State:
    return replace(state, planes=tuple(changed if p.number == changed.number else p for p in state.planes))


def move_plane(desk: Desk, *, plane: int, to: int) -> Changed:
    """Give a plane another place between far and near; its strokes and wishes go with it."""
    record = desk.plane(plane)
    if not 1 <= to <= len(desk.state.planes):
        raise DomainError(f"There is no place {to} among {len(desk.state.planes)} planes.", "Choose one of them.")
    planes = [p for p in desk.state.planes if p.number != record.number]
    planes.insert(to - 1, record)
    way = "farther" if to < plane else "nearer"
    return replace(desk.state, planes=_in_order(planes)), f"{record.name} {way}"


def remove_plane(desk: Desk, *, plane: int) -> Changed:
    """Take a plane away with its strokes, wishes and passes; its part of the picture falls to its neighbours."""
    record, state = desk.plane(plane), desk.state
    if len(state.planes) <= FEWEST_PLANES:
        raise DomainError(f"A painting keeps at least {FEWEST_PLANES} planes.", "Rename this one instead.")
    if any(p.plane == record.number and p.done_end is not None for p in state.passes):
        raise InUseError(f"{record.name} is painted in part already.", "Keep it, or take back what is marked as done.")
    number = record.number
    return replace(
        state,
        planes=_in_order([p for p in state.planes if p.number != number]),
        strokes=tuple(s for s in state.strokes if s.plane != number),
        pairs=tuple(p for p in state.pairs if number not in (p.far, p.near)),
        elements=tuple(replace(e, plane=None) if e.plane == number else e for e in state.elements),
        passes=tuple(
            replace(p, place=place) for place, p in enumerate((p for p in state.passes if p.plane != number), start=1)
        ),
    ), f"Plane taken away: {record.name}"


def swap_distances(desk: Desk, *, one: int, other: int) -> Changed:
    """Swap the distances of two planes."""
    first, second = desk.plane(one), desk.plane(other)
    state = _with_plane(desk.state, replace(first, distance_m=second.distance_m))
    return _with_plane(
        state, replace(second, distance_m=first.distance_m)
    ), f"{first.name} and {second.name}: distances swapped"


def add_stroke(
    desk: Desk,
    *,
    plane: int,
    kind: str,
    points: list[Point],
    width: float = USUAL_WIDTH,
    settle: bool = False,
    closeness: float = 1.0,
) -> Changed:
    """Draw a stroke; a level line settles on the edge beside it where that is wanted.

    A hand misses by so much on the screen, and the closer the picture was looked at, by the less on the picture: a
    line drawn close settles within less, and does not run off to a stronger edge beside the one that was followed.
    """
    record, state = desk.plane(plane), desk.state
    if state.brief.main_source is None:
        raise DomainError("There is no photo to draw on.", "Bring a photo first.")
    if len(state.strokes) >= MOST_STROKES:
        raise DomainError(f"{MOST_STROKES} strokes are drawn already.", "Clear those of a plane and draw fewer.")
    track = tuple((round(float(x), 4), round(float(y), 4)) for x, y in points)
    Stroke(cast("StrokeKind", kind), plane, track, width)  # checks it
    if settle and kind == "level":
        source = main_source(state)
        if source is not None:
            track = settle_line(darkroom.working(desk.file, plate_of(source)), track, REACH / max(1.0, closeness))
    number = next_number([s.number for s in state.strokes])
    stroke = StrokeRecord(number, record.number, kind, width, track)
    return replace(state, strokes=(*state.strokes, stroke)), f"Stroke in {record.name}"


def remove_stroke(desk: Desk, *, stroke: int) -> Changed:
    """Take one stroke away."""
    left = tuple(s for s in desk.state.strokes if s.number != stroke)
    if len(left) == len(desk.state.strokes):
        raise NotFoundError("stroke", stroke)
    return replace(desk.state, strokes=left), "Stroke taken away"


def clear_strokes(desk: Desk, *, plane: int | None = None) -> Changed:
    """Take all strokes away, or those of one plane."""
    if plane is None:
        return replace(desk.state, strokes=()), "All strokes taken away"
    record = desk.plane(plane)
    left = tuple(s for s in desk.state.strokes if s.plane != record.number)
    return replace(desk.state, strokes=left), f"Strokes of {record.name} taken away"
