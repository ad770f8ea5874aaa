"""Changes of the palette and of recipes."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Annotated, Any

from numpy.typing import NDArray
from pydantic import Field

from kind_distance.core.mixing.film import endless
from kind_distance.core.mixing.recipes import strength_in
from kind_distance.core.mixing.spectrum import lab_of
from kind_distance.core.mixing.tubes import paint_of, tinted
from kind_distance.core.paint.media import medium_of
from kind_distance.core.palette.parts import Place, StringPart
from kind_distance.errors import DomainError, InUseError, NotFoundError
from kind_distance.rows import MixPart, MixRecord, SourceRecord, TubeRecord, WetDryRecord
from kind_distance.rows.passes import PaintName
from kind_distance.rows.state import with_parts
from kind_distance.stages.mixes.nominal import BY_INDEX, usual_box
from kind_distance.stages.mixes.palette import as_tube, check_paint
from kind_distance.stages.mixes.strings import PARTS, THING_PARTS, Mix, strings_of, targets_of
from kind_distance.stages.mixes.swatches import read_swatch
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Point, Rank, Text, settable
from kind_distance.studio.changes.desk import Changed, Desk, find, next_number, numbered_name, put, told, without

CHANGES = (
    "add_tubes", "take_usual_box", "add_tube", "set_tube", "remove_tube", "set_recipe", "keep_recipe", "clear_recipe",
    "take_recipe", "read_tube", "read_page", "read_washes", "add_wet_dry", "remove_wet_dry",
)  # fmt: skip
SETS = {"set_tube": settable(TubeRecord), "add_tube": settable(TubeRecord, "name", "paint")}
LEAST_APART = 6.0  # L* between the strongest and the palest wash of a tube
TINT_PARTS = 10.0
PALE_MASSTONE = 75.0  # L* of a paint that white may darken, such as a light yellow
USUAL_WATER = 5.0  # parts to one of paint, where a wash is not told
Water = Annotated[float, Field(ge=0, le=200, allow_inf_nan=False)]
SwatchRows = Annotated[
    list[tuple[Number, Point, Point | None]], Field(min_length=1, max_length=40)
]  # of (tube, masstone, tint)
WashRows = Annotated[
    list[tuple[Number, Annotated[list[Point], Field(min_length=2, max_length=5)]]], Field(min_length=1, max_length=40)
]  # of (tube, its washes)
TubeParts = Annotated[
    list[tuple[Number, Annotated[int, Field(ge=0, le=2000)]]], Field(min_length=1, max_length=6)
]  # of (tube, parts)


def mixes_on(desk: Desk) -> list[Mix]:
    """Work out the strings of a painting on the desk."""
    return strings_of(desk.state, targets_of(desk.file, desk.state, desk.survey().depth))


def _usual_paint(desk: Desk) -> PaintName:
    return medium_of(desk.state.brief.medium).later_paint


def add_tubes(desk: Desk, *, pigments: Annotated[list[Text], Field(min_length=1, max_length=40)]) -> Changed:
    """Put usual tubes on the palette by their Colour Index names; those that lie there already stay as they are."""
    state, added = desk.state, []
    for index in pigments:
        usual = BY_INDEX.get(index)
        if usual is None:
            raise NotFoundError("usual tube", index[:40])
        if any(each.name.casefold() == usual.name.casefold() for each in state.tubes):
            continue
        record = TubeRecord(
            next_number(state, "tube"), usual.name, usual.label, _usual_paint(desk),
            usual.opacity, usual.masstone, usual.tint, 10.0, usual.white,
            usual.dries if medium_of(state.brief.medium).later_paint == "oil" else "",
            usual.stains if medium_of(state.brief.medium).transparent else "",
            hazard=usual.hazard,
        )  # fmt: skip
        state = put(state, record)
        added.append(record.name)
    if not added:
        raise DomainError("These tubes are on the palette already.", "Choose others.")
    return state, f"On the palette: {', '.join(added[:4])}{' …' if len(added) > 4 else ''}"


def take_usual_box(desk: Desk) -> Changed:
    """Begin the palette with a usual box of nine tubes for the medium."""
    state, _ = add_tubes(desk, pigments=list(usual_box(desk.state.brief.medium)))
    return state, "On the palette: a usual box of nine"


def add_tube(desk: Desk, *, name: Text, paint: PaintName | None = None, **said: Any) -> Changed:  # noqa: ANN401
    """Put a tube of one's own on the palette."""
    state = desk.state
    bare = TubeRecord(next_number(state, "tube"), numbered_name(name, [t.name for t in state.tubes]))
    record = told(desk, replace(bare, paint=paint or _usual_paint(desk)), said)
    return put(state, record, lambda each: check_paint(each, state.brief.medium)), f"On the palette: {name}"


