"""What every change brings about by itself, whoever made it, read from the marks of the rows.

- A row that is gone takes along what hangs on it, empties what only names it, or may not go.
- A picture that is straightened carries along every place marked on it.
- Another main picture takes away what was marked on the one before.
- No number is given twice.
- "I mean it so" ends with the thing it was said of.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import is_dataclass, replace
from typing import Any

from kind_distance.core.picture.turning import straightened_size, turned_point
from kind_distance.errors import InUseError
from kind_distance.rows.marks import CropOfPicture, Field, HeightOnPicture, OnPicture, RefersTo, Shift, fields_of
from kind_distance.rows.sessions import Counter
from kind_distance.rows.sources import SourceRecord
from kind_distance.rows.state import Kind, State, kinds, rows_of

# How the key of a judgement names a row: a letter and its number. A key ends with the rows that it names.
LETTERS = {
    "plane": "p", "element": "e", "source": "s", "thumbnail": "t", "pass": "n", "session": "d", "reserve": "r",
    "departure": "x", "note": "o", "underlay": "u",
}  # fmt: skip
Point = tuple[float, float]


def settle(before: State, after: State) -> State:
    """Bring a state in order after a change.

    Parameters
    ----------
    before, after : State
        As it was, and as the change left it.

    Raises
    ------
    InUseError
        If something is gone that another row may not lose.
    """
    if before is after:
        return after
    after = _without_gone(before, after)
    after = _with_pictures_turned(before, after)
    after = _without_other_main(before, after)
    return _without_old_silences(before, _counted(before, after))


def _numbers(state: State, kind: Kind) -> set[int]:
    return {row.number for row in rows_of(state, kind)}


def _gone(before: State, after: State) -> dict[str, set[int]]:
    found = {}
    for kind in kinds():
        if kind.numbered and getattr(before, kind.field) is not getattr(after, kind.field):
            numbers = _numbers(before, kind) - _numbers(after, kind)
            if numbers:
                found[kind.name] = numbers
    return found


def _without_gone(before: State, after: State) -> State:
    """Follow what hangs on rows that are gone, until nothing more goes."""
    gone = _gone(before, after)
    told: dict[str, set[int]] = {}
    while gone != told:
        told = gone
        new: dict[str, Any] = {}
        for kind in kinds():
            rows = rows_of(after, kind)
            kept = tuple(row for row in (_released(row, gone, kind.name) for row in rows) if row is not None)
            if kept != rows:
                new[kind.field] = _in_places(kept) if kind.many.order == "place" else kept
        brief = _released(after.brief, gone, "brief")
        after = replace(after, brief=brief, **new)
        gone = _gone(before, after)
    return after


def _in_places(rows: tuple[Any, ...]) -> tuple[Any, ...]:
    """Give rows that stand in an order their places in it."""
    return tuple(replace(row, place=place) for place, row in enumerate(rows, start=1))


def _released(row: Any, gone: dict[str, set[int]], name: str) -> Any:  # noqa: ANN401  any row
    """Give a row without what it names of the rows that are gone; None where it goes with them."""
    new: dict[str, Any] = {}
    for field in fields_of(type(row)):
        value = getattr(row, field.name)
        mark = field.mark(RefersTo)
        if isinstance(value, tuple) and value and is_dataclass(value[0]):
            kept = tuple(each for each in (_released(part, gone, name) for part in value) if each is not None)
            if kept != value:
                new[field.name] = kept
        elif mark is not None and mark.row in gone:
            left = _left_of(value, mark, gone[mark.row], name)
            # A pass over planes that are all gone would else paint the whole surface.
            emptied = value and left == () and (name, field.name) == ("pass", "planes")
            if left is GOES or emptied:
                return None
            if left != value:
                new[field.name] = left
    return replace(row, **new) if new else row


GOES = object()


def _left_of(value: Any, mark: RefersTo, gone: set[int], name: str) -> Any:  # noqa: ANN401  a reference, or a list
    """Give what is left of a reference when some rows are gone; `GOES` where its row goes with them."""
    if isinstance(value, tuple):
        return tuple(each for each in value if each not in gone)
    if value not in gone:
        return value
    if mark.on_removal == "refuse":
        raise InUseError(f"A {name} still needs it.", f"Delete the {name} first.")
    return GOES if mark.on_removal == "drop" else None


def _with_pictures_turned(before: State, after: State) -> State:
    was = {source.number: source for source in before.sources}
    for source in after.sources:
        old = was.get(source.number)
        if old is not None and old.tilt_deg != source.tilt_deg:
            after = _turned(after, old, source)
    return after


def _turned(state: State, old: SourceRecord, now: SourceRecord) -> State:
    """Carry all that lies on a picture from how it was straightened before to how it is now."""
    aspect = old.width_px / old.height_px

    def carry(at: Point) -> Point:
        x, y = turned_point(at, aspect, old.tilt_deg, now.tilt_deg)
        return round(x, 6), round(y, 6)

    def lies_on(row: Any, source: str) -> bool:  # noqa: ANN401  any row
        return (state.brief.main_source if source == "main" else getattr(row, source)) == now.number

    def moved(row: Any) -> Any:  # noqa: ANN401  any row
        new: dict[str, Any] = {}
        for field in fields_of(type(row)):
            new |= _carried(row, field, carry, lies_on)
            crop = field.mark(CropOfPicture)
            if crop is not None and lies_on(row, crop.source) and getattr(row, field.name) is not None:
                new[field.name] = _carried_crop(getattr(row, field.name), old, now, carry)
        return replace(row, **new) if new else row

    changed = {kind.field: tuple(moved(row) for row in rows_of(state, kind)) for kind in kinds()}
    changed["sources"] = tuple(_with_height(each, carry) if each is now else each for each in state.sources)
    return replace(state, brief=moved(state.brief), **changed)


def _carried(
    row: Any,  # noqa: ANN401  any row
    field: Field,
    carry: Callable[[Point], Point],
    lies_on: Callable[[Any, str], bool],
) -> dict[str, Any]:
    """Carry what one field says of a picture."""
    value = getattr(row, field.name)
    mark, shift = field.mark(OnPicture), field.mark(Shift)
    if shift is not None:
        of = next(each for each in fields_of(type(row)) if each.name == shift.of).mark(OnPicture)
        if not lies_on(row, of.source):
            return {}
        first = getattr(row, shift.of)[0]
        begin, end = carry(first), carry((first[0] + value, first[1] + getattr(row, shift.down)))
        return {field.name: round(end[0] - begin[0], 6), shift.down: round(end[1] - begin[1], 6)}
    if mark is None or value is None or not lies_on(row, mark.source):
        return {}
    if not mark.down:
        return {field.name: tuple(carry(point) for point in value)}
    down = getattr(row, mark.down)
    if down is None:
        return {}
    x, y = carry((value, down))
    if mark.cut_off == "clear" and not (0 <= x <= 1 and 0 <= y <= 1):
        return {field.name: None, mark.down: None}
    return {field.name: x, mark.down: y}


def _carried_crop(
    crop: tuple[int, int, int, int], old: SourceRecord, now: SourceRecord, carry: Callable[[Point], Point]
) -> tuple[int, int, int, int]:
    """Carry a crop: its middle goes along, its size stays as far as there is room."""
    before = straightened_size(old.width_px, old.height_px, old.tilt_deg)
    after = straightened_size(now.width_px, now.height_px, now.tilt_deg)
    x, y, width, height = crop
    middle = carry(((x + width / 2) / before[0], (y + height / 2) / before[1]))
    fits = min(1.0, after[0] / width, after[1] / height)
    width, height = int(width * fits), int(height * fits)
    left = min(max(0, round(middle[0] * after[0] - width / 2)), after[0] - width)
    top = min(max(0, round(middle[1] * after[1] - height / 2)), after[1] - height)
    return left, top, width, height


def _with_height(source: SourceRecord, carry: Callable[[Point], Point]) -> SourceRecord:
    new: dict[str, Any] = {
        field.name: round(min(1.0, max(0.0, carry((0.5, getattr(source, field.name)))[1])), 4)
        for field in fields_of(SourceRecord)
        if field.mark(HeightOnPicture) is not None and getattr(source, field.name) is not None
    }
    return replace(source, **new) if new else source


def _without_other_main(before: State, after: State) -> State:
    """Take away what was marked on the main picture, where another one has become it."""
    if before.brief.main_source is None or before.brief.main_source == after.brief.main_source:
        return after

    def released(row: Any) -> Any:  # noqa: ANN401  any row
        new: dict[str, Any] = {}
        for field in fields_of(type(row)):
            mark = field.mark(OnPicture)
            if mark is None or mark.source != "main":
                continue
            if mark.elsewhere == "drop" and getattr(row, field.name):
                return None
            if mark.elsewhere == "clear" and getattr(row, field.name) is not None:
                new |= {field.name: None, mark.down: None}
        return replace(row, **new) if new else row

    new = {
        kind.field: tuple(row for row in (released(each) for each in rows_of(after, kind)) if row is not None)
        for kind in kinds()
    }
    return replace(after, brief=released(after.brief), **new)


def _counted(before: State, after: State) -> State:
    """Keep the last number that was ever given to each kind of row, where a row with it is gone."""
    last = {each.kind: each.last for each in (*before.counters, *after.counters)}
    for each in before.counters:
        last[each.kind] = max(last[each.kind], each.last)
    for kind in kinds():
        if kind.numbered:
            most = max([0, *_numbers(before, kind), *_numbers(after, kind)])
            if most > max([0, *_numbers(after, kind), last.get(kind.name, 0)]):
                last[kind.name] = most
    counters = tuple(Counter(kind, number) for kind, number in sorted(last.items()))
    return after if counters == after.counters else replace(after, counters=counters)


def _without_old_silences(before: State, after: State) -> State:
    """End the silences of judgements on rows that are gone."""
    gone = {f"{LETTERS[name]}{number}" for name, numbers in _gone(before, after).items() if name in LETTERS
            for number in numbers}  # fmt: skip
    if not gone or not after.meant_so:
        return after
    kept = tuple(each for each in after.meant_so if not gone & set(each.key.split(":")[1:]))
    return replace(after, meant_so=kept)
