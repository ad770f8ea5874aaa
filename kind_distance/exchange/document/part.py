"""What all parts of a document have in common: nothing unknown in them, nothing without a bound."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Text = Annotated[str, Field(max_length=300)]
Name = Annotated[str, Field(min_length=1, max_length=60)]
Value = Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)]
Number = Annotated[int, Field(ge=1, le=1_000_000)]
Share = Annotated[float, Field(ge=-3, le=3, allow_inf_nan=False)]
Point = tuple[Share, Share]
Points = Annotated[tuple[Point, ...], Field(min_length=1, max_length=4000)]


class Part(BaseModel):
    """A part of a document; what it does not know is a fault."""

    model_config = ConfigDict(extra="forbid", frozen=True)
