"""Changes of the planes: how many, their names and places, and the strokes that mark them."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field

from kind_distance.core.colour.munsell import PAINT_DARKEST, PAINT_LIGHTEST
from kind_distance.core.depth.marking import Stroke
from kind_distance.core.depth.proposal import has_sky, usual_names
from kind_distance.core.depth.settle import REACH, settle_line
from kind_distance.core.paint.handling import Handling
from kind_distance.core.wording import say_list
from kind_distance.errors import DomainError, InUseError
from kind_distance.pictures import darkroom
from kind_distance.pictures.plates import main_source, plate_of
from kind_distance.rows import PlaneRecord, StrokeRecord
from kind_distance.rows.checking import checked
from kind_distance.rows.words import FARTHEST_M, PlaneKind, StrokeKind
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Rank, Text, settable
from kind_distance.studio.changes.desk import (
    LONGEST_NAME,
    Changed,
    Desk,
    clean_text,
    next_number,
    numbered_name,
    put,
    renamed,
    told,
    without,
)

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
USUAL_WIDTH = 0.012  # of a stroke, as a share of the picture's width
SETS = {"set_plane": settable(PlaneRecord, "locked_value")}
# Distances to begin with, far to near, until the painter says better [m]; common practice, no source.
NEAREST_M, FARTHEST_USUAL_M = 10.0, 5000.0


def usual_distances(count: int) -> list[float]:
    """Spread so many land planes evenly by ratio between 5 km and 10 m, rounded as one guesses. [m]."""
    if count == 1:
        return [NEAREST_M]
    ratio = (NEAREST_M / FARTHEST_USUAL_M) ** (1 / (count - 1))
    return [float(f"{FARTHEST_USUAL_M * ratio**step:.1g}") for step in range(count)]


def usual_planes(count: int, *, with_sky: bool = True) -> tuple[PlaneRecord, ...]:
    """Name so many planes, a sky and land in bands, with rough distances; land alone where there is no sky."""
    if not with_sky:
        names, distances = usual_names(count + 1)[1:], usual_distances(count)
        return tuple(PlaneRecord(n, n, names[n - 1], "land", distances[n - 1]) for n in range(1, count + 1))
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
    source = main_source(desk.state)
    sky = source is None or has_sky(darkroom.working(desk.file, plate_of(source)))
    planes = usual_planes(count, with_sky=sky)
    said = f"{count} planes proposed" if sky else f"{count} planes proposed, none of them sky"
    return replace(desk.state, planes=planes, pairs=()), said


def _in_order(planes: list[PlaneRecord]) -> tuple[PlaneRecord, ...]:
    return tuple(replace(plane, rank=rank) for rank, plane in enumerate(planes, start=1))


def check_distance(distance_m: float) -> None:
    """Raise DomainError for a distance that nobody sees."""
    if not 0.1 <= distance_m <= FARTHEST_M:
        raise DomainError(
            f"A distance of {distance_m:g} m is none that one sees.",
            "Enter between 10 cm and 400 km, roughly is enough.",
        )


def add_plane(
    desk: Desk,
    *,
    name: Text,
    after: Annotated[int, Field(ge=0, le=9)],
    kind: PlaneKind = "land",
    distance_m: FiniteFloat | None = None,
) -> Changed:
    """Add a plane nearer than the plane `after` (0: the farthest)."""
    planes = list(desk.state.planes)
    if len(planes) >= MOST_PLANES:
        raise DomainError(f"{MOST_PLANES} planes are the most one can keep apart.", "Join two of them first.")
    if kind == "sky":
        distance_m = None  # it lies behind everything
    elif distance_m is None:
        distance_m = _between(planes, after)
    at = min(max(after, 0), len(planes))
    number = next_number(desk.state, "plane")
    own = numbered_name(clean_text(name, "name", LONGEST_NAME), [plane.name for plane in planes])
    plane = checked(PlaneRecord(number, 1, own, kind, distance_m))
    check_plane(plane)
    planes.insert(at, plane)
    return replace(desk.state, planes=_in_order(planes)), f"Plane added: {own}"


def _between(planes: list[PlaneRecord], after: int) -> float | None:
    """Guess the distance of a new plane from its neighbours: their geometric mean."""
    far = [p.distance_m for p in planes[:after] if p.distance_m is not None]
    near = [p.distance_m for p in planes[after:] if p.distance_m is not None]
    if far and near:
        return float(f"{(far[-1] * near[0]) ** 0.5:.2g}")
    if far:
        return float(f"{max(1.0, far[-1] / 3):.2g}")
    return float(f"{min(FARTHEST_M, near[0] * 3):.2g}") if near else None


def check_plane(plane: PlaneRecord) -> None:
    """Raise DomainError for a plane that makes no sense."""
    Handling(plane.body, plane.marks, plane.brush)  # checks it
    if plane.distance_m is not None:
        check_distance(plane.distance_m)
    if plane.locked_value is not None:
        check_value(plane.locked_value)


def check_value(value: float) -> None:
    """Raise DomainError for a value that no paint reaches."""
    if not PAINT_DARKEST <= value <= PAINT_LIGHTEST:
        raise DomainError(
            f"Paint reaches from {PAINT_DARKEST:.2f} to {PAINT_LIGHTEST:.1f}, not {value:.1f}.",
            "Choose a value in that range.",
        )


def set_plane(desk: Desk, *, plane: Rank, **said: Any) -> Changed:  # noqa: ANN401  fields of a plane
    """Name a plane, say what it is, whether it is seen through, how far it stands, how it is handled."""
    record = told(desk, renamed(desk.state, desk.plane(plane), said.pop("name", None)), said)
    if record.kind == "sky":
        record = replace(record, distance_m=None)
    distance = said.get("distance_m")
    what = record.name if distance is None else f"{record.name} at {distance:g} m"
    return put(desk.state, record, check_plane), what


def move_plane(desk: Desk, *, plane: Rank, to: Rank) -> Changed:
    """Give a plane another place between far and near; its strokes and wishes go with it."""
    record = desk.plane(plane)
    if not 1 <= to <= len(desk.state.planes):
        raise DomainError(f"There is no place {to} among {len(desk.state.planes)} planes.", "Choose one of them.")
    planes = [p for p in desk.state.planes if p.number != record.number]
    planes.insert(to - 1, record)
    way = "farther" if to < plane else "nearer"
    return replace(desk.state, planes=_in_order(planes)), f"{record.name} {way}"


def remove_plane(desk: Desk, *, plane: Rank) -> Changed:
    """Delete a plane with its strokes, wishes and passes; its part of the picture falls to its neighbours."""
    record, state = desk.plane(plane), desk.state
    if len(state.planes) <= FEWEST_PLANES:
        raise DomainError(f"A painting keeps at least {FEWEST_PLANES} planes.", "Rename this one instead.")
    if any(record.number in p.planes and p.done_end is not None for p in state.passes):
        raise InUseError(f"{record.name} is painted in part already.", "Keep it, or take back what is marked as done.")
    left = without(state, "plane", record.number)
    gone = [
        (sum(each.plane == record.number for each in state.strokes), "stroke"),
        (sum(each.planes == (record.number,) for each in state.passes), "pass"),
    ]
    with_it = say_list([f"{count} {word}{'' if count == 1 else 'es' if word == 'pass' else 's'}"
                        for count, word in gone if count])  # fmt: skip
    said = f"Plane deleted: {record.name}" + (f", with {with_it}" if with_it else "")
    return replace(left, planes=_in_order(list(left.planes))), said


def swap_distances(desk: Desk, *, one: Rank, other: Rank) -> Changed:
    """Swap the distances of two planes."""
    first, second = desk.plane(one), desk.plane(other)
    if "sky" in (first.kind, second.kind):
        raise DomainError("The sky has no distance; it lies behind everything.", "Swap two planes of the land.")
    state = put(desk.state, replace(first, distance_m=second.distance_m))
    state = put(state, replace(second, distance_m=first.distance_m))
    return state, f"{first.name} and {second.name}: distances swapped"


def add_stroke(
    desk: Desk,
    *,
    plane: Rank,
    kind: StrokeKind,
    points: Annotated[list[tuple[FiniteFloat, FiniteFloat]], Field(min_length=1, max_length=4000)],
    width: FiniteFloat = USUAL_WIDTH,
    settle: bool = False,
    closeness: Annotated[FiniteFloat, Field(ge=1, le=64)] = 1.0,
) -> Changed:
    """Draw a stroke; a level line settles on the edge beside it where that is wanted.

    A hand misses by so much on the screen, and the closer the picture was looked at, by the less on the picture: a
    line drawn close settles within less, and does not run off to a stronger edge beside the one that was followed.
    """
    record, state = desk.plane(plane), desk.state
    if state.brief.main_source is None:
        raise DomainError("There is no photo to draw on.", "Bring a photo first.")
    track = tuple((round(float(x), 4), round(float(y), 4)) for x, y in points)
    Stroke(kind, plane, track, width)  # checks it
    if settle and kind == "level":
        source = main_source(state)
        if source is not None:
            track = settle_line(darkroom.working(desk.file, plate_of(source)), track, REACH / max(1.0, closeness))
    stroke = StrokeRecord(next_number(state, "stroke"), record.number, kind, width, track)
    return put(state, stroke), f"Stroke in {record.name}"


def remove_stroke(desk: Desk, *, stroke: Number) -> Changed:
    """Delete one stroke."""
    return without(desk.state, "stroke", stroke), "Stroke deleted"


def clear_strokes(desk: Desk, *, plane: Rank | None = None) -> Changed:
    """Delete all strokes, or those of one plane."""
    if plane is None:
        return replace(desk.state, strokes=()), "All strokes deleted"
    record = desk.plane(plane)
    left = tuple(s for s in desk.state.strokes if s.plane != record.number)
    return replace(desk.state, strokes=left), f"Strokes of {record.name} deleted"