def set_tube(desk: Desk, *, tube: Number, **said: Any) -> Changed:  # noqa: ANN401  fields of a tube
    """Say what a tube is, or leave it in the box for this painting."""
    state = desk.state
    record = told(desk, find(state, "tube", tube), said)
    if said.get("barred") and _needed_by(desk, tube):
        raise InUseError(
            f"{record.name} is in recipes that you settled: {_needed_by(desk, tube)}.",
            "Let those be found again first.",
        )
    what = f"{record.name} stays in the box" if said.get("barred") else f"{record.name}: changed"
    return put(state, record, lambda each: check_paint(each, state.brief.medium)), what


def read_tube(
    desk: Desk,
    *,
    tube: Number,
    source: Number,
    masstone: Point,
    tint: Point | None = None,
    tint_parts: FiniteFloat = 10.0,
) -> Changed:
    """Read a tube's masstone, and its tint with so many parts of white, off a photo of one's own swatches."""
    record, photo = find(desk.state, "tube", tube), find(desk.state, "source", source)
    record, error = _as_read(desk, record, photo, masstone, tint, tint_parts)
    return put(desk.state, record), f"{record.name}: read off {photo.name}, give or take {error:.1f}"


def _as_read(
    desk: Desk,
    record: TubeRecord,
    photo: SourceRecord,
    masstone: Point,
    tint: Point | None,
    tint_parts: float,
) -> tuple[TubeRecord, float]:
    """Give a tube the colours of its swatches, and how far they may be off."""
    full = read_swatch(desk.file, photo, *masstone)
    pale = None if tint is None else read_swatch(desk.file, photo, *tint)
    if pale is not None and pale.lab[0] <= full.lab[0] and full.lab[0] < PALE_MASSTONE:
        raise DomainError(
            f"The tint of {record.name} is darker than the paint as it comes.",
            "Press the masstone first, then the tint with white.",
        )
    error = full.error if pale is None else max(full.error, pale.error)
    record = replace(
        record, washes=(), masstone=full.lab, tint=None if pale is None else pale.lab, tint_parts=float(tint_parts),
        colour_from="own", uncertainty=error,
    )  # fmt: skip
    return record, error


def read_page(desk: Desk, *, source: Number, rows: SwatchRows, tint_parts: FiniteFloat = 10.0) -> Changed:
    """Read a whole page of swatches: of each tube its masstone and, where there is one, its tint; all or none."""
    photo, state = find(desk.state, "source", source), desk.state
    _check_once([tube for tube, _, _ in rows])
    for tube, masstone, tint in rows:
        record, _ = _as_read(desk, find(state, "tube", tube), photo, masstone, tint, tint_parts)
        state = put(state, record)
    return state, f"{len(rows)} {'tube' if len(rows) == 1 else 'tubes'} read off {photo.name}"


def _check_once(tubes: list[int]) -> None:
    if len(set(tubes)) < len(tubes):
        raise DomainError("A tube is named twice on this page.", "Give each tube one row.")


