"""Recipes: the passes of one thing (base, pattern, tint, light), and the same for others like it."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated

from pydantic import Field

from kind_distance.core.deriving.needed import THICKNESS
from kind_distance.core.paint.media import medium_of
from kind_distance.core.passes.kinds import KINDS, LEVEL, PassKind, paint_in
from kind_distance.errors import DomainError, InUseError
from kind_distance.rows import ElementRecord, PassRecord, State
from kind_distance.studio.changes.arguments import Number
from kind_distance.studio.changes.desk import LONGEST_NAME, Changed, Desk, clean_text, find, next_number, put
from kind_distance.studio.changes.passes import own_passes, with_passes

CHANGES = ("add_recipe", "copy_recipe", "tie_pass")
# What a thing is built from, and the minutes of each to begin with [memory]; every one can be changed after.
PARTS: tuple[tuple[PassKind, str, int, str], ...] = (
    ("block_in", "base", 5, "Its mass in one value, edges as they are to stay."),
    ("second_layer", "pattern", 6, "What is on it, in two values."),
    ("glaze", "tint", 3, "Its colour, thin, over what is dry through."),
    ("lights", "light", 3, "The light on it, last."),
)

THING_SHARE = 0.2  # of its plane that a thing's own passes touch, until the painter says otherwise [memory]


def _tied(state: State, element: int) -> list[PassRecord]:
    """List the passes that paint one thing alone; those that paint it among others are not its recipe."""
    return [each for each in state.passes if each.elements == (element,)]


def _has_recipe(state: State, element: int) -> bool:
    """Whether a thing has its own base: the other parts of a recipe stand on it."""
    return any(each.kind == PARTS[0][0] for each in _tied(state, element))


def _shared_no_more(state: State, elements: list[int]) -> State:
    """Take things that get their own passes out of the ones that paint them among others."""
    own = set(elements)
    left = (tuple(n for n in each.elements if n not in own) for each in state.passes)
    passes = (replace(each, elements=kept) if kept else each for each, kept in zip(state.passes, left, strict=True))
    return replace(state, passes=tuple(passes))


def _with(state: State, made: list[PassRecord]) -> State:
    """Put passes in, each after the last one of its level on its plane."""
    passes = list(state.passes)
    for more, each in enumerate(made):
        under = [n for n, p in enumerate(passes, start=1) if LEVEL[p.kind] <= LEVEL[each.kind]]
        own = [n for n in under if passes[n - 1].planes == each.planes]
        at = max(own or under, default=0)
        passes.insert(at, replace(each, number=next_number(state, "pass", more)))
    return with_passes(state, passes)


def add_recipe(desk: Desk, *, element: Number) -> Changed:
    """Give a thing passes of its own: base, pattern, tint and light."""
    state = own_passes(desk)
    thing = find(state, "element", element)
    if thing.plane is None:
        raise DomainError(f"{thing.name} lies in no plane yet.", "Put it into a plane first.")
    if _has_recipe(state, element):
        raise InUseError(f"{thing.name} has its passes already.", "Change single ones, or add another by hand.")
    medium = medium_of(state.brief.medium)
    made = []
    for kind, title, minutes, why in PARTS:
        # A wash is light enough to be the tint itself; glazes in slow paint wait for weeks and are left to the painter.
        if kind == "glaze" and medium.later_paint in ("watercolour", "oil"):
            continue
        made.append(
            PassRecord(
                0,
                0,
                kind,
                (thing.plane,),
                title,
                paint_in(kind, medium),
                minutes,
                THICKNESS.get(kind, 1.0),
                why,
                elements=(element,),
                share=THING_SHARE,
            )
        )
    return _with(_shared_no_more(state, [element]), made), f"Passes for {thing.name}"


def copy_recipe(
    desk: Desk, *, element: Number, to: Annotated[list[Number], Field(min_length=1, max_length=60)]
) -> Changed:
    """Give other things the same passes as one, each on its own plane; those that have passes are left as they are."""
    state = own_passes(desk)
    pattern = _tied(state, element)
    source = find(state, "element", element)
    if not _has_recipe(state, element):
        raise DomainError(f"{source.name} has no passes of its own to copy.", "Give it a recipe first.")
    others = [find(state, "element", number) for number in dict.fromkeys(to) if number != element]
    if not others:
        raise DomainError("There is nothing to copy it to.", "Choose at least one other thing.")
    homeless = [each.name for each in others if each.plane is None]
    if homeless:
        raise DomainError(f"{homeless[0]} lies in no plane yet.", "Put it into a plane first.")
    made = [
        replace(
            each, planes=_plane_of(other), elements=(other.number,), done_start=None, done_end=None, planned_min=None
        )
        for other in others
        if not _has_recipe(state, other.number)
        for each in pattern
    ]
    if not made:
        raise InUseError("All of them have passes already.", "Change single ones instead.")
    names = ", ".join(each.name for each in others)
    state = _shared_no_more(state, [each.number for each in others])
    return _with(state, made), clean_text(f"As {source.name}: {names}"[:LONGEST_NAME], "change", LONGEST_NAME)


def _plane_of(thing: ElementRecord) -> tuple[int, ...]:
    return () if thing.plane is None else (thing.plane,)


def tie_pass(desk: Desk, *, number: Number, element: Number | None = None) -> Changed:
    """Say which thing a pass paints; without one it paints its plane."""
    state = own_passes(desk)
    thing = None if element is None else find(state, "element", element)
    record: PassRecord = find(state, "pass", number)
    if thing is not None and thing.plane is None:
        raise DomainError(f"{thing.name} lies in no plane yet.", "Put it into a plane first.")
    if thing is not None and KINDS[record.kind].where == "whole":
        raise DomainError(f"{record.title.capitalize()} belongs to the whole surface.", "Choose another pass.")
    planes = record.planes if thing is None else _plane_of(thing)
    changed = replace(record, elements=() if thing is None else (thing.number,), planes=planes)
    return put(state, changed), f"{record.title}: {'its plane' if thing is None else thing.name}"
