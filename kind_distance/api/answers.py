"""Answers of a painting: whole, or only what differs from the view that the asker shows."""

from __future__ import annotations

import secrets
from dataclasses import dataclass, field
from threading import Lock
from typing import Any

from cachetools import LRUCache
from pydantic import BaseModel, Field

from kind_distance.api.models import PaintingView
from kind_distance.api.patches import difference

REMEMBERED = 12  # views, of all windows together; their parts are shared


class PaintingChanged(BaseModel):
    """What differs from the view that was shown: version, and a patch by which it becomes the present one."""

    id: int
    version: int
    mark: str = Field(description="Names the view that the patch leads to.")
    since: str = Field(description="Names the view that the patch begins with.")
    patch: dict[str, Any] = Field(
        description="Parts that differ: `put` a value, or `parts` of an object, or `rows` of a list by their `key` in "
        "an `order`; rows without a patch stay as they are."
    )


def _same(one: PaintingView, other: PaintingView) -> bool:
    """Whether two views are alike in every part; parts that nothing changed are the very same objects."""
    mine, its = vars(one), vars(other)
    return all(value is its[name] or value == its[name] for name, value in mine.items() if name != "mark")


@dataclass
class Shown:
    """The views that were answered last, by their marks."""

    views: LRUCache[str, PaintingView] = field(default_factory=lambda: LRUCache(REMEMBERED))
    lock: Lock = field(default_factory=Lock)

    def whole(self, view: PaintingView) -> PaintingView:
        """Answer with all of a painting, and remember it as shown."""
        with self.lock:
            same = next((each for each in self.views.values() if _same(each, view)), None)
            mark = secrets.token_hex(6) if same is None else same.mark
            marked = view.model_copy(update={"mark": mark})
            self.views[mark] = marked
        return marked

    def changed(self, view: PaintingView, since: str | None) -> PaintingView | PaintingChanged:
        """Answer with what differs from the view of a mark; with all of it where nobody remembers that one."""
        with self.lock:
            before = None if since is None else self.views.get(since)
        marked = self.whole(view)
        if before is None or before.id != view.id:
            return marked
        patch = difference(before, marked) or {"parts": {}}
        return PaintingChanged(id=view.id, version=view.version, mark=marked.mark, since=before.mark, patch=patch)