def read_washes(desk: Desk, *, source: Number, rows: WashRows) -> Changed:
    """Read a page of washes: of each tube two to five dilutions on white paper; all or none."""
    photo, state = find(desk.state, "source", source), desk.state
    _check_once([tube for tube, _ in rows])
    if not medium_of(state.brief.medium).transparent:
        raise DomainError(
            "Washes on paper say what a watercolour is; this painting is in another medium.",
            "Read the paint as it comes and its tint with white.",
        )
    for tube, places in rows:
        record = find(state, "tube", tube)
        read = sorted((read_swatch(desk.file, photo, *place) for place in places), key=lambda each: each.lab[0])
        if read[-1].lab[0] - read[0].lab[0] < LEAST_APART:
            raise DomainError(
                f"The washes of {record.name} are alike: they do not say how water thins it.",
                "Dab one as strong as it comes, one half as strong, one pale.",
            )
        washes = tuple(each.lab for each in read)
        paint = paint_of(replace(as_tube(record), washes=washes))
        state = put(
            state,
            replace(
                record, washes=washes, masstone=_rounded(endless(*paint)), tint=_rounded(tinted(*paint, TINT_PARTS)),
                tint_parts=TINT_PARTS, colour_from="own", uncertainty=max(each.error for each in read),
            ),
        )  # fmt: skip
    return state, f"{len(rows)} {'tube' if len(rows) == 1 else 'tubes'} read off {photo.name}"


def _rounded(reflectance: NDArray[Any]) -> tuple[float, float, float]:
    light, a, b = (round(float(each), 2) for each in lab_of(reflectance))
    return light, a, b


def _needed_by(desk: Desk, tube: int) -> str:
    """Name the settled recipes that a tube is in."""
    planes = {plane.number: plane.name for plane in desk.state.planes}
    things = {each.number: each.name for each in desk.state.elements}
    return ", ".join(
        f"{things[mix.element] if mix.element else planes[mix.plane or 0]}, {mix.part}" for mix in desk.state.mixes
        if any(part.tube == tube for part in mix.parts)
    )  # fmt: skip


def remove_tube(desk: Desk, *, tube: Number) -> Changed:
    """Take a tube off the palette."""
    record = find(desk.state, "tube", tube)
    needed = _needed_by(desk, tube)
    if needed:
        raise InUseError(
            f"{record.name} is in recipes that you settled: {needed}.",
            "Let those be found again, or leave the tube on the palette and bar it for all others.",
        )
    return without(desk.state, "tube", tube), f"Off the palette: {record.name}"


@dataclass(frozen=True)
class _Place:
    """Where a recipe belongs: a plane or a thing in it, the part, and how it is called."""

    plane: int | None
    element: int | None
    part: StringPart
    name: str
    target: Place


def _place(desk: Desk, plane: int, part: StringPart, element: int | None) -> _Place:
    """Find where a recipe belongs, by the rank of its plane and the number of its thing."""
    if element is None:
        if part not in PARTS:
            raise DomainError(f"A plane has no {part}.", "It has a light, a mass and a dark; things have a base.")
        record = desk.plane(plane)
        return _Place(record.number, None, part, record.name, (plane, 0, part))
    if part not in THING_PARTS:
        raise DomainError(f"A thing has no {part}.", "It has a light, a base, a pattern and a tint.")
    thing = find(desk.state, "element", element)
    return _Place(None, element, part, thing.name, (plane, element, part))


def _settled(desk: Desk, place: _Place, parts: tuple[MixPart, ...], strength: float | None) -> MixRecord:
    of_place = (place.plane, place.element, place.part)
    old = next((each for each in desk.state.mixes if (each.plane, each.element, each.part) == of_place), None)
    number = next_number(desk.state, "mix") if old is None else old.number
    return MixRecord(number, place.plane, place.element, place.part, parts, strength)


