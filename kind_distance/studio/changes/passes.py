"""Changes of the passes: edited, added, taken away, put in another order, marked as done."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field

from kind_distance.clock import minute_of
from kind_distance.core.paint.drying import Aid
from kind_distance.core.paint.media import WATER_BORNE, Medium, medium_of
from kind_distance.core.paint.underlay import UNDERLAY
from kind_distance.core.passes.audit import LEAST_PART_MIN, UNSAFE, first_clash
from kind_distance.core.passes.kinds import KINDS, LEVEL, PassKind, cannot, kind_of, paint_in, title_in
from kind_distance.core.passes.minutes import estimate_minutes
from kind_distance.core.passes.schools import place_in, school_of
from kind_distance.core.schedule.wet import DRY_SHARE
from kind_distance.core.wording import first_upper
from kind_distance.errors import DomainError, InUseError, UnsafeOrderError
from kind_distance.rows import MeantSo, PassRecord, State, UnderlayRecord
from kind_distance.rows.checking import check_count, checked
from kind_distance.rows.marks import fields_of
from kind_distance.rows.state import kind_named
from kind_distance.stages.passes.pass_words import KIND_WHY, say_cannot
from kind_distance.stages.passes.work import by_hand, own_list
from kind_distance.stages.planes.strokes import plane_numbers
from kind_distance.studio.changes.arguments import FiniteFloat, Number, Rank, Text, settable
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, find, next_number, put, told

CHANGES = (
    "derive_passes",
    "set_pass",
    "set_passes",
    "split_pass",
    "add_pass",
    "add_underlay",
    "remove_pass",
    "move_before",
    "move_pass",
    "make_dry",
    "spoil_pass",
    "name_in_pass",
    "spare_lights",
    "add_base",
    "mark_done",
    "mark_not_done",
)
SETS = {"set_pass": settable(PassRecord, "kind", "planned_min")}
USUAL_SHARE = 0.2  # of a plane that nothing measured
# Fields that may be emptied again; for the others nothing said means nothing changed.
EMPTIED = tuple(field.name for field in fields_of(PassRecord) if field.optional)


def own_passes(desk: Desk) -> State:
    """Return the state with the passes as the painter's own list."""
    return by_hand(desk.state, [] if desk.state.brief.passes_by_hand else desk.survey().work.passes)


def placed(passes: list[PassRecord]) -> tuple[PassRecord, ...]:
    """Give passes their places, in the order they come."""
    return tuple(replace(record, place=place) for place, record in enumerate(passes, start=1))


def with_passes(state: State, passes: list[PassRecord]) -> State:
    """Give a state these passes, in this order; raise DomainError where they are too many."""
    state = replace(state, passes=placed(passes))
    check_count(state, kind_named("pass"))
    return state


def derive_passes(desk: Desk) -> Changed:
    """Rebuild the list from the planes, giving up the own one and a plan taken for it; not once paint is down."""
    if any(record.done_end is not None for record in desk.state.passes):
        raise InUseError("Some passes are painted already.", "Change single passes instead; what is done stays.")
    brief = replace(desk.state.brief, passes_by_hand=False)
    return replace(desk.state, brief=brief, passes=(), kept_plan=()), "List of passes rebuilt"


def in_order_of_school(state: State, desk: Desk) -> State:
    """Sort an own list of passes by the school that the brief names; what is done keeps its place."""
    if not state.brief.passes_by_hand:
        return state
    school, rank = school_of(state.brief.school), plane_numbers(state)
    facts = desk.survey().work.planes

    def order(record: PassRecord) -> tuple[float, ...]:
        if record.done_end is not None:
            return (-1.0, record.done_end, 0.0)
        at = min((rank[plane] for plane in record.planes), default=None)
        return place_in(school, record.kind, at, facts)

    return with_passes(state, sorted(state.passes, key=order))


def check_aids(aids: tuple[Aid, ...], paint: str) -> None:
    """Raise DomainError for a help that a paint cannot take."""
    if aids and paint not in WATER_BORNE:
        raise DomainError(
            "Only paint that dries by its water is helped by mist or a dryer; oil wrinkles under heat.",
            "Let it dry by itself.",
        )


def check_pass(record: PassRecord) -> None:
    """Raise DomainError for a pass whose aids its paint cannot take."""
    check_aids(record.aids, record.paint)


