"""What all changes share: the words they are checked by, and how their arguments are given on."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, FiniteFloat

Text = Annotated[str, Field(max_length=400)]
Number = Annotated[int, Field(ge=1, le=100_000)]
Cuts = Annotated[list[FiniteFloat], Field(max_length=6)]
Point = tuple[FiniteFloat, FiniteFloat]
Points = Annotated[list[Point], Field(min_length=1, max_length=2000)]
CropPx = tuple[int, int, int, int]
Rank = Annotated[int, Field(ge=1, le=9)]
Minute = Annotated[int, Field(ge=0, le=200_000_000)]
Body = Literal["", "thin", "thick"]
Marks = Literal["", "soft", "broken"]
Way = Literal["ground", "masked", "lifted", "added"]


class Given(BaseModel):
    """A change as it is asked for; `action` names it."""

    model_config = ConfigDict(extra="forbid")

    def arguments(self) -> dict[str, Any]:
        """Give what the change needs, without what was left out."""
        return self.model_dump(exclude={"action"}, exclude_unset=True)
