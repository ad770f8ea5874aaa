"""Limits of rows, held in the painter's words: the same for a change by hand and for a document from outside."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal, TypeVar, get_args, get_origin

from annotated_types import Ge, Gt, Le, Lt, MaxLen, MinLen
from pydantic import TypeAdapter, ValidationError

from kind_distance.core.colour.keys import key_range
from kind_distance.core.depth.veil import profile_of
from kind_distance.core.light.wanted import light_wanted
from kind_distance.core.paint.drawing import drawing_detail_of, drawing_medium_of
from kind_distance.core.paint.media import ground_of, medium_of
from kind_distance.core.passes.schools import school_of
from kind_distance.core.schedule.deadline import purpose_of
from kind_distance.errors import DomainError
from kind_distance.rows.brief import Brief
from kind_distance.rows.marks import Field, OncePerRow, Unit, Words, bare, fields_of
from kind_distance.rows.plain import to_plain
from kind_distance.rows.state import Kind, State, rows_of

Row = TypeVar("Row")
SMALLEST_CM, LARGEST_CM = 2.0, 1000.0


def clean_text(said: str, what: str, longest: int, *, needed: bool = True) -> str:
    """Take out what cannot be shown and bring white space in order.

    Raises
    ------
    DomainError
        If nothing is left where something is needed, or it is too long.
    """
    text = " ".join("".join(c if c.isprintable() else " " for c in said).split())
    if needed and not text:
        raise DomainError(f"The {what} is empty.", f"Write a {what}.")
    if len(text) > longest:
        raise DomainError(
            f"The {what} has {len(text)} characters; {longest} fit on every page.", f"Write a shorter {what}."
        )
    return text


def said_of(field: Field) -> str:
    """Name a field as a painter would."""
    words = field.mark(Words)
    return words.name if words is not None and words.name else field.name.replace("_", " ")


def cleaned(row: Row) -> Row:
    """Bring every text of a row in order, and hold it against its length."""
    new = {}
    for field in fields_of(type(row)):
        value = getattr(row, field.name)
        longest = field.mark(MaxLen)
        if isinstance(value, str) and bare(field.type) is str and longest is not None:
            needed = field.mark(MinLen) is not None
            text = clean_text(value, said_of(field), longest.max_length, needed=needed)
            if text != value:
                new[field.name] = text
    if not new:
        return row
    return type(row)(**{**vars(row), **new})


_ADAPTERS: OncePerRow[TypeAdapter[Any]] = OncePerRow(TypeAdapter)


def checked(row: Row) -> Row:
    """Return a row itself with its texts in order; raise DomainError, in words, where it breaks one of its limits."""
    row = cleaned(row)
    try:
        _ADAPTERS[type(row)].validate_python(to_plain(row))
    except ValidationError as error:
        first = error.errors()[0]
        fault = say_fault(type(row), first["loc"], first["input"])
        raise DomainError(
            *(fault or (f"This makes no sense: {first['msg'][:1].lower()}{first['msg'][1:]}.", ""))
        ) from None
    return row


def checked_brief(brief: Brief) -> Brief:
    """Check a brief and bring its texts in order; raise DomainError where it makes no sense."""
    for side, name in ((brief.width_cm, "width"), (brief.height_cm, "height")):
        if not SMALLEST_CM <= side <= LARGEST_CM:
            raise DomainError(
                f"A support with a {name} of {side:g} cm is none one can paint on.",
                f"Enter a {name} between {SMALLEST_CM:g} cm and {LARGEST_CM / 100:g} m.",
            )
    medium_of(brief.medium)
    profile_of(brief.veil)
    key_range(brief.key)
    ground_of(brief.ground)
    school_of(brief.school)
    drawing_medium_of(brief.drawing_medium)
    drawing_detail_of(brief.drawing_detail)
    light_wanted(brief.light, None)
    if brief.deadline_for:
        purpose_of(brief.deadline_for)
    return checked(brief)


def say_fault(row: type[Any], place: Sequence[int | str], value: object) -> tuple[str, str] | None:
    """Say what is wrong with a field, and the way out; None where only the library can say it."""
    field = next((each for each in fields_of(row) if place and each.name == place[0]), None)
    if field is None:
        return None
    what, kind = said_of(field), bare(field.type)
    if get_origin(kind) is Literal:
        known = ", ".join(str(each).replace("_", " ") for each in get_args(kind) if each != "")
        return f"{str(value)[:40]} is no {what}.", f"Choose one of these: {known}."
    if isinstance(value, (int, float)) and not isinstance(value, bool) and len(place) == 1:
        return _say_range(what, float(value), field)
    most = field.mark(MaxLen)
    if isinstance(value, (list, tuple)) and most is not None and len(value) > most.max_length:
        return f"There are {len(value)} in {what}; {most.max_length} are the most.", "Take some away."
    return f"The {what} cannot be used as it is.", "Correct it; nothing was changed."


def _say_range(what: str, value: float, field: Field) -> tuple[str, str]:
    unit = field.mark(Unit)
    after = f" {unit.name}" if unit is not None else ""
    low = next((m.ge if isinstance(m, Ge) else m.gt for m in field.marks if isinstance(m, (Ge, Gt))), None)
    high = next((m.le if isinstance(m, Le) else m.lt for m in field.marks if isinstance(m, (Le, Lt))), None)
    found = f"{what[:1].upper()}{what[1:]}: {value:g}{after} makes no sense here."
    if low is None or high is None:
        return found, "Enter another number."
    above = "above " if any(isinstance(m, Gt) for m in field.marks) else ""
    return (
        found,
        f"Enter {'a number ' if above else ''}{above}{low:g} {'and up to' if above else 'to'} {high:g}{after}.",
    )


def check_count(state: State, kind: Kind) -> None:
    """Raise DomainError where there are more rows of a kind than a painting may have."""
    most = kind.many.most
    if len(rows_of(state, kind)) > most:
        raise DomainError(f"A painting has at most {most} {kind.many.said}.", "Delete one first.")
