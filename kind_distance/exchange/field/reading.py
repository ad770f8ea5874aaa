"""Reading the log of a field sheet: its own small file, or the saved page; hostile until checked."""

from __future__ import annotations

import re
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from kind_distance.errors import DomainError
from kind_distance.exchange.field.writing import FORMAT

MOST_BYTES, MOST_EVENTS = 12_000_000, 2000
IN_PAGE = re.compile(rb'<script type="application/json" id="log">(.*?)</script>', re.S)
Moment = Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$")]
PassNumber = Annotated[int, Field(ge=1, le=1_000_000)]


class FieldEvent(BaseModel):
    """A press on the field sheet."""

    model_config = ConfigDict(extra="forbid")

    at: Moment
    kind: Literal["start", "pause", "done", "undone", "tick", "note", "end"]
    pass_number: PassNumber | None = Field(default=None, alias="pass")
    thing: Annotated[str, Field(pattern=r"^(thing|light):\d{1,7}$")] | None = None
    on: bool = True
    text: Annotated[str, Field(max_length=240)] = ""


class FieldLog(BaseModel):
    """The log of a field sheet."""

    model_config = ConfigDict(extra="forbid")

    format: str
    painting: Annotated[str, Field(max_length=80)]
    session: Annotated[int, Field(ge=1, le=1_000_000)]
    made: Annotated[str, Field(max_length=40)]
    events: Annotated[list[FieldEvent], Field(max_length=MOST_EVENTS)]


def read_field_log(data: bytes) -> FieldLog:
    """Read a log.

    Raises
    ------
    DomainError
        Where it is no log of a field sheet, or was changed so that it makes no sense.
    """
    if len(data) > MOST_BYTES:
        raise DomainError("This file is far too large for a log.", "Choose the log that the field sheet saved.")
    inside = IN_PAGE.search(data)
    told = inside.group(1) if inside else data
    if inside and not told.strip():
        raise DomainError(
            "This page holds no log.",
            "Open it where you painted and press “Save the log”, or save the page from there.",
        )
    try:
        log = FieldLog.model_validate_json(told.strip())
    except ValidationError as wrong:
        first = wrong.errors()[0]
        where = ".".join(str(each) for each in first["loc"]) or "the file"
        raise DomainError(
            f"This is no log of a field sheet: {where}: {first['msg'].lower()[:80]}.",
            "Choose the file that the field sheet saved, as it was saved.",
        ) from None
    if log.format != FORMAT:
        raise DomainError("This is no log of a field sheet.", "Choose the file that the field sheet saved.")
    return log
