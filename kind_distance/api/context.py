"""What the routes share: the studio and the clock, handed in when the application is made."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime
from typing import Annotated, cast

from fastapi import Depends, Path, Request, Response

from kind_distance.api.answers import Shown
from kind_distance.stages.mixes.build import Films
from kind_distance.studio.paintings import Studio, minutes_now
from kind_distance.studio.plan_search import Seekers

# A number in an address; what is larger than SQLite's own numbers is refused before it is looked up.
PathNumber = Annotated[int, Path(ge=1, le=1_000_000_000)]
FOREVER = "private, max-age=31536000, immutable"


@dataclass(frozen=True)
class Context:
    """The studio over one file of paintings, the clock, and the searches that run."""

    studio: Studio
    clock: Callable[[], datetime]
    seekers: Seekers = field(default_factory=Seekers)
    shown: Shown = field(default_factory=Shown)
    films: Films = field(default_factory=Films)

    @property
    def now_min(self) -> int:
        """The present, in clock minutes."""
        return minutes_now(self.clock())


def _context(request: Request) -> Context:
    return cast("Context", request.app.state.context)


Here = Annotated[Context, Depends(_context)]


def forever(data: bytes, media_type: str) -> Response:
    """Answer with bytes whose address changes when they do."""
    return Response(data, media_type=media_type, headers={"Cache-Control": FOREVER})