def set_pass(desk: Desk, *, number: Number, **said: Any) -> Changed:  # noqa: ANN401  fields of a pass
    """Change what a pass is: its title, minutes, paint, planes, things, brush, what it wants of the paint under it."""
    state = own_passes(desk)
    record: PassRecord = find(state, "pass", number)
    said = {name: value for name, value in said.items() if value is not None or name in EMPTIED}
    if "paint" in said and "dry" in (said["paint"], record.paint) and said["paint"] != record.paint:
        raise DomainError(f"A pass is not painted in {said['paint']}.", "Choose a paint of the list.")
    if record.done_end is not None and {"minutes", "paint"} & set(said):
        raise InUseError(f"{record.title} is painted already.", "Take the mark back first.")
    changed = told(replace(desk, state=state), record, said)
    if "minutes" in said:
        changed = replace(changed, planned_min=None)  # said by hand: no log is reckoned into it any more
    return put(state, changed, check_pass), f"Pass: {changed.title}"


def set_passes(
    desk: Desk,
    *,
    numbers: Annotated[list[Number], Field(min_length=1, max_length=200)],
    minutes_times: FiniteFloat | None = None,
    brush_mm: FiniteFloat | None = None,
    thickness: FiniteFloat | None = None,
) -> Changed:
    """Change several passes at once: minutes by a factor, brush, thickness; what is painted already stays."""
    if minutes_times is not None and not 0.1 <= minutes_times <= 10:
        raise DomainError("Minutes can be made a tenth to ten times as long.", "Choose a factor in that range.")
    state = own_passes(desk)
    changed = 0
    for number in dict.fromkeys(numbers):
        record: PassRecord = find(state, "pass", number)
        if record.done_end is not None or record.paint == "dry" and minutes_times is None:
            continue
        said: dict[str, Any] = {}
        if minutes_times is not None:
            said |= {"minutes": max(1, round(record.minutes * minutes_times)), "planned_min": None}
        if brush_mm is not None and record.paint != "dry":
            said["brush_mm"] = brush_mm
        if thickness is not None and record.paint != "dry":
            said["thickness"] = thickness
        state = put(state, replace(record, **said), check_pass)
        changed += 1
    if not changed:
        raise DomainError("Those passes are painted already.", "Choose others.")
    return state, f"{changed} passes changed"


def check_kind(kind: PassKind, medium: Medium) -> None:
    """Raise DomainError for a pass that a medium cannot do."""
    why = cannot(kind, medium.first_paint if kind in ("mask", "unmask") else medium.later_paint)
    if why is not None:
        raise DomainError(say_cannot(why), "Choose another kind of pass.")


def add_pass(
    desk: Desk,
    *,
    kind: PassKind,
    plane: Rank | None = None,
    title: Text = "",
    minutes: int | None = None,
    before: Number | None = None,
) -> Changed:
    """Add a pass, placed after the last one of its level, or right before another one."""
    found = kind_of(kind)
    if plane is not None and found.where == "whole":
        raise DomainError("This pass belongs to the whole surface.", "Leave the plane out.")
    state, medium = own_passes(desk), medium_of(desk.state.brief.medium)
    if plane is None and found.where == "plane" and not state.planes:
        raise DomainError("There is no plane to paint yet.", "Name the planes first.")
    usual, paint = title_in(found.key, medium), paint_in(found.key, medium)
    check_kind(found.key, medium)
    brief = state.brief
    whole = brief.width_cm * brief.height_cm
    reading = desk.survey().depth.given.readings[plane - 1] if plane and desk.plane(plane) else None
    share, detail = (
        (1.0, 0.25) if plane is None else (USUAL_SHARE, 0.1) if reading is None else (reading.share, reading.detail)
    )
    record = PassRecord(
        next_number(state, "pass"),
        0,
        kind,
        () if plane is None else (desk.plane(plane).number,),
        clean_text(title or usual, "title", LONGEST_NAME),
        paint,
        minutes
        or estimate_minutes(
            found.key, share * whole * (max(0.05, detail) if kind == "details" else 1.0), oil=paint == "oil"
        ),
        1.0,
        KIND_WHY[found.key],
    )
    checked(record)
    at = max((n for n, p in enumerate(state.passes, start=1) if LEVEL[p.kind] <= LEVEL[kind]), default=0)
    if before is not None:
        at = find(state, "pass", before).place - 1
    passes = list(state.passes)
    passes.insert(at, record)
    return with_passes(state, passes), f"Pass added: {record.title}"


def split_pass(desk: Desk, *, number: Number) -> Changed:
    """Divide a pass into two parts, painted one after the other."""
    state = own_passes(desk)
    record = find(state, "pass", number)
    if record.done_end is not None:
        raise InUseError(f"{record.title} is painted already.", "Take the mark back first.")
    if record.minutes < 2 * LEAST_PART_MIN:
        raise DomainError(f"{record.minutes} min are not worth dividing.", "Leave it in one piece.")
    half = record.minutes // 2
    one = replace(record, title=clean_text(f"{record.title}, one part", "title", LONGEST_NAME), minutes=half)
    other = replace(
        record,
        number=next_number(state, "pass"),
        title=clean_text(f"{record.title}, the rest", "title", LONGEST_NAME),
        minutes=record.minutes - half,
    )
    passes: list[PassRecord] = []
    for each in state.passes:
        passes += [one, other] if each.number == number else [each]
    return with_passes(state, passes), f"{record.title} in two parts"


