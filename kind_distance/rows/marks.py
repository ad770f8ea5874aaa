"""What a field says of itself beyond its type: unit, what it refers to, whether it lies on a picture, how it is named.

Limits are those of `annotated-types` (``Ge``, ``Le``, ``MaxLen`` ...), which pydantic reads as they are. All that
must hold for all rows alike reads these marks, so that a field is described once and known nowhere else by its name.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, fields, is_dataclass
from functools import cached_property
from types import NoneType, UnionType
from typing import Annotated, Any, Generic, Literal, TypeVar, Union, get_args, get_origin, get_type_hints

Made = TypeVar("Made")
OnRemoval = Literal["drop", "clear", "refuse"]


@dataclass(frozen=True)
class Unit:
    """Unit of a number, for docs, schema and messages."""

    name: str


@dataclass(frozen=True)
class Words:
    """What a field is called in a message to the painter, and what it says of itself in the schema."""

    name: str = ""
    says: str = ""


@dataclass(frozen=True)
class RefersTo:
    """The row that a number names, and what happens to this one when that row goes.

    Parameters
    ----------
    row : str
        Name of the kind of row.
    on_removal : "drop", "clear" or "refuse"
        This row goes too; its reference is emptied; or the other may not go.
    """

    row: str
    on_removal: OnRemoval


@dataclass(frozen=True)
class OnPicture:
    """A place on a picture, in shares of its width and height: straightening the picture carries it along.

    Parameters
    ----------
    down : str
        Field of the share from the top, where this one is only the share from the left; empty where the field holds
        whole places.
    source : str
        Field that names the picture; ``"main"`` for the one on which planes are marked.
    elsewhere : "drop", "clear" or "keep"
        What happens where another picture becomes the main one.
    cut_off : "keep" or "clear"
        What happens to a place that straightening brings outside the picture.
    """

    down: str = ""
    source: str = "source"
    elsewhere: Literal["drop", "clear", "keep"] = "keep"
    cut_off: Literal["keep", "clear"] = "keep"


@dataclass(frozen=True)
class Shift:
    """A way on a picture from the first of some places: carried along with them."""

    down: str
    of: str


@dataclass(frozen=True)
class HeightOnPicture:
    """A height on the picture that the row itself describes, as a share from the top."""


@dataclass(frozen=True)
class CropOfPicture:
    """Left, top, width and height in whole pixels of a straightened picture."""

    source: str = "source"


@dataclass(frozen=True)
class NotInDocument:
    """Kept here, and not told in the open document: it follows from something else there."""


@dataclass(frozen=True)
class Personal:
    """Says something of people, places or ways there: it is given away only where the painter lets it go."""


@dataclass(frozen=True)
class Moment:
    """A clock minute, which the open document tells as local time in ISO 8601."""


@dataclass(frozen=True)
class Usual:
    """Has a usual value in a document that leaves it out, worked out from the rest of its row."""


@dataclass(frozen=True)
class Many:
    """A list of rows in a state.

    Parameters
    ----------
    name : str
        Name of the kind, as references and messages use it.
    most : int
        How many a painting may have.
    said : str
        The same in the plural, for messages.
    table : str
        Where it is kept; the name itself where it is empty.
    order : str
        How it is read back, as SQL.
    """

    name: str
    most: int
    said: str
    table: str = ""
    order: str = "number"

    @property
    def kept_in(self) -> str:
        """Table of its rows."""
        return self.table or self.name


@dataclass(frozen=True)
class Field:
    """A field of a row, with its marks read.

    Parameters
    ----------
    name : str
    type : object
        Without its marks.
    marks : tuple
        Limits and marks, also those inside an optional or a list.
    """

    name: str
    type: Any
    marks: tuple[Any, ...]

    def mark(self, kind: type[Any]) -> Any:  # noqa: ANN401  whatever mark is asked for
        """Give the first mark of a kind, or None."""
        return next((each for each in self.marks if isinstance(each, kind)), None)

    @property
    def optional(self) -> bool:
        """Whether it may be None."""
        return NoneType in get_args(self.type)

    @cached_property
    def scalar(self) -> Any:  # noqa: ANN401  a type
        """The Python type of its value where that is a plain one, else None."""
        plain = bare(self.type)
        if get_origin(plain) is Literal:
            return type(get_args(plain)[0])
        return plain if plain in (str, int, float, bool) else None


def bare(hint: Any) -> Any:  # noqa: ANN401  a type hint
    """Take the marks and ``None`` off a type hint."""
    while get_origin(hint) is Annotated:
        hint = get_args(hint)[0]
    if get_origin(hint) in (Union, UnionType):
        rest = [each for each in get_args(hint) if each is not NoneType]
        return bare(rest[0]) if len(rest) == 1 else hint
    return hint


def _marks(hint: Any) -> tuple[Any, ...]:  # noqa: ANN401  a type hint
    if get_origin(hint) is Annotated:
        inner, *own = get_args(hint)
        return (*own, *_marks(inner))
    if get_origin(hint) in (Union, UnionType):
        return tuple(mark for each in get_args(hint) for mark in _marks(each))
    return ()


def _without_marks(hint: Any) -> Any:  # noqa: ANN401  a type hint
    return get_args(hint)[0] if get_origin(hint) is Annotated else hint


class OncePerRow(dict[Any, Made], Generic[Made]):
    """What follows from the class of a row alone, made when it is first asked for."""

    def __init__(self, make: Callable[[type[Any]], Made]) -> None:
        super().__init__()
        self._make = make

    def __missing__(self, row: type[Any]) -> Made:
        self[row] = made = self._make(row)
        return made


def _fields(row: type[Any]) -> tuple[Field, ...]:
    hints = get_type_hints(row, include_extras=True)
    return tuple(Field(f.name, _without_marks(hints[f.name]), _marks(hints[f.name])) for f in fields(row))


_FIELDS = OncePerRow(_fields)


def fields_of(row: type[Any]) -> tuple[Field, ...]:
    """List the fields of a row with their marks, in order."""
    return _FIELDS[row]


def inner_row(field: Field) -> type[Any] | None:
    """Class of the rows that a field holds a list of, or None."""
    plain = bare(field.type)
    if get_origin(plain) is tuple and is_dataclass(inner := bare(get_args(plain)[0])):
        return inner if isinstance(inner, type) else None
    return None