def set_recipe(
    desk: Desk,
    *,
    plane: Rank,
    part: StringPart,
    parts: TubeParts,
    water: Water | None = None,
    element: Number | None = None,
) -> Changed:
    """Settle a recipe of one's own for a part of a plane, or of a thing in it; a wash with its parts of water."""
    place = _place(desk, plane, part, element)
    for tube, _ in parts:
        find(desk.state, "tube", tube)
    whole = tuple(MixPart(tube, count) for tube, count in parts if count)
    if not whole:
        raise DomainError("A recipe of no parts makes nothing.", "Give at least one tube a part.")
    if len({each.tube for each in whole}) < len(whole):
        raise DomainError("A tube is named twice in this recipe.", "Add its parts together.")
    wash = medium_of(desk.state.brief.medium).transparent
    strength = strength_in(USUAL_WATER if water is None else water) if wash else None
    return put(desk.state, _settled(desk, place, whole, strength)), f"Recipe settled: {place.name}, {part}"


def _found(desk: Desk, place: _Place) -> Mix:
    mix = next((each for each in mixes_on(desk) if each.target.place == place.target), None)
    if mix is None:
        raise DomainError("There is no recipe there yet.", "Put tubes on the palette first.")
    return mix


def _parts_of(desk: Desk, mix: Mix, way: int = 0) -> tuple[tuple[MixPart, ...], float | None]:
    ways = [mix.recipe, *(mix.found.others if mix.found is not None else ())]
    if mix.found is not None and mix.found.same_hue is not None:
        ways.append(mix.found.same_hue)
    if not 0 <= way < len(ways):
        raise NotFoundError("other way", way)
    chosen = ways[way]
    return tuple(MixPart(desk.state.tubes[at].number, count) for at, count in chosen.parts), chosen.strength


def keep_recipe(
    desk: Desk,
    *,
    plane: Rank,
    part: StringPart,
    way: Annotated[int, Field(ge=0, le=9)] = 0,
    element: Number | None = None,
) -> Changed:
    """Lock the recipe that was found, or another way to it, so that nothing changes it any more."""
    place = _place(desk, plane, part, element)
    parts, strength = _parts_of(desk, _found(desk, place), way)
    return put(desk.state, _settled(desk, place, parts, strength)), f"Locked: {place.name}, {part}"


def take_recipe(desk: Desk, *, plane: Rank, part: StringPart, of_plane: Rank, of_part: StringPart) -> Changed:
    """Mix two places once: take the recipe of another one."""
    place, other = _place(desk, plane, part, None), _place(desk, of_plane, of_part, None)
    parts, strength = _parts_of(desk, _found(desk, other))
    return put(desk.state, _settled(desk, place, parts, strength)), (
        f"{place.name}, {part}: mixed as {other.name}, {of_part}"
    )


def clear_recipe(desk: Desk, *, plane: Rank, part: StringPart, element: Number | None = None) -> Changed:
    """Let a settled recipe be found again."""
    place = _place(desk, plane, part, element)
    of_place = (place.plane, place.element, place.part)
    rest = tuple(each for each in desk.state.mixes if (each.plane, each.element, each.part) != of_place)
    if rest == desk.state.mixes:
        raise NotFoundError("settled recipe", f"{place.name}, {part}")
    return with_parts(desk.state, mixes=rest), f"Found again: {place.name}, {part}"


def add_wet_dry(desk: Desk, *, wet: FiniteFloat, dry: FiniteFloat, tube: Number | None = None) -> Changed:
    """Note a swatch read wet and again dry."""
    if tube is not None:
        find(desk.state, "tube", tube)
    record = WetDryRecord(next_number(desk.state, "wet_dry"), float(wet), float(dry), tube)
    return put(desk.state, record), f"Swatch: {wet:.1f} wet, {dry:.1f} dry"


def remove_wet_dry(desk: Desk, *, swatch: Number) -> Changed:
    """Delete a swatch read wet and dry."""
    return without(desk.state, "wet_dry", swatch), "Swatch deleted"