def add_underlay(desk: Desk, *, plane: Rank) -> Changed:
    """Add a white underlay before everything else on a plane, so that pale and yellow colours cover."""
    record = desk.plane(plane)
    state, medium = own_passes(desk), medium_of(desk.state.brief.medium)
    own = [n for n, p in enumerate(state.passes) if record.number in p.planes]
    if any(state.passes[n].done_end is not None for n in own):
        raise InUseError(f"{record.name} is begun already.", "Cover it with an opaque layer instead.")
    whole = state.brief.width_cm * state.brief.height_cm
    reading = desk.survey().depth.given.readings[plane - 1]
    minutes = max(2, estimate_minutes("block_in", (USUAL_SHARE if reading is None else reading.share) * whole) // 2)
    layer = PassRecord(
        next_number(state, "pass"),
        0,
        "block_in",
        (record.number,),
        UNDERLAY,
        medium.first_paint,
        minutes,
        0.8,
        "Pale and yellow colours cover badly; they glow over white.",
    )
    passes = list(state.passes)
    passes.insert(own[0] if own else len(passes), layer)
    return with_passes(state, passes), f"{UNDERLAY.capitalize()} under {record.name}"


def remove_pass(desk: Desk, *, number: Number) -> Changed:
    """Delete a pass; one that is painted stays."""
    state = own_passes(desk)
    record = find(state, "pass", number)
    if record.done_end is not None:
        raise InUseError(f"{record.title} is painted already.", "Take the mark back first.")
    left = [p for p in state.passes if p.number != number]
    return with_passes(state, left), f"Pass deleted: {record.title}"


def _in_writing(desk: Desk, before: State, after: State, reason: str) -> State:
    """Note the painter's reason against all that a move made unsafe."""
    known = {each.key for each in desk.survey().judgements}
    found = [each for each in replace(desk, state=after).survey().judgements if each.key not in known]
    kept = tuple(MeantSo(each.key, reason) for each in found if each.kind in (UNSAFE, "broken_rule"))
    return replace(after, meant_so=(*before.meant_so, *kept))


def move_pass(desk: Desk, *, number: Number, to: Number, reason: Text = "") -> Changed:
    """Give a pass another place in the order, from 1; an order that does not hold is taken only with a reason."""
    state = own_passes(desk)
    record = find(state, "pass", number)
    if not 1 <= to <= len(state.passes):
        raise DomainError(f"There is no place {to} among {len(state.passes)} passes.", "Choose one of them.")
    if record.done_end is not None:
        raise InUseError(f"{record.title} is painted already.", "What is done keeps its place.")
    passes = [p for p in state.passes if p.number != number]
    passes.insert(to - 1, record)
    moved = with_passes(state, passes)
    said, clash = f"{record.title.capitalize()} moved", first_clash(own_list(moved))
    if clash is None or clash == first_clash(own_list(state)):
        return moved, said
    written = clean_text(reason, "reason", 200, needed=False)
    if not written:
        lower, upper, why = clash
        told = f"{first_upper(upper.said)} after {lower.said}: {say_cannot(why)}"
        raise UnsafeOrderError(told, "Leave it before, or say in writing why you do it all the same.")
    return _in_writing(desk, state, moved, written), f"{said}: {written}"


def move_before(desk: Desk, *, number: Number, before: Number, reason: Text = "") -> Changed:
    """Put a pass right before another one."""
    state = own_passes(desk)
    target = find(state, "pass", before).place
    own = find(state, "pass", number).place
    return move_pass(desk, number=number, to=target if own > target else target - 1, reason=reason)


def name_in_pass(desk: Desk, *, number: Number, element: Number) -> Changed:
    """Say that a thing is painted within a pass over its plane."""
    state = own_passes(desk)
    record: PassRecord = find(state, "pass", number)
    thing = find(state, "element", element)
    named = tuple(dict.fromkeys((*record.elements, element)))
    share = 1.0 if record.share is None and not record.elements else record.share
    return put(state, replace(record, elements=named, share=share)), f"{record.title}: {thing.name} with it"


def spare_lights(desk: Desk, *, number: Number) -> Changed:
    """Say that a pass goes round every kept light on its planes."""
    state = own_passes(desk)
    record: PassRecord = find(state, "pass", number)
    return put(
        state, replace(record, spares=tuple(each.number for each in state.reserves))
    ), f"{record.title} goes round"


def add_base(desk: Desk, *, number: Number) -> Changed:
    """Add a pale opaque base right before a pass, so that its clear colour glows."""
    state, medium = own_passes(desk), medium_of(desk.state.brief.medium)
    record: PassRecord = find(state, "pass", number)
    if record.done_end is not None:
        raise InUseError(f"{record.title} is painted already.", "Paint it again in opaque paint.")
    base = replace(
        record,
        number=next_number(state, "pass"),
        kind="block_in",
        title=UNDERLAY,
        paint=medium.first_paint,
        minutes=max(3, record.minutes // 2),
        wants="",
        value=9.0,
        chroma="low",
        hue="",
        opacity="opaque",
        hides_line=True,
        aids=(),
        counts=(),
        done_start=None,
        done_end=None,
        planned_min=None,
        why="Clear colour glows over a pale base, and goes dull over a dark one.",
    )
    passes: list[PassRecord] = []
    for each in state.passes:
        passes += [base, each] if each.number == number else [each]
    state = with_passes(state, passes)
    plane = record.planes[0] if record.planes else None
    element = record.elements[0] if record.elements else None
    underlay = UnderlayRecord(next_number(state, "underlay"), plane, element, 9.0, (base.number,))
    return put(state, underlay), f"A pale base under {record.title}"


def spoil_pass(desk: Desk, *, number: Number) -> Changed:
    """Note that a painted pass is spoiled: it stays as painted, and the same has to be done again over it."""
    state = own_passes(desk)
    record = find(state, "pass", number)
    if record.done_end is None:
        raise DomainError(f"{record.title.capitalize()} is not painted yet.", "Change it as it stands.")
    again = replace(
        record,
        number=next_number(state, "pass"),
        title=clean_text(f"{record.title}, anew"[:LONGEST_NAME], "title", LONGEST_NAME),
        minutes=record.planned_min or record.minutes,
        planned_min=None,
        done_start=None,
        done_end=None,
        why="The layer under it is spoiled. Take off what comes off, let the rest dry, and cover it.",
    )
    passes: list[PassRecord] = []
    last_done = max(at for at, each in enumerate(state.passes) if each.done_end is not None)
    for at, each in enumerate(state.passes):
        passes += [each, again] if at == last_done else [each]
    return with_passes(state, passes), f"Spoiled, to be done again: {record.title}"


def make_dry(desk: Desk, *, number: Number) -> Changed:
    """Turn what was to be done in wet paint into its dry alternative, which takes longer."""
    state = own_passes(desk)
    record = find(state, "pass", number)
    kind = kind_of(record.kind)
    if kind.dry_form is None:
        raise DomainError(f"{record.title.capitalize()} needs no wet paint.", "Leave it as it is.")
    if record.done_end is not None:
        raise InUseError(f"{record.title} is painted already.", "Take the mark back first.")
    medium, dry = medium_of(state.brief.medium), KINDS[kind.dry_form]
    changed = replace(
        record,
        kind=dry.key,
        title=title_in(dry.key, medium),
        paint=paint_in(dry.key, medium),
        minutes=min(720, round(record.minutes * (1 + DRY_SHARE))),
        thickness=max(1.0, record.thickness),
        why=KIND_WHY[dry.key],
    )
    return put(state, changed), f"{record.title.capitalize()} becomes {dry.name}"


def mark_done(desk: Desk, *, number: Number, at: Text | None = None, minutes: int | None = None) -> Changed:
    """Note that a pass is painted: when it ended (else now) and how long it took (else as planned)."""
    state = own_passes(desk)
    record = find(state, "pass", number)
    end = desk.now_min if at is None else minute_of(at)
    if end > desk.now_min + 1:
        raise DomainError("What is painted was painted before now.", "Choose an earlier hour.")
    took = record.minutes if minutes is None else minutes
    if not 1 <= took <= 720:
        raise DomainError(f"{took} minutes are no spell of painting.", "Enter between 1 minute and 12 hours.")
    # What was planned is kept, so that the log can be held against it.
    planned = record.planned_min or record.minutes
    changed = replace(record, minutes=took, done_start=end - took, done_end=end, planned_min=planned)
    return put(state, changed), f"Painted: {record.title}"


def mark_not_done(desk: Desk, *, number: Number) -> Changed:
    """Take the mark back."""
    record = find(desk.state, "pass", number)
    minutes = record.planned_min or record.minutes
    changed = replace(record, minutes=minutes, done_start=None, done_end=None, planned_min=None)
    return put(desk.state, changed), f"Not painted: {record.title}"
